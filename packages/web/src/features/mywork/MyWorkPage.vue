<script setup lang="ts">
/** What to do now, next and later, over all classes, with one's own dates; and what came back. */
import { agendaEnd, plainText, type RichText } from '@jolly/core';
import type { MyPiece } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import CompassDial from '../../ui/CompassDial.vue';
import LoadGate from '../../ui/LoadGate.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { AskedNow } from '../live-questions';
import { RemindersStrip, RoomsStrip } from '../dates';
import { NoticesStrip } from '../notices';
import { LookBackLine } from '../portfolio';
import { WallsLine } from '../walls';
import { YearShelfLine } from '../year-shelf';
import JoiningBox from './JoiningBox.vue';
import WorkCard from './WorkCard.vue';
import LinkButton from '../../ui/LinkButton.vue';

const { t, count, points, when } = useWords();
const scope = useScope();
const line = useTermLine();
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/work'));
const standings = useLoad(() => ask('GET /api/my/progress'));

async function cameIn(): Promise<void> {
  await Promise.all([reload(), line.load()]);
}

/** counts up when something was asked or put up in a class */
const beat = ref(0);
/** somebody is still to let one in */
const waits = ref(false);
const mine = computed(() => (value.value?.pieces ?? []).filter((piece) => scope.inScope(piece.classId)));
const at = (place: MyPiece['place']) =>
  mine.value
    .filter((piece) => piece.place === place)
    .sort((a, b) => (a.againBy ?? a.window.due ?? Infinity) - (b.againBy ?? b.window.due ?? Infinity));
