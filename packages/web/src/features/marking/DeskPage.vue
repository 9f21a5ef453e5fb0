<script setup lang="ts">
/** The desk: the work at left, score and words at right, the paper edges of all students below. */
import { parsePoints, type PieceState } from '@jolly/core';
import type { AssignmentPiecesReply, Chosen, DeskPieceReply, PieceRow, ReturnReply, SendBackRequest } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import StateWord from '../../ui/StateWord.vue';
import WhenField from '../../ui/WhenField.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { RubricView } from '../assignments';
import { ConversationBox } from '../conversations';
import { FileView } from '../files';
import { useTermLine } from '../termline';
import ChoiceLadder from './ChoiceLadder.vue';

const { t, name, count, length, points, when } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const assignmentId = computed(() => String(route.params.id));
const pile = useLoad(() => ask<AssignmentPiecesReply>('GET', `/api/assignments/${assignmentId.value}/pieces`), [assignmentId]);
const assignment = computed(() => pile.value.value?.assignment ?? null);
const schoolClass = computed(() => (assignment.value ? line.classOf(assignment.value.classId) : undefined));
const zone = computed(() => schoolClass.value?.zone ?? line.zone);

const MARKABLE: ReadonlySet<PieceState | null> = new Set<PieceState>(['in', 'inLate', 'inClass']);
const rows = computed(() => (pile.value.value?.rows ?? []).filter((row) => row.state !== 'excused'));
// Without a name in the address the desk begins with the first piece that waits.
const studentId = computed(() => (typeof route.params.student === 'string' && route.params.student ? route.params.student : ((rows.value.find((row) => MARKABLE.has(row.state)) ?? rows.value[0])?.student.id ?? null)));
const position = computed(() => rows.value.findIndex((row) => row.student.id === studentId.value));

const desk = ref<DeskPieceReply | null>(null);
const deskState = ref<'loading' | 'ready' | 'failed'>('loading');
const deskWhy = ref('');
/** points of members of a group who differ from the rest, as typed */
const differ = ref<Record<string, string>>({});
const forGroup = ref(true);
interface Fields {
  earned: string;
  chosen: Chosen | null;
  remark: string;
}
const fields = ref<Fields>({ earned: '', chosen: null, remark: '' });
const stored = ref<Fields>({ earned: '', chosen: null, remark: '' });
const said = ref('');
const problem = ref<ApiProblem | null>(null);
const newer = ref<DeskPieceReply | null>(null);
const scoreField = ref<HTMLInputElement | null>(null);

// What was typed for a piece and not held yet survives a closed tab.
const keptKey = (id: string) => `jolly-remark ${assignmentId.value} ${id}`;
const ahead = new Map<string, Promise<DeskPieceReply>>();
const pieceAddress = (id: string) => `/api/assignments/${assignmentId.value}/pieces/${id}`;
const fetchPiece = (id: string) => ask<DeskPieceReply>('GET', pieceAddress(id));

function take(reply: DeskPieceReply): void {
  desk.value = reply;
  differ.value = Object.fromEntries([reply.row, ...reply.team].filter((one) => one.score?.earned != null && one.score.earned !== reply.row.score?.earned).map((one) => [one.student.id, points(one.score!.earned!)]));
  forGroup.value = reply.team.length > 0;
  const { score } = reply.row;
  stored.value = { earned: score?.earned == null ? '' : points(score.earned), chosen: score?.chosen ?? null, remark: score?.remark ?? '' };
  fields.value = { ...stored.value };
  deskState.value = 'ready';
}
async function show(id: string): Promise<void> {
  said.value = '';
  problem.value = null;
  newer.value = null;
  if (!ahead.has(id)) deskState.value = 'loading';
  try {
    const reply = await (ahead.get(id) ?? fetchPiece(id));
    if (id !== studentId.value) return;
    take(reply);
    const kept = localStorage.getItem(keptKey(id));
    if (kept) fields.value = { ...fields.value, ...(JSON.parse(kept) as Partial<Fields>) };
    await nextTick();
    scoreField.value?.focus();
    scoreField.value?.select();
    document.querySelector('.edge.current')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  } catch (error) {
    deskWhy.value = error instanceof ApiProblem ? error.title : String(error);
    deskState.value = 'failed';
  }
  ahead.clear();
  const next = rows.value[position.value + 1];
  if (next) ahead.set(next.student.id, fetchPiece(next.student.id).finally(() => undefined));
  ahead.forEach((promise) => promise.catch(() => undefined));
}
watch(studentId, (id) => id && void show(id), { immediate: true });

