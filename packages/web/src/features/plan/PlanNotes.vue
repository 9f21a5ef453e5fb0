<script setup lang="ts">
/** Notes in the plan that have no day, or whose day has gone by: done with a tick, opened to change them. */
import { Button } from 'ant-design-vue';
import type { PlanNote } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ClassSquare from '../../ui/ClassSquare.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import { localDayLong } from '../../time/format';
import { useTermLine } from '../termline';

defineProps<{ notes: readonly PlanNote[] }>();
const emit = defineEmits<{ open: [PlanNote]; changed: [] }>();
const { t } = useWords();
const line = useTermLine();
const { problem, attempt } = useAttempt();
const setDone = ({ id, day, text, version }: PlanNote, done: boolean) =>
  attempt(async () => {
    await ask('PUT /api/plan-notes/:noteId', { params: { noteId: id }, body: { day, text, done, version } });
    emit('changed');
  });
</script>

<template>
  <section v-if="notes.length > 0">
    <h2>{{ t('planNotes.title') }}</h2>
    <ul class="plain">
      <li v-for="note in notes" :key="note.id" class="row">
        <StoredCheck :on="note.done" :store="(on) => setDone(note, on)"
          ><span class="hidden-text">{{ t('planNotes.isDone', { text: note.text }) }}</span></StoredCheck
        >
        <ClassSquare :hue="line.classOf(note.classId)?.hue ?? 0" />
        <Button type="text" class="bare words" :class="{ done: note.done }" dir="auto" @click="emit('open', note)">{{ note.text }}</Button>
        <span class="muted small">{{
          [line.classOf(note.classId)?.name, note.day === null ? '' : localDayLong(note.day)].filter(Boolean).join(' · ')
        }}</span>
      </li>
    </ul>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  margin-block-start: 18px;
}
h2 {
  font-size: 17px;
  margin-block-end: 6px;
}
li {
  align-items: baseline;
  padding-block: 3px;
}
.words.words.words {
  white-space: normal;
  text-align: start;
  overflow-wrap: anywhere;
  min-inline-size: 0;
}
.done {
  text-decoration: line-through;
  color: var(--text-2);
}
</style>
