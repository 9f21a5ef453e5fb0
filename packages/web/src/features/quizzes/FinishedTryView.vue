<script setup lang="ts">
/** A try that is over: its score, each question with what was answered, and of marks, key and explanations what may be seen. */
import { askedIn, saidIn, type Language } from '@jolly/core';
import type { FinishedTry, TriedQuiz } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import { answerText } from './answer-text';
import AskedLanguages from './AskedLanguages.vue';
import MarkSquare from './MarkSquare.vue';

const props = defineProps<{
  finished: FinishedTry;
  quiz: Pick<TriedQuiz, 'points' | 'shows'>;
  zone: string;
  several: boolean;
  /** what answers are called for whoever reads them; the student reads their own */ heading?: string;
}>();
const { t, count, points, when } = useWords();
const reads = ref<Language | null>(null);
const outOf = computed(() => props.quiz.points ?? props.finished.max);
/** What is still to come, said so that nobody wonders. */
const toCome = computed(() => {
  const { shows } = props.quiz;
  const { score, questions } = props.finished;
  const waits = (['score', 'marks', 'key', 'explanations'] as const).filter((part) => {
    if (shows[part] === 'never') return false;
    if (part === 'score') return score === null;
    const shown = { marks: 'mark', key: 'key', explanations: 'explanation' } as const;
    return part !== 'explanations' && questions.every((one) => one[shown[part]] === null);
  });
  return waits.map((part) => t(`quizTaking.comes.${part}`, { when: t(`quizTaking.comesWhen.${shows[part]}`) }));
});
</script>

<template>
  <section class="stack">
    <div class="heading">
      <h2 class="grow">{{ several ? t('quizTaking.tryN', { n: finished.number }) : (heading ?? t('quizTaking.yourAnswers')) }}</h2>
      <strong v-if="finished.score !== null" class="score">{{ t('common.of', { a: points(finished.score), b: points(outOf) }) }}</strong>
    </div>
    <p class="small muted">
      {{ t(finished.byClock ? 'quizTaking.endedByClock' : 'quizTaking.handedIn', { when: when(finished.endedAt, zone) })
      }}<template v-if="finished.receipt"> · {{ t('quizTaking.receipt', { number: finished.receipt }) }}</template>
    </p>
    <p v-if="finished.late > 0" class="note small">{{ count('quizTaking.cameLate', finished.late) }}</p>
    <p v-for="one in toCome" :key="one" class="small muted">{{ one }}</p>
    <ol class="plain">
      <li v-for="(one, index) in finished.questions" :key="one.asked.id" class="one">
        <span class="n">{{ index + 1 }}</span>
        <div class="grow stack">
          <AskedLanguages :asked="askedIn([reads], one.asked)" @choose="(language) => (reads = language)" />
          <RichTextView class="asked" :text="askedIn([reads], one.asked).text" />
          <p class="row given">
            <MarkSquare v-if="one.mark" :mark="one.mark" /><span class="grow" dir="auto">{{
              answerText(askedIn([reads], one.asked), one.answer, t)
            }}</span
            ><span v-if="one.points !== null" class="number">{{
              t('common.of', { a: points(one.points), b: points(one.asked.points) })
            }}</span
            ><span v-if="one.mark" class="small muted">{{ t(`quiz.marks.${one.mark}`) }}</span>
          </p>
          <audio
            v-if="saidIn(one.asked.kind, one.answer)"
            controls
            preload="none"
            :src="fileAddress(saidIn(one.asked.kind, one.answer)!, 'inline')"
            :aria-label="t('quiz.saidAloud')"
          />
          <p v-if="one.key && one.key.length > 0" class="small">
            <span class="muted">{{ t('quizTaking.keyIs') }}</span>{{ ' ' }}
            <span dir="auto">{{ one.key.map((key) => (key === 'true' || key === 'false' ? t(`quiz.${key}`) : key)).join('; ') }}</span>
          </p>
          <p v-if="one.explanation" class="small explained" dir="auto">{{ one.explanation }}</p>
          <p v-if="one.remark" class="note small" dir="auto">{{ one.remark }}</p>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.score {
  font: 650 22px var(--font-head);
}
.one {
  display: flex;
  gap: 14px;
  padding-block: 14px;
  border-block-start: 1px solid var(--line);
}
.n {
  color: var(--text-3);
  font-weight: 650;
  min-inline-size: 20px;
}
.one .stack > * + * {
  margin-block-start: 6px;
}
.asked {
  font: 17px/1.4 var(--font-read);
}
.given {
  align-items: baseline;
  font-weight: 600;
}
.explained {
  white-space: pre-line;
}
</style>