const storedDiffer = computed(() => JSON.stringify(desk.value ? [desk.value.row, ...desk.value.team].filter((one) => one.score?.earned != null && one.score.earned !== desk.value!.row.score?.earned).map((one) => [one.student.id, points(one.score!.earned!)]) : []));
const dirty = computed(() => JSON.stringify(fields.value) !== JSON.stringify(stored.value) || JSON.stringify(Object.entries(differ.value).filter(([, typed]) => typed.trim() !== '')) !== storedDiffer.value);
/** scored by choosing: the points follow from what is chosen */
const byChoice = computed(() => assignment.value !== null && ['rubric', 'words', 'done'].includes(assignment.value.scoring.by));
watch(fields, (typed) => {
  if (!studentId.value || deskState.value !== 'ready') return;
  if (dirty.value) localStorage.setItem(keptKey(studentId.value), JSON.stringify(typed));
  else localStorage.removeItem(keptKey(studentId.value));
}, { deep: true });

function go(by: number): void {
  const next = rows.value[position.value + by];
  if (next) void router.replace({ params: { id: assignmentId.value, student: next.student.id }, query: route.query });
  else if (by > 0) said.value = t('desk.allSeen');
}

const earned = computed(() => (fields.value.earned.trim() === '' ? null : parsePoints(fields.value.earned)));
const badNumber = computed(() => fields.value.earned.trim() !== '' && earned.value === null);
const differing = computed(() => Object.entries(differ.value).flatMap(([studentId, typed]) => (typed.trim() === '' || parsePoints(typed) === null ? [] : [{ studentId, earned: parsePoints(typed)! }])));
const badDiffer = computed(() => Object.values(differ.value).some((typed) => typed.trim() !== '' && parsePoints(typed) === null));
const aboveMax = computed(() => problem.value?.code === 'score.aboveMaximum');
const empty = computed(() => fields.value.earned.trim() === '' && fields.value.chosen === null && fields.value.remark.trim() === '');

async function hold({ next, bonus = false, version }: { next: boolean; bonus?: boolean; version?: number }): Promise<void> {
  const current = desk.value;
  if (!current) return;
  const id = current.row.student.id;
  if ((badNumber.value && !byChoice.value) || badDiffer.value) return void scoreField.value?.focus();
  // Nothing was changed: going on is all that was asked.
  if (empty.value || (!dirty.value && current.row.score)) return void (next && go(1));
  problem.value = null;
  try {
    const reply = await ask<DeskPieceReply>('PUT', `${pieceAddress(id)}/score`, { body: { earned: byChoice.value ? null : earned.value, chosen: byChoice.value ? fields.value.chosen : null, remark: fields.value.remark, bonusConfirmed: bonus, version: version ?? current.row.version, ...(current.team.length > 0 && forGroup.value ? { group: { differ: differing.value } } : {}) } });
    localStorage.removeItem(keptKey(id));
    newer.value = null;
    take(reply);
    said.value = t('desk.heldNote', { name: name(reply.row.student) });
    for (const row of [reply.row, ...reply.team]) await refreshRow(row);
    if (next) go(1);
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    problem.value = error;
    if (error.code === 'conflict.changedMeanwhile') newer.value = error.current as DeskPieceReply;
  }
}
async function refreshRow(row: PieceRow): Promise<void> {
  const list = pile.value.value;
  if (list) pile.value.value = { ...list, rows: list.rows.map((one) => (one.student.id === row.student.id ? row : one)) };
}

