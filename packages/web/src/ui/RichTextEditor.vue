<script setup lang="ts">
/**
 * The editor for instructions, worksheets and students' texts. Says its document on each change. Pictures are
 * offered where somebody can keep them: `keepPicture` puts a file up and says its id.
 */
import { Button, Input } from 'ant-design-vue';
import type { RichText } from '@jolly/core';
import { Mathematics } from '@tiptap/extension-mathematics';
import { Placeholder } from '@tiptap/extension-placeholder';
import { TableKit } from '@tiptap/extension-table';
import StarterKit from '@tiptap/starter-kit';
import { EditorContent, useEditor } from '@tiptap/vue-3';
import { computed, nextTick, ref, watch } from 'vue';
import type { en } from '../i18n/en';
import { useT } from '../i18n/use-t';
import { useWriting } from './use-writing';
import { readLink, type LinkProblem } from '@jolly/core';
import 'katex/dist/katex.min.css';
import { AnswerSpace, OnlyAnswers, spaceActs, type SpaceAct } from './answer-space';
import { Picture } from './picture-node';
import type { Focusable } from './focus-first';
import FieldForm from './FieldForm.vue';

const props = defineProps<{
  modelValue: RichText;
  label: string;
  placeholder: string;
  locked?: boolean;
  tall?: boolean;
  /** a worksheet: spaces to answer in can be put in */ worksheet?: boolean;
  /** a copy of one: only its spaces can be written in */ onlyAnswers?: boolean;
  /** of a copy: what can be done with a space beside writing in it */ spaceAct?: SpaceAct | null;
  keepPicture?: (file: File) => Promise<string | null>;
  /** the tools show only while it is written in */ slim?: boolean;
  /** asked first about each key, with what stands before the cursor in its paragraph; true: it is dealt with */ keys?: (
    event: KeyboardEvent,
    before: string,
  ) => boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [RichText] }>();
const { t } = useT();

/** What is asked in the line under the tools: an address, a formula, what a picture shows. */
const asking = ref<{ what: 'link' | 'formula' | 'alt'; text: string; at?: number } | null>(null);
const askField = ref<Focusable | null>(null);
const badLink = ref<LinkProblem | null>(null);
const lostPicture = ref('');

/**
 * Commands where the cursor is. The editor has the keys at once: its own `focus` command gives them to it a frame
 * later, and what is typed until then would go nowhere.
 */
function here() {
  editor.value?.view.focus();
  return editor.value?.chain();
}
async function takePictures(files: readonly File[]): Promise<boolean> {
  const pictures = files.filter((file) => /^image\/(png|jpeg|gif|webp)$/.test(file.type));
  if (!props.keepPicture || pictures.length === 0) return false;
  lostPicture.value = '';
  for (const file of pictures) {
    const fileId = await props.keepPicture(file);
    if (!fileId) lostPicture.value = file.name;
    if (fileId)
      here()
        ?.insertContent({ type: 'image', attrs: { fileId, alt: file.name.replace(/\.\w+$/, '') } })
        .run();
  }
  return true;
}

const TURNS_TO_COME_IN = 8;
const { writing, came, left } = useWriting();
let own = '';
const editor = useEditor({
  content: props.modelValue,
  editable: !props.locked,
  extensions: [
    StarterKit.configure({
      heading: { levels: [2, 3] },
      link: { openOnClick: false, protocols: ['http', 'https', 'mailto'], defaultProtocol: 'https' },
    }),
    Placeholder.configure({ placeholder: props.placeholder }),
    TableKit.configure({ table: { resizable: false } }),
    Mathematics.configure({
      inlineOptions: { onClick: (node, pos) => void askFor('formula', String(node.attrs.latex), pos) },
      katexOptions: { throwOnError: false, maxExpand: 200, maxSize: 20 },
    }),
    Picture,
    AnswerSpace,
    ...(props.onlyAnswers ? [OnlyAnswers] : []),
    ...(props.spaceAct ? [spaceActs(props.spaceAct)] : []),
  ],
  editorProps: {
    handleKeyDown: (view, event) => {
      const { $from } = view.state.selection;
      return props.keys?.(event, $from.parent.textBetween(0, $from.parentOffset)) ?? false;
    },
    attributes: { class: 'rich-text', role: 'textbox', 'aria-multiline': 'true', 'aria-label': props.label, dir: 'auto' },
    handlePaste: (_view, event) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0 || !props.keepPicture) return false;
      void takePictures(files);
      return true;
    },
    handleDrop: (_view, event) => {
      const files = [...(event.dataTransfer?.files ?? [])];
      if (files.length === 0 || !props.keepPicture) return false;
      event.preventDefault();
      event.stopPropagation();
      void takePictures(files);
      return true;
    },
  },
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
    if (JSON.stringify(text) === own || !editor.value) return;
    // Somebody else's words come in while one writes: the cursor stays as near as can be to where it was.
    const { from, to } = editor.value.state.selection;
    own = JSON.stringify(text);
    editor.value.chain().setMeta('fromOutside', true).setContent(text, { emitUpdate: false }).run();
    const end = editor.value.state.doc.content.size;
    if (editor.value.isFocused) editor.value.commands.setTextSelection({ from: Math.min(from, end), to: Math.min(to, end) });
  },
);
watch(
  () => props.locked,
  (locked) => editor.value?.setEditable(!locked, false),
);

