<script setup lang="ts">
/** One question: how it was answered, what could be counted as right, what its figures say, and leaving it out. */
import { Button } from 'ant-design-vue';
import { plainText, questionTitle, type CountedRight } from '@jolly/core';
import type { Correction, PlanNote, QuizOutcomeReply, SpreadLine } from '@jolly/server/contract';
import { computed, h, ref, type VNodeChild } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ProblemNote from '../../ui/ProblemNote.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { localDayLong } from '../../time/format';
import { PlanNoteForm } from '../plan';
import { useScope } from '../termline';
import { figureText, wholePercent } from './figure-text';
import CorrectionNote from './CorrectionNote.vue';

const props = defineProps<{ outcome: QuizOutcomeReply; at: number }>();
const emit = defineEmits<{ changed: []; look: [number] }>();
const { t, count, number } = useWords();
const { kept } = useScope();
const { problem, busy, attempt } = useAttempt();
const one = computed(() => props.outcome.questions[props.at]!);
const teachingAgain = ref(false);
const noted = ref<PlanNote | null>(null);
const toTeachAgain = computed(() => ({
  text: t('quizOutcome.teachAgainText', { question: questionTitle(one.value.question), title: props.outcome.title }),
  assignmentId: props.outcome.assignmentId,
  questionId: one.value.question.id,
}));
function notedIt(note: PlanNote): void {
  noted.value = note;
  teachingAgain.value = false;
}
const params = computed(() => ({ assignmentId: props.outcome.assignmentId }));
const asking = ref<Correction | null>(null);
const most = computed(() => Math.max(1, ...one.value.spreads.flatMap((spread) => spread.lines.map((line) => line.count))));
const labelOf = ({ label, as }: SpreadLine) =>
  as === 'none' ? t('quiz.nothing') : label === 'true' || label === 'false' ? t(`quiz.${label}`) : label;
function asOf(line: SpreadLine): string {
  if (line.as === 'near') return count('quizOutcome.lettersOff', line.lettersOff);
  return line.as === 'wrong' || line.as === 'none' ? '' : t(`quizOutcome.as.${line.as}`);
}
const isAsked = (right: CountedRight | null) =>
  asking.value?.kind === 'countRight' && JSON.stringify(asking.value.right) === JSON.stringify(right);
const blank = (index: number): VNodeChild => h('span', { class: 'gap-mark' }, `${index + 1} ?`);

const tells = computed(() => {
  const { difficulty, discrimination, verdicts, n } = one.value;
  if (n === 0) return t('quizOutcome.tellsNothing');
  const parts: string[] = [];
  if (difficulty !== null) parts.push(t('quizOutcome.rightFor', { n: wholePercent(difficulty) }));
  if (discrimination !== null) {
    const figure = number(figureText(discrimination));
    parts.push(
      t(
        discrimination < 0
          ? 'quizOutcome.worseKnewIt'
          : verdicts.includes('saysLittle')
            ? 'quizOutcome.saysLittle'
            : 'quizOutcome.betterKnewIt',
        { n: figure },
      ),
    );
  }
  if (verdicts.includes('nearlyAllRight')) parts.push(t('quizOutcome.nearlyAllRight'));
  if (verdicts.includes('hardlyAnybody')) parts.push(t('quizOutcome.hardlyAnybody'));
  if (verdicts.includes('optionUnused')) parts.push(t('quizOutcome.optionUnused'));
  return parts.join(' ');
});
/** Other questions whose key is probably wrong. */
const doubtful = computed(() =>
  props.outcome.questions.flatMap((other, index) =>
    other.verdicts.includes('keyDoubtful') && other.leftOut === null && index !== props.at ? [index] : [],
  ),
);
const acts = computed(() => props.outcome.acts.filter((act) => act.questionId === one.value.question.id));
const undo = (actId: string) =>
  attempt(async () => {
    await ask('DELETE /api/assignments/:assignmentId/quiz/corrections/:actId', { params: { ...params.value, actId } });
    emit('changed');
  });
const actSays = (correction: Correction) =>
  correction.kind === 'leaveOut'
    ? t(`quizOutcome.leftOut.${correction.how}`)
    : t('quizOutcome.countedRight', { what: rightSays(correction.right) });
function rightSays(right: CountedRight): string {
  const { question } = one.value;
  switch (right.kind) {
    case 'text':
      return right.text;
    case 'value':
      return right.value;
    case 'option': {
      const found =
        question.kind === 'one' || question.kind === 'several' ? question.options.find((option) => option.id === right.optionId) : null;
      return found ? plainText(found.text).trim() : t(right.optionId === 'true' ? 'quiz.true' : 'quiz.false');
    }
    default:
      return t('quizOutcome.anAnswer');
  }
}
function done(): void {
  asking.value = null;
  emit('changed');
}
</script>

