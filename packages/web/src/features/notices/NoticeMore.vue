<script setup lang="ts">
/** The rest of a notice, which most need not touch: who may answer, until when, spoken, pointing at work. */
import { Checkbox } from 'ant-design-vue';
import { NOTICE_ANSWERS } from '@jolly/core';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import DayField from '../../ui/DayField.vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';
import { SpokenField } from '../assignments';
import type { NoticeDraft } from './blank-notice';

const notice = defineModel<NoticeDraft>({ required: true });
const { t } = useWords();
const work = useLoad(async () =>
  (await Promise.all([ask('GET /api/assignments', { query: {} }), ask('GET /api/assignments', { query: { kind: 'handout' } })])).flat(),
);
const pointable = computed(() => {
  const classIds = new Set(notice.value.classes.map((one) => one.classId));
  const seen = new Set<string>();
  return (work.value.value ?? []).filter((one) => classIds.has(one.classId) && !seen.has(one.briefId) && seen.add(one.briefId));
});
</script>

<template>
  <div class="stack">
    <div class="row wrap two">
      <FormLine :label="t('notices.answers')" for="notice-answers"
        ><SelectField
          id="notice-answers"
          v-model="notice.answers"
          :options="NOTICE_ANSWERS.map((value) => ({ value, label: t(`notices.answersAre.${value}`) }))"
      /></FormLine>
      <FormLine :label="t('notices.until')" for="notice-until"
        ><DayField id="notice-until" :model-value="notice.until ?? ''" @update:model-value="(day) => (notice.until = day || null)"
      /></FormLine>
    </div>
    <FormLine :label="t('notices.pointsAt')" for="notice-points"
      ><SelectField
        id="notice-points"
        v-model="notice.briefId"
        :options="[
          { value: null, label: t('notices.pointsAtNone') },
          ...pointable.map((one) => ({ value: one.briefId, label: one.title })),
        ]"
    /></FormLine>
    <Checkbox v-model:checked="notice.pinned">{{ t('notices.pinned') }}</Checkbox>
    <Checkbox v-if="notice.readers === 'families'" v-model:checked="notice.familyTick">{{ t('notices.familyTick') }}</Checkbox>
    <SpokenField v-model="notice.spoken" />
  </div>
</template>

<style scoped>
.two > * {
  flex: 1 1 220px;
}
</style>
