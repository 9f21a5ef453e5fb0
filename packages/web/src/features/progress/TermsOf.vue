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
    <dl class="terms">
      <div v-for="term in view.terms" :key="term.name" class="row">
        <dt class="grow" dir="auto">
          {{ term.name }}<span v-if="term.weight !== 1" class="muted small weight">{{ t('progress.weight', { n: term.weight }) }}</span>
        </dt>
        <dd>
          <template v-if="term.total !== null"
            ><strong>{{ percent(term.total) }}</strong
            ><span v-if="term.band" class="muted small weight" dir="auto">{{ term.band }}</span></template
          ><span v-else class="muted small">{{ t('progress.termNone') }}</span>
        </dd>
      </div>
      <div class="row">
        <dt class="grow">{{ t('progress.yearTotal') }}</dt>
        <dd>
          <strong v-if="view.year !== null">{{ percent(view.year) }}</strong><span v-else class="muted small">{{
            t('progress.termNone')
          }}</span>
        </dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
.terms {
  margin: 0;
}
.terms .row {
  padding: 6px 10px;
  border-block-end: 1px solid var(--line-2);
}
dt {
  font-weight: 600;
  font-size: 13.5px;
}
dd {
  margin: 0;
}
.weight {
  margin-inline-start: 8px;
}
</style>
