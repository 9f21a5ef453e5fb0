<script setup lang="ts">
/** One piece in the simple view, a step at a time: hear what to do, do it, hand it in. */
import { Button } from 'ant-design-vue';
import { isBlank, plainText } from '@jolly/core';
import type { Attachment } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import LinkButton from '../../ui/LinkButton.vue';
import ListenButton from '../../ui/ListenButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SignPicture, { type Sign } from '../../ui/SignPicture.vue';
import { useTurned } from '../../ui/use-turned';
import { useWords } from '../../ui/use-words';
import WordLanguages from '../../ui/WordLanguages.vue';
import { useSession } from '../accounts';
import { AttachmentList } from '../assignments';
import { fileAddress, kindOf } from '../files';
import NeverSent from './NeverSent.vue';
import ReturnedWork from './ReturnedWork.vue';
import SimpleMade from './SimpleMade.vue';
import SimpleMaking from './SimpleMaking.vue';
import UnsentWords from './UnsentWords.vue';
import { usePiece } from './use-piece';

const { t } = useWords();
const route = useRoute();
const session = useSession();
const id = String(route.params.id);
const userId = session.me?.id ?? '';
const making = ref<InstanceType<typeof SimpleMaking> | null>(null);
const work = usePiece({ id, userId, others: computed(() => making.value?.places ?? []) });
const { state, value, why, reload, piece, working, problem, busy, nothing, onTheWay } = work;

const STEPS: { key: 'hear' | 'make' | 'give'; sign: Sign }[] = [
  { key: 'hear', sign: 'listen' },
  { key: 'make', sign: 'draw' },
  { key: 'give', sign: 'handIn' },
];
type Step = (typeof STEPS)[number]['key'];
const isStep = (text: unknown): text is Step => STEPS.some((one) => one.key === text);
// Coming back from a worksheet one is where one left.
const step = ref<Step>(isStep(route.query.step) ? route.query.step : 'hear');
const next = computed(() => STEPS[STEPS.findIndex((one) => one.key === step.value) + 1]?.key ?? null);
const isQuiz = computed(() => piece.value?.how === 'quiz');
const shownSteps = computed(() => (isQuiz.value ? STEPS.slice(0, 2) : piece.value?.how === 'inClass' ? STEPS.slice(0, 1) : STEPS));
const titles = computed(() => new Map((value.value?.attachments ?? []).map((one) => [one.id, one.title])));
const copies = computed(() => [...(value.value?.sheets ?? []), ...(value.value?.papers ?? [])].map((one) => one.attachmentId));
type Shown = Extract<Attachment, { kind: 'file' }>;
const isPicture = (one: Attachment): one is Shown =>
  one.kind === 'file' && kindOf(one.file) === 'picture' && !copies.value.includes(one.id);
