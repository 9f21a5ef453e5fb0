<script setup lang="ts">
/** A class's work by unit: units in the teacher's order, what is filed under each in its order. Both are dragged, or moved with buttons. */
import { Button, Input } from 'ant-design-vue';
import type { PlanCard, PlanReply, UnitsRequest } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { dateText, localDayLong } from '../../time/format';
import { arrowFor } from '../../ui/arrows';
import { vSortable, type Moved } from '../../ui/sortable';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { cardPath, stageOf } from './card';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ plan: PlanReply }>();
const emit = defineEmits<{ changed: [] }>();
const { t } = useWords();
const line = useTermLine();
const scope = useScope();
const { problem, attempt } = useAttempt();
const newUnit = ref<Record<string, string>>({});

const byPosition = (a: PlanCard, b: PlanCard) => a.position - b.position || (a.due ?? Infinity) - (b.due ?? Infinity) || 0;
const boards = computed(() =>
  props.plan.classes.map((one) => {
    const cards = props.plan.cards.filter((card) => card.classId === one.classId);
    const known = new Set(one.units.map((unit) => unit.id));
    const lists = [...one.units.map((unit) => ({ id: unit.id as string | null, name: unit.name })), { id: null, name: t('plan.noUnit') }];
    return {
      one,
      name: line.classOf(one.classId)?.name ?? '',
      hue: line.classOf(one.classId)?.hue ?? 0,
      lists: lists.map((list) => ({
        ...list,
        cards: cards
          .filter((card) => (list.id === null ? card.unitId === null || !known.has(card.unitId) : card.unitId === list.id))
          .sort(byPosition),
      })),
    };
  }),
);
type Board = (typeof boards.value)[number];

const store = async (work: () => Promise<unknown>) => {
  await attempt(work);
  emit('changed');
};
const order = (board: Board, unitId: string | null, ids: string[]) =>
  store(() => ask('PUT /api/classes/:classId/order', { params: { classId: board.one.classId }, body: { unitId, assignmentIds: ids } }));
const units = (board: Board, wanted: UnitsRequest['units']) =>
  store(() => ask('PUT /api/classes/:classId/units', { params: { classId: board.one.classId }, body: { units: wanted } }));

function dropped(board: Board, { from, to, oldIndex, newIndex }: Moved): void {
  const idOf = (list: string) => (list === '' ? null : list);
  const card = board.lists.find((list) => list.id === idOf(from))?.cards[oldIndex];
  const target = board.lists.find((list) => list.id === idOf(to));
  if (!card || !target) return;
  const ids = target.cards.map((one) => one.assignmentId).filter((id) => id !== card.assignmentId);
  ids.splice(newIndex, 0, card.assignmentId);
  void order(board, target.id, ids);
}
function step(board: Board, list: Board['lists'][number], index: number, by: number): void {
  const ids = list.cards.map((one) => one.assignmentId);
  const [id] = ids.splice(index, 1);
  if (!id) return;
  ids.splice(index + by, 0, id);
  void order(board, list.id, ids);
}
function stepUnit(board: Board, index: number, by: number): void {
  const wanted = [...board.one.units];
  const [unit] = wanted.splice(index, 1);
  if (!unit) return;
  wanted.splice(index + by, 0, unit);
  void units(board, wanted);
}
function dropUnit(board: Board, { oldIndex, newIndex }: Moved): void {
  if (oldIndex !== newIndex) stepUnit(board, oldIndex, newIndex - oldIndex);
}
function add(board: Board): void {
  const name = (newUnit.value[board.one.classId] ?? '').trim();
  if (name === '') return;
  newUnit.value[board.one.classId] = '';
  void units(board, [...board.one.units, { id: null, name }]);
}
function stage(card: PlanCard): string {
  const of = stageOf(card, now());
  if (of === 'draft') return t('plan.draft');
  if (of === 'timed') return t('plan.goesOut', { when: dateText(card.issuedAt!, line.zone) });
  return card.day ? localDayLong(card.day) : '';
}
const address = (card: PlanCard) => ({ path: cardPath(card, now()), query: scope.kept.value });
</script>

