<script setup lang="ts">
/** In which language somebody writes what is beside it. */
import type { Language } from '@jolly/core';
import { useT } from '../i18n/use-t';
import SelectField from './SelectField.vue';

defineProps<{ among: readonly Language[]; disabled?: boolean }>();
const language = defineModel<Language>({ required: true });
const { t } = useT();
</script>

<template>
  <div class="own">
    <SelectField
      v-model="language"
      quiet
      :label="t('wording.own')"
      :disabled="disabled ?? false"
      :options="among.map((value) => ({ value, label: t('wording.writtenIn', { language: t(`wording.languages.${value}`) }) }))"
    />
  </div>
</template>

<style scoped>
.own {
  inline-size: 190px;
}
</style>
