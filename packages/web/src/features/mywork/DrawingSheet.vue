<script setup lang="ts">
/** A pad to draw on: blank or squared paper, or a picture underneath; pen, eraser, text, undo. Kept as a picture. */
import { Button, Input } from 'ant-design-vue';
import type Konva from 'konva';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import { fileAddress } from '../files';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import type { Focusable } from '../../ui/focus-first';
import { useKeptHere } from '../../ui/kept-here';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{
  open: boolean;
  /** pictures of one's own to draw over */ pictures: readonly { id: string; name: string }[];
  /** what it is for */ keepKey: string;
}>();
const emit = defineEmits<{ close: []; drawn: [File] }>();
const { t } = useT();

const WIDTH = 1200;
const HEIGHT = 900;
const SQUARE = 40;
const INKS = ['#14262e', '#2b7bb0', '#2f7d5b', '#d8452e', '#7a3b69', '#f4a91f'] as const;
const WIDTHS = [3, 7, 16] as const;

/** What was drawn, in order; undo takes the last away. */
type Mark =
  | { kind: 'line'; points: number[]; ink: string; width: number; erases: boolean }
  | { kind: 'text'; x: number; y: number; text: string; ink: string; size: number };
interface Drawing {
  paper: string;
  marks: Mark[];
}

const place = ref<HTMLDivElement | null>(null);
const drawing = ref<Drawing>({ paper: 'blank', marks: [] });
const undone = ref<Mark[]>([]);
const tool = ref<'pen' | 'eraser' | 'text'>('pen');
const ink = ref<string>(INKS[0]);
const width = ref<number>(WIDTHS[1]);
const writing = ref<{ x: number; y: number; left: number; top: number; text: string } | null>(null);
const writingField = ref<Focusable | null>(null);
const sure = ref(false);
const papers = computed(() => [
  ...(['blank', 'squared'] as const).map((one) => ({ key: one as string, name: t(`drawing.${one}`) })),
  ...props.pictures.map((one) => ({ key: one.id, name: one.name })),
]);

let konva: typeof Konva | null = null;
let stage: Konva.Stage | null = null;
let paper: Konva.Layer | null = null;
let sheet: Konva.Layer | null = null;
let scale = 1;

// What is drawn and not kept yet survives a closed tab.
const placeOf = useKeptHere();
const key = computed(() => placeOf('drawing', props.keepKey));
function note(): void {
  try {
    localStorage.setItem(key.value, JSON.stringify(drawing.value));
  } catch {
    // No room in the browser: the drawing is on the page all the same.
  }
}

async function loadPicture(id: string): Promise<HTMLImageElement | null> {
  const image = new Image();
  image.src = fileAddress(id, 'inline');
  return image.decode().then(
    () => image,
    () => null,
  );
}
async function drawPaper(): Promise<void> {
  if (!konva || !paper) return;
  paper.destroyChildren();
  paper.add(new konva.Rect({ x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: '#fffefb' }));
  if (drawing.value.paper === 'squared') {
    for (let at = SQUARE; at < WIDTH; at += SQUARE)
      paper.add(new konva.Line({ points: [at, 0, at, HEIGHT], stroke: '#c9d6d8', strokeWidth: 1 }));
    for (let at = SQUARE; at < HEIGHT; at += SQUARE)
      paper.add(new konva.Line({ points: [0, at, WIDTH, at], stroke: '#c9d6d8', strokeWidth: 1 }));
  } else if (drawing.value.paper !== 'blank') {
    const image = await loadPicture(drawing.value.paper);
    if (image) {
      const fit = Math.min(WIDTH / image.naturalWidth, HEIGHT / image.naturalHeight);
      const [w, h] = [image.naturalWidth * fit, image.naturalHeight * fit];
      paper.add(new konva.Image({ image, x: (WIDTH - w) / 2, y: (HEIGHT - h) / 2, width: w, height: h }));
    }
  }
  paper.batchDraw();
}
function shapeOf(mark: Mark): Konva.Shape {
  if (mark.kind === 'text')
    return new konva!.Text({
      x: mark.x,
      y: mark.y,
      text: mark.text,
      fill: mark.ink,
      fontSize: mark.size,
      fontFamily: 'Atkinson Hyperlegible Next Variable, sans-serif',
    });
  return new konva!.Line({
    points: mark.points,
    stroke: mark.ink,
    strokeWidth: mark.width,
    lineCap: 'round',
    lineJoin: 'round',
    tension: 0.3,
    globalCompositeOperation: mark.erases ? 'destination-out' : 'source-over',
  });
}
function drawAll(): void {
  sheet?.destroyChildren();
  for (const mark of drawing.value.marks) sheet?.add(shapeOf(mark));
  sheet?.batchDraw();
}

