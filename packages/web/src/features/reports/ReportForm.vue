<script setup lang="ts">
/** Everything a report is made from, in the order in which one thinks of it: who, when, what, order, words, paper. */
import { Checkbox, Input, Textarea } from 'ant-design-vue';
import { LANGUAGES, PLACEHOLDERS, REPORT_PARTS, type ReportPart, type ReportSettings, type ReportTime } from '@jolly/core';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useClasses } from '../classes';
import { useTermLine } from '../termline';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import DayField from '../../ui/DayField.vue';
import NumberField from '../../ui/NumberField.vue';
import { useFormSummary } from './use-form-summary';

const settings = defineModel<ReportSettings>({ required: true });
const props = defineProps<{ unknown: readonly string[] }>();
const { t, name, count } = useWords();
const classes = useClasses();
const line = useTermLine();
void classes.load().catch(() => undefined);

const all = computed(() => [...classes.active, ...classes.away.filter((one) => settings.value.classIds.includes(one.id))]);
const terms = computed(() => [
  ...new Set(all.value.filter((one) => settings.value.classIds.includes(one.id)).flatMap((one) => one.terms.map((term) => term.name))),
]);
const timeKey = computed(() =>
  settings.value.time.kind === 'term'
    ? settings.value.time.name === null
      ? 'now'
      : `term ${settings.value.time.name}`
    : settings.value.time.kind,
);
function setTime(key: string): void {
  const { today } = line;
  const time: ReportTime =
    key === 'year'
      ? { kind: 'year' }
      : key === 'dates'
        ? { kind: 'dates', from: `${today.slice(0, 8)}01`, to: today }
        : { kind: 'term', name: key === 'now' ? null : key.slice(5) };
  settings.value.time = time;
}
const choosing = ref(settings.value.studentIds !== null);
const students = ref<{ id: string; name: string }[]>([]);
watch(
  [() => settings.value.classIds.join(), choosing],
  async () => {
    if (!choosing.value) return;
    const lists = await Promise.all(
      settings.value.classIds.map((id) => ask('GET /api/classes/:classId/roster', { params: { classId: id } }).catch(() => [])),
    );
    const known = new Map(lists.flat().map((one) => [one.id, name(one)]));
    students.value = [...known].map(([id, of]) => ({ id, name: of }));
  },
  { immediate: true },
);
function toggleChoosing(is: boolean): void {
  choosing.value = is;
  settings.value.studentIds = is ? [] : null;
}
function toggle<T>(list: T[], one: T, is: boolean): T[] {
  return is ? [...list, one] : list.filter((other) => other !== one);
}
const setPart = (part: ReportPart, is: boolean) =>
  (settings.value.parts = REPORT_PARTS.filter((one) => (one === part ? is : settings.value.parts.includes(one))));
const blanks = computed({
  get: () => settings.value.blanks.join(', '),
  set: (text: string) =>
    (settings.value.blanks = text
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean)
      .slice(0, 12)),
});
const summary = useFormSummary(settings, (id) => all.value.find((one) => one.id === id)?.label ?? '');
const inBraces = (names: readonly string[]) => names.map((one) => `{${one}}`).join(' ');
const braces = inBraces(PLACEHOLDERS);
const strange = computed(() => inBraces(props.unknown));
</script>

