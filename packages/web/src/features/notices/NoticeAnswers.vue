<script setup lang="ts">
/** Answers to a notice, each with what stands below it; and answering, where that is possible. The same for teachers and students. */
import { Button, Input, Textarea } from 'ant-design-vue';
import type { NoticeAnswer } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import { computed, reactive, ref } from 'vue';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { useKeptHere } from '../../ui/kept-here';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  noticeId: string;
  zone: string;
  load: () => Promise<NoticeAnswer[]>;
  /** null: nothing can be answered any more */
  write: ((body: { id: string; text: string; below: string | null }) => Promise<NoticeAnswer[]>) | null;
  /** may one begin an answer, or only write below one? */
  mayBegin: boolean;
  /** who reads what is begun here */
  readers: string;
  /** of a teacher: hides an answer with a word, or shows it again */
  judge?: (answerId: string, verdict: { shown: boolean; word: string }) => Promise<NoticeAnswer[]>;
}>();
const emit = defineEmits<{ counted: [number] }>();
const { t, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const { state, value, why, reload } = useLoad(() => props.load());
const top = computed(() => (value.value ?? []).filter((one) => one.below === null));
const below = (id: string) => (value.value ?? []).filter((one) => one.below === id);
/** what is typed, by what it stands below, '' begins one; it stays in this browser until it is sent */
const placeOf = useKeptHere();
const typed = useLocalStorage<Record<string, string>>(() => placeOf('answer', props.noticeId), {});
const ids = reactive<Record<string, string>>({});
const answering = ref<string | null>(null);
const hiding = ref<{ id: string; word: string } | null>(null);
function take(all: NoticeAnswer[]): void {
  value.value = all;
  emit('counted', all.filter((one) => one.hidden === null).length);
}
const send = (under: string | null) =>
  attempt(async () => {
    const key = under ?? '';
    const text = (typed.value[key] ?? '').trim();
    if (text === '') return;
    // The same words sent again after a line that broke are the same answer.
    take(await props.write!({ id: (ids[key] ??= crypto.randomUUID()), text, below: under }));
    delete ids[key];
    if ((typed.value[key] ?? '').trim() === text) delete typed.value[key];
    answering.value = null;
  });
const judge = (id: string, shown: boolean, word: string) =>
  attempt(async () => {
    take(await props.judge!(id, { shown, word }));
    hiding.value = null;
  });
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <p v-if="top.length === 0" class="muted small">{{ t('notices.noAnswers') }}</p>
    <ul class="plain answers">
      <li v-for="first in top" :key="first.id">
        <div
          v-for="one in [first, ...below(first.id)]"
          :key="one.id"
          class="answer"
          :class="{ below: one.below !== null, hidden: one.hidden }"
        >
          <p class="small muted">
            <strong dir="auto">{{ one.own ? t('notices.you') : one.by }}</strong><template v-if="one.teacher && !one.own">
              · {{ t('notices.teacher') }}</template
            >
            · {{ when(one.at, zone) }}<template v-if="one.hidden"> · {{ t('notices.hidden') }}</template>
          </p>
          <p class="says" dir="auto">{{ one.text }}</p>
          <p v-if="one.hidden && one.own" class="small alarm" dir="auto">
            {{ one.hidden.word ? t('notices.hiddenWhy', { word: one.hidden.word }) : t('notices.hiddenNoWord') }}
          </p>
          <div v-if="judge && !one.teacher" class="row wrap">
            <Button v-if="one.hidden" type="link" size="small" :disabled="busy" @click="judge(one.id, true, '')">{{
              t('notices.showAgain')
            }}</Button><Button v-else-if="hiding?.id !== one.id" type="link" size="small" @click="hiding = { id: one.id, word: '' }">{{
              t('notices.hideAnswer')
            }}</Button>
          </div>
          <div v-if="hiding?.id === one.id" class="row wrap">
            <Input
              v-model:value="hiding.word"
              class="grow"
              :maxlength="500"
              :placeholder="t('notices.hideWord', { name: one.by })"
              :aria-label="t('notices.hideWord', { name: one.by })"
              dir="auto"
              @keydown.enter.prevent="judge(one.id, false, hiding.word)"
            /><Button size="small" :disabled="busy" @click="judge(one.id, false, hiding.word)">{{ t('notices.hideGo') }}</Button>
          </div>
        </div>
        <template v-if="write"
          ><Button v-if="answering !== first.id" type="link" size="small" class="reply" @click="answering = first.id">{{
            t('notices.answerBelow')
          }}</Button>
          <div v-else class="row reply">
            <Textarea
              :value="typed[first.id] ?? ''"
              class="grow"
              :auto-size="{ minRows: 1, maxRows: 8 }"
              :maxlength="2000"
              :aria-label="t('notices.yourAnswer')"
              dir="auto"
              @update:value="(words: string) => (typed[first.id] = words)"
              @keydown.enter.ctrl.prevent="send(first.id)"
            /><Button :disabled="busy || !(typed[first.id] ?? '').trim()" @click="send(first.id)">{{ t('notices.send') }}</Button>
          </div></template
        >
      </li>
    </ul>
    <div v-if="write && mayBegin" class="begin">
      <Textarea
        :value="typed[''] ?? ''"
        :auto-size="{ minRows: 2, maxRows: 8 }"
        :maxlength="2000"
        :aria-label="t('notices.yourAnswer')"
        :placeholder="readers"
        dir="auto"
        @update:value="(words: string) => (typed[''] = words)"
        @keydown.enter.ctrl.prevent="send(null)"
      />
      <Button :disabled="busy || !(typed[''] ?? '').trim()" @click="send(null)">{{ t('notices.answer') }}</Button>
    </div>
    <ProblemNote :problem="problem" />
  </LoadGate>
</template>

<style scoped>
.answers li {
  padding-block: 6px;
  border-block-start: 1px solid var(--line-2);
}
.answer p {
  margin: 0;
}
.answer.below {
  margin-inline-start: 22px;
  margin-block-start: 6px;
}
.answer.hidden .says {
  color: var(--text-3);
}
.says {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.reply {
  margin-inline-start: 22px;
}
.begin {
  display: grid;
  gap: 6px;
  justify-items: start;
}
</style>
