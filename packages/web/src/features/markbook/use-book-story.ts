import { derivationOf } from '@jolly/core';
import { computed, type Ref } from 'vue';
import { useWords } from '../../ui/use-words';
import { useProgressWords } from '../progress';
import type { Spot } from './spot';
import type { Book } from './use-book';
import { useBookWords } from './use-book-words';
import type { Place } from './use-selection';
import type { Totals } from './use-totals';
import type { Stretch, View } from './use-view';

/** How the numbers of the student and the cell that are looked at come about, in sentences. */
export function useBookStory(
  book: Book,
  totals: Totals,
  view: View,
  at: { stretch: Ref<Stretch>; active: Ref<Place | undefined>; row: Ref<number | null>; spot: Ref<Spot | null> },
) {
  const { t } = useWords();
  const words = useBookWords();
  const { reasonText } = useProgressWords();
  const { value } = book;
  const { stretch, row, spot } = at;
  const student = computed(() => (row.value === null ? null : (value.value?.students[row.value] ?? null)));
  const scheme = computed(() => (student.value ? value.value!.classes[student.value.of]!.scheme : null));
  const total = computed(() => (row.value === null ? null : totals.inTerm(row.value, view.term.value)));
  const column = computed(() => (spot.value ? book.columnAt(spot.value) : null));
  const work = computed(() => (spot.value ? value.value!.columns[spot.value.column]! : null));
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
    const shown = at.active.value ? view.columns.value.shown[at.active.value.column] : undefined;
    if (!shown || shown.kind === 'work' || row.value === null || !scheme.value) return null;
    const of = totals.inTerm(row.value, shown.kind === 'term' ? shown.term : view.term.value);
    if (!of) return null;
    if (shown.kind === 'term') return { name: shown.name, text: words.totalSentence(of, scheme.value).sum };
    const category = derivationOf(scheme.value, of).categories.find((one) => one.category === shown.id);
    return category ? { name: shown.name, text: words.categoryText(category, scheme.value) } : null;
  });
  /** Why somebody stands first, where that is the order. */
  const bearing = computed(() => {
    if (row.value === null || view.choices.value.sort !== 'bearing') return [];
    const standing = view.standingAt(row.value);
    return [t(`bearing.${standing.bearing}`), ...standing.reasons.map(reasonText)];
  });
  const cellStory = computed(() => {
    if (!spot.value || !scheme.value || !student.value) return [];
    void book.rowTicks[spot.value.row];
    const rule = work.value?.lateRule ?? value.value!.classes[student.value.of]!.lateRule;
    const { terms: termOf } = book.shape.value!;
    const own = totals.inTerm(spot.value.row, termOf[student.value.of]![spot.value.column] ?? 0);
    return words.cellSentence(book.cellAt(spot.value), column.value, { total: own, scheme: scheme.value, rule });
  });
  return { student, scheme, total, column, work, story, resultStory, bearing, cellStory };
}
