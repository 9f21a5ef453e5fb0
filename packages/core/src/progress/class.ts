import { middleRatio, ratio, type Ratio } from '../quantities';
import { countedItem, totalOf, type CountedPiece, type Scheme } from '../totals';
import type { ClassMedians } from '../forecast';

/** The class's middle result in each category, over the students who have one; under '' of pieces of no category. */
export function classMedians(students: readonly (readonly CountedPiece[])[], scheme: Scheme): ClassMedians {
  const results = new Map<string, Ratio[]>();
  const note = (category: string, result: Ratio | null) =>
    result !== null && results.set(category, [...(results.get(category) ?? []), result]);
  for (const pieces of students) {
    const { categories, loose } = totalOf(
      scheme,
      pieces.flatMap((piece) => countedItem(piece, scheme) ?? []),
    );
    for (const { id, result } of categories) note(id, result);
    const points = loose.reduce((sum, item) => sum + (item.bonus ? 0 : item.points), 0);
    if (points > 0)
      note(
        '',
        ratio(
          loose.reduce((sum, item) => sum + item.earned, 0),
          points,
        ),
      );
  }
  return new Map([...results].map(([category, all]) => [category, middleRatio(all)!]));
}

/** How many totals lie in each tenth of the scale; what is above 100 % is in the last. */
export function tenthsOf(totals: readonly Ratio[]): number[] {
  const tenths = new Array<number>(10).fill(0);
  for (const { num, den } of totals) tenths[Math.min(9, Number((num * 10n) / den))]! += 1;
  return tenths;
}
