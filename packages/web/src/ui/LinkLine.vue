<script setup lang="ts">
/** A line that leads somewhere: what is there, and below it a word about it. */
import type { RouteLocationRaw } from 'vue-router';

defineProps<{ to: RouteLocationRaw; title: string; under: string }>();
</script>

<template>
  <div class="sheet line">
    <RouterLink :to="to"
      ><strong>{{ title }}</strong
      ><span class="small muted under" dir="auto">{{ under }}</span></RouterLink
    >
  </div>
</template>

<style scoped>
.line {
  padding: 10px 16px;
  margin-block-start: 20px;
}
a {
  text-decoration: none;
  color: inherit;
  overflow-wrap: anywhere;
}
a:hover strong {
  text-decoration: underline;
}
.under {
  display: block;
}
</style>