async function begin(): Promise<void> {
  const { default: loaded } = await import('konva');
  await nextTick();
  if (!place.value) return;
  konva = loaded;
  scale = Math.min(1, place.value.clientWidth / WIDTH);
  stage = new konva.Stage({ container: place.value, width: WIDTH * scale, height: HEIGHT * scale, scaleX: scale, scaleY: scale });
  paper = new konva.Layer({ listening: false });
  sheet = new konva.Layer({ listening: false });
  stage.add(paper, sheet);
  drawing.value = (JSON.parse(localStorage.getItem(key.value) ?? 'null') as Drawing | null) ?? { paper: 'blank', marks: [] };
  undone.value = [];
  await drawPaper();
  drawAll();
  let line: { mark: Extract<Mark, { kind: 'line' }>; shape: Konva.Line } | null = null;
  const at = () => {
    const point = stage!.getPointerPosition();
    return point ? { x: Math.round(point.x / scale), y: Math.round(point.y / scale) } : null;
  };
  stage.on('pointerdown', ({ evt }) => {
    const point = at();
    if (!point) return;
    evt.preventDefault();
    if (tool.value === 'text') {
      writeHere();
      writing.value = { ...point, left: point.x * scale, top: point.y * scale, text: '' };
      return void nextTick(() => writingField.value?.focus());
    }
    const erases = tool.value === 'eraser';
    const mark: Extract<Mark, { kind: 'line' }> = {
      kind: 'line',
      points: [point.x, point.y, point.x, point.y],
      ink: ink.value,
      width: erases ? width.value * 4 : width.value,
      erases,
    };
    line = { mark, shape: shapeOf(mark) as Konva.Line };
    sheet!.add(line.shape);
  });
  stage.on('pointermove', () => {
    const point = at();
    if (!line || !point) return;
    line.mark.points.push(point.x, point.y);
    line.shape.points(line.mark.points);
    sheet!.batchDraw();
  });
  const lift = () => {
    if (!line) return;
    add(line.mark, false);
    line = null;
  };
  stage.on('pointerup pointerleave pointercancel', lift);
}
function add(mark: Mark, draw = true): void {
  drawing.value.marks.push(mark);
  undone.value = [];
  note();
  if (draw) drawAll();
}
function writeHere(): void {
  const text = writing.value?.text.trim();
  if (writing.value && text)
    add({ kind: 'text', x: writing.value.x, y: writing.value.y, text, ink: ink.value, size: 14 + width.value * 3 });
  writing.value = null;
}
function undo(): void {
  const last = drawing.value.marks.pop();
  if (last) undone.value.push(last);
  note();
  drawAll();
}
function redo(): void {
  const next = undone.value.pop();
  if (next) drawing.value.marks.push(next);
  note();
  drawAll();
}
function setPaper(to: string): void {
  drawing.value.paper = to;
  note();
  void drawPaper();
}
function wipe(): void {
  drawing.value = { paper: drawing.value.paper, marks: [] };
  undone.value = [];
  sure.value = false;
  note();
  drawAll();
}
async function done(): Promise<void> {
  writeHere();
  const blob = await (stage?.toBlob({ pixelRatio: 1 / scale, mimeType: 'image/png' }) as Promise<Blob | null> | undefined);
  if (!blob) return;
  localStorage.removeItem(key.value);
  emit('drawn', new File([blob], t('drawing.fileName'), { type: 'image/png' }));
  emit('close');
}
function end(): void {
  stage?.destroy();
  stage = paper = sheet = null;
}
const pad = ref<HTMLElement | null>(null);
watch(
  () => props.open,
  (open) => (open ? void begin() : end()),
  { immediate: true },
);
// It opens below what is there already: whoever asked for it sees it, and can draw with the keyboard at once.
watch(
  () => props.open,
  async (open) => {
    if (!open) return;
    await nextTick();
    pad.value?.scrollIntoView({ block: 'start', behavior: 'instant' });
    pad.value?.querySelector<HTMLElement>('button')?.focus({ preventScroll: true });
  },
  { immediate: true },
);
onBeforeUnmount(end);
function keys(event: KeyboardEvent): void {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !writing.value) {
    event.preventDefault();
    if (event.shiftKey) redo();
    else undo();
  }
}
</script>

