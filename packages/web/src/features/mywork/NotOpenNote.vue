<script setup lang="ts">
/** Why a piece cannot be worked on now; what was written is kept in sight. */
import type { RichText } from '@jolly/core';
import type { MyPieceReply } from '@jolly/server/contract';
import { computed } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ value: MyPieceReply; zone: string; nothing: boolean; words: number; text: RichText }>();
const { t, when } = useWords();
const may = computed(() => props.value.mayHandIn);
const refusalText = computed(() => {
  const own = props.value.piece.window;
  switch (may.value) {
    case 'closed':
      return t('piece.closed', { when: when(own.closes ?? 0, props.zone) });
    case 'notOpen':
      return t('piece.notOpen', { when: when(own.opens ?? 0, props.zone) });
    case 'excused':
    case 'inClass':
      return t(`piece.${may.value}`);
    default:
      return null;
  }
});
</script>

<template>
  <div v-if="refusalText" class="note stack">
    <strong>{{ refusalText }}</strong>
    <p v-if="may === 'excused' && value.exceptionReason" dir="auto">{{ value.exceptionReason }}</p>
    <p v-if="may === 'closed' && !nothing" class="muted">{{ t('piece.closedKept') }}</p>
    <RichTextView v-if="may === 'closed' && words > 0" :text="text" />
  </div>
</template>
