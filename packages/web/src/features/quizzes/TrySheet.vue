<script setup lang="ts">
/** The quiz as one student would go through it, here and now: nothing of it is stored, and its score is shown at once. */
import { Button } from 'ant-design-vue';
import { askedQuestion, drawnQuestions, keyOf, keyWords, quizScore, trySeed, type Answer, type DecimalMark, type Quiz } from '@jolly/core';
import { computed, ref, watch } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import AnswerField from './AnswerField.vue';
import MarkSquare, { type Mark } from './MarkSquare.vue';

const props = defineProps<{ open: boolean; quiz: Quiz; quizId: string; decimal: DecimalMark }>();
const emit = defineEmits<{ close: [] }>();
const { t, points } = useWords();
const number = ref(0);
const answers = ref<Record<string, Answer>>({});
const scored = ref(false);
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    number.value += 1;
    answers.value = {};
    scored.value = false;
  },
  { immediate: true },
);
const seed = computed(() => trySeed(props.quizId, 'trial', number.value));
const questions = computed(() => {
  const { run, sets, questions: all } = props.quiz;
  const ids = drawnQuestions({ seed: seed.value, questions: all, sets, ownOrder: run.ownOrder, mixSets: run.mixSets });
  return ids.map((id) => all.find((one) => one.id === id)!);
});
const result = computed(() =>
  quizScore({ questions: questions.value.map((one) => ({ id: one.id, points: one.points, key: keyOf(one) })), answers: answers.value }),
);
function markOf(id: string): Mark {
  const row = result.value.questions.find((one) => one.id === id)!;
  if (row.notAnswered) return 'notAnswered';
  if (row.points === null) return 'waits';
  return row.points >= row.max && row.max > 0 ? 'full' : row.points > 0 ? 'part' : 'none';
}
const soFar = computed(() => result.value.questions.reduce((sum, one) => sum + (one.points ?? 0), 0));
</script>

<template>
  <SideSheet :open="open" :title="t('quizMaking.tryIt')" :width="720" @close="emit('close')">
    <p class="small muted">{{ t('quizMaking.tryHint') }}</p>
    <ol class="plain">
      <li v-for="(question, index) in questions" :key="question.id" class="one stack">
        <p class="small muted row">
          <span class="grow">{{
            t('quizTaking.of', { a: index + 1, b: questions.length, points: t('common.points', Number(points(question.points))) })
          }}</span><template v-if="scored"><MarkSquare :mark="markOf(question.id)" />{{ t(`quiz.marks.${markOf(question.id)}`) }}</template>
        </p>
        <RichTextView v-if="question.kind !== 'gaps'" class="asked" :text="question.text" />
        <AnswerField
          :asked="askedQuestion(question, { seed, ownOptions: quiz.run.ownOptions })"
          :decimal="decimal"
          :model-value="answers[question.id] ?? null"
          @update:model-value="answers = { ...answers, [question.id]: $event }"
        />
        <p v-if="scored" class="small" dir="auto">{{ keyWords(question).join('; ') }}</p>
      </li>
    </ol>
    <div class="row wrap">
      <Button type="primary" @click="scored = true">{{ t('quizMaking.tryScore') }}</Button><strong v-if="scored" role="status">{{
        t('common.of', { a: points(soFar), b: points(result.max) })
      }}</strong>
    </div>
  </SideSheet>
</template>

<style scoped>
.one {
  padding-block: 14px;
  border-block-end: 1px solid var(--line);
}
.asked {
  font: 18px/1.4 var(--font-read);
}
</style>
