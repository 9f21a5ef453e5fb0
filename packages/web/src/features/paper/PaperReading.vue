<script setup lang="ts">
/** A paper with what stands on it, to read: as it is being written, or as it was in a version. */
import type { PaperReply } from '@jolly/server/contract';
import { useElementSize } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import PaperLayer from './PaperLayer.vue';
import PaperPages from './PaperPages.vue';

defineProps<{ paper: PaperReply }>();
const WIDTH = 720;
const box = ref<HTMLElement | null>(null);
const { width: room } = useElementSize(box);
const width = computed(() => Math.round(Math.min(WIDTH, Math.max(240, room.value))));
const layers = new Map<number, InstanceType<typeof PaperLayer>>();
const layer = (page: number) => (one: unknown) => (one ? layers.set(page, one as InstanceType<typeof PaperLayer>) : layers.delete(page));
watch(width, () => layers.forEach((one) => one.resized()));
</script>

<template>
  <figure ref="box" class="reading">
    <figcaption>
      <h3 dir="auto">{{ paper.title }}</h3>
    </figcaption>
    <PaperPages :file="paper.file" :width="width">
      <template #page="{ page, near, ratio, fields }"
        ><PaperLayer
          :ref="layer(page)"
          :page="page"
          :ratio="ratio"
          :near="near"
          :objects="paper.written"
          :places="paper.places"
          :fields="fields"
          :choice="null"
      /></template>
    </PaperPages>
  </figure>
</template>

<style scoped>
.reading {
  margin: 0;
}
</style>