<template>
  <div class="form">
    <div>
      <label class="label" for="report-title">{{ t('report.heading') }}</label><Input
        id="report-title"
        v-model:value.lazy="settings.title"
        :maxlength="200"
        dir="auto"
      />
    </div>
    <FoldedPart open :title="t('report.who')" :summary="summary.who">
      <fieldset>
        <legend class="hidden-text">{{ t('report.classes') }}</legend>
        <Checkbox
          v-for="one in all"
          :key="one.id"
          :checked="settings.classIds.includes(one.id)"
          @update:checked="(on: boolean) => (settings.classIds = toggle(settings.classIds, one.id, on))"
          ><ClassSquare :hue="one.hue" /><span dir="auto">{{ one.label }}</span></Checkbox
        >
      </fieldset>
      <div class="row wrap">
        <ToggleButton :on="!choosing" @click="toggleChoosing(false)">{{ t('report.all') }}</ToggleButton><ToggleButton
          :on="choosing"
          @click="toggleChoosing(true)"
        >
          {{ t('report.choose') }}</ToggleButton
        ><span v-if="choosing" class="small muted">{{ count('report.chosenStudents', settings.studentIds?.length ?? 0) }}</span>
      </div>
      <fieldset v-if="choosing" class="students">
        <legend class="hidden-text">{{ t('report.students') }}</legend>
        <Checkbox
          v-for="one in students"
          :key="one.id"
          :checked="settings.studentIds?.includes(one.id) === true"
          @update:checked="(on: boolean) => (settings.studentIds = toggle(settings.studentIds ?? [], one.id, on))"
          ><span dir="auto">{{ one.name }}</span></Checkbox
        >
      </fieldset>
      <Checkbox v-model:checked="settings.withLeft">{{ t('report.withLeft') }}</Checkbox>
      <Checkbox v-model:checked="settings.onlyWith">{{ t('report.onlyWith') }}</Checkbox>
      <div class="pair">
        <label for="report-by">{{ t('report.by') }}</label><SelectField
          id="report-by"
          v-model="settings.by"
          :options="(['student', 'studentAll', 'class'] as const).map((one) => ({ value: one, label: t(`report.bys.${one}`) }))"
        />
      </div>
    </FoldedPart>
    <FoldedPart open :title="t('report.when')" :summary="summary.when">
      <SelectField
        :label="t('report.when')"
        :model-value="timeKey"
        :options="[
          { value: 'now', label: t('report.times.now') },
          ...terms.map((one) => ({ value: `term ${one}`, label: one })),
          { value: 'year', label: t('report.times.year') },
          { value: 'dates', label: t('report.times.dates') },
        ]"
        @update:model-value="setTime($event)"
      />
      <div v-if="settings.time.kind === 'dates'" class="row days">
        <label class="grow small">{{ t('report.from') }}<DayField v-model="settings.time.from" required /></label
        ><label class="grow small">{{ t('report.to') }}<DayField v-model="settings.time.to" required :min="settings.time.from" /></label>
      </div>
    </FoldedPart>
    <FoldedPart open :title="t('report.what')" :summary="summary.what">
      <fieldset class="two">
        <legend class="hidden-text">{{ t('report.what') }}</legend>
        <Checkbox
          v-for="one in REPORT_PARTS"
          :key="one"
          :checked="settings.parts.includes(one)"
          @update:checked="(on: boolean) => setPart(one, on)"
          >{{ t(`report.parts.${one}`) }}</Checkbox
        >
      </fieldset>
      <p v-if="settings.parts.includes('notes')" class="small muted">{{ t('report.notesPrivate') }}</p>
      <fieldset>
        <legend class="label">{{ t('report.only') }}</legend>
        <div class="row wrap">
          <Checkbox v-for="one in ['missing', 'late', 'sentBack'] as const" :key="one" v-model:checked="settings.only[one]">{{
            t(`report.onlys.${one}`)
          }}</Checkbox>
        </div>
        <div class="row wrap">
          <Checkbox :checked="settings.only.below !== null" @update:checked="(on: boolean) => (settings.only.below = on ? 60_000 : null)">{{
            t('report.below')
          }}</Checkbox><NumberField
            v-if="settings.only.below !== null"
            class="percent"
            :label="t('report.below')"
            :min="0"
            :max="1000"
            :model-value="settings.only.below / 1000"
            @update:model-value="settings.only.below = Math.round(($event ?? 0) * 1000)"
          /><span v-if="settings.only.below !== null">{{ t('report.belowUnit') }}</span>
        </div>
      </fieldset>
      <Checkbox v-model:checked="settings.withoutData">{{ t('report.withoutData') }}</Checkbox>
      <div class="pair">
        <label for="report-scores">{{ t('report.scores') }}</label><SelectField
          id="report-scores"
          v-model="settings.scores"
          :options="(['returned', 'all'] as const).map((one) => ({ value: one, label: t(`report.scoresOf.${one}`) }))"
        />
      </div>
      <fieldset>
        <legend class="label">{{ t('report.show') }}</legend>
        <div class="row wrap">
          <Checkbox v-for="one in ['percent', 'points', 'band'] as const" :key="one" v-model:checked="settings.show[one]">{{
            t(`report.shows.${one}`)
          }}</Checkbox>
        </div>
      </fieldset>
    </FoldedPart>
    <FoldedPart :title="t('report.order')" :summary="summary.order">
      <div class="pair">
        <label for="report-sort">{{ t('report.sortStudents') }}</label><SelectField
          id="report-sort"
          v-model="settings.sort"
          :options="(['name', 'total', 'missing', 'bearing'] as const).map((one) => ({ value: one, label: t(`report.sorts.${one}`) }))"
        />
      </div>
      <div class="pair">
        <label for="report-sort-work">{{ t('report.sortWork') }}</label><SelectField
          id="report-sort-work"
          v-model="settings.sortWork"
          :options="(['due', 'category', 'title', 'score'] as const).map((one) => ({ value: one, label: t(`report.workSorts.${one}`) }))"
        />
      </div>
    </FoldedPart>
    <FoldedPart :title="t('report.words')" :summary="summary.words">
      <div>
        <label class="label" for="report-above">{{ t('report.above') }}</label><Textarea
          id="report-above"
          v-model:value.lazy="settings.above"
          :auto-size="{ minRows: 4, maxRows: 12 }"
          :maxlength="60000"
          dir="auto"
        />
      </div>
      <div>
        <label class="label" for="report-below">{{ t('report.noteBelow') }}</label><Textarea
          id="report-below"
          v-model:value.lazy="settings.below"
          :auto-size="{ minRows: 3, maxRows: 12 }"
          :maxlength="60000"
          dir="auto"
        />
      </div>
      <p class="small muted fill">{{ t('report.fill', { all: braces }) }}</p>
      <p v-if="strange" class="note small">{{ t('report.unknown', { all: strange }) }}</p>
      <div>
        <label class="label" for="report-sign">{{ t('report.signature') }}</label><Input
          id="report-sign"
          v-model:value.lazy="settings.signature"
          :maxlength="200"
          dir="auto"
        />
      </div>
      <div v-if="settings.by === 'class'">
        <label class="label" for="report-blanks">{{ t('report.blanks') }}</label><Input
          id="report-blanks"
          v-model:value.lazy="blanks"
          :maxlength="700"
          dir="auto"
        />
      </div>
    </FoldedPart>
    <FoldedPart :title="t('report.paper')" :summary="summary.paper">
      <div class="row wrap">
        <ToggleButton :on="!settings.landscape" @click="settings.landscape = false"> {{ t('report.portrait') }}</ToggleButton><ToggleButton
          :on="settings.landscape"
          @click="settings.landscape = true"
        >
          {{ t('report.landscape') }}
        </ToggleButton>
      </div>
      <Checkbox v-model:checked="settings.pageEach">{{ t('report.pageEach') }}</Checkbox>
      <Checkbox v-model:checked="settings.shading">{{ t('report.shading') }}</Checkbox>
      <div class="pair">
        <label for="report-language">{{ t('report.language') }}</label><SelectField
          id="report-language"
          v-model="settings.language"
          :options="LANGUAGES.map((one) => ({ value: one, label: t(`wording.languages.${one}`) }))"
        />
      </div>
    </FoldedPart>
  </div>
</template>

<style scoped>
.form > * + * {
  margin-block-start: 8px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  min-inline-size: 0;
}
fieldset .row,
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.students {
  max-block-size: 180px;
  overflow-y: auto;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  padding: 6px 10px;
}
.pair {
  display: flex;
  gap: 10px;
  align-items: center;
}
.pair label {
  flex: none;
  inline-size: 96px;
  font-size: 14px;
}
.percent {
  inline-size: 76px;
}
.fill {
  overflow-wrap: anywhere;
}
.form :deep(.ant-collapse-content-box) > * + * {
  margin-block-start: 8px;
}
.days {
  gap: 8px;
}
</style>
