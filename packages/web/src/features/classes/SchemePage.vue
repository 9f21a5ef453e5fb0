<script setup lang="ts">
/** The scheme of a class: how scores become a total, what late and missing cost, bands, bearing; with a live example. */
import {
  MOST_TERM_WEIGHT,
  schemeProblems,
  weightsCome,
  type BearingSettings,
  type Category,
  type LateRule,
  type Scheme,
} from '@jolly/core';
import type { ClassReply, SchemeReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import SchemeExample from './SchemeExample.vue';

interface Form {
  scheme: {
    kind: Scheme['kind'];
    categories: Category[];
    missing: Scheme['missing'];
    decimals: 0 | 1 | 2;
    bands: { name: string; from: number }[];
    bandsBy: Scheme['bandsBy'];
    termWeights?: Record<string, number>;
  };
  bearing: BearingSettings;
  lateRule: LateRule;
  graceMinutes: number;
}
const { t, count } = useWords();
const route = useRoute();
const classes = useClasses();
const KINDS = ['weighted', 'points', 'none'] as const;
const LATE = ['none', 'perDay', 'perSchoolDay', 'perHour', 'cap'] as const;
const MISSING = ['leaveOut', 'whenClosed', 'whenDue'] as const;
const BEARING = ['passLine', 'margin', 'drop'] as const;

const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/scheme', { params: { classId: String(route.params.id) } }),
  [() => route.params.id],
);
const own = useOwnWords<Form | null>(null);
const { typed: form, dirty } = own;
const refile = ref<Record<string, string | null>>({});
const removed = ref<Category[]>([]);
const { problem, busy, attempt } = useAttempt();
const said = ref('');

const formOf = ({ scheme, bearing, lateRule, graceMinutes }: ClassReply): Form => ({ scheme, bearing, lateRule, graceMinutes }) as Form;
let shownOf = '';
function begin(reply: SchemeReply): void {
  shownOf = reply.class.id;
  own.begin(formOf(reply.class));
  [refile.value, removed.value] = [{}, []];
}
watch(
  value,
  (reply) => {
    if (reply && reply.class.id !== shownOf) begin(reply);
    else if (reply) own.arrive(formOf(reply.class));
  },
  { immediate: true },
);
const filed = computed(() => value.value?.filed ?? {});
const problems = computed(() => (form.value ? schemeProblems(form.value.scheme) : []));
const wrong = (at: string) => problems.value.find((one) => one.path === at)?.why;
const sum = computed(() => (form.value ? weightsCome(form.value.scheme) : 0));
const openRefile = computed(() => removed.value.filter((one) => (filed.value[one.id] ?? 0) > 0));

const thousandth = (get: () => number, set: (value: number) => void) =>
  computed({ get: () => get() / 1000, set: (value: number) => set(Number.isFinite(value) ? Math.round(value * 1000) : 0) });
const percent = (event: Event) => Math.round(Number((event.target as HTMLInputElement).value) * 1000) || 0;
const whole = (event: Event) => Math.max(0, Math.round(Number((event.target as HTMLInputElement).value)) || 0);
function setLate(kind: LateRule['kind']): void {
  const before = form.value!.lateRule;
  if (kind === 'none') form.value!.lateRule = { kind };
  else if (kind === 'cap') form.value!.lateRule = { kind, percent: 70_000 };
  else
    form.value!.lateRule =
      before.kind === 'none' || before.kind === 'cap'
        ? { kind, percent: 5000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 }
        : { ...before, kind };
}
const missingPercent = thousandth(
  () => form.value!.scheme.missing.percent,
  (value) => (form.value!.scheme.missing.percent = value),
);
function addCategory(): void {
  const { categories } = form.value!.scheme;
  categories.push({
    id: crypto.randomUUID(),
    name: '',
    weight: Math.max(1000, 100_000 - sum.value),
    within: 'pooled',
    leaveOut: 0,
    keepBest: null,
    bonus: false,
  });
}
function removeCategory(index: number): void {
  const [gone] = form.value!.scheme.categories.splice(index, 1);
  removed.value.push(gone!);
  refile.value[gone!.id] = null;
}
const weightOf = (term: string) => form.value!.scheme.termWeights?.[term] ?? 1;
const weigh = (term: string, event: Event) =>
  (form.value!.scheme.termWeights = { ...form.value!.scheme.termWeights, [term]: Math.min(MOST_TERM_WEIGHT, whole(event)) });
