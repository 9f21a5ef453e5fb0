<script setup lang="ts">
/** The editor for instructions and students' texts. Says its document on each change. */
import type { RichText } from '@jolly/core';
import { Placeholder } from '@tiptap/extension-placeholder';
import StarterKit from '@tiptap/starter-kit';
import { EditorContent, useEditor } from '@tiptap/vue-3';
import { computed, watch } from 'vue';
import { useI18n } from 'vue-i18n';

const props = defineProps<{ modelValue: RichText; label: string; placeholder: string; locked?: boolean; tall?: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [RichText] }>();
const { t } = useI18n();

let own = '';
const editor = useEditor({
  content: props.modelValue,
  editable: !props.locked,
  extensions: [
    StarterKit.configure({ heading: { levels: [2, 3] }, link: { openOnClick: false, protocols: ['http', 'https', 'mailto'], defaultProtocol: 'https' } }),
    Placeholder.configure({ placeholder: props.placeholder }),
  ],
  editorProps: { attributes: { class: 'rich-text', role: 'textbox', 'aria-multiline': 'true', 'aria-label': props.label, dir: 'auto' } },
  onUpdate: ({ editor: source }) => {
    const text = source.getJSON() as RichText;
    own = JSON.stringify(text);
    emit('update:modelValue', text);
  },
});
// Only what comes from elsewhere is put in; what was typed here is here already, with its cursor.
watch(
  () => props.modelValue,
  (text) => {
    if (JSON.stringify(text) !== own) editor.value?.commands.setContent(text, { emitUpdate: false });
  },
);
watch(() => props.locked, (locked) => editor.value?.setEditable(!locked, false));

const tools = computed(() => [
  { key: 'bold', sign: 'B', run: () => editor.value?.chain().focus().toggleBold().run() },
  { key: 'italic', sign: 'I', run: () => editor.value?.chain().focus().toggleItalic().run() },
  { key: 'heading', sign: 'H', run: () => editor.value?.chain().focus().toggleHeading({ level: 2 }).run(), attributes: { level: 2 } },
  { key: 'bullets', sign: '•', mark: 'bulletList', run: () => editor.value?.chain().focus().toggleBulletList().run() },
  { key: 'numbers', sign: '1.', mark: 'orderedList', run: () => editor.value?.chain().focus().toggleOrderedList().run() },
]);
</script>

<template>
  <div class="editor" :class="{ locked, tall }">
    <div v-if="!locked" class="tools" role="toolbar" :aria-label="t('editor.tools')">
      <button v-for="tool in tools" :key="tool.key" type="button" class="tool" :class="`is-${tool.key}`" :aria-label="t(`editor.${tool.key}`)" :title="t(`editor.${tool.key}`)" :aria-pressed="editor?.isActive(tool.mark ?? tool.key, tool.attributes) ?? false" @click="tool.run()">{{ tool.sign }}</button>
    </div>
    <EditorContent :editor="editor" class="content" />
  </div>
</template>

<style scoped>
.editor { position: relative; }
.tools { display: flex; gap: 2px; margin-block-end: 6px; }
.tool { border: 1px solid transparent; background: none; color: var(--text-2); border-radius: 6px; min-width: 30px; min-height: 28px; font-weight: 600; cursor: pointer; }
.tool:hover { border-color: var(--line); }
.tool[aria-pressed='true'] { background: var(--surface-2); color: var(--text); }
.is-italic { font-style: italic; }
.content :deep(.rich-text) { min-height: 120px; max-width: 74ch; outline-offset: 6px; }
.tall .content :deep(.rich-text) { min-height: 240px; }
.content :deep(p.is-editor-empty:first-child::before) { content: attr(data-placeholder); color: var(--text-3); float: inline-start; height: 0; pointer-events: none; }
</style>
