/** @jest-environment @happy-dom/jest-environment */
import { plainText, textOf, type RichText } from '@jolly/core';
import { defineComponent, h, nextTick, onMounted, ref, type ComponentPublicInstance } from 'vue';
import { opened } from '../testing-page';
import RichTextEditor from './RichTextEditor.vue';

type Editor = ComponentPublicInstance & { insert: (text: string) => void; focus: () => void };

it('has the keys at once when words are put in or it is called, not a frame later', async () => {
  const page = await opened(RichTextEditor, { props: { modelValue: textOf('Clear.'), label: 'Remark', placeholder: '' } });
  const editor = page.wrapper.vm as Editor;
  const isThere = () => document.activeElement?.getAttribute('aria-label') === 'Remark';
  void editor.focus();
  expect(isThere()).toBe(true);
  (document.activeElement as HTMLElement).blur();
  editor.insert(' Now say why.');
  expect(isThere()).toBe(true);
  await nextTick();
  expect(plainText(page.wrapper.emitted('update:modelValue')!.at(-1)![0] as RichText).trim()).toBe('Clear. Now say why.');
});

it('has them also when it is called while it comes in', async () => {
  const Question = defineComponent({
    setup() {
      const editor = ref<Editor | null>(null);
      onMounted(() => editor.value?.focus());
      return () => h(RichTextEditor, { ref: editor, modelValue: textOf(''), label: 'Asks', placeholder: '' });
    },
  });
  await opened(Question);
  expect(document.activeElement?.getAttribute('aria-label')).toBe('Asks');
});
