import {
  addDays,
  addSchoolDays,
  instantOf,
  isSchoolDay,
  localDateAt,
  schoolDayAfter,
  schoolDaysBetween,
  wallClockAt,
  type SchoolCalendar,
} from '../calendar';
import { daysBetween, MINUTE_MS, plusDays, RuleError, type Instant, type LocalDate, type MilliPercent } from '../quantities';

/** From when work is accepted, when it should be in, after when nothing is accepted; null means no limit. */
export interface WorkWindow {
  opens: Instant | null;
  due: Instant | null;
  closes: Instant | null;
}

export type WindowField = keyof WorkWindow;

/** Dates for somebody: an absent field is not set here, null sets "no limit". */
export type WindowDates = { [Field in WindowField]?: Instant | null };

/** Other dates for one group; `id` is the source named in the trail. */
export interface GroupDate extends WindowDates {
  id: string;
  reason?: string;
}

/** Other dates for one student on one assignment. */
export interface OneOffException extends WindowDates {
  id: string;
  reason?: string;
}

/** What a standing exception gives: whole days, or a share of the time from opens (or issue) to due. */
export type StandingGift =
  { kind: 'schoolDays'; amount: number } | { kind: 'days'; amount: number } | { kind: 'percent'; amount: MilliPercent };

/** More time on everything a student does, while the class's due date lies within its validity. */
export type StandingException = StandingGift & {
  id: string;
  reason?: string;
  validFrom?: LocalDate;
  validTo?: LocalDate;
};

/** One step that changed a field, so that "why this date?" has an answer. */
export interface TrailStep {
  field: WindowField;
  layer: 'group' | 'oneOff' | 'standing' | 'repair';
  from: Instant | null;
  to: Instant | null;
  /** id of the group date or exception; null for repair */
  source: string | null;
  reason?: string;
}

export interface WindowInput {
  calendar: SchoolCalendar;
  /** when it was issued; for a draft, when it would be: now */
  issuedAt: Instant;
  base: WorkWindow;
  groups: readonly GroupDate[];
  standing: readonly StandingException[];
  oneOff?: OneOffException;
  /** the class's setting: a percentage gives times that are round, on school days */
  roundTimes?: boolean;
}

export interface ResolvedWindow {
  window: WorkWindow;
  trail: TrailStep[];
}

const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];

// "No limit" is later than every due or closing time and earlier than every opening time.
function isMoreGenerous(field: WindowField, a: Instant | null, b: Instant | null): boolean {
  if (b === null) return false;
  if (a === null) return true;
  return field === 'opens' ? a < b : a > b;
}

function mostGenerousGroup(field: WindowField, groups: readonly GroupDate[]): GroupDate | undefined {
  let best: GroupDate | undefined;
  for (const group of groups) {
    const value = group[field];
    if (value === undefined) continue;
    if (best === undefined || isMoreGenerous(field, value, best[field] ?? null)) best = group;
  }
  return best;
}

function isActive(exception: StandingException, day: LocalDate): boolean {
  return (exception.validFrom === undefined || exception.validFrom <= day) && (exception.validTo === undefined || day <= exception.validTo);
}

// Rounded up to a whole minute, in big integers: a term in milliseconds times thousandths of a percent
// does not fit a double exactly.
function shareOf(span: number, percent: MilliPercent): number {
  if (span <= 0) return 0;
  const unit = 100_000n * BigInt(MINUTE_MS);
  const product = BigInt(span) * BigInt(percent);
  return Number((product + unit - 1n) / unit) * MINUTE_MS;
}

const QUARTER_MS = 15 * MINUTE_MS;
// The hours of a school day in which a round time may lie, in milliseconds of the day.
const DAY_BEGINS_MS = 8 * 60 * MINUTE_MS;
const DAY_ENDS_MS = 18 * 60 * MINUTE_MS;

/**
 * A computed time as one that a person would set: up to the next quarter of an hour within a school day, which reaches from
 * 8:00 to 18:00, or to the time of day that `like` has where that is later. What lies outside becomes the next 8:00 of a
 * school day, so that nobody has work due at four in the morning (docs/rules.md, round times).
 * @returns an instant that is never before `at` @throws RuleError `calendar.no-school-days`
 * @example Tue 13:07 -> Tue 13:15; Tue 03:07 -> Tue 08:00; Tue 19:00 like Mon 15:30 -> Wed 08:00; Sat 13:00 -> Mon 08:00
 */
export function roundedTime(calendar: SchoolCalendar, at: Instant, like: Instant): Instant {
  const { zone } = calendar;
  const { date, msOfDay } = wallClockAt(zone, at);
  const ends = Math.max(DAY_ENDS_MS, wallClockAt(zone, like).msOfDay);
  const morningOf = (day: LocalDate) => Math.max(at, instantOf(zone, { date: day, msOfDay: DAY_BEGINS_MS }));
  if (!isSchoolDay(calendar, date) || msOfDay > ends) return morningOf(schoolDayAfter(calendar, date, 1));
  if (msOfDay < DAY_BEGINS_MS) return morningOf(date);
  return Math.max(at, instantOf(zone, { date, msOfDay: Math.min(ends, Math.ceil(msOfDay / QUARTER_MS) * QUARTER_MS) }));
}

function moverOf(
  gift: StandingGift,
  calendar: SchoolCalendar,
  { start, due, roundTimes }: { start: Instant; due: Instant; roundTimes: boolean },
): (at: Instant) => Instant {
  switch (gift.kind) {
    case 'schoolDays':
      return (at) => addSchoolDays(calendar, at, gift.amount);
    case 'days':
      return (at) => addDays(calendar, at, gift.amount);
    case 'percent': {
      const exact = due + shareOf(due - start, gift.amount);
      const length = (roundTimes && exact > due ? roundedTime(calendar, exact, due) : exact) - due;
      return (at) => at + length;
    }
  }
}

