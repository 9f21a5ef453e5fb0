<script setup lang="ts">
/** One piece: what to do, the place to work, handing in and taking back, what came back, and words with the teacher. */
import { Button } from 'ant-design-vue';
import { isBlank, wordCount, type SaidPlace } from '@jolly/core';
import type { VersionItem } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import StateWord from '../../ui/StateWord.vue';
import { useTurned } from '../../ui/use-turned';
import { useWords } from '../../ui/use-words';
import WordLanguages from '../../ui/WordLanguages.vue';
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
import { usePiece } from './use-piece';
import UnsentWords from './UnsentWords.vue';
import VersionsSheet from './VersionsSheet.vue';
import WorkFiles from './WorkFiles.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

/** The part that is the piece's own text. */
const OWN_TEXT: SaidPlace = { attachmentId: null, placeId: null };
const { t, length, name, when } = useWords();
const route = useRoute();
const session = useSession();
const id = String(route.params.id);
const userId = session.me?.id ?? '';
const own = { assignmentId: id };
const sheetPlaces = ref<InstanceType<typeof SheetPlace>[]>([]);
const { state, value, why, reload, piece, working, problem, busy, attempt, draft, papersKept, files, uploads, ...does } = usePiece({
  id,
  userId,
  others: sheetPlaces,
});
const { add, stop, again, copyOf, detach, said, handIn, takeBack, anew, check, beat, sheetsBegun, nothing, onTheWay } = does;
const zone = computed(() => piece.value?.zone ?? 'UTC');
const words = computed(() => wordCount(draft.text.value));
const rubric = computed(() => (value.value?.scoring.by === 'rubric' ? value.value.scoring.rubric : null));
const accepts = computed(() => piece.value?.accepts ?? []);
const takesText = computed(() => accepts.value.includes('text'));
const takesFiles = computed(() => accepts.value.some((kind) => kind !== 'text' && kind !== 'link'));
/** What answers a written part stands there. */
const alone = <T extends { answers: SaidPlace | null }>(all: readonly T[]): T[] => all.filter((one) => one.answers === null);

const dropping = ref(false);
function dropped(event: DragEvent): void {
  dropping.value = false;
  if (working.value && takesFiles.value) void add([...(event.dataTransfer?.files ?? [])]);
}
const versions = ref<VersionItem[] | null>(null);
const showVersions = () => attempt(async () => (versions.value = await ask('GET /api/my/work/:assignmentId/versions', { params: own })));
/** Worksheets by what they are attached as. */
const titles = computed(() => new Map((value.value?.attachments ?? []).map((one) => [one.id, one.title])));
const papers = computed(() => value.value?.papers ?? []);
const turned = useTurned(() => value.value?.words);
const shown = turned.shown;
const others = computed(() => (value.value?.team?.members ?? []).filter((one) => one.id !== userId));
watch(
  () => route.params.id,
  () => window.location.reload(),
);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div
      v-if="value && piece && shown"
      class="page columns"
      @dragover.prevent="dropping = working"
      @dragleave="dropping = false"
      @drop.prevent="dropped"
    >
      <section class="work">
        <header class="stack head">
          <h1 dir="auto">{{ shown.title }}</h1>
          <WordLanguages :label="t('wording.readIn')" :language="shown.language" :others="turned.others.value" @choose="turned.choose" />
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
        <div v-if="!isBlank(shown.instructions) || value.attachments.length > 0 || shown.spoken">
          <h2 class="label-head">{{ t('piece.toDo') }}</h2>
          <RichTextView :text="shown.instructions" /><AttachmentList
            class="with"
            :attachments="value.attachments"
            :spoken="shown.spoken"
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
            :said="value.voiceAnswers ? { files, uploads } : null"
            @corrected="reload"
            @said="(file, place) => void add([file], place)"
            @remove="detach"
            @stop="stop"
          />
          <TextPlace
            v-if="takesText"
            :draft="draft"
            :zone="zone"
            :saved-by="value.team ? value.draft.savedBy : ''"
            :beside="papers.length > 0"
            :said="said(OWN_TEXT)"
            @said="(file) => void add([file], OWN_TEXT)"
            @remove="detach"
            @stop="stop"
          />
          <LinkField v-if="!takesText && accepts.includes('link')" :draft="draft" :zone="zone" />
          <WorkFiles
            v-if="takesFiles"
            :accepts="accepts"
            :files="alone(files)"
            :uploads="alone(uploads)"
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
      @restored="anew"
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
