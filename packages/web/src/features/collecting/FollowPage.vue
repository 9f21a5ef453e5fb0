<script setup lang="ts">
/** One student's work as it is being written, to look at only; from student to student; earlier versions. */
import { Button } from 'ant-design-vue';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import { arrowFor } from '../../ui/arrows';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import StateWord from '../../ui/StateWord.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { ConversationBox } from '../conversations';
import { FileView } from '../files';
import FollowedPaper from './FollowedPaper.vue';
import { VersionsSheet } from '../mywork';
import { useTermLine } from '../termline';

const { t, count, name, when } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const assignmentId = computed(() => String(route.params.id));
const studentId = computed(() => String(route.params.student));
const all = useLoad(
  () => ask('GET /api/assignments/:assignmentId/pieces', { params: { assignmentId: assignmentId.value } }),
  [assignmentId],
);
const { state, value, why, reload } = useLoad(
  () =>
    ask('GET /api/assignments/:assignmentId/pieces/:studentId/draft', {
      params: { assignmentId: assignmentId.value, studentId: studentId.value },
    }),
  [assignmentId, studentId],
);
const beat = ref(0);
useLive<{ studentIds: string[] }>(
  () => addressOf('GET /api/assignments/:assignmentId/live', { params: { assignmentId: assignmentId.value } }),
  (event) => {
    if (event && !event.studentIds.includes(studentId.value)) return;
    beat.value += 1;
    void reload();
  },
);
const assignment = computed(() => all.value.value?.assignment ?? null);
const rows = computed(() => all.value.value?.rows ?? []);
const position = computed(() => rows.value.findIndex((row) => row.student.id === studentId.value));
const zone = computed(() => line.classOf(assignment.value?.classId ?? '')?.zone ?? line.zone);
const papers = computed(() => value.value?.papers.filter((one) => one.objects > 0) ?? []);
const nothing = computed(
  () =>
    value.value !== null &&
    !value.value.draft.text &&
    value.value.draft.files.length === 0 &&
    papers.value.length === 0 &&
    !value.value.sheets.some((one) => one.begun),
);
const versionsOpen = ref(false);
function go(by: number): void {
  const next = rows.value[position.value + by];
  if (next) void router.replace({ params: { id: assignmentId.value, student: next.student.id }, query: route.query });
}
useShortcuts([
  { ...arrowFor(1), does: 'desk.next', run: () => go(1) },
  { ...arrowFor(-1), does: 'desk.previous', run: () => go(-1) },
]);
</script>

<template>
  <div class="page columns">
    <section>
      <div class="heading">
        <h1 class="clip" dir="auto">{{ value ? name(value.row.student) : '' }}</h1>
        <span class="small grow"
          ><RouterLink v-if="assignment?.title" :to="{ path: `/assignments/${assignmentId}`, query: route.query }" dir="auto">{{
            assignment.title
          }}</RouterLink
          ><template v-if="value?.row.state"> · <StateWord :state="value.row.state" /></template
        ></span>
        <span class="row"
          ><Button :disabled="position <= 0" :aria-label="t('desk.previous')" @click="go(-1)">{{ arrowFor(-1).shown }}</Button
          ><span class="small muted">{{ t('desk.position', { a: position + 1, b: rows.length }) }}</span
          ><Button :disabled="position >= rows.length - 1" :aria-label="t('desk.next')" @click="go(1)">{{
            arrowFor(1).shown
          }}</Button></span
        >
      </div>
      <LoadGate :state="state" :why="why" @retry="reload">
        <article v-if="value" class="sheet paper">
          <p v-if="nothing" class="muted">{{ t(value.row.collecting.seenAt === null ? 'follow.notOpened' : 'follow.nothingYet') }}</p>
          <template v-else>
            <RichTextView v-if="value.draft.text" :text="value.draft.text" />
            <section v-for="sheet in value.sheets.filter((one) => one.begun)" :key="sheet.attachmentId">
              <h3 dir="auto">{{ sheet.title }}</h3>
              <RichTextView :text="sheet.text" />
            </section>
            <FollowedPaper
              v-for="paper in papers"
              :key="`${studentId} ${paper.attachmentId}`"
              :assignment-id="assignmentId"
              :student-id="studentId"
              :attachment-id="paper.attachmentId"
              :version="paper.version"
            />
            <FileView v-for="file in value.draft.files" :key="file.id" :file="file" />
          </template>
        </article>
      </LoadGate>
    </section>
    <aside v-if="value" class="stack">
      <section class="sheet facts stack">
        <p class="live small" role="status">{{ t('follow.live') }}</p>
        <dl class="list">
          <dt>{{ t('follow.opened') }}</dt>
          <dd>{{ value.row.collecting.seenAt === null ? '–' : when(value.row.collecting.seenAt, zone) }}</dd>
          <dt>{{ t('follow.begun') }}</dt>
          <dd>{{ value.row.collecting.begunAt === null ? '–' : when(value.row.collecting.begunAt, zone) }}</dd>
          <dt>{{ t('follow.active') }}</dt>
          <dd>{{ value.row.collecting.activeAt === null ? '–' : when(value.row.collecting.activeAt, zone) }}</dd>
          <template v-if="value.row.collecting.team && value.draft.savedBy"
            ><dt>{{ t('follow.savedBy') }}</dt>
            <dd dir="auto">{{ value.draft.savedBy }}</dd></template
          >
          <dt>{{ t('follow.words') }}</dt>
          <dd>{{ value.row.collecting.words ?? '–' }}</dd>
        </dl>
        <div>
          <Button :disabled="value.versions.length === 0" @click="versionsOpen = true">
            {{ count('follow.versions', value.versions.length) }}
          </Button>
        </div>
        <p class="muted small">{{ t('follow.mayLook') }}</p>
      </section>
      <section class="sheet facts">
        <h2>{{ t('talk.title') }}</h2>
        <ConversationBox :key="studentId" :at="{ assignmentId, studentId }" :readers="name(value.row.student)" :zone="zone" :beat="beat" />
      </section>
    </aside>
    <VersionsSheet
      :open="versionsOpen"
      :versions="value?.versions ?? []"
      :fetch="
        (versionId) =>
          ask('GET /api/assignments/:assignmentId/pieces/:studentId/versions/:versionId', {
            params: { assignmentId, studentId, versionId },
          })
      "
      :restore="null"
      :zone="zone"
      @close="versionsOpen = false"
    />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 24px;
  align-items: start;
}
.heading {
  align-items: center;
}
.paper {
  padding: 34px 40px;
  min-height: 420px;
}
.facts {
  padding: 14px 16px;
}
.facts h2 {
  font-size: 16px;
  margin-block-end: 8px;
}
.list {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 16px;
  margin-block-end: 0;
}
.list dt {
  color: var(--text-3);
}
.list dd {
  margin: 0;
}
.live::before {
  content: '';
  display: inline-block;
  inline-size: 9px;
  block-size: 9px;
  border-radius: 2px;
  background: var(--now);
  margin-inline-end: 8px;
  transform: rotate(45deg);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .paper {
    padding: 20px;
  }
}
</style>
