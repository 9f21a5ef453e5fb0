<script setup lang="ts">
/** The school calendar a class goes by: school days, terms, closures; says which dates a change touches before it is stored. */
import { Button, Input } from 'ant-design-vue';
import { calendarProblems, plusDays, type Closure, type Term } from '@jolly/core';
import type { CalendarEffects, CalendarRequest, ClassReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLatest } from '../../api/use-latest';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { dayInField } from '../../ui/pickers';
import { useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import CalendarEffectsBox from './CalendarEffectsBox.vue';
import CalendarProposal from './CalendarProposal.vue';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import DaySpan from './DaySpan.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import FileButton from '../../ui/FileButton.vue';
import FieldForm from '../../ui/FieldForm.vue';

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
const saidOf = ({ name, value }: { name: string; value: string }) => [name, value].filter(Boolean).join(' ');
async function readFile([file]: File[], zone: string): Promise<void> {
  if (!file) return;
  await attempt(async () => {
    const read = await ask('POST /api/calendars/closures', { body: { text: await file.text(), terms: form.value!.terms, zone } });
    const { closures, years, passedOver, outside, calledOff, unreadable } = read;
    const known = new Set(form.value!.closures.map((one) => `${one.from} ${one.to}`));
    const fresh = closures.filter((one) => !known.has(`${one.from} ${one.to}`));
    form.value!.closures = [...form.value!.closures, ...fresh].sort((a, b) => (a.from < b.from ? -1 : 1));
    said.value = [
      count('calendar.read', fresh.length),
      closures.length > fresh.length ? count('calendar.known', closures.length - fresh.length) : '',
      t('calendar.years', { from: dayInField(years.from), to: dayInField(years.to) }),
      passedOver > 0 ? count('calendar.passedOver', passedOver) : '',
      outside > 0 ? count('calendar.outside', outside) : '',
      calledOff > 0 ? count('calendar.calledOff', calledOff) : '',
      unreadable.length > 0 ? count('calendar.unreadable', unreadable.length, { list: unreadable.map(saidOf).join(', ') }) : '',
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
const shared = computed(() => (stored.value ? stored.value.classes.length + stored.value.others.length : 0));
/** Others teach by it too: a change is proposed, not made. */
const notAlone = computed(() => (stored.value?.others.length ?? 0) > 0);
const word = ref('');
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
    await refresh();
    said.value = done;
  });
const answer = (changeId: string, yes: boolean, answerWord: string) =>
  act(
    () => ask('POST /api/calendar-changes/:changeId/answer', { params: { changeId }, body: { yes, word: answerWord } }),
    t(yes ? 'calendar.agreed' : 'calendar.refused'),
  );
const takeBack = (changeId: string) =>
  act(() => ask('DELETE /api/calendar-changes/:changeId', { params: { changeId } }), t('calendar.takenBack'));
const undo = (changeId: string) =>
  act(() => ask('POST /api/calendar-changes/:changeId/undo', { params: { changeId } }), t('calendar.undone'));
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="stored === null && state === 'ready' ? 'loading' : state" :why="why" @retry="reload">
      <FieldForm v-if="form && stored" lies="own" class="calendar" @send="notAlone ? propose() : save()">
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
          <CalendarProposal
            v-if="stored.proposal"
            :key="stored.proposal.id"
            :stored="stored"
            :proposal="stored.proposal"
            :busy="busy"
            @answer="(yes, said) => answer(stored!.proposal!.id, yes, said)"
            @take-back="takeBack(stored.proposal.id)"
          />
          <div class="row wrap days" role="group" :aria-label="t('calendar.schoolDays')">
            <span class="label">{{ t('calendar.schoolDays') }}</span><ToggleButton
              v-for="day in 7"
              :key="day"
              :on="form.schoolDays.includes(day)"
              @click="toggle(day)"
            >
              {{ t(`calendar.day.${day}`) }}</ToggleButton
            ><span v-if="wrong('schoolDays')" class="alarm small">{{ t('calendar.why.noSchoolDays') }}</span>
          </div>
          <h3>{{ t('calendar.terms') }}</h3>
          <DaySpan
            v-for="(_, index) in form.terms"
            :key="index"
            v-model="form.terms[index]!"
            :name-label="t('calendar.termName')"
            :most="60"
            :wrong="(field) => !!wrong(`terms.${index}.${field}`)"
            @remove="form.terms.splice(index, 1)"
          />
          <Button @click="addTerm">{{ t('calendar.addTerm') }}</Button>
          <div class="row closures-head">
            <h3 class="grow">{{ t('calendar.closures') }}</h3>
            <FileButton accept=".ics,text/calendar" @files="(files) => readFile(files, schoolClass.calendar.zone)">{{
              t('calendar.ics')
            }}</FileButton>
          </div>
          <p v-if="form.closures.length === 0" class="muted small">{{ t('calendar.noClosures') }}</p>
          <DaySpan
            v-for="(_, index) in form.closures"
            :key="index"
            v-model="form.closures[index]!"
            :name-label="t('calendar.closureName')"
            :most="80"
            hint
            :wrong="(field) => !!wrong(`closures.${index}.${field}`)"
            @remove="form.closures.splice(index, 1)"
          />
          <Button @click="addClosure">{{ t('calendar.addClosure') }}</Button>
        </div>
        <aside class="stack beside">
          <CalendarEffectsBox :problems="problems" :dirty="dirty" :refused="refused" :effects="effects" :zone="schoolClass.calendar.zone" />
          <p v-if="problem" class="note bad" role="alert">
            {{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}
            <Button v-if="problem.code === 'conflict.changedMeanwhile'" @click="reload">
              {{ t('compose.conflictTheirs') }}
            </Button>
          </p>
          <p v-if="said" class="good small" role="status">{{ said }}</p>
          <template v-if="notAlone">
            <p class="small muted">{{ t('calendar.sharedWhy') }}</p>
            <Input
              v-model:value="word"
              :maxlength="500"
              dir="auto"
              :placeholder="t('calendar.proposeWord')"
              :aria-label="t('calendar.proposeWord')"
            />
            <Button type="primary" :disabled="!dirty || busy || problems.length > 0 || stored.proposal !== null" @click="propose">
              {{ t('calendar.propose') }}
            </Button>
          </template>
          <Button v-else type="primary" html-type="submit" :disabled="!dirty || busy || problems.length > 0">{{
            count('calendar.save', shared)
          }}</Button>
          <Button v-if="stored.undoable && !dirty" :disabled="busy" @click="undo(stored.undoable.id)">
            {{ t('calendar.undo', { name: stored.undoable.by, when: when(stored.undoable.at, schoolClass.calendar.zone) }) }}
          </Button>
          <Button v-if="shared > 1" :disabled="busy || problems.length > 0" @click="own(schoolClass)">
            {{ t('calendar.own', { name: schoolClass.label }) }}
          </Button>
        </aside>
      </FieldForm>
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
.used {
  margin-block-end: 12px;
}
.beside > .ant-btn {
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