const addBand = () =>
  form.value!.scheme.bands.push({
    name: '',
    from:
      form.value!.scheme.bands.length === 0
        ? 0
        : Math.min(100_000, Math.max(...form.value!.scheme.bands.map((band) => band.from)) + 10_000),
  });
const sortBands = () => form.value!.scheme.bands.sort((a, b) => b.from - a.from);
const save = () =>
  attempt(async () => {
    said.value = '';
    const kept = new Set(form.value!.scheme.categories.map((one) => one.id));
    const places = Object.fromEntries(Object.entries(refile.value).map(([from, to]) => [from, to !== null && kept.has(to) ? to : null]));
    const sent = own.sent()!;
    const goneThen = new Set(removed.value.map((one) => one.id));
    const reply = await ask('PUT /api/classes/:classId/scheme', {
      params: { classId: String(route.params.id) },
      body: { ...sent, refile: places, version: value.value!.class.version },
    });
    own.arrive(formOf(reply.class), sent);
    removed.value = removed.value.filter((one) => !goneThen.has(one.id));
    value.value = reply;
    classes.take(reply.class);
    said.value = t('scheme.stored');
  });
const takeTheirs = () =>
  void reload().then(() => {
    problem.value = null;
    if (value.value) begin(value.value);
  });
const messages = computed(() =>
  [...new Set([problem.value?.title, ...(problem.value?.errors.map((one) => one.message) ?? [])])].filter(Boolean).join(' '),
);
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <form v-if="form && value?.class.id === schoolClass.id" class="scheme" @submit.prevent="save">
        <div class="rules">
          <fieldset class="part" :disabled="schoolClass.putAwayAt !== null">
            <legend>
              <h2>{{ t('scheme.how') }}</h2>
            </legend>
            <div class="row wrap kinds">
              <label v-for="kind in KINDS" :key="kind" class="kind sheet" :class="{ on: form.scheme.kind === kind }"
                ><input v-model="form.scheme.kind" type="radio" name="kind" :value="kind" /><span
                  ><strong>{{ t(`scheme.kind.${kind}`) }}</strong
                  ><span class="muted small">{{ t(`scheme.kindHint.${kind}`) }}</span></span
                ></label
              >
            </div>
            <div v-if="form.scheme.categories.length > 0" class="wide-table">
              <table class="table categories">
                <thead>
                  <tr>
                    <th>{{ t('scheme.category') }}</th>
                    <th v-if="form.scheme.kind === 'weighted'" class="number">{{ t('scheme.weight') }}</th>
                    <th>{{ t('scheme.within') }}</th>
                    <th class="number">{{ t('scheme.leaveOut') }}</th>
                    <th class="number">{{ t('scheme.keepBest') }}</th>
                    <th>{{ t('scheme.onTop') }}</th>
                    <th class="number">{{ t('scheme.filed') }}</th>
                    <th>
                      <span class="hidden-text">{{ t('scheme.remove') }}</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="(one, index) in form.scheme.categories" :key="one.id">
                    <td>
                      <input
                        v-model="one.name"
                        class="field name"
                        maxlength="80"
                        :aria-label="t('scheme.category')"
                        :aria-invalid="!!wrong(`categories.${index}.name`) || undefined"
                        dir="auto"
                      />
                    </td>
                    <td v-if="form.scheme.kind === 'weighted'">
                      <input
                        class="field number short"
                        type="number"
                        step="any"
                        :value="one.weight / 1000"
                        :aria-label="t('scheme.weightOf', { name: one.name })"
                        :aria-invalid="!!wrong(`categories.${index}.weight`) || undefined"
                        @input="one.weight = percent($event)"
                      />
                    </td>
                    <td>
                      <select v-model="one.within" class="field within" :aria-label="t('scheme.within')">
                        <option value="pooled">{{ t('scheme.pooled') }}</option>
                        <option value="equal">{{ t('scheme.equal') }}</option>
                      </select>
                    </td>
                    <td>
                      <input
                        class="field number short"
                        type="number"
                        min="0"
                        max="50"
                        :value="one.leaveOut"
                        :aria-label="t('scheme.leaveOut')"
                        @input="one.leaveOut = whole($event)"
                      />
                    </td>
                    <td>
                      <input
                        class="field number short"
                        type="number"
                        min="1"
                        max="200"
                        :value="one.keepBest ?? ''"
                        :placeholder="t('scheme.all')"
                        :aria-label="t('scheme.keepBest')"
                        @input="one.keepBest = ($event.target as HTMLInputElement).value === '' ? null : Math.max(1, whole($event))"
                      />
                    </td>
                    <td><input v-model="one.bonus" type="checkbox" :aria-label="t('scheme.onTop')" /></td>
                    <td class="number muted">{{ filed[one.id] ?? 0 }}</td>
                    <td>
                      <button type="button" class="btn quiet" @click="removeCategory(index)">
                        {{ t('scheme.remove') }}<span class="hidden-text"> {{ one.name }}</span>
                      </button>
                    </td>
                  </tr>
                </tbody>
              </table>
            </div>
            <ul v-if="problems.some((one) => one.path.startsWith('categories'))" class="plain alarm small">
              <li v-for="one in problems.filter((each) => each.path.startsWith('categories'))" :key="one.path">
                {{
                  t(`scheme.why.${one.why}`, { name: form.scheme.categories[Number(one.path.split('.')[1])]?.name || t('scheme.unnamed') })
                }}
              </li>
            </ul>
            <p v-if="form.scheme.kind === 'weighted' && sum !== 100_000 && sum > 0" class="note small">
              {{
                t('scheme.notHundred', {
                  sum: sum / 1000,
                  example: form.scheme.categories[0]?.name || t('scheme.unnamed'),
                  weight: (form.scheme.categories[0]?.weight ?? 0) / 1000,
                  share: Math.round(((form.scheme.categories[0]?.weight ?? 0) / sum) * 1000) / 10,
                })
              }}
            </p>
            <div v-for="one in openRefile" :key="one.id" class="note row wrap small">
              <label :for="`refile-${one.id}`">{{ count('scheme.refile', filed[one.id]!, { name: one.name }) }}</label><select
                :id="`refile-${one.id}`"
                v-model="refile[one.id]"
                class="field within"
              >
                <option :value="null">{{ t('scheme.noCategory') }}</option>
                <option v-for="to in form.scheme.categories" :key="to.id" :value="to.id">{{ to.name }}</option>
              </select>
            </div>
            <button type="button" class="btn" @click="addCategory">{{ t('scheme.addCategory') }}</button>
          </fieldset>
          <div class="pair">
            <fieldset class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.late') }}</h2>
              </legend>
              <label class="hidden-text" for="late">{{ t('scheme.late') }}</label>
              <select
                id="late"
                class="field"
                :value="form.lateRule.kind"
                @change="setLate(($event.target as HTMLSelectElement).value as LateRule['kind'])"
              >
                <option v-for="one in LATE" :key="one" :value="one">{{ t(`scheme.lateKind.${one}`) }}</option>
              </select>
              <div v-if="form.lateRule.kind === 'cap'" class="line">
                <label for="cap">{{ t('scheme.cap') }}</label><input
                  id="cap"
                  class="field number short"
                  type="number"
                  min="0"
                  max="100"
                  step="any"
                  :value="form.lateRule.percent / 1000"
                  @input="form.lateRule = { kind: 'cap', percent: percent($event) }"
                /><span>%</span>
              </div>
              <template v-else-if="form.lateRule.kind !== 'none'">
                <div class="line">
                  <label for="off">{{ t('scheme.off') }}</label><input
                    id="off"
                    class="field number short"
                    type="number"
                    min="0"
                    max="100"
                    step="any"
                    :value="form.lateRule.percent / 1000"
                    @input="(form.lateRule as { percent: number }).percent = percent($event)"
                  /><span>%</span
                  ><select v-model="form.lateRule.of" class="field within" :aria-label="t('scheme.ofWhat')">
                    <option value="max">{{ t('scheme.ofMax') }}</option>
                    <option value="earned">{{ t('scheme.ofEarned') }}</option>
                  </select>
                </div>
                <div class="line">
                  <label for="most">{{ t('scheme.most') }}</label><input
                    id="most"
                    class="field number short"
                    type="number"
                    min="0"
                    max="100"
                    step="any"
                    :value="form.lateRule.maxPercentOff / 1000"
                    @input="(form.lateRule as { maxPercentOff: number }).maxPercentOff = percent($event)"
                  /><span>%</span>
                </div>
                <div class="line">
                  <label for="floor">{{ t('scheme.floor') }}</label><input
                    id="floor"
                    class="field number short"
                    type="number"
                    min="0"
                    max="100"
                    step="any"
                    :value="form.lateRule.floorPercent / 1000"
                    @input="(form.lateRule as { floorPercent: number }).floorPercent = percent($event)"
                  /><span>%</span>
                </div>
              </template>
              <div class="line">
                <label for="grace">{{ t('class.grace') }}</label><input
                  id="grace"
                  class="field number short"
                  type="number"
                  min="0"
                  max="1440"
                  :value="form.graceMinutes"
                  @input="form.graceMinutes = whole($event)"
                /><span>{{ t('scheme.minutes') }}</span>
              </div>
            </fieldset>
            <fieldset class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.missing') }}</h2>
              </legend>
              <label class="hidden-text" for="missing">{{ t('scheme.missing') }}</label>
              <select id="missing" v-model="form.scheme.missing.kind" class="field">
                <option v-for="one in MISSING" :key="one" :value="one">{{ t(`scheme.missingKind.${one}`) }}</option>
              </select>
              <div v-if="form.scheme.missing.kind !== 'leaveOut'" class="line">
                <label for="missing-percent">{{ t('scheme.missingAs') }}</label><input
                  id="missing-percent"
                  v-model.number="missingPercent"
                  class="field number short"
                  type="number"
                  min="0"
                  max="100"
                  step="any"
                  :aria-invalid="!!wrong('missing.percent') || undefined"
                /><span>%</span>
              </div>
            </fieldset>
          </div>
          <div class="pair">
            <fieldset class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.bands') }}</h2>
              </legend>
              <div class="line">
                <label for="decimals">{{ t('scheme.decimals') }}</label><select
                  id="decimals"
                  v-model="form.scheme.decimals"
                  class="field within"
                >
                  <option :value="0">0</option>
                  <option :value="1">1</option>
                  <option :value="2">2</option>
                </select>
              </div>
              <div v-for="(band, index) in form.scheme.bands" :key="index" class="line">
                <input
                  v-model="band.name"
                  class="field band"
                  maxlength="40"
                  :aria-label="t('scheme.bandName')"
                  :aria-invalid="!!wrong(`bands.${index}.name`) || undefined"
                  dir="auto"
                /><span>{{ t('scheme.from') }}</span
                ><input
                  class="field number short"
                  type="number"
                  min="0"
                  max="200"
                  step="any"
                  :value="band.from / 1000"
                  :aria-label="t('scheme.bandFrom', { name: band.name })"
                  :aria-invalid="!!wrong(`bands.${index}.from`) || undefined"
                  @input="band.from = percent($event)"
                  @change="sortBands"
                /><span>%</span
                ><button type="button" class="btn quiet" @click="form.scheme.bands.splice(index, 1)">
                  {{ t('scheme.remove') }}<span class="hidden-text"> {{ band.name }}</span>
                </button>
              </div>
              <ul v-if="problems.some((one) => one.path.startsWith('bands'))" class="plain alarm small">
                <li v-for="one in problems.filter((each) => each.path.startsWith('bands'))" :key="one.path">
                  {{ t(`scheme.why.${one.why}`, { name: form.scheme.bands[Number(one.path.split('.')[1])]?.name || t('scheme.unnamed') }) }}
                </li>
              </ul>
              <div v-if="form.scheme.bands.length > 0" class="line">
                <label for="bands-by">{{ t('scheme.bandsBy') }}</label><select
                  id="bands-by"
                  v-model="form.scheme.bandsBy"
                  class="field within"
                >
                  <option value="shown">{{ t('scheme.shown') }}</option>
                  <option value="exact">{{ t('scheme.exact') }}</option>
                </select>
              </div>
              <button type="button" class="btn" @click="addBand">{{ t('scheme.addBand') }}</button>
            </fieldset>
            <fieldset v-if="schoolClass.terms.length > 1" class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.year') }}</h2>
              </legend>
              <p class="muted small">{{ t('scheme.yearHint') }}</p>
              <div v-for="term in schoolClass.terms" :key="term.name" class="line">
                <label dir="auto" :for="`weight ${term.name}`">{{ term.name }}</label><input
                  :id="`weight ${term.name}`"
                  class="field number short"
                  type="number"
                  min="0"
                  max="1000"
                  step="1"
                  :value="weightOf(term.name)"
                  @input="weigh(term.name, $event)"
                />
              </div>
            </fieldset>
            <fieldset class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.bearing') }}</h2>
              </legend>
              <div v-for="one in BEARING" :key="one" class="line">
                <label :for="one">{{ t(`scheme.${one}`) }}</label><input
                  :id="one"
                  class="field number short"
                  type="number"
                  :min="one === 'drop' ? 0.001 : 0"
                  max="100"
                  step="any"
                  required
                  :value="form.bearing[one] / 1000"
                  @input="form.bearing[one] = percent($event)"
                /><span>%</span>
              </div>
              <div class="line">
                <label for="over-weeks">{{ t('scheme.overWeeks') }}</label><input
                  id="over-weeks"
                  class="field number short"
                  type="number"
                  min="1"
                  max="52"
                  required
                  :value="form.bearing.overWeeks"
                  @input="form.bearing.overWeeks = whole($event)"
                /><span>{{ t('scheme.weeks') }}</span>
              </div>
              <div class="line">
                <label for="missing-limit">{{ t('scheme.missingLimit') }}</label><input
                  id="missing-limit"
                  class="field number short"
                  type="number"
                  min="1"
                  max="100"
                  required
                  :value="form.bearing.missingLimit"
                  @input="form.bearing.missingLimit = whole($event)"
                /><span>{{ t('scheme.pieces') }}</span>
              </div>
              <p class="muted small">{{ t('scheme.bearingHint', { far: 2 * form.bearing.missingLimit }) }}</p>
            </fieldset>
          </div>
        </div>
        <aside class="beside">
          <div class="stack saving">
            <div v-if="problem" class="note bad" role="alert">
              <p>{{ messages }}</p>
              <button v-if="problem.code === 'conflict.changedMeanwhile'" type="button" class="btn" @click="takeTheirs">
                {{ t('compose.conflictTheirs') }}
              </button>
            </div>
            <p class="muted small">{{ count('scheme.effect', schoolClass.students) }}</p>
            <div class="row">
              <button class="btn main" :disabled="!dirty || busy || problems.length > 0">{{ t('scheme.save') }}</button><button
                v-if="dirty"
                type="button"
                class="btn quiet"
                @click="begin(value!)"
              >
                {{ t('scheme.undo') }}</button
              ><span v-if="said && !dirty" class="good small" role="status">{{ said }}</span>
            </div>
          </div>
          <SchemeExample v-bind="form" :calendar="schoolClass.calendar" />
        </aside>
      </form>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.scheme {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 26px;
  align-items: start;
}
.part {
  border: 0;
  padding: 0;
  margin: 0 0 20px;
  min-width: 0;
}
.part legend {
  padding: 0;
  margin-block-end: 8px;
}
.part h2 {
  font-size: 17px;
}
.kinds {
  align-items: stretch;
  margin-block-end: 10px;
}
.kind {
  display: flex;
  gap: 9px;
  padding: 9px 12px;
  cursor: pointer;
  flex: 1 1 190px;
  align-items: flex-start;
}
.kind input {
  margin-block-start: 4px;
  accent-color: var(--act);
}
.kind.on {
  border-color: var(--text);
  box-shadow: inset 0 -3px 0 var(--now);
}
.kind .small {
  display: block;
}
.categories {
  margin-block-end: 8px;
}
.categories th {
  font-size: 13px;
  padding-inline: 6px;
}
.categories td {
  padding: 3px 6px;
}
.name {
  min-width: 140px;
}
.short {
  width: 72px;
}
.within {
  width: auto;
}
.band {
  width: 130px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
}
.line {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-block-start: 8px;
  flex-wrap: wrap;
}
.line label {
  flex: 1 1 120px;
  font-size: 14px;
}
.part > .btn {
  margin-block-start: 8px;
}
.beside {
  position: sticky;
  top: 12px;
  display: grid;
  gap: 14px;
}
.saving > * + * {
  margin-block-start: 8px;
}
input[type='checkbox'] {
  width: 17px;
  height: 17px;
  accent-color: var(--act);
}
@media (max-width: 1000px) {
  .scheme,
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside {
    position: static;
  }
}
</style>
