<script setup lang="ts">
/** Pairs, one a line, and what else may be chosen though it belongs to none. */
import { Button } from 'ant-design-vue';
import { EMPTY_TEXT, type Entry, type Question, type RichText } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import EntryField from './EntryField.vue';

type OfPairs = Extract<Question, { kind: 'match' }>;
const question = defineModel<OfPairs>({ required: true });
const { t } = useWords();
const fresh = (): Entry => ({ id: crypto.randomUUID(), text: EMPTY_TEXT });
const set = (more: Partial<OfPairs>) => (question.value = { ...question.value, ...more });
const byId = (list: readonly Entry[], id: string) => list.find((one) => one.id === id)?.text ?? EMPTY_TEXT;
const write = (side: 'left' | 'right', id: string, text: RichText) =>
  set({ [side]: question.value[side].map((one) => (one.id === id ? { ...one, text } : one)) });
const extra = computed(() => question.value.right.filter((one) => !question.value.pairs.some(([, right]) => right === one.id)));
function addPair(): void {
  const [left, right] = [fresh(), fresh()];
  const { pairs } = question.value;
  // Pairs stand before what belongs to none.
  const rest = question.value.right.filter((one) => !extra.value.includes(one));
  set({ left: [...question.value.left, left], right: [...rest, right, ...extra.value], pairs: [...pairs, [left.id, right.id]] });
}
const dropPair = (l: string, r: string) =>
  set({
    left: question.value.left.filter((one) => one.id !== l),
    right: question.value.right.filter((one) => one.id !== r),
    pairs: question.value.pairs.filter(([left]) => left !== l),
  });
</script>

<template>
  <div class="stack pairs">
    <div v-for="([l, r], index) in question.pairs" :key="l" class="row">
      <EntryField
        :model-value="byId(question.left, l)"
        :label="t('quizMaking.pairLeft', { n: index + 1 })"
        :placeholder="t('quizMaking.pairLeftHint')"
        @update:model-value="write('left', l, $event)"
      />
      <span aria-hidden="true">–</span>
      <EntryField
        :model-value="byId(question.right, r)"
        :label="t('quizMaking.pairRight', { n: index + 1 })"
        :placeholder="t('quizMaking.pairRightHint')"
        @update:model-value="write('right', r, $event)"
      />
      <Button type="link" size="small" :aria-label="t('quizMaking.dropPair', { n: index + 1 })" @click="dropPair(l, r)">×</Button>
    </div>
    <div v-for="(one, index) in extra" :key="one.id" class="row">
      <span class="muted small">{{ t('quizMaking.belongsToNone') }}</span>
      <EntryField
        :model-value="one.text"
        :label="t('quizMaking.extra', { n: index + 1 })"
        :placeholder="t('quizMaking.pairRightHint')"
        @update:model-value="write('right', one.id, $event)"
      />
      <Button
        type="link"
        size="small"
        :aria-label="t('quizMaking.dropExtra', { n: index + 1 })"
        @click="set({ right: question.right.filter((other) => other.id !== one.id) })"
        >×</Button
      >
    </div>
    <div class="row wrap">
      <Button size="small" @click="addPair">{{ t('quizMaking.addPair') }}</Button>
      <Button size="small" @click="set({ right: [...question.right, fresh()] })">{{ t('quizMaking.addExtra') }}</Button>
    </div>
  </div>
</template>

<style scoped>
.pairs > * + * {
  margin-block-start: 6px;
}
</style>
