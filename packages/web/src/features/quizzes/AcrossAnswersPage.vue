<script setup lang="ts">
/** The answers of all students to one question that a teacher scores, one after another; names hidden if wished. */
import { Button } from 'ant-design-vue';
import { questionTitle, rubricMax, rubricScore } from '@jolly/core';
import type { AnswerToScore } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LinkButton from '../../ui/LinkButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import NumberField from '../../ui/NumberField.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SelectField from '../../ui/SelectField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useWords } from '../../ui/use-words';
import { FileView } from '../files';
import { AssignmentTabs, BesideRow, ChoiceLadder } from '../marking';
import { useScope } from '../termline';
import AnswerRemark from './AnswerRemark.vue';
import { useAnswerMarks } from './use-answer-marks';

const { t, count, points, name } = useWords();
const route = useRoute();
const router = useRouter();
const { kept } = useScope();
const id = computed(() => String(route.params.id));
const questionId = computed(() => String(route.params.question));
const { state, value, why, reload } = useLoad(
  () =>
    ask('GET /api/assignments/:assignmentId/quiz/questions/:questionId/answers', {
      params: { assignmentId: id.value, questionId: questionId.value },
    }),
  [id, questionId],
);
const question = computed(() => value.value?.question ?? null);
const rubric = computed(() => (question.value && 'rubric' in question.value ? question.value.rubric : null));
const { markOf, failureOf, give, remarkOf, storeWords, isUnstored, type, uses } = useAnswerMarks(value);
const onlyWaiting = ref(false);
/** Which were open when the page was opened: what is scored does not jump away under one's hands. */
const waitingAtFirst = ref<ReadonlySet<string>>(new Set());
watch(
  () => value.value?.question.id,
  () => (waitingAtFirst.value = new Set((value.value?.answers ?? []).filter((one) => one.mark?.points == null).map((one) => one.tryId))),
);
const shown = computed(() => (value.value?.answers ?? []).filter((one) => !onlyWaiting.value || waitingAtFirst.value.has(one.tryId)));
const done = computed(() => (value.value?.answers ?? []).filter((one) => markOf(one)?.points != null).length);

