<script setup lang="ts">
/** What being late costs, and how long one may be late for nothing. */
import type { LateRule } from '@jolly/core';
import { useWords } from '../../ui/use-words';
import { percentIn, wholeIn } from './scheme-form';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';
import FieldSet from '../../ui/FieldSet.vue';

defineProps<{ disabled: boolean }>();
const rule = defineModel<LateRule>('rule', { required: true });
const graceMinutes = defineModel<number>('graceMinutes', { required: true });
const { t } = useWords();
const LATE = ['none', 'perDay', 'perSchoolDay', 'perHour', 'cap'] as const;
function setLate(kind: LateRule['kind']): void {
  const before = rule.value;
  if (kind === 'none') rule.value = { kind };
  else if (kind === 'cap') rule.value = { kind, percent: 70_000 };
  else
    rule.value =
      before.kind === 'none' || before.kind === 'cap'
        ? { kind, percent: 5000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 }
        : { ...before, kind };
}
</script>

<template>
  <FieldSet class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.late') }}</h2>
    </legend>
    <label class="hidden-text" for="late">{{ t('scheme.late') }}</label>
    <SelectField
      id="late"
      :model-value="rule.kind"
      :options="LATE.map((one) => ({ value: one, label: t(`scheme.lateKind.${one}`) }))"
      @update:model-value="setLate($event)"
    />
    <div v-if="rule.kind === 'cap'" class="line">
      <label for="cap">{{ t('scheme.cap') }}</label><NumberField
        id="cap"
        class="short"
        :min="0"
        :max="100"
        :model-value="rule.percent / 1000"
        @update:model-value="rule = { kind: 'cap', percent: percentIn($event) }"
      /><span>%</span>
    </div>
    <template v-else-if="rule.kind !== 'none'">
      <div class="line">
        <label for="off">{{ t('scheme.off') }}</label><NumberField
          id="off"
          class="short"
          :min="0"
          :max="100"
          :model-value="rule.percent / 1000"
          @update:model-value="(rule as { percent: number }).percent = percentIn($event)"
        /><span>%</span
        ><SelectField
          v-model="rule.of"
          :label="t('scheme.ofWhat')"
          class="within"
          :options="[
            { value: 'max', label: t('scheme.ofMax') },
            { value: 'earned', label: t('scheme.ofEarned') },
          ]"
        />
      </div>
      <div class="line">
        <label for="most">{{ t('scheme.most') }}</label><NumberField
          id="most"
          class="short"
          :min="0"
          :max="100"
          :model-value="rule.maxPercentOff / 1000"
          @update:model-value="(rule as { maxPercentOff: number }).maxPercentOff = percentIn($event)"
        /><span>%</span>
      </div>
      <div class="line">
        <label for="floor">{{ t('scheme.floor') }}</label><NumberField
          id="floor"
          class="short"
          :min="0"
          :max="100"
          :model-value="rule.floorPercent / 1000"
          @update:model-value="(rule as { floorPercent: number }).floorPercent = percentIn($event)"
        /><span>%</span>
      </div>
    </template>
    <div class="line">
      <label for="grace">{{ t('class.grace') }}</label><NumberField
        id="grace"
        class="short"
        :min="0"
        :max="1440"
        :model-value="graceMinutes"
        @update:model-value="graceMinutes = wholeIn($event)"
      /><span>{{ t('scheme.minutes') }}</span>
    </div>
  </FieldSet>
</template>

<style scoped src="./scheme-part.css"></style>
