<script setup lang="ts">
/** The mark book: everything in one grid, entered and corrected there; beneath it how each number comes about. */
import { Button } from 'ant-design-vue';
import type { BookEditsReply, CellHistoryEntry } from '@jolly/server/contract';
import { computed, nextTick, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import FlagSprite from '../../ui/FlagSprite.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { readCells } from '../../ui/read-cells';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useScope, useTermLine } from '../termline';
import AimsTable from './AimsTable.vue';
import ArrangeSheet from './ArrangeSheet.vue';
import BookGrid from './BookGrid.vue';
import BookStories from './BookStories.vue';
import BookTools from './BookTools.vue';
import CellRemark from './CellRemark.vue';
import ChooseClass from './ChooseClass.vue';
import ColumnSheet from './ColumnSheet.vue';
import FilesSheet from './FilesSheet.vue';
import HeldSheet from './HeldSheet.vue';
import HistorySheet from './HistorySheet.vue';
import LegendSheet from './LegendSheet.vue';
import RoomSheet from './RoomSheet.vue';
import SameSheet from './SameSheet.vue';
import SlipLine from './SlipLine.vue';
import TotalSheet from './TotalSheet.vue';
import TroubleSheet from './TroubleSheet.vue';
import { pasted } from './grid-edits';
import { type Spot, type Wish } from './spot';
import { useBook, type ActKind } from './use-book';
import { useBookAddress } from './use-book-address';
import { useBookPlace } from './use-book-place';
import { useBookStory } from './use-book-story';
import { useHeld } from './use-held';
import { useBookWords } from './use-book-words';
import { useTotals } from './use-totals';
import { useView, type ViewColumn } from './use-view';
import LinkButton from '../../ui/LinkButton.vue';
import PageActs from '../../ui/PageActs.vue';

const { t, count, name } = useWords();
const words = useBookWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const me = useSession().me?.id ?? '';

const { classId, together, viewpoint, showsAims, set, stretchOf } = useBookAddress();

const book = useBook(classId, together, me);
const { state, value, why, reload, acts, trouble, busy } = book;
const terms = computed(() => value.value?.classes[0]?.terms ?? []);
const stretch = stretchOf(() => terms.value);
const totals = useTotals(book, viewpoint);
const view = useView(book, totals, { classId, stretch, viewpoint, me });

/* Entering */
const grid = ref<InstanceType<typeof BookGrid> | null>(null);
const locked = computed(() => viewpoint.value === 'student' || (value.value?.classes.some((one) => one.away) ?? false));
const enter = (act: ActKind, wishes: Wish[], bonusConfirmed = false) => book.enter(act, wishes, { bonusConfirmed });
const lastAct = ref<ActKind>('typed');
async function enterFrom(act: ActKind, wishes: Wish[]): Promise<void> {
  lastAct.value = act;
  await enter(act, wishes);
}
async function again(wishes: Wish[], bonusConfirmed: boolean): Promise<void> {
  trouble.value = null;
  await enter(lastAct.value, wishes, bonusConfirmed);
  grid.value?.focus();
}
function leave(): void {
  trouble.value = null;
  grid.value?.focus();
}
/** Leaves it at what is stored: what was entered is dropped. */
function drop(spots: readonly Spot[]): void {
  book.kept.drop(spots);
  leave();
}
/** Entries that were not stored stay in their cells. One is said in a line and can be typed on at once; of many there is a list. */
const keptCells = computed(() => [...book.kept.cells.value.values()]);
const listOf = () => {
  const wishes = keptCells.value.map(({ why: _, ...wish }) => wish);
  trouble.value = {
    kind: 'refused',
    act: 'typed',
    wishes,
    problems: keptCells.value.map(({ why: reason }, index) => ({ wish: wishes[index]!, why: reason })),
  };
};
/** The list opens by itself for an act of many cells; a single slip is said in the line. */
const listed = computed(() => (trouble.value?.kind === 'refused' && trouble.value.wishes.length === 1 ? null : trouble.value));
function change(wish: Wish): void {
  trouble.value = null;
  void grid.value?.change(wish);
}
const wrong = computed<ReadonlySet<string>>(() => new Set(book.kept.cells.value.keys()));

const room = ref<{ wishes: Wish[]; block: { rows: number; columns: number }; room: { rows: number; columns: number } } | null>(null);
async function paste(text: string): Promise<void> {
  const { rows } = await readCells(text);
  const { wishes, ...size } = pasted(rows, grid.value!.range, view);
  if (size.block.rows > size.room.rows || size.block.columns > size.room.columns) room.value = { wishes, ...size };
  else await enterFrom('pasted', wishes);
}
const turn = (way: 'undo' | 'redo') => void book.turn(way);

/* The cell that is looked at, and its story */
const spot = computed<Spot | null>(() => (grid.value ? view.spotOf(grid.value.active.row, grid.value.active.column) : null));
const row = computed(() => (grid.value ? (view.rows.value[grid.value.active.row] ?? null) : null));
const shownTotal = computed(() => (row.value === null ? '' : view.totalShown(row.value)));
const told = useBookStory(book, totals, view, {
  stretch,
  active: computed(() => grid.value?.active),
  row,
  spot,
});
const { student, scheme, total, column, work } = told;
/** the cell that is looked at, as it is now */
const cellAtSpot = computed(() => {
  void (spot.value && book.rowTicks[spot.value.row]);
  return spot.value ? book.cellAt(spot.value) : null;
});
const remark = ref<InstanceType<typeof CellRemark> | null>(null);
const holdRemark = async (text: string): Promise<boolean> =>
  spot.value ? enter('remarked', [{ ...spot.value, text: '', remark: text }]) : false;
const onDesk = computed(() => {
  const cell = spot.value ? book.cellAt(spot.value) : null;
  if (!spot.value || !cell || cell.locked === 'nameless' || !column.value) return null;
  return { path: `/marking/${column.value.id}/${student.value!.id}`, query: { ...route.query, class: classId.value, back: 'mark-book' } };
});
function openPiece(): void {
  if (onDesk.value) void router.push(onDesk.value);
}

useBookPlace(book, view, { grid, spot, me, classId });

/* Sheets */
const sheet = ref<'arrange' | 'legend' | 'same' | 'files' | 'held' | 'total' | 'history' | null>(null);
const opened = ref<ViewColumn | null>(null);
const said = ref('');
function close(): void {
  sheet.value = null;
  opened.value = null;
  void nextTick(() => grid.value?.focus());
}
const held = useHeld(book, view);
const heldCount = computed(() => held.value.reduce((sum, one) => sum + one.studentIds.length, 0));
async function returned(n: number, assignmentIds: string[]): Promise<void> {
  said.value = count('book.returning.done', n);
  await book.refresh(assignmentIds);
  void line.load().catch(() => undefined);
}
function brought(reply: BookEditsReply): void {
  book.take(reply.cells);
  acts.value = { undo: reply.undo, redo: reply.redo };
}
function fold(id: string): void {
  const { folded } = view.choices.value;
  view.choices.value.folded = folded.includes(id) ? folded.filter((one) => one !== id) : [...folded, id];
  opened.value = null;
}
function selectColumn(): void {
  const at = view.columns.value.shown.findIndex((one) => one.key === opened.value?.key);
  grid.value?.select({ row: 0, column: at }, { row: view.rows.value.length - 1, column: at });
  close();
}
async function restore(entry: CellHistoryEntry): Promise<void> {
  if (!spot.value) return;
  lastAct.value = 'restored';
  if (await enter('restored', [{ ...spot.value, text: '', restore: entry.id }])) close();
}
async function enterSame(wishes: Wish[]): Promise<void> {
  sheet.value = null;
  await enterFrom('sameForAll', wishes);
  grid.value?.focus();
}
async function enterWhatFits(): Promise<void> {
  const { wishes } = room.value!;
  room.value = null;
  await enterFrom('pasted', wishes);
}
const current = computed(() => value.value?.classes[0] ?? null);
useShortcuts([{ key: '?', shown: '?', does: 'book.legend', run: () => (sheet.value = 'legend') }]);
</script>

<template>
  <ChooseClass v-if="classId === null" />
  <LoadGate v-else :state="state" :why="why" @retry="reload">
    <div v-if="value && current" class="desk-of-book" :class="{ 'as-student': viewpoint === 'student' }">
      <FlagSprite />
      <header class="row top">
        <h1>{{ t('book.title') }}</h1>
        <span class="muted small clip scheme" dir="auto">{{ words.schemeText(current.scheme) }}</span>
        <span class="grow" />
        <span v-if="said" class="small good" role="status">{{ said }}</span>
        <span v-else-if="busy > 0" class="small muted" role="status">{{ t('book.saving') }}</span>
        <PageActs
          :more="t('book.more')"
          :rest="[
            ...(locked ? [] : [{ title: t('book.same'), press: () => (sheet = 'same') }]),
            { title: t('book.inAndOut'), press: () => (sheet = 'files') },
            { title: t('book.legend'), key: '?', press: () => (sheet = 'legend') },
          ]"
        >
          <Button v-if="heldCount > 0 && !locked" type="primary" @click="((said = ''), (sheet = 'held'))">
            {{ t('book.returnHeld', { n: heldCount }) }}
          </Button></PageActs
        >
      </header>
      <BookTools
        :book="book"
        :stretch="stretch"
        :viewpoint="viewpoint"
        :shows-aims="showsAims"
        :together="together"
        :locked="locked"
        :terms="terms"
        @set="set"
        @turn="turn"
        @arrange="sheet = 'arrange'"
      />
      <p v-if="viewpoint === 'student' && !showsAims" class="note small seen">
        {{ t('book.seenAsStudents') }}<Button type="link" @click="set({ viewpoint: undefined })">{{ t('book.backToScores') }}</Button>
      </p>
      <div class="place">
        <AimsTable v-if="showsAims" :class-id="current.id" :book="book" :rows="view.rows.value" />
        <div v-else-if="value.students.length === 0" class="note">
          <p>{{ t('book.nobody') }}</p>
          <p class="muted">{{ t('book.nobodyHint') }}</p>
          <LinkButton :to="{ path: `/class/${current.id}`, query: scope.kept.value }">{{ t('nav.class') }}</LinkButton>
        </div>
        <div v-else-if="view.rows.value.length === 0" class="note">
          <p>{{ t('book.noneFound') }}</p>
          <Button @click="((view.group.value = ''), (view.state.value = ''))">{{ t('book.showAll') }}</Button>
        </div>
        <div v-else-if="view.columns.value.shown.length === 0" class="note">
          <p>{{ t('book.empty') }}</p>
          <p class="muted">{{ t('book.emptyHint') }}</p>
        </div>
        <BookGrid
          v-else
          ref="grid"
          :book="book"
          :totals="totals"
          :view="view"
          :viewpoint="viewpoint"
          :locked="locked"
          :wrong="wrong"
          @enter="enterFrom"
          @paste="paste"
          @turn="turn"
          @open="openPiece"
          @legend="sheet = 'legend'"
          @remark="remark?.begin()"
          @column="opened = $event"
          @fold="fold"
          @middle="view.choices.value.middle = view.choices.value.middle === 'middle' ? 'average' : 'middle'"
        />
      </div>
      <SlipLine :book="book" :kept="keptCells" @again="again" @change="change" @drop="drop" @list="listOf" />
      <BookStories
        v-if="!showsAims"
        :of="told"
        :shown-total="shownTotal"
        :in-full="stretch.kind !== 'year' && total?.result != null"
        :on-desk="onDesk"
        @total="sheet = 'total'"
        @history="sheet = 'history'"
      >
        <CellRemark
          v-if="student && work && spot && column && cellAtSpot && !cellAtSpot.locked && viewpoint === 'teacher'"
          :key="`${column.id} ${student.id}`"
          ref="remark"
          :assignment-id="column.id"
          :student-id="student.id"
          :me="me"
          :title="t('book.cell.remarkTo', { name: name(student), title: work.title })"
          :cell="cellAtSpot"
          :locked="locked"
          :hold="holdRemark"
          @left="grid?.focus()"
        />
      </BookStories>
      <ArrangeSheet :open="sheet === 'arrange'" :book="book" :view="view" @close="close" />
      <LegendSheet :open="sheet === 'legend'" @close="close" />
      <SameSheet
        :open="sheet === 'same'"
        :book="book"
        :rows="view.rows.value"
        :column="spot?.column ?? null"
        @close="close"
        @enter="enterSame"
      />
      <FilesSheet
        :open="sheet === 'files'"
        :class-id="current.id"
        :label="current.label"
        :terms="terms.map((one) => one.name)"
        :term="terms[view.term.value]?.name ?? ''"
        :away="current.away"
        @close="close"
        @brought="brought"
      />
      <HeldSheet :open="sheet === 'held'" :held="held" @close="close" @returned="returned" />
      <TotalSheet
        v-if="row !== null && scheme"
        :open="sheet === 'total'"
        :name="name(student!)"
        :book="book"
        :row="row"
        :total="total"
        :scheme="scheme"
        @close="close"
      />
      <HistorySheet
        :open="sheet === 'history'"
        :title="work && student ? t('book.cellOf', { name: name(student), title: work.title }) : ''"
        :at="column && student ? { assignmentId: column.id, studentId: student.id } : null"
        :zone="current.calendar.zone"
        :locked="locked"
        :tick="spot ? (book.rowTicks[spot.row] ?? 0) : 0"
        @close="close"
        @restore="restore"
      />
      <ColumnSheet :column="opened" :book="book" :view="view" @close="close" @select="selectColumn" @fold="fold" />
      <TroubleSheet
        :trouble="listed"
        :book="book"
        @close="leave"
        @drop="drop(trouble && 'wishes' in trouble ? trouble.wishes : [])"
        @again="again"
      />
      <RoomSheet :room="room" @close="room = null" @enter="enterWhatFits" />
    </div>
  </LoadGate>
</template>

<style scoped>
.desk-of-book {
  block-size: calc(100vh - 129px);
  min-block-size: 420px;
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 10px 20px 12px;
}
.top {
  gap: 8px;
  min-block-size: 34px;
}
.scheme {
  max-inline-size: 420px;
}
.seen {
  display: flex;
  align-items: center;
  gap: 8px;
  padding-block: 3px;
}
.seen .ant-btn {
  min-height: 26px;
  padding-block: 0;
}
.place {
  flex: 1;
  min-block-size: 0;
}
.as-student .place {
  outline: 3px dashed var(--now);
  outline-offset: 2px;
  border-radius: 10px;
}
@media (max-width: 900px) {
  .desk-of-book {
    block-size: auto;
  }
  .place {
    block-size: 70vh;
    flex: none;
  }
}
</style>
