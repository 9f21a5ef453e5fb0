<script setup lang="ts">
/** The one builder for all reports: what it is made from on the left, how it looks on the right, and out of it as a file, on paper or home. */
import { Button, Input } from 'ant-design-vue';
import { SHIPPED_REPORTS, type ReportSettings, type ShippedReport } from '@jolly/core';
import type { ReportFormat } from '@jolly/server/contract';
import { computed, nextTick, ref, toRaw, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import JobsList from './JobsList.vue';
import LettersSheet from './LettersSheet.vue';
import ReportForm from './ReportForm.vue';
import { useReport } from './use-report';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import PageActs from '../../ui/PageActs.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t } = useWords();
const route = useRoute();
const line = useTermLine();
const asked = (key: 'class' | 'student') => (typeof route.query[key] === 'string' ? [route.query[key]] : null);
const { settings, preview, why, looking } = useReport({ classIds: asked('class') ?? [], studentIds: asked('student') });
// Whoever comes without a class begins with their first, as soon as it is known which that is.
const stop = watch(
  () => line.classes[0]?.id,
  (first) => {
    if (!first) return;
    if (settings.value.classIds.length === 0) settings.value.classIds = [first];
    queueMicrotask(() => stop());
  },
  { immediate: true },
);
const { problem, busy, attempt } = useAttempt();
const { value: presets, reload } = useLoad(() => ask('GET /api/reports/presets'));
const jobs = ref<InstanceType<typeof JobsList> | null>(null);
const writing = ref(false);
const keeping = ref(false);
const keptName = ref('');
const said = ref('');
const SHIPPED = Object.keys(SHIPPED_REPORTS) as ShippedReport[];

// Whom it is of stays: settings say what a report is, the page says of whom.
function take(from: ReportSettings): void {
  const { classIds, studentIds } = settings.value;
  settings.value = { ...structuredClone(toRaw(from)), classIds, studentIds };
}
function begin(value: string): void {
  const shipped = SHIPPED.find((one) => one === value);
  const own = presets.value?.find((one) => one.id === value);
  if (shipped) take(SHIPPED_REPORTS[shipped]);
  else if (own) take(own.settings);
  begun.value = value;
}
const begun = ref('progress');
// Found by typing elsewhere: the page begins with these settings.
watch(
  presets,
  (all) => {
    const { preset } = route.query;
    if (typeof preset === 'string' && all?.some((one) => one.id === preset)) begin(preset);
  },
  { once: true },
);
const keep = () =>
  attempt(async () => {
    const kept = await ask('PUT /api/reports/presets', {
      body: { name: keptName.value.trim(), settings: { ...settings.value, studentIds: null } },
    });
    await reload();
    begun.value = kept.id;
    keeping.value = false;
    said.value = t('report.kept', { name: kept.name });
  });
const drop = () =>
  attempt(async () => {
    await ask('DELETE /api/reports/presets/:presetId', { params: { presetId: begun.value } });
    begun.value = 'progress';
    await reload();
  });
const make = (format: ReportFormat) =>
  attempt(async () => {
    jobs.value?.follow(await ask('POST /api/reports/jobs', { body: { settings: settings.value, format } }));
  });
// The whole of it goes into a frame that nobody sees, and from there to the printer.
const printed = ref('');
const frame = ref<HTMLIFrameElement | null>(null);
const print = () =>
  attempt(async () => {
    printed.value = (await ask('POST /api/reports/preview', { body: { settings: settings.value, whole: true } })).html;
    await nextTick();
    const { value: at } = frame;
    if (!at) return;
    await new Promise((done) => at.addEventListener('load', done, { once: true }));
    await at.contentDocument?.fonts.ready;
    at.contentWindow?.print();
  });
/** nothing to take out, or it is being made */
const nothing = computed(() => busy.value || settings.value.classIds.length === 0);
</script>

<template>
  <div class="page desk">
    <div class="heading">
      <h1>{{ t('report.title') }}</h1>
      <span class="small grow">{{ t('report.sub') }}</span>
    </div>
    <div class="parts">
      <section class="left" :aria-label="t('report.title')">
        <div class="pair">
          <label class="label" for="report-begin">{{ t('report.begin') }}</label><SelectField
            id="report-begin"
            :model-value="begun"
            :options="[
              ...SHIPPED.map((one) => ({ value: one as string, label: t(`report.shipped.${one}`) })),
              ...(presets ?? []).map((one) => ({ value: one.id, label: one.name, group: t('report.own') })),
            ]"
            @update:model-value="begin"
          />
        </div>
        <ReportForm v-model="settings" :unknown="preview?.unknown ?? []" />
        <FieldForm v-if="keeping" lies="row" class="keep" @send="keep">
          <label class="hidden-text" for="report-name">{{ t('report.keepAs') }}</label><Input
            id="report-name"
            v-model:value="keptName"
            :maxlength="120"
            required
            :placeholder="t('report.keepAs')"
            class="grow"
          /><Button type="primary" html-type="submit" :disabled="busy">{{ t('report.keepGo') }}</Button
          ><Button @click="keeping = false">{{ t('common.cancel') }}</Button>
        </FieldForm>
        <div v-else class="row keep">
          <Button @click="((keeping = true), (keptName = settings.title), (said = ''))">{{ t('report.keep') }}</Button><Button
            v-if="presets?.some((one) => one.id === begun)"
            type="link"
            @click="drop"
          >
            {{ t('report.drop') }}</Button
          ><span v-if="said" class="small good" role="status">{{ said }}</span>
        </div>
      </section>
      <section class="right" :aria-label="t('report.preview')">
        <div class="row wrap out">
          <span class="small muted grow" role="status">{{
            looking ? t('report.refreshing') : preview ? t('report.shown', { a: preview.shown, b: preview.sections }) : ''
          }}</span>
          <PageActs
            :more="t('report.more')"
            :rest="[
              { title: t('report.print'), disabled: nothing, press: print },
              { title: t('report.xlsx'), disabled: nothing, press: () => make('xlsx') },
              { title: t('report.ods'), disabled: nothing, press: () => make('ods') },
              { title: t('report.csv'), disabled: nothing, press: () => make('csv') },
              {
                title: t('report.letters'),
                disabled: settings.classIds.length === 0 || settings.by === 'class',
                press: () => (writing = true),
              },
            ]"
            ><Button type="primary" :disabled="nothing" @click="make('pdf')">{{ t('report.pdf') }}</Button></PageActs
          >
        </div>
        <ProblemNote :problem="problem" />
        <p v-if="why" class="note bad" role="alert">{{ t('report.noPreview', { why }) }}</p>
        <p v-if="settings.classIds.length === 0" class="note">{{ t('report.noClass') }}</p>
        <p v-else-if="preview && preview.sections === 0" class="note">{{ t('report.none') }}</p>
        <p v-if="preview?.turned" class="muted small" role="status">{{ t('report.turned') }}</p>
        <iframe
          v-if="preview"
          class="paper"
          :class="{ wide: settings.landscape || preview.turned, stale: looking }"
          sandbox="allow-same-origin"
          :title="t('report.preview')"
          :srcdoc="preview.html"
        />
        <JobsList ref="jobs" />
      </section>
    </div>
    <iframe
      v-if="printed"
      ref="frame"
      class="unseen"
      sandbox="allow-same-origin allow-modals"
      aria-hidden="true"
      tabindex="-1"
      :srcdoc="printed"
    />
    <LettersSheet :open="writing" :settings="settings" @close="writing = false" />
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 372px minmax(0, 1fr);
  gap: 26px;
  align-items: start;
}
.left {
  max-block-size: calc(100vh - 200px);
  overflow-y: auto;
  padding-inline: 6px 8px;
  margin-inline-start: -6px;
  padding-block-start: 4px;
}
.pair {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-block-end: 10px;
}
.pair .label {
  flex: none;
  margin: 0;
}
.keep {
  margin-block: 12px 4px;
}
.out {
  margin-block-end: 10px;
}
.paper {
  inline-size: 100%;
  max-inline-size: 860px;
  block-size: calc(100vh - 290px);
  min-block-size: 380px;
  border: 1px solid var(--line);
  background: #fff;
  border-radius: 4px;
}
.paper.wide {
  max-inline-size: none;
}
.paper.stale {
  opacity: 0.6;
}
.unseen {
  position: absolute;
  inline-size: 210mm;
  block-size: 1px;
  inset-inline-start: -10000px;
  border: 0;
}
@media (max-width: 1000px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
  .left {
    max-block-size: none;
  }
}
</style>
