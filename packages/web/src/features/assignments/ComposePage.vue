<script setup lang="ts">
/** Composing: what to do at left, who and when at right. A draft is kept as one types. */
import { EMPTY_TEXT, parsePoints, unmilli, windowProblem, type RichText } from '@jolly/core';
import type { AssignmentBody, AssignmentPiecesReply, AssignmentReply, ClassReply, HandInKind, IssueReply, Unit } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask, now } from '../../api/client';
import { vFocusFirst } from '../../ui/focus-first';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { timeText } from '../../time/format';
import { useScope, useTermLine } from '../termline';
import ExceptionSheet from './ExceptionSheet.vue';
import { useTrail } from './use-trail';

const SAVE_AFTER_MS = 700;
const { t, name, count, when } = useWords();
const trailText = useTrail();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();

const state = ref<'loading' | 'ready' | 'failed'>('loading');
const why = ref('');
const classes = ref<ClassReply[]>([]);
const classId = ref('');
const stored = ref<AssignmentReply | null>(null);
const pieces = ref<AssignmentPiecesReply | null>(null);
const title = ref('');
const instructions = ref<RichText>(EMPTY_TEXT);
const inClass = ref(false);
const accepts = ref<HandInKind[]>(['text', 'files']);
const pointsTyped = ref('20');
const wordsOnly = ref(false);
const filing = ref({ unitId: null as string | null, categoryId: null as string | null, countsInTotals: true, bonus: false });
const units = ref<Unit[]>([]);
const window_ = ref<{ opens: number | null; due: number | null; closes: number | null }>({ opens: null, due: null, closes: null });
const savedAt = ref<number | null>(null);
const saving = ref(false);
const problem = ref<ApiProblem | null>(null);
const theirs = ref<AssignmentReply | null>(null);
const sheet = ref<{ open: boolean; studentId: string | null }>({ open: false, studentId: null });
const seeAll = ref(false);
const sureToDelete = ref(false);

const schoolClass = computed(() => classes.value.find((one) => one.id === classId.value) ?? null);
const zone = computed(() => schoolClass.value?.calendar.zone ?? line.zone);
const issued = computed(() => stored.value?.issuedAt != null);
const points = computed(() => (wordsOnly.value ? null : parsePoints(pointsTyped.value)));
const badPoints = computed(() => !wordsOnly.value && (points.value === null || points.value === 0));
const contradiction = computed(() => windowProblem(window_.value));
const past = computed(() => window_.value.due !== null && window_.value.due < now());

const body = computed<AssignmentBody>(() => ({
  title: title.value.trim(),
  instructions: instructions.value,
  how: inClass.value ? 'inClass' : 'handIn',
  accepts: inClass.value ? [] : accepts.value,
  points: badPoints.value ? (stored.value?.points ?? null) : points.value,
  ...window_.value,
  ...filing.value,
}));
const same = (a: AssignmentBody, b: AssignmentBody) => JSON.stringify(a) === JSON.stringify(b);
const bodyOf = ({ title: words, instructions: text, how, accepts: kinds, points: outOf, opens, due, closes, unitId, categoryId, countsInTotals, bonus }: AssignmentReply): AssignmentBody => ({ title: words, instructions: text, how, accepts: kinds, points: outOf, opens, due, closes, unitId, categoryId, countsInTotals, bonus });
const dirty = computed(() => (stored.value ? !same(body.value, bodyOf(stored.value)) : body.value.title !== ''));

function take(reply: AssignmentReply): void {
  stored.value = reply;
  classId.value = reply.classId;
  title.value = reply.title;
  instructions.value = reply.instructions;
  inClass.value = reply.how === 'inClass';
  accepts.value = reply.accepts.length > 0 ? reply.accepts : ['text', 'files'];
  wordsOnly.value = reply.points === null;
  if (reply.points !== null) pointsTyped.value = String(unmilli(reply.points));
  window_.value = { opens: reply.opens, due: reply.due, closes: reply.closes };
  filing.value = { unitId: reply.unitId, categoryId: reply.categoryId, countsInTotals: reply.countsInTotals, bonus: reply.bonus };
}
async function loadPieces(): Promise<void> {
  if (stored.value) pieces.value = await ask<AssignmentPiecesReply>('GET', `/api/assignments/${stored.value.id}/pieces`);
}
async function begin(): Promise<void> {
  state.value = 'loading';
  try {
    classes.value = (await ask<ClassReply[]>('GET', '/api/classes')).filter((one) => one.putAwayAt === null);
    const id = route.params.id;
    if (typeof id === 'string') {
      const reply = await ask<AssignmentReply>('GET', `/api/assignments/${id}`);
      take(reply);
      takeKept(reply);
      await loadPieces();
    } else {
      classId.value = scope.classId.value ?? classes.value[0]?.id ?? '';
    }
    state.value = 'ready';
  } catch (error) {
    why.value = error instanceof ApiProblem ? error.title : String(error);
    state.value = 'failed';
  }
}
void begin();

