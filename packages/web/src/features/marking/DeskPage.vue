<script setup lang="ts">
/** The desk: the work at left with notes in its margin, score and words at right, the paper edges of all students below. */
import { MOST_POINTS } from '@jolly/core';
import type { DeskPieceReply } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { addressOf, ApiProblem, ask } from '../../api/client';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { NotedWork } from '../notes';
import DeskActs from './DeskActs.vue';
import DeskFacts from './DeskFacts.vue';
import DeskForm from './DeskForm.vue';
import DeskHead from './DeskHead.vue';
import DeskSaid from './DeskSaid.vue';
import DeskSide from './DeskSide.vue';
import DeskTeam from './DeskTeam.vue';
import EmptyPile from './EmptyPile.vue';
import DeskTrouble from './DeskTrouble.vue';
import NothingIn from './NothingIn.vue';
import { deskNoteActs } from './note-acts';
import PaperEdges from './PaperEdges.vue';
import PieceStory from './PieceStory.vue';
import PileFacts from './PileFacts.vue';
import PileSheet from './PileSheet.vue';
import ReturnSheet from './ReturnSheet.vue';
import RoundsSheet from './RoundsSheet.vue';
import SendBackSheet from './SendBackSheet.vue';
import { useAhead } from './use-ahead';
import { pieceAt } from './piece-at';
import { useHolding } from './use-holding';
import { useDeskForm, type Sent } from './use-desk-form';
import { useDeskKeys } from './use-desk-keys';
import { useReturning } from './use-returning';
import { useOnward, usePile, type Onward } from './use-pile';
import FieldForm from '../../ui/FieldForm.vue';

/** So many pieces are asked for before they are wanted. */
const AHEAD = 2;

const { t, count } = useWords();
const inPile = usePile();
const { choices, assignmentId, pile, nameOf, all, rows, row, position, keyOf, key, assignment, schoolClass, zone, refreshRow, goTo } =
  inPile;
const DESK_PIECE = 'GET /api/assignments/:assignmentId/pieces/:studentId';

/* The piece on the desk. Between pressing and seeing the next one it is still the one before: whatever is done goes by `onDesk`, never by the key in the line above. */
const onDesk = ref<string | null>(null);
const isThere = computed(() => onDesk.value !== null && onDesk.value === key.value);
const desk = ref<DeskPieceReply | null>(null);
const deskState = ref<'loading' | 'ready' | 'failed'>('loading');
const deskWhy = ref('');
const me = useSession().me?.id ?? '';
const { fields, differ, forGroup, byChoice, badNumber, badAdjust, differs, badDiffer, result, empty, heldOf, dirty, ...deskForm } =
  useDeskForm({
    desk,
    onDesk,
    assignment,
    me,
  });
const { take } = deskForm;
const said = ref('');
const problem = ref<ApiProblem | null>(null);
const newer = ref<DeskPieceReply | null>(null);
const askBonus = ref<{ next: Onward } | null>(null);
const form = ref<InstanceType<typeof DeskForm> | null>(null);
const work = ref<InstanceType<typeof NotedWork> | null>(null);
const ahead = useAhead((at) => ask(DESK_PIECE, { params: pieceAt(at) }));
const {
  going,
  failed,
  hold: holdBehind,
} = useHolding((at, reply) => {
  deskForm.isHeld(at);
  ahead.drop(at);
  for (const one of [reply.row, ...reply.team]) refreshRow(one);
});
function lay(reply: DeskPieceReply): void {
  deskForm.lay(reply);
  deskState.value = 'ready';
}
function takeAnew(reply: DeskPieceReply, sent?: Sent): void {
  take(reply, sent);
  [newer.value, problem.value] = [null, null];
}
function takeTheirs(reply: DeskPieceReply): void {
  lay(reply);
  [newer.value, problem.value] = [null, null];
}
async function show(at: string): Promise<void> {
  [said.value, problem.value, newer.value, askBonus.value] = ['', null, null, null];
  if (!ahead.has(at)) deskState.value = 'loading';
  try {
    await going.get(at)?.catch(() => undefined);
    const reply = await ahead.take(at);
    if (at !== key.value) return;
    onDesk.value = at;
    lay(reply);
    deskForm.restore(at);
    const lost = failed.get(at);
    if (lost) [problem.value, newer.value] = [lost.problem, lost.problem.code === 'conflict.changedMeanwhile' ? reply : null];
    failed.delete(at);
    await nextTick();
    form.value?.reset();
    form.value?.focus();
    document.querySelector('.edge.current')?.scrollIntoView({ block: 'nearest', inline: 'center' });
    document.querySelector('.paper-place')?.scrollTo({ top: 0 });
    if (reply.notes.some((note) => note.answers.some((answer) => answer.unread)))
      void ask('POST /api/assignments/:assignmentId/pieces/:studentId/notes/read', { params: pieceAt(at) }).catch(() => undefined);
  } catch (error) {
    deskWhy.value = error instanceof ApiProblem ? error.title : String(error);
    [deskState.value, desk.value, onDesk.value] = ['failed', null, null];
  }
  ahead.want(
    rows.value
      .slice(position.value + 1, position.value + 1 + AHEAD)
      .map(keyOf)
      .filter((one) => !going.has(one)),
  );
}
const onwardTo = useOnward(inPile, me, (one) => going.has(one));
watch(key, (at) => at && void show(at), { immediate: true });

