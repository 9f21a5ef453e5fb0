import { localDateAt, tickStand } from '@jolly/core';
import type { AssignmentListItem, AssignmentPiecesReply, StateCounts } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { Problem } from '../../http/problem';
import type { Route } from '../../http/route';
import type { AssignmentsService } from './assignments.service';
import type { BriefsService } from './briefs.service';
import type { BriefEffectsService } from './brief-effects.service';
import type { IssuingService } from './issuing.service';
import type { LoadService } from './load.service';
import type { BoardService } from '../pieces/board.service';
import type { ClassBoardsService } from '../pieces/class-boards.service';
import type { ClassesService } from '../classes/classes.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import type { FamilyTicksService } from '../families/family-ticks.service';
import type { GroupsService } from '../groups/groups.service';
import type { ScoringService } from '../marking/scoring.service';
import type { RowsService } from '../collecting/rows.service';
import type { ShelfService } from '../shelf/shelf.service';
import { changeBriefBody, issueBody, listQuery, loadBody, newBriefBody, withdrawBody } from './assignments.schema';
import { teacherViewer } from '../pieces/sight';
import { assignmentParams, briefParams } from '../../forms/params';

interface Needed {
  assignments: AssignmentsService;
  briefs: BriefsService;
  issuing: IssuingService;
  briefEffects: BriefEffectsService;
  loads: LoadService;
  board: BoardService;
  classBoards: ClassBoardsService;
  classes: ClassesService;
  exceptions: ExceptionsService;
  groups: GroupsService;
  scoring: ScoringService;
  rows: RowsService;
  shelf: ShelfService;
  familyTicks: FamilyTicksService;
}

