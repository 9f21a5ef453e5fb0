<script setup lang="ts">
/** Everybody of a class in one list: what is missing and late, the total, the terms, what changed, the bearing. */
import { BEARINGS } from '@jolly/core';
import type { ClassProgressReply, ProgressRow } from '@jolly/server/contract';
import { computed } from 'vue';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const props = defineProps<{ reply: ClassProgressReply; rows: readonly ProgressRow[] }>();
const { t, name, percent, signedPercent } = useWords();
const { kept } = useScope();
const NUMBERS = ['missing', 'late', 'sentBack', 'waiting', 'unread'] as const;
const byTerm = computed(() => (props.reply.looking.kind === 'year' && props.reply.scheme.kind !== 'none' ? props.reply.terms : []));
const asNumber = (digits: string | null | undefined) => (digits == null ? null : -Number(digits));
const columns = computed((): ListColumn<ProgressRow>[] => [
  { key: 'student', title: t('progress.columns.student'), sort: byText(({ student }) => `${student.familyName} ${student.givenName}`) },
  ...NUMBERS.map((one) => ({
    key: one,
    title: t(`progress.columns.${one}`),
    number: true,
    sort: byNumber((row: ProgressRow) => -row[one]),
    hideable: true,
  })),
  { key: 'total', title: t('progress.columns.total'), number: true, sort: byNumber((row) => asNumber(row.standing.total)) },
  ...byTerm.value.map((term, place) => ({
    key: `term${place}`,
    title: term.name,
    number: true,
    sort: byNumber((row: ProgressRow) => asNumber(row.terms[place]?.total)),
    hideable: true,
  })),
  ...(props.reply.between
    ? [
        {
          key: 'change',
          title: t('progress.columns.change'),
          number: true,
          sort: byNumber((row: ProgressRow) => asNumber(row.change?.by)),
        },
      ]
    : []),
  {
    key: 'bearing',
    title: t('progress.columns.bearing'),
    sort: byNumber((row) => BEARINGS.indexOf(row.standing.bearing)),
    filter: { options: BEARINGS.map((one) => ({ value: one, label: t(`bearing.${one}`) })), of: (row) => row.standing.bearing },
  },
]);
</script>

<template>
  <ListTable
    name="progress"
    :label="t('progress.everyone')"
    :rows="rows"
    :columns="columns"
    :key-of="(row) => row.student.id"
    :empty="t('progress.noStudents')"
  >
    <template #student="{ row }">
      <RouterLink class="row-link" :to="{ path: `/progress/${reply.classId}/${row.student.id}`, query: kept }" dir="auto">{{
        name(row.student)
      }}</RouterLink>
    </template>
    <template v-for="one in NUMBERS" :key="one" #[one]="{ row }"
      ><span :class="row[one] === 0 ? 'muted' : one === 'missing' ? 'alarm strong' : ''">{{ row[one] }}</span></template
    >
    <template #total="{ row }"
      ><span class="nowrap"
        ><strong v-if="row.standing.total !== null">{{ percent(row.standing.total) }}</strong
        ><span v-else class="muted">{{ t(row.standing.hasTotals ? 'progress.noPoints' : 'progress.noTotals') }}</span
        ><span v-if="row.standing.band" class="muted small band" dir="auto">{{ row.standing.band }}</span></span
      ></template
    >
    <template v-for="(_, place) in byTerm" :key="place" #[`term${place}`]="{ row }">{{
      row.terms[place]?.total == null ? t('progress.noChange') : percent(row.terms[place]!.total)
    }}</template>
    <template #change="{ row }">{{ row.change?.by == null ? t('progress.noChange') : signedPercent(row.change.by) }}</template>
    <template #bearing="{ row }"
      ><span class="nowrap" :class="row.standing.bearing">{{ t(`bearing.${row.standing.bearing}`) }}</span></template
    >
  </ListTable>
</template>

<style scoped>
.strong {
  font-weight: 700;
}
.band {
  display: block;
}
.offCourse {
  color: var(--alarm-text);
  font-weight: 650;
}
.noBearing {
  color: var(--text-3);
}
.nowrap {
  white-space: nowrap;
}
</style>
