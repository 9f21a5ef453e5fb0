<script setup lang="ts">
/** What came of a quiz: students by questions at left; at right one question, how it was answered and what its figures say. */
import { Button } from 'ant-design-vue';
import type { OutcomeRow, QuizOutcomeReply } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useLiveLook } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import { arrowFor } from '../../ui/arrows';
import LoadGate from '../../ui/LoadGate.vue';
import SidePage from '../../ui/SidePage.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { AssignmentTabs } from '../marking';
import { useScope, useTermLine } from '../termline';
import MarkSquare, { type Mark } from './MarkSquare.vue';
import OutcomeGrid from './OutcomeGrid.vue';
import QuestionFiguresPanel from './QuestionFiguresPanel.vue';
import { figureText } from './figure-text';
import CellSheet from './CellSheet.vue';

const { t, count, number, points } = useWords();
const route = useRoute();
const router = useRouter();
const { kept } = useScope();
const line = useTermLine();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/assignments/:assignmentId/quiz', { params: { assignmentId: id.value } }),
  [id],
);
/** While many hand in at once it is asked again once for all of them. */
const LOOK_AGAIN_MS = 2_000;
useLiveLook(
  () => (value.value ? addressOf('GET /api/assignments/:assignmentId/live', { params: { assignmentId: id.value } }) : null),
  reload,
  LOOK_AGAIN_MS,
);
const questions = computed(() => value.value?.questions ?? []);
/** What is most in need of a look comes first: a question whose key is probably wrong. */
const doubtful = computed(() => questions.value.findIndex((one) => one.verdicts.includes('keyDoubtful') && one.leftOut === null));
const at = ref({ row: 0, column: 0 });
const chosen = ref(false);
watch(
  () => [questions.value.length, route.query.question] as const,
  () => {
    const named = questions.value.findIndex((one) => one.question.id === route.query.question);
    if (named >= 0) at.value.column = named;
    else if (!chosen.value && doubtful.value >= 0) at.value.column = doubtful.value;
  },
);
const open = ref<OutcomeRow | null>(null);
function choose(row: number, column: number): void {
  chosen.value = true;
  at.value = { row, column };
  const question = questions.value[column];
  if (question && route.query.question !== question.question.id)
    void router.replace({ query: { ...route.query, question: question.question.id } });
}
async function move(by: { row?: number; column?: number }): Promise<void> {
  const rows = value.value?.rows.length ?? 0;
  const within = (n: number, most: number) => Math.min(Math.max(0, n), Math.max(0, most - 1));
  choose(within(at.value.row + (by.row ?? 0), rows), within(at.value.column + (by.column ?? 0), questions.value.length));
  await nextTick();
  document.querySelector<HTMLElement>('.outcome-cell.here')?.focus();
}
useShortcuts([
  { ...arrowFor(-1), does: 'quizOutcome.keyMove', run: () => void move({ column: -1 }) },
  { ...arrowFor(1), does: 'quizOutcome.keyMove', run: () => void move({ column: 1 }) },
  { key: 'ArrowUp', shown: '↑', does: 'quizOutcome.keyMove', run: () => void move({ row: -1 }) },
  { key: 'ArrowDown', shown: '↓', does: 'quizOutcome.keyMove', run: () => void move({ row: 1 }) },
]);
const firstWaiting = computed(() => questions.value.find((one) => one.waiting > 0));
const says = (outcome: QuizOutcomeReply) =>
  [
    t('quizOutcome.handedIn', { a: outcome.handedIn, b: outcome.rows.length }),
    ...(outcome.middle === null ? [] : [t('quizOutcome.middle', { a: points(outcome.middle), b: points(outcome.points ?? outcome.max) })]),
    ...(outcome.waiting > 0 ? [count('quizOutcome.waiting', outcome.waiting)] : []),
    ...(outcome.alpha === null ? [] : [t('quizOutcome.alpha', { n: number(figureText(outcome.alpha)) })]),
  ].join(' · ');
const LEGEND: readonly Mark[] = ['full', 'part', 'none', 'notAnswered', 'waits'];
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <SidePage v-if="value" :side="390">
      <template #default>
        <div class="heading">
          <h1 dir="auto" :data-of="line.classOf(value.classId)?.name">{{ value.title }}</h1>
          <span class="small grow">{{ says(value) }}</span>
        </div>
        <AssignmentTabs :id="id" by="points" how="quiz" />
        <p v-if="value.handedIn === 0" class="note">{{ t('quizOutcome.nobody') }}</p>
        <OutcomeGrid :outcome="value" :at="at" @choose="choose" @open="(row) => (open = row)" />
        <p class="row wrap small muted legend">
          <span v-for="mark in LEGEND" :key="mark" class="row"><MarkSquare :mark="mark" />{{ t(`quiz.marks.${mark}`) }}</span>
          <span>{{ t('quizOutcome.keys') }}</span>
        </p>
      </template>
      <template #side
        ><aside class="right">
          <QuestionFiguresPanel
            v-if="questions[at.column]"
            :key="questions[at.column]!.question.id"
            :outcome="value"
            :at="at.column"
            @changed="reload"
            @look="(column) => choose(at.row, column)"
          />
          <Button
            v-if="firstWaiting"
            type="primary"
            class="whole"
            @click="router.push({ path: `/marking/${id}/answers/${firstWaiting.question.id}`, query: kept })"
            >{{ count('quizOutcome.scoreThem', value.waiting) }}</Button
          >
        </aside></template
      >
    </SidePage>
    <CellSheet v-if="value" :open="open !== null" :row="open" :outcome="value" :at="at.column" @close="open = null" @changed="reload" />
  </LoadGate>
</template>

<style scoped>
.right {
  display: grid;
  gap: 14px;
  align-content: start;
}
.legend {
  margin-block-start: 10px;
  gap: 12px;
}
.legend .row {
  gap: 5px;
}
.whole {
  inline-size: 100%;
}
</style>
