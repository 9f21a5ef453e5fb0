import { add, compare, divide, greatest, multiply, ratio, subtract, ZERO, type Ratio } from '../quantities';
import { comparedText, gapShare } from './gap-text';
import type { AcceptedNumber, Gap, Key } from './question';
import { numberRatio } from './read-number';
import { holdsPoint, type PicturePoint, type Region } from './region';
import { saidIn } from './said-answer';

/**
 * What a student answered, by the kind of question: an option's id; several of them; a text for each gap; a text; a number as
 * readNumber writes it; the right-hand entry by the left-hand one; items in their order; a point of a picture; what was
 * written, or the ids of files; of what is answered in writing also `{ said }`, the id of a recording. null: nothing.
 */
export type Answer = null | string | readonly (string | null)[] | readonly number[] | { readonly [left: string]: string };

/** Something that was counted as right afterwards. It never takes anything from anybody (docs/rules.md, choices). */
export type CountedRight =
  | { kind: 'option'; optionId: string }
  | { kind: 'text'; gap: number; text: string }
  | { kind: 'value'; value: string }
  | { kind: 'pair'; left: string; right: string }
  | { kind: 'order'; items: string[] }
  | { kind: 'region'; region: Region };

const ONE: Ratio = ratio(1);
const FULL = 100_000;
const strings = (answer: Answer): string[] => (Array.isArray(answer) ? answer.filter((one): one is string => typeof one === 'string') : []);

/** Is there nothing to score in it? An empty text, no option, no item and no pair are none. */
export function isNoAnswer(answer: Answer): boolean {
  if (answer === null) return true;
  if (typeof answer === 'string') return answer.trim() === '';
  if (Array.isArray(answer)) return answer.every((one) => one === null || (typeof one === 'string' && one.trim() === ''));
  return Object.keys(answer).length === 0;
}

function severalShare(key: Key & { kind: 'several' }, chosen: readonly string[], also: ReadonlySet<string>): Ratio {
  // An option that was counted as right adds to the key of those who chose it, so it costs nobody anything.
  const right = new Set([...key.key, ...chosen.filter((id) => also.has(id))]);
  if (right.size === 0) return ZERO;
  const hit = chosen.filter((id) => right.has(id)).length;
  if (key.mode === 'all') return hit === chosen.length && hit === right.size ? ONE : ZERO;
  return ratio(Math.max(0, hit - (chosen.length - hit)), right.size);
}

function numberShare(accepted: readonly AcceptedNumber[], answer: string): Ratio {
  const value = numberRatio(answer);
  if (value === null) return ZERO;
  const size = (of: Ratio) => (compare(of, ZERO) < 0 ? subtract(ZERO, of) : of);
  return accepted.reduce((best, one) => {
    const wanted = numberRatio(one.value);
    if (wanted === null) return best;
    const absolute = one.tolerance === null ? ZERO : (numberRatio(one.tolerance) ?? ZERO);
    const relative =
      one.tolerancePercent === null ? ZERO : divide(multiply(size(wanted), numberRatio(one.tolerancePercent) ?? ZERO), ratio(100));
    const within = compare(size(subtract(value, wanted)), greatest(absolute, relative)) <= 0;
    return within ? greatest(best, ratio(one.percent, FULL)) : best;
  }, ZERO);
}

function orderShare({ items, mode }: Key & { kind: 'order' }, placed: readonly string[]): Ratio {
  if (mode === 'all') return placed.length === items.length && items.every((id, index) => placed[index] === id) ? ONE : ZERO;
  const at = new Map(placed.map((id, index) => [id, index]));
  let right = 0;
  for (const [index, first] of items.entries())
    for (const second of items.slice(index + 1)) if ((at.get(first) ?? Infinity) < (at.get(second) ?? -1)) right += 1;
  return items.length < 2 ? ZERO : ratio(right, (items.length * (items.length - 1)) / 2);
}

