<script setup lang="ts">
/** Everybody on one line of percentages: a lozenge each, filled by how far off course it is, beside the pass line and the bands. */
import { computed } from 'vue';

export interface LineMark {
  id: string;
  value: number;
  /** filled: off; half: near; outline: well; dotted: not known */
  look: 'filled' | 'half' | 'outline' | 'dotted';
  label: string;
  faded: boolean;
}
const props = defineProps<{
  marks: readonly LineMark[];
  passLine: number;
  passLabel: string;
  bands: readonly { name: string; from: number }[];
  label: string;
}>();
const emit = defineEmits<{ open: [string] }>();

const WIDTH = 1000;
const SIDE = 7;
const x = (value: number) => 14 + (Math.min(100, Math.max(0, value)) / 100) * (WIDTH - 28);
// Whoever would cover somebody else stands above them.
const placed = computed(() => {
  const rows: number[] = [];
  return [...props.marks]
    .sort((a, b) => a.value - b.value)
    .map((mark) => {
      const at = x(mark.value);
      let row = rows.findIndex((last) => at - last >= 2 * SIDE + 1);
      if (row < 0) row = rows.length;
      rows[row] = at;
      return { ...mark, at, row };
    });
});
const height = computed(() => Math.max(1, ...placed.value.map(({ row }) => row + 1)) * (2 * SIDE + 2) + 10);
const diamond = (side: number) => `M0 ${-side}L${side} 0L0 ${side}L${-side} 0z`;
</script>

<template>
  <div class="number-line">
    <svg :viewBox="`0 0 ${WIDTH} ${height + 40}`" role="group" :aria-label="label">
      <line class="axis" x1="14" :x2="WIDTH - 14" :y1="height" :y2="height" />
      <g v-for="tick in 11" :key="tick">
        <line class="tick" :x1="x((tick - 1) * 10)" :x2="x((tick - 1) * 10)" :y1="height" :y2="height + 5" />
        <text class="scale" :x="x((tick - 1) * 10)" :y="height + 19">{{ (tick - 1) * 10 }}</text>
      </g>
      <g v-for="band in bands" :key="band.name">
        <line class="band" :x1="x(band.from)" :x2="x(band.from)" :y1="height - 8" :y2="height + 5" />
        <text class="name" :x="x(band.from) + 4" :y="height + 35">{{ band.name }}</text>
      </g>
      <g class="pass">
        <line :x1="x(passLine)" :x2="x(passLine)" y1="2" :y2="height + 5" />
        <title>{{ passLabel }}</title>
      </g>
      <g
        v-for="mark in placed"
        :key="mark.id"
        class="mark"
        :class="[mark.look, { faded: mark.faded }]"
        :transform="`translate(${mark.at} ${height - SIDE - 2 - mark.row * (2 * SIDE + 2)})`"
        role="link"
        tabindex="0"
        :aria-label="mark.label"
        @click="emit('open', mark.id)"
        @keydown.enter="emit('open', mark.id)"
      >
        <title>{{ mark.label }}</title>
        <path :d="diamond(SIDE)" />
        <path v-if="mark.look === 'half'" class="half-fill" :d="`M0 ${-SIDE}L0 ${SIDE}L${-SIDE} 0z`" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.number-line {
  overflow: hidden;
}
svg {
  inline-size: 100%;
  block-size: auto;
  display: block;
  direction: ltr;
}
.axis,
.tick {
  stroke: var(--text-3);
  stroke-width: 1.5;
}
.band {
  stroke: var(--line);
  stroke-width: 2;
}
.pass line {
  stroke: var(--text);
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
text {
  fill: var(--text-2);
  font: 13px var(--font);
}
.scale {
  text-anchor: middle;
}
.name {
  fill: var(--text-3);
}
.mark {
  cursor: pointer;
}
.mark path {
  stroke: var(--text-2);
  stroke-width: 1.5;
  fill: var(--surface);
}
.mark.filled path {
  fill: var(--alarm);
  stroke: var(--alarm);
}
.mark.half .half-fill {
  fill: var(--now);
}
.mark.outline path {
  fill: var(--surface);
}
.mark.dotted path {
  stroke-dasharray: 2 2;
}
.mark.faded {
  opacity: 0.22;
}
.mark:focus-visible {
  outline: none;
}
.mark:focus-visible path:first-of-type,
.mark:hover path:first-of-type {
  stroke: var(--focus);
  stroke-width: 4;
}
</style>
