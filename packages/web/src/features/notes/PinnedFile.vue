<script setup lang="ts">
/** A file of a hand-in with what is pinned to it: zoomed and turned as one likes, pins stay where they are. */
import { Button } from 'ant-design-vue';
import { isPaper, type AreaPlace, type Place } from '@jolly/core';
import type { HandInView, MarginNote } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import TurnedBox from '../../ui/TurnedBox.vue';
import { FileView, kindOf, PdfView, sizeText, fileAddress } from '../files';
import PinLayer from './PinLayer.vue';
import { clock } from './places';
import { useWords } from '../../ui/use-words';
import ToggleButton from '../../ui/ToggleButton.vue';

const props = defineProps<{
  file: HandInView['files'][number];
  notes: readonly MarginNote[];
  numbers: Record<string, number>;
  active: string | null;
  draft: Place | null;
  may: boolean;
  /** where it is kept with the notes on it; empty: nowhere */ noted: string;
}>();
const emit = defineEmits<{ place: [Place]; strokes: [{ fileId: string; page: number; stroke: number[] }]; open: [string]; undo: [] }>();
const { t, percent } = useWords();
const WIDTH = 620;
const ZOOMS = [0.5, 0.75, 1, 1.5, 2, 3];

const kind = computed(() => kindOf(props.file));
const address = computed(() => fileAddress(props.file.id, 'inline'));
const zoomAt = ref(2);
const zoom = computed(() => ZOOMS[zoomAt.value]!);
const turns = ref(0);
const tool = ref<'pin' | 'pen'>('pin');
const ratio = ref(1.4);
const player = ref<HTMLMediaElement | null>(null);
const moments = computed(() =>
  props.notes.flatMap((note) =>
    note.here?.kind === 'moment' && note.here.fileId === props.file.id ? [{ id: note.id, at: note.here.at }] : [],
  ),
);
const hasNotes = computed(() =>
  props.notes.some(({ here }) => (here?.kind === 'area' || here?.kind === 'pen') && here.fileId === props.file.id),
);
const hasPen = computed(() =>
  props.notes.some((note) => note.mine && !note.shown && note.here?.kind === 'pen' && note.here.fileId === props.file.id),
);

function measured(event: Event): void {
  const { naturalWidth, naturalHeight } = event.target as HTMLImageElement;
  if (naturalHeight > 0) ratio.value = naturalWidth / naturalHeight;
}
/** Stops where the recording is, and pins a note there. */
function pinMoment(): void {
  player.value?.pause();
  emit('place', { kind: 'moment', fileId: props.file.id, at: Math.round((player.value?.currentTime ?? 0) * 1000) });
}
function hear(at: number, id: string): void {
  if (player.value) {
    player.value.currentTime = at / 1000;
    void player.value.play().catch(() => undefined);
  }
  emit('open', id);
}
const layer = computed(() => ({
  fileId: props.file.id,
  notes: props.notes,
  numbers: props.numbers,
  active: props.active,
  draft: props.draft,
  tool: props.may ? tool.value : ('none' as const),
}));
const placed = (place: AreaPlace) => emit('place', place);
defineExpose({ kind, id: props.file.id, pinMoment });
</script>

<template>
  <FileView v-if="kind === 'words' || kind === 'none' || kind === 'tooManyPixels'" :file="file" />
  <figure v-else class="file" :data-file="file.id">
    <div v-if="kind === 'picture' || kind === 'pdf'" class="row tools" role="toolbar" :aria-label="file.name">
      <template v-if="may"
        ><ToggleButton :on="tool === 'pin'" @click="tool = 'pin'">{{ t('notes.pin') }}</ToggleButton
        ><ToggleButton :on="tool === 'pen'" @click="tool = 'pen'">{{ t('notes.pen') }}</ToggleButton
        ><Button v-if="hasPen" type="link" @click="emit('undo')">{{ t('notes.undoStroke') }}</Button></template
      >
      <span class="grow" />
      <Button type="link" :aria-label="t('notes.smaller')" :disabled="zoomAt === 0" @click="zoomAt -= 1">−</Button
      ><span class="small percent">{{ percent(Math.round(zoom * 100)) }}</span
      ><Button type="link" :aria-label="t('notes.larger')" :disabled="zoomAt === ZOOMS.length - 1" @click="zoomAt += 1"> + </Button>
      <Button type="link" @click="turns = (turns + 1) % 4">{{ t('notes.turn') }}</Button>
    </div>
    <div v-if="kind === 'picture'" class="wide" tabindex="0" :aria-label="file.name">
      <TurnedBox class="picture" :class="{ large: zoom > 1 }" :turns="turns" :ratio="ratio" :width="WIDTH * zoom"
        ><img :src="address" :alt="file.name" @load="measured" /><PinLayer
          v-bind="layer"
          :page="1"
          @place="placed"
          @strokes="(stroke) => emit('strokes', { fileId: file.id, page: 1, stroke })"
          @open="(id) => emit('open', id)"
      /></TurnedBox>
    </div>
    <div v-else-if="kind === 'pdf'" class="wide" :class="{ large: zoom > 1 }" tabindex="0" :aria-label="file.name">
      <PdfView :address="address" :zoom="zoom" :turns="turns"
        ><template #page="{ page }"
          ><PinLayer
            v-bind="layer"
            :page="page"
            @place="placed"
            @strokes="(stroke) => emit('strokes', { fileId: file.id, page, stroke })"
            @open="(id) => emit('open', id)" /></template
      ></PdfView>
    </div>
    <template v-else>
      <audio v-if="kind === 'sound'" ref="player" controls preload="metadata" :src="address" :aria-label="file.name" />
      <video v-else ref="player" controls preload="metadata" :src="address" :aria-label="file.name" />
      <div class="row wrap">
        <Button v-if="may" @click="pinMoment">{{ t('notes.pinMoment') }}</Button><ToggleButton
          v-for="one in moments"
          :key="one.id"
          :on="one.id === active"
          :data-pin="one.id"
          @click="hear(one.at, one.id)"
        >
          {{ clock(one.at) }}
        </ToggleButton>
      </div>
    </template>
    <figcaption class="row">
      <strong class="grow clip" dir="auto">{{ file.name }}</strong><span class="muted small">{{ sizeText(file.size) }}</span
      ><Button v-if="noted && isPaper(file.mediaType) && hasNotes" :href="noted" download>{{ t('notes.withNotes') }}</Button
      ><Button :href="fileAddress(file.id)" download
        >{{ t('desk.download') }}{{ ' ' }}<span class="hidden-text">{{ file.name }}</span></Button
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.file {
  margin: 0 0 18px;
}
.tools {
  gap: 6px;
  margin-block-end: 6px;
}
.percent {
  min-inline-size: 48px;
  text-align: center;
  font-variant-numeric: tabular-nums;
}
.wide {
  overflow: auto;
  max-block-size: 78vh;
}
.wide :deep(.large),
.wide.large :deep(.leaf) {
  max-inline-size: none;
}
img {
  inline-size: 100%;
  block-size: 100%;
  display: block;
  border: 1px solid var(--line);
  border-radius: 6px;
}
audio {
  inline-size: 100%;
}
video {
  max-inline-size: 100%;
  display: block;
  border-radius: 6px;
}
figcaption {
  margin-block-start: 8px;
}
</style>
