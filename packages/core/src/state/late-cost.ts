import type { SchoolCalendar } from '../calendar';
import { applyLateRule, lateBy, type LateRule } from '../lateness';
import type { Instant, Milliseconds, MilliPoints } from '../quantities';
import { roundScore, type RoundRule } from '../score';
import type { WorkWindow } from '../window';
import type { PieceSummary } from './piece-facts';

/** How late a hand-in is, and the date it is counted from: days and school days are counted from that date. */
export interface Lateness {
  lateBy: Milliseconds;
  /** null where it is not late */
  due: Instant | null;
}
const IN_TIME: Lateness = { lateBy: 0, due: null };

export interface LatenessInput {
  summary: PieceSummary;
  window: WorkWindow;
  graceMinutes: number;
}

/**
 * How late the hand-in that stands is (docs/rules.md, 3). After a send-back it keeps the lateness of the
 * hand-in before; if a new date was set and missed, the greater of the two counts.
 *
 * @example due Wed, in on Thu (a day late), sent back until Mon, in on Wed (two days late) -> two days, counted from Mon
 */
export function standingLateness({ summary, window, graceMinutes }: LatenessInput): Lateness {
  const { handedInAt, roundDue, carriedLateFrom } = summary;
  if (handedInAt === null) return IN_TIME;
  const late = (due: Instant | null, at: Instant): Lateness => {
    const by = lateBy({ due, handedInAt: at, graceMinutes });
    return by === 0 ? IN_TIME : { lateBy: by, due };
  };
  if (carriedLateFrom.length === 0) return late(roundDue ?? window.due, handedInAt);
  // The first hand-in was held to the window unless its round had a date; a later one only to the date of its round.
  const carried = carriedLateFrom.map((earlier, round) =>
    late(round === 0 ? (earlier.due ?? window.due) : earlier.due, earlier.handedInAt),
  );
  return [late(roundDue, handedInAt), ...carried].reduce((most, one) => (one.lateBy > most.lateBy ? one : most));
}

export interface LateCostInput extends LatenessInput {
  /** when it was handed in, or would be */
  handedInAt: Instant;
  points: MilliPoints;
  calendar: SchoolCalendar;
  rule: LateRule;
  waived: boolean;
}

/**
 * What being late takes off full points (docs/rules.md, 3): the cost that a piece's page names beforehand, that a forecast
 * counts with, and that the result takes off. What was late before it was sent back stays so late.
 *
 * @returns how late it counts as, and thousandths of a point taken off `points`
 * @example 20 points, 5 % a day; a day late, sent back with a new date, two days late by that -> 2 off, not 1
 */
export function lateCostOffFull({ handedInAt, points, calendar, rule, waived, ...of }: LateCostInput): {
  lateBy: Milliseconds;
  takenOff: MilliPoints;
} {
  const { lateBy: by, due } = standingLateness({ ...of, summary: { ...of.summary, handedInAt } });
  if (due === null) return { lateBy: 0, takenOff: 0 };
  return {
    lateBy: by,
    takenOff: applyLateRule({ earned: points, max: points, late: { calendar, due, lateBy: by }, rule, waived }).takenOff,
  };
}

export interface WorthInput extends LatenessInput {
  /** what the last round was given; null: it has no score yet */
  earned: MilliPoints | null;
  /** what earlier rounds were given, in their order */
  rounds: readonly MilliPoints[];
  roundRule: RoundRule;
  /** what the assignment is out of; null: it has no points, and being late costs nothing */
  points: MilliPoints | null;
  calendar: SchoolCalendar;
  rule: LateRule;
  waived: boolean;
}

/**
 * What a piece is worth: of the rounds that were scored the one that counts (docs/rules.md, 4), less what the lateness of
 * what stands takes off (docs/rules.md, 3).
 *
 * @returns thousandths of a point; counted − takenOff = effective, both null while nothing has a score
 * @example rounds of 12 and 16 points, the best counts, out of 20, a day late at 5 % of the points -> { counted: 16, takenOff: 1, effective: 15 }
 */
export function worthOf({ earned, rounds, roundRule, points, calendar, rule, waived, ...of }: WorthInput): {
  counted: MilliPoints | null;
  takenOff: MilliPoints;
  effective: MilliPoints | null;
} {
  const counted = roundScore(roundRule, earned === null ? rounds : [...rounds, earned]);
  if (counted === null || points === null) return { counted, takenOff: 0, effective: counted };
  const { due, lateBy: by } = standingLateness(of);
  const late = due === null ? null : { calendar, due, lateBy: by };
  const { takenOff, effective } = applyLateRule({ earned: counted, max: points, late, rule, waived });
  return { counted, takenOff, effective };
}
