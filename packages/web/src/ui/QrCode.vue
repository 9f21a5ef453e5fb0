<script setup lang="ts">
/** A QR code, drawn as one path so that it is sharp at any size, on paper too. */
import { create } from 'qrcode';
import { computed } from 'vue';

const props = defineProps<{ text: string; label: string }>();
const QUIET = 3;
const drawn = computed(() => {
  const { modules } = create(props.text, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++) if (modules.get(row, column)) path += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
  return { size: modules.size + 2 * QUIET, path };
});
</script>

<template>
  <svg class="qr-code" :viewBox="`0 0 ${drawn.size} ${drawn.size}`" role="img" :aria-label="label" shape-rendering="crispEdges">
    <rect width="100%" height="100%" fill="#fff" />
    <path :d="drawn.path" fill="#14262e" />
  </svg>
</template>

<style scoped>
.qr-code {
  display: block;
  width: 100%;
  height: auto;
  border-radius: 6px;
}
</style>
