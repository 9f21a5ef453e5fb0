<script setup lang="ts">
/** What is kept for use again, on pages beside each other: things that are set again, and questions. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import RouteTabs from '../../ui/RouteTabs.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const { t } = useWords();
const route = useRoute();
const { kept } = useScope();
const tabs = computed(() =>
  (['/shelf', '/questions'] as const).map((path) => ({
    key: path,
    to: { path, query: kept.value },
    title: t(path === '/shelf' ? 'store.things' : 'store.title'),
    on: route.path === path,
  })),
);
</script>

<template>
  <RouteTabs :label="t('store.tabs')" :tabs="tabs" />
</template>
