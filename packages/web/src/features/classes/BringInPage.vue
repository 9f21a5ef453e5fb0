<script setup lang="ts">
/** What a roster file would do, row by row, before anything is stored. */
import { Button, Checkbox, Steps } from 'ant-design-vue';
import type { ColumnUse } from '@jolly/core';
import type { RosterImportReply, RosterPreviewEntry, RosterPreviewReply, RosterReading } from '@jolly/server/contract';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { askWithTable } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { localDayText } from '../../time/format';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { table } from './bring-in';
import BringInBox from './BringInBox.vue';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import SelectField from '../../ui/SelectField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import ProgressBar from '../../ui/ProgressBar.vue';
import ListTable from '../../ui/ListTable.vue';

const { t, name, count } = useWords();
const route = useRoute();
const router = useRouter();
const scope = useScope();
const line = useTermLine();
const classes = useClasses();
const KINDS = ['problem', 'new', 'asked', 'changed', 'returns', 'left', 'unchanged'] as const;
const USES: ColumnUse[] = ['unused', 'givenName', 'familyName', 'wholeName', 'schoolNumber', 'userName', 'email', 'shownAs', 'left'];
const SHOWN_AT_ONCE = 200;

const classId = computed(() => String(route.params.id));
const own = computed(() => ({ classId: classId.value }));
const here = computed(() => (table.value?.classId === classId.value ? table.value : null));
const preview = ref<RosterPreviewReply | null>(null);
const reading = ref<RosterReading>({});
const sent = ref(0);
const filter = ref<(typeof KINDS)[number] | null>(null);
const more = ref(false);
const done = ref<RosterImportReply | null>(null);
const { problem, busy, attempt } = useAttempt();

const look = (change: RosterReading = {}) =>
  attempt(async () => {
    reading.value = { ...reading.value, ...change };
    sent.value = 0;
    preview.value = await askWithTable(
      'POST /api/classes/:classId/roster/preview',
      here.value!.blob,
      { params: own.value, body: reading.value },
      (share) => (sent.value = share),
    );
    if (filter.value && preview.value.counts[filter.value] === 0) filter.value = null;
  });
onMounted(() => here.value && void look());
const store = () =>
  attempt(async () => {
    done.value = await askWithTable('POST /api/classes/:classId/roster/import', here.value!.blob, {
      params: own.value,
      body: { ...reading.value, digest: preview.value!.digest },
    });
    table.value = null;
    await Promise.all([classes.load(), line.load()]);
  });

const setUse = (column: number, use: ColumnUse) => {
  // A column means one thing: what another was taken for passes on to this one.
  void look({
    header: preview.value!.header,
    uses: preview.value!.columns.map((one, index) => (index === column ? use : one.use === use ? 'unused' : one.use)),
  });
};
const mean = (row: number) => look({ meant: [...(reading.value.meant ?? []), row] });
const counts = computed(() => preview.value?.counts);
const toStore = computed(() =>
  counts.value ? counts.value.new + counts.value.asked + counts.value.changed + counts.value.returns + counts.value.left : 0,
);
const summary = computed(() =>
  (['new', 'asked', 'changed', 'returns', 'left'] as const)
    .flatMap((kind) => (counts.value && counts.value[kind] > 0 ? [count(`bringIn.sum.${kind}`, counts.value[kind])] : []))
    .join(', '),
);
const rows = computed(() => {
  const order = (entry: RosterPreviewEntry) => KINDS.indexOf(entry.kind);
  const all = (preview.value?.entries ?? []).filter((entry) => filter.value === null || entry.kind === filter.value);
  return [...all].sort((a, b) => order(a) - order(b));
});
const listed = computed(() => (more.value ? rows.value : rows.value.slice(0, SHOWN_AT_ONCE)));
const canMean = (entry: RosterPreviewEntry) =>
  entry.kind === 'problem' &&
  (entry.why === 'sameName' || entry.why === 'otherName' || (entry.why === 'twice' && preview.value?.format === 'table'));
/** What the file says otherwise, but concerns classes of other teachers too. */
const keptText = (entry: RosterPreviewEntry) =>
  'kept' in entry && entry.kept
    ? t('bringIn.kept', {
        what: entry.kept.map(({ field, to }) => `${t(`bringIn.use.${field === 'sourceId' ? 'personId' : field}`)}: ${to}`).join(', '),
      })
    : '';
