<script setup lang="ts">
/** A quiz before a try begins, and after: what it asks, how long one has and why, and what came of it as far as it may be seen. */
import { Button } from 'ant-design-vue';
import { isBlank } from '@jolly/core';
import type { ApiProblem } from '../../api/client';
import type { MyQuizReply } from '@jolly/server/contract';
import { computed } from 'vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import LinkButton from '../../ui/LinkButton.vue';
import RichTextView from '../../ui/RichTextView.vue';
import StateWord from '../../ui/StateWord.vue';
import { useTurned } from '../../ui/use-turned';
import { useWords } from '../../ui/use-words';
import WordLanguages from '../../ui/WordLanguages.vue';
import FinishedTryView from './FinishedTryView.vue';

const props = defineProps<{ quiz: MyQuizReply; busy: boolean; problem: ApiProblem | null }>();
const emit = defineEmits<{ begin: []; again: [] }>();
const { t, count, points, when } = useWords();

const turned = useTurned(() => props.quiz.words);
const shown = computed(() => turned.shown.value!);
const tries = computed(() => props.quiz.finished.length);
const facts = computed(() => {
  const { quiz } = props;
  const lines = [`${count('quiz.questions', quiz.questions)}, ${count('common.points', Number(points(quiz.points ?? 0)))}`];
  if (quiz.minutes === null) lines.push(t('quizTaking.noLimit'));
  else
    lines.push(
      quiz.factor === null
        ? t('quizTaking.minutes', { n: quiz.minutes })
        : t('quizTaking.minutesFactor', { n: quiz.minutes, factor: quiz.factor / 1000 }),
    );
  if (quiz.window.closes !== null) lines.push(t('common.closes', { when: when(quiz.window.closes, quiz.zone) }));
  if (quiz.triesAllowed === null) lines.push(t('quizTaking.triesAny'));
  else lines.push(count('quizTaking.tries', quiz.triesAllowed));
  if (quiz.triesAllowed !== 1) lines.push(t(`quizTaking.rule.${quiz.tryRule}`));
  if (quiz.oneWay) lines.push(t('quizTaking.oneWay'));
  return lines;
});
const refusal = computed(() => {
  const { mayBegin, window, zone } = props.quiz;
  switch (mayBegin) {
    case null:
      return '';
    case 'notOpen':
      return t('quizTaking.notOpen', { when: when(window.opens ?? 0, zone) });
    case 'closed':
      return t('quizTaking.closed', { when: when(window.closes ?? 0, zone) });
    case 'excused':
      return t('quizTaking.excused');
    case 'ending':
      return t('quizTaking.timeOverKept');
    default:
      return tries.value > 0 ? '' : t('quizTaking.noTriesLeft');
  }
});
</script>

<template>
  <main class="page reading stack">
    <p class="row">
      <LinkButton size="small" :to="`/work/${quiz.assignmentId}`">{{ t('quizTaking.toPiece') }}</LinkButton>
    </p>
    <header>
      <h1 dir="auto">{{ shown.title }}</h1>
      <WordLanguages :label="t('wording.readIn')" :language="shown.language" :others="turned.others.value" @choose="turned.choose" />
      <p class="muted"><StateWord :state="quiz.state" /> · {{ quiz.className }}</p>
    </header>
    <template v-if="quiz.mayBegin === null || tries === 0">
      <RichTextView v-if="!isBlank(shown.instructions)" :text="shown.instructions" />
      <ul class="facts">
        <li v-for="one in facts" :key="one">{{ one }}</li>
      </ul>
      <p v-if="refusal" class="note">{{ refusal }}</p>
      <div v-if="quiz.mayBegin === null" class="stack">
        <Button type="primary" size="large" class="begin" :disabled="busy" @click="emit('begin')">
          {{ tries === 0 ? t('quizTaking.begin') : t('quizTaking.beginAgain', { n: tries + 1 }) }}
        </Button>
        <p v-if="quiz.minutes !== null" class="small muted">{{ t('quizTaking.runsOn') }}</p>
      </div>
    </template>
    <ProblemNote :problem="problem" />
    <Button v-if="quiz.mayBegin === 'ending'" @click="emit('again')">{{ t('common.retry') }}</Button>
    <FinishedTryView
      v-for="one in [...quiz.finished].reverse()"
      :key="one.number"
      :finished="one"
      :quiz="quiz"
      :zone="quiz.zone"
      :several="tries > 1"
    />
  </main>
</template>

<style scoped>
h1 {
  font-size: 28px;
  overflow-wrap: anywhere;
}
.facts {
  padding-inline-start: 20px;
  display: grid;
  gap: 4px;
}
.begin {
  min-height: 48px;
  min-inline-size: 220px;
}
</style>
