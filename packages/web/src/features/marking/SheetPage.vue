<script setup lang="ts">
/**
 * The class sheet: every student of an assignment on one page, score, remark and who was absent. A row is held
 * as it is left; a column comes in from a spreadsheet, looked at first.
 */
import { Button, Input, Textarea } from 'ant-design-vue';
import { EMPTY_TEXT, parsePoints, plainText, textOf } from '@jolly/core';
import type { DeskPieceReply, PieceRow, ScoresRequest } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import StateWord from '../../ui/StateWord.vue';
import { useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useScope, useTermLine } from '../termline';
import FillSheet from './FillSheet.vue';
import type { HoldMany } from './hold-many';
import PasteScores from './PasteScores.vue';
import ReturnSheet from './ReturnSheet.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import ListTable from '../../ui/ListTable.vue';
import AssignmentTabs from './AssignmentTabs.vue';
import PageActs from '../../ui/PageActs.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count, name, number, points } = useWords();
const route = useRoute();
const { kept } = useScope();
const line = useTermLine();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/assignments/:assignmentId/pile', { params: { assignmentId: id.value } }),
  [id],
);
const { problem, busy, attempt } = useAttempt();
const assignment = computed(() => value.value?.assignments[0] ?? null);
const rows = computed(() =>
  (value.value?.rows ?? [])
    .filter((row) => row.state !== null && row.state !== 'excused')
    .sort((a, b) => a.student.familyName.localeCompare(b.student.familyName) || a.student.givenName.localeCompare(b.student.givenName)),
);
const zone = computed(() => (assignment.value ? (line.classOf(assignment.value.classId)?.zone ?? line.zone) : line.zone));
const byPoints = computed(() => assignment.value?.points != null && assignment.value.scoring.by === 'points');

/** What is typed in each row; what is not held yet stays in this browser. */
interface Typed {
  score: string;
  remark: string;
}
const own = useOwnWords<Record<string, Typed>>({});
const { typed } = own;
const failed = ref<Record<string, string>>({});
const held = ref<Record<string, boolean>>({});
const me = useSession().me?.id ?? '';
const keepKey = computed(() => `jolly-sheet ${me} ${id.value}`);
const asStored = (row: PieceRow): Typed => ({
  score: row.score?.earned == null ? '' : points(row.score.earned),
  remark: row.score ? plainText(row.score.remark).trim() : '',
});
const isChanged = (row: PieceRow) => JSON.stringify(typed.value[row.student.id]) !== JSON.stringify(asStored(row));
const allStored = () => Object.fromEntries(rows.value.map((row) => [row.student.id, asStored(row)]));
let shownOf = '';
watch(
  value,
  () => {
    if (!value.value) return;
    if (shownOf === id.value) return own.arrive(allStored());
    shownOf = id.value;
    [failed.value, held.value] = [{}, {}];
    own.begin(allStored());
    const before = JSON.parse(localStorage.getItem(keepKey.value) ?? '{}') as Record<string, Typed>;
    for (const row of rows.value) typed.value[row.student.id] = before[row.student.id] ?? asStored(row);
  },
  { immediate: true },
);
watch(
  typed,
  () => {
    const open = Object.fromEntries(rows.value.filter(isChanged).map((row) => [row.student.id, typed.value[row.student.id]]));
    if (Object.keys(open).length > 0) localStorage.setItem(keepKey.value, JSON.stringify(open));
    else localStorage.removeItem(keepKey.value);
  },
  { deep: true },
);

/** Takes in rows as they are stored now. @param sent what was typed in them when it was sent: what was typed since stays */
function refresh(fresh: readonly PieceRow[], sent: Record<string, Typed>): void {
  const list = value.value;
  if (!list) return;
  const by = new Map(fresh.map((row) => [row.student.id, row]));
  value.value = { ...list, rows: list.rows.map((row) => ({ ...(by.get(row.student.id) ?? row), assignmentId: row.assignmentId })) };
  own.arrive(allStored(), { ...own.before.value, ...sent });
}
const remarkOf = (row: PieceRow, text: string) =>
  row.score && plainText(row.score.remark).trim() === text.trim()
    ? row.score.remark
    : text.trim() === ''
      ? EMPTY_TEXT
      : textOf(text.trim());
