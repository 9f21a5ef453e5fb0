import { scoreQuestion, type Actor } from '@jolly/core';
import type { AssignmentReply, DeskPieceReply, PileReply, ReturnReply, ReturnRequest, ScoreRequest, SendBackRequest } from '../../contract';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { BoardService, Sight } from '../pieces/board.service';
import { toPieceRow } from '../pieces/pieces.mapper';
import type { OpenPiece, PiecesService } from '../pieces/pieces.service';

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

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
}

/** Scoring, holding, returning and sending back. */
export function markingService({ classes, assignments, board, pieces }: Collaborators) {
  async function sightAt(teacher: Actor, action: 'piece.look' | 'score.write' | 'piece.sendBack', { assignmentId, studentId }: At, now: number): Promise<Sight> {
    const assignment = await assignments.forTeacher(teacher, action, assignmentId);
    const [sight] = assignment.issuedAt === null ? [] : await board.ofAssignment(assignment, now, [studentId]);
    if (!sight || sight.piece.state === null) throw new Problem('thing.unknown');
    return sight;
  }

  async function desk(teacher: Actor, at: At, now: number): Promise<DeskPieceReply> {
    const sight = await sightAt(teacher, 'piece.look', at, now);
    const { record } = sight;
    const names = await board.namesIn([sight]);
    const story = record ? await pieces.handInsOf(record.id, sight.assignment.title) : { latest: null, all: [] };
    const sentBack = record && record.summary.roundsSentBack > 0 ? await pieces.lastSendBack(record.id) : null;
    // What was taken back is the student's again: the teacher sees that it was in, not what it said.
    const standing = record !== null && (record.summary.handedInAt !== null || record.summary.sentBackAt !== null);
    return { row: toPieceRow(sight, names), handIn: standing ? story.latest : null, handIns: story.all, sentBack };
  }

  /** Changes a piece that nobody else changed since the teacher saw it; else shows them the newer one. */
  async function changeSeen(teacher: Actor, at: At, version: number, now: number, work: (piece: OpenPiece) => Promise<void>): Promise<DeskPieceReply> {
    const stale = Symbol('stale');
    const outcome = await pieces.change(at, async (piece) => {
      if (piece.record.version !== version) return stale;
      await work(piece);
      return null;
    });
    const current = await desk(teacher, at, now);
    if (outcome === stale) throw new Problem('conflict.changedMeanwhile', { current });
    return current;
  }

  return {
    desk,

    async piles(teacher: Teacher, now: number): Promise<PileReply[]> {
      const mine = await classes.load(await classes.taughtBy(teacher.userId));
      return toPiles(await board.sights({ classes: mine, now }));
    },

    /** Records a score and a remark, held: the student sees neither before they are returned. */
    async score(teacher: Teacher, at: At, request: ScoreRequest, now: number): Promise<DeskPieceReply> {
      const { assignment } = await sightAt(teacher, 'score.write', at, now);
      const { earned, remark, version } = request;
      if (earned === null && remark.trim() === '') throw new Problem('score.nothing');
      if (earned !== null) requireScore(assignment, earned, request.bonusConfirmed ?? false);
      return changeSeen(teacher, at, version, now, async (piece) => {
        await piece.append({ kind: 'scored', at: now }, teacher.userId, { earned, points: assignment.points, remark });
        piece.set({ earnedMilli: earned, remark, scoredAt: new Date(now), scoredBy: teacher.userId, held: true });
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
          piece.set({ returnedMilli: score.earned, returnedRemark: score.remark, held: false });
          done.push(studentId);
        }
        return done;
      });
      return { returned };
    },

    /** Asks for the work to be done again, with what to do and perhaps a new date. */
    async sendBack(teacher: Teacher, at: At, { reason, newDue, version }: SendBackRequest, now: number): Promise<DeskPieceReply> {
      await sightAt(teacher, 'piece.sendBack', at, now);
      return changeSeen(teacher, at, version, now, async (piece) => {
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
