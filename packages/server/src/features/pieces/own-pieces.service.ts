import { handInRefusal, may, takeBackRefusal, type Action, type Actor } from '@jolly/core';
import type { MyPieceReply } from '../../contract';
import { spokenLanguage, whenIn } from '../../words';
import { Problem } from '../../http/problem';
import type { ProblemCode } from '../../http/problems';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import { refuseIfAway } from '../classes/classes.service';
import type { GroupsService } from '../groups/groups.service';
import { type BoardService } from './board.service';

import type { PiecesService, Team } from './pieces.service';
import type { PieceRecord, WorkRecord } from './records';
import { STUDENT_READER, type Sight, sightOf } from './sight';
import { lateCostAt, lateRuleOf } from './worth';

export type Student = Actor & { userId: string };

/** What handing in now would cost off full marks; null where it would not be late. A round that was sent back keeps the lateness it had. */
export function costNow(sight: Sight, now: number): MyPieceReply['lateNow'] {
  const cost = lateCostAt(sight, now);
  return cost.lateBy === 0 ? null : { ...cost, rule: lateRuleOf(sight), grows: cost.lateBy < lateCostAt(sight, now + 1).lateBy };
}

export const whyNotHandIn = ({ toldState: piece, assignment, resolved, record }: Sight, now: number) =>
  handInRefusal({ piece, how: assignment.how, window: resolved.window, handedInAt: record?.summary.handedInAt ?? null, now });

/** @param lastScoredAt when anybody's piece of this was scored last */
export const whyNotTakeBack = ({ toldState: piece, assignment, resolved, record }: Sight, lastScoredAt: number | null, now: number) =>
  takeBackRefusal({
    piece,
    how: assignment.how,
    window: resolved.window,
    handedInAt: record?.summary.handedInAt ?? null,
    lastScoredAt,
    now,
  });

/** The same sight on the piece as it is inside a transaction, which may be newer than what was loaded. */
export const freshSight = (before: Sight, record: PieceRecord, now: number): Sight => sightOf({ ...before, record, now });

/** When it closed, in the time of the school. */
const closedAt = ({ schoolClass, resolved }: Sight): string =>
  whenIn(spokenLanguage(), schoolClass.calendar.zone, resolved.window.closes ?? 0);

/** @throws Problem `piece.…` if the student cannot work on it now */
export function requireOpen(at: Sight, now: number): void {
  const refusal = whyNotHandIn(at, now);
  if (refusal === null) return;
  throw new Problem(`piece.${refusal}` as ProblemCode, refusal === 'closed' ? { values: { when: closedAt(at) } } : {});
}

/** What the student works on now, as far as it is there: not that of a group they looked at and are no longer in. */
export const workAt = ({ record, team }: Sight): WorkRecord | null =>
  record && record.work.groupId === (team?.groupId ?? null) ? record.work : null;

interface Collaborators {
  assignments: AssignmentsService;
  board: BoardService;
  groups: GroupsService;
  pieces: PiecesService;
}

/** A student's own piece: may they, and with whom. */
export function ownPiecesService({ assignments, board, groups, pieces }: Collaborators) {
  return {
    /** The student's sight of an issued assignment. @param reader who reads it, where a family does. @throws Problem `thing.unknown` when it is not theirs */
    async sight(student: Student, action: Action, assignmentId: string, now: number, reader = STUDENT_READER): Promise<Sight> {
      const assignment = await assignments.byId(assignmentId);
      if (!assignment || !isIssued(assignment, now)) throw new Problem('thing.unknown');
      const [found] = await board.as(reader).ofAssignment(assignment, now, [student.userId]);
      const relation = found && found.state.state !== null ? 'student' : 'none';
      if (may(student, action, { relation, own: true }) !== 'allowed') throw new Problem('thing.unknown');
      refuseIfAway(found!.schoolClass, action);
      return found!;
    },

    /** Who works on it together with this student, who comes first: the group as it is now, and who has begun with it. */
    async teamOf({ assignment, member, team, record }: Sight): Promise<Team> {
      const self = member.student.id;
      const alone = { assignmentId: assignment.id, groupId: null, studentIds: [self] };
      if (team === null) return alone;
      const [present, sharing] = await Promise.all([
        groups.membersOf(team.groupId),
        record && record.work.groupId !== null ? pieces.sharing(record.work.id) : [],
      ]);
      return { ...alone, groupId: team.groupId, studentIds: [...new Set([self, ...present, ...sharing])] };
    },
  };
}

export type OwnPiecesService = ReturnType<typeof ownPiecesService>;