/** Rows that were left while they were being held are held again after it. */
const going = new Map<string, Promise<void>>();
async function holdRow(studentId: string, bonus = false): Promise<void> {
  await going.get(studentId);
  const row = rows.value.find((one) => one.student.id === studentId);
  const now = typed.value[studentId] && { ...typed.value[studentId] };
  if (!row || !now || !isChanged(row)) return void delete failed.value[studentId];
  const earned = now.score.trim() === '' ? null : parsePoints(now.score);
  if (now.score.trim() !== '' && earned === null) return void (failed.value[studentId] = t('desk.badNumber'));
  if (earned === null && now.remark.trim() === '' && !row.score) return;
  const max = assignment.value?.points ?? null;
  if (!bonus && earned !== null && max !== null && earned > max)
    return void (failed.value[studentId] = t('desk.aboveMax', { a: points(earned), b: points(max) }));
  const work = (async () => {
    try {
      const keeps = !byPoints.value ? { earned: null, chosen: row.score?.chosen ?? null } : { earned, chosen: null };
      const reply = await ask('PUT /api/assignments/:assignmentId/pieces/:studentId/score', {
        params: { assignmentId: id.value, studentId },
        body: { ...keeps, remark: remarkOf(row, now.remark), words: row.score?.words ?? {}, bonusConfirmed: bonus, version: row.version },
      });
      delete failed.value[studentId];
      refresh([reply.row], { [studentId]: now });
      held.value[studentId] = true;
    } catch (error) {
      const current = error instanceof ApiProblem && error.code === 'conflict.changedMeanwhile' ? (error.current as DeskPieceReply) : null;
      failed.value[studentId] = current?.row.score
        ? t('sheet.conflict', {
            by: current.row.score.by,
            score: current.row.score.earned === null ? '–' : points(current.row.score.earned),
          })
        : error instanceof ApiProblem
          ? error.title
          : String(error);
      // The newer version is known now: what was typed can be held over it, knowingly.
      if (current && value.value)
        value.value = {
          ...value.value,
          rows: value.value.rows.map((one) => (one.student.id === studentId ? { ...current.row, assignmentId: one.assignmentId } : one)),
        };
    }
  })();
  going.set(studentId, work);
  await work;
  going.delete(studentId);
}
const isAbove = (studentId: string) => {
  const earned = parsePoints(typed.value[studentId]?.score ?? '');
  return earned !== null && assignment.value?.points != null && earned > assignment.value.points;
};
/** Up and down the column with the arrows and Enter, as in a spreadsheet. */
function move(event: KeyboardEvent, index: number, column: 'score' | 'remark'): void {
  const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' || event.key === 'Enter' ? 1 : 0;
  // In a remark of several lines the arrows go by line; Shift with Enter begins one.
  const inLines = column === 'remark' && (event.target as HTMLTextAreaElement).value.includes('\n');
  if (step === 0 || event.shiftKey || (inLines && event.key !== 'Enter')) return;
  event.preventDefault();
  const next = document.querySelector<HTMLInputElement | HTMLTextAreaElement>(`[data-cell="${column} ${index + step}"]`);
  next?.focus();
  next?.select();
  if (!next) (event.target as HTMLElement).blur();
}

