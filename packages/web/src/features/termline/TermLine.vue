<script setup lang="ts">
/** The term as a timeline: a square for each due date, weeks as ticks, the needle for now, a bracket for the span. */
import { daysBetween, localDateAt, plusDays, wallClockAt, type LocalDate } from '@jolly/core';
import { computed, nextTick, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRouter } from 'vue-router';
import { now } from '../../api/client';
import { localDayText, whenText } from '../../time/format';
import { useTermLine } from './termline.store';
import { useScope } from './use-scope';
import TermScope from './TermScope.vue';
import { useNowInSight } from './use-now-in-sight';
import { arrowStep } from '../../ui/arrows';

const props = defineProps<{ student: boolean }>();
const { t } = useT();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const track = ref<HTMLElement | null>(null);
const way = ref<HTMLElement | null>(null);

const days = computed(() => line.weeks.length * 7);
const start = computed<LocalDate>(() => line.weeks[0]?.monday ?? line.today);
const percent = (value: number) => `${Math.min(100, Math.max(0, value * 100)).toFixed(3)}%`;
const placeOfDay = (day: LocalDate) => daysBetween(start.value, day) / Math.max(1, days.value);
const placeOf = (at: number) =>
  placeOfDay(localDateAt(line.zone, at)) + wallClockAt(line.zone, at).msOfDay / 86_400_000 / Math.max(1, days.value);

const squares = computed(() => {
  const rows = new Map<number, number>();
  return line.reply.squares
    .filter((square) => scope.inScope(square.classId) && placeOf(square.due) >= 0 && placeOf(square.due) <= 1)
    .sort((a, b) => a.due - b.due)
    .map((square) => {
      // Squares of one day stack upwards, four high at most.
      const day = daysBetween(start.value, localDateAt(line.zone, square.due));
      const row = rows.get(day) ?? 0;
      rows.set(day, row + 1);
      const schoolClass = line.classOf(square.classId);
      return {
        ...square,
        place: placeOf(square.due),
        row: Math.min(row, 3),
        past: square.due < now(),
        hue: schoolClass?.hue ?? 0,
        className: schoolClass?.name ?? '',
      };
    });
});
const pointedAt = ref<number | null>(null);
const pointed = computed(() => (pointedAt.value === null ? null : (squares.value[pointedAt.value] ?? null)));
const titleOf = (square: (typeof squares.value)[number]) =>
  t('term.square', { title: square.title || t('plan.untitled'), className: square.className, when: whenText(square.due, line.zone) }) +
  (square.issued ? '' : `, ${t('term.draft')}`);

function open(square: (typeof squares.value)[number]): void {
  const path = props.student
    ? `/work/${square.assignmentId}`
    : square.issued
      ? `/assignments/${square.assignmentId}`
      : `/compose/${square.briefId}`;
  void router.push({ path, query: scope.kept.value });
}

// One square is in the tab order; arrows go from one to the next.
const current = ref(0);
/** Does what an arrow key steps, towards later or earlier weeks. */
function byArrow(event: KeyboardEvent, act: (by: 1 | -1) => unknown): void {
  const by = arrowStep(event.key);
  if (by === 0) return;
  event.preventDefault();
  void act(by);
}
async function step(by: number): Promise<void> {
  if (squares.value.length === 0) return;
  current.value = (Math.min(current.value, squares.value.length - 1) + by + squares.value.length) % squares.value.length;
  await nextTick();
  track.value?.querySelector<HTMLElement>(`[data-square="${current.value}"]`)?.focus();
}

const bracket = computed(() => ({
  from: Math.max(0, placeOfDay(scope.from.value)),
  to: Math.min(1, placeOfDay(plusDays(scope.to.value, 1))),
}));
const firstWeek = computed(() => line.weeks.find((week) => line.sundayOf(week.monday) >= scope.from.value));
const lastWeek = computed(() => line.weeks.findLast((week) => week.monday <= scope.to.value));