// What it can be filed under belongs to the class.
watch(classId, async (id) => {
  if (id) units.value = await ask<Unit[]>('GET', `/api/classes/${id}/units`).catch(() => []);
}, { immediate: true });
const categories = computed(() => schoolClass.value?.scheme.categories ?? []);
const counting = computed({
  get: () => (!filing.value.countsInTotals ? 'not' : (filing.value.categoryId ?? '')),
  set: (choice: string) => (filing.value = { ...filing.value, countsInTotals: choice !== 'not', categoryId: choice === 'not' || choice === '' ? null : choice }),
});

// Changes to an issued assignment wait for the teacher's word. Until then they are kept in this browser, so
// that leaving the page or closing the tab loses none of them.
const keptKey = (id: string) => `jolly-edit ${id}`;
function keepChanges(): void {
  if (!stored.value || !issued.value) return;
  const { id, version } = stored.value;
  if (dirty.value) localStorage.setItem(keptKey(id), JSON.stringify({ version, body: body.value }));
  else localStorage.removeItem(keptKey(id));
}
function takeKept(reply: AssignmentReply): void {
  const kept = JSON.parse(localStorage.getItem(keptKey(reply.id)) ?? 'null') as { version: number; body: AssignmentBody } | null;
  if (!kept) return;
  // Somebody changed it since: both are shown, and the teacher says which holds.
  if (kept.version !== reply.version) theirs.value = reply;
  take({ ...reply, ...kept.body });
  stored.value = reply;
}

// One save at a time; what is typed meanwhile goes with the next.
let running: Promise<void> | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
async function save(force?: number): Promise<void> {
  clearTimeout(timer);
  while (running) await running;
  if ((!dirty.value && force === undefined) || theirs.value !== null || contradiction.value || !classId.value) return;
  running = (async () => {
    saving.value = true;
    problem.value = null;
    const sent = body.value;
    try {
      const reply = stored.value
        ? await ask<AssignmentReply>('PUT', `/api/assignments/${stored.value.id}`, { body: { ...sent, version: force ?? stored.value.version } })
        : await ask<AssignmentReply>('POST', `/api/classes/${classId.value}/assignments`, { body: sent });
      const isNew = stored.value === null;
      stored.value = reply;
      savedAt.value = now();
      localStorage.removeItem(keptKey(reply.id));
      if (left) return;
      if (isNew) await router.replace({ path: `/assignments/${reply.id}/edit`, query: route.query });
      await loadPieces();
    } catch (error) {
      problem.value = error instanceof ApiProblem ? error : new ApiProblem('network', t('common.unreachable'), 0);
      if (problem.value.code === 'conflict.changedMeanwhile') theirs.value = problem.value.current as AssignmentReply;
    } finally {
      saving.value = false;
      running = null;
    }
  })();
  await running;
}
watch(body, () => {
  // An issued assignment changes for its students only when the teacher says so.
  if (state.value !== 'ready') return;
  if (issued.value) return keepChanges();
  if (!dirty.value) return;
  clearTimeout(timer);
  timer = setTimeout(() => void save(), SAVE_AFTER_MS);
}, { deep: true });
// Leaving sends what is still on its way.
let left = false;
onBeforeUnmount(() => {
  left = true;
  if (!issued.value) void save();
});

