<script setup lang="ts">
/** A class: everybody on one line, whoever needs a word first, then everyone; beside it the charts. */
import { BEARINGS, compareNames, type Bearing } from '@jolly/core';
import type { ClassProgressReply, ProgressRow } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { dateText } from '../../time/format';
import ChartFigure from '../../ui/ChartFigure.vue';
import ClassSquare from '../../ui/ClassSquare.vue';
import NumberLine, { type LineMark } from '../../ui/NumberLine.vue';
import { useWords } from '../../ui/use-words';
import { WriteHomeSheet } from '../families';
import { useScope } from '../termline';
import ActSheets, { type Act } from './ActSheets.vue';
import BarsOf from './BarsOf.vue';
import CompareBox from './CompareBox.vue';
import NeedCard from './NeedCard.vue';
import SpeakSheet from './SpeakSheet.vue';
import TermChoice from './TermChoice.vue';
import { LOOK_OF } from './use-progress-words';
import ToggleButton from '../../ui/ToggleButton.vue';
import LinkButton from '../../ui/LinkButton.vue';
import EveryoneTable from './EveryoneTable.vue';

const props = defineProps<{ reply: ClassProgressReply; alone: boolean }>();
const emit = defineEmits<{ changed: [] }>();
const { t, name, count, number, signedPercent } = useWords();
const router = useRouter();
const { kept } = useScope();

const only = ref<Bearing[]>([]);
const toggle = (bearing: Bearing) =>
  (only.value = only.value.includes(bearing) ? only.value.filter((one) => one !== bearing) : [...only.value, bearing]);
const isShown = ({ standing }: ProgressRow) => only.value.length === 0 || only.value.includes(standing.bearing);
const counted = computed(() =>
  BEARINGS.map((bearing) => ({ bearing, n: props.reply.rows.filter((row) => row.standing.bearing === bearing).length })),
);
const shown = computed(() => props.reply.rows.filter(isShown));
const need = computed(() =>
  shown.value
    .filter(({ standing }) => standing.bearing === 'offCourse' || standing.bearing === 'drifting')
    .sort(
      (a, b) =>
        BEARINGS.indexOf(a.standing.bearing) - BEARINGS.indexOf(b.standing.bearing) ||
        b.standing.reasons.length - a.standing.reasons.length ||
        b.missing - a.missing ||
        Number(a.standing.total ?? 0) - Number(b.standing.total ?? 0) ||
        compareNames(a.student, b.student),
    ),
);
const sums = computed(() =>
  Object.fromEntries(
    (['missing', 'late', 'sentBack', 'unread'] as const).map((key) => [key, shown.value.reduce((sum, row) => sum + row[key], 0)]),
  ),
);
const totals = computed(() => props.reply.rows.filter(({ standing }) => standing.total !== null));
const pass = computed(() => props.reply.settings.passLine / 1000);
const marks = computed(() =>
  totals.value.map((row): LineMark => ({
    id: row.student.id,
    value: Number(row.standing.total),
    look: LOOK_OF[row.standing.bearing],
    label: t('progress.lineAt', {
      name: name(row.student),
      total: number(row.standing.total ?? ''),
      bearing: t(`bearing.${row.standing.bearing}`),
    }),
    faded: !isShown(row),
  })),
);
const bands = computed(() => props.reply.scheme.bands.map(({ name: band, from }) => ({ name: band, from: from / 1000 })));
const lineLabel = computed(() => {
  const values = totals.value.map(({ standing }) => Number(standing.total));
  return t('progress.lineLabel', { n: values.length, least: Math.min(...values), most: Math.max(...values), pass: pass.value });
});
const open = (id: string) => void router.push({ path: `/progress/${props.reply.classId}/${id}`, query: kept.value });

