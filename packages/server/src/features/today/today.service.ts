import { addSchoolDays, type Actor } from '@jolly/core';
import type { AssignmentReply, FirstSteps, TodayReply } from '../../contract';
import type { AccountsService } from '../accounts/accounts.service';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { ExtensionsService } from '../exceptions/extensions.service';
import { toPiles } from '../marking/piles.service';

import type { ClassBoardsService } from '../pieces/class-boards.service';
import type { PortfolioWordsService } from '../portfolio/portfolio-words.service';
import type { JoiningService } from '../roster/joining.service';
import type { RosterService } from '../roster/roster.service';
import { type LeanSight, teacherViewer } from '../pieces/sight';

const COMING_SCHOOL_DAYS = 10;

function toWaitingOn(sights: readonly LeanSight[]): TodayReply['waitingOn'] {
  const byStudent = new Map<string, TodayReply['waitingOn'][number]>();
  for (const { state, member, assignment } of sights) {
    if ((state.state !== 'missing' && state.state !== 'sentBack') || member.left !== null) continue;
    const { id, givenName, familyName } = member.student;
    const key = `${assignment.classId} ${id}`;
    const entry = byStudent.get(key) ?? { student: { id, givenName, familyName }, classId: assignment.classId, pieces: [] };
    entry.pieces.push({ assignmentId: assignment.id, title: assignment.title, state: state.state });
    byStudent.set(key, entry);
  }
  return [...byStudent.values()].sort((a, b) => b.pieces.length - a.pieces.length);
}

function toComing(sights: readonly LeanSight[], now: number): TodayReply['coming'] {
  const byAssignment = new Map<string, TodayReply['coming'][number]>();
  for (const { assignment, resolved, schoolClass, state, exception } of sights) {
    const { due } = assignment;
    if (due === null || due < now || due > addSchoolDays(schoolClass.calendar, now, COMING_SCHOOL_DAYS) || state.state === null) continue;
    const entry = byAssignment.get(assignment.id) ?? {
      assignmentId: assignment.id,
      classId: assignment.classId,
      title: assignment.title,
      due,
      how: assignment.how,
      otherDates: 0,
      latestOther: null,
    };
    if (!exception?.excused && resolved.window.due !== due) {
      entry.otherDates += 1;
      entry.latestOther = Math.max(entry.latestOther ?? 0, resolved.window.due ?? 0) || null;
    }
    byAssignment.set(assignment.id, entry);
  }
  return [...byAssignment.values()].sort((a, b) => a.due - b.due);
}

function toFeedback(sights: readonly LeanSight[]): TodayReply['feedback'] {
  const byAssignment = new Map<string, TodayReply['feedback'][number]>();
  for (const { assignment, record, state, member } of sights) {
    if (state.state !== 'returned' || member.left !== null) continue;
    const { id: assignmentId, classId, title } = assignment;
    const entry = byAssignment.get(assignmentId) ?? { assignmentId, classId, title, returned: 0, unread: 0 };
    entry.returned += 1;
    if (record?.summary.readAt == null) entry.unread += 1;
    byAssignment.set(assignmentId, entry);
  }
  return [...byAssignment.values()].sort((a, b) => b.unread - a.unread);
}

/** What is not out yet, each once however many classes it is for; timed ones in the order in which they go out, then drafts. */
function toDrafts(all: readonly AssignmentReply[], now: number): TodayReply['drafts'] {
  const byBrief = new Map<string, TodayReply['drafts'][number]>();
  for (const one of all) {
    if (isIssued(one, now)) continue;
    const entry = byBrief.get(one.briefId) ?? { briefId: one.briefId, classIds: [], title: one.title, issuedAt: one.issuedAt };
    entry.classIds.push(one.classId);
    byBrief.set(one.briefId, entry);
  }
  return [...byBrief.values()].sort((a, b) => (a.issuedAt ?? Infinity) - (b.issuedAt ?? Infinity) || 0);
}

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  classBoards: ClassBoardsService;
  extensions: ExtensionsService;
  joining: JoiningService;
  roster: RosterService;
  portfolioWords: PortfolioWordsService;
}

/** The teacher's first page: what waits on them, what waits on students, what is coming. */
export function todayService({ accounts, classes, assignments, classBoards, extensions, joining, roster, portfolioWords }: Collaborators) {
  return {
    /** The classes in which something is still missing before the first lesson: students, a way to sign in, the first work. */
    async firstSteps(teacher: Actor & { userId: string }, now: number): Promise<FirstSteps[]> {
      const ids = await classes.taughtBy(teacher.userId);
      const [members, all] = await Promise.all([roster.membersOf(ids), assignments.ofClasses(ids, { drafts: true, now })]);
      const people = await accounts.details([...new Set(members.map(({ student }) => student.id))]);
      const signsIn = (id: string) => people.get(id)?.hasPassword === true || people.get(id)?.cardMadeAt != null;
      return ids
        .map((classId): FirstSteps => {
          const here = members.filter((one) => one.classId === classId && one.left === null);
          const work = all.filter((one) => one.classId === classId);
          return {
            classId,
            students: here.length,
            canSignIn: here.filter(({ student }) => signsIn(student.id)).length,
            issued: work.filter((one) => isIssued(one, now)).length,
            draft: work.find((one) => one.issuedAt === null)?.briefId ?? null,
          };
        })
        .filter(({ students, canSignIn, issued }) => students === 0 || canSignIn === 0 || issued === 0);
    },

    async of(teacher: Actor & { userId: string }, now: number): Promise<TodayReply> {
      const boards = await classBoards.of(teacherViewer(teacher), await classes.taughtBy(teacher.userId), now);
      const { issued } = boards;
      const sights = boards.sightsOf(issued);
      const [requests, joinings, portfolios] = await Promise.all([
        extensions.waitingOn(boards, now),
        joining.waitingIn(boards.classes),
        portfolioWords.waitingOf(
          boards.classes.map((one) => one.id),
          now,
        ),
      ]);
      return {
        anyIssued: issued.length > 0,
        portfolios: [...portfolios].map(([classId, waiting]) => ({ classId, waiting })),
        piles: toPiles(sights),
        waitingOn: toWaitingOn(sights),
        coming: toComing(sights, now),
        feedback: toFeedback(sights),
        drafts: toDrafts([...boards.assignments, ...boards.handouts], now),
        requests,
        joinings,
      };
    },
  };
}

export type TodayService = ReturnType<typeof todayService>;
