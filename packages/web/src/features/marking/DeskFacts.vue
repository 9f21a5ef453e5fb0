<script setup lang="ts">
/** What one should know of a piece before scoring it: a second marker, an exception, absence, how it went. */
import type { DeskPieceReply } from '@jolly/server/contract';
import { useRoute } from 'vue-router';
import { useWords } from '../../ui/use-words';

defineProps<{ desk: DeskPieceReply; assignmentId: string }>();
const { t, points } = useWords();
const route = useRoute();
</script>

<template>
  <p v-if="desk.blind" class="note small">{{ t('desk.blind') }}</p>
  <p v-else-if="desk.second && !desk.second.agreedAt" class="note small">
    {{ t('desk.secondSays', { name: desk.second.by, n: desk.second.earned === null ? '–' : points(desk.second.earned) }) }}
    <RouterLink :to="{ path: `/marking/${assignmentId}/two`, query: route.query }">{{ t('two.title') }}</RouterLink>
  </p>
  <p v-if="desk.row.exception?.reason" class="small muted">{{ desk.row.exception.reason }}</p>
  <p v-if="desk.row.collecting.mark === 'absent' || desk.row.collecting.away" class="small">
    <strong>{{ t('classMarks.absentThen') }}</strong>
  </p>
  <p v-if="desk.row.collecting.went" class="small said-went" dir="auto">
    {{ t(`went.${desk.row.collecting.went.how}`)
    }}<template v-if="desk.row.collecting.went.line">: “{{ desk.row.collecting.went.line }}”</template>
  </p>
</template>

<style scoped>
.said-went {
  border-inline-start: 4px solid var(--line);
  padding-inline-start: 8px;
}
</style>
