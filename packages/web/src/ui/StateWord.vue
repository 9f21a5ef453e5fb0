<script setup lang="ts">
/** A state in a list: its flag beside its word. */
import type { PieceState } from '@jolly/core';
import { useT } from '../i18n/use-t';
import SignalFlag from './SignalFlag.vue';

defineProps<{ state: PieceState }>();
const { t } = useT();
</script>

<template>
  <span class="state"><SignalFlag :state="state" /> {{ t(`state.${state}`) }}</span>
</template>

<style scoped>
.state {
  white-space: nowrap;
}
.state .flag {
  margin-inline-end: 4px;
}
</style>
