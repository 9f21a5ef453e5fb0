<script setup lang="ts">
/** The first page: what waits on me, what waits on students, what is coming. */
import { Button } from 'ant-design-vue';
import { localDateAt } from '@jolly/core';
import type { TodayReply } from '@jolly/server/contract';
import { computed, defineAsyncComponent, ref } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { dateText, timeText, weekdayText } from '../../time/format';
import { RemindersStrip } from '../dates';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { FirstStepsStrip, JoiningCard, useFirstSteps } from '../classes';
import { HeldEverywhere, PileCard } from '../marking';
import { PortfoliosLine } from '../portfolio';
import { useScope, useTermLine } from '../termline';
import RequestCard from './RequestCard.vue';
import LinkButton from '../../ui/LinkButton.vue';

// Seen by a new teacher, once.
const FirstClass = defineAsyncComponent(() => import('./FirstClass.vue'));
const SHOWN_AT_FIRST = 6;
const { t, name, count, when } = useWords();
const line = useTermLine();
const { inScope, kept } = useScope();
const { state, value, why, reload } = useLoad(() => ask('GET /api/today'));
const all = ref(false);

const classOf = (id: string) => line.classOf(id);
const piles = computed(() => (value.value?.piles ?? []).filter((pile) => inScope(pile.classId)));
const waitingPieces = computed(() => piles.value.reduce((sum, pile) => sum + pile.waiting, 0));
const owing = computed(() => (value.value?.waitingOn ?? []).filter((one) => inScope(one.classId)));
const owed = computed(() => owing.value.reduce((sum, one) => sum + one.pieces.length, 0));
const shown = computed(() => (all.value ? owing.value : owing.value.slice(0, SHOWN_AT_FIRST)));
const drafts = computed(() => (value.value?.drafts ?? []).filter((one) => one.classIds.some(inScope)));
/** Many drafts of one class, as a copy of a class brings them, are one line; what goes out at a time is always named. */
const MOST_DRAFTS = 3;
const draftsOf = (classId: string) => drafts.value.filter((one) => one.issuedAt === null && one.classIds[0] === classId);
const folded = computed(() =>
  [...new Set(drafts.value.map((one) => one.classIds[0]!))].flatMap((classId) =>
    draftsOf(classId).length > MOST_DRAFTS ? [{ classId, n: draftsOf(classId).length }] : [],
  ),
);
const single = computed(() =>
  drafts.value.filter((one) => one.issuedAt !== null || !folded.value.some(({ classId }) => classId === one.classIds[0])),
);

