<script setup lang="ts">
/** The plan of all classes: by day, by week or by unit; cards are moved here, one or many. */
import { Button } from 'ant-design-vue';
import { daysBetween, type LocalDate } from '@jolly/core';
import type { PlanCard, PlanNote } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { NextLessons } from '../dates';
import { cardPath, stageOf } from './card';
import MoveBox from './MoveBox.vue';
import PlanGrid from './PlanGrid.vue';
import PlanNotes from './PlanNotes.vue';
import PlanNoteSheet from './PlanNoteSheet.vue';
import ShiftSheet from './ShiftSheet.vue';
import UnitBoard from './UnitBoard.vue';
import { useMove } from './use-move';
import ToggleButton from '../../ui/ToggleButton.vue';
import LinkButton from '../../ui/LinkButton.vue';
import PageActs from '../../ui/PageActs.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const LONGEST_BY_DAYS = 20;
/** How long after a move undoing it is offered on the page. */
const OFFER_UNDO_MS = 3_600_000;

const { state, value, why, reload } = useLoad(
  () =>
    ask('GET /api/plan', {
      query: { from: scope.from.value, to: scope.to.value, ...(scope.classId.value ? { classId: scope.classId.value } : {}) },
    }),
  [scope.from, scope.to, scope.classId],
);
const refresh = async () => {
  await reload();
  void line.load().catch(() => undefined);
};
const { pending, last, problem, busy, look, leave, confirm, undo } = useMove(refresh);
watch(value, (plan) => {
  if (plan?.lastMove && plan.lastMove.at > now() - OFFER_UNDO_MS) last.value = plan.lastMove;
});

const view = computed(() =>
  route.query.by === 'units' ? 'units' : daysBetween(scope.from.value, scope.to.value) > LONGEST_BY_DAYS ? 'weeks' : 'days',
);
function show(by: 'days' | 'weeks' | 'units'): void {
  const { by: _, ...query } = route.query;
  if (by === 'units') void router.replace({ query: { ...query, by } });
  else if (by === 'days')
    void router.replace({ query: Object.fromEntries(Object.entries(query).filter(([key]) => key !== 'from' && key !== 'to')) });
  else if (line.term)
    void router.replace({ query: { ...query, from: line.weeks[0]!.monday, to: line.sundayOf(line.weeks.at(-1)!.monday) } });
}
const undated = computed(() => (value.value?.cards ?? []).filter((card) => card.day === null));
const inSpan = computed(() =>
  (value.value?.cards ?? []).filter((card) => card.day !== null && card.day >= scope.from.value && card.day <= scope.to.value),
);
const address = (card: PlanCard) => ({ path: cardPath(card, now()), query: scope.kept.value });