const held = computed(() => rows.value.filter((row) => row.held));
const chosen = ref<string[]>([]);
const choosing = ref(false);
async function giveBack(studentIds: string[] | 'allHeld'): Promise<void> {
  problem.value = null;
  try {
    const { returned } = await ask<ReturnReply>('POST', `/api/assignments/${assignmentId.value}/return`, { body: { studentIds } });
    choosing.value = false;
    said.value = count('marking.returned', returned.length);
    await pile.reload();
    if (studentId.value) take(await fetchPiece(studentId.value));
  } catch (error) {
    problem.value = error as ApiProblem;
  }
}
function beginChoosing(): void {
  chosen.value = held.value.map((row) => row.student.id);
  choosing.value = true;
}

const talking = ref(false);
const sending = ref(false);
const sendBack = ref<{ reason: string; newDue: number | null }>({ reason: '', newDue: null });
async function sendBackNow(): Promise<void> {
  const current = desk.value;
  if (!current) return;
  problem.value = null;
  try {
    const body: SendBackRequest = { ...sendBack.value, version: current.row.version };
    const reply = await ask<DeskPieceReply>('POST', `${pieceAddress(current.row.student.id)}/send-back`, { body });
    sending.value = false;
    sendBack.value = { reason: '', newDue: null };
    take(reply);
    await refreshRow(reply.row);
  } catch (error) {
    problem.value = error as ApiProblem;
  }
}

const scoredCount = computed(() => rows.value.filter((row) => row.score).length);
const average = computed(() => {
  const scores = rows.value.flatMap((row) => (row.score?.effective == null ? [] : [row.score.effective]));
  return scores.length === 0 ? null : String(Math.round(scores.reduce((a, b) => a + b, 0) / scores.length / 100) / 10);
});
const shortName = (row: PieceRow) => `${row.student.givenName} ${[...row.student.familyName][0] ?? ''}`.trim();
const canSendBack = computed(() => desk.value?.row.handedInAt != null);

useShortcuts([
  { key: 'ArrowRight', shown: '→', does: 'desk.next', run: () => go(1) },
  { key: 'ArrowLeft', shown: '←', does: 'desk.previous', run: () => go(-1) },
  { key: 's', shown: 'S', does: 'desk.keyFocus', run: () => scoreField.value?.focus() },
]);
</script>