function go(by: number): void {
  const next = rows.value[position.value + by];
  if (next) goTo(next);
  else if (by > 0) said.value = t('desk.allSeen');
}
function goOn(next: Onward): void {
  const to = onwardTo(next);
  if (to) goTo(to);
  else if (next !== null) said.value = t(next === 'student' ? 'desk.allSeen' : 'desk.noneWaits');
}
function replied(reply: DeskPieceReply): void {
  refreshRow(reply.row);
  // Another piece may lie here by now.
  if (reply.row.student.id === desk.value?.row.student.id) take(reply);
}

/* Scoring */
const hasOtherWords = computed(() => (desk.value?.notes.length ?? 0) + (desk.value?.row.collecting.feedbackFiles.length ?? 0) > 0);

async function hold({ next, bonus = false, version }: { next: Onward; bonus?: boolean; version?: number }): Promise<void> {
  const [current, at] = [desk.value, onDesk.value];
  // A second press while this one is on its way, or the next one not here yet, is for nothing that can be seen.
  if (!current || !at || !isThere.value || going.has(at)) return;
  if ((badNumber.value && !byChoice.value) || badDiffer.value || badAdjust.value) return form.value?.focus();
  // Nothing was changed: going on is all that was asked.
  if ((empty.value && !(hasOtherWords.value && !current.row.score)) || (!dirty.value && current.row.score && version === undefined))
    return goOn(next);
  const max = assignment.value?.points ?? null;
  if (!bonus && max !== null && result.value !== null && result.value > max && result.value <= MOST_POINTS)
    return void (askBonus.value = { next });
  problem.value = null;
  askBonus.value = null;
  const held = heldOf(current, { bonus, version: version ?? current.row.version });
  const typedThen = deskForm.sends(at);
  const sent = holdBehind(at, nameOf(current.row), held);
  const to = onwardTo(next);
  if (to) {
    // The next piece is there at once; what goes wrong is said there, and kept here.
    goTo(to);
    return void sent.catch(() => undefined);
  }
  try {
    const reply = await sent;
    if (at !== onDesk.value) return;
    takeAnew(reply, typedThen);
    said.value = [t('desk.heldNote', { name: nameOf(reply.row) }), next === 'waiting' ? t('desk.noneWaits') : ''].filter(Boolean).join(' ');
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    failed.delete(at);
    problem.value = error;
    if (error.code === 'conflict.changedMeanwhile') newer.value = error.current as DeskPieceReply;
  }
}

const acts = deskNoteActs(desk, onDesk, { changed: (at) => ahead.drop(at), replied });

/* Returning, sending back, the pile */
const { held, returningOf } = useReturning(inPile);
async function afterReturn(told: string): Promise<void> {
  await pile.reload();
  ahead.want([]);
  if (key.value) {
    try {
      takeAnew(await ask(DESK_PIECE, { params: pieceAt(key.value) }));
    } catch {
      // Its name is known now, so it is reached by its student.
    }
  }
  said.value = told;
}
const sending = ref(false);
function sentBack(reply: DeskPieceReply): void {
  sending.value = false;
  takeAnew(reply);
  refreshRow(reply.row);
}
const settings = ref(false);
const comparing = ref(false);
const pileChanged = async () => {
  ahead.want([]);
  await pile.reload();
};

const above = computed(() =>
  askBonus.value && assignment.value?.points != null && result.value !== null
    ? { score: result.value, most: assignment.value.points }
    : null,
);
const firstName = computed(() => (desk.value?.nameless ? '' : (desk.value?.row.student.givenName ?? '')));

useDeskKeys({ go, hold, form, work });
</script>

