<script setup lang="ts">
/** Going through a quiz: one question at a time, the strip of all above, the time by the school's clock. */
import { Button } from 'ant-design-vue';
import { askedIn, isWritten, type Answer, type Language } from '@jolly/core';
import type { MyQuizReply } from '@jolly/server/contract';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { timeText } from '../../time/format';
import { arrowFor } from '../../ui/arrows';
import ProblemNote from '../../ui/ProblemNote.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import AnswerField from './AnswerField.vue';
import AskedAloud from './AskedAloud.vue';
import AskedLanguages from './AskedLanguages.vue';
import BesideNote from './BesideNote.vue';
import HandInCheck from './HandInCheck.vue';
import { useClock } from './use-clock';
import { useTry } from './use-try';

const props = defineProps<{ quiz: MyQuizReply; userId: string }>();
const emit = defineEmits<{ changed: [MyQuizReply]; over: [] }>();
const { t, count, points } = useWords();
const running = computed(() => props.quiz.running!);
const params = { assignmentId: props.quiz.assignmentId };
const { number } = running.value;
const name = `${props.userId} ${params.assignmentId} ${number}`;
const work = useTry({ name, send: (answers) => ask('POST /api/my/quizzes/:assignmentId/answers', { params, body: { number, answers } }) });
work.take(running.value);
work.ahead.value = props.quiz.now - Date.now();
const { problem, busy, attempt } = useAttempt();
const begunAt = computed(() => running.value.begunAt);
const clock = useClock({ endsAt: work.endsAt, begunAt, ahead: work.ahead });

const asked = computed(() => running.value.questions);
const oneWay = computed(() => running.value.position !== null);
const first = asked.value.findIndex((one) => one !== null && !work.isAnswered(one.id));
const at = ref(running.value.position ?? Math.max(0, first));
watch(
  () => running.value.position,
  (position) => position !== null && (at.value = position),
);
/** looking over all of it before handing in */
const closing = ref(false);
/** The language pressed in this try; null: as each question came. */
const reads = ref<Language | null>(null);
const current = computed(() => {
  const one = asked.value[at.value];
  return one ? askedIn([reads.value], one) : null;
});
const laterKey = `jolly-quiz-later ${name}`;
const later = ref<string[]>(JSON.parse(localStorage.getItem(laterKey) ?? '[]') as string[]);
function setLater(id: string): void {
  later.value = later.value.includes(id) ? later.value.filter((one) => one !== id) : [...later.value, id];
  localStorage.setItem(laterKey, JSON.stringify(later.value));
}
const isLater = computed(() => current.value !== null && later.value.includes(current.value.id));
const cellOf = (index: number): 'answered' | 'later' | 'open' => {
  const question = asked.value[index];
  if (!question) return index < at.value ? 'answered' : 'open';
  if (later.value.includes(question.id)) return 'later';
  return work.isAnswered(question.id) ? 'answered' : 'open';
};
function answer(given: Answer): void {
  if (current.value) work.change(current.value.id, given, { atOnce: !isWritten(current.value.kind) });
}

const heading = ref<HTMLElement | null>(null);
async function go(to: number): Promise<void> {
  closing.value = to >= asked.value.length;
  at.value = Math.min(Math.max(0, to), asked.value.length - 1);
  await nextTick();
  heading.value?.focus({ preventScroll: true });
  window.scrollTo({ top: 0 });
}
async function next(): Promise<void> {
  if (!oneWay.value || at.value === asked.value.length - 1) return go(at.value + 1);
  await attempt(async () => {
    if (!(await work.flush())) return;
    const body = { number, position: at.value };
    emit('changed', await ask('POST /api/my/quizzes/:assignmentId/forward', { params, body }));
    await nextTick();
    heading.value?.focus({ preventScroll: true });
  });
}
const back = () => (closing.value ? go(at.value) : go(at.value - 1));

const handIn = () =>
  attempt(async () => {
    if (!(await work.flush()) && work.lost.value) throw work.lost.value;
    await ask('POST /api/my/quizzes/:assignmentId/hand-in', { params, body: { number } });
    if (await work.flush()) work.done();
    localStorage.removeItem(laterKey);
    emit('over');
  });