function takeTheirs(): void {
  if (theirs.value) {
    take(theirs.value);
    localStorage.removeItem(keptKey(theirs.value.id));
  }
  theirs.value = null;
  problem.value = null;
}
async function keepMine(): Promise<void> {
  const version = theirs.value?.version;
  theirs.value = null;
  await save(version);
}
async function issue(): Promise<void> {
  await save();
  if (!stored.value || problem.value) return;
  try {
    const { assignment } = await ask<IssueReply>('POST', `/api/assignments/${stored.value.id}/issue`, { body: { version: stored.value.version } });
    stored.value = assignment;
    void line.load();
    await router.push({ path: `/assignments/${assignment.id}`, query: scope.kept.value });
  } catch (error) {
    problem.value = error as ApiProblem;
  }
}
async function keepDraft(): Promise<void> {
  await save();
  if (!problem.value) await router.push({ path: '/plan', query: scope.kept.value });
}
async function deleteDraft(): Promise<void> {
  if (!stored.value) return;
  await ask('DELETE', `/api/assignments/${stored.value.id}`);
  stored.value = null;
  title.value = '';
  await router.push({ path: '/plan', query: scope.kept.value });
}
async function openSheet(studentId: string | null): Promise<void> {
  // Exceptions hang on a stored assignment.
  await save();
  if (stored.value) sheet.value = { open: true, studentId };
}

