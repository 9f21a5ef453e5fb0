import { add, compare, divide, ratio, ZERO, type MilliPoints, type Ratio } from '../quantities';

/** One try that counts: what each question it got was worth, and what was chosen where something was. */
export interface CountedTry {
  /** by question; null: it waits for the teacher */
  points: Readonly<Record<string, MilliPoints | null>>;
  max: Readonly<Record<string, MilliPoints>>;
  /** by question: the option that was chosen, or several */
  choice?: Readonly<Record<string, string | readonly string[] | null>>;
}

export interface OptionFigures {
  id: string;
  chosen: number;
  /** the mean of what those who chose it earned with the other questions; null if nobody did */
  meanRest: Ratio | null;
}

export interface QuestionFigures {
  id: string;
  /** tries that got it and of which nothing waits */
  n: number;
  /** the mean share; null where nobody got it, or it has no points */
  difficulty: Ratio | null;
  /** ten-thousandths; null with fewer than five tries, or where its points or the rest do not vary */
  discrimination: number | null;
  options: OptionFigures[];
}
export interface QuizFigures {
  questions: QuestionFigures[];
  /** Cronbach's alpha in ten-thousandths; null where it has none */
  alpha: number | null;
}

const LEAST_TRIES = 5;

function wholeRoot(value: bigint): bigint {
  if (value < 2n) return value;
  let root = BigInt(Math.floor(Math.sqrt(Number(value))));
  // The double is near; a step or two make it exact.
  for (;;) {
    const next = (root + value / root) >> 1n;
    if (next === root || next === root + 1n || next === root - 1n) {
      root = next;
      break;
    }
    root = next;
  }
  while (root * root > value) root -= 1n;
  while ((root + 1n) * (root + 1n) <= value) root += 1n;
  return root;
}

/** The ten-thousandths of num / √square, half up, away from zero; exactly. */
function tenThousandthsOfRoot(num: bigint, square: bigint): number {
  const [p, q] = [num * num * 100_000_000n, square];
  let whole = wholeRoot(p / q);
  if ((2n * whole + 1n) ** 2n * q <= 4n * p) whole += 1n;
  return Number(num < 0n ? -whole : whole);
}

/** The ten-thousandths of an exact number, half up, away from zero. */
function tenThousandths({ num, den }: Ratio): number {
  const magnitude = ((num < 0n ? -num : num) * 20_000n + den) / (den * 2n);
  return Number(num < 0n ? -magnitude : magnitude);
}

/** n Σxy − Σx Σy: n² times the covariance, whole. */
function spread(xs: readonly number[], ys: readonly number[]): bigint {
  let [sumX, sumY, sumXY] = [0, 0, 0];
  for (const [index, x] of xs.entries()) {
    sumX += x;
    sumY += ys[index]!;
    sumXY += x * ys[index]!;
  }
  // Points are whole and not negative, so sums only grow: while the last is a safe integer, all before it were exact.
  if ([sumX, sumY, sumXY].every(Number.isSafeInteger)) return BigInt(xs.length) * BigInt(sumXY) - BigInt(sumX) * BigInt(sumY);
  const total = (list: readonly number[]) => list.reduce((sum, one) => sum + BigInt(one), 0n);
  const products = xs.reduce((sum, x, index) => sum + BigInt(x) * BigInt(ys[index]!), 0n);
  return BigInt(xs.length) * products - total(xs) * total(ys);
}

function discriminationOf(points: readonly number[], rest: readonly number[]): number | null {
  if (points.length < LEAST_TRIES) return null;
  const [xx, yy] = [spread(points, points), spread(rest, rest)];
  return xx === 0n || yy === 0n ? null : tenThousandthsOfRoot(spread(points, rest), xx * yy);
}

function alphaOf(questionIds: readonly string[], tries: readonly WholeTry[]): number | null {
  const k = questionIds.length;
  const same = tries.every((one) => one.got === k);
  if (k < 2 || tries.length === 0 || !same) return null;
  const totals = tries.map((one) => one.total);
  const total = spread(totals, totals);
  if (total === 0n) return null;
  const parts = questionIds.reduce((sum, id) => {
    const points = tries.map((one) => one.points[id]!);
    return sum + spread(points, points);
  }, 0n);
  return tenThousandths(ratio(BigInt(k) * (total - parts), BigInt(k - 1) * total));
}

interface WholeTry extends CountedTry {
  points: Readonly<Record<string, MilliPoints>>;
  total: number;
  got: number;
}

const chosenIn = (one: CountedTry, id: string): readonly string[] => {
  const choice = one.choice?.[id];
  return choice == null ? [] : typeof choice === 'string' ? [choice] : choice;
};

/** Tries of which nothing waits; a try with an answer that waits says nothing yet of any question. */
function wholeTries(questionIds: readonly string[], tries: readonly CountedTry[]): WholeTry[] {
  return tries.flatMap((one) => {
    const got = questionIds.filter((id) => one.points[id] !== undefined);
    if (got.some((id) => one.points[id] === null)) return [];
    const points = one.points as WholeTry['points'];
    return [{ ...one, points, got: got.length, total: got.reduce((sum, id) => sum + points[id]!, 0) }];
  });
}