const changes = computed(() =>
  props.reply.rows.filter((row) => row.change?.by != null).sort((a, b) => Number(a.change!.by) - Number(b.change!.by)),
);
const trendCounts = computed(() =>
  (['down', 'up', 'level'] as const).map((trend) => ({ trend, n: changes.value.filter((row) => row.change!.trend === trend).length })),
);
const course = computed(() => ({
  labels: props.reply.course.map(({ at }) => dateText(at, props.reply.zone)),
  values: props.reply.course.map(({ middle }) => (middle === null ? null : Number(middle))),
}));
const tenthLabels = computed(() => props.reply.tenths.map((_, at) => `${at * 10}–${at * 10 + 10}`));
const categories = computed(() =>
  props.reply.categoryMiddles.map((one) => ({
    key: one.id,
    name: one.name,
    note: '',
    percent: one.middle,
    empty: t('progress.categoryNone'),
  })),
);
const aims = computed(() => {
  const byAim = new Map<string, number[]>();
  for (const row of shown.value) for (const one of row.aims) byAim.set(one.aim, [...(byAim.get(one.aim) ?? []), Number(one.typical)]);
  return [...byAim]
    .map(([aim, typical]) => ({
      aim,
      students: typical.length,
      middle: [...typical].sort((a, b) => a - b)[Math.floor((typical.length - 1) / 2)]!,
    }))
    .sort((a, b) => a.middle - b.middle)
    .map((one) => ({ key: one.aim, name: one.aim, note: count('common.students', one.students), percent: String(one.middle), empty: '' }));
});
// Over the year the terms stand beside each other.

const act = ref<Act | null>(null);
const speaking = ref<ProgressRow | null>(null);
const writing = ref<ProgressRow | null>(null);
</script>

<template>
  <section class="class-progress">
    <div class="heading">
      <h2 class="grow">
        <ClassSquare :hue="reply.hue" /><span class="after" dir="auto">{{ reply.className }}</span>
      </h2>
      <TermChoice v-if="alone" :terms="reply.terms" :looking="reply.looking" /><CompareBox
        v-if="alone && reply.scheme.kind !== 'none'"
        :reply="reply"
      /><LinkButton :to="{ path: '/reports', query: { ...kept, class: reply.classId } }">{{ t('report.title') }}</LinkButton>
    </div>
    <div v-if="reply.rows.length === 0" class="note">
      <p>{{ t('progress.noStudents') }}</p>
      <p class="muted">{{ t('progress.noStudentsHint') }}</p>
    </div>
    <div v-else :class="{ split: alone }">
      <div class="main-part">
        <div v-if="reply.scheme.kind !== 'none'" class="sheet line">
          <h3 class="row">
            <span class="grow">{{ t('progress.line') }}</span><span class="small muted">{{ t('progress.passLine', { n: pass }) }}</span>
          </h3>
          <p v-if="marks.length === 0" class="muted small">{{ t('progress.lineNone') }}</p>
          <NumberLine
            v-else
            :marks="marks"
            :pass-line="pass"
            :pass-label="t('progress.passLine', { n: pass })"
            :bands="bands"
            :label="lineLabel"
            @open="open"
          />
        </div>
        <div class="row wrap bearings" role="group" :aria-label="t('progress.filter')">
          <ToggleButton
            v-for="one in counted"
            :key="one.bearing"
            :on="only.includes(one.bearing)"
            :disabled="one.n === 0"
            @click="toggle(one.bearing)"
          >
            <svg class="look" viewBox="-8 -8 16 16" aria-hidden="true">
              <path :class="LOOK_OF[one.bearing]" d="M0 -7L7 0L0 7L-7 0z" />
              <path v-if="LOOK_OF[one.bearing] === 'half'" class="half-fill" d="M0 -7L0 7L-7 0z" /></svg
            >{{ t(`bearing.${one.bearing}`) }} <b>{{ one.n }}</b>
          </ToggleButton>
          <span class="small muted sums">{{ t('progress.sums', sums) }}</span>
        </div>
        <div class="heading sub">
          <h3>{{ t('progress.needs') }}</h3>
          <span class="small">{{ t('progress.needsHint') }}</span>
        </div>
        <p v-if="need.length === 0" class="muted">{{ t(only.length > 0 ? 'progress.noOthers' : 'progress.needsNone') }}</p>
        <ul v-else class="plain">
          <NeedCard
            v-for="row in need"
            :key="row.student.id"
            :row="row"
            :class-id="reply.classId"
            :away="reply.away"
            @time="act = { kind: 'time', assignmentId: $event, studentId: row.student.id }"
            @nudge="act = { kind: 'nudge', assignmentId: $event, studentId: row.student.id }"
            @home="writing = row"
            @speak="speaking = row"
          />
        </ul>
        <div class="heading sub">
          <h3>{{ t('progress.everyone') }}</h3>
          <span class="small">{{ t('progress.everyoneHint') }}</span>
        </div>
        <EveryoneTable :reply="reply" :rows="shown" />
      </div>
      <aside v-if="alone" class="stack charts">
        <section v-if="reply.between">
          <h3>{{ t('progress.changes') }}</h3>
          <p v-if="changes.length === 0" class="small muted">{{ t('progress.changesNothing') }}</p>
          <p v-else class="small muted">{{ trendCounts.map((one) => count(`progress.changeCount.${one.trend}`, one.n)).join(' · ') }}</p>
          <ul class="plain changes">
            <li v-for="row in changes" :key="row.student.id" class="row">
              <RouterLink class="grow clip" :to="{ path: `/progress/${reply.classId}/${row.student.id}`, query: kept }" dir="auto">{{
                name(row.student)
              }}</RouterLink><span class="small muted">{{ t('progress.changesFrom', { a: row.change!.from, b: row.change!.to }) }}</span
              ><strong class="by">{{ signedPercent(row.change!.by!) }}</strong
              ><span class="small trend">{{ t(`progress.trend.${row.change!.trend!}`) }}</span>
            </li>
          </ul>
        </section>
        <section v-if="marks.length > 0">
          <div class="heading">
            <h3>{{ t('progress.spread') }}</h3>
            <span v-if="reply.middle !== null" class="small">{{ t('progress.middle', { n: number(reply.middle) }) }}</span>
          </div>
          <ChartFigure
            kind="bar"
            :height="130"
            :head="t('progress.columns.total')"
            :label="t('progress.spreadLabel', { all: reply.tenths.join(', ') })"
            :labels="tenthLabels"
            :ticks="reply.tenths.map((_, at) => `${at * 10}`)"
            :series="[{ name: t('progress.spreadStudents'), values: reply.tenths }]"
          />
        </section>
        <section v-if="course.values.some((one) => one !== null)">
          <h3>{{ t('progress.course') }}</h3>
          <ChartFigure
            kind="line"
            :height="130"
            :max="Math.max(100, ...course.values.map((one) => one ?? 0))"
            :head="t('progress.courseWhen')"
            :label="t('progress.courseLabel', { all: course.values.map((one) => (one === null ? '–' : number(one))).join(' · ') })"
            :labels="course.labels"
            :series="[
              { name: t('progress.courseTotal'), values: course.values },
              { name: t('progress.passLine', { n: pass }), values: course.values.map(() => pass), across: true },
            ]"
          />
        </section>
        <BarsOf
          v-if="categories.length > 0"
          :title="t('progress.byCategory')"
          :sub="t('progress.byCategoryHint')"
          none=""
          :bars="categories"
        />
        <BarsOf :title="t('progress.byAim')" :sub="t('progress.byAimHint')" :none="t('progress.aimsNone')" :bars="aims" />
      </aside>
    </div>
    <ActSheets :act="act" @close="act = null" @changed="emit('changed')" />
    <SpeakSheet :row="speaking" :class-id="reply.classId" @close="speaking = null" @changed="emit('changed')" />
    <WriteHomeSheet
      :open="writing !== null"
      :class-id="reply.classId"
      :student="writing?.student ?? null"
      :about="writing?.next.map((piece) => piece.title) ?? []"
      @close="writing = null"
    />
  </section>
