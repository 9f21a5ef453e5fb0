<script setup lang="ts">
/** A file of a hand-in: images and PDFs shown in place, plain text too, everything else to download. */
import type { WorkFile } from '@jolly/server/contract';
import { computed } from 'vue';
import { useI18n } from 'vue-i18n';
import PdfView from './PdfView.vue';
import TextFileView from './TextFileView.vue';

const props = defineProps<{ file: WorkFile }>();
const { t } = useI18n();
const address = computed(() => `/api/files/${props.file.id}`);
const inline = computed(() => `${address.value}?as=inline`);
const size = computed(() => (props.file.size < 1_000_000 ? `${Math.max(1, Math.round(props.file.size / 1000))} kB` : `${(props.file.size / 1_000_000).toFixed(1)} MB`));
</script>

<template>
  <figure class="file">
    <img v-if="/^image\/(png|jpeg|gif|webp)$/.test(file.mediaType)" :src="inline" :alt="file.name" loading="lazy" />
    <PdfView v-else-if="file.mediaType === 'application/pdf'" :address="inline" />
    <TextFileView v-else-if="file.mediaType === 'text/plain'" :address="inline" :size="file.size" />
    <figcaption class="row">
      <strong class="grow clip" dir="auto">{{ file.name }}</strong><span class="muted small">{{ size }}</span>
      <a class="btn" :href="address" download>{{ t('desk.download') }}<span class="hidden-text"> {{ file.name }}</span></a>
    </figcaption>
  </figure>
</template>

<style scoped>
.file { margin: 0 0 18px; }
img { max-width: 100%; display: block; border-radius: 6px; border: 1px solid var(--line); }
figcaption { margin-block-start: 8px; }
</style>
