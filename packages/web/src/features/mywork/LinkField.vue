<script setup lang="ts">
/** A piece that is a link: read as it is typed, refused with what is wrong with it. */
import { Input } from 'ant-design-vue';
import { plainText, readLink, textOf, type LinkProblem } from '@jolly/core';
import { ref } from 'vue';
import { useWords } from '../../ui/use-words';
import DraftNotes from './DraftNotes.vue';
import type { useDraft } from './use-draft';

const props = defineProps<{ draft: ReturnType<typeof useDraft>; zone: string }>();
const { t } = useWords();
const WEB = 'https://';
const badLink = ref<LinkProblem | null>(null);
function setLink(typed: string): void {
  const link = readLink(typed);
  badLink.value = link && 'problem' in link ? link.problem : null;
  if (badLink.value === null) props.draft.change(textOf(link && 'href' in link ? link.href : ''));
}
</script>

<template>
  <div class="sheet editor-sheet">
    <label class="label" for="work-link">{{ t('piece.link') }}</label><Input
      id="work-link"
      inputmode="url"
      :value="plainText(draft.text.value).trim()"
      :placeholder="WEB"
      dir="ltr"
      :value-modifiers="{ lazy: true }"
      @change="setLink(($event.target as HTMLInputElement).value)"
    />
    <p v-if="badLink" class="alarm small" role="alert">{{ t(`common.linkProblem.${badLink}`) }}</p>
    <DraftNotes :draft="draft" :zone="zone" />
  </div>
</template>

<style scoped>
.editor-sheet {
  padding: 12px 22px 10px;
}
@media (max-width: 900px) {
  .editor-sheet {
    padding-inline: 14px;
  }
}
</style>
