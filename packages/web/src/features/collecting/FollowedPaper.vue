<script setup lang="ts">
/** One paper of a student's as it is being written. */
import { useLoad } from '../../api/use-load';
import { ask } from '../../api/client';
import LoadGate from '../../ui/LoadGate.vue';
import { PaperReading } from '../paper';

const props = defineProps<{
  assignmentId: string;
  studentId: string;
  attachmentId: string;
  /** looked at again when it changes */ version: number;
}>();
const { state, value, why, reload } = useLoad(
  () =>
    ask('GET /api/assignments/:assignmentId/pieces/:studentId/papers/:attachmentId', {
      params: { assignmentId: props.assignmentId, studentId: props.studentId, attachmentId: props.attachmentId },
    }),
  [() => props.studentId, () => props.version],
);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload"><PaperReading v-if="value" :paper="value" /></LoadGate>
</template>
