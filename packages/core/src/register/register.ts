import type { LocalDate } from '../quantities';

/** What a register says of a student in a lesson: there unless something else is said. */
export const REGISTER_MARKS = ['present', 'absent', 'late', 'left', 'excused'] as const;
export type RegisterMark = (typeof REGISTER_MARKS)[number];

/** A mark with what goes with it. */
export interface RegisterEntry {
  mark: RegisterMark;
  /** how many minutes late, or before the end; null: not said */
  minutes: number | null;
  reason: string;
}
export const PRESENT: RegisterEntry = { mark: 'present', minutes: null, reason: '' };

/** An entry where it was made. */
export interface RegisterPlace {
  day: LocalDate;
  /** the line of the timetable; empty: the register of the day */
  lesson: string;
}

/** Was the student not there for work of that lesson? Who came late or left early was. */
export const isAway = (mark: RegisterMark): boolean => mark === 'absent' || mark === 'excused';

/** How often a student was what, in lessons; days without a timetable count as one lesson. */
export interface RegisterCounts {
  absent: number;
  excused: number;
  late: number;
  left: number;
}

/**
 * Counts what the register says within some days, both included.
 * @example counts of two lessons absent and one late -> { absent: 2, excused: 0, late: 1, left: 0 }
 */
export function countRegister(
  entries: readonly (RegisterPlace & Pick<RegisterEntry, 'mark'>)[],
  span: { from: LocalDate; to: LocalDate } | null,
): RegisterCounts {
  const within = entries.filter(({ day }) => span === null || (day >= span.from && day <= span.to));
  const count = (mark: RegisterMark) => within.filter((one) => one.mark === mark).length;
  return { absent: count('absent'), excused: count('excused'), late: count('late'), left: count('left') };
}

/** The days on which a student was away for a whole lesson. */
export const awayDays = (entries: readonly (RegisterPlace & Pick<RegisterEntry, 'mark'>)[]): Set<LocalDate> =>
  new Set(entries.filter((one) => isAway(one.mark)).map((one) => one.day));
