import { compare, ratio, ZERO } from '../quantities';
import { plainText } from '../richtext';
import { answerShare, isNoAnswer, type Answer, type CountedRight } from './answer-share';
import { comparedText, gapMatch } from './gap-text';
import { aroundGaps, keyOf, type Entry, type Gap, type Question } from './question';
import type { Region } from './region';
import { filesInAnswer, saidIn } from './said-answer';

/** How one way of answering counts. */
export type SpreadAs = 'key' | 'near' | 'counted' | 'part' | 'wrong' | 'none';

/** One way in which a question was answered, and by how many. */
export interface SpreadLine {
  /** an option's words, a text as it was first written, a number, a pair, an order, a place in hundredths; empty: nothing */
  label: string;
  count: number;
  as: SpreadAs;
  /** of a text that was taken: how many letters were wrong */
  lettersOff: number;
  /** what counting it as right would add; null where it counts in full already */
  countRight: CountedRight | null;
}
/** How a question was answered; a question with gaps has one spread for each. */
export interface AnswerSpread {
  gap: number | null;
  lines: SpreadLine[];
}

const RANK: Record<SpreadAs, number> = { key: 0, near: 1, counted: 2, part: 3, wrong: 4, none: 5 };
const ordered = (lines: SpreadLine[]): SpreadLine[] =>
  lines.sort((a, b) => RANK[a.as] - RANK[b.as] || b.count - a.count || (a.label < b.label ? -1 : 1));
const nothing = (count: number): SpreadLine[] => (count === 0 ? [] : [{ label: '', count, as: 'none', lettersOff: 0, countRight: null }]);
/** The words of an option, an item or a side of a pair, in one line. */
export const entryWords = (entry: Entry | undefined): string => (entry ? plainText(entry.text).replace(/\s+/g, ' ').trim() : '');

/** How far a place may lie from one that is counted as right afterwards: four hundredths of the picture. */
const NEAR_PLACE = 400;
const around = ([x, y]: readonly [number, number]): Region => ({
  shape: 'ellipse',
  cx: x,
  cy: y,
  rx: NEAR_PLACE,
  ry: NEAR_PLACE,
  percent: 100_000,
});

function gapSpread(gap: Gap, index: number, texts: readonly (string | null)[], also: readonly CountedRight[]): SpreadLine[] {
  const counted = new Set(also.flatMap((one) => (one.kind === 'text' && one.gap === index ? [comparedText(one.text, gap)] : [])));
  const byText = new Map<string, { label: string; count: number }>();
  let none = 0;
  for (const text of texts) {
    if (text === null || text.trim() === '') none += 1;
    else {
      const key = comparedText(text, gap);
      byText.set(key, { label: byText.get(key)?.label ?? text.trim(), count: (byText.get(key)?.count ?? 0) + 1 });
    }
  }
  const lines = [...byText].map(([key, { label, count }]): SpreadLine => {
    const match = gapMatch(gap, label);
    const full = match !== null && compare(match.share, ratio(1)) === 0;
    const earns = match !== null && compare(match.share, ZERO) > 0;
    const as: SpreadAs = counted.has(key) ? 'counted' : full ? (match.lettersOff > 0 ? 'near' : 'key') : earns ? 'part' : 'wrong';
    const right: CountedRight | null = as === 'part' || as === 'wrong' ? { kind: 'text', gap: index, text: label } : null;
    return { label, count, as, lettersOff: match?.lettersOff ?? 0, countRight: right };
  });
  return [...ordered(lines), ...nothing(none)];
}

