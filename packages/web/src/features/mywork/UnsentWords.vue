<script setup lang="ts">
/**
 * Words of this browser that the server never had, while the piece is not open to be worked on: handed in from
 * another device or by the group, closed, sent back. They can be read and copied, and go in once it is open again.
 */
import { Button } from 'ant-design-vue';
import { isBlank, plainText, type RichText } from '@jolly/core';
import { computed, ref } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { keptDrafts, type Draft } from './use-draft';

const props = defineProps<{
  draft: Draft;
  userId: string;
  assignmentId: string;
  titles: ReadonlyMap<string, string>;
  mayTakeBack: boolean;
  /** something written on a paper never reached the server either */ papers: boolean;
}>();
const { t } = useWords();
const unsent = computed(() => {
  const { status, text, refusal } = props.draft;
  const own: { key: string; title: string; text: RichText }[] =
    status.value === 'saved' || isBlank(text.value) ? [] : [{ key: 'text', title: t('piece.textLabel'), text: text.value }];
  // What is kept of a worksheet is looked at anew with each refusal or save of the text.
  void refusal.value;
  const sheets = keptDrafts(props.userId, `${props.assignmentId} `).map(({ name, text: words }) => ({
    key: name,
    title: props.titles.get(name) ?? '',
    text: words,
  }));
  return [...own, ...sheets.filter((one) => !isBlank(one.text))];
});
const copied = ref('');
async function copy(one: { key: string; text: RichText }): Promise<void> {
  await navigator.clipboard.writeText(plainText(one.text).trim());
  copied.value = one.key;
}
</script>

<template>
  <section v-if="unsent.length > 0 || papers" class="note bad stack" role="alert" :aria-label="t('unsent.title')">
    <strong>{{ t('unsent.title') }}</strong>
    <p v-if="draft.status.value === 'refused'">{{ draft.refusal.value.title }}</p>
    <p>{{ t(mayTakeBack ? 'unsent.takeBack' : 'unsent.kept') }}</p>
    <p v-if="papers">{{ t('unsent.papers') }}</p>
    <div v-for="one in unsent" :key="one.key" class="sheet words stack">
      <div class="row">
        <strong class="grow" dir="auto">{{ one.title }}</strong><span v-if="copied === one.key" class="small" role="status">{{
          t('unsent.copied')
        }}</span
        ><Button @click="copy(one)">{{ t('unsent.copy') }}</Button>
      </div>
      <RichTextView :text="one.text" />
    </div>
  </section>
</template>

<style scoped>
.words {
  padding: 12px 16px;
  max-block-size: 320px;
  overflow: auto;
}
</style>
