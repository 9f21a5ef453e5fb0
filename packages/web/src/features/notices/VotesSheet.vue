<script setup lang="ts">
/** Who chose what in a show of hands that records names, for its teachers. */
import type { TeacherNotice } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { titleOf } from './blank-notice';

const props = defineProps<{ classId: string; notice: TeacherNotice }>();
const emit = defineEmits<{ close: [] }>();
const { t, name } = useWords();
const { state, value, why, reload } = useLoad(() =>
  ask('GET /api/classes/:classId/hands/:noticeId/votes', { params: { classId: props.classId, noticeId: props.notice.id } }),
);
const said = (chosen: readonly string[]) =>
  (props.notice.hands?.choices ?? [])
    .filter((one) => chosen.includes(one.id))
    .map((one) => one.text)
    .join(' · ');
</script>

<template>
  <SideSheet open :title="t('hands.votesOf', { title: titleOf(notice) })" @close="emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <ul class="plain votes">
        <li v-for="row in value?.rows ?? []" :key="row.student.id" class="row">
          <span class="grow" dir="auto">{{ name(row.student) }}</span><span v-if="row.chosen" dir="auto">{{ said(row.chosen) }}</span
          ><span v-else class="muted">{{ t('hands.noVote') }}</span>
        </li>
      </ul>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
.votes li {
  padding-block: 6px;
  border-block-end: 1px solid var(--line-2);
}
</style>
