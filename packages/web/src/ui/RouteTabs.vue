<script setup lang="ts">
/** The pages of one thing beside each other: links, each with its address, the one that is open marked. */
import type { RouteLocationRaw } from 'vue-router';

defineProps<{ label: string; tabs: readonly { key: string; to: RouteLocationRaw; title: string; on: boolean }[] }>();
</script>

<template>
  <nav class="tabs" :aria-label="label">
    <RouterLink
      v-for="one in tabs"
      :key="one.key"
      :to="one.to"
      class="tab"
      :class="{ on: one.on }"
      :aria-current="one.on ? 'page' : undefined"
      >{{ one.title }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  border-block-end: 1px solid var(--line);
  margin-block: 8px 16px;
}
.tab {
  padding: 7px 12px;
  text-decoration: none;
  color: var(--text-2);
  font-weight: 600;
  border-block-end: 3px solid transparent;
  margin-block-end: -1px;
}
.tab:hover {
  color: var(--text);
}
.on {
  color: var(--text);
  border-block-end-color: var(--now);
}
@media (max-width: 640px) {
  .tab {
    padding-block: 12px;
  }
}
</style>
