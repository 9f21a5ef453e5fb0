import {
  answerMark,
  askedIn,
  askedQuestion,
  explainedIn,
  explanationOf,
  keyWords,
  shownParts,
  type Corrections,
  type Instant,
  type Language,
  type MilliPoints,
  type QuestionPoints,
  type ShownParts,
} from '@jolly/core';
import type { AnsweredQuestion, AssignmentReply, FinishedTry } from '../../contract';
import { questionsOf, scoreOf, seedOf, type TryRecord } from './quiz-records';
import { runOf } from './quiz-scores';

/** What a student is shown of a try that is over: nothing of the key, of points or explanations before it is to be shown. */

function markOf({ points, max, notAnswered }: QuestionPoints, leftOut: boolean): AnsweredQuestion['mark'] {
  if (leftOut) return 'leftOut';
  if (notAnswered) return 'notAnswered';
  if (points === null) return 'waits';
  if (max > 0) return points >= max ? 'full' : points > 0 ? 'part' : 'none';
  return points > 0 ? 'full' : 'none';
}

interface Shown {
  assignment: AssignmentReply;
  /** the languages its student reads in, from the dearest on */
  reads: readonly (Language | null)[];
  corrections: Corrections;
  parts: ShownParts;
}

/** One try as its student may be shown it. */
export function toFinishedTry(one: TryRecord, { assignment, reads, corrections, parts }: Shown, score: MilliPoints | null): FinishedTry {
  const { row, counted, marks } = one;
  const run = runOf(assignment);
  const seed = seedOf(row, assignment.briefId);
  const scored = scoreOf(one, assignment.briefId, run, corrections);
  const byId = new Map(scored.questions.map((question) => [question.id, question]));
  return {
    number: row.number,
    begunAt: row.begunAt.getTime(),
    endedAt: row.handedInAt!.getTime(),
    byClock: Boolean(row.byClock),
    receipt: row.receipt,
    late: one.answers.late,
    score: parts.score ? score : null,
    max: scored.max,
    questions: questionsOf(one, assignment.briefId, run).map((question): AnsweredQuestion => {
      const answer = counted[question.id] ?? null;
      const result = byId.get(question.id)!;
      const leftOut = corrections.leftOut[question.id] !== undefined;
      const mark =
        result.points === null || result.max > 0 || leftOut
          ? markOf(result, leftOut)
          : answerMark(question, answer, corrections.alsoRight[question.id]);
      const said = parts.explanations ? explanationOf(explainedIn(reads, question), answer) : '';
      return {
        asked: askedIn(reads, askedQuestion(question, { seed, ownOptions: run.ownOptions })),
        answer,
        mark: parts.marks ? mark : null,
        points: parts.marks && parts.score ? result.points : null,
        key: parts.key ? keyWords(question) : null,
        explanation: said === '' ? null : said,
        remark: parts.score ? marks.get(question.id)?.remark || null : null,
      };
    }),
  };
}

/** Which parts a student is shown now. */
export const partsShown = (
  assignment: AssignmentReply,
  of: { closedForAllAt: Instant | null; returned: boolean; now: Instant },
): ShownParts => shownParts(runOf(assignment).shows, of);
