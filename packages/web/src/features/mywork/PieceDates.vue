<script setup lang="ts">
/** When a piece is due and of how much, why these dates, and asking for more time. */
import { Button } from 'ant-design-vue';
import type { MyPieceReply } from '@jolly/server/contract';
import { download } from '../../api/client';
import { useWords } from '../../ui/use-words';
import { useTrail } from '../assignments';
import MoreTime from './MoreTime.vue';
import FoldedPart from '../../ui/FoldedPart.vue';

defineProps<{ assignmentId: string; value: MyPieceReply; zone: string }>();
defineEmits<{ changed: [] }>();
const { t, points, when } = useWords();
const trail = useTrail();
</script>

<template>
  <section class="sheet dates">
    <h2>{{ t('piece.dates') }}</h2>
    <dl class="receipt">
      <template v-if="value.piece.againBy !== null"
        ><dt>{{ t('piece.againBy') }}</dt>
        <dd class="strong">{{ when(value.piece.againBy, zone) }}</dd></template
      >
      <template v-for="field in ['opens', 'due', 'closes'] as const" :key="field"
        ><template v-if="value.piece.window[field] !== null"
          ><dt>{{ t(`compose.${field}`) }}</dt>
          <dd :class="{ strong: field === 'due' && value.piece.againBy === null }">
            {{ when(value.piece.window[field]!, zone) }}
          </dd></template
        ></template
      >
      <template v-if="value.piece.window.due === null"
        ><dt>{{ t('compose.due') }}</dt>
        <dd>{{ t('common.noDue') }}</dd></template
      >
      <dt>{{ t('desk.score') }}</dt>
      <dd>{{ value.piece.points === null ? t('work.words') : t('assignment.outOf', { n: points(value.piece.points) }) }}</dd>
      <template v-if="value.rounds !== null"
        ><dt>{{ t('piece.rounds') }}</dt>
        <dd>{{ value.rounds }}</dd></template
      >
    </dl>
    <Button
      v-if="value.piece.window.due !== null"
      type="link"
      @click="download('GET /api/assignments/:assignmentId/due.ics', 'due.ics', { params: { assignmentId } })"
      >{{ t('common.calendar.dueFile') }}</Button
    >
    <MoreTime
      :assignment-id="assignmentId"
      :requests="value.requests"
      :may-ask="value.mayAsk"
      :proposed="value.proposedDue"
      :zone="zone"
      @changed="$emit('changed')"
    />
    <FoldedPart v-if="value.trail.length > 0" class="why" :title="t('piece.why')">
      <p v-for="one in trail.sentences(value.trail, zone)" :key="one" class="small">{{ one }}</p>
    </FoldedPart>
  </section>
</template>

<style scoped>
.receipt {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 16px;
  margin: 0;
}
.receipt dt {
  color: var(--text-3);
}
.receipt dd {
  margin: 0;
}
.strong {
  font-weight: 700;
}
.dates {
  padding: 16px 18px;
}
.dates h2 {
  font-size: 16px;
  margin-block-end: 8px;
}
.why {
  margin-block-start: 10px;
}
</style>
