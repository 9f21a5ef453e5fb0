<script setup lang="ts">
/** The paper edges: the students of a pile along the bottom of the desk. */
import { Button } from 'ant-design-vue';
import type { PieceRow } from '@jolly/server/contract';
import { useRoute } from 'vue-router';
import { arrowFor } from '../../ui/arrows';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useScoreText } from './score-text';

const props = defineProps<{
  assignmentId: string;
  rows: readonly PieceRow[];
  /** whose piece lies on the desk */
  row: PieceRow | null;
  position: number;
  nameOf: (row: PieceRow) => string;
}>();
defineEmits<{ go: [by: number] }>();
const { t, count } = useWords();
const route = useRoute();
const scoreText = useScoreText();
const shortName = (one: PieceRow) =>
  one.nameless ? props.nameOf(one) : `${one.student.givenName} ${[...one.student.familyName][0] ?? ''}`.trim();
</script>

<template>
  <nav class="edges" :aria-label="t('desk.edges')">
    <Button class="step" :aria-label="t('desk.previous')" :disabled="position <= 0" @click="$emit('go', -1)">{{
      arrowFor(-1).shown
    }}</Button>
    <div class="strip">
      <RouterLink
        v-for="one in rows"
        :key="one.student.id"
        class="edge"
        :class="{ current: one === row }"
        :aria-current="one === row || undefined"
        :to="{ path: `/marking/${assignmentId}/${one.student.id}`, query: route.query }"
        replace
        :tabindex="one === row ? 0 : -1"
      >
        <span class="edge-name"
          ><SignalFlag v-if="one.state" :state="one.state" :label="t(`state.${one.state}`)" /><span class="clip" dir="auto">{{
            shortName(one)
          }}</span></span
        >
        <strong class="clip"
          >{{ scoreText(one)
          }}<span v-if="one.collecting.unreadNotes > 0" class="new" :title="count('notes.answers', one.collecting.unreadNotes)">
            •</span
          ></strong
        >
      </RouterLink>
    </div>
    <Button class="step" :aria-label="t('desk.next')" :disabled="position >= rows.length - 1" @click="$emit('go', 1)">{{
      arrowFor(1).shown
    }}</Button>
  </nav>
</template>

<style scoped>
.edges {
  grid-column: 1;
  background: var(--surface-2);
  border-block-start: 1px solid var(--line);
  padding: 8px 12px 0;
  display: flex;
  gap: 8px;
  align-items: flex-end;
  min-width: 0;
}
.strip {
  display: flex;
  gap: 7px;
  overflow-x: auto;
  flex: 1;
  padding-block-start: 12px;
  scrollbar-width: thin;
}
.edge {
  background: var(--surface);
  border: 1px solid var(--line);
  border-block-end: 0;
  border-radius: 6px 6px 0 0;
  padding: 5px 8px 8px;
  width: 92px;
  flex: none;
  text-decoration: none;
  font-size: 13.5px;
}
.edge-name {
  display: flex;
  gap: 5px;
  align-items: center;
}
.edge strong {
  display: block;
}
.new {
  color: var(--alarm-text);
}
.current {
  border: 2px solid var(--text);
  border-block-end: 0;
  margin-block-start: -10px;
  padding-block-end: 16px;
  font-weight: 700;
}
.step {
  margin-block-end: 12px;
  min-width: 38px;
}
</style>