function detail(entry: RosterPreviewEntry): string {
  switch (entry.kind) {
    case 'asked':
      return t('bringIn.askedHow');
    case 'problem':
      return [
        entry.file && `${entry.file}`,
        entry.column && t('bringIn.column', { column: entry.column }),
        t(`bringIn.why.${entry.why}`, { value: entry.value }),
      ]
        .filter(Boolean)
        .join(' · ');
    case 'new':
      return [
        entry.id ? t('bringIn.known') : '',
        entry.namesake ? t('bringIn.namesake') : '',
        entry.student.schoolNumber ?? '',
        entry.student.email ?? '',
      ]
        .filter(Boolean)
        .join(' · ');
    case 'changed':
    case 'returns':
      return entry.changes
        .map(({ field, from, to }) =>
          t('bringIn.change', {
            field: t(`bringIn.use.${field === 'sourceId' ? 'personId' : field}`),
            from: from || t('bringIn.nothing'),
            to,
          }),
        )
        .concat(keptText(entry) || [])
        .join(' · ');
    case 'left':
      return entry.on ? t('class.leftOn', { day: localDayText(entry.on) }) : t('bringIn.notInFile');
    case 'unchanged':
      return keptText(entry);
  }
}
const STEPS = ['choose', 'look', 'stored'] as const;
const step = computed(() => (done.value ? 2 : here.value ? 1 : 0));
const back = () => router.push({ path: `/class/${classId.value}`, query: scope.kept.value });
</script>

<template>
  <ClassFrame>
    <p class="hidden-text">{{ t('bringIn.stepOf', { n: step + 1, of: STEPS.length, name: t(`bringIn.steps.${STEPS[step]!}`) }) }}</p>
    <Steps class="steps" size="small" inert :current="step" :items="STEPS.map((one) => ({ title: t(`bringIn.steps.${one}`) }))" />
    <div v-if="done" class="note stack" role="status">
      <h2>{{ t('bringIn.done') }}</h2>
      <p>{{ t('bringIn.doneHow', { ...done }) }}</p>
      <Button type="primary" @click="back">{{ t('bringIn.toRoster') }}</Button>
    </div>
    <div v-else-if="!here" class="none">
      <p class="note">{{ t('bringIn.noFile') }}</p>
      <BringInBox :class-id="classId" :shut="false" />
    </div>
    <template v-else>
      <div class="heading">
        <h2 dir="auto">{{ here.name ?? t('bringIn.typed') }}</h2>
        <span v-if="preview" class="small">{{
          [
            count('bringIn.rows', preview.rows),
            preview.encoding,
            preview.bundle && t('bringIn.bundle', { version: preview.bundle.version, mode: t(`bringIn.mode.${preview.bundle.mode}`) }),
          ]
            .filter(Boolean)
            .join(' · ')
        }}</span>
      </div>
      <div v-if="busy" class="progress" role="status">
        <span class="small">{{ sent < 1 ? t('bringIn.sending', { n: Math.round(sent * 100) }) : t('bringIn.reading') }}</span><ProgressBar
          :done="sent < 1 ? sent : null"
          :label="t('bringIn.reading')"
        />
      </div>
      <div v-if="problem" class="note bad stack" role="alert">
        <p>{{ problem.title }}</p>
        <ul v-if="problem.errors.length > 0">
          <li v-for="one in problem.errors" :key="one.message">{{ one.message }}</li>
        </ul>
        <div class="row">
          <Button
            v-if="problem.code === 'roster.changedMeanwhile' || problem.code === 'conflict.changedMeanwhile'"
            type="primary"
            @click="look()"
          >
            {{ t('bringIn.again') }}</Button><Button @click="back">{{ t('bringIn.back') }}</Button>
        </div>
      </div>
      <template v-if="preview">
        <section v-if="preview.bundle" class="row wrap choice">
          <label for="bundle-class" class="label">{{ t('bringIn.whichClass') }}</label>
          <SelectField
            id="bundle-class"
            :model-value="preview.bundle.chosen ?? ''"
            class="select"
            :options="[
              { value: '', label: t('bringIn.chooseClass'), disabled: true },
              ...preview.bundle.classes.map((one) => ({
                value: one.sourceId,
                label: t('bringIn.bundleClass', { title: one.title, n: one.students }),
              })),
            ]"
            @update:model-value="look({ bundleClass: $event })"
          />
        </section>
        <section v-else-if="preview.columns.length > 0" class="columns-box">
          <h3>{{ t('bringIn.columns') }}</h3>
          <div class="uses">
            <div v-for="(one, index) in preview.columns" :key="index" class="use">
              <label :for="`use-${index}`" class="small clip"
                ><strong dir="auto">{{ one.name }}</strong> <span class="muted" dir="auto">{{ one.sample }}</span></label
              ><SelectField
                :id="`use-${index}`"
                :model-value="one.use"
                :options="[
                  ...USES.map((use) => ({ value: use, label: t(`bringIn.use.${use}`) })),
                  ...(!USES.includes(one.use) ? [{ value: one.use, label: t(`bringIn.use.${one.use}`) }] : []),
                ]"
                @update:model-value="setUse(index, $event)"
              />
            </div>
          </div>
        </section>
        <ul v-if="preview.bundle && preview.bundle.notes.length > 0" class="note small notes">
          <li v-for="one in preview.bundle.notes" :key="one">{{ one }}</li>
        </ul>
        <Checkbox
          v-if="preview.bundle?.mode !== 'delta'"
          class="whole"
          :checked="preview.whole"
          :disabled="busy"
          @update:checked="(whole: boolean) => look({ whole })"
          >{{ ' ' }}<span>{{ t('bringIn.whole') }}</span></Checkbox
        >
        <div class="row wrap bar">
          <ToggleButton
            v-for="kind in KINDS"
            :key="kind"
            :on="filter === kind"
            :class="kind"
            :disabled="counts![kind] === 0"
            @click="filter = filter === kind ? null : kind"
          >
            {{ count(`bringIn.count.${kind}`, counts![kind]) }}
          </ToggleButton>
          <span class="grow" />
          <Button type="link" @click="back">{{ t('common.cancel') }}</Button>
          <Button type="primary" :disabled="toStore === 0 || busy" @click="store">
            {{ toStore === 0 ? t('bringIn.nothingToDo') : t('bringIn.go', { what: summary }) }}
          </Button>
        </div>
        <p v-if="preview.passedOver > 0" class="muted small">{{ count('bringIn.passedOver', preview.passedOver) }}</p>
        <p v-if="preview.entries.length === 0 && (!preview.bundle || preview.bundle.chosen)" class="note">{{ t('bringIn.empty') }}</p>
        <ListTable
          v-else-if="preview.entries.length > 0"
          name="bring-in"
          :label="t('bringIn.title')"
          :rows="listed"
          :columns="[
            { key: 'row', title: t('bringIn.row'), number: true },
            { key: 'what', title: t('bringIn.what') },
            { key: 'student', title: t('class.columns.student') },
            { key: 'detail', title: t('bringIn.detail') },
          ]"
          :key-of="(entry) => String(listed.indexOf(entry))"
          empty=""
          :row-class="(entry) => (entry.kind === 'unchanged' ? 'muted' : '')"
          ><template #row="{ row: entry }"
            ><div class="muted">{{ entry.row ?? '–' }}</div></template
          >
          <template #what="{ row: entry }"
            ><span class="kind" :class="entry.kind">{{ t(`bringIn.kind.${entry.kind}`) }}</span></template
          >
          <template #student="{ row: entry }"
            ><div dir="auto">
              <strong v-if="entry.name">{{ name(entry.name) }}</strong>
            </div></template
          >
          <template #detail="{ row: entry }"
            ><div class="small" dir="auto">
              {{ detail(entry) }}
              <Button v-if="canMean(entry)" type="link" @click="mean(entry.row!)">
                {{ t(entry.kind === 'problem' && entry.why === 'otherName' ? 'bringIn.same' : 'bringIn.meant') }}
              </Button>
            </div></template
          ></ListTable
        >
        <Button v-if="rows.length > listed.length" type="link" @click="more = true">
          {{ t('bringIn.all', { n: rows.length }) }}
        </Button>
      </template>
    </template>
  </ClassFrame>
