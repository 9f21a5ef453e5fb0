<script setup lang="ts">
/** Making a quiz: questions as students see them at left, each with its key in the margin; how it runs, and when, at right. */
import { Button, Input } from 'ant-design-vue';
import { fromStore, QUESTION_KINDS, type QuestionKind } from '@jolly/core';
import type { ClassReply, KeptQuestions } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import LoadGate from '../../ui/LoadGate.vue';
import SidePage from '../../ui/SidePage.vue';
import type { Focusable } from '../../ui/focus-first';
import { vSortable } from '../../ui/sortable';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { blankQuiz, blankSet, useBrief } from '../assignments';
import { lastClass, useScope, useTermLine } from '../termline';
import KeepSheet from './KeepSheet.vue';
import KeyMargin from './KeyMargin.vue';
import PasteSheet from './PasteSheet.vue';
import QuestionEditor from './QuestionEditor.vue';
import QuestionSeen from './QuestionSeen.vue';
import QuizSide from './QuizSide.vue';
import StoreSheet from './StoreSheet.vue';
import { useQuiz } from './use-quiz';

const { t, count, points } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const brief = useBrief();
const { body, sets, stored } = brief;
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const why = ref('');
const classes = ref<ClassReply[]>([]);
const aims = ref<string[]>([]);
const pasting = ref(false);
const choosing = ref(false);
/** questions that are to be kept for later */
const keeping = ref<string[] | null>(null);
const locked = computed(() => (stored.value?.elsewhere ?? 0) > 0);

/** A new quiz may begin with questions chosen in the store, which the address names. */
async function takeChosen(): Promise<void> {
  const { questions: ids } = route.query;
  if (typeof ids !== 'string') return;
  const { found } = await ask('GET /api/questions', { query: { ids } });
  const inOrder = ids.split(',').flatMap((id) => found.find((one) => one.id === id) ?? []);
  quiz.insert(inOrder.map((one) => fromStore(one.question, one.id, () => crypto.randomUUID())));
}

async function begin(): Promise<void> {
  state.value = 'loading';
  try {
    classes.value = (await ask('GET /api/classes')).filter((one) => one.putAwayAt === null);
    const { id } = route.params;
    if (typeof id === 'string' && id !== '') {
      const reply = await ask('GET /api/briefs/:briefId', { params: { briefId: id } });
      // What is handed in otherwise has no questions to write.
      if (reply.how !== 'quiz') return void router.replace({ path: `/compose/${id}`, query: scope.kept.value });
      brief.open(reply);
    } else {
      const there = (one: string | null) => (one !== null && classes.value.some((other) => other.id === one) ? one : null);
      const first = scope.classId.value ?? there(lastClass()) ?? classes.value[0]?.id;
      brief.begin(blankQuiz(), first ? [blankSet(first)] : [], null);
      await takeChosen();
    }
    state.value = 'ready';
    aims.value = await ask('GET /api/aims').catch(() => []);
  } catch (error) {
    why.value = error instanceof ApiProblem ? error.title : String(error);
    state.value = 'failed';
  }
}
void begin();
watch(
  () => stored.value?.id,
  (id) => {
    if (id && route.params.id !== id && route.path.startsWith('/quiz'))
      void router.replace({ path: `/quiz/${id}`, query: scope.kept.value });
  },
);

const quiz = useQuiz({ body, sets });
/** The server knows where a kept question comes from once the quiz is stored; until then the question remembers where it lies. */
function remember(kept: KeptQuestions['kept']): void {
  if (stored.value) return;
  const places = new Map(kept.map((one) => [one.questionId, one.itemId]));
  quiz.write({ questions: questions.value.map((one) => ({ ...one, storeId: places.get(one.id) ?? one.storeId })) });
}
/** Numbers in keys are written as the class writes them that it is set for first. */
const decimal = computed(() => classes.value.find((one) => one.id === sets.value[0]?.classId)?.decimalMark ?? '.');
const { questions, editing, at, removed, notes } = quiz;
const heading = computed(() =>
  [
    count('quiz.questions', questions.value.length),
    count('common.points', Number(points(quiz.max.value))),
    ...(questions.value.length > 0 ? [t('quizMaking.about', { n: quiz.minutes.value })] : []),
  ].join(' · '),
);
const setName = (id: string | null) =>
  id === null ? null : (quiz.quiz.value.sets.find((one) => one.id === id)?.name ?? '') || t('quizMaking.unnamedSet');