/**
 * When this student may begin, should hand in, and can no longer hand in this assignment.
 * Layers in order: assignment, group dates, one-off exception, standing exceptions, repair (docs/rules.md, 1).
 *
 * A standing exception is measured from the class or group date, not from a one-off one: whoever typed a
 * date for one student meant that date, not that date plus a school day.
 *
 * @returns the window and its trail, one step per change, in the order applied
 * @throws RuleError `calendar.no-school-days` if a standing exception can never be counted out
 * @example due Wed 25 Nov 15:30, standing 1 school day -> due Thu 26 Nov 15:30, trail [{ layer: 'standing', … }]
 */
export function resolveWindow(input: WindowInput): ResolvedWindow {
  const { calendar, issuedAt, base, groups, standing, oneOff, roundTimes = false } = input;
  const window: WorkWindow = { ...base };
  const trail: TrailStep[] = [];
  const set = (
    field: WindowField,
    to: Instant | null,
    step: { layer: TrailStep['layer']; source: { id: string; reason?: string } | null },
  ) => {
    const from = window[field];
    if (from === to) return;
    window[field] = to;
    const reason = step.source?.reason;
    trail.push({ field, layer: step.layer, from, to, source: step.source?.id ?? null, ...(reason ? { reason } : {}) });
  };

  for (const field of FIELDS) {
    const group = mostGenerousGroup(field, groups);
    if (group) set(field, group[field] ?? null, { layer: 'group', source: group });
  }
  const classDue = window.due;

  if (oneOff) {
    for (const field of FIELDS) {
      const value = oneOff[field];
      if (value !== undefined) set(field, value, { layer: 'oneOff', source: oneOff });
    }
  }

  if (classDue !== null && window.due !== null && standing.length > 0) {
    const day = localDateAt(calendar.zone, classDue);
    const start = window.opens ?? issuedAt;
    let best: { exception: StandingException; move: (at: Instant) => Instant; due: Instant } | undefined;
    for (const exception of standing) {
      if (!isActive(exception, day)) continue;
      if (exception.amount < 0) throw new RuleError('exception.negative', { id: exception.id });
      const move = moverOf(exception, calendar, { start, due: classDue, roundTimes });
      const due = move(classDue);
      if (!best || due > best.due) best = { exception, move, due };
    }
    if (best) {
      for (const field of ['due', 'closes'] as const) {
        const value = window[field];
        if (value === null || oneOff?.[field] !== undefined) continue;
        set(field, best.move(value), { layer: 'standing', source: best.exception });
      }
    }
  }

  if (window.due !== null && window.closes !== null && window.closes < window.due) {
    set('closes', window.due, { layer: 'repair', source: null });
  }
  if (window.due !== null && window.opens !== null && window.opens > window.due) {
    set('opens', window.due, { layer: 'repair', source: null });
  }
  return { window, trail };
}

/** Are these the same three dates? */
export const sameWindow = (a: WorkWindow, b: WorkWindow): boolean => a.opens === b.opens && a.due === b.due && a.closes === b.closes;

/**
 * Closing moves on as far as due does: it stays as many school days after it, at its own time of day, and never comes before it.
 * @returns null where nothing ever closed
 * @example due Thu 15:30, closes Fri 15:30; due becomes Mon 15:30 -> closes Tue 15:30
 */
export function closesAlong(
  calendar: SchoolCalendar,
  { due, closes }: Pick<WorkWindow, 'due' | 'closes'>,
  newDue: Instant,
): Instant | null {
  if (closes === null) return null;
  if (due === null) return Math.max(closes, newDue);
  const [from, to] = [localDateAt(calendar.zone, due), localDateAt(calendar.zone, closes)];
  const { msOfDay } = wallClockAt(calendar.zone, closes);
  const count = to <= from ? 0 : schoolDaysBetween(calendar, from, to);
  const day = localDateAt(calendar.zone, newDue);
  return Math.max(
    newDue,
    instantOf(calendar.zone, {
      date: count === 0 ? plusDays(day, Math.max(0, daysBetween(from, to))) : schoolDayAfter(calendar, day, count),
      msOfDay,
    }),
  );
}

/**
 * More time in school days: counted from the due date, or from today where that has passed, at the time of day it was due;
 * closing moves along. So it always gives a date to come.
 *
 * @returns null where there is no due date to count from @throws RuleError `calendar.no-school-days`
 * @example due Mon 9 Nov 15:30 and closed, now Thu 26 Nov 10:00, 2 days -> due Mon 30 Nov 15:30
 */
export function moreTime(
  calendar: SchoolCalendar,
  { due, closes }: Pick<WorkWindow, 'due' | 'closes'>,
  days: number,
  now: Instant,
): { due: Instant; closes: Instant | null } | null {
  if (due === null) return null;
  const from =
    due >= now
      ? due
      : instantOf(calendar.zone, { date: localDateAt(calendar.zone, now), msOfDay: wallClockAt(calendar.zone, due).msOfDay });
  const until = addSchoolDays(calendar, from, days);
  return { due: until, closes: closesAlong(calendar, { due, closes }, until) };
}

/** What is wrong with a window that a teacher typed; repair is only for combinations (docs/rules.md, 1). */
export function windowProblem({ opens, due, closes }: WorkWindow): 'closesBeforeDue' | 'opensAfterDue' | 'closesBeforeOpens' | null {
  if (due !== null && closes !== null && closes < due) return 'closesBeforeDue';
  if (due !== null && opens !== null && opens > due) return 'opensAfterDue';
  if (opens !== null && closes !== null && closes <= opens) return 'closesBeforeOpens';
  return null;
}
