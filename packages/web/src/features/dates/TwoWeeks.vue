<script setup lang="ts">
/** The dates of a class in this week and the next, with one's own reminders, and putting in more. */
import { Button } from 'ant-design-vue';
import { mondayOf, plusDays, type LocalDate } from '@jolly/core';
import type { ClassReply, DateEntry } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { localDayLong, localDayText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import EventSheet from './EventSheet.vue';
import ReminderSheet from './ReminderSheet.vue';
import { useTimes } from './use-times';

const props = defineProps<{ schoolClass: ClassReply }>();
const { t } = useWords();
const line = useTermLine();
const timesOf = useTimes();
const span = computed(() => ({ from: mondayOf(line.today), to: plusDays(mondayOf(line.today), 13) }));
const { state, value, why, reload } = useLoad(() => ask('GET /api/dates', { query: span.value }), [() => props.schoolClass.id]);
const mine = computed(() =>
  (value.value?.entries ?? []).filter(
    (one) =>
      one.to >= line.today &&
      one.kind !== 'issue' &&
      (one.classId === props.schoolClass.id || (one.classId === null && one.kind !== 'term')),
  ),
);
const days = computed(() => {
  const all = new Map<LocalDate, DateEntry[]>();
  for (const one of mine.value) {
    const day = one.from < line.today ? line.today : one.from;
    all.set(day, [...(all.get(day) ?? []), one]);
  }
  return [...all].sort(([a], [b]) => (a < b ? -1 : 1));
});
const zone = computed(() => props.schoolClass.calendar.zone);
const open = ref<{ what: 'event' | 'reminder'; id: string | null } | null>(null);
async function stored(): Promise<void> {
  open.value = null;
  await reload();
}
</script>

<template>
  <section>
    <h2>{{ t('twoWeeks.title') }}</h2>
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="days.length === 0" class="muted">{{ t('twoWeeks.none') }}</p>
      <div v-for="[day, entries] in days" :key="day" class="day">
        <p>
          <strong>{{ localDayLong(day).split(' ')[0] }}</strong><br /><span class="muted">{{ localDayText(day) }}</span>
        </p>
        <ul class="plain">
          <li v-for="(one, at) in entries" :key="at">
            <span class="kind">{{ t(`twoWeeks.kinds.${one.kind}`) }}</span>
            <Button
              v-if="(one.kind === 'event' || one.kind === 'reminder') && one.sourceId"
              type="text"
              size="small"
              class="opens"
              @click="open = { what: one.kind, id: one.sourceId }"
              ><strong dir="auto">{{ one.title }}</strong></Button
            >
            <RouterLink v-else-if="one.assignmentId" :to="`/assignments/${one.assignmentId}`" dir="auto">{{ one.title }}</RouterLink>
            <span v-else-if="one.kind !== 'lesson'" dir="auto">{{ one.title }}</span>
            <span class="small muted facts" dir="auto">{{
              [
                timesOf(one, zone),
                one.place && (one.kind === 'lesson' ? t('class.roomIs', { room: one.place }) : one.place),
                one.kind === 'reminder' && t('twoWeeks.onlyYou'),
                one.kind === 'lesson' && schoolClass.liveLink && t('twoWeeks.opensBefore', { n: schoolClass.liveMinutes }),
              ]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </li>
        </ul>
      </div>
    </LoadGate>
    <div class="row wrap acts">
      <Button v-if="schoolClass.putAwayAt === null" @click="open = { what: 'event', id: null }">{{ t('events.add') }}</Button><Button
        @click="open = { what: 'reminder', id: null }"
        >{{ t('reminders.add') }}</Button
      >
    </div>
    <EventSheet
      v-if="open?.what === 'event'"
      :event-id="open.id"
      :class-ids="[schoolClass.id]"
      :day="line.today"
      @close="open = null"
      @stored="stored"
    />
    <ReminderSheet v-if="open?.what === 'reminder'" :reminder-id="open.id" @close="open = null" @stored="stored" />
  </section>
</template>

<style scoped>
h2 {
  margin-block-end: 6px;
}
.day {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr);
  gap: 0;
  padding-block: 9px;
  border-block-end: 1px solid var(--line);
}
.day p {
  margin: 0;
  line-height: 1.45;
}
li {
  padding-block: 1px;
  overflow-wrap: anywhere;
}
.kind {
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 0 6px;
  margin-inline-end: 8px;
  font-size: 12px;
  color: var(--text-2);
}
.opens {
  padding: 0 2px;
  white-space: normal;
  block-size: auto;
  text-align: start;
}
.facts {
  margin-inline-start: 6px;
}
.acts {
  margin-block-start: 12px;
}
</style>
