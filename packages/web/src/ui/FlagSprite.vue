<script setup lang="ts">
/** Every flag once, to be drawn many times by reference: a page with thousands of them cannot make each anew. */
import { PIECE_STATES } from '@jolly/core';
import SignalFlag from './SignalFlag.vue';
</script>

<template>
  <svg class="sprite" aria-hidden="true">
    <symbol v-for="state in PIECE_STATES" :id="`flag-${state}`" :key="state" viewBox="0 0 15 15"><SignalFlag :state="state" /></symbol>
  </svg>
</template>

<style scoped>
.sprite {
  position: absolute;
  inline-size: 0;
  block-size: 0;
  overflow: hidden;
}
</style>
