<script setup lang="ts">
/** The next lessons of a class, and its live room: when it opens, and opening it now. */
import { Button } from 'ant-design-vue';
import type { ClassReply, TimetableReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { timeText } from '../../time/format';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ schoolClass: ClassReply; timetable: TimetableReply }>();
const emit = defineEmits<{ changed: [TimetableReply] }>();
const { t, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const zone = computed(() => props.schoolClass.calendar.zone);
const MOST = 8;
const hasRoom = computed(() => props.schoolClass.liveLink !== null || props.timetable.rules.some((rule) => rule.link !== null));
const open = (on: boolean) =>
  attempt(async () =>
    emit('changed', await ask('PUT /api/classes/:classId/room', { params: { classId: props.schoolClass.id }, body: { open: on } })),
  );
</script>

<template>
  <section class="stack">
    <h2>{{ t('lessons.coming') }}</h2>
    <p v-if="timetable.lessons.length === 0" class="muted">{{ t('lessons.comingNone') }}</p>
    <ul v-else class="plain">
      <li v-for="one in timetable.lessons.slice(0, MOST)" :key="one.begin" class="row">
        <span class="grow">{{ when(one.begin, zone) }} – {{ timeText(one.end, zone) }}</span
        ><span class="muted" dir="auto">{{ one.room && t('class.roomIs', { room: one.room }) }}</span>
      </li>
    </ul>
    <h2>{{ t('lessons.roomIs') }}</h2>
    <p v-if="!hasRoom" class="muted">{{ t('lessons.roomNone') }}</p>
    <template v-else>
      <p class="muted small">{{ t('lessons.roomHow', { n: schoolClass.liveMinutes }) }}</p>
      <p v-if="timetable.openUntil !== null" role="status">{{ t('lessons.roomOpenUntil', { when: when(timetable.openUntil, zone) }) }}</p>
      <div v-if="schoolClass.putAwayAt === null">
        <Button :disabled="busy" @click="open(timetable.openUntil === null)">{{
          t(timetable.openUntil === null ? 'lessons.roomOpen' : 'lessons.roomClose')
        }}</Button>
      </div>
    </template>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
li {
  padding-block: 5px;
  border-block-end: 1px solid var(--line-2);
}
</style>
