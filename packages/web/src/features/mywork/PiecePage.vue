<script setup lang="ts">
/** One piece: what to do, the place to work, handing in and taking back, what came back, and words with the teacher. */
import { Button } from 'ant-design-vue';
import { isBlank, wordCount } from '@jolly/core';
import type { MyPieceReply, VersionItem, WorkFile } from '@jolly/server/contract';
import { computed, ref, unref, watch } from 'vue';
import { onBeforeRouteLeave, useRoute } from 'vue-router';
import { addressOf, amendLast, ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import StateWord from '../../ui/StateWord.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { AttachmentList, RubricView } from '../assignments';
import HandedIn from './HandedIn.vue';
import HandInBox from './HandInBox.vue';
import LinkField from './LinkField.vue';
import NeverSent from './NeverSent.vue';
import NotOpenNote from './NotOpenNote.vue';
import PieceDates from './PieceDates.vue';
import PieceTalk from './PieceTalk.vue';
import QuizBox from './QuizBox.vue';
import { WallLinks } from '../walls';
import ReturnedWork from './ReturnedWork.vue';
import SelfCheck from './SelfCheck.vue';
import PaperCards from './PaperCards.vue';
import SheetPlace from './SheetPlace.vue';
import TextPlace from './TextPlace.vue';
import { useKeptPapers } from './use-kept-papers';
import { useDraft } from './use-draft';
import { useUploads } from './use-uploads';
import UnsentWords from './UnsentWords.vue';
import VersionsSheet from './VersionsSheet.vue';
import WorkFiles from './WorkFiles.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

/** So long after a save of one's own a change is taken for that save. */
const OWN_ECHO_MS = 2500;
const { t, length, name, when } = useWords();
const route = useRoute();
const session = useSession();
const id = String(route.params.id);
const userId = session.me?.id ?? '';
const own = { assignmentId: id };
const draft = useDraft({
  name: id,
  userId,
  async store(body) {
    const stored = await ask('PUT /api/my/work/:assignmentId/text', { params: own, body });
    void amendLast('GET /api/my/work/:assignmentId', { params: own }, (seen) => ({
      ...seen,
      draft: { ...seen.draft, ...stored, text: body.text },
    }));
    return stored;
  },
});
const papersKept = useKeptPapers(userId, id);
const files = ref<WorkFile[]>([]);
const beat = ref(0);
let begun = false;
const { state, value, why, reload } = useLoad(async () => {
  // Looking makes one's copies of worksheets; on a broken line the piece itself still says what is wrong.
  if (!begun)
    await Promise.all([
      ask('POST /api/my/work/:assignmentId/look', { params: own }).catch(() => undefined),
      papersKept.save().catch(() => undefined),
    ]);
  const reply = await ask('GET /api/my/work/:assignmentId', { params: own });
  // What was refused is tried again only once the piece is open again.
  if (!begun || (draft.status.value === 'refused' && reply.mayHandIn === null)) draft.begin(reply.draft);
  else draft.refresh(reply.draft);
  begun = true;
  files.value = reply.draft.files;
  if (reply.piece.returned && reply.piece.returned.readAt === null)
    void ask('POST /api/my/work/:assignmentId/read', { params: own }).catch(() => undefined);
  if (reply.unreadNotes > 0) void ask('POST /api/my/work/:assignmentId/notes/read', { params: own }).catch(() => undefined);
  return reply;
});
const piece = computed(() => value.value?.piece ?? null);
const zone = computed(() => piece.value?.zone ?? 'UTC');
const may = computed(() => value.value?.mayHandIn ?? null);
const working = computed(() => value.value !== null && may.value === null);
const { problem, busy, attempt } = useAttempt();
const words = computed(() => wordCount(draft.text.value));
const rubric = computed(() => (value.value?.scoring.by === 'rubric' ? value.value.scoring.rubric : null));
const accepts = computed(() => piece.value?.accepts ?? []);
const takesText = computed(() => accepts.value.includes('text'));
const takesFiles = computed(() => accepts.value.some((kind) => kind !== 'text' && kind !== 'link'));

const { uploads, add, stop, again, copyOf, resume } = useUploads({
  assignmentId: id,
  userId,
  onSentElsewhere: () => void reload(),
  onAttached: (file) => !files.value.some((one) => one.id === file.id) && files.value.push(file),
});
watch(
  () => (value.value ? working.value : null),
  (open) => open !== null && void resume({ open }),
  { immediate: true },
);
// What a member of the group writes, or oneself on another device, comes in while one writes.
let quiet: ReturnType<typeof setTimeout> | undefined;
let ownSave = -Infinity;
watch(draft.savedAt, () => (ownSave = performance.now()));
useLive<{ talked: string[] }>(
  () => (value.value ? addressOf('GET /api/my/work/:assignmentId/live', { params: own }) : null),
  (event) => {
    // What one has just saved oneself comes back as a change; it is here already.
    if (event?.talked.length === 0 && !value.value?.team && performance.now() - ownSave < OWN_ECHO_MS) return;
    clearTimeout(quiet);
    quiet = setTimeout(() => {
      beat.value += 1;
      void reload();
    }, 400);
  },
);

const dropping = ref(false);
function dropped(event: DragEvent): void {
  dropping.value = false;
  if (working.value && takesFiles.value) void add([...(event.dataTransfer?.files ?? [])]);
}
async function detach(file: WorkFile): Promise<void> {
  await attempt(async () => {
    await ask('DELETE /api/my/work/:assignmentId/files/:fileId', { params: { assignmentId: id, fileId: file.id } });
    files.value = files.value.filter((one) => one.id !== file.id);
  });
}

const versions = ref<VersionItem[] | null>(null);
const showVersions = () => attempt(async () => (versions.value = await ask('GET /api/my/work/:assignmentId/versions', { params: own })));
async function restored(): Promise<void> {
  begun = false;
  await reload();
}

function check(choices: MyPieceReply['selfCheck']): void {
  if (!value.value || !choices) return;
  value.value = { ...value.value, selfCheck: choices };
  void attempt(() => ask('PUT /api/my/work/:assignmentId/self-check', { params: own, body: { choices } }));
}

const sheetPlaces = ref<InstanceType<typeof SheetPlace>[]>([]);
// The key stays the same until the server has answered, so that trying again cannot hand in twice.
let handInKey = crypto.randomUUID();
const handIn = () =>
  attempt(async () => {
    for (const place of [draft, papersKept, ...sheetPlaces.value]) {
      if (await place.save()) continue;
      if (draft.refusal.value.code) throw new ApiProblem(draft.refusal.value.code, draft.refusal.value.title, 409);
      throw new ApiProblem('piece.notYetSent', t('piece.notYetSent'), 0);
    }
    try {
      await ask('POST /api/my/work/:assignmentId/hand-in', { params: own, idempotencyKey: handInKey });
    } catch (error) {
      // Whether it is in is not known until the server says so; asking again with the same key cannot double it.
      if (error instanceof ApiProblem && error.status === 0) throw new ApiProblem('piece.handInUnsure', t('piece.handInUnsure'), 0);
      if (!(error instanceof ApiProblem) || error.code !== 'piece.alreadyIn') throw error;
    }
    handInKey = crypto.randomUUID();
    await reload();
  });
/** Worksheets by what they are attached as. */
const titles = computed(() => new Map((value.value?.attachments ?? []).map((one) => [one.id, one.title])));
// Once everything is with the server, or it has said what is in, what was said of a broken line is over.
const allThere = computed(() => [draft, papersKept, ...sheetPlaces.value].every((place) => unref(place.status) === 'saved'));
watch(allThere, (all) => all && problem.value?.code === 'piece.notYetSent' && (problem.value = null));
watch(value, () => problem.value?.code === 'piece.handInUnsure' && (problem.value = null));
const takeBack = () =>
  attempt(async () => {
    await ask('POST /api/my/work/:assignmentId/take-back', { params: own });
    begun = false;
    await reload();
  });
const papers = computed(() => value.value?.papers ?? []);
const sheetsBegun = computed(
  () => (value.value?.sheets ?? []).filter((one) => one.begun).length + papers.value.filter((one) => one.objects > 0).length,
);
const nothing = computed(() => isBlank(draft.text.value) && files.value.length === 0 && sheetsBegun.value === 0);
const onTheWay = computed(() => uploads.value.filter((one) => one.state !== 'refused').length);
const others = computed(() => (value.value?.team?.members ?? []).filter((one) => one.id !== userId));
// Locked under one's hands: a member or another tab has handed it in.
watch(draft.status, (status) => status === 'refused' && draft.refusal.value.code === 'piece.alreadyIn' && void reload());
// Leaving the page sends what is still on its way; it is kept in the browser in any case.
onBeforeRouteLeave(() => void draft.save());
watch(
  () => route.params.id,
  () => window.location.reload(),
);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div
      v-if="value && piece"
      class="page columns"
      @dragover.prevent="dropping = working"
      @dragleave="dropping = false"
      @drop.prevent="dropped"
    >
      <section class="work">
        <header class="stack head">
          <h1 dir="auto">{{ piece.title }}</h1>
          <p class="muted">
            <StateWord :state="piece.state" /><template v-if="piece.lateBy > 0"
              >, {{ t('common.late', { length: length(piece.lateBy) }) }}</template
            >
            · {{ piece.className }} · {{ value.teachers.join(', ') }}
          </p>
          <p v-if="value.team">
            <strong dir="auto">{{ value.team.name }}</strong>{{ ' '
            }}<span class="muted" dir="auto">{{ t('piece.teamWith', { names: others.map(name).join(', ') }) }}</span>
          </p>
        </header>
        <ReturnedWork
          v-if="piece.returned || value.marked"
          :value="value"
          :assignment-id="id"
          :first-name="session.me?.givenName ?? ''"
          @changed="reload"
        />
        <div v-if="value.sentBack && piece.state === 'sentBack'" class="note stack">
          <strong>{{ t('piece.sentBack', { when: when(value.sentBack.at, zone) }) }}</strong>
          <p dir="auto">{{ value.sentBack.reason }}</p>
          <p v-if="value.sentBack.newDue !== null">{{ t('piece.sentBackBy', { when: when(value.sentBack.newDue, zone) }) }}</p>
        </div>
        <div v-if="!isBlank(value.instructions) || value.attachments.length > 0 || value.spoken">
          <h2 class="label-head">{{ t('piece.toDo') }}</h2>
          <RichTextView :text="value.instructions" /><AttachmentList
            class="with"
            :attachments="value.attachments"
            :spoken="value.spoken"
            :copies="[...value.sheets, ...papers].map((one) => one.attachmentId)"
          />
        </div>
        <FoldedPart v-if="rubric && !piece.returned" class="how">
          <template #title>
            {{ t('rubric.title')
            }}<template v-if="rubric.name"
              >: <span dir="auto">{{ rubric.name }}</span></template
            >
          </template>
          <RubricView :rubric="rubric" />
        </FoldedPart>

        <WallLinks v-if="value.handIn" :walls="value.walls" />
        <HandedIn v-if="value.handIn" :value="value" :busy="busy" @take-back="takeBack" @said="reload" @versions="showVersions" />
        <NotOpenNote v-else-if="!working" :value="value" :zone="zone" :nothing="nothing" :words="words" :text="draft.text.value" />
        <div v-else class="stack">
          <div class="heading own-head">
            <h2 class="label-head grow">{{ t('piece.yourWork') }}</h2>
            <Button v-if="value.draft.version > 0 || files.length > 0 || sheetsBegun > 0" type="link" @click="showVersions">
              {{ t('versions.title') }}
            </Button>
          </div>
          <PaperCards :assignment-id="id" :value="value" :zone="zone" />
          <SheetPlace
            v-for="sheet in value.sheets"
            ref="sheetPlaces"
            :key="sheet.attachmentId"
            :assignment-id="id"
            :user-id="userId"
            :sheet="sheet"
            :shared="value.team !== null && value.attachments.some((one) => one.id === sheet.attachmentId && one.use === 'onePerGroup')"
            :zone="zone"
            @corrected="reload"
          />
          <TextPlace
            v-if="takesText"
            :draft="draft"
            :zone="zone"
            :saved-by="value.team ? value.draft.savedBy : ''"
            :beside="papers.length > 0"
          />
          <LinkField v-if="!takesText && accepts.includes('link')" :draft="draft" :zone="zone" />
          <WorkFiles
            v-if="takesFiles"
            :accepts="accepts"
            :files="files"
            :uploads="uploads"
            :dropping="dropping"
            :keep-key="id"
            :attachments="value.attachments"
            @add="add"
            @remove="detach"
            @stop="stop"
            @copy="copyOf"
            @again="again"
          />
          <SelfCheck
            v-if="value.scoring.by === 'rubric'"
            :model-value="value.selfCheck"
            :scoring="value.scoring"
            @update:model-value="check"
          />
          <p class="muted small">{{ t('piece.teachersMayLook') }}</p>
        </div>
        <UnsentWords
          v-if="!working"
          :draft="draft"
          :user-id="userId"
          :assignment-id="id"
          :titles="titles"
          :papers="papersKept.status.value === 'kept'"
          :may-take-back="value.handIn !== null && value.mayTakeBack === null"
        />
        <NeverSent v-if="!working && uploads.length > 0" :uploads="uploads" @copy="copyOf" @stop="stop" />
        <ProblemNote :problem="problem" />
      </section>
      <aside class="stack">
        <PieceDates :assignment-id="id" :value="value" :zone="zone" @changed="reload" />
        <QuizBox v-if="piece.how === 'quiz'" :value="value" />
        <HandInBox
          v-if="working"
          :value="value"
          :text="draft.text.value"
          :words="words"
          :files="files"
          :sheets-begun="sheetsBegun"
          :on-the-way="onTheWay"
          :nothing="nothing"
          :busy="busy"
          @hand-in="handIn"
        />
      </aside>
      <PieceTalk :assignment-id="id" :value="value" :zone="zone" :beat="beat" @read="piece.unread = 0" />
    </div>
    <VersionsSheet
      :open="versions !== null"
      :versions="versions ?? []"
      :fetch="(versionId) => ask('GET /api/my/work/:assignmentId/versions/:versionId', { params: { assignmentId: id, versionId } })"
      :restore="
        working
          ? (versionId) => ask('POST /api/my/work/:assignmentId/versions/:versionId/restore', { params: { assignmentId: id, versionId } })
          : null
      "
      :zone="zone"
      :draft-saved-at="value?.draft.savedAt ?? null"
      :receipts="`/work/${id}/receipt`"
      @close="versions = null"
      @restored="restored"
    />
  </LoadGate>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 316px;
  gap: 28px;
  max-width: 1180px;
  align-items: start;
}
.work > * + * {
  margin-block-start: 20px;
}
.with {
  margin-block-start: 14px;
}
.head h1 {
  font-size: 28px;
  overflow-wrap: anywhere;
}
.head > * + * {
  margin-block-start: 4px;
}
.label-head {
  font-size: 15px;
  color: var(--text-2);
  margin-block-end: 6px;
}
.own-head {
  margin-block-end: 0;
  align-items: center;
}
aside {
  grid-row: 1 / span 2;
  grid-column: 2;
  position: sticky;
  inset-block-start: 14px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    grid-row: auto;
    grid-column: auto;
    position: static;
  }
}
</style>
