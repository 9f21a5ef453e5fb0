<script setup lang="ts">
/** A score for everybody of a group, or another one for some. */
import type { DeskPieceReply, PieceRow } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

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
    <label class="row small"><input v-model="forGroup" type="checkbox" />{{ t('desk.forAll') }}</label>
    <details v-if="forGroup && byPoints" :key="desk.row.student.id" :open="anyDiffers">
      <summary class="small">{{ t('desk.differSome') }}</summary>
      <label v-for="one in [desk.row, ...desk.team]" :key="one.student.id" class="row small"
        ><span class="grow clip" dir="auto">{{ nameOf(one) }}</span
        ><input
          v-model="differ[one.student.id]"
          class="field differ"
          inputmode="decimal"
          autocomplete="off"
          :placeholder="earned"
          :aria-label="t('desk.differ', { name: nameOf(one) })" /></label
      ><span class="muted small">{{ t('desk.differHint') }}</span>
    </details>
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
.team summary {
  cursor: pointer;
}
.differ {
  width: 74px;
  min-height: 28px;
  text-align: end;
}
</style>
