<script setup lang="ts">
/** Where a kept question was asked, and what its figures say there. */
import type { QuestionUse } from '@jolly/server/contract';
import { computed } from 'vue';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

defineProps<{ uses: readonly QuestionUse[]; elsewhere: number }>();
const { t, count, number } = useWords();
const { kept } = useScope();
const columns = computed<ListColumn<QuestionUse>[]>(() => [
  { key: 'quiz', title: t('store.how.quiz'), sort: byText((one) => one.title) },
  { key: 'n', title: t('store.how.n'), sort: byNumber((one) => one.n), number: true },
  { key: 'difficulty', title: t('store.how.difficulty'), sort: byNumber((one) => one.difficulty), number: true },
  { key: 'discrimination', title: t('store.how.discrimination'), sort: byNumber((one) => one.discrimination), number: true },
]);
const percent = (tenThousandths: number | null) => (tenThousandths === null ? '–' : `${Math.round(tenThousandths / 100)} %`);
const hundredths = (tenThousandths: number | null) =>
  tenThousandths === null ? '–' : number((tenThousandths / 10_000).toFixed(2)).replace('-', '−');
</script>

<template>
  <section>
    <h3>{{ t('store.where') }}</h3>
    <p v-if="uses.length === 0" class="muted small">{{ t('store.notAsked') }}</p>
    <ListTable
      v-else
      name="question-uses"
      :label="t('store.where')"
      :rows="uses"
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
      <template #difficulty="{ row: one }">{{ percent(one.difficulty) }}</template>
      <template #discrimination="{ row: one }">{{ hundredths(one.discrimination) }}</template>
    </ListTable>
    <p v-if="elsewhere > 0" class="muted small">{{ count('store.elsewhere', elsewhere) }}</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
  margin-block-end: 4px;
}
</style>
