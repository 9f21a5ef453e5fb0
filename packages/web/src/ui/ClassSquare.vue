<script setup lang="ts">
/** The square in a class's own hue; always beside the class's or the assignment's name. */
defineProps<{ hue: number }>();
</script>

<template>
  <span class="square" aria-hidden="true" :style="{ background: `var(--hue-${hue})` }" />
</template>
