<script setup lang="ts">
/** One student's row: name and total stand still, the cells that are in sight beside them. */
import type { BookCell, BookColumn, Eyes, Scheme } from '@jolly/core';
import { computed } from 'vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { shownCell } from './cell-shown';
import type { ViewColumn } from './use-view';

interface InSight {
  index: number;
  start: number;
  shown: ViewColumn;
}
const props = defineProps<{
  index: number;
  name: string;
  note: string;
  total: string;
  columns: readonly InSight[];
  width: number;
  cells: readonly (BookCell | null)[];
  works: readonly (BookColumn | null)[];
  results: (column: ViewColumn) => string;
  scheme: Scheme;
  eyes: Eyes;
  /** counts up when a cell or a total of the row has changed */
  tick: number;
  pending: Record<number, string>;
  /** columns of the row that are selected, both included */
  from: number;
  to: number;
  active: number;
  wrong: ReadonlySet<number>;
}>();

const { t } = useWords();
const drawn = computed(() => {
  void props.tick;
  return props.columns.map(({ index, start, shown }) => {
    const style = { insetInlineStart: `${start}px`, inlineSize: `${shown.width}px` };
    const picked = index >= props.from && index <= props.to;
    const classes = { picked, active: index === props.active };
    if (shown.kind !== 'work') return { index, key: shown.key, style, classes: { ...classes, result: true }, cell: null, text: props.results(shown), off: '', work: -1 };
    const cell = shownCell(props.cells[shown.column] ?? null, props.works[shown.column] ?? null, props.eyes, props.scheme);
    const waiting = props.pending[shown.column];
    return {
      ...{ index, key: shown.key, style, cell, work: shown.column },
      classes: { ...classes, none: props.works[shown.column] == null || props.cells[shown.column] == null, counted: cell.counted, waiting: waiting !== undefined, correction: cell.correction, wrong: props.wrong.has(shown.column) },
      text: waiting ?? cell.text,
      off: waiting === undefined ? cell.off : '',
    };
  });
});
</script>

<template>
  <div class="row-of-book" role="row" :aria-rowindex="index + 2" :style="{ inlineSize: `${width}px` }">
    <div class="still">
      <div class="who clip" role="rowheader" :aria-colindex="1" dir="auto" :title="note ? `${name} · ${note}` : name">{{ name }}<span v-if="note" class="muted small"> {{ note }}</span></div>
      <div class="total" role="gridcell" :aria-colindex="2">{{ total }}</div>
    </div>
    <div v-for="one in drawn" :id="`cell-${index}-${one.index}`" :key="one.key" class="cell" role="gridcell" :aria-colindex="one.index + 3" :aria-selected="one.classes.picked" :data-place="`${index} ${one.index}`" :class="one.classes" :style="one.style">
      <SignalFlag v-if="one.cell?.flag" :state="one.cell.flag" :label="t(`state.${one.cell.flag}`)" /><span v-if="one.cell?.absent" class="absent">{{ t('book.absentShort') }}</span><span class="text" dir="auto">{{ one.text }}<small v-if="one.off">{{ one.off }}</small></span>
    </div>
  </div>
</template>

<style scoped>
.row-of-book { position: absolute; inset-inline-start: 0; top: 0; block-size: 33px; contain: layout style; }
.still { position: sticky; inset-inline-start: 0; z-index: 2; inline-size: 246px; block-size: 33px; display: flex; background: var(--surface); border-inline-end: 2px solid var(--text); }
.who { inline-size: 168px; padding: 6px 9px; font-weight: 550; border-block-end: 1px solid var(--line-2); }
.total { inline-size: 78px; padding: 6px 9px; text-align: end; font-weight: 700; background: var(--surface-2); border-block-end: 1px solid var(--line); border-inline-start: 1px solid var(--line-2); overflow: hidden; white-space: nowrap; }
.cell { position: absolute; top: 0; block-size: 33px; padding: 5px 9px; display: flex; align-items: center; gap: 6px; border-block-end: 1px solid var(--line-2); border-inline-end: 1px solid var(--line-2); background: var(--surface); cursor: cell; user-select: none; }
.text { flex: 1; text-align: end; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.text small { color: var(--alarm-text); font-size: 12px; margin-inline-start: 5px; }
.counted .text { color: var(--text-3); }
.none { background: var(--page); }
.result { font-weight: 650; background: var(--surface-2); cursor: default; }
.picked { background: var(--surface-now); }
.active { box-shadow: inset 0 0 0 2px var(--now); background: var(--surface-now); }
.waiting .text { color: var(--text-3); font-style: italic; }
.correction .text { text-decoration: underline dotted var(--now) 2px; text-underline-offset: 4px; }
.wrong { box-shadow: inset 0 0 0 2px var(--alarm); }
.absent { font-size: 11.5px; color: var(--text-2); border: 1px solid var(--line); border-radius: 4px; padding: 0 3px; }
</style>
