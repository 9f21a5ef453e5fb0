<script setup lang="ts">
/** A page with a panel beside it that reaches down the screen; on a narrow one the panel lies below. */
defineProps<{ /** how wide the panel is, in pixels */ side: number }>();
</script>

<template>
  <div class="side-page" :style="{ '--side': `${side}px` }">
    <section class="main"><slot /></section>
    <slot name="side" />
  </div>
</template>

<style scoped>
.side-page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) var(--side);
  min-height: calc(100vh - 126px);
}
.main {
  padding: 18px 22px 30px;
  min-inline-size: 0;
}
.side-page > :deep(aside) {
  background: var(--surface);
  border-inline-start: 1px solid var(--line);
  padding: 16px 18px;
  min-inline-size: 0;
}
@media (max-width: 1000px) {
  .side-page {
    grid-template-columns: 1fr;
  }
}
</style>