async function askFor(what: 'link' | 'formula' | 'alt', text: string, at?: number): Promise<void> {
  badLink.value = null;
  asking.value = { what, text, ...(at === undefined ? {} : { at }) };
  await nextTick();
  askField.value?.focus();
}
function answer(): void {
  const asked = asking.value;
  const chain = here();
  if (!asked || !chain) return;
  const text = asked.text.trim();
  if (asked.what === 'link') {
    const link = readLink(text, { mail: true });
    if (link && 'problem' in link) return void (badLink.value = link.problem);
    const href = link?.href ?? '';
    const whole = chain.extendMarkRange('link');
    if (href === '') whole.unsetLink().run();
    else if (editor.value!.state.selection.empty && !editor.value!.isActive('link'))
      chain.insertContent({ type: 'text', text: href, marks: [{ type: 'link', attrs: { href } }] }).run();
    else whole.setLink({ href }).run();
  } else if (asked.what === 'alt') chain.updateAttributes('image', { alt: text }).run();
  else if (asked.at !== undefined) {
    if (text === '') chain.deleteInlineMath({ pos: asked.at }).run();
    else chain.updateInlineMath({ latex: text, pos: asked.at }).run();
  } else if (text !== '') chain.insertInlineMath({ latex: text }).run();
  asking.value = null;
}
function picked(event: Event): void {
  const input = event.target as HTMLInputElement;
  void takePictures([...(input.files ?? [])]);
  input.value = '';
}

/** Puts words in where the cursor is, and goes on behind them. */
const insert = (text: string) => here()?.insertContent({ type: 'text', text }).run();
/** The cursor goes to the end. An editor that has just come in is on the page some turns later. */
async function focus(): Promise<void> {
  for (let turn = 0; turn < TURNS_TO_COME_IN && !editor.value?.view.dom.isConnected; turn++) await nextTick();
  here()?.setTextSelection(editor.value!.state.doc.content.size).scrollIntoView().run();
}
defineExpose({ insert, focus });

const inTable = computed(() => editor.value?.isActive('table') ?? false);
const onPicture = computed(() => editor.value?.isActive('image') ?? false);
type Words = typeof en.editor;
/** What one of the tools is called. */
type ToolKey = { [Key in keyof Words]: Words[Key] extends string ? Key : never }[keyof Words];
interface Tool {
  key: ToolKey;
  sign: string;
  mark?: string;
  attributes?: object;
  run: () => unknown;
}
const tools = computed((): Tool[] => [
  { key: 'bold', sign: 'B', run: () => here()?.toggleBold().run() },
  { key: 'italic', sign: 'I', run: () => here()?.toggleItalic().run() },
  { key: 'heading', sign: 'H', run: () => here()?.toggleHeading({ level: 2 }).run(), attributes: { level: 2 } },
  { key: 'bullets', sign: '•', mark: 'bulletList', run: () => here()?.toggleBulletList().run() },
  { key: 'numbers', sign: '1.', mark: 'orderedList', run: () => here()?.toggleOrderedList().run() },
  { key: 'link', sign: t('editor.linkSign'), run: () => void askFor('link', String(editor.value?.getAttributes('link').href ?? '')) },
  {
    key: 'table',
    sign: t('editor.tableSign'),
    run: () => here()?.insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
  },
  { key: 'formula', sign: '√x', mark: 'inlineMath', run: () => void askFor('formula', '') },
  ...(props.worksheet
    ? [
        {
          key: 'answerSpace' as const,
          sign: t('editor.answerSpaceSign'),
          run: () => here()?.insertAnswerSpace().run(),
        },
      ]
    : []),
]);
const tableTools: Pick<Tool, 'key' | 'run'>[] = [
  { key: 'addRow', run: () => here()?.addRowAfter().run() },
  { key: 'addColumn', run: () => here()?.addColumnAfter().run() },
  { key: 'dropRow', run: () => here()?.deleteRow().run() },
  { key: 'dropColumn', run: () => here()?.deleteColumn().run() },
  { key: 'dropTable', run: () => here()?.deleteTable().run() },
];
</script>

