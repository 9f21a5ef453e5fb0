<script setup lang="ts">
/** Two markers: both scores of each piece, the largest difference first, and the score they agree on. */
import { Button, Input } from 'ant-design-vue';
import { parsePoints } from '@jolly/core';
import type { SecondReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import LinkButton from '../../ui/LinkButton.vue';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText } from '../../ui/list-view';
import AssignmentTabs from './AssignmentTabs.vue';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count, name, points } = useWords();
const route = useRoute();
const { kept } = useScope();
const { problem, busy, attempt } = useAttempt();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(async () => {
  const [pile, seconds] = await Promise.all([
    ask('GET /api/assignments/:assignmentId/pile', { params: { assignmentId: id.value } }),
    ask('GET /api/assignments/:assignmentId/seconds', { params: { assignmentId: id.value } }),
  ]);
  return { assignment: pile.assignments[0]!, teachers: pile.teachers, ...seconds };
}, [id]);
const typed = ref<Record<string, string>>({});
const marker = computed(() => value.value?.teachers.find((one) => one.id === value.value?.secondMarker)?.name ?? null);
const agree = (piece: SecondReply['pieces'][number], which: 'first' | 'second' | 'typed') =>
  attempt(async () => {
    const { row, first, second } = piece;
    const of =
      which === 'first' ? first : which === 'second' ? second : { earned: parsePoints(typed.value[row.student.id] ?? ''), chosen: null };
    await ask('PUT /api/assignments/:assignmentId/pieces/:studentId/agreed-score', {
      params: { assignmentId: id.value, studentId: row.student.id },
      body: { earned: of.chosen ? null : of.earned, chosen: of.chosen, version: row.version },
    });
    await reload();
  });
const score = (earned: number | null) => (earned === null ? '–' : points(earned));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page">
      <div class="heading">
        <h1 dir="auto">{{ value.assignment.title }}</h1>
        <span class="small grow"
          >{{ t('two.title') }}<template v-if="marker"> · {{ t('two.by', { name: marker }) }}</template
          ><template v-if="marker && value.open > 0"> · {{ count('two.open', value.open) }}</template></span
        ><LinkButton :to="{ path: `/marking/${id}`, query: kept }">{{ t('sheet.toDesk') }}</LinkButton>
      </div>
      <AssignmentTabs :id="id" :by="value.assignment.scoring.by" :how="value.assignment.how" />
      <ProblemNote :problem="problem" />
      <div v-if="value.pieces.length === 0" class="note stack">
        <p>{{ t(marker ? 'two.none' : 'two.nobody') }}</p>
        <p class="muted">{{ t('pile.secondHint') }}</p>
      </div>
      <ListTable
        v-else
        class="two"
        name="two-markers"
        :label="t('two.title')"
        :rows="value.pieces"
        :columns="[
          { key: 'student', title: t('sheet.student'), sort: byText((one) => name(one.row.student)) },
          { key: 'first', title: t('two.first'), number: true },
          { key: 'second', title: t('two.second'), number: true },
          { key: 'differ', title: t('two.differ'), number: true, sort: byNumber((one) => -Math.abs(one.differ ?? 0)) },
          { key: 'agree', title: t('two.agree') },
        ]"
        :key-of="(one) => one.row.student.id"
        empty=""
        ><template #student="{ row: one }"
          ><div dir="auto">
            <RouterLink class="row-link" :to="{ path: `/marking/${id}/${one.row.student.id}`, query: kept }">{{
              one.row.nameless ? t('desk.nameless', { n: value!.pieces.indexOf(one) + 1 }) : name(one.row.student)
            }}</RouterLink>
          </div></template
        >
        <template #first="{ row: one }"
          ><strong>{{ score(one.first.earned) }}</strong> <span class="muted small">{{ one.first.by }}</span></template
        >
        <template #second="{ row: one }"
          ><strong>{{ score(one.second.earned) }}</strong> <span class="muted small">{{ one.second.by }}</span>
          <p v-if="one.second.remark" class="small muted" dir="auto">“{{ one.second.remark }}”</p></template
        >
        <template #differ="{ row: one }">{{ one.differ === null ? '–' : points(one.differ) }}</template>
        <template #agree="{ row: one }"
          ><span v-if="one.second.agreedAt !== null" class="good">{{ t('two.agreed', { n: score(one.first.earned) }) }}</span>
          <FieldForm v-else lies="row" @send="agree(one, 'typed')">
            <Button :disabled="busy" @click="agree(one, 'first')"> {{ score(one.first.earned) }}</Button><Button
              v-if="one.differ !== 0"
              :disabled="busy"
              @click="agree(one, 'second')"
            >
              {{ score(one.second.earned) }}</Button
            ><Input
              :value="typed[one.row.student.id] ?? ''"
              inputmode="decimal"
              :aria-label="t('two.agree')"
              :placeholder="t('two.other')"
              class="short"
              @update:value="(text: string) => (typed[one.row.student.id] = text)"
            /><Button html-type="submit" :disabled="busy || parsePoints(typed[one.row.student.id] ?? '') === null">
              {{ t('two.agree') }}
            </Button>
          </FieldForm></template
        ></ListTable
      >
    </div>
  </LoadGate>
</template>

<style scoped>
.two {
  max-inline-size: 1100px;
}
.short {
  inline-size: 84px;
  min-height: 32px;
}
</style>