/** Answers that are the same said once, each judged by what it earns. */
function whole(
  question: Question,
  answers: readonly Answer[],
  also: readonly CountedRight[],
  say: (answer: Answer) => { key: string; label: string; right: CountedRight },
): SpreadLine[] {
  const key = keyOf(question);
  const found = new Map<string, { label: string; count: number; answer: Answer; right: CountedRight }>();
  const given = answers.filter((one) => !isNoAnswer(one));
  for (const answer of given) {
    const { key: same, label, right } = say(answer);
    found.set(same, { label, answer, right, count: (found.get(same)?.count ?? 0) + 1 });
  }
  const lines = [...found.values()].map(({ label, count, answer, right }): SpreadLine => {
    const [bare, now] = [answerShare(key, answer)!, answerShare(key, answer, also)!];
    const isFull = (share: typeof bare) => compare(share, ratio(1)) === 0;
    const as: SpreadAs = isFull(bare) ? 'key' : isFull(now) ? 'counted' : compare(now, ZERO) > 0 ? 'part' : 'wrong';
    return { label, count, as, lettersOff: 0, countRight: as === 'part' || as === 'wrong' ? right : null };
  });
  return [...ordered(lines), ...nothing(answers.length - given.length)];
}

const hundredths = (value: number): string => `${Math.round(value / 100)} %`;

function optionSpread(question: Question, answers: readonly Answer[], also: readonly CountedRight[]): SpreadLine[] {
  const key = keyOf(question);
  if (key.kind !== 'one' && key.kind !== 'trueFalse' && key.kind !== 'several') return [];
  const labels = new Map(
    question.kind === 'one' || question.kind === 'several' ? question.options.map((one) => [one.id, entryWords(one)]) : [],
  );
  const counted = new Set(also.flatMap((one) => (one.kind === 'option' ? [one.optionId] : [])));
  const lines = key.options.map((id): SpreadLine => {
    const count = answers.filter((one) => (Array.isArray(one) ? (one as readonly unknown[]).includes(id) : one === id)).length;
    const as: SpreadAs = key.key.includes(id) ? 'key' : counted.has(id) ? 'counted' : 'wrong';
    return { label: labels.get(id) ?? id, count, as, lettersOff: 0, countRight: as === 'wrong' ? { kind: 'option', optionId: id } : null };
  });
  return [...ordered(lines), ...nothing(answers.filter(isNoAnswer).length)];
}

function pairSpread(question: Question & { kind: 'match' }, answers: readonly Answer[], also: readonly CountedRight[]): SpreadLine[] {
  const [left, right] = [new Map(question.left.map((one) => [one.id, one])), new Map(question.right.map((one) => [one.id, one]))];
  const counts = new Map<string, { l: string; r: string; count: number }>();
  for (const answer of answers)
    for (const [l, r] of Object.entries((isNoAnswer(answer) ? {} : answer) as Record<string, string>))
      counts.set(`${l} ${r}`, { l, r, count: (counts.get(`${l} ${r}`)?.count ?? 0) + 1 });
  const lines = [...counts.values()].map(({ l, r, count }): SpreadLine => {
    const isKey = question.pairs.some(([a, b]) => a === l && b === r);
    const counted = also.some((one) => one.kind === 'pair' && one.left === l && one.right === r);
    const as: SpreadAs = isKey ? 'key' : counted ? 'counted' : 'wrong';
    const label = `${entryWords(left.get(l))} – ${entryWords(right.get(r))}`;
    return { label, count, as, lettersOff: 0, countRight: as === 'wrong' ? { kind: 'pair', left: l, right: r } : null };
  });
  return [...ordered(lines), ...nothing(answers.filter(isNoAnswer).length)];
}

/**
 * How a question was answered: each way once, what counts first, then the commonest (docs/rules.md, 13).
 *
 * @param all an answer of each try that got the question; null for none
 * @param also what was counted as right afterwards
 * @returns of what only a teacher can score how many said nothing, and no more; answers said aloud stand in no spread
 */