</template>

<style scoped>
.steps {
  max-width: 720px;
  margin-block-end: 20px;
}
.none {
  max-width: 560px;
  display: grid;
  gap: 14px;
}
.progress {
  display: grid;
  gap: 4px;
  margin-block-end: 12px;
  max-width: 420px;
}
.choice {
  margin-block-end: 12px;
}
.choice .label {
  margin: 0;
}
.select {
  width: auto;
  min-width: 300px;
  max-width: 100%;
}
.columns-box {
  margin-block-end: 12px;
}
.columns-box h3 {
  font-size: 14px;
  margin-block-end: 6px;
}
.uses {
  display: flex;
  gap: 10px;
  overflow-x: auto;
  padding-block-end: 4px;
}
.use {
  flex: 0 0 176px;
  min-width: 0;
}
.use label {
  display: block;
}
.notes {
  margin-block-end: 12px;
  padding-inline-start: 30px;
  max-height: 120px;
  overflow: auto;
}
.whole {
  margin-block-end: 12px;
  width: fit-content;
}
.bar {
  margin-block-end: 10px;
  position: sticky;
  top: 0;
  background: var(--page);
  padding-block: 8px;
  z-index: 5;
}
.kind {
  font-weight: 650;
  font-size: 13.5px;
}
.kind.problem {
  color: var(--alarm-text);
}
.kind.new,
.kind.returns {
  color: var(--good-text);
}
</style>