function moveEnd(which: 'from' | 'to', index: number): void {
  const week = line.weeks[Math.min(line.weeks.length - 1, Math.max(0, index))];
  if (!week) return;
  if (which === 'from')
    void scope.set({ from: week.monday, to: scope.to.value >= week.monday ? scope.to.value : line.sundayOf(week.monday) });
  else
    void scope.set({
      from: scope.from.value <= line.sundayOf(week.monday) ? scope.from.value : week.monday,
      to: line.sundayOf(week.monday),
    });
}
const weekIndex = (which: 'from' | 'to') =>
  (which === 'from' ? (firstWeek.value?.number ?? 1) : (lastWeek.value?.number ?? line.weeks.length)) - 1;

function drag(which: 'from' | 'to', event: PointerEvent): void {
  const handle = event.currentTarget as HTMLElement;
  handle.setPointerCapture(event.pointerId);
  const move = (moved: PointerEvent) => {
    const box = track.value!.getBoundingClientRect();
    const along = getComputedStyle(track.value!).direction === 'rtl' ? box.right - moved.clientX : moved.clientX - box.left;
    const weeks = (along / box.width) * line.weeks.length;
    moveEnd(which, which === 'from' ? Math.round(weeks) : Math.round(weeks) - 1);
  };
  handle.addEventListener('pointermove', move);
  handle.addEventListener('pointerup', () => handle.removeEventListener('pointermove', move), { once: true });
}

const needle = computed(() => placeOf(now()));
useNowInSight(
  way,
  () => needle.value,
  () => line.weeks.length,
);
const spanText = computed(() => {
  if (!firstWeek.value || !lastWeek.value) return '';
  const from = localDayText(scope.from.value);
  const to = localDayText(scope.to.value);
  const [a, b] = [firstWeek.value.number, lastWeek.value.number];
  return t('term.weeks', { a, b, from, to }, a === b ? 1 : 2);
});
const isShown = (monday: LocalDate) => monday >= scope.from.value && monday <= scope.to.value;
</script>