<template>
  <LoadGate :state="pile.state.value" :why="pile.why.value" @retry="pile.reload">
    <div class="desk">
      <section class="work" :aria-label="assignment?.title">
        <header class="top row">
          <h1 class="clip" dir="auto">{{ assignment?.title }}</h1>
          <span class="muted small nowrap">{{ schoolClass?.name }}<template v-if="desk?.row.window.due != null"> · {{ t('common.due', { when: when(desk.row.window.due, zone) }) }}</template></span>
          <span v-if="desk?.row.state" class="small nowrap"><StateWord :state="desk.row.state" /><template v-if="desk.row.lateBy > 0"> · {{ t('common.late', { length: length(desk.row.lateBy) }) }}</template><template v-if="desk.handIn"> · {{ count('desk.version', desk.handIn.version) }}</template></span>
        </header>
        <div class="paper-place" tabindex="0" role="region" :aria-label="t('piece.yourWork')">
          <LoadGate :state="deskState" :why="deskWhy" @retry="studentId && show(studentId)">
            <div v-if="desk?.handIn" class="paper">
              <RichTextView v-if="desk.handIn.text && desk.handIn.words > 0" :text="desk.handIn.text" />
              <section v-for="one in desk.handIn.sheets" :key="`${one.attachmentId} ${one.studentId}`"><h2 dir="auto">{{ one.title }}</h2><RichTextView :text="one.text" /></section>
              <p v-if="desk.handIn.words > 0" class="muted small words">{{ count('desk.words', desk.handIn.words) }}</p>
              <FileView v-for="file in desk.handIn.files" :key="file.id" :file="file" />
            </div>
            <div v-else class="paper nothing">
              <p>{{ assignment?.how === 'inClass' ? t('desk.inClass') : t('desk.nothingIn') }}</p>
              <p class="muted">{{ desk && desk.handIns.length > 0 ? t('desk.takenBack') : t('desk.nothingInHint') }}</p>
            </div>
          </LoadGate>
        </div>
      </section>

      <aside class="side">
        <div class="row name"><h2 class="grow" dir="auto">{{ desk ? name(desk.row.student) : '' }}</h2><span class="muted small">{{ t('desk.position', { a: position + 1, b: rows.length }) }}</span></div>
        <p v-if="desk?.row.exception" class="small muted">{{ desk.row.exception.reason }}</p>
        <p v-if="desk?.row.collecting.mark === 'absent'" class="small"><strong>{{ t('classMarks.absentThen') }}</strong></p>
        <p v-if="desk?.row.collecting.went" class="small said-went" dir="auto">{{ t(`went.${desk.row.collecting.went.how}`) }}<template v-if="desk.row.collecting.went.line">: “{{ desk.row.collecting.went.line }}”</template></p>
        <details v-if="desk?.row.collecting.selfCheck && assignment?.scoring.by === 'rubric'" class="small"><summary>{{ t('selfCheck.theirs') }}</summary><RubricView :rubric="assignment.scoring.rubric" :choices="desk.row.collecting.selfCheck" /></details>
        <form class="stack form" @submit.prevent="hold({ next: true })">
          <ChoiceLadder v-if="assignment && byChoice" v-model="fields.chosen" :scoring="assignment.scoring" :points="assignment.points" />
          <div v-else-if="assignment?.points != null">
            <label class="label" for="earned">{{ t('desk.score') }}</label>
            <div class="row">
              <input id="earned" ref="scoreField" v-model="fields.earned" class="field earned" inputmode="decimal" autocomplete="off" :aria-invalid="badNumber || aboveMax || undefined" @keydown.enter.prevent="hold({ next: true })" />
              <span>{{ t('desk.outOf', { n: points(assignment.points) }) }}</span>
              <span class="grow" />
              <span v-if="desk?.row.score && desk.row.score.takenOff > 0 && desk.row.score.effective !== null" class="alarm small">{{ t('desk.lateCost', { n: points(desk.row.score.takenOff) }) }} · {{ t('desk.worth', { n: points(desk.row.score.effective) }) }}</span>
            </div>
            <p v-if="badNumber" class="alarm small" role="alert">{{ t('desk.badNumber') }}</p>
          </div>
          <fieldset v-if="desk && desk.team.length > 0" class="team">
            <legend class="label">{{ t('desk.team', { name: desk.row.collecting.team ?? '' }) }}</legend>
            <label class="row small"><input v-model="forGroup" type="checkbox" />{{ t('desk.forAll') }}</label>
            <details v-if="forGroup && assignment?.points != null" :key="desk.row.student.id" :open="differing.length > 0"><summary class="small">{{ t('desk.differSome') }}</summary><label v-for="one in [desk.row, ...desk.team]" :key="one.student.id" class="row small"><span class="grow clip" dir="auto">{{ name(one.student) }}</span><input v-model="differ[one.student.id]" class="field differ" inputmode="decimal" autocomplete="off" :placeholder="fields.earned" :aria-label="t('desk.differ', { name: name(one.student) })" /></label><span class="muted small">{{ t('desk.differHint') }}</span></details>
          </fieldset>
          <div>
            <label class="label" for="remark">{{ t('desk.remark') }}</label>
            <textarea id="remark" v-model="fields.remark" class="field remark" :rows="byChoice ? 3 : 6" dir="auto" :placeholder="t('desk.remarkPlaceholder')" @keydown.ctrl.enter.prevent="hold({ next: true })" @keydown.meta.enter.prevent="hold({ next: true })" />
          </div>
          <div v-if="aboveMax && assignment?.points != null" class="note" role="alert">
            <p>{{ t('desk.aboveMax', { a: fields.earned, b: points(assignment.points) }) }}</p>
            <button type="button" class="btn" @click="hold({ next: true, bonus: true })">{{ t('desk.bonus') }}</button>
          </div>
          <div v-else-if="newer" class="note bad stack" role="alert">
            <p>{{ newer.row.score ? t('desk.conflict', { by: newer.row.score.by, score: newer.row.score.earned === null ? '–' : points(newer.row.score.earned) }) : t('desk.conflictGone') }}</p>
            <div class="row wrap">
              <button type="button" class="btn" @click="take(newer); newer = null; problem = null">{{ t('desk.useTheirs') }}</button>
              <button type="button" class="btn" @click="hold({ next: false, version: newer.row.version })">{{ t('desk.useMine') }}</button>
            </div>
          </div>
          <p v-else-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
          <div class="small facts">
            <p v-if="said" class="good" role="status">{{ said }}</p>
            <p v-else-if="dirty" class="muted">{{ t('desk.unsaved') }}</p>
            <p v-else-if="desk?.row.held" class="muted">{{ t('desk.heldNote', { name: desk.row.student.givenName }) }}</p>
            <p v-if="desk?.sentBack && desk.row.state === 'sentBack'" class="muted">{{ t('desk.sentBackNote', { when: when(desk.sentBack.at, zone), reason: desk.sentBack.reason }) }}</p>
            <p v-if="desk?.row.returnedAt" class="muted">{{ t('desk.returnedNote', { when: when(desk.row.returnedAt, zone) }) }} {{ desk.row.readAt ? t('desk.readNote', { when: when(desk.row.readAt, zone) }) : t('desk.unreadNote') }}</p>
          </div>
          <div class="acts">
            <button v-if="desk?.row.held && !dirty" type="button" class="btn" @click="giveBack([desk.row.student.id])">{{ t('desk.returnThis', { name: desk.row.student.givenName }) }}</button>
            <button v-else-if="canSendBack" type="button" class="btn" @click="sending = true">{{ t('desk.sendBack') }}</button>
            <span class="grow" />
            <button type="button" class="btn" :disabled="empty" @click="hold({ next: false })">{{ t('desk.hold') }}</button>
            <button class="btn main">{{ t('desk.holdNext') }} <span class="key">↵</span></button>
          </div>
        </form>
        <ul v-if="desk && desk.row.collecting.feedbackFiles.length > 0" class="plain small"><li v-for="file in desk.row.collecting.feedbackFiles" :key="file.id"><a :href="`/api/files/${file.id}`" download dir="auto">{{ file.name }}</a> <span class="muted">{{ t(file.returned ? 'desk.fileReturned' : 'desk.fileHeld') }}</span></li></ul>
        <details v-if="desk" :key="desk.row.student.id" class="talk" @toggle="talking = ($event.target as HTMLDetailsElement).open"><summary>{{ t('talk.title') }}<strong v-if="desk.row.collecting.unread > 0"> · {{ count('talk.unread', desk.row.collecting.unread) }}</strong></summary><ConversationBox v-if="talking" :address="pieceAddress(desk.row.student.id)" :readers="name(desk.row.student)" :zone="zone" @read="desk.row.collecting.unread = 0" /></details>
        <div class="row pile-facts small muted">
          <span class="grow">{{ t('desk.progress', { a: scoredCount, b: rows.length }) }}<template v-if="average"> · {{ t('desk.average', { n: average }) }}</template></span>
          <button v-if="held.length > 0" class="btn" @click="beginChoosing">{{ t('desk.returnAll', { n: held.length }) }}</button>
        </div>
      </aside>

      <nav class="edges" :aria-label="t('desk.edges')">
        <button class="btn step" :aria-label="t('desk.previous')" :disabled="position <= 0" @click="go(-1)">←</button>
        <div class="strip">
          <RouterLink v-for="row in rows" :key="row.student.id" class="edge" :class="{ current: row.student.id === studentId }" :aria-current="row.student.id === studentId || undefined" :to="{ path: `/marking/${assignmentId}/${row.student.id}`, query: route.query }" replace :tabindex="row.student.id === studentId ? 0 : -1">
            <span class="edge-name"><SignalFlag v-if="row.state" :state="row.state" :label="t(`state.${row.state}`)" /><span class="clip" dir="auto">{{ shortName(row) }}</span></span>
            <strong>{{ row.score?.earned != null ? points(row.score.earned) : '–' }}</strong>
          </RouterLink>
        </div>
        <button class="btn step" :aria-label="t('desk.next')" :disabled="position >= rows.length - 1" @click="go(1)">→</button>
      </nav>
    </div>
    <SideSheet :open="sending" :title="t('desk.sendBackTitle')" @close="sending = false">
      <form class="stack" @submit.prevent="sendBackNow">
        <div><label class="label" for="reason">{{ t('desk.sendBackReason') }}</label><textarea id="reason" v-model="sendBack.reason" class="field" rows="4" required maxlength="2000" dir="auto" /></div>
        <div><span class="label">{{ t('desk.sendBackDue') }}</span><WhenField v-model="sendBack.newDue" :zone="zone" :usual-time="null" :label="t('desk.sendBackDue')" /></div>
        <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
        <button class="btn main">{{ t('desk.sendBackGo', { name: desk?.row.student.givenName ?? '' }) }}</button>
      </form>
    </SideSheet>
    <SideSheet :open="choosing" :title="t('desk.chooseReturn')" @close="choosing = false">
      <form class="stack" @submit.prevent="giveBack(chosen)">
        <ul class="plain choose">
          <li v-for="row in held" :key="row.student.id"><label class="row"><input v-model="chosen" type="checkbox" :value="row.student.id" /><span class="grow" dir="auto">{{ name(row.student) }}</span><strong>{{ row.score?.earned != null ? points(row.score.earned) : '–' }}</strong></label></li>
        </ul>
        <button class="btn main" :disabled="chosen.length === 0">{{ count('desk.returnChosen', chosen.length) }}</button>
      </form>
    </SideSheet>
  </LoadGate>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: minmax(0, 1fr) 404px; grid-template-rows: minmax(0, 1fr) auto; height: calc(100vh - 126px); min-height: 540px; }
