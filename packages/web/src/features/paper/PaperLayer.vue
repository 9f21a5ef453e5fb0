<script setup lang="ts">
/** What stands on one page of a paper, and where more is put: by mouse, finger, pen, or by keys that move a point over the page. */
import {
  erasedAt,
  onPage,
  PAPER_SIDE,
  thinStroke,
  type PaperChange,
  type PaperObject,
  type PaperPlace,
  type PaperStroke,
  type PaperText,
} from '@jolly/core';
import { computed, nextTick, ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import type { PdfField } from '../files';
import { drawAll, drawStroke } from './draw-strokes';
import PaperBox from './PaperBox.vue';
import PaperFields from './PaperFields.vue';
import { draws, ERASER, LETTER_SIZES, LINE_WIDTHS, SIGN_SIZES, STICKER_SIZE, STROKE_OFF, type Choice } from './tools';

/** A page is drawn with at most so many points, whatever its size and the screen's. */
const MOST_POINTS = 4_000_000;
const STEP = { coarse: 150, fine: 30 };
const BOX = { width: 3400, least: 900 };
const props = defineProps<{
  page: number;
  ratio: number;
  near: boolean;
  objects: readonly PaperObject[];
  places: readonly PaperPlace[];
  fields: readonly PdfField[];
  /** ids of places that were answered aloud; null: places are written in */
  said?: ReadonlySet<string> | null;
  /** null: nothing can be put on it */
  choice: Choice | null;
  /** two fingers move the page: what one of them began is not meant */
  gesturing?: boolean;
}>();
const emit = defineEmits<{ change: [change: PaperChange, joins?: string | null]; say: [place: { id: string; label: string }] }>();
const { t } = useT();

const surface = ref<HTMLElement | null>(null);
const still = ref<HTMLCanvasElement | null>(null);
const moving = ref<HTMLCanvasElement | null>(null);
const here = computed(() => props.objects.filter((one) => one.page === props.page));
const strokes = computed(() => here.value.filter((one): one is PaperStroke => one.kind === 'stroke'));
const boxes = computed(() => here.value.filter((one) => one.kind === 'text' || one.kind === 'sign' || one.kind === 'sticker'));
const answers = computed(() => here.value.filter((one) => one.kind === 'answer'));
/** A box that was opened and nothing is written in yet: it is not on the paper before something is. */
const fresh = ref<PaperText | null>(null);
const shown = computed(() =>
  fresh.value && !boxes.value.some((one) => one.id === fresh.value?.id) ? [...boxes.value, fresh.value] : boxes.value,
);

function fit(): void {
  const size = surface.value?.getBoundingClientRect();
  if (!still.value || !moving.value || !size || size.width === 0) return;
  const dense = Math.min(2, window.devicePixelRatio || 1, Math.sqrt(MOST_POINTS / (size.width * size.height)));
  for (const canvas of [still.value, moving.value])
    [canvas.width, canvas.height] = [Math.round(size.width * dense), Math.round(size.height * dense)];
  drawAll(still.value, strokes.value);
}
// Only pages near to what is in sight are drawn; they are drawn anew once they have their size.
watch([() => props.near, still], () => void nextTick(fit), { immediate: true });
let drawn: readonly PaperStroke[] = [];
watch(strokes, (now) => {
  const context = still.value?.getContext('2d');
  // Most often there is one more than before: then only that is drawn.
  const added = now.length === drawn.length + 1 && drawn.every((one, index) => one === now[index]) ? now.at(-1)! : null;
  if (context && added) drawStroke(context, added);
  else if (still.value) drawAll(still.value, now);
  drawn = now;
});
let soon: ReturnType<typeof setTimeout> | undefined;
/** The page is shown in another size. */
function resized(): void {
  clearTimeout(soon);
  soon = setTimeout(fit, 150);
}

function at(event: { clientX: number; clientY: number }): { x: number; y: number } {
  const { left, top, width, height } = surface.value!.getBoundingClientRect();
  return { x: onPage(((event.clientX - left) / width) * PAPER_SIDE), y: onPage(((event.clientY - top) / height) * PAPER_SIDE) };
}
/** A stroke that is being drawn, or a stretch of the eraser. */
let going: { points: number[]; name: string; pointer: number } | null = null;
const idOf = () => crypto.randomUUID() as string;

function erase({ x, y }: { x: number; y: number }, name: string): void {
  if (!props.choice) return;
  const touched = erasedAt(props.objects, { page: props.page, x, y }, { radius: ERASER[props.choice.tip], ratio: props.ratio });
  if (touched.length > 0) emit('change', { put: [], drop: touched.map((one) => one.id) }, name);
}
function beginStroke(point: { x: number; y: number }, pointer: number): void {
  going = { points: [point.x, point.y], name: idOf(), pointer };
  if (props.choice?.tool.kind === 'eraser') erase(point, going.name);
  else moving.value?.getContext('2d')?.clearRect(0, 0, moving.value.width, moving.value.height);
}
function goOn(points: readonly { x: number; y: number }[]): void {
  const { choice } = props;
  if (!going || !choice) return;
  for (const { x, y } of points) {
    if (choice.tool.kind === 'eraser') {
      erase({ x, y }, going.name);
      continue;
    }
    going.points.push(x, y);
  }
  const context = moving.value?.getContext('2d');
  if (!context || (choice.tool.kind !== 'pen' && choice.tool.kind !== 'marker')) return;
  const look = { tool: choice.tool.kind, ink: choice.ink, width: LINE_WIDTHS[choice.tool.kind][choice.tip] };
  // A marker lets through what is below: its stretches must not lie over each other, so that it is drawn whole.
  if (look.tool === 'marker') context.clearRect(0, 0, context.canvas.width, context.canvas.height);
  drawStroke(context, { ...look, points: look.tool === 'marker' ? going.points : going.points.slice(-2 * points.length - 2) });
}
function endStroke(): void {
  const { choice } = props;
  const ended = going;
  going = null;
  moving.value?.getContext('2d')?.clearRect(0, 0, moving.value.width, moving.value.height);
  if (!ended || !choice || (choice.tool.kind !== 'pen' && choice.tool.kind !== 'marker')) return;
  const [x, y] = ended.points as [number, number];
  const points = ended.points.length === 2 ? [x, y, x, y] : thinStroke(ended.points, STROKE_OFF);
  const width = LINE_WIDTHS[choice.tool.kind][choice.tip];
  emit('change', {
    put: [{ id: ended.name, page: props.page, kind: 'stroke', tool: choice.tool.kind, ink: choice.ink, width, points }],
    drop: [],
  });
}
function forget(): void {
  going = null;
  moving.value?.getContext('2d')?.clearRect(0, 0, moving.value.width, moving.value.height);
}
watch(
  () => props.gesturing,
  (gesturing) => gesturing && forget(),
);

/** Puts down what the tool is for. */
function place({ x, y }: { x: number; y: number }): void {
  const { choice } = props;
  if (!choice) return;
  const { tool, ink, tip } = choice;
  const put = (one: PaperObject) => emit('change', { put: [one], drop: [] });
  if (tool.kind === 'sign') put({ id: idOf(), page: props.page, kind: 'sign', sign: tool.sign, x, y, size: SIGN_SIZES[tip], ink });
  else if (tool.kind === 'sticker') put({ id: idOf(), page: props.page, kind: 'sticker', sticker: tool.sticker, x, y, size: STICKER_SIZE });
  else if (tool.kind === 'text') {
    const width = Math.max(BOX.least, Math.min(BOX.width, PAPER_SIDE - x - 150));
    // The letters begin where one has pressed, not below it.
    const size = LETTER_SIZES[tip];
    const top = onPage(y - size * props.ratio * 0.65);
    fresh.value = { id: idOf(), page: props.page, kind: 'text', x: Math.min(x, PAPER_SIDE - width), y: top, width, size, ink, text: '' };
  }
}

function down(event: PointerEvent): void {
  if (!props.choice || event.button !== 0 || props.gesturing) return;
  if (!draws(props.choice.tool)) return;
  event.preventDefault();
  surface.value?.setPointerCapture(event.pointerId);
  // The keys go to where one draws: a step back is taken from here.
  surface.value?.focus({ preventScroll: true });
  beginStroke(at(event), event.pointerId);
}
function move(event: PointerEvent): void {
  if (going?.pointer !== event.pointerId) return;
  const all = event.getCoalescedEvents?.() ?? [];
  goOn((all.length > 0 ? all : [event]).map(at));
}
function pressed(event: MouseEvent): void {
  if (props.choice && !draws(props.choice.tool) && event.target === surface.value && event.detail > 0) place(at(event));
}

/** The point that keys move over the page; null while nobody uses keys. */
const point = ref<{ x: number; y: number } | null>(null);
const KEYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function key(event: KeyboardEvent): void {
  if (event.target !== surface.value || !props.choice) return;
  const by = KEYS[event.key];
  const step = event.shiftKey ? STEP.fine : STEP.coarse;
  if (by) {
    const from = point.value ?? { x: PAPER_SIDE / 2, y: PAPER_SIDE / 4 };
    point.value = point.value ? { x: onPage(from.x + by[0] * step), y: onPage(from.y + by[1] * step * props.ratio) } : from;
    if (going) goOn([point.value]);
  } else if ((event.key === 'Enter' || event.key === ' ') && point.value) {
    if (!draws(props.choice.tool)) place(point.value);
    else if (props.choice.tool.kind === 'eraser') erase(point.value, idOf());
    else if (going) endStroke();
    else beginStroke(point.value, -1);
  } else if (event.key === 'Escape' && going) forget();
  else return;
  event.preventDefault();
  event.stopPropagation();
}
function left(): void {
  if (going?.pointer === -1) endStroke();
  point.value = null;
}
const changed = (change: PaperChange, joins?: string | null) => emit('change', change, joins ?? null);
defineExpose({ resized });
</script>

<template>
  <div
    ref="surface"
    class="layer"
    :class="[choice ? `is-${choice.tool.kind}` : 'is-read', { draws: choice && draws(choice.tool) }]"
    :tabindex="choice ? 0 : undefined"
    :role="choice ? 'application' : undefined"
    :aria-label="choice ? t('paper.surface', { n: page }) : undefined"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="endStroke"
    @pointercancel="forget"
    @click="pressed"
    @keydown="key"
    @blur="left"
  >
    <template v-if="near"
      ><canvas ref="still" class="strokes" aria-hidden="true" /><canvas ref="moving" class="strokes" aria-hidden="true"
    /></template>
    <PaperFields
      v-if="near"
      :page="page"
      :answers="answers"
      :places="places.filter((one) => one.page === page)"
      :fields="fields"
      :may="choice !== null"
      :said="said ?? null"
      @change="changed"
      @say="(place) => emit('say', place)"
    />
    <PaperBox
      v-for="one in shown"
      :key="one.id"
      :object="one"
      :ratio="ratio"
      :may="choice !== null && !draws(choice.tool)"
      :fresh="one.id === fresh?.id"
      @change="changed"
      @left="fresh?.id === one.id && (fresh = null)"
    />
    <span v-if="point" class="point" aria-hidden="true" :style="{ left: `${point.x / 100}%`, top: `${point.y / 100}%` }" /><span
      v-if="point"
      class="hidden-text"
      role="status"
      >{{ t('paper.at', { x: Math.round(point.x / 100), y: Math.round(point.y / 100) }) }}</span
    >
  </div>
</template>

<style scoped>
.layer {
  position: absolute;
  inset: 0;
  container-type: inline-size;
}
.layer:focus-visible {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
.layer.draws {
  touch-action: none;
  cursor: crosshair;
}
.layer.is-text {
  cursor: text;
}
.layer.is-sign,
.layer.is-sticker {
  cursor: copy;
}
.strokes {
  position: absolute;
  inset: 0;
  inline-size: 100%;
  block-size: 100%;
  pointer-events: none;
}
.point {
  position: absolute;
  inline-size: 22px;
  block-size: 22px;
  margin: -11px;
  pointer-events: none;
  border: 2px solid var(--focus);
  border-radius: 50%;
  background: radial-gradient(circle, var(--focus) 3px, transparent 4px);
}
</style>
