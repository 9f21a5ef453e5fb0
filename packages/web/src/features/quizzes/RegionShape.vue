<script setup lang="ts">
/** A part of a picture, drawn over it. */
import type { Region } from '@jolly/core';
import { computed } from 'vue';

const props = defineProps<{ region: Region; label: string }>();
const at = computed(() => {
  const { region } = props;
  if (region.shape === 'rect') return [region.x, region.y] as const;
  return region.shape === 'ellipse' ? ([region.cx - region.rx, region.cy] as const) : region.points[0]!;
});
</script>

<template>
  <svg class="region" viewBox="0 0 10000 10000" preserveAspectRatio="none" aria-hidden="true">
    <rect v-if="region.shape === 'rect'" :x="region.x" :y="region.y" :width="region.w" :height="region.h" />
    <ellipse v-else-if="region.shape === 'ellipse'" :cx="region.cx" :cy="region.cy" :rx="region.rx" :ry="region.ry" />
    <polygon v-else :points="region.points.map(([x, y]) => `${x},${y}`).join(' ')" />
  </svg>
  <span v-if="label" class="n" :style="{ left: `${at[0] / 100}%`, top: `${at[1] / 100}%` }" aria-hidden="true">{{ label }}</span>
</template>

<style scoped>
.region {
  position: absolute;
  inset: 0;
  inline-size: 100%;
  block-size: 100%;
  pointer-events: none;
}
.region > * {
  fill: rgb(244 169 31 / 28%);
  stroke: #14262e;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.n {
  position: absolute;
  font: 650 12px/1 var(--font);
  background: #14262e;
  color: #fffefb;
  padding: 2px 5px;
  border-radius: 4px;
  pointer-events: none;
}
</style>
