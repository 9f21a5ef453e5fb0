<script setup lang="ts">
/** A score for everybody of a group, or another one for some. */
import { Checkbox, Input } from 'ant-design-vue';
import type { DeskPieceReply, PieceRow } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import FoldedPart from '../../ui/FoldedPart.vue';

defineProps<{
  desk: DeskPieceReply;
  byPoints: boolean;
  /** is any score another one? */
  anyDiffers: boolean;
  /** what is typed for the piece on the desk */
  earned: string;
  nameOf: (row: PieceRow) => string;
}>();
const forGroup = defineModel<boolean>('forGroup', { required: true });
const differ = defineModel<Record<string, string>>('differ', { required: true });
const { t } = useWords();
</script>

<template>
  <fieldset class="team">
    <legend class="label">{{ t('desk.team', { name: desk.row.collecting.team ?? '' }) }}</legend>
    <Checkbox v-model:checked="forGroup" class="small">{{ t('desk.forAll') }}</Checkbox>
    <FoldedPart v-if="forGroup && byPoints" :key="desk.row.student.id" :open="anyDiffers" :title="t('desk.differSome')">
      <label v-for="one in [desk.row, ...desk.team]" :key="one.student.id" class="row small"
        ><span class="grow clip" dir="auto">{{ nameOf(one) }}</span
        ><Input
          :value="differ[one.student.id] ?? ''"
          inputmode="decimal"
          autocomplete="off"
          :placeholder="earned"
          :aria-label="t('desk.differ', { name: nameOf(one) })"
          class="differ"
          @update:value="(typed: string) => (differ[one.student.id] = typed)" /></label
      ><span class="muted small">{{ t('desk.differHint') }}</span>
    </FoldedPart>
  </fieldset>
</template>

<style scoped>
.team {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  margin: 0;
  min-width: 0;
  display: grid;
  gap: 3px;
}
.differ {
  width: 74px;
  min-height: 28px;
  text-align: end;
}
</style>
