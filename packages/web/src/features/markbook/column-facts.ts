import { effectiveOf, meanOf, middleOf, spreadOf, type Viewpoint, type MilliPoints } from '@jolly/core';
import type { Book } from './use-book';

/** What the head of a column says of its scores. */
export interface ColumnFacts {
  tick: number;
  rows: readonly number[];
  viewpoint: Viewpoint;
  middle: MilliPoints | null;
  mean: MilliPoints | null;
  scored: number;
  /** ten bars as one path in a box of 80 by 17; empty without points or scores */
  bars: string;
}

const [WIDTH, HEIGHT, GAP] = [7, 17, 1];

function barsOf(spread: readonly number[]): string {
  const most = Math.max(...spread, 1);
  return spread
    .map((count, index) => {
      if (count === 0) return '';
      const height = Math.max(2, Math.round((count / most) * HEIGHT));
      return `M${index * (WIDTH + GAP)} ${HEIGHT}v-${height}h${WIDTH}v${height}z`;
    })
    .join('');
}

/** Facts of columns, counted when they come into sight and kept until a score of theirs changes. */
export function columnFacts(book: Book): (column: number, rows: readonly number[], viewpoint: Viewpoint) => ColumnFacts {
  const known = new Map<number, ColumnFacts>();
  return (column, rows, viewpoint) => {
    const tick = book.columnTicks[column] ?? 0;
    const before = known.get(column);
    if (before && before.tick === tick && before.rows === rows && before.viewpoint === viewpoint) return before;
    const points = book.value.value?.columns[column]?.points ?? null;
    const scores = rows.flatMap((row) => {
      const cell = book.cellAt({ row, column });
      return (cell && effectiveOf(cell, viewpoint)) ?? [];
    });
    const bars = points === null || points === 0 || scores.length === 0 ? '' : barsOf(spreadOf(scores, points));
    const facts: ColumnFacts = { tick, rows, viewpoint, middle: middleOf(scores), mean: meanOf(scores), scored: scores.length, bars };
    known.set(column, facts);
    return facts;
  };
}
