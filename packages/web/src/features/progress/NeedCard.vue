<script setup lang="ts">
/** Somebody who needs a word: why, and what could be done next. */
import { Button } from 'ant-design-vue';
import type { ProgressRow } from '@jolly/server/contract';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useProgressWords } from './use-progress-words';

defineProps<{ row: ProgressRow; classId: string; away: boolean }>();
defineEmits<{ time: [string]; nudge: [string]; home: []; speak: [] }>();
const { t, count, name } = useWords();
const SHOWN = 2;
const { reasonText } = useProgressWords();
const { kept } = useScope();
/** what is missing or was sent back, of which the first few are listed */
const toDo = (row: ProgressRow) => row.missing + row.sentBack;
</script>

<template>
  <li class="need">
    <div class="who">
      <RouterLink class="row-link" :to="{ path: `/progress/${classId}/${row.student.id}`, query: kept }" dir="auto">{{
        name(row.student)
      }}</RouterLink>
      <strong class="bearing" :class="row.standing.bearing">{{ t(`bearing.${row.standing.bearing}`) }}</strong>
      <p v-if="row.toSpeak" class="small muted">{{ t('progress.speakAlready') }}</p>
    </div>
    <div class="why small">
      <p v-for="one in row.standing.reasons" :key="one.why">{{ reasonText(one) }}</p>
    </div>
    <div class="do">
      <p v-for="piece in row.next.slice(0, SHOWN)" :key="piece.id" class="piece small">
        <SignalFlag :state="piece.state" :label="t(`state.${piece.state}`)" />
        <RouterLink class="grow clip" :to="{ path: `/marking/${piece.id}/${row.student.id}`, query: kept }" dir="auto">{{
          piece.title
        }}</RouterLink>
        <Button
          v-if="!away && (piece.stillAccepted || piece.state === 'sentBack')"
          type="text"
          class="bare act"
          :aria-label="`${t('progress.act.nudge')}: ${piece.title}`"
          @click="$emit('nudge', piece.id)"
        >
          {{ t('progress.act.nudge') }}
        </Button>
        <Button
          v-if="!away"
          type="text"
          class="bare act"
          :aria-label="`${t('progress.act.time')}: ${piece.title}`"
          @click="$emit('time', piece.id)"
        >
          {{ t('progress.act.time') }}
        </Button>
      </p>
      <p v-if="toDo(row) > SHOWN" class="small">
        <RouterLink class="further" :to="{ path: `/progress/${classId}/${row.student.id}`, query: kept }">{{
          count('progress.moreNext', toDo(row) - SHOWN)
        }}</RouterLink>
      </p>
      <p class="row more">
        <Button
          v-if="!row.toSpeak"
          type="text"
          class="bare act"
          :aria-label="`${t('progress.act.speak')}: ${name(row.student)}`"
          @click="$emit('speak')"
        >
          {{ t('progress.act.speak') }}</Button><Button
          v-if="!away"
          type="text"
          class="bare act"
          :aria-label="`${t('progress.act.home')}: ${name(row.student)}`"
          @click="$emit('home')"
        >
          {{ t('progress.act.home') }}
        </Button>
      </p>
    </div>
  </li>
</template>

<style scoped>
.further {
  display: inline-block;
  padding-block: 3px;
}
.need {
  display: grid;
  grid-template-columns: 172px minmax(0, 1fr) minmax(0, 1.25fr);
  gap: 16px;
  padding-block: 11px;
  border-block-end: 1px solid var(--line);
}
.who p,
.why p,
.do p {
  margin: 0;
}
.bearing {
  display: block;
  font-size: 14px;
}
.offCourse {
  color: var(--alarm-text);
}
.why p + p {
  margin-block-start: 3px;
}
.piece {
  display: flex;
  align-items: center;
  gap: 8px;
  min-block-size: 28px;
}
.more {
  gap: 8px;
}
.act {
  background: none;
  border: 0;
  padding: 3px 2px;
  color: var(--text-2);
  font: 600 13.5px var(--font);
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
  white-space: nowrap;
}
.act:hover {
  color: var(--text);
}
@media (max-width: 760px) {
  .need {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
}
</style>
