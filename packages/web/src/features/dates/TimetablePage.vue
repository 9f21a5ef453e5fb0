<script setup lang="ts">
/** The timetable of a class: its lessons by weekday, A and B weeks, days left out; and its live room. */
import { Button, Checkbox } from 'ant-design-vue';
import { LESSON_WEEKS, type LessonRule } from '@jolly/core';
import type { TimetableReply, TimetableRequest } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import DayField from '../../ui/DayField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FieldSet from '../../ui/FieldSet.vue';
import FileButton from '../../ui/FileButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { ClassFrame } from '../classes';
import ComingLessons from './ComingLessons.vue';
import LessonRow from './LessonRow.vue';

const { t, count } = useWords();
const route = useRoute();
const params = computed(() => ({ classId: String(route.params.id) }));
const { problem, busy, attempt } = useAttempt();
type Form = Pick<TimetableRequest, 'rules' | 'weekA' | 'countsClosedWeeks'>;
const own = useOwnWords<Form>({ rules: [], weekA: null, countsClosedWeeks: false });
const { typed: form, dirty } = own;
const version = ref(0);
let loaded = '';
const toForm = ({ rules, weekA, countsClosedWeeks }: TimetableReply): Form => ({ rules, weekA, countsClosedWeeks });
const { state, value, why, reload } = useLoad(async () => {
  const reply = await ask('GET /api/classes/:classId/timetable', { params: params.value });
  // A fresh look takes nothing from under somebody's hands, nor the version that it was begun from.
  if (!dirty.value || loaded !== params.value.classId) {
    own.begin(toForm(reply));
    version.value = reply.version;
    loaded = params.value.classId;
  }
  return reply;
}, [() => route.params.id]);
const said = ref('');
function add(): void {
  const last = form.value.rules.at(-1);
  const next: LessonRule = {
    id: crypto.randomUUID(),
    weekday: last ? (last.weekday % 5) + 1 : 1,
    from: last?.from ?? '08:20',
    to: last?.to ?? '09:05',
    room: last?.room ?? '',
    weeks: 'every',
    validFrom: null,
    validTo: null,
    except: [],
    link: null,
  };
  form.value.rules = [...form.value.rules, next];
}
const read = ([file]: File[]) =>
  attempt(async () => {
    if (!file) return;
    const { timetable, passedOver } = await ask('POST /api/classes/:classId/timetable/read', {
      params: params.value,
      body: { text: await file.text() },
    });
    form.value.rules = [...form.value.rules, ...timetable.rules];
    form.value.weekA ??= timetable.weekA;
    said.value = [
      count('lessons.readDone', timetable.rules.length),
      passedOver > 0 ? count('lessons.readOver', passedOver) : '',
      t('lessons.readHint'),
    ]
      .filter(Boolean)
      .join(' ');
  });
const store = () =>
  attempt(async () => {
    const sent = own.sent();
    const reply = await ask('PUT /api/classes/:classId/timetable', { params: params.value, body: { ...sent, version: version.value } });
    value.value = reply;
    version.value = reply.version;
    own.arrive(toForm(reply), sent);
    said.value = t('lessons.stored');
  });
const theirs = computed(() => (problem.value?.code === 'conflict.changedMeanwhile' ? (problem.value.current as TimetableReply) : null));
function keepMine(): void {
  version.value = theirs.value!.version;
  problem.value = null;
}
function takeTheirs(): void {
  own.begin(toForm(theirs.value!));
  keepMine();
}
const lettered = computed(() => form.value.rules.some((rule) => rule.weeks !== LESSON_WEEKS[0]));
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div class="columns">
        <FieldForm :problem="theirs ? null : problem" @send="store">
          <h2>{{ t('lessons.title') }}</h2>
          <p class="muted small">{{ t('lessons.hint') }}</p>
          <FieldSet class="stack" :disabled="schoolClass.putAwayAt !== null || busy">
            <p v-if="form.rules.length === 0" class="note">{{ t('lessons.none') }}</p>
            <LessonRow
              v-for="(rule, at) in form.rules"
              :key="rule.id"
              v-model="form.rules[at]!"
              :at="at"
              @drop="form.rules = form.rules.filter((one) => one.id !== rule.id)"
            />
            <div v-if="lettered" class="row wrap">
              <span class="muted">{{ t('lessons.weekA') }}</span>
              <DayField
                class="day"
                :model-value="form.weekA ?? ''"
                :label="t('lessons.weekA')"
                @update:model-value="(day) => (form.weekA = day || null)"
              />
              <Checkbox v-model:checked="form.countsClosedWeeks">{{ t('lessons.countsClosed') }}</Checkbox>
            </div>
            <div class="row wrap">
              <Button @click="add">{{ t('lessons.add') }}</Button><FileButton accept=".ics,text/calendar" :disabled="busy" @files="read">{{
                t('lessons.read')
              }}</FileButton>
            </div>
          </FieldSet>
          <p v-if="said" class="small good" role="status">{{ said }}</p>
          <div v-if="theirs" class="note bad row wrap" role="alert">
            <span class="grow">{{ t('lessons.changed') }}</span><Button @click="keepMine">{{ t('lessons.keepMine') }}</Button
            ><Button @click="takeTheirs">{{ t('lessons.takeTheirs') }}</Button>
          </div>
          <template #acts
            ><Button v-if="schoolClass.putAwayAt === null" type="primary" html-type="submit" :disabled="busy || !dirty">{{
              t('lessons.store')
            }}</Button></template
          >
        </FieldForm>
        <aside>
          <ComingLessons v-if="value" :school-class="schoolClass" :timetable="value" @changed="(reply) => (value = reply)" />
          <p class="file">
            <a :href="addressOf('GET /api/classes/:classId/dates.ics', { params })" download>{{ t('lessons.file') }}</a>
          </p>
        </aside>
      </div>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 32px;
}
.stack {
  border: 0;
  padding: 0;
  margin: 12px 0 0;
}
.file {
  margin-block-start: 18px;
}
.day {
  inline-size: 158px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
