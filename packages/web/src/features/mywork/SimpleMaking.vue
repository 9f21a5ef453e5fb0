<script setup lang="ts">
/** Ways to do a piece, as large signs of which one is open at a time; what is made lies below. */
import { Button } from 'ant-design-vue';
import { computed, ref } from 'vue';
import type { SaidPlace } from '@jolly/core';
import type { MyPieceReply } from '@jolly/server/contract';
import FileButton from '../../ui/FileButton.vue';
import LinkButton from '../../ui/LinkButton.vue';
import SignPicture, { type Sign } from '../../ui/SignPicture.vue';
import { useWords } from '../../ui/use-words';
import { RecordingSheet } from '../files';
import DrawingSheet from './DrawingSheet.vue';
import SheetPlace from './SheetPlace.vue';
import SimpleMade from './SimpleMade.vue';
import TextPlace from './TextPlace.vue';
import type { usePiece } from './use-piece';

const props = defineProps<{ assignmentId: string; userId: string; value: MyPieceReply; work: ReturnType<typeof usePiece> }>();
const { t } = useWords();
type Way = 'draw' | 'photo' | 'say' | 'write' | 'file';
const OWN_TEXT: SaidPlace = { attachmentId: null, placeId: null };
const accepts = computed(() => props.value.piece.accepts);
const takes = (kind: 'photos' | 'drawing' | 'recording') => accepts.value.includes(kind) || accepts.value.includes('files');
const ways = computed((): { way: Way; sign: Sign }[] => [
  ...(takes('drawing') ? [{ way: 'draw', sign: 'draw' } as const] : []),
  ...(takes('photos') ? [{ way: 'photo', sign: 'photo' } as const] : []),
  ...(takes('recording') || (props.value.voiceAnswers && accepts.value.includes('text')) ? [{ way: 'say', sign: 'voice' } as const] : []),
  ...(accepts.value.includes('text') || accepts.value.includes('link') ? [{ way: 'write', sign: 'write' } as const] : []),
  ...(accepts.value.includes('files') ? [{ way: 'file', sign: 'file' } as const] : []),
]);
const open = ref<Way | null>(null);
const toggle = (way: Way) => (open.value = open.value === way ? null : way);
const pictures = computed(() =>
  props.value.attachments.flatMap((one) =>
    one.kind === 'file' && one.file.mediaType.startsWith('image/') ? [{ id: one.file.id, name: one.title || one.file.name }] : [],
  ),
);
/** What is said is a recording of its own where such are asked for, else the text said aloud. */
const addSaid = (file: File) => props.work.add([file], takes('recording') ? null : OWN_TEXT);
function add(files: File[]): void {
  open.value = null;
  void props.work.add(files);
}
const places = ref<InstanceType<typeof SheetPlace>[]>([]);
defineExpose({ places });
</script>

<template>
  <div class="stack making">
    <div class="ways" role="group" :aria-label="t('simple.ways')">
      <LinkButton
        v-for="paper in value.papers"
        :key="paper.attachmentId"
        class="way"
        :to="`/work/${assignmentId}/paper/${paper.attachmentId}`"
        ><SignPicture sign="paper" /><span dir="auto">{{ paper.title || t('simple.paper') }}</span></LinkButton
      >
      <template v-for="{ way, sign } in ways" :key="way">
        <FileButton v-if="way === 'photo'" class="way-photo" accept="image/*" camera @files="add"
          ><SignPicture :sign="sign" /><span>{{ t('simple.photo') }}</span></FileButton
        >
        <FileButton v-else-if="way === 'file'" class="way-photo" multiple @files="add"
          ><SignPicture :sign="sign" /><span>{{ t('simple.file') }}</span></FileButton
        >
        <Button v-else class="way" :class="{ on: open === way }" :aria-expanded="open === way" @click="toggle(way)"
          ><SignPicture :sign="sign" /><span>{{ t(`simple.${way}`) }}</span></Button
        >
      </template>
    </div>
    <DrawingSheet
      v-if="open === 'draw'"
      open
      :pictures="pictures"
      :keep-key="assignmentId"
      @close="open = null"
      @drawn="(file) => add([file])"
    />
    <RecordingSheet v-if="open === 'say'" only-voice @close="open = null" @recorded="addSaid" />
    <TextPlace
      v-if="open === 'write'"
      :draft="work.draft"
      :zone="value.piece.zone"
      :saved-by="value.team ? value.draft.savedBy : ''"
      :beside="false"
      :said="null"
    />
    <SheetPlace
      v-for="sheet in value.sheets"
      ref="places"
      :key="sheet.attachmentId"
      :assignment-id="assignmentId"
      :user-id="userId"
      :sheet="sheet"
      :shared="value.team !== null && value.attachments.some((one) => one.id === sheet.attachmentId && one.use === 'onePerGroup')"
      :zone="value.piece.zone"
      :said="value.voiceAnswers ? { files: work.files.value, uploads: work.uploads.value } : null"
      @corrected="work.reload"
      @said="(file, place) => void work.add([file], place)"
      @remove="work.detach"
      @stop="work.stop"
    />
    <SimpleMade
      :files="work.files.value"
      :papers="value.papers"
      :uploads="work.uploads.value"
      :text="open === 'write' ? null : work.draft.text.value"
      @remove="work.detach"
      @stop="work.stop"
    />
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  grid-auto-rows: 1fr;
  gap: 12px;
}
.way.way,
.way-photo :deep(.face) {
  inline-size: 100%;
  block-size: 100%;
  min-block-size: 128px;
  padding: 12px 8px;
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 8px;
  border-radius: 14px;
  font-size: 20px;
  white-space: normal;
  overflow-wrap: anywhere;
}
.way-photo,
.way-photo :deep(.ant-upload) {
  display: block;
  inline-size: 100%;
  block-size: 100%;
}
.way .sign,
.way-photo .sign {
  inline-size: 52px;
}
.way.on {
  background: var(--surface-now);
  border: 3px solid var(--now);
}
</style>