/**
 * What the questions of a quiz tell (docs/rules.md, 13), over the tries that count.
 *
 * @param tries one a student: the try that counts for them
 * @returns by question its difficulty, its discrimination and, where something was chosen, its options; and the reliability
 */
export function quizFigures(questionIds: readonly string[], tries: readonly CountedTry[]): QuizFigures {
  const whole = wholeTries(questionIds, tries);
  const questions = questionIds.map((id): QuestionFigures => {
    const got = whole.filter((one) => one.points[id] !== undefined);
    const points = got.map((one) => one.points[id]!);
    const rest = got.map((one) => one.total - one.points[id]!);
    const shares = got.filter((one) => one.max[id]! > 0);
    const chosen = new Map<string, number[]>();
    for (const [index, one] of got.entries())
      for (const option of chosenIn(one, id)) chosen.set(option, [...(chosen.get(option) ?? []), rest[index]!]);
    return {
      id,
      n: got.length,
      difficulty: shares.length === 0 ? null : divide(sumOfShares(id, shares), ratio(shares.length)),
      discrimination: discriminationOf(points, rest),
      options: [...chosen].map(([option, of]) => ({
        id: option,
        chosen: of.length,
        meanRest: ratio(
          of.reduce((sum, one) => sum + one, 0),
          of.length,
        ),
      })),
    };
  });
  return { questions, alpha: alphaOf(questionIds, whole) };
}

// A question is mostly out of the same for all; what was earned of the same is added as whole numbers.
function sumOfShares(id: string, tries: readonly WholeTry[]): Ratio {
  const earned = new Map<number, number>();
  for (const { points, max } of tries) earned.set(max[id]!, (earned.get(max[id]!) ?? 0) + points[id]!);
  return [...earned].reduce((sum, [max, points]) => add(sum, ratio(points, max)), ZERO);
}

/** What the figures of a question say in words. */
export type QuestionVerdict = 'nearlyAllRight' | 'hardlyAnybody' | 'saysLittle' | 'keyDoubtful' | 'optionUnused';

const [NEARLY_ALL, HARDLY, LITTLE] = [ratio(95, 100), ratio(20, 100), 1000];

/** The tries whose total is among the best third; who has as much as the last of them belongs to them. */
function bestThird(questionIds: readonly string[], tries: readonly CountedTry[]): WholeTry[] {
  const whole = wholeTries(questionIds, tries);
  if (whole.length < LEAST_TRIES) return [];
  const limit = whole.map((one) => one.total).sort((a, b) => b - a)[Math.ceil(whole.length / 3) - 1]!;
  return whole.filter((one) => one.total >= limit);
}

/**
 * What stands out about each question (docs/rules.md, 13), the weightiest first. A key is doubtful where those who did worse in
 * the rest got it right more often, or where the best third chose a wrong option more often than the key.
 *
 * @param choices by question, where one option is chosen: all options, and those that count as right
 */
export function questionVerdicts(
  questionIds: readonly string[],
  tries: readonly CountedTry[],
  choices: Readonly<Record<string, { options: readonly string[]; right: readonly string[] }>>,
  figures: QuizFigures = quizFigures(questionIds, tries),
): Map<string, QuestionVerdict[]> {
  const best = bestThird(questionIds, tries);
  return new Map(
    figures.questions.map((question) => {
      const { id, difficulty, discrimination, n } = question;
      const found: QuestionVerdict[] = [];
      const choice = choices[id];
      const inBest = (option: string) => best.filter((one) => chosenIn(one, id).includes(option)).length;
      const mostRight = choice ? Math.max(0, ...choice.right.map(inBest)) : 0;
      const wrongAhead = choice?.options.some((option) => !choice.right.includes(option) && inBest(option) > mostRight) ?? false;
      if ((discrimination !== null && discrimination < 0) || wrongAhead) found.push('keyDoubtful');
      else if (discrimination !== null && discrimination < LITTLE) found.push('saysLittle');
      if (difficulty !== null && n >= LEAST_TRIES) {
        if (compare(difficulty, NEARLY_ALL) >= 0) found.push('nearlyAllRight');
        else if (compare(difficulty, HARDLY) <= 0) found.push('hardlyAnybody');
      }
      const used = new Set(question.options.map((one) => one.id));
      if (n >= LEAST_TRIES && choice?.options.some((option) => !used.has(option))) found.push('optionUnused');
      return [id, found];
    }),
  );
}

/** Four decimals of a figure in ten-thousandths. @example figureText(-1234) -> '-0.1234' */
export function figureText(tenThousandth: number): string {
  const digits = String(Math.abs(tenThousandth)).padStart(5, '0');
  return `${tenThousandth < 0 ? '-' : ''}${digits.slice(0, -4)}.${digits.slice(-4)}`;
}
