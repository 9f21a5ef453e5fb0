<script setup lang="ts">
/**
 * Classes by days or by weeks: cards for what is due, drafts and timed ones told apart, satellites where students
 * have another date, closures hatched, the load of the students beneath. A card is moved by dragging it along its
 * row, or with Alt and an arrow key.
 */
import { mondayOf, plusDays, weekdayOf, type LocalDate } from '@jolly/core';
import type { PlanCard, PlanClass, PlanNote, PlanReply } from '@jolly/server/contract';
import { Button } from 'ant-design-vue';
import { computed } from 'vue';
import { now } from '../../api/client';
import { localDayLong, timeText } from '../../time/format';
import { arrowStep } from '../../ui/arrows';
import { vSortable, type Moved } from '../../ui/sortable';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { cardPath, stageOf } from './card';

const props = defineProps<{ plan: PlanReply; by: 'days' | 'weeks' }>();
const emit = defineEmits<{ move: [{ card: PlanCard; day: LocalDate; at: { x: number; y: number } | null }]; note: [PlanNote] }>();
const { t, count, points, when } = useWords();
const line = useTermLine();
const scope = useScope();

/** A closure of the summer is about so long. */
const FARTHEST = 120;

interface Column {
  key: LocalDate;
  to: LocalDate;
  label: string;
}
const isSchoolDay = (one: PlanClass, day: LocalDate) => one.schoolDays.includes(weekdayOf(day)) && !closureOn(one, day);
const closureOn = (one: PlanClass, day: LocalDate) => one.closures.find((closure) => closure.from <= day && day <= closure.to);
const columns = computed<Column[]>(() => {
  const { from, to, classes, cards } = props.plan;
  const all: Column[] = [];
  if (props.by === 'weeks') {
    for (let monday = mondayOf(from); monday <= to; monday = plusDays(monday, 7))
      all.push({
        key: monday,
        to: plusDays(monday, 6),
        label: t('plan.week', { n: line.weeks.find((week) => week.monday === monday)?.number ?? '' }),
      });
    return all;
  }
  const used = new Set([
    ...cards.flatMap((card) => [card.day, ...card.others.map((other) => other.day)]),
    ...props.plan.notes.map((note) => note.day),
  ]);
  for (let day = from; day <= to; day = plusDays(day, 1)) {
    // A weekend takes a column only when something is due on it.
    if (classes.length === 0 ? weekdayOf(day) <= 5 : classes.some((one) => one.schoolDays.includes(weekdayOf(day))) || used.has(day))
      all.push({ key: day, to: day, label: localDayLong(day).replace(/ \w+$/, '') });
  }
  return all;
});
const within = (column: Column, day: LocalDate | null) => day !== null && column.key <= day && day <= column.to;
const isNow = (column: Column) => within(column, line.today);

const rows = computed(() =>
  props.plan.classes.map((one) => ({
    one,
    name: line.classOf(one.classId)?.name ?? '',
    hue: line.classOf(one.classId)?.hue ?? 0,
    zone: line.classOf(one.classId)?.zone ?? line.zone,
    cells: columns.value.map((column) => ({
      column,
      closed: props.by === 'days' ? (closureOn(one, column.key) ?? null) : null,
      off: props.by === 'days' && !isSchoolDay(one, column.key),
      cards: props.plan.cards.filter((card) => card.classId === one.classId && within(column, card.day)),
      notes: props.plan.notes.filter((note) => note.classId === one.classId && within(column, note.day)),
      satellites: props.plan.cards.flatMap((card) =>
        card.classId === one.classId ? card.others.filter((other) => within(column, other.day)).map((other) => ({ card, other })) : [],
      ),
    })),
  })),
);

const stage = (card: PlanCard) => stageOf(card, now());
function about(card: PlanCard, zone: string): string {
  if (stage(card) === 'draft') return t('plan.draft');
  if (stage(card) === 'timed') return t('plan.goesOut', { when: when(card.issuedAt!, zone) });
  if (card.kind === 'handout') return t('plan.handout');
  const first = card.points === null ? t('plan.noScore') : t('plan.points', { n: points(card.points) });
  const { counts, due } = card;
  const waiting = (counts.in ?? 0) + (counts.inLate ?? 0) + (counts.inClass ?? 0);
  const back = counts.returned ?? 0;
  if (due !== null && due > now()) return `${first} · ${props.by === 'days' ? timeText(due, zone) : when(due, zone)}`;
  if (waiting > 0) return `${first} · ${t('plan.toScore', { n: waiting })}`;
  if (back > 0 && back >= card.students - (counts.excused ?? 0) - (counts.missing ?? 0)) return `${first} · ${t('plan.allReturned')}`;
  return `${first} · ${t('plan.inOf', { a: waiting + back + (counts.scored ?? 0), b: card.students })}`;
}
const address = (card: PlanCard) => ({ path: cardPath(card, now()), query: scope.kept.value });
const movable = (card: PlanCard) => card.due !== null;

