<script setup lang="ts">
/** The pages of one thing beside each other: links, each with its address, the one that is open marked. */
import { nextTick, onMounted, ref, watch } from 'vue';
import type { RouteLocationRaw } from 'vue-router';

const props = defineProps<{ label: string; tabs: readonly { key: string; to: RouteLocationRaw; title: string; on: boolean }[] }>();
const bar = ref<HTMLElement | null>(null);
/** The one that is open is in sight, also where the row goes on beyond the edge. */
async function showOpen(): Promise<void> {
  await nextTick();
  const open = bar.value?.querySelector<HTMLElement>('[aria-current]');
  if (open && bar.value && bar.value.scrollWidth > bar.value.clientWidth) open.scrollIntoView({ inline: 'center', block: 'nearest' });
}
onMounted(showOpen);
watch(() => props.tabs.find((one) => one.on)?.key, showOpen);
</script>

<template>
  <nav ref="bar" class="tabs" :aria-label="label">
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
/* One row, moved sideways by a finger: what is on the page begins where it is seen. */
@media (max-width: 640px) {
  .tabs {
    flex-wrap: nowrap;
    overflow-x: auto;
    scrollbar-width: none;
    margin-inline: -14px;
    padding-inline: 14px;
  }
  .tab {
    flex: none;
    padding-block: 12px;
    margin-block-end: 0;
  }
}
</style>
