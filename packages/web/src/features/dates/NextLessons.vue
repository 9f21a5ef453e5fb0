<script setup lang="ts">
/** In the head of the plan: the next lesson of each class in sight. */
import { plusDays } from '@jolly/core';
import type { DateEntry } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';

const { t, when } = useWords();
const line = useTermLine();
const scope = useScope();
const { value } = useLoad(() => ask('GET /api/dates', { query: { from: line.today, to: plusDays(line.today, 10) } }));
const next = computed(() => {
  const first = new Map<string, DateEntry>();
  for (const one of value.value?.entries ?? [])
    if (
      one.kind === 'lesson' &&
      one.classId !== null &&
      one.end !== null &&
      one.end > now() &&
      scope.inScope(one.classId) &&
      !first.has(one.classId)
    )
      first.set(one.classId, one);
  return [...first.values()].sort((a, b) => (a.at ?? 0) - (b.at ?? 0));
});
</script>

<template>
  <ul v-if="next.length > 0" class="plain row wrap small lessons" :aria-label="t('lessons.coming')">
    <li class="muted">{{ t('lessons.coming') }}</li>
    <li v-for="one in next" :key="one.classId ?? ''">
      <ClassSquare :hue="one.hue ?? 0" /> <span dir="auto">{{ one.title }}</span>
      <span class="muted">{{
        [when(one.at!, line.classOf(one.classId ?? '')?.zone ?? line.zone), one.place && t('class.roomIs', { room: one.place })]
          .filter(Boolean)
          .join(' · ')
      }}</span>
    </li>
  </ul>
</template>

<style scoped>
.lessons {
  gap: 4px 20px;
  margin-block: -4px 12px;
}
li {
  display: flex;
  align-items: center;
  gap: 4px;
}
</style>
