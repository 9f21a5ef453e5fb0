<script setup lang="ts">
/** The school calendar a class goes by: school days, terms, closures; says which dates a change touches before it is stored. */
import { calendarProblems, plusDays, type Closure, type Term } from '@jolly/core';
import type { CalendarEffects, CalendarRequest, ClassReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLatest } from '../../api/use-latest';
import { useLoad } from '../../api/use-load';
import { localDayLong } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';

const PREVIEW_AFTER_MS = 500;
const { t, count, when } = useWords();
const route = useRoute();
const classes = useClasses();
const line = useTermLine();
const { state, value, why, reload } = useLoad(() => ask('GET /api/calendars'));
const calendarId = computed(() => classes.all?.find((one) => one.id === route.params.id)?.calendarId ?? null);
const stored = computed(() => value.value?.find((one) => one.id === calendarId.value) ?? null);

interface Form {
  name: string;
  schoolDays: number[];
  terms: Term[];
  closures: Closure[];
}
const words = useOwnWords<Form | null>(null);
const { typed: form, dirty } = words;
const plain = ({ name, schoolDays, terms, closures }: CalendarRequest): Form =>
  JSON.parse(JSON.stringify({ name, schoolDays, terms, closures })) as Form;
let shownOf = '';
watch(
  [stored, () => String(route.params.id)],
  ([now, classId]) => {
    if (!now) return;
    if (shownOf !== classId || form.value === null) words.begin(plain(now));
    else words.arrive(plain(now));
    shownOf = classId;
  },
  { immediate: true },
);
const problems = computed(() => (form.value ? calendarProblems(form.value) : []));
const wrong = (path: string) => problems.value.find((one) => one.path === path)?.why;

const effects = ref<CalendarEffects | null>(null);
const refused = ref('');
const asked = useLatest(PREVIEW_AFTER_MS, (found: CalendarEffects | ApiProblem | null) => {
  if (found instanceof ApiProblem) refused.value = found.title;
  else effects.value = found;
});
watch(
  form,
  () => {
    asked.drop();
    [effects.value, refused.value] = [null, ''];
    if (!dirty.value || problems.value.length > 0) return;
    asked.ask(() =>
      ask('POST /api/calendars/:calendarId/preview', {
        params: { calendarId: stored.value!.id },
        body: { ...form.value!, version: stored.value!.version },
      }).catch((error: unknown) => (error instanceof ApiProblem ? error : null)),
    );
  },
  { deep: true },
);

const { problem, busy, attempt } = useAttempt();
const said = ref('');
const toggle = (day: number) =>
  (form.value!.schoolDays = form.value!.schoolDays.includes(day)
    ? form.value!.schoolDays.filter((one) => one !== day)
    : [...form.value!.schoolDays, day].sort());
function addTerm(): void {
  const last = form.value!.terms.at(-1);
  const from = last?.to ? plusDays(last.to, 3) : line.today;
  form.value!.terms.push({ name: t('calendar.termN', { n: form.value!.terms.length + 1 }), from, to: plusDays(from, 15 * 7 - 3) });
}
const addClosure = () => form.value!.closures.push({ from: line.today, to: line.today, name: '' });
async function readFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  await attempt(async () => {
    const { closures, passedOver } = await ask('POST /api/calendars/closures', { body: { text: await file.text() } });
    const known = new Set(form.value!.closures.map((one) => `${one.from} ${one.to}`));
    const fresh = closures.filter((one) => !known.has(`${one.from} ${one.to}`));
    form.value!.closures = [...form.value!.closures, ...fresh].sort((a, b) => (a.from < b.from ? -1 : 1));
    said.value = [
      count('calendar.read', fresh.length),
      closures.length > fresh.length ? count('calendar.known', closures.length - fresh.length) : '',
      passedOver > 0 ? count('calendar.passedOver', passedOver) : '',
    ]
      .filter(Boolean)
      .join(' ');
  });
}
async function refresh(): Promise<void> {
  await Promise.all([reload(), classes.load(), line.load()]);
}
const save = () =>
  attempt(async () => {
    const sent = words.sent()!;
    await ask('PUT /api/calendars/:calendarId', {
      params: { calendarId: stored.value!.id },
      body: { ...sent, version: stored.value!.version },
    });
    words.arrive(sent, sent);
    await refresh();
    said.value = t('class.copied');
  });
const own = (schoolClass: ClassReply) =>
  attempt(async () => {
    const sent = words.sent()!;
    await ask('POST /api/calendars', {
      body: { ...sent, name: t('calendar.ownName', { name: schoolClass.label }).slice(0, 120), classId: schoolClass.id },
    });
    words.arrive({ ...sent, name: words.before.value!.name }, sent);
    await refresh();
    said.value = t('calendar.isOwn');
  });
