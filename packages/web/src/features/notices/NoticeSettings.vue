<script setup lang="ts">
/** Who may write on the noticeboard of a class: answers unless a notice says otherwise, notices of students, and who may not for a time. */
import { Button, Input } from 'ant-design-vue';
import { NOTICE_ANSWERS, plusDays, STUDENT_NOTICES, type LocalDate, type StudentName } from '@jolly/core';
import type { ClassReply } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { localDayText } from '../../time/format';
import DayField from '../../ui/DayField.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useClasses } from '../classes';
import { useTermLine } from '../termline';
import NoticeFeed from './NoticeFeed.vue';

const props = defineProps<{
  schoolClass: ClassReply;
  /** a student whose right is to be taken for a time */ pausing: (StudentName & { id: string }) | null;
}>();
const emit = defineEmits<{ close: [] }>();
const { t, name } = useWords();
const classes = useClasses();
const line = useTermLine();
const { problem, busy, attempt } = useAttempt();
const params = () => ({ classId: props.schoolClass.id });
const { value, reload } = useLoad(() => ask('GET /api/classes/:classId/notice-pauses', { params: params() }));
const set = (change: Partial<Pick<ClassReply, 'noticeAnswers' | 'studentNotices'>>) =>
  attempt(async () =>
    classes.take(await ask('PATCH /api/classes/:classId', { params: params(), body: { ...change, version: props.schoolClass.version } })),
  );
const who = ref(props.pausing);
const until = ref<LocalDate | ''>(plusDays(line.today, 14));
const word = ref('');
const pause = (studentId: string, day: LocalDate | null) =>
  attempt(async () => {
    await ask('PUT /api/classes/:classId/notice-pauses/:studentId', {
      params: { ...params(), studentId },
      body: { until: day, word: day === null ? '' : word.value.trim() },
    });
    who.value = null;
    await reload();
  });
</script>

<template>
  <SideSheet open :title="t('notices.settings')" @close="emit('close')">
    <div class="stack">
      <FormLine :label="t('notices.answersUsual')" for="usual-answers"
        ><SelectField
          id="usual-answers"
          :model-value="schoolClass.noticeAnswers"
          :disabled="busy"
          :options="NOTICE_ANSWERS.map((one) => ({ value: one, label: t(`notices.answersAre.${one}`) }))"
          @update:model-value="(noticeAnswers) => set({ noticeAnswers })"
      /></FormLine>
      <FormLine :label="t('notices.studentNotices')" for="student-notices"
        ><SelectField
          id="student-notices"
          :model-value="schoolClass.studentNotices"
          :disabled="busy"
          :options="STUDENT_NOTICES.map((one) => ({ value: one, label: t(`notices.studentNoticesAre.${one}`) }))"
          @update:model-value="(studentNotices) => set({ studentNotices })"
      /></FormLine>
      <section v-if="who" class="stack">
        <h3 dir="auto">{{ t('notices.pause', { name: name(who) }) }}</h3>
        <FormLine :label="t('notices.pauseUntil')" for="pause-until"><DayField id="pause-until" v-model="until" /></FormLine>
        <FormLine :label="t('notices.pauseWord', { name: name(who) })" for="pause-word"
          ><Input id="pause-word" v-model:value="word" :maxlength="500" dir="auto"
        /></FormLine>
        <div class="row">
          <Button type="primary" :disabled="busy || until === ''" @click="pause(who.id, until || null)">{{
            t('notices.pauseGo')
          }}</Button><Button @click="who = null">{{ t('common.cancel') }}</Button>
        </div>
      </section>
      <section v-if="value && value.length > 0">
        <h3>{{ t('notices.pauses') }}</h3>
        <ul class="plain">
          <li v-for="one in value" :key="one.student.id" class="row">
            <span class="grow" dir="auto">{{ name(one.student) }}</span><span class="muted small">{{
              t('notices.pausedUntil', { day: localDayText(one.until) })
            }}</span
            ><Button type="link" size="small" :disabled="busy" @click="pause(one.student.id, null)">{{ t('notices.giveBack') }}</Button>
          </li>
        </ul>
      </section>
      <ProblemNote :problem="problem" />
      <NoticeFeed :class-id="schoolClass.id" />
    </div>
  </SideSheet>
</template>
