<script setup lang="ts">
/** How far one is with a pile, what it comes to on average, how long it may take yet. */
import { Button } from 'ant-design-vue';
import type { PieceRow } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { WAITING } from './waiting';

const props = defineProps<{
  rows: readonly PieceRow[];
  /** how long one takes for a piece, in ms; null: not known yet */
  pace: number | null;
}>();
defineEmits<{ returnAll: [] }>();
const { t, length, number } = useWords();
const held = computed(() => props.rows.filter((one) => one.held));
const scored = computed(() => props.rows.filter((one) => one.score));
const average = computed(() => {
  const counted = scored.value.flatMap((one) => one.score!.effective ?? []);
  return counted.length === 0 ? null : String(Math.round(counted.reduce((a, b) => a + b, 0) / counted.length / 100) / 10);
});
const left = computed(() => {
  const waiting = props.rows.filter((one) => WAITING.has(one.state) && !one.score).length;
  return props.pace !== null && waiting > 0 ? length(Math.max(60_000, Math.round((props.pace * waiting) / 60_000) * 60_000)) : null;
});
</script>

<template>
  <div class="row pile-facts small muted">
    <span class="grow"
      >{{ t('desk.progress', { a: scored.length, b: rows.length })
      }}<template v-if="average"> · {{ t('desk.average', { n: number(average) }) }}</template
      ><template v-if="left"> · {{ t('desk.left', { length: left }) }}</template></span
    >
    <Button v-if="held.length > 0" @click="$emit('returnAll')">{{ t('desk.returnAll', { n: held.length }) }}</Button>
  </div>
</template>

<style scoped>
.pile-facts {
  border-block-start: 1px solid var(--line);
  padding-block-start: 10px;
}
</style>