/** Enter goes on to the next student. */
async function next(index: number): Promise<void> {
  await nextTick();
  document.querySelectorAll<HTMLElement>('.one')[index + 1]?.querySelector<HTMLElement>('input, [role=radio]')?.focus();
}
/** Points by one press, and on to the next student, unless whoever pressed has gone on by themselves while it was stored. */
async function giveAndGoOn(one: AnswerToScore, given: number, index: number): Promise<void> {
  const from = document.activeElement;
  await give(one, { points: given });
  if (document.activeElement === from) await next(index);
}
const quick = computed(() => {
  const most = question.value?.points ?? 0;
  return most > 0 && most % 1000 === 0 && most <= 10_000 ? Array.from({ length: most / 1000 + 1 }, (_, n) => n * 1000) : [];
});
const soFar = (one: AnswerToScore) => {
  const choices = markOf(one)?.choices;
  return rubric.value && choices && question.value && rubricMax(rubric.value) > 0
    ? rubricScore(rubric.value, question.value.points, choices).earned
    : null;
};
const nameOf = (one: AnswerToScore, index: number) => name(one.student) || t('quizOutcome.nameless', { n: index + 1 });
const go = (to: string) => void router.replace({ path: `/marking/${id.value}/answers/${to}`, query: kept.value });
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value && question" class="page">
      <div class="heading">
        <h1 dir="auto">{{ value.title }}</h1>
        <span class="small grow">{{ t('quizAcross.done', { a: done, b: value.answers.length }) }}</span><LinkButton
          :to="{ path: `/marking/${id}/quiz`, query: kept }"
          >{{ t('quizAcross.toOutcome') }}</LinkButton
        >
      </div>
      <AssignmentTabs :id="id" by="points" how="quiz" />
      <div class="row wrap pick">
        <SelectField
          class="which"
          :model-value="question.id"
          :label="t('quizAcross.question')"
          :options="
            value.questions.map((one) => ({
              value: one.id,
              label: `${t('quizOutcome.questionN', { n: one.number })}${one.waiting > 0 ? ` · ${count('quizAcross.waiting', one.waiting)}` : ''}`,
            }))
          "
          @update:model-value="go"
        />
        <ToggleButton :on="onlyWaiting" @click="onlyWaiting = !onlyWaiting">{{ t('quizAcross.onlyWaiting') }}</ToggleButton>
        <span v-if="value.namesHidden" class="small muted">{{ t('quizAcross.namesHidden') }}</span>
      </div>
      <RichTextView class="asked" :text="question.text" />
      <p v-if="shown.length === 0" class="note">{{ t('quizAcross.none') }}</p>
      <BesideRow v-for="(one, index) in shown" :key="one.tryId">
        <template #default>
          <h2 dir="auto">{{ nameOf(one, index) }}</h2>
          <p v-if="typeof one.answer === 'string'" class="words" dir="auto">{{ one.answer }}</p>
          <FileView v-for="file in one.files" :key="file.id" :file="file" />
        </template>
        <template #given>
          <ChoiceLadder
            v-if="rubric"
            :model-value="markOf(one)?.choices ? { by: 'rubric', choices: markOf(one)!.choices! } : null"
            :scoring="{ by: 'rubric', rubric, shelfId: null }"
            :points="question.points"
            @update:model-value="(chosen) => void give(one, { choices: chosen?.by === 'rubric' ? chosen.choices : null })"
          />
          <p v-if="soFar(one) !== null" class="small muted">{{ t('common.of', { a: points(soFar(one)!), b: points(question.points) }) }}</p>
          <div v-if="!rubric" class="row wrap">
            <NumberField
              optional
              :model-value="markOf(one)?.points == null ? null : markOf(one)!.points! / 1000"
              :min="0"
              :max="question.points / 1000"
              :label="t('quizAcross.pointsOf', { name: nameOf(one, index) })"
              @update:model-value="(given) => void give(one, { points: given === null ? null : Math.round(given * 1000) })"
              @keydown.enter="next(index)"
            /><span class="muted">{{ t('quizAcross.of', { n: points(question.points) }) }}</span>
          </div>
          <div v-if="!rubric && quick.length > 0" class="row wrap quick">
            <Button
              v-for="step in quick"
              :key="step"
              size="small"
              :type="markOf(one)?.points === step ? 'primary' : 'default'"
              :aria-label="count('quizAcross.give', step / 1000, { name: nameOf(one, index) })"
              @click="giveAndGoOn(one, step, index)"
              >{{ points(step) }}</Button
            >
          </div>
          <AnswerRemark
            :model-value="remarkOf(one)"
            :label="t('quizAcross.remarkOf', { name: nameOf(one, index) })"
            :about="questionTitle(question, 80)"
            @update:model-value="(words) => type(one, words)"
            @uses="(remarkId) => uses(one, remarkId)"
            @left="storeWords(one)"
          />
          <p v-if="isUnstored(one)" class="row small">
            <span class="grow muted">{{ t('quizAcross.unstored') }}</span><Button size="small" @click="storeWords(one)">{{
              t('quizAcross.storeIt')
            }}</Button>
          </p>
          <p v-if="failureOf(one)" class="note bad small" role="alert">{{ failureOf(one) }}</p>
        </template>
      </BesideRow>
    </div>
  </LoadGate>
</template>

<style scoped>
.pick {
  margin-block-end: 10px;
}
.which {
  inline-size: 280px;
}
.asked {
  font: 18px/1.4 var(--font-read);
  margin-block-end: 14px;
}
.words {
  white-space: pre-line;
  font: 16px/1.5 var(--font-read);
  overflow-wrap: anywhere;
}
.quick {
  gap: 6px;
}
</style>
