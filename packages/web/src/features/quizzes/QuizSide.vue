<script setup lang="ts">
/** Beside the questions: how the quiz runs, what is to be said before it goes out, for whom and when, and issuing it. */
import { Button } from 'ant-design-vue';
import { unmilli, type DecimalMark } from '@jolly/core';
import type { ClassReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import LinkButton from '../../ui/LinkButton.vue';
import { useWords } from '../../ui/use-words';
import { IssueBar, useGoesTo, type useBrief } from '../assignments';
import { useScope } from '../termline';
import PrintSheet from './PrintSheet.vue';
import RunSheet from './RunSheet.vue';
import TrySheet from './TrySheet.vue';
import type { useQuiz } from './use-quiz';

const props = defineProps<{
  brief: ReturnType<typeof useBrief>;
  quiz: ReturnType<typeof useQuiz>;
  classes: readonly ClassReply[];
  zone: string;
  locked: boolean;
  sizes: Readonly<Record<string, number>>;
  decimal: DecimalMark;
}>();
const emit = defineEmits<{ open: [number]; keep: [] }>();
const { t, count, when, name } = useWords();
const scope = useScope();
const { body, sets, stored } = props.brief;
const runOpen = ref(false);
const tryOpen = ref(false);
const printOpen = ref(false);
const { goesTo, stored: known } = useGoesTo({ brief: () => stored.value, sets, classes: () => props.classes });

const run = computed(() => props.quiz.quiz.value.run);
/** Students with a longer time, by name as long as they are few. */
const longer = computed(() =>
  known.value.flatMap(({ reply }) => reply.rows.filter((row) => row.quizMinutes != null && row.quizMinutes !== run.value.limitMinutes)),
);
const timeSays = computed(() => {
  const { limitMinutes } = run.value;
  if (limitMinutes === null) return t('quizMaking.noLimit');
  const own = longer.value.slice(0, 3).map((row) => `${row.student.givenName || name(row.student)} ${row.quizMinutes}`);
  const rest = longer.value.length - own.length;
  return [t('quizMaking.minutesShort', { n: limitMinutes }), ...own, ...(rest > 0 ? [`+${rest}`] : [])].join(', ');
});
const runLines = computed(() => [
  { what: t('quizMaking.time'), says: timeSays.value },
  {
    what: t('quizMaking.tries'),
    says:
      body.value.rounds === 1
        ? '1'
        : `${body.value.rounds ?? t('quizMaking.triesAny')}, ${t(`quizMaking.rulesShort.${body.value.roundRule}`)}`,
  },
  {
    what: t('quizMaking.order'),
    says: t(
      run.value.ownOrder
        ? run.value.ownOptions
          ? 'quizMaking.ownBoth'
          : 'quizMaking.ownQuestions'
        : run.value.ownOptions
          ? 'quizMaking.ownOptionsShort'
          : 'quizMaking.asWritten',
    ),
  },
  ...props.quiz.quiz.value.sets.map((set) => ({
    what: t('quizMaking.draw'),
    says: t('quizMaking.drawSays', { take: set.take, of: props.sizes[set.id] ?? 0, name: set.name || t('quizMaking.unnamedSet') }),
  })),
  { what: t('quizMaking.showsScore'), says: t(`quizMaking.whens.${run.value.shows.score}`) },
  { what: t('quizMaking.showsKey'), says: t(`quizMaking.whens.${run.value.shows.key}`) },
]);

const before = computed(() => {
  const { notes, wholeFaults, runNotes, tooShort, minutes, quiz } = props.quiz;
  const ofQuiz = wholeFaults.value.map((fault) => ({
    text:
      fault.what === 'noQuestions'
        ? t('quizMaking.faultsOfQuiz.noQuestions')
        : t(`quizMaking.faultsOfQuiz.${fault.what}`, {
            name: quiz.value.sets.find((set) => set.id === fault.setId)?.name || t('quizMaking.unnamedSet'),
          }),
    at: null as number | null,
    stops: true,
  }));
  const ofQuestions = notes.value.flatMap(({ faults, doubts }, index) => [
    ...faults.map((fault) => ({
      text: `${t('quizMaking.questionN', { n: index + 1 })}: ${t(`quizMaking.faults.${fault}`)}`,
      at: index,
      stops: true,
    })),
    ...doubts.map((doubt) => ({
      text: `${t('quizMaking.questionN', { n: index + 1 })}: ${t(`quizMaking.doubts.${doubt}`)}`,
      at: index,
      stops: false,
    })),
  ]);
  const ofRun = [
    ...runNotes.value.map((doubt) => ({ text: t(`quizMaking.runDoubts.${doubt}`), at: null, stops: false })),
    ...(tooShort.value
      ? [{ text: t('quizMaking.tooShort', { n: minutes.value, limit: run.value.limitMinutes }), at: null, stops: false }]
      : []),
    ...(body.value.points !== null && body.value.points !== props.quiz.max.value && props.quiz.max.value > 0
      ? [{ text: t('quizMaking.scaled', { from: unmilli(props.quiz.max.value), to: unmilli(body.value.points) }), at: null, stops: false }]
      : []),
  ];
  return [...ofQuiz, ...ofQuestions, ...ofRun];
});
const begun = computed(() => stored.value?.classes.reduce((sum, one) => sum + one.begun, 0) ?? 0);
const classOf = (id: string) => props.classes.find((one) => one.id === id);
const whoSays = computed(() =>
  sets.value.map((set) => {
    const zone = classOf(set.classId)?.calendar.zone ?? props.zone;
    const dates = [
      ...(set.opens === null ? [] : [t('common.opens', { when: when(set.opens, zone) })]),
      set.due === null ? t('common.noDue') : t('common.due', { when: when(set.due, zone) }),
      ...(set.closes === null ? [] : [t('common.closes', { when: when(set.closes, zone) })]),
    ];
    return { name: classOf(set.classId)?.label ?? '', dates: dates.join(', ') };
  }),
);
const others = computed(() => known.value.reduce((sum, { reply }) => sum + reply.rows.filter((row) => row.trail.length > 0).length, 0));
</script>

<template>
  <aside class="side">
    <section>
      <div class="heading">
        <h2 class="grow">{{ t('quizMaking.howItRuns') }}</h2>
        <Button size="small" @click="runOpen = true">{{ t('quizMaking.change') }}</Button>
      </div>
      <dl class="runs">
        <div v-for="(one, index) in runLines" :key="index" class="row">
          <dt class="grow">{{ one.what }}</dt>
          <dd>{{ one.says }}</dd>
        </div>
      </dl>
    </section>
    <section>
      <h2>{{ t('quizMaking.before') }}</h2>
      <ul class="plain small notes">
        <li v-for="(one, index) in before.slice(0, 8)" :key="index" :class="{ stops: one.stops }">
          <Button v-if="one.at !== null" type="text" class="bare" @click="emit('open', one.at)">{{ one.text }}</Button><template v-else>{{
            one.text
          }}</template>
        </li>
        <li v-if="before.length > 8" class="muted">{{ t('quizMaking.andMore', { n: before.length - 8 }) }}</li>
        <li v-if="before.length === 0" class="muted">{{ t('quizMaking.nothingBefore') }}</li>
      </ul>
      <p v-if="begun > 0" class="note small">{{ count('quizMaking.begun', begun) }}</p>
      <div class="row wrap">
        <Button size="small" :disabled="quiz.questions.value.length === 0" @click="tryOpen = true">{{
          t('quizMaking.tryIt')
        }}</Button><Button size="small" :disabled="!stored || quiz.questions.value.length === 0" @click="printOpen = true">{{
          t('quizMaking.printIt')
        }}</Button
        ><Button size="small" :disabled="quiz.questions.value.length === 0" @click="emit('keep')">{{ t('store.keepAll') }}</Button>
      </div>
    </section>
    <section class="who">
      <div class="heading">
        <h2 class="grow">{{ t('compose.whoAndWhen') }}</h2>
        <LinkButton v-if="stored" size="small" :to="{ path: `/compose/${stored.id}`, query: scope.kept.value }">{{
          t('quizMaking.change')
        }}</LinkButton>
      </div>
      <p v-for="one in whoSays" :key="one.name" class="small">
        <strong dir="auto">{{ one.name }}</strong> · {{ one.dates }}
      </p>
      <p v-if="others > 0" class="small muted">{{ count('quizMaking.otherDates', others) }}</p>
      <p v-if="!stored" class="small muted">{{ t('quizMaking.whoAfterTitle') }}</p>
    </section>
    <IssueBar :brief="brief" :zone="zone" :goes-to="goesTo" />
    <RunSheet v-model="body" :open="runOpen" :locked="locked" :sizes="sizes" @close="runOpen = false" />
    <TrySheet :open="tryOpen" :decimal="decimal" :quiz="quiz.quiz.value" :quiz-id="stored?.id ?? 'new'" @close="tryOpen = false" />
    <PrintSheet v-if="stored" :open="printOpen" :brief-id="stored.id" :body="body" @close="printOpen = false" />
  </aside>
</template>

<style scoped>
.side {
  display: flex;
  flex-direction: column;
  gap: 20px;
}
.heading {
  margin-block-end: 4px;
}
.runs {
  margin: 0;
}
.runs .row {
  padding-block: 7px;
  border-block-end: 1px solid var(--line);
  align-items: baseline;
}
dt {
  flex: none;
}
dd {
  margin: 0;
  font-weight: 650;
  text-align: end;
  flex: 1;
}
.notes {
  display: grid;
  gap: 4px;
  margin-block: 6px 8px;
}
.stops {
  color: var(--alarm-text);
}
.notes .bare.bare.bare {
  text-align: start;
  justify-content: flex-start;
  padding: 0;
  color: inherit;
  white-space: normal;
}
.who {
  flex: 1;
}
.note {
  margin-block-end: 8px;
}
</style>
