<script setup lang="ts">
/** Scores that were given by a rubric that has changed since: what each would become, counted again only when confirmed. */
import { Button } from 'ant-design-vue';
import type { RescoringReply } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import ListTable from '../../ui/ListTable.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ open: boolean; assignmentId: string }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name, count, points } = useWords();
const { problem, busy, attempt } = useAttempt();
const reply = ref<RescoringReply | null>(null);
const chosen = ref<string[]>([]);

watch(
  () => props.open,
  (open) => {
    if (!open) return;
    void attempt(async () => {
      reply.value = await ask('GET /api/assignments/:assignmentId/rescoring', { params: { assignmentId: props.assignmentId } });
      chosen.value = reply.value.pieces.map((one) => one.student.id);
    });
  },
);
const confirm = () =>
  attempt(async () => {
    await ask('POST /api/assignments/:assignmentId/rescoring', {
      params: { assignmentId: props.assignmentId },
      body: { studentIds: chosen.value },
    });
    emit('changed');
    emit('close');
  });
</script>

<template>
  <SideSheet :open="open" :title="t('rubric.changedTitle')" :width="560" @close="emit('close')">
    <div class="stack">
      <p>{{ t('rubric.changedWhy') }}</p>
      <ListTable
        v-if="reply"
        v-model:chosen="chosen"
        name="rescore"
        :label="t('assignment.columns.student')"
        :rows="reply.pieces"
        :columns="[
          { key: 'student', title: t('assignment.columns.student') },
          { key: 'before', title: t('move.before'), number: true },
          { key: 'after', title: t('move.after'), number: true },
        ]"
        :key-of="(one) => one.student.id"
        :name-of="(one) => name(one.student)"
        empty=""
      >
        <template #student="{ row: one }"
          ><div dir="auto">{{ name(one.student) }}</div></template
        >
        <template #before="{ row: one }">{{ points(one.before) }}</template>
        <template #after="{ row: one }"
          ><strong>{{ points(one.after) }}</strong
          >{{ ' ' }}<span v-if="!one.complete" class="muted small">{{ t('rubric.incomplete') }}</span></template
        ></ListTable
      >
      <ProblemNote :problem="problem" />
      <div>
        <Button type="primary" :disabled="busy || chosen.length === 0" @click="confirm">
          {{ count('rubric.countAgain', chosen.length) }}
        </Button>
      </div>
    </div>
  </SideSheet>
</template>
