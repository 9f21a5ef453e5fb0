<script setup lang="ts">
/** The pages of a PDF, drawn one after another; only the first pages at once, the rest as they come into sight. */
import { useIntersectionObserver } from '@vueuse/core';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import TurnedBox from '../../ui/TurnedBox.vue';
import { drawnWith, fieldsOf, type PdfField } from './pdf-fields';

/** More are for a reader of one's own; each page drawn takes memory. */
const MOST_PAGES = 200;
/** No page is drawn with more points than this, however large it is shown: a phone has little memory for pictures. */
const MOST_POINTS = 8_000_000;
/** Pages so near to what is in sight are drawn; those farther away give their memory back. */
const NEAR = '600px';
const REDRAW_AFTER_MS = 120;
const props = withDefaults(
  defineProps<{
    address: string;
    /** of the usual width */ zoom?: number;
    /** quarter turns to the right */ turns?: number;
    /** in pixels, of a page that is not zoomed */ width?: number;
    /** fields of its form are left out, and told of, for whoever lets people fill them in */ fields?: boolean;
  }>(),
  { zoom: 1, turns: 0, width: 760 },
);
const emit = defineEmits<{ fields: [page: number, fields: PdfField[]] }>();
defineSlots<{ page?: (of: { page: number; near: boolean; ratio: number }) => unknown }>();
const { t } = useT();
const box = ref<HTMLElement | null>(null);
const pages = ref(0);
const all = ref(0);
/** width by height of each page that was drawn */
const ratios = ref<Record<number, number>>({});
/** what each page says, for whoever cannot see it */
const words = ref<Record<number, string>>({});
const near = ref(new Set<number>());
const locked = ref(false);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
let pdf: PDFDocumentProxy | null = null;
const drawn = new Set<number>();
const told = new Set<number>();
const stops: (() => void)[] = [];
const canvasOf = (number: number) => box.value?.querySelector<HTMLCanvasElement>(`[data-page="${number}"] canvas.drawn`) ?? null;

async function draw(number: number): Promise<void> {
  const canvas = canvasOf(number);
  if (!pdf || !canvas || drawn.has(number)) return;
  drawn.add(number);
  const page = await pdf.getPage(number);
  const width = Math.min(props.width, box.value?.clientWidth || props.width) * props.zoom;
  const natural = page.getViewport({ scale: 1 });
  const wanted = (width / natural.width) * Math.min(2, window.devicePixelRatio || 1);
  const scale = Math.min(wanted, Math.sqrt(MOST_POINTS / (natural.width * natural.height)));
  const viewport = page.getViewport({ scale });
  ratios.value = { ...ratios.value, [number]: viewport.width / viewport.height };
  // Drawn apart and put in place whole, so that a page that is drawn anew does not blink.
  const whole = document.createElement('canvas');
  [whole.width, whole.height] = [viewport.width, viewport.height];
  await page.render({ canvas: whole, viewport, ...drawnWith(props.fields) }).promise;
  if (!drawn.has(number)) return;
  [canvas.width, canvas.height] = [whole.width, whole.height];
  canvas.getContext('2d')?.drawImage(whole, 0, 0);
  if (told.has(number)) return;
  told.add(number);
  const { items } = await page.getTextContent();
  words.value = { ...words.value, [number]: items.map((item) => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : '')).join('') };
  if (props.fields) emit('fields', number, await fieldsOf(page));
}
function seen(number: number, isNear: boolean): void {
  if (isNear) near.value.add(number);
  else near.value.delete(number);
  if (isNear) return void draw(number);
  drawn.delete(number);
  const canvas = canvasOf(number);
  if (canvas) [canvas.width, canvas.height] = [1, 1];
}

async function load(): Promise<void> {
  state.value = 'loading';
  drawn.clear();
  told.clear();
  try {
    const [{ getDocument, GlobalWorkerOptions }, { default: worker }] = await Promise.all([
      import('pdfjs-dist'),
      import('pdfjs-dist/build/pdf.worker.min.mjs?url'),
    ]);
    GlobalWorkerOptions.workerSrc = worker;
    pdf = await getDocument({ url: props.address, isEvalSupported: false, enableXfa: false }).promise;
    all.value = pdf.numPages;
    pages.value = Math.min(pdf.numPages, MOST_PAGES);
    const natural = (await pdf.getPage(1)).getViewport({ scale: 1 });
    // Most papers have pages of one size: until each is drawn they lie as the first, so that little moves.
    first.value = natural.width / natural.height;
    state.value = 'ready';
    await nextTick();
    box.value?.querySelectorAll<HTMLElement>('[data-page]').forEach((page, index) => {
      const { stop } = useIntersectionObserver(page, ([entry]) => entry && seen(index + 1, entry.isIntersecting), { rootMargin: NEAR });
      stops.push(stop);
    });
  } catch (error) {
    locked.value = (error as Error).name === 'PasswordException';
    state.value = 'failed';
  }
}
const first = ref(0.707);
watch(() => props.address, load, { immediate: true });
// Larger pages are drawn anew, so that they stay sharp; those out of sight when they come into it.
let soon: ReturnType<typeof setTimeout> | undefined;
watch([() => props.zoom, () => props.width], () => {
  clearTimeout(soon);
  soon = setTimeout(() => {
    drawn.clear();
    for (const number of near.value) void draw(number);
  }, REDRAW_AFTER_MS);
});
onBeforeUnmount(() => {
  clearTimeout(soon);
  stops.forEach((stop) => stop());
  void pdf?.destroy();
});
defineExpose({ pages });
</script>

<template>
  <div ref="box" class="pdf">
    <p v-if="state === 'loading'" class="muted" role="status">{{ t('desk.loadingFile') }}</p>
    <p v-else-if="state === 'failed'" class="note bad">{{ t(locked ? 'files.pdfLocked' : 'desk.pdfFailed') }}</p>
    <template v-else
      ><TurnedBox
        v-for="page in pages"
        :key="page"
        class="leaf"
        :turns="turns"
        :width="width * zoom"
        :ratio="ratios[page] ?? first"
        :data-page="page"
        ><canvas class="drawn" role="img" :aria-label="t('desk.page', { a: page, b: pages })" />
        <p v-if="words[page]" class="hidden-text">{{ words[page] }}</p>
        <slot name="page" :page="page" :near="near.has(page)" :ratio="ratios[page] ?? first"
      /></TurnedBox>
      <p v-if="all > pages" class="note">{{ t('files.firstPages', { a: pages, b: all }) }}</p></template
    >
  </div>
</template>

<style scoped>
.leaf {
  margin-block-end: 10px;
}
canvas.drawn {
  width: 100%;
  height: 100%;
  display: block;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 4px;
}
</style>
