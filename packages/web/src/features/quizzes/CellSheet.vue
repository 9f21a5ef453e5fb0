<script setup lang="ts">
/** What one student answered to a question, and what came too late. */
import { Button } from 'ant-design-vue';
import { askedQuestion, saidIn } from '@jolly/core';
import type { OutcomeRow, QuizOutcomeReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import { useScope } from '../termline';
import { answerText } from './answer-text';

const props = defineProps<{ open: boolean; row: OutcomeRow | null; outcome: QuizOutcomeReply; at: number }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, count, points, name } = useWords();
const { kept } = useScope();
const { problem, busy, attempt } = useAttempt();
const one = computed(() => props.outcome.questions[props.at] ?? null);
const cell = computed(() => (props.row && one.value ? (props.row.cells[one.value.question.id] ?? null) : null));
const asked = computed(() => (one.value ? askedQuestion(one.value.question, { seed: 'look', ownOptions: false }) : null));
const heard = computed(() => (asked.value && cell.value ? saidIn(asked.value.kind, cell.value.answer) : null));
const waits = computed(() => cell.value !== null && cell.value.points === null);
const countLate = (counts: boolean) =>
  attempt(async () => {
    await ask('PUT /api/assignments/:assignmentId/quiz/tries/:tryId/late', {
      params: { assignmentId: props.outcome.assignmentId, tryId: props.row!.tryId! },
      body: { counts },
    });
    emit('changed');
  });
</script>

<template>
  <SideSheet :open="open" :title="row ? name(row.student) || t('quizOutcome.namelessOne') : ''" @close="emit('close')">
    <div v-if="row && one && asked" class="stack">
      <h3>{{ t('quizOutcome.questionN', { n: at + 1 }) }}</h3>
      <RichTextView :text="one.question.text" />
      <p v-if="cell">
        <strong dir="auto">{{ answerText(asked, cell.answer, t) }}</strong>
      </p>
      <audio v-if="heard" controls preload="none" :src="fileAddress(heard, 'inline')" :aria-label="t('quiz.saidAloud')" />
      <p v-if="cell && cell.points !== null">{{ t('common.of', { a: points(cell.points), b: points(cell.max) }) }}</p>
      <LinkButton v-if="waits" type="primary" :to="{ path: `/marking/${outcome.assignmentId}/answers/${one.question.id}`, query: kept }">{{
        t('quizOutcome.scoreIt')
      }}</LinkButton>
      <p v-if="row.byClock" class="small muted">{{ t('quizOutcome.endedByClock') }}</p>
      <div v-if="row.late > 0 || row.lateCounts" class="note stack">
        <p>{{ row.lateCounts ? t('quizOutcome.lateCounts') : count('quizOutcome.cameLate', row.late) }}</p>
        <Button :disabled="busy" @click="countLate(!row.lateCounts)">{{
          t(row.lateCounts ? 'quizOutcome.countLateNot' : 'quizOutcome.countLate')
        }}</Button>
      </div>
      <ProblemNote :problem="problem" />
      <LinkButton :to="{ path: `/marking/${outcome.assignmentId}/${row.student.id}`, query: kept }">{{
        t('quizOutcome.wholePiece')
      }}</LinkButton>
    </div>
  </SideSheet>
</template>
