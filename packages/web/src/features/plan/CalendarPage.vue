<script setup lang="ts">
/** All dates of a person by day, week or month, and the address under which their own calendar finds them. */
import { Button } from 'ant-design-vue';
import { mondayOf, plusDays, weekdayOf, type LocalDate } from '@jolly/core';
import type { DateEntry } from '@jolly/server/contract';
import { useMediaQuery } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { localDayLong, localDayText, monthText, timeText } from '../../time/format';
import { arrowFor } from '../../ui/arrows';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useScope, useTermLine } from '../termline';
import PageActs from '../../ui/PageActs.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { CalendarAddress, EventSheet, ReminderSheet, useTimes } from '../dates';
import DateLines from './DateLines.vue';

const { t } = useWords();
const route = useRoute();
const router = useRouter();
const session = useSession();
const line = useTermLine();
const scope = useScope();
const SPANS = ['day', 'week', 'month'] as const;
const MOST_IN_A_DAY = 3;

const span = computed(() => SPANS.find((one) => one === route.query.span) ?? 'month');
const day = computed<LocalDate>(() =>
  typeof route.query.on === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(route.query.on) ? route.query.on : line.today,
);
const set = (changes: Record<string, string>) => void router.replace({ query: { ...route.query, ...changes } });
const month = computed(() => day.value.slice(0, 7));
const from = computed(() => (span.value === 'day' ? day.value : mondayOf(span.value === 'week' ? day.value : `${month.value}-01`)));
const to = computed(() => (span.value === 'day' ? day.value : plusDays(from.value, span.value === 'week' ? 6 : 41)));
const days = computed(() =>
  Array.from({ length: span.value === 'day' ? 1 : span.value === 'week' ? 7 : 42 }, (_, index) => plusDays(from.value, index)),
);
function step(by: number): void {
  if (span.value === 'day') set({ on: plusDays(day.value, by) });
  else if (span.value === 'week') set({ on: plusDays(day.value, 7 * by) });
  else set({ on: plusDays(`${month.value}-15`, 30 * by).slice(0, 8) + '01' });
}
const { state, value, why, reload } = useLoad(() => ask('GET /api/dates', { query: { from: from.value, to: to.value } }), [from, to]);
const entriesOn = (one: LocalDate) =>
  (value.value?.entries ?? []).filter(
    (entry) =>
      entry.from <= one &&
      one <= entry.to &&
      // A month shows what is out of the ordinary; lessons stand in its weeks and days.
      (span.value !== 'month' || entry.kind !== 'lesson') &&
      (entry.classId === null || scope.inScope(entry.classId)),
  );
const closed = (one: LocalDate) => entriesOn(one).some((entry) => entry.kind === 'closure');
const heading = computed(() =>
  span.value === 'day'
    ? localDayLong(day.value)
    : span.value === 'week'
      ? `${localDayText(from.value)} – ${localDayText(to.value)}`
      : monthText(month.value),
);
const text = (entry: DateEntry) =>
  entry.kind === 'term'
    ? t('dates.term', { name: entry.title })
    : entry.kind === 'closure'
      ? entry.title || t('dates.closure')
      : entry.title;
const about = (entry: DateEntry) =>
  entry.kind === 'issue'
    ? t('dates.issue')
    : entry.kind === 'reminder'
      ? t('twoWeeks.onlyYou')
      : entry.kind === 'lesson'
        ? t('twoWeeks.kinds.lesson')
        : '';
const timesOf = useTimes();
const sheet = ref<{ what: 'event' | 'reminder'; id: string | null } | null>(null);
/** Events and reminders are looked at in a sheet. */
const opens = ({ kind, sourceId }: DateEntry) =>
  kind === 'event' || kind === 'reminder' ? () => void (sheet.value = { what: kind, id: sourceId }) : null;
async function stored(): Promise<void> {
  sheet.value = null;
  await reload();
}
const student = computed(() => session.me?.role === 'student');
const address = (entry: DateEntry) =>
  entry.assignmentId === null
    ? null
    : { path: student.value ? `/work/${entry.assignmentId}` : `/assignments/${entry.assignmentId}`, query: scope.kept.value };
