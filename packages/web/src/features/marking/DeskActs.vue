<script setup lang="ts">
/** What can be done with the score that is typed: held, held and on to the next; with the piece: returned, sent back. */
import { Button } from 'ant-design-vue';
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
    <Button v-if="returns" @click="$emit('return', returns)">
      {{ t('desk.returnThis', { name: returns.nameless ? nameOf(returns) : returns.student.givenName }) }}
    </Button>
    <Button v-else-if="canSendBack" @click="$emit('sendBack')">
      {{ t('desk.sendBack') }}
    </Button>
    <span class="grow" />
    <Button :disabled="nothing" @click="$emit('hold')">
      {{ t('desk.hold') }}
    </Button>
    <Button type="primary" html-type="submit">{{ t('desk.holdNext') }} <span class="key">↵</span></Button>
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
