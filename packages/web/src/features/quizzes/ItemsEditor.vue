<script setup lang="ts">
/** Things in their right order, one a line; students get them in another. */
import { Button } from 'ant-design-vue';
import { EMPTY_TEXT, type Question, type RichText } from '@jolly/core';
import { nextTick, ref } from 'vue';
import { useWords } from '../../ui/use-words';
import EntryField from './EntryField.vue';

type OfOrder = Extract<Question, { kind: 'order' }>;
const question = defineModel<OfOrder>({ required: true });
const { t } = useWords();
const root = ref<HTMLElement | null>(null);
const set = (items: OfOrder['items']) => (question.value = { ...question.value, items });
const write = (index: number, text: RichText) => set(question.value.items.map((one, at) => (at === index ? { ...one, text } : one)));
async function focus(index: number): Promise<void> {
  await nextTick();
  root.value?.querySelectorAll<HTMLElement>('.item')[index]?.querySelector<HTMLElement>('input, [contenteditable]')?.focus();
}
async function add(after: number): Promise<void> {
  const { items } = question.value;
  set([...items.slice(0, after + 1), { id: crypto.randomUUID(), text: EMPTY_TEXT }, ...items.slice(after + 1)]);
  await focus(after + 1);
}
const enter = (index: number) => (index < question.value.items.length - 1 ? focus(index + 1) : add(index));
async function move(index: number, by: -1 | 1): Promise<void> {
  const items = [...question.value.items];
  const [one] = items.splice(index, 1);
  items.splice(index + by, 0, one!);
  set(items);
  await focus(index + by);
}
</script>

<template>
  <div ref="root" class="stack items">
    <div v-for="(item, index) in question.items" :key="item.id" class="row item">
      <span class="muted">{{ index + 1 }}</span>
      <EntryField
        :model-value="item.text"
        :label="t('quizMaking.item', { n: index + 1 })"
        :placeholder="t('quizMaking.itemHint')"
        @update:model-value="write(index, $event)"
        @enter="enter(index)"
      />
      <Button size="small" :disabled="index === 0" :aria-label="t('quizMaking.itemUp', { n: index + 1 })" @click="move(index, -1)">↑</Button
      ><Button
        size="small"
        :disabled="index === question.items.length - 1"
        :aria-label="t('quizMaking.itemDown', { n: index + 1 })"
        @click="move(index, 1)"
        >↓</Button
      ><Button
        type="link"
        size="small"
        :aria-label="t('quizMaking.dropItem', { n: index + 1 })"
        @click="set(question.items.filter((_, at) => at !== index))"
        >×</Button
      >
    </div>
    <Button size="small" @click="add(question.items.length - 1)">{{ t('quizMaking.addItem') }}</Button>
  </div>
</template>

<style scoped>
.items > * + * {
  margin-block-start: 6px;
}
</style>
