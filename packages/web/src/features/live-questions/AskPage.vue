<script setup lang="ts">
/** Asking a class one question in the lesson: written here or taken from the store; and what was asked before. */
import { Button, Checkbox } from 'ant-design-vue';
import { blankQuestion, canBeAskedLive, fromStore, QUESTION_KINDS, questionFaults, type Question, type QuestionKind } from '@jolly/core';
import type { LiveQuestionItem } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LinkButton from '../../ui/LinkButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useKeptHere } from '../../ui/kept-here';
import { useWords } from '../../ui/use-words';
import { ClassFrame } from '../classes';
import { QuestionEditor, QuestionSeen, StoreSheet } from '../quizzes';
import LiveAnswersSheet from './LiveAnswersSheet.vue';

const { t, count, when } = useWords();
const route = useRoute();
const router = useRouter();
const { problem, busy, attempt } = useAttempt();
const classId = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/live-questions', { params: { classId: classId.value } }),
  [classId],
);
const KINDS = QUESTION_KINDS.filter((kind) => canBeAskedLive({ kind }));
const placeOf = useKeptHere();
/** What is being written stays in this browser until it is asked. */
const draft = useLocalStorage<{ question: Question | null }>(() => placeOf('ask'), { question: null });
const question = computed({ get: () => draft.value.question, set: (one) => (draft.value = { question: one }) });
/** Whether names are recorded and answers may be changed; as it was the last time. */
const how = useLocalStorage(() => placeOf('ask-how'), { names: true, mayChange: true });
const writing = ref(question.value !== null);
const newId = () => crypto.randomUUID();
const choosing = ref(false);
const looking = ref<string | null>(null);
const faults = computed(() => (question.value ? questionFaults(question.value) : []));
const begin = (kind: QuestionKind) => {
  question.value = blankQuestion(kind, newId);
  writing.value = true;
};
function take(one: Question | undefined): void {
  choosing.value = false;
  if (!one) return;
  question.value = one;
  writing.value = false;
}
// The store has chosen one for this.
watch(
  () => route.query.question,
  (id) => {
    if (typeof id === 'string')
      void attempt(async () => {
        const { question: kept } = await ask('GET /api/questions/:itemId', { params: { itemId: id } });
        take(fromStore(kept, id, newId));
      });
  },
  { immediate: true },
);
const put = () =>
  attempt(async () => {
    const { id } = await ask('POST /api/classes/:classId/live-questions', {
      params: { classId: classId.value },
      body: { question: question.value!, ...how.value },
    });
    question.value = null;
    await router.push(`/board/${id}`);
  });
const again = (one: LiveQuestionItem) =>
  attempt(async () => {
    const { question: before } = await ask('GET /api/live-questions/:liveId/answers', { params: { liveId: one.id } });
    take({ ...before, id: newId() });
  });
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <div class="columns">
      <section class="stack" :inert="busy">
        <h2>{{ t('live.title') }}</h2>
        <p v-if="schoolClass.putAwayAt !== null" class="note">{{ t('live.away') }}</p>
        <template v-else>
          <p class="muted small">{{ t('live.hint') }}</p>
          <div v-if="question === null" class="row wrap" role="group" :aria-label="t('live.writeOne')">
            <strong>{{ t('live.writeOne') }}</strong><Button v-for="kind in KINDS" :key="kind" size="small" @click="begin(kind)">{{
              t(`quiz.kinds.${kind}`)
            }}</Button
            ><Button size="small" @click="choosing = true">{{ t('live.fromStore') }}</Button>
          </div>
          <template v-else>
            <QuestionEditor v-if="writing" v-model="question" alone :n="1" :decimal="schoolClass.decimalMark" :aims="[]" :sets="[]" />
            <div v-else class="sheet seen-box"><QuestionSeen :question="question" /></div>
            <p v-if="faults.length > 0" class="small alarm">
              {{ t('live.missing', { what: faults.map((fault) => t(`quizMaking.faults.${fault}`)).join(', ') }) }}
            </p>
            <div class="row wrap">
              <Checkbox v-model:checked="how.names">{{ t('live.names') }}</Checkbox><Checkbox
                v-if="how.names"
                v-model:checked="how.mayChange"
                >{{ t('live.mayChange') }}</Checkbox
              ><span v-else class="small muted">{{ t('live.noNames') }}</span>
            </div>
            <ProblemNote :problem="problem" />
            <div class="row wrap">
              <Button type="primary" :disabled="busy || faults.length > 0" @click="put">{{ t('live.askIt') }}</Button>
              <Button v-if="!writing" @click="writing = true">{{ t('quizMaking.change') }}</Button>
              <Button @click="question = null">{{ t('live.instead') }}</Button>
              <span v-if="value?.some((one) => one.open)" class="small muted">{{ t('live.endsOther') }}</span>
            </div>
          </template>
          <ProblemNote v-if="question === null" :problem="problem" />
        </template>
      </section>
      <section>
        <h2>{{ t('live.earlier') }}</h2>
        <LoadGate :state="state" :why="why" @retry="reload">
          <p v-if="value?.length === 0" class="muted">{{ t('live.none') }}</p>
          <ul class="plain before">
            <li v-for="one in value ?? []" :key="one.id">
              <strong dir="auto">{{ one.title }}</strong>
              <p class="muted small">
                {{
                  [
                    when(one.askedAt, schoolClass.calendar.zone),
                    count('live.answered', one.answered),
                    ...(one.open ? [t('live.isOpen')] : []),
                  ].join(' · ')
                }}
              </p>
              <div class="row wrap">
                <LinkButton
                  size="small"
                  :type="one.open ? 'primary' : 'default'"
                  :to="`/board/${one.id}`"
                  :aria-label="t('live.toBoardOf', { title: one.title })"
                  >{{ t('live.toBoard') }}</LinkButton><Button
                  size="small"
                  :aria-label="t(one.names ? 'live.whoOf' : 'live.moreOf', { title: one.title })"
                  @click="looking = one.id"
                  >{{ t(one.names ? 'live.who' : 'live.more') }}</Button
                ><Button v-if="schoolClass.putAwayAt === null" size="small" type="link" @click="again(one)">{{ t('live.again') }}</Button>
              </div>
            </li>
          </ul>
        </LoadGate>
      </section>
    </div>
    <StoreSheet v-if="choosing" open @close="choosing = false" @take="([first]) => take(first)" />
    <LiveAnswersSheet
      v-if="looking"
      :live-id="looking"
      @close="looking = null"
      @removed="
        () => {
          looking = null;
          void reload();
        }
      "
    />
  </ClassFrame>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 28px;
}
h2 {
  margin-block-end: 6px;
}
.seen-box {
  padding: 14px 18px;
}
.before li {
  padding-block: 9px;
  border-block-end: 1px solid var(--line);
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
