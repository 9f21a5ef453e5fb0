<script setup lang="ts">
/** Beside a piece: the walls on which it can be shown, or is. */
import type { WallOfPiece } from '@jolly/server/contract';
import LinkButton from '../../ui/LinkButton.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

defineProps<{ walls: readonly WallOfPiece[] }>();
const { t } = useWords();
const { kept } = useScope();
</script>

<template>
  <p v-if="walls.length > 0" class="row wrap">
    <LinkButton v-for="one in walls" :key="one.id" :to="{ path: `/walls/${one.id}`, query: kept }"
      ><span dir="auto">{{ t(one.shown ? 'walls.shown1' : 'walls.show1', { title: one.title }) }}</span></LinkButton
    >
  </p>
</template>