/* The first run: a class, then what it still needs */
const firstSteps = useFirstSteps();
void firstSteps.load();
const starting = computed(() => firstSteps.all.filter((one) => inScope(one.classId)));
const requests = computed(() => (value.value?.requests ?? []).filter((one) => inScope(one.classId)));
const joinings = computed(() => (value.value?.joinings ?? []).filter((one) => inScope(one.classId)));
const portfolios = computed(() =>
  (value.value?.portfolios ?? []).filter((one) => inScope(one.classId)).reduce((sum, one) => sum + one.waiting, 0),
);
const feedback = computed(() => (value.value?.feedback ?? []).filter((one) => inScope(one.classId)));
const returnedCount = computed(() => feedback.value.reduce((sum, one) => sum + one.returned, 0));
const unreadCount = computed(() => feedback.value.reduce((sum, one) => sum + one.unread, 0));
const unreadText = computed(() =>
  feedback.value
    .filter((one) => one.unread > 0)
    .slice(0, 4)
    .map((one) => t('today.unreadEach', { title: one.title, n: one.unread }))
    .join(' · '),
);
const days = computed(() => {
  const byDay = new Map<string, TodayReply['coming']>();
  for (const one of (value.value?.coming ?? []).filter((coming) => inScope(coming.classId))) {
    const day = localDateAt(line.zone, one.due);
    byDay.set(day, [...(byDay.get(day) ?? []), one]);
  }
  return [...byDay.values()];
});
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <h1 class="hidden-text">{{ t('today.title') }}</h1>
      <FirstClass v-if="line.loaded && line.classes.length === 0" />
      <template v-else>
        <FirstStepsStrip v-for="one in starting" :key="one.classId" :steps="one" :name="classOf(one.classId)?.name ?? ''" />
        <div class="columns">
          <section>
            <template v-if="joinings.length > 0"
              ><h2 class="asked">{{ t('joining.title') }}</h2>
              <JoiningCard v-for="one in joinings" :key="one.id" :joining="one" @settled="reload"
            /></template>
            <template v-if="requests.length > 0"
              ><h2 class="asked">{{ t('requests.title') }}</h2>
              <RequestCard v-for="one in requests" :key="one.id" :request="one" @answered="reload"
            /></template>
            <div class="heading">
              <h2>{{ t('today.waitingOnYou') }}</h2>
              <span class="small">{{ count('today.piecesWaiting', waitingPieces) }}</span>
            </div>
            <PortfoliosLine :waiting="portfolios" />
            <div class="held"><HeldEverywhere :piles="piles" @returned="reload" /></div>
            <p v-if="piles.length === 0" class="muted">{{ t(value?.anyIssued ? 'today.nothingWaits' : 'today.nothingIssued') }}</p>
            <PileCard v-for="(pile, index) in piles" :key="pile.assignmentId" :pile="pile" :first="index === 0" />
            <template v-if="drafts.length > 0">
              <h2 class="later">{{ t('today.drafts') }}</h2>
              <ul class="plain">
                <li v-for="one in folded" :key="one.classId" class="draft">
                  <ClassSquare :hue="classOf(one.classId)?.hue ?? 0" /><RouterLink
                    :to="{ path: '/plan', query: { ...kept, by: 'units', class: one.classId } }"
                    >{{ count('today.draftsOf', one.n, { name: classOf(one.classId)?.name ?? '' }) }}</RouterLink
                  >
                </li>
                <li v-for="draft in single" :key="draft.briefId" class="draft">
                  <ClassSquare :hue="classOf(draft.classIds[0]!)?.hue ?? 0" />
                  <RouterLink :to="{ path: `/compose/${draft.briefId}`, query: kept }" dir="auto">{{
                    draft.title || t('plan.untitled')
                  }}</RouterLink>
                  <span class="muted small"
                    >{{ draft.classIds.map((id) => classOf(id)?.name).join(', ')
                    }}<template v-if="draft.issuedAt !== null">
                      · {{ t('plan.goesOut', { when: when(draft.issuedAt, line.zone) }) }}</template
                    ></span
                  >
                </li>
              </ul>
            </template>
          </section>
          <section>
            <div class="heading">
              <h2>{{ t('today.waitingOnStudents') }}</h2>
              <span v-if="owed > 0" class="small">{{
                t('today.missingAcross', { n: owed, students: count('common.students', owing.length) })
              }}</span>
            </div>
            <div class="sheet list">
              <p v-if="owing.length === 0" class="muted none">{{ t(value?.anyIssued ? 'today.nobody' : 'today.nothingIssued') }}</p>
              <RouterLink
                v-for="one in shown"
                :key="`${one.classId} ${one.student.id}`"
                class="owes"
                :to="{ path: `/progress/${one.classId}/${one.student.id}`, query: kept }"
              >
                <SignalFlag :state="one.pieces.some((piece) => piece.state === 'missing') ? 'missing' : 'sentBack'" />
                <span class="grow">
                  <strong dir="auto">{{ name(one.student) }}</strong> <span class="muted small">{{ classOf(one.classId)?.name }}</span>
                  <span class="muted small titles">{{
                    one.pieces.map((piece) => piece.title + (piece.state === 'sentBack' ? ` (${t('today.sentBackWord')})` : '')).join(', ')
                  }}</span>
                </span>
                <span class="figure">{{ one.pieces.length }}</span>
              </RouterLink>
              <Button v-if="owing.length > SHOWN_AT_FIRST" type="link" @click="all = !all">
                {{ all ? t('today.fewer') : t('today.more', { n: owing.length - SHOWN_AT_FIRST }) }}
              </Button>
            </div>
            <div class="heading later">
              <h2>{{ t('today.feedback') }}</h2>
              <span class="small">{{ t('today.unreadOf', { a: unreadCount, b: returnedCount }) }}</span>
            </div>
            <div class="sheet read">
              <div class="bar" aria-hidden="true">
                <i :style="{ inlineSize: `${returnedCount > 0 ? 100 - (100 * unreadCount) / returnedCount : 0}%` }" />
              </div>
              <p class="muted small">{{ unreadText || t(returnedCount > 0 ? 'today.allRead' : 'today.noneReturnedYet') }}</p>
            </div>
          </section>
          <section>
            <div class="heading">
              <h2>{{ t('today.coming') }}</h2>
              <span class="small">{{ t('today.comingSpan') }}</span>
            </div>
            <RemindersStrip />
            <p v-if="days.length === 0" class="muted">{{ t('today.nothingComing') }}</p>
            <div v-for="day in days" :key="day[0]!.assignmentId" class="day">
              <p class="date">
                <strong>{{ weekdayText(day[0]!.due, line.zone) }}</strong><span class="muted small">{{
                  dateText(day[0]!.due, line.zone)
                }}</span>
              </p>
              <ul class="plain grow">
                <li v-for="one in day" :key="one.assignmentId">
                  <RouterLink class="coming" :to="{ path: `/assignments/${one.assignmentId}`, query: kept }">
                    <ClassSquare :hue="classOf(one.classId)?.hue ?? 0" />
                    <span dir="auto">{{ one.title }}</span>
                    <span class="muted small">{{ one.how === 'inClass' ? t('today.inClass') : timeText(one.due, line.zone) }}</span>
                  </RouterLink>
                  <p v-if="one.otherDates > 0 && one.latestOther" class="muted small other">
                    {{ count('today.otherDates', one.otherDates, { when: when(one.latestOther, line.zone) }) }}
                  </p>
                </li>
              </ul>
            </div>
            <LinkButton type="primary" class="new" :to="{ path: '/compose', query: kept }"
              >{{ t('today.newAssignment') }} <span class="key">N</span></LinkButton
            >
          </section>
        </div>
      </template>
    </div>
  </LoadGate>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.04fr) minmax(0, 1fr);
  gap: 22px;
}
.held > :deep(.ant-btn) {
  margin-block-end: 12px;
}
.later {
  margin-block: 26px 12px;
}
.asked {
  margin-block-end: 10px;
}
.list {
  padding: 4px 16px;
}
.none {
  padding-block: 14px;
}
.owes {
  display: flex;
  align-items: flex-start;
  gap: 10px;
  padding-block: 10px;
  border-block-end: 1px solid var(--line);
  text-decoration: none;
  color: inherit;
}
.owes:last-of-type {
  border-block-end: 0;
}
.owes .flag {
  margin-block-start: 4px;
}
.titles {
  display: block;
}
.figure {
  font: 650 18px var(--font-head);
}
.read {
  padding: 16px;
}
.bar {
  height: 12px;
  border-radius: 3px;
  background: repeating-linear-gradient(45deg, var(--surface-2) 0 5px, var(--line) 5px 9px);
  margin-block-end: 10px;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--good);
  border-radius: 3px;
}
.day {
  display: flex;
  gap: 10px;
  padding-block: 11px;
  border-block-end: 1px solid var(--line);
}
.date {
  width: 54px;
  flex: none;
  display: flex;
  flex-direction: column;
  line-height: 1.25;
}
.coming {
  display: flex;
  align-items: baseline;
  gap: 8px;
  text-decoration: none;
  min-height: 24px;
  padding-block: 1px;
}
@media (max-width: 640px) {
  .coming {
    min-height: 44px;
    align-items: center;
  }
}
.coming:hover span:nth-child(2),
.owes:hover strong {
  text-decoration: underline;
}
.other {
  padding-inline-start: 18px;
}
.new {
  width: 100%;
  margin-block-start: 16px;
  min-height: 40px;
}
.draft {
  display: flex;
  align-items: baseline;
  gap: 8px;
  padding-block: 4px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
