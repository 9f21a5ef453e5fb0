<script setup lang="ts">
/** The foot of the grid: the middle, or the average, of each column in sight. */
import { useWords } from '../../ui/use-words';
import type { GridHead } from './use-grid-heads';
import type { View } from './use-view';

defineProps<{ heads: readonly GridHead[]; total: string; by: View['choices']['value']['middle']; width: number; rowindex: number }>();
defineEmits<{ by: [] }>();
const { t, number } = useWords();
</script>

<template>
  <div class="foot" role="row" :aria-rowindex="rowindex" :style="{ inlineSize: `${width}px` }">
    <div class="still">
      <div class="who" role="rowheader" :aria-colindex="1">
        <button type="button" class="plain-button" tabindex="-1" @click="$emit('by')">{{ t(`book.${by}`) }}</button>
      </div>
      <div class="total" role="gridcell" :aria-colindex="2">{{ number(total) }}</div>
    </div>
    <div v-for="one in heads" :key="one.key" class="cell" role="gridcell" :aria-colindex="one.index + 3" :style="one.style">
      {{ one.middle }}
    </div>
  </div>
</template>

<style scoped src="./grid-edge.css"></style>

<style scoped>
.foot {
  position: sticky;
  bottom: 0;
  z-index: 4;
  block-size: 33px;
  flex: none;
  margin-block-start: auto;
  background: var(--surface-2);
  border-block-start: 1px solid var(--line);
  color: var(--text-2);
  font-weight: 600;
}
.foot .still {
  background: var(--surface-2);
}
.foot .cell {
  position: absolute;
  top: 0;
  padding: 6px 9px;
  text-align: end;
  border-inline-end: 1px solid var(--line-2);
  block-size: 33px;
  white-space: nowrap;
  overflow: hidden;
}
.foot .total {
  font-size: inherit;
}
.plain-button {
  background: none;
  border: 0;
  padding: 0;
  font-weight: 600;
  color: inherit;
  cursor: pointer;
  white-space: nowrap;
}
.plain-button:hover {
  text-decoration: underline;
}
</style>