const pictures = computed(() => (value.value?.attachments ?? []).filter(isPicture));
const further = computed(() => (value.value?.attachments ?? []).filter((one) => !isPicture(one)));
const turned = useTurned(() => value.value?.words);
const shown = turned.shown;
const toRead = computed(() => (shown.value ? `${shown.value.title}. ${plainText(shown.value.instructions)}` : ''));
const back = computed(() => piece.value?.returned != null || value.value?.marked != null);
watch(
  () => route.params.id,
  () => window.location.reload(),
);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value && piece && shown" class="page simple-piece">
      <header class="head">
        <h1 dir="auto">{{ shown.title }}</h1>
        <WordLanguages :label="t('wording.readIn')" :language="shown.language" :others="turned.others.value" @choose="turned.choose" />
      </header>
      <ReturnedWork v-if="back" :value="value" :assignment-id="id" :first-name="session.me?.givenName ?? ''" @changed="reload" />
      <p v-if="value.sentBack && piece.state === 'sentBack'" class="note" dir="auto">{{ value.sentBack.reason }}</p>
      <section v-if="value.handIn" class="sheet in">
        <div class="picture"><SignPicture sign="done" /></div>
        <h2>{{ t('simple.isIn') }}</h2>
        <SimpleMade :files="value.handIn.files" :papers="[]" :uploads="[]" :text="value.handIn.text" locked />
        <Button v-if="value.mayTakeBack === null" :disabled="busy" @click="work.takeBack">{{ t('simple.takeBack') }}</Button>
      </section>
      <template v-else>
        <nav class="steps" :aria-label="t('simple.steps')">
          <Button
            v-for="one in shownSteps"
            :key="one.key"
            class="step"
            :class="{ on: step === one.key }"
            :aria-current="step === one.key ? 'step' : undefined"
            @click="step = one.key"
            ><SignPicture :sign="one.sign" /><span>{{ t(`simple.${one.key}`) }}</span></Button
          >
        </nav>
        <section v-if="step === 'hear'" class="sheet stage" :aria-label="t('simple.hear')">
          <ListenButton
            :recording="shown.spoken ? fileAddress(shown.spoken.id, 'inline') : null"
            :words="toRead"
            :language="shown.language"
          />
          <img
            v-for="one in pictures"
            :key="one.id"
            class="shown"
            :src="fileAddress(one.file.id, 'inline')"
            :alt="one.title || one.file.name"
          />
          <RichTextView v-if="!isBlank(shown.instructions)" class="words" :text="shown.instructions" />
          <AttachmentList class="with" :attachments="further" :spoken="null" :copies="copies" />
          <p v-if="!working" class="note">{{ t('simple.notOpen') }}</p>
        </section>
        <template v-else-if="step === 'make'">
          <p v-if="!working && !isQuiz" class="note">{{ t('simple.notOpen') }}</p>
          <div v-else-if="isQuiz" class="sheet stage">
            <LinkButton type="primary" class="large" :to="`/work/${id}/quiz`"
              ><SignPicture sign="quiz" /><span>{{ t('simple.quiz') }}</span></LinkButton
            >
          </div>
          <SimpleMaking v-else ref="making" :assignment-id="id" :user-id="userId" :value="value" :work="work" />
        </template>
        <section v-else class="sheet stage" :aria-label="t('simple.give')">
          <p v-if="nothing" class="muted">{{ t('simple.madeNothing') }}</p>
          <SimpleMade
            :files="work.files.value"
            :papers="value.papers"
            :uploads="work.uploads.value"
            :text="work.draft.text.value"
            @remove="work.detach"
            @stop="work.stop"
          />
          <Button
            v-if="working"
            type="primary"
            class="large"
            :disabled="busy || nothing || onTheWay > 0"
            :loading="busy"
            @click="work.handIn"
            ><SignPicture sign="handIn" /><span>{{ t('simple.handIn') }}</span></Button
          >
          <p v-else class="note">{{ t('simple.notOpen') }}</p>
        </section>
        <Button v-if="next && shownSteps.length > 1 && (step === 'hear' || !isQuiz)" type="primary" class="large on" @click="step = next"
          ><span>{{ t('simple.on') }}</span
          ><SignPicture sign="forward"
        /></Button>
      </template>
      <UnsentWords
        v-if="!working"
        :draft="work.draft"
        :user-id="userId"
        :assignment-id="id"
        :titles="titles"
        :papers="work.papersKept.status.value === 'kept'"
        :may-take-back="value.handIn !== null && value.mayTakeBack === null"
      />
      <NeverSent v-if="!working && work.uploads.value.length > 0" :uploads="work.uploads.value" @copy="work.copyOf" @stop="work.stop" />
      <ProblemNote :problem="problem" />
    </div>
  </LoadGate>
</template>

<style scoped>
.simple-piece {
  max-inline-size: 820px;
  margin-inline: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
}
h1 {
  font-size: 30px;
  overflow-wrap: anywhere;
}
.steps {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 10px;
}
.step.step {
  block-size: auto;
  min-block-size: 92px;
  padding: 10px 6px;
  display: grid;
  justify-items: center;
  gap: 4px;
  white-space: normal;
}
.step .sign {
  inline-size: 38px;
}
.step.on {
  background: var(--surface-now);
  border: 3px solid var(--now);
  font-weight: 700;
}
.stage,
.in {
  padding: 22px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  justify-items: center;
  gap: 18px;
}
.shown {
  max-inline-size: 100%;
  max-block-size: 46vh;
  border-radius: 10px;
}
.words,
.with {
  justify-self: stretch;
}
.words {
  font-size: 24px;
}
.in .picture {
  inline-size: 120px;
  padding: 26px;
  border-radius: 20px;
  background: var(--good);
  color: #fff;
}
.large.large {
  inline-size: 100%;
  max-inline-size: 460px;
  justify-self: center;
  block-size: auto;
  min-block-size: 76px;
  font-size: 26px;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 14px;
}
.large .sign {
  inline-size: 36px;
}
</style>
