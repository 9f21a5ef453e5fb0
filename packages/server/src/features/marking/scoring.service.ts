import {
  fillRemark,
  choiceProblem,
  earnedPoints,
  EMPTY_TEXT,
  isBlank,
  rubricMax,
  rubricScore,
  scoreQuestion,
  type MilliPoints,
} from '@jolly/core';
import type {
  Adjustment,
  AssignmentReply,
  Chosen,
  CriterionWords,
  DeskPieceReply,
  RescoringReply,
  ScoreRequest,
  ScoresReply,
  ScoresRequest,
  SendBackRequest,
  WaiveRequest,
  WhyScored,
} from '../../contract';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { RowsService } from '../collecting/rows.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import type { NotesService } from '../notes/notes.service';
import type { BoardService } from '../pieces/board.service';
import type { OpenPiece } from '../pieces/open-pieces';
import type { NewsService } from '../news/news.service';

import type { PiecesService } from '../pieces/pieces.service';
import type { RemarksService } from '../remarks/remarks.service';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import type { At, DeskService, Teacher } from './desk.service';
import { isNameless, whoOf } from '../pieces/nameless';
import type { GivenDetails } from '../pieces/records';
import { type Sight, teacherViewer } from '../pieces/sight';

/**
 * The points that a choice earns (docs/rules.md, 4); null where done earns nothing because there are no points.
 * @throws Problem `score.noSuchChoice` for a level or word that the assignment does not have
 */
export function earnedByChoice({ scoring, points }: AssignmentReply, chosen: Chosen): number | null {
  if (scoring.by !== chosen.by) throw new Problem('score.noSuchChoice');
  if (chosen.by === 'done') return points === null ? null : earnedPoints(points, { kind: 'done', done: chosen.done }).earned;
  if (points === null) throw new Problem('score.noMaximum');
  if (chosen.by === 'words' && scoring.by === 'words') {
    const word = scoring.words.find((one) => one.name === chosen.word);
    if (!word) throw new Problem('score.noSuchChoice');
    return earnedPoints(points, { kind: 'words', percent: word.percent }).earned;
  }
  if (chosen.by === 'rubric' && scoring.by === 'rubric') {
    if (choiceProblem(scoring.rubric, chosen.choices)) throw new Problem('score.noSuchChoice');
    return rubricScore(scoring.rubric, points, chosen.choices).earned;
  }
  throw new Problem('score.noSuchChoice');
}

/** @throws Problem `score.aboveMaximum` unless confirmed as a bonus, `score.noMaximum`, `score.negative` */
export function requireScore({ points }: AssignmentReply, earned: number, bonusConfirmed: boolean): void {
  const question = scoreQuestion({ earned, points, bonusConfirmed });
  if (question === 'aboveMaximum')
    throw new Problem('score.aboveMaximum', { errors: [fieldProblem('earned', 'score.outOf', { points: (points ?? 0) / 1000 })] });
  if (question === 'noMaximum') throw new Problem('score.noMaximum', { errors: [fieldProblem('earned', 'score.noPoints')] });
  if (question === 'negative') throw new Problem('score.negative', { errors: [fieldProblem('adjust', 'score.negative')] });
}

/** What is recorded of a piece, points and all. */
interface Recorded {
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: ScoreRequest['remark'];
  words: CriterionWords;
  adjust: Adjustment | null;
}

/** Records a score, held. The score of a round that was sent back is kept beside it. */
export function record(piece: OpenPiece, { points }: AssignmentReply, given: Recorded, by: string, now: number, why?: WhyScored): void {
  const { score, summary } = piece.record;
  const round = summary.roundsSentBack;
  const before = score === null ? [] : score.round < round && score.earned !== null ? [...score.rounds, score.earned] : score.rounds;
  const details: GivenDetails = { words: given.words, adjust: given.adjust, rounds: before };
  piece.append({ kind: 'scored', at: now }, by, { ...given, points, ...(why ? { why } : {}) });
  piece.set({
    earnedMilli: given.earned,
    chosen: given.chosen,
    remark: given.remark,
    details,
    scoredAt: new Date(now),
    scoredBy: by,
    scoredRound: round,
    held: true,
  });
}

interface Collaborators {
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  rows: RowsService;
  desk: DeskService;
  notes: NotesService;
  remarks: RemarksService;
  exceptions: ExceptionsService;
  feedbackFiles: FeedbackFilesService;
  news: NewsService;
}

