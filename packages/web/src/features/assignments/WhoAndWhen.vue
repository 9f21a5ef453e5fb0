<script setup lang="ts">
/**
 * Who and when: the window of each class, whom it is for, the students with other dates and why, and how heavy the
 * days are for them, with a lighter one near.
 */
import { Button, Checkbox } from 'ant-design-vue';
import { isSchoolDay, localDateAt, USUAL_LOAD, windowProblem, type Audience } from '@jolly/core';
import type { BriefReply, ClassReply, LoadReply, SetFor } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask, now } from '../../api/client';
import { useLatest } from '../../api/use-latest';
import { localDayLong, weekdayText } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { NextLesson } from '../dates';
import AudienceSheet from './AudienceSheet.vue';
import ExceptionSheet from './ExceptionSheet.vue';
import OtherDates from './OtherDates.vue';
import { blankSet } from './use-brief';
import SelectField from '../../ui/SelectField.vue';
import { useGoesTo } from './use-goes-to';
import { useDayMarks } from './use-day-marks';

const YEAR_MS = 366 * 86_400_000;
const LOAD_AFTER_MS = 400;
const sets = defineModel<SetFor[]>({ required: true });
const props = defineProps<{
  classes: readonly ClassReply[];
  brief: BriefReply | null;
  minutes: number | null;
  handout: boolean;
  /** students have it already */ out: boolean;
  settle: () => Promise<BriefReply | null>;
}>();
const emit = defineEmits<{ goesTo: [number] }>();
const { t, count } = useWords();

const classOf = (id: string) => props.classes.find((one) => one.id === id);
const zoneOf = (id: string) => classOf(id)?.calendar.zone ?? 'UTC';
const left = computed(() => props.classes.filter((one) => !sets.value.some((set) => set.classId === one.id)));
function addClass(id: string): void {
  const [first] = sets.value;
  // The dates of the first class are the nearest guess; audience and filing are each class's own.
  sets.value.push({ ...blankSet(id), ...(first ? { opens: first.opens, due: first.due, closes: first.closes } : {}) });
}
const fields = computed(() => (props.handout ? (['opens'] as const) : (['opens', 'due', 'closes'] as const)));

const about = (set: SetFor): string[] => {
  const problem = windowProblem(set);
  if (problem) return [t(`compose.contradiction.${problem}`)];
  if (set.due === null) return [];
  const schoolClass = classOf(set.classId);
  const day = localDateAt(zoneOf(set.classId), set.due);
  return [
    ...(set.due < now() ? [t('compose.past')] : []),
    ...(set.due > now() + YEAR_MS ? [t('compose.farOff')] : []),
    ...(schoolClass && !isSchoolDay(schoolClass.calendar, day)
      ? [t('compose.onNoSchool', { day: localDayLong(day), name: schoolClass.label })]
      : []),
  ];
};

const { pieces, loadPieces, stored, goesTo } = useGoesTo({ brief: () => props.brief, sets, classes: () => props.classes });
watch(goesTo, (n) => emit('goesTo', n), { immediate: true });

/** In a class now, and joined after the date: whoever is here gets a draft when it is issued, unless the teacher says otherwise. */
const joinedAfter = computed(() =>
  stored.value.flatMap(({ set: { classId }, reply }) => {
    const set = sets.value.find((one) => one.classId === classId);
    return set?.audience.kind === 'everyone' && reply.joinedAfter.length > 0
      ? [{ set, n: reply.joinedAfter.length, gets: set.audience.hereOn !== undefined }]
      : [];
  }),
);
const declined = new Set<string>();
function giveToThem(set: SetFor, gives: boolean): void {
  if (set.audience.kind !== 'everyone') return;
  if (!gives) declined.add(set.classId);
  const { hereOn: _, ...audience } = set.audience;
  set.audience = gives ? { ...audience, hereOn: localDateAt(zoneOf(set.classId), now()) } : audience;
}
watch(
  joinedAfter,
  (all) => {
    if (props.out) return;
    for (const { set, gets } of all) if (!gets && !declined.has(set.classId)) giveToThem(set, true);
  },
  { immediate: true },
);
const several = computed(() => sets.value.length > 1);
const datesOf = ({ opens, due, closes }: SetFor) => ({ opens, due, closes });
const differ = computed(() => sets.value.some((set) => JSON.stringify(datesOf(set)) !== JSON.stringify(datesOf(sets.value[0]!))));
const sameDates = () => sets.value.forEach((set) => Object.assign(set, datesOf(sets.value[0]!)));