export const assignmentRoutes = ({
  assignments,
  briefs,
  issuing,
  briefEffects,
  loads,
  board,
  classBoards,
  classes,
  exceptions,
  groups,
  scoring,
  rows,
  shelf,
  familyTicks,
}: Needed): Route[] => [
  {
    route: 'GET /api/assignments',
    action: 'class.list',
    does: 'All assignments of your classes with their states counted, or all handouts; drafts included.',
    query: listQuery,
    handle: async ({ actor, query, now }): Promise<AssignmentListItem[]> => {
      const boards = await classBoards.of(teacherViewer(asTeacher(actor)), await classes.taughtBy(asTeacher(actor).userId), now);
      const all = query.kind === 'handout' ? boards.handouts : boards.assignments;
      const counts = new Map<string, { counts: StateCounts; otherDates: number }>();
      for (const { assignment, state, exception } of boards.sightsOf(all)) {
        const entry = counts.get(assignment.id) ?? { counts: {}, otherDates: 0 };
        if (state.state) entry.counts[state.state] = (entry.counts[state.state] ?? 0) + 1;
        if (exception && !exception.excused) entry.otherDates += 1;
        counts.set(assignment.id, entry);
      }
      return all.map(({ id, briefId, kind, classId, title, points, opens, due, closes, unitId, issuedAt, how }) => ({
        ...{ id, briefId, kind, classId, title, points, opens, due, closes, unitId, issuedAt, how },
        ...(counts.get(id) ?? { counts: {}, otherDates: 0 }),
      }));
    },
  },
  {
    route: 'POST /api/briefs',
    action: 'assignment.write',
    does: 'Begins a draft of an assignment or a handout, for one or several classes.',
    body: newBriefBody,
    status: 201,
    handle: async ({ actor, body, now }) => {
      const teacher = asTeacher(actor);
      if (body.fromShelf !== null && !(await shelf.maySee(teacher, body.fromShelf))) throw new Problem('thing.unknown');
      return briefs.draft(teacher, body, now);
    },
  },
  {
    route: 'GET /api/briefs/:briefId',
    action: 'assignment.look',
    does: 'An assignment or handout with the classes it is set for.',
    params: briefParams,
    handle: ({ actor, params }) => briefs.forTeacher(asTeacher(actor), 'assignment.look', params.briefId),
  },
  {
    route: 'PUT /api/briefs/:briefId',
    action: 'assignment.write',
    does: 'Stores it as edited; carries the version that was seen.',
    params: briefParams,
    body: changeBriefBody,
    handle: ({ actor, params, body, now }) => issuing.edit(asTeacher(actor), params.briefId, body, now),
  },
  {
    route: 'POST /api/briefs/:briefId/effects',
    action: 'assignment.write',
    does: 'Whom storing it as edited would touch; nothing is stored.',
    params: briefParams,
    body: changeBriefBody,
    handle: ({ actor, params, body, now }) => briefEffects.of(asTeacher(actor), params.briefId, body, now),
  },
  {
    route: 'DELETE /api/briefs/:briefId',
    action: 'assignment.write',
    does: 'Deletes a draft.',
    params: briefParams,
    handle: ({ actor, params }) => briefs.deleteDraft(asTeacher(actor), params.briefId),
  },
  {
    route: 'POST /api/briefs/:briefId/issue',
    action: 'assignment.issue',
    does: 'Makes a draft visible to its students, now or at a time to come.',
    params: briefParams,
    body: issueBody,
    handle: ({ actor, params, body, now }) => issuing.issue(asTeacher(actor), params.briefId, body, now),
  },
  {
    route: 'POST /api/briefs/:briefId/withdraw',
    action: 'assignment.issue',
    does: 'Back to draft, while nobody has begun.',
    params: briefParams,
    body: withdrawBody,
    handle: ({ actor, params, body }) => briefs.withdraw(asTeacher(actor), params.briefId, body.version),
  },
  {
    route: 'POST /api/load',
    action: 'assignment.write',
    does: 'How heavy the days are on which something is to be due, and the lighter day near each.',
    body: loadBody,
    handle: ({ actor, body, now }) => loads.around(asTeacher(actor), body, now),
  },
  {
    route: 'GET /api/aims',
    action: 'class.list',
    does: 'Aims that you have tagged assignments and criteria with.',
    handle: ({ actor }) => briefs.aims(asTeacher(actor)),
  },
  {
    route: 'GET /api/assignments/:assignmentId',
    action: 'assignment.look',
    does: 'One assignment as its class has it.',
    params: assignmentParams,
    handle: ({ actor, params }) => assignments.forTeacher(actor, 'assignment.look', params.assignmentId),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces',
    action: 'piece.look',
    does: "Every student's window, with why, and the state of their piece.",
    params: assignmentParams,
    handle: async ({ actor, params, now }): Promise<AssignmentPiecesReply> => {
      const assignment = await assignments.forTeacher(actor, 'piece.look', params.assignmentId);
      const taught = new Set(await classes.taughtBy(asTeacher(actor).userId, { away: true }));
      const [ticks, sights, dates, memberships, rescoring, sections] = await Promise.all([
        familyTicks.on(assignment.familyTick ? [assignment.id] : []),
        board.as(teacherViewer(asTeacher(actor))).ofAssignment(assignment, now),
        exceptions.groupDatesOf([assignment.id]),
        groups.membershipsOf([assignment.classId]),
        scoring.rescoring(asTeacher(actor), assignment.id, now),
        assignments.ofBriefs([assignment.briefId]),
      ]);
      const shown = sights.filter(({ theirs, state }) => (assignment.kind === 'handout' ? theirs : state.state !== null));
      const groupOf = new Map(memberships.map((one) => [one.groupId, one]));
      return {
        assignment,
        rows: await rows.of(asTeacher(actor), shown, now),
        groupDates: dates.map(({ id: _, assignmentId: __, groupId, ...date }) => {
          const group = groupOf.get(groupId);
          return {
            ...date,
            groupId,
            groupName: group?.name ?? '',
            students: group?.studentIds.length ?? 0,
            dissolved: group?.dissolved ?? true,
          };
        }),
        inOther: sights.flatMap(({ inOther, theirs, member }) => {
          const { id, givenName, familyName } = member.student;
          return inOther !== null && !theirs && member.left === null
            ? [{ student: { id, givenName, familyName }, className: inOther }]
            : [];
        }),
        sections: sections.flatMap(({ id, classId }) => (taught.has(classId) ? [{ assignmentId: id, classId }] : [])),
        joinedAfter: sights.flatMap(({ resolved, member, schoolClass: { calendar } }) => {
          const { due } = resolved.window;
          const { id, givenName, familyName } = member.student;
          return member.left === null && due !== null && localDateAt(calendar.zone, due) < member.joined
            ? [{ id, givenName, familyName }]
            : [];
        }),
        seenAtHome: ticks.flatMap(({ studentId, by, at }) => {
          const sight = shown.find(({ member }) => member.student.id === studentId);
          const returnedAt = sight?.record?.summary.lastReturnAt ?? null;
          return tickStand({ asked: true, returnedAt, tickedAt: at }).stand === 'given' ? [{ studentId, by, at }] : [];
        }),
        rescorable: rescoring.pieces.length,
      };
    },
  },
];
