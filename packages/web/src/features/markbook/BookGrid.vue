<script setup lang="ts">
/**
 * The grid: rows and columns drawn only where they are in sight, keys as in a spreadsheet. It knows what is selected
 * and what is being typed; what comes of it is the page's business.
 */
import { cellText, PIECE_STATES, totalText, type PieceState, type Viewpoint } from '@jolly/core';
import { computed, ref, watch } from 'vue';
import { useWords } from '../../ui/use-words';
import BookRow from './BookRow.vue';
import GridFoot from './GridFoot.vue';
import GridHeads from './GridHeads.vue';
import { cleared, clipboardText, filledDown, wishesIn } from './grid-edits';
import { gridCommand } from './grid-keys';
import type { Wish } from './spot';
import { type Book } from './use-book';
import { useGridHeads } from './use-grid-heads';
import { FOOT, ROW, useGridSight } from './use-grid-sight';
import { useGridTyping } from './use-grid-typing';
import { useSelection, type Place } from './use-selection';
import type { Totals } from './use-totals';
import type { View, ViewColumn } from './use-view';

const props = defineProps<{ book: Book; totals: Totals; view: View; viewpoint: Viewpoint; locked: boolean; wrong: ReadonlySet<string> }>();
const emit = defineEmits<{
  enter: [act: 'typed' | 'pasted' | 'filled', wishes: Wish[]];
  paste: [text: string];
  turn: ['undo' | 'redo'];
  open: [];
  legend: [];
  remark: [];
  column: [ViewColumn];
  fold: [string];
  middle: [];
}>();
const { t, name } = useWords();

/** Names of groups stand above the heads where columns stand in groups. */
const STRIP = 20;
const scroller = ref<HTMLElement | null>(null);
const shown = computed(() => props.view.columns.value.shown);
const groups = computed(() => props.view.columns.value.groups);
const strip = computed(() => (groups.value.length > 0 ? STRIP : 0));
const head = computed(() => 78 + strip.value);
const rows = computed(() => props.view.rows.value);
const reply = computed(() => props.book.value.value!);
const selection = useSelection(
  rows,
  computed(() => shown.value.map((one) => one.key)),
);
const { active, range } = selection;

const { rowSight, columnSight, starts, inSight, width } = useGridSight(scroller, rows, shown, head);

// The same function for the same row, so that a row is drawn anew only when something of it has changed.
const results = new Map<number, (column: ViewColumn) => string>();
watch(reply, () => results.clear());
function resultsAt(row: number): (column: ViewColumn) => string {
  const known = results.get(row) ?? resultsOf(row);
  results.set(row, known);
  return known;
}
const classAt = (row: number) => reply.value.classes[reply.value.students[row]!.of]!;
function resultsOf(row: number): (column: ViewColumn) => string {
  return (column) => {
    const { scheme } = classAt(row);
    if (column.kind === 'term') {
      const result = props.totals.inTerm(row, column.term)?.result ?? null;
      return result === null ? '' : totalText(result, scheme);
    }
    if (column.kind !== 'category') return '';
    const result = props.totals.inTerm(row, props.view.term.value)?.categories.find((one) => one.id === column.id)?.result ?? null;
    return result === null ? '' : totalText(result, scheme);
  };
}
function noteOf(row: number): string {
  const { left, of } = reply.value.students[row]!;
  const parts = [
    reply.value.classes.length > 1 ? reply.value.classes[of]!.label.split(' · ').at(-1)! : '',
    left === null ? '' : t('book.left'),
  ];
  return parts.filter(Boolean).join(' · ');
}
/** What was entered and is not stored: on its way to the server, or kept in its cell. By row and column. */
const waiting = computed(() => {
  const by = new Map<number, Record<number, string>>();
  for (const { row, column, text } of props.book.kept.cells.value.values()) by.set(row, { ...by.get(row), [column]: text });
  for (const [key, text] of props.book.pending) {
    const [row, column] = key.split(' ').map(Number) as [number, number];
    by.set(row, { ...by.get(row), [column]: text });
  }
  return by;
});
const wrongIn = computed(() => {
  const by = new Map<number, Set<number>>();
  for (const key of props.wrong) {
    const [row, column] = key.split(' ').map(Number) as [number, number];
    by.set(row, (by.get(row) ?? new Set()).add(column));
  }
  return by;
});
const stateWords = Object.fromEntries(PIECE_STATES.map((state) => [state, t(`state.${state}`)])) as Record<PieceState, string>;
const [NOTHING, NO_WRONG] = [{}, new Set<number>()];
const picked = (index: number) => (index >= range.value.top && index <= range.value.bottom ? range.value : null);

