import { localDateAt, mondayOf } from '../calendar';
import { daysBetween, plusDays, type Instant, type LocalDate } from '../quantities';
import type { StateOfPiece } from '../state';
import type { WorkWindow } from '../window';

/** Where a piece stands in My work. */
export type AgendaPlace = 'doNow' | 'next' | 'later' | 'done';

/**
 * Up to which day "Next" reaches: Sunday of this week, from Friday on of next week (docs/rules.md, "My work").
 * @example on Wednesday 25 Nov -> { day: '2026-11-29', week: 'this' }; on Saturday 28 -> { day: '2026-12-06', week: 'next' }
 */
export function agendaEnd(zone: string, now: Instant): { day: LocalDate; week: 'this' | 'next' } {
  const today = localDateAt(zone, now);
  const monday = mondayOf(today);
  const week = today > plusDays(monday, 3) ? 'next' : 'this';
  return { day: plusDays(monday, week === 'next' ? 13 : 6), week };
}

/**
 * How far off a moment is by the calendar: days are local days, whatever the hour.
 * @returns 0 today, 1 tomorrow, negative for days that have passed
 * @example Saturday 23:00 to Thursday 08:00 -> 5
 */
export const calendarDaysTo = (zone: string, at: Instant, now: Instant): number =>
  daysBetween(localDateAt(zone, now), localDateAt(zone, at));

/**
 * Do now: past its date and still accepted, sent back, or due today. Next: due up to the day that `agendaEnd` names.
 * Later: everything else to come. Done: in, returned, excused, closed or not theirs.
 *
 * @param input zone of the class; window as resolved for this student
 */
export function agendaPlace(input: { zone: string; piece: StateOfPiece; window: WorkWindow; now: Instant }): AgendaPlace {
  const { zone, piece, window, now } = input;
  switch (piece.state) {
    case 'sentBack':
      return 'doNow';
    case 'missing':
      return piece.stillAccepted ? 'doNow' : 'done';
    case 'notOpen':
      return 'later';
    case 'open':
    case 'started': {
      if (window.due === null) return 'later';
      const [today, day] = [localDateAt(zone, now), localDateAt(zone, window.due)];
      if (day <= today) return 'doNow';
      return day <= agendaEnd(zone, now).day ? 'next' : 'later';
    }
    default:
      return 'done';
  }
}
