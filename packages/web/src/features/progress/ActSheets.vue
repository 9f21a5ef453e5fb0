<script setup lang="ts">
/** Giving time and nudging, from wherever a student is named: the sheets of the assignment page, with what they need. */
import type { AssignmentPiecesReply, ClassReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useWords } from '../../ui/use-words';
import { ExceptionSheet } from '../assignments';
import { NudgeSheet } from '../collecting';

export interface Act {
  kind: 'time' | 'nudge';
  assignmentId: string;
  studentId: string;
}
const props = defineProps<{ act: Act | null }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, when } = useWords();
const pieces = ref<AssignmentPiecesReply | null>(null);
const schoolClass = ref<ClassReply | null>(null);
const problem = ref('');
watch(
  () => props.act,
  async (act) => {
    problem.value = '';
    if (!act) return;
    pieces.value = null;
    try {
      const loaded = await ask('GET /api/assignments/:assignmentId/pieces', { params: { assignmentId: act.assignmentId } });
      const found = await ask('GET /api/classes/:classId', { params: { classId: loaded.assignment.classId } });
      if (props.act !== act) return;
      schoolClass.value = found;
      pieces.value = loaded;
    } catch (error) {
      problem.value = error instanceof ApiProblem ? error.title : t('common.unreachable');
    }
  },
);
const zone = computed(() => schoolClass.value?.calendar.zone ?? 'UTC');
const about = computed(() => (props.act ? { studentIds: [props.act.studentId] } : null));
const rows = computed(() => pieces.value?.rows.filter((row) => row.student.id === props.act?.studentId) ?? []);
const due = computed(() => {
  const own = rows.value[0]?.window.due ?? null;
  return own === null ? t('common.noDue') : t('common.due', { when: when(own, zone.value) });
});
</script>

<template>
  <p v-if="problem" class="note bad" role="alert">{{ problem }}</p>
  <template v-if="pieces && schoolClass && act">
    <ExceptionSheet
      :open="act.kind === 'time'"
      :assignment-id="act.assignmentId"
      :class-id="schoolClass.id"
      :rows="pieces.rows"
      :group-dates="pieces.groupDates"
      :about="about"
      :issued="pieces.assignment.issuedAt !== null"
      :calendar="schoolClass.calendar"
      :usual-time="schoolClass.dueTime"
      :zone="zone"
      :base="pieces.assignment"
      @close="emit('close')"
      @changed="emit('changed')"
    />
    <NudgeSheet
      :open="act.kind === 'nudge'"
      :assignment-id="act.assignmentId"
      :title="pieces.assignment.title"
      :due="due"
      :rows="rows"
      @close="emit('close')"
      @nudged="emit('changed')"
    />
  </template>
</template>