<template>
  <ProblemNote :problem="problem" />
  <section v-for="board in boards" :key="board.one.classId" class="board" :style="{ '--hue': `var(--hue-${board.hue})` }">
    <h2 dir="auto">{{ board.name }}</h2>
    <div
      v-sortable="{ group: `units ${board.one.classId}`, list: 'units', moved: (move: Moved) => dropUnit(board, move), handle: '.handle' }"
      class="units"
    >
      <div v-for="(list, index) in board.lists" :key="list.id ?? ''" class="sheet unit" :data-drag="list.id === null ? undefined : ''">
        <div class="row head">
          <h3 class="grow clip" :class="{ handle: list.id !== null, muted: list.id === null }" dir="auto">{{ list.name }}</h3>
          <template v-if="list.id !== null"
            ><Button
              type="link"
              :disabled="index === 0"
              :aria-label="t('plan.unitUp', { name: list.name })"
              @click="stepUnit(board, index, -1)"
            >
              {{ arrowFor(-1).shown }}</Button
            ><Button
              type="link"
              :disabled="index >= board.one.units.length - 1"
              :aria-label="t('plan.unitDown', { name: list.name })"
              @click="stepUnit(board, index, 1)"
            >
              {{ arrowFor(1).shown }}
            </Button></template
          >
        </div>
        <ul
          v-sortable="{ group: `cards ${board.one.classId}`, list: list.id ?? '', moved: (move: Moved) => dropped(board, move) }"
          class="plain cards"
        >
          <li v-for="(card, at) in list.cards" :key="card.assignmentId" class="card row" data-drag>
            <RouterLink class="grow clip" :to="address(card)" draggable="false" dir="auto">{{
              card.title || t('plan.untitled')
            }}</RouterLink><span class="muted small nowrap">{{ stage(card) }}</span>
            <Button
              type="link"
              class="step"
              :disabled="at === 0"
              :aria-label="t('plan.cardUp', { title: card.title })"
              @click="step(board, list, at, -1)"
            >
              ↑</Button
            ><Button
              type="link"
              class="step"
              :disabled="at === list.cards.length - 1"
              :aria-label="t('plan.cardDown', { title: card.title })"
              @click="step(board, list, at, 1)"
            >
              ↓
            </Button>
          </li>
        </ul>
      </div>
      <FieldForm lies="row" class="unit add" @send="add(board)">
        <Input
          :value="newUnit[board.one.classId] ?? ''"
          :placeholder="t('plan.newUnit')"
          :aria-label="t('plan.newUnit')"
          :maxlength="80"
          dir="auto"
          @update:value="(typed: string) => (newUnit[board.one.classId] = typed)"
        /><Button html-type="submit">{{ t('plan.addUnit') }}</Button>
      </FieldForm>
    </div>
  </section>
</template>

<style scoped>
.board {
  margin-block-end: 22px;
}
.board h2 {
  margin-block-end: 8px;
  border-inline-start: 5px solid var(--hue);
  padding-inline-start: 8px;
}
.units {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 10px;
  align-items: start;
}
.unit {
  padding: 8px 10px;
}
.unit h3 {
  font-size: 15px;
}
.handle {
  cursor: grab;
}
.cards {
  min-height: 34px;
}
.card {
  gap: 6px;
  padding: 3px 6px;
  border-inline-start: 3px solid var(--hue);
  background: var(--surface);
  margin-block: 4px;
  cursor: grab;
}
.step {
  min-height: 24px;
  padding: 0 5px;
}
.nowrap {
  white-space: nowrap;
}
.add {
  border: 1px dashed var(--line);
  border-radius: 8px;
}
</style>
