import { isPersonHeader, looseKey } from '../roster';

/** A student as a table may name them. */
export interface TableStudent {
  id: string;
  givenName: string;
  familyName: string;
  userName: string | null;
  schoolNumber: string | null;
}
export type TableProblem = 'noSuchStudent' | 'severalOfName' | 'studentTwice' | 'severalOfTitle' | 'titleTwice' | 'noSuchTitle';

/** What a table of scores says, cell by cell, and what of it cannot be told whose it is. */
export interface ReadBookTable {
  cells: { row: number; studentId: string; column: number; text: string }[];
  problems: { row: number; column: string; value: string; why: TableProblem }[];
  students: number;
  columns: number;
}

/** Titles as heads of a table: those that several pieces have with their days beside them, and if need be counted. */
export function tableHeads(columns: readonly { title: string; day: string | null }[]): string[] {
  const times = (heads: readonly string[]) => {
    const count = new Map<string, number>();
    for (const head of heads) count.set(looseKey(head), (count.get(looseKey(head)) ?? 0) + 1);
    return count;
  };
  const titles = times(columns.map((one) => one.title));
  const dated = columns.map(({ title, day }) => (titles.get(looseKey(title))! > 1 && day !== null ? `${title} (${day})` : title));
  const again = times(dated);
  const seen = new Map<string, number>();
  return dated.map((head) => {
    if (again.get(looseKey(head)) === 1) return head;
    const number = (seen.get(looseKey(head)) ?? 0) + 1;
    seen.set(looseKey(head), number);
    return `${head} #${number}`;
  });
}

/** Heads that say no score, in the four languages. */
const ASIDE = new Set(
  'total|band|class|group|banda|clase|grupo|tranche|classe|groupe|المجموع|الفئة|الصف|المجموعة'.split('|').map(looseKey),
);

/**
 * Reads a table of scores: a head row of titles, a row a student. Students are known by our id, user name or
 * school number in any column without a title, else by their names; empty cells say nothing.
 *
 * @param heads of the columns, as `tableHeads` gives them
 */
export function readBookTable(
  rows: readonly (readonly string[])[],
  students: readonly TableStudent[],
  heads: readonly string[],
): ReadBookTable {
  const byHead = new Map<string, number[]>();
  for (const [index, head] of heads.entries()) byHead.set(looseKey(head), [...(byHead.get(looseKey(head)) ?? []), index]);
  const headRow = rows.findIndex((row) => row.some((cell) => byHead.has(looseKey(cell))));
  const result: ReadBookTable = { cells: [], problems: [], students: 0, columns: 0 };
  if (headRow < 0) return result;
  const head = rows[headRow]!;
  const columns = new Map<number, number>();
  const taken = new Set<number>();
  for (const [place, cell] of head.entries()) {
    const found = byHead.get(looseKey(cell)) ?? [];
    const say = (why: TableProblem) => result.problems.push({ row: headRow + 1, column: cell, value: '', why });
    if (found.length === 0) {
      // Whatever stands before the first title says whose row it is.
      if (columns.size > 0 && looseKey(cell) !== '' && !ASIDE.has(looseKey(cell)) && !isPersonHeader(cell)) say('noSuchTitle');
    } else if (found.length > 1) say('severalOfTitle');
    else if (taken.has(found[0]!)) say('titleTwice');
    else {
      columns.set(place, found[0]!);
      taken.add(found[0]!);
    }
  }
  result.columns = columns.size;
  const firstTitle = Math.min(...columns.keys());
  const keys = new Map<string, Set<string>>();
  const known = (key: string, id: string) => key !== '' && keys.set(key, (keys.get(key) ?? new Set()).add(id));
  const exact = new Map<string, string>();
  for (const { id, givenName, familyName, userName, schoolNumber } of students) {
    for (const one of [id, userName, schoolNumber]) if (one) exact.set(one.toLowerCase(), id);
    for (const name of [`${givenName} ${familyName}`, `${familyName} ${givenName}`]) known(looseKey(name), id);
  }
  const seen = new Set<string>();
  for (const [index, row] of rows.entries()) {
    if (index <= headRow) continue;
    const aside = row.filter((cell, place) => !columns.has(place) && cell.trim() !== '').slice(0, 12);
    const says = row.some((cell, place) => columns.has(place) && cell.trim() !== '');
    if (aside.length === 0 && !says) continue;
    const whole = aside.map((cell) => exact.get(cell.trim().replace(/^'/, '').toLowerCase())).find((id) => id !== undefined);
    const [first = '', second = ''] = aside;
    const named = keys.get(looseKey(`${first} ${second}`)) ?? keys.get(looseKey(first));
    const say = (why: TableProblem) =>
      result.problems.push({ row: index + 1, column: '', value: row.slice(0, firstTitle).filter(Boolean).slice(0, 2).join(' '), why });
    const id = whole ?? (named?.size === 1 ? [...named][0]! : null);
    if (id === null) {
      if (says) say(named ? 'severalOfName' : 'noSuchStudent');
      continue;
    }
    if (seen.has(id)) {
      say('studentTwice');
      continue;
    }
    seen.add(id);
    for (const [place, column] of columns) {
      const text = (row[place] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
      if (text !== '') result.cells.push({ row: index + 1, studentId: id, column, text });
    }
  }
  result.students = seen.size;
  return result;
}