<template>
  <section class="stack">
    <p v-if="doubtful.length > 0 && !one.verdicts.includes('keyDoubtful')" class="note small">
      {{ t('quizOutcome.alsoDoubtful') }}
      <Button v-for="index in doubtful" :key="index" type="link" size="small" @click="emit('look', index)">{{
        t('quizOutcome.questionN', { n: index + 1 })
      }}</Button>
    </p>
    <p v-if="one.verdicts.includes('keyDoubtful') && one.leftOut === null" class="note">
      <strong>{{ t('quizOutcome.isItsKeyRight') }}</strong> {{ t('quizOutcome.keyDoubtful') }}
    </p>
    <div class="heading">
      <h2 class="grow">{{ t('quizOutcome.questionN', { n: at + 1 }) }}</h2>
      <span class="muted">{{ t('quizOutcome.right', { a: one.right, b: one.n }) }}</span>
    </div>
    <RichTextView class="asked" :text="one.question.text" :gap="one.question.kind === 'gaps' ? blank : null" />
    <template v-for="spread in one.spreads" :key="spread.gap ?? -1">
      <h3 v-if="spread.gap !== null && one.spreads.length > 1">{{ t('quizOutcome.gapN', { n: spread.gap + 1 }) }}</h3>
      <ul class="plain lines">
        <li v-for="(line, index) in spread.lines.slice(0, 12)" :key="index">
          <div class="row">
            <span class="grow" :class="{ nothing: line.as === 'none' }" dir="auto">{{ labelOf(line) }}</span>
            <strong>{{ line.count }}</strong><span v-if="asOf(line)" class="small muted">{{ asOf(line) }}</span
            ><Button
              v-else-if="line.countRight && line.count > 0"
              size="small"
              :aria-pressed="isAsked(line.countRight)"
              @click="asking = { kind: 'countRight', right: line.countRight }"
              >{{ t('quizOutcome.countRight') }}</Button
            >
          </div>
          <span class="track" aria-hidden="true"
            ><span :class="line.as" :style="{ inlineSize: `${(100 * line.count) / most}%` }"></span
          ></span>
        </li>
      </ul>
      <p v-if="spread.lines.length > 12" class="small muted">{{ count('quizOutcome.moreWays', spread.lines.length - 12) }}</p>
    </template>
    <CorrectionNote
      v-if="asking"
      :outcome="outcome"
      :question-id="one.question.id"
      :correction="asking"
      @done="done"
      @cancel="asking = null"
    />
    <div v-for="act in acts" :key="act.id" class="row small">
      <span class="grow">{{ actSays(act.correction) }} · {{ act.by }}</span
      ><Button size="small" :disabled="busy" @click="undo(act.id)">{{ t('quizOutcome.undo') }}</Button>
    </div>
    <ProblemNote :problem="problem" />
    <div>
      <h2>{{ t('quizOutcome.tells') }}</h2>
      <p class="small">{{ tells }}</p>
    </div>
    <PlanNoteForm
      v-if="teachingAgain"
      :class-id="outcome.classId"
      :note="null"
      :begins="toTeachAgain"
      @stored="notedIt"
      @cancel="teachingAgain = false"
    />
    <p v-if="noted" class="note small" role="status">
      {{ noted.day === null ? t('quizOutcome.noted') : t('quizOutcome.notedFor', { day: localDayLong(noted.day) }) }}{{ ' '
      }}<RouterLink :to="{ path: '/plan', query: kept }">{{ t('quizOutcome.toPlan') }}</RouterLink>
    </p>
    <div v-if="!teachingAgain" class="row acts">
      <Button class="grow" @click="teachingAgain = true">{{ t('quizOutcome.teachAgain') }}</Button>
      <Button v-if="one.leftOut === null" class="grow" @click="asking = { kind: 'leaveOut', how: 'dropped' }">{{
        t('quizOutcome.leaveOut')
      }}</Button>
    </div>
  </section>
</template>

<style scoped>
.asked {
  font: 18px/1.4 var(--font-read);
}
.asked :deep(.gap-mark) {
  display: inline-block;
  min-inline-size: 44px;
  text-align: center;
  border-block-end: 2px solid var(--text);
  font-family: var(--font);
  font-size: 14px;
}
.lines li {
  border-block-end: 1px solid var(--line);
  padding-block: 6px 4px;
}
.lines .row {
  min-block-size: 30px;
}
.nothing {
  font-style: italic;
}
.track {
  display: block;
  block-size: 4px;
  margin-block-start: 3px;
}
.track span {
  display: block;
  block-size: 100%;
  border-radius: 2px;
  background: var(--line);
}
.track .key,
.track .near,
.track .counted,
.track .part {
  background: var(--mark-line);
}
.acts {
  align-items: stretch;
}
</style>
