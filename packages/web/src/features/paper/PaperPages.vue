<script setup lang="ts">
/** The pages of a paper, a PDF's or the one of a picture, each with what lies on it. */
import type { KeptFile } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { fileAddress, PdfView, type PdfField } from '../files';

defineProps<{
  file: KeptFile;
  /** of a page, in pixels */ width: number;
}>();
defineSlots<{ page: (of: { page: number; near: boolean; ratio: number; fields: readonly PdfField[] }) => unknown }>();
const fields = ref<Record<number, PdfField[]>>({});
const ratio = ref(0.707);
const isDrawn = ref(false);
const pdf = ref<InstanceType<typeof PdfView> | null>(null);
function measured({ target }: Event): void {
  const { naturalWidth, naturalHeight } = target as HTMLImageElement;
  if (naturalHeight > 0) ratio.value = naturalWidth / naturalHeight;
  isDrawn.value = true;
}
defineExpose({ pages: computed(() => pdf.value?.pages ?? 1) });
</script>

<template>
  <div class="pages" dir="ltr" :style="{ width: `${width}px` }">
    <PdfView
      v-if="file.mediaType === 'application/pdf'"
      ref="pdf"
      :address="fileAddress(file.id, 'inline')"
      :width="width"
      fields
      @fields="(page, found) => (fields = { ...fields, [page]: found })"
    >
      <template #page="of"><slot name="page" v-bind="of" :fields="fields[of.page] ?? []" /></template>
    </PdfView>
    <div v-else class="picture" data-page="1" :style="{ aspectRatio: String(ratio) }">
      <img :src="fileAddress(file.id, 'inline')" :alt="file.name" draggable="false" @load="measured" />
      <slot name="page" :page="1" :near="isDrawn" :ratio="ratio" :fields="[]" />
    </div>
  </div>
</template>

<style scoped>
.pages {
  margin-inline: auto;
}
.picture {
  position: relative;
  inline-size: 100%;
  container-type: size;
}
.picture img {
  inline-size: 100%;
  block-size: 100%;
  display: block;
  border: 1px solid var(--line);
  border-radius: 4px;
}
</style>
