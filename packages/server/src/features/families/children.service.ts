import { plainText, tickStand, type Language } from '@jolly/core';
import type { ChildReply, FamilyClass, FamilyPiece, ProgressPiece, StudentProgressReply } from '../../contract';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ProgressService } from '../progress/progress.service';
import { toLooking } from '../progress/progress-views';
import type { RosterService } from '../roster/roster.service';
import type { FamiliesService, Family } from './families.service';
import type { FamilyTicksService } from './family-ticks.service';
import type { FamilyTalksService } from './family-talks.service';
import { familyReader } from '../pieces/sight';

const COMING = new Set(['notOpen', 'open', 'started', 'sentBack']);
const WAITING = new Set(['in', 'inLate', 'inClass', 'scored']);

/** A class as it is shown to the families of one student in it: what was returned to the student, and no more than the class shares. */
export function toFamilyClass(
  reply: StudentProgressReply,
  { familyTotals, familyFeedback, familyWork, familyAsks }: SchoolClass,
  teachers: string[],
  { unread, ticked }: { unread: number; /** when the family ticked what came back, by assignment */ ticked: ReadonlyMap<string, number> },
): FamilyClass {
  const worths = new Map(
    reply.view.forecast.steps.flatMap(({ id, gain, done, undone, why }) =>
      why !== null || done === null || undone === null ? [] : [[id, { gain, done, undone }] as const],
    ),
  );
  const toPiece = (piece: ProgressPiece): FamilyPiece => ({
    id: piece.id,
    title: piece.title,
    state: piece.state!,
    due: piece.againBy ?? piece.window.due,
    closes: piece.window.closes,
    stillAccepted: piece.stillAccepted,
    lateBy: piece.lateBy,
    points: piece.points,
    effective: piece.effective,
    returnedAt: piece.returnedAt,
    remark: familyFeedback && piece.remark ? plainText(piece.remark).trim() || null : null,
    levels: familyFeedback ? piece.levels : [],
    opens: familyWork || familyFeedback || familyAsks || piece.familyTick,
    tick: tickStand({ asked: piece.familyTick, returnedAt: piece.returnedAt, tickedAt: ticked.get(piece.id) ?? null }),
    worth: familyTotals && reply.view.standing.hasTotals ? (worths.get(piece.id) ?? null) : null,
  });
  const of = (is: (piece: ProgressPiece) => boolean) => reply.pieces.filter(is).map(toPiece);
  const byDue = (a: FamilyPiece, b: FamilyPiece) => (a.due ?? Infinity) - (b.due ?? Infinity);
  return {
    classId: reply.classId,
    className: reply.className,
    hue: reply.hue,
    zone: reply.of.zone,
    teachers,
    passLine: reply.of.settings.passLine / 1000,
    view: familyTotals ? reply.view : null,
    // What can still be handed in comes first.
    missing: of((piece) => piece.state === 'missing').sort((a, b) => Number(b.stillAccepted) - Number(a.stillAccepted) || byDue(a, b)),
    coming: of((piece) => COMING.has(piece.state ?? '')).sort(byDue),
    waiting: of((piece) => WAITING.has(piece.state ?? '')),
    returned: of((piece) => piece.state === 'returned').sort((a, b) => (b.returnedAt ?? 0) - (a.returnedAt ?? 0)),
    unread,
  };
}

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  progress: ProgressService;
  families: FamiliesService;
  talks: FamilyTalksService;
  familyTicks: FamilyTicksService;
}

/** A child as their family sees it: from the student's viewpoint, in the classes they are in now. */
export function childrenService({ classes, roster, progress, families, talks, familyTicks }: Collaborators) {
  const service = {
    /** What families of a student are shown, class by class. */
    async classesOf(
      studentId: string,
      { familyId, unread, language }: { familyId: string; unread: ReadonlyMap<string, number>; language: Language },
      now: number,
    ): Promise<FamilyClass[]> {
      const members = (await roster.membersOf(await roster.classesOf(studentId), [studentId])).filter((member) => member.left === null);
      const found = (await classes.load(members.map((member) => member.classId))).filter((one) => one.putAwayAt === null);
      if (found.length === 0) return [];
      const [replies, teachers] = await Promise.all([
        progress.ofMany(found, [studentId], {
          viewpoint: 'student',
          viewer: familyReader(language),
          lookingOf: (one) => toLooking(one, undefined, now),
          now,
        }),
        classes.teachersOf(found.map((one) => one.id)),
      ]);
      const ticked = await familyTicks.ofFamily(
        familyId,
        studentId,
        replies.flatMap((reply) => reply.pieces.flatMap((piece) => (piece.familyTick ? [piece.id] : []))),
      );
      return replies.map((reply) =>
        toFamilyClass(
          reply,
          found.find((one) => one.id === reply.classId)!,
          (teachers.get(reply.classId) ?? []).map((one) => one.name),
          { unread: unread.get(reply.classId) ?? 0, ticked },
        ),
      );
    },

    async child(family: Family, studentId: string, now: number): Promise<ChildReply> {
      const student = await families.child(family, 'child.look', studentId);
      const [unread, { language }] = await Promise.all([talks.unreadOf(family.userId, studentId), families.home(family)]);
      return { student, classes: await service.classesOf(studentId, { familyId: family.userId, unread, language }, now) };
    },
  };
  return service;
}

export type ChildrenService = ReturnType<typeof childrenService>;
