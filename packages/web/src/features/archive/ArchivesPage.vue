<script setup lang="ts">
/** Classes written into one file each, and such files being brought in: how far each is, what is in it, and what it has become. */
import { Button } from 'ant-design-vue';
import type { ArchiveJob, BringRequest } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref } from 'vue';
import { ask, askWithTable } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { whenText } from '../../time/format';
import FileButton from '../../ui/FileButton.vue';
import LinkButton from '../../ui/LinkButton.vue';
import { byText, type ListColumn } from '../../ui/list-view';
import ListTable from '../../ui/ListTable.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import ProgressBar from '../../ui/ProgressBar.vue';
import { useWords } from '../../ui/use-words';
import { useClasses } from '../classes';
import { sizeText } from '../files';
import { useTermLine } from '../termline';
import ArchiveLook from './ArchiveLook.vue';
import CourseLook from './CourseLook.vue';
import CourseMissed from './CourseMissed.vue';

const LOOK_EVERY_MS = 700;
const { t } = useWords();
const line = useTermLine();
const classes = useClasses();
const { problem, busy, attempt } = useAttempt();
const jobs = ref<ArchiveJob[] | null>(null);
const sent = ref<number | null>(null);
const isOpen = ({ state }: ArchiveJob) => state === 'waiting' || state === 'running';
const looked = computed(() => jobs.value?.filter((job) => job.state === 'looked') ?? []);
const others = computed(() => jobs.value?.filter((job) => job.state !== 'looked') ?? []);

let timer: ReturnType<typeof setTimeout> | undefined;
let gone = false;
const coming = new Set<string>();
async function look(): Promise<void> {
  clearTimeout(timer);
  try {
    jobs.value = await ask('GET /api/archives');
  } catch {
    // The line is away: asked again in a moment, what is being made goes on.
  }
  for (const job of jobs.value ?? []) {
    if (isOpen(job) && job.kind === 'in') coming.add(job.id);
    // Its class is among the others from now on.
    else if (coming.delete(job.id) && job.state === 'done') void classes.load().then(() => line.load());
  }
  if (!gone && (jobs.value === null || jobs.value.some(isOpen))) timer = setTimeout(() => void look(), LOOK_EVERY_MS);
}
onBeforeUnmount(() => {
  gone = true;
  clearTimeout(timer);
});
void look();
// Where a course can go.
if (classes.all === null) void classes.load();

const send = ([file]: File[]) =>
  attempt(async () => {
    sent.value = 0;
    try {
      await askWithTable('POST /api/archives', file!, {}, (share) => (sent.value = share));
    } finally {
      sent.value = null;
    }
    await look();
  });
const bring = (job: ArchiveJob, body: BringRequest) =>
  attempt(async () => {
    await ask('POST /api/archives/:jobId/bring', { params: { jobId: job.id }, body });
    await look();
  });
const stop = (job: ArchiveJob) =>
  attempt(async () => {
    await ask('POST /api/archives/:jobId/stop', { params: { jobId: job.id } });
    await look();
  });
const how = (job: ArchiveJob) => t(`archive.${job.kind}.${job.state}`);
const titleOf = ({ title }: ArchiveJob) => title || t('archive.noFolder');
/** What one is that comes in is known once it was looked at. */
const isKnown = ({ kind, state }: ArchiveJob) => kind === 'out' || state === 'looked' || state === 'done';
const about = (job: ArchiveJob) =>
  [
    isKnown(job) ? t(`archive.holds.${job.holds}`) : '',
    t(`archive.${job.kind}.is`),
    job.size === null ? '' : sizeText(job.size),
    whenText(job.madeAt, line.zone),
  ]
    .filter(Boolean)
    .join(' · ');
const columns = computed((): ListColumn<ArchiveJob>[] => [
  { key: 'archive', title: t('archive.one'), sort: byText(titleOf) },
  { key: 'state', title: t('archive.state'), width: 240 },
  { key: 'acts', title: t('archive.acts'), acts: true, width: 180 },
]);
</script>

<template>
  <div class="page">
    <div class="heading">
      <h1>{{ t('archive.title') }}</h1>
      <span class="small">{{ t('archive.what') }}</span>
    </div>
    <section class="sheet box stack">
      <h2>{{ t('archive.bringTitle') }}</h2>
      <p class="muted small">{{ t('archive.bringWhy') }}</p>
      <ProgressBar v-if="sent !== null" :done="sent" :of="1" :label="t('archive.sending')" />
      <div v-else>
        <FileButton accept=".zip,.imscc,application/zip" :disabled="busy" :label="t('archive.choose')" @files="send">{{
          t('archive.choose')
        }}</FileButton>
      </div>
      <ProblemNote :problem="problem" />
    </section>
    <template v-for="job in looked" :key="job.id">
      <CourseLook v-if="job.course" :job="job" :course="job.course" :busy="busy" @bring="bring(job, $event)" @leave="stop(job)" />
      <ArchiveLook v-else :job="job" :busy="busy" @bring="(as) => bring(job, { as })" @leave="stop(job)" />
    </template>
    <section v-if="others.length > 0" class="jobs">
      <h2>{{ t('archive.list') }}</h2>
      <p class="hidden-text" aria-live="polite">{{ others[0] ? `${titleOf(others[0])}: ${how(others[0])}` : '' }}</p>
      <ListTable
        name="archives"
        :label="t('archive.list')"
        :rows="others"
        :columns="columns"
        :key-of="(job: ArchiveJob) => job.id"
        :empty="t('archive.none')"
      >
        <template #archive="{ row: job }: { row: ArchiveJob }">
          <strong dir="auto">{{ titleOf(job) }}</strong><span class="muted small about">{{ about(job) }}</span
          ><span v-if="job.problem" class="alarm small about">{{ job.problem }}</span
          ><CourseMissed v-if="job.state === 'done' && job.course" class="small" :course="job.course" />
        </template>
        <template #state="{ row: job }: { row: ArchiveJob }">
          <ProgressBar v-if="isOpen(job) && job.total > 0" :done="job.done" :of="job.total" :label="how(job)" />
          <span class="small" :class="{ muted: job.state !== 'failed', alarm: job.state === 'failed' }">{{ how(job) }}</span>
        </template>
        <template #acts="{ row: job }: { row: ArchiveJob }">
          <Button v-if="isOpen(job)" :aria-label="`${t('archive.stop')}: ${titleOf(job)}`" @click="stop(job)">{{
            t('archive.stop')
          }}</Button>
          <Button
            v-else-if="job.state === 'done' && job.kind === 'out'"
            type="primary"
            :href="`/api/archives/${job.id}/file`"
            :aria-label="`${t('archive.fetch')}: ${titleOf(job)}`"
            >{{ t('archive.fetch') }}</Button
          >
          <LinkButton v-else-if="job.state === 'done' && job.folder !== null" to="/shelf">{{ t('archive.toShelf') }}</LinkButton>
          <LinkButton v-else-if="job.state === 'done' && job.course" :to="{ path: '/plan', query: { class: job.classId } }">{{
            t('archive.toDrafts')
          }}</LinkButton>
          <LinkButton v-else-if="job.state === 'done' && job.classId" :to="`/class/${job.classId}`">{{ t('archive.toClass') }}</LinkButton>
        </template>
      </ListTable>
    </section>
  </div>
</template>

<style scoped>
.box {
  padding: 18px 20px;
  max-width: 720px;
}
.jobs {
  margin-block-start: 24px;
}
h2 {
  margin-block-end: 10px;
}
.about {
  display: block;
}
</style>
