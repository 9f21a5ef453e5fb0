<script setup lang="ts">
/** The students of an assignment: each piece’s state, dates, hand-in and score. */
import { Button } from 'ant-design-vue';
import type { PieceRow } from '@jolly/server/contract';
import { computed } from 'vue';
import StateWord from '../../ui/StateWord.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useTrail } from './use-trail';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';

const props = defineProps<{
  assignmentId: string;
  rows: readonly PieceRow[];
  inClass: boolean;
  zone: string;
  none: string;
  /** who ticked at home that they have seen what came back */ seenAtHome?: readonly { studentId: string; by: string; at: number }[];
}>();
defineEmits<{ give: [studentId: string] }>();
/** students whose rows are ticked */
const chosen = defineModel<string[]>('chosen', { required: true });
const { t, name, count, length, points, when } = useWords();
const trail = useTrail();
const { kept } = useScope();
const columns = computed((): ListColumn<PieceRow>[] => [
  { key: 'student', title: t('assignment.columns.student'), sort: byText((row) => `${row.student.familyName} ${row.student.givenName}`) },
  { key: 'state', title: t('assignment.columns.state'), sort: byText((row) => (row.state ? t(`state.${row.state}`) : '')) },
  { key: 'due', title: t('assignment.columns.due'), sort: byNumber((row) => row.window.due), hideable: true },
  props.inClass
    ? { key: 'inClass', title: t('assignment.columns.inClass'), sort: byText((row) => row.collecting.mark ?? '') }
    : { key: 'soFar', title: t('assignment.columns.soFar'), sort: byNumber((row) => row.collecting.activeAt), hideable: true },
  ...(props.inClass
    ? []
    : [{ key: 'handedIn', title: t('assignment.columns.handedIn'), sort: byNumber((row: PieceRow) => row.handedInAt), hideable: true }]),
  { key: 'score', title: t('assignment.columns.score'), number: true, sort: byNumber((row) => row.score?.effective) },
  { key: 'read', title: t('assignment.columns.read'), sort: byNumber((row) => row.readAt), hideable: true },
  { key: 'give', title: t('assignment.giveTime'), acts: true },
]);
/** How far a student is, in a few words. */
function soFar({ collecting, state: at }: PieceRow): string {
  const { seenAt, begunAt, activeAt, words } = collecting;
  if (begunAt === null) return seenAt === null ? t('follow.notOpened') : t('follow.openedAt', { when: when(seenAt, props.zone) });
  const parts = [
    words !== null && words > 0 ? count('desk.words', words) : '',
    activeAt !== null && at !== 'returned' ? t('follow.activeAt', { when: when(activeAt, props.zone) }) : '',
  ];
  return parts.filter(Boolean).join(' · ') || t('follow.begunAt', { when: when(begunAt, props.zone) });
}
function homeText(studentId: string): string {
  const ticks = (props.seenAtHome ?? []).filter((one) => one.studentId === studentId);
  const last = ticks.at(-1);
  return last ? t('assignment.seenAtHome', { names: ticks.map((one) => one.by).join(', '), when: when(last.at, props.zone) }) : '';
}
const scoreText = (row: PieceRow) => (row.score?.effective == null ? (row.score ? '–' : '') : points(row.score.effective));
</script>

<template>
  <ListTable
    v-model:chosen="chosen"
    name="pieces"
    :label="t('assignment.columns.student')"
    :rows="rows"
    :columns="columns"
    :key-of="(row) => row.student.id"
    :name-of="(row) => name(row.student)"
    :empty="none"
  >
    <template #student="{ row }">
      <RouterLink class="row-link" :to="{ path: `/marking/${assignmentId}/${row.student.id}`, query: kept }" dir="auto">{{
        name(row.student)
      }}</RouterLink><span v-if="row.collecting.team" class="muted small own" dir="auto">{{ row.collecting.team }}</span
      ><RouterLink
        v-if="row.collecting.unread > 0"
        class="unread small"
        :to="{ path: `/assignments/${assignmentId}/follow/${row.student.id}`, query: kept }"
        >{{ count('talk.unread', row.collecting.unread) }}</RouterLink
      ><RouterLink
        v-if="row.collecting.unreadNotes > 0"
        class="unread small"
        :to="{ path: `/marking/${assignmentId}/${row.student.id}`, query: kept }"
        >{{ count('notes.unread', row.collecting.unreadNotes) }}</RouterLink
      >
    </template>
    <template #state="{ row }">
      <StateWord v-if="row.state" :state="row.state" /><span v-if="row.state === 'missing'" class="muted small"
        >, {{ row.stillAccepted ? t('assignment.stillAccepted') : t('assignment.closedNow') }}</span
      ><span v-if="row.overdue" class="alarm small">, {{ t('assignment.overdue') }}</span>
    </template>
    <template #due="{ row }">
      <span v-if="row.state === 'excused'" class="muted" dir="auto">{{ row.exception?.reason || '–' }}</span>
      <span v-else :title="trail.sentences(row.trail, zone).join('\n')"
        >{{ row.window.due === null ? t('common.noDue') : when(row.window.due, zone)
        }}<span v-if="row.trail.length > 0" class="muted small own" dir="auto">{{ trail.reasons(row.trail) }}</span></span
      >
    </template>
    <template #inClass="{ row }"
      ><span class="small">{{ row.collecting.mark ? t(`classMarks.${row.collecting.mark}`) : '' }}</span></template
    >
    <template #soFar="{ row }">
      <RouterLink class="row-link small so-far" :to="{ path: `/assignments/${assignmentId}/follow/${row.student.id}`, query: kept }">{{
        soFar(row)
      }}</RouterLink><span v-if="row.collecting.went" class="own muted small" :title="row.collecting.went.line" dir="auto"
        >{{ t(`went.${row.collecting.went.how}`)
        }}<template v-if="row.collecting.went.line">: {{ row.collecting.went.line }}</template></span
      ><span v-if="row.collecting.nudgedAt !== null" class="own muted small">{{ t('nudge.today') }}</span>
    </template>
    <template #handedIn="{ row }">
      <template v-if="row.handedInAt !== null"
        >{{ when(row.handedInAt, zone)
        }}<span v-if="row.lateBy > 0" class="alarm small after">{{ t('common.late', { length: length(row.lateBy) }) }}</span></template
      >
    </template>
    <template #score="{ row }">
      <strong>{{ scoreText(row) }}</strong><span v-if="row.held" class="muted small after">{{ t('assignment.held') }}</span>
    </template>
    <template #read="{ row }">
      <span v-if="row.returnedAt !== null" class="muted small">{{
        row.readAt !== null ? when(row.readAt, zone) : t('assignment.notRead')
      }}</span><span v-if="homeText(row.student.id)" class="small good home" dir="auto">{{ homeText(row.student.id) }}</span></template
    >
    <template #give="{ row }">
      <Button type="link" class="give" @click="$emit('give', row.student.id)">
        {{ t('assignment.giveTime') }} <span class="hidden-text">{{ name(row.student) }}</span>
      </Button>
    </template>
  </ListTable>
</template>

<style scoped>
.own {
  display: block;
}
.so-far {
  font-weight: 400;
}
.after {
  white-space: nowrap;
}
.unread {
  display: inline-block;
  padding: 0 8px;
  border-radius: 9px;
  background: var(--surface-now);
}
.give {
  white-space: nowrap;
}
.home {
  display: block;
}
</style>
