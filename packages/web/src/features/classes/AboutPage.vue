<script setup lang="ts">
/** What a class is: its details, units, teachers, a copy of it, putting it away. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { FILE_STUDENTS } from '@jolly/core';
import type { ClassChange, ClassReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useTermLine } from '../termline';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import ClassTeachers from './ClassTeachers.vue';
import ClassUnits from './ClassUnits.vue';
import SelectField from '../../ui/SelectField.vue';
import TimeField from '../../ui/TimeField.vue';
import NumberField from '../../ui/NumberField.vue';
import ProposalField from '../../ui/ProposalField.vue';
import RadioField from '../../ui/RadioField.vue';
import LinkButton from '../../ui/LinkButton.vue';
import FieldSet from '../../ui/FieldSet.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t } = useWords();
const route = useRoute();
const router = useRouter();
const session = useSession();
const classes = useClasses();
const line = useTermLine();
const here = computed(() => ({ classId: String(route.params.id) }));
const TEXTS = ['name', 'section', 'subject', 'level', 'room'] as const;
// In the template its two strokes would be taken for a remark by the type checker.
const WEB = 'https://';
const LONGEST = { name: 120, section: 60, subject: 60, level: 60, room: 60 };
const ZONES = typeof Intl.supportedValuesOf === 'function' ? Intl.supportedValuesOf('timeZone') : [];

const { state, value, why, reload } = useLoad(async () => {
  const { classId } = here.value;
  if (!classes.all) await classes.load();
  const [units, teachers] = await Promise.all([
    ask('GET /api/classes/:classId/units', { params: { classId } }),
    ask('GET /api/classes/:classId/teachers', { params: { classId } }),
  ]);
  return { classId, units, teachers };
}, [() => route.params.id]);
const schoolClass = computed(() => classes.all?.find((one) => one.id === route.params.id) ?? null);

const LETTER_SHOWS = ['nothing', 'words', 'score'] as const;
const own = useOwnWords({
  name: '',
  section: '',
  subject: '',
  level: '',
  room: '',
  hue: 0,
  dueTime: '',
  liveLink: '',
  liveMinutes: 10,
  zone: '',
  letterShows: 'words' as ClassReply['letterShows'],
  decimalMark: '.' as ClassReply['decimalMark'],
  fileClass: '',
  fileStudents: 'familyFirst' as ClassReply['fileStudents'],
  simpleView: false,
});
const { typed: form, dirty } = own;
const fill = (one: ClassReply) => ({
  name: one.name,
  section: one.section,
  subject: one.subject,
  level: one.level,
  room: one.room,
  hue: one.hue,
  dueTime: one.dueTime ?? '',
  liveLink: one.liveLink ?? '',
  liveMinutes: one.liveMinutes,
  zone: one.calendar.zone,
  letterShows: one.letterShows,
  decimalMark: one.decimalMark,
  fileClass: one.fileClass,
  fileStudents: one.fileStudents,
  simpleView: one.simpleView,
});
watch(
  schoolClass,
  (now, before) => {
    if (now) (now.id === before?.id ? own.arrive : own.begin)(fill(now));
  },
  { immediate: true },
);
const details = useAttempt();
const said = ref('');
const save = (force?: number) =>
  details.attempt(async () => {
    const sent = own.sent();
    const { dueTime, liveLink, ...rest } = sent;
    const body: ClassChange = {
      ...rest,
      dueTime: dueTime || null,
      liveLink: liveLink.trim() || null,
      version: force ?? schoolClass.value!.version,
    };
    const changed = await ask('PATCH /api/classes/:classId', { params: here.value, body });
    classes.take(changed);
    own.arrive(fill(changed), sent);
    said.value = t('class.copied');
    void line.load();
  });
const keepMine = () => save((details.problem.value!.current as ClassReply).version);
const takeTheirs = () =>
  details.attempt(async () => {
    await classes.load();
    own.begin(fill(schoolClass.value!));
  });

const archiving = useAttempt();
const archive = (what: 'archives' | 'course-packages') =>
  archiving.attempt(async () => {
    await ask(`POST /api/classes/:classId/${what}`, { params: here.value });
    await router.push('/archives');
  });

const owner = computed(() => value.value?.teachers.teachers.some((one) => one.owner && one.id === session.me?.id) ?? false);
const sure = ref(false);
const away = useAttempt();
const putAway = (on: boolean) =>
  away.attempt(async () => {
    classes.take(await ask('POST /api/classes/:classId/away', { params: here.value, body: { away: on } }));
    sure.value = false;
    void line.load();
  });
</script>

<template>
  <ClassFrame v-slot="{ schoolClass: current }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div class="about">
        <FieldForm :problem="details.problem.value" @send="save()">
          <h2>{{ t('about.details') }}</h2>
          <FieldSet class="fields" :disabled="current.putAwayAt !== null">
            <FormLine v-for="field in TEXTS" :key="field" :class="field" :label="t(`about.${field}`)" :for="`class-${field}`" :path="field">
              <Input
                :id="`class-${field}`"
                v-model:value="form[field]"
                :maxlength="LONGEST[field]"
                :required="field === 'name'"
                dir="auto"
              />
            </FormLine>
            <div class="hues">
              <span class="label">{{ t('about.hue') }}</span>
              <RadioField
                v-model="form.hue"
                :label="t('about.hue')"
                :options="[0, 1, 2, 3, 4, 5, 6, 7].map((hue) => ({ value: hue, label: t(`about.hues.${hue}`) }))"
              >
                <template #default="{ option }">
                  <span class="hue" :style="{ background: `var(--hue-${option.value})` }" /><span class="hidden-text">{{
                    option.label
                  }}</span>
                </template>
              </RadioField>
            </div>
            <FormLine :label="t('class.dueTime')" for="class-due" path="dueTime">
              <TimeField id="class-due" v-model="form.dueTime" />
            </FormLine>
            <FormLine :label="t('about.zone')" for="class-zone" path="zone">
              <ProposalField id="class-zone" v-model="form.zone" :proposals="ZONES" />
            </FormLine>
            <FormLine :label="t('about.decimalMark')" for="class-decimal" path="decimalMark">
              <SelectField
                id="class-decimal"
                v-model="form.decimalMark"
                :options="(['.', ','] as const).map((one) => ({ value: one, label: one === ',' ? '3,5' : '3.5' }))"
              />
            </FormLine>
            <FormLine class="wide" :label="t('about.liveLink')" for="class-live" path="liveLink">
              <Input id="class-live" v-model:value="form.liveLink" type="url" :maxlength="500" :placeholder="WEB" />
            </FormLine>
            <FormLine :label="t('about.liveMinutes')" for="class-minutes" path="liveMinutes">
              <NumberField id="class-minutes" v-model="form.liveMinutes" :min="0" :max="240" />
            </FormLine>
            <FormLine class="wide" :label="t('about.letterShows')" for="class-letter" path="letterShows" :hint="t('about.letterHint')">
              <SelectField
                id="class-letter"
                v-model="form.letterShows"
                :options="LETTER_SHOWS.map((one) => ({ value: one, label: t(`about.letterShow.${one}`) }))"
              />
            </FormLine>
            <FormLine :label="t('about.fileClass')" for="class-file" path="fileClass" :hint="t('about.fileHint')">
              <Input id="class-file" v-model:value="form.fileClass" :maxlength="40" :placeholder="form.name" dir="auto" />
            </FormLine>
            <FormLine :label="t('about.fileStudents')" for="class-file-students" path="fileStudents">
              <SelectField
                id="class-file-students"
                v-model="form.fileStudents"
                :options="FILE_STUDENTS.map((one) => ({ value: one, label: t(`about.fileOrder.${one}`) }))"
              />
            </FormLine>
            <FormLine class="wide" :label="t('about.simpleView')" for="class-simple" path="simpleView" :hint="t('about.simpleHint')">
              <Checkbox id="class-simple" v-model:checked="form.simpleView">{{ t('about.simpleOn') }}</Checkbox>
            </FormLine>
          </FieldSet>
          <template #problem="{ elsewhere }">
            <div class="note bad" role="alert">
              <p>{{ [details.problem.value!.title, ...elsewhere].join(' ') }}</p>
              <div v-if="details.problem.value!.code === 'conflict.changedMeanwhile'" class="row">
                <Button @click="keepMine"> {{ t('compose.conflictMine') }}</Button><Button @click="takeTheirs">
                  {{ t('compose.conflictTheirs') }}
                </Button>
              </div>
            </div>
          </template>
          <template #acts>
            <div class="row">
              <Button :type="dirty ? 'primary' : 'default'" html-type="submit" :disabled="!dirty || details.busy.value">{{
                t('common.save')
              }}</Button><span v-if="said && !dirty" class="good small" role="status">{{ said }}</span>
            </div>
          </template>
        </FieldForm>
        <!-- What is typed for one class is never saved for the next. -->
        <div v-if="value?.classId === current.id" class="stack side">
          <ClassUnits
            :class-id="current.id"
            :stored="value.units"
            :put-away="current.putAwayAt !== null"
            @stored="value = { ...value!, units: $event }"
          />
          <ClassTeachers :class-id="current.id" :teachers="value.teachers" :owner="owner" :zone="current.calendar.zone" :reload="reload" />
          <section class="stack">
            <h2>{{ t('about.further') }}</h2>
            <div class="row wrap">
              <LinkButton :to="`/class/${current.id}/copy`">{{ t('about.copy') }}</LinkButton><Button
                :disabled="archiving.busy.value"
                @click="archive('archives')"
                >{{ t('about.archive') }}</Button
              ><Button :disabled="archiving.busy.value" @click="archive('course-packages')">{{ t('about.course') }}</Button>
              <template v-if="owner && current.putAwayAt === null"
                ><template v-if="sure"
                  ><span class="small">{{ t('about.awaySure') }}</span
                  ><Button @click="putAway(true)">{{ t('about.awayYes') }}</Button
                  ><Button type="link" @click="sure = false">{{ t('common.cancel') }}</Button></template
                ><Button v-else @click="sure = true">{{ t('about.putAway') }}</Button></template
              >
              <Button v-else-if="owner" type="primary" @click="putAway(false)">{{ t('about.bringBack') }}</Button>
            </div>
            <p class="muted small">{{ t('about.archiveWhy') }}</p>
            <p class="muted small">{{ t('about.courseWhy') }}</p>
            <ProblemNote :problem="away.problem.value ?? archiving.problem.value" />
          </section>
        </div>
      </div>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.about {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 40px;
  align-items: start;
}
.about h2 {
  font-size: 17px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 14px;
  border: 0;
  padding: 0;
  margin-inline: 0;
}
.name,
.wide {
  grid-column: 1 / -1;
}
.hues :deep(.ant-radio) {
  position: absolute;
  opacity: 0;
}
.hues :deep(.ant-radio-wrapper) {
  margin: 0;
  border-radius: 9px;
}
.hues :deep(.ant-radio + span) {
  padding: 0;
}
.hues :deep(.ant-radio-wrapper-checked) {
  outline: 2px solid var(--text);
}
.hues :deep(.radio-field) {
  gap: 6px;
}
.hue {
  display: block;
  width: 28px;
  height: 28px;
  border-radius: 7px;
  margin: 2px;
}
.side > section + section {
  margin-block-start: 28px;
}
@media (max-width: 900px) {
  .about {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
