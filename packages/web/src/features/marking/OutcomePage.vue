<script setup lang="ts">
/** How the marking went: the spread of scores, each criterion, the commonest remarks, and whether one's eye has drifted. */
import { unmilli } from '@jolly/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { drawOutcome } from './outcome-charts';
import LinkButton from '../../ui/LinkButton.vue';
import AssignmentTabs from './AssignmentTabs.vue';

const { t, count, points, percent: written } = useWords();
const route = useRoute();
const { kept } = useScope();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/assignments/:assignmentId/outcome', { params: { assignmentId: id.value } }),
  [id],
);
const percent = (milli: number | null) => written(milli === null ? null : Math.round(milli / 100) / 10);

const spread = ref<HTMLCanvasElement | null>(null);
const drift = ref<HTMLCanvasElement | null>(null);
let charts: { destroy: () => void }[] = [];
const clear = () => charts.splice(0).forEach((chart) => chart.destroy());
watch(value, async (reply) => {
  clear();
  if (reply) charts = await drawOutcome(reply, () => ({ spread: spread.value, drift: drift.value }));
});
onBeforeUnmount(clear);
const weakest = computed(
  () =>
    [...(value.value?.criteria ?? [])].filter((one) => one.meanPercent !== null).sort((a, b) => a.meanPercent! - b.meanPercent!)[0] ?? null,
);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page">
      <div class="heading">
        <h1 dir="auto">{{ value.title }}</h1>
        <span class="small grow"
          >{{ t('outcome.title') }} · {{ t('desk.progress', { a: value.scored, b: value.students })
          }}<template v-if="value.mean !== null && value.points !== null">
            ·
            {{
              t('outcome.mean', { n: Math.round(unmilli(value.mean) * 10) / 10, m: points(value.middle ?? 0), max: points(value.points) })
            }}</template
          ></span
        ><LinkButton :to="{ path: `/marking/${id}`, query: kept }">{{ t('sheet.toDesk') }}</LinkButton>
      </div>
      <AssignmentTabs :id="id" :by="value.scoring" :how="value.how" />
      <p v-if="value.scored === 0" class="note">{{ t('outcome.none') }}</p>
      <div v-else class="parts">
        <section v-if="value.spread" class="sheet part">
          <h2>{{ t('outcome.spread') }}</h2>
          <div class="chart">
            <canvas ref="spread" role="img" :aria-label="t('outcome.spreadLabel', { all: value.spread.join(', ') })" />
          </div>
        </section>
        <section v-if="value.criteria.length > 0" class="sheet part">
          <h2>{{ t('outcome.criteria') }}</h2>
          <p v-if="weakest" class="small muted">{{ t('outcome.weakest', { name: weakest.name }) }}</p>
          <ul class="plain criteria">
            <li v-for="one in value.criteria" :key="one.criterionId">
              <span dir="auto">{{ one.name }}</span>
              <span class="bars">
                <span
                  v-for="level in one.levels"
                  :key="level.levelId"
                  class="bar"
                  :style="{ flexGrow: level.count }"
                  :title="`${level.name} ${level.count}`"
                  :class="{ none: level.count === 0 }"
                  >{{ level.count || '' }}</span
                >
              </span>
              <strong class="number">{{ percent(one.meanPercent) }}</strong>
            </li>
          </ul>
        </section>
        <section class="sheet part">
          <h2>{{ t('outcome.remarks') }}</h2>
          <p v-if="value.remarks.length === 0" class="muted small">{{ t('outcome.noRemarks') }}</p>
          <ol v-else class="plain">
            <li v-for="one in value.remarks" :key="one.text" class="row remark">
              <span class="grow" dir="auto">{{ one.text }}</span><strong>{{ count('outcome.times', one.uses) }}</strong>
            </li>
          </ol>
        </section>
        <section class="sheet part">
          <h2>{{ t('outcome.drift') }}</h2>
          <p v-if="!value.drift" class="muted small">{{ t('outcome.noDrift') }}</p>
          <template v-else
            ><p class="small muted">
              {{ t('outcome.driftSays', { a: points(value.drift.firstMiddle), b: points(value.drift.secondMiddle) }) }}
            </p>
            <div class="chart">
              <canvas
                ref="drift"
                role="img"
                :aria-label="t('outcome.driftLabel', { all: value.drift.scores.map((one) => points(one.earned)).join(', ') })"
              />
            </div>
            <p v-if="value.drift.lookAgain.length > 0" class="small">
              {{ t('outcome.lookAgain') }}
              <RouterLink
                v-for="one in value.drift.lookAgain"
                :key="one"
                class="again"
                :to="{ path: `/marking/${id}/${one}`, query: kept }"
                >{{ value.drift.names[one] || t('outcome.nameless') }}</RouterLink
              >
            </p></template
          >
        </section>
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.criteria li {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) 2fr 64px;
  gap: 12px;
  align-items: center;
  padding: 6px 0;
  border-block-end: 1px solid var(--line-2);
}
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: 16px;
  max-inline-size: 1240px;
}
.part {
  padding: 14px 18px;
}
h2 {
  font-size: 17px;
  margin-block-end: 6px;
}
.chart {
  position: relative;
  block-size: 210px;
}
.bars {
  display: flex;
  gap: 2px;
  min-inline-size: 160px;
}
.bar {
  background: color-mix(in srgb, var(--act) 22%, var(--surface));
  text-align: center;
  border-radius: 3px;
  padding: 2px 4px;
  font-size: 13px;
  min-inline-size: 10px;
  flex-basis: 0;
}
.bar:last-child {
  background: var(--act);
  color: var(--on-act);
}
.bar.none {
  background: var(--surface-2);
}
.remark {
  padding-block: 5px;
  border-block-end: 1px solid var(--line-2);
}
.again {
  margin-inline-start: 8px;
}
@media (max-width: 640px) {
  .parts {
    grid-template-columns: 1fr;
  }
}
</style>