/* Many at once */
const holdMany: HoldMany = (changes, bonusConfirmed = false) =>
  attempt(async () => {
    const scores: ScoresRequest['scores'] = changes.map((one) => {
      const row = rows.value.find((other) => other.student.id === one.studentId)!;
      return {
        studentId: one.studentId,
        version: row.version,
        earned: one.earned,
        chosen: byPoints.value ? null : (row.score?.chosen ?? null),
        ...(one.remark === undefined ? {} : { remark: remarkOf(row, one.remark) }),
      };
    });
    // What this sets goes over what was typed there before it; anything else that was typed stays.
    const sent = Object.fromEntries(
      changes.map(({ studentId, remark }) => [
        studentId,
        {
          score: typed.value[studentId]!.score,
          remark: remark === undefined ? own.before.value[studentId]!.remark : typed.value[studentId]!.remark,
        },
      ]),
    );
    try {
      refresh(
        (await ask('PUT /api/assignments/:assignmentId/scores', { params: { assignmentId: id.value }, body: { scores, bonusConfirmed } }))
          .rows,
        sent,
      );
    } catch (error) {
      if (error instanceof ApiProblem && error.code === 'conflict.changedMeanwhile') await reload();
      throw error;
    }
  });
const filling = ref(false);
const pasted = ref<{ text: string; from: number } | null>(null);
function paste(event: ClipboardEvent, index: number): void {
  const text = event.clipboardData?.getData('text') ?? '';
  // A single value is just typed.
  if (!/[\t\n]/.test(text.trim())) return;
  event.preventDefault();
  pasted.value = { text, from: index };
}
const mark = (row: PieceRow) =>
  attempt(async () => {
    await ask('PUT /api/assignments/:assignmentId/class-marks', {
      params: { assignmentId: id.value },
      body: { marks: [{ studentId: row.student.id, mark: row.collecting.mark === 'absent' ? null : 'absent' }] },
    });
    await reload();
  });
