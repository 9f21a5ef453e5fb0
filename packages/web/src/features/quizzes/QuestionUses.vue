<script setup lang="ts">
/** Where a kept question was asked, and what its figures say there. */
import type { QuestionUse } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { figureText, wholePercent } from './figure-text';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const props = defineProps<{ itemId: string }>();
const { t, count, number, percent } = useWords();
const { kept } = useScope();
// It looks through all tries of each quiz: who wants to change the question does not wait for it.
const { state, value, why, reload } = useLoad(() => ask('GET /api/questions/:itemId/uses', { params: { itemId: props.itemId } }));
const columns = computed<ListColumn<QuestionUse>[]>(() => [
  { key: 'quiz', title: t('store.how.quiz'), sort: byText((one) => one.title) },
  { key: 'n', title: t('store.how.n'), sort: byNumber((one) => one.n), number: true },
  { key: 'difficulty', title: t('store.how.difficulty'), sort: byNumber((one) => one.difficulty), number: true },
  { key: 'discrimination', title: t('store.how.discrimination'), sort: byNumber((one) => one.discrimination), number: true },
]);
const share = (figure: number | null) => percent(figure === null ? null : wholePercent(figure));
const hundredths = (figure: number | null) => (figure === null ? '–' : number(figureText(figure)));
</script>

<template>
  <section>
    <h3>{{ t('store.where') }}</h3>
    <LoadGate :state="state" :why="why" @retry="reload">
      <template v-if="value">
        <p v-if="value.uses.length === 0" class="muted small">{{ t('store.notAsked') }}</p>
        <ListTable
          v-else
          name="question-uses"
          :label="t('store.where')"
          :rows="value.uses"
          :columns="columns"
          :key-of="(one) => one.assignmentId"
          :empty="t('store.notAsked')"
        >
          <template #quiz="{ row: one }"
            ><RouterLink :to="{ path: `/marking/${one.assignmentId}/quiz`, query: kept }" dir="auto">{{ one.title }}</RouterLink
            >{{ ' '
            }}<span class="muted small" dir="auto"
              >{{ one.className }}<template v-if="one.changed"> · {{ t('store.changedThere') }}</template></span
            ></template
          >
          <template #n="{ row: one }">{{ one.n === 0 ? t('store.nobodyDone') : one.n }}</template>
          <template #difficulty="{ row: one }">{{ share(one.difficulty) }}</template>
          <template #discrimination="{ row: one }">{{ hundredths(one.discrimination) }}</template>
        </ListTable>
        <p v-if="value.elsewhere > 0" class="muted small">{{ count('store.elsewhere', value.elsewhere) }}</p>
      </template>
    </LoadGate>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
  margin-block-end: 4px;
}
</style>
