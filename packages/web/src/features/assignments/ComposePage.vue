<script setup lang="ts">
/** The page of one brief. Another address is another brief; a new draft that has just got its own is the same one. */
import { ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import ComposeBrief from './ComposeBrief.vue';

const route = useRoute();
const own = ref<string | null>(null);
const key = ref(0);
watch(
  () => route.fullPath,
  () => {
    if (!route.path.startsWith('/compose')) return;
    const id = typeof route.params.id === 'string' && route.params.id !== '' ? route.params.id : null;
    if (id !== null && id === own.value) return;
    own.value = id;
    key.value += 1;
  },
);
</script>

<template>
  <ComposeBrief :key="key" @stored="own = $event" />
</template>