function dragged(move: Moved, cells: (typeof rows.value)[number]['cells']): void {
  const from = cells.find((cell) => cell.column.key === move.from);
  const card = from?.cards.filter(movable)[move.oldIndex];
  if (!card || move.to === move.from || move.to === '') return;
  const target = document.querySelector(`[data-cell="${card.classId} ${move.to}"]`)?.getBoundingClientRect();
  emit('move', { card, day: dayIn(card, move.to), at: target ? { x: target.left + 12, y: target.bottom - 8 } : null });
}
/** In a week of the term, the same weekday. */
const dayIn = (card: PlanCard, column: LocalDate) => (props.by === 'days' ? column : plusDays(column, weekdayOf(card.day!) - 1));
function stepped(event: KeyboardEvent, card: PlanCard): void {
  const step = arrowStep(event.key);
  if (!event.altKey || !movable(card) || step === 0) return;
  event.preventDefault();
  const place = (event.currentTarget as HTMLElement).getBoundingClientRect();
  emit('move', {
    card,
    day: dayBeside(card, card.day!, step),
    at: { x: place.left + 12, y: place.bottom + 8 },
  });
}
/** The school day beside a day, or the one a week on; it may lie beyond what is shown. */
function dayBeside(card: PlanCard, from: LocalDate, by: 1 | -1): LocalDate {
  const own = props.plan.classes.find((one) => one.classId === card.classId);
  let day = plusDays(from, by * (props.by === 'days' ? 1 : 7));
  for (let steps = 0; own && !isSchoolDay(own, day) && steps < FARTHEST; steps++) day = plusDays(day, by);
  return day;
}
defineExpose({ dayBeside });

const loads = computed(() =>
  columns.value.map((column) => {
    const days = props.plan.load.filter((one) => within(column, one.day));
    return {
      column,
      pieces: days.reduce((sum, one) => sum + one.pieces, 0),
      heavy: Math.max(0, ...days.map((one) => one.heavy)),
      students: Math.max(0, ...days.map((one) => one.students)),
    };
  }),
);
const most = computed(() => Math.max(1, ...loads.value.map((one) => one.pieces)));
const loadText = (one: (typeof loads.value)[number]) =>
  count('plan.loadOf', one.pieces, {
    day: props.by === 'days' ? localDayLong(one.column.key) : one.column.label,
    students: count('common.students', one.students),
    heavy: one.heavy,
  });
</script>

