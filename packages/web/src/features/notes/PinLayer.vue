<script setup lang="ts">
/** Over a picture or a page: pins, areas and pen strokes. Counted in thousandths, so turning and zooming leave them where they are. */
import type { AreaPlace, PenPlace, Place } from '@jolly/core';
import type { MarginNote } from '@jolly/server/contract';
import { computed, ref } from 'vue';

const props = defineProps<{
  fileId: string;
  page: number;
  notes: readonly MarginNote[];
  numbers: Record<string, number>;
  active: string | null;
  /** what is being placed or written */ draft: Place | null;
  tool: 'none' | 'pin' | 'pen';
}>();
const emit = defineEmits<{ place: [AreaPlace]; strokes: [number[]]; open: [string] }>();
const LEAST_AREA = 12;

const svg = ref<SVGSVGElement | null>(null);
const going = ref<number[] | null>(null);
const here = computed(() =>
  props.notes.flatMap((note) =>
    note.here &&
    note.here.kind !== 'text' &&
    note.here.kind !== 'moment' &&
    note.here.fileId === props.fileId &&
    note.here.page === props.page
      ? [{ id: note.id, place: note.here, settled: note.settledAt !== null }]
      : [],
  ),
);
const areas = computed(() => [
  ...here.value.flatMap((one) => (one.place.kind === 'area' ? [{ ...one, place: one.place as AreaPlace }] : [])),
  ...(props.draft?.kind === 'area' && props.draft.fileId === props.fileId && props.draft.page === props.page
    ? [{ id: 'draft', place: props.draft, settled: false }]
    : []),
]);
const pens = computed(() => here.value.flatMap((one) => (one.place.kind === 'pen' ? [{ ...one, place: one.place as PenPlace }] : [])));
const path = (points: readonly number[]) =>
  points.reduce((made, value, index) => made + (index % 2 === 0 ? `${index === 0 ? 'M' : 'L'}${value} ` : `${value} `), '');

/** The place under the pointer in thousandths, however the page is turned. */
function at(event: PointerEvent): [number, number] {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.value!.getScreenCTM()!.inverse());
  return [Math.round(Math.min(1000, Math.max(0, point.x))), Math.round(Math.min(1000, Math.max(0, point.y)))];
}
function down(event: PointerEvent): void {
  if (props.tool === 'none' || event.button !== 0) return;
  event.preventDefault();
  svg.value?.setPointerCapture(event.pointerId);
  going.value = at(event);
}
function move(event: PointerEvent): void {
  if (!going.value) return;
  const [x, y] = at(event);
  if (props.tool === 'pen') {
    const [lastX, lastY] = going.value.slice(-2) as [number, number];
    if (Math.abs(x - lastX) + Math.abs(y - lastY) >= 3) going.value = [...going.value, x, y];
  } else going.value = [...going.value.slice(0, 2), x, y];
}
function up(event: PointerEvent): void {
  const points = going.value;
  going.value = null;
  if (!points) return;
  const [x, y] = at(event);
  if (props.tool === 'pen') return emit('strokes', points.length > 2 ? points : [...points, x, y]);
  const [fromX, fromY] = points as [number, number];
  const [width, height] = [Math.abs(x - fromX), Math.abs(y - fromY)];
  const area = width >= LEAST_AREA && height >= LEAST_AREA;
  emit('place', {
    kind: 'area',
    fileId: props.fileId,
    page: props.page,
    x: area ? Math.min(x, fromX) : x,
    y: area ? Math.min(y, fromY) : y,
    width: area ? width : 0,
    height: area ? height : 0,
  });
}
const drawn = computed(() =>
  going.value && props.tool === 'pin' && going.value.length === 4
    ? {
        x: Math.min(going.value[0]!, going.value[2]!),
        y: Math.min(going.value[1]!, going.value[3]!),
        width: Math.abs(going.value[2]! - going.value[0]!),
        height: Math.abs(going.value[3]! - going.value[1]!),
      }
    : null,
);
const percent = (value: number) => `${value / 10}%`;
</script>

<template>
  <div class="layer">
    <svg
      ref="svg"
      viewBox="0 0 1000 1000"
      preserveAspectRatio="none"
      :class="`tool-${tool}`"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="going = null"
    >
      <g v-for="one in pens" :key="one.id" :data-pin="one.id" @click="emit('open', one.id)">
        <path
          v-for="(stroke, index) in one.place.strokes"
          :key="index"
          class="stroke"
          :class="{ active: one.id === active }"
          :d="path(stroke)"
          vector-effect="non-scaling-stroke"
        />
      </g>
      <template v-for="one in areas" :key="one.id">
        <rect
          v-if="one.place.width > 0"
          class="area"
          :class="{ active: one.id === active || one.id === 'draft' }"
          v-bind="{ x: one.place.x, y: one.place.y, width: one.place.width, height: one.place.height }"
          vector-effect="non-scaling-stroke"
          @click="emit('open', one.id)"
        />
      </template>
      <rect v-if="drawn" class="area active" v-bind="drawn" vector-effect="non-scaling-stroke" />
      <path v-if="going && tool === 'pen'" class="stroke" :d="path(going)" vector-effect="non-scaling-stroke" />
    </svg>
    <button
      v-for="one in areas"
      :key="one.id"
      type="button"
      class="pin"
      :class="{ active: one.id === active || one.id === 'draft', settled: one.settled }"
      :data-pin="one.id"
      :style="{ left: percent(one.place.x), top: percent(one.place.y) }"
      @click.stop="emit('open', one.id)"
    >
      {{ numbers[one.id] ?? '+' }}
    </button>
  </div>
</template>

<style scoped>
.layer {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
svg {
  position: absolute;
  inset: 0;
  inline-size: 100%;
  block-size: 100%;
}
svg.tool-pin,
svg.tool-pen {
  pointer-events: auto;
  cursor: crosshair;
  touch-action: none;
}
.area,
g {
  pointer-events: auto;
  cursor: pointer;
}
.area {
  fill: color-mix(in srgb, var(--now) 16%, transparent);
  stroke: var(--now);
  stroke-width: 2px;
}
.area.active {
  stroke-width: 4px;
}
.stroke {
  fill: none;
  stroke: #d8452e;
  stroke-width: 3px;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.stroke.active {
  stroke-width: 5px;
}
.pin {
  position: absolute;
  transform: translate(-50%, -50%);
  inline-size: 24px;
  block-size: 24px;
  border-radius: 12px 12px 12px 2px;
  border: 2px solid var(--palette-sheet);
  background: var(--palette-marigold);
  color: var(--palette-ink);
  font: 650 12px var(--font);
  padding: 0;
  cursor: pointer;
  pointer-events: auto;
}
.pin.active {
  outline: 3px solid var(--focus);
}
.pin.settled {
  background: var(--surface-2);
  color: var(--text-2);
}
</style>
