import type { AssignmentBody, AssignmentListItem, AssignmentPiecesReply, IssueReply, StateCounts } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { Problem } from '../../http/problem';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { classParams } from '../classes/classes.schema';
import { toPieceRow } from '../pieces/pieces.mapper';
import { assignmentParams, editAssignmentBody, issueBody, newAssignmentBody } from './assignments.schema';

type OneAssignment = { assignmentId: string };

export const assignmentRoutes = ({ assignments, board, classes }: Pick<Services, 'assignments' | 'board' | 'classes'>): Route[] => [
  {
    verb: 'get',
    path: '/api/assignments',
    action: 'class.list',
    does: 'All assignments of your classes with their states counted, drafts included.',
    handle: async ({ actor, now }: Ask): Promise<AssignmentListItem[]> => {
      const mine = await classes.load(await classes.taughtBy(asTeacher(actor).userId));
      const sights = await board.sights({ classes: mine, drafts: true, now });
      const counts = new Map<string, { counts: StateCounts; otherDates: number }>();
      for (const { assignment, piece, exception } of sights) {
        const entry = counts.get(assignment.id) ?? { counts: {}, otherDates: 0 };
        if (piece.state) entry.counts[piece.state] = (entry.counts[piece.state] ?? 0) + 1;
        if (exception && !exception.excused) entry.otherDates += 1;
        counts.set(assignment.id, entry);
      }
      const all = await assignments.ofClasses(
        mine.map((one) => one.id),
        { drafts: true },
      );
      return all.map(({ instructions: _, ...one }) => ({ ...one, ...(counts.get(one.id) ?? { counts: {}, otherDates: 0 }) }));
    },
  },
  {
    verb: 'post',
    path: '/api/classes/:classId/assignments',
    action: 'assignment.write',
    does: 'Begins a draft.',
    params: classParams,
    body: newAssignmentBody,
    status: 201,
    handle: ({ actor, params, body, now }: Ask<{ classId: string }, AssignmentBody>) => assignments.draft(asTeacher(actor), params.classId, body, now),
  },
  {
    verb: 'get',
    path: '/api/assignments/:assignmentId',
    action: 'assignment.look',
    does: 'One assignment.',
    params: assignmentParams,
    handle: ({ actor, params }: Ask<OneAssignment>) => assignments.forTeacher(actor, 'assignment.look', params.assignmentId),
  },
  {
    verb: 'put',
    path: '/api/assignments/:assignmentId',
    action: 'assignment.write',
    does: 'Stores an assignment as edited; carries the version that was seen.',
    params: assignmentParams,
    body: editAssignmentBody,
    handle: ({ actor, params, body }: Ask<OneAssignment, AssignmentBody & { version: number }>) => assignments.edit(actor, params.assignmentId, body),
  },
  {
    verb: 'delete',
    path: '/api/assignments/:assignmentId',
    action: 'assignment.write',
    does: 'Deletes a draft.',
    params: assignmentParams,
    handle: ({ actor, params }: Ask<OneAssignment>) => assignments.deleteDraft(actor, params.assignmentId),
  },
  {
    verb: 'post',
    path: '/api/assignments/:assignmentId/issue',
    action: 'assignment.issue',
    does: 'Makes a draft visible to its students.',
    params: assignmentParams,
    body: issueBody,
    handle: async ({ actor, params, body, now }: Ask<OneAssignment, { version: number }>): Promise<IssueReply> => {
      const draft = await assignments.forTeacher(actor, 'assignment.issue', params.assignmentId);
      if (draft.title === '') throw new Problem('assignment.needsTitle', { errors: [{ path: 'title', message: 'Give it a title.' }] });
      const sights = await board.ofAssignment(draft, now);
      const students = sights.filter(({ piece }) => piece.state !== null && piece.state !== 'excused').length;
      if (students === 0) throw new Problem('assignment.toNobody');
      return { assignment: await assignments.issue(draft.id, body.version, now), students };
    },
  },
  {
    verb: 'get',
    path: '/api/assignments/:assignmentId/pieces',
    action: 'piece.look',
    does: "Every student's window, with why, and the state of their piece.",
    params: assignmentParams,
    handle: async ({ actor, params, now }: Ask<OneAssignment>): Promise<AssignmentPiecesReply> => {
      const assignment = await assignments.forTeacher(actor, 'piece.look', params.assignmentId);
      const sights = await board.ofAssignment(assignment, now);
      const names = await board.namesIn(sights);
      return { assignment, rows: sights.filter(({ piece }) => piece.state !== null).map((sight) => toPieceRow(sight, names)) };
    },
  },
];