<template>
  <section v-if="open" ref="pad" class="sheet pad stack" :aria-label="t('drawing.title')" @keydown="keys">
    <div class="row wrap tools" role="toolbar" :aria-label="t('drawing.tools')">
      <ToggleButton v-for="one in ['pen', 'eraser', 'text'] as const" :key="one" :on="tool === one" @click="tool = one">
        {{ t(`drawing.${one}`) }}
      </ToggleButton>
      <span class="row inks" role="group" :aria-label="t('drawing.ink')"
        ><button
          v-for="(one, index) in INKS"
          :key="one"
          type="button"
          class="ink"
          :style="{ background: one }"
          :aria-label="t('drawing.inkNumber', { n: index + 1 })"
          :aria-pressed="ink === one"
          @click="ink = one"
      /></span>
      <span class="row inks" role="group" :aria-label="t('drawing.width')"
        ><button
          v-for="one in WIDTHS"
          :key="one"
          type="button"
          class="tip"
          :aria-label="t('drawing.widthNumber', { n: one })"
          :aria-pressed="width === one"
          @click="width = one"
        >
          <i :style="{ blockSize: `${one}px`, inlineSize: `${one}px` }" /></button
      ></span>
      <Button size="small" :disabled="drawing.marks.length === 0" @click="undo">{{ t('drawing.undo') }}</Button>
      <Button size="small" :disabled="undone.length === 0" @click="redo">{{ t('drawing.redo') }}</Button>
      <label class="row small"
        >{{ t('drawing.paper')
        }}<SelectField
          :model-value="drawing.paper"
          class="paper-choice"
          :options="papers.map((one) => ({ value: one.key, label: one.name }))"
          @update:model-value="setPaper($event)"
      /></label>
    </div>
    <div class="place">
      <div ref="place" class="surface" role="img" :aria-label="t('drawing.surface')" />
      <FieldForm
        v-if="writing"
        lies="own"
        class="writing"
        :style="{ insetInlineStart: `${writing.left}px`, insetBlockStart: `${writing.top}px` }"
        @send="writeHere"
      >
        <Input
          ref="writingField"
          v-model:value="writing.text"
          :aria-label="t('drawing.text')"
          :maxlength="200"
          dir="auto"
          @blur="writeHere"
          @keydown.esc.stop="writing = null"
        />
      </FieldForm>
    </div>
    <div class="row wrap">
      <Button type="primary" :disabled="drawing.marks.length === 0" @click="done">{{ t('drawing.keep') }}</Button>
      <Button @click="emit('close')">{{ t('drawing.later') }}</Button>
      <span class="grow" />
      <Button v-if="!sure" type="link" :disabled="drawing.marks.length === 0" @click="sure = true">
        {{ t('drawing.wipe') }}
      </Button>
      <Button v-else type="link" class="alarm" @click="wipe">{{ t('drawing.wipeSure') }}</Button>
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 12px 14px;
}
.inks {
  gap: 4px;
}
.ink,
.tip {
  inline-size: 28px;
  block-size: 28px;
  border-radius: 6px;
  border: 2px solid var(--line);
  cursor: pointer;
  display: grid;
  place-items: center;
}
.tip {
  background: var(--surface);
}
.tip i {
  background: var(--text);
  border-radius: 50%;
}
.ink[aria-pressed='true'],
.tip[aria-pressed='true'] {
  border-color: var(--text);
  box-shadow: 0 0 0 2px var(--focus);
}
.paper-choice {
  max-inline-size: 150px;
  min-height: 30px;
}
.place {
  position: relative;
  overflow: hidden;
}
.surface {
  border: 1px solid var(--line);
  border-radius: 4px;
  touch-action: none;
  cursor: crosshair;
  max-inline-size: 1202px;
}
.writing {
  position: absolute;
  inline-size: 220px;
}
</style>
