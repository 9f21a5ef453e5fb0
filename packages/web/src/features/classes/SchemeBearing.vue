<script setup lang="ts">
/** When a student is on course, drifting or off course. */
import type { BearingSettings } from '@jolly/core';
import { useWords } from '../../ui/use-words';
import { percentIn, wholeIn } from './scheme-form';
import NumberField from '../../ui/NumberField.vue';
import FieldSet from '../../ui/FieldSet.vue';

defineProps<{ disabled: boolean }>();
const bearing = defineModel<BearingSettings>({ required: true });
const { t } = useWords();
const BEARING = ['passLine', 'margin', 'drop'] as const;
</script>

<template>
  <FieldSet class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.bearing') }}</h2>
    </legend>
    <div v-for="one in BEARING" :key="one" class="line">
      <label :for="one">{{ t(`scheme.${one}`) }}</label><NumberField
        :id="one"
        class="short"
        :min="one === 'drop' ? 0.001 : 0"
        :max="100"
        :model-value="bearing[one] / 1000"
        @update:model-value="bearing[one] = percentIn($event)"
      /><span>%</span>
    </div>
    <div class="line">
      <label for="over-weeks">{{ t('scheme.overWeeks') }}</label><NumberField
        id="over-weeks"
        class="short"
        :min="1"
        :max="52"
        :model-value="bearing.overWeeks"
        @update:model-value="bearing.overWeeks = wholeIn($event)"
      /><span>{{ t('scheme.weeks') }}</span>
    </div>
    <div class="line">
      <label for="missing-limit">{{ t('scheme.missingLimit') }}</label><NumberField
        id="missing-limit"
        class="short"
        :min="1"
        :max="100"
        :model-value="bearing.missingLimit"
        @update:model-value="bearing.missingLimit = wholeIn($event)"
      /><span>{{ t('scheme.pieces') }}</span>
    </div>
    <p class="muted small">{{ t('scheme.bearingHint', { far: 2 * bearing.missingLimit }) }}</p>
  </FieldSet>
</template>

<style scoped src="./scheme-part.css"></style>
