<script setup lang="ts">
/** Other dates for students, one or many at once, or for a group; or excused; with the reason: one act. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { closesAlong, moreTime, windowProblem, type Instant, type SchoolCalendar } from '@jolly/core';
import type { ExceptionRequest, GroupDateReply, GroupDateRequest, PieceRow } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import NamePicker from '../../ui/NamePicker.vue';
import SideSheet from '../../ui/SideSheet.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { useTrail } from './use-trail';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{
  open: boolean;
  assignmentId: string;
  classId: string;
  rows: PieceRow[];
  groupDates: GroupDateReply[];
  /** who it is about at first: students, a group, or nobody yet */
  about: { studentIds?: string[]; groupId?: string } | null;
  calendar: SchoolCalendar | null;
  usualTime: string | null;
  zone: string;
  base: { due: Instant | null; closes: Instant | null };
  issued: boolean;
}>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, count } = useWords();
const trail = useTrail();

const forGroup = ref(false);
const who = ref<string[]>([]);
const groupId = ref('');
const groups = ref<{ id: string; name: string; students: number }[]>([]);
const kind = ref<'dates' | 'excused'>('dates');
const dates = ref<{ opens: Instant | null; due: Instant | null; closes: Instant | null }>({ opens: null, due: null, closes: null });
const waives = ref(false);
const reason = ref('');
/** closing was set by hand, and does not follow any more */
const closesSet = ref(false);
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
watch(
  [() => props.open, () => props.about],
  async ([open]) => {
    if (!open) return;
    forGroup.value = props.about?.groupId !== undefined;
    who.value = [...(props.about?.studentIds ?? [])];
    groupId.value = props.about?.groupId ?? '';
    tell.value = true;
    problem.value = null;
    asked.value = false;
    closesSet.value = false;
    takeGiven();
    const all = await ask('GET /api/classes/:classId/groupings', { params: { classId: props.classId } }).catch(() => []);
    const here = all.flatMap((grouping) =>
      grouping.groups.map((group) => ({ id: group.id!, name: group.name, students: group.studentIds.length })),
    );
    const dissolved = props.groupDates
      .filter((one) => !here.some((group) => group.id === one.groupId))
      .map((one) => ({ id: one.groupId, name: one.groupName, students: one.students }));
    groups.value = [...here, ...dissolved];
  },
  { immediate: true },
);
watch([only, groupId, forGroup], takeGiven);
/** What it is counted from: the dates that one student has, else the class's. */
const from = computed(() => (!forGroup.value && only.value ? only.value.window : props.base));
/** So many school days more, counted from today where the date has passed; closing moves along. */
function more(days: number): void {
  const given = props.calendar && moreTime(props.calendar, from.value, days, now());
  if (!given) return;
  dates.value = { ...dates.value, ...given };
  closesSet.value = false;
}
function setDate(field: 'opens' | 'due' | 'closes', at: Instant | null): void {
  dates.value[field] = at;
  if (field === 'closes') closesSet.value = at !== null;
  else if (field === 'due' && !closesSet.value && props.calendar)
    dates.value.closes = at === null ? null : closesAlong(props.calendar, from.value, at);
}
const nobody = computed(() => (forGroup.value ? groupId.value === '' : chosen.value.length === 0));
const nothing = computed(() => kind.value === 'dates' && !waives.value && Object.values(dates.value).every((date) => date === null));
const contradiction = computed(() => (kind.value === 'dates' ? windowProblem(dates.value) : null));
/** It has passed already, so giving it would make the piece missing, or keep it closed. */
const past = computed(() => kind.value === 'dates' && [dates.value.due, dates.value.closes].some((at) => at !== null && at < now()));
/** What is chosen is what everybody chosen has already. */
const changesNothing = computed(
  () =>
    kind.value === 'dates' &&
    !forGroup.value &&
    chosen.value.length > 0 &&
    Object.keys(set.value).length > 0 &&
    !waives.value &&
    chosen.value.every((one) => Object.entries(set.value).every(([field, at]) => one.window[field as 'due'] === at)),
);
const standing = computed(() => only.value?.trail.filter((step) => step.layer === 'standing') ?? []);
const set = computed(() => Object.fromEntries(Object.entries(dates.value).filter(([, date]) => date !== null)));

async function give(): Promise<void> {
  asked.value = true;
  if (nothing.value || nobody.value) return;
  const told = { reason: reason.value, tell: props.issued && tell.value };
  if (forGroup.value)
    await change(() =>
      ask('PUT /api/assignments/:assignmentId/group-dates/:groupId', {
        params: { assignmentId: props.assignmentId, groupId: groupId.value },
        body: { ...set.value, ...told } satisfies GroupDateRequest,
      }),
    );
  else {
    const excused = kind.value === 'excused';
    const body: ExceptionRequest = {
      ...(excused ? {} : set.value),
      studentIds: who.value,
      excused,
      waivesLate: !excused && waives.value,
      ...told,
    };
    await change(() => ask('PUT /api/assignments/:assignmentId/exceptions', { params: { assignmentId: props.assignmentId }, body }));
  }
}
const given = computed(() => (forGroup.value ? groupDate.value !== null : only.value?.exception != null));
const takeAway = () =>
  change(() =>
    forGroup.value
      ? ask('DELETE /api/assignments/:assignmentId/group-dates/:groupId', {
          params: { assignmentId: props.assignmentId, groupId: groupId.value },
        })
      : ask('DELETE /api/assignments/:assignmentId/exceptions/:studentId', {
          params: { assignmentId: props.assignmentId, studentId: only.value!.student.id },
        }),
  );