const sizes = computed(() =>
  Object.fromEntries(quiz.quiz.value.sets.map((set) => [set.id, questions.value.filter((one) => one.setId === set.id).length])),
);

/** A new quiz begins with its name; one that is there with its questions, which the keys are for. */
let named = false;
function focusTitle(field: unknown): void {
  if (!named && field && route.params.id === undefined) (field as Focusable).focus();
  named = true;
}
const root = ref<HTMLElement | null>(null);
async function focusRow(index: number): Promise<void> {
  await nextTick();
  root.value?.querySelectorAll<HTMLElement>('.question')[index]?.querySelector<HTMLElement>('.open')?.focus();
}
async function edit(index: number): Promise<void> {
  if (locked.value) return;
  at.value = index;
  editing.value = questions.value[index]?.id ?? null;
}
async function done(index: number): Promise<void> {
  editing.value = null;
  await focusRow(index);
}
async function step(by: -1 | 1): Promise<void> {
  at.value = Math.min(questions.value.length - 1, Math.max(0, at.value + by));
  await focusRow(at.value);
}
async function moveBy(by: -1 | 1): Promise<void> {
  quiz.move(at.value, at.value + by);
  await focusRow(at.value);
}
function add(kind: QuestionKind): void {
  if (!locked.value) quiz.add(kind);
}
/** The key beside each kind: digits, then letters. */
const KEYS: Readonly<Record<QuestionKind, string>> = {
  one: '1',
  several: '2',
  trueFalse: '3',
  gaps: '4',
  short: '5',
  number: '6',
  match: '7',
  order: '8',
  place: '9',
  own: '0',
  file: 'f',
  drawing: 'd',
  recording: 'r',
};
const byKey = Object.fromEntries(QUESTION_KINDS.map((kind) => [KEYS[kind], kind]));
useShortcuts([
  { key: Object.keys(byKey), shown: '1 – 9, 0, F, D, R', does: 'quizMaking.keyAdd', run: (key) => add(byKey[key]!) },
  { key: 'ArrowDown', shown: '↓', does: 'quizMaking.keyNext', run: () => void step(1) },
  { key: 'ArrowUp', shown: '↑', does: 'quizMaking.keyBefore', run: () => void step(-1) },
  { key: 'ArrowDown', shift: true, shown: '⇧ ↓', does: 'quizMaking.keyDown', run: () => void moveBy(1) },
  { key: 'ArrowUp', shift: true, shown: '⇧ ↑', does: 'quizMaking.keyUp', run: () => void moveBy(-1) },
  { key: 'Delete', shown: 'Del', does: 'quizMaking.remove', run: () => locked.value || quiz.remove(at.value) },
  { key: 'p', shown: 'P', does: 'quizMaking.paste', run: () => (pasting.value = true) },
  { key: 's', shown: 'S', does: 'store.fromStore', run: () => locked.value || (choosing.value = true) },
]);
const doneAt = (id: string) => done(questions.value.findIndex((one) => one.id === id));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="begin">
    <p v-if="classes.length === 0" class="page">{{ t('compose.noClass') }}</p>
    <SidePage v-else-if="body.quiz" :side="300">
      <div ref="root">
        <h1 class="hidden-text">{{ body.title || t('compose.newQuiz') }}</h1>
        <div class="row head">
          <Input
            :ref="focusTitle"
            v-model:value="body.title"
            class="title"
            :placeholder="t('compose.titlePlaceholder')"
            :aria-label="t('compose.titleLabel')"
            :maxlength="200"
            :disabled="locked"
            dir="auto"
          /><span class="muted says">{{ heading }}</span>
        </div>
        <p v-if="locked" class="note small">{{ count('compose.elsewhere', stored!.elsewhere) }}</p>
        <div class="columns small muted" aria-hidden="true">
          <span></span><span>{{ t('quizMaking.whatStudentsSee') }}</span
          ><span>{{ t('quizMaking.onlyYou') }}</span>
        </div>
        <ol
          v-sortable="{
            group: 'questions',
            list: 'questions',
            moved: ({ oldIndex, newIndex }) => quiz.move(oldIndex, newIndex),
            handle: '.n',
          }"
          class="plain list"
          :aria-label="t('quizMaking.questions')"
        >
          <li v-for="(question, index) in questions" :key="question.id" data-drag class="question" :class="{ here: index === at }">
            <QuestionEditor
              v-if="editing === question.id"
              :model-value="question"
              :n="index + 1"
              :decimal="decimal"
              :aims="aims"
              :sets="body.quiz.sets"
              :own="body.language"
              @update:model-value="quiz.change"
              @done="doneAt(question.id)"
              @copy="quiz.copy(index)"
              @keep="keeping = [question.id]"
              @remove="quiz.remove(index)"
              @new-set="quiz.newSet(question)"
            />
            <div v-else class="columns">
              <Button
                class="bare n open"
                :aria-label="t('quizMaking.open', { n: index + 1 })"
                :disabled="locked"
                @focus="at = index"
                @click="edit(index)"
                >{{ index + 1 }}</Button
              >
              <QuestionSeen :question="question" @click="edit(index)" />
              <KeyMargin
                :question="question"
                :decimal="decimal"
                :faults="notes[index]!.faults"
                :doubts="notes[index]!.doubts"
                :set-name="setName(question.setId)"
              />
            </div>
          </li>
        </ol>
        <p v-if="questions.length === 0" class="note">{{ t('quizMaking.empty') }}</p>
        <p v-if="removed" class="note row" role="status">
          <span class="grow">{{ t('quizMaking.removed', { n: removed.index + 1 }) }}</span><Button size="small" @click="quiz.putBack">{{
            t('quizMaking.putBack')
          }}</Button>
        </p>
        <div v-if="!locked" class="row wrap adds" role="group" :aria-label="t('quizMaking.add')">
          <strong>{{ t('quizMaking.add') }}</strong>
          <Button v-for="kind in QUESTION_KINDS" :key="kind" size="small" @click="add(kind)"
            >{{ t(`quiz.kinds.${kind}`) }}<span class="key">{{ KEYS[kind].toUpperCase() }}</span></Button
          >
          <Button size="small" @click="pasting = true">{{ t('quizMaking.paste') }}<span class="key">P</span></Button>
          <Button size="small" @click="choosing = true">{{ t('store.fromStore') }}<span class="key">S</span></Button>
        </div>
      </div>
      <template #side>
        <QuizSide
          :brief="brief"
          :quiz="quiz"
          :classes="classes"
          :zone="line.zone"
          :locked="locked"
          :sizes="sizes"
          :decimal="decimal"
          @open="edit"
          @keep="keeping = questions.map((one) => one.id)"
        />
      </template>
    </SidePage>
    <StoreSheet
      v-if="choosing"
      open
      @close="choosing = false"
      @take="
        (found) => {
          quiz.insert(found);
          choosing = false;
        }
      "
    />
    <KeepSheet
      v-if="keeping"
      :questions="questions"
      :first="keeping"
      :brief-id="stored?.id ?? null"
      @close="keeping = null"
      @kept="remember"
    />
    <PasteSheet
      :open="pasting"
      :decimal="decimal"
      @close="pasting = false"
      @take="
        (found) => {
          quiz.take(found);
          pasting = false;
        }
      "
    />
  </LoadGate>
