import { addSchoolDays, type SchoolCalendar } from '../calendar';
import {
  DAY_MS,
  greatest,
  HOUR_MS,
  least,
  ratio,
  roundToMilli,
  subtract,
  type Instant,
  type MilliPercent,
  type MilliPoints,
  type Milliseconds,
} from '../quantities';

/** What being late costs in a class (docs/rules.md, 3). Percentages in thousandths of a percent. */
export type LateRule =
  | { kind: 'none' }
  | {
      kind: 'perDay' | 'perSchoolDay' | 'perHour';
      percent: MilliPercent;
      of: 'max' | 'earned';
      maxPercentOff: MilliPercent;
      floorPercent: MilliPercent;
    }
  | { kind: 'cap'; percent: MilliPercent };

/** What a score is worth after the late rule. All in thousandths of a point; earned − takenOff = effective. */
export interface LateCost {
  takenOff: MilliPoints;
  effective: MilliPoints;
  /** days, school days or hours begun; 0 for none and cap */
  units: number;
}

/** 100 % in thousandths of a percent. */
const WHOLE = 100_000n;

/**
 * Units of lateness begun, whole: 21 h late is 1 day, 25 h late is 2.
 * For school days the smallest n ≥ 1 with the hand-in no later than addSchoolDays(due, n).
 * A `perDay` day is 24 hours (docs/compute.md).
 */
function unitsBegun(
  kind: 'perDay' | 'perSchoolDay' | 'perHour',
  late: { calendar: SchoolCalendar; due: Instant; lateBy: Milliseconds },
): number {
  if (kind === 'perHour') return Math.ceil(late.lateBy / HOUR_MS);
  if (kind === 'perDay') return Math.ceil(late.lateBy / DAY_MS);
  const handedInAt = late.due + late.lateBy;
  // n school days take at least n calendar days, so no n above this one can be the smallest; the walk is
  // halved instead of taken day by day, because a piece may come in a year late.
  let [low, high] = [1, Math.max(1, Math.ceil(late.lateBy / DAY_MS) + 1)];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (handedInAt <= addSchoolDays(late.calendar, late.due, middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/**
 * What a score is worth after lateness (docs/rules.md, 3), exact, rounded once to a thousandth.
 *
 * @param input earned and max in thousandths; lateBy in ms (0 costs nothing); `waived` by an exception
 * @example 15 of 20, 21 h late, 5 % of the maximum per day -> effective 14; 25 h late -> 13
 */
export function applyLateRule(input: {
  earned: MilliPoints;
  max: MilliPoints;
  late: { calendar: SchoolCalendar; due: Instant; lateBy: Milliseconds } | null;
  rule: LateRule;
  waived: boolean;
}): LateCost {
  const { earned, max, late, rule, waived } = input;
  if (late === null || late.lateBy <= 0 || waived || rule.kind === 'none') {
    return { takenOff: 0, effective: earned, units: 0 };
  }
  const earnedPoints = ratio(earned, 1000);
  const shareOfMax = (percent: bigint) => ratio(BigInt(max) * percent, 1000n * WHOLE);
  if (rule.kind === 'cap') {
    const effective = roundToMilli(least(earnedPoints, shareOfMax(BigInt(rule.percent))));
    return { takenOff: earned - effective, effective, units: 0 };
  }
  const units = unitsBegun(rule.kind, late);
  const percentOff = BigInt(Math.min(rule.percent * units, rule.maxPercentOff));
  const base = BigInt(rule.of === 'max' ? max : earned);
  const off = ratio(base * percentOff, 1000n * WHOLE);
  const floor = least(earnedPoints, shareOfMax(BigInt(rule.floorPercent)));
  const effective = roundToMilli(greatest(subtract(earnedPoints, off), floor));
  return { takenOff: earned - effective, effective, units };
}
