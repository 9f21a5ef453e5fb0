<script setup lang="ts">
/** What is attached to a piece, and ways to attach more: files, the camera, a drawing, a recording. */
import { Button } from 'ant-design-vue';
import type { HandInKind } from '@jolly/core';
import type { Attachment, WorkFile } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { FileView, sizeText } from '../files';
import DrawingSheet from './DrawingSheet.vue';
import { RecordingSheet } from '../files';
import type { Upload } from '../files';
import { useWords } from '../../ui/use-words';
import ProgressBar from '../../ui/ProgressBar.vue';
import FileButton from '../../ui/FileButton.vue';

const props = defineProps<{
  accepts: readonly HandInKind[];
  files: readonly WorkFile[];
  uploads: readonly Upload[];
  dropping: boolean;
  keepKey: string;
  /** what came with the assignment: its pictures can be drawn over */ attachments: readonly Attachment[];
}>();
const emit = defineEmits<{ add: [File[]]; remove: [WorkFile]; stop: [string]; copy: [string]; again: [] }>();
const { t, percent } = useWords();
const drawing = ref(false);
const recording = ref(false);
const looking = ref<string | null>(null);

const takesAny = computed(() => props.accepts.includes('files'));
const takesPictures = computed(() => takesAny.value || props.accepts.includes('photos'));
const takesDrawings = computed(() => takesAny.value || props.accepts.includes('drawing'));
const takesRecordings = computed(() => takesAny.value || props.accepts.includes('recording'));
/** what the file chooser offers where only some kinds are asked for */
const fileKinds = computed(() =>
  takesAny.value
    ? undefined
    : [
        ...(props.accepts.includes('photos') || props.accepts.includes('drawing') ? ['image/*'] : []),
        ...(props.accepts.includes('recording') ? ['audio/*', 'video/*'] : []),
      ].join(','),
);
const hint = computed(() =>
  takesAny.value
    ? t('piece.fileHint')
    : t('piece.onlyKinds', {
        kinds: props.accepts
          .filter((kind) => kind !== 'text' && kind !== 'link')
          .map((kind) => t(`compose.kinds.${kind}`))
          .join(', '),
      }),
);
const ownPictures = computed(() => [
  ...props.files.filter((file) => /^image\/(png|jpeg|gif|webp)$/.test(file.mediaType)),
  ...props.attachments.flatMap((one) =>
    one.kind === 'file' && one.file.mediaType.startsWith('image/') ? [{ id: one.file.id, name: one.title || one.file.name }] : [],
  ),
]);
const waiting = computed(() => props.uploads.some((one) => one.state === 'waiting'));
</script>

<template>
  <div class="stack">
    <div class="sheet files" :class="{ dropping }">
      <ul class="plain">
        <li v-for="file in files" :key="file.id">
          <div class="file">
            <Button
              type="text"
              class="bare name grow clip"
              :aria-expanded="looking === file.id"
              dir="auto"
              @click="looking = looking === file.id ? null : file.id"
            >
              {{ file.name }}</Button><span class="muted small">{{ sizeText(file.size) }}</span
            ><Button type="link" :aria-label="t('piece.remove', { name: file.name })" @click="emit('remove', file)"> × </Button>
          </div>
          <FileView v-if="looking === file.id" :file="file" />
        </li>
        <li v-for="upload in uploads" :key="upload.key" class="file" :class="{ refused: upload.state === 'refused' }">
          <span class="grow clip" dir="auto" :role="upload.state === 'refused' ? 'alert' : undefined">{{
            upload.state === 'refused' ? t('piece.uploadFailed', { name: upload.name, why: upload.why }) : upload.name
          }}</span>
          <span v-if="upload.state === 'reducing'" class="muted small">{{ t('piece.reducing') }}</span>
          <span v-else-if="upload.state === 'waiting'" class="small">{{
            t('piece.uploadWaits', { n: Math.floor(upload.share * 100) })
          }}</span>
          <template v-else-if="upload.state === 'sending'"
            ><ProgressBar :done="upload.share" :label="t('piece.sending', { name: upload.name })" /><span class="muted small share">{{
              percent(Math.floor(upload.share * 100))
            }}</span></template
          >
          <Button v-if="upload.state === 'refused'" type="link" @click="emit('copy', upload.key)">
            {{ t('piece.saveCopy') }}{{ ' ' }}<span class="hidden-text">{{ upload.name }}</span>
          </Button>
          <Button type="link" @click="emit('stop', upload.key)">
            {{ upload.state === 'refused' ? '×' : t('piece.stop') }}{{ ' ' }}<span class="hidden-text">{{ upload.name }}</span>
          </Button>
        </li>
      </ul>
      <p v-if="waiting" class="note row wrap">
        <span class="grow">{{ t('piece.uploadKept') }}</span><Button @click="emit('again')">
          {{ t('common.retry') }}
        </Button>
      </p>
      <div class="row wrap ways">
        <!-- Where there is a camera at hand it comes first: most of what is handed in from a phone is a page seen by it. -->
        <FileButton v-if="takesPictures" class="camera" accept="image/*" camera @files="(files) => emit('add', files)">{{
          t('piece.camera')
        }}</FileButton>
        <FileButton :accept="fileKinds" multiple @files="(files) => emit('add', files)">{{ t('piece.addFiles') }}</FileButton>
        <Button v-if="takesDrawings" :aria-expanded="drawing" @click="drawing = !drawing">
          {{ t('drawing.draw') }}
        </Button>
        <Button v-if="takesRecordings" :aria-expanded="recording" @click="recording = !recording">
          {{ t('recording.begin') }}
        </Button>
        <span class="muted small">{{ hint }}</span>
      </div>
    </div>
    <DrawingSheet
      v-if="takesDrawings"
      :open="drawing"
      :pictures="ownPictures"
      :keep-key="keepKey"
      @close="drawing = false"
      @drawn="(file) => emit('add', [file])"
    />
    <RecordingSheet v-if="recording" @close="recording = false" @recorded="(file) => emit('add', [file])" />
  </div>
</template>

<style scoped>
.files {
  padding: 14px 18px;
}
.files.dropping {
  outline: 3px dashed var(--now);
}
.files > * + * {
  margin-block-start: 8px;
}
.file {
  display: flex;
  align-items: center;
  gap: 10px;
  padding-block: 3px;
  min-width: 0;
}
.name {
  justify-content: stretch;
  align-items: stretch;
  border-radius: 0;
  border: 0;
  background: none;
  color: inherit;
  text-align: start;
  text-decoration: underline;
  cursor: pointer;
  padding: 4px 0;
}
.refused {
  color: var(--alarm-text);
}
.refused .clip {
  white-space: normal;
}
.share {
  inline-size: 44px;
  text-align: end;
}
/* A desk has no camera to point at a page. */
.camera {
  display: none;
}
@media (pointer: coarse) {
  .camera {
    display: inline-flex;
  }
  .camera :deep(.face) {
    background: var(--surface-now);
    border-color: var(--now);
  }
}
</style>
