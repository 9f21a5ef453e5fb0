import { choiceProblem, earnedPoints, rubricMax, rubricScore, scoreQuestion, type Actor } from '@jolly/core';
import type { Transaction } from 'sequelize';
import type { AssignmentReply, Chosen, DeskPieceReply, PileReply, RescoringReply, ReturnReply, ReturnRequest, ScoreRequest, SendBackRequest } from '../../contract';
import { Problem } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { NewsService } from '../news/news.service';
import type { BoardService, Sight } from '../pieces/board.service';
import type { RowsService } from '../collecting/rows.service';
import { isWithTeacher } from '../pieces/pieces.mapper';
import type { OpenPiece, PiecesService } from '../pieces/pieces.service';
import type { WorkingService } from '../pieces/working.service';
import type { WorksService } from '../pieces/works.service';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';

type Teacher = Actor & { userId: string };
type At = { assignmentId: string; studentId: string };

const isWaiting = ({ piece, record }: Sight) => piece.state === 'in' || piece.state === 'inLate' || (piece.state === 'inClass' && !record?.score);

/** The piles: what waits for a score, per assignment, those with most waiting first. */
export function toPiles(sights: readonly Sight[]): PileReply[] {
  const piles = new Map<string, PileReply>();
  for (const sight of sights) {
    const { assignment, piece, record } = sight;
    if (piece.state === null || piece.state === 'excused') continue;
    const pile = piles.get(assignment.id) ?? {
      assignmentId: assignment.id,
      classId: assignment.classId,
      title: assignment.title,
      points: assignment.points,
      due: assignment.due,
      waiting: 0,
      late: 0,
      oldestWaitingAt: null,
      scored: 0,
      held: 0,
      returned: 0,
      students: 0,
    };
    piles.set(assignment.id, pile);
    pile.students += 1;
    if (isWaiting(sight)) {
      pile.waiting += 1;
      if (piece.state === 'inLate') pile.late += 1;
      const since = record?.summary.handedInAt ?? assignment.due;
      if (since !== null && (pile.oldestWaitingAt === null || since < pile.oldestWaitingAt)) pile.oldestWaitingAt = since;
    }
    if (piece.state === 'scored' || piece.state === 'returned') pile.scored += 1;
    if (record?.held) pile.held += 1;
    if (piece.state === 'returned') pile.returned += 1;
  }
  return [...piles.values()].filter((pile) => pile.waiting > 0 || pile.held > 0).sort((a, b) => b.waiting - a.waiting || (a.oldestWaitingAt ?? 0) - (b.oldestWaitingAt ?? 0));
}

/**
 * The points that a choice earns (docs/rules.md, 4); null where done earns nothing because there are no points.
 * @throws Problem `score.noSuchChoice` for a level or word that the assignment does not have
 */
function earnedByChoice({ scoring, points }: AssignmentReply, chosen: Chosen): number | null {
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

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  working: WorkingService;
  rows: RowsService;
  feedbackFiles: FeedbackFilesService;
  news: NewsService;
}

