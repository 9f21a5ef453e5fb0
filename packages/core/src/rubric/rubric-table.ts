import { parsePoints, unmilli, type MilliPoints } from '../quantities';
import { ONE_WEIGHT, type Rubric, type RubricCriterion, type RubricLevel } from './rubric';

/** The head of a rubric as a table: one row a level, a criterion's rows one below the other. */
export const RUBRIC_HEAD = ['criterion', 'weight', 'level', 'points', 'up to', 'descriptor', 'aims'] as const;

const text = (thousandths: MilliPoints | null) => (thousandths === null ? '' : String(unmilli(thousandths)));

/** The rows of a rubric below its head; read again they give the same rubric, but for its ids. */
export function rubricToTable({ criteria }: Rubric): string[][] {
  return criteria.flatMap(({ name, weight, aims, levels }) =>
    levels.map((level) => [name, text(weight), level.name, text(level.points), text(level.upTo), level.descriptor, aims.join('; ')]),
  );
}

/** A rubric read from a table, with the rows that could not be read. */
export interface ReadRubric {
  criteria: RubricCriterion[];
  problems: { row: number; why: 'noPoints' | 'notPoints' | 'noCriterion' }[];
}

const tidy = (cell: string | undefined) => (cell ?? '').replace(/\s+/g, ' ').trim();
const columnOf = (head: readonly string[], names: readonly string[]) => head.findIndex((cell) => names.includes(tidy(cell).toLowerCase()));

function readLong(rows: readonly string[][], newId: () => string): ReadRubric {
  const head = rows[0]!;
  const at = {
    criterion: columnOf(head, ['criterion', 'criteria']),
    weight: columnOf(head, ['weight']),
    level: columnOf(head, ['level']),
    points: columnOf(head, ['points']),
    upTo: columnOf(head, ['up to', 'upto', 'to']),
    descriptor: columnOf(head, ['descriptor', 'description']),
    aims: columnOf(head, ['aims', 'aim']),
  };
  const result: ReadRubric = { criteria: [], problems: [] };
  const cell = (row: readonly string[], column: number) => (column < 0 ? '' : (row[column] ?? '').trim());
  for (const [index, row] of rows.entries()) {
    if (index === 0 || row.every((one) => one.trim() === '')) continue;
    const name = tidy(cell(row, at.criterion));
    // A merged cell comes out of a spreadsheet as a name once and nothing below it.
    let criterion = name === '' ? result.criteria.at(-1) : result.criteria.find((one) => one.name === name);
    if (!criterion) {
      if (name === '') {
        result.problems.push({ row: index + 1, why: 'noCriterion' });
        continue;
      }
      const aims = cell(row, at.aims)
        .split(';')
        .map(tidy)
        .filter((aim) => aim !== '');
      criterion = { id: newId(), name, weight: parsePoints(cell(row, at.weight)) ?? ONE_WEIGHT, aims, levels: [] };
      result.criteria.push(criterion);
    }
    const points = parsePoints(cell(row, at.points));
    if (points === null) result.problems.push({ row: index + 1, why: cell(row, at.points) === '' ? 'noPoints' : 'notPoints' });
    criterion.levels.push({
      id: newId(),
      name: tidy(cell(row, at.level)),
      descriptor: cell(row, at.descriptor),
      points: points ?? 0,
      upTo: parsePoints(cell(row, at.upTo)),
    });
  }
  return result;
}

// "Secure (6)", "6: …", "4-6 …": points at either end of a head or a cell, with or without a range.
const NUMBER = String.raw`(\d{1,5}(?:[.,]\d{1,3})?)(?:\s*[-–]\s*(\d{1,5}(?:[.,]\d{1,3})?))?`;
const AT_START = new RegExp(String.raw`^\(?${NUMBER}\)?\s*(?:points?|pts?|p)?\s*(?:[:.)\-–|]\s*|$)`, 'i');
const AT_END = new RegExp(String.raw`\(\s*${NUMBER}\s*(?:points?|pts?|p)?\s*\)\s*$`, 'i');

function takePoints(cell: string): { words: string; points: MilliPoints | null; upTo: MilliPoints | null } {
  const match = AT_END.exec(cell) ?? AT_START.exec(cell);
  if (!match) return { words: cell.trim(), points: null, upTo: null };
  const words = (cell.slice(0, match.index) + cell.slice(match.index + match[0].length)).trim();
  return { words, points: parsePoints(match[1]!), upTo: match[2] ? parsePoints(match[2]) : null };
}

function readGrid(rows: readonly string[][], newId: () => string): ReadRubric {
  const [head = [], ...body] = rows;
  const weightAt = columnOf(head, ['weight']);
  const columns = head
    .map((cell, column) => ({ column, ...takePoints(tidy(cell)) }))
    .filter(({ column }) => column > 0 && column !== weightAt);
  // Columns without points are taken in order, from nothing up; a head that falls is written from the top down.
  const result: ReadRubric = { criteria: [], problems: [] };
  for (const [index, row] of body.entries()) {
    const name = tidy(row[0]);
    if (row.every((one) => one.trim() === '')) continue;
    if (name === '') {
      result.problems.push({ row: index + 2, why: 'noCriterion' });
      continue;
    }
    const levels: RubricLevel[] = [];
    for (const [order, { column, words, points, upTo }] of columns.entries()) {
      const cell = (row[column] ?? '').trim();
      if (cell === '') continue;
      const own = takePoints(cell);
      levels.push({
        id: newId(),
        name: words,
        descriptor: own.words,
        points: own.points ?? points ?? order * 1000,
        upTo: own.points === null ? upTo : own.upTo,
      });
    }
    levels.sort((a, b) => a.points - b.points);
    result.criteria.push({
      id: newId(),
      name,
      weight: weightAt < 0 ? ONE_WEIGHT : (parsePoints(row[weightAt] ?? '') ?? ONE_WEIGHT),
      aims: [],
      levels,
    });
  }
  return result;
}

/**
 * A rubric from the rows of a table: our own form (a row a level), or a grid as people draw one, criteria down
 * and levels across, with points in the heads or at either end of a cell.
 *
 * @param newId makes the ids of criteria and levels
 * @example [['', 'Beginning (1)', 'Secure (3)'], ['Evidence', 'names one', 'uses several']] -> one criterion, 1 and 3 points
 */
export function readRubricTable(rows: readonly string[][], newId: () => string): ReadRubric {
  // An apostrophe before = + - @ is how spreadsheets say "this is text".
  const filled = rows
    .filter((row) => row.some((cell) => cell.trim() !== ''))
    .map((row) => row.map((cell) => cell.replace(/^'(?=[=+\-@])/, '')));
  const head = filled[0];
  if (!head) return { criteria: [], problems: [] };
  const isLong = columnOf(head, ['level']) >= 0 && columnOf(head, ['points']) >= 0;
  return isLong ? readLong(filled, newId) : readGrid(filled, newId);
}
