import { addDays, addSchoolDays, isSchoolDay, localDateAt, schoolDayAfter, schoolDaysBetween, type SchoolCalendar } from '../calendar';
import { daysBetween, plusDays, weekdayOf, type Instant, type LocalDate } from '../quantities';
import type { WindowDates, WindowField, WorkWindow } from '../window';

/** Farther than this is a slip of the hand, not a plan. */
export const MAX_SHIFT_DAYS = 400;

/** How dates are moved. */
export type DateShift =
  | { kind: 'schoolDays'; days: number }
  | { kind: 'days'; days: number }
  /** due on this day, at the time it was due */
  | { kind: 'toDay'; day: LocalDate }
  /** due on this weekday of the week it is due in, 1 = Monday … 7 = Sunday */
  | { kind: 'toWeekday'; weekday: number }
  /** what is due from one day to the other, both included, is due on the first school day after them */
  | { kind: 'past'; from: LocalDate; to: LocalDate };

/** The moves of one act: how far each date of an assignment moves, group and one-off dates along with it. */
export type DateMover = (at: Instant) => Instant;

/**
 * How one assignment's dates move (docs/rules.md, 9). Opens and closes move as far as due does: by as many
 * school days or calendar days; where a day is named, by as many school days as lie between the old due day and it, or
 * by calendar days if one of the two is no school day.
 *
 * @returns null where the shift does not touch this assignment: it has no date to go by, or is not in the span
 * @throws RuleError `calendar.no-school-days`
 */
export function moverFor(calendar: SchoolCalendar, window: WorkWindow, shift: DateShift): DateMover | null {
  const leading = window.due ?? window.closes ?? window.opens;
  if (leading === null) return null;
  const day = localDateAt(calendar.zone, leading);
  const to = (target: LocalDate): DateMover => {
    // Between school days the others move by as many school days: what closed on a Friday does not close on a Saturday.
    if (isSchoolDay(calendar, day) && isSchoolDay(calendar, target)) {
      const count = schoolDaysBetween(calendar, day, target);
      return (at) => addSchoolDays(calendar, at, count);
    }
    const days = daysBetween(day, target);
    return (at) => addDays(calendar, at, days);
  };
  switch (shift.kind) {
    case 'schoolDays':
      return (at) => addSchoolDays(calendar, at, shift.days);
    case 'days':
      return (at) => addDays(calendar, at, shift.days);
    case 'toDay':
      return to(shift.day);
    case 'toWeekday':
      return to(plusDays(day, shift.weekday - weekdayOf(day)));
    case 'past':
      return day < shift.from || day > shift.to ? null : to(schoolDayAfter(calendar, shift.to, 1));
  }
}

const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];

/** Dates moved; what is not set, or set to no limit, stays so. */
export function movedDates<Dates extends WindowDates>(dates: Dates, mover: DateMover): Dates {
  const moved = { ...dates };
  for (const field of FIELDS) {
    const at = dates[field];
    if (typeof at === 'number') moved[field] = mover(at);
  }
  return moved;
}
