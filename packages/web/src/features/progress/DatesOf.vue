<script setup lang="ts">
/** Own dates, and why. */
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { useTrail } from '../assignments';

const props = defineProps<{ standing: StudentProgressReply }>();
const { t } = useWords();
const trail = useTrail();
const zone = computed(() => props.standing.of.zone);
// What lies ahead comes first: that is what a date is asked for.
const differing = computed(() =>
  props.standing.pieces.filter((piece) => piece.trail.length > 0 || piece.exceptionReason).sort((a, b) => b.belongs - a.belongs),
);
</script>

<template>
  <section>
    <h2>{{ t('progress.dates') }}</h2>
    <div class="sheet differing">
      <p v-if="differing.length === 0" class="muted small">{{ t('progress.datesNone') }}</p>
      <div v-for="piece in differing" :key="piece.id" class="difference">
        <strong dir="auto">{{ piece.title }}</strong>
        <p v-if="piece.state === 'excused'" class="small">{{ t('state.excused') }}</p>
        <p v-for="one in trail.sentences(piece.trail, zone)" :key="one" class="small">{{ one }}</p>
        <p v-if="piece.exceptionReason && piece.trail.length === 0" class="muted small" dir="auto">{{ piece.exceptionReason }}</p>
      </div>
      <slot />
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin-block-end: 6px;
}
.differing {
  padding: 12px 14px;
  max-block-size: 260px;
  overflow-y: auto;
}
.difference + .difference {
  margin-block-start: 12px;
}
.difference p {
  margin: 0;
}
</style>
