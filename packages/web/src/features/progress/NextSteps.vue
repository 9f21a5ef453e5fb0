<script setup lang="ts">
/** What could be done now, in order of what it is worth, with the two totals it lies between; on each a score can be tried. */
import { Input } from 'ant-design-vue';
import type { TrialProblem } from '@jolly/core';
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useProgressWords } from './use-progress-words';

const props = defineProps<{
  standing: StudentProgressReply;
  own: boolean;
  typed: Map<string, string>;
  refused: ReadonlyMap<string, TrialProblem>;
}>();
const { t, points, percent } = useWords();
const { stepText } = useProgressWords();
const { kept } = useScope();
const hasTotals = computed(() => props.standing.view.standing.hasTotals);
const byId = computed(() => new Map(props.standing.pieces.map((piece) => [piece.id, piece])));
const steps = computed(() =>
  props.standing.view.forecast.steps.flatMap((step) => (byId.value.has(step.id) ? [{ ...step, piece: byId.value.get(step.id)! }] : [])),
);
const address = (id: string) => ({ path: props.own ? `/work/${id}` : `/marking/${id}/${props.standing.student.id}`, query: kept.value });
function take(id: string, value: string): void {
  if (value.trim() === '') props.typed.delete(id);
  else props.typed.set(id, value);
}
</script>

<template>
  <section>
    <div class="heading">
      <h2>{{ t('progress.steps') }}</h2>
      <span class="small">{{
        hasTotals
          ? own
            ? t('progress.stepsOwn')
            : t('progress.stepsSub', { name: standing.student.givenName })
          : t('progress.stepsNoTotals')
      }}</span>
    </div>
    <p v-if="steps.length === 0" class="muted">{{ t('progress.stepsNone') }}</p>
    <ol v-else class="plain">
      <li v-for="({ piece, done, undone, why, atPace }, place) in steps" :key="piece.id" class="step" :class="{ over: atPace === null }">
        <span class="place">{{ atPace === null ? '–' : place + 1 }}</span>
        <RouterLink class="grow what" :to="address(piece.id)"
          ><span class="title"
            ><strong dir="auto">{{ piece.title }}</strong
            ><SignalFlag :state="piece.state!" :label="t(`state.${piece.state!}`)" /></span
          ><span class="small muted detail">{{ stepText(piece, standing.of.zone) }}</span></RouterLink
        >
        <label v-if="atPace !== null && hasTotals" class="try small"
          ><span class="hidden-text">{{ t('progress.tryFor', { title: piece.title, n: points(piece.points ?? 0) }) }}</span
          ><Input
            inputmode="decimal"
            :html-size="4"
            :placeholder="String(Math.round(atPace / 1000))"
            :title="t('progress.tryIt')"
            :value="typed.get(piece.id) ?? ''"
            :aria-invalid="refused.has(piece.id) || undefined"
            :aria-describedby="refused.has(piece.id) ? `try-${piece.id}` : undefined"
            :status="refused.has(piece.id) ? 'error' : ''"
            @input="take(piece.id, ($event.target as HTMLInputElement).value)"
          /><span class="muted"> / {{ points(piece.points ?? 0) }}</span></label
        >
        <p v-if="hasTotals && atPace !== null" class="worth small">
          <template v-if="why === null"
            ><span
              ><strong class="figure">{{ percent(done) }}</strong> {{ t('progress.ifDone') }}</span
            ><span class="muted">{{ percent(undone) }} {{ t('progress.ifUndone') }}</span></template
          ><span v-else class="muted">{{ t(`progress.worthNothing.${why}`) }}</span>
        </p>
        <p v-if="refused.has(piece.id)" :id="`try-${piece.id}`" class="refused small" role="alert">
          {{ t(`progress.trialProblem.${refused.get(piece.id)!}`, { n: points(piece.points ?? 0), text: typed.get(piece.id) }) }}
        </p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.step {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding-block: 9px;
  border-block-end: 1px solid var(--line);
}
.place {
  inline-size: 18px;
  color: var(--text-3);
  font: 650 16px var(--font-head);
}
.what {
  text-decoration: none;
  min-inline-size: 0;
  flex-basis: 0;
}
.title {
  display: flex;
  gap: 8px;
  align-items: center;
  overflow-wrap: anywhere;
}
.what:hover strong {
  text-decoration: underline;
}
.detail {
  display: block;
}
.try {
  white-space: nowrap;
}
.try .ant-input {
  inline-size: 62px;
  min-height: 30px;
  padding: 3px 8px;
  text-align: end;
  border-style: dashed;
}
@media (max-width: 640px) {
  .try .ant-input.ant-input {
    min-height: 44px;
  }
}
.worth {
  inline-size: 142px;
  margin: 0;
  text-align: end;
  line-height: 1.35;
}
.worth span {
  display: block;
}
.figure {
  color: var(--good-text);
  font: 650 17px var(--font-head);
}
.refused {
  flex-basis: 100%;
  margin: 0;
  padding-inline-start: 32px;
  color: var(--alarm-text);
}
.over strong {
  color: var(--text-2);
  font-weight: 500;
}
@media (max-width: 480px) {
  .step {
    gap: 8px;
  }
  .what {
    flex-basis: calc(100% - 60px);
  }
  .worth {
    flex: 1;
  }
}
</style>
