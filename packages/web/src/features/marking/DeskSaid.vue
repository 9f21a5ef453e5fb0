<script setup lang="ts">
/** What became of a piece: held, sent back, returned and read; or what was just done. */
import type { DeskPieceReply } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

defineProps<{ desk: DeskPieceReply | null; said: string; dirty: boolean; name: string; zone: string }>();
const { t, when } = useWords();
</script>

<template>
  <div class="small facts">
    <p v-if="said" class="good" role="status">{{ said }}</p>
    <p v-else-if="dirty" class="muted">{{ t('desk.unsaved') }}</p>
    <p v-else-if="desk?.row.held" class="muted">{{ t('desk.heldNote', { name: name }) }}</p>
    <p v-if="desk?.sentBack && desk.row.state === 'sentBack'" class="muted">
      {{ t('desk.sentBackNote', { when: when(desk.sentBack.at, zone), reason: desk.sentBack.reason }) }}
    </p>
    <p v-if="desk?.row.returnedAt" class="muted">
      {{ t('desk.returnedNote', { when: when(desk.row.returnedAt, zone) }) }}
      {{ desk.row.readAt ? t('desk.readNote', { when: when(desk.row.readAt, zone) }) : t('desk.unreadNote') }}
    </p>
  </div>
</template>

<style scoped>
.facts {
  flex: 1;
}
</style>
