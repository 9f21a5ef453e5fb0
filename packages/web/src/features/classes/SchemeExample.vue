<script setup lang="ts">
/** What the rules being chosen make of a sample student, piece by piece, down to the total. */
import { bandOf, percentText, totalText, type BearingSettings, type LateRule, type SchoolCalendar, type Scheme } from '@jolly/core';
import { computed } from 'vue';
import { now } from '../../api/client';
import { useWords } from '../../ui/use-words';
import { useProgressWords } from '../progress';
import { sampleStudent, type SamplePiece } from './sample-student';

const props = defineProps<{
  scheme: Scheme;
  bearing: BearingSettings;
  lateRule: LateRule;
  graceMinutes: number;
  calendar: SchoolCalendar;
}>();
const { t, points, percent } = useWords();
const { reasonText } = useProgressWords();
const sample = computed(() => sampleStudent({ ...props, now: now() }));
const total = computed(() => sample.value.total.result);
const band = computed(() => (total.value === null ? null : bandOf(total.value, props.scheme)));
const counted = computed(() => new Set(sample.value.total.counted));
const groups = computed(() => {
  const rows =
    props.scheme.categories.length === 0
      ? [{ id: '', name: t('scheme.onePool'), result: null, weight: null as number | null }]
      : sample.value.total.categories.map((row, index) => ({
          id: row.id,
          name: props.scheme.categories[index]!.name || t('scheme.unnamed'),
          result: row.result,
          weight: props.scheme.kind === 'weighted' ? Number(percentText(row.weight, 1)) : null,
        }));
  return rows.map((row) => ({ ...row, pieces: sample.value.pieces.filter((piece) => (piece.category ?? '') === row.id) }));
});
function became(piece: SamplePiece): string {
  const parts: string[] = [];
  if (piece.earned === null)
    parts.push(
      sample.value.byMissingRule.has(piece.id)
        ? t('scheme.countsAs', { n: points((piece.points! * props.scheme.missing.percent) / 100_000) })
        : t('scheme.leftOutMissing'),
    );
  if (piece.lateHours > 0)
    parts.push(
      piece.takenOff > 0
        ? t('scheme.lateTakes', { h: piece.lateHours, n: points(piece.takenOff) })
        : t('scheme.lateFree', { h: piece.lateHours }),
    );
  if (piece.earned !== null && total.value !== null && !counted.value.has(piece.id)) parts.push(t('scheme.leftOutPiece'));
  return parts.join(', ');
}
const scoreOf = (piece: SamplePiece) =>
  t('common.of', { a: piece.effective === null ? '–' : points(piece.effective), b: points(piece.points!) });
</script>

<template>
  <section class="sheet example" aria-live="polite">
    <h2>{{ t('scheme.example') }}</h2>
    <p class="muted small">{{ t('scheme.exampleHint') }}</p>
    <div v-for="group in groups" :key="group.id" class="group">
      <div class="row">
        <strong class="grow clip" dir="auto">{{ group.name }}</strong><span v-if="group.weight !== null" class="muted small">{{
          t('scheme.weighs', { n: group.weight })
        }}</span
        ><span v-if="group.result" class="figure">{{ percent(percentText(group.result, scheme.decimals)) }}</span>
      </div>
      <ul class="plain">
        <li v-for="piece in group.pieces" :key="piece.id" class="piece" :class="{ muted: total !== null && !counted.has(piece.id) }">
          <span class="figure">{{ scoreOf(piece) }}</span><span class="small">{{ became(piece) }}</span>
        </li>
      </ul>
    </div>
    <div class="total">
      <span class="grow">{{ t('scheme.total') }}</span><strong v-if="total" class="sum">{{ percent(totalText(total, scheme)) }}</strong
      ><strong v-else>{{ t('scheme.noTotal') }}</strong
      ><strong v-if="band" dir="auto">{{ band.name }}</strong>
    </div>
    <p class="small bearing">
      <strong>{{ t(`bearing.${sample.standing.bearing}`) }}</strong><template v-for="reason in sample.standing.reasons" :key="reason.why">
        · {{ reasonText(reason) }}</template
      >
    </p>
  </section>
</template>

<style scoped>
.example {
  padding: 14px 16px;
}
.example h2 {
  font-size: 17px;
}
.group {
  margin-block-start: 10px;
  border-block-start: 1px solid var(--line-2);
  padding-block-start: 8px;
}
.piece {
  display: grid;
  grid-template-columns: 76px 1fr;
  gap: 8px;
  align-items: baseline;
}
.figure {
  text-align: end;
  white-space: nowrap;
}
.total {
  display: flex;
  align-items: baseline;
  gap: 10px;
  border-block-start: 2px solid var(--text);
  margin-block-start: 12px;
  padding-block-start: 8px;
}
.sum {
  font: 700 26px var(--font-head);
}
.bearing {
  margin-block-start: 4px;
}
</style>
