import { add, compare, ratio, type MilliPercent, type Ratio } from '../quantities';

/** A class's settings; percentages and points of a percentage in thousandths. */
export interface BearingSettings {
  passLine: MilliPercent;
  /** from how many missing pieces on it is worth a word */
  missingLimit: number;
  /** a fall of so many points … */
  drop: MilliPercent;
  /** … over so many weeks */
  overWeeks: number;
  /** so close above the pass line is still worth a word */
  margin: MilliPercent;
}

export const FIRST_BEARING: BearingSettings = { passLine: 60_000, missingLimit: 2, drop: 5000, overWeeks: 4, margin: 5000 };

export type Bearing = 'onCourse' | 'drifting' | 'offCourse' | 'noBearing';

/** From whom needs a word first to whom needs none. */
export const BEARINGS: readonly Bearing[] = ['offCourse', 'drifting', 'noBearing', 'onCourse'];

/** One condition that holds, with its number and its limit; `off`: it alone puts somebody off course. Percentages as exact ratios, 1 is 100 %. */
export type BearingReason = { off: boolean } & (
  | { why: 'belowPassLine' | 'nearPassLine'; total: Ratio; limit: Ratio }
  | { why: 'missing'; missing: number; limit: number }
  | { why: 'fell'; by: Ratio; limit: Ratio }
);

const percent = (value: MilliPercent) => ratio(value, 100_000);

/**
 * The bearing of a student (docs/rules.md, 6).
 *
 * @param change the total now less that of some weeks ago, 1 is 100 points; null where one of them is not there
 * @example total 58 %, pass line 60 %, nothing missing -> offCourse because 58 % is below 60 %
 */
export function bearingOf({
  total,
  change,
  missing,
  settings,
}: {
  total: Ratio | null;
  change: Ratio | null;
  missing: number;
  settings: BearingSettings;
}): {
  bearing: Bearing;
  reasons: BearingReason[];
} {
  const reasons: BearingReason[] = [];
  const passLine = percent(settings.passLine);
  const near = add(passLine, percent(settings.margin));
  if (total !== null && compare(total, passLine) < 0) reasons.push({ why: 'belowPassLine', off: true, total, limit: passLine });
  else if (total !== null && compare(total, near) < 0) reasons.push({ why: 'nearPassLine', off: false, total, limit: near });
  if (missing >= settings.missingLimit) {
    const off = missing >= 2 * settings.missingLimit;
    reasons.push({ why: 'missing', off, missing, limit: off ? 2 * settings.missingLimit : settings.missingLimit });
  }
  if (total !== null && change !== null) {
    const by = ratio(-change.num, change.den);
    const limit = percent(settings.drop);
    if (compare(by, limit) >= 0) reasons.push({ why: 'fell', off: false, by, limit });
  }
  const bearing = reasons.some((one) => one.off)
    ? 'offCourse'
    : reasons.length > 0
      ? 'drifting'
      : total === null
        ? 'noBearing'
        : 'onCourse';
  return { bearing, reasons };
}

export type Trend = 'up' | 'down' | 'level';
const TREND_FROM = ratio(2, 100);

/** Has a total risen or fallen between two moments or terms? By less than 2 points is level (docs/rules.md, 6). @param change 1 is 100 points */
export function trendOf(change: Ratio): Trend {
  if (compare(change, TREND_FROM) >= 0) return 'up';
  return compare(ratio(-change.num, change.den), TREND_FROM) >= 0 ? 'down' : 'level';
}
