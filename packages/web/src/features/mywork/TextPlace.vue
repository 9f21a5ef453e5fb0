<script setup lang="ts">
/** Where a piece's own text is written. Beside a paper to write on it opens when it is wanted. */
import { isBlank } from '@jolly/core';
import type { WorkFile } from '@jolly/server/contract';
import { useT } from '../../i18n/use-t';
import FoldedPart from '../../ui/FoldedPart.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { SaidAnswers, type Upload } from '../files';
import DraftNotes from './DraftNotes.vue';
import type { Draft } from './use-draft';

const props = defineProps<{
  draft: Draft;
  zone: string;
  savedBy: string;
  beside: boolean;
  /** may be said aloud: what was said, and is on its way; null: it is written */ said: { files: WorkFile[]; uploads: Upload[] } | null;
}>();
defineEmits<{ said: [File]; remove: [WorkFile]; stop: [key: string] }>();
const { t } = useT();
// What was written already is never out of sight; while one writes nothing folds away.
const folds = props.beside && isBlank(props.draft.text.value) && !props.said?.files.length;
</script>

<template>
  <component :is="folds ? FoldedPart : 'div'" v-bind="folds ? { title: t('piece.textBeside') } : {}">
    <div class="sheet editor-sheet">
      <RichTextEditor
        :model-value="draft.text.value"
        tall
        :label="t('piece.textLabel')"
        :placeholder="t('piece.textPlaceholder')"
        @update:model-value="draft.change"
      />
      <SaidAnswers
        v-if="said"
        class="said"
        :part="t('said.text')"
        :files="said.files"
        :uploads="said.uploads"
        @said="(file) => $emit('said', file)"
        @remove="(file) => $emit('remove', file)"
        @stop="(key) => $emit('stop', key)"
      />
      <DraftNotes :draft="draft" :zone="zone" :saved-by="savedBy" />
    </div>
  </component>
</template>

<style scoped>
.editor-sheet {
  padding: 12px 22px 10px;
}
.said {
  margin-block-start: 10px;
}
@media (max-width: 900px) {
  .editor-sheet {
    padding-inline: 14px;
  }
}
</style>
