import { instantOf, localDateAt, planLoad, plusDays, wallClockAt, type Actor, type DueWork } from '@jolly/core';
import type { AssignmentReply, LoadReply, LoadRequest } from '../../contract';
import type { ClassesService } from '../classes/classes.service';
import type { BoardService } from '../pieces/board.service';
import type { ClassBoardsService } from '../pieces/class-boards.service';
import { resolveFor, SERVER_VIEWER } from '../pieces/sight';
import type { RosterService } from '../roster/roster.service';
import type { AssignmentsService } from './assignments.service';
import { asAssignment, BLANK_BRIEF, isGiven } from './drafts';

type Teacher = Actor & { userId: string };

/** How far from a planned day other work is looked at: five school days and a holiday. */
const LOAD_REACH_DAYS = 30;

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
  classBoards: ClassBoardsService;
}

/** How much students have to do on which days, over all their classes. */
export function loadService({ classes, roster, assignments, board, classBoards }: Collaborators) {
  const service = {
    /**
     * How heavy the days are on which a brief is to be due, over everything these students have on this server,
     * and the lighter day near each (docs/rules.md, 8). Nothing is said of what else they have.
     */
    async around(teacher: Teacher, request: LoadRequest, now: number): Promise<LoadReply> {
      const reply: LoadReply = { classes: [] };
      for (const asked of request.classes) {
        const schoolClass = await classes.forTeacher(teacher, 'assignment.write', asked.classId);
        const { calendar } = schoolClass;
        const stored =
          request.briefId === null ? [] : (await assignments.ofBriefs([request.briefId])).filter((one) => one.classId === asked.classId);
        const planned = stored[0] ?? null;
        const draft: AssignmentReply = asAssignment(
          planned ?? BLANK_BRIEF,
          {
            classId: asked.classId,
            opens: asked.opens,
            due: asked.due,
            closes: null,
            unitId: null,
            categoryId: null,
            countsInTotals: true,
            bonus: false,
            audience: asked.audience,
            groupingId: null,
          },
          { id: planned?.id ?? asked.classId, briefId: planned?.briefId ?? asked.classId, issuedAt: planned?.issuedAt ?? null },
        );
        const sights = (await board.as(SERVER_VIEWER).fill({ classes: [schoolClass], assignments: [draft], now })).filter(isGiven);
        const byStudent = new Map(sights.map((sight) => [sight.member.student.id, sight]));
        const studentIds = [...byStudent.keys()];
        const day = localDateAt(calendar.zone, asked.due);
        const others = await service.dueWork(
          studentIds,
          { from: plusDays(day, -LOAD_REACH_DAYS), to: plusDays(day, LOAD_REACH_DAYS) },
          request.briefId,
          now,
        );
        const { msOfDay } = wallClockAt(calendar.zone, asked.due);
        const dueOn = (on: string) => instantOf(calendar.zone, { date: on, msOfDay });
        const dayFor = (studentId: string, on: string) => {
          const { due } = resolveFor(byStudent.get(studentId)!, { opens: asked.opens, due: dueOn(on), closes: null }, now).window;
          return due === null ? null : localDateAt(calendar.zone, due);
        };
        const result = planLoad({
          calendar,
          day,
          notBefore: localDateAt(calendar.zone, now),
          studentIds,
          minutes: request.minutes ?? 0,
          others,
          dayFor,
        });
        reply.classes.push({
          classId: asked.classId,
          students: studentIds.length,
          ...result,
          lighterDue: result.lighter && dueOn(result.lighter.day),
        });
      }
      return reply;
    },

    /** What is issued or timed and due for students in a span of days, over all their classes on this server. */
    async dueWork(
      studentIds: readonly string[],
      span: { from: string; to: string },
      exceptBriefId: string | null,
      now: number,
    ): Promise<(DueWork & { assignmentId: string })[]> {
      if (studentIds.length === 0) return [];
      const ids = await roster.classesOfAll(studentIds);
      const boards = await classBoards.of(SERVER_VIEWER, ids, now);
      const away = new Set(boards.classes.filter((one) => one.putAwayAt !== null).map((one) => one.id));
      // A student's own date may lie a few weeks from the class's.
      const reach = (day: string, by: number) => Date.parse(`${plusDays(day, by * LOAD_REACH_DAYS)}T12:00:00.000Z`);
      const [from, to] = [reach(span.from, -1), reach(span.to, 1)];
      const near = boards.assignments.filter(
        ({ issuedAt, due, briefId, classId }) =>
          issuedAt !== null && due !== null && due >= from && due <= to && briefId !== exceptBriefId && !away.has(classId),
      );
      const wanted = new Set(studentIds);
      const sights = boards.sightsOf(near).filter(({ member }) => wanted.has(member.student.id));
      return sights.flatMap((sight) => {
        const { resolved, schoolClass, assignment, member, state } = sight;
        if (!isGiven(sight) || resolved.window.due === null || state.state === null) return [];
        const day = localDateAt(schoolClass.calendar.zone, resolved.window.due);
        return day < span.from || day > span.to
          ? []
          : [{ assignmentId: assignment.id, studentId: member.student.id, day, minutes: assignment.minutes ?? 0 }];
      });
    },
  };
  return service;
}

export type LoadService = ReturnType<typeof loadService>;
