<script setup lang="ts">
/** The students and groups with other dates, and why; who is left is listed when asked for. */
import { Button } from 'ant-design-vue';
import type { AssignmentPiecesReply, BriefReply, ClassReply, SetFor } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useWords } from '../../ui/use-words';
import { useTrail } from './use-trail';

const props = defineProps<{
  classes: readonly ClassReply[];
  sets: readonly SetFor[];
  /** null: not stored yet, so that no exception can hang on it */
  brief: BriefReply | null;
  /** of each class in which it is stored: its pieces */
  stored: readonly { set: SetFor; reply: AssignmentPiecesReply }[];
}>();
defineEmits<{ give: [classId: string, whom: { studentIds?: string[]; groupId?: string } | null] }>();
const { t, name, count, when } = useWords();
const trail = useTrail();
const classOf = (id: string) => props.classes.find((one) => one.id === id);
const zoneOf = (id: string) => classOf(id)?.calendar.zone ?? 'UTC';
const several = computed(() => props.sets.length > 1);

const others = computed(() =>
  props.stored.flatMap(({ set, reply }) =>
    reply.rows.filter((row) => row.exception || row.trail.some((step) => step.layer !== 'group')).map((row) => ({ set, row })),
  ),
);
const groupDates = computed(() => props.stored.flatMap(({ set, reply }) => reply.groupDates.map((date) => ({ set, date }))));
const rest = computed(() =>
  props.stored.flatMap(({ set, reply }) =>
    reply.rows.filter((row) => !others.value.some((other) => other.row === row)).map((row) => ({ set, row })),
  ),
);
const inOther = computed(() => {
  const byClass = new Map<string, string[]>();
  for (const { reply } of props.stored)
    for (const { className, student } of reply.inOther) byClass.set(className, [...(byClass.get(className) ?? []), name(student)]);
  return [...byClass].map(([className, names]) => ({ className, names }));
});
const seeAll = ref(false);
</script>

<template>
  <div class="others">
    <h3>
      {{ count('compose.others', others.length) }} <span v-if="others.length > 0" class="muted small">{{ t('compose.andWhy') }}</span>
    </h3>
    <ul class="plain">
      <li v-for="{ set, row } in others" :key="`${set.classId} ${row.student.id}`">
        <button
          type="button"
          class="other"
          :title="trail.sentences(row.trail, zoneOf(set.classId)).join('\n')"
          @click="$emit('give', set.classId, { studentIds: [row.student.id] })"
        >
          <strong dir="auto">{{ name(row.student) }}</strong>
          <span>
            <template v-if="row.exception?.excused">{{ t('compose.excused') }}</template>
            <template v-else>{{ row.window.due === null ? t('common.noDue') : when(row.window.due, zoneOf(set.classId)) }}</template>
            <span v-if="row.window.closes !== null && !row.exception?.excused" class="muted">
              · {{ t('common.closes', { when: when(row.window.closes, zoneOf(set.classId)) }) }}</span
            >
            <span class="muted small reason" dir="auto">{{
              row.exception?.excused ? row.exception.reason : trail.reasons(row.trail) || row.exception?.reason
            }}</span>
          </span>
        </button>
      </li>
      <li v-for="{ set, date } in groupDates" :key="date.groupId">
        <button type="button" class="other" @click="$emit('give', set.classId, { groupId: date.groupId })">
          <strong dir="auto">{{ t('compose.groupOf', { name: date.groupName, n: date.students }) }}</strong>
          <span
            >{{ date.due == null ? t('compose.groupDate') : when(date.due, zoneOf(set.classId))
            }}<span v-if="date.closes != null" class="muted">
              · {{ t('common.closes', { when: when(date.closes, zoneOf(set.classId)) }) }}</span
            ><span class="muted small reason" dir="auto"
              >{{ date.reason || t('compose.groupDate') }}<template v-if="date.dissolved">, {{ t('compose.dissolved') }}</template></span
            ></span
          >
        </button>
      </li>
    </ul>
    <p v-for="one in inOther" :key="one.className" class="small muted">
      {{ t('compose.inOther', { names: one.names.join(', '), className: one.className }, one.names.length) }}
    </p>
    <div class="row wrap">
      <Button v-for="set in sets" :key="set.classId" size="small" :disabled="!brief" @click="$emit('give', set.classId, null)">
        {{ t('compose.give') }}<template v-if="several"> · {{ classOf(set.classId)?.label }}</template>
      </Button>
      <Button v-if="rest.length > 0" type="link" :aria-expanded="seeAll" @click="seeAll = !seeAll">
        {{ seeAll ? t('compose.hideAll') : t('compose.seeAll', { n: rest.length + others.length }) }}
      </Button>
    </div>
    <ul v-if="seeAll" class="plain rest">
      <li v-for="{ set, row } in rest" :key="`${set.classId} ${row.student.id}`" class="other">
        <span dir="auto">{{ name(row.student) }}</span><span class="muted"
          >{{ row.window.due === null ? t('common.noDue') : when(row.window.due, zoneOf(set.classId))
          }}<template v-if="row.trail.length > 0"> · {{ trail.reasons(row.trail) }}</template></span
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.others h3 {
  margin-block-end: 6px;
}
.other {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 8px;
  width: 100%;
  text-align: start;
  background: none;
  border: 0;
  border-block-end: 1px solid var(--line);
  padding: 7px 2px;
  color: inherit;
  font-size: 14px;
}
button.other {
  cursor: pointer;
}
button.other:hover {
  background: var(--surface-now);
}
.reason {
  display: block;
}
.rest {
  max-height: 220px;
  overflow: auto;
}
.others .row {
  margin-block-start: 8px;
}
</style>
