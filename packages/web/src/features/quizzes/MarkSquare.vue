<script setup lang="ts">
/** What an answer earned, told apart by its pattern: all, part, nothing, not answered, or it waits for the teacher. */
export type Mark = 'full' | 'part' | 'none' | 'notAnswered' | 'waits' | 'leftOut';

defineProps<{ mark: Mark; label?: string }>();
</script>

<template>
  <span
    class="mark-square"
    :class="mark"
    :role="label ? 'img' : undefined"
    :aria-label="label"
    :aria-hidden="label ? undefined : true"
  ></span>
</template>

<style scoped>
.mark-square {
  display: inline-block;
  inline-size: 17px;
  block-size: 17px;
  border-radius: 3px;
  border: 1.5px solid var(--mark-line);
  flex: none;
  vertical-align: -3px;
}
.full {
  background: var(--mark-line);
}
.part {
  background: linear-gradient(135deg, var(--mark-line) 50%, transparent 50%);
}
.notAnswered {
  border: 1.5px dotted var(--text-3);
}
.leftOut {
  border-color: var(--line);
  background: repeating-linear-gradient(45deg, var(--line) 0 2px, transparent 2px 5px);
}
.waits {
  border-color: var(--now);
  background: radial-gradient(circle, #14262e 0 3px, var(--now) 3.5px);
}
</style>
