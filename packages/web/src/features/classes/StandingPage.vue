<script setup lang="ts">
/** Standing exceptions of a class: who always has more time or other relief, since when, until when, and why. */
import { Button, Checkbox, Textarea } from 'ant-design-vue';
import type { ClassChange, ClassReply, StandingBody, StandingGive, StandingReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import NamePicker from '../../ui/NamePicker.vue';
import SideSheet from '../../ui/SideSheet.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useUnsaved } from '../../ui/use-unsaved';
import { useWords } from '../../ui/use-words';
import { useStandingWords } from '../exceptions';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';
import DayField from '../../ui/DayField.vue';
import { withOrWithout } from '../../ui/with-or-without';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText } from '../../ui/list-view';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count, name, day } = useWords();
const { gives, spanOf } = useStandingWords();
const route = useRoute();
const router = useRouter();
const classes = useClasses();
const classId = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(async () => {
  const [{ standing }, roster] = await Promise.all([
    ask('GET /api/classes/:classId/standing-exceptions', { params: { classId: classId.value } }),
    ask('GET /api/classes/:classId/roster', { params: { classId: classId.value } }),
  ]);
  return { standing, students: roster.filter((one) => one.left === null) };
}, [() => route.params.id]);
const GROUPS = ['now', 'coming', 'ended'] as const;
const groups = computed(() =>
  GROUPS.map((key) => ({ key, list: (value.value?.standing ?? []).filter((one) => one.holds === key) })).filter(
    (group) => group.list.length > 0,
  ),
);
const labelOf = (id: string) => classes.all?.find((one) => one.id === id)?.label ?? '';

const open = ref(false);
const editing = ref<StandingReply | null>(null);
const studentIds = ref<string[]>([]);
const KINDS = ['schoolDays', 'days', 'percent', 'none'] as const;
const form = ref({
  kind: 'schoolDays' as StandingBody['kind'],
  amount: 1,
  validFrom: '',
  validTo: '',
  reason: '',
  quiz: null as number | null,
  waivesLate: false,
  classIds: [] as string[],
});
const { problem, busy, attempt } = useAttempt();
const sure = ref<string | null>(null);

const { unsaved, settle } = useUnsaved(() => form.value);

function begin(): void {
  editing.value = null;
  studentIds.value = [];
  form.value = {
    kind: 'schoolDays',
    amount: 1,
    validFrom: '',
    validTo: '',
    reason: '',
    quiz: null,
    waivesLate: false,
    classIds: [classId.value],
  };
  [open.value, problem.value] = [true, null];
  settle();
}
function edit(one: StandingReply): void {
  editing.value = one;
  studentIds.value = [one.student.id];
  const amount = one.kind === 'percent' ? one.amount / 1000 : one.amount;
  form.value = {
    kind: one.kind,
    amount,
    validFrom: one.validFrom ?? '',
    validTo: one.validTo ?? '',
    reason: one.reason,
    quiz: one.quizTimePercent === null ? null : one.quizTimePercent / 1000,
    waivesLate: one.waivesLate,
    classIds: [...one.classIds],
  };
  [open.value, problem.value] = [true, null];
  settle();
}
// Only classes in which all of them are can be meant; which those are is asked when somebody is chosen.
const shared = ref<string[]>([]);
async function findShared(): Promise<void> {
  const of = studentIds.value.join(' ');
  shared.value = [classId.value];
  const others = classes.active.filter((one) => one.id !== classId.value);
  const rosters = await Promise.all(
    others.map((one) => ask('GET /api/classes/:classId/roster', { params: { classId: one.id } }).catch(() => [])),
  );
  // Somebody else was chosen meanwhile: that answer is on its way.
  if (of !== studentIds.value.join(' ')) return;
  shared.value = [
    classId.value,
    ...others
      .filter((_, index) => studentIds.value.every((id) => rosters[index]!.some((one) => one.id === id && one.left === null)))
      .map((one) => one.id),
  ];
}
// Come from a student who was found by typing: the form is about them.
watch(value, (loaded) => {
  const { student } = route.query;
  if (typeof student !== 'string' || !loaded?.students.some((one) => one.id === student) || open.value) return;
  begin();
  studentIds.value = [student];
  void findShared();
  void router.replace({ query: { ...route.query, student: undefined } });
});
const body = computed<StandingBody>(() => ({
  kind: form.value.kind,
  amount: form.value.kind === 'none' ? 0 : Math.round(form.value.amount * (form.value.kind === 'percent' ? 1000 : 1)),
  validFrom: form.value.validFrom || null,
  validTo: form.value.validTo || null,
  reason: form.value.reason,
  quizTimePercent: form.value.quiz === null ? null : Math.round(form.value.quiz * 1000),
  waivesLate: form.value.waivesLate,
  classIds: form.value.classIds,
}));
const save = () =>
  attempt(async () => {
    if (editing.value)
      await ask('PUT /api/classes/:classId/standing-exceptions/:exceptionId', {
        params: { classId: classId.value, exceptionId: editing.value.id },
        body: { ...body.value, version: editing.value.version },
      });
    else await ask('POST /api/standing-exceptions', { body: { ...body.value, studentIds: studentIds.value } satisfies StandingGive });
    open.value = false;
    await reload();
  });
