import { looseKey, tidyText } from '@jolly/core';

/** What results are compared with: the book's students and pieces. */
export interface ResultsFor {
  /** our id for the id under which a bundle knows a student; undefined for nobody of the class */
  studentOf: (sourcedId: string) => string | undefined;
  columns: readonly { id: string; title: string; head: string }[];
}

/**
 * The results of a OneRoster bundle as a table of scores, which the book reads as it reads any: a head row of our titles, a row a student.
 * A line item is known by our id, else by its title; what has no score and is not exempt says nothing.
 *
 * @param files the CSV files of the bundle by name, in lower case
 * @returns null where it has no results
 */
export function resultsAsTable(files: ReadonlyMap<string, string[][]>, { studentOf, columns }: ResultsFor): string[][] | null {
  const table = (name: string) => {
    const [header = [], ...rows] = files.get(name) ?? [];
    const at = header.map((cell) => tidyText(cell).toLowerCase());
    return rows
      .filter((row) => row.some((cell) => cell.trim() !== ''))
      .map((row) => (column: string) => tidyText(row[at.indexOf(column.toLowerCase())] ?? ''));
  };
  if (!files.has('results.csv')) return null;
  const byId = new Map(columns.map((column) => [column.id, column.head]));
  const titles = new Map(table('lineitems.csv').map((item) => [item('sourcedId'), item('title')]));
  const headOf = (item: string): string => {
    if (byId.has(item)) return byId.get(item)!;
    const title = titles.get(item) ?? item;
    const same = columns.filter((column) => looseKey(column.title) === looseKey(title));
    return same.length === 1 ? same[0]!.head : title;
  };
  const heads: string[] = [];
  const byStudent = new Map<string, Map<string, string>>();
  for (const result of table('results.csv')) {
    if (result('status').toLowerCase() === 'tobedeleted') continue;
    const status = result('scoreStatus').toLowerCase();
    const text = status === 'exempt' ? 'x' : result('score');
    if (text === '') continue;
    const head = headOf(result('lineItemSourcedId'));
    if (!heads.includes(head)) heads.push(head);
    const student = result('studentSourcedId');
    const row = byStudent.get(student) ?? new Map<string, string>();
    byStudent.set(student, row.set(head, text));
  }
  return [
    ['Jolly ID', ...heads],
    ...[...byStudent].map(([student, row]) => [studentOf(student) ?? student, ...heads.map((head) => row.get(head) ?? '')]),
  ];
}
