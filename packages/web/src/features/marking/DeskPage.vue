<script setup lang="ts">
/** The desk: the work at left with notes in its margin, score and words at right, the paper edges of all students below. */
import { EMPTY_TEXT, isBlank, MOST_POINTS, orderPile, parsePoints, plainText, rubricScore, unmilli, type PieceState } from '@jolly/core';
import type {
  DeskPieceReply,
  MarginNote,
  NoteChange,
  NoteRequest,
  PieceRow,
  PileDeskReply,
  ScoreRequest,
  SendBackRequest,
} from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, ApiProblem, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import StateWord from '../../ui/StateWord.vue';
import WhenField from '../../ui/WhenField.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { keepTyped, useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { NotedWork, type NoteActs } from '../notes';
import { useTermLine } from '../termline';
import DeskForm, { type Fields } from './DeskForm.vue';
import PieceStory from './PieceStory.vue';
import PileSheet from './PileSheet.vue';
import ReturnSheet from './ReturnSheet.vue';
import RoundsSheet from './RoundsSheet.vue';
import { useAhead } from './use-ahead';
import { pieceAt, pieceKey, type PieceAt } from './piece-at';
import { type Held, useHolding } from './use-holding';
import { usePileChoices } from './use-pile-choices';

type Row = PileDeskReply['rows'][number];
/** Where to go on to: the next piece that waits, the next student, or nowhere. */
type Onward = 'waiting' | 'student' | null;
/** So many pieces are asked for before they are wanted. */
const AHEAD = 2;
const WAITING: ReadonlySet<PieceState | null> = new Set<PieceState>(['in', 'inLate', 'inClass']);

const { t, name, count, length, points, when } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const choices = usePileChoices();
const assignmentId = computed(() => String(route.params.id));
const pile = useLoad(
  () =>
    ask('GET /api/assignments/:assignmentId/pile', {
      params: { assignmentId: assignmentId.value },
      query: { sections: choices.value.together ? 'together' : 'apart' },
    }),
  [assignmentId, () => choices.value.together],
);

/* The pile in its order */
const numbers = computed(
  () => new Map((pile.value.value?.rows ?? []).filter((row) => row.nameless).map((row, index) => [row.student.id, index + 1])),
);
const nameOf = (row: PieceRow) => (row.nameless ? t('desk.nameless', { n: numbers.value.get(row.student.id) ?? '' }) : name(row.student));
const wanted = computed(() => (typeof route.params.student === 'string' ? route.params.student : ''));
const all = computed(() => (pile.value.value?.rows ?? []).filter((row) => row.state !== 'excused'));
const rows = computed(() => {
  const shown = choices.value.unscored ? all.value.filter((row) => row.score === null || row.student.id === wanted.value) : all.value;
  // Without names the order is one that says nothing about them.
  return shown.some((row) => row.nameless) ? shown : orderPile(shown, choices.value.order, assignmentId.value);
});
const row = computed(
  () =>
    rows.value.find((one) => one.student.id === wanted.value) ?? rows.value.find((one) => WAITING.has(one.state)) ?? rows.value[0] ?? null,
);
const position = computed(() => (row.value ? rows.value.indexOf(row.value) : -1));
const keyOf = (one: Pick<Row, 'assignmentId' | 'student'>) => pieceKey({ assignmentId: one.assignmentId, studentId: one.student.id });
const key = computed(() => (row.value ? keyOf(row.value) : null));
const DESK_PIECE = 'GET /api/assignments/:assignmentId/pieces/:studentId';
const assignment = computed(
  () => pile.value.value?.assignments.find((one) => one.id === row.value?.assignmentId) ?? pile.value.value?.assignments[0] ?? null,
);
const schoolClass = computed(() => (assignment.value ? line.classOf(assignment.value.classId) : undefined));
const zone = computed(() => schoolClass.value?.zone ?? line.zone);
const byChoice = computed(() => assignment.value !== null && ['rubric', 'words', 'done'].includes(assignment.value.scoring.by));

