<script setup lang="ts">
/** Things to be put in order, by dragging or with the buttons beside each, which the keyboard reaches. */
import { Button } from 'ant-design-vue';
import { plainText, type Entry } from '@jolly/core';
import { computed, nextTick, ref } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import { vSortable, type Moved } from '../../ui/sortable';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ entries: readonly Entry[]; label: string; disabled?: boolean }>();
/** null: nothing was moved yet */
const order = defineModel<string[] | null>({ required: true });
const { t } = useWords();
const root = ref<HTMLElement | null>(null);
const said = ref('');
const shown = computed(() => {
  const byId = new Map(props.entries.map((one) => [one.id, one]));
  return (order.value ?? props.entries.map((one) => one.id)).flatMap((id) => byId.get(id) ?? []);
});
const words = (entry: Entry) => plainText(entry.text).trim();

function move(from: number, to: number): void {
  if (to < 0 || to >= shown.value.length || from === to) return;
  const what = words(shown.value[from]!);
  const ids = shown.value.map((one) => one.id);
  const [moved] = ids.splice(from, 1);
  ids.splice(to, 0, moved!);
  order.value = ids;
  said.value = t('quizTaking.movedTo', { what, n: to + 1 });
}
/** The thing that was moved keeps the focus, on the same button unless that has nowhere to go. */
async function step(index: number, by: -1 | 1): Promise<void> {
  const to = index + by;
  move(index, to);
  await nextTick();
  const buttons = root.value?.querySelectorAll<HTMLButtonElement>(`[data-at="${to}"] button`) ?? [];
  const wanted = buttons[by < 0 ? 0 : 1];
  (wanted && !wanted.disabled ? wanted : buttons[by < 0 ? 1 : 0])?.focus();
}
const dragged = ({ oldIndex, newIndex }: Moved) => move(oldIndex, newIndex);
</script>

<template>
  <div ref="root">
    <ol v-sortable="{ group: label, list: 'order', moved: dragged, handle: '.hold' }" class="plain list" :aria-label="label">
      <li v-for="(entry, index) in shown" :key="entry.id" data-drag :data-at="index" class="row item">
        <span class="hold" aria-hidden="true">≡</span><span class="n">{{ index + 1 }}</span>
        <RichTextView class="grow" :text="entry.text" /><Button
          size="small"
          :disabled="disabled || index === 0"
          :aria-label="t('quizTaking.moveUp', { what: words(entry) })"
          @click="step(index, -1)"
          >↑</Button
        ><Button
          size="small"
          :disabled="disabled || index === shown.length - 1"
          :aria-label="t('quizTaking.moveDown', { what: words(entry) })"
          @click="step(index, 1)"
          >↓</Button
        >
      </li>
    </ol>
    <p class="hidden-text" role="status">{{ said }}</p>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
}
.item {
  min-height: 50px;
  padding: 6px 12px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--surface);
  font-size: 17px;
}
.hold {
  cursor: grab;
  color: var(--text-3);
  padding: 6px 2px;
  touch-action: none;
}
.n {
  color: var(--text-3);
  font-weight: 650;
  min-inline-size: 18px;
}
</style>