const labelOf = (id: string) => classes.all?.find((one) => one.id === id)?.label ?? '';
const shared = computed(() => (stored.value ? stored.value.classes.length + stored.value.others.length : 0));
/** Others teach by it too: a change is proposed, not made. */
const notAlone = computed(() => (stored.value?.others.length ?? 0) > 0);
const word = ref('');
const answerWord = ref('');
const propose = () =>
  attempt(async () => {
    const [sent, typed] = [words.sent()!, word.value];
    await ask('POST /api/calendars/:calendarId/proposals', {
      params: { calendarId: stored.value!.id },
      body: { ...sent, version: stored.value!.version, word: typed },
    });
    if (word.value === typed) word.value = '';
    // What is proposed is in the proposal now; the form shows what holds.
    if (JSON.stringify(form.value) === JSON.stringify(sent)) words.begin(plain(stored.value!));
    await refresh();
    said.value = t('calendar.proposed');
  });
const act = (work: () => Promise<unknown>, done: string) =>
  attempt(async () => {
    await work();
    answerWord.value = '';
    await refresh();
    said.value = done;
  });
const answer = (changeId: string, yes: boolean) =>
  act(
    () => ask('POST /api/calendar-changes/:changeId/answer', { params: { changeId }, body: { yes, word: answerWord.value } }),
    t(yes ? 'calendar.agreed' : 'calendar.refused'),
  );
const takeBack = (changeId: string) =>
  act(() => ask('DELETE /api/calendar-changes/:changeId', { params: { changeId } }), t('calendar.takenBack'));
const undo = (changeId: string) =>
  act(() => ask('POST /api/calendar-changes/:changeId/undo', { params: { changeId } }), t('calendar.undone'));