const { heads, middleTotal } = useGridHeads(props, inSight, (row, column) => resultsAt(row)(column));

const field = ref<HTMLInputElement | null>(null);
const { typing, begin, finish, whileTyping } = useGridTyping(props.book, field, {
  spot: () => (props.locked ? null : props.view.spotOf(active.value.row, active.value.column)),
  enter: (wish) => emit('enter', 'typed', [wish]),
  leave(rowsOn, columnsOn) {
    scroller.value?.focus({ preventScroll: true });
    if (rowsOn !== 0 || columnsOn !== 0) selection.move(rowsOn, columnsOn, false);
  },
});
function clear(): void {
  props.book.kept.drop(wishesIn(range.value, props.view, props.book));
  const wishes = cleared(range.value, props.view, props.book);
  if (wishes.length > 0) emit('enter', 'typed', wishes);
}
function fillDown(): void {
  const wishes = filledDown(range.value, props.view, props.book);
  if (wishes.length > 0) emit('enter', 'filled', wishes);
}

function onKey(event: KeyboardEvent): void {
  if (event.defaultPrevented || typing.value) return;
  const command = gridCommand(event);
  if (!command) return;
  // At the ends Tab leaves the grid, so that nobody is caught in it.
  if (event.key === 'Tab' && (event.shiftKey ? active.value.column === 0 : active.value.column >= shown.value.length - 1)) return;
  event.preventDefault();
  event.stopPropagation();
  switch (command.act) {
    case 'move':
      return selection.move(command.rows, command.columns, command.extend);
    case 'jump':
      return selection.jump(command.rows, command.columns, command.extend);
    case 'page':
      return selection.move(
        command.rows * Math.max(1, Math.floor((scroller.value!.clientHeight - head.value - FOOT) / ROW) - 1),
        0,
        command.extend,
      );
    case 'type':
      return void begin(command.text);
    case 'edit':
      return void begin(null);
    case 'clear':
      return props.locked ? undefined : clear();
    case 'fillDown':
      return props.locked ? undefined : fillDown();
    case 'selectAll':
      return selection.select({ row: 0, column: 0 }, { row: rows.value.length - 1, column: shown.value.length - 1 });
    case 'selectColumn':
      return selection.select({ row: 0, column: active.value.column }, { row: rows.value.length - 1, column: active.value.column });
    case 'undo':
    case 'redo':
      return emit('turn', command.act);
    case 'open':
      return emit('open');
    case 'remark':
      return props.locked ? undefined : emit('remark');
    case 'legend':
      return emit('legend');
  }
}

/* Copy and paste, with any program that has cells */
function copy(event: ClipboardEvent): void {
  if (typing.value) return;
  event.preventDefault();
  const text = clipboardText(range.value, (row, column) => {
    const spot = props.view.spotOf(row, column);
    return spot ? cellText(props.book.cellAt(spot)) : resultsAt(rows.value[row]!)(shown.value[column]!);
  });
  event.clipboardData?.setData('text/plain', text);
}
function paste(event: ClipboardEvent): void {
  if (typing.value) return;
  event.preventDefault();
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (text !== '' && !props.locked) emit('paste', text);
}

/* Pointing */
function placeAt(event: Event): Place | null {
  const at = (event.target as Element).closest<HTMLElement>('[data-place]')?.dataset.place?.split(' ').map(Number);
  return at ? { row: at[0]!, column: at[1]! } : null;
}
const dragging = ref(false);
function press(event: PointerEvent): void {
  const place = placeAt(event);
  if (!place || event.button !== 0 || (event.target as Element).closest('input')) return;
  if (typing.value) finish(true, 0, 0);
  selection.go(place, { extend: event.shiftKey });
  dragging.value = true;
  window.addEventListener('pointerup', () => (dragging.value = false), { once: true });
}
function drag(event: PointerEvent): void {
  const place = dragging.value ? placeAt(event) : null;
  if (place && (place.row !== active.value.row || place.column !== active.value.column)) selection.go(place, { extend: true });
}

