<script setup lang="ts">
/** A short text that may be more than words: a line to type in, or the editor where a formula or a picture is in it. */
import { Button, Input } from 'ant-design-vue';
import { plainText, textOf, type RichNode, type RichText } from '@jolly/core';
import { computed, ref } from 'vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { useWords } from '../../ui/use-words';
import { keepPicture } from '../assignments';

const props = defineProps<{ modelValue: RichText; label: string; placeholder: string; disabled?: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [RichText]; enter: []; emptied: [] }>();
const { t } = useWords();
const isMore = (node: RichNode): boolean =>
  !['doc', 'paragraph', 'text'].includes(node.type) ||
  (node.marks ?? []).length > 0 ||
  (node.content ?? []).some(isMore) ||
  (node.type === 'doc' && (node.content ?? []).length > 1);
const opened = ref(false);
const rich = computed(() => opened.value || isMore(props.modelValue));
const text = computed(() => plainText(props.modelValue).replace(/\n+$/, ''));
function key(event: KeyboardEvent): void {
  if (event.key === 'Enter') {
    event.preventDefault();
    emit('enter');
  } else if (event.key === 'Backspace' && text.value === '') {
    event.preventDefault();
    emit('emptied');
  }
}
</script>

<template>
  <div class="row entry">
    <RichTextEditor
      v-if="rich"
      class="grow"
      slim
      :model-value="modelValue"
      :label="label"
      :placeholder="placeholder"
      :locked="disabled ?? false"
      :keep-picture="keepPicture"
      @update:model-value="emit('update:modelValue', $event)"
    />
    <template v-else>
      <Input
        class="grow"
        :value="text"
        :aria-label="label"
        :placeholder="placeholder"
        :disabled="disabled ?? false"
        :maxlength="2000"
        dir="auto"
        @update:value="emit('update:modelValue', textOf($event))"
        @keydown="key"
      /><Button
        type="link"
        size="small"
        :aria-label="t('quizMaking.moreThanWordsOf', { label })"
        :disabled="disabled ?? false"
        @click="opened = true"
        >{{ t('quizMaking.moreThanWords') }}</Button
      >
    </template>
  </div>
</template>

<style scoped>
.entry {
  flex: 1;
  min-inline-size: 0;
}
</style>
