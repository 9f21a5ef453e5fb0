<script setup lang="ts">
/** Other dates for students, one or many at once, or for a group; or excused; with the reason: one act. */
import { addSchoolDays, windowProblem, type Instant, type SchoolCalendar } from '@jolly/core';
import type { ExceptionRequest, GroupDateReply, GroupDateRequest, GroupingReply, PieceRow } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { useTrail } from './use-trail';

const props = defineProps<{
  open: boolean;
  assignmentId: string;
  classId: string;
  rows: PieceRow[];
  groupDates: GroupDateReply[];
  /** who it is about at first: a student, a group, or nobody yet */
  about: { studentId?: string; groupId?: string } | null;
  calendar: SchoolCalendar | null;
  usualTime: string | null;
  zone: string;
  base: { due: Instant | null; closes: Instant | null };
  issued: boolean;
}>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name, count } = useWords();
const trail = useTrail();

const forGroup = ref(false);
const who = ref<string[]>([]);
const groupId = ref('');
const groups = ref<{ id: string; name: string; students: number }[]>([]);
const kind = ref<'dates' | 'excused'>('dates');
const dates = ref<{ opens: Instant | null; due: Instant | null; closes: Instant | null }>({ opens: null, due: null, closes: null });
const waives = ref(false);
const reason = ref('');
const tell = ref(true);
const { problem, attempt } = useAttempt();
const asked = ref(false);
const chosen = computed(() => props.rows.filter((one) => who.value.includes(one.student.id)));
const only = computed(() => (chosen.value.length === 1 ? chosen.value[0]! : null));
const groupDate = computed(() => props.groupDates.find((one) => one.groupId === groupId.value) ?? null);

/** What is given already to who is chosen stands in the fields, so that it is changed and not forgotten. */
function takeGiven(): void {
  const given = forGroup.value ? groupDate.value : (only.value?.exception ?? null);
  kind.value = only.value?.exception?.excused ? 'excused' : 'dates';
  dates.value = { opens: given?.opens ?? null, due: given?.due ?? null, closes: given?.closes ?? null };
  waives.value = only.value?.exception?.waivesLate ?? false;
  reason.value = given?.reason ?? '';
}
watch([() => props.open, () => props.about], async ([open]) => {
  if (!open) return;
  forGroup.value = props.about?.groupId !== undefined;
  who.value = props.about?.studentId ? [props.about.studentId] : [];
  groupId.value = props.about?.groupId ?? '';
  tell.value = true;
  problem.value = null;
  asked.value = false;
  takeGiven();
  const all = await ask<GroupingReply[]>('GET', `/api/classes/${props.classId}/groupings`).catch(() => []);
  const here = all.flatMap((grouping) => grouping.groups.map((group) => ({ id: group.id!, name: group.name, students: group.studentIds.length })));
  const dissolved = props.groupDates.filter((one) => !here.some((group) => group.id === one.groupId)).map((one) => ({ id: one.groupId, name: one.groupName, students: one.students }));
  groups.value = [...here, ...dissolved];
}, { immediate: true });
watch([only, groupId, forGroup], takeGiven);
const add = (event: Event) => {
  const select = event.target as HTMLSelectElement;
  if (select.value) who.value = [...who.value, select.value];
  select.value = '';
};

/** So many school days more, and the closing time along with it, past closing too. */
function moreTime(days: number): void {
  if (!props.calendar || props.base.due === null) return;
  dates.value.due = addSchoolDays(props.calendar, props.base.due, days);
  dates.value.closes = props.base.closes === null ? null : addSchoolDays(props.calendar, props.base.closes, days);
}
const nobody = computed(() => (forGroup.value ? groupId.value === '' : chosen.value.length === 0));
const nothing = computed(() => kind.value === 'dates' && !waives.value && Object.values(dates.value).every((date) => date === null));
const contradiction = computed(() => (kind.value === 'dates' ? windowProblem(dates.value) : null));
const standing = computed(() => only.value?.trail.filter((step) => step.layer === 'standing') ?? []);
const set = computed(() => Object.fromEntries(Object.entries(dates.value).filter(([, date]) => date !== null)));

const path = computed(() => `/api/assignments/${props.assignmentId}`);
async function give(): Promise<void> {
  asked.value = true;
  if (nothing.value || nobody.value) return;
  const told = { reason: reason.value, tell: props.issued && tell.value };
  if (forGroup.value) await change(() => ask('PUT', `${path.value}/group-dates/${groupId.value}`, { body: { ...set.value, ...told } satisfies GroupDateRequest }));
  else {
    const excused = kind.value === 'excused';
    const body: ExceptionRequest = { ...(excused ? {} : set.value), studentIds: who.value, excused, waivesLate: !excused && waives.value, ...told };
    await change(() => ask('PUT', `${path.value}/exceptions`, { body }));
  }
}
const given = computed(() => (forGroup.value ? groupDate.value !== null : only.value?.exception != null));
const takeAway = () => change(() => ask('DELETE', forGroup.value ? `${path.value}/group-dates/${groupId.value}` : `${path.value}/exceptions/${only.value!.student.id}`));
async function change(work: () => Promise<unknown>): Promise<void> {
  if (!(await attempt(work))) return;
  emit('changed');
  emit('close');
}
const label = computed(() => {
  const excuse = kind.value === 'excused' && !forGroup.value;
  if (!forGroup.value && chosen.value.length > 1) return t(excuse ? 'exception.excuseMany' : 'exception.giveMany', { n: chosen.value.length });
  const whose = forGroup.value ? (groups.value.find((one) => one.id === groupId.value)?.name ?? '…') : (only.value?.student.givenName ?? '…');
  return t(excuse ? 'exception.excuse' : 'exception.give', { name: whose });
});
</script>

