<script setup lang="ts">
/** How far something is, or that it goes on where nobody knows how far. */
import { Progress } from 'ant-design-vue';

defineProps<{ done: number | null; of?: number | undefined; label: string }>();
</script>

<template>
  <Progress
    class="progress-bar"
    :percent="done === null ? 100 : (100 * done) / (of ?? 1)"
    :status="done === null ? 'active' : 'normal'"
    :show-info="false"
    stroke-color="var(--act)"
    trail-color="var(--line-2)"
    :aria-label="label"
    aria-valuemin="0"
    :aria-valuemax="of ?? 1"
    :aria-valuenow="done ?? undefined"
  />
</template>

<style scoped>
.progress-bar {
  flex: 1;
  min-width: 120px;
  margin: 0;
}
</style>
