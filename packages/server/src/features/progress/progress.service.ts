import { standingOf, type Actor, type CountedPiece, type StateOfPiece } from '@jolly/core';
import type { ClassProgressReply, ProgressPiece, ProgressRow, StudentProgressReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { BoardService, ListSight } from '../pieces/board.service';
import { afterLateness, isNameless } from '../pieces/pieces.mapper';
import type { MyWorkService } from '../pieces/my-work.service';

/** Whose eyes: a teacher counts every score, a student only what was returned to them. */
type Eyes = 'teacher' | 'student';

interface Seen {
  sight: ListSight;
  piece: StateOfPiece;
  effective: number | null;
}

function see(sight: ListSight, eyes: Eyes): Seen {
  const { record } = sight;
  // A score beside a name would tell whose the nameless piece is.
  const mayKnow = eyes === 'teacher' && !isNameless(sight);
  const given = mayKnow ? record?.score : record?.returned;
  return { sight, piece: mayKnow ? sight.piece : sight.told, effective: afterLateness(sight, given).effective };
}

function toCounted({ sight, piece, effective }: Seen): CountedPiece {
  const { assignment, record, resolved } = sight;
  return {
    id: assignment.id,
    category: assignment.categoryId,
    points: assignment.points,
    counts: assignment.countsInTotals,
    bonus: assignment.bonus,
    effective,
    scoredAt: effective === null ? null : (record?.summary.scoredAt ?? null),
    state: piece.state,
    stillAccepted: piece.stillAccepted,
    due: resolved.window.due,
  };
}

const COMING = new Set(['notOpen', 'open', 'started', 'sentBack']);
const WAITING = new Set(['in', 'inLate', 'inClass']);

function toRow(student: ProgressRow['student'], seen: readonly Seen[], { scheme, bearing: settings }: SchoolClass, now: number): ProgressRow {
  const count = (test: (one: Seen) => boolean) => seen.filter(test).length;
  return {
    student,
    missing: count(({ piece }) => piece.state === 'missing'),
    missingStillAccepted: count(({ piece }) => piece.stillAccepted),
    coming: count(({ piece }) => COMING.has(piece.state ?? '')),
    waiting: count(({ piece }) => WAITING.has(piece.state ?? '')),
    returned: count(({ piece }) => piece.state === 'returned'),
    unread: count(({ piece, sight }) => piece.state === 'returned' && sight.record?.summary.readAt == null),
    standing: standingOf({ pieces: seen.map(toCounted), scheme, settings, now }),
  };
}

function toPiece({ sight, piece, effective }: Seen): ProgressPiece {
  const { assignment, resolved, exception, record } = sight;
  return {
    assignmentId: assignment.id,
    title: assignment.title,
    points: assignment.points,
    state: piece.state!,
    lateBy: piece.lateBy,
    stillAccepted: piece.stillAccepted,
    overdue: piece.overdue,
    window: resolved.window,
    trail: resolved.trail,
    exceptionReason: exception?.reason || null,
    effective,
    returnedAt: record?.summary.lastReturnAt ?? null,
    readAt: record?.summary.readAt ?? null,
  };
}

function toStudent(sights: readonly ListSight[], eyes: Eyes, now: number): StudentProgressReply {
  const { schoolClass, member } = sights[0]!;
  const { id, givenName, familyName } = member.student;
  const student = { id, givenName, familyName };
  const seen = sights.filter(({ piece }) => piece.state !== null).map((sight) => see(sight, eyes));
  return {
    student,
    classId: schoolClass.id,
    className: schoolClass.label,
    hue: schoolClass.hue,
    zone: schoolClass.calendar.zone,
    joined: member.joined,
    left: member.left,
    row: toRow(student, seen, schoolClass, now),
    pieces: seen.map(toPiece),
  };
}

function grouped(sights: readonly ListSight[], keyOf: (sight: ListSight) => string): ListSight[][] {
  const groups = new Map<string, ListSight[]>();
  for (const sight of sights) groups.set(keyOf(sight), [...(groups.get(keyOf(sight)) ?? []), sight]);
  return [...groups.values()];
}

/** Where each student stands: the same facts for the teacher and for the student. */
export function progressService({ classes, board, myWork }: { classes: ClassesService; board: BoardService; myWork: MyWorkService }) {
  return {
    async ofClass(teacher: Actor, classId: string, now: number): Promise<ClassProgressReply> {
      const found = await classes.forTeacher(teacher, 'progress.look', classId);
      const sights = (await board.leanSights({ classes: [found], now })).filter(({ member }) => member.left === null);
      const rows = grouped(sights, ({ member }) => member.student.id).map((mine) => toStudent(mine, 'teacher', now).row);
      return { classId, className: found.label, hue: found.hue, rows };
    },

    async ofStudent(teacher: Actor, classId: string, studentId: string, now: number): Promise<StudentProgressReply> {
      const found = await classes.forTeacher(teacher, 'progress.look', classId);
      const sights = await board.sights({ classes: [found], studentIds: [studentId], now });
      if (sights.length === 0) throw new Problem('thing.unknown');
      return toStudent(sights, 'teacher', now);
    },

    /** The student's own, a reply for each of their classes. */
    async own(student: Actor & { userId: string }, now: number): Promise<StudentProgressReply[]> {
      const sights = await myWork.mySights(student, now, { away: true });
      return grouped(sights, ({ schoolClass }) => schoolClass.id).map((mine) => toStudent(mine, 'student', now));
    },
  };
}

export type ProgressService = ReturnType<typeof progressService>;