const heldRows = computed(() => rows.value.filter((row) => row.held));
const returning = ref(false);
const said = ref('');
const average = computed(() => {
  const all = rows.value.flatMap((row) => row.score?.counted ?? []);
  return all.length === 0 ? '–' : String(Math.round(all.reduce((a, b) => a + b, 0) / all.length / 100) / 10);
});
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="assignment" class="page">
      <div class="heading">
        <h1 dir="auto" :data-of="line.classOf(assignment.classId)?.name">{{ assignment.title }}</h1>
        <span class="small grow"
          >{{ t('sheet.title') }} · {{ line.classOf(assignment.classId)?.name
          }}<template v-if="assignment.points !== null"> · {{ t('desk.outOf', { n: points(assignment.points) }) }}</template> ·
          {{ t('desk.average', { n: number(average) }) }}</span
        ><PageActs
          :more="t('sheet.more')"
          :rest="[
            { title: t('sheet.fill'), press: () => (filling = true) },
            { title: t('sheet.paste'), press: () => (pasted = { text: '', from: 0 }) },
          ]"
          ><Button v-if="heldRows.length > 0" type="primary" @click="returning = true">
            {{ t('desk.returnAll', { n: heldRows.length }) }}
          </Button></PageActs
        >
      </div>
      <AssignmentTabs :id="id" :by="assignment.scoring.by" :how="assignment.how" />
      <p v-if="said" class="note" role="status">{{ said }}</p>
      <ProblemNote :problem="problem" />
      <p v-if="assignment.namesHidden" class="note">
        {{ t('sheet.namesHidden') }} <RouterLink :to="{ path: `/marking/${id}`, query: kept }">{{ t('sheet.toDesk') }}</RouterLink>
      </p>
      <div v-else-if="rows.length === 0" class="note">{{ t('pile.empty') }}</div>
      <ListTable
        v-else
        class="sheet-table"
        name="class-sheet"
        :label="t('sheet.title')"
        :rows="rows"
        :columns="[
          { key: 'student', title: t('sheet.student'), width: 240 },
          { key: 'state', title: t('sheet.state'), width: 200 },
          { key: 'score', title: t('desk.score'), number: true, width: 96 },
          { key: 'remark', title: t('desk.remark') },
          { key: 'held', title: t('sheet.held'), acts: true, width: 110 },
        ]"
        :key-of="(row) => row.student.id"
        :row-class="(row) => (row.collecting.mark === 'absent' ? 'absent' : '')"
        :empty="t('pile.empty')"
      >
        <template #student="{ row }">
          <RouterLink class="row-link" :to="{ path: `/marking/${id}/${row.student.id}`, query: kept }" dir="auto">{{
            name(row.student)
          }}</RouterLink>
        </template>
        <template #state="{ row }">
          <span class="small"
            ><StateWord :state="row.state!" /><ToggleButton :on="row.collecting.mark === 'absent'" class="absent-chip" @click="mark(row)">
              {{ t('sheet.absent') }}</ToggleButton
            ><span v-if="row.collecting.away" class="muted"> {{ t('classMarks.absentThen') }}</span></span
          >
        </template>
        <template #score="{ row }">
          <Input
            v-if="byPoints"
            v-model:value="typed[row.student.id]!.score"
            inputmode="decimal"
            autocomplete="off"
            :data-cell="`score ${rows.indexOf(row)}`"
            :aria-label="t('sheet.scoreOf', { name: name(row.student) })"
            :aria-invalid="failed[row.student.id] !== undefined || undefined"
            class="score"
            :status="failed[row.student.id] !== undefined ? 'error' : ''"
            @blur="holdRow(row.student.id)"
            @keydown="move($event, rows.indexOf(row), 'score')"
            @paste="paste($event, rows.indexOf(row))"
          /><strong v-else>{{ row.score?.counted != null ? points(row.score.counted) : '–' }}</strong>
        </template>
        <template #remark="{ row }">
          <Textarea
            v-model:value="typed[row.student.id]!.remark"
            :auto-size="{ minRows: 1, maxRows: 12 }"
            :maxlength="4000"
            dir="auto"
            :data-cell="`remark ${rows.indexOf(row)}`"
            :aria-label="t('sheet.remarkOf', { name: name(row.student) })"
            class="remark"
            @blur="holdRow(row.student.id)"
            @keydown="move($event, rows.indexOf(row), 'remark')"
          />
          <p v-if="failed[row.student.id]" class="alarm small" role="alert">
            {{ failed[row.student.id] }}
            <Button v-if="isAbove(row.student.id)" type="link" @click="holdRow(row.student.id, true)"> {{ t('desk.bonus') }}</Button><Button
              v-else
              type="link"
              @click="holdRow(row.student.id)"
            >
              {{ t('sheet.again') }}
            </Button>
          </p>
        </template>
        <template #held="{ row }"
          ><span class="small muted">{{ row.held ? t('sheet.held') : row.returnedAt !== null ? t('state.returned') : '' }}</span></template
        >
      </ListTable>
    </div>
    <FillSheet
      :open="filling"
      :rows="rows"
      :by-points="byPoints"
      :hold="holdMany"
      :busy="busy"
      :problem="problem?.title ?? ''"
      @close="filling = false"
    />
    <PasteScores
      v-model="pasted"
      :rows="rows"
      :most="assignment?.points ?? null"
      :hold="holdMany"
      :busy="busy"
      :problem="problem?.title ?? ''"
    />
    <ReturnSheet
      :open="returning"
      :held="heldRows"
      :name-of="(row) => name(row.student)"
      :zone="zone"
      :usual-time="null"
      @close="returning = false"
      @returned="
        (n) => {
          said = count('marking.returned', n);
          reload();
        }
      "
      @timed="
        (n) => {
          said = count('returning.set', n);
          reload();
        }
      "
    />
  </LoadGate>
</template>

<style scoped>
.sheet-table {
  max-inline-size: 1160px;
}
.sheet-table :deep(td.ant-table-cell.ant-table-cell) {
  padding-block: 3px;
}
.score {
  inline-size: 92px;
  text-align: end;
  min-height: 32px;
}
.sheet-table .ant-input {
  min-height: 32px;
}
.remark {
  resize: none;
  field-sizing: content;
  padding-block: 4px;
  max-block-size: 8lh;
  display: block;
}
.absent-chip {
  min-height: 26px;
  margin-inline-start: 8px;
  font-size: 13px;
}
.absent .row-link {
  color: var(--text-3);
}
</style>