const zoneOf = (entry: DateEntry) => line.classOf(entry.classId ?? '')?.zone ?? value.value?.zone ?? line.zone;

/** How an entry is shown in a line: what it is, where it leads, whose it is, when. */
const lineOf = (entry: DateEntry) => ({
  text: text(entry),
  to: address(entry),
  about: [entry.kind === 'lesson' ? '' : entry.className, about(entry), entry.place].filter(Boolean).join(' · '),
  time: timesOf(entry, zoneOf(entry)),
  open: opens(entry),
});
const phone = useMediaQuery('(max-width: 640px)');
const daysWithSomething = computed(() =>
  days.value.filter((one) => entriesOn(one).length > 0 && (span.value !== 'month' || one.startsWith(month.value))),
);

const subscribing = ref(false);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading">
        <h1>{{ heading }}</h1>
        <span class="row"
          ><Button type="link" :aria-label="t('dates.back')" @click="step(-1)">{{ arrowFor(-1).shown }}</Button
          ><Button type="link" @click="set({ on: line.today })">{{ t('dates.today') }}</Button
          ><Button type="link" :aria-label="t('dates.on')" @click="step(1)">{{ arrowFor(1).shown }}</Button></span
        >
        <span class="grow" />
        <span class="row" role="group"
          ><ToggleButton v-for="one in SPANS" :key="one" :on="span === one" @click="set({ span: one })">
            {{ t(`dates.spans.${one}`) }}
          </ToggleButton></span
        >
        <PageActs
          :more="t('dates.acts')"
          :rest="[
            ...(!student && line.classes.length > 0
              ? [{ title: t('events.add'), press: () => (sheet = { what: 'event', id: null }) }]
              : []),
            { title: t('reminders.add'), press: () => (sheet = { what: 'reminder', id: null }) },
          ]"
          ><Button @click="subscribing = true">{{ t('dates.address') }}</Button></PageActs
        >
      </div>
      <div v-if="span === 'day'" class="sheet list">
        <p v-if="entriesOn(day).length === 0" class="muted">{{ t('dates.none') }}</p>
        <DateLines v-else :entries="entriesOn(day)" :line-of="lineOf" />
      </div>
      <!-- A month is unreadable on a phone: there it is a list of the days that have something. -->
      <div v-else-if="phone" class="sheet list">
        <p v-if="daysWithSomething.length === 0" class="muted">{{ t('dates.none') }}</p>
        <section v-for="one in daysWithSomething" :key="one" class="listed" :class="{ past: one < line.today }">
          <h2 :class="{ now: one === line.today }">{{ localDayLong(one) }}</h2>
          <DateLines :entries="entriesOn(one)" :line-of="lineOf" />
        </section>
      </div>
      <div v-else class="sheet days" :class="span">
        <div v-for="one in days.slice(0, 7)" :key="`head ${one}`" class="head" aria-hidden="true">
          {{ localDayLong(one).split(' ')[0] }}
        </div>
        <div
          v-for="one in days"
          :key="one"
          class="day"
          :class="{ other: span === 'month' && !one.startsWith(month), closed: closed(one), weekend: weekdayOf(one) > 5 }"
        >
          <button
            type="button"
            class="date"
            :class="{ now: one === line.today }"
            :aria-label="localDayLong(one)"
            @click="set({ span: 'day', on: one })"
          >
            {{ Number(one.slice(8)) }}
          </button>
          <component
            :is="address(entry) ? 'RouterLink' : opens(entry) ? 'button' : 'span'"
            v-for="(entry, index) in entriesOn(one).slice(0, span === 'month' ? MOST_IN_A_DAY : 30)"
            :key="index"
            v-bind="address(entry) ? { to: address(entry) } : opens(entry) ? { type: 'button' } : {}"
            class="entry"
            :class="entry.kind"
            :style="entry.hue === null ? {} : { '--hue': `var(--hue-${entry.hue})` }"
            :title="`${text(entry)} ${entry.className} ${entry.at === null ? '' : timeText(entry.at, zoneOf(entry))} ${about(entry)}`"
            @click="opens(entry)?.()"
            ><span class="muted">{{ entry.at === null ? '' : timeText(entry.at, zoneOf(entry)) }}</span> {{ text(entry)
            }}<template v-if="entry.kind === 'issue'"> · {{ about(entry) }}</template></component
          >
          <button
            v-if="span === 'month' && entriesOn(one).length > MOST_IN_A_DAY"
            type="button"
            class="more"
            @click="set({ span: 'day', on: one })"
          >
            {{ t('dates.more', { n: entriesOn(one).length - MOST_IN_A_DAY }) }}
          </button>
        </div>
      </div>
      <EventSheet
        v-if="sheet?.what === 'event'"
        :event-id="sheet.id"
        :class-ids="scope.classId.value ? [scope.classId.value] : line.classes.slice(0, 1).map((one) => one.id)"
        :day="day < line.today ? line.today : day"
        @close="sheet = null"
        @stored="stored"
      />
      <ReminderSheet v-if="sheet?.what === 'reminder'" :reminder-id="sheet.id" @close="sheet = null" @stored="stored" />
      <SideSheet :open="subscribing" :title="t('dates.address')" @close="subscribing = false">
        <div class="stack">
          <p>{{ t('dates.addressWhy') }}</p>
          <CalendarAddress />
        </div>
      </SideSheet>
    </div>
  </LoadGate>
