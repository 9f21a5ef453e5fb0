import { classOf, stateAt, stateForStudent } from '@jolly/core';
import type { AssignmentReply, BriefKind } from '../../contract';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import { type StandingService } from '../exceptions/standing.service';
import type { GroupsService } from '../groups/groups.service';
import type { RosterService } from '../roster/roster.service';
import type { SecondScoresService } from '../marking/second-scores.service';
import { byPlace, listsOf } from './grouped';
import type { PiecesService } from './pieces.service';
import type { LeanRecord, PieceRecord, SecondRecord } from './records';
import { type LeanSight, type Place, type Sight, type Viewer, assignmentFor, isBlind, recordFor, sightOf, standOf } from './sight';

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  exceptions: ExceptionsService;
  groups: GroupsService;
  standing: StandingService;
  pieces: PiecesService;
  seconds: SecondScoresService;
}

/**
 * Everybody's pieces at once. Whatever lists work (Today, piles, progress, My work, the term line) reads
 * this board, so that one rule decides one state everywhere; it costs the same number of queries however
 * many students and assignments there are.
 */
export function boardService({ accounts, classes, roster, assignments, exceptions, groups, standing, pieces, seconds }: Collaborators) {
  /** Students who get a brief in another class: of those that have it issued, the one they have been in longest. */
  async function elsewhere(of: { assignments: AssignmentReply[]; studentIds?: string[]; now: number }): Promise<Map<string, string>> {
    const result = new Map<string, string>();
    const twins = await assignments.twinsOf(of.assignments.map((one) => one.briefId));
    if (twins.length === 0) return result;
    const twinClasses = [...new Set(twins.map((one) => one.classId))];
    const [members, named] = await Promise.all([roster.membersOf(twinClasses, of.studentIds), classes.load(twinClasses)]);
    const label = new Map(named.map((one) => [one.id, one.label]));
    const membershipsBy = listsOf(members.map((member) => [member.student.id, member] as const));
    for (const [studentId, all] of membershipsBy) {
      if (all.length < 2) continue;
      for (const assignment of of.assignments) {
        // A draft is looked at as if it were issued now with the others of its brief.
        const draft = !isIssued(assignment, of.now);
        const having = twins
          .filter((twin) => twin.briefId === assignment.briefId && (draft || isIssued(twin, of.now)))
          .map((twin) => twin.classId);
        const theirs = classOf(all.filter((member) => having.includes(member.classId)));
        if (theirs !== null && theirs !== assignment.classId) result.set(`${assignment.id} ${studentId}`, label.get(theirs) ?? '');
      }
    }
    return result;
  }

  type Of = { classes: SchoolClass[]; assignments: AssignmentReply[]; studentIds?: string[]; now: number };

  /** Every student beside every assignment with their record, in a fixed number of queries; each becomes a sight. */
  async function gather<R extends PieceRecord | LeanRecord, S>(
    viewer: Viewer,
    of: Of,
    load: (assignmentIds: string[], studentIds?: string[]) => Promise<R[]>,
    toSight: (place: Place, record: R | null, blind: boolean) => S,
  ): Promise<S[]> {
    const assignmentIds = of.assignments.map((assignment) => assignment.id);
    const classIds = of.classes.map((one) => one.id);
    const [members, given, groupDates, memberships, holding, records, inOther, second] = await Promise.all([
      roster.membersOf(classIds, of.studentIds),
      exceptions.ofAssignments(assignmentIds, of.studentIds),
      exceptions.groupDatesOf(assignmentIds),
      groups.membershipsOf(classIds, of.studentIds),
      standing.ofClasses(classIds, of.studentIds),
      load(assignmentIds, of.studentIds),
      elsewhere(of),
      secondsFor(viewer, of.assignments),
    ]);
    const key = (one: string, studentId: string) => `${one} ${studentId}`;
    const exceptionBy = byPlace(given);
    const recordBy = byPlace(records);
    const classBy = new Map(of.classes.map((one) => [one.id, one]));
    const groupDatesBy = listsOf(groupDates.map((one) => [one.assignmentId, one] as const));
    const standingBy = listsOf(holding.flatMap((one) => one.classIds.map((classId) => [key(classId, one.studentId), one] as const)));
    const groupsBy = listsOf(memberships.flatMap((one) => one.studentIds.map((studentId) => [key(one.classId, studentId), one] as const)));
    // What is the same for a member beside every assignment is looked up once.
    const membersBy = listsOf(
      members.map((member) => {
        const at = key(member.classId, member.student.id);
        return [member.classId, { member, groups: groupsBy.get(at) ?? [], standing: standingBy.get(at) ?? [] }] as const;
      }),
    );
    const sights: S[] = [];
    for (const assignment of of.assignments) {
      const schoolClass = classBy.get(assignment.classId)!;
      const dates = groupDatesBy.get(assignment.id) ?? [];
      const secondHere = second.get(assignment.id);
      const [ownExceptions, ownRecords] = [exceptionBy.get(assignment.id), recordBy.get(assignment.id)];
      for (const { member, groups: ownGroups, standing: ownStanding } of membersBy.get(assignment.classId) ?? []) {
        const { id } = member.student;
        const place: Place = {
          schoolClass,
          assignment,
          member,
          exception: ownExceptions?.get(id) ?? null,
          groups: ownGroups,
          groupDates: dates,
          inOther: inOther.size === 0 ? null : (inOther.get(key(assignment.id, id)) ?? null),
          standing: ownStanding,
        };
        const record = ownRecords?.get(id) ?? null;
        const blind = secondHere !== undefined && isBlind(viewer, assignment, record, secondHere.get(id));
        sights.push(toSight(place, recordFor(viewer, record, { blind }), blind));
      }
    }
    return sights;
  }

  /** Second scores where this viewer is to give them, by assignment. */
  async function secondsFor(viewer: Viewer, all: readonly AssignmentReply[]): Promise<Map<string, Map<string, SecondRecord>>> {
    if (viewer.as !== 'teacher') return new Map();
    const theirs = all.filter((one) => one.secondMarker === viewer.id);
    return new Map(await Promise.all(theirs.map(async ({ id }) => [id, await seconds.of(id)] as const)));
  }

  const fill = (viewer: Viewer, of: Of): Promise<Sight[]> =>
    gather(
      viewer,
      of,
      (assignmentIds, studentIds) => pieces.records(assignmentIds, studentIds),
      (place, record, blind) =>
        sightOf({ ...place, assignment: assignmentFor(viewer, place.assignment, place.member), record, blind, now: of.now }),
    );

  /** The board as somebody may see it. */
  const as = (viewer: Viewer) => {
    const service = {
      /** All sights of some classes, in order of due date, then name. */
      async sights(of: {
        classes: SchoolClass[];
        studentIds?: string[];
        drafts?: boolean;
        kind?: BriefKind;
        now: number;
      }): Promise<Sight[]> {
        const all = await assignments.ofClasses(
          of.classes.map((one) => one.id),
          { drafts: of.drafts ?? false, now: of.now, ...(of.kind ? { kind: of.kind } : {}) },
        );
        return fill(viewer, { ...of, assignments: all });
      },

      /** All sights of some assignments, in their order, then of name. */
      async ofAssignments(all: readonly AssignmentReply[], now: number, studentIds?: string[]): Promise<Sight[]> {
        if (all.length === 0) return [];
        return fill(viewer, {
          classes: await classes.load([...new Set(all.map((one) => one.classId))]),
          assignments: [...all],
          now,
          ...(studentIds ? { studentIds } : {}),
        });
      },

      /** The same for assignments and classes that the caller has at hand, stored or not. */
      fill: (of: Of): Promise<Sight[]> => fill(viewer, of),

      /** All sights of some assignments as lists need them: whole classes of a year, without texts. */
      lean: (of: Of): Promise<LeanSight[]> =>
        gather(
          viewer,
          of,
          (assignmentIds, studentIds) => pieces.leanRecords(assignmentIds, studentIds),
          (place, record, blind) => {
            const { theirs, waived, resolved, facts, record: settled, tryEnd } = standOf(place, record, record?.score != null, of.now);
            // Onto the place itself: a book has thousands of them, and nobody else holds one.
            return Object.assign(place, {
              blind,
              theirs,
              waived,
              resolved,
              facts,
              record: settled,
              tryEnd,
              state: stateAt(facts),
              toldState: stateForStudent(facts),
            });
          },
        ),

      /** All sights of one assignment, draft or issued, in order of name. */
      async ofAssignment(assignment: AssignmentReply, now: number, studentIds?: string[]): Promise<Sight[]> {
        return service.ofAssignments([assignment], now, studentIds);
      },
    };
    return service;
  };

  return {
    as,

    /** Full names of the teachers who scored or gave exceptions here. */
    async namesIn(sights: readonly Sight[]): Promise<Map<string, string>> {
      const ids = sights.flatMap(({ exception, record }) => [exception?.givenBy, record?.score?.by].filter((one): one is string => !!one));
      const people = await accounts.people(ids);
      return new Map([...people].map(([id, person]) => [id, fullName(person)]));
    },
  };
}

export type BoardService = ReturnType<typeof boardService>;
