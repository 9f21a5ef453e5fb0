<script setup lang="ts">
/** A formula, set. Until the setter is loaded, or if it cannot be read, its source stands there. */
import { ref, watchEffect } from 'vue';

const props = defineProps<{ latex: string; block?: boolean }>();
const place = ref<HTMLElement | null>(null);

async function set(element: HTMLElement, { latex, block }: { latex: string; block?: boolean }): Promise<void> {
  const [{ default: katex }] = await Promise.all([import('katex'), import('katex/dist/katex.min.css')]);
  // Rendered into the element as nodes; links and raw HTML are off unless trusted.
  katex.render(latex, element, { displayMode: block ?? false, throwOnError: false, trust: false, maxExpand: 200, maxSize: 20 });
}
watchEffect(() => {
  if (place.value) void set(place.value, { ...props });
});
</script>

<template>
  <span ref="place" :class="{ block }" role="math" :aria-label="latex" dir="ltr">{{ latex }}</span>
</template>

<style scoped>
.block {
  display: block;
  margin-block: 8px;
  overflow-x: auto;
}
</style>
