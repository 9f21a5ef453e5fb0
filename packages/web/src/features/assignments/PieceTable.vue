<script setup lang="ts">
/** The students of an assignment: each piece’s state, dates, hand-in and score. */
import { Button, Checkbox } from 'ant-design-vue';
import type { PieceRow } from '@jolly/server/contract';
import { computed } from 'vue';
import StateWord from '../../ui/StateWord.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useTrail } from './use-trail';
import { withOrWithout } from '../../ui/with-or-without';

const props = defineProps<{ assignmentId: string; rows: readonly PieceRow[]; inClass: boolean; zone: string; none: string }>();
defineEmits<{ give: [studentId: string] }>();
/** students whose rows are ticked */
const chosen = defineModel<string[]>('chosen', { required: true });
const { t, name, count, length, points, when } = useWords();
const trail = useTrail();
const { kept } = useScope();
const allChosen = computed({
  get: () => props.rows.length > 0 && props.rows.every((row) => chosen.value.includes(row.student.id)),
  set: (all) => (chosen.value = all ? props.rows.map((row) => row.student.id) : []),
});
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
const scoreText = (row: PieceRow) => (row.score?.effective == null ? (row.score ? '–' : '') : points(row.score.effective));
</script>

<template>
  <div class="sheet wide-table">
    <table class="table">
      <thead>
        <tr>
          <th class="check"><Checkbox v-model:checked="allChosen" :aria-label="t('assignment.chooseAll')" /></th>
          <th>{{ t('assignment.columns.student') }}</th>
          <th>{{ t('assignment.columns.state') }}</th>
          <th>{{ t('assignment.columns.due') }}</th>
          <th>{{ t(inClass ? 'assignment.columns.inClass' : 'assignment.columns.soFar') }}</th>
          <th v-if="!inClass">{{ t('assignment.columns.handedIn') }}</th>
          <th class="number">{{ t('assignment.columns.score') }}</th>
          <th>{{ t('assignment.columns.read') }}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.student.id">
          <td class="check">
            <Checkbox
              :checked="chosen.includes(row.student.id)"
              @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, row.student.id, on))"
              :aria-label="name(row.student)"
            />
          </td>
          <td>
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
          </td>
          <td>
            <StateWord v-if="row.state" :state="row.state" /><span v-if="row.state === 'missing'" class="muted small"
              >, {{ row.stillAccepted ? t('assignment.stillAccepted') : t('assignment.closedNow') }}</span
            ><span v-if="row.overdue" class="alarm small">, {{ t('assignment.overdue') }}</span>
          </td>
          <td>
            <span v-if="row.state === 'excused'" class="muted" dir="auto">{{ row.exception?.reason || '–' }}</span>
            <span v-else :title="trail.sentences(row.trail, zone).join('\n')"
              >{{ row.window.due === null ? t('common.noDue') : when(row.window.due, zone)
              }}<span v-if="row.trail.length > 0" class="muted small own" dir="auto">{{ trail.reasons(row.trail) }}</span></span
            >
          </td>
          <td v-if="inClass" class="small">{{ row.collecting.mark ? t(`classMarks.${row.collecting.mark}`) : '' }}</td>
          <td v-else class="small">
            <RouterLink class="row-link so-far" :to="{ path: `/assignments/${assignmentId}/follow/${row.student.id}`, query: kept }">{{
              soFar(row)
            }}</RouterLink><span v-if="row.collecting.went" class="own muted" :title="row.collecting.went.line" dir="auto"
              >{{ t(`went.${row.collecting.went.how}`)
              }}<template v-if="row.collecting.went.line">: {{ row.collecting.went.line }}</template></span
            ><span v-if="row.collecting.nudgedAt !== null" class="own muted">{{ t('nudge.today') }}</span>
          </td>
          <td v-if="!inClass">
            <template v-if="row.handedInAt !== null"
              >{{ when(row.handedInAt, zone)
              }}<span v-if="row.lateBy > 0" class="alarm small after">{{
                t('common.late', { length: length(row.lateBy) })
              }}</span></template
            >
          </td>
          <td class="number">
            <strong>{{ scoreText(row) }}</strong><span v-if="row.held" class="muted small after">{{ t('assignment.held') }}</span>
          </td>
          <td class="muted small">
            <template v-if="row.returnedAt !== null">{{ row.readAt !== null ? when(row.readAt, zone) : t('assignment.notRead') }}</template>
          </td>
          <td class="end">
            <Button type="link" @click="$emit('give', row.student.id)">
              {{ t('assignment.giveTime') }}{{ ' ' }}<span class="hidden-text">{{ name(row.student) }}</span>
            </Button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length === 0" class="none muted">{{ none }}</p>
  </div>
</template>

<style scoped>
.own {
  display: block;
}
.none {
  padding: 18px;
}
.check {
  width: 28px;
  padding-inline-end: 0;
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
.end {
  text-align: end;
}
td .ant-btn {
  min-height: 28px;
  padding-block: 2px;
  white-space: nowrap;
}
</style>
