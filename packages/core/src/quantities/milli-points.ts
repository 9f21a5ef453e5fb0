import { RuleError } from './rule-error';
import { ratio, roundHalfUp, type Ratio } from './ratio';

/** Points in whole thousandths: 14.5 points are 14 500. */
export type MilliPoints = number;

/** A percentage in whole thousandths of a percent: 5 % are 5 000. */
export type MilliPercent = number;

/** More than any assignment is out of; keeps sums far inside the safe integers. */
export const MOST_POINTS: MilliPoints = 1_000_000_000;

/**
 * The whole thousandths of a decimal number with at most three decimals.
 * @throws RuleError `quantity.not-thousandths` for 0.0005, NaN or infinities
 * @example milli(14.5) -> 14500
 */
export function milli(value: number): number {
  const scaled = Math.round(value * 1000);
  if (!Number.isSafeInteger(scaled) || Math.abs(scaled / 1000 - value) > Math.abs(value) * 1e-15) {
    throw new RuleError('quantity.not-thousandths', { value });
  }
  return scaled;
}

/** The decimal number of so many thousandths. @example unmilli(14500) -> 14.5 */
export function unmilli(thousandths: number): number {
  return thousandths / 1000;
}

/** A ratio of points rounded to a whole thousandth, half up (docs/rules.md, 0). */
export function roundToMilli(points: Ratio): MilliPoints {
  return Number(roundHalfUp(ratio(points.num * 1000n, points.den)));
}

/**
 * What a person typed as points, with a decimal comma or point.
 * @returns thousandths, or null for what is no number, is negative or has more than three decimals
 * @example parsePoints('7,5') -> 7500; parsePoints('ten') -> null
 */
export function parsePoints(text: string): MilliPoints | null {
  const match = /^(\d{1,7})(?:[.,](\d{1,3}))?$/.exec(text.trim());
  if (!match) return null;
  return Number(match[1]) * 1000 + Number((match[2] ?? '').padEnd(3, '0'));
}
