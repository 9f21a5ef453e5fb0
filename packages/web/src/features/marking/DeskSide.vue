<script setup lang="ts">
/** The side of the desk: whose piece it is, which scores were not held, and what is done with it. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useWords } from '../../ui/use-words';
import { pieceAt } from './piece-at';
import type { useHolding } from './use-holding';

const props = defineProps<{
  assignmentId: string;
  name: string;
  position: number;
  of: number;
  failed: ReturnType<typeof useHolding>['failed'];
}>();
const { t } = useWords();
const route = useRoute();
const failures = computed(() => [...props.failed].map(([at, one]) => ({ at, ...one, studentId: pieceAt(at).studentId })));
</script>

<template>
  <aside class="side">
    <div class="row name">
      <h2 class="grow" dir="auto">{{ name }}</h2>
      <span class="muted small">{{ t('desk.position', { a: position + 1, b: of }) }}</span>
    </div>
    <p v-for="one in failures" :key="one.at" class="note bad small" role="alert">
      {{ t('desk.notHeld', { name: one.name, why: one.problem.title }) }}
      <RouterLink :to="{ path: `/marking/${assignmentId}/${one.studentId}`, query: route.query }" replace>{{
        t('desk.goThere')
      }}</RouterLink>
    </p>
    <slot />
  </aside>
</template>

<style scoped>
.side {
  background: var(--surface);
  border-inline-start: 1px solid var(--line);
  padding: 14px 18px;
  display: flex;
  flex-direction: column;
  gap: 10px;
  overflow: auto;
  grid-row: 1 / 3;
  grid-column: 2;
}
.name h2 {
  font-size: 20px;
}
@media (max-width: 900px) {
  .side {
    border-inline-start: 0;
  }
}
</style>
