import { multiply, ratio, roundHalfUp, roundToMilli, type MilliPoints } from '../quantities';
import { answerShare, isNoAnswer, type Answer, type CountedRight } from './answer-share';
import type { Key } from './question';

/** What becomes of a question that is left out: its points go from score and maximum, or everybody who got it gets them. */
export type LeftOut = 'dropped' | 'everyone';

/** What was settled about a quiz after it was taken. */
export interface Corrections {
  /** by question */
  alsoRight: Readonly<Record<string, readonly CountedRight[]>>;
  leftOut: Readonly<Record<string, LeftOut>>;
}
export const NO_CORRECTIONS: Corrections = { alsoRight: {}, leftOut: {} };

export interface ScoredQuestion {
  id: string;
  points: MilliPoints;
  key: Key;
}

/** What one question came to for one student. */
export interface QuestionPoints {
  id: string;
  /** null: it waits for the teacher */
  points: MilliPoints | null;
  /** 0 where it was dropped */
  max: MilliPoints;
  notAnswered: boolean;
}
export interface QuizScore {
  questions: QuestionPoints[];
  /** null while something waits */
  score: MilliPoints | null;
  max: MilliPoints;
  /** ids of the questions that wait */
  waiting: string[];
}

/** Thousandths of points that a share of a question's points comes to, rounded once. */
const pointsOf = (points: MilliPoints, key: Key, answer: Answer, also: readonly CountedRight[]): MilliPoints | null => {
  const share = answerShare(key, answer, also);
  return share === null ? null : Number(roundHalfUp(multiply(ratio(points), share)));
};

/**
 * What a try comes to (docs/rules.md, 10): the sum over the questions that the student got, out of the sum of their points.
 *
 * @param answers by question; what is not there was not answered
 * @param scores what the teacher gave, by question; it goes before what a key would give
 * @returns score null while an answer waits for the teacher
 */
export function quizScore({
  questions,
  answers,
  scores = {},
  corrections = NO_CORRECTIONS,
}: {
  questions: readonly ScoredQuestion[];
  answers: Readonly<Record<string, Answer>>;
  scores?: Readonly<Record<string, MilliPoints>>;
  corrections?: Corrections;
}): QuizScore {
  const rows = questions.map(({ id, points, key }): QuestionPoints => {
    const answer = answers[id] ?? null;
    const left = corrections.leftOut[id];
    const notAnswered = isNoAnswer(answer);
    if (left === 'dropped') return { id, points: 0, max: 0, notAnswered };
    if (left === 'everyone') return { id, points, max: points, notAnswered };
    const given = scores[id];
    const earned = given ?? (notAnswered ? 0 : pointsOf(points, key, answer, corrections.alsoRight[id] ?? []));
    return { id, points: earned, max: points, notAnswered };
  });
  const waiting = rows.filter((row) => row.points === null).map((row) => row.id);
  return {
    questions: rows,
    score: waiting.length > 0 ? null : rows.reduce((sum, row) => sum + row.points!, 0),
    max: rows.reduce((sum, row) => sum + row.max, 0),
    waiting,
  };
}

/**
 * A try's score out of what its assignment is out of (docs/rules.md, 4 and 10), rounded to a thousandth.
 * @returns null while something waits, and where every question was dropped
 * @example scaledScore({ score: 14500, max: 20000 }, 10000) -> 7250
 */
export function scaledScore({ score, max }: Pick<QuizScore, 'score' | 'max'>, points: MilliPoints): MilliPoints | null {
  if (score === null || max === 0) return null;
  return score === 0 ? 0 : roundToMilli(ratio(BigInt(score) * BigInt(points), BigInt(max) * 1000n));
}

/** Points a quiz is out of: what each question and each set gives to whoever gets it. */
export function quizMax(
  questions: readonly { points: MilliPoints; setId: string | null }[],
  sets: readonly { id: string; take: number }[],
): MilliPoints {
  const alone = questions.filter((one) => one.setId === null).reduce((sum, one) => sum + one.points, 0);
  return sets.reduce((sum, set) => {
    const within = questions.filter((one) => one.setId === set.id);
    return sum + (within[0]?.points ?? 0) * Math.min(set.take, within.length);
  }, alone);
}
