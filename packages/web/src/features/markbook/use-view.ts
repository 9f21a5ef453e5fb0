import {
  BEARINGS,
  compare,
  compareNames,
  localDateAt,
  ONE_TERM,
  standingOf,
  totalText,
  countedPieceOf,
  wholeYear,
  type Viewpoint,
  type LocalDate,
  type PieceState,
  type Standing,
} from '@jolly/core';
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { now } from '../../api/client';
import type { Spot } from './spot';
import type { Book } from './use-book';
import type { Totals } from './use-totals';

/** One column as it is shown: an assignment, the result of a folded category, or the total of a term. */
export type ViewColumn = { key: string; width: number } & (
  | { kind: 'work'; column: number; narrow: boolean }
  | { kind: 'category'; id: string; name: string }
  | { kind: 'term'; term: number; name: string }
);
/** Columns that stand together under a name; a category can be folded to its result. */
export interface ColumnGroup {
  key: string;
  name: string;
  first: number;
  count: number;
  foldable: boolean;
  folded: boolean;
}
/** What is looked at: the weeks of the term line, one term, or the year. */
export type Stretch = { kind: 'span'; from: LocalDate; to: LocalDate } | { kind: 'term'; term: number } | { kind: 'year' };
export type SortBy = 'name' | 'total' | 'bearing' | 'missing';

interface Choices {
  order: 'date' | 'category' | 'unit';
  hidden: string[];
  narrow: string[];
  folded: string[];
  sort: SortBy;
  down: boolean;
  middle: 'middle' | 'average';
  withLeft: boolean;
}
const FIRST: Choices = { order: 'date', hidden: [], narrow: [], folded: [], sort: 'name', down: false, middle: 'middle', withLeft: false };
const WIDTH = { work: 124, narrow: 62, category: 112, term: 92 };

