<script setup lang="ts">
/** Where a kept question was asked, and what its figures say there. */
import type { QuestionUse } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

defineProps<{ uses: readonly QuestionUse[]; elsewhere: number }>();
const { t, count, number } = useWords();
const { kept } = useScope();
const percent = (tenThousandths: number | null) => (tenThousandths === null ? '–' : `${Math.round(tenThousandths / 100)} %`);
const hundredths = (tenThousandths: number | null) =>
  tenThousandths === null ? '–' : number((tenThousandths / 10_000).toFixed(2)).replace('-', '−');
</script>

<template>
  <section>
    <h3>{{ t('store.where') }}</h3>
    <p v-if="uses.length === 0" class="muted small">{{ t('store.notAsked') }}</p>
    <table v-else>
      <thead>
        <tr>
          <th>{{ t('store.how.quiz') }}</th>
          <th class="figure">{{ t('store.how.n') }}</th>
          <th class="figure">{{ t('store.how.difficulty') }}</th>
          <th class="figure">{{ t('store.how.discrimination') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in uses" :key="one.assignmentId">
          <td>
            <RouterLink :to="{ path: `/marking/${one.assignmentId}/quiz`, query: kept }" dir="auto">{{ one.title }}</RouterLink>{{ ' '
            }}<span class="muted small" dir="auto">
              {{ one.className }}<template v-if="one.changed"> · {{ t('store.changedThere') }}</template></span
            >
          </td>
          <td class="figure">{{ one.n === 0 ? t('store.nobodyDone') : one.n }}</td>
          <td class="figure">{{ percent(one.difficulty) }}</td>
          <td class="figure">{{ hundredths(one.discrimination) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="elsewhere > 0" class="muted small">{{ count('store.elsewhere', elsewhere) }}</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
  margin-block-end: 4px;
}
table {
  inline-size: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: start;
  padding: 5px 8px 5px 0;
  border-block-end: 1px solid var(--line);
}
.figure {
  text-align: end;
  font-variant-numeric: tabular-nums;
}
th {
  font-size: 13px;
  color: var(--text-2);
}
</style>
