<script setup lang="ts">
/** Term against term, and the year. */
import type { StudentView } from '@jolly/core';
import { useWords } from '../../ui/use-words';

defineProps<{ view: StudentView }>();
const { t, percent } = useWords();
</script>

<template>
  <section v-if="view.terms.length > 1 && view.standing.hasTotals">
    <h2>{{ t('progress.terms') }}</h2>
    <table class="table">
      <tbody>
        <tr v-for="term in view.terms" :key="term.name">
          <th scope="row" dir="auto">
            {{ term.name }}<span v-if="term.weight !== 1" class="muted small weight">{{ t('progress.weight', { n: term.weight }) }}</span>
          </th>
          <td class="number">
            <template v-if="term.total !== null"
              ><strong>{{ percent(term.total) }}</strong
              ><span v-if="term.band" class="muted small weight" dir="auto">{{ term.band }}</span></template
            ><span v-else class="muted small">{{ t('progress.termNone') }}</span>
          </td>
        </tr>
        <tr>
          <th scope="row">{{ t('progress.yearTotal') }}</th>
          <td class="number">
            <strong v-if="view.year !== null">{{ percent(view.year) }}</strong><span v-else class="muted small">{{
              t('progress.termNone')
            }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.weight {
  margin-inline-start: 8px;
}
</style>
