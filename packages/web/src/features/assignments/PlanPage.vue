<script setup lang="ts">
/** What is set, in order of due date, within the span of the term line; drafts and undated work apart. */
import type { AssignmentListItem } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { localDayLong } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import StateCounts from './StateCounts.vue';

const { t, points, when } = useWords();
const line = useTermLine();
const scope = useScope();
const { state, value, why, reload } = useLoad(() => ask<AssignmentListItem[]>('GET', '/api/assignments'));

const mine = computed(() => (value.value ?? []).filter((one) => scope.inScope(one.classId)));
const groups = computed(() =>
  [
    { key: 'due', rows: mine.value.filter((one) => one.issuedAt !== null && one.due !== null && scope.within(one.due)) },
    { key: 'undated', rows: mine.value.filter((one) => one.issuedAt !== null && one.due === null) },
    { key: 'drafts', rows: mine.value.filter((one) => one.issuedAt === null) },
  ].filter((group) => group.key === 'due' || group.rows.length > 0),
);
const address = (one: AssignmentListItem) => ({ path: one.issuedAt === null ? `/assignments/${one.id}/edit` : `/assignments/${one.id}`, query: scope.kept.value });
const wholeTerm = () => line.term && void scope.set({ from: line.weeks[0]!.monday, to: line.sundayOf(line.weeks.at(-1)!.monday) });
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading">
        <h1>{{ t('plan.title') }}</h1>
        <span class="small grow">{{ t('plan.sub', { from: localDayLong(scope.from.value), to: localDayLong(scope.to.value) }) }}</span>
        <button class="btn" @click="wholeTerm">{{ t('plan.wholeTerm') }}</button>
        <RouterLink class="btn main" :to="{ path: '/assignments/new', query: scope.kept.value }">{{ t('today.newAssignment') }} <span class="key">N</span></RouterLink>
      </div>
      <section v-for="group in groups" :key="group.key" class="group">
        <h2 v-if="group.key !== 'due'">{{ t(`plan.${group.key}`) }}</h2>
        <div v-if="group.rows.length === 0" class="note"><p>{{ t('plan.empty') }}</p><p class="muted">{{ t('plan.emptyHint') }}</p></div>
        <div v-else class="sheet wide-table">
          <table class="table">
            <thead>
              <tr><th v-if="group.key === 'due'" class="due">{{ t('plan.columns.due') }}</th><th>{{ t('plan.columns.title') }}</th><th>{{ t('plan.columns.class') }}</th><th class="number">{{ t('plan.columns.points') }}</th><th>{{ t('plan.columns.states') }}</th></tr>
            </thead>
            <tbody>
              <tr v-for="one in group.rows" :key="one.id">
                <td v-if="group.key === 'due'" class="nowrap">{{ when(one.due!, line.zone) }}</td>
                <td><RouterLink :to="address(one)" class="row-link" dir="auto">{{ one.title || t('plan.untitled') }}</RouterLink></td>
                <td class="nowrap"><ClassSquare :hue="line.classOf(one.classId)?.hue ?? 0" /> {{ line.classOf(one.classId)?.name }}</td>
                <td class="number">{{ one.points === null ? '–' : points(one.points) }}</td>
                <td><span v-if="one.issuedAt === null" class="muted">{{ t('plan.draft') }}</span><StateCounts v-else :counts="one.counts" /></td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
    </div>
  </LoadGate>
</template>

<style scoped>
.group { margin-block-end: 24px; }
.group h2 { margin-block-end: 8px; }
.nowrap { white-space: nowrap; }
.due { width: 150px; }
</style>
