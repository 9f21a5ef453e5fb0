import {
  effectiveOf,
  localDateAt,
  termOfWork,
  unmilli,
  type BookCell,
  type BookColumn,
  type Instant,
  type PieceState,
  type Viewpoint,
} from '@jolly/core';
import { oneRosterBundle, type OneRosterRow, type OneRosterVersion } from '../../files/one-roster-bundle';
import { fileStem, type TakenOut } from '../../files/write-table';
import { classTables, rowOf, SCHOOL, sourceOfClass, sourceOfPerson, sourceOfTerm, type ClassToTell } from '../roster/one-roster-tables';
import type { BookOut } from './book-workbook';

/** States of work that is there, also where words alone were said of it and there is no number. */
const WITH_TEACHER: ReadonlySet<PieceState> = new Set(['in', 'inLate', 'inClass', 'sentBack', 'scored', 'returned']);

/** What is to be said of one cell; null where there is nothing yet: neither scored nor due. */
function resultOf(
  column: BookColumn,
  cell: BookCell,
  viewpoint: Viewpoint,
  now: Instant,
): { status: string; score: string; at: Instant; late: boolean; missing: boolean } | null {
  // As the student is told it, where it is their book that is taken out.
  const state = viewpoint === 'student' ? (cell.told ?? cell.state) : cell.state;
  const due = cell.due === undefined ? column.due : cell.due;
  const [late, missing] = [(cell.lateBy ?? 0) > 0, state === 'missing' || cell.saidMissing === true];
  const passed = due !== null && due <= now;
  if (cell.excused) return { status: 'exempt', score: '', at: due ?? now, late: false, missing: false };
  const effective = effectiveOf(cell, viewpoint);
  if (effective !== null)
    return { status: 'fully graded', score: String(unmilli(effective)), at: cell.score?.at ?? due ?? now, late, missing: false };
  if (missing) return { status: 'not submitted', score: '', at: due ?? now, late: false, missing: true };
  if (!passed) return null;
  return { status: WITH_TEACHER.has(state) ? 'submitted' : 'not submitted', score: '', at: due + (cell.lateBy ?? 0), late, missing: false };
}

/**
 * Categories, line items and results of OneRoster, with the class, the people and the school that they refer to. What is neither scored
 * nor due has no result; of the students' view, what they were not given is not scored.
 */
export function resultsBundle(told: ClassToTell, out: BookOut, version: OneRosterVersion, now: Instant): Promise<TakenOut> {
  const { found, members } = told;
  const { scheme, terms, calendar } = found;
  const classSource = sourceOfClass(found);
  const idOf = new Map(members.map(({ student }) => [student.id, sourceOfPerson(student)]));
  const day = (at: Instant | null) => (at === null ? '' : localDateAt(calendar.zone, at));
  // A category of a class that was copied has the same id in both; a line item must have one, so that work filed under none has its own.
  const categoryId = (id: string) => `${classSource}-${id}`;
  const filed = (column: BookColumn) =>
    categoryId(scheme.categories.some((one) => one.id === column.categoryId) ? column.categoryId! : 'none');
  const termOf = (column: BookColumn) => sourceOfTerm(found, termOfWork(terms, calendar.zone, column));
  const results = out.students.flatMap((student, row) =>
    out.columns.flatMap((column, index): OneRosterRow[] => {
      const cell = out.cells[row]![index] ?? null;
      const said = cell === null || cell.locked ? null : resultOf(column, cell, out.viewpoint, now);
      if (!said) return [];
      const id = idOf.get(student.id) ?? student.id;
      return [
        rowOf(`${column.id}-${id}`, cell!.score?.at ?? now, {
          lineItemSourcedId: column.id,
          studentSourcedId: id,
          scoreStatus: said.status,
          score: said.score,
          scoreDate: day(said.at),
          inProgress: 'false',
          incomplete: 'false',
          late: String(said.late),
          missing: String(said.missing),
        }),
      ];
    }),
  );
  const session = version === '1.1' ? 'gradingPeriodSourcedId' : 'academicSessionSourcedId';
  const tables = {
    ...classTables(told, version, now),
    categories: {
      columns: version === '1.1' ? ['title'] : ['title', 'weight'],
      rows: [...scheme.categories, { id: 'none', name: 'No category' }].map(({ id, name }) => rowOf(categoryId(id), now, { title: name })),
    },
    lineItems: {
      columns: [
        'title',
        'description',
        'assignDate',
        'dueDate',
        'classSourcedId',
        'categorySourcedId',
        session,
        'resultValueMin',
        'resultValueMax',
        ...(version === '1.2' ? ['schoolSourcedId'] : []),
      ],
      rows: out.columns.map((column) =>
        rowOf(column.id, now, {
          title: column.title,
          assignDate: day(column.issuedAt),
          dueDate: day(column.due ?? column.issuedAt),
          classSourcedId: classSource,
          categorySourcedId: filed(column),
          [session]: termOf(column),
          resultValueMin: '0',
          resultValueMax: column.points === null ? '' : String(unmilli(column.points)),
          schoolSourcedId: SCHOOL,
        }),
      ),
    },
    results: {
      columns: [
        'lineItemSourcedId',
        'studentSourcedId',
        'scoreStatus',
        'score',
        'scoreDate',
        'comment',
        ...(version === '1.2' ? ['inProgress', 'incomplete', 'late', 'missing'] : []),
      ],
      rows: results,
    },
  };
  return oneRosterBundle(`${fileStem(`${out.inFiles} ${out.term}`)}-results`, version, tables, now);
}