async function change(work: () => Promise<unknown>): Promise<void> {
  if (!(await attempt(work))) return;
  emit('changed');
  emit('close');
}
const label = computed(() => {
  const excuse = kind.value === 'excused' && !forGroup.value;
  if (!forGroup.value && chosen.value.length > 1)
    return t(excuse ? 'exception.excuseMany' : 'exception.giveMany', { n: chosen.value.length });
  const whose = forGroup.value
    ? (groups.value.find((one) => one.id === groupId.value)?.name ?? '…')
    : (only.value?.student.givenName ?? '…');
  return t(excuse ? 'exception.excuse' : 'exception.give', { name: whose });
});
</script>

<template>
  <SideSheet :open="open" :title="t('exception.title')" @close="emit('close')">
    <FieldForm :problem="asked && nothing ? null : problem" @send="give">
      <div class="row" role="group" :aria-label="t('exception.who')">
        <ToggleButton :on="!forGroup" @click="forGroup = false">{{ t('exception.forStudents') }}</ToggleButton>
        <ToggleButton
          :on="forGroup"
          @click="
            forGroup = true;
            kind = 'dates';
          "
        >
          {{ t('exception.forGroup') }}
        </ToggleButton>
      </div>
      <div v-if="forGroup">
        <p v-if="groups.length === 0" class="muted">{{ t('exception.noGroups') }}</p>
        <SelectField
          v-else
          v-model="groupId"
          :label="t('exception.chooseGroup')"
          :options="[
            { value: '', label: t('exception.chooseGroup'), disabled: true },
            ...groups.map((one) => ({ value: one.id, label: t('compose.groupOf', { name: one.name, n: one.students }) })),
          ]"
        />
      </div>
      <div v-else class="stack-s">
        <NamePicker
          v-model="who"
          :people="rows.map((row) => row.student)"
          :label="t('exception.choose')"
          :placeholder="t('exception.typeName')"
        />
      </div>
      <div v-if="!forGroup" class="row" role="group" :aria-label="t('exception.kind')">
        <ToggleButton v-for="one in ['dates', 'excused'] as const" :key="one" :on="kind === one" @click="kind = one">
          {{ t(`exception.${one}`) }}
        </ToggleButton>
      </div>
      <template v-if="kind === 'dates'">
        <p v-if="standing.length > 0" class="note small">
          {{ t('exception.standing', { what: trail.sentences(standing, zone).join(' · ') }) }}
        </p>
        <div v-if="calendar && base.due !== null" class="row wrap">
          <span class="muted small">{{ t('exception.quick') }}</span>
          <Button v-for="days in [1, 2, 5]" :key="days" size="small" @click="more(days)">
            + {{ count('exception.plusDays', days) }}
          </Button>
        </div>
        <FormLine v-for="field in ['due', 'closes', 'opens'] as const" :key="field" :label="t(`exception.dateOf.${field}`)" :path="field">
          <WhenField
            :model-value="dates[field]"
            :zone="zone"
            :usual-time="usualTime"
            :label="t(`compose.${field}`)"
            @update:model-value="(at) => setDate(field, at)"
          />
        </FormLine>
        <p v-if="past" class="small said" role="status">{{ t('exception.past') }}</p>
        <p v-else-if="changesNothing" class="small said" role="status">{{ t('exception.changesNothing') }}</p>
        <p class="muted small">{{ t('exception.leave') }}</p>
        <Checkbox v-if="!forGroup" v-model:checked="waives"> {{ t('exception.waive') }}</Checkbox>
        <p v-if="contradiction" class="alarm small" role="alert">{{ t(`compose.contradiction.${contradiction}`) }}</p>
      </template>
      <FormLine :label="t('exception.reason')" for="reason" path="reason">
        <Input id="reason" v-model:value="reason" :maxlength="500" dir="auto" :placeholder="t('exception.reasonPlaceholder')" />
      </FormLine>
      <Checkbox v-if="issued" v-model:checked="tell"> {{ t('exception.tell') }}</Checkbox>
      <p v-if="asked && nothing" class="note bad" role="alert">{{ t('exception.nothing') }}</p>
      <template #acts>
        <div class="row wrap">
          <Button type="primary" html-type="submit" :disabled="nobody || contradiction !== null">{{ label }}</Button>
          <Button v-if="given" @click="takeAway">{{ t('exception.takeAway') }}</Button>
        </div>
      </template>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.stack-s > * + * {
  margin-block-start: 6px;
}
.said {
  border-inline-start: 3px solid var(--now);
  padding-inline-start: 8px;
}
</style>
