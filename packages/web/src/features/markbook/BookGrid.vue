<script setup lang="ts">
/**
 * The grid: rows and columns drawn only where they are in sight, keys as in a spreadsheet. It knows what is selected
 * and what is being typed; what comes of it is the page's business.
 */
import {
  cellText,
  meanOf,
  middleOf,
  percentText,
  PIECE_STATES,
  ratio,
  totalText,
  type BookCell,
  type Viewpoint,
  type PieceState,
} from '@jolly/core';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, nextTick, ref, watch } from 'vue';
import { dayText } from '../../time/format';
import { useWords } from '../../ui/use-words';
import BookRow from './BookRow.vue';
import { columnFacts } from './column-facts';
import { gridCommand } from './grid-keys';
import { spotKey, type Spot, type Wish } from './spot';
import { type Book } from './use-book';
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
const { t, name, points } = useWords();

const [LEFT, FOOT, ROW] = [246, 33, 33];
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

const rowSight = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => ROW,
    overscan: 6,
    paddingStart: head.value,
    paddingEnd: FOOT,
    scrollPaddingStart: head.value,
    scrollPaddingEnd: FOOT + 2,
  })),
);
const columnSight = useVirtualizer(
  computed(() => ({
    horizontal: true,
    count: shown.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: (index: number) => shown.value[index]?.width ?? 0,
    overscan: 1,
    paddingStart: LEFT,
    paddingEnd: 8,
    scrollPaddingStart: LEFT,
    scrollPaddingEnd: 8,
  })),
);
watch(shown, () => columnSight.value.measure());
watch(head, () => rowSight.value.measure());

// Columns come into sight in blocks, so that most of the time nothing is drawn anew while one scrolls.
const BLOCK = 4;
const block = computed(() => {
  const items = columnSight.value.getVirtualItems();
  const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? -1];
  return `${Math.floor(first / BLOCK) * BLOCK} ${Math.min(shown.value.length, Math.ceil((last + 1) / BLOCK) * BLOCK)}`;
});
const starts = computed(() => {
  let at = LEFT;
  return shown.value.map((one) => (at += one.width) - one.width);
});
const inSight = computed(() => {
  const [from, to] = block.value.split(' ').map(Number) as [number, number];
  return shown.value.slice(from, to).map((one, place) => ({ index: from + place, start: starts.value[from + place]!, shown: one }));
});
const width = computed(() => Math.max(columnSight.value.getTotalSize(), LEFT));

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

/* Heads and foot */
const facts = columnFacts(props.book);
const zone = computed(() => reply.value.classes[0]!.calendar.zone);
const heads = computed(() =>
  inSight.value.map(({ index, start, shown: column }) => {
    const style = { insetInlineStart: `${start}px`, inlineSize: `${column.width}px` };
    if (column.kind !== 'work') {
      const middle = middleOfTexts(rows.value.map((row) => resultsAt(row)(column)));
      return {
        index,
        key: column.key,
        column,
        style,
        title: column.name,
        sub: t(column.kind === 'term' ? 'book.termTotal' : 'book.result'),
        bars: '',
        middle,
      };
    }
    const work = reply.value.columns[column.column]!;
    const set = work.sets.find((one) => one !== null)!;
    const { bars, middle, mean } = facts(column.column, rows.value, props.viewpoint);
    const number = props.view.choices.value.middle === 'middle' ? middle : mean;
    const day = set.due === null ? t('common.noDue') : dayText(set.due, zone.value);
    return {
      index,
      key: column.key,
      column,
      style,
      title: work.title,
      sub: column.narrow ? '' : `${day}${work.points === null ? '' : ` · ${points(work.points)}`}`,
      bars,
      middle: number === null ? '' : points(Math.round(number / 100) * 100),
    };
  }),
);
const middleTotal = computed(() => middleOfTexts(rows.value.map((row) => props.view.totalShown(row))));
/** The middle or the average of totals as they are shown. */
function middleOfTexts(texts: readonly string[]): string {
  const thousandths = texts.flatMap((text) => (text === '' ? [] : [Math.round(Number(text) * 1000)]));
  const value = props.view.choices.value.middle === 'middle' ? middleOf(thousandths) : meanOf(thousandths);
  return value === null ? '' : percentText(ratio(value, 100_000), reply.value.classes[0]!.scheme.decimals);
}

/* Typing */
/** What is typed belongs to the cell it was begun in, as that was, whatever moves or changes meanwhile. */
const typing = ref<{ spot: Spot; text: string; all: boolean; seen: number | undefined } | null>(null);
const field = ref<HTMLInputElement | null>(null);
async function begin(text: string | null): Promise<void> {
  const spot = props.view.spotOf(active.value.row, active.value.column);
  if (!spot || props.locked) return;
  typing.value = {
    spot,
    text: text ?? props.book.kept.cells.value.get(spotKey(spot))?.text ?? cellText(props.book.cellAt(spot)),
    all: text === null,
    seen: props.book.seenAt(spot),
  };
  await nextTick();
  field.value?.focus();
  if (text !== null) field.value?.setSelectionRange(text.length, text.length);
}
function finish(store: boolean, rowsOn: number, columnsOn: number): void {
  const typed = typing.value;
  typing.value = null;
  scroller.value?.focus({ preventScroll: true });
  // Typed back to what is stored, the cell is as it was.
  if (store && typed && typed.text.trim() === cellText(props.book.cellAt(typed.spot))) props.book.kept.drop([typed.spot]);
  else if (store && typed)
    emit('enter', 'typed', [{ ...typed.spot, text: typed.text, ...(typed.seen === undefined ? {} : { seen: typed.seen }) }]);
  if (rowsOn !== 0 || columnsOn !== 0) selection.move(rowsOn, columnsOn, false);
}
function whileTyping(event: KeyboardEvent): void {
  if (event.isComposing) return;
  const { key, shiftKey } = event;
  if (key === 'Enter') finish(true, shiftKey ? -1 : 1, 0);
  else if (key === 'Tab') finish(true, 0, shiftKey ? -1 : 1);
  else if (key === 'Escape') finish(false, 0, 0);
  // Typed over what was there, arrows go on to the next cell; with F2 they move within the text.
  else if (!typing.value!.all && (key === 'ArrowUp' || key === 'ArrowDown')) finish(true, key === 'ArrowUp' ? -1 : 1, 0);
  else return void event.stopPropagation();
  event.preventDefault();
  event.stopPropagation();
}

