<script setup lang="ts">
/** A box of a known shape that can be turned by quarters; what is in it keeps its own left and right. */
import { computed } from 'vue';

const props = defineProps<{
  turns: number;
  /** width by height, unturned */ ratio: number;
  /** at most, in pixels; a turned one is as high as it was wide */ width: number;
}>();
const lies = computed(() => props.turns % 2 === 1);
const outer = computed(() => ({
  inlineSize: `${lies.value ? props.width / props.ratio : props.width}px`,
  aspectRatio: String(lies.value ? 1 / props.ratio : props.ratio),
}));
const inner = computed(() => ({
  inlineSize: lies.value ? '100cqh' : '100cqw',
  blockSize: lies.value ? '100cqw' : '100cqh',
  transform: `translate(-50%, -50%) rotate(${props.turns * 90}deg)`,
}));
</script>

<template>
  <div class="outer" :style="outer">
    <div class="inner" :style="inner"><slot /></div>
  </div>
</template>

<style scoped>
.outer {
  container-type: size;
  position: relative;
  max-inline-size: 100%;
  overflow: hidden;
}
.inner {
  position: absolute;
  inset-block-start: 50%;
  left: 50%;
}
</style>