export function answerSpread(question: Question, all: readonly Answer[], also: readonly CountedRight[] = []): AnswerSpread[] {
  const answers = all.filter((answer) => saidIn(question.kind, answer) === null);
  const one = (lines: SpreadLine[]): AnswerSpread[] => [{ gap: null, lines }];
  switch (question.kind) {
    case 'one':
    case 'several':
    case 'trueFalse':
      return one(optionSpread(question, answers, also));
    case 'gaps':
    case 'short': {
      const text = (answer: Answer, index: number): string | null => {
        const of = Array.isArray(answer) ? ((answer as readonly unknown[])[index] ?? null) : index === 0 ? answer : null;
        return typeof of === 'string' ? of : null;
      };
      return question.gaps.map((gap, index) => ({
        gap: question.kind === 'gaps' ? index : null,
        lines: gapSpread(
          gap,
          index,
          answers.map((answer) => text(answer, index)),
          also,
        ),
      }));
    }
    case 'number':
      return one(
        whole(question, answers, also, (answer) => ({
          key: String(answer),
          label: String(answer),
          right: { kind: 'value', value: String(answer) },
        })),
      );
    case 'match':
      return one(pairSpread(question, answers, also));
    case 'order': {
      const items = new Map(question.items.map((item) => [item.id, item]));
      return one(
        whole(question, answers, also, (answer) => {
          const ids = [...(answer as readonly string[])];
          return { key: ids.join(' '), label: ids.map((id) => entryWords(items.get(id))).join(', '), right: { kind: 'order', items: ids } };
        }),
      );
    }
    case 'place':
      return one(
        whole(question, answers, also, (answer) => {
          const [x, y] = answer as unknown as [number, number];
          return { key: `${x} ${y}`, label: `${hundredths(x)} / ${hundredths(y)}`, right: { kind: 'region', region: around([x, y]) } };
        }),
      );
    default:
      return one(nothing(answers.filter(isNoAnswer).length));
  }
}

/** What a question's key is in words, a line for each gap, pair or number; empty where only a teacher can score it. */
export function keyWords(question: Question): string[] {
  const texts = (gap: Gap) => gap.accepted.map((one) => one.text).join(' / ');
  switch (question.kind) {
    case 'one':
    case 'several':
      return question.options.filter((one) => question.key.includes(one.id)).map(entryWords);
    case 'trueFalse':
      return [...question.key];
    case 'gaps':
    case 'short':
      return question.gaps.map(texts);
    case 'number':
      return question.accepted.map((one) => {
        const give = one.tolerance ?? (one.tolerancePercent === null ? null : `${one.tolerancePercent} %`);
        return `${one.value}${give === null ? '' : ` ± ${give}`}${question.unit === '' ? '' : ` ${question.unit}`}`;
      });
    case 'match': {
      const [left, right] = [new Map(question.left.map((one) => [one.id, one])), new Map(question.right.map((one) => [one.id, one]))];
      return question.pairs.map(([l, r]) => `${entryWords(left.get(l))} – ${entryWords(right.get(r))}`);
    }
    case 'order':
      return question.items.map((one, index) => `${index + 1}. ${entryWords(one)}`);
    default:
      return [];
  }
}

/**
 * An answer in words, as it stands in what was handed in; empty: nothing.
 * @param fileNames what files are called, by id: recordings, and what was put up as an answer
 */
export function answerWords(question: Question, answer: Answer, fileNames: ReadonlyMap<string, string> = new Map()): string {
  if (isNoAnswer(answer)) return '';
  const files = filesInAnswer(question.kind, answer);
  if (files.length > 0) return files.map((id) => fileNames.get(id) ?? id).join(', ');
  const named = (entries: readonly Entry[], ids: readonly string[]) => ids.map((id) => entryWords(entries.find((one) => one.id === id)));
  switch (question.kind) {
    case 'one':
      return named(question.options, [answer as string]).join();
    case 'several':
      return named(question.options, answer as readonly string[]).join('; ');
    case 'gaps': {
      const around = aroundGaps(plainText(question.text).trim());
      const given = answer as readonly (string | null)[];
      return around.map((text, index) => (index === 0 ? text : `[${given[index - 1] ?? '…'}]${text}`)).join('');
    }
    case 'number':
      return `${String(answer)}${question.unit === '' ? '' : ` ${question.unit}`}`;
    case 'match':
      return Object.entries(answer as Record<string, string>)
        .map(([l, r]) => `${named(question.left, [l]).join()} – ${named(question.right, [r]).join()}`)
        .join('; ');
    case 'order':
      return named(question.items, answer as readonly string[]).join(', ');
    case 'place': {
      const [x, y] = answer as unknown as [number, number];
      return `${hundredths(x)} / ${hundredths(y)}`;
    }
    default:
      return String(answer);
  }
}
