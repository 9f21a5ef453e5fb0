<script setup lang="ts">
/** The scheme of a class: how scores become a total, what late and missing cost, bands, bearing; with a live example. */
import { Button } from 'ant-design-vue';
import { MOST_TERM_WEIGHT, schemeProblems, type Category } from '@jolly/core';
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
import { wholeIn, type SchemeForm } from './scheme-form';
import SchemeBands from './SchemeBands.vue';
import SchemeBearing from './SchemeBearing.vue';
import SchemeCategories from './SchemeCategories.vue';
import SchemeExample from './SchemeExample.vue';
import SchemeLate from './SchemeLate.vue';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';
import FieldSet from '../../ui/FieldSet.vue';
import FieldForm from '../../ui/FieldForm.vue';

const { t, count } = useWords();
const route = useRoute();
const classes = useClasses();
const MISSING = ['leaveOut', 'whenClosed', 'whenDue'] as const;

const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/scheme', { params: { classId: String(route.params.id) } }),
  [() => route.params.id],
);
const own = useOwnWords<SchemeForm | null>(null);
const { typed: form, dirty } = own;
const refile = ref<Record<string, string | null>>({});
const removed = ref<Category[]>([]);
const { problem, busy, attempt } = useAttempt();
const said = ref('');

const formOf = ({ scheme, bearing, lateRule, graceMinutes }: ClassReply): SchemeForm =>
  ({ scheme, bearing, lateRule, graceMinutes }) as SchemeForm;
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
const thousandth = (get: () => number, set: (value: number) => void) =>
  computed({ get: () => get() / 1000, set: (value: number) => set(Number.isFinite(value) ? Math.round(value * 1000) : 0) });
const missingPercent = thousandth(
  () => form.value!.scheme.missing.percent,
  (value) => (form.value!.scheme.missing.percent = value),
);
const weightOf = (term: string) => form.value!.scheme.termWeights?.[term] ?? 1;
const weigh = (term: string, weight: number) =>
  (form.value!.scheme.termWeights = { ...form.value!.scheme.termWeights, [term]: Math.min(MOST_TERM_WEIGHT, wholeIn(weight)) });
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
      <FieldForm v-if="form && value?.class.id === schoolClass.id" lies="own" class="scheme" @send="save">
        <div class="rules">
          <SchemeCategories
            v-model="form.scheme"
            v-model:removed="removed"
            v-model:refile="refile"
            :disabled="schoolClass.putAwayAt !== null"
            :problems="problems"
            :filed="filed"
          />
          <div class="pair">
            <SchemeLate v-model:rule="form.lateRule" v-model:grace-minutes="form.graceMinutes" :disabled="schoolClass.putAwayAt !== null" />
            <FieldSet class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.missing') }}</h2>
              </legend>
              <label class="hidden-text" for="missing">{{ t('scheme.missing') }}</label>
              <SelectField
                id="missing"
                v-model="form.scheme.missing.kind"
                :options="MISSING.map((one) => ({ value: one, label: t(`scheme.missingKind.${one}`) }))"
              />
              <div v-if="form.scheme.missing.kind !== 'leaveOut'" class="line">
                <label for="missing-percent">{{ t('scheme.missingAs') }}</label><NumberField
                  id="missing-percent"
                  v-model="missingPercent"
                  class="short"
                  :invalid="!!wrong('missing.percent')"
                  :min="0"
                  :max="100"
                /><span>%</span>
              </div>
            </FieldSet>
          </div>
          <div class="pair">
            <SchemeBands v-model="form.scheme" :disabled="schoolClass.putAwayAt !== null" :problems="problems" />
            <fieldset v-if="schoolClass.terms.length > 1" class="part" :disabled="schoolClass.putAwayAt !== null">
              <legend>
                <h2>{{ t('scheme.year') }}</h2>
              </legend>
              <p class="muted small">{{ t('scheme.yearHint') }}</p>
              <div v-for="term in schoolClass.terms" :key="term.name" class="line">
                <label dir="auto" :for="`weight ${term.name}`">{{ term.name }}</label><NumberField
                  :id="`weight ${term.name}`"
                  class="short"
                  :min="0"
                  :max="1000"
                  :model-value="weightOf(term.name)"
                  @update:model-value="weigh(term.name, $event)"
                />
              </div>
            </fieldset>
            <SchemeBearing v-model="form.bearing" :disabled="schoolClass.putAwayAt !== null" />
          </div>
        </div>
        <aside class="beside">
          <div class="stack saving">
            <div v-if="problem" class="note bad" role="alert">
              <p>{{ messages }}</p>
              <Button v-if="problem.code === 'conflict.changedMeanwhile'" @click="takeTheirs">
                {{ t('compose.conflictTheirs') }}
              </Button>
            </div>
            <p class="muted small">{{ count('scheme.effect', schoolClass.students) }}</p>
            <div class="row">
              <Button type="primary" html-type="submit" :disabled="!dirty || busy || problems.length > 0">{{
                t('scheme.save')
              }}</Button><Button v-if="dirty" type="link" @click="begin(value!)"> {{ t('scheme.undo') }}</Button
              ><span v-if="said && !dirty" class="good small" role="status">{{ said }}</span>
            </div>
          </div>
          <SchemeExample v-bind="form" :calendar="schoolClass.calendar" />
        </aside>
      </FieldForm>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped src="./scheme-part.css"></style>

<style scoped>
.scheme {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 26px;
  align-items: start;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
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
