import { schoolDayAfter, isSchoolDay, type SchoolCalendar } from '../calendar';
import { daysBetween, type LocalDate } from '../quantities';

/** One piece that is due for one student, by their own window. */
export interface DueWork {
  studentId: string;
  day: LocalDate;
  /** estimated work; 0 where nobody has estimated */
  minutes: number;
}

/** From when a day is heavy: so many pieces or more, or more than so many minutes. */
export interface LoadLimits {
  pieces: number;
  minutes: number;
}

export const USUAL_LOAD: LoadLimits = { pieces: 3, minutes: 90 };

/** What one student has due on one day. */
export interface DayLoad {
  pieces: number;
  minutes: number;
}

/** Three or more pieces, or over 90 minutes, unless set otherwise (docs/rules.md, 8). */
export function isHeavy({ pieces, minutes }: DayLoad, limits: LoadLimits = USUAL_LOAD): boolean {
  return pieces >= limits.pieces || minutes > limits.minutes;
}

/** What is due per day and student; days without anything are absent. */
export function loadByDay(work: Iterable<DueWork>): Map<LocalDate, Map<string, DayLoad>> {
  const days = new Map<LocalDate, Map<string, DayLoad>>();
  for (const { studentId, day, minutes } of work) {
    const students = days.get(day) ?? new Map<string, DayLoad>();
    days.set(day, students);
    const load = students.get(studentId) ?? { pieces: 0, minutes: 0 };
    students.set(studentId, { pieces: load.pieces + 1, minutes: load.minutes + minutes });
  }
  return days;
}

/** How a day would be for the students of a planned assignment. */
export interface PlannedDay {
  day: LocalDate;
  /** students for whom the day on which it is due for them would be heavy */
  over: number;
  /** most pieces that one of them would have */
  mostPieces: number;
  /** sum over the students; the mean is this over how many they are */
  minutes: number;
}

const NEAR_SCHOOL_DAYS = 5;

/**
 * How heavy a planned day is, and the lightest school day near it (docs/rules.md, 8): within five school days
 * either way the one with the fewest students over, then the least mean minutes, then the nearest, then the later.
 *
 * @param input others: what else is due for these students, this assignment left out; minutes: estimated for
 *   this assignment; dayFor: the day on which it is due for a student if the class's day is `day`, null for one
 *   without a due date; notBefore: no earlier day is proposed
 * @returns `lighter` is null if no near day is lighter than the planned one
 * @throws RuleError `calendar.no-school-days`
 */
export function planLoad(input: {
  calendar: SchoolCalendar;
  day: LocalDate;
  notBefore: LocalDate;
  studentIds: readonly string[];
  minutes: number;
  others: Iterable<DueWork>;
  dayFor: (studentId: string, day: LocalDate) => LocalDate | null;
  limits?: LoadLimits;
}): { planned: PlannedDay; lighter: PlannedDay | null } {
  const { calendar, day, notBefore, studentIds, minutes, dayFor, limits = USUAL_LOAD } = input;
  const others = loadByDay(input.others);
  const look = (candidate: LocalDate): PlannedDay => {
    const result: PlannedDay = { day: candidate, over: 0, mostPieces: 0, minutes: 0 };
    for (const studentId of studentIds) {
      const own = dayFor(studentId, candidate);
      if (own === null) continue;
      const other = others.get(own)?.get(studentId) ?? { pieces: 0, minutes: 0 };
      const load = { pieces: other.pieces + 1, minutes: other.minutes + minutes };
      if (isHeavy(load, limits)) result.over += 1;
      result.mostPieces = Math.max(result.mostPieces, load.pieces);
      result.minutes += load.minutes;
    }
    return result;
  };
  const planned = look(day);
  const near = isSchoolDay(calendar, day) ? [day] : [];
  for (let n = 1; n <= NEAR_SCHOOL_DAYS; n++) near.push(schoolDayAfter(calendar, day, -n), schoolDayAfter(calendar, day, n));
  const better = (a: PlannedDay, b: PlannedDay) =>
    a.over - b.over ||
    a.minutes - b.minutes ||
    Math.abs(daysBetween(day, a.day)) - Math.abs(daysBetween(day, b.day)) ||
    (a.day > b.day ? -1 : 1);
  const [lightest] = near
    .filter((candidate) => candidate >= notBefore)
    .map(look)
    .sort(better);
  const isLighter = lightest && (lightest.over < planned.over || (lightest.over === planned.over && lightest.minutes < planned.minutes));
  return { planned, lighter: isLighter ? lightest : null };
}
