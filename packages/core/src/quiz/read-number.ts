import { ratio, type Ratio } from '../quantities';
import type { DecimalMark } from '../score';

const MOST_DIGITS = 40;
const MOST_EXPONENT = 30;
const SPACES = /[\s\u00a0\u2007\u2009\u202f'’]/gu;
const FRACTION = /^([+-]?)(\d+)\/(\d+)$/;
const PLAIN = /^([+-]?)(\d*)(?:\.(\d*))?(?:e([+-]?\d{1,3}))?$/i;

/** Digits without needless zeros: "007.50" -> "7.5". */
function tidyDecimal(sign: string, whole: string, decimals: string): string {
  const [w, d] = [whole.replace(/^0+(?=\d)/, ''), decimals.replace(/0+$/, '')];
  const value = `${w === '' ? '0' : w}${d === '' ? '' : `.${d}`}`;
  return sign === '-' && value !== '0' ? `-${value}` : value;
}

/** Points for decimal marks; null where marks stand as no number has them. */
function withPoint(text: string, mark: DecimalMark): string | null {
  const other = mark === ',' ? '.' : ',';
  const grouped = (by: string) => new RegExp(`^[+-]?[1-9]\\d{0,2}(?:\\${by}\\d{3})+$`);
  const [marks, others] = [text.split(mark).length - 1, text.split(other).length - 1];
  if (others === 0) return marks > 1 ? (grouped(mark).test(text) ? text.split(mark).join('') : null) : text.replace(mark, '.');
  // The other mark groups thousands; where it cannot, it was meant as the decimal mark.
  const whole = text.split(mark)[0]!;
  if (grouped(other).test(whole)) return text.split(other).join('').replace(mark, '.');
  return marks === 0 && others === 1 ? text.replace(other, '.') : null;
}

/**
 * A number as a person writes it, as decimal digits with a point or as a fraction (docs/rules.md, 10).
 *
 * @param mark the class's decimal mark; the other one groups thousands, or is taken as the decimal mark where it cannot group
 * @returns null for what cannot be read; it is to be refused, not scored 0
 * @example readNumber('1 234,5', ',') -> '1234.5'; readNumber('−3', '.') -> '-3'; readNumber('1.2e3', '.') -> '1200'; readNumber('3/8', '.') -> '3/8'
 */
export function readNumber(text: string, mark: DecimalMark): string | null {
  const bare = text.normalize('NFC').replace(SPACES, '').replace(/[−–]/g, '-').replace('⁄', '/');
  if (bare === '' || bare.length > MOST_DIGITS) return null;
  const fraction = FRACTION.exec(bare);
  if (fraction) {
    const [, sign, num, den] = fraction;
    if (BigInt(den!) === 0n) return null;
    return `${sign === '-' && BigInt(num!) !== 0n ? '-' : ''}${BigInt(num!)}/${BigInt(den!)}`;
  }
  const [base = '', exponent] = bare.split(/e/i);
  const pointed = withPoint(base, mark);
  const parts = pointed === null ? null : PLAIN.exec(exponent === undefined ? pointed : `${pointed}e${exponent}`);
  if (!parts) return null;
  const [, sign = '', whole = '', decimals = '', power = '0'] = parts;
  if (whole === '' && decimals === '') return null;
  const shift = Number(power);
  if (Math.abs(shift) > MOST_EXPONENT) return null;
  const digits = whole + decimals;
  const point = whole.length + shift;
  if (point <= 0) return tidyDecimal(sign, '0', '0'.repeat(-point) + digits);
  return tidyDecimal(sign, digits.slice(0, point).padEnd(point, '0'), digits.slice(point));
}

const CANONICAL = /^(-?)(\d{1,80})(?:\.(\d{1,80})|\/(\d{1,80}))?$/;

/**
 * The exact value of a number written as readNumber writes it; null for any other text.
 * @example numberRatio('0.625') -> 5/8; numberRatio('-1/3') -> -1/3
 */
export function numberRatio(text: string): Ratio | null {
  const parts = CANONICAL.exec(text);
  if (!parts) return null;
  const [, sign, whole, decimals = '', den] = parts;
  const num = BigInt(`${sign}${whole}${decimals}`);
  if (den !== undefined) return BigInt(den) === 0n ? null : ratio(num, BigInt(den));
  return ratio(num, 10n ** BigInt(decimals.length));
}