/** Scoring, holding, returning and sending back. */
export function markingService({ classes, assignments, board, pieces, works, working, rows, feedbackFiles, news }: Collaborators) {
  async function sightAt(teacher: Actor, action: 'piece.look' | 'score.write' | 'piece.sendBack', { assignmentId, studentId }: At, now: number): Promise<Sight> {
    const assignment = await assignments.forTeacher(teacher, action, assignmentId);
    const [sight] = !isIssued(assignment, now) ? [] : await board.ofAssignment(assignment, now, [studentId]);
    if (!sight || sight.piece.state === null) throw new Problem('thing.unknown');
    return sight;
  }

  /** The others whose piece is the same work. */
  async function sharing({ team, member, record, assignment }: Sight, now: number): Promise<Sight[]> {
    if (team === null || record === null || record.work.groupId === null) return [];
    const others = (await pieces.sharing(record.work.id)).filter((id) => id !== member.student.id);
    return others.length === 0 ? [] : (await board.ofAssignment(assignment, now, others)).filter(({ piece }) => piece.state !== null);
  }

  async function desk(teacher: Teacher, at: At, now: number): Promise<DeskPieceReply> {
    const sight = await sightAt(teacher, 'piece.look', at, now);
    const { record } = sight;
    const [[row, ...team], story] = await Promise.all([
      sharing(sight, now).then((others) => rows.of(teacher, [sight, ...others], now)),
      record ? works.handInsOf(record.work.id) : { one: null, all: [] },
    ]);
    const sentBack = record && record.summary.roundsSentBack > 0 ? await pieces.lastSendBack(record.id) : null;
    const handIn = isWithTeacher(record) && story.one ? await working.toHandInView(story.one, sight.assignment.title) : null;
    return { row: row!, handIn, handIns: story.all, team, sentBack };
  }

  /** Changes a piece that nobody else changed since the teacher saw it; else shows them the newer one. */
  async function changeSeen(teacher: Teacher, at: At, version: number, now: number, others: readonly string[], work: (piece: OpenPiece) => Promise<void>): Promise<DeskPieceReply> {
    const stale = Symbol('stale');
    const ats = [at.studentId, ...others].map((studentId) => ({ assignmentId: at.assignmentId, studentId }));
    const outcome = await pieces.changeAll(ats, async (opened) => {
      if (opened.find((piece) => piece.record.studentId === at.studentId)!.record.version !== version) return stale;
      for (const piece of opened) await work(piece);
      return null;
    });
    const current = await desk(teacher, at, now);
    if (outcome === stale) throw new Problem('conflict.changedMeanwhile', { current });
    return current;
  }

  /** Each return tells each student once; a correction that is returned again is another return. */
  async function tellReturned(sights: readonly Sight[], now: number, transaction: Transaction): Promise<void> {
    await news.tell(
      sights.map(({ assignment, schoolClass, member }) => ({
        userId: member.student.id,
        kind: 'returned' as const,
        onceKey: `returned:${assignment.id}:${now}`,
        assignmentId: assignment.id,
        classId: schoolClass.id,
        zone: schoolClass.calendar.zone,
        data: { title: assignment.title, className: schoolClass.label },
      })),
      now,
      transaction,
    );
  }

  /** Pieces whose score was chosen by a rubric that gives something else now, with what it would give. */
  async function rescorable(assignment: AssignmentReply, now: number): Promise<{ sight: Sight; before: number; after: number; complete: boolean }[]> {
    const { scoring, points } = assignment;
    if (scoring.by !== 'rubric' || points === null || rubricMax(scoring.rubric) === 0) return [];
    return (await board.ofAssignment(assignment, now)).flatMap((sight) => {
      const score = sight.record?.score;
      if (score?.chosen?.by !== 'rubric' || score.earned === null) return [];
      const { earned, complete } = rubricScore(scoring.rubric, points, score.chosen.choices);
      return earned === score.earned ? [] : [{ sight, before: score.earned, after: earned, complete }];
    });
  }

  return {
    desk,

    /** What the rubric as it is now would change in scores that were given by it before. They stay until confirmed. */
    async rescoring(teacher: Teacher, assignmentId: string, now: number): Promise<RescoringReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const changed = await rescorable(assignment, now);
      return {
        pieces: changed.map(({ sight: { member, record }, before, after, complete }) => {
          const { id, givenName, familyName } = member.student;
          return { student: { id, givenName, familyName }, before, after, complete, returned: record?.returned !== null };
        }),
      };
    },

    /** Counts scores again by the rubric as it is now, held until returned; what was returned stays as it was read. */
    async rescore(teacher: Teacher, assignmentId: string, studentIds: readonly string[], now: number): Promise<{ rescored: number }> {
      const assignment = await assignments.forTeacher(teacher, 'score.write', assignmentId);
      const chosen = (await rescorable(assignment, now)).filter(({ sight }) => studentIds.includes(sight.member.student.id));
      const ats = chosen.map(({ sight }) => ({ assignmentId, studentId: sight.member.student.id }));
      const rescored = await pieces.changeAll(ats, async (opened) => {
        let changed = 0;
        for (const piece of opened) {
          const score = piece.record.score;
          const planned = chosen.find(({ sight }) => sight.member.student.id === piece.record.studentId)!;
          // Somebody else has scored it since.
          if (!score || piece.record.version !== planned.sight.record!.version) continue;
          await piece.append({ kind: 'scored', at: now }, teacher.userId, {
            earned: planned.after,
            chosen: score.chosen,
            points: assignment.points,
            remark: score.remark,
            why: 'rubricChanged',
          });
          piece.set({ earnedMilli: planned.after, scoredAt: new Date(now), scoredBy: teacher.userId, held: true });
          changed += 1;
        }
        return changed;
      });
      return { rescored };
    },

    async piles(teacher: Teacher, now: number): Promise<PileReply[]> {
      const mine = await classes.load(await classes.taughtBy(teacher.userId));
      return toPiles(await board.sights({ classes: mine, now }));
    },

    /**
     * Records a score and a remark, held: the student sees neither before they are returned. Of a group's piece it
     * is recorded for all who share it, with other points for those who differ.
     */
    async score(teacher: Teacher, at: At, request: ScoreRequest, now: number): Promise<DeskPieceReply> {
      const sight = await sightAt(teacher, 'score.write', at, now);
      const { assignment } = sight;
      const { chosen, remark, version, group } = request;
      const earned = chosen === null ? request.earned : earnedByChoice(assignment, chosen);
      if (earned === null && chosen === null && remark.trim() === '') throw new Problem('score.nothing');
      const differ = new Map((group?.differ ?? []).map((one) => [one.studentId, one.earned]));
      for (const points of [earned, ...differ.values()]) if (points !== null) requireScore(assignment, points, request.bonusConfirmed ?? false);
      const others = group ? (await sharing(sight, now)).filter(({ piece }) => piece.state !== 'excused').map(({ member }) => member.student.id) : [];
      if ([...differ.keys()].some((id) => id !== at.studentId && !others.includes(id))) throw new Problem('thing.unknown');
      return changeSeen(teacher, at, version, now, others, async (piece) => {
        const own = differ.get(piece.record.studentId);
        // Points of one's own are no level of the rubric.
        const mine = own === undefined ? { earned, chosen } : { earned: own, chosen: null };
        await piece.append({ kind: 'scored', at: now }, teacher.userId, { ...mine, points: assignment.points, remark });
        piece.set({ earnedMilli: mine.earned, chosen: mine.chosen, remark, scoredAt: new Date(now), scoredBy: teacher.userId, held: true });
      });
    },

    /** Lets students see what is held: all of it or of these students, all or none of them. */
    async giveBack(teacher: Teacher, assignmentId: string, { studentIds }: ReturnRequest, now: number): Promise<ReturnReply> {
      const assignment = await assignments.forTeacher(teacher, 'score.return', assignmentId);
      const sights = await board.ofAssignment(assignment, now);
      const chosen = sights.filter(({ member, record }) => record?.held && (studentIds === 'allHeld' || studentIds.includes(member.student.id)));
      if (chosen.length === 0) throw new Problem('return.nothingHeld');
      const ats = chosen.map(({ member }) => ({ assignmentId, studentId: member.student.id }));
      const returned = await pieces.changeAll(ats, async (opened) => {
        const done: string[] = [];
        for (const piece of opened) {
          const { score, held, studentId } = piece.record;
          // Somebody else may have returned it since it was chosen; each return happens once.
          if (!held || !score) continue;
          await piece.append({ kind: 'returned', at: now }, teacher.userId, { earned: score.earned, remark: score.remark });
          await feedbackFiles.giveBack(piece.record.id, now, piece.transaction);
          piece.set({ returnedMilli: score.earned, returnedChosen: score.chosen, returnedRemark: score.remark, held: false });
          done.push(studentId);
        }
        await tellReturned(
          chosen.filter(({ member }) => done.includes(member.student.id)),
          now,
          opened[0]!.transaction,
        );
        return done;
      });
      return { returned };
    },

    /** Asks for the work to be done again, with what to do and perhaps a new date. */
    async sendBack(teacher: Teacher, at: At, { reason, newDue, version }: SendBackRequest, now: number): Promise<DeskPieceReply> {
      const sight = await sightAt(teacher, 'piece.sendBack', at, now);
      const { rounds } = sight.assignment;
      // A group's piece goes back to all who share it: there is one work to do again.
      const others = (await sharing(sight, now)).filter(({ record }) => record?.summary.handedInAt != null).map(({ member }) => member.student.id);
      return changeSeen(teacher, at, version, now, others, async (piece) => {
        // The first hand-in is a round too.
        if (rounds !== null && piece.record.summary.roundsSentBack + 1 >= rounds) throw new Problem('piece.lastRound');
        if (piece.record.summary.handedInAt === null) throw new Problem('piece.nothingIn', { title: 'Nothing is handed in, so there is nothing to send back.' });
        await piece.append({ kind: 'sentBack', at: now, ...(newDue === null ? {} : { newDue }) }, teacher.userId, { reason });
      });
    },
  };
}

function requireScore(assignment: AssignmentReply, earned: number, bonusConfirmed: boolean): void {
  const question = scoreQuestion({ earned, points: assignment.points, bonusConfirmed });
  if (question === 'aboveMaximum') throw new Problem('score.aboveMaximum', { errors: [{ path: 'earned', message: `The piece is out of ${(assignment.points ?? 0) / 1000}.` }] });
  if (question === 'noMaximum') throw new Problem('score.noMaximum', { errors: [{ path: 'earned', message: 'This piece has no points.' }] });
}

export type MarkingService = ReturnType<typeof markingService>;
