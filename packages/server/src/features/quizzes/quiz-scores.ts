import { EMPTY_TEXT, NO_CORRECTIONS, scaledScore, type Corrections, type MilliPoints, type QuizRun } from '@jolly/core';
import type { Transaction } from 'sequelize';
import type { AssignmentReply, WhyScored } from '../../contract';
import type { OpenPiece } from '../pieces/open-pieces';
import { scoreOf, toCorrections, type QuizRecords, type TryRecord } from './quiz-records';

/** How a quiz runs. An assignment that is handed in as a quiz has it. */
export const runOf = ({ quizRun }: Pick<AssignmentReply, 'quizRun'>): QuizRun => quizRun!;

/** The try that speaks for a student: by the rule of the assignment the best, else the last. */
export function countingTry(over: readonly TryRecord[], assignment: AssignmentReply, corrections: Corrections): TryRecord | null {
  if (assignment.roundRule !== 'best') return over.at(-1) ?? null;
  const points = (one: TryRecord) =>
    scoreOf(one, assignment.briefId, runOf(assignment), corrections).questions.reduce((sum, question) => sum + (question.points ?? 0), 0);
  return over.reduce<TryRecord | null>((best, one) => (best === null || points(one) >= points(best) ? one : best), null);
}

/** What the tries of one student come to, out of what the assignment is out of. */
export interface QuizResult {
  /** of the last one */
  earned: MilliPoints | null;
  /** of those before it */
  rounds: MilliPoints[];
}

/**
 * What a student's tries come to (docs/rules.md, 10). Nothing while an answer of the last try waits; an earlier one that waits
 * is not counted yet.
 *
 * @param tries that are over, in their order
 * @param soFar what waits counts nothing yet, instead of keeping the whole back
 */
export function resultOf(
  assignment: AssignmentReply,
  tries: readonly TryRecord[],
  corrections: Corrections = NO_CORRECTIONS,
  { soFar = false } = {},
): QuizResult {
  const scores = tries.map((one) => {
    const found = scoreOf(one, assignment.briefId, runOf(assignment), corrections);
    const score = soFar ? { ...found, score: found.questions.reduce((sum, { points }) => sum + (points ?? 0), 0) } : found;
    return assignment.points === null ? score.score : scaledScore(score, assignment.points);
  });
  return { earned: scores.at(-1) ?? null, rounds: scores.slice(0, -1).filter((one): one is MilliPoints => one !== null) };
}

/** Has this score come from the answers, so that it follows them? One that a teacher typed over it stays. */
export const followsAnswers = ({ record }: Pick<OpenPiece, 'record'>): boolean =>
  record.score === null || record.score.chosen?.by === 'quiz' || record.summary.scoredAt === null;

/** Records what the answers come to, held, with the words that were there. @returns whether it is another score than before */
export function recordResult(
  piece: OpenPiece,
  assignment: AssignmentReply,
  result: QuizResult,
  by: string,
  now: number,
  why?: WhyScored,
): boolean {
  const { score, summary, returned } = piece.record;
  if (result.earned === null || !followsAnswers(piece)) return false;
  const same =
    score !== null && summary.scoredAt !== null && score.earned === result.earned && score.rounds.join() === result.rounds.join();
  if (same) return false;
  const [remark, words] = [score?.remark ?? EMPTY_TEXT, score?.words ?? {}];
  const given = { earned: result.earned, chosen: { by: 'quiz' as const }, remark, words, adjust: null };
  piece.append({ kind: 'scored', at: now }, by, { ...given, points: assignment.points, ...(why ? { why } : {}) });
  piece.set({
    earnedMilli: result.earned,
    chosen: given.chosen,
    remark,
    details: { words, adjust: null, rounds: result.rounds },
    scoredAt: new Date(now),
    scoredBy: by === '' ? null : by,
    scoredRound: summary.roundsSentBack,
    // Back to what the student has, nothing is left to be held.
    held: !(summary.returnedAt !== null && returned?.earned === result.earned && returned.rounds.join() === result.rounds.join()),
  });
  return true;
}

/** The tries of one student that are over, whole, inside a transaction. */
export async function overTries(
  records: QuizRecords,
  at: { assignmentId: string; studentId: string },
  transaction: Transaction,
): Promise<TryRecord[]> {
  const rows = (await records.tries([at.assignmentId], [at.studentId], transaction)).filter((row) => row.handedInAt !== null);
  return records.whole(rows, () => null, transaction);
}

/** Records anew what one student's tries come to. */
export async function scoreAnew(
  records: QuizRecords,
  piece: OpenPiece,
  assignment: AssignmentReply,
  by: string,
  now: number,
): Promise<void> {
  const { assignmentId, studentId } = piece.record;
  await records.holdCorrections([assignmentId], piece.transaction);
  const [done, settled] = [
    await overTries(records, { assignmentId, studentId }, piece.transaction),
    await records.corrections([assignmentId], piece.transaction),
  ];
  recordResult(piece, assignment, resultOf(assignment, done, toCorrections(settled.get(assignmentId) ?? [])), by, now);
}