<template>
  <div class="editor" :class="{ locked, tall, slim, writing }" @focusin="came" @focusout="left">
    <div v-if="!locked" class="tools" role="toolbar" :aria-label="t('editor.tools')">
      <button
        v-for="tool in tools"
        :key="tool.key"
        type="button"
        class="tool"
        :class="`is-${tool.key}`"
        :aria-label="t(`editor.${tool.key}`)"
        :title="t(`editor.${tool.key}`)"
        :aria-pressed="editor?.isActive(tool.mark ?? tool.key, tool.attributes) ?? false"
        @click="tool.run()"
      >
        {{ tool.sign }}
      </button>
      <label v-if="keepPicture" class="tool pick" :title="t('editor.picture')"
        >{{ t('editor.pictureSign')
        }}<input
          class="hidden-text"
          type="file"
          accept="image/png,image/jpeg,image/gif,image/webp"
          multiple
          :aria-label="t('editor.picture')"
          @change="picked"
      /></label>
      <template v-if="inTable"
        ><button v-for="tool in tableTools" :key="tool.key" type="button" class="tool small" @click="tool.run()">
          {{ t(`editor.${tool.key}`) }}
        </button></template
      >
      <button v-if="onPicture" type="button" class="tool small" @click="askFor('alt', String(editor?.getAttributes('image').alt ?? ''))">
        {{ t('editor.alt') }}
      </button>
    </div>
    <FieldForm v-if="asking" lies="row" class="asking" @send="answer" @keydown.esc.stop="asking = null">
      <Input
        ref="askField"
        v-model:value="asking.text"
        :aria-label="t(`editor.${asking.what}`)"
        :placeholder="t(`editor.ask.${asking.what}`)"
        :aria-invalid="badLink !== null || undefined"
        dir="auto"
        :status="badLink !== null ? 'error' : ''"
      />
      <Button html-type="submit">{{ t('editor.set') }}</Button><Button type="link" @click="asking = null">
        {{ t('common.cancel') }}
      </Button>
      <span v-if="badLink" class="alarm small" role="alert">{{
        t(badLink === 'scheme' ? 'common.linkProblem.scheme' : 'editor.badLink')
      }}</span>
    </FieldForm>
    <p v-if="lostPicture" class="alarm small" role="alert">{{ t('editor.pictureFailed', { name: lostPicture }) }}</p>
    <EditorContent v-if="editor" :editor="editor" class="content" />
  </div>
</template>

<style scoped>
.editor {
  position: relative;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  margin-block-end: 6px;
}
.tool {
  border: 1px solid transparent;
  background: none;
  color: var(--text-2);
  border-radius: 6px;
  min-width: 30px;
  min-height: 28px;
  padding-inline: 7px;
  font-weight: 600;
  cursor: pointer;
}
@media (max-width: 640px) {
  .tool {
    min-width: 44px;
    min-height: 44px;
  }
}
.tool:hover {
  border-color: var(--line);
}
.tool[aria-pressed='true'] {
  background: var(--surface-2);
  color: var(--text);
}
.tool.small {
  font-weight: 500;
}
.pick {
  display: inline-flex;
  align-items: center;
}
.pick:focus-within {
  outline: 3px solid var(--focus);
}
.is-italic {
  font-style: italic;
}
.asking {
  margin-block-end: 8px;
  flex-wrap: wrap;
}
.asking .ant-input {
  flex: 1;
  min-width: 180px;
}
.content :deep(.rich-text) {
  min-height: 120px;
  max-width: 74ch;
  outline-offset: 6px;
}
.tall .content :deep(.rich-text) {
  min-height: 240px;
}
.slim .content :deep(.rich-text) {
  font: 15.5px/1.5 var(--font);
  min-height: 84px;
  border: 1px solid var(--field-line);
  border-radius: 6px;
  padding: 8px 11px;
  background: var(--surface);
  outline-offset: 0;
  max-height: 240px;
  overflow: auto;
}
.slim .content :deep(.rich-text:focus) {
  outline: 3px solid var(--focus);
}
.slim:not(.writing) .tools {
  display: none;
}
.content :deep(p.is-editor-empty:first-child::before) {
  content: attr(data-placeholder);
  color: var(--text-3);
  float: inline-start;
  height: 0;
  pointer-events: none;
}
.content :deep(.ProseMirror-selectednode) {
  outline: 3px solid var(--focus);
}
.content :deep(.tiptap-mathematics-render) {
  cursor: pointer;
  padding-inline: 2px;
}
</style>
