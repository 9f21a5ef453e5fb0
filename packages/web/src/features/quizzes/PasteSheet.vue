<script setup lang="ts">
/** Questions from cells of a spreadsheet, pasted, or from a file; looked at before they come in, with what was not taken. */
import { Button, Textarea } from 'ant-design-vue';
import { readQuestionTable, type DecimalMark } from '@jolly/core';
import type { ReadQuizReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FileButton from '../../ui/FileButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { readCells } from '../../ui/read-cells';
import { useWords } from '../../ui/use-words';
import QuestionSeen from './QuestionSeen.vue';

const props = defineProps<{ open: boolean; decimal: DecimalMark }>();
const emit = defineEmits<{ close: []; take: [Pick<ReadQuizReply, 'questions' | 'sets'>] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const text = ref('');
const fromFile = ref<ReadQuizReply | null>(null);
watch(
  () => props.open,
  (open) => {
    if (open) return;
    text.value = '';
    fromFile.value = null;
    problem.value = null;
  },
);
const rows = ref<string[][]>([]);
watch(text, async (pasted) => {
  fromFile.value = null;
  const cells = pasted.trim() === '' ? [] : (await readCells(pasted)).rows;
  if (pasted === text.value) rows.value = cells;
});
const readFile = ([file]: readonly File[]) =>
  attempt(async () => {
    fromFile.value = null;
    fromFile.value = await ask('POST /api/quizzes/read', { query: { decimal: props.decimal }, file: file! });
  });
const pasted = computed(() => readQuestionTable(rows.value, { newId: () => crypto.randomUUID(), mark: props.decimal }));
const found = computed(() => fromFile.value ?? { questions: pasted.value.questions, sets: [] });
const ROW_WHY = ['noQuestion', 'unknownKind', 'notPoints', 'notANumber'] as const;
const ITEM_WHY = [
  'script',
  'doctype',
  'noInteraction',
  'severalInteractions',
  'unknownInteraction',
  'noKey',
  'ownProcessing',
  'noPicture',
  'tooMany',
] as const;
const among = <T extends string>(list: readonly T[], why: string): T | undefined => list.find((one) => one === why);
function sayNotTaken({ item, why }: { item: string; why: string }): string {
  const row = among(ROW_WHY, why);
  if (row) return t(`quizMaking.pasteProblem.${row}`, { row: item });
  return t('quizMaking.notTaken', { item: item || '–', why: t(`quizMaking.notTakenWhy.${among(ITEM_WHY, why) ?? 'unreadable'}`) });
}
const report = computed(() => [
  ...(fromFile.value ? fromFile.value.notTaken : pasted.value.problems.map(({ row, why }) => ({ item: String(row), why }))).map(
    sayNotTaken,
  ),
  ...(fromFile.value?.missed ?? []).map(({ item, what }) =>
    t('quizMaking.takenWithout', { item, what: t(`quizMaking.withoutWhat.${what}`) }),
  ),
]);
</script>

<template>
  <SideSheet :open="open" :title="t('quizMaking.pasteTitle')" :width="680" @close="emit('close')">
    <div class="stack">
      <p class="small">{{ t('quizMaking.pasteHint') }}</p>
      <Textarea
        v-model:value="text"
        :aria-label="t('quizMaking.pasteLabel')"
        :placeholder="t('quizMaking.pastePlaceholder')"
        :auto-size="{ minRows: 5, maxRows: 12 }"
      />
      <div class="row wrap">
        <FileButton accept=".zip,.csv,.xlsx,.ods,.txt" :disabled="busy" @files="readFile">{{ t('quizMaking.fromFile') }}</FileButton><span
          class="small muted"
          >{{ t('quizMaking.fromFileHint') }}</span
        >
      </div>
      <ProblemNote :problem="problem" />
      <ul v-if="report.length > 0" class="note bad small" role="alert">
        <li v-for="(one, index) in report.slice(0, 30)" :key="index" dir="auto">{{ one }}</li>
        <li v-if="report.length > 30">{{ t('quizMaking.andMore', { n: report.length - 30 }) }}</li>
      </ul>
      <template v-if="found.questions.length > 0">
        <h3>{{ count('quizMaking.pasteFound', found.questions.length) }}</h3>
        <Button type="primary" @click="emit('take', found)">{{ count('quizMaking.pasteTake', found.questions.length) }}</Button>
        <ol class="found">
          <li v-for="question in found.questions.slice(0, 50)" :key="question.id"><QuestionSeen :question="question" /></li>
        </ol>
      </template>
    </div>
  </SideSheet>
</template>

<style scoped>
.found li + li {
  margin-block-start: 10px;
}
</style>
