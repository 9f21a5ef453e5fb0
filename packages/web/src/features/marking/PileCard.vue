<script setup lang="ts">
/** One pile with what waits in it, and the two next acts: mark it, or return what is held. */
import type { PileReply, ReturnReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ApiProblem, ask, now } from '../../api/client';
import PaperStack from '../../ui/PaperStack.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';

const props = defineProps<{ pile: PileReply; first: boolean }>();
const emit = defineEmits<{ returned: [] }>();
const { t, count, length, points } = useWords();
const line = useTermLine();
const { kept } = useScope();
const schoolClass = computed(() => line.classOf(props.pile.classId));
const said = ref('');
const busy = ref(false);

const detail = computed(() => {
  const { pile } = props;
  return [schoolClass.value?.name, pile.points === null ? null : count('common.points', Number(points(pile.points))), pile.oldestWaitingAt === null ? null : t('today.oldest', { length: length(now() - pile.oldestWaitingAt) })].filter(Boolean).join(' · ');
});
const standing = computed(() => {
  const { pile } = props;
  return [
    t('today.scoredOf', { a: pile.scored, b: pile.students }),
    pile.held > 0 ? t('today.held', { n: pile.held }) : pile.returned === 0 ? t('today.noneReturned') : t('today.returnedN', { n: pile.returned }),
    pile.late > 0 ? t('today.lateIn', { n: pile.late }) : null,
  ]
    .filter(Boolean)
    .join(' · ');
});

async function giveBack(): Promise<void> {
  busy.value = true;
  try {
    const { returned } = await ask<ReturnReply>('POST', `/api/assignments/${props.pile.assignmentId}/return`, { body: { studentIds: 'allHeld' } });
    said.value = count('marking.returned', returned.length);
    emit('returned');
  } catch (error) {
    said.value = error instanceof ApiProblem ? error.title : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <PaperStack :hue="schoolClass?.hue ?? 0" :count="pile.waiting">
    <h3 dir="auto"><RouterLink class="title" :to="{ path: `/assignments/${pile.assignmentId}`, query: kept }">{{ pile.title }}</RouterLink></h3>
    <p class="muted small">{{ detail }}</p>
    <p class="small standing">{{ standing }}</p>
    <p v-if="said" class="small good" role="status">{{ said }}</p>
    <template #act>
      <RouterLink v-if="pile.waiting > 0" class="btn" :class="{ main: first }" :to="{ path: `/marking/${pile.assignmentId}`, query: kept }">{{ t('today.mark') }}</RouterLink>
      <button v-else class="btn" :class="{ main: first }" :disabled="busy" @click="giveBack">{{ t('marking.returnHeld', { n: pile.held }) }}</button>
    </template>
  </PaperStack>
</template>

<style scoped>
.title { text-decoration: none; }
.title:hover { text-decoration: underline; }
.standing { margin-block-start: 3px; }
</style>