<template>
  <LoadGate :state="pile.state.value" :why="pile.why.value" @retry="pile.reload">
    <EmptyPile
      v-if="rows.length === 0"
      :title="assignment?.title ?? ''"
      :all-scored="choices.unscored && all.length > 0"
      @show-all="choices = { ...choices, unscored: false }"
    />
    <div v-else class="desk">
      <section class="work" :aria-label="assignment?.title">
        <DeskHead
          :assignment="assignment"
          :class-name="schoolClass?.name ?? ''"
          :desk="desk"
          :zone="zone"
          @compare="comparing = true"
          @settings="settings = true"
        />
        <div class="paper-place" tabindex="0" role="region" :aria-label="t('desk.work')">
          <LoadGate :state="deskState" :why="deskWhy" @retry="key && show(key)">
            <NotedWork
              v-if="desk?.handIn && onDesk"
              ref="work"
              :hand-in="desk.handIn"
              :notes="desk.notes"
              :acts="acts"
              :zone="zone"
              :first-name="firstName"
              :keep-key="`jolly-note ${me} ${onDesk}`"
              :noted-at="
                (fileId) =>
                  addressOf('GET /api/assignments/:assignmentId/pieces/:studentId/files/:fileId/noted', {
                    params: { ...pieceAt(onDesk!), fileId },
                  })
              "
              @stored="form?.focus()"
            />
            <NothingIn v-else :in-class="assignment?.how === 'inClass'" :taken-back="(desk?.handIns.length ?? 0) > 0" />
          </LoadGate>
        </div>
      </section>

      <DeskSide :assignment-id="assignmentId" :name="desk ? nameOf(desk.row) : ''" :position="position" :of="rows.length" :failed="failed">
        <DeskFacts v-if="desk" :desk="desk" :assignment-id="assignmentId" />
        <FieldForm class="form" @send="hold({ next: 'waiting' })">
          <DeskForm
            v-if="assignment && desk && onDesk"
            ref="form"
            v-model="fields"
            :assignment="assignment"
            :desk="desk"
            :at="pieceAt(onDesk)"
            :bad-number="badNumber"
            :above-max="askBonus !== null"
            :result="result"
            @hold="(next) => hold({ next })"
            @replied="replied"
          />
          <DeskTeam
            v-if="desk && desk.team.length > 0"
            v-model:for-group="forGroup"
            v-model:differ="differ"
            :desk="desk"
            :by-points="assignment?.points != null"
            :any-differs="differs.length > 0"
            :earned="fields.earned"
            :name-of="nameOf"
          />
          <DeskTrouble
            :above="above"
            :newer="newer"
            :problem="problem?.title ?? ''"
            @bonus="hold({ next: askBonus!.next, bonus: true })"
            @theirs="takeTheirs(newer!)"
            @mine="hold({ next: null, version: newer!.row.version })"
          />
          <DeskSaid :desk="desk" :said="said" :dirty="dirty" :name="desk ? nameOf(desk.row) : ''" :zone="zone" />
          <DeskActs
            :returns="row?.held && isThere && !dirty ? row : null"
            :desk="desk"
            :nothing="empty && !hasOtherWords"
            :name-of="nameOf"
            @return="returningOf = [row!]"
            @send-back="sending = true"
            @hold="hold({ next: null })"
          />
        </FieldForm>
        <PieceStory
          v-if="desk && onDesk && assignment && !desk.blind"
          :desk="desk"
          :at="pieceAt(onDesk)"
          :name="nameOf(desk.row)"
          :zone="zone"
          :scoring="assignment.scoring"
          @replied="replied"
          @read="desk.row.collecting.unread = 0"
        />
        <PileFacts :rows="rows" :pace="pile.value.value?.pace ?? null" @return-all="returningOf = held" />
      </DeskSide>

      <PaperEdges :assignment-id="assignmentId" :rows="rows" :row="row" :position="position" :name-of="nameOf" @go="go" />
    </div>
    <SendBackSheet
      v-if="desk && onDesk"
      :open="sending"
      :desk="desk"
      :at="pieceAt(onDesk)"
      :name="nameOf(desk.row)"
      :zone="zone"
      @close="sending = false"
      @sent="sentBack"
    />
    <PileSheet
      v-if="pile.value.value"
      v-model="choices"
      :open="settings"
      :pile="pile.value.value"
      @close="settings = false"
      @changed="pileChanged"
    />
    <ReturnSheet
      :open="returningOf !== null"
      :held="returningOf ?? []"
      :name-of="nameOf"
      :zone="zone"
      :usual-time="null"
      @close="returningOf = null"
      @returned="(n) => afterReturn(count('marking.returned', n))"
      @timed="(n) => afterReturn(count('returning.set', n))"
    />
    <RoundsSheet
      v-if="desk && onDesk && desk.handIns.length > 1"
      :open="comparing"
      :at="pieceAt(onDesk)"
      :desk="desk"
      :zone="zone"
      @close="comparing = false"
    />
  </LoadGate>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 392px;
  grid-template-rows: minmax(0, 1fr) auto;
  height: calc(100vh - 126px);
  min-height: 540px;
}
.work {
  display: flex;
  flex-direction: column;
  padding: 12px 16px 0 20px;
  min-height: 0;
}
.paper-place {
  overflow: auto;
  flex: 1;
  padding-block-end: 14px;
  padding-inline-end: 4px;
}
.form {
  flex: 1;
  display: flex;
  flex-direction: column;
}
@media (max-width: 900px) {
  .desk {
    display: flex;
    flex-direction: column;
    height: auto;
  }
}
</style>
