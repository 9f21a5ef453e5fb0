<script setup lang="ts">
/** The dial with what it says in words: total, and how far it can still move. In a trial it shows the trial's. */
import type { StudentView } from '@jolly/core';
import { computed } from 'vue';
import CompassDial from '../../ui/CompassDial.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ view: StudentView; passLine: number; trial: StudentView | null }>();
const { t, points, percent } = useWords();
const shown = computed(() => props.trial ?? props.view);
const number = (text: string | null) => (text === null ? null : Number(text));
const hasThree = computed(() => shown.value.forecast.atPace !== null);
const moves = computed(() => hasThree.value && shown.value.forecast.atLeast !== shown.value.forecast.atMost);
</script>

<template>
  <div :class="{ trial: trial !== null }">
    <CompassDial
      :percent="shown.standing.total"
      :at-least="number(shown.forecast.atLeast)"
      :at-pace="number(shown.forecast.atPace)"
      :at-most="number(shown.forecast.atMost)"
      :pass-line="shown.standing.hasTotals ? passLine : null"
      :label="t('progress.dial')"
      :empty="t(shown.standing.hasTotals ? 'progress.noScores' : 'progress.noTotals')"
    />
    <p v-if="trial" class="small middle said" role="status">
      {{ t('progress.trial', { total: percent(trial.standing.total), before: percent(view.standing.total) }) }}
    </p>
    <template v-if="shown.standing.hasTotals">
      <p v-if="shown.standing.band" class="middle">
        <strong dir="auto">{{ shown.standing.band }}</strong>
      </p>
      <p v-if="shown.standing.possible > 0" class="small middle">
        {{ t('progress.dialAll', { a: points(shown.standing.earned), b: points(shown.standing.possible) }) }}
      </p>
      <p v-if="moves" class="small muted middle">
        {{
          t('progress.three', {
            least: percent(shown.forecast.atLeast),
            pace: percent(shown.forecast.atPace),
            most: percent(shown.forecast.atMost),
          })
        }}
      </p>
      <p v-else class="small muted middle">{{ t(hasThree ? 'progress.nothingOpen' : 'progress.threeNone') }}</p>
    </template>
  </div>
</template>

<style scoped>
.middle {
  text-align: center;
}
.trial {
  border: 2px dashed var(--now);
  border-radius: var(--radius);
  padding: 6px;
}
.said {
  font-weight: 650;
}
</style>
