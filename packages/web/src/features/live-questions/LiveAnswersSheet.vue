<script setup lang="ts">
/** Who answered what to a question asked in the lesson, for the class's teachers: never shown on the board. */
import { Button } from 'ant-design-vue';
import { askedQuestion } from '@jolly/core';
import type { LiveAnswersReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import FieldForm from '../../ui/FieldForm.vue';
import ListTable from '../../ui/ListTable.vue';
import { byText, type ListColumn } from '../../ui/list-view';
import NumberField from '../../ui/NumberField.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { answerText, MarkSquare, QuestionSeen } from '../quizzes';

const props = defineProps<{ liveId: string }>();
const emit = defineEmits<{ close: []; removed: [] }>();
const { t, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const params = { liveId: props.liveId };
const { state, value, why, reload } = useLoad(() => ask('GET /api/live-questions/:liveId/answers', { params }));
const asked = computed(() => value.value && askedQuestion(value.value.question, { seed: 'answers', ownOptions: false }));
type Row = LiveAnswersReply['rows'][number];
const said = ({ answer }: Row) => (answer === null || !asked.value ? t('live.notAnswered') : answerText(asked.value, answer, t));
const columns = computed<ListColumn<Row>[]>(() => [
  { key: 'student', title: t('live.student'), sort: byText((row) => name(row.student)) },
  { key: 'answer', title: t('live.answer'), sort: byText(said) },
  { key: 'mark', title: t('live.mark'), sort: byText((row) => row.mark) },
]);
const points = ref(1);
const score = () =>
  attempt(async () => {
    await ask('POST /api/live-questions/:liveId/score', { params, body: { points: Math.round(points.value * 1000) } });
    await reload();
  });
const sure = ref(false);
const remove = () =>
  attempt(async () => {
    await ask('DELETE /api/live-questions/:liveId', { params });
    emit('removed');
  });
</script>

<template>
  <SideSheet open :title="t('live.who')" :width="560" @close="emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value && asked" class="stack">
        <QuestionSeen :question="value.question" />
        <p v-if="!value.names" class="note">{{ t('live.nameless') }}</p>
        <ListTable
          v-else
          name="live-answers"
          :label="t('live.who')"
          :rows="value.rows"
          :columns="columns"
          :key-of="(row) => row.student.id"
          :empty="t('live.nothingThere')"
        >
          <template #student="{ row }"
            ><span dir="auto">{{ name(row.student) }}</span></template
          >
          <template #answer="{ row }"
            ><span :class="{ muted: row.answer === null }" dir="auto">{{ said(row) }}</span></template
          >
          <template #mark="{ row }"
            ><span class="row"
              ><MarkSquare :mark="row.mark" /><span class="small">{{ t(`quiz.marks.${row.mark}`) }}</span></span
            ></template
          >
        </ListTable>
        <template v-if="value.names && !value.open">
          <RouterLink v-if="value.assignmentId" :to="`/assignments/${value.assignmentId}`">{{ t('live.scored') }}</RouterLink>
          <FieldForm v-else lies="row" @send="score">
            <label class="row"
              ><span>{{ t('live.points') }}</span
              ><NumberField v-model="points" :min="0" :max="1000" :label="t('live.points')"
            /></label>
            <Button html-type="submit" :disabled="busy || points <= 0">{{ t('live.score') }}</Button>
            <span class="muted small">{{ t('live.scoreHint') }}</span>
          </FieldForm>
        </template>
        <ProblemNote :problem="problem" />
        <div class="row">
          <span class="grow" /><Button v-if="!sure" type="link" @click="sure = true">{{ t('live.remove') }}</Button
          ><Button v-else :disabled="busy" @click="remove">{{ t('live.removeSure') }}</Button>
        </div>
      </div>
    </LoadGate>
  </SideSheet>
</template>