<template>
  <section class="line" :aria-label="t('term.label')">
    <TermScope :span="spanText" />
    <div ref="way" class="way">
      <div ref="track" class="track" :style="{ '--weeks': line.weeks.length }">
        <p v-if="line.loaded && line.weeks.length === 0" class="none">{{ t('term.none') }}</p>
        <template v-else>
          <div class="bracket" :style="{ insetInlineStart: percent(bracket.from), width: percent(bracket.to - bracket.from) }" />
          <button
            v-for="which in ['from', 'to'] as const"
            :key="which"
            class="handle"
            role="slider"
            :aria-label="t(`term.${which}`)"
            :aria-valuemin="1"
            :aria-valuemax="line.weeks.length"
            :aria-valuenow="weekIndex(which) + 1"
            :style="{ insetInlineStart: percent(bracket[which]) }"
            @pointerdown="drag(which, $event)"
            @keydown="byArrow($event, (by) => moveEnd(which, weekIndex(which) + by))"
          />
          <button
            v-for="week in line.weeks"
            :key="week.monday"
            class="week"
            :class="{ shown: isShown(week.monday) }"
            tabindex="-1"
            :title="t('term.weekTitle', { n: week.number, from: localDayText(week.monday) })"
            :style="{ insetInlineStart: percent((week.number - 1) / line.weeks.length), width: percent(1 / line.weeks.length) }"
            @click="scope.set({ from: week.monday, to: line.sundayOf(week.monday) })"
          >
            <span>{{ t('term.week', { n: week.number }) }}</span>
          </button>
          <a
            v-for="(square, index) in squares"
            :key="square.assignmentId"
            class="square"
            :class="{ past: square.past, draft: !square.issued }"
            role="link"
            :tabindex="index === Math.min(current, squares.length - 1) ? 0 : -1"
            :data-square="index"
            :aria-label="titleOf(square)"
            :style="{
              insetInlineStart: percent(square.place),
              '--own': `var(--line-hue-${square.hue})`,
              bottom: `${32 + square.row * 10}px`,
            }"
            @click="open(square)"
            @keydown.enter="open(square)"
            @keydown="byArrow($event, step)"
            @mouseenter="pointedAt = index"
            @mouseleave="pointedAt = null"
            @focus="pointedAt = index"
            @blur="pointedAt = null"
          />
          <div v-if="needle >= 0 && needle <= 1" class="needle" :title="t('term.now')" :style="{ insetInlineStart: percent(needle) }" />
          <div v-if="pointed" class="tip" role="status" :style="{ insetInlineStart: percent(Math.min(0.72, pointed.place)) }">
            {{ titleOf(pointed) }}
          </div>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.line {
  height: 74px;
  background: var(--term);
  color: var(--on-mast);
  display: flex;
  border-block-end: 3px solid var(--now);
}
.way {
  flex: 1;
  min-width: 0;
  display: flex;
}
.track {
  flex: 1;
  position: relative;
  min-width: 0;
  touch-action: pan-y;
}
.none {
  padding: 12px 16px;
  color: var(--on-mast-2);
}
.track::after {
  content: '';
  position: absolute;
  inset-inline: 0;
  bottom: 26px;
  border-block-start: 1.5px solid #7fb0bc;
  pointer-events: none;
}
.week {
  position: absolute;
  top: 0;
  bottom: 0;
  background: none;
  border: 0;
  color: var(--on-mast-2);
  padding: 0;
  cursor: pointer;
  text-align: start;
}
.week span {
  position: absolute;
  bottom: 0;
  height: 27px;
  inset-inline-start: 0;
  padding-inline-start: 6px;
  border-inline-start: 1px solid var(--term-line);
  font-size: 12px;
  display: flex;
  align-items: center;
  white-space: nowrap;
}
.week:hover {
  background: rgb(255 255 255 / 6%);
}
.week.shown span {
  color: var(--on-mast);
}
.bracket {
  position: absolute;
  top: 0;
  bottom: 0;
  background: rgb(255 255 255 / 9%);
  border-block-start: 2px solid var(--now);
  pointer-events: none;
}
.bracket::before,
.bracket::after {
  content: '';
  position: absolute;
  top: 0;
  height: 9px;
  border-inline-start: 2px solid var(--now);
}
.bracket::before {
  inset-inline-start: 0;
}
.bracket::after {
  inset-inline-end: 0;
}
@media (max-width: 640px) {
  .handle.handle {
    width: 32px;
    height: 44px;
    margin-inline-start: -16px;
  }
}
.handle {
  position: absolute;
  top: 0;
  width: 16px;
  height: 18px;
  margin-inline-start: -8px;
  background: none;
  border: 0;
  padding: 0;
  cursor: ew-resize;
  z-index: 3;
  touch-action: none;
}
.square {
  position: absolute;
  width: 8px;
  height: 8px;
  margin-inline-start: -4px;
  border: 1.5px solid var(--own);
  border-radius: 1.5px;
  cursor: pointer;
  z-index: 2;
}
.square::before {
  content: '';
  position: absolute;
  inset: -5px -4px;
}
.square.past {
  background: var(--own);
}
.square.draft {
  border-style: dotted;
}
.square:hover {
  outline: 2px solid var(--now);
  outline-offset: 1px;
}
.needle {
  position: absolute;
  inset-block: 0;
  border-inline-start: 2px solid var(--now);
  margin-inline-start: -1px;
  pointer-events: none;
}
.needle::before {
  content: '';
  position: absolute;
  top: 0;
  inset-inline-start: -7px;
  border: 6px solid transparent;
  border-block-start: 10px solid var(--now);
  border-block-end: 0;
}
.tip {
  position: absolute;
  top: 78px;
  background: var(--surface);
  color: var(--text);
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 5px 10px;
  font-size: 13.5px;
  box-shadow: var(--float-shadow);
  z-index: 30;
  pointer-events: none;
  max-width: 300px;
}
@media (max-width: 640px) {
  .line {
    height: 66px;
  }
  .way {
    overflow-x: auto;
  }
  .track {
    min-width: calc(var(--weeks) * 38px);
  }
}
</style>
