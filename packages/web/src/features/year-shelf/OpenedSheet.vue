<script setup lang="ts">
/** Who has opened a handout, those first who have not. */
import type { ShelvedHandout } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ classId: string; handout: Pick<ShelvedHandout, 'assignmentId' | 'title'>; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t, name, when } = useWords();
const { state, value, why, reload } = useLoad(() =>
  ask('GET /api/classes/:classId/handouts/:assignmentId/opened', {
    params: { classId: props.classId, assignmentId: props.handout.assignmentId },
  }),
);
</script>

<template>
  <SideSheet open :title="t('yearShelf.whoOf', { title: handout.title })" @close="emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <ul class="plain">
        <li v-for="one in value?.students ?? []" :key="one.student.id" class="row line">
          <span class="grow" dir="auto">{{ name(one.student) }}</span>
          <span class="small" :class="{ alarm: one.openedAt === null }">{{
            one.openedAt === null ? t('yearShelf.notOpened') : t('yearShelf.openedAt', { when: when(one.openedAt, zone) })
          }}</span>
        </li>
      </ul>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
.line {
  padding-block: 6px;
  border-block-end: 1px solid var(--line-2);
}
</style>