const marksOf = useDayMarks(() => sets.value.map((set) => classOf(set.classId)));
// The load of the days chosen, a moment after the last change.
const load = ref<LoadReply['classes']>([]);
const asked = useLatest(LOAD_AFTER_MS, (found: LoadReply['classes']) => (load.value = found));
const dated = computed(() =>
  sets.value.flatMap((set) => (set.due === null || windowProblem(set) !== null ? [] : [{ ...set, due: set.due }])),
);
watch(
  [
    () => JSON.stringify(dated.value.map(({ classId, due, opens, audience }) => ({ classId, due, opens, audience }))),
    () => props.minutes,
    () => props.brief?.id,
  ],
  () => {
    asked.ask(async () => {
      if (dated.value.length === 0) return [];
      const body = {
        classes: dated.value.map(({ classId, due, opens, audience }) => ({ classId, due, opens, audience })),
        minutes: props.minutes,
        briefId: props.brief?.id ?? null,
      };
      return ask('POST /api/load', { body }).then(
        (reply) => reply.classes,
        () => [],
      );
    });
  },
  { immediate: true },
);
const heavy = computed(() => load.value.filter((one) => one.planned.over > 0));
const heavyWhy = ({ over, mostPieces }: LoadReply['classes'][number]['planned']) => {
  const students = count('common.students', over);
  return mostPieces >= USUAL_LOAD.pieces
    ? t('compose.heavyPieces', { students, n: mostPieces })
    : t('compose.heavyMinutes', { students, n: USUAL_LOAD.minutes });
};
function useDay(one: LoadReply['classes'][number]): void {
  const set = sets.value.find((other) => other.classId === one.classId);
  if (!set || one.lighterDue === null || set.due === null) return;
  const by = one.lighterDue - set.due;
  if (set.closes !== null) set.closes = Math.max(set.closes + by, one.lighterDue);
  if (set.opens !== null) set.opens = Math.min(set.opens, one.lighterDue);
  set.due = one.lighterDue;
}

const choosing = ref<SetFor | null>(null);
const audienceText = (audience: Audience) =>
  audience.kind === 'everyone'
    ? t(audience.laterJoiners ? 'compose.everyone' : 'compose.everyoneNow')
    : t('compose.chosen', { students: chosenCount(audience) });
const chosenCount = (audience: Audience) =>
  audience.kind === 'chosen'
    ? [
        count('common.students', audience.studentIds.length),
        ...(audience.groupIds.length > 0 ? [`${audience.groupIds.length} ${t('compose.audienceGroups').toLowerCase()}`] : []),
      ].join(', ')
    : '';

const sheet = ref<{ classId: string; about: { studentIds?: string[]; groupId?: string } | null } | null>(null);
async function give(classId: string, whom: { studentIds?: string[]; groupId?: string } | null): Promise<void> {
  // Exceptions hang on a stored assignment.
  if ((await props.settle()) && !pieces.value[classId]) await loadPieces();
  sheet.value = { classId, about: whom };
}
const sheetOf = computed(() =>
  sheet.value && props.brief
    ? {
        ...sheet.value,
        set: props.brief.classes.find((one) => one.classId === sheet.value!.classId),
        reply: pieces.value[sheet.value.classId],
      }
    : null,
);
</script>

