<script setup lang="ts">
/** A piece of work as a family reads it: what it is, of which class, until when, and what it is worth or got. */
import type { FamilyClass, FamilyPiece } from '@jolly/server/contract';
import { computed } from 'vue';
import ClassSquare from '../../ui/ClassSquare.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useFamilyWords } from './use-family';

const props = defineProps<{
  piece: FamilyPiece;
  of: FamilyClass;
  childId: string;
  /** among many: without what was written about it */ brief?: boolean;
}>();
const { t, when, points, percent } = useFamilyWords();
const said = computed(() => {
  const { state, due, closes, stillAccepted, lateBy } = props.piece;
  const parts = state === 'returned' ? [] : [due === null ? t('family.noDue') : t('family.due', { when: when(due, props.of.zone) })];
  if (state === 'missing')
    parts.push(
      !stillAccepted
        ? t('family.closed')
        : closes === null
          ? t('family.accepted')
          : t('family.acceptedUntil', { when: when(closes, props.of.zone) }),
    );
  if (state === 'sentBack') parts.push(t('family.again'));
  if (lateBy > 0) parts.push(t('family.late'));
  const { worth } = props.piece;
  if (worth !== null && state !== 'returned') parts.push(t('family.worth', { done: percent(worth.done), undone: percent(worth.undone) }));
  return parts.join(' · ');
});
const score = computed(() => {
  const { effective, points: max, state } = props.piece;
  if (effective === null) return state === 'returned' || max === null ? '' : t('family.outOf', { n: points(max) });
  return max === null ? points(effective) : t('family.points', { a: points(effective), b: points(max) });
});
</script>

<template>
  <li class="line">
    <SignalFlag :state="piece.state" :label="t(`state.${piece.state}`)" />
    <div class="grow">
      <p class="title">
        <RouterLink v-if="piece.opens" :to="{ path: '/family', query: { child: childId, work: piece.id } }" class="open alone" dir="auto">{{
          piece.title
        }}</RouterLink>
        <strong v-else dir="auto">{{ piece.title }}</strong>
      </p>
      <p class="small muted">
        <ClassSquare :hue="of.hue" /><span class="after"
          ><bdi>{{ of.className }}</bdi></span
        ><template v-if="said"> · {{ said }}</template>
      </p>
      <p v-if="piece.tick.stand === 'asked'" class="small">
        <span class="tick">{{ t('family.tickWanted') }}</span>
      </p>
      <blockquote v-if="piece.remark && !brief" class="remark" dir="auto">{{ piece.remark }}</blockquote>
      <p v-for="one in brief ? [] : piece.levels" :key="one.criterion" class="small" dir="auto">
        <strong>{{ one.criterion }}</strong>: {{ [one.level, one.descriptor, one.words].filter(Boolean).join(' · ') }}
      </p>
    </div>
    <strong class="score" :class="{ faint: piece.effective === null }">{{ score }}</strong>
  </li>
</template>

<style scoped>
.line {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding-block: 10px;
  border-block-end: 1px solid var(--line);
}
.line p {
  margin: 0;
}
.line .flag {
  margin-block-start: 4px;
}
.title {
  overflow-wrap: anywhere;
}
.open {
  font-weight: 650;
}
.tick {
  background: var(--now);
  color: #14262e;
  border-radius: 9px;
  padding: 0 8px;
}
.remark {
  margin: 6px 0 2px;
  padding-inline-start: 10px;
  border-inline-start: 3px solid var(--line);
  font-family: var(--font-read);
  white-space: pre-wrap;
}
.score {
  white-space: nowrap;
}
.score.faint {
  font-weight: 500;
  color: var(--text-3);
}
</style>
