import { add, compare, ratio, subtract, type MilliPercent, type Ratio } from '../quantities';

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

/** One condition that holds, with its number and its limit. Percentages as exact ratios, 1 is 100 %. */
export type BearingReason =
  { why: 'belowPassLine' | 'nearPassLine'; total: Ratio; limit: Ratio } | { why: 'missing'; missing: number; limit: number } | { why: 'fell'; by: Ratio; limit: Ratio };

const percent = (value: MilliPercent) => ratio(value, 100_000);

/**
 * The bearing of a student (docs/rules.md, 6).
 *
 * @param before the total `overWeeks` ago; null if there was none
 * @example total 58 %, pass line 60 %, nothing missing -> offCourse because 58 % is below 60 %
 */
export function bearingOf({ total, before, missing, settings }: { total: Ratio | null; before: Ratio | null; missing: number; settings: BearingSettings }): {
  bearing: Bearing;
  reasons: BearingReason[];
} {
  const reasons: BearingReason[] = [];
  const passLine = percent(settings.passLine);
  const near = add(passLine, percent(settings.margin));
  let [off, drifting] = [false, false];
  if (total !== null && compare(total, passLine) < 0) {
    off = true;
    reasons.push({ why: 'belowPassLine', total, limit: passLine });
  } else if (total !== null && compare(total, near) < 0) {
    drifting = true;
    reasons.push({ why: 'nearPassLine', total, limit: near });
  }
  if (missing >= settings.missingLimit) {
    const far = missing >= 2 * settings.missingLimit;
    [off, drifting] = [off || far, true];
    reasons.push({ why: 'missing', missing, limit: far ? 2 * settings.missingLimit : settings.missingLimit });
  }
  if (total !== null && before !== null) {
    const by = subtract(before, total);
    const limit = percent(settings.drop);
    if (compare(by, limit) >= 0) {
      drifting = true;
      reasons.push({ why: 'fell', by, limit });
    }
  }
  const bearing = off ? 'offCourse' : drifting ? 'drifting' : total === null ? 'noBearing' : 'onCourse';
  return { bearing, reasons };
}