const rows = computed(() => pieces.value?.rows ?? []);
const others = computed(() => rows.value.filter((row) => row.exception || row.trail.length > 0));
const rest = computed(() => rows.value.filter((row) => !row.exception && row.trail.length === 0));
const goesTo = computed(() => (stored.value ? rows.value.filter((row) => row.state !== 'excused').length : (schoolClass.value?.students ?? 0)));
function toggle(kind: HandInKind): void {
  inClass.value = false;
  accepts.value = accepts.value.includes(kind) ? accepts.value.filter((one) => one !== kind) : [...accepts.value, kind];
  if (accepts.value.length === 0) accepts.value = [kind];
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="begin">
    <div v-if="classes.length === 0" class="page"><div class="note stack"><p>{{ t('compose.noClass') }}</p><RouterLink class="btn main" to="/class">{{ t('today.firstClass') }}</RouterLink></div></div>
    <form v-else class="compose" @submit.prevent="issued ? save() : issue()">
      <section class="what">
        <input v-model="title" v-focus-first class="title" :placeholder="t('compose.titlePlaceholder')" :aria-label="t('compose.titleLabel')" maxlength="200" dir="auto" />
        <RichTextEditor v-model="instructions" class="instructions" :label="t('compose.instructions')" :placeholder="t('compose.instructionsPlaceholder')" />
        <div class="facts">
          <span class="muted">{{ t('compose.handIn') }}</span>
          <div class="row wrap" role="group" :aria-label="t('compose.handIn')">
            <button v-for="kind in ['files', 'text'] as const" :key="kind" type="button" class="chip" :aria-pressed="!inClass && accepts.includes(kind)" @click="toggle(kind)">{{ t(`compose.kinds.${kind}`) }}</button>
            <button type="button" class="chip" :aria-pressed="inClass" @click="inClass = true">{{ t('compose.kinds.inClass') }}</button>
          </div>
          <span class="muted">{{ t('compose.scoredBy') }}</span>
          <div class="row wrap" role="group" :aria-label="t('compose.scoredBy')">
            <button type="button" class="chip" :aria-pressed="!wordsOnly" @click="wordsOnly = false">{{ t('compose.pointsOutOf') }}</button>
            <input v-if="!wordsOnly" v-model="pointsTyped" class="field points" inputmode="decimal" :aria-label="t('compose.pointsOutOf')" :aria-invalid="badPoints || undefined" />
            <button type="button" class="chip" :aria-pressed="wordsOnly" @click="wordsOnly = true">{{ t('compose.noPoints') }}</button>
            <span v-if="badPoints" class="alarm small" role="alert">{{ t('desk.badNumber') }}</span>
          </div>
          <template v-if="!wordsOnly">
            <label class="muted" for="counts-under">{{ t('compose.category') }}</label>
            <div class="row wrap">
              <select id="counts-under" v-model="counting" class="field filed"><option value="">{{ t('compose.noCategory') }}</option><option v-for="one in categories" :key="one.id" :value="one.id">{{ one.name }}</option><option value="not">{{ t('compose.countsNot') }}</option></select>
              <label v-if="filing.countsInTotals" class="row"><input v-model="filing.bonus" type="checkbox" /> {{ t('compose.onTop') }}</label>
              <span v-if="counting === '' && schoolClass?.scheme.kind === 'weighted'" class="muted small">{{ t('compose.noCategoryHint') }}</span>
            </div>
          </template>
          <template v-if="units.length > 0">
            <label class="muted" for="unit">{{ t('compose.unit') }}</label>
            <select id="unit" v-model="filing.unitId" class="field filed"><option :value="null">{{ t('compose.noUnit') }}</option><option v-for="one in units" :key="one.id" :value="one.id">{{ one.name }}</option></select>
          </template>
        </div>
      </section>
      <aside class="who">
        <div class="heading"><h2 class="grow">{{ t('compose.whoAndWhen') }}</h2><span class="small">{{ t('compose.schoolTime') }}</span></div>
        <div class="class-row">
          <label class="hidden-text" for="class">{{ t('compose.forClass') }}</label>
          <select id="class" v-model="classId" class="field" :disabled="stored !== null"><option v-for="one in classes" :key="one.id" :value="one.id">{{ one.label }}</option></select>
          <span class="chip still" aria-hidden="true">{{ t('compose.everyone') }}</span>
        </div>
        <div class="dates">
          <div v-for="field in ['opens', 'due', 'closes'] as const" :key="field">
            <span class="small muted">{{ t(`compose.${field}`) }}</span>
            <WhenField v-model="window_[field]" stacked :zone="zone" :usual-time="schoolClass?.dueTime ?? null" :label="t(`compose.${field}`)" :empty="field === 'opens' ? t('compose.onIssue') : t('compose.noLimit')" :invalid="contradiction !== null" />
          </div>
        </div>
        <p v-if="contradiction" class="alarm" role="alert">{{ t(`compose.contradiction.${contradiction}`) }}</p>
        <p v-else-if="past" class="note small">{{ t('compose.past') }}</p>

        <div class="others">
          <h3>{{ count('compose.others', others.length) }} <span v-if="others.length > 0" class="muted small">{{ t('compose.andWhy') }}</span></h3>
          <ul class="plain">
            <li v-for="row in others" :key="row.student.id">
              <button type="button" class="other" @click="openSheet(row.student.id)">
                <strong dir="auto">{{ name(row.student) }}</strong>
                <span>
                  <template v-if="row.exception?.excused">{{ t('compose.excused') }}</template>
                  <template v-else>{{ row.window.due === null ? t('common.noDue') : when(row.window.due, zone) }}</template>
                  <span v-if="row.window.closes !== null && !row.exception?.excused" class="muted"> · {{ t('common.closes', { when: when(row.window.closes, zone) }) }}</span>
                  <span class="muted small reason" dir="auto">{{ row.exception?.reason || trailText(row.trail, zone).join(' · ') }}</span>
                </span>
              </button>
            </li>
          </ul>
          <div class="row wrap">
            <button type="button" class="chip" :disabled="!stored && title.trim() === ''" @click="openSheet(null)">+ {{ t('compose.give') }}</button>
            <button v-if="rest.length > 0" type="button" class="btn quiet" :aria-expanded="seeAll" @click="seeAll = !seeAll">{{ seeAll ? t('compose.hideAll') : t('compose.seeAll', { n: rows.length }) }}</button>
          </div>
          <ul v-if="seeAll" class="plain rest">
            <li v-for="row in rest" :key="row.student.id" class="other"><span dir="auto">{{ name(row.student) }}</span><span class="muted">{{ row.window.due === null ? t('common.noDue') : when(row.window.due, zone) }}</span></li>
          </ul>
        </div>

        <div v-if="theirs" class="note bad stack" role="alert">
          <p>{{ t('compose.conflict') }} “{{ theirs.title }}”, {{ theirs.due === null ? t('common.noDue') : t('common.due', { when: when(theirs.due, zone) }) }}.</p>
          <div class="row"><button type="button" class="btn" @click="takeTheirs">{{ t('compose.conflictTheirs') }}</button><button type="button" class="btn" @click="keepMine">{{ t('compose.conflictMine') }}</button></div>
        </div>
        <p v-else-if="problem" class="note bad" role="alert">{{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}</p>
        <div class="foot">
          <p class="small muted" role="status">
            <template v-if="saving">{{ t('common.saving') }}</template>
            <template v-else-if="issued">{{ t('compose.issued', { when: when(stored!.issuedAt!, zone) }) }}<template v-if="dirty"> {{ count('compose.saveWhy', goesTo) }}</template><template v-else-if="savedAt"> {{ t('compose.savedAgain') }}</template></template>
            <template v-else-if="savedAt && !dirty">{{ t('compose.draftKept', { time: timeText(savedAt, zone) }) }}</template>
            <template v-else-if="!stored">{{ t('compose.notYet') }}</template>
          </p>
          <div class="row wrap">
            <template v-if="issued">
              <RouterLink class="btn" :to="{ path: `/assignments/${stored!.id}`, query: scope.kept.value }">{{ t('common.close') }}</RouterLink>
              <span class="grow" />
              <button class="btn main" :disabled="!dirty || contradiction !== null || saving">{{ t('compose.saveChanges') }}</button>
            </template>
            <template v-else>
              <button type="button" class="btn" :disabled="title.trim() === '' || contradiction !== null" @click="keepDraft">{{ t('compose.keepDraft') }}</button>
              <button v-if="stored && !sureToDelete" type="button" class="btn quiet" @click="sureToDelete = true">{{ t('compose.deleteDraft') }}</button>
              <button v-if="sureToDelete" type="button" class="btn" @click="deleteDraft">{{ t('compose.deleteSure') }}</button>
              <span class="grow" />
              <button class="btn main" :disabled="title.trim() === '' || contradiction !== null || goesTo === 0 || badPoints">{{ count('compose.issue', goesTo) }}</button>
            </template>
          </div>
        </div>
      </aside>
    </form>
    <ExceptionSheet v-if="stored" :open="sheet.open" :assignment-id="stored.id" :rows="rows" :student-id="sheet.studentId" :calendar="schoolClass?.calendar ?? null" :usual-time="schoolClass?.dueTime ?? null" :zone="zone" :base="window_" @close="sheet.open = false" @changed="loadPieces" />
  </LoadGate>
</template>

<style scoped>
.compose { display: grid; grid-template-columns: minmax(0, 1fr) 486px; min-height: calc(100vh - 126px); }
.what { padding: 20px 26px; min-width: 0; }
.title { width: 100%; border: 0; border-block-end: 2px solid var(--text); background: none; color: var(--text); font: 650 27px var(--font-head); padding: 0 0 8px; margin-block-end: 16px; border-radius: 0; }
.title:focus-visible { outline: none; border-block-end-color: var(--focus); box-shadow: 0 2px 0 var(--focus); }
.title::placeholder { color: var(--text-3); }
.instructions { padding-block-end: 18px; border-block-end: 1px solid var(--line); }
.facts { display: grid; grid-template-columns: 118px 1fr; gap: 12px; margin-block-start: 18px; align-items: center; }
.filed { width: auto; max-width: 320px; }
.points { width: 84px; min-height: 30px; padding-block: 3px; text-align: end; }
.who { background: var(--surface); border-inline-start: 1px solid var(--line); padding: 18px 20px; display: flex; flex-direction: column; gap: 12px; }
.who .heading { margin: 0; }
.class-row { display: flex; gap: 8px; align-items: center; }
.class-row .field { width: auto; flex: 1; min-width: 0; font-weight: 600; }
.still { background: var(--act); color: var(--on-act); border-color: var(--act); cursor: default; white-space: nowrap; }
.dates { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 8px; border-block: 1px solid var(--line); padding-block: 10px; }
.others { flex: 1; }
.others h3 { margin-block-end: 6px; }
.other { display: grid; grid-template-columns: 150px 1fr; gap: 8px; width: 100%; text-align: start; background: none; border: 0; border-block-end: 1px solid var(--line); padding: 7px 2px; color: inherit; font-size: 14px; }
button.other { cursor: pointer; }
button.other:hover { background: var(--surface-now); }
.reason { display: block; }
.rest { max-height: 220px; overflow: auto; }
.others .row { margin-block-start: 8px; }
.foot { border-block-start: 1px solid var(--line); padding-block-start: 12px; position: sticky; bottom: 0; background: var(--surface); padding-block-end: 4px; }
.foot .row { margin-block-start: 8px; }
@media (max-width: 1000px) { .compose { grid-template-columns: 1fr; } .who { border-inline-start: 0; border-block-start: 1px solid var(--line); } }
</style>