/* The piece on the desk. Between pressing and seeing the next one it is still the one before: whatever is done goes by `onDesk`, never by the key in the line above. */
const onDesk = ref<string | null>(null);
const isThere = computed(() => onDesk.value !== null && onDesk.value === key.value);
const desk = ref<DeskPieceReply | null>(null);
const deskState = ref<'loading' | 'ready' | 'failed'>('loading');
const deskWhy = ref('');
const BLANK: Fields = { earned: '', chosen: null, remark: EMPTY_TEXT, words: {}, adjustBy: '', adjustReason: '', remarks: [] };
const own = useOwnWords<Fields>(BLANK);
const { typed: fields, before: stored } = own;
const ownDiffer = useOwnWords<Record<string, string>>({});
const { typed: differ } = ownDiffer;
const forGroup = ref(true);
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
  // What was typed after it was sent is not held yet, and stays here.
  if (localStorage.getItem(keptKey(at)) === sentFrom.get(at)) localStorage.removeItem(keptKey(at));
  ahead.drop(at);
  for (const one of [reply.row, ...reply.team]) refreshRow(one);
});
// What was typed for a piece and not held yet survives a closed tab, with what it was typed over.
interface KeptHere extends Sent {
  before: Fields;
}
/** what lay here of a piece when its score was sent */
const sentFrom = new Map<string, string | null>();
const me = useSession().me?.id ?? '';
// By the address of the piece: what browsers have kept already lies there.
const keptKey = (at: string) => `jolly-marking ${me} ${addressOf(DESK_PIECE, { params: pieceAt(at) })}`;
const signed = (milli: number) => `${milli < 0 ? '−' : '+'}${unmilli(Math.abs(milli))}`;

function fieldsOf({ row: { score }, second, blind }: DeskPieceReply): Fields {
  if (blind || !score) return { ...BLANK, ...(second && blind ? { chosen: second.chosen } : {}) };
  const base = score.earned === null ? null : score.earned - (score.adjust?.by ?? 0);
  return {
    ...BLANK,
    earned: base === null ? '' : points(base),
    chosen: score.chosen,
    remark: score.remark,
    words: score.words,
    adjustBy: score.adjust ? signed(score.adjust.by) : '',
    adjustReason: score.adjust?.reason ?? '',
  };
}
const differing = ({ row: own, team }: DeskPieceReply) =>
  Object.fromEntries(
    [own, ...team]
      .filter((one) => one.score?.earned != null && one.score.earned !== own.score?.earned)
      .map((one) => [one.student.id, points(one.score!.earned!)]),
  );