</template>

<style scoped>
.head {
  align-items: baseline;
  flex-wrap: wrap;
}
.title {
  flex: 1 1 320px;
  border: 0;
  border-block-end: 1px solid transparent;
  background: none;
  color: var(--text);
  font: 650 27px var(--font-head);
  padding: 0 0 4px;
  border-radius: 0;
}
.title:hover,
.title:focus-visible {
  border-block-end-color: var(--line);
}
.says {
  white-space: nowrap;
}
.head {
  margin-block-end: 8px;
}
.columns {
  display: grid;
  grid-template-columns: 30px minmax(0, 1fr) 232px;
  gap: 14px;
}
.list {
  border-block-start: 2px solid var(--text);
  margin-block-start: 4px;
}
.question {
  padding-block: 12px;
  border-block-end: 1px solid var(--line);
}
.question :deep(.seen) {
  cursor: pointer;
}
.n.n.n {
  align-self: start;
  font: 650 18px var(--font-head);
  color: var(--text-3);
  cursor: grab;
  padding: 0 4px;
}
.here .n.n.n {
  color: var(--text);
}
.adds {
  margin-block-start: 16px;
  gap: 7px;
}
.adds .key {
  margin-inline-start: 5px;
}
.note {
  margin-block-start: 12px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 30px minmax(0, 1fr);
  }
  .columns > :nth-child(3) {
    grid-column: 2;
  }
}
</style>
