<script setup lang="ts">
/** What being late costs, and how long one may be late for nothing. */
import type { LateRule } from '@jolly/core';
import { useWords } from '../../ui/use-words';
import { percentIn, wholeIn } from './scheme-form';

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
  <fieldset class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.late') }}</h2>
    </legend>
    <label class="hidden-text" for="late">{{ t('scheme.late') }}</label>
    <select id="late" class="field" :value="rule.kind" @change="setLate(($event.target as HTMLSelectElement).value as LateRule['kind'])">
      <option v-for="one in LATE" :key="one" :value="one">{{ t(`scheme.lateKind.${one}`) }}</option>
    </select>
    <div v-if="rule.kind === 'cap'" class="line">
      <label for="cap">{{ t('scheme.cap') }}</label><input
        id="cap"
        class="field number short"
        type="number"
        min="0"
        max="100"
        step="any"
        :value="rule.percent / 1000"
        @input="rule = { kind: 'cap', percent: percentIn($event) }"
      /><span>%</span>
    </div>
    <template v-else-if="rule.kind !== 'none'">
      <div class="line">
        <label for="off">{{ t('scheme.off') }}</label><input
          id="off"
          class="field number short"
          type="number"
          min="0"
          max="100"
          step="any"
          :value="rule.percent / 1000"
          @input="(rule as { percent: number }).percent = percentIn($event)"
        /><span>%</span
        ><select v-model="rule.of" class="field within" :aria-label="t('scheme.ofWhat')">
          <option value="max">{{ t('scheme.ofMax') }}</option>
          <option value="earned">{{ t('scheme.ofEarned') }}</option>
        </select>
      </div>
      <div class="line">
        <label for="most">{{ t('scheme.most') }}</label><input
          id="most"
          class="field number short"
          type="number"
          min="0"
          max="100"
          step="any"
          :value="rule.maxPercentOff / 1000"
          @input="(rule as { maxPercentOff: number }).maxPercentOff = percentIn($event)"
        /><span>%</span>
      </div>
      <div class="line">
        <label for="floor">{{ t('scheme.floor') }}</label><input
          id="floor"
          class="field number short"
          type="number"
          min="0"
          max="100"
          step="any"
          :value="rule.floorPercent / 1000"
          @input="(rule as { floorPercent: number }).floorPercent = percentIn($event)"
        /><span>%</span>
      </div>
    </template>
    <div class="line">
      <label for="grace">{{ t('class.grace') }}</label><input
        id="grace"
        class="field number short"
        type="number"
        min="0"
        max="1440"
        :value="graceMinutes"
        @input="graceMinutes = wholeIn($event)"
      /><span>{{ t('scheme.minutes') }}</span>
    </div>
  </fieldset>
</template>

<style scoped src="./scheme-part.css"></style>
