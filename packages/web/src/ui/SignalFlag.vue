<script setup lang="ts">
/** The flag of a state: its pattern says it without colour. Decorative beside its word; alone it carries a label. */
import type { PieceState } from '@jolly/core';

defineProps<{ state: PieceState; label?: string }>();
</script>

<template>
  <svg class="flag" viewBox="0 0 15 15" :role="label ? 'img' : undefined" :aria-label="label" :aria-hidden="label ? undefined : true">
    <g v-if="state === 'open' || state === 'notOpen' || state === 'inClass'">
      <rect class="outline" x="1" y="1" width="13" height="13" rx="2" />
      <path v-if="state === 'notOpen'" class="outline" d="M5 5v5M10 5v5" />
      <circle v-if="state === 'inClass'" class="dot" cx="7.5" cy="7.5" r="2.2" />
    </g>
    <g v-else-if="state === 'started'">
      <rect class="outline begun" x="1" y="1" width="13" height="13" rx="2" />
      <path class="in" d="M1 14V6l8 8z" />
    </g>
    <rect v-else-if="state === 'in'" class="in" x=".5" y=".5" width="14" height="14" rx="2" />
    <path v-else-if="state === 'inLate'" class="in" d="M.5 2.5a2 2 0 0 1 2-2h12l-4 7 4 7h-12a2 2 0 0 1-2-2z" />
    <g v-else-if="state === 'missing'">
      <rect class="outline gone" x="1" y="1" width="13" height="13" rx="2" />
      <path class="missing" d="M1 14L14 1v11a2 2 0 0 1-2 2z" />
    </g>
    <g v-else-if="state === 'sentBack'">
      <rect class="sent-back" x=".5" y=".5" width="14" height="14" rx="2" />
      <path class="chevron" d="M9.5 3.5L5 7.5l4.5 4" />
    </g>
    <g v-else-if="state === 'scored'">
      <rect class="held" x=".5" y=".5" width="14" height="14" rx="2" />
      <circle class="held-dot" cx="7.5" cy="7.5" r="2.6" />
    </g>
    <g v-else-if="state === 'returned'">
      <rect class="returned" x=".5" y=".5" width="14" height="14" rx="2" />
      <rect class="paper" x=".5" y="5.3" width="14" height="4.4" />
    </g>
    <rect v-else class="outline excused" x="1" y="1" width="13" height="13" rx="2" />
  </svg>
</template>

<style scoped>
.flag {
  width: 15px;
  height: 15px;
  flex: none;
  vertical-align: -2px;
}
.outline {
  fill: var(--flag-paper);
  stroke: var(--flag-outline);
  stroke-width: 1.6;
}
.begun {
  stroke: var(--flag-in);
}
.gone {
  stroke: var(--flag-missing);
}
.excused {
  fill: var(--flag-excused);
  stroke-dasharray: 2.4 2;
}
.in {
  fill: var(--flag-in);
}
.missing {
  fill: var(--flag-missing);
}
.sent-back {
  fill: var(--flag-sent-back);
}
.chevron {
  stroke: var(--flag-paper);
  stroke-width: 2.2;
  fill: none;
}
.held {
  fill: var(--flag-held);
}
.held-dot {
  fill: var(--flag-held-dot);
}
.returned {
  fill: var(--flag-returned);
}
.paper {
  fill: var(--flag-paper);
}
.dot {
  fill: var(--flag-outline);
}
[dir='rtl'] .flag {
  transform: scaleX(-1);
}
</style>
