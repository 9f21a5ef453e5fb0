<script setup lang="ts">
/** The same score or remark for many: for whom there is none yet, or for everybody; not for who was absent. */
import { Button, Input, Textarea } from 'ant-design-vue';
import { parsePoints, plainText } from '@jolly/core';
import type { PieceRow } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { HoldMany } from './hold-many';
import RadioField from '../../ui/RadioField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{
  open: boolean;
  rows: readonly PieceRow[];
  byPoints: boolean;
  hold: HoldMany;
  busy: boolean;
  problem: string;
}>();
const emit = defineEmits<{ close: [] }>();
const { t, count } = useWords();
const fill = ref({ score: '', remark: '', whom: 'without' as 'without' | 'all' });
const fillEarned = computed(() => (fill.value.score.trim() === '' ? null : parsePoints(fill.value.score)));
const touched = computed(() => {
  const { whom, score, remark } = fill.value;
  if (score.trim() === '' && remark.trim() === '') return [];
  return props.rows.filter(
    (row) =>
      row.collecting.mark !== 'absent' &&
      (whom === 'all' || (score.trim() !== '' ? row.score?.earned == null : !row.score || plainText(row.score.remark).trim() === '')),
  );
});
async function fillNow(): Promise<void> {
  const done = await props.hold(
    touched.value.map((row) => ({
      studentId: row.student.id,
      earned: fill.value.score.trim() === '' ? (row.score?.earned ?? null) : fillEarned.value,
      ...(fill.value.remark.trim() === '' ? {} : { remark: fill.value.remark }),
    })),
  );
  if (done) emit('close');
}
</script>

<template>
  <SideSheet :open="open" :title="t('sheet.fill')" @close="emit('close')">
    <FieldForm @send="fillNow">
      <FormLine v-if="byPoints" :label="t('desk.score')" for="fill-score"
        ><Input id="fill-score" v-model:value="fill.score" inputmode="decimal" class="short"
      /></FormLine>
      <FormLine :label="t('desk.remark')" for="fill-remark" :hint="t('remarks.nameHint')">
        <Textarea id="fill-remark" v-model:value="fill.remark" :auto-size="{ minRows: 3, maxRows: 12 }" :maxlength="4000" dir="auto" />
      </FormLine>
      <RadioField
        v-model="fill.whom"
        stacked
        :options="[
          { value: 'without', label: t('sheet.without') },
          { value: 'all', label: t('sheet.everyone') },
        ]"
      />
      <p class="muted small">{{ t('sheet.notAbsent') }}</p>
      <p v-if="fill.score.trim() !== '' && fillEarned === null" class="alarm small">{{ t('desk.badNumber') }}</p>
      <p v-if="problem" class="note bad" role="alert">{{ problem }}</p>
      <Button
        type="primary"
        html-type="submit"
        :disabled="busy || touched.length === 0 || (fill.score.trim() !== '' && fillEarned === null)"
      >
        {{ count('sheet.fillGo', touched.length) }}
      </Button>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.short {
  inline-size: 110px;
}
</style>
