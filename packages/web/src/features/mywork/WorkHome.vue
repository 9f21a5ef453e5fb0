<script setup lang="ts">
/** A student's work: in the simple view one thing at a time, else everything with its dates. */
import { defineAsyncComponent } from 'vue';
import { useSession } from '../accounts';

const session = useSession();
const SimpleHome = defineAsyncComponent(() => import('./SimpleHome.vue'));
const MyWorkPage = defineAsyncComponent(() => import('./MyWorkPage.vue'));
</script>

<template>
  <SimpleHome v-if="session.me?.simple" />
  <MyWorkPage v-else />
</template>
