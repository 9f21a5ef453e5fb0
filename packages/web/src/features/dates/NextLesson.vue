<script setup lang="ts">
/** Beside a due date: the next lesson of a class, and setting the date to its begin or its end by one press. */
import { Button } from 'ant-design-vue';
import type { Instant } from '@jolly/core';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';

type Field = 'due' | 'closes';
const props = defineProps<{
  classId: string;
  zone: string;
  /** which dates can be set to it */
  fields: readonly { field: Field; name: string }[];
  /** the date there is: the lesson after it is offered */
  after: Instant | null;
}>();
const emit = defineEmits<{ set: [Field, Instant] }>();
const WORDS = { begin: 'lessons.toBegin', end: 'lessons.toEnd' } as const;
const { t, when } = useWords();
const { value } = useLoad(() => ask('GET /api/classes/:classId/timetable', { params: { classId: props.classId } }), [() => props.classId]);
const next = computed(() => {
  const all = value.value?.lessons ?? [];
  return all.find((lesson) => lesson.begin > (props.after ?? 0) && lesson.end !== props.after) ?? all[0];
});
</script>

<template>
  <p v-if="next" class="small next">
    <span class="muted">{{ t('lessons.next', { when: when(next.begin, zone) }) }}</span>
    <span v-for="one in fields" :key="one.field" class="row"
      >{{ one.name }}
      <Button
        v-for="which in ['begin', 'end'] as const"
        :key="which"
        type="link"
        size="small"
        :aria-label="t('lessons.setTo', { field: one.name, when: when(next.begin, zone), which: t(WORDS[which]) })"
        @click="emit('set', one.field, next[which])"
        >{{ t(WORDS[which]) }}</Button
      ></span
    >
  </p>
</template>

<style scoped>
.next {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  align-items: baseline;
  margin: 6px 0 0;
}
.row {
  gap: 0;
}
</style>