function gapsShare(gaps: readonly Gap[], answer: Answer): Ratio {
  const written = typeof answer === 'string' ? [answer] : textsByGap(answer);
  const weights = gaps.reduce((sum, gap) => sum + gap.weight, 0);
  if (weights === 0) return ZERO;
  const earned = gaps.reduce((sum, gap, index) => {
    const text = written[index];
    return text == null || text.trim() === '' ? sum : add(sum, multiply(ratio(gap.weight), gapShare(gap, text)));
  }, ZERO);
  return divide(earned, ratio(weights));
}
/** Texts by their gaps, with null where nothing was written. */
const textsByGap = (answer: Answer): readonly (string | null)[] =>
  Array.isArray(answer) ? answer.map((one: unknown) => (typeof one === 'string' ? one : null)) : [];

/** The gaps with the texts that were counted as right added to those accepted. */
const withTexts = (gaps: readonly Gap[], also: readonly CountedRight[]): Gap[] =>
  gaps.map((gap, index) => ({
    ...gap,
    accepted: [
      ...gap.accepted,
      ...also.flatMap((one) =>
        one.kind === 'text' && one.gap === index && comparedText(one.text, gap) !== '' ? [{ text: one.text, percent: FULL }] : [],
      ),
    ],
  }));

const regionsShare = (regions: readonly Region[], point: PicturePoint): Ratio =>
  regions.reduce((best, region) => (holdsPoint(region, point) ? greatest(best, ratio(region.percent, FULL)) : best), ZERO);

/**
 * The share of a question's points that an answer earns (docs/rules.md, 10), exactly.
 *
 * @param also what was counted as right afterwards; it can only raise the share
 * @returns from 0 to 1; null: it waits for the teacher, as whatever was said aloud does. An answer that has not the question's form earns 0: such a one is
 *   refused before it is stored (answerProblem)
 * @example several, each, key a b c, chosen a b d -> (2 − 1)/3 = 1/3
 */
export function answerShare(key: Key, answer: Answer, also: readonly CountedRight[] = []): Ratio | null {
  if (isNoAnswer(answer)) return ZERO;
  if (saidIn(key.kind, answer) !== null) return null;
  const options = new Set(also.flatMap((one) => (one.kind === 'option' ? [one.optionId] : [])));
  switch (key.kind) {
    case 'one':
    case 'trueFalse':
      return typeof answer === 'string' && (key.key.includes(answer) || options.has(answer)) ? ONE : ZERO;
    case 'several':
      return severalShare(key, strings(answer), options);
    case 'gaps':
    case 'short':
      return gapsShare(withTexts(key.gaps, also), answer);
    case 'number': {
      const values = also.flatMap((one) =>
        one.kind === 'value' ? [{ value: one.value, tolerance: null, tolerancePercent: null, percent: FULL }] : [],
      );
      return typeof answer === 'string' ? numberShare([...key.accepted, ...values], answer) : ZERO;
    }
    case 'match': {
      const given = answer as { readonly [left: string]: string };
      const counts = (left: string, right: string) =>
        given[left] === right || also.some((one) => one.kind === 'pair' && one.left === left && one.right === given[left]);
      const right = key.pairs.filter(([l, r]) => counts(l, r)).length;
      if (key.pairs.length === 0) return ZERO;
      return key.mode === 'all' ? (right === key.pairs.length ? ONE : ZERO) : ratio(right, key.pairs.length);
    }
    case 'order': {
      const placed = strings(answer);
      const same = (items: readonly string[]) => items.length === placed.length && items.every((id, index) => id === placed[index]);
      return also.some((one) => one.kind === 'order' && same(one.items)) ? ONE : orderShare(key, placed);
    }
    case 'place': {
      const [x, y] = answer as readonly number[];
      const regions = also.flatMap((one) => (one.kind === 'region' ? [one.region] : []));
      return x === undefined || y === undefined ? ZERO : regionsShare([...key.regions, ...regions], [x, y]);
    }
    default:
      return null;
  }
}