watch(active, ({ row, column }) => {
  rowSight.value.scrollToIndex(row);
  columnSight.value.scrollToIndex(column);
});
const fieldStyle = computed(() => ({
  insetInlineStart: `${starts.value[active.value.column] ?? 0}px`,
  top: `${head.value + active.value.row * ROW}px`,
  inlineSize: `${shown.value[active.value.column]?.width ?? 0}px`,
}));
const fieldLabel = computed(() => {
  const spot = props.view.spotOf(active.value.row, active.value.column);
  return spot ? t('book.cellOf', { name: name(reply.value.students[spot.row]!), title: reply.value.columns[spot.column]!.title }) : '';
});

defineExpose({
  active,
  range,
  focus: () => scroller.value?.focus({ preventScroll: true }),
  go: (place: Place) => selection.go(place),
  /** goes to a cell of the book and types on there */
  async change({ row, column, text }: Wish): Promise<void> {
    const at = { row: rows.value.indexOf(row), column: shown.value.findIndex((one) => one.kind === 'work' && one.column === column) };
    if (at.row < 0 || at.column < 0) return;
    selection.go(at);
    await begin(text);
  },
  select: selection.select,
});
</script>

<template>
  <div
    ref="scroller"
    class="scroller sheet"
    role="grid"
    tabindex="0"
    :aria-label="t('book.title')"
    :aria-rowcount="rows.length + 2"
    :aria-colcount="shown.length + 2"
    aria-multiselectable="true"
    :aria-activedescendant="`cell-${active.row}-${active.column}`"
    @keydown="onKey"
    @copy="copy"
    @cut="copy"
    @paste="paste"
    @pointerdown="press"
    @pointermove="drag"
    @dblclick="placeAt($event) && begin(null)"
  >
    <div class="canvas" role="rowgroup" :style="{ inlineSize: `${width}px`, blockSize: `${rowSight.getTotalSize()}px` }">
      <GridHeads
        :heads="heads"
        :groups="groups"
        :shown="shown"
        :starts="starts"
        :width="width"
        :height="head"
        :viewpoint="viewpoint"
        @column="emit('column', $event)"
        @fold="emit('fold', $event)"
      />
      <BookRow
        v-for="item in rowSight.getVirtualItems()"
        :key="rows[item.index]!"
        :style="`transform: translateY(${item.start}px)`"
        :index="item.index"
        :name="name(reply.students[rows[item.index]!]!)"
        :note="noteOf(rows[item.index]!)"
        :total="view.totalShown(rows[item.index]!)"
        :columns="inSight"
        :width="width"
        :cells="reply.cells[rows[item.index]!]!"
        :works="book.shape.value!.columns[reply.students[rows[item.index]!]!.of]!"
        :results="resultsAt(rows[item.index]!)"
        :scheme="classAt(rows[item.index]!).scheme"
        :viewpoint="viewpoint"
        :tick="book.rowTicks[rows[item.index]!]!"
        :pending="waiting.get(rows[item.index]!) ?? NOTHING"
        :from="picked(item.index)?.left ?? -1"
        :to="picked(item.index)?.right ?? -2"
        :active="item.index === active.row ? active.column : -1"
        :wrong="wrongIn.get(rows[item.index]!) ?? NO_WRONG"
        :state-words="stateWords"
      />
      <input
        v-if="typing"
        ref="field"
        v-model="typing.text"
        maxlength="200"
        autocomplete="off"
        :aria-label="fieldLabel"
        :style="fieldStyle"
        class="typing"
        @keydown="whileTyping"
        @blur="typing && finish(true, 0, 0)"
      />
      <GridFoot
        :heads="heads"
        :total="middleTotal"
        :by="view.choices.value.middle"
        :width="width"
        :rowindex="rows.length + 2"
        @by="emit('middle')"
      />
    </div>
  </div>
</template>

<style scoped>
.scroller {
  overflow: auto;
  position: relative;
  block-size: 100%;
  outline-offset: -3px;
  contain: strict;
}
.canvas {
  position: relative;
  display: flex;
  flex-direction: column;
  min-block-size: 100%;
}
.typing {
  position: absolute;
  z-index: 3;
  block-size: 33px;
  border: 2px solid var(--now);
  background: var(--surface);
  color: var(--text);
  font: inherit;
  text-align: end;
  padding: 0 7px;
  outline: none;
}
</style>
