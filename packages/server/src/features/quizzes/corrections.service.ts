import { compare, divide, keyOf, ratio, type Corrections, type Instant, type MilliPoints } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import type { AssignmentReply, CorrectionAct, CorrectionEffects, CorrectionRequest } from '../../contract';
import { rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { Teacher } from '../marking/desk.service';
import type { ReturningService } from '../marking/returning.service';
import type { BoardService } from '../pieces/board.service';
import { whoOf } from '../pieces/nameless';
import type { OpenPiece } from '../pieces/open-pieces';
import type { PiecesService } from '../pieces/pieces.service';
import { teacherViewer, type Sight } from '../pieces/sight';
import { worth } from '../pieces/worth';
import { toAct, toCorrections, type QuizRecords, type TryRecord } from './quiz-records';
import { recordResult, resultOf, type QuizResult } from './quiz-scores';
import type { CorrectionRow } from './quizzes.model';

interface Collaborators {
  accounts: AccountsService;
  assignments: AssignmentsService;
  classes: ClassesService;
  board: BoardService;
  pieces: PiecesService;
  returning: ReturningService;
  records: QuizRecords;
}

/** One student with what their tries come to before and after. */
interface Move {
  sight: Sight;
  before: QuizResult;
  after: QuizResult;
  /** an answer of the last try waits still: what is compared is what was scored so far */
  waits: boolean;
}

const isSame = (a: QuizResult, b: QuizResult) => a.earned === b.earned && a.rounds.join() === b.rounds.join();

/** Counting an answer as right, or leaving a question out, after a quiz was taken: looked at first, one act, and undone as one. */
export function correctionsService({ accounts, assignments, classes, board, pieces, returning, records }: Collaborators) {
  const { corrections } = records.tables;

  /** The quiz in every class of this teacher: what is wrong with a question is wrong in all of them. */
  async function sections(teacher: Teacher, assignmentId: string): Promise<AssignmentReply[]> {
    const one = await assignments.forTeacher(teacher, 'score.write', assignmentId);
    if (one.how !== 'quiz') throw new Problem('thing.unknown');
    const taught = new Set(await classes.taughtBy(teacher.userId));
    return (await assignments.ofBriefs([one.briefId])).filter((other) => taught.has(other.classId));
  }

  /** The tries that are over, by student of an assignment. */
  async function overBy(ids: readonly string[], transaction?: OpenPiece['transaction']): Promise<Map<string, TryRecord[]>> {
    const rows = (await records.tries(ids, undefined, transaction)).filter((row) => row.handedInAt !== null);
    const found = new Map<string, TryRecord[]>();
    for (const one of await records.whole(rows, () => null, transaction)) {
      const key = `${one.row.assignmentId} ${one.row.studentId}`;
      found.set(key, [...(found.get(key) ?? []), one]);
    }
    return found;
  }

  /** @throws Problem `quiz.noQuestion` for a question that nobody was asked */
  function requireQuestion(tries: Iterable<TryRecord[]>, { questionId, correction }: CorrectionRequest): void {
    const question = [...tries].flat().flatMap((one) => one.edition.questions.filter((each) => each.id === questionId))[0];
    if (!question) throw new Problem('quiz.noQuestion');
    if (correction.kind === 'leaveOut') return;
    const [{ right }, key] = [correction, keyOf(question)];
    const fits =
      (right.kind === 'option' && 'options' in key && key.options.includes(right.optionId)) ||
      (right.kind === 'text' && 'gaps' in key && right.gap < key.gaps.length) ||
      (right.kind === 'value' && key.kind === 'number') ||
      (right.kind === 'pair' && key.kind === 'match' && key.pairs.some(([left]) => left === right.left)) ||
      (right.kind === 'order' && key.kind === 'order') ||
      (right.kind === 'region' && key.kind === 'place');
    if (!fits) throw new Problem('score.noSuchChoice');
  }

  async function movesOf(teacher: Teacher, all: readonly AssignmentReply[], request: CorrectionRequest, now: Instant): Promise<Move[]> {
    const over = await overBy(all.map((one) => one.id));
    requireQuestion(over.values(), request);
    const settled = await records.corrections(all.map((one) => one.id));
    const row = { questionId: request.questionId, correction: request.correction } as CorrectionRow;
    const sights = await board.as(teacherViewer(teacher)).ofAssignments(all, now);
    return sights.flatMap((sight): Move[] => {
      const { assignment, member } = sight;
      const own = over.get(`${assignment.id} ${member.student.id}`);
      if (!own) return [];
      const here = settled.get(assignment.id) ?? [];
      const waits = resultOf(assignment, own, toCorrections([...here, row])).earned === null;
      const result = (of: Corrections) => resultOf(assignment, own, of, { soFar: waits });
      const [before, after] = [result(toCorrections(here)), result(toCorrections([...here, row]))];
      return isSame(before, after) ? [] : [{ sight, before, after, waits }];
    });
  }

  type Place = { assignmentId: string; studentId: string };
  const keyOfPlace = ({ assignmentId, studentId }: Place) => `${assignmentId} ${studentId}`;

  /** Whose tries are over. */
  async function placesOf(all: readonly AssignmentReply[]): Promise<Place[]> {
    const rows = (await records.tries(all.map((one) => one.id))).filter((row) => row.handedInAt !== null);
    return [
      ...new Map(
        rows.map(({ assignmentId, studentId }) => [keyOfPlace({ assignmentId, studentId }), { assignmentId, studentId }]),
      ).values(),
    ];
  }

  type Changed = Place & { shown: boolean };
  /** Scores these anew by the corrections that hold then; all of them or none. */
  async function scoreAll(
    all: readonly AssignmentReply[],
    places: readonly Place[],
    by: string,
    now: Instant,
    write: (open: OpenPiece) => Promise<void>,
  ): Promise<Changed[]> {
    const byId = new Map(all.map((one) => [one.id, one]));
    const ids = [...byId.keys()];
    return pieces.changeAll([...places], async (opened) => {
      const { transaction } = opened[0]!;
      await records.holdCorrections(ids, transaction, { alone: true });
      await write(opened[0]!);
      const over = await overBy(ids, transaction);
      const settled = await records.corrections(ids, transaction);
      return opened.flatMap((piece) => {
        const { assignmentId, studentId, summary } = piece.record;
        const own = over.get(keyOfPlace({ assignmentId, studentId })) ?? [];
        const assignment = byId.get(assignmentId)!;
        const result = resultOf(assignment, own, toCorrections(settled.get(assignmentId) ?? []));
        const shown = summary.returnedAt !== null;
        return recordResult(piece, assignment, result, by, now, 'keyChanged') ? [{ assignmentId, studentId, shown }] : [];
      });
    });
  }

  /** Settles something and scores anew whoever it concerns: those of before as one act, and who handed in at that very moment. */
  async function apply(
    all: readonly AssignmentReply[],
    by: string,
    now: Instant,
    write: (open: OpenPiece) => Promise<void>,
  ): Promise<Changed[]> {
    const places = await placesOf(all);
    const changed = await scoreAll(all, places, by, now, write);
    const known = new Set(places.map(keyOfPlace));
    const since = (await placesOf(all)).filter((place) => !known.has(keyOfPlace(place)));
    return since.length === 0 ? changed : [...changed, ...(await scoreAll(all, since, by, now, async () => undefined))];
  }

  /** Those who have theirs back are told of what it is now, each once. */
  async function giveBack(
    all: readonly AssignmentReply[],
    changed: readonly { assignmentId: string; studentId: string; shown: boolean }[],
    by: string,
    now: Instant,
  ): Promise<void> {
    for (const assignment of all) {
      const ids = changed.filter((one) => one.shown && one.assignmentId === assignment.id).map((one) => one.studentId);
      if (ids.length > 0) await returning.giveBackAsSet(assignment, ids, by, now);
    }
  }

  const share = (sight: Sight, points: MilliPoints | null) =>
    points === null || !sight.assignment.points ? null : ratio(points, sight.assignment.points);

  return {
    /** Who would move, before anything changes. */
    async look(teacher: Teacher, assignmentId: string, request: CorrectionRequest, now: Instant): Promise<CorrectionEffects> {
      const all = await sections(teacher, assignmentId);
      const moves = await movesOf(teacher, all, request, now);
      const effects: CorrectionEffects = { moves: [], passing: 0, failing: 0, returned: 0, classes: all.length };
      for (const { sight, before, after, waits } of moves) {
        const worthOfResult = ({ earned, rounds }: QuizResult) => worth(sight, { earned, rounds }).effective;
        const [was, will] = [worthOfResult(before), worthOfResult(after)];
        if (was === null || will === null || was === will) continue;
        const line = divide(ratio(sight.schoolClass.bearing.passLine), ratio(100_000));
        const passes = (points: MilliPoints) => compare(share(sight, points) ?? ratio(0), line) >= 0;
        effects.moves.push({ student: whoOf(sight), className: sight.schoolClass.label, before: was, after: will, waits });
        if (waits) continue;
        if (!passes(was) && passes(will)) effects.passing += 1;
        if (passes(was) && !passes(will)) effects.failing += 1;
        if (sight.record?.returned && sight.record.summary.returnedAt !== null) effects.returned += 1;
      }
      return effects;
    },

    /** Settles it for every class of this teacher, as one act. */
    async settle(teacher: Teacher, assignmentId: string, request: CorrectionRequest, now: Instant): Promise<CorrectionAct> {
      const all = await sections(teacher, assignmentId);
      await movesOf(teacher, all, request, now);
      const actId = randomUUID();
      const rows = all.map((assignment): CorrectionRow => ({
        id: randomUUID(),
        actId,
        assignmentId: assignment.id,
        questionId: request.questionId,
        correction: request.correction,
        byUser: teacher.userId,
        at: new Date(now),
        undoneAt: null,
      }));
      const changed = await apply(all, teacher.userId, now, async ({ transaction }) => {
        await corrections.bulkCreate(rows, { transaction });
      });
      if (request.giveBack) await giveBack(all, changed, teacher.userId, now);
      const people = await accounts.people([teacher.userId]);
      return toAct(rows[0]!, people.get(teacher.userId) ? fullName(people.get(teacher.userId)!) : '');
    },

    /** Takes an act back: everybody has what they had, and who had theirs back is told if they were told of the change. */
    async undo(teacher: Teacher, { assignmentId, actId }: { assignmentId: string; actId: string }, now: Instant): Promise<void> {
      const all = await sections(teacher, assignmentId);
      const rows = await rowsOf(corrections, { where: { actId, assignmentId: { [Op.in]: all.map((one) => one.id) }, undoneAt: null } });
      if (!rows.some((row) => row.assignmentId === assignmentId)) throw new Problem('thing.unknown');
      const changed = await apply(all, teacher.userId, now, async ({ transaction }) => {
        await corrections.update({ undoneAt: new Date(now) }, { where: { id: { [Op.in]: rows.map((row) => row.id) } }, transaction });
      });
      await giveBack(all, changed, teacher.userId, now);
    },
  };
}

export type CorrectionsService = ReturnType<typeof correctionsService>;
