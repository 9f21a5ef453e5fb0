<script setup lang="ts">
/** The heads of the grid: names of groups to fold, titles of columns with what belongs to them. */
import type { Viewpoint } from '@jolly/core';
import { useWords } from '../../ui/use-words';
import type { GridHead } from './use-grid-heads';
import type { View, ViewColumn } from './use-view';

defineProps<{
  heads: readonly GridHead[];
  groups: View['columns']['value']['groups'];
  shown: readonly ViewColumn[];
  starts: readonly number[];
  width: number;
  height: number;
  viewpoint: Viewpoint;
}>();
defineEmits<{ column: [ViewColumn]; fold: [string] }>();
const { t } = useWords();
</script>

<template>
  <div class="heads" role="row" aria-rowindex="1" :style="{ inlineSize: `${width}px`, blockSize: `${height}px` }">
    <div class="still">
      <div class="who" role="columnheader" :aria-colindex="1">{{ t('book.student') }}</div>
      <div class="total" role="columnheader" :aria-colindex="2">
        <span>{{ t('book.total') }}</span><span class="small viewpoint">{{ t(`book.totalIs.${viewpoint}`) }}</span>
      </div>
    </div>
    <div
      v-for="one in groups"
      :key="`group ${one.key}`"
      class="group"
      role="presentation"
      :style="{
        insetInlineStart: `${starts[one.first]}px`,
        inlineSize: `${shown.slice(one.first, one.first + one.count).reduce((sum, each) => sum + each.width, 0)}px`,
      }"
    >
      <button v-if="one.foldable" type="button" class="fold" :aria-expanded="!one.folded" @click="$emit('fold', one.key)">
        <span aria-hidden="true">{{ one.folded ? '▸' : '▾' }}</span> <span dir="auto">{{ one.name }}</span></button
      ><span v-else dir="auto">{{ one.name || t('book.under') }}</span>
    </div>
    <div v-for="one in heads" :key="one.key" class="head" role="columnheader" :aria-colindex="one.index + 3" :style="one.style">
      <button type="button" class="title" tabindex="-1" :title="one.title" @click="$emit('column', one.column)">
        <span dir="auto">{{ one.title }}</span>
      </button>
      <span class="sub">{{ one.sub }}</span>
      <svg class="bars" viewBox="0 0 80 17" aria-hidden="true"><path :d="one.bars" /></svg>
    </div>
  </div>
</template>

<style scoped src="./grid-edge.css"></style>

<style scoped>
.heads {
  position: sticky;
  top: 0;
  z-index: 4;
  flex: none;
  background: var(--page);
  border-block-end: 1px solid var(--line);
}
.viewpoint {
  font-weight: 400;
  color: var(--text-3);
  font-size: 11.5px;
  line-height: 1.25;
}
.group {
  position: absolute;
  top: 0;
  block-size: 20px;
  border-inline-start: 1px solid var(--line);
  padding-inline-start: 8px;
  font-size: 12.5px;
  color: var(--text-2);
  overflow: clip;
  white-space: nowrap;
  background: var(--surface-2);
}
.fold {
  background: none;
  border: 0;
  padding: 0;
  font-weight: 600;
  color: inherit;
  cursor: pointer;
  position: sticky;
  inset-inline-start: 254px;
}
.head {
  position: absolute;
  bottom: 0;
  block-size: 76px;
  padding: 0 9px 4px;
  border-inline-end: 1px solid var(--line-2);
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  overflow: hidden;
}
.title {
  background: none;
  border: 0;
  padding: 0;
  text-align: start;
  font-weight: 600;
  font-size: 13.5px;
  line-height: 1.15;
  color: var(--text);
  cursor: pointer;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  overflow-wrap: anywhere;
}
.title:hover {
  text-decoration: underline;
}
.sub {
  font-size: 11.5px;
  color: var(--text-3);
  white-space: nowrap;
  overflow: hidden;
  min-block-size: 15px;
}
.bars {
  inline-size: 80px;
  block-size: 17px;
  flex: none;
}
.bars path {
  fill: var(--hue-0);
  opacity: 0.55;
}
</style>
