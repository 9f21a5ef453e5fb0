<script setup lang="ts">
/** One assignment: each student's state, when it came in, how late; the counts filter the list. */
import { Button } from 'ant-design-vue';
import { PIECE_STATES, type PieceState } from '@jolly/core';
import type { ClassReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, ask, download, now } from '../../api/client';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { ClassMarksSheet, NudgeSheet, TakeHomeSheet } from '../collecting';
import { rememberClass, useScope, useTermLine } from '../termline';
import AttachmentList from './AttachmentList.vue';
import ExceptionSheet from './ExceptionSheet.vue';
import PieceTable from './PieceTable.vue';
import RescoreSheet from './RescoreSheet.vue';
import RubricView from './RubricView.vue';
import { AssignmentTabs } from '../marking';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import LinkButton from '../../ui/LinkButton.vue';
import PageActs from '../../ui/PageActs.vue';
import type { Act } from '../../ui/page-acts';

const { t, count, points, when } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const { kept } = useScope();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/assignments/:assignmentId/pieces', { params: { assignmentId: id.value } }),
  [id],
);
const assignment = computed(() => value.value?.assignment ?? null);
const lineClass = computed(() => (assignment.value ? line.classOf(assignment.value.classId) : undefined));
const zone = computed(() => lineClass.value?.zone ?? line.zone);
const rows = computed(() => value.value?.rows ?? []);
// A handout has no pieces to look at; it is where it is written.
watch(assignment, (one) => one?.kind === 'handout' && void router.replace({ path: `/compose/${one.briefId}`, query: kept.value }));
/** The same in other classes of this teacher. */
const sections = computed(() => value.value?.sections ?? []);
watch(
  () => assignment.value?.classId,
  (classId) => classId && rememberClass(classId),
  { immediate: true },
);
const filter = ref<PieceState | null>(null);
const group = ref('');
const groups = computed(() => [...new Set(rows.value.flatMap((row) => row.groups))].sort((a, b) => a.localeCompare(b)));

// What students do shows as they do it: only the rows that changed are asked for.
let waiting = new Set<string>();
let soon: ReturnType<typeof setTimeout> | undefined;
async function takeChanged(): Promise<void> {
  const ids = [...waiting];
  waiting = new Set();
  soon = undefined;
  const changed = await ask('GET /api/assignments/:assignmentId/pieces/changed', {
    params: { assignmentId: id.value },
    query: { of: ids.join(',') },
  }).catch(() => null);
  if (!changed || !value.value) return;
  const byId = new Map(changed.rows.map((row) => [row.student.id, row]));
  value.value = { ...value.value, rows: value.value.rows.map((row) => byId.get(row.student.id) ?? row) };
}
useLive<{ studentIds: string[] }>(
  () =>
    assignment.value && assignment.value.issuedAt !== null
      ? addressOf('GET /api/assignments/:assignmentId/live', { params: { assignmentId: id.value } })
      : null,
  (event) => {
    if (event === null) return void reload();
    for (const one of event.studentIds) waiting.add(one);
    soon ??= setTimeout(() => void takeChanged(), 500);
  },
);

const chosen = ref<string[]>([]);
const chosenRows = computed(() => rows.value.filter((row) => chosen.value.includes(row.student.id)));
const nudging = ref(false);
const taking = ref(false);
const noting = ref(false);
const handedIn = computed(() => rows.value.filter((row) => row.handedInAt !== null).length);
const inClass = computed(() => assignment.value?.how === 'inClass');
function nudged(ids: string[]): void {
  said.value = count('nudge.done', ids.length);
  chosen.value = [];
  void reload();
}
const WAYS = ['flowed', 'hardGoing', 'stuck'] as const;
const went = computed(() => WAYS.map((how) => ({ how, n: rows.value.filter((row) => row.collecting.went?.how === how).length })));
const wentSaid = computed(() => rows.value.filter((row) => row.collecting.went !== null).length);
const counts = computed(() =>
  PIECE_STATES.map((one) => ({ state: one, n: rows.value.filter((row) => row.state === one).length })).filter(({ n }) => n > 0),
);
const shown = computed(() =>
  rows.value.filter(
    (row) => (filter.value === null || row.state === filter.value) && (group.value === '' || row.groups.includes(group.value)),
  ),
);
const held = computed(() => rows.value.filter((row) => row.held).length);
const toScore = computed(() => rows.value.filter((row) => row.state === 'in' || row.state === 'inLate' || row.state === 'inClass').length);
const said = ref('');

