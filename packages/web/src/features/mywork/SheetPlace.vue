<script setup lang="ts">
/** One's own copy of a worksheet, saved as one writes; a later correction by the teacher is offered. */
import { Button } from 'ant-design-vue';
import { answersOf, answersWithoutSpace, hasAnswerSpaces, isBlank, type SaidPlace } from '@jolly/core';
import type { SheetView, WorkFile } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { amendLast, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { saidAt, SaidAnswers, type Upload } from '../files';
import DraftNotes from './DraftNotes.vue';
import { useDraft } from './use-draft';
import FoldedPart from '../../ui/FoldedPart.vue';

const props = defineProps<{
  assignmentId: string;
  userId: string;
  sheet: SheetView;
  /** one for the group */ shared: boolean;
  zone: string;
  /** may be answered aloud: what was said, and is on its way; null: it is written */ said: { files: WorkFile[]; uploads: Upload[] } | null;
}>();
const emit = defineEmits<{ corrected: []; said: [file: File, place: SaidPlace]; remove: [WorkFile]; stop: [key: string] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const params = { assignmentId: props.assignmentId, attachmentId: props.sheet.attachmentId };
const draft = useDraft({
  name: `${props.assignmentId} ${props.sheet.attachmentId}`,
  userId: props.userId,
  async store(body) {
    const stored = await ask('PUT /api/my/work/:assignmentId/sheets/:attachmentId', { params, body });
    void amendLast('GET /api/my/work/:assignmentId', { params: { assignmentId: props.assignmentId } }, (seen) => ({
      ...seen,
      sheets: seen.sheets.map((one) => (one.attachmentId === params.attachmentId ? stored : one)),
    }));
    return stored;
  },
});
draft.begin(props.sheet);
watch(
  () => props.sheet,
  (newer) => draft.refresh(newer),
);
const onlyAnswers = computed(() => hasAnswerSpaces(props.sheet.text));

/** answers for which the corrected sheet has no space */
const lost = ref(0);
const correct = () =>
  attempt(async () => {
    await draft.save();
    const before = answersOf(draft.text.value);
    const newer = await ask('POST /api/my/work/:assignmentId/sheets/:attachmentId/correction', {
      params,
      body: { version: props.sheet.version },
    });
    const homeless = answersWithoutSpace(newer.text, before);
    lost.value = Object.values(homeless).filter((content) => !isBlank({ type: 'doc', content })).length;
    draft.begin(newer);
    emit('corrected');
  });
/** Parts of the sheet that are answered aloud, or are about to be: its spaces, or where it has none the whole of it. */
const asked = ref<string | null>(null);
const parts = computed(() => {
  if (!props.said) return [];
  const keys: (string | null)[] = onlyAnswers.value ? Object.keys(answersOf(draft.text.value)) : [null];
  return keys.flatMap((key, index) => {
    const place: SaidPlace = { attachmentId: props.sheet.attachmentId, placeId: key };
    const [files, uploads] = [saidAt(props.said!.files, place), saidAt(props.said!.uploads, place)];
    const isShown = key === null || key === asked.value || files.length + uploads.length > 0;
    const name =
      key === null ? props.sheet.title : t('said.onSheet', { place: t('said.answer', { n: index + 1 }), sheet: props.sheet.title });
    return isShown ? [{ key, place, files, uploads, name, heading: t('said.answer', { n: index + 1 }) }] : [];
  });
});
const partsAt = ref<HTMLElement | null>(null);
const spaceAct = props.said
  ? {
      label: (number: number) => t('said.space', { n: number }),
      run: async (key: string) => {
        asked.value = key;
        await nextTick();
        partsAt.value?.querySelector(`[data-part="${CSS.escape(key)}"]`)?.scrollIntoView({ block: 'nearest' });
      },
    }
  : null;
defineExpose({ save: draft.save, status: draft.status });
</script>

<template>
  <section class="sheet editor-sheet" :aria-label="sheet.title">
    <h3 dir="auto">{{ sheet.title }}</h3>
    <p class="muted small">
      {{ `${t(shared ? 'sheets.groups' : 'sheets.own')} ${t(onlyAnswers ? 'sheets.onlySpaces' : 'sheets.allOfIt')}` }}
    </p>
    <div v-if="sheet.corrected" class="note stack">
      <p>{{ t('sheets.corrected') }}</p>
      <FoldedPart :title="t('sheets.lookCorrected')">
        <RichTextView class="sheet other" :text="sheet.corrected" />
      </FoldedPart>
      <div>
        <Button :disabled="busy" @click="correct">{{ t('sheets.takeCorrected') }}</Button>
      </div>
      <p v-if="problem" class="alarm small" role="alert">{{ problem.title }}</p>
    </div>
    <p v-if="lost > 0" class="note" role="status">{{ count('sheets.lost', lost) }}</p>
    <RichTextEditor
      :key="String(onlyAnswers)"
      :model-value="draft.text.value"
      :only-answers="onlyAnswers"
      :space-act="spaceAct"
      :label="sheet.title"
      :placeholder="t('piece.textPlaceholder')"
      @update:model-value="draft.change"
    />
    <div ref="partsAt" class="stack">
      <div v-for="one in parts" :key="one.key ?? ''" :data-part="one.key ?? ''">
        <h4 v-if="one.key !== null" class="small">{{ one.heading }}</h4>
        <SaidAnswers
          :part="one.name"
          :files="one.files"
          :uploads="one.uploads"
          :open="one.key !== null && one.key === asked"
          @said="(file) => emit('said', file, one.place)"
          @remove="(file) => emit('remove', file)"
          @stop="(key) => emit('stop', key)"
          @closed="asked = null"
        />
      </div>
    </div>
    <DraftNotes :draft="draft" :zone="zone" />
  </section>
</template>

<style scoped>
.editor-sheet {
  padding: 12px 22px 10px;
}
.editor-sheet > * + * {
  margin-block-start: 8px;
}
.other {
  padding: 14px;
  max-height: 300px;
  overflow: auto;
}
</style>
