<script setup lang="ts">
/** A stand-in for a call, to try live rooms out without any service outside. */
import type { Instant } from '@jolly/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { now } from '../../api/client';
import BoardFrame from '../../ui/BoardFrame.vue';
import { timeText } from '../../time/format';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useTermLine } from '../termline';

const { t, name } = useWords();
const route = useRoute();
const session = useSession();
const line = useTermLine();
const since: Instant = now();
const room = computed(() => line.classOf(String(route.params.id))?.name ?? String(route.params.id));
</script>

<template>
  <BoardFrame closes-to="/">
    <p class="small">{{ t('call.title') }}</p>
    <h1 dir="auto">{{ t('call.here', { name: room }) }}</h1>
    <p class="tile" dir="auto">{{ session.me ? name(session.me) : '' }}</p>
    <p>{{ t('call.since', { when: timeText(since, line.zone) }) }}</p>
    <p class="small hint">{{ t('call.hint') }}</p>
  </BoardFrame>
</template>

<style scoped>
h1 {
  color: inherit;
}
.tile {
  inline-size: min(360px, 100%);
  aspect-ratio: 16 / 10;
  display: grid;
  place-items: center;
  background: var(--term);
  border-radius: 10px;
  font: 600 22px var(--font-head);
}
.hint {
  max-inline-size: 520px;
  opacity: 0.85;
}
</style>
