<script setup lang="ts">
/** Everything a report is made from, in the order in which one thinks of it: who, when, what, order, words, paper. */
import { LANGUAGES, PLACEHOLDERS, REPORT_PARTS, type ReportPart, type ReportSettings, type ReportTime } from '@jolly/core';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useClasses } from '../classes';
import { useTermLine } from '../termline';

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
const inBraces = (names: readonly string[]) => names.map((one) => `{${one}}`).join(' ');
const braces = inBraces(PLACEHOLDERS);
const strange = computed(() => inBraces(props.unknown));
const checked = (event: Event) => (event.target as HTMLInputElement).checked;
</script>

<template>
  <div class="form">
    <div>
      <label class="label" for="report-title">{{ t('report.heading') }}</label><input
        id="report-title"
        v-model.lazy="settings.title"
        class="field"
        maxlength="200"
        dir="auto"
      />
    </div>
    <details open>
      <summary>{{ t('report.who') }}</summary>
      <fieldset>
        <legend class="hidden-text">{{ t('report.classes') }}</legend>
        <label v-for="one in all" :key="one.id" class="row"
          ><input
            type="checkbox"
            :checked="settings.classIds.includes(one.id)"
            @change="settings.classIds = toggle(settings.classIds, one.id, checked($event))"
          /><ClassSquare :hue="one.hue" /><span dir="auto">{{ one.label }}</span></label
        >
      </fieldset>
      <div class="row wrap">
        <button type="button" class="chip" :aria-pressed="!choosing" @click="toggleChoosing(false)">{{ t('report.all') }}</button><button
          type="button"
          class="chip"
          :aria-pressed="choosing"
          @click="toggleChoosing(true)"
        >
          {{ t('report.choose') }}</button
        ><span v-if="choosing" class="small muted">{{ count('report.chosenStudents', settings.studentIds?.length ?? 0) }}</span>
      </div>
      <fieldset v-if="choosing" class="students">
        <legend class="hidden-text">{{ t('report.students') }}</legend>
        <label v-for="one in students" :key="one.id" class="row"
          ><input
            type="checkbox"
            :checked="settings.studentIds?.includes(one.id)"
            @change="settings.studentIds = toggle(settings.studentIds ?? [], one.id, checked($event))"
          /><span dir="auto">{{ one.name }}</span></label
        >
      </fieldset>
      <label class="row"><input v-model="settings.withLeft" type="checkbox" />{{ t('report.withLeft') }}</label>
      <label class="row"><input v-model="settings.onlyWith" type="checkbox" />{{ t('report.onlyWith') }}</label>
      <div class="pair">
        <label for="report-by">{{ t('report.by') }}</label><select id="report-by" v-model="settings.by" class="field">
          <option v-for="one in ['student', 'studentAll', 'class'] as const" :key="one" :value="one">{{ t(`report.bys.${one}`) }}</option>
        </select>
      </div>
    </details>
    <details open>
      <summary>{{ t('report.when') }}</summary>
      <select class="field" :aria-label="t('report.when')" :value="timeKey" @change="setTime(($event.target as HTMLSelectElement).value)">
        <option value="now">{{ t('report.times.now') }}</option>
        <option v-for="one in terms" :key="one" :value="`term ${one}`">{{ one }}</option>
        <option value="year">{{ t('report.times.year') }}</option>
        <option value="dates">{{ t('report.times.dates') }}</option>
      </select>
      <div v-if="settings.time.kind === 'dates'" class="row days">
        <label class="grow small"
          >{{ t('report.from') }}<input v-model.lazy="settings.time.from" class="field" type="date" required /></label
        ><label class="grow small"
          >{{ t('report.to') }}<input v-model.lazy="settings.time.to" class="field" type="date" :min="settings.time.from" required
        /></label>
      </div>
    </details>
    <details open>
      <summary>{{ t('report.what') }}</summary>
      <fieldset class="two">
        <legend class="hidden-text">{{ t('report.what') }}</legend>
        <label v-for="one in REPORT_PARTS" :key="one" class="row"
          ><input type="checkbox" :checked="settings.parts.includes(one)" @change="setPart(one, checked($event))" />{{
            t(`report.parts.${one}`)
          }}</label
        >
      </fieldset>
      <p v-if="settings.parts.includes('notes')" class="small muted">{{ t('report.notesPrivate') }}</p>
      <fieldset>
        <legend class="label">{{ t('report.only') }}</legend>
        <div class="row wrap">
          <label v-for="one in ['missing', 'late', 'sentBack'] as const" :key="one" class="row"
            ><input v-model="settings.only[one]" type="checkbox" />{{ t(`report.onlys.${one}`) }}</label
          >
        </div>
        <label class="row"
          ><input
            type="checkbox"
            :checked="settings.only.below !== null"
            @change="settings.only.below = checked($event) ? 60_000 : null"
          />{{ t('report.below')
          }}<input
            v-if="settings.only.below !== null"
            class="field percent"
            type="number"
            min="0"
            max="1000"
            :aria-label="t('report.below')"
            :value="settings.only.below / 1000"
            @change="
              settings.only.below = Math.round(Math.min(1000, Math.max(0, Number(($event.target as HTMLInputElement).value) || 0)) * 1000)
            "
          /><span v-if="settings.only.below !== null">{{ t('report.belowUnit') }}</span></label
        >
      </fieldset>
      <label class="row"><input v-model="settings.withoutData" type="checkbox" />{{ t('report.withoutData') }}</label>
      <div class="pair">
        <label for="report-scores">{{ t('report.scores') }}</label><select id="report-scores" v-model="settings.scores" class="field">
          <option v-for="one in ['returned', 'all'] as const" :key="one" :value="one">{{ t(`report.scoresOf.${one}`) }}</option>
        </select>
      </div>
      <fieldset>
        <legend class="label">{{ t('report.show') }}</legend>
        <div class="row wrap">
          <label v-for="one in ['percent', 'points', 'band'] as const" :key="one" class="row"
            ><input v-model="settings.show[one]" type="checkbox" />{{ t(`report.shows.${one}`) }}</label
          >
        </div>
      </fieldset>
    </details>
    <details>
      <summary>{{ t('report.order') }}</summary>
      <div class="pair">
        <label for="report-sort">{{ t('report.sortStudents') }}</label><select id="report-sort" v-model="settings.sort" class="field">
          <option v-for="one in ['name', 'total', 'missing', 'bearing'] as const" :key="one" :value="one">
            {{ t(`report.sorts.${one}`) }}
          </option>
        </select>
      </div>
      <div class="pair">
        <label for="report-sort-work">{{ t('report.sortWork') }}</label><select
          id="report-sort-work"
          v-model="settings.sortWork"
          class="field"
        >
          <option v-for="one in ['due', 'category', 'title', 'score'] as const" :key="one" :value="one">
            {{ t(`report.workSorts.${one}`) }}
          </option>
        </select>
      </div>
    </details>
    <details>
      <summary>{{ t('report.words') }}</summary>
      <div>
        <label class="label" for="report-above">{{ t('report.above') }}</label><textarea
          id="report-above"
          v-model.lazy="settings.above"
          class="field"
          rows="4"
          maxlength="60000"
          dir="auto"
        />
      </div>
      <div>
        <label class="label" for="report-below">{{ t('report.noteBelow') }}</label><textarea
          id="report-below"
          v-model.lazy="settings.below"
          class="field"
          rows="3"
          maxlength="60000"
          dir="auto"
        />
      </div>
      <p class="small muted fill">{{ t('report.fill', { all: braces }) }}</p>
      <p v-if="strange" class="note small">{{ t('report.unknown', { all: strange }) }}</p>
      <div>
        <label class="label" for="report-sign">{{ t('report.signature') }}</label><input
          id="report-sign"
          v-model.lazy="settings.signature"
          class="field"
          maxlength="200"
          dir="auto"
        />
      </div>
      <div v-if="settings.by === 'class'">
        <label class="label" for="report-blanks">{{ t('report.blanks') }}</label><input
          id="report-blanks"
          v-model.lazy="blanks"
          class="field"
          maxlength="700"
          dir="auto"
        />
      </div>
    </details>
    <details>
      <summary>{{ t('report.paper') }}</summary>
      <div class="row wrap">
        <button type="button" class="chip" :aria-pressed="!settings.landscape" @click="settings.landscape = false">
          {{ t('report.portrait') }}</button><button
          type="button"
          class="chip"
          :aria-pressed="settings.landscape"
          @click="settings.landscape = true"
        >
          {{ t('report.landscape') }}
        </button>
      </div>
      <label class="row"><input v-model="settings.pageEach" type="checkbox" />{{ t('report.pageEach') }}</label>
      <label class="row"><input v-model="settings.shading" type="checkbox" />{{ t('report.shading') }}</label>
      <div class="pair">
        <label for="report-language">{{ t('report.language') }}</label><select
          id="report-language"
          v-model="settings.language"
          class="field"
        >
          <option v-for="one in LANGUAGES" :key="one" :value="one">{{ t(`families.languages.${one}`) }}</option>
        </select>
      </div>
    </details>
  </div>
</template>

<style scoped>
.form > * + * {
  margin-block-start: 8px;
}
details {
  border-block-start: 1px solid var(--line);
  padding-block: 8px 4px;
}
summary {
  font: 650 15.5px var(--font-head);
  cursor: pointer;
  margin-block-end: 4px;
}
details > * + * {
  margin-block-start: 6px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  min-inline-size: 0;
}
fieldset .row,
details > .row {
  padding-block: 2px;
  gap: 8px;
}
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
.field {
  min-height: 34px;
  padding-block: 4px;
}
</style>
