<script setup lang="ts">
/** What there is on a day, a line each. */
import { Button } from 'ant-design-vue';
import type { DateEntry } from '@jolly/server/contract';
import type { RouteLocationRaw } from 'vue-router';
import ClassSquare from '../../ui/ClassSquare.vue';

defineProps<{
  entries: readonly DateEntry[];
  lineOf: (entry: DateEntry) => { text: string; to: RouteLocationRaw | null; about: string; time: string; open: (() => void) | null };
}>();
</script>

<template>
  <ul class="plain">
    <li v-for="(entry, index) in entries" :key="index">
      <ClassSquare v-if="entry.hue !== null" :hue="entry.hue" />
      <span class="words"
        ><RouterLink v-if="lineOf(entry).to" :to="lineOf(entry).to!" dir="auto">{{ lineOf(entry).text }}</RouterLink
        ><Button v-else-if="lineOf(entry).open" type="link" @click="lineOf(entry).open?.()"
          ><span dir="auto">{{ lineOf(entry).text }}</span></Button
        ><span v-else dir="auto">{{ lineOf(entry).text }}</span> <span class="muted small">{{ lineOf(entry).about }}</span></span
      >
      <span class="number">{{ lineOf(entry).time }}</span>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: flex;
  align-items: baseline;
  gap: 10px;
  padding-block: 5px;
}
.words {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.words > * {
  margin-inline-end: 8px;
}
@media (max-width: 640px) {
  a {
    display: inline-block;
    padding-block: 10px;
  }
}
</style>
