<script setup lang="ts">
/** The dial: a 240° arc with the stretch from at least to at most, strong up to the present pace, a tick at the pass line, the needle and the number. All in percent. */
import { computed } from 'vue';
import { useWords } from './use-words';

const props = defineProps<{
  percent: string | number | null;
  atLeast: number | null;
  atMost: number | null;
  atPace?: number | null;
  passLine?: number | null;
  label: string;
  empty: string;
}>();

const { percent: written } = useWords();
const at = computed(() => (props.percent === null ? null : Number(props.percent)));

const angle = (value: number) => ((-120 + (240 * Math.min(100, Math.max(0, value))) / 100) * Math.PI) / 180;
const point = (value: number, radius: number) =>
  `${(60 + radius * Math.sin(angle(value))).toFixed(1)} ${(62 - radius * Math.cos(angle(value))).toFixed(1)}`;
const arc = (from: number, to: number) => `M${point(from, 48)}A48 48 0 ${to - from > 75 ? 1 : 0} 1 ${point(to, 48)}`;

const reach = computed(() =>
  props.atLeast === null || props.atMost === null || props.atMost - props.atLeast < 0.5 ? null : arc(props.atLeast, props.atMost),
);
const strong = computed(() => {
  const to = props.atPace ?? at.value;
  if (to === null) return null;
  const from = props.atLeast ?? 0;
  return to - from < 0.5 ? null : arc(from, to);
});
const tick = computed(() => (props.passLine == null ? null : `M${point(props.passLine, 40)}L${point(props.passLine, 56)}`));
const needle = computed(() =>
  at.value === null ? null : `M${point(at.value, 57)}L${point(at.value - 4, 35)}L${point(at.value + 4, 35)}z`,
);
</script>

<template>
  <svg class="dial" viewBox="0 0 120 106" role="img" :aria-label="percent === null ? empty : `${written(percent)} ${label}`">
    <path class="track" :d="arc(0, 100)" />
    <path v-if="reach" class="reach" :d="reach" />
    <path v-if="strong" class="strong" :d="strong" />
    <path v-if="tick" class="tick" :d="tick" />
    <path v-if="needle" class="needle" :d="needle" />
    <text v-if="percent !== null" class="figure" x="60" y="71">{{ written(percent) }}</text>
    <text class="label" x="60" :y="percent === null ? 66 : 88">{{ percent === null ? empty : label }}</text>
  </svg>
</template>

<style scoped>
.dial {
  width: 100%;
  max-width: 250px;
  display: block;
  margin-inline: auto;
}
path {
  fill: none;
  stroke-width: 11;
}
.track {
  stroke: var(--dial-track);
}
.reach {
  stroke: var(--dial-reach);
}
.strong {
  stroke: var(--dial-strong);
}
.tick {
  stroke: var(--text);
  stroke-width: 2;
}
.needle {
  fill: var(--text);
  stroke: none;
}
text {
  text-anchor: middle;
  fill: var(--text);
}
.figure {
  font: 700 22px var(--font-head);
}
.label {
  font: 11.5px var(--font);
  fill: var(--text-3);
}
</style>
