<script setup lang="ts">
/** Saved remarks, found by typing: arrows choose, Enter takes, Escape goes back to where one was. */
import { Input } from 'ant-design-vue';
import { findRemarks } from '@jolly/core';
import type { SavedRemark } from '@jolly/server/contract';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useWords } from '../../ui/use-words';
import { useRemarks } from './use-remarks';
import type { Focusable } from '../../ui/focus-first';

const props = defineProps<{ /** those for this criterion come first */ criterion?: string | undefined }>();
const emit = defineEmits<{ pick: [SavedRemark]; close: [] }>();
const { t, count } = useWords();
const { remarks } = useRemarks();
const MOST_SHOWN = 30;

const typed = ref('');
const at = ref(0);
const field = ref<Focusable | null>(null);
const list = ref<HTMLElement | null>(null);
const found = computed(() => findRemarks(remarks.value, typed.value, props.criterion).slice(0, MOST_SHOWN));
watch(typed, () => (at.value = 0));
watch(at, () => void nextTick(() => list.value?.children[at.value]?.scrollIntoView({ block: 'nearest' })));
onMounted(() => field.value?.focus());

function take(remark: SavedRemark | undefined): void {
  if (remark) emit('pick', remark);
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') at.value = Math.min(found.value.length - 1, at.value + 1);
  else if (event.key === 'ArrowUp') at.value = Math.max(0, at.value - 1);
  else if (event.key === 'Enter') take(found.value[at.value]);
  else if (event.key === 'Escape') emit('close');
  else return;
  event.preventDefault();
  event.stopPropagation();
}
const about = (one: SavedRemark) => [one.folder, one.criterion, one.aim, one.own ? '' : one.owner].filter(Boolean).join(' · ');
</script>

<template>
  <div class="picker" @keydown="key">
    <Input
      ref="field"
      v-model:value="typed"
      role="combobox"
      aria-expanded="true"
      aria-controls="found-remarks"
      :aria-activedescendant="found[at] ? `remark-${found[at]!.id}` : undefined"
      :aria-label="t('remarks.find')"
      :placeholder="t('remarks.find')"
      @blur="emit('close')"
    />
    <ol id="found-remarks" ref="list" class="plain" role="listbox" :aria-label="t('remarks.title')">
      <li
        v-for="(one, index) in found"
        :id="`remark-${one.id}`"
        :key="one.id"
        role="option"
        :aria-selected="index === at"
        @mousedown.prevent="take(one)"
      >
        <span dir="auto">{{ one.text }}</span><span class="muted small"
          ><template v-if="about(one)">{{ about(one) }} · </template>{{ count('remarks.uses', one.uses) }}</span
        >
      </li>
    </ol>
    <p v-if="found.length === 0" class="muted small none">{{ t(remarks.length === 0 ? 'remarks.none' : 'remarks.noneFound') }}</p>
  </div>
</template>

<style scoped>
.picker {
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: 8px;
  box-shadow: var(--float-shadow);
  padding: 8px;
}
ol {
  max-block-size: 216px;
  overflow: auto;
  margin-block-start: 6px;
}
li {
  display: grid;
  padding: 5px 8px;
  border-radius: 5px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--surface-now);
  box-shadow: inset 4px 0 0 var(--now);
}
.none {
  padding: 4px 8px;
}
</style>