const at = ref<{ x: number; y: number } | null>(null);
const moving = ref<PlanCard | null>(null);
async function begin({ card, day, at: place }: { card: PlanCard; day: LocalDate; at: { x: number; y: number } | null }): Promise<void> {
  moving.value = card;
  at.value = place;
  await look([card.assignmentId], { kind: 'toDay', day });
}
const grid = ref<InstanceType<typeof PlanGrid> | null>(null);
/** One school day more or less than what is asked about now. */
function step(by: 1 | -1): void {
  const shift = pending.value?.shift;
  if (!moving.value || shift?.kind !== 'toDay' || !grid.value) return;
  void begin({ card: moving.value, day: grid.value.dayBeside(moving.value, shift.day, by), at: at.value });
}
/** Back to the card it was about. */
function leaveIt(): void {
  leave();
  document.querySelector<HTMLElement>(`[data-card="${moving.value?.assignmentId ?? ''}"]`)?.focus();
}
const zoneOf = (card: PlanCard | null) => line.classOf(card?.classId ?? '')?.zone ?? line.zone;
const shifting = ref(false);
const noting = ref<PlanNote | 'new' | null>(null);
/** Notes that stand in no day that is shown. */
const besideDays = computed(() =>
  (value.value?.notes ?? []).filter(({ day }) => view.value === 'units' || day === null || day < scope.from.value || day > scope.to.value),
);
async function noted(): Promise<void> {
  noting.value = null;
  await reload();
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page">
      <div class="heading">
        <h1>{{ t('plan.title') }}</h1>
        <span class="small grow hint">{{ t('plan.hint') }}</span>
        <span class="row views" role="group"
          ><ToggleButton v-for="by in ['days', 'weeks', 'units'] as const" :key="by" :on="view === by" @click="show(by)">
            {{ t(by === 'days' ? 'plan.byDay' : by === 'weeks' ? 'plan.byWeek' : 'plan.byUnit') }}
          </ToggleButton></span
        >
        <PageActs
          :more="t('plan.more')"
          :rest="[
            { title: t('plan.shift'), press: () => (shifting = true) },
            { title: t('planNotes.write'), disabled: value.classes.length === 0, press: () => (noting = 'new') },
            { title: t('compose.newQuiz'), to: { path: '/quiz', query: scope.kept.value } },
            { title: t('compose.newHandout'), to: { path: '/compose', query: { ...scope.kept.value, kind: 'handout' } } },
            { title: t('plan.shelf'), to: { path: '/shelf', query: scope.kept.value } },
            { title: t('plan.calendar'), to: { path: '/calendar', query: scope.kept.value } },
          ]"
        >
          <LinkButton type="primary" :to="{ path: '/compose', query: scope.kept.value }"
            >{{ t('today.newAssignment') }} <span class="key">N</span></LinkButton
          >
        </PageActs>
      </div>
      <NextLessons />
      <p v-if="last" class="note row moved" role="status">
        <span class="grow" dir="auto">{{ t('move.done', { titles: last.titles.join(', ') }) }}</span><Button :disabled="busy" @click="undo">
          {{ t('move.undo') }}
        </Button>
      </p>
      <ProblemNote v-if="!pending" :problem="problem" />
      <p v-if="line.loaded && line.classes.length === 0" class="note">{{ t('compose.noClass') }}</p>
      <UnitBoard v-else-if="view === 'units'" :plan="value" @changed="reload" />
      <template v-else>
        <PlanGrid ref="grid" :plan="value" :by="view" @move="begin" @note="(note) => (noting = note)" />
        <p v-if="inSpan.length === 0" class="muted empty">{{ t('plan.empty') }}</p>
        <section v-if="undated.length > 0" class="undated">
          <h2>{{ t('plan.undated') }}</h2>
          <ul class="plain row wrap">
            <li v-for="card in undated" :key="card.assignmentId">
              <LinkButton size="small" :to="address(card)"
                ><ClassSquare :hue="line.classOf(card.classId)?.hue ?? 0" />
                <span dir="auto">{{ card.title || t('plan.untitled') }}</span>
                <span class="muted">{{
                  card.issuedAt === null ? t('plan.draft') : card.kind === 'handout' ? t('plan.handout') : ''
                }}</span></LinkButton
              >
            </li>
          </ul>
        </section>
      </template>
      <PlanNotes :notes="besideDays" @open="(note) => (noting = note)" @changed="reload" />
      <PlanNoteSheet
        v-if="noting"
        :note="noting === 'new' ? null : noting"
        :class-ids="value.classes.map((one) => one.classId)"
        @close="noting = null"
        @changed="noted"
      />
      <MoveBox
        v-if="pending && moving"
        :key="JSON.stringify(pending.shift)"
        :preview="pending.preview"
        :zone="zoneOf(moving)"
        :issued="stageOf(moving, now()) === 'out'"
        :busy="busy"
        :problem="problem?.title ?? null"
        :at="at"
        @confirm="confirm"
        @leave="leaveIt"
        @step="step"
      />
      <ShiftSheet :open="shifting" :cards="value.cards" @close="shifting = false" @moved="refresh" />
    </div>
  </LoadGate>
</template>

<style scoped>
.heading {
  flex-wrap: wrap;
  row-gap: 8px;
}
.hint {
  min-width: 200px;
}
.views {
  gap: 4px;
}
.empty {
  margin-block: 12px;
}
.moved {
  margin-block-end: 12px;
}
.undated {
  margin-block-start: 18px;
}
.undated h2 {
  margin-block-end: 8px;
  font-size: 17px;
}
.undated .ant-btn {
  text-decoration: none;
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
