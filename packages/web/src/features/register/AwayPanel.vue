<script setup lang="ts">
/** Beside the register: who is not there, why, what their family told, and what was due for them that day. */
import { Button, Input } from 'ant-design-vue';
import type { LocalDate, RegisterEntry } from '@jolly/core';
import type { RegisterStudent } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { localDayText } from '../../time/format';
import NumberField from '../../ui/NumberField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  classId: string;
  day: LocalDate;
  zone: string;
  students: readonly RegisterStudent[];
  entryOf: (studentId: string) => RegisterEntry;
  fixed: boolean;
}>();
const emit = defineEmits<{ set: [string, RegisterEntry]; changed: [] }>();
const { t, name, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const note = (absenceId: string) =>
  attempt(async () => {
    await ask('POST /api/classes/:classId/absences/:absenceId', {
      params: { classId: props.classId, absenceId },
      body: { day: props.day },
    });
    emit('changed');
  });
const giveDay = (assignmentId: string, studentId: string) =>
  attempt(async () => {
    await ask('POST /api/classes/:classId/register/:day/more-time', {
      params: { classId: props.classId, day: props.day },
      body: { assignmentId, studentId },
    });
    emit('changed');
  });
const timed = (entry: RegisterEntry) => entry.mark === 'late' || entry.mark === 'left';
const toldText = ({ by, reason, from, to }: NonNullable<RegisterStudent['told']>) =>
  from === to
    ? t('register.toldByDay', { by, reason: reason || '–' })
    : t('register.toldBy', { by, reason: reason || '–', from: localDayText(from), to: localDayText(to) });
</script>

<template>
  <aside>
    <h3>{{ t('register.away') }}</h3>
    <p v-if="students.length === 0" class="muted">{{ t('register.awayNone') }}</p>
    <section v-for="one in students" :key="one.student.id" class="one">
      <p class="row">
        <strong class="grow" dir="auto">{{ name(one.student) }}</strong><span class="small">{{
          t(`register.marks.${entryOf(one.student.id).mark}`)
        }}</span>
      </p>
      <div v-if="one.told" class="small told row wrap">
        <span class="grow" dir="auto">{{ toldText(one.told) }}</span><span v-if="one.told.answered" class="muted">{{
          t('register.noted')
        }}</span
        ><Button v-else-if="!fixed" size="small" type="primary" :disabled="busy" @click="note(one.told.id)">{{
          t('register.note')
        }}</Button>
      </div>
      <div v-if="entryOf(one.student.id).mark !== 'present' && !fixed" class="row">
        <NumberField
          v-if="timed(entryOf(one.student.id))"
          class="minutes"
          optional
          :model-value="entryOf(one.student.id).minutes"
          :min="1"
          :max="600"
          :label="t('register.minutesOf', { name: name(one.student) })"
          :placeholder="t('register.minutes')"
          @update:model-value="
            (minutes) => emit('set', one.student.id, { ...entryOf(one.student.id), minutes: minutes === null ? null : Math.round(minutes) })
          "
        /><Input
          :default-value="entryOf(one.student.id).reason"
          :maxlength="200"
          :placeholder="t('register.reason')"
          :aria-label="t('register.reasonOf', { name: name(one.student) })"
          dir="auto"
          @change="
            (event) =>
              emit('set', one.student.id, { ...entryOf(one.student.id), reason: ((event.target as HTMLInputElement).value ?? '').trim() })
          "
        />
      </div>
      <div v-for="piece in one.due" :key="piece.assignmentId" class="small row wrap">
        <span class="grow" dir="auto">{{ t('register.due', { title: piece.title }) }}</span><span
          v-if="piece.moved === null"
          class="muted"
          >{{ t('register.gaveDay', { when: when(piece.due, zone) }) }}</span
        ><Button v-else-if="!fixed" size="small" :disabled="busy" @click="giveDay(piece.assignmentId, one.student.id)">{{
          t('register.giveDay')
        }}</Button>
      </div>
    </section>
    <ProblemNote :problem="problem" />
    <p class="small"><slot /></p>
  </aside>
</template>

<style scoped>
.one {
  padding-block: 10px;
  border-block-end: 1px solid var(--line);
  display: grid;
  gap: 6px;
}
.one p {
  margin: 0;
}
.told {
  border-inline-start: 4px solid var(--now);
  padding-inline-start: 8px;
}
.minutes {
  inline-size: 84px;
}
</style>
