<script setup lang="ts">
/** How often somebody was absent, excused, late or left early, in a line; nothing where there is nothing. */
import type { RegisterCounts } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ counts: RegisterCounts }>();
const { count } = useWords();
const said = computed(() => {
  const { absent, excused, late, left } = props.counts;
  return [
    ...(absent > 0 ? [count('register.counted', absent)] : []),
    ...(excused > 0 ? [count('register.countedExcused', excused)] : []),
    ...(late > 0 ? [count('register.countedLate', late)] : []),
    ...(left > 0 ? [count('register.countedLeft', left)] : []),
  ].join(' · ');
});
</script>

<template>
  <p v-if="said" class="small muted">{{ said }}</p>
</template>
