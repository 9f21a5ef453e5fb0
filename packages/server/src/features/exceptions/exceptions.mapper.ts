import type { WindowDates } from '@jolly/core';
import type { ExceptionRow } from './exceptions.model';

/** A one-off exception: other dates or excused, for one student on one assignment. */
export interface GivenException extends WindowDates {
  id: string;
  assignmentId: string;
  studentId: string;
  excused: boolean;
  reason: string;
  givenBy: string;
  givenAt: number;
}

const instant = (date: Date | null) => (date === null ? null : date.getTime());

export function toException(row: ExceptionRow): GivenException {
  return {
    id: row.id,
    assignmentId: row.assignmentId,
    studentId: row.studentId,
    ...(row.setsOpens ? { opens: instant(row.opensAt) } : {}),
    ...(row.setsDue ? { due: instant(row.dueAt) } : {}),
    ...(row.setsCloses ? { closes: instant(row.closesAt) } : {}),
    excused: Boolean(row.excused),
    reason: row.reason,
    givenBy: row.givenBy,
    givenAt: row.givenAt.getTime(),
  };
}

const column = (at: number | null | undefined) => (at === undefined || at === null ? null : new Date(at));

export function toRow(exception: GivenException): ExceptionRow {
  return {
    id: exception.id,
    assignmentId: exception.assignmentId,
    studentId: exception.studentId,
    setsOpens: exception.opens !== undefined,
    setsDue: exception.due !== undefined,
    setsCloses: exception.closes !== undefined,
    opensAt: column(exception.opens),
    dueAt: column(exception.due),
    closesAt: column(exception.closes),
    excused: exception.excused,
    reason: exception.reason,
    givenBy: exception.givenBy,
    givenAt: new Date(exception.givenAt),
  };
}
