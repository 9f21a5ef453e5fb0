import {
  bookItem,
  bookTotal,
  bookYear,
  recount,
  type BookCell,
  type BookColumn,
  type Viewpoint,
  type Ratio,
  type Total,
} from '@jolly/core';
import { ref, shallowReactive, watch, type Ref } from 'vue';
import type { Book } from './use-book';

/**
 * Totals of every student in every term, kept as the book changes: after one score only that student's total of
 * that term is counted again, and of it only the category.
 */
export function useTotals(book: Book, viewpoint: Ref<Viewpoint>) {
  /** by student, then by term; a class without terms has one */
  let totals: Total[][] = [];
  const ticks = shallowReactive<number[]>([]);
  /** counts up when all of them were counted */
  const counted = ref(0);

  const termsOf = (of: number) => book.value.value?.classes[of]?.terms ?? [];
  const placeOf = (of: number, column: number) => book.shape.value?.terms[of]?.[column] ?? 0;

  function countAll(): void {
    const shape = book.shape.value;
    if (!shape) return;
    const { reply, columns } = shape;
    const byTerm = reply.classes.map(({ terms }, of) =>
      Array.from({ length: Math.max(1, terms.length) }, (_, term) =>
        columns[of]!.map((column, index) => (column && placeOf(of, index) === term ? column : null)),
      ),
    );
    totals = reply.students.map(({ of }, row) => byTerm[of]!.map((list) => totalOver(list, reply.cells[row]!, of)));
    ticks.splice(0, ticks.length, ...totals.map(() => 0));
    counted.value += 1;
  }
  function totalOver(list: readonly (BookColumn | null)[], cells: readonly (BookCell | null)[], of: number): Total {
    const [columns, own]: [BookColumn[], (BookCell | null)[]] = [[], []];
    for (const [index, column] of list.entries()) {
      if (!column) continue;
      columns.push(column);
      own.push(cells[index] ?? null);
    }
    return bookTotal(columns, own, viewpoint.value, book.value.value!.classes[of]!.scheme);
  }
  watch([book.shape, viewpoint], countAll, { immediate: true });
  book.onCell((spot) => {
    const column = book.columnAt(spot);
    const student = book.value.value?.students[spot.row];
    if (!column || !student || !totals[spot.row]) return;
    const { scheme } = book.value.value!.classes[student.of]!;
    const term = placeOf(student.of, spot.column);
    totals[spot.row]![term] = recount(
      scheme,
      totals[spot.row]![term]!,
      column.id,
      bookItem(column, book.cellAt(spot), viewpoint.value, scheme),
    );
    ticks[spot.row]! += 1;
  });

  /** Whoever asks for a total hears when that student's, or everybody's, is counted anew. */
  const heard = (row: number) => void [counted.value, ticks[row]];

  return {
    counted,
    /** the total of one term; counting it anew is heard of by whoever asks */
    inTerm(row: number, term: number): Total | null {
      heard(row);
      return totals[row]?.[term] ?? null;
    },
    /** of the whole year, by the weights of its terms */
    ofYear(row: number): Ratio | null {
      heard(row);
      const of = book.value.value?.students[row]?.of;
      if (of === undefined) return null;
      const { scheme } = book.value.value!.classes[of]!;
      const terms = termsOf(of);
      const results = (totals[row] ?? []).map((one) => one.result);
      return terms.length === 0 ? (results[0] ?? null) : bookYear(scheme, terms, results);
    },
  };
}
export type Totals = ReturnType<typeof useTotals>;