.work { display: flex; flex-direction: column; padding: 14px 20px 0; min-height: 0; }
.top { margin-block-end: 12px; gap: 2px 14px; flex-wrap: wrap; }
.top h1 { font-size: 21px; max-width: 100%; }
.top span { max-width: 100%; overflow: hidden; text-overflow: ellipsis; }
.nowrap { white-space: nowrap; }
.paper-place { overflow: auto; flex: 1; padding-block-end: 14px; }
.paper { background: var(--surface); border: 1px solid var(--line); border-radius: 4px; box-shadow: 0 2px 0 var(--line); padding: 34px 40px; max-width: 840px; min-height: 100%; }
.words { margin-block: 10px 18px; }
.nothing { display: flex; flex-direction: column; gap: 6px; justify-content: center; text-align: center; }
.side { background: var(--surface); border-inline-start: 1px solid var(--line); padding: 16px 18px; display: flex; flex-direction: column; gap: 12px; overflow: auto; grid-row: 1 / 3; grid-column: 2; }
.name h2 { font-size: 20px; }
.form { flex: 1; display: flex; flex-direction: column; }
.earned { width: 104px; font: 650 20px var(--font-head); text-align: end; }
.remark { resize: vertical; min-height: 120px; line-height: 1.5; }
.facts { flex: 1; }
.team { border: 1px solid var(--line); border-radius: 6px; padding: 6px 10px; margin: 0; min-width: 0; display: grid; gap: 3px; }
.team summary { cursor: pointer; }
.differ { width: 74px; min-height: 28px; text-align: end; }
.said-went { border-inline-start: 4px solid var(--line); padding-inline-start: 8px; }
.talk summary { cursor: pointer; }
.acts { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; }
.pile-facts { border-block-start: 1px solid var(--line); padding-block-start: 12px; }
.edges { grid-column: 1; background: var(--surface-2); border-block-start: 1px solid var(--line); padding: 10px 12px 0; display: flex; gap: 8px; align-items: flex-end; min-width: 0; }
.strip { display: flex; gap: 7px; overflow-x: auto; flex: 1; padding-block-start: 12px; scrollbar-width: thin; }
.edge { background: var(--surface); border: 1px solid var(--line); border-block-end: 0; border-radius: 6px 6px 0 0; padding: 5px 8px 8px; width: 92px; flex: none; text-decoration: none; font-size: 13.5px; }
.edge-name { display: flex; gap: 5px; align-items: center; }
.edge strong { display: block; }
.current { border: 2px solid var(--text); border-block-end: 0; margin-block-start: -10px; padding-block-end: 16px; font-weight: 700; }
.step { margin-block-end: 12px; min-width: 38px; }
.choose li { padding-block: 5px; }
@media (max-width: 900px) { .desk { display: flex; flex-direction: column; height: auto; } .side { border-inline-start: 0; } .paper { padding: 20px; } }
</style>
