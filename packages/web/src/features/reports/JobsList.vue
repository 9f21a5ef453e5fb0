<script setup lang="ts">
/** Reports being made and made: how far each is, stopping, fetching. */
import { Button } from 'ant-design-vue';
import type { ReportJob } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref } from 'vue';
import { ask, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { whenText } from '../../time/format';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import { byText, type ListColumn } from '../../ui/list-view';
import ListTable from '../../ui/ListTable.vue';
import ProgressBar from '../../ui/ProgressBar.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count } = useWords();
const line = useTermLine();
const { problem, attempt } = useAttempt();
const jobs = ref<ReportJob[]>([]);
const isOpen = ({ state }: ReportJob) => state === 'waiting' || state === 'running';
let timer: ReturnType<typeof setTimeout> | undefined;
// Looked after for as long as one is being made; a file that was asked for here is fetched by itself.
const wanted = new Set<string>();
async function look(): Promise<void> {
  clearTimeout(timer);
  try {
    jobs.value = await ask('GET /api/reports/jobs');
  } catch {
    // The line is away: asked again in a moment, what is being made goes on.
  }
  for (const job of jobs.value) if (job.state === 'done' && wanted.delete(job.id)) void fetchFile(job);
  if (jobs.value.some(isOpen)) timer = setTimeout(() => void look(), 700);
}
onBeforeUnmount(() => clearTimeout(timer));
void look();
const fetchFile = (job: ReportJob) =>
  attempt(() => download('GET /api/reports/jobs/:jobId/file', job.fileName, { params: { jobId: job.id } }));
const stop = (job: ReportJob) =>
  attempt(async () => {
    await ask('POST /api/reports/jobs/:jobId/stop', { params: { jobId: job.id } });
    await look();
  });
const how = (job: ReportJob) =>
  job.parts > 1 && isOpen(job) ? t('report.progress', { a: job.done, b: job.parts }) : t(`report.state.${job.state}`);
const STATES = ['waiting', 'running', 'done', 'failed', 'stopped'] as const;
const columns = computed((): ListColumn<ReportJob>[] => [
  { key: 'report', title: t('report.title'), sort: byText((job) => job.title) },
  {
    key: 'state',
    title: t('report.jobState'),
    width: 130,
    filter: { options: STATES.map((one) => ({ value: one, label: t(`report.state.${one}`) })), of: (job) => job.state },
  },
  { key: 'acts', title: t('report.jobActs'), acts: true, width: 100 },
]);
defineExpose({
  follow: (job: ReportJob) => {
    wanted.add(job.id);
    jobs.value = [job, ...jobs.value];
    void look();
  },
});
</script>

<template>
  <section v-if="jobs.length > 0" class="jobs">
    <h2>{{ t('report.jobs') }}</h2>
    <ProblemNote :problem="problem" />
    <p class="hidden-text" aria-live="polite">{{ jobs[0] ? `${jobs[0].title}: ${how(jobs[0])}` : '' }}</p>
    <ListTable
      name="report-jobs"
      :label="t('report.jobs')"
      :rows="jobs"
      :columns="columns"
      :key-of="(job: ReportJob) => job.id"
      :empty="t('report.jobsNone')"
    >
      <template #report="{ row: job }: { row: ReportJob }">
        <span dir="auto">{{ job.title || t('report.title') }}</span><span class="muted small about"
          >{{ t(`report.${job.format}`) }} · {{ count('report.of', job.students) }} · {{ whenText(job.madeAt, line.zone) }}</span
        ><span v-if="job.problem" class="alarm small about">{{ job.problem }}</span>
      </template>
      <template #state="{ row: job }: { row: ReportJob }">
        <ProgressBar v-if="isOpen(job) && job.parts > 1" :done="job.done" :of="job.parts" :label="how(job)" />
        <span class="small" :class="{ muted: job.state !== 'failed', alarm: job.state === 'failed' }">{{ how(job) }}</span>
      </template>
      <template #acts="{ row: job }: { row: ReportJob }">
        <Button v-if="isOpen(job)" @click="stop(job)">{{ t('report.stop') }}</Button>
        <Button v-if="job.state === 'done'" :aria-label="`${t('report.fetch')}: ${job.fileName}`" @click="fetchFile(job)">
          {{ t('report.fetch') }}
        </Button>
      </template>
    </ListTable>
  </section>
</template>

<style scoped>
.jobs {
  margin-block-start: 14px;
}
.jobs h2 {
  margin-block-end: 8px;
  font-size: 16px;
}
.about {
  display: block;
}
</style>
