import { meanOf, middleOf, percentText, ratio, type Viewpoint } from '@jolly/core';
import { computed, type Ref } from 'vue';
import { dayText } from '../../time/format';
import { useWords } from '../../ui/use-words';
import { columnFacts } from './column-facts';
import type { Book } from './use-book';
import type { useGridSight } from './use-grid-sight';
import type { View, ViewColumn } from './use-view';

/** What stands above and below the columns in sight: titles, when and of how much, the spread of scores, their middle. */
export function useGridHeads(
  grid: Readonly<{ book: Book; view: View; viewpoint: Viewpoint }>,
  inSight: ReturnType<typeof useGridSight>['inSight'],
  resultOf: (row: number, column: ViewColumn) => string,
) {
  const { t, points } = useWords();
  const reply = computed(() => grid.book.value.value!);
  const facts = columnFacts(grid.book);
  const zone = computed(() => reply.value.classes[0]!.calendar.zone);
  const heads = computed(() =>
    inSight.value.map(({ index, start, shown: column }) => {
      const style = { insetInlineStart: `${start}px`, inlineSize: `${column.width}px` };
      if (column.kind !== 'work') {
        const middle = middleOfTexts(grid.view.rows.value.map((row) => resultOf(row, column)));
        return {
          index,
          key: column.key,
          column,
          style,
          title: column.name,
          sub: t(column.kind === 'term' ? 'book.termTotal' : 'book.result'),
          bars: '',
          middle,
        };
      }
      const work = reply.value.columns[column.column]!;
      const set = work.sets.find((one) => one !== null)!;
      const { bars, middle, mean } = facts(column.column, grid.view.rows.value, grid.viewpoint);
      const number = grid.view.choices.value.middle === 'middle' ? middle : mean;
      const day = set.due === null ? t('common.noDue') : dayText(set.due, zone.value);
      return {
        index,
        key: column.key,
        column,
        style,
        title: work.title,
        sub: column.narrow ? '' : `${day}${work.points === null ? '' : ` · ${points(work.points)}`}`,
        bars,
        middle: number === null ? '' : points(Math.round(number / 100) * 100),
      };
    }),
  );
  const middleTotal = computed(() => middleOfTexts(grid.view.rows.value.map((row) => grid.view.totalShown(row))));
  /** The middle or the average of totals as they are shown. */
  function middleOfTexts(texts: readonly string[]): string {
    const thousandths = texts.flatMap((text) => (text === '' ? [] : [Math.round(Number(text) * 1000)]));
    const value = grid.view.choices.value.middle === 'middle' ? middleOf(thousandths) : meanOf(thousandths);
    return value === null ? '' : percentText(ratio(value, 100_000), reply.value.classes[0]!.scheme.decimals);
  }
  return { heads, middleTotal };
}

/** One column in sight, as its head shows it. */
export type GridHead = ReturnType<typeof useGridHeads>['heads'] extends Ref<(infer Head)[]> ? Head : never;
