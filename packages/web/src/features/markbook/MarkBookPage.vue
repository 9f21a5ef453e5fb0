<script setup lang="ts">
/** The mark book: everything in one grid, entered and corrected there; beneath it how each number comes about. */
import { daysBetween, derivationOf, placeBlock, type Viewpoint } from '@jolly/core';
import type { BookEditsReply, CellHistoryEntry } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import ClassSquare from '../../ui/ClassSquare.vue';
import FlagSprite from '../../ui/FlagSprite.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { readCells } from '../../ui/read-cells';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useProgressWords } from '../progress';
import { useScope, useTermLine } from '../termline';
import AimsTable from './AimsTable.vue';
import ArrangeSheet from './ArrangeSheet.vue';
import BookGrid from './BookGrid.vue';
import CellRemark from './CellRemark.vue';
import ColumnSheet from './ColumnSheet.vue';
import FilesSheet from './FilesSheet.vue';
import HeldSheet, { type HeldIn } from './HeldSheet.vue';
import HistorySheet from './HistorySheet.vue';
import LegendSheet from './LegendSheet.vue';
import RoomSheet from './RoomSheet.vue';
import SameSheet from './SameSheet.vue';
import TotalSheet from './TotalSheet.vue';
import TroubleSheet from './TroubleSheet.vue';
import { type Spot, type Wish } from './spot';
import { useBook, type ActKind } from './use-book';
import { useBookWords } from './use-book-words';
import { useTotals } from './use-totals';
import { useView, type Stretch, type ViewColumn } from './use-view';

const { t, count, name, percent } = useWords();
const words = useBookWords();
const { reasonText } = useProgressWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const me = useSession().me?.id ?? '';

/* What is looked at lives in the address */
const classId = computed(
  () =>
    scope.classId.value ??
    (typeof route.query.class === 'string' ? route.query.class : line.classes.length === 1 ? line.classes[0]!.id : null),
);
const together = computed(() => route.query.sections === 'together');
const viewpoint = computed<Viewpoint>(() => (route.query.viewpoint === 'student' ? 'student' : 'teacher'));
const showsAims = computed(() => route.query.view === 'aims');
const set = (change: Record<string, string | undefined>) =>
  void router.replace({
    query: Object.fromEntries(Object.entries({ ...route.query, ...change }).filter(([, value]) => value !== undefined)),
  });

const book = useBook(classId, together, me);
const { state, value, why, reload, acts, trouble, busy } = book;
const terms = computed(() => value.value?.classes[0]?.terms ?? []);
// The weeks of the term line where somebody chose them; otherwise the term that is now.
const stretch = computed<Stretch>(() => {
  const asked = route.query.show;
  if (asked === 'year') return { kind: 'year' };
  const term = typeof asked === 'string' && /^term\d+$/.test(asked) ? Number(asked.slice(4)) : null;
  if (term !== null) return { kind: 'term', term };
  if (route.query.from !== undefined) return { kind: 'span', from: scope.from.value, to: scope.to.value };
  const current = terms.value.findIndex((one) => line.today <= one.to);
  return { kind: 'term', term: current >= 0 ? current : Math.max(0, terms.value.length - 1) };
});
const totals = useTotals(book, viewpoint);
const view = useView(book, totals, { classId, stretch, viewpoint, me });
const spanText = computed(() => {
  const week = (day: string) => line.weeks.find((one) => day >= one.monday && daysBetween(one.monday, day) < 7)?.number;
  const [a, b] = [week(scope.from.value), week(scope.to.value)];
  return a === b ? t('book.week', { a: a ?? '?' }) : t('book.weeks', { a: a ?? '?', b: b ?? '?' });
});

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
const slip = computed(() => (keptCells.value.length === 1 ? keptCells.value[0]! : null));
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
const nameOf = ({ row: at, column: of }: Spot) =>
  t('book.cellOf', { name: value.value ? name(value.value.students[at]!) : '', title: value.value?.columns[of]?.title ?? '' });
function change(wish: Wish): void {
  trouble.value = null;
  void grid.value?.change(wish);
}
const wrong = computed<ReadonlySet<string>>(() => new Set(book.kept.cells.value.keys()));

