<script setup lang="ts">
/** One pile with what waits in it, and the two next acts: mark it, or return what is held. */
import type { PileReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { now } from '../../api/client';
import PaperStack from '../../ui/PaperStack.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{
  pile: PileReply;
  first: boolean;
  /** how long one piece takes at one's own pace; null: not known */ pace?: number | null;
  /** with its parallel sections */ together?: boolean;
}>();
const { t, count, length, points } = useWords();
const line = useTermLine();
const { kept } = useScope();
const schoolClass = computed(() => line.classOf(props.pile.classId));

const detail = computed(() => {
  const { pile } = props;
  return [
    schoolClass.value?.name,
    pile.points === null ? null : count('common.points', Number(points(pile.points))),
    pile.oldestWaitingAt === null ? null : t('today.oldest', { length: length(now() - pile.oldestWaitingAt) }),
    pile.waiting > 0 && props.pace
      ? t('pile.takes', { length: length(Math.max(60_000, Math.round((props.pace * pile.waiting) / 60_000) * 60_000)) })
      : null,
  ]
    .filter(Boolean)
    .join(' · ');
});
const standing = computed(() => {
  const { pile } = props;
  return [
    t('today.scoredOf', { a: pile.scored, b: pile.students }),
    pile.held > 0
      ? t('today.held', { n: pile.held })
      : pile.returned === 0
        ? t('today.noneReturned')
        : t('today.returnedN', { n: pile.returned }),
    pile.late > 0 ? t('today.lateIn', { n: pile.late }) : null,
    pile.namesHidden ? t('pile.namesHidden') : null,
  ]
    .filter(Boolean)
    .join(' · ');
});
</script>

<template>
  <PaperStack :hue="schoolClass?.hue ?? 0" :count="pile.waiting">
    <h3 dir="auto">
      <RouterLink class="title" :to="{ path: `/assignments/${pile.assignmentId}`, query: kept }">{{ pile.title }}</RouterLink>
    </h3>
    <p class="muted small">{{ detail }}</p>
    <p class="small standing">{{ standing }}</p>
    <template #act>
      <LinkButton v-if="pile.how === 'inClass' && pile.waiting > 0" :to="{ path: `/marking/${pile.assignmentId}/sheet`, query: kept }">{{
        t('sheet.title')
      }}</LinkButton>
      <LinkButton
        v-if="pile.waiting > 0"
        :type="first ? 'primary' : 'default'"
        :to="{ path: `/marking/${pile.assignmentId}`, query: kept }"
        >{{ t('today.mark') }}</LinkButton
      >
      <LinkButton
        v-else
        :type="first ? 'primary' : 'default'"
        :to="{ path: `/marking/${pile.assignmentId}`, query: { ...kept, return: 'held' } }"
        >{{ t('marking.returnHeld', { n: pile.held }) }}</LinkButton
      >
    </template>
  </PaperStack>
</template>

<style scoped>
.title {
  text-decoration: none;
}
.title:hover {
  text-decoration: underline;
}
.standing {
  margin-block-start: 3px;
}
</style>
