<script setup lang="ts">
/** What can be done with the score that is typed: held, held and on to the next; with the piece: returned, sent back. */
import type { DeskPieceReply, PieceRow } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  /** whose piece may be returned now; null: nobody's */
  returns: PieceRow | null;
  desk: DeskPieceReply | null;
  /** there is nothing to hold */
  nothing: boolean;
  nameOf: (row: PieceRow) => string;
}>();
defineEmits<{ return: [PieceRow]; sendBack: []; hold: [] }>();
const { t } = useWords();
const canSendBack = computed(
  () =>
    props.desk !== null &&
    !props.desk.blind &&
    props.desk.handIn !== null &&
    ['in', 'inLate', 'scored', 'returned'].includes(props.desk.row.state ?? ''),
);
</script>

<template>
  <div class="acts">
    <button v-if="returns" type="button" class="btn" @click="$emit('return', returns)">
      {{ t('desk.returnThis', { name: returns.nameless ? nameOf(returns) : returns.student.givenName }) }}
    </button>
    <button v-else-if="canSendBack" type="button" class="btn" @click="$emit('sendBack')">
      {{ t('desk.sendBack') }}
    </button>
    <span class="grow" />
    <button type="button" class="btn" :disabled="nothing" @click="$emit('hold')">
      {{ t('desk.hold') }}
    </button>
    <button class="btn main">{{ t('desk.holdNext') }} <span class="key">↵</span></button>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
  position: sticky;
  inset-block-end: -14px;
  background: var(--surface);
  padding-block: 10px;
  z-index: 2;
}
</style>
