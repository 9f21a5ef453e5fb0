import type { MilliPoints } from '../quantities';
import { looseKey } from '../roster';
import { readPoints, type DecimalMark } from '../score';

/** A student a pasted row may be of. */
export interface Listed {
  id: string;
  givenName: string;
  familyName: string;
}
/** Why a row is not taken in. */
export type PasteProblem = 'noSuchName' | 'severalOfName' | 'notANumber' | 'twice' | 'tooMany';

/** What one pasted row says. */
export interface PastedScore {
  /** of the pasted table, from 1 */
  line: number;
  /** null where it is not known whose it is */
  studentId: string | null;
  /** what stands where the score should be */
  written: string;
  /** null: no score in this row */
  earned: MilliPoints | null;
  /** null: no remark in this row */
  remark: string | null;
  problem: PasteProblem | null;
}

const namesOf = ({ givenName, familyName }: Listed) => [looseKey(`${givenName} ${familyName}`), looseKey(`${familyName} ${givenName}`)];

/**
 * Scores and remarks out of a spreadsheet. With a name in the first column each row is that student's, in
 * whatever order; a head row is known by its having no number and no name. Without names the rows are those of
 * the list from the given student on, empty cells included. The last column is the remark where there are two
 * (three with names). A remark may have several lines: it is one cell.
 *
 * @param cells rows of cells, as a reader of tables gives them
 * @param students in the order they are listed; @param from where a column without names begins
 */
export function readPastedScores(
  cells: readonly (readonly string[])[],
  students: readonly Listed[],
  decimal: DecimalMark,
  from = 0,
): PastedScore[] {
  const rows = cells.map((row) => row.map((cell) => cell.replace(/\r\n?/g, '\n').trim()));
  const known = new Map<string, string[]>();
  for (const student of students) for (const name of new Set(namesOf(student))) known.set(name, [...(known.get(name) ?? []), student.id]);
  const isName = (cell: string | undefined) => known.has(looseKey(cell ?? ''));
  const isNumber = (cell: string | undefined) => /^[\d.,'\s]+$/.test(cell ?? '') && /\d/.test(cell ?? '');
  const named = rows.some((row) => isName(row[0]) || isName(`${row[0]} ${row[1]}`));
  const split = named && rows.filter((row) => isName(`${row[0]} ${row[1]}`)).length > rows.filter((row) => isName(row[0])).length;
  const taken = new Set<string>();
  const result: PastedScore[] = [];
  for (const [index, row] of rows.entries()) {
    const name = !named ? '' : split ? `${row[0] ?? ''} ${row[1] ?? ''}` : (row[0] ?? '');
    const [written = '', remark] = named ? row.slice(split ? 2 : 1) : row;
    if (index === 0 && named && !isName(name) && !isNumber(written)) continue;
    if (row.every((cell) => cell === '') && named) continue;
    const ids = known.get(looseKey(name)) ?? [];
    const listed = students[from + result.length]?.id ?? null;
    const studentId = named ? (ids.length === 1 ? ids[0]! : null) : listed;
    const earned = written === '' ? null : readPoints(written, decimal);
    const problem = ((): PasteProblem | null => {
      if (named && ids.length === 0) return 'noSuchName';
      if (named && ids.length > 1) return 'severalOfName';
      if (!named && studentId === null) return row.every((cell) => cell === '') ? null : 'tooMany';
      if (studentId !== null && taken.has(studentId)) return 'twice';
      return written !== '' && earned === null ? 'notANumber' : null;
    })();
    if (studentId !== null) taken.add(studentId);
    result.push({ line: index + 1, studentId, written, earned, remark: remark === undefined || remark === '' ? null : remark, problem });
  }
  return result;
}