<template>
  <div class="grid sheet" role="table" :aria-label="t('plan.title')" :style="{ '--columns': columns.length }">
    <div class="line head" role="row">
      <div role="columnheader">
        <span class="hidden-text">{{ t('plan.class') }}</span>
      </div>
      <div v-for="column in columns" :key="column.key" role="columnheader" class="day" :class="{ now: isNow(column) }">
        {{ column.label }}
      </div>
    </div>
    <div
      v-for="{ one, name, hue, zone, cells } in rows"
      :key="one.classId"
      class="line"
      role="row"
      :style="{ '--hue': `var(--hue-${hue})` }"
    >
      <div role="rowheader" class="class">
        <strong dir="auto">{{ name }}</strong><span class="muted small">{{ count('plan.students', one.students) }}</span>
      </div>
      <div
        v-for="cell in cells"
        :key="cell.column.key"
        v-sortable="{ group: `plan ${one.classId}`, list: cell.column.key, moved: (move: Moved) => dragged(move, cells) }"
        role="cell"
        class="cell"
        :class="{ off: cell.off, now: isNow(cell.column) }"
        :data-cell="`${one.classId} ${cell.column.key}`"
        :title="cell.closed ? cell.closed.name || t('plan.noSchool') : undefined"
      >
        <RouterLink
          v-for="card in cell.cards"
          :key="card.assignmentId"
          class="card"
          :data-card="card.assignmentId"
          :class="stage(card)"
          :to="address(card)"
          :data-drag="movable(card) ? '' : undefined"
          :aria-label="
            t('plan.moveFocus', { title: card.title || t('plan.untitled'), when: `${localDayLong(card.day!)}, ${about(card, zone)}` })
          "
          draggable="false"
          @keydown="stepped($event, card)"
        >
          <strong dir="auto">{{ card.title || t('plan.untitled') }}</strong><span class="muted">{{ about(card, zone) }}</span>
        </RouterLink>
        <RouterLink
          v-for="{ card, other } in cell.satellites"
          :key="`${card.assignmentId} ${other.day}`"
          class="satellite"
          :to="address(card)"
          :title="other.names.join(', ')"
          >{{ t('plan.other', { title: card.title, students: count('common.students', other.students) }) }}</RouterLink><Button
          v-for="note in cell.notes"
          :key="note.id"
          type="text"
          class="bare noted"
          :class="{ done: note.done }"
          :aria-label="t('planNotes.ofDay', { text: note.text })"
          dir="auto"
          @click="emit('note', note)"
          >{{ note.text }}</Button
        >
      </div>
    </div>
    <div class="line foot" role="row">
      <div role="rowheader" class="class muted small">{{ t('plan.load') }}</div>
      <div v-for="one in loads" :key="one.column.key" role="cell" class="bar" :title="loadText(one)">
        <span class="hidden-text">{{ loadText(one) }}</span><span
          v-if="one.pieces > 0"
          class="fill"
          :class="{ heavy: one.heavy > 0 }"
          :style="{ blockSize: `${Math.max(4, (one.pieces / most) * 44)}px` }"
          aria-hidden="true"
        /><span v-if="one.heavy > 0" class="n" aria-hidden="true">{{ one.heavy }}</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.grid {
  overflow-x: auto;
}
.line {
  display: grid;
  grid-template-columns: 132px repeat(var(--columns), minmax(78px, 1fr));
  border-block-end: 1px solid var(--line);
  min-width: fit-content;
}
.line:last-child {
  border-block-end: 0;
}
.line > * {
  border-inline-end: 1px solid var(--line-2);
  min-width: 0;
}
.line > *:last-child {
  border-inline-end: 0;
}
.head {
  background: var(--surface-2);
}
.day {
  padding: 7px 8px;
  font-weight: 600;
  font-size: 14px;
  line-height: 1.25;
  overflow: hidden;
}
.day.now {
  background: var(--now);
  color: #14262e;
}
.class {
  padding: 8px;
  display: grid;
  align-content: start;
  gap: 1px;
}
.class strong {
  font: 650 16px var(--font-head);
  overflow-wrap: anywhere;
}
.cell {
  min-height: 84px;
  padding: 6px 5px;
  display: flex;
  flex-direction: column;
  gap: 5px;
}
.cell.off {
  background: repeating-linear-gradient(-45deg, var(--surface-2) 0 6px, transparent 6px 12px);
}
.card {
  display: grid;
  border: 1.5px solid var(--hue);
  border-inline-start-width: 4px;
  border-radius: 4px;
  background: var(--surface);
  color: var(--text);
  padding: 4px 6px;
  font-size: 13px;
  line-height: 1.25;
  text-decoration: none;
  cursor: grab;
  overflow-wrap: anywhere;
}
.card strong {
  font-size: 13.5px;
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.card.draft {
  border-style: dashed;
  background: transparent;
}
.card.timed {
  border-style: dotted;
}
.card:focus-visible {
  outline: 3px solid var(--focus);
  outline-offset: 1px;
}
.satellite {
  border: 1.5px dashed var(--hue);
  border-radius: 8px;
  padding: 2px 6px;
  font-size: 12.5px;
  line-height: 1.25;
  color: var(--text-2);
  text-decoration: none;
  overflow-wrap: anywhere;
}
.noted.noted.noted {
  justify-content: flex-start;
  text-align: start;
  white-space: normal;
  overflow-wrap: anywhere;
  font: italic 13px/1.3 var(--font);
  color: var(--text-2);
  border-block-end: 1px dotted var(--text-3);
  border-radius: 0;
  padding: 1px 2px;
}
.noted.done {
  text-decoration: line-through;
}
.bar {
  position: relative;
  display: flex;
  align-items: flex-end;
  justify-content: center;
  min-height: 56px;
  padding-inline: 6px;
}
.fill {
  inline-size: 100%;
  background: color-mix(in srgb, var(--flag-in) 45%, transparent);
  border-radius: 2px 2px 0 0;
}
.fill.heavy {
  background: var(--alarm);
}
.n {
  position: absolute;
  inset-block-start: 2px;
  font-size: 12px;
  font-weight: 700;
  color: var(--alarm);
}
</style>
