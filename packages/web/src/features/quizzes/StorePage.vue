<script setup lang="ts">
/** The question store: what is kept for use again, found, chosen for a new quiz, tagged, shared. */
import { Button } from 'ant-design-vue';
import { canBeAskedLive } from '@jolly/core';
import type { KeptQuestion } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import { ShelfTabs } from '../shelf';
import { lastClass, useScope, useTermLine } from '../termline';
import KeptQuestionSheet from './KeptQuestionSheet.vue';
import StoreList from './StoreList.vue';
import TagManySheet from './TagManySheet.vue';
import { useQuestionStore } from './use-question-store';

const { t, count } = useWords();
const route = useRoute();
const router = useRouter();
const scope = useScope();
const line = useTermLine();
const { problem, attempt } = useAttempt();
const store = useQuestionStore();
const { chosen, value, reload } = store;
const open = ref<KeptQuestion | 'new' | null>(null);
const tagging = ref(false);

// The address names the one that lies open, so that it can be come back to.
watch(
  () => route.query.question,
  (id) => {
    if (typeof id !== 'string') open.value = null;
    else void attempt(async () => (open.value = await ask('GET /api/questions/:itemId', { params: { itemId: id } })));
  },
  { immediate: true },
);
const look = (id: string | undefined) => router.replace({ query: { ...route.query, question: id } });
async function close(): Promise<void> {
  open.value = null;
  await look(undefined);
}
async function changed(): Promise<void> {
  await close();
  tagging.value = false;
  store.chooseNone();
  await reload();
}
/** One of them can be asked this moment: of the class that was looked at last. */
const askAt = computed(() => {
  const [one, another] = chosen.value.values();
  const classId = scope.classId.value ?? lastClass() ?? line.classes[0]?.id;
  return !one || another || !classId || !canBeAskedLive(one.question)
    ? null
    : { path: `/class/${classId}/ask`, query: { question: one.id } };
});
const newQuiz = computed(() => ({ path: '/quiz', query: { ...scope.kept.value, questions: [...chosen.value.keys()].join(',') } }));
</script>

<template>
  <div class="page">
    <div class="heading">
      <h1>{{ t('store.title') }}</h1>
      <span class="small grow">{{ t('store.sub') }}</span>
      <Button :type="value?.kept === 0 ? 'primary' : 'default'" @click="open = 'new'">{{ t('store.write') }}</Button>
    </div>
    <ShelfTabs />
    <ProblemNote :problem="problem" />
    <StoreList :store="store" opens @open="look" />
    <div v-if="chosen.size > 0" class="row wrap chosen-acts" role="group" :aria-label="count('store.chosen', chosen.size)">
      <strong class="grow">{{ count('store.chosen', chosen.size) }}</strong>
      <LinkButton v-if="askAt" :to="askAt">{{ t('live.askInLesson') }}</LinkButton>
      <Button @click="tagging = true">{{ t('store.tagOrShare') }}</Button>
      <LinkButton type="primary" :to="newQuiz">{{ count('store.inNewQuiz', chosen.size) }}</LinkButton>
    </div>
    <KeptQuestionSheet
      v-if="open && value"
      :key="open === 'new' ? 'new' : `${open.id} ${open.version}`"
      :kept="open === 'new' ? null : open"
      :store="value"
      @close="close"
      @changed="changed"
    />
    <TagManySheet v-if="tagging && value" :chosen="[...chosen.values()]" :store="value" @close="tagging = false" @changed="changed" />
  </div>
</template>

<style scoped>
.page {
  max-inline-size: 1100px;
}
.chosen-acts {
  position: sticky;
  inset-block-end: 0;
  background: var(--surface);
  border: 1px solid var(--line);
  border-block-start: 3px solid var(--now);
  padding: 10px 14px;
  margin-block-start: 14px;
}
</style>
