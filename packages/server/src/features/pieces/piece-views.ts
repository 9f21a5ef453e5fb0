import { fillRemark, fillRichRemark, rubricScore } from '@jolly/core';
import type { AssignmentReply, CriterionLevel, ExceptionReply, PieceRow, ReturnedView, ScoreView, WordedBody } from '../../contract';
import type { GivenException } from '../exceptions/exceptions.service';
import { isNameless, whoOf } from './nameless';
import type { Given } from './records';
import { quizMinutesFor, type Sight } from './sight';
import { worth } from './worth';

/** Pieces as they are replied. */

/** What is read of it, in the reader's language and in the others beside it. */
export const wordsOf = ({ title, instructions, spoken, language, otherWords }: AssignmentReply): WordedBody => ({
  ...{ title, instructions, spoken, language, otherWords },
});

/** A score as a teacher sees it, with what it is worth. */
export function toScoreView(sight: Sight, names: Map<string, string>): ScoreView | null {
  const score = sight.record?.score;
  if (!score) return null;
  const { scoring, points } = sight.assignment;
  const complete =
    score.chosen?.by !== 'rubric' ||
    scoring.by !== 'rubric' ||
    points === null ||
    rubricScore(scoring.rubric, points, score.chosen.choices).complete;
  const { round: _, ...rest } = score;
  return { ...rest, complete, ...worth(sight, score), by: names.get(score.by) ?? '' };
}

/** What the student is shown of a return, with their name where a remark speaks to them; a held correction is not in it. */
export function toReturnedView(sight: Sight): ReturnedView | null {
  const { record, member } = sight;
  if (!record?.returned || record.summary.lastReturnAt === null) return null;
  const { returned, summary } = record;
  const words = Object.fromEntries(
    Object.entries(returned.words).map(([criterionId, text]) => [criterionId, fillRemark(text, member.student)]),
  );
  return {
    ...returned,
    remark: fillRichRemark(returned.remark, member.student),
    words,
    ...worth(sight, returned),
    at: summary.lastReturnAt!,
    readAt: summary.readAt,
  };
}

/** What each criterion's level says, of what was returned. */
export function toLevels(
  { scoring }: Pick<AssignmentReply, 'scoring'>,
  { chosen, words }: Pick<Given, 'chosen' | 'words'>,
): CriterionLevel[] {
  if (scoring.by !== 'rubric' || chosen?.by !== 'rubric') return [];
  return scoring.rubric.criteria.flatMap((criterion) => {
    const level = criterion.levels.find((one) => one.id === chosen.choices[criterion.id]?.levelId);
    const said = words[criterion.id];
    return level || said
      ? [{ criterion: criterion.name, level: level?.name ?? null, descriptor: level?.descriptor ?? '', words: said ?? '' }]
      : [];
  });
}

/** An exception with the name of who gave it. */
export function toExceptionReply(given: GivenException, names: Map<string, string>): ExceptionReply {
  const { assignmentId: _, studentId: __, ...rest } = given;
  return { ...rest, givenBy: names.get(given.givenBy) ?? '' };
}

type BareRow = Omit<PieceRow, 'collecting'>;

/** A student's row beside an assignment. Of a piece that is marked without its name, nothing of what was given. */
export function toPieceRow(sight: Sight, names: Map<string, string>): BareRow {
  const { record, resolved, exception, member } = sight;
  const { id, givenName, familyName } = member.student;
  const nameless = isNameless(sight);
  return {
    student: { id, givenName, familyName },
    groups: sight.groups.filter((group) => !group.dissolved).map((group) => group.name),
    ...(nameless ? sight.toldState : sight.state),
    window: resolved.window,
    quizMinutes: nameless
      ? (sight.assignment.quizRun?.limitMinutes ?? null)
      : quizMinutesFor(sight, record?.summary.tryBegunAt ?? sight.facts.now),
    trail: resolved.trail,
    exception: exception ? toExceptionReply(exception, names) : null,
    handedInAt: record?.summary.handedInAt ?? null,
    version: nameless ? 0 : (record?.version ?? 0),
    score: nameless ? null : toScoreView(sight, names),
    held: !nameless && (record?.held ?? false),
    returnedAt: record?.summary.lastReturnAt ?? null,
    readAt: record?.summary.readAt ?? null,
    nameless,
  };
}

/** The same as it lies on the desk: of a nameless piece what was given, and nothing by which its student is known. */
export function toDeskRow(sight: Sight, names: Map<string, string>): BareRow {
  const row = toPieceRow(sight, names);
  if (!row.nameless) return row;
  const { record, state, assignment } = sight;
  return {
    ...row,
    student: whoOf(sight),
    groups: [],
    state: state.state,
    // How late to the minute would tell who it is; what it costs stands beside the score.
    lateBy: 0,
    window: { opens: null, due: assignment.due, closes: null },
    trail: [],
    exception: null,
    handedInAt: null,
    version: record!.version,
    score: toScoreView(sight, names),
    held: record!.held,
  };
}
