<script setup lang="ts">
/** Students by aims: where each stands by what was scored last, and usually. */
import { aimResults, percentText, ratio, type AimResult } from '@jolly/core';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { Book } from './use-book';

const props = defineProps<{ classId: string; book: Book; rows: readonly number[] }>();
const { t, count, name, day, percent } = useWords();
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/book/aims', { params: { classId: props.classId } }),
  [() => props.classId],
);
const students = computed(() => props.rows.map((row) => props.book.value.value!.students[row]!));
const results = computed(() => {
  const by = new Map<string, Map<string, AimResult>>();
  for (const { studentId, evidence } of value.value?.students ?? []) {
    const own = aimResults(evidence.map((one) => ({ ...one, share: ratio(BigInt(one.share.num), BigInt(one.share.den)) })));
    by.set(studentId, new Map(own.map((one) => [one.aim, one])));
  }
  return by;
});
const aims = computed(() =>
  [
    ...new Set([
      ...(props.book.value.value?.columns ?? []).flatMap((one) => one.aims),
      ...[...results.value.values()].flatMap((one) => [...one.keys()]),
    ]),
  ].sort((a, b) => a.localeCompare(b)),
);
const levelOf = ({ latest }: AimResult) => latest.level ?? percent(percentText(latest.share, 0));
const open = ref<{ name: string; aim: string; result: AimResult } | null>(null);
const titleOf = computed(
  () =>
    new Map(
      (props.book.value.value?.columns ?? []).flatMap(({ title, sets }) =>
        sets.flatMap((set) => (set ? [[set.assignmentId, title] as const] : [])),
      ),
    ),
);
const zone = computed(() => props.book.value.value?.classes[0]?.calendar.zone ?? 'UTC');
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="aims.length === 0" class="note">
      <p>{{ t('book.aimsView.none') }}</p>
      <p class="muted">{{ t('book.aimsView.noneHint') }}</p>
    </div>
    <div v-else class="sheet frame" tabindex="0" role="region" :aria-label="t('book.aims')">
      <table class="table aims">
        <thead>
          <tr>
            <th class="who">{{ t('book.student') }}</th>
            <th v-for="aim in aims" :key="aim" dir="auto">{{ aim }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in students" :key="`${student.of} ${student.id}`">
            <th class="who" scope="row" dir="auto">{{ name(student) }}</th>
            <td v-for="aim in aims" :key="aim">
              <button
                v-if="results.get(student.id)?.get(aim)"
                type="button"
                class="cell"
                :aria-label="t('book.aimsView.of', { name: name(student), aim })"
                @click="open = { name: name(student), aim, result: results.get(student.id)!.get(aim)! }"
              >
                <strong dir="auto">{{ levelOf(results.get(student.id)!.get(aim)!) }}</strong><span class="muted small"
                  >{{ t('book.aimsView.typical') }} {{ percent(percentText(results.get(student.id)!.get(aim)!.typical, 0)) }}</span
                >
              </button>
              <span v-else class="muted">–</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <SideSheet :open="open !== null" :title="open ? t('book.aimsView.of', { name: open.name, aim: open.aim }) : ''" @close="open = null">
      <p class="muted small">{{ count('book.aimsView.evidence', open?.result.evidence.length ?? 0) }}</p>
      <table class="table">
        <tbody>
          <tr v-for="(one, index) in [...(open?.result.evidence ?? [])].reverse()" :key="index">
            <td class="muted nowrap">{{ day(one.at, zone) }}</td>
            <td dir="auto">
              {{ titleOf.get(one.assignmentId)
              }}<span class="muted small aside">{{
                one.questions !== null
                  ? count('book.aimsView.questions', one.questions)
                  : one.criterion === null
                    ? t('book.aimsView.whole')
                    : t('book.aimsView.criterion', { name: one.criterion })
              }}</span>
            </td>
            <td class="number nowrap">
              <strong>{{ one.level ?? '' }}</strong> {{ percent(percentText(one.share, 0)) }}
            </td>
          </tr>
        </tbody>
      </table>
    </SideSheet>
  </LoadGate>
</template>

<style scoped>
.frame {
  overflow: auto;
  block-size: 100%;
}
.aims th,
.aims td {
  white-space: nowrap;
  padding-block: 5px;
}
.aims tbody th {
  vertical-align: middle;
  border-block-end-color: var(--line-2);
}
.aims thead th {
  position: sticky;
  top: 0;
  background: var(--page);
  z-index: 2;
}
.who {
  position: sticky;
  inset-inline-start: 0;
  background: var(--surface);
  text-align: start;
  font-weight: 550;
  font-size: 15px;
  color: var(--text);
}
thead .who {
  z-index: 3;
}
.cell {
  background: none;
  border: 0;
  padding: 2px 0;
  text-align: start;
  display: flex;
  flex-direction: column;
  color: inherit;
  cursor: pointer;
}
.cell:hover strong {
  text-decoration: underline;
}
.aside {
  margin-inline-start: 8px;
}
.nowrap {
  white-space: nowrap;
}
</style>
