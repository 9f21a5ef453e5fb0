<script setup lang="ts">
/** The key of a question in the margin: what counts, what it earns and how, and what is doubtful about it. */
import { isTeacherScored, keyWords, type DecimalMark, type Question, type QuestionDoubt, type QuestionFault } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  question: Question;
  decimal: DecimalMark;
  faults: readonly QuestionFault[];
  doubts: readonly QuestionDoubt[];
  setName: string | null;
}>();
const { t, count, points, number, percent } = useWords();
const waits = computed(() => isTeacherScored(props.question.kind));
const isTexts = computed(() => props.question.kind === 'gaps' || props.question.kind === 'short');
const lines = computed(() => {
  const { question } = props;
  if (question.kind === 'trueFalse') return question.key.map((one) => t(`quiz.${one}`));
  if (question.kind === 'order')
    return [
      keyWords(question)
        .map((one) => one.replace(/^\d+\. /, ''))
        .join(', '),
    ];
  if (question.kind === 'place') return question.regions.length > 0 ? [count('quizMaking.regions', question.regions.length)] : [];
  if (question.kind === 'number') return question.accepted.map((one) => number(one.value));
  return keyWords(question);
});
const howItCounts = computed(() => {
  const { question } = props;
  switch (question.kind) {
    case 'several':
    case 'match':
      return t(question.mode === 'all' ? 'quizMaking.allOrNothing' : 'quizMaking.aShareEach');
    case 'order':
      return t(question.mode === 'all' ? 'quizMaking.allOrNothing' : 'quizMaking.aSharePair');
    case 'one':
    case 'trueFalse':
      return t('quizMaking.allOrNothing');
    case 'gaps':
    case 'short': {
      const near = Math.max(0, ...question.gaps.map((gap) => gap.near)) as 0 | 1 | 2;
      return near === 0 ? t('quizMaking.exactly') : t(`quizMaking.near.${near}`);
    }
    case 'number': {
      const [one] = question.accepted;
      if (!one) return '';
      if (one.tolerancePercent !== null) return t('quizMaking.within', { n: percent(one.tolerancePercent) });
      return one.tolerance === null ? t('quizMaking.exactly') : t('quizMaking.within', { n: number(one.tolerance) });
    }
    default:
      return '';
  }
});
const rubric = computed(() => ('rubric' in props.question ? props.question.rubric : null));
</script>

<template>
  <div class="what-counts">
    <p v-if="waits">
      <strong>{{ t('quizMaking.youScoreIt') }}</strong><template v-if="rubric"
        >, {{ t('quizMaking.byRubric', { name: rubric.name }) }}</template
      >
    </p>
    <template v-else-if="isTexts">
      <p v-for="(line, index) in lines" :key="index" class="row wrap texts">
        <span v-for="text in line.split(' / ').filter(Boolean)" :key="text" class="text" dir="auto">{{ text }}</span>
      </p>
    </template>
    <p v-for="line in waits || isTexts ? [] : lines" :key="line">
      <strong dir="auto">{{ line }}</strong>
    </p>
    <p class="muted">
      {{ count('common.points', Number(points(question.points))) }}<template v-if="howItCounts">, {{ howItCounts }}</template
      ><template v-if="question.kind === 'number'"> · {{ t(decimal === ',' ? 'quizMaking.commaFirst' : 'quizMaking.commaToo') }}</template
      ><template v-if="setName !== null"> · {{ t('quizMaking.inSet', { name: setName }) }}</template>
    </p>
    <p v-for="fault in faults" :key="fault" class="alarm">{{ t(`quizMaking.faults.${fault}`) }}</p>
    <p v-for="doubt in doubts" :key="doubt" class="doubt">{{ t(`quizMaking.doubts.${doubt}`) }}</p>
  </div>
</template>

<style scoped>
.what-counts {
  border-inline-start: 2px solid var(--now);
  padding-inline-start: 12px;
  font-size: 13.5px;
  display: grid;
  gap: 3px;
  align-content: start;
  overflow-wrap: anywhere;
}
.texts {
  gap: 4px;
}
.text {
  background: var(--surface-now);
  border-radius: 4px;
  padding: 0 6px;
}
.doubt {
  color: var(--text-2);
  font-style: italic;
}
</style>
