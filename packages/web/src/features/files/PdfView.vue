<script setup lang="ts">
/** The pages of a PDF, drawn one after another; only the first pages at once, the rest as they come into sight. */
import { useIntersectionObserver } from '@vueuse/core';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { useI18n } from 'vue-i18n';

/** More are for a reader of one's own; each page drawn takes memory. */
const MOST_PAGES = 200;
const props = defineProps<{ address: string }>();
const { t } = useI18n();
const box = ref<HTMLElement | null>(null);
const pages = ref(0);
const all = ref(0);
const locked = ref(false);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
let pdf: PDFDocumentProxy | null = null;
const drawn = new Set<number>();
const stops: (() => void)[] = [];

async function draw(number: number, canvas: HTMLCanvasElement): Promise<void> {
  if (!pdf || drawn.has(number)) return;
  drawn.add(number);
  const page = await pdf.getPage(number);
  const width = Math.min(760, box.value?.clientWidth ?? 600);
  const viewport = page.getViewport({ scale: (width / page.getViewport({ scale: 1 }).width) * Math.min(2, window.devicePixelRatio || 1) });
  [canvas.width, canvas.height] = [viewport.width, viewport.height];
  await page.render({ canvas, viewport }).promise;
}

async function load(): Promise<void> {
  state.value = 'loading';
  drawn.clear();
  try {
    const [{ getDocument, GlobalWorkerOptions }, { default: worker }] = await Promise.all([import('pdfjs-dist'), import('pdfjs-dist/build/pdf.worker.min.mjs?url')]);
    GlobalWorkerOptions.workerSrc = worker;
    pdf = await getDocument({ url: props.address, isEvalSupported: false, enableXfa: false }).promise;
    all.value = pdf.numPages;
    pages.value = Math.min(pdf.numPages, MOST_PAGES);
    state.value = 'ready';
    await nextTick();
    box.value?.querySelectorAll('canvas').forEach((canvas, index) => {
      const { stop } = useIntersectionObserver(canvas, ([entry]) => entry?.isIntersecting && void draw(index + 1, canvas), { rootMargin: '600px' });
      stops.push(stop);
    });
  } catch (error) {
    locked.value = (error as Error).name === 'PasswordException';
    state.value = 'failed';
  }
}
watch(() => props.address, load, { immediate: true });
onBeforeUnmount(() => {
  stops.forEach((stop) => stop());
  void pdf?.destroy();
});
</script>

<template>
  <div ref="box" class="pdf">
    <p v-if="state === 'loading'" class="muted" role="status">{{ t('desk.loadingFile') }}</p>
    <p v-else-if="state === 'failed'" class="note bad">{{ t(locked ? 'files.pdfLocked' : 'desk.pdfFailed') }}</p>
    <template v-else><canvas v-for="page in pages" :key="page" role="img" :aria-label="t('desk.page', { a: page, b: pages })" /><p v-if="all > pages" class="note">{{ t('files.firstPages', { a: pages, b: all }) }}</p></template>
  </div>
</template>

<style scoped>
canvas { width: 100%; max-width: 760px; display: block; background: #fff; border: 1px solid var(--line); border-radius: 4px; margin-block-end: 10px; aspect-ratio: 0.707; }
</style>
