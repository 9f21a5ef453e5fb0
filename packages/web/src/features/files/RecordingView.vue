<script setup lang="ts">
/** A recording to hear or to watch. What browsers record of a voice has the type of a film: whether there is a picture shows once it begins to load. */
import { ref } from 'vue';

defineProps<{ src: string; label: string }>();
const isFilm = ref(true);
</script>

<template>
  <video
    v-if="isFilm"
    controls
    preload="metadata"
    :src="src"
    :aria-label="label"
    @loadedmetadata="isFilm = ($event.target as HTMLVideoElement).videoWidth > 0"
  />
  <audio v-else controls preload="metadata" :src="src" :aria-label="label" />
</template>

<style scoped>
video {
  max-inline-size: 100%;
  display: block;
  border-radius: 6px;
  border: 1px solid var(--line);
}
audio {
  inline-size: 100%;
}
</style>
