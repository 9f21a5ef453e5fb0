<script setup lang="ts">
/** A file: pictures, PDFs, sound and film shown in place, texts and tables as their words, everything else to download. */
import { Button } from 'ant-design-vue';
import { computed } from 'vue';
import { useT } from '../../i18n/use-t';
import { kindOf } from './kind-of';
import PdfView from './PdfView.vue';
import RecordingView from './RecordingView.vue';
import { sizeText } from './size-text';
import WordsView from './WordsView.vue';
import { fileAddress } from './file-address';

const props = defineProps<{ file: { id: string; name: string; size: number; mediaType: string; pixels?: number | null } }>();
const { t } = useT();

const address = computed(() => fileAddress(props.file.id));
const inline = computed(() => fileAddress(props.file.id, 'inline'));
const kind = computed(() => kindOf(props.file));
</script>

<template>
  <figure class="file">
    <img v-if="kind === 'picture'" :src="inline" :alt="file.name" loading="lazy" />
    <p v-else-if="kind === 'tooManyPixels'" class="muted">
      {{ t('files.tooManyPixels', { n: Math.round((file.pixels ?? 0) / 1_000_000) }) }}
    </p>
    <PdfView v-else-if="kind === 'pdf'" :address="inline" />
    <audio v-else-if="kind === 'sound'" controls preload="metadata" :src="inline" :aria-label="file.name" />
    <RecordingView v-else-if="kind === 'film'" :src="inline" :label="file.name" />
    <WordsView v-else-if="kind === 'words'" :file-id="file.id" />
    <figcaption class="row">
      <strong class="grow clip" dir="auto">{{ file.name }}</strong><span class="muted small">{{ sizeText(file.size) }}</span>
      <Button :href="address" download
        >{{ t('desk.download') }}{{ ' ' }}<span class="hidden-text">{{ file.name }}</span></Button
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.file {
  margin: 0 0 18px;
}
img {
  max-width: 100%;
  display: block;
  border-radius: 6px;
  border: 1px solid var(--line);
}
audio {
  width: 100%;
}
figcaption {
  margin-block-start: 8px;
}
</style>
