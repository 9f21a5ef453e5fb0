<script setup lang="ts">
/** What of a course is not taken as it stands, thing by thing, and why. */
import type { CourseLook } from '@jolly/server/contract';
import FoldedPart from '../../ui/FoldedPart.vue';
import { useWords } from '../../ui/use-words';

defineProps<{ missed: CourseLook['missed']; open?: boolean | undefined }>();
const { t, count } = useWords();
</script>

<template>
  <FoldedPart v-if="missed.length > 0" :title="count('archive.missedList', missed.length)" :open="open">
    <ul class="plain list">
      <li v-for="{ title, why } in missed" :key="`${title} ${why}`" class="small">
        <strong dir="auto">{{ title }}</strong>: {{ t(`archive.missed.${why}`) }}
      </li>
    </ul>
  </FoldedPart>
</template>

<style scoped>
.list {
  display: grid;
  gap: 4px;
  overflow-wrap: anywhere;
}
</style>
