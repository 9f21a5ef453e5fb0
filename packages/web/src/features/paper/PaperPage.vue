<script setup lang="ts">
/** A student's own copy of a paper: written on with words, pen, marker, ticks and stickers, saved as one works. */
import { Button } from 'ant-design-vue';
import { computed, onMounted, reactive, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useElementSize, useMediaQuery } from '@vueuse/core';
import type { SaidPlace } from '@jolly/core';
import type { OwnPaperReply, WorkFile } from '@jolly/server/contract';
import { addressOf, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLiveLook } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import { timeText } from '../../time/format';
import LinkButton from '../../ui/LinkButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { saidAt, SaidAnswers, useUploads } from '../files';
import PaperLayer from './PaperLayer.vue';
import PaperPages from './PaperPages.vue';
import PaperTools from './PaperTools.vue';
import { draws, firstChoice, type Choice } from './tools';
import { usePaper } from './use-paper';
import { useTwoFingers } from './use-two-fingers';

/** How wide a page is at most where nothing is zoomed, in pixels. */
const WIDTH = 820;
const ZOOM = { least: 0.5, most: 4, step: 1.25 };
const { t, percent } = useWords();
const route = useRoute();
const session = useSession();
const own = { assignmentId: String(route.params.id), attachmentId: String(route.params.paper) };
const paper = usePaper({ userId: session.me?.id ?? '', ...own });
const files = ref<WorkFile[]>([]);
const { state, value, why, reload } = useLoad<OwnPaperReply>(async () => {
  const reply = await ask('GET /api/my/work/:assignmentId/papers/:attachmentId', { params: own });
  paper.begin(reply);
  files.value = reply.said;
  return reply;
});
const zone = computed(() => value.value?.zone ?? 'UTC');
const { problem, busy, attempt } = useAttempt();
const may = computed(() => value.value !== null && value.value.mayWrite === null && !paper.isShut.value);

const choice = firstChoice();
const choose = (more: Partial<Choice>) => Object.assign(choice, more);
// On a phone nobody has chosen a tool yet who only looks: a finger moves the paper first.
const isTouch = useMediaQuery('(pointer: coarse)');
onMounted(() => isTouch.value && choose({ tool: { kind: 'move' } }));

const box = ref<HTMLElement | null>(null);
const { width: room } = useElementSize(box);
const zoom = ref(1);
const width = computed(() => Math.round(Math.min(WIDTH, Math.max(240, room.value - 2)) * zoom.value));
const zoomBy = (by: number) => (zoom.value = Math.min(ZOOM.most, Math.max(ZOOM.least, zoom.value * by)));
const { gesturing } = useTwoFingers(box, { active: () => may.value && draws(choice.tool), zoom, least: ZOOM.least, most: ZOOM.most });
const layers = reactive(new Map<number, InstanceType<typeof PaperLayer>>());
const layer = (page: number) => (one: unknown) => (one ? layers.set(page, one as InstanceType<typeof PaperLayer>) : layers.delete(page));
watch(width, () => layers.forEach((one) => one.resized()));

function key(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || !may.value) return;
  event.preventDefault();
  if (event.shiftKey) paper.redo();
  else paper.undo();
}
useLiveLook(
  () => (value.value ? addressOf('GET /api/my/work/:assignmentId/live', { params: { assignmentId: own.assignmentId } }) : null),
  paper.refresh,
  400,
);

// What is said aloud: of the whole paper, or of one place on it.
const voice = useUploads({
  assignmentId: own.assignmentId,
  userId: session.me?.id ?? '',
  onSentElsewhere: () => void reload(),
  onAttached: (file) => files.value.some((one) => one.id === file.id) || files.value.push(file),
});
watch(
  () => (value.value ? may.value : null),
  (open) => open !== null && void voice.resume({ open }),
  { immediate: true },
);
const saidPlaces = computed(() => (value.value?.voiceAnswers ? new Set(files.value.flatMap((one) => one.answers?.placeId ?? [])) : null));
const saying = ref<{ place: SaidPlace; label: string } | null>(null);
const say = (placeId: string | null, label: string) => (saying.value = { place: { attachmentId: own.attachmentId, placeId }, label });
const takeOff = (file: WorkFile) =>
  attempt(async () => {
    await ask('DELETE /api/my/work/:assignmentId/files/:fileId', { params: { assignmentId: own.assignmentId, fileId: file.id } });
    files.value = files.value.filter((one) => one.id !== file.id);
  });

