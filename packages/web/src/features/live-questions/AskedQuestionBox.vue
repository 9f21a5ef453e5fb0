<script setup lang="ts">
/** One question a student is asked in the lesson. What is chosen stays theirs until it is sent, whatever is shown meanwhile. */
import { Button } from 'ant-design-vue';
import { askedIn, isNoAnswer, type Answer, type Language } from '@jolly/core';
import type { MyLiveQuestion } from '@jolly/server/contract';
import same from 'fast-deep-equal';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ClassSquare from '../../ui/ClassSquare.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { AnswerField, AskedLanguages, answerText, MarkSquare } from '../quizzes';
import { fileAddress } from '../files';
import SpreadBars from './SpreadBars.vue';

const props = defineProps<{ mine: MyLiveQuestion }>();
const emit = defineEmits<{ stored: [MyLiveQuestion] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const reads = ref<Language | null>(null);
const asked = computed(() => askedIn([reads.value], props.mine.asked));
const typed = ref<Answer>(props.mine.answer);
// Sent on another device: shown here too, unless something else is being chosen here.
watch(
  () => props.mine.answer,
  (now, before) => {
    if (same(typed.value, before)) typed.value = now;
  },
);
const isNew = computed(() => !isNoAnswer(typed.value) && !same(typed.value, props.mine.answer));
/** The spread of a choice says itself which is right. */
const isChoice = computed(() => ['one', 'several', 'trueFalse'].includes(props.mine.asked.kind));
const send = () =>
  attempt(async () => {
    emit(
      'stored',
      await ask('PUT /api/my/live-questions/:liveId/answer', { params: { liveId: props.mine.id }, body: { answer: typed.value } }),
    );
  });
</script>

<template>
  <article class="sheet box stack" @keydown.enter.ctrl.prevent="isNew && send()">
    <p class="row small muted">
      <ClassSquare :hue="mine.hue" /><span dir="auto">{{ mine.className }}</span>
    </p>
    <AskedLanguages :asked="asked" @choose="(one) => (reads = one)" />
    <RichTextView v-if="asked.kind !== 'gaps'" class="asked" :text="asked.text" />
    <!-- eslint-disable-next-line vuejs-accessibility/media-has-caption -->
    <audio v-if="asked.spoken" controls :src="fileAddress(asked.spoken.id)" />
    <template v-if="mine.open && mine.has && !mine.mayChange">
      <p class="good small" role="status">{{ t('live.sentForGood') }}</p>
    </template>
    <template v-else-if="mine.open">
      <AnswerField v-model="typed" :asked="asked" :decimal="mine.decimal" />
      <ProblemNote :problem="problem" />
      <Button type="primary" size="large" block :disabled="!isNew || busy" @click="send">{{
        t(mine.answer === null ? 'live.send' : 'live.sendAgain')
      }}</Button>
      <p v-if="mine.answer !== null && !isNew" class="good small" role="status">{{ t('live.sent') }}</p>
      <p class="muted small">{{ t(mine.names ? 'live.seen' : 'live.unseen') }}</p>
    </template>
    <template v-else>
      <p class="muted">{{ t('live.over') }}</p>
      <ProblemNote :problem="problem" />
      <p v-if="mine.answer !== null" class="row" dir="auto">
        <MarkSquare v-if="mine.mark" :mark="mine.mark" />{{ t('live.yours', { what: answerText(asked, mine.answer, t) }) }}
      </p>
    </template>
    <p v-if="mine.mark" class="verdict" role="status">{{ t(`live.marks.${mine.mark}`) }}</p>
    <section v-if="mine.spread" class="stack">
      <h2>{{ t('live.howAnswered') }}</h2>
      <SpreadBars :asked="asked" :spread="mine.spread" />
    </section>
    <p v-if="mine.key && mine.key.length > 0 && !(mine.spread && isChoice)" dir="auto">
      <span class="muted small">{{ t('live.keyIs') }}</span>
      {{ mine.key.map((one) => (asked.kind === 'trueFalse' ? t(one === 'true' ? 'quiz.true' : 'quiz.false') : one)).join(' · ') }}
    </p>
    <p v-if="mine.explanation" class="explained" dir="auto">{{ mine.explanation }}</p>
  </article>
</template>

<style scoped>
.box {
  padding: 16px 18px;
  margin-block-end: 14px;
}
.asked {
  font: 20px/1.4 var(--font-read);
}
.verdict {
  font: 650 19px var(--font-head);
}
.explained {
  white-space: pre-line;
  font: 16px/1.5 var(--font-read);
}
h2 {
  font-size: 16px;
}
</style>