const room = ref<{ wishes: Wish[]; block: { rows: number; columns: number }; room: { rows: number; columns: number } } | null>(null);
async function paste(text: string): Promise<void> {
  const { rows } = await readCells(text);
  const placed = placeBlock(rows, grid.value!.range, { rows: view.rows.value.length, columns: view.columns.value.shown.length });
  const wishes = placed.placed.flatMap(({ row, column, text: own }) => {
    const spot = view.spotOf(row, column);
    return spot
      ? [
          {
            ...spot,
            text: own
              .trim()
              .replace(/^'(?=[=+\-@])/, '')
              .slice(0, 200),
          },
        ]
      : [];
  });
  if (placed.block.rows > placed.room.rows || placed.block.columns > placed.room.columns)
    room.value = { wishes, block: placed.block, room: placed.room };
  else await enterFrom('pasted', wishes);
}
const turn = (way: 'undo' | 'redo') => void book.turn(way);
const actText = (way: 'undo' | 'redo') => {
  const act = acts.value[way];
  return act ? t(`book.${way}Is`, { what: count(`book.act.${act.kind}`, act.cells) }) : t(`book.${way}`);
};

/* The cell that is looked at, and its story */
const spot = computed<Spot | null>(() => (grid.value ? view.spotOf(grid.value.active.row, grid.value.active.column) : null));
const row = computed(() => (grid.value ? (view.rows.value[grid.value.active.row] ?? null) : null));
const student = computed(() => (row.value === null ? null : (value.value?.students[row.value] ?? null)));
const scheme = computed(() => (student.value ? value.value!.classes[student.value.of]!.scheme : null));
const total = computed(() => (row.value === null ? null : totals.inTerm(row.value, view.term.value)));
const shownTotal = computed(() => (row.value === null ? '' : view.totalShown(row.value)));
const story = computed(() => {
  if (row.value === null || !student.value || !scheme.value) return null;
  if (stretch.value.kind === 'year') {
    const own = value.value!.classes[student.value.of]!.terms;
    return {
      sum: words.yearSentence(
        totals.ofYear(row.value),
        own,
        own.map((_, term) => totals.inTerm(row.value!, term)?.result ?? null),
        scheme.value,
      ),
      notes: [],
    };
  }
  return total.value ? words.totalSentence(total.value, scheme.value) : null;
});
/** What a column of results says of the student: its category in full, or its term. */
const resultStory = computed(() => {
  const at = grid.value ? view.columns.value.shown[grid.value.active.column] : undefined;
  if (!at || at.kind === 'work' || row.value === null || !scheme.value) return null;
  const of = totals.inTerm(row.value, at.kind === 'term' ? at.term : view.term.value);
  if (!of) return null;
  if (at.kind === 'term') return { name: at.name, text: words.totalSentence(of, scheme.value).sum };
  const category = derivationOf(scheme.value, of).categories.find((one) => one.category === at.id);
  return category ? { name: at.name, text: words.categoryText(category, scheme.value) } : null;
});
/** Why somebody stands first, where that is the order. */
const bearing = computed(() => {
  if (row.value === null || view.choices.value.sort !== 'bearing') return [];
  const standing = view.standingAt(row.value);
  return [t(`bearing.${standing.bearing}`), ...standing.reasons.map(reasonText)];
});
const column = computed(() => (spot.value ? book.columnAt(spot.value) : null));
const work = computed(() => (spot.value ? value.value!.columns[spot.value.column]! : null));
const cellStory = computed(() => {
  if (!spot.value || !scheme.value || !student.value) return [];
  void book.rowTicks[spot.value.row];
  const rule = work.value?.lateRule ?? value.value!.classes[student.value.of]!.lateRule;
  const { terms: termOf } = book.shape.value!;
  const own = totals.inTerm(spot.value.row, termOf[student.value.of]![spot.value.column] ?? 0);
  return words.cellSentence(book.cellAt(spot.value), column.value, { total: own, scheme: scheme.value, rule });
});
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

/* Where one was, when one comes back from the desk */
const placeKey = computed(() => `jolly-book-at ${me} ${classId.value}`);
watch([() => grid.value?.active, spot], () => {
  if (spot.value && column.value && student.value) sessionStorage.setItem(placeKey.value, `${column.value.id} ${student.value.id}`);
});
watch(
  [grid, state],
  async () => {
    if (!grid.value || state.value !== 'ready') return;
    const [assignmentId, studentId] = (sessionStorage.getItem(placeKey.value) ?? '').split(' ');
    await nextTick();
    const at = view.columns.value.shown.findIndex(
      (one) => one.kind === 'work' && value.value!.columns[one.column]!.sets.some((set) => set?.assignmentId === assignmentId),
    );
    const rowAt = view.rows.value.findIndex((one) => value.value!.students[one]!.id === studentId);
    const first = view.columns.value.shown.findIndex((one) => one.kind === 'work');
    grid.value?.go({ row: Math.max(0, rowAt), column: at >= 0 ? at : Math.max(0, first) });
    grid.value?.focus();
  },
  { flush: 'post' },
);

/* Sheets */
const sheet = ref<'arrange' | 'legend' | 'same' | 'files' | 'held' | 'total' | 'history' | null>(null);
const opened = ref<ViewColumn | null>(null);
const said = ref('');
function close(): void {
  sheet.value = null;
  opened.value = null;
  void nextTick(() => grid.value?.focus());
}
const held = computed<HeldIn[]>(() => {
  const reply = value.value;
  if (!reply) return [];
  return view.columns.value.shown.flatMap((one) => {
    if (one.kind !== 'work') return [];
    void book.columnTicks[one.column];
    return reply.columns[one.column]!.sets.flatMap((own, of) => {
      const studentIds = own
        ? reply.students.flatMap(({ id, of: its }, index) => (its === of && reply.cells[index]![one.column]?.held ? [id] : []))
        : [];
      return own && studentIds.length > 0 ? [{ assignmentId: own.assignmentId, title: reply.columns[one.column]!.title, studentIds }] : [];
    });
  });
});
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
  <div v-if="classId === null" class="page">
    <div class="heading">
      <h1>{{ t('book.choose') }}</h1>
      <span class="small">{{ t('book.chooseHint') }}</span>
    </div>
    <p v-if="line.loaded && line.classes.length === 0" class="note">{{ t('book.noClasses') }}</p>
    <ul class="plain which">
      <li v-for="one in line.classes" :key="one.id">
        <RouterLink class="row-link" :to="{ query: { ...route.query, class: one.id } }"
          ><ClassSquare :hue="one.hue" /> <span dir="auto">{{ one.name }}</span></RouterLink
        >
      </li>
    </ul>
  </div>
  <LoadGate v-else :state="state" :why="why" @retry="reload">
    <div v-if="value && current" class="desk-of-book" :class="{ 'as-student': viewpoint === 'student' }">
      <FlagSprite />
      <header class="row top">
        <h1>{{ t('book.title') }}</h1>
        <span class="muted small clip scheme" dir="auto">{{ words.schemeText(current.scheme) }}</span>
        <span class="grow" />
        <span v-if="said" class="small good" role="status">{{ said }}</span>
        <span v-else-if="busy > 0" class="small muted" role="status">{{ t('book.saving') }}</span>
        <button type="button" class="btn quiet" @click="sheet = 'legend'">{{ t('book.legend') }} <span class="key">?</span></button>
        <button v-if="!locked" type="button" class="btn" @click="sheet = 'same'">{{ t('book.same') }}</button>
        <button type="button" class="btn" @click="sheet = 'files'">{{ t('book.inAndOut') }}</button>
        <button v-if="heldCount > 0 && !locked" type="button" class="btn main" @click="((said = ''), (sheet = 'held'))">
          {{ t('book.returnHeld', { n: heldCount }) }}
        </button>
      </header>
      <div class="row tools" role="group" :aria-label="t('book.stretch')">
        <button
          type="button"
          class="chip"
          :aria-pressed="stretch.kind === 'span'"
          @click="set({ show: undefined, from: scope.from.value, to: scope.to.value })"
        >
          {{ spanText }}
        </button>
        <button
          v-for="(one, index) in terms"
          :key="one.name"
          type="button"
          class="chip"
          :aria-pressed="stretch.kind === 'term' && stretch.term === index"
          @click="set({ show: `term${index}` })"
        >
          {{ one.name }}
        </button>
        <button v-if="terms.length > 1" type="button" class="chip" :aria-pressed="stretch.kind === 'year'" @click="set({ show: 'year' })">
          {{ t('book.year') }}
        </button>
        <span class="gap" />
        <button
          v-for="one in ['teacher', 'student'] as const"
          :key="one"
          type="button"
          class="chip"
          :aria-pressed="viewpoint === one && !showsAims"
          @click="set({ viewpoint: one === 'teacher' ? undefined : one, view: undefined })"
        >
          {{ t(`book.viewpoints.${one}`) }}
        </button>
        <button type="button" class="chip" :aria-pressed="showsAims" @click="set({ view: showsAims ? undefined : 'aims' })">
          {{ t('book.aims') }}
        </button>
        <label v-if="value.sections > 1" class="row small"
          ><input type="checkbox" :checked="together" @change="set({ sections: together ? undefined : 'together' })" />{{
            t('book.sections')
          }}</label
        >
        <span class="grow" />
        <button type="button" class="chip" :disabled="!acts.undo || locked" :title="actText('undo')" @click="turn('undo')">
          {{ t('book.undo') }}
        </button>
        <button type="button" class="chip" :disabled="!acts.redo || locked" :title="actText('redo')" @click="turn('redo')">
          {{ t('book.redo') }}
        </button>
        <button type="button" class="chip" @click="sheet = 'arrange'">{{ t('book.arrange') }}</button>
      </div>
      <p v-if="viewpoint === 'student' && !showsAims" class="note small seen">
        {{ t('book.seenAsStudents')
        }}<button type="button" class="btn quiet" @click="set({ viewpoint: undefined })">{{ t('book.backToScores') }}</button>
      </p>
      <div class="place">
        <AimsTable v-if="showsAims" :class-id="current.id" :book="book" :rows="view.rows.value" />
        <div v-else-if="value.students.length === 0" class="note">
          <p>{{ t('book.nobody') }}</p>
          <p class="muted">{{ t('book.nobodyHint') }}</p>
          <RouterLink class="btn" :to="{ path: `/class/${current.id}`, query: scope.kept.value }">{{ t('nav.class') }}</RouterLink>
        </div>
        <div v-else-if="view.rows.value.length === 0" class="note">
          <p>{{ t('book.noneFound') }}</p>
          <button type="button" class="btn" @click="((view.group.value = ''), (view.state.value = ''))">{{ t('book.showAll') }}</button>
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
      <div v-if="slip" class="note bad slip row" role="alert">
        <span class="grow" dir="auto"
          ><strong>{{ t('book.trouble.refused') }}: {{ nameOf(slip) }}</strong> · “{{ slip.text }}”:
          {{ t(`book.trouble.whys.${slip.why}`) }}</span
        >
        <button v-if="slip.why === 'aboveMaximum'" type="button" class="btn main" @click="again([slip], true)">
          {{ count('book.trouble.bonus', 1) }}
        </button>
        <button v-if="slip.why === 'notStored'" type="button" class="btn main" @click="again([slip], false)">
          {{ t('book.trouble.again') }}
        </button>
        <button type="button" class="btn" @click="change(slip)">{{ t('book.trouble.change') }}</button>
        <button type="button" class="btn" @click="drop([slip])">{{ t('book.trouble.leave') }}</button>
      </div>
      <div v-else-if="keptCells.length > 1" class="note bad slip row" role="alert">
        <span class="grow">{{ count('book.trouble.keptHint', keptCells.length) }}</span>
        <button type="button" class="btn" @click="listOf">{{ t('book.trouble.list') }}</button>
      </div>
      <div v-if="!showsAims && student" class="stories">
        <section class="sheet story" :aria-label="t('book.how', { total: shownTotal })">
          <p class="row">
            <strong>{{ shownTotal === '' ? t('book.howNone') : t('book.how', { total: percent(shownTotal) }) }}</strong><span
              class="muted clip"
              dir="auto"
              >{{ name(student) }}</span
            ><span class="grow" /><button
              v-if="stretch.kind !== 'year' && total?.result"
              type="button"
              class="btn quiet"
              @click="sheet = 'total'"
            >
              {{ t('book.inFull') }}
            </button>
          </p>
          <p dir="auto">
            {{ story?.sum }}<span v-for="note in [...(story?.notes ?? []), ...bearing]" :key="note" class="muted"> · {{ note }}</span>
          </p>
        </section>
        <section v-if="work" class="sheet story" :aria-label="work.title">
          <p class="row">
            <strong class="clip" dir="auto">{{ student.givenName }}, {{ work.title }}</strong
            ><span class="grow" /><button type="button" class="btn quiet" @click="sheet = 'history'">{{ t('book.cell.history') }}</button
            ><RouterLink v-if="onDesk" class="btn quiet" :to="onDesk"
              >{{ t('book.cell.desk') }} <span class="key">{{ 'Alt ↵' }}</span></RouterLink
            >
          </p>
          <p dir="auto">{{ cellStory.join(' · ') }}</p>
          <CellRemark
            v-if="spot && column && cellAtSpot && !cellAtSpot.locked && viewpoint === 'teacher'"
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
        </section>
        <section v-else-if="resultStory" class="sheet story" :aria-label="resultStory.name">
          <p class="row">
            <strong class="clip" dir="auto">{{ student.givenName }}, {{ resultStory.name }}</strong>
          </p>
          <p>{{ resultStory.text }}</p>
        </section>
      </div>
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
.tools {
  gap: 6px;
}
.tools .chip {
  min-height: 28px;
  padding-block: 2px;
  font-size: 13.5px;
}
.tools .chip:disabled {
  opacity: 0.45;
  cursor: default;
}
.gap {
  inline-size: 14px;
}
.slip {
  padding-block: 5px;
  font-size: 14px;
}
.seen {
  display: flex;
  align-items: center;
  gap: 8px;
  padding-block: 3px;
}
.seen .btn {
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
.stories {
  display: grid;
  grid-template-columns: 1.45fr 1fr;
  gap: 14px;
}
.story {
  padding: 6px 14px 9px;
  min-block-size: 66px;
  font-size: 14px;
}
.story .row {
  min-block-size: 30px;
  gap: 8px;
}
.story .btn {
  min-height: 26px;
  padding-block: 0;
}
.which li {
  padding-block: 8px;
  font-size: 17px;
}
@media (max-width: 900px) {
  .tools {
    flex-wrap: wrap;
  }
  .stories {
    grid-template-columns: 1fr;
  }
  .desk-of-book {
    block-size: auto;
  }
  .place {
    block-size: 70vh;
    flex: none;
  }
}
</style>
