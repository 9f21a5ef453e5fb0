<script setup lang="ts">
/** The answers of all students to one question that a teacher scores, one after another; names hidden if wished. */
import { Button, Textarea } from 'ant-design-vue';
import { plainText, rubricMax, rubricScore, type RubricChoices } from '@jolly/core';
import type { AnswerToScore } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LinkButton from '../../ui/LinkButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import NumberField from '../../ui/NumberField.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SelectField from '../../ui/SelectField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useWords } from '../../ui/use-words';
import { FileView } from '../files';
import { AssignmentTabs, ChoiceLadder } from '../marking';
import { useScope } from '../termline';

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
const marked = ref<Record<string, NonNullable<AnswerToScore['mark']>>>({});
const remarks = ref<Record<string, string>>({});
const failed = ref<Record<string, string>>({});
const onlyWaiting = ref(false);
watch(value, (reply, before) => {
  // A word is about one question; of another question of the same students it says nothing.
  if (reply?.question.id !== before?.question.id) {
    remarks.value = {};
    failed.value = {};
  }
  marked.value = Object.fromEntries((reply?.answers ?? []).flatMap((one) => (one.mark ? [[one.tryId, one.mark]] : [])));
  remarks.value = Object.fromEntries((reply?.answers ?? []).map((one) => [one.tryId, remarks.value[one.tryId] ?? one.mark?.remark ?? '']));
});
/** Which were open when the page was opened: what is scored does not jump away under one's hands. */
const waitingAtFirst = ref<ReadonlySet<string>>(new Set());
watch(
  () => value.value?.question.id,
  () => (waitingAtFirst.value = new Set((value.value?.answers ?? []).filter((one) => one.mark?.points == null).map((one) => one.tryId))),
);
const shown = computed(() => (value.value?.answers ?? []).filter((one) => !onlyWaiting.value || waitingAtFirst.value.has(one.tryId)));
const done = computed(() => (value.value?.answers ?? []).filter((one) => marked.value[one.tryId]?.points != null).length);

const going = new Map<string, Promise<void>>();
/** Each mark is stored at once, one after the other for each student. */
async function give(one: AnswerToScore, given: { points?: number | null; choices?: RubricChoices | null; remark?: string }): Promise<void> {
  const about = question.value!.id;
  const work = (async () => {
    await going.get(one.tryId);
    const before = marked.value[one.tryId];
    const body = {
      points: given.choices ? null : given.points === undefined ? (before?.points ?? null) : given.points,
      choices: given.points !== undefined ? null : given.choices === undefined ? (before?.choices ?? null) : given.choices,
      remark: given.remark ?? before?.remark ?? '',
      version: before?.version ?? 0,
    };
    const said = (one: Pick<typeof body, 'points' | 'choices' | 'remark'>) => JSON.stringify([one.points, one.choices, one.remark]);
    if (before && said(before) === said(body)) return;
    try {
      const reply = await ask('PUT /api/assignments/:assignmentId/quiz/tries/:tryId/marks/:questionId', {
        params: { assignmentId: id.value, tryId: one.tryId, questionId: about },
        body,
      });
      marked.value = { ...marked.value, [one.tryId]: reply.mark! };
      delete failed.value[one.tryId];
    } catch (error) {
      failed.value = { ...failed.value, [one.tryId]: error instanceof ApiProblem ? error.title : String(error) };
      if (error instanceof ApiProblem && error.current)
        marked.value = { ...marked.value, [one.tryId]: error.current as NonNullable<AnswerToScore['mark']> };
    }
  })();
  going.set(one.tryId, work);
  await work;
}
/** Enter goes on to the next student. */
async function next(index: number): Promise<void> {
  await nextTick();
  document.querySelectorAll<HTMLElement>('.one')[index + 1]?.querySelector<HTMLElement>('input, [role=radio]')?.focus();
}
const quick = computed(() => {
  const most = question.value?.points ?? 0;
  return most > 0 && most % 1000 === 0 && most <= 10_000 ? Array.from({ length: most / 1000 + 1 }, (_, n) => n * 1000) : [];
});
const soFar = (one: AnswerToScore) => {
  const choices = marked.value[one.tryId]?.choices;
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
      <article v-for="(one, index) in shown" :key="one.tryId" class="one sheet">
        <div class="stack">
          <h2 dir="auto">{{ nameOf(one, index) }}</h2>
          <p v-if="typeof one.answer === 'string'" class="words" dir="auto">{{ one.answer }}</p>
          <FileView v-for="file in one.files" :key="file.id" :file="file" />
        </div>
        <div class="stack">
          <ChoiceLadder
            v-if="rubric"
            :model-value="marked[one.tryId]?.choices ? { by: 'rubric', choices: marked[one.tryId]!.choices! } : null"
            :scoring="{ by: 'rubric', rubric, shelfId: null }"
            :points="question.points"
            @update:model-value="(chosen) => void give(one, { choices: chosen?.by === 'rubric' ? chosen.choices : null })"
          />
          <p v-if="soFar(one) !== null" class="small muted">{{ t('common.of', { a: points(soFar(one)!), b: points(question.points) }) }}</p>
          <div v-if="!rubric" class="row wrap">
            <NumberField
              optional
              :model-value="marked[one.tryId]?.points == null ? null : marked[one.tryId]!.points! / 1000"
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
              :type="marked[one.tryId]?.points === step ? 'primary' : 'default'"
              :aria-label="count('quizAcross.give', step / 1000, { name: nameOf(one, index) })"
              @click="give(one, { points: step }).then(() => next(index))"
              >{{ points(step) }}</Button
            >
          </div>
          <Textarea
            :value="remarks[one.tryId] ?? ''"
            :aria-label="t('quizAcross.remarkOf', { name: nameOf(one, index) })"
            :placeholder="t('quizAcross.remark')"
            :maxlength="5000"
            :auto-size="{ minRows: 1, maxRows: 5 }"
            dir="auto"
            @update:value="remarks = { ...remarks, [one.tryId]: $event }"
            @blur="remarks[one.tryId] !== (marked[one.tryId]?.remark ?? '') && give(one, { remark: remarks[one.tryId] ?? '' })"
          />
          <p v-if="failed[one.tryId]" class="note bad small" role="alert">{{ failed[one.tryId] }}</p>
        </div>
      </article>
      <p class="hidden-text">{{ plainText(question.text) }}</p>
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
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 20px;
  padding: 12px 18px;
  margin-block-end: 10px;
  max-inline-size: 1200px;
}
.one:focus-within {
  box-shadow: inset 5px 0 0 var(--now);
}
h2 {
  font-size: 16px;
}
.words {
  white-space: pre-line;
  font: 16px/1.5 var(--font-read);
  overflow-wrap: anywhere;
}
.quick {
  gap: 6px;
}
.stack > * + * {
  margin-block-start: 8px;
}
@media (max-width: 900px) {
  .one {
    grid-template-columns: 1fr;
  }
}
</style>
