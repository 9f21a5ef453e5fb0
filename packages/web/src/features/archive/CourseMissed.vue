<script setup lang="ts">
/** What of a course is not taken as it stands, thing by thing, and why. */
import type { CourseLook } from '@jolly/server/contract';
import FoldedPart from '../../ui/FoldedPart.vue';
import { useWords } from '../../ui/use-words';

defineProps<{ course: CourseLook; open?: boolean | undefined }>();
const { t, count } = useWords();
</script>

<template>
  <FoldedPart v-if="course.missed.length > 0" :title="count('archive.missedList', course.missed.length + course.missedMore)" :open="open">
    <ul class="plain list">
      <li v-for="{ title, why } in course.missed" :key="`${title} ${why}`" class="small">
        <strong dir="auto">{{ title }}</strong>: {{ t(`archive.missed.${why}`) }}
      </li>
      <li v-if="course.missedMore > 0" class="small">{{ t('archive.missedMore', { n: course.missedMore }) }}</li>
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
