<script setup lang="ts">
/** The pages of one assignment: its students, the ways to mark it, how it went, reviewing each other. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import RouteTabs from '../../ui/RouteTabs.vue';
import { useT } from '../../i18n/use-t';
import { useScope } from '../termline';
import { waysToMark } from './ways-to-mark';

const props = defineProps<{ id: string; by: string; how: 'handIn' | 'quiz' | 'inClass' }>();
const { t } = useT();
const route = useRoute();
const { kept } = useScope();
const tabs = computed(() => {
  const { id, by, how } = props;
  const all = [
    { path: `/assignments/${id}`, title: t('marking.students') },
    ...(how === 'quiz' ? [{ path: `/marking/${id}/quiz`, title: t('quizOutcome.title') }] : []),
    ...waysToMark({ id, scoring: { by } }).map(({ path, title }) => ({ path, title: t(title) })),
    ...(how !== 'handIn' ? [] : [{ path: `/assignments/${id}/reviews`, title: t('review.title') }]),
  ];
  return all.map(({ path, title }) => ({ key: path, to: { path, query: kept.value }, title, on: route.path === path }));
});
</script>

<template>
  <RouteTabs :label="t('marking.ways')" :tabs="tabs" />
</template>
