/** The register of absence, and absences that families tell of. */
import type { Instant, LocalDate, RegisterEntry, RegisterMark, StudentName } from '@jolly/core';

/** A lesson of a day, or the day itself where there is none. */
export interface RegisterLesson {
  /** the line of the timetable; empty: the register of the day */
  lesson: string;
  begin: Instant | null;
  end: Instant | null;
  room: string;
  /** somebody has looked at the whole class */
  takenAt: Instant | null;
}
/** A piece due on the day for somebody who was away. */
export interface DueThatDay {
  assignmentId: string;
  title: string;
  due: Instant;
  /** one more school day from it; where they have it already, null */
  moved: Instant | null;
}
export interface RegisterStudent {
  student: StudentName & { id: string };
  /** by lesson; none: there, or not looked at yet */
  entries: { [lesson: string]: RegisterEntry };
  /** what a family has told of this day */
  told: { id: string; reason: string; by: string; from: LocalDate; to: LocalDate; answered: boolean } | null;
  due: DueThatDay[];
}
export interface RegisterReply {
  classId: string;
  day: LocalDate;
  isSchoolDay: boolean;
  lessons: RegisterLesson[];
  /** by name, or in the seating order where one is set */
  students: RegisterStudent[];
  bySeats: boolean;
  hasSeats: boolean;
}
export interface RegisterSet {
  lesson: string;
  entries: { studentId: string; entry: RegisterEntry }[];
  /** the whole class was looked at */
  taken: boolean;
}
export interface ToldAbsenceRequest {
  id: string;
  from: LocalDate;
  to: LocalDate;
  reason: string;
}
/** What a family has told, as it sees it. */
export interface ToldAbsence extends ToldAbsenceRequest {
  madeAt: Instant;
  /** classes whose teachers have noted it */
  notedBy: string[];
}
/** Of one student, for progress and reports. */
export interface RegisterLine {
  day: LocalDate;
  lesson: string;
  mark: RegisterMark;
  minutes: number | null;
  reason: string;
}