// The end is a time that is compared. Whatever happens on this device, the server has ended it; here it is noted and shown.
const ended = computed(() => work.over.value || clock.left.value === 0);
let again: ReturnType<typeof setInterval> | undefined;
watch(
  ended,
  (is) => {
    if (!is) return;
    void handIn();
    again = setInterval(() => busy.value || void handIn(), 4000);
  },
  { immediate: true },
);
// Another device may have gone on meanwhile.
async function look(): Promise<void> {
  if (document.visibilityState !== 'visible' || ended.value || !(await work.flush())) return;
  const reply = await ask('GET /api/my/quizzes/:assignmentId', { params }).catch(() => null);
  if (!reply) return;
  if (reply.running?.number === number) work.take(reply.running);
  emit('changed', reply);
}
const watched = () => void look();
document.addEventListener('visibilitychange', watched);
window.addEventListener('focus', watched);
onBeforeUnmount(() => {
  clearInterval(again);
  document.removeEventListener('visibilitychange', watched);
  window.removeEventListener('focus', watched);
});

useShortcuts([
  {
    key: ['1', '2', '3', '4', '5', '6', '7', '8', '9'],
    shown: '1 – 9',
    does: 'quizTaking.keyChoose',
    run: (key) => {
      const entry = current.value?.entries[Number(key) - 1];
      if (!entry || closing.value || !['one', 'trueFalse', 'several'].includes(current.value!.kind)) return;
      const chosen = (work.answers.value[current.value!.id] ?? []) as string | string[];
      if (current.value!.kind !== 'several') answer(entry.id);
      else answer(chosen.includes(entry.id) ? [...chosen].filter((one) => one !== entry.id) : [...chosen, entry.id]);
    },
  },
  { key: 'Enter', shown: '↵', does: 'quizTaking.next', run: () => void (closing.value || next()) },
  { ...arrowFor(1), does: 'quizTaking.next', run: () => void (closing.value || next()) },
  { ...arrowFor(-1), does: 'quizTaking.back', run: () => void (oneWay.value || at.value === 0 || back()) },
  { key: 'l', shown: 'L', does: 'quizTaking.later', run: () => void (current.value && !oneWay.value && setLater(current.value.id)) },
]);

const saying = computed(() => {
  if (work.status.value === 'kept') return t('quizTaking.keptHere');
  if (work.status.value === 'sending') return t('common.saving');
  const saved = work.savedAt.value === null ? '' : `${t('common.saved', { time: timeText(work.savedAt.value, props.quiz.zone) })}. `;
  return `${saved}${t('quizTaking.goOn')}`;
});
const timeLine = computed(() => {
  if (work.endsAt.value === null) return t('quizTaking.noLimit');
  const until = t('quizTaking.until', { time: timeText(work.endsAt.value, props.quiz.zone) });
  if (props.quiz.minutes === null) return until;
  const own =
    props.quiz.factor === null
      ? t('quizTaking.minutes', { n: props.quiz.minutes })
      : t('quizTaking.minutesFactor', { n: props.quiz.minutes, factor: props.quiz.factor / 1000 });
  return `${until} · ${own}`;
});
/** Said aloud at five minutes and at one, and not each second. */
const aloud = ref('');
watch(clock.left, (left, before) => {
  for (const minutes of [5, 1])
    if (left !== null && before != null && left <= minutes * 60_000 && before > minutes * 60_000)
      aloud.value = count('quizTaking.minutesLeft', minutes);
});
const lines = computed(() =>
  asked.value.map((question, index) => ({
    index,
    answered: question ? work.isAnswered(question.id) : index <= at.value,
    later: cellOf(index) === 'later',
  })),
);
</script>

