<script setup lang="ts">
/** Kept questions to take into a quiz: copies, which remember where they come from. */
import { Button } from 'ant-design-vue';
import { fromStore, type Question } from '@jolly/core';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import StoreList from './StoreList.vue';
import { useQuestionStore } from './use-question-store';

defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: []; take: [Question[]] }>();
const { t, count } = useWords();
const store = useQuestionStore();
const { chosen } = store;
function take(): void {
  emit(
    'take',
    [...chosen.value.values()].map((one) => fromStore(one.question, one.id, () => crypto.randomUUID())),
  );
  store.chooseNone();
}
</script>

<template>
  <SideSheet :open="open" :title="t('store.fromStoreTitle')" :width="860" @close="emit('close')">
    <div class="stack">
      <StoreList :store="store" />
      <div class="row foot">
        <span class="grow small muted">{{ count('store.chosen', chosen.size) }}</span><Button
          type="primary"
          :disabled="chosen.size === 0"
          @click="take"
          >{{ count('store.take', chosen.size) }}</Button
        >
      </div>
    </div>
  </SideSheet>
</template>

<style scoped>
.foot {
  position: sticky;
  inset-block-end: -24px;
  background: var(--surface);
  border-block-start: 1px solid var(--line);
  padding-block: 10px;
}
</style>
