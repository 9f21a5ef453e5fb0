<script setup lang="ts">
/** How many there are of something that waits, in the mast and its menu. */
defineProps<{ n: number; label?: string }>();
</script>

<template>
  <b class="count" :aria-label="label">{{ n }}</b>
</template>

<style scoped>
.count {
  background: var(--now);
  color: #14262e;
  border-radius: 9px;
  font-size: 12px;
  padding: 0 6px;
  margin-inline-start: 6px;
  line-height: 17px;
}
</style>