/** What of the book is shown and in what order. How it is arranged is kept in this browser, by class. */
export function useView(
  book: Book,
  totals: Totals,
  given: { classId: Ref<string | null>; stretch: Ref<Stretch>; viewpoint: Ref<Viewpoint>; me: string },
) {
  const { classId, stretch, viewpoint, me } = given;
  const keepKey = computed(() => `jolly-book ${me} ${classId.value}`);
  const choices = ref<Choices>({ ...FIRST });
  watch(
    keepKey,
    (key) => {
      try {
        choices.value = { ...FIRST, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<Choices>) };
      } catch {
        choices.value = { ...FIRST };
      }
    },
    { immediate: true },
  );
  watch(choices, (chosen) => localStorage.setItem(keepKey.value, JSON.stringify(chosen)), { deep: true });

  const group = ref('');
  const state = ref<PieceState | ''>('');
  const aim = ref('');

  /** The term whose total stands beside the names: the one that is looked at, or that the weeks begin in. */
  const term = computed(() => {
    const terms = book.value.value?.classes[0]?.terms ?? [];
    const { value } = stretch;
    if (value.kind === 'term') return Math.min(value.term, Math.max(0, terms.length - 1));
    const day = value.kind === 'span' ? value.to : localDateAt(book.value.value?.classes[0]?.calendar.zone ?? 'UTC', now());
    const found = terms.findIndex((one) => day <= one.to);
    return found >= 0 ? found : Math.max(0, terms.length - 1);
  });

  /** Is an assignment in the stretch, for any of the classes that have it? */
  function isIn(column: number): boolean {
    const shape = book.shape.value!;
    const { kind } = stretch.value;
    if (kind === 'year') return true;
    return shape.reply.classes.some((one, of) => {
      const own = shape.columns[of]![column];
      if (!own) return false;
      if (kind === 'term') return (shape.terms[of]![column] ?? 0) === term.value;
      const day = localDateAt(one.calendar.zone, own.due ?? own.issuedAt);
      return day >= (stretch.value as { from: string }).from && day <= (stretch.value as { to: string }).to;
    });
  }

  /** Columns in the stretch in their order, hidden ones too: what they stand under first. */
  const ordered = computed(() => {
    const shape = book.shape.value;
    if (!shape) return [];
    const { classes, columns } = shape.reply;
    const [first] = classes;
    const places = columns
      .map((_, index) => index)
      .filter((index) => isIn(index) && (aim.value === '' || columns[index]!.aims.includes(aim.value)));
    const setOf = (index: number) => columns[index]!.sets.find((set) => set !== null)!;
    const placeIn = (list: readonly { id: string }[], id: string | null) => {
      const at = list.findIndex((one) => one.id === id);
      return at < 0 ? list.length : at;
    };
    const { order } = choices.value;
    const [categories, units] = [first!.scheme.categories, first!.units];
    const under = (index: number) =>
      order === 'category' ? placeIn(categories, setOf(index).categoryId) : order === 'unit' ? placeIn(units, setOf(index).unitId) : 0;
    const date = (index: number) => setOf(index).due ?? setOf(index).issuedAt;
    return places
      .map((index) => ({ index, under: under(index), at: date(index) }))
      .sort((a, b) => a.under - b.under || a.at - b.at || a.index - b.index)
      .map(({ index, under: place }) => ({
        index,
        list: order === 'category' ? categories[place] : order === 'unit' ? units[place] : undefined,
      }));
  });

  const columns = computed<{ shown: ViewColumn[]; groups: ColumnGroup[] }>(() => {
    const reply = book.value.value;
    if (!reply) return { shown: [], groups: [] };
    const { order, hidden, narrow, folded } = choices.value;
    const terms = reply.classes[0]!.terms;
    const shown: ViewColumn[] =
      stretch.value.kind === 'year' && terms.length > 1
        ? terms.map(({ name }, place) => ({ key: `term ${place}`, kind: 'term', term: place, name, width: WIDTH.term }))
        : [];
    const groups: ColumnGroup[] = [];
    for (const { index, list } of ordered.value) {
      const column = reply.columns[index]!;
      const key = list?.id ?? '';
      const isFolded = order === 'category' && key !== '' && folded.includes(key);
      if (hidden.includes(column.briefId)) continue;
      let last = groups.at(-1);
      if (order !== 'date' && (!last || last.key !== key)) {
        last = {
          key,
          name: list?.name ?? '',
          first: shown.length,
          count: 0,
          foldable: order === 'category' && key !== '',
          folded: isFolded,
        };
        groups.push(last);
        if (isFolded) shown.push({ key: `category ${key}`, kind: 'category', id: key, name: list!.name, width: WIDTH.category });
        if (isFolded) last.count = 1;
      }
      if (isFolded) continue;
      const isNarrow = narrow.includes(column.briefId);
      shown.push({ key: column.briefId, kind: 'work', column: index, narrow: isNarrow, width: isNarrow ? WIDTH.narrow : WIDTH.work });
      if (last) last.count += 1;
    }
    return { shown, groups };
  });

  const standings = new Map<number, { tick: number; standing: Standing }>();
  watch([book.shape, viewpoint, term, () => stretch.value.kind === 'year'], () => standings.clear());
  /** Where a student stands over what their total is counted of, when it is asked for. */
  function standingAt(row: number): Standing {
    const reply = book.value.value!;
    const tick = book.rowTicks[row]!;
    const known = standings.get(row);
    if (known && known.tick === tick) return known.standing;
    const { of } = reply.students[row]!;
    const { scheme, bearing, terms } = reply.classes[of]!;
    const year = stretch.value.kind === 'year';
    const termOf = new Map<string, number>();
    const pieces = book.shape.value!.columns[of]!.flatMap((column, index) => {
      const cell = reply.cells[row]![index];
      const place = book.shape.value!.terms[of]![index] ?? 0;
      if (!column || !cell || !(year || place === term.value)) return [];
      termOf.set(column.id, place);
      return [countedPieceOf(column, cell, viewpoint.value)];
    });
    const over = year && terms.length > 0 ? wholeYear(scheme, terms, (id) => termOf.get(id) ?? null) : ONE_TERM;
    const standing = standingOf({ pieces, scheme, settings: bearing, now: now(), over });
    standings.set(row, { tick, standing });
    return standing;
  }
  const missingOf = (row: number) =>
    columns.value.shown.reduce(
      (sum, one) => sum + Number(one.kind === 'work' && book.cellAt({ row, column: one.column })?.state === 'missing'),
      0,
    );

  const totalOf = (row: number) => (stretch.value.kind === 'year' ? totals.ofYear(row) : (totals.inTerm(row, term.value)?.result ?? null));
  function orderOfNow(): number[] {
    const reply = book.value.value;
    if (!reply) return [];
    const { sort, down, withLeft } = choices.value;
    const kept = reply.students
      .map((_, index) => index)
      .filter((row) => {
        const student = reply.students[row]!;
        if (!withLeft && student.left !== null) return false;
        if (group.value !== '' && !student.groups.includes(group.value)) return false;
        if (state.value === '') return true;
        return columns.value.shown.some((one) => one.kind === 'work' && book.cellAt({ row, column: one.column })?.state === state.value);
      });
    const byName = (a: number, b: number) => compareNames(reply.students[a]!, reply.students[b]!) || a - b;
    const by: Record<SortBy, (a: number, b: number) => number> = {
      name: () => 0,
      total: (a, b) => {
        const [x, y] = [totalOf(a), totalOf(b)];
        return x === null || y === null ? Number(x === null) - Number(y === null) : compare(y, x);
      },
      bearing: (a, b) =>
        BEARINGS.indexOf(standingAt(a).bearing) - BEARINGS.indexOf(standingAt(b).bearing) ||
        standingAt(b).reasons.length - standingAt(a).reasons.length,
      missing: (a, b) => missingOf(b) - missingOf(a),
    };
    const sign = down ? -1 : 1;
    return kept.sort((a, b) => sign * by[sort](a, b) || (sort === 'name' ? sign : 1) * byName(a, b));
  }
  // Rows stay where they are while scores come in: nobody who types down a column is led to somebody else by a new
  // total, or loses a row whose state has changed. They are put in order when something about the order is chosen.
  const rows = shallowRef<number[]>([]);
  watch([book.value, totals.counted, () => ({ ...choices.value }), group, state, aim, stretch, term], () => (rows.value = orderOfNow()), {
    immediate: true,
  });

  const totalShown = (row: number): string => {
    const result = totalOf(row);
    const student = book.value.value?.students[row];
    return result === null || !student ? '' : totalText(result, book.value.value!.classes[student.of]!.scheme);
  };

  /** The place in the book of a place on the screen; null for a column that is no assignment. */
  const spotOf = (row: number, column: number): Spot | null => {
    const shown = columns.value.shown[column];
    const at = rows.value[row];
    return shown?.kind === 'work' && at !== undefined ? { row: at, column: shown.column } : null;
  };

  return { choices, group, state, aim, term, ordered, columns, rows, totalOf, totalShown, standingAt, spotOf };
}
export type View = ReturnType<typeof useView>;