/** Scoring, one piece or many, and sending back. */
export function scoringService({ assignments, board, pieces, rows, desk, notes, remarks, exceptions, feedbackFiles, news }: Collaborators) {
  /** Pieces whose score was chosen by a rubric that gives something else now, with what it would give. */
  async function rescorable(
    teacher: Teacher,
    assignment: AssignmentReply,
    now: number,
  ): Promise<{ sight: Sight; before: number; after: number; complete: boolean }[]> {
    const { scoring, points } = assignment;
    if (scoring.by !== 'rubric' || points === null || rubricMax(scoring.rubric) === 0) return [];
    return (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now)).flatMap((sight) => {
      const score = sight.record?.score;
      if (score?.chosen?.by !== 'rubric' || score.earned === null) return [];
      const { earned, complete } = rubricScore(scoring.rubric, points, score.chosen.choices);
      const after = Math.max(0, earned + (score.adjust?.by ?? 0));
      return after === score.earned ? [] : [{ sight, before: score.earned, after, complete }];
    });
  }

  /** Is there anything to hold but a score: a note, something said aloud, a file that was brought back? */
  async function hasWords({ record: found }: Sight): Promise<boolean> {
    if (!found) return false;
    const [pinned, files] = await Promise.all([notes.countsOf([found.work.id]), feedbackFiles.ofPieces([found.id])]);
    return pinned.has(found.work.id) || (files.get(found.id) ?? []).length > 0;
  }

  return {
    /** What the rubric as it is now would change in scores that were given by it before. They stay until confirmed. */
    async rescoring(teacher: Teacher, assignmentId: string, now: number): Promise<RescoringReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const changed = await rescorable(teacher, assignment, now);
      return {
        pieces: changed.map(({ sight, before, after, complete }) => ({
          student: whoOf(sight),
          before,
          after,
          complete,
          returned: sight.record?.returned !== null,
        })),
      };
    },

    /** Counts scores again by the rubric as it is now, held until returned; what was returned stays as it was read. */
    async rescore(teacher: Teacher, assignmentId: string, studentIds: readonly string[], now: number): Promise<{ rescored: number }> {
      const assignment = await assignments.forTeacher(teacher, 'score.write', assignmentId);
      const chosen = (await rescorable(teacher, assignment, now)).filter(({ sight }) => studentIds.includes(whoOf(sight).id));
      const ats = chosen.map(({ sight }) => ({ assignmentId, studentId: sight.member.student.id }));
      const rescored = await pieces.changeAll(ats, async (opened) => {
        let changed = 0;
        for (const piece of opened) {
          const score = piece.record.score;
          const planned = chosen.find(({ sight }) => sight.member.student.id === piece.record.studentId)!;
          // Somebody else has scored it since.
          if (!score || piece.record.version !== planned.sight.record!.version) continue;
          record(piece, assignment, { ...score, earned: planned.after }, teacher.userId, now, 'rubricChanged');
          changed += 1;
        }
        return changed;
      });
      return { rescored };
    },

    /**
     * Records a score and what is said, held: the student sees neither before they are returned. Of a group's piece
     * it is recorded for all who share it, with other points for those who differ.
     */
    async score(teacher: Teacher, at: At, request: ScoreRequest & { remarks?: string[] }, now: number): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'score.write', at, now);
      const { assignment } = sight;
      const { chosen, remark, words = {}, adjust = null, version, group, remarks: used = [] } = request;
      if (sight.record?.score && sight.blind) throw new Problem('score.blind');
      const base = chosen === null ? request.earned : earnedByChoice(assignment, chosen);
      if (adjust && adjust.reason.trim() === '') throw new Problem('score.noReason');
      const earned = base === null || adjust === null ? base : base + adjust.by;
      const silent = isBlank(remark) && Object.values(words).every((one) => one.trim() === '');
      if (earned === null && chosen === null && silent && !(await hasWords(sight))) throw new Problem('score.nothing');
      const others = group ? (await desk.sharing(teacher, sight, now)).filter(({ state }) => state.state !== 'excused') : [];
      const sharing = new Map([sight, ...others].map((one) => [whoOf(one).id, one.member.student.id]));
      if ((group?.differ ?? []).some((one) => !sharing.has(one.studentId))) throw new Problem('thing.unknown');
      const differ = new Map((group?.differ ?? []).map((one) => [sharing.get(one.studentId)!, one.earned]));
      for (const points of [earned, ...differ.values()])
        if (points !== null) requireScore(assignment, points, request.bonusConfirmed ?? false);
      const given = { earned, chosen, remark, words, adjust: base === null ? null : adjust };
      return desk.changeSeen(
        teacher,
        sight,
        version,
        now,
        others.map(({ member }) => member.student.id),
        async (piece) => {
          const own = differ.get(piece.record.studentId);
          // Points of one's own are no level of the rubric.
          record(piece, assignment, own === undefined ? given : { ...given, earned: own, chosen: null, adjust: null }, teacher.userId, now);
          await remarks.used(teacher, used, piece.record.id, now, piece.transaction);
        },
      );
    },

    /**
     * Scores many pieces at once, all or none. What is not named (words to criteria, a remark that is left out)
     * stays as it was.
     * @throws Problem `conflict.changedMeanwhile` with the rows that somebody else changed
     */
    async scoreAll(
      teacher: Teacher,
      assignmentId: string,
      { scores, bonusConfirmed = false }: ScoresRequest,
      now: number,
    ): Promise<ScoresReply> {
      const assignment = await assignments.forTeacher(teacher, 'score.write', assignmentId);
      if (assignment.namesHidden) throw new Problem('marking.nameless');
      const wanted = scores.map((one) => ({ ...one, earned: one.chosen === null ? one.earned : earnedByChoice(assignment, one.chosen) }));
      for (const { earned } of wanted) if (earned !== null) requireScore(assignment, earned, bonusConfirmed);
      const ids = wanted.map((one) => one.studentId);
      const sights = (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, ids)).filter(
        ({ state }) => state.state !== null,
      );
      if (sights.length < ids.length) throw new Problem('thing.unknown');
      if (sights.some(({ record: one, blind }) => one?.score && blind)) throw new Problem('score.blind');
      const stale = await pieces.changeAll(
        ids.map((studentId) => ({ assignmentId, studentId })),
        async (opened) => {
          const byId = new Map(wanted.map((one) => [one.studentId, one]));
          const changed = opened
            .filter((piece) => piece.record.version !== byId.get(piece.record.studentId)!.version)
            .map((piece) => piece.record.studentId);
          if (changed.length > 0) return changed;
          for (const piece of opened) {
            const { earned, chosen, remark } = byId.get(piece.record.studentId)!;
            const { score } = piece.record;
            record(
              piece,
              assignment,
              { earned, chosen, remark: remark ?? score?.remark ?? EMPTY_TEXT, words: score?.words ?? {}, adjust: null },
              teacher.userId,
              now,
            );
          }
          return [];
        },
      );
      const fresh = await rows.of(
        teacher,
        await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, stale.length > 0 ? stale : ids),
        now,
      );
      if (stale.length > 0) throw new Problem('conflict.changedMeanwhile', { current: { rows: fresh } });
      return { rows: fresh };
    },

    /** Lets being late cost nothing for one student, or cost as the rule says again. */
    async waive(teacher: Teacher, at: At, { waives, reason }: WaiveRequest, now: number): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'exception.give', at, now);
      // The exception stands beside the name; whoever looked there would know whose piece this is.
      if (isNameless(sight)) throw new Problem('marking.nameless');
      const { assignmentId, studentId } = at;
      const { exception } = sight;
      const { opens, due, closes } = exception ?? {};
      const dates = {
        ...(opens === undefined ? {} : { opens }),
        ...(due === undefined ? {} : { due }),
        ...(closes === undefined ? {} : { closes }),
      };
      const says = [exception?.reason, reason].filter(Boolean).join('; ').slice(0, 500);
      const nothingElse = !waives && Object.keys(dates).length === 0 && !exception?.excused;
      if (nothingElse) await exceptions.takeAway(teacher, { assignmentId, studentId });
      else
        await exceptions.give(
          teacher,
          { assignmentId, studentIds: [studentId] },
          { ...dates, excused: exception?.excused ?? false, waivesLate: waives, reason: says },
          now,
        );
      return desk.look(teacher, at, now);
    },

    /** Asks for the work to be done again, with what to do and perhaps a new date. Notes on it are shown with that. */
    async sendBack(teacher: Teacher, at: At, { reason, newDue, version }: SendBackRequest, now: number): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'piece.sendBack', at, now);
      const { rounds } = sight.assignment;
      // A group's piece goes back to all who share it: there is one work to do again.
      const sharing = (await desk.sharing(teacher, sight, now)).filter(({ record: one }) => one?.summary.handedInAt != null);
      const students = new Map(sharing.map(({ member }) => [member.student.id, member.student]));
      const others = [...students.keys()];
      return desk.changeSeen(teacher, sight, version, now, others, async (piece, first) => {
        // The first hand-in is a round too. Of a quiz the rounds are its tries, and sending back gives one more.
        if (rounds !== null && sight.assignment.how !== 'quiz' && piece.record.summary.roundsSentBack + 1 >= rounds)
          throw new Problem('piece.lastRound');
        if (piece.record.summary.handedInAt === null) throw new Problem('piece.nothingToSendBack');
        piece.append({ kind: 'sentBack', at: now, ...(newDue === null ? {} : { newDue }) }, teacher.userId, { reason });
        piece.set({ shownAt: new Date(now) });
        const { assignment, schoolClass } = sight;
        const round = piece.record.summary.roundsSentBack;
        await news.tell(
          [
            {
              userId: piece.record.studentId,
              kind: 'sentBack',
              onceKey: `sentBack:${piece.record.id}:${round}`,
              assignmentId: assignment.id,
              classId: schoolClass.id,
              zone: schoolClass.calendar.zone,
              data: {
                title: assignment.title,
                className: schoolClass.label,
                word: fillRemark(reason, students.get(piece.record.studentId) ?? sight.member.student),
                to: { opens: null, due: newDue, closes: null },
              },
            },
          ],
          now,
          piece.transaction,
        );
        if (first) await notes.show([piece.record.work.id], now, piece.transaction);
      });
    },
  };
}

export type ScoringService = ReturnType<typeof scoringService>;
