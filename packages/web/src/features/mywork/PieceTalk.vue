<script setup lang="ts">
/** Words with one’s teachers about a piece. */
import type { MyPieceReply } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import { ConversationBox } from '../conversations';

defineProps<{
  assignmentId: string;
  value: MyPieceReply;
  zone: string;
  /** moves on when something new may be there */
  beat: number;
}>();
defineEmits<{ read: [] }>();
const { t, count } = useWords();
</script>

<template>
  <section class="talk-place">
    <h2 class="label-head">
      {{ t('talk.title') }}<span v-if="value.piece.unread > 0" class="unread">{{ count('talk.unread', value.piece.unread) }}</span>
    </h2>
    <ConversationBox
      :at="{ assignmentId, studentId: null }"
      :readers="value.teachers.join(', ')"
      :zone="zone"
      :beat="beat"
      @read="$emit('read')"
    />
  </section>
</template>

<style scoped>
.label-head {
  font-size: 15px;
  color: var(--text-2);
  margin-block-end: 6px;
}
.talk-place {
  border-block-start: 1px solid var(--line);
  padding-block-start: 14px;
  max-width: 720px;
}
.unread {
  margin-inline-start: 10px;
  padding: 1px 9px;
  border-radius: 10px;
  background: var(--surface-now);
  color: var(--text);
  font-size: 13px;
}
</style>
