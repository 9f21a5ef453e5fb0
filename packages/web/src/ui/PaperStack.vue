<script setup lang="ts">
/** A marking pile as a stack of paper: the edge in the class's hue, more sheets the more wait. */
defineProps<{ hue: number; count: number }>();
</script>

<template>
  <article class="stack-of-paper" :class="{ few: count < 4, empty: count === 0 }" :style="{ '--own': `var(--hue-${hue})` }">
    <span class="count">{{ count }}</span>
    <div class="body"><slot /></div>
    <div class="acts"><slot name="act" /></div>
  </article>
</template>

<style scoped>
.stack-of-paper {
  position: relative;
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 13px 16px 13px 18px;
  display: flex;
  align-items: center;
  gap: 14px;
  box-shadow:
    3px 3px 0 -1px var(--surface-2),
    3px 3px 0 0 var(--line),
    6px 6px 0 -1px var(--surface-2),
    6px 6px 0 0 var(--line);
  margin-block-end: 18px;
}
.few {
  box-shadow:
    3px 3px 0 -1px var(--surface-2),
    3px 3px 0 0 var(--line);
}
.empty {
  box-shadow: none;
}
.stack-of-paper::before {
  content: '';
  position: absolute;
  inset-block: 9px;
  inset-inline-start: 0;
  width: 4px;
  border-radius: 2px;
  background: var(--own);
}
.count {
  font: 700 27px var(--font-head);
  min-width: 46px;
  text-align: start;
  align-self: flex-start;
  line-height: 1.1;
}
.body {
  flex: 1;
  min-width: 0;
}
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
@media (max-width: 640px) {
  .acts {
    flex-direction: column;
    align-items: stretch;
    gap: 8px;
  }
}
</style>
