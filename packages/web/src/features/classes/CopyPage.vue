<script setup lang="ts">
/** A copy of a class: for another section now, or for a new term with its dates moved by school days. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { termAt } from '@jolly/core';
import type { CopyPreviewReply, CopyRequest } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLatest } from '../../api/use-latest';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import SelectField from '../../ui/SelectField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import DayField from '../../ui/DayField.vue';
import LinkButton from '../../ui/LinkButton.vue';
import ListTable from '../../ui/ListTable.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const PREVIEW_AFTER_MS = 300;
const { t, count, when } = useWords();
const route = useRoute();
const router = useRouter();
const classes = useClasses();
const line = useTermLine();
const look = async () => {
  if (!classes.all) await classes.load();
  return ask('GET /api/calendars');
};
const { state, value: calendars, why, reload } = useLoad(look);
const source = computed(() => classes.all?.find((one) => one.id === route.params.id) ?? null);

const form = ref({ name: '', section: '', from: '', to: '', calendarId: '', assignments: true });
// Once for each class: a list that is loaded anew must not undo what was typed meanwhile.
watch(
  [() => source.value?.id, () => calendars.value !== null],
  () => {
    const one = source.value;
    if (!one || !calendars.value) return;
    const from = termAt(one.terms, line.today)?.from ?? line.today;
    form.value = { name: one.name, section: '', from, to: from, calendarId: one.calendarId, assignments: true };
  },
  { immediate: true },
);
const terms = computed(() => calendars.value?.find((one) => one.id === form.value.calendarId)?.terms ?? []);
const request = computed<CopyRequest | null>(() =>
  source.value && form.value.from && form.value.to
    ? { ...form.value, name: form.value.name.trim() || source.value.name, version: source.value.version }
    : null,
);

const preview = ref<CopyPreviewReply | null>(null);
const { problem, busy, attempt } = useAttempt();
const asked = useLatest(PREVIEW_AFTER_MS, (found: CopyPreviewReply | null) => (preview.value = found));
watch(
  () => JSON.stringify(request.value && { ...request.value, name: '', section: '' }),
  () => {
    const body = request.value;
    if (!body) return asked.drop();
    asked.ask(() =>
      ask('POST /api/classes/:classId/copy/preview', { params: { classId: String(route.params.id) }, body }).catch(() => null),
    );
  },
  { immediate: true },
);
const go = () =>
  attempt(async () => {
    const made = await ask('POST /api/classes/:classId/copy', { params: { classId: String(route.params.id) }, body: request.value! });
    await Promise.all([classes.load(), line.load()]);
    await router.push(`/class/${made.id}`);
  });
const lookAgain = () => attempt(async () => void (await classes.load()));
const same = computed(() => form.value.from === form.value.to && form.value.calendarId === source.value?.calendarId);
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div class="copy">
        <FieldForm :problem="problem" @send="go">
          <h2>{{ t('copy.title') }}</h2>
          <p class="muted">{{ t('copy.what') }}</p>
          <div class="two">
            <FormLine :label="t('about.name')" for="copy-name" path="name">
              <Input id="copy-name" v-model:value="form.name" :maxlength="120" required dir="auto" />
            </FormLine>
            <FormLine :label="t('about.section')" for="copy-section" path="section">
              <Input id="copy-section" v-model:value="form.section" :maxlength="60" dir="auto" />
            </FormLine>
          </div>
          <FormLine v-if="(calendars?.length ?? 0) > 1" :label="t('copy.calendar')" for="copy-calendar" path="calendarId"
            ><SelectField
              id="copy-calendar"
              v-model="form.calendarId"
              :options="(calendars ?? []).map((one) => ({ value: one.id, label: one.name }))"
          /></FormLine>
          <div class="two">
            <FormLine :label="t('copy.from')" for="copy-from" path="from">
              <DayField id="copy-from" v-model="form.from" required />
            </FormLine>
            <FormLine :label="t('copy.to')" for="copy-to" path="to">
              <DayField id="copy-to" v-model="form.to" required />
            </FormLine>
          </div>
          <div class="row wrap">
            <ToggleButton v-for="term in terms" :key="term.from" :on="form.to === term.from" @click="form.to = term.from">
              {{ t('copy.startOf', { term: term.name }) }}
            </ToggleButton>
          </div>
          <p class="muted small">{{ t('copy.datesHint') }}</p>
          <Checkbox v-model:checked="form.assignments"> {{ t('copy.assignments') }}</Checkbox>
          <template #problem="{ elsewhere }"
            ><div v-if="problem" class="note bad" role="alert">
              <p>{{ [problem.title, ...elsewhere].join(' ') }}</p>
              <Button v-if="problem.code === 'conflict.changedMeanwhile'" @click="lookAgain">
                {{ t('bringIn.again') }}
              </Button>
            </div></template
          ><template #acts>
            <div class="row">
              <Button type="primary" html-type="submit" :disabled="busy || !preview">
                {{ preview && form.assignments ? count('copy.go', preview.assignments) : t('copy.goPlain') }}</Button><LinkButton
                type="link"
                :to="`/class/${schoolClass.id}/about`"
                >{{ t('common.cancel') }}</LinkButton
              >
            </div>
          </template></FieldForm
        >
        <section v-if="preview">
          <h3>{{ t('copy.holds', { units: preview.units, categories: preview.categories }) }}</h3>
          <p class="muted small">{{ t('copy.never') }}</p>
          <p v-if="preview.dates.length === 0" class="muted small">{{ t('copy.noDates') }}</p>
          <div v-else class="sheet dates" tabindex="0" role="region" :aria-label="t('copy.after')">
            <ListTable
              name="copy"
              :label="t('copy.title')"
              :rows="preview.dates"
              :columns="[
                { key: 'piece', title: t('move.piece') },
                { key: 'date', title: t('copy.date') },
                { key: 'before', title: t('copy.before') },
                { key: 'after', title: t('copy.after') },
              ]"
              :key-of="(one) => String(preview!.dates.indexOf(one))"
              empty=""
              ><template #piece="{ row: one }"
                ><div class="title" dir="auto">{{ one.title || t('plan.untitled') }}</div></template
              >
              <template #date="{ row: one }"
                ><div class="muted">{{ t(`copy.field.${one.field}`) }}</div></template
              >
              <template #before="{ row: one }"
                ><div class="muted nowrap">{{ when(one.before, schoolClass.calendar.zone) }}</div></template
              >
              <template #after="{ row: one }"
                ><div class="nowrap" :class="{ muted: same }">{{ when(one.after, schoolClass.calendar.zone) }}</div></template
              ></ListTable
            >
          </div>
        </section>
      </div>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.copy {
  display: grid;
  grid-template-columns: 420px minmax(0, 1fr);
  gap: 36px;
  align-items: start;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.dates {
  max-height: calc(100vh - 320px);
  overflow: auto;
  margin-block-start: 8px;
}
.title {
  overflow-wrap: anywhere;
}
.nowrap {
  white-space: nowrap;
}
@media (max-width: 900px) {
  .copy {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