<template>
  <SideSheet :open="open" :title="t('exception.title')" @close="emit('close')">
    <form class="stack" @submit.prevent="give">
      <div class="row" role="group" :aria-label="t('exception.who')">
        <button type="button" class="chip" :aria-pressed="!forGroup" @click="forGroup = false">{{ t('exception.forStudents') }}</button>
        <button type="button" class="chip" :aria-pressed="forGroup" @click="forGroup = true; kind = 'dates'">{{ t('exception.forGroup') }}</button>
      </div>
      <div v-if="forGroup">
        <p v-if="groups.length === 0" class="muted">{{ t('exception.noGroups') }}</p>
        <select v-else v-model="groupId" class="field" :aria-label="t('exception.chooseGroup')"><option value="" disabled>{{ t('exception.chooseGroup') }}</option><option v-for="one in groups" :key="one.id" :value="one.id">{{ t('compose.groupOf', { name: one.name, n: one.students }) }}</option></select>
      </div>
      <div v-else class="stack-s">
        <ul v-if="chosen.length > 0" class="plain row wrap"><li v-for="one in chosen" :key="one.student.id" class="chip still"><span dir="auto">{{ name(one.student) }}</span><button type="button" class="drop" :aria-label="t('compose.dropClass', { name: name(one.student) })" @click="who = who.filter((id) => id !== one.student.id)">×</button></li></ul>
        <label class="hidden-text" for="who">{{ t('exception.choose') }}</label>
        <select id="who" class="field" @change="add"><option value="">{{ t('exception.choose') }}</option><option v-for="one in rows.filter((row) => !who.includes(row.student.id))" :key="one.student.id" :value="one.student.id">{{ name(one.student) }}</option></select>
      </div>
      <div v-if="!forGroup" class="row" role="group" :aria-label="t('exception.kind')">
        <button v-for="one in ['dates', 'excused'] as const" :key="one" type="button" class="chip" :aria-pressed="kind === one" @click="kind = one">{{ t(`exception.${one}`) }}</button>
      </div>
      <template v-if="kind === 'dates'">
        <p v-if="standing.length > 0" class="note small">{{ t('exception.standing', { what: trail.sentences(standing, zone).join(' · ') }) }}</p>
        <div v-if="calendar && base.due !== null" class="row wrap">
          <span class="muted small">{{ t('exception.quick') }}</span>
          <button v-for="days in [1, 2, 5]" :key="days" type="button" class="chip" @click="moreTime(days)">+ {{ count('exception.plusDays', days) }}</button>
        </div>
        <div v-for="field in ['due', 'closes', 'opens'] as const" :key="field"><span class="label">{{ t(`compose.${field}`) }}</span><WhenField v-model="dates[field]" :zone="zone" :usual-time="usualTime" :label="t(`compose.${field}`)" /></div>
        <p class="muted small">{{ t('exception.leave') }}</p>
        <label v-if="!forGroup" class="row"><input v-model="waives" type="checkbox" /> {{ t('exception.waive') }}</label>
        <p v-if="contradiction" class="alarm small" role="alert">{{ t(`compose.contradiction.${contradiction}`) }}</p>
      </template>
      <div><label class="label" for="reason">{{ t('exception.reason') }}</label><input id="reason" v-model="reason" class="field" maxlength="500" dir="auto" :placeholder="t('exception.reasonPlaceholder')" /></div>
      <label v-if="issued" class="row"><input v-model="tell" type="checkbox" /> {{ t('exception.tell') }}</label>
      <p v-if="asked && nothing" class="note bad" role="alert">{{ t('exception.nothing') }}</p>
      <p v-else-if="problem" class="note bad" role="alert">{{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}</p>
      <div class="row wrap">
        <button class="btn main" :disabled="nobody || contradiction !== null">{{ label }}</button>
        <button v-if="given" type="button" class="btn" @click="takeAway">{{ t('exception.takeAway') }}</button>
      </div>
    </form>
  </SideSheet>
</template>

<style scoped>
.stack-s > * + * { margin-block-start: 6px; }
.still { cursor: default; display: inline-flex; gap: 4px; align-items: center; }
.drop { border: 0; background: none; color: inherit; cursor: pointer; padding: 0 2px; font-size: 16px; line-height: 1; }
</style>
