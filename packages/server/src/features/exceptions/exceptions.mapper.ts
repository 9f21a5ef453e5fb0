import type { WindowDates } from '@jolly/core';
import type { ExceptionBody } from '../../contract';
import type { DateColumns, ExceptionRow, GroupDateRow } from './exceptions.model';

/** A one-off exception: other dates or excused, for one student on one assignment. */
export interface GivenException extends ExceptionBody {
  id: string;
  assignmentId: string;
  studentId: string;
  givenBy: string;
  givenAt: number;
}

/** A group's own dates on an assignment. */
export interface GivenGroupDate extends WindowDates {
  id: string;
  assignmentId: string;
  groupId: string;
  reason: string;
}

const instant = (date: Date | null) => (date === null ? null : date.getTime());
const column = (at: number | null | undefined) => (at === undefined || at === null ? null : new Date(at));

export function toDates(row: DateColumns): WindowDates {
  return {
    ...(row.setsOpens ? { opens: instant(row.opensAt) } : {}),
    ...(row.setsDue ? { due: instant(row.dueAt) } : {}),
    ...(row.setsCloses ? { closes: instant(row.closesAt) } : {}),
  };
}

export function toDateColumns({ opens, due, closes }: WindowDates): DateColumns {
  return {
    setsOpens: opens !== undefined,
    setsDue: due !== undefined,
    setsCloses: closes !== undefined,
    opensAt: column(opens),
    dueAt: column(due),
    closesAt: column(closes),
  };
}

export function toException(row: ExceptionRow): GivenException {
  return {
    id: row.id,
    assignmentId: row.assignmentId,
    studentId: row.studentId,
    ...toDates(row),
    excused: Boolean(row.excused),
    waivesLate: Boolean(row.waivesLate),
    reason: row.reason,
    givenBy: row.givenBy,
    givenAt: row.givenAt.getTime(),
  };
}

export function toRow({ opens: _, due: __, closes: ___, givenAt, ...rest }: GivenException, dates: WindowDates): ExceptionRow {
  return { ...rest, ...toDateColumns(dates), givenAt: new Date(givenAt) };
}

export const toGroupDate = (row: GroupDateRow): GivenGroupDate => ({
  id: row.id,
  assignmentId: row.assignmentId,
  groupId: row.groupId,
  ...toDates(row),
  reason: row.reason,
});