</template>

<style scoped>
.list {
  padding: 14px 18px;
}
.listed + .listed {
  margin-block-start: 14px;
}
.listed h2 {
  font-size: 16px;
}
.listed h2.now {
  box-shadow: inset 0 -3px 0 var(--now);
  width: fit-content;
}
.listed.past {
  color: var(--text-3);
}
.days {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  overflow: hidden;
}
.head {
  padding: 5px 8px;
  font-weight: 600;
  background: var(--surface-2);
  border-inline-end: 1px solid var(--line-2);
}
.day {
  min-height: 94px;
  border-block-start: 1px solid var(--line);
  border-inline-end: 1px solid var(--line-2);
  padding: 3px;
  display: flex;
  flex-direction: column;
  gap: 2px;
  min-width: 0;
}
.week .day {
  min-height: 380px;
}
.day.other .date {
  color: var(--text-3);
  font-weight: 400;
}
.day.other {
  background-color: var(--surface-2);
}
.day.closed {
  background: repeating-linear-gradient(-45deg, var(--surface-2) 0 6px, transparent 6px 12px);
}
.day.weekend {
  background-color: var(--surface-2);
}
.date {
  align-self: start;
  border: 0;
  background: none;
  color: inherit;
  font-weight: 600;
  cursor: pointer;
  border-radius: 4px;
  padding: 0 5px;
}
.date.now {
  background: var(--now);
  color: #14262e;
}
.entry {
  min-height: 24px;
  display: block;
  font-size: 12.5px;
  line-height: 1.3;
  padding: 1px 4px;
  border-inline-start: 3px solid var(--hue, var(--line));
  border-radius: 2px;
  background: var(--surface);
  color: var(--text);
  text-decoration: none;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  flex-shrink: 0;
}
.week .entry {
  white-space: normal;
}
.entry.lesson {
  color: var(--text-2);
  background: none;
}
.entry.reminder {
  border-inline-start-style: double;
}
button.entry {
  border-block: 0;
  border-inline-end: 0;
  text-align: start;
  font-family: inherit;
  cursor: pointer;
}
.entry.issue {
  border-inline-start-style: dotted;
}
.entry.closure,
.entry.term {
  background: none;
  color: var(--text-2);
}
.more {
  border: 0;
  background: none;
  color: var(--text-2);
  font-size: 12.5px;
  text-align: start;
  cursor: pointer;
}
@media (max-width: 640px) {
  .entry {
    font-size: 11px;
  }
  .day {
    min-height: 66px;
  }
  .entry .muted {
    display: none;
  }
}
</style>
