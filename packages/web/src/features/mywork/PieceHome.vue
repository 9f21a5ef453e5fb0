<script setup lang="ts">
/** One piece of a student's: in the simple view step by step, else all of it on one page. */
import { defineAsyncComponent } from 'vue';
import { useSession } from '../accounts';

const session = useSession();
const SimplePiece = defineAsyncComponent(() => import('./SimplePiece.vue'));
const PiecePage = defineAsyncComponent(() => import('./PiecePage.vue'));
</script>

<template>
  <SimplePiece v-if="session.me?.simple" />
  <PiecePage v-else />
</template>