</template>

<style scoped>
.class-progress {
  margin-block-end: 30px;
}
.split {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 26px;
}
.line {
  padding: 10px 14px 2px;
}
.line h3 {
  margin: 0 0 4px;
  font-size: 15px;
}
.bearings {
  margin-block: 12px;
}
.ant-btn {
  display: inline-flex;
  align-items: center;
  gap: 7px;
}
.ant-btn:disabled {
  opacity: 0.6;
  cursor: default;
}
.look {
  inline-size: 14px;
  block-size: 14px;
}
.look path {
  stroke: currentcolor;
  stroke-width: 1.6;
  fill: none;
}
.look .filled {
  fill: currentcolor;
}
.look .half-fill {
  fill: currentcolor;
  stroke: none;
}
.look .dotted {
  stroke-dasharray: 2.5 2.5;
}
.sums {
  margin-inline-start: auto;
}
.sub {
  margin-block: 16px 4px;
}
.sub h3,
.charts h3 {
  font-size: 17px;
  margin: 0;
}
.charts :deep(h2) {
  font-size: 17px;
}
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
.changes {
  max-block-size: 220px;
  overflow-y: auto;
}
.changes .row {
  padding-block: 4px;
  border-block-end: 1px solid var(--line-2);
  gap: 10px;
}
.by {
  min-inline-size: 48px;
  text-align: end;
}
.trend {
  min-inline-size: 36px;
}
@media (max-width: 1100px) {
  .split {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