/** What of the form a reply is the answer to. */
interface Sent {
  fields: Fields;
  differ: Record<string, string>;
}
const inForm = (): Sent => JSON.parse(JSON.stringify({ fields: fields.value, differ: differ.value })) as Sent;
/** Puts a piece on the desk: the form begins with what is stored. */
function lay(reply: DeskPieceReply): void {
  [desk.value, deskState.value] = [reply, 'ready'];
  own.begin(fieldsOf(reply));
  ownDiffer.begin(differing(reply));
  forGroup.value = reply.team.length > 0;
}
/** Takes in what is stored of the piece on the desk; what was typed and not stored stays. @param sent what it is the answer to */
function take(reply: DeskPieceReply, sent?: Sent): void {
  desk.value = reply;
  own.arrive(fieldsOf(reply), sent?.fields);
  ownDiffer.arrive(differing(reply), sent?.differ);
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
    const kept = JSON.parse(localStorage.getItem(keptKey(at)) ?? 'null') as KeptHere | null;
    if (kept) {
      fields.value = keepTyped({ before: kept.before, typed: kept.fields, stored: stored.value });
      differ.value = { ...differ.value, ...kept.differ };
    }
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
watch(key, (at) => at && void show(at), { immediate: true });

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const core = ({ remarks: _, remark, ...rest }: Fields) => ({ ...rest, remark: isBlank(remark) ? '' : remark });
const typedDiffer = computed(() => Object.fromEntries(Object.entries(differ.value).filter(([, typed]) => typed.trim() !== '')));
const dirty = computed(
  () => !same(core(fields.value), core(stored.value)) || (desk.value !== null && !same(typedDiffer.value, differing(desk.value))),
);
watch(
  [fields, differ, stored],
  () => {
    if (!onDesk.value) return;
    if (dirty.value) localStorage.setItem(keptKey(onDesk.value), JSON.stringify({ ...inForm(), before: stored.value } satisfies KeptHere));
    else localStorage.removeItem(keptKey(onDesk.value));
  },
  { deep: true },
);

const goTo = (next: Row) => void router.replace({ params: { id: assignmentId.value, student: next.student.id }, query: route.query });
function go(by: number): void {
  const next = rows.value[position.value + by];
  if (next) goTo(next);
  else if (by > 0) said.value = t('desk.allSeen');
}
/** Does it wait for this teacher? Of a second marker what is in waits until they say otherwise: it does not say what they have scored. */
const waits = (one: Row) =>
  (assignment.value?.secondMarker === me ? one.handedInAt !== null : WAITING.has(one.state) && one.score === null) &&
  !going.has(keyOf(one));
/** The next piece that waits, from this one on and round again. A second marker goes down the list once. */
const nextWaiting = computed(() => {
  const [before, after] = [rows.value.slice(0, Math.max(0, position.value)), rows.value.slice(position.value + 1)];
  return [...after, ...(assignment.value?.secondMarker === me ? [] : before)].find(waits) ?? null;
});
const onwardTo = (next: Onward): Row | null =>
  next === null ? null : next === 'student' ? (rows.value[position.value + 1] ?? null) : nextWaiting.value;
function goOn(next: Onward): void {
  const to = onwardTo(next);
  if (to) goTo(to);
  else if (next !== null) said.value = t(next === 'student' ? 'desk.allSeen' : 'desk.noneWaits');
}
function refreshRow(fresh: PieceRow): void {
  const list = pile.value.value;
  if (list)
    pile.value.value = {
      ...list,
      rows: list.rows.map((one) => (one.student.id === fresh.student.id ? { ...fresh, assignmentId: one.assignmentId } : one)),
    };
}
function replied(reply: DeskPieceReply): void {
  refreshRow(reply.row);
  // Another piece may lie here by now.
  if (reply.row.student.id === desk.value?.row.student.id) take(reply);
}

/* Scoring */
const earned = computed(() => (fields.value.earned.trim() === '' ? null : parsePoints(fields.value.earned)));
const badNumber = computed(() => fields.value.earned.trim() !== '' && earned.value === null);
const adjustBy = computed(() => {
  const match = /^([+−-]?)\s*(.+)$/.exec(fields.value.adjustBy.trim());
  const milli = match ? parsePoints(match[2]!) : null;
  return milli === null ? null : match![1] === '−' || match![1] === '-' ? -milli : milli;
});
const badAdjust = computed(() => fields.value.adjustBy.trim() !== '' && adjustBy.value === null);
const differs = computed(() => Object.entries(typedDiffer.value).map(([studentId, typed]) => ({ studentId, earned: parsePoints(typed) })));
const badDiffer = computed(() => differs.value.some((one) => one.earned === null));
/** What the score would be, as far as the page can say. */
const result = computed(() => {
  const { scoring, points: max } = assignment.value ?? { scoring: { by: 'none' as const }, points: null };
  const { chosen } = fields.value;
  const base =
    scoring.by === 'rubric' && chosen?.by === 'rubric' && max !== null
      ? rubricScore(scoring.rubric, max, chosen.choices).earned
      : byChoice.value
        ? null
        : earned.value;
  return base === null ? null : base + (adjustBy.value ?? 0);
});
const empty = computed(
  () =>
    fields.value.earned.trim() === '' &&
    fields.value.chosen === null &&
    isBlank(fields.value.remark) &&
    Object.values(fields.value.words).every((one) => one === ''),
);
const hasOtherWords = computed(() => (desk.value?.notes.length ?? 0) + (desk.value?.row.collecting.feedbackFiles.length ?? 0) > 0);

function requestOf(current: DeskPieceReply, { bonus, version }: { bonus: boolean; version: number }): ScoreRequest & { remarks: string[] } {
  const { chosen, remark, words, adjustReason, remarks } = fields.value;
  const adjust = adjustBy.value === null || adjustBy.value === 0 ? null : { by: adjustBy.value, reason: adjustReason };
  const group =
    current.team.length > 0 && forGroup.value ? { group: { differ: differs.value.map((one) => ({ ...one, earned: one.earned! })) } } : {};
  return {
    earned: byChoice.value ? null : earned.value,
    chosen: byChoice.value ? chosen : null,
    remark,
    words,
    adjust,
    bonusConfirmed: bonus,
    version,
    remarks,
    ...group,
  };
}
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
  const { chosen, remark } = fields.value;
  const held: Held = current.blind
    ? {
        secondScore: {
          earned: byChoice.value ? null : earned.value,
          chosen: byChoice.value ? chosen : null,
          remark: plainText(remark).trim(),
        },
      }
    : { score: requestOf(current, { bonus, version: version ?? current.row.version }) };
  const typedThen = inForm();
  sentFrom.set(at, localStorage.getItem(keptKey(at)));
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
const failures = computed(() => [...failed].map(([at, one]) => ({ at, ...one, studentId: pieceAt(at).studentId })));

/* Notes */
const withNotes = (notes: MarginNote[]) => {
  if (desk.value) desk.value = { ...desk.value, notes };
};
/** Does something to the notes of the piece on the desk, which replies with all of them. */
const note = async (act: (params: PieceAt) => Promise<MarginNote[]>) => {
  const at = onDesk.value!;
  const notes = await act(pieceAt(at));
  ahead.drop(at);
  if (at !== onDesk.value) return;
  withNotes(notes);
  // A note on what was returned is something to return again.
  if (desk.value?.row.returnedAt != null && !desk.value.row.held) replied(await ask(DESK_PIECE, { params: pieceAt(at) }));
};
const acts: NoteActs = {
  add: (body: NoteRequest & { remark?: string }) =>
    note((params) => ask('POST /api/assignments/:assignmentId/pieces/:studentId/notes', { params, body })),
  change: (noteId: string, body: NoteChange) =>
    note((params) => ask('PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId', { params: { ...params, noteId }, body })),
  remove: (noteId: string) =>
    note((params) => ask('DELETE /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId', { params: { ...params, noteId } })),
  answer: (noteId: string, text: string) =>
    note((params) =>
      ask('POST /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/answers', { params: { ...params, noteId }, body: { text } }),
    ),
  settle: (noteId: string, settled: boolean) =>
    note((params) =>
      ask('PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/settled', {
        params: { ...params, noteId },
        body: { settled },
      }),
    ),
};

/* Returning, sending back, the pile */
const held = computed(() => rows.value.filter((one) => one.held));
const returningOf = ref<Row[] | null>(null);
// Asked for from the assignment's page: what is held lies open to be returned.
watch(pile.value, () => {
  if (route.query.return !== 'held' || returningOf.value !== null || held.value.length === 0) return;
  returningOf.value = held.value;
  void router.replace({ query: { ...route.query, return: undefined } });
});
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
const sendBack = ref<{ reason: string; newDue: number | null }>({ reason: '', newDue: null });
async function sendBackNow(): Promise<void> {
  const [current, at] = [desk.value, onDesk.value];
  if (!current || !at) return;
  problem.value = null;
  try {
    const body: SendBackRequest = { ...sendBack.value, version: current.row.version };
    const reply = await ask('POST /api/assignments/:assignmentId/pieces/:studentId/send-back', { params: pieceAt(at), body });
    sending.value = false;
    sendBack.value = { reason: '', newDue: null };
    takeAnew(reply);
    refreshRow(reply.row);
  } catch (error) {
    problem.value = error as ApiProblem;
  }
}
const settings = ref(false);
const comparing = ref(false);
const pileChanged = async () => {
  ahead.want([]);
  await pile.reload();
};

const scored = computed(() => rows.value.filter((one) => one.score));
const average = computed(() => {
  const counted = scored.value.flatMap((one) => one.score!.effective ?? []);
  return counted.length === 0 ? null : String(Math.round(counted.reduce((a, b) => a + b, 0) / counted.length / 100) / 10);
});
const left = computed(() => {
  const waiting = rows.value.filter((one) => WAITING.has(one.state) && !one.score).length;
  const { pace } = pile.value.value ?? {};
  return pace != null && waiting > 0 ? length(Math.max(60_000, Math.round((pace * waiting) / 60_000) * 60_000)) : null;
});
const shortName = (one: PieceRow) =>
  one.nameless ? nameOf(one) : `${one.student.givenName} ${[...one.student.familyName][0] ?? ''}`.trim();
const scoreText = (one: PieceRow) =>
  one.score?.counted != null
    ? points(one.score.counted)
    : one.score?.chosen?.by === 'words'
      ? one.score.chosen.word
      : one.score
        ? t('desk.wordsOnly')
        : '–';
const canSendBack = computed(
  () =>
    desk.value?.row.state != null && ['in', 'inLate', 'scored', 'returned'].includes(desk.value.row.state) && desk.value.handIn !== null,
);
const firstName = computed(() => (desk.value?.nameless ? '' : (desk.value?.row.student.givenName ?? '')));

useShortcuts([
  { key: 'ArrowRight', shown: '→', does: 'desk.next', run: () => go(1) },
  { key: 'ArrowLeft', shown: '←', does: 'desk.previous', run: () => go(-1) },
  { key: 'Enter', shown: '↵', does: 'desk.holdNext', run: () => void hold({ next: 'waiting' }) },
  { key: 'Enter', shift: true, shown: '⇧ ↵', does: 'desk.holdStudent', run: () => void hold({ next: 'student' }) },
  {
    key: ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'],
    shown: '0 – 9',
    does: 'desk.keyDigits',
    run: (digit) => form.value?.digit(digit),
  },
  { key: 's', shown: 'S', does: 'desk.keyFocus', run: () => form.value?.focus() },
  { key: 'n', shown: 'N', does: 'notes.add', run: () => work.value?.beginNote() },
  { key: 'w', shown: 'W', does: 'desk.remark', run: () => form.value?.write() },
  { key: ';', shown: ';', does: 'remarks.title', run: () => form.value?.open() },
  { key: 'a', shown: 'A', does: 'desk.speak', run: () => form.value?.speak() },
]);
</script>

<template>
  <LoadGate :state="pile.state.value" :why="pile.why.value" @retry="pile.reload">
    <div v-if="rows.length === 0" class="page">
      <h1 dir="auto">{{ assignment?.title }}</h1>
      <div class="note stack">
        <p>{{ t(choices.unscored && all.length > 0 ? 'pile.allScored' : 'pile.empty') }}</p>
        <div class="row">
          <button v-if="choices.unscored && all.length > 0" class="btn main" @click="choices = { ...choices, unscored: false }">
            {{ t('pile.showAll') }}</button><RouterLink class="btn" :to="{ path: '/marking', query: route.query }">{{
            t('marking.title')
          }}</RouterLink>
        </div>
      </div>
    </div>
    <div v-else class="desk">
      <section class="work" :aria-label="assignment?.title">
        <header class="top row">
          <RouterLink
            v-if="route.query.back === 'mark-book'"
            class="btn"
            :to="{ path: '/mark-book', query: { ...route.query, back: undefined } }"
            >← {{ t('nav.markBook') }}</RouterLink
          >
          <h1 class="clip" dir="auto">{{ assignment?.title }}</h1>
          <span class="muted small nowrap"
            >{{ schoolClass?.name
            }}<template v-if="desk?.row.window.due != null">
              · {{ t('common.due', { when: when(desk.row.window.due, zone) }) }}</template
            ></span
          >
          <span v-if="desk?.row.state" class="small nowrap"
            ><StateWord :state="desk.row.state" /><template v-if="desk.row.lateBy > 0">
              · {{ t('common.late', { length: length(desk.row.lateBy) }) }}</template
            ><template v-if="desk.handIn"> · {{ count('desk.version', desk.handIn.version) }}</template></span
          >
          <span class="grow" />
          <button v-if="desk && desk.handIns.length > 1" type="button" class="btn" @click="comparing = true">
            {{ t('rounds.title') }}
          </button>
          <button type="button" class="btn" @click="settings = true">
            {{ t(assignment?.namesHidden ? 'pile.namesHidden' : 'pile.title') }}
          </button>
        </header>
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
              @stored="form?.focus()"
            />
            <div v-else class="paper nothing">
              <p>{{ assignment?.how === 'inClass' ? t('desk.inClass') : t('desk.nothingIn') }}</p>
              <p class="muted">{{ desk && desk.handIns.length > 0 ? t('desk.takenBack') : t('desk.nothingInHint') }}</p>
            </div>
          </LoadGate>
        </div>
      </section>

      <aside class="side">
        <div class="row name">
          <h2 class="grow" dir="auto">{{ desk ? nameOf(desk.row) : '' }}</h2>
          <span class="muted small">{{ t('desk.position', { a: position + 1, b: rows.length }) }}</span>
        </div>
        <p v-for="one in failures" :key="one.at" class="note bad small" role="alert">
          {{ t('desk.notHeld', { name: one.name, why: one.problem.title }) }}
          <RouterLink :to="{ path: `/marking/${assignmentId}/${one.studentId}`, query: route.query }" replace>{{
            t('desk.goThere')
          }}</RouterLink>
        </p>
        <p v-if="desk?.blind" class="note small">{{ t('desk.blind') }}</p>
        <p v-else-if="desk?.second && !desk.second.agreedAt" class="note small">
          {{ t('desk.secondSays', { name: desk.second.by, n: desk.second.earned === null ? '–' : points(desk.second.earned) }) }}
          <RouterLink :to="{ path: `/marking/${assignmentId}/two`, query: route.query }">{{ t('two.title') }}</RouterLink>
        </p>
        <p v-if="desk?.row.exception?.reason" class="small muted">{{ desk.row.exception.reason }}</p>
        <p v-if="desk?.row.collecting.mark === 'absent'" class="small">
          <strong>{{ t('classMarks.absentThen') }}</strong>
        </p>
        <p v-if="desk?.row.collecting.went" class="small said-went" dir="auto">
          {{ t(`went.${desk.row.collecting.went.how}`)
          }}<template v-if="desk.row.collecting.went.line">: “{{ desk.row.collecting.went.line }}”</template>
        </p>
        <form class="stack form" @submit.prevent="hold({ next: 'waiting' })">
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
          <fieldset v-if="desk && desk.team.length > 0" class="team">
            <legend class="label">{{ t('desk.team', { name: desk.row.collecting.team ?? '' }) }}</legend>
            <label class="row small"><input v-model="forGroup" type="checkbox" />{{ t('desk.forAll') }}</label>
            <details v-if="forGroup && assignment?.points != null" :key="desk.row.student.id" :open="differs.length > 0">
              <summary class="small">{{ t('desk.differSome') }}</summary>
              <label v-for="one in [desk.row, ...desk.team]" :key="one.student.id" class="row small"
                ><span class="grow clip" dir="auto">{{ nameOf(one) }}</span
                ><input
                  v-model="differ[one.student.id]"
                  class="field differ"
                  inputmode="decimal"
                  autocomplete="off"
                  :placeholder="fields.earned"
                  :aria-label="t('desk.differ', { name: nameOf(one) })" /></label
              ><span class="muted small">{{ t('desk.differHint') }}</span>
            </details>
          </fieldset>
          <div v-if="askBonus && assignment?.points != null && result !== null" class="note" role="alert">
            <p>{{ t('desk.aboveMax', { a: points(result), b: points(assignment.points) }) }}</p>
            <button type="button" class="btn" @click="hold({ next: askBonus.next, bonus: true })">{{ t('desk.bonus') }}</button>
          </div>
          <div v-else-if="newer" class="note bad stack" role="alert">
            <p>
              {{ newer.row.score ? t('desk.conflict', { by: newer.row.score.by, score: scoreText(newer.row) }) : t('desk.conflictGone') }}
            </p>
            <div class="row wrap">
              <button type="button" class="btn" @click="takeTheirs(newer)">{{ t('desk.useTheirs') }}</button><button
                type="button"
                class="btn"
                @click="hold({ next: null, version: newer.row.version })"
              >
                {{ t('desk.useMine') }}
              </button>
            </div>
          </div>
          <p v-else-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
          <div class="small facts">
            <p v-if="said" class="good" role="status">{{ said }}</p>
            <p v-else-if="dirty" class="muted">{{ t('desk.unsaved') }}</p>
            <p v-else-if="desk?.row.held" class="muted">{{ t('desk.heldNote', { name: nameOf(desk.row) }) }}</p>
            <p v-if="desk?.sentBack && desk.row.state === 'sentBack'" class="muted">
              {{ t('desk.sentBackNote', { when: when(desk.sentBack.at, zone), reason: desk.sentBack.reason }) }}
            </p>
            <p v-if="desk?.row.returnedAt" class="muted">
              {{ t('desk.returnedNote', { when: when(desk.row.returnedAt, zone) }) }}
              {{ desk.row.readAt ? t('desk.readNote', { when: when(desk.row.readAt, zone) }) : t('desk.unreadNote') }}
            </p>
          </div>
          <div class="acts">
            <button v-if="row?.held && isThere && !dirty" type="button" class="btn" @click="returningOf = [row]">
              {{ t('desk.returnThis', { name: row.nameless ? nameOf(row) : row.student.givenName }) }}
            </button>
            <button v-else-if="canSendBack && !desk?.blind" type="button" class="btn" @click="sending = true">
              {{ t('desk.sendBack') }}
            </button>
            <span class="grow" />
            <button type="button" class="btn" :disabled="empty && !hasOtherWords" @click="hold({ next: null })">
              {{ t('desk.hold') }}
            </button>
            <button class="btn main">{{ t('desk.holdNext') }} <span class="key">↵</span></button>
          </div>
        </form>
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
        <div class="row pile-facts small muted">
          <span class="grow"
            >{{ t('desk.progress', { a: scored.length, b: rows.length })
            }}<template v-if="average"> · {{ t('desk.average', { n: average }) }}</template
            ><template v-if="left"> · {{ t('desk.left', { length: left }) }}</template></span
          >
          <button v-if="held.length > 0" class="btn" @click="returningOf = held">{{ t('desk.returnAll', { n: held.length }) }}</button>
        </div>
      </aside>

      <nav class="edges" :aria-label="t('desk.edges')">
        <button class="btn step" :aria-label="t('desk.previous')" :disabled="position <= 0" @click="go(-1)">←</button>
        <div class="strip">
          <RouterLink
            v-for="one in rows"
            :key="one.student.id"
            class="edge"
            :class="{ current: one === row }"
            :aria-current="one === row || undefined"
            :to="{ path: `/marking/${assignmentId}/${one.student.id}`, query: route.query }"
            replace
            :tabindex="one === row ? 0 : -1"
          >
            <span class="edge-name"
              ><SignalFlag v-if="one.state" :state="one.state" :label="t(`state.${one.state}`)" /><span class="clip" dir="auto">{{
                shortName(one)
              }}</span></span
            >
            <strong class="clip"
              >{{ scoreText(one)
              }}<span v-if="one.collecting.unreadNotes > 0" class="new" :title="count('notes.answers', one.collecting.unreadNotes)">
                •</span
              ></strong
            >
          </RouterLink>
        </div>
        <button class="btn step" :aria-label="t('desk.next')" :disabled="position >= rows.length - 1" @click="go(1)">→</button>
      </nav>
    </div>
    <SideSheet :open="sending" :title="t('desk.sendBackTitle')" @close="sending = false">
      <form class="stack" @submit.prevent="sendBackNow">
        <div>
          <label class="label" for="reason">{{ t('desk.sendBackReason') }}</label><textarea
            id="reason"
            v-model="sendBack.reason"
            class="field"
            rows="4"
            required
            maxlength="2000"
            dir="auto"
          />
        </div>
        <div>
          <span class="label">{{ t('desk.sendBackDue') }}</span><WhenField
            v-model="sendBack.newDue"
            :zone="zone"
            :usual-time="null"
            :label="t('desk.sendBackDue')"
          />
        </div>
        <p v-if="desk && desk.notes.some((one) => !one.shown)" class="muted small">{{ t('desk.sendBackNotes') }}</p>
        <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
        <button class="btn main">{{ t('desk.sendBackGo', { name: desk ? nameOf(desk.row) : '' }) }}</button>
      </form>
    </SideSheet>
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
.top {
  margin-block-end: 10px;
  gap: 2px 14px;
  flex-wrap: wrap;
}
.top h1 {
  font-size: 21px;
  max-width: 100%;
}
.top > span:not(.grow) {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
}
.nowrap {
  white-space: nowrap;
}
.paper-place {
  overflow: auto;
  flex: 1;
  padding-block-end: 14px;
  padding-inline-end: 4px;
}
.paper {
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: 4px;
  box-shadow: 0 2px 0 var(--line);
  padding: 34px 40px;
  max-width: 840px;
  min-height: 100%;
}
.nothing {
  display: flex;
  flex-direction: column;
  gap: 6px;
  justify-content: center;
  text-align: center;
}
.side {
  background: var(--surface);
  border-inline-start: 1px solid var(--line);
  padding: 14px 18px;
  display: flex;
  flex-direction: column;
  gap: 10px;
  overflow: auto;
  grid-row: 1 / 3;
  grid-column: 2;
}
.name h2 {
  font-size: 20px;
}
.form {
  flex: 1;
  display: flex;
  flex-direction: column;
}
.facts {
  flex: 1;
}
.team {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  margin: 0;
  min-width: 0;
  display: grid;
  gap: 3px;
}
.team summary {
  cursor: pointer;
}
.differ {
  width: 74px;
  min-height: 28px;
  text-align: end;
}
.said-went {
  border-inline-start: 4px solid var(--line);
  padding-inline-start: 8px;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
  position: sticky;
  inset-block-end: -14px;
  background: var(--surface);
  padding-block: 10px;
  z-index: 2;
}
.pile-facts {
  border-block-start: 1px solid var(--line);
  padding-block-start: 10px;
}
.edges {
  grid-column: 1;
  background: var(--surface-2);
  border-block-start: 1px solid var(--line);
  padding: 8px 12px 0;
  display: flex;
  gap: 8px;
  align-items: flex-end;
  min-width: 0;
}
.strip {
  display: flex;
  gap: 7px;
  overflow-x: auto;
  flex: 1;
  padding-block-start: 12px;
  scrollbar-width: thin;
}
.edge {
  background: var(--surface);
  border: 1px solid var(--line);
  border-block-end: 0;
  border-radius: 6px 6px 0 0;
  padding: 5px 8px 8px;
  width: 92px;
  flex: none;
  text-decoration: none;
  font-size: 13.5px;
}
.edge-name {
  display: flex;
  gap: 5px;
  align-items: center;
}
.edge strong {
  display: block;
}
.new {
  color: var(--alarm-text);
}
.current {
  border: 2px solid var(--text);
  border-block-end: 0;
  margin-block-start: -10px;
  padding-block-end: 16px;
  font-weight: 700;
}
.step {
  margin-block-end: 12px;
  min-width: 38px;
}
@media (max-width: 900px) {
  .desk {
    display: flex;
    flex-direction: column;
    height: auto;
  }
  .side {
    border-inline-start: 0;
  }
  .paper {
    padding: 20px;
  }
}
</style>