/** What a proposal changes, in lines. */
const proposalLines = computed(() => {
  const [now, next] = [stored.value, stored.value?.proposal?.change];
  if (!now || !next) return [];
  const spans = (all: readonly { name?: string; from: string; to: string }[]) =>
    new Map(all.map((one) => [`${one.name ?? ''} ${one.from} ${one.to}`, one]));
  const text = ({ name, from, to }: { name?: string; from: string; to: string }) =>
    `${name ? `${name}: ` : ''}${from === to ? localDayLong(from) : `${localDayLong(from)} – ${localDayLong(to)}`}`;
  const lines: string[] = [];
  for (const part of ['closures', 'terms'] as const) {
    const [before, after] = [spans(now[part]), spans(next[part])];
    for (const [key, one] of after) if (!before.has(key)) lines.push(t(`calendar.adds.${part}`, { what: text(one) }));
    for (const [key, one] of before) if (!after.has(key)) lines.push(t(`calendar.removes.${part}`, { what: text(one) }));
  }
  if (JSON.stringify(now.schoolDays) !== JSON.stringify(next.schoolDays))
    lines.push(t('calendar.newDays', { days: next.schoolDays.map((day) => t(`calendar.day.${day}`)).join(', ') }));
  return lines;
});
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="stored === null && state === 'ready' ? 'loading' : state" :why="why" @retry="reload">
      <form v-if="form && stored" class="calendar" @submit.prevent="notAlone ? propose() : save()">
        <div>
          <div class="heading">
            <h2>{{ t('calendar.title') }}</h2>
            <span class="small"
              >{{ count('calendar.holdsFor', shared, { names: stored.classes.map((one) => one.label).join(', ') })
              }}{{ stored.others.length > 0 ? ' ' + count('calendar.others', stored.others.length) : '' }}</span
            >
          </div>
          <p v-if="notAlone" class="small used" dir="auto">
            {{ t('calendar.usedBy') }}
            <span v-for="(one, index) in stored.others" :key="index"
              >{{ one.label }} ({{ one.teachers.join(', ') }}){{ index < stored.others.length - 1 ? '; ' : '' }}</span
            >
          </p>
          <section v-if="stored.proposal" class="sheet box proposal stack">
            <h3>{{ stored.proposal.mine ? t('calendar.yourProposal') : t('calendar.proposal', { name: stored.proposal.by }) }}</h3>
            <p v-if="stored.proposal.word" dir="auto">{{ stored.proposal.word }}</p>
            <ul class="plain small">
              <li v-for="one in proposalLines" :key="one" dir="auto">{{ one }}</li>
            </ul>
            <p class="muted small" dir="auto">
              {{ t('calendar.waitsFor') }}
              {{ stored.proposal.waitsFor.map((one) => `${one.label} (${one.teachers.join(', ')})`).join('; ') }}
            </p>
            <template v-if="!stored.proposal.mine && !stored.proposal.agreed">
              <input
                v-model="answerWord"
                class="field"
                maxlength="500"
                dir="auto"
                :placeholder="t('calendar.answerWord')"
                :aria-label="t('calendar.answerWord')"
              />
              <div class="row wrap">
                <button type="button" class="btn main" :disabled="busy" @click="answer(stored.proposal.id, true)">
                  {{ t('calendar.agree') }}</button><button
                  type="button"
                  class="btn"
                  :disabled="busy"
                  @click="answer(stored.proposal.id, false)"
                >
                  {{ t('calendar.refuse') }}
                </button>
              </div>
            </template>
            <p v-else-if="!stored.proposal.mine" class="small good">{{ t('calendar.youAgreed') }}</p>
            <button v-else type="button" class="btn quiet" :disabled="busy" @click="takeBack(stored.proposal.id)">
              {{ t('calendar.takeBack') }}
            </button>
          </section>
          <div class="row wrap days" role="group" :aria-label="t('calendar.schoolDays')">
            <span class="label">{{ t('calendar.schoolDays') }}</span><button
              v-for="day in 7"
              :key="day"
              type="button"
              class="chip"
              :aria-pressed="form.schoolDays.includes(day)"
              @click="toggle(day)"
            >
              {{ t(`calendar.day.${day}`) }}</button
            ><span v-if="wrong('schoolDays')" class="alarm small">{{ t('calendar.why.noSchoolDays') }}</span>
          </div>
          <h3>{{ t('calendar.terms') }}</h3>
          <div v-for="(term, index) in form.terms" :key="index" class="span">
            <input
              v-model="term.name"
              class="field name"
              maxlength="60"
              :aria-label="t('calendar.termName')"
              :aria-invalid="!!wrong(`terms.${index}.name`) || undefined"
              dir="auto"
            />
            <input
              v-model="term.from"
              class="field date"
              type="date"
              :aria-label="t('calendar.firstDay')"
              :aria-invalid="!!wrong(`terms.${index}.from`) || undefined"
            /><span>–</span
            ><input
              v-model="term.to"
              class="field date"
              type="date"
              :aria-label="t('calendar.lastDay')"
              :aria-invalid="!!wrong(`terms.${index}.to`) || undefined"
            />
            <span class="muted small written">{{
              term.from && term.to ? `${localDayLong(term.from)} – ${localDayLong(term.to)}` : ''
            }}</span>
            <button type="button" class="btn quiet" @click="form.terms.splice(index, 1)">
              {{ t('scheme.remove') }}<span class="hidden-text"> {{ term.name }}</span>
            </button>
          </div>
          <button type="button" class="btn" @click="addTerm">{{ t('calendar.addTerm') }}</button>
          <div class="row closures-head">
            <h3 class="grow">{{ t('calendar.closures') }}</h3>
            <label class="btn file"
              >{{ t('calendar.ics') }}<input type="file" class="hidden-text" accept=".ics,text/calendar" @change="readFile"
            /></label>
          </div>
          <p v-if="form.closures.length === 0" class="muted small">{{ t('calendar.noClosures') }}</p>
          <div v-for="(closure, index) in form.closures" :key="index" class="span">
            <input
              v-model="closure.name"
              class="field name"
              maxlength="80"
              :placeholder="t('calendar.closureName')"
              :aria-label="t('calendar.closureName')"
              dir="auto"
            />
            <input
              v-model="closure.from"
              class="field date"
              type="date"
              :aria-label="t('calendar.firstDay')"
              :aria-invalid="!!wrong(`closures.${index}.from`) || undefined"
            /><span>–</span
            ><input
              v-model="closure.to"
              class="field date"
              type="date"
              :aria-label="t('calendar.lastDay')"
              :aria-invalid="!!wrong(`closures.${index}.to`) || undefined"
            />
            <span class="muted small written">{{
              closure.from && closure.to
                ? closure.from === closure.to
                  ? localDayLong(closure.from)
                  : `${localDayLong(closure.from)} – ${localDayLong(closure.to)}`
                : ''
            }}</span>
            <button type="button" class="btn quiet" @click="form.closures.splice(index, 1)">
              {{ t('scheme.remove') }}<span class="hidden-text"> {{ closure.name }}</span>
            </button>
          </div>
          <button type="button" class="btn" @click="addClosure">{{ t('calendar.addClosure') }}</button>
        </div>
        <aside class="stack beside">
          <section class="sheet box">
            <h3>{{ t('calendar.effects') }}</h3>
            <ul v-if="problems.length > 0" class="plain alarm small">
              <li v-for="one in problems" :key="one.path">{{ t(`calendar.why.${one.why}`) }}</li>
            </ul>
            <p v-else-if="!dirty" class="muted small">{{ t('calendar.effectsHint') }}</p>
            <p v-else-if="refused" class="alarm small" role="alert">{{ refused }}</p>
            <p v-else-if="!effects" class="muted small" role="status">{{ t('calendar.looking') }}</p>
            <p v-else-if="effects.onDayOff.length + effects.moved.length + effects.costs === 0" class="small">
              {{ t('calendar.noEffects') }}
            </p>
            <template v-else>
              <template v-if="effects.onDayOff.length > 0"
                ><p class="small effect">{{ count('calendar.onDayOff', effects.onDayOff.length) }}</p>
                <ul class="plain small touched" tabindex="0">
                  <li v-for="one in effects.onDayOff" :key="`${one.assignmentId} ${one.field}`">
                    <strong dir="auto">{{ one.title }}</strong> · {{ labelOf(one.classId) }} ·
                    {{ t(`common.${one.field}`, { when: when(one.at, schoolClass.calendar.zone) }) }}
                  </li>
                </ul></template
              >
              <template v-if="effects.moved.length > 0"
                ><p class="small effect">{{ t('calendar.moved') }}</p>
                <ul class="plain small touched" tabindex="0">
                  <li v-for="one in effects.moved" :key="`${one.assignmentId} ${one.before}`">
                    <strong dir="auto">{{ one.title }}</strong> · {{ count('common.students', one.students) }}:
                    {{ when(one.before, schoolClass.calendar.zone) }} → {{ when(one.after, schoolClass.calendar.zone) }}
                  </li>
                </ul></template
              >
              <p v-if="effects.costs > 0" class="small effect">{{ count('calendar.costs', effects.costs) }}</p>
            </template>
          </section>
          <p v-if="problem" class="note bad" role="alert">
            {{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}
            <button v-if="problem.code === 'conflict.changedMeanwhile'" type="button" class="btn" @click="reload">
              {{ t('compose.conflictTheirs') }}
            </button>
          </p>
          <p v-if="said" class="good small" role="status">{{ said }}</p>
          <template v-if="notAlone">
            <p class="small muted">{{ t('calendar.sharedWhy') }}</p>
            <input
              v-model="word"
              class="field"
              maxlength="500"
              dir="auto"
              :placeholder="t('calendar.proposeWord')"
              :aria-label="t('calendar.proposeWord')"
            />
            <button
              type="button"
              class="btn main"
              :disabled="!dirty || busy || problems.length > 0 || stored.proposal !== null"
              @click="propose"
            >
              {{ t('calendar.propose') }}
            </button>
          </template>
          <button v-else class="btn main" :disabled="!dirty || busy || problems.length > 0">{{ count('calendar.save', shared) }}</button>
          <button v-if="stored.undoable && !dirty" type="button" class="btn" :disabled="busy" @click="undo(stored.undoable.id)">
            {{ t('calendar.undo', { name: stored.undoable.by, when: when(stored.undoable.at, schoolClass.calendar.zone) }) }}
          </button>
          <button v-if="shared > 1" type="button" class="btn" :disabled="busy || problems.length > 0" @click="own(schoolClass)">
            {{ t('calendar.own', { name: schoolClass.label }) }}
          </button>
        </aside>
      </form>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.calendar {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 26px;
  align-items: start;
}
.days {
  margin-block-end: 18px;
  gap: 6px;
}
.days .label {
  margin: 0 8px 0 0;
}
.span {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-block: 6px;
  flex-wrap: wrap;
}
.name {
  width: 210px;
}
.date {
  width: 146px;
}
.written {
  flex: 1 1 110px;
}
.closures-head {
  margin-block: 20px 4px;
}
.file:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
.beside {
  position: sticky;
  top: 12px;
}
.box {
  padding: 14px 16px;
}
.used {
  margin-block-end: 12px;
}
.proposal {
  margin-block-end: 18px;
  border-inline-start: 5px solid var(--now);
}
.effect {
  margin-block: 8px 4px;
  font-weight: 650;
}
.touched {
  max-height: 260px;
  overflow: auto;
}
.touched li {
  padding-block: 2px;
  overflow-wrap: anywhere;
}
.beside > .btn {
  width: 100%;
}
@media (max-width: 1000px) {
  .calendar {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside {
    position: static;
  }
}
</style>