const schoolClass = ref<ClassReply | null>(null);
const sheet = ref<{ open: boolean; about: { studentIds: string[] } | null }>({ open: false, about: null });
const rescoring = ref(false);
/** For one student, or for those ticked in the list. */
async function openSheet(studentId: string | null): Promise<void> {
  if (!assignment.value) return;
  schoolClass.value ??= await ask('GET /api/classes/:classId', { params: { classId: assignment.value.classId } });
  sheet.value = { open: true, about: { studentIds: studentId === null ? [...chosen.value] : [studentId] } };
}
// From one section to the next: who was ticked, and whose calendar it was, is of the one before.
watch(id, () => {
  [chosen.value, filter.value, group.value, said.value, schoolClass.value] = [[], null, '', '', null];
  [nudging.value, taking.value, noting.value, rescoring.value, sheet.value.open] = [false, false, false, false, false];
});
useShortcuts([
  { key: 'm', shown: 'M', does: 'assignment.mark', run: () => void router.push({ path: `/marking/${id.value}`, query: kept.value }) },
]);
const acts = computed<Act[]>(() => [
  { title: t('assignment.edit'), to: { path: `/compose/${assignment.value?.briefId ?? ''}`, query: kept.value } },
  ...(inClass.value
    ? [{ title: t('classMarks.title'), press: () => (noting.value = true) }]
    : [
        { title: t('takeHome.title'), press: () => (taking.value = true) },
        { title: t('overlap.title'), to: { path: `/assignments/${id.value}/overlap`, query: kept.value } },
        ...(assignment.value?.how === 'handIn'
          ? [{ title: t('walls.putOne'), to: { path: `/class/${assignment.value.classId}/walls`, query: { ...kept.value, of: id.value } } }]
          : []),
      ]),
  ...(assignment.value?.due === null || assignment.value?.issuedAt === null
    ? []
    : [
        {
          title: t('common.calendar.dueFile'),
          press: () => download('GET /api/assignments/:assignmentId/due.ics', 'due.ics', { params: { assignmentId: id.value } }),
        },
      ]),
]);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="assignment" class="page">
      <div class="heading">
        <h1 dir="auto" :data-of="lineClass?.name">{{ assignment.title || t('plan.untitled') }}</h1>
        <span class="small grow"
          >{{ lineClass?.name }} ·
          {{ assignment.points === null ? t('work.words') : t('assignment.outOf', { n: points(assignment.points) }) }} ·
          {{ assignment.due === null ? t('common.noDue') : t('common.due', { when: when(assignment.due, zone) })
          }}<template v-if="assignment.closes !== null">
            · {{ t('common.closes', { when: when(assignment.closes, zone) }) }}</template
          ></span
        >
        <PageActs :more="t(inClass ? 'assignment.moreInClass' : 'assignment.more')" :rest="acts">
          <LinkButton
            v-if="held > 0"
            :type="toScore === 0 ? 'primary' : 'default'"
            :to="{ path: `/marking/${id}`, query: { ...kept, return: 'held' } }"
            >{{ t('assignment.returnHeld', { n: held }) }}</LinkButton
          >
          <LinkButton :type="toScore > 0 || held === 0 ? 'primary' : 'default'" :to="{ path: `/marking/${id}`, query: kept }"
            >{{ t('assignment.mark') }} <span class="key">M</span></LinkButton
          >
        </PageActs>
      </div>
      <nav v-if="sections.length > 1" class="row wrap sections" :aria-label="t('assignment.sections')">
        <LinkButton
          v-for="one in sections"
          :key="one.assignmentId"
          size="small"
          :aria-current="one.assignmentId === id ? 'page' : undefined"
          :to="{ path: `/assignments/${one.assignmentId}`, query: kept }"
          ><ClassSquare :hue="line.classOf(one.classId)?.hue ?? 0" />{{ ' '
          }}<span dir="auto">{{ line.classOf(one.classId)?.name }}</span></LinkButton
        >
      </nav>
      <AssignmentTabs
        v-if="assignment.issuedAt !== null && assignment.issuedAt <= now()"
        :id="id"
        :by="assignment.scoring.by"
        :how="assignment.how"
      />
      <p v-if="said" class="note" role="status">{{ said }}</p>
      <p v-if="assignment.issuedAt === null" class="note">{{ t('assignment.draftNotice') }}</p>
      <p v-else-if="assignment.issuedAt > now()" class="note">{{ t('compose.issuedLater', { when: when(assignment.issuedAt, zone) }) }}</p>
      <p v-if="value && value.rescorable > 0" class="note row wrap">
        <span class="grow">{{ count('rubric.changed', value.rescorable) }}</span><Button @click="rescoring = true">
          {{ t('rubric.changedLook') }}
        </Button>
      </p>
      <FoldedPart class="task" :title="t('piece.toDo')">
        <RichTextView :text="assignment.instructions" /><AttachmentList
          class="with"
          :attachments="assignment.attachments"
          :spoken="assignment.spoken"
        /><RubricView v-if="assignment.scoring.by === 'rubric'" class="with" :rubric="assignment.scoring.rubric" />
      </FoldedPart>
      <div class="row wrap filters" role="group" :aria-label="t('assignment.states')">
        <ToggleButton :on="filter === null" @click="filter = null"> {{ t('assignment.allStates') }} {{ rows.length }} </ToggleButton>
        <ToggleButton
          v-for="one in counts"
          :key="one.state"
          :on="filter === one.state"
          class="state-chip"
          @click="filter = filter === one.state ? null : one.state"
        >
          <SignalFlag :state="one.state" /> {{ t(`state.${one.state}`) }} {{ one.n }}
        </ToggleButton>
        <SelectField
          v-if="groups.length > 0"
          v-model="group"
          :label="t('assignment.byGroup')"
          class="group"
          :options="[{ value: '', label: t('assignment.allGroups') }, ...groups.map((one) => ({ value: one, label: one }))]"
        />
        <div class="acts">
          <Button v-if="chosen.length > 0 && !inClass" @click="nudging = true">
            {{ count('nudge.chosen', chosen.length) }}
          </Button>
          <Button size="small" @click="openSheet(null)">
            {{ chosen.length > 0 ? count('compose.giveChosen', chosen.length) : t('compose.give') }}
          </Button>
        </div>
      </div>
      <p v-if="wentSaid > 0" class="small went">
        {{ t('went.summary', { n: wentSaid }) }}
        <span v-for="one in went" :key="one.how" class="one-went"
          ><strong>{{ one.n }}</strong> {{ t(`went.${one.how}`) }}</span
        >
      </p>
      <PieceTable
        v-model:chosen="chosen"
        :assignment-id="id"
        :rows="shown"
        :in-class="inClass"
        :zone="zone"
        :seen-at-home="value?.seenAtHome ?? []"
        :none="rows.length === 0 ? t('assignment.empty') : t('assignment.noneInFilter')"
        @give="openSheet"
      />
    </div>
    <ExceptionSheet
      v-if="assignment"
      :open="sheet.open"
      :assignment-id="id"
      :rows="rows"
      :class-id="assignment.classId"
      :group-dates="value?.groupDates ?? []"
      :about="sheet.about"
      :issued="assignment.issuedAt !== null"
      :calendar="schoolClass?.calendar ?? null"
      :usual-time="schoolClass?.dueTime ?? null"
      :zone="zone"
      :base="assignment"
      @close="sheet.open = false"
      @changed="reload"
    />
    <NudgeSheet
      v-if="assignment"
      :open="nudging"
      :assignment-id="id"
      :title="assignment.title"
      :due="assignment.due === null ? t('common.noDue') : t('common.due', { when: when(assignment.due, zone) })"
      :rows="chosenRows"
      @close="nudging = false"
      @nudged="nudged"
    />
    <TakeHomeSheet
      v-if="assignment"
      :open="taking"
      :assignment-id="id"
      :class-id="assignment.classId"
      :handed-in="handedIn"
      @close="taking = false"
      @changed="reload"
    />
    <ClassMarksSheet v-if="assignment" :open="noting" :assignment-id="id" :rows="rows" @close="noting = false" @stored="reload" />
    <RescoreSheet v-if="assignment" :open="rescoring" :assignment-id="id" @close="rescoring = false" @changed="reload" />
  </LoadGate>
</template>

<style scoped>
.task {
  margin-block-end: 14px;
}
.filters {
  margin-block-end: 12px;
  gap: 6px;
}
.state-chip {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.with {
  margin-block-start: 10px;
}
.group {
  width: auto;
  min-height: 30px;
  padding-block: 2px;
  font-size: 13.5px;
}
.acts {
  display: flex;
  gap: 6px;
  margin-inline-start: auto;
}
.went {
  margin-block-end: 10px;
}
.one-went {
  margin-inline-start: 14px;
}
a.ant-btn {
  text-decoration: none;
}
.sections {
  gap: 6px;
  margin-block-end: 10px;
}
.sections .ant-btn[aria-current] {
  background: var(--act);
  color: var(--on-act);
}
</style>