<template>
  <div class="try">
    <header class="top">
      <div class="inner">
        <div class="row">
          <h1 class="grow clip" dir="auto">{{ quiz.title }}</h1>
          <strong v-if="clock.left.value !== null" class="time" role="timer">{{ t('quizTaking.left', { time: clock.text.value }) }}</strong>
        </div>
        <div v-if="clock.gone.value !== null" class="bar" aria-hidden="true">
          <span :style="{ inlineSize: `${clock.gone.value}%` }"></span>
        </div>
        <p class="small times">{{ timeLine }}</p>
      </div>
    </header>
    <nav class="strip" :aria-label="t('quizTaking.strip')">
      <ol class="plain inner cells">
        <li v-for="(_, index) in asked" :key="index">
          <Button
            class="bare cell"
            :class="[cellOf(index), { here: index === at && !closing }]"
            :disabled="oneWay"
            :aria-current="index === at && !closing ? 'step' : undefined"
            :aria-label="t(`quizTaking.cell.${cellOf(index)}`, { n: index + 1 })"
            @click="go(index)"
            >{{ index + 1 }}</Button
          >
        </li>
      </ol>
    </nav>
    <p class="hidden-text" role="status">{{ aloud }}</p>
    <main class="inner body">
      <HandInCheck v-if="closing || ended" :lines="lines" :one-way="oneWay" :ended="ended" :busy="busy" @go="go" @hand-in="handIn" />
      <template v-else-if="current">
        <div class="row small muted about">
          <span ref="heading" tabindex="-1" class="grow">{{
            t('quizTaking.of', { a: at + 1, b: asked.length, points: count('common.points', Number(points(current.points))) })
          }}</span>
          <Button v-if="!oneWay" type="link" size="small" :aria-pressed="isLater" @click="setLater(current.id)">
            {{ t(isLater ? 'quizTaking.laterOff' : 'quizTaking.later') }}
          </Button>
        </div>
        <AskedLanguages :asked="current" @choose="(one) => (reads = one)" />
        <AskedAloud :key="`aloud ${current.id}`" :asked="current" />
        <RichTextView v-if="current.kind !== 'gaps'" class="asked" :text="current.text" />
        <AnswerField
          :key="current.id"
          :asked="current"
          :decimal="quiz.decimal"
          :may-be-said="quiz.voiceAnswers"
          :model-value="work.answers.value[current.id] ?? null"
          :attach="(file) => ask('POST /api/my/quizzes/:assignmentId/files', { params, file }).catch(() => null)"
          @update:model-value="answer"
        />
        <BesideNote
          v-if="work.beside.value[current.id]"
          :asked="current"
          :stands="work.answers.value[current.id] ?? null"
          :beside="work.beside.value[current.id]!"
          @choose="(given) => work.choose(current!.id, given)"
        />
        <p v-if="work.refused.value[current.id]" class="note bad small" role="alert">{{ t('quizTaking.refused') }}</p>
        <p class="small muted saying" role="status">{{ saying }}</p>
      </template>
      <ProblemNote :problem="problem ?? work.lost.value" />
    </main>
    <footer v-if="!closing && !ended" class="foot">
      <div class="inner row">
        <Button v-if="!oneWay" size="large" :disabled="at === 0" @click="back">{{ t('quizTaking.back') }}</Button>
        <Button type="primary" size="large" class="grow" :disabled="busy" @click="next">
          {{ t(at === asked.length - 1 ? 'quizTaking.lookOver' : 'quizTaking.next') }}
        </Button>
      </div>
    </footer>
  </div>
</template>

<style scoped>
.try {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
}
.inner {
  inline-size: 100%;
  max-inline-size: 820px;
  margin-inline: auto;
  padding-inline: 16px;
}
.top {
  background: var(--mast);
  color: var(--on-mast);
  padding-block: 10px;
}
h1 {
  font-size: 17px;
}
.time {
  font-size: 16px;
}
.bar {
  margin-block: 8px 4px;
  block-size: 5px;
  border-radius: 3px;
  background: var(--term-line);
}
.bar span {
  display: block;
  block-size: 100%;
  border-radius: 3px;
  background: var(--now);
}
.times {
  color: var(--on-mast-2);
}
.strip {
  background: var(--term);
  padding-block: 8px;
  position: sticky;
  inset-block-start: 0;
  z-index: 2;
}
.cells {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(40px, 1fr));
  gap: 6px;
  max-block-size: 108px;
  overflow: auto;
  padding-block: 3px;
}
.cells .cell.cell {
  inline-size: 100%;
  min-height: 32px;
  border: 1px solid var(--line-hue-0);
  border-radius: 5px;
  background: none;
  color: var(--on-mast);
  font-weight: 650;
}
@media (max-width: 640px) {
  .cells {
    max-block-size: 150px;
  }
  .cells .cell.cell {
    min-height: 44px;
  }
}
.cells .cell.answered {
  background: var(--line-hue-0);
  color: #0f3a46;
}
.cells .cell.later {
  border-style: dashed;
  border-width: 2px;
}
.cells .cell.here {
  outline: 2.5px solid var(--now);
  outline-offset: 1px;
}
.body {
  flex: 1;
  padding-block: 16px 24px;
}
.body > * + * {
  margin-block-start: 14px;
}
.about {
  align-items: center;
}
.asked {
  font: 20px/1.4 var(--font-read);
}
audio {
  inline-size: 100%;
}
.foot {
  position: sticky;
  bottom: 0;
  background: var(--surface);
  border-block-start: 1px solid var(--line);
  padding-block: 12px;
}
.foot .ant-btn {
  min-height: 46px;
}
</style>
