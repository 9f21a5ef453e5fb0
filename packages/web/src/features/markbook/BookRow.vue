<script setup lang="ts">
/** One student's row: name and total stand still, the cells that are in sight beside them. */
import { writtenNumber, type BookCell, type BookColumn, type Viewpoint, type PieceState, type Scheme } from '@jolly/core';
import { computed } from 'vue';
import { language } from '../../time/format';
import { useWords } from '../../ui/use-words';
import { shownCell } from './cell-shown';
import { same, type Drawn } from './drawn-cell';
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
  viewpoint: Viewpoint;
  /** counts up when a cell or a total of the row has changed */
  tick: number;
  pending: Record<number, string>;
  /** columns of the row that are selected, both included */
  from: number;
  to: number;
  active: number;
  wrong: ReadonlySet<number>;
  /** the words of the flags, for who cannot see them */
  stateWords: Record<PieceState, string>;
}>();

const { t } = useWords();
function draw({ index, start, shown }: InSight): Drawn {
  const picked = index >= props.from && index <= props.to;
  const classes = ['cell', picked && 'picked', index === props.active && 'active'];
  const at = { index, key: shown.key, style: `inset-inline-start:${start}px;inline-size:${shown.width}px`, picked };
  if (shown.kind !== 'work')
    return {
      ...at,
      classes: [...classes, 'result'].filter(Boolean).join(' '),
      flag: null,
      absent: false,
      text: writtenNumber(language(), props.results(shown)),
      off: '',
    };
  const [cell, work] = [props.cells[shown.column] ?? null, props.works[shown.column] ?? null];
  const { flag, absent, text, off, counted, correction } = shownCell(cell, work, props.viewpoint, props.scheme);
  const waiting = props.pending[shown.column];
  classes.push(
    (cell === null || work === null) && 'none',
    counted && 'counted',
    correction && 'correction',
    waiting !== undefined && 'waiting',
    props.wrong.has(shown.column) && 'wrong',
  );
  return { ...at, classes: classes.filter(Boolean).join(' '), flag, absent, text: waiting ?? text, off: waiting === undefined ? off : '' };
}
// A cell that is drawn as before is the same object as before, and is passed over whole when the row is drawn.
let before = new Map<string, Drawn>();
const drawn = computed(() => {
  void props.tick;
  const next = new Map<string, Drawn>();
  for (const column of props.columns) {
    const now = draw(column);
    const was = before.get(now.key);
    next.set(now.key, was && same(was, now) ? was : now);
  }
  before = next;
  return [...next.values()];
});
</script>

<template>
  <div class="row-of-book" role="row" :aria-rowindex="index + 2" :style="{ inlineSize: `${width}px` }">
    <div class="still">
      <div class="who clip" role="rowheader" :aria-colindex="1" dir="auto" :title="note ? `${name} · ${note}` : name">
        {{ name }}<span v-if="note" class="muted small note-of">{{ note }}</span>
      </div>
      <div class="total" role="gridcell" :aria-colindex="2">{{ writtenNumber(language(), total) }}</div>
    </div>
    <div
      v-for="one in drawn"
      :id="`cell-${index}-${one.index}`"
      :key="one.key"
      v-memo="[one, index]"
      :class="one.classes"
      role="gridcell"
      :aria-colindex="one.index + 3"
      :aria-selected="one.picked"
      :data-place="`${index} ${one.index}`"
      :style="one.style"
    >
      <svg v-if="one.flag" class="flag" role="img" :aria-label="stateWords[one.flag]"><use :href="`#flag-${one.flag}`" /></svg
      ><span v-if="one.absent" class="absent">{{ t('book.absentShort') }}</span
      >{{ one.text }}<small v-if="one.off">{{ one.off }}</small>
    </div>
  </div>
</template>

<style scoped>
.row-of-book {
  position: absolute;
  inset-inline-start: 0;
  top: 0;
  block-size: 33px;
  contain: layout style;
}
.still {
  position: sticky;
  inset-inline-start: 0;
  z-index: 2;
  inline-size: 246px;
  block-size: 33px;
  display: flex;
  background: var(--surface);
  border-inline-end: 2px solid var(--text);
}
.who {
  inline-size: 168px;
  padding: 6px 9px;
  font-weight: 550;
  border-block-end: 1px solid var(--line-2);
}
.note-of {
  margin-inline-start: 6px;
  font-weight: 400;
}
.total {
  inline-size: 78px;
  padding: 6px 9px;
  text-align: end;
  font-weight: 700;
  background: var(--surface-2);
  border-block-end: 1px solid var(--line);
  border-inline-start: 1px solid var(--line-2);
  overflow: hidden;
  white-space: nowrap;
}
.cell {
  position: absolute;
  top: 0;
  block-size: 33px;
  padding: 6px 9px;
  line-height: 20px;
  text-align: end;
  unicode-bidi: plaintext;
  white-space: nowrap;
  border-block-end: 1px solid var(--line-2);
  border-inline-end: 1px solid var(--line-2);
  background: var(--surface);
  cursor: cell;
  user-select: none;
  contain: strict;
}
.flag {
  position: absolute;
  inset-inline-start: 9px;
  top: 9px;
  inline-size: 15px;
  block-size: 15px;
}
[dir='rtl'] .flag {
  transform: scaleX(-1);
}
.cell small {
  color: var(--alarm-text);
  font-size: 12px;
  margin-inline-start: 5px;
}
.counted {
  color: var(--text-3);
}
.none {
  background: var(--page);
}
.result {
  font-weight: 650;
  background: var(--surface-2);
  cursor: default;
}
.picked {
  background: var(--surface-now);
}
.active {
  box-shadow: inset 0 0 0 2px var(--now);
  background: var(--surface-now);
}
.waiting {
  color: var(--text-3);
  font-style: italic;
}
.correction {
  text-decoration: underline dotted var(--now) 2px;
  text-underline-offset: 4px;
}
.wrong {
  box-shadow: inset 0 0 0 2px var(--alarm);
}
.absent {
  position: absolute;
  inset-inline-start: 28px;
  top: 6px;
  font-size: 11.5px;
  color: var(--text-2);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 0 3px;
}
</style>
