<script setup lang="ts">
/** The pages of a PDF, drawn one after another; only the first pages at once, the rest as they come into sight. */
import { useIntersectionObserver } from '@vueuse/core';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import TurnedBox from '../../ui/TurnedBox.vue';

/** More are for a reader of one's own; each page drawn takes memory. */
const MOST_PAGES = 200;
const props = withDefaults(
  defineProps<{ address: string; /** of the usual width */ zoom?: number; /** quarter turns to the right */ turns?: number }>(),
  { zoom: 1, turns: 0 },
);
defineSlots<{ page?: (of: { page: number }) => unknown }>();
const { t } = useT();
const box = ref<HTMLElement | null>(null);
const pages = ref(0);
const all = ref(0);
/** width by height of each page that was drawn */
const ratios = ref<Record<number, number>>({});
const locked = ref(false);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
let pdf: PDFDocumentProxy | null = null;
const drawn = new Set<number>();
const stops: (() => void)[] = [];

async function draw(number: number, canvas: HTMLCanvasElement): Promise<void> {
  if (!pdf || drawn.has(number)) return;
  drawn.add(number);
  const page = await pdf.getPage(number);
  const width = Math.min(760, box.value?.clientWidth ?? 600) * props.zoom;
  const viewport = page.getViewport({ scale: (width / page.getViewport({ scale: 1 }).width) * Math.min(2, window.devicePixelRatio || 1) });
  [canvas.width, canvas.height] = [viewport.width, viewport.height];
  ratios.value = { ...ratios.value, [number]: viewport.width / viewport.height };
  await page.render({ canvas, viewport }).promise;
}

async function load(): Promise<void> {
  state.value = 'loading';
  drawn.clear();
  try {
    const [{ getDocument, GlobalWorkerOptions }, { default: worker }] = await Promise.all([
      import('pdfjs-dist'),
      import('pdfjs-dist/build/pdf.worker.min.mjs?url'),
    ]);
    GlobalWorkerOptions.workerSrc = worker;
    pdf = await getDocument({ url: props.address, isEvalSupported: false, enableXfa: false }).promise;
    all.value = pdf.numPages;
    pages.value = Math.min(pdf.numPages, MOST_PAGES);
    state.value = 'ready';
    await nextTick();
    box.value?.querySelectorAll('canvas').forEach((canvas, index) => {
      const { stop } = useIntersectionObserver(canvas, ([entry]) => entry?.isIntersecting && void draw(index + 1, canvas), {
        rootMargin: '600px',
      });
      stops.push(stop);
    });
  } catch (error) {
    locked.value = (error as Error).name === 'PasswordException';
    state.value = 'failed';
  }
}
watch(() => props.address, load, { immediate: true });
// Larger pages are drawn anew, so that they stay sharp; those out of sight when they come into it.
watch(
  () => props.zoom,
  async () => {
    drawn.clear();
    await nextTick();
    box.value
      ?.querySelectorAll('canvas')
      .forEach(
        (canvas, index) =>
          canvas.getBoundingClientRect().top < window.innerHeight * 2 &&
          canvas.getBoundingClientRect().bottom > 0 &&
          void draw(index + 1, canvas),
      );
  },
);
onBeforeUnmount(() => {
  stops.forEach((stop) => stop());
  void pdf?.destroy();
});
</script>

<template>
  <div ref="box" class="pdf">
    <p v-if="state === 'loading'" class="muted" role="status">{{ t('desk.loadingFile') }}</p>
    <p v-else-if="state === 'failed'" class="note bad">{{ t(locked ? 'files.pdfLocked' : 'desk.pdfFailed') }}</p>
    <template v-else
      ><TurnedBox
        v-for="page in pages"
        :key="page"
        class="page"
        :turns="turns"
        :width="760 * zoom"
        :ratio="ratios[page] ?? 0.707"
        :data-page="page"
        ><canvas role="img" :aria-label="t('desk.page', { a: page, b: pages })" /><slot name="page" :page="page"
      /></TurnedBox>
      <p v-if="all > pages" class="note">{{ t('files.firstPages', { a: pages, b: all }) }}</p></template
    >
  </div>
</template>

<style scoped>
.page {
  margin-block-end: 10px;
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 4px;
}
</style>
