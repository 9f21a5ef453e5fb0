<script setup lang="ts">
/** What is seldom changed: how long it takes, how often it may be handed in, what being late costs. */
import { Checkbox } from 'ant-design-vue';
import { unmilli, type LateRule } from '@jolly/core';
import type { BriefBody } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';

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
    <NumberField
      id="minutes"
      class="short"
      :disabled="locked"
      :min="1"
      :max="6000"
      :model-value="body.minutes"
      optional
      @update:model-value="body.minutes = $event || null"
    />{{ t('compose.minutesUnit') }}
  </div>
  <label class="muted" for="rounds">{{ t('compose.rounds') }}</label>
  <SelectField
    id="rounds"
    v-model="body.rounds"
    :disabled="locked"
    class="filed"
    :options="[
      { value: null, label: t('compose.roundsAny') },
      ...[1, 2, 3, 4, 5].map((n) => ({ value: n, label: n === 1 ? t('compose.roundsN', { n }, 0) : t('compose.roundsN', { n }, n) })),
    ]"
  />
  <template v-if="body.rounds !== 1 && body.scoring.by !== 'none'"
    ><label class="muted" for="round-rule">{{ t('compose.roundRule') }}</label
    ><SelectField
      id="round-rule"
      v-model="body.roundRule"
      :disabled="locked"
      class="filed"
      :options="(['latest', 'best', 'mean'] as const).map((one) => ({ value: one, label: t(`compose.roundRules.${one}`) }))"
  /></template>
  <label class="muted" for="late">{{ t('compose.late') }}</label>
  <SelectField
    id="late"
    :model-value="JSON.stringify(body.lateRule)"
    :disabled="locked"
    class="filed"
    :options="lateChoices.map((one) => ({ value: JSON.stringify(one.rule), label: lateText(one) }))"
    @update:model-value="body.lateRule = JSON.parse($event)"
  />
  <span />
  <Checkbox v-model:checked="body.standingHolds" :disabled="locked"> {{ t('compose.standingHolds') }}</Checkbox>
  <span />
  <Checkbox v-model:checked="body.familyTick" :disabled="locked"> {{ t('compose.familyTick') }}</Checkbox>
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
