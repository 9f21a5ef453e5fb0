import { isTheirs, NOTHING_YET, resolveWindow, stateAt, stateForStudent, type ResolvedWindow, type StateOfPiece } from '@jolly/core';
import type { AssignmentReply } from '../../contract';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ExceptionsService, GivenException } from '../exceptions/exceptions.service';
import { toMovers, waivesLateness, type StandingGiven, type StandingService } from '../exceptions/standing.service';
import type { Member, RosterService } from '../roster/roster.service';
import type { PieceRecord } from './pieces.mapper';
import type { PiecesService } from './pieces.service';

/** One student beside one assignment: what holds for them, and how their piece stands now. */
export interface Sight {
  schoolClass: SchoolClass;
  assignment: AssignmentReply;
  member: Member;
  exception: GivenException | null;
  standing: readonly StandingGiven[];
  /** being late costs this student nothing here */
  waived: boolean;
  record: PieceRecord | null;
  resolved: ResolvedWindow;
  piece: StateOfPiece;
  /** the state as the student is told it: without what is held */
  told: StateOfPiece;
}

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  exceptions: ExceptionsService;
  standing: StandingService;
  pieces: PiecesService;
}

/** Resolves one student's window and state from what was loaded. */
export function sightOf(input: {
  schoolClass: SchoolClass;
  assignment: AssignmentReply;
  member: Member;
  exception: GivenException | null;
  standing: readonly StandingGiven[];
  record: PieceRecord | null;
  now: number;
}): Sight {
  const { schoolClass, assignment, member, exception, standing, record, now } = input;
  const issuedAt = assignment.issuedAt ?? now;
  const resolved = resolveWindow({
    calendar: schoolClass.calendar,
    issuedAt,
    base: { opens: assignment.opens, due: assignment.due, closes: assignment.closes },
    groups: [],
    standing: toMovers(standing),
    ...(exception ? { oneOff: exception } : {}),
  });
  const summary = record?.summary ?? NOTHING_YET;
  const inAudience = isTheirs({
    zone: schoolClass.calendar.zone,
    due: resolved.window.due,
    issuedAt,
    joined: member.joined,
    left: member.left,
    hasWorkOrScore: summary.begunAt !== null || summary.scoredAt !== null || record?.score != null,
  });
  const facts = { inAudience, excused: exception?.excused ?? false, how: assignment.how, window: resolved.window, graceMinutes: schoolClass.graceMinutes, summary, now };
  const waived = waivesLateness(standing, schoolClass.calendar, assignment.due);
  return { schoolClass, assignment, member, exception, standing, waived, record, resolved, piece: stateAt(facts), told: stateForStudent(facts) };
}

/**
 * Everybody's pieces at once. Whatever lists work (Today, piles, progress, My work, the term line) reads
 * this board, so that one rule decides one state everywhere; it costs the same number of queries however
 * many students and assignments there are.
 */
export function boardService({ accounts, classes, roster, assignments, exceptions, standing, pieces }: Collaborators) {
  async function fill(of: { classes: SchoolClass[]; assignments: AssignmentReply[]; studentIds?: string[]; now: number }): Promise<Sight[]> {
    const assignmentIds = of.assignments.map((assignment) => assignment.id);
    const classIds = of.classes.map((one) => one.id);
    const [members, given, holding, records] = await Promise.all([
      roster.membersOf(classIds, of.studentIds),
      exceptions.ofAssignments(assignmentIds, of.studentIds),
      standing.ofClasses(classIds, of.studentIds),
      pieces.records(assignmentIds, of.studentIds),
    ]);
    const key = (assignmentId: string, studentId: string) => `${assignmentId} ${studentId}`;
    const exceptionBy = new Map(given.map((one) => [key(one.assignmentId, one.studentId), one]));
    const recordBy = new Map(records.map((one) => [key(one.assignmentId, one.studentId), one]));
    const classBy = new Map(of.classes.map((one) => [one.id, one]));
    const standingBy = new Map<string, StandingGiven[]>();
    for (const one of holding) {
      for (const classId of one.classIds) standingBy.set(key(classId, one.studentId), [...(standingBy.get(key(classId, one.studentId)) ?? []), one]);
    }
    const membersBy = new Map<string, Member[]>();
    for (const member of members) membersBy.set(member.classId, [...(membersBy.get(member.classId) ?? []), member]);
    return of.assignments.flatMap((assignment) =>
      (membersBy.get(assignment.classId) ?? []).map((member) => {
        const at = key(assignment.id, member.student.id);
        return sightOf({
          schoolClass: classBy.get(assignment.classId)!,
          assignment,
          member,
          exception: exceptionBy.get(at) ?? null,
          standing: standingBy.get(key(assignment.classId, member.student.id)) ?? [],
          record: recordBy.get(at) ?? null,
          now: of.now,
        });
      }),
    );
  }

  return {
    /** All sights of some classes, in order of due date, then name. */
    async sights(of: { classes: SchoolClass[]; studentIds?: string[]; drafts?: boolean; now: number }): Promise<Sight[]> {
      const all = await assignments.ofClasses(
        of.classes.map((one) => one.id),
        { drafts: of.drafts ?? false },
      );
      return fill({ ...of, assignments: all });
    },

    /** All sights of one assignment, draft or issued, in order of name. */
    async ofAssignment(assignment: AssignmentReply, now: number, studentIds?: string[]): Promise<Sight[]> {
      return fill({ classes: await classes.load([assignment.classId]), assignments: [assignment], now, ...(studentIds ? { studentIds } : {}) });
    },

    /** Full names of the teachers who scored or gave exceptions here. */
    async namesIn(sights: readonly Sight[]): Promise<Map<string, string>> {
      const ids = sights.flatMap(({ exception, record }) => [exception?.givenBy, record?.score?.by].filter((one): one is string => !!one));
      const people = await accounts.people(ids);
      return new Map([...people].map(([id, person]) => [id, fullName(person)]));
    },
  };
}

export type BoardService = ReturnType<typeof boardService>;