const pastDate = computed(() => at('doNow').filter((piece) => piece.state === 'missing').length);
const week = computed(() => agendaEnd(mine.value[0]?.zone ?? line.zone, now()).week);
const groups = computed(() => [
  {
    key: 'doNow' as const,
    pieces: at('doNow'),
    sub: pastDate.value > 0 ? count('work.pastDate', pastDate.value) : '',
    none: t('work.noneNow'),
  },
  { key: 'next' as const, pieces: at('next'), sub: t(`work.nextSpan.${week.value}`), none: t(`work.noneNext.${week.value}`) },
  { key: 'later' as const, pieces: at('later'), sub: count('work.laterCount', at('later').length), none: '' },
]);
const first = computed(() => groups.value.flatMap((group) => group.pieces)[0]?.assignmentId);
const back = computed(() =>
  mine.value
    .filter((piece) => piece.returned)
    .sort((a, b) => Number(a.returned!.readAt !== null) - Number(b.returned!.readAt !== null) || b.returned!.at - a.returned!.at)
    .slice(0, 6),
);
const waiting = computed(() => mine.value.filter((piece) => piece.state === 'in' || piece.state === 'inLate'));
const closed = computed(() => mine.value.filter((piece) => piece.state === 'missing' && !piece.stillAccepted));
const toNumber = (text: string | null) => (text === null ? null : Number(text));
const shownStandings = computed(() => (standings.value.value ?? []).filter((one) => scope.inScope(one.classId)));
const handouts = computed(() => (value.value?.handouts ?? []).filter((one) => scope.inScope(one.classId)));
function excerpt(remark: RichText): string {
  const words = plainText(remark).replace(/\s+/g, ' ').trim();
  return words.length > 90 ? `${words.slice(0, 88)}…` : words;
}
const reviews = useLoad(() => ask('GET /api/my/reviews'));
const toReview = computed(() => (reviews.value.value ?? []).filter((one) => one.givenAt === null));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <h1 class="hidden-text">{{ t('work.title') }}</h1>
      <AskedNow @heard="beat += 1" />
      <RoomsStrip />
      <JoiningBox @joined="cameIn" @waits="waits = $event" />
      <div v-if="mine.length === 0 && handouts.length === 0" class="columns">
        <div class="note stack">
          <template v-if="line.classes.length > 0"
            ><p>{{ t('work.nothingIssued', { classes: line.classes.map((one) => one.name).join(', ') }) }}</p>
            <p class="muted">{{ t('work.nothingIssuedHint') }}</p></template
          ><template v-else-if="waits"
            ><p class="muted">{{ t('work.nothingWaits') }}</p></template
          ><template v-else
            ><p>{{ t('work.nothingAtAll') }}</p>
            <p class="muted">{{ t('work.nothingHint') }}</p>
            <LinkButton type="primary" to="/join">{{ t('signIn.toJoin') }}</LinkButton></template
          >
        </div>
        <section><RemindersStrip /><NoticesStrip :beat="beat" /></section>
      </div>
      <div v-else class="columns">
        <section>
          <div v-if="toReview.length > 0" class="group">
            <div class="heading">
              <h2>{{ t('review.toGive') }}</h2>
              <span class="small">{{ t('review.toGiveHint') }}</span>
            </div>
            <RouterLink
              v-for="one in toReview"
              :key="one.id"
              class="line"
              :to="{ path: `/work/reviews/${one.id}`, query: scope.kept.value }"
              ><strong class="grow" dir="auto">{{ t('review.numbered', { title: one.title, n: one.number }) }}</strong
              ><span class="muted small"
                ><template v-if="one.due !== null">{{ t('common.due', { when: when(one.due, line.zone) }) }} · </template
                >{{ one.className }}</span
              ></RouterLink
            >
          </div>
          <div v-for="group in groups" :key="group.key" class="group">
            <div class="heading">
              <h2>{{ t(`work.${group.key}`) }}</h2>
              <span class="small">{{ group.sub }}</span>
            </div>
            <p v-if="group.pieces.length === 0" class="muted">{{ group.none }}</p>
            <WorkCard v-for="piece in group.pieces" :key="piece.assignmentId" :piece="piece" :first="piece.assignmentId === first" />
          </div>
          <div v-if="waiting.length > 0" class="group">
            <div class="heading">
              <h2>{{ t('work.waiting') }}</h2>
              <span class="small">{{ t('work.waitingHint') }}</span>
            </div>
            <RouterLink
              v-for="piece in waiting"
              :key="piece.assignmentId"
              class="line"
              :to="{ path: `/work/${piece.assignmentId}`, query: scope.kept.value }"
              ><SignalFlag :state="piece.state" :label="t(`state.${piece.state}`)" /><strong class="grow" dir="auto">{{
                piece.title
              }}</strong
              ><span v-if="piece.unread > 0" class="small unread">{{ count('talk.unread', piece.unread) }}</span
              ><span class="muted small">{{ piece.className }}</span></RouterLink
            >
          </div>
          <div v-if="closed.length > 0" class="group">
            <div class="heading">
              <h2>{{ t('work.closedMissing') }}</h2>
              <span class="small">{{ closed.length }}</span>
            </div>
            <RouterLink
              v-for="piece in closed"
              :key="piece.assignmentId"
              class="line"
              :to="{ path: `/work/${piece.assignmentId}`, query: scope.kept.value }"
              ><SignalFlag state="missing" :label="t('state.missing')" /><strong class="grow" dir="auto">{{ piece.title }}</strong
              ><span class="muted small">{{ t('work.wasDue', { when: when(piece.window.due!, piece.zone) }) }}</span></RouterLink
            >
          </div>
        </section>
        <section>
          <RemindersStrip />
          <NoticesStrip :beat="beat" />
          <div class="heading">
            <h2>{{ t('work.back') }}</h2>
          </div>
          <div class="sheet list">
            <p v-if="back.length === 0" class="muted">{{ t('work.backNone') }}</p>
            <RouterLink
              v-for="piece in back"
              :key="piece.assignmentId"
              class="line"
              :to="{ path: `/work/${piece.assignmentId}`, query: scope.kept.value }"
            >
              <SignalFlag state="returned" />
              <span class="grow"
                ><strong dir="auto">{{ piece.title }}</strong
                ><span v-if="piece.unread > 0" class="small unread">{{ count('talk.unread', piece.unread) }}</span
                ><span class="small block" :class="piece.returned!.readAt === null ? 'good' : 'muted'" dir="auto">{{
                  piece.returned!.readAt !== null
                    ? t('work.readOn', { when: when(piece.returned!.readAt, piece.zone) })
                    : excerpt(piece.returned!.remark)
                      ? `“${excerpt(piece.returned!.remark)}”`
                      : t('work.notRead')
                }}</span></span
              >
              <strong v-if="piece.returned!.effective !== null && piece.points !== null" class="score"
                >{{ points(piece.returned!.effective) }}/{{ points(piece.points) }}</strong
              >
            </RouterLink>
          </div>
          <template v-if="handouts.length > 0">
            <div class="heading group-top">
              <h2>{{ t('handouts.title') }}</h2>
            </div>
            <div class="sheet list">
              <RouterLink
                v-for="one in handouts.filter((other) => other.shelved === null)"
                :key="one.id"
                class="line"
                :to="{ path: `/handouts/${one.briefId}`, query: scope.kept.value }"
                ><span class="grow"
                  ><strong dir="auto">{{ one.title }}</strong
                  ><span class="small block muted"
                    >{{ one.className }}<template v-if="one.unit"> · {{ one.unit }}</template></span
                  ></span
                ></RouterLink
              >
              <YearShelfLine :handouts="handouts" />
            </div>
          </template>
          <LookBackLine />
          <WallsLine />
          <template v-if="shownStandings.length > 0">
            <div class="heading group-top">
              <h2>{{ t('work.heading') }}</h2>
            </div>
            <div class="sheet list">
              <RouterLink
                v-for="one in shownStandings"
                :key="one.classId"
                class="line dial-line"
                :to="{ path: '/my-progress', query: { ...scope.kept.value, class: one.classId } }"
              >
                <span class="small-dial"
                  ><CompassDial
                    :percent="one.view.standing.total"
                    :at-least="toNumber(one.view.forecast.atLeast)"
                    :at-pace="toNumber(one.view.forecast.atPace)"
                    :at-most="toNumber(one.view.forecast.atMost)"
                    label=""
                    :empty="t(one.view.standing.hasTotals ? 'progress.noScores' : 'progress.noTotals')"
                /></span>
                <span class="grow small"
                  ><strong>{{ one.className }}</strong
                  ><span v-if="one.view.standing.possible > 0" class="block">{{
                    t('progress.dialAll', { a: points(one.view.standing.earned), b: points(one.view.standing.possible) })
                  }}</span
                  ><span v-if="one.counts.missing > 0" class="alarm block">{{ t('plan.missing', { n: one.counts.missing }) }}</span></span
                >
              </RouterLink>
            </div>
          </template>
        </section>
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 28px;
  max-width: 1240px;
}
.group {
  margin-block-end: 22px;
}
.group-top {
  margin-block-start: 24px;
}
.list {
  padding: 6px 16px;
}
.line {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding-block: 10px;
  text-decoration: none;
  border-block-end: 1px solid var(--line-2);
}
.list .line:last-child {
  border-block-end: 0;
}
.line:hover strong {
  text-decoration: underline;
}
.line .flag {
  margin-block-start: 4px;
}
.block {
  display: block;
}
.unread {
  padding: 0 8px;
  margin-inline-start: 8px;
  border-radius: 9px;
  background: var(--surface-now);
}
.score {
  font-size: 17px;
  white-space: nowrap;
}
.small-dial {
  width: 96px;
  flex: none;
}
.dial-line {
  align-items: center;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
