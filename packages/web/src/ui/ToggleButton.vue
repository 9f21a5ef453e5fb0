<script setup lang="ts">
/** A button that is on or off: a filter, or one of a few that are all in sight. */
import { Button } from 'ant-design-vue';

defineProps<{ on: boolean }>();
</script>

<template>
  <Button size="small" class="toggle" :type="on ? 'primary' : 'default'" :aria-pressed="on"><slot /></Button>
</template>

<style scoped>
/* What stands in it beside each other; the library lays out whatever is in a button as a block. */
.toggle.ant-btn > :deep(span.row) {
  display: inline-flex;
  gap: 7px;
}
</style>