function inRange(): Wish[] {
  const { top, bottom, left, right } = range.value;
  const wishes: Wish[] = [];
  for (let row = top; row <= bottom; row++)
    for (let column = left; column <= right; column++) {
      const spot = props.view.spotOf(row, column);
      if (spot) wishes.push({ ...spot, text: cellText(props.book.cellAt(spot)) });
    }
  return wishes;
}
/** Cells that can be changed at all: what is not theirs, or marked without names, stands aside when many are meant. */
const open = (wish: Wish) => {
  const cell: BookCell | null = props.book.cellAt(wish);
  return cell !== null && !cell.locked;
};
function clear(): void {
  props.book.kept.drop(inRange());
  const wishes = inRange()
    .filter((wish) => open(wish) && wish.text !== '')
    .map((wish) => ({ ...wish, text: '' }));
  if (wishes.length > 0) emit('enter', 'typed', wishes);
}
function fillDown(): void {
  const { top, bottom, left, right } = range.value;
  const wishes: Wish[] = [];
  for (let column = left; column <= right; column++) {
    // One cell alone is filled from the one above, as in a spreadsheet.
    const from = props.view.spotOf(top === bottom ? top - 1 : top, column);
    if (!from) continue;
    const text = cellText(props.book.cellAt(from));
    for (let row = top === bottom ? top : top + 1; row <= bottom; row++) {
      const spot = props.view.spotOf(row, column);
      if (spot && open({ ...spot, text })) wishes.push({ ...spot, text });
    }
  }
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
async function copy(event: ClipboardEvent): Promise<void> {
  if (typing.value) return;
  event.preventDefault();
  const { top, bottom, left, right } = range.value;
  const lines: string[][] = [];
  for (let row = top; row <= bottom; row++) {
    const line: string[] = [];
    for (let column = left; column <= right; column++) {
      const spot = props.view.spotOf(row, column);
      line.push(spot ? cellText(props.book.cellAt(spot)) : resultsAt(rows.value[row]!)(shown.value[column]!));
    }
    lines.push(line);
  }
  // A word of a scale may hold a tab's worth of anything; what could be a formula is text over there.
  const quoted = (text: string) => (/["\t\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : /^[=+\-@]/.test(text) ? `'${text}` : text);
  event.clipboardData?.setData('text/plain', lines.map((line) => line.map(quoted).join('\t')).join('\n'));
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
      <div class="heads" role="row" aria-rowindex="1" :style="{ inlineSize: `${width}px`, blockSize: `${head}px` }">
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
          <button v-if="one.foldable" type="button" class="fold" :aria-expanded="!one.folded" @click="emit('fold', one.key)">
            <span aria-hidden="true">{{ one.folded ? '▸' : '▾' }}</span> <span dir="auto">{{ one.name }}</span></button
          ><span v-else dir="auto">{{ one.name || t('book.under') }}</span>
        </div>
        <div v-for="one in heads" :key="one.key" class="head" role="columnheader" :aria-colindex="one.index + 3" :style="one.style">
          <button type="button" class="title" tabindex="-1" :title="one.title" @click="emit('column', one.column)">
            <span dir="auto">{{ one.title }}</span>
          </button>
          <span class="sub">{{ one.sub }}</span>
          <svg class="bars" viewBox="0 0 80 17" aria-hidden="true"><path :d="one.bars" /></svg>
        </div>
      </div>
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
        class="typing"
        maxlength="200"
        autocomplete="off"
        :aria-label="fieldLabel"
        :style="fieldStyle"
        @keydown="whileTyping"
        @blur="typing && finish(true, 0, 0)"
      />
      <div class="foot" role="row" :aria-rowindex="rows.length + 2" :style="{ inlineSize: `${width}px` }">
        <div class="still">
          <div class="who" role="rowheader" :aria-colindex="1">
            <button type="button" class="plain-button" tabindex="-1" @click="emit('middle')">
              {{ t(`book.${view.choices.value.middle}`) }}
            </button>
          </div>
          <div class="total" role="gridcell" :aria-colindex="2">{{ middleTotal }}</div>
        </div>
        <div v-for="one in heads" :key="one.key" class="cell" role="gridcell" :aria-colindex="one.index + 3" :style="one.style">
          {{ one.middle }}
        </div>
      </div>
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
.heads {
  position: sticky;
  top: 0;
  z-index: 4;
  flex: none;
  background: var(--page);
  border-block-end: 1px solid var(--line);
}
.still {
  position: sticky;
  inset-inline-start: 0;
  z-index: 3;
  inline-size: 246px;
  block-size: 100%;
  display: flex;
  background: var(--page);
  border-inline-end: 2px solid var(--text);
}
.who {
  inline-size: 168px;
  padding: 6px 9px;
  align-self: end;
  font-weight: 600;
  font-size: 13.5px;
}
.total {
  inline-size: 78px;
  padding: 6px 9px;
  align-self: end;
  font-weight: 600;
  font-size: 13.5px;
  text-align: end;
  display: flex;
  flex-direction: column;
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
