import { localDateAt, type LocalDate } from '@jolly/core';

let schoolDay: () => LocalDate = () => localDateAt(Intl.DateTimeFormat().resolvedOptions().timeZone, Date.now());
/** Tells the fields for days from where they know which day it is in the school. */
export function setSchoolDay(today: () => LocalDate): void {
  schoolDay = today;
}
/** Which day it is in the school; in the browser's own zone until the school's is known. */
export const schoolToday = (): LocalDate => schoolDay();
