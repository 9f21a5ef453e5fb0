<script setup lang="ts">
/** Words, a sign or a sticker on a page: written in, moved by its edge or by arrow keys, taken away. */
import { Button, Textarea } from 'ant-design-vue';
import {
  INK_COLOURS,
  isOwnSticker,
  MOST_PAPER_LETTERS,
  onPage,
  PAPER_SIDE,
  SIGN_OUTLINES,
  STICKERS,
  type PaperChange,
  type PaperSign,
  type PaperSticker,
  type PaperText,
} from '@jolly/core';
import { computed, onMounted, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import type { Focusable } from '../../ui/focus-first';
import { fileAddress } from '../files';

const props = defineProps<{
  object: PaperText | PaperSign | PaperSticker;
  ratio: number;
  may: boolean;
  /** it was opened just now: one writes in it at once */ fresh: boolean;
}>();
const emit = defineEmits<{ change: [change: PaperChange, joins: string]; left: [] }>();
const { t } = useT();
const STEP = { coarse: 100, fine: 20 };
const LEAST_WIDTH = 500;

const box = ref<HTMLElement | null>(null);
const field = ref<Focusable | null>(null);
const text = computed(() => (props.object.kind === 'text' ? props.object : null));
const name = computed(() => {
  const { object } = props;
  if (object.kind === 'sign') return t(`paper.signs.${object.sign}`);
  if (object.kind === 'sticker') return isOwnSticker(object.sticker) ? t(`paper.stickers.${object.sticker}`) : t('paper.ownSticker');
  return t('paper.words');
});
const outlines = computed((): readonly (readonly [string, string])[] => {
  const { object } = props;
  if (object.kind === 'sign') return [[INK_COLOURS[object.ink], SIGN_OUTLINES[object.sign]]];
  return object.kind === 'sticker' && isOwnSticker(object.sticker) ? STICKERS[object.sticker] : [];
});
const place = computed(() => {
  const { object, ratio } = props;
  if (object.kind === 'text') return { left: `${object.x / 100}%`, top: `${object.y / 100}%`, width: `${object.width / 100}%` };
  const half = object.size / 2;
  return { left: `${(object.x - half) / 100}%`, top: `${(object.y - half * ratio) / 100}%`, width: `${object.size / 100}%` };
});

const put = (changes: object, joins: string) =>
  emit('change', { put: [{ ...props.object, ...changes }], drop: [] }, `${props.object.id} ${joins}`);
/** Emptied to be written anew: the box goes only when it is left so. */
const blank = ref<string | null>(null);
function write(words: string): void {
  blank.value = words.trim() === '' ? words : null;
  if (blank.value === null) put({ text: words.slice(0, MOST_PAPER_LETTERS) }, 'words');
}
const takeAway = () => emit('change', { put: [], drop: [props.object.id] }, `${props.object.id} gone`);
const moveBy = (x: number, y: number, joins: string) => put({ x: onPage(props.object.x + x), y: onPage(props.object.y + y) }, joins);

const KEYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function key(event: KeyboardEvent): void {
  if (!props.may) return;
  const by = KEYS[event.key];
  const step = event.shiftKey ? STEP.fine : STEP.coarse;
  if (by) moveBy(by[0] * step, by[1] * step * props.ratio, 'moved');
  else if (event.key === 'Delete' || event.key === 'Backspace') takeAway();
  else if (event.key === 'Enter' && text.value) field.value?.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Moved or made wider by its handle. */
let held: { x: number; y: number; object: { x: number; y: number; width?: number }; how: 'move' | 'width'; name: string } | null = null;
function hold(event: PointerEvent, how: 'move' | 'width'): void {
  if (!props.may || event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  held = { x: event.clientX, y: event.clientY, object: { ...props.object }, how, name: `dragged ${Date.now()}` };
}
function drag(event: PointerEvent): void {
  const page = box.value?.parentElement?.getBoundingClientRect();
  if (!held || !page) return;
  const by = { x: ((event.clientX - held.x) / page.width) * PAPER_SIDE, y: ((event.clientY - held.y) / page.height) * PAPER_SIDE };
  if (held.how === 'move') put({ x: onPage(held.object.x + by.x), y: onPage(held.object.y + by.y) }, held.name);
  else put({ width: Math.min(PAPER_SIDE - held.object.x, Math.max(LEAST_WIDTH, Math.round(held.object.width! + by.x))) }, held.name);
}
const letGo = () => (held = null);
function leave(): void {
  if (blank.value !== null) takeAway();
  blank.value = null;
  emit('left');
}
onMounted(() => props.fresh && field.value?.focus());
</script>

<template>
  <div
    ref="box"
    class="box"
    :class="[object.kind, { may }]"
    :style="place"
    :tabindex="may ? 0 : undefined"
    role="group"
    :aria-label="name"
    @keydown.self="key"
    @focusout="leave"
    @pointerdown.self="object.kind !== 'text' && hold($event, 'move')"
    @pointermove="drag"
    @pointerup="letGo"
    @pointercancel="letGo"
  >
    <div
      v-if="text"
      class="words"
      :data-words="blank ?? text.text"
      :style="{ fontSize: `${text.size / 100}cqw`, color: INK_COLOURS[text.ink] }"
    >
      <Textarea
        v-if="may"
        ref="field"
        class="written"
        :value="blank ?? text.text"
        :rows="1"
        :maxlength="MOST_PAPER_LETTERS"
        :aria-label="t('paper.words')"
        dir="auto"
        @update:value="write"
        @keydown.esc.stop="box?.focus()"
      /><span v-else class="written" dir="auto">{{ text.text }}</span>
    </div>
    <svg v-else-if="outlines.length > 0" viewBox="0 0 100 100" aria-hidden="true">
      <path v-for="[colour, outline] in outlines" :key="outline" :d="outline" :fill="colour" />
    </svg>
    <img v-else-if="object.kind === 'sticker'" :src="fileAddress(object.sticker, 'inline')" :alt="name" draggable="false" />
    <div v-if="may" class="handles">
      <span v-if="text" class="handle" aria-hidden="true" @pointerdown="hold($event, 'move')"
        ><svg viewBox="0 0 24 24"><path d="M12 2l4 4h-3v5h5V8l4 4-4 4v-3h-5v5h3l-4 4-4-4h3v-5H6v3l-4-4 4-4v3h5V6H8z" /></svg></span
      ><Button size="small" class="away" :aria-label="t('paper.takeAway', { name })" @click.stop="takeAway">×</Button>
      <span v-if="text" class="handle wide" aria-hidden="true" @pointerdown="hold($event, 'width')"
        ><svg viewBox="0 0 24 24"><path d="M2 12l5-5v4h10V7l5 5-5 5v-4H7v4z" /></svg
      ></span>
    </div>
  </div>
</template>

<style scoped>
.box {
  position: absolute;
  border-radius: 3px;
}
.box:not(.may) {
  pointer-events: none;
}
.box.sign,
.box.sticker {
  aspect-ratio: 1;
  touch-action: none;
  cursor: move;
}
.box.may:hover,
.box.may:focus-within {
  outline: 1px dashed var(--palette-ink-3);
  outline-offset: 2px;
}
.box:focus-visible {
  outline: 3px solid var(--focus);
}
svg,
img {
  display: block;
  inline-size: 100%;
  block-size: 100%;
  object-fit: contain;
  pointer-events: none;
}
/* The box is as high as its words, which lie in it once more, unseen. */
.words {
  display: grid;
  line-height: 1.3;
  font-family: var(--font);
}
.words::after {
  content: attr(data-words) ' ';
  visibility: hidden;
}
.words::after,
.words .written {
  grid-area: 1 / 1;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  min-inline-size: 0;
}
.words .written.ant-input {
  font: inherit;
  color: inherit;
  line-height: inherit;
  min-block-size: 0;
  block-size: 100%;
  padding: 0;
  border: 0;
  border-radius: 0;
  background: transparent;
  box-shadow: none;
  resize: none;
  overflow: hidden;
}
.handles {
  display: none;
  position: absolute;
  inset-block-end: 100%;
  left: 0;
  gap: 4px;
  padding-block-end: 5px;
}
.box:hover .handles,
.box:focus-within .handles {
  display: flex;
}
.handle,
.away.ant-btn {
  inline-size: 28px;
  block-size: 28px;
  min-inline-size: 0;
  padding: 0;
  border: 1px solid var(--field-line);
  border-radius: 6px;
  background: var(--surface);
  color: var(--text);
  touch-action: none;
  cursor: move;
}
.handle svg {
  fill: var(--text-2);
  padding: 5px;
}
.handle.wide {
  cursor: ew-resize;
}
.away.ant-btn {
  cursor: pointer;
  font-size: 17px;
  line-height: 1;
}
@media (pointer: coarse) {
  .handle,
  .away.ant-btn {
    inline-size: 44px;
    block-size: 44px;
  }
}
</style>
