<script setup lang="ts">
/** Each student's pieces and points so far; who lacks most comes first. */
import type { ClassProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { useBearingWords } from './use-bearing-words';

const { t, name } = useWords();
const { reasonText } = useBearingWords();
const line = useTermLine();
const scope = useScope();
const route = useRoute();
// A class that is put away is not on the term line, but its progress can still be looked at.
const ids = computed(() => {
  const asked = route.query.class;
  if (line.loaded && typeof asked === 'string' && !line.classOf(asked)) return [asked];
  return line.classes.filter((one) => scope.inScope(one.id)).map((one) => one.id);
});
const { state, value, why, reload } = useLoad(() => Promise.all(ids.value.map((id) => ask<ClassProgressReply>('GET', `/api/classes/${id}/progress`))), [() => ids.value.join()]);
const groups = computed(() =>
  (value.value ?? []).map(({ rows, ...schoolClass }) => ({ ...schoolClass, rows: [...rows].sort((a, b) => ORDER.indexOf(a.standing.bearing) - ORDER.indexOf(b.standing.bearing) || b.missing - a.missing || b.missingStillAccepted - a.missingStillAccepted) })),
);
// Whoever needs a word comes first.
const ORDER = ['offCourse', 'drifting', 'noBearing', 'onCourse'];
const COLUMNS = ['missing', 'coming', 'waiting', 'returned', 'unread'] as const;
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading"><h1>{{ t('progress.title') }}</h1><span class="small">{{ t('progress.sub') }} · {{ t('progress.sortHint') }}</span></div>
      <section v-for="group in groups" :key="group.classId" class="group">
        <h2><ClassSquare :hue="group.hue" /> <span dir="auto">{{ group.className }}</span></h2>
        <div v-if="group.rows.length === 0" class="note"><p>{{ t('progress.empty') }}</p><p class="muted">{{ t('progress.emptyHint') }}</p></div>
        <div v-else class="sheet wide-table">
          <table class="table">
            <thead><tr><th>{{ t('progress.columns.student') }}</th><th v-for="one in COLUMNS" :key="one" class="number">{{ t(`progress.columns.${one}`) }}</th><th class="number">{{ t('progress.columns.total') }}</th><th>{{ t('progress.columns.bearing') }}</th></tr></thead>
            <tbody>
              <tr v-for="row in group.rows" :key="row.student.id">
                <td><RouterLink class="row-link" :to="{ path: `/progress/${group.classId}/${row.student.id}`, query: scope.kept.value }" dir="auto">{{ name(row.student) }}</RouterLink></td>
                <td class="number"><span v-if="row.missingStillAccepted > 0" class="muted small accepted">{{ t('progress.accepted', { n: row.missingStillAccepted }) }}</span><strong v-if="row.missing > 0" class="alarm">{{ row.missing }}</strong><span v-else class="muted">0</span></td>
                <td v-for="one in ['coming', 'waiting', 'returned', 'unread'] as const" :key="one" class="number" :class="{ muted: row[one] === 0 }">{{ row[one] }}</td>
                <td class="number nowrap"><strong v-if="row.standing.total !== null">{{ row.standing.total }} %</strong><span v-else class="muted">{{ t(row.standing.hasTotals ? 'progress.noPoints' : 'progress.noTotals') }}</span><span v-if="row.standing.band" class="muted small band" dir="auto">{{ row.standing.band }}</span></td>
                <td class="bearing"><strong :class="row.standing.bearing">{{ t(`bearing.${row.standing.bearing}`) }}</strong><span v-for="reason in row.standing.reasons" :key="reason.why" class="muted small reason">{{ reasonText(reason) }}</span></td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
    </div>
  </LoadGate>
</template>

<style scoped>
.group { margin-block-end: 28px; }
.group h2 { display: flex; align-items: center; gap: 8px; margin-block-end: 8px; }
.accepted { margin-inline-end: 10px; }
.band { display: block; }
.bearing { min-width: 210px; }
.reason { display: block; }
.offCourse { color: var(--alarm-text); }
.noBearing { color: var(--text-3); font-weight: 500; }
.nowrap { white-space: nowrap; }
</style>
