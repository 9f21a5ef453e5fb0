<script setup lang="ts">
/** What is seldom changed: how long it takes, how often it may be handed in, what being late costs. */
import { unmilli, type LateRule } from '@jolly/core';
import type { BriefBody } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';

defineProps<{ locked: boolean }>();
const body = defineModel<BriefBody>({ required: true });
const { t } = useWords();

const lateKinds: { key: 'lateClass' | 'lateNone' | 'latePerDay' | 'lateCap' | 'more'; rule: LateRule | null }[] = [
  { key: 'lateClass', rule: null },
  { key: 'lateNone', rule: { kind: 'none' } },
  ...[5_000, 10_000].map((percent) => ({
    key: 'latePerDay' as const,
    rule: { kind: 'perDay' as const, percent, of: 'max' as const, maxPercentOff: 100_000, floorPercent: 0 },
  })),
  ...[80_000, 50_000].map((percent) => ({ key: 'lateCap' as const, rule: { kind: 'cap' as const, percent } })),
];
// A rule of another kind that came from elsewhere stays choosable as it is.
const lateChoices = computed(() =>
  lateKinds.some(({ rule }) => JSON.stringify(rule) === JSON.stringify(body.value.lateRule))
    ? lateKinds
    : [...lateKinds, { key: 'more' as const, rule: body.value.lateRule }],
);
const lateText = ({ key, rule }: (typeof lateKinds)[number]) =>
  t(`compose.${key}`, { n: rule && 'percent' in rule ? unmilli(rule.percent) : 0 });
</script>

<template>
  <label class="muted" for="minutes">{{ t('compose.minutes') }}</label>
  <div class="row">
    <input
      id="minutes"
      class="field short"
      type="number"
      min="1"
      max="6000"
      :value="body.minutes ?? ''"
      :disabled="locked"
      @change="body.minutes = Number(($event.target as HTMLInputElement).value) || null"
    />{{ t('compose.minutesUnit') }}
  </div>
  <label class="muted" for="rounds">{{ t('compose.rounds') }}</label>
  <select id="rounds" v-model="body.rounds" class="field filed" :disabled="locked">
    <option :value="null">{{ t('compose.roundsAny') }}</option>
    <option v-for="n in [1, 2, 3, 4, 5]" :key="n" :value="n">
      {{ n === 1 ? t('compose.roundsN', { n }, 0) : t('compose.roundsN', { n }, n) }}
    </option>
  </select>
  <template v-if="body.rounds !== 1 && body.scoring.by !== 'none'"
    ><label class="muted" for="round-rule">{{ t('compose.roundRule') }}</label
    ><select id="round-rule" v-model="body.roundRule" class="field filed" :disabled="locked">
      <option v-for="one in ['latest', 'best', 'mean'] as const" :key="one" :value="one">
        {{ t(`compose.roundRules.${one}`) }}
      </option>
    </select></template
  >
  <label class="muted" for="late">{{ t('compose.late') }}</label>
  <select
    id="late"
    class="field filed"
    :value="JSON.stringify(body.lateRule)"
    :disabled="locked"
    @change="body.lateRule = JSON.parse(($event.target as HTMLSelectElement).value)"
  >
    <option v-for="one in lateChoices" :key="JSON.stringify(one.rule)" :value="JSON.stringify(one.rule)">
      {{ lateText(one) }}
    </option>
  </select>
  <span />
  <label class="row"><input v-model="body.standingHolds" type="checkbox" :disabled="locked" /> {{ t('compose.standingHolds') }}</label>
</template>

<style scoped>
.filed {
  width: auto;
  max-width: 320px;
}
.short {
  width: 84px;
}
</style>