/** A setting of the class, not of one exception: it holds for everybody who has more time by a percentage. */
const round = (schoolClass: ClassReply, roundTimes: boolean) =>
  attempt(async () => {
    await ask('PATCH /api/classes/:classId', {
      params: { classId: schoolClass.id },
      body: { roundTimes, version: schoolClass.version } satisfies ClassChange,
    });
    await classes.load();
  });
const takeOut = (one: StandingReply) =>
  attempt(async () => {
    await ask('DELETE /api/classes/:classId/standing-exceptions/:exceptionId', { params: { classId: classId.value, exceptionId: one.id } });
    sure.value = null;
    await reload();
  });
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div class="heading">
        <h2>{{ t('standing.title') }}</h2>
        <span class="small grow">{{ t('standing.sub') }}</span><Button
          type="primary"
          :disabled="value!.students.length === 0 || schoolClass.putAwayAt !== null"
          @click="begin"
        >
          {{ t('standing.give') }}
        </Button>
      </div>
      <ProblemNote v-if="!open" :problem="problem" />
      <div v-if="groups.length === 0" class="note">
        <p>{{ t('standing.none') }}</p>
        <p class="muted">{{ t('standing.noneHint') }}</p>
      </div>
      <StoredCheck
        class="small rounding"
        :on="schoolClass.roundTimes"
        :disabled="busy || schoolClass.putAwayAt !== null"
        :store="(roundTimes) => round(schoolClass, roundTimes)"
        >{{ t('standing.round') }}</StoredCheck
      >
      <section v-for="group in groups" :key="group.key" class="group">
        <h3>
          {{ t(`standing.holds.${group.key}`) }} <span class="muted small">{{ group.list.length }}</span>
        </h3>
        <ListTable
          name="standing"
          :label="t(`standing.holds.${group.key}`)"
          :rows="group.list"
          :columns="[
            {
              key: 'student',
              title: t('class.columns.student'),
              sort: byText((one) => `${one.student.familyName} ${one.student.givenName}`),
            },
            { key: 'what', title: t('standing.what') },
            { key: 'when', title: t('standing.when') },
            { key: 'why', title: t('standing.why') },
            { key: 'givenBy', title: t('standing.givenBy'), sort: byNumber((one) => one.givenAt), hideable: true },
            { key: 'edit', title: t('roster.edit'), acts: true },
          ]"
          :key-of="(one) => one.id"
          empty=""
          ><template #student="{ row: one }"
            ><strong dir="auto">{{ name(one.student) }}</strong></template
          >
          <template #what="{ row: one }"
            >{{ gives(one).join(', ')
            }}<span v-if="one.classIds.length > 1 || one.elsewhere" class="muted small also">{{
              [
                one.classIds.length > 1
                  ? t('standing.also', {
                      classes: one.classIds
                        .filter((id) => id !== schoolClass.id)
                        .map(labelOf)
                        .join(', '),
                    })
                  : '',
                one.elsewhere ? t('standing.elsewhere') : '',
              ]
                .filter(Boolean)
                .join(' · ')
            }}</span></template
          >
          <template #when="{ row: one }">{{ spanOf(one) }}</template>
          <template #why="{ row: one }"
            ><div class="reason" dir="auto">{{ one.reason || '–' }}</div></template
          >
          <template #givenBy="{ row: one }"
            ><div class="muted small">{{ one.givenBy }}, {{ day(one.givenAt, schoolClass.calendar.zone) }}</div></template
          >
          <template #edit="{ row: one }"
            ><span v-if="sure === one.id" class="row sure"
              ><span class="small">{{ t('standing.endSure') }}</span
              ><Button @click="takeOut(one)">{{ t('standing.endYes') }}</Button
              ><Button type="link" @click="sure = null">{{ t('common.cancel') }}</Button></span
            >
            <template v-else-if="schoolClass.putAwayAt === null"
              ><Button v-if="!one.elsewhere" type="link" @click="(edit(one), findShared())">
                {{ t('roster.edit') }}{{ ' ' }}<span class="hidden-text">{{ name(one.student) }}</span></Button
              ><Button type="link" @click="sure = one.id">
                {{ t('standing.takeOut') }}{{ ' ' }}<span class="hidden-text">{{ name(one.student) }}</span>
              </Button></template
            ></template
          ></ListTable
        >
      </section>
      <SideSheet :open="open" :title="t(editing ? 'standing.change' : 'standing.give')" :unsaved="unsaved" @close="open = false">
        <FieldForm :problem="problem" @send="save">
          <FormLine :label="t('exception.who')" path="studentIds">
            <NamePicker
              v-model="studentIds"
              :people="value!.students"
              :label="t('exception.who')"
              :placeholder="t('exception.typeName')"
              :disabled="editing !== null"
              @update:model-value="findShared"
            />
          </FormLine>
          <FormLine :label="t('standing.moreTime')" for="st-kind" :path="['amount', 'kind']" :hint="t(`standing.kindHint.${form.kind}`)">
            <div class="row">
              <NumberField
                v-if="form.kind !== 'none'"
                v-model="form.amount"
                class="amount"
                :label="t('standing.amount')"
                :min="1"
                :max="300"
              /><SelectField
                id="st-kind"
                v-model="form.kind"
                :options="KINDS.map((one) => ({ value: one, label: t(`standing.kind.${one}`) }))"
              />
            </div>
          </FormLine>
          <Checkbox v-model:checked="form.waivesLate"> {{ t('standing.waives') }}</Checkbox>
          <FormLine :label="t('standing.quiz')" for="st-quiz" path="quizTimePercent">
            <div class="row">
              <NumberField id="st-quiz" v-model="form.quiz" class="amount" :min="100" :max="400" :placeholder="'100'" optional /><span
                >%</span
              >
            </div>
          </FormLine>
          <div class="two">
            <FormLine :label="t('standing.from')" for="st-from" path="validFrom">
              <DayField id="st-from" v-model="form.validFrom" />
            </FormLine>
            <FormLine :label="t('standing.to')" for="st-to" path="validTo">
              <DayField id="st-to" v-model="form.validTo" />
            </FormLine>
          </div>
          <p class="muted small">{{ t('standing.spanHint') }}</p>
          <fieldset v-if="shared.length > 1" class="plain-set">
            <legend class="label">{{ t('standing.classes') }}</legend>
            <Checkbox
              v-for="id in shared"
              :key="id"
              :checked="form.classIds.includes(id)"
              @update:checked="(on: boolean) => (form.classIds = withOrWithout(form.classIds, id, on))"
            >
              {{ labelOf(id) }}</Checkbox
            >
          </fieldset>
          <FormLine :label="t('exception.reason')" for="st-reason" path="reason">
            <Textarea
              id="st-reason"
              v-model:value="form.reason"
              :auto-size="{ minRows: 2, maxRows: 12 }"
              :maxlength="500"
              :placeholder="t('exception.reasonPlaceholder')"
              dir="auto"
            />
          </FormLine>
          <p class="note small">{{ t('standing.effect') }}</p>
          <template #acts>
            <Button type="primary" html-type="submit" :disabled="busy || form.classIds.length === 0 || studentIds.length === 0">
              {{ editing ? t('standing.changeGo') : count('standing.giveGo', studentIds.length) }}
            </Button>
          </template></FieldForm
        >
      </SideSheet>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.rounding {
  margin-block-end: 14px;
}
.group {
  margin-block-end: 22px;
}
.group h3 {
  margin-block-end: 6px;
}
.acts {
  width: 150px;
}
.also {
  display: block;
}
.reason {
  overflow-wrap: anywhere;
}
.sure {
  justify-content: flex-end;
  flex-wrap: wrap;
  white-space: normal;
}
.amount {
  width: 84px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.plain-set {
  border: 0;
  padding: 0;
  margin-inline: 0;
}
</style>
