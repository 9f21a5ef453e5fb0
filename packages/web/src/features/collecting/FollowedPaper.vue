<script setup lang="ts">
/** One paper of a student's as it is being written. */
import { watch } from 'vue';
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
const { state, value, why, reload } = useLoad(() =>
  ask('GET /api/assignments/:assignmentId/pieces/:studentId/papers/:attachmentId', {
    params: { assignmentId: props.assignmentId, studentId: props.studentId, attachmentId: props.attachmentId },
  }),
);
// What is there stays while the newer is fetched; a failing fetch takes nothing away.
watch(() => props.version, reload);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload"><PaperReading v-if="value" :paper="value" /></LoadGate>
</template>
