import type { LateRule, SchoolCalendar, Term, WallTime } from '@jolly/core';
import { fromJson } from '../../db/json-column';
import type { CalendarRow, ClassRow } from './classes.model';

/** A class with its calendar, as the rules need it. */
export interface SchoolClass {
  id: string;
  calendarId: string;
  name: string;
  hue: number;
  calendar: SchoolCalendar;
  terms: Term[];
  dueTime: WallTime | null;
  graceMinutes: number;
  lateRule: LateRule;
  joinCode: string;
  version: number;
}

export function toSchoolClass(row: ClassRow, calendar: CalendarRow): SchoolClass {
  return {
    id: row.id,
    calendarId: row.calendarId,
    name: row.name,
    hue: row.hue,
    calendar: { zone: row.zone, schoolDays: fromJson<number[]>(calendar.schoolDays), closures: fromJson<SchoolCalendar['closures']>(calendar.closures) },
    terms: fromJson<Term[]>(calendar.terms),
    dueTime: row.dueTime,
    graceMinutes: row.graceMinutes,
    lateRule: fromJson<LateRule>(row.lateRule),
    joinCode: row.joinCode,
    version: row.version,
  };
}
