<script setup lang="ts">
/** Why a score was not held, and what can be done: above the maximum, changed meanwhile, or another refusal. */
import { Button } from 'ant-design-vue';
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
    <Button @click="$emit('bonus')">{{ t('desk.bonus') }}</Button>
  </div>
  <div v-else-if="newer" class="note bad stack" role="alert">
    <p>
      {{ newer.row.score ? t('desk.conflict', { by: newer.row.score.by, score: scoreText(newer.row) }) : t('desk.conflictGone') }}
    </p>
    <div class="row wrap">
      <Button @click="$emit('theirs')">{{ t('desk.useTheirs') }}</Button><Button @click="$emit('mine')">
        {{ t('desk.useMine') }}
      </Button>
    </div>
  </div>
  <p v-else-if="problem" class="note bad" role="alert">{{ problem }}</p>
</template>
