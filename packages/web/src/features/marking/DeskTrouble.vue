<script setup lang="ts">
/** Why a score was not held, and what can be done: above the maximum, changed meanwhile, or another refusal. */
import type { DeskPieceReply } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import { useScoreText } from './score-text';

defineProps<{
  /** a score above the maximum that is to be confirmed; null: none */
  above: { score: number; most: number } | null;
  /** what is stored since; null: nothing newer */
  newer: DeskPieceReply | null;
  problem: string;
}>();
defineEmits<{ bonus: []; theirs: []; mine: [] }>();
const { t, points } = useWords();
const scoreText = useScoreText();
</script>

<template>
  <div v-if="above" class="note" role="alert">
    <p>{{ t('desk.aboveMax', { a: points(above.score), b: points(above.most) }) }}</p>
    <button type="button" class="btn" @click="$emit('bonus')">{{ t('desk.bonus') }}</button>
  </div>
  <div v-else-if="newer" class="note bad stack" role="alert">
    <p>
      {{ newer.row.score ? t('desk.conflict', { by: newer.row.score.by, score: scoreText(newer.row) }) : t('desk.conflictGone') }}
    </p>
    <div class="row wrap">
      <button type="button" class="btn" @click="$emit('theirs')">{{ t('desk.useTheirs') }}</button><button
        type="button"
        class="btn"
        @click="$emit('mine')"
      >
        {{ t('desk.useMine') }}
      </button>
    </div>
  </div>
  <p v-else-if="problem" class="note bad" role="alert">{{ problem }}</p>
</template>
