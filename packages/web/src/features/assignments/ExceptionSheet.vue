<script setup lang="ts">
/** Other dates for one student, or excused, with the reason: one act. */
import { addSchoolDays, windowProblem, type Instant, type SchoolCalendar } from '@jolly/core';
import type { ExceptionRequest, PieceRow } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ open: boolean; assignmentId: string; rows: PieceRow[]; studentId: string | null; calendar: SchoolCalendar | null; usualTime: string | null; zone: string; base: { due: Instant | null; closes: Instant | null } }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name, count } = useWords();

const who = ref('');
const kind = ref<'dates' | 'excused'>('dates');
const dates = ref<{ opens: Instant | null; due: Instant | null; closes: Instant | null }>({ opens: null, due: null, closes: null });
const reason = ref('');
const { problem, attempt } = useAttempt();
const asked = ref(false);
const row = computed(() => props.rows.find((one) => one.student.id === who.value));

watch(
  () => [props.open, props.studentId] as const,
  ([open]) => {
    if (!open) return;
    who.value = props.studentId ?? '';
    problem.value = null;
    asked.value = false;
  },
  { immediate: true },
);
watch(who, () => {
  const given = row.value?.exception;
  kind.value = given?.excused ? 'excused' : 'dates';
  dates.value = { opens: given?.opens ?? null, due: given?.due ?? null, closes: given?.closes ?? null };
  reason.value = given?.reason ?? '';
});

/** So many school days more, and the closing time along with it, past closing too. */
function moreTime(days: number): void {
  if (!props.calendar || props.base.due === null) return;
  dates.value.due = addSchoolDays(props.calendar, props.base.due, days);
  dates.value.closes = props.base.closes === null ? null : addSchoolDays(props.calendar, props.base.closes, days);
}
const nothing = computed(() => kind.value === 'dates' && Object.values(dates.value).every((date) => date === null));
const contradiction = computed(() => (kind.value === 'dates' ? windowProblem(dates.value) : null));

async function give(): Promise<void> {
  asked.value = true;
  if (nothing.value) return;
  const set = kind.value === 'excused' ? {} : Object.fromEntries(Object.entries(dates.value).filter(([, date]) => date !== null));
  const body: ExceptionRequest = { ...set, excused: kind.value === 'excused', reason: reason.value };
  await change(() => ask('PUT', `/api/assignments/${props.assignmentId}/exceptions/${who.value}`, { body }));
}
const takeAway = () => change(() => ask('DELETE', `/api/assignments/${props.assignmentId}/exceptions/${who.value}`));
async function change(work: () => Promise<unknown>): Promise<void> {
  if (!(await attempt(work))) return;
  emit('changed');
  emit('close');
}
</script>

<template>
  <SideSheet :open="open" :title="t('exception.title')" @close="emit('close')">
    <form class="stack" @submit.prevent="give">
      <div>
        <label class="label" for="who">{{ t('exception.who') }}</label>
        <select id="who" v-model="who" class="field" required>
          <option value="" disabled>{{ t('exception.choose') }}</option>
          <option v-for="one in rows" :key="one.student.id" :value="one.student.id">{{ name(one.student) }}</option>
        </select>
      </div>
      <div class="row" role="group" :aria-label="t('exception.kind')">
        <button v-for="one in ['dates', 'excused'] as const" :key="one" type="button" class="chip" :aria-pressed="kind === one" @click="kind = one">{{ t(`exception.${one}`) }}</button>
      </div>
      <template v-if="kind === 'dates'">
        <div v-if="calendar && base.due !== null" class="row wrap">
          <span class="muted small">{{ t('exception.quick') }}</span>
          <button v-for="days in [1, 2, 5]" :key="days" type="button" class="chip" @click="moreTime(days)">+ {{ count('exception.plusDays', days) }}</button>
        </div>
        <div v-for="field in ['due', 'closes', 'opens'] as const" :key="field"><span class="label">{{ t(`compose.${field}`) }}</span><WhenField v-model="dates[field]" :zone="zone" :usual-time="usualTime" :label="t(`compose.${field}`)" /></div>
        <p class="muted small">{{ t('exception.leave') }}</p>
        <p v-if="contradiction" class="alarm small" role="alert">{{ t(`compose.contradiction.${contradiction}`) }}</p>
      </template>
      <div><label class="label" for="reason">{{ t('exception.reason') }}</label><input id="reason" v-model="reason" class="field" maxlength="500" dir="auto" :placeholder="t('exception.reasonPlaceholder')" /></div>
      <p v-if="asked && nothing" class="note bad" role="alert">{{ t('exception.nothing') }}</p>
      <p v-else-if="problem" class="note bad" role="alert">{{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}</p>
      <div class="row wrap">
        <button class="btn main" :disabled="!row || contradiction !== null">{{ t(kind === 'excused' ? 'exception.excuse' : 'exception.give', { name: row?.student.givenName ?? '…' }) }}</button>
        <button v-if="row?.exception" type="button" class="btn" @click="takeAway">{{ t('exception.takeAway') }}</button>
      </div>
    </form>
  </SideSheet>
</template>
