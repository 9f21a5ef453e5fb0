import { FIRST_BEARING, FIRST_SCHEME, type BearingSettings, type Closure, type LateRule, type Scheme, type Term } from '@jolly/core';
import type { CalendarRequest, ClassDetails, ClassReply, ClassRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import type { CalendarRow, ClassRow } from './classes.model';

/** A class with its calendar, as the rules need it. */
export interface SchoolClass extends Omit<ClassReply, 'students' | 'teachers'> {
  /** the id of the records system that a roster was last taken from */
  sourceId: string | null;
}

export const labelOf = ({ name, section }: Pick<ClassDetails, 'name' | 'section'>): string => (section ? `${name} · ${section}` : name);

export function toSchoolClass(row: ClassRow, calendar: CalendarRow): SchoolClass {
  return {
    id: row.id,
    label: labelOf(row),
    calendarId: row.calendarId,
    name: row.name,
    section: row.section,
    subject: row.subject,
    level: row.level,
    room: row.room,
    hue: row.hue,
    calendar: { zone: row.zone, schoolDays: fromJson<number[]>(calendar.schoolDays), closures: fromJson<Closure[]>(calendar.closures) },
    terms: fromJson<Term[]>(calendar.terms),
    dueTime: row.dueTime,
    graceMinutes: row.graceMinutes,
    lateRule: fromJson<LateRule>(row.lateRule),
    scheme: fromJson<Scheme>(row.scheme),
    bearing: fromJson<BearingSettings>(row.bearing),
    liveLink: row.liveLink,
    liveMinutes: row.liveMinutes,
    familyTotals: Boolean(row.familyTotals),
    familyFeedback: Boolean(row.familyFeedback),
    familyWork: Boolean(row.familyWork),
    familyAsks: Boolean(row.familyAsks),
    letterShows: row.letterShows,
    roundTimes: Boolean(row.roundTimes),
    fileClass: row.fileClass,
    fileStudents: row.fileStudents,
    decimalMark: row.decimalMark,
    noticeAnswers: row.noticeAnswers,
    studentNotices: row.studentNotices,
    wallRemarks: row.wallRemarks,
    wallsForFamilies: Boolean(row.wallsForFamilies),
    simpleView: Boolean(row.simpleView),
    joinCode: row.joinCode,
    joinOpen: Boolean(row.joinOpen),
    joinUntil: row.joinUntil?.getTime() ?? null,
    joinAsksNumber: Boolean(row.joinAsksNumber),
    sourceId: row.sourceId,
    putAwayAt: row.putAwayAt?.getTime() ?? null,
    version: row.version,
  };
}

/** A new class from what was asked for; all but the name has a first value. */
export function toNewRow(
  request: ClassRequest & { scheme?: Scheme; bearing?: BearingSettings },
  fixed: { id: string; calendarId: string; zone: string; hue: number; joinCode: string; now: number },
): ClassRow {
  return {
    id: fixed.id,
    calendarId: fixed.calendarId,
    name: request.name,
    section: request.section ?? '',
    subject: request.subject ?? '',
    level: request.level ?? '',
    room: request.room ?? '',
    hue: fixed.hue,
    zone: fixed.zone,
    dueTime: request.dueTime ?? null,
    graceMinutes: request.graceMinutes ?? 0,
    lateRule: request.lateRule ?? { kind: 'none' },
    scheme: request.scheme ?? FIRST_SCHEME,
    bearing: request.bearing ?? FIRST_BEARING,
    liveLink: request.liveLink ?? null,
    liveMinutes: request.liveMinutes ?? 10,
    familyTotals: request.familyTotals ?? true,
    familyFeedback: request.familyFeedback ?? false,
    familyWork: request.familyWork ?? false,
    familyAsks: request.familyAsks ?? false,
    letterShows: request.letterShows ?? 'words',
    roundTimes: request.roundTimes ?? true,
    fileClass: request.fileClass ?? '',
    fileStudents: request.fileStudents ?? 'familyFirst',
    decimalMark: request.decimalMark ?? '.',
    noticeAnswers: request.noticeAnswers ?? 'nobody',
    studentNotices: request.studentNotices ?? 'never',
    wallRemarks: request.wallRemarks ?? 'asked',
    wallsForFamilies: request.wallsForFamilies ?? false,
    simpleView: request.simpleView ?? false,
    joinCode: fixed.joinCode,
    joinOpen: true,
    joinUntil: null,
    joinAsksNumber: false,
    sourceId: null,
    putAwayAt: null,
    createdAt: new Date(fixed.now),
    version: 1,
  };
}

export function toCalendar(row: CalendarRow): CalendarRequest & { id: string; version: number } {
  return {
    id: row.id,
    name: row.name,
    schoolDays: fromJson<number[]>(row.schoolDays),
    closures: fromJson<Closure[]>(row.closures),
    terms: fromJson<Term[]>(row.terms),
    version: row.version,
  };
}
