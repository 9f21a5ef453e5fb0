import { EMPTY_TEXT, localDateAt, planLoad, plusDays, sameWindow, instantOf, wallClockAt, type Actor, type DueWork } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type {
  AssignmentReply,
  BriefBody,
  BriefChange,
  BriefEffects,
  BriefReply,
  IssueReply,
  IssueRequest,
  LoadReply,
  LoadRequest,
  SetFor,
} from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import type { DateChangesService } from '../news/date-changes.service';
import type { NewsService } from '../news/news.service';
import { type BoardService } from '../pieces/board.service';
import type { RosterService } from '../roster/roster.service';
import { isIssued, type AssignmentsService } from './assignments.service';
import { issueErrors, type BriefsService } from './briefs.service';
import { SERVER_EYES, type Sight, resolveFor } from '../pieces/sight';

type Teacher = Actor & { userId: string };

/** How far from a planned day other work is looked at: five school days and a holiday. */
const LOAD_REACH_DAYS = 30;
const TOLD_A_ROUND = 20;

/** What a brief says that says nothing yet. */
export const BLANK_BRIEF: BriefBody = {
  kind: 'assignment',
  title: '',
  instructions: EMPTY_TEXT,
  spoken: null,
  attachments: [],
  how: 'handIn',
  accepts: ['text', 'files'],
  scoring: { by: 'points' },
  points: null,
  aims: [],
  minutes: null,
  rounds: null,
  roundRule: 'latest',
  lateRule: null,
  standingHolds: true,
};

const gets = ({ theirs, exception, member }: Sight) => theirs && member.left === null && !(exception?.excused ?? false);

/** A draft as one of its classes would have it, stored or not. */
function asAssignment(body: BriefBody, set: SetFor, of: { id: string; briefId: string; issuedAt: number | null }): AssignmentReply {
  return { ...body, ...set, ...of, position: 0, namesHidden: false, secondMarker: null, version: 0 };
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  briefs: BriefsService;
  board: BoardService;
  news: NewsService;
  dateChanges: DateChangesService;
}

/** Issuing briefs, now or at a time, editing them when they are out, and what that does to students. */
export function issuingService({ sequelize, classes, roster, assignments, briefs, board, news, dateChanges }: Collaborators) {
  async function sightsOf(brief: BriefReply, now: number): Promise<Sight[]> {
    return board.as(SERVER_EYES).ofAssignments(await assignments.byIds(brief.classes.map((one) => one.assignmentId)), now);
  }

  /** How an edited brief would be seen by the students of its classes. */
  async function sightsAfter(before: BriefReply, change: BriefChange, now: number): Promise<Sight[]> {
    const edited = change.classes.map((set) => {
      const known = before.classes.find((one) => one.classId === set.classId);
      return asAssignment(change, set, { id: known?.assignmentId ?? set.classId, briefId: before.id, issuedAt: known?.issuedAt ?? null });
    });
    return board.as(SERVER_EYES).fill({ classes: await classes.load(change.classes.map((one) => one.classId)), assignments: edited, now });
  }

  const service = {
    /** Issues a brief to all its classes of this teacher: now, or at a time to come. */
    async issue(teacher: Teacher, briefId: string, { version, at }: IssueRequest, now: number): Promise<IssueReply> {
      const brief = await briefs.forTeacher(teacher, 'assignment.issue', briefId);
      const errors = issueErrors(brief);
      if (errors.length > 0) throw new Problem(brief.title === '' ? 'assignment.needsTitle' : 'assignment.notReady', { errors });
      if (brief.classes.every((one) => isIssued(one, now))) throw new Problem('assignment.alreadyIssued', { current: brief });
      if (at !== null && at <= now) throw new Problem('assignment.issuePast');
      // Who has it already does not get it again when a class is added.
      const students = (await sightsOf(brief, now)).filter((sight) => gets(sight) && !isIssued(sight.assignment, now)).length;
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

    /** What an edit would do, before it is stored. */
    async effects(teacher: Teacher, briefId: string, change: BriefChange, now: number): Promise<BriefEffects> {
      const before = await briefs.forTeacher(teacher, 'assignment.write', briefId);
      const issued = new Set(before.classes.filter((one) => isIssued(one, now)).map((one) => one.classId));
      const has = (await sightsOf(before, now)).filter((sight) => issued.has(sight.assignment.classId) && gets(sight));
      const after = new Map(
        (await sightsAfter(before, change, now)).map((sight) => [`${sight.assignment.classId} ${sight.member.student.id}`, sight]),
      );
      const effects: BriefEffects = {
        has: [...issued].map((classId) => ({ classId, students: has.filter((sight) => sight.assignment.classId === classId).length })),
        moved: 0,
        keep: 0,
        gone: 0,
      };
      for (const sight of has) {
        const then = after.get(`${sight.assignment.classId} ${sight.member.student.id}`);
        if (!then || !gets(then)) effects.gone += 1;
        else if (!sameWindow(then.resolved.window, sight.resolved.window)) effects.moved += 1;
        else if (then.assignment.due !== sight.assignment.due) effects.keep += 1;
      }
      return effects;
    },

    /**
     * How heavy the days are on which a brief is to be due, over everything these students have on this server,
     * and the lighter day near each (docs/rules.md, 8). Nothing is said of what else they have.
     */
    async load(teacher: Teacher, request: LoadRequest, now: number): Promise<LoadReply> {
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
        const sights = (await board.as(SERVER_EYES).fill({ classes: [schoolClass], assignments: [draft], now })).filter(gets);
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
      const all = (await classes.load(await roster.classesOfAll(studentIds))).filter((one) => one.putAwayAt === null);
      // A student's own date may lie a few weeks from the class's.
      const reach = (day: string, by: number) => Date.parse(`${plusDays(day, by * LOAD_REACH_DAYS)}T12:00:00.000Z`);
      const set = await assignments.ofClasses(
        all.map((one) => one.id),
        { drafts: true, due: { from: reach(span.from, -1), to: reach(span.to, 1) }, now },
      );
      const near = set.filter((one) => one.issuedAt !== null && one.briefId !== exceptBriefId);
      const sights = await board.as(SERVER_EYES).fill({ classes: all, assignments: near, studentIds: [...studentIds], now });
      return sights.flatMap((sight) => {
        const { resolved, schoolClass, assignment, member, piece } = sight;
        if (!gets(sight) || resolved.window.due === null || piece.state === null) return [];
        const day = localDateAt(schoolClass.calendar.zone, resolved.window.due);
        return day < span.from || day > span.to
          ? []
          : [{ assignmentId: assignment.id, studentId: member.student.id, day, minutes: assignment.minutes ?? 0 }];
      });
    },

    /** Tells students of what has been issued since the last round; each assignment once, whichever server does it. */
    async tellIssued(now: number): Promise<void> {
      for (const assignment of await assignments.untold(now, TOLD_A_ROUND)) {
        const sights = (await board.as(SERVER_EYES).ofAssignment(assignment, now)).filter(gets);
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
  return service;
}

export type IssuingService = ReturnType<typeof issuingService>;
