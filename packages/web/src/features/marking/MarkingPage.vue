<script setup lang="ts">
/** The marking piles. */
import type { PileReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import PileCard from './PileCard.vue';

const { t, count } = useWords();
const { inScope } = useScope();
const { state, value, why, reload } = useLoad(() => ask<PileReply[]>('GET', '/api/piles'));
const piles = computed(() => (value.value ?? []).filter((pile) => inScope(pile.classId)));
const waiting = computed(() => piles.value.reduce((sum, pile) => sum + pile.waiting, 0));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading"><h1>{{ t('marking.title') }}</h1><span class="small">{{ count('marking.sub', waiting) }}</span></div>
      <div v-if="piles.length === 0" class="note stack"><p>{{ t('marking.empty') }}</p><p class="muted">{{ t('marking.emptyHint') }}</p></div>
      <div class="piles"><PileCard v-for="(pile, index) in piles" :key="pile.assignmentId" :pile="pile" :first="index === 0" @returned="reload" /></div>
    </div>
  </LoadGate>
</template>

<style scoped>
.piles { display: grid; grid-template-columns: repeat(auto-fill, minmax(420px, 1fr)); gap: 4px 26px; max-width: 1240px; }
@media (max-width: 640px) { .piles { grid-template-columns: 1fr; } }
</style>
