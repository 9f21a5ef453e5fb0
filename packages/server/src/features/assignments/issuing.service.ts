import type { Actor } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { BriefChange, BriefReply, IssueReply, IssueRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { DateChangesService } from '../news/date-changes.service';
import type { NewsService } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import { SERVER_VIEWER } from '../pieces/sight';
import { isIssued, type AssignmentsService } from './assignments.service';
import { issueErrors } from './brief-body';
import type { BriefsService } from './briefs.service';
import { isGiven } from './drafts';

type Teacher = Actor & { userId: string };

const TOLD_A_ROUND = 20;

interface Collaborators {
  sequelize: Sequelize;
  assignments: AssignmentsService;
  briefs: BriefsService;
  board: BoardService;
  news: NewsService;
  dateChanges: DateChangesService;
}

/** Issuing briefs, now or at a time, editing them when they are out, and telling students. */
export function issuingService({ sequelize, assignments, briefs, board, news, dateChanges }: Collaborators) {
  return {
    /** Issues a brief to all its classes of this teacher: now, or at a time to come. */
    async issue(teacher: Teacher, briefId: string, { version, at }: IssueRequest, now: number): Promise<IssueReply> {
      const brief = await briefs.forTeacher(teacher, 'assignment.issue', briefId);
      const errors = issueErrors(brief);
      if (errors.length > 0) throw new Problem(brief.title === '' ? 'assignment.needsTitle' : 'assignment.notReady', { errors });
      if (brief.classes.every((one) => isIssued(one, now))) throw new Problem('assignment.alreadyIssued', { current: brief });
      if (at !== null && at <= now) throw new Problem('assignment.issuePast');
      // Who has it already does not get it again when a class is added.
      const all = await board.as(SERVER_VIEWER).ofAssignments(await assignments.byIds(brief.classes.map((one) => one.assignmentId)), now);
      const students = all.filter((sight) => isGiven(sight) && !isIssued(sight.assignment, now)).length;
      if (students === 0) throw new Problem('assignment.toNobody');
      return { brief: await briefs.setIssue(teacher, briefId, version, at ?? now, now), students };
    },

    /** Stores an edited brief; those whose own dates it changes are told, if wanted. */
    async edit(teacher: Teacher, briefId: string, change: BriefChange, now: number): Promise<BriefReply> {
      const before = await briefs.forTeacher(teacher, 'assignment.write', briefId);
      const assignmentIds = before.classes.map((one) => one.assignmentId);
      return dateChanges.around({ by: teacher.userId, assignmentIds, tell: change.tell, now }, () =>
        briefs.edit(teacher, briefId, change, now),
      );
    },

    /** Tells students of what has been issued since the last round; each assignment once, whichever server does it. */
    async tellIssued(now: number): Promise<void> {
      for (const assignment of await assignments.untold(now, TOLD_A_ROUND)) {
        const sights = (await board.as(SERVER_VIEWER).ofAssignment(assignment, now)).filter(isGiven);
        await inTransaction(sequelize, async (transaction) => {
          if (!(await assignments.markTold(assignment.id, now, transaction))) return;
          await news.tell(
            sights.map(({ member, resolved, schoolClass }) => ({
              userId: member.student.id,
              kind: 'issued' as const,
              onceKey: `issued:${assignment.id}:${assignment.issuedAt}`,
              assignmentId: assignment.id,
              classId: assignment.classId,
              zone: schoolClass.calendar.zone,
              data: { title: assignment.title, className: schoolClass.label, to: resolved.window },
            })),
            now,
            transaction,
          );
        });
      }
    },
  };
}

export type IssuingService = ReturnType<typeof issuingService>;
