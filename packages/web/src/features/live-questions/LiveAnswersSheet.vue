<script setup lang="ts">
/** Who answered what to a question asked in the lesson, for the class's teachers: never shown on the board. */
import { Button } from 'ant-design-vue';
import { askedQuestion } from '@jolly/core';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
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
        <table>
          <tbody>
            <tr v-for="row in value.rows" :key="row.student.id">
              <th dir="auto">{{ name(row.student) }}</th>
              <td :class="{ muted: row.answer === null }" dir="auto">
                {{ row.answer === null ? t('live.notAnswered') : answerText(asked, row.answer, t) }}
              </td>
              <td class="mark">
                <MarkSquare :mark="row.mark" /><span class="hidden-text">{{ t(`live.marks.${row.mark}`) }}</span>
              </td>
            </tr>
          </tbody>
        </table>
        <ProblemNote :problem="problem" />
        <div class="row">
          <span class="grow" /><Button v-if="!sure" type="link" @click="sure = true">{{ t('live.remove') }}</Button
          ><Button v-else :disabled="busy" @click="remove">{{ t('live.removeSure') }}</Button>
        </div>
      </div>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
table {
  inline-size: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: start;
  vertical-align: baseline;
  padding: 5px 10px 5px 0;
  border-block-end: 1px solid var(--line);
  overflow-wrap: anywhere;
}
th {
  font-weight: 600;
  inline-size: 40%;
}
.mark {
  inline-size: 24px;
}
</style>