const correct = () =>
  attempt(async () => {
    await paper.save();
    await ask('POST /api/my/work/:assignmentId/papers/:attachmentId/correction', { params: own });
    await reload();
  });
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page paper-page" @keydown="key">
      <header class="top">
        <div class="grow names">
          <h1 class="clip" dir="auto">{{ value.title }}</h1>
          <p class="small muted" role="status">
            <span dir="auto">{{ value.pieceTitle }}</span><template v-if="value.shared"> · {{ t('paper.shared') }}</template
            ><template v-if="paper.status.value === 'saving' || paper.status.value === 'changed'"> · {{ t('common.saving') }}</template
            ><template v-else-if="paper.status.value === 'saved' && paper.savedAt.value !== null">
              · {{ t('common.saved', { time: timeText(paper.savedAt.value, zone) }) }}</template
            >
          </p>
        </div>
        <div class="zoom row" role="group" :aria-label="t('paper.zoom')">
          <Button :aria-label="t('paper.smaller')" :disabled="zoom <= ZOOM.least" @click="zoomBy(1 / ZOOM.step)">−</Button
          ><span class="small">{{ percent(Math.round(zoom * 100)) }}</span
          ><Button :aria-label="t('paper.larger')" :disabled="zoom >= ZOOM.most" @click="zoomBy(ZOOM.step)">+</Button>
        </div>
        <Button v-if="value.voiceAnswers" @click="say(null, value.title)">{{ t('said.begin') }}</Button>
        <LinkButton :to="`/work/${own.assignmentId}`" type="primary">{{ t('paper.done') }}</LinkButton>
      </header>
      <PaperTools
        v-if="may"
        :choice="choice"
        :stickers="value.stickers"
        :can-undo="paper.canUndo.value"
        :can-redo="paper.canRedo.value"
        @choose="choose"
        @undo="paper.undo"
        @redo="paper.redo"
      />
      <p v-else-if="value.mayWrite" class="note small">{{ t('paper.locked') }}</p>
      <p v-if="paper.status.value === 'kept'" class="note small" role="status">{{ t('common.keptHere') }}</p>
      <p v-if="paper.status.value === 'refused'" class="note bad small" role="alert">
        {{ paper.refusal.value }} {{ t('piece.refusedKept') }}
      </p>
      <div v-if="value.corrected && may" class="note row wrap small">
        <span class="grow">{{ t('paper.corrected') }}</span><Button :disabled="busy" @click="correct">{{
          t('sheets.takeCorrected')
        }}</Button>
      </div>
      <ProblemNote :problem="problem" />
      <section v-if="saying" :key="String(saying.place.placeId)" class="sheet saying" :aria-label="saying.label">
        <div class="row">
          <strong class="grow clip" dir="auto">{{ saying.label }}</strong><Button @click="saying = null">{{ t('common.close') }}</Button>
        </div>
        <SaidAnswers
          :part="saying.place.placeId === null ? saying.label : t('said.onSheet', { place: saying.label, sheet: value.title })"
          :files="saidAt(files, saying.place)"
          :uploads="saidAt(voice.uploads.value, saying.place)"
          :open="saidAt(files, saying.place).length === 0"
          :locked="!may"
          @said="(file) => void voice.add([file], saying!.place)"
          @remove="takeOff"
          @stop="voice.stop"
        />
      </section>
      <div ref="box" class="scroll" tabindex="-1">
        <PaperPages :file="value.file" :width="width">
          <template #page="{ page, near, ratio, fields }"
            ><PaperLayer
              :ref="layer(page)"
              :page="page"
              :ratio="ratio"
              :near="near"
              :objects="paper.objects.value"
              :places="value.places"
              :fields="fields"
              :said="saidPlaces"
              :choice="may ? choice : null"
              :gesturing="gesturing"
              @change="paper.change"
              @say="(place) => say(place.id, place.label)"
          /></template>
        </PaperPages>
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.paper-page {
  display: flex;
  flex-direction: column;
  gap: 8px;
  max-inline-size: 1180px;
  block-size: calc(100dvh - 126px);
  min-block-size: 420px;
  padding-block: 12px 8px;
}
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
}
.names {
  min-inline-size: 0;
}
.top h1 {
  font-size: 20px;
}
.zoom {
  gap: 4px;
  align-items: center;
}
.zoom .ant-btn {
  min-inline-size: 40px;
}
@media (max-width: 640px) {
  .paper-page {
    block-size: 100dvh;
    padding: 6px 8px;
    gap: 4px;
  }
}
.saying {
  padding: 10px 14px;
}
.scroll {
  flex: 1;
  min-block-size: 0;
  overflow: auto;
  overscroll-behavior: contain;
  background: var(--surface-2);
  border: 1px solid var(--line);
  border-radius: 6px;
}
</style>