<template>
  <div class="stack">
    <div class="heading">
      <h2 class="grow">{{ t('compose.whoAndWhen') }}</h2>
      <span class="small">{{ t('compose.schoolTime') }}</span>
    </div>
    <div v-for="set in sets" :key="set.classId" class="class">
      <div class="row head">
        <ClassSquare :hue="classOf(set.classId)?.hue ?? 0" /><strong class="grow clip">{{ classOf(set.classId)?.label }}</strong>
        <Button size="small" class="on" @click="choosing = set">
          {{ audienceText(set.audience) }}<template v-if="set.groupingId"> · {{ t('compose.inGroupsShort') }}</template>
        </Button>
        <Button
          v-if="several"
          type="link"
          :aria-label="t('compose.dropClass', { name: classOf(set.classId)?.label })"
          @click="sets.splice(sets.indexOf(set), 1)"
        >
          ×
        </Button>
      </div>
      <div class="dates">
        <div v-for="field in fields" :key="field">
          <span class="small muted">{{ t(`compose.${field}`) }}</span>
          <WhenField
            v-model="set[field]"
            stacked
            :zone="zoneOf(set.classId)"
            :usual-time="classOf(set.classId)?.dueTime ?? null"
            :label="several ? `${classOf(set.classId)?.label}, ${t(`compose.${field}`)}` : t(`compose.${field}`)"
            :empty="field === 'opens' ? t('compose.onIssue') : t('compose.noLimit')"
            :invalid="windowProblem(set) !== null"
            :mark-of="marksOf(classOf(set.classId))"
          />
        </div>
      </div>
      <NextLesson
        v-if="!handout"
        :class-id="set.classId"
        :zone="zoneOf(set.classId)"
        :fields="(['due', 'closes'] as const).map((field) => ({ field, name: t(`compose.${field}`) }))"
        :after="set.due"
        @set="(field, at) => (set[field] = at)"
      />
      <p v-for="one in joinedAfter.filter((other) => other.set === set)" :key="one.n" class="small said row wrap">
        <Checkbox :checked="one.gets" @change="giveToThem(set, !one.gets)">
          {{ count('compose.joinedAfter', one.n) }} {{ t('compose.giveThem') }}</Checkbox
        >
      </p>
      <p
        v-for="one in about(set)"
        :key="one"
        class="small"
        :class="windowProblem(set) ? 'alarm' : 'said'"
        :role="windowProblem(set) ? 'alert' : undefined"
      >
        {{ one }}
      </p>
    </div>
    <div v-if="left.length > 0">
      <label class="hidden-text" for="add-class">{{ t('compose.addClass') }}</label><SelectField
        id="add-class"
        :model-value="undefined"
        :placeholder="t('compose.addClass')"
        class="add"
        :options="left.map((one) => ({ value: one.id, label: one.label }))"
        @update:model-value="addClass"
      />
    </div>
    <div v-if="differ">
      <Button type="link" @click="sameDates">
        {{ t('compose.sameDates', { name: classOf(sets[0]!.classId)?.label }) }}
      </Button>
    </div>

    <div v-for="one in heavy" :key="one.classId" class="heavy">
      <strong>{{ t('compose.heavy', { day: localDayLong(one.planned.day) }) }}</strong> {{ heavyWhy(one.planned) }}
      <template v-if="one.lighter && one.lighterDue !== null"
        >{{ t('compose.lightest') }} <strong>{{ localDayLong(one.lighter.day) }}</strong>{{ ' '
        }}<Button @click="useDay(one)">
          {{ t('compose.useDay', { day: weekdayText(one.lighterDue, zoneOf(one.classId)) }) }}
        </Button></template
      >
    </div>

    <OtherDates v-if="!handout" :classes="classes" :sets="sets" :brief="brief" :stored="stored" @give="give" />
    <AudienceSheet
      :open="choosing !== null"
      :class-id="choosing?.classId ?? ''"
      :class-name="classOf(choosing?.classId ?? '')?.label ?? ''"
      :audience="choosing?.audience ?? { kind: 'everyone', laterJoiners: true }"
      :grouping-id="choosing?.groupingId ?? null"
      :begun="(brief?.classes.find((one) => one.classId === choosing?.classId)?.begun ?? 0) > 0"
      @close="choosing = null"
      @set="(audience, groupingId) => choosing && Object.assign(choosing, { audience, groupingId })"
    />
    <ExceptionSheet
      v-if="sheetOf?.set && sheetOf.reply"
      open
      :assignment-id="sheetOf.set.assignmentId"
      :class-id="sheetOf.classId"
      :rows="sheetOf.reply.rows"
      :group-dates="sheetOf.reply.groupDates"
      :about="sheetOf.about"
      :calendar="classOf(sheetOf.classId)?.calendar ?? null"
      :usual-time="classOf(sheetOf.classId)?.dueTime ?? null"
      :zone="zoneOf(sheetOf.classId)"
      :base="sheetOf.set"
      :issued="sheetOf.set.issuedAt !== null"
      @close="sheet = null"
      @changed="loadPieces"
    />
  </div>
</template>

<style scoped>
.heading {
  margin: 0;
}
.class {
  border-block-start: 1px solid var(--line);
  padding-block-start: 8px;
  display: grid;
  gap: 6px;
}
.head .ant-btn {
  max-width: 250px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.on {
  background: var(--act);
  color: var(--on-act);
  border-color: var(--act);
}
.dates {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
}
.said {
  color: var(--text-2);
}
.add {
  appearance: none;
  cursor: pointer;
  max-width: 100%;
  font-family: inherit;
}
.heavy {
  border-inline-start: 4px solid var(--alarm);
  background: var(--surface-alarm, var(--surface-2));
  padding: 8px 12px;
  border-radius: 4px;
  line-height: 1.7;
}
.heavy .ant-btn {
  min-height: 28px;
  padding-block: 1px;
}
</style>
