import {
  classOf,
  isTheirs,
  NOTHING_YET,
  resolveWindow,
  stateAt,
  stateForStudent,
  type ResolvedWindow,
  type StateInput,
  type StateOfPiece,
  type WorkWindow,
} from '@jolly/core';
import type { AssignmentReply, BriefKind } from '../../contract';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ExceptionsService, GivenException, GivenGroupDate } from '../exceptions/exceptions.service';
import { toMovers, waivesLateness, type StandingGiven, type StandingService } from '../exceptions/standing.service';
import type { GroupMembership, GroupsService } from '../groups/groups.service';
import type { Member, RosterService } from '../roster/roster.service';
import type { SecondRecord, SecondScoresService } from '../marking/second-scores.service';
import type { LeanRecord, PieceRecord } from './pieces.mapper';
import type { PiecesService } from './pieces.service';
import { isBlind, recordFor, type Viewer } from './viewing';

/** One student beside one assignment: what holds for them, and how their piece stands now. */
export interface Sight {
  schoolClass: SchoolClass;
  assignment: AssignmentReply;
  member: Member;
  exception: GivenException | null;
  /** the groups this student is in */
  groups: readonly GroupMembership[];
  /** dates of groups on this assignment */
  groupDates: readonly GivenGroupDate[];
  standing: readonly StandingGiven[];
  /** whom they work with; null: alone */
  team: { groupId: string; name: string } | null;
  /** is it meant for them, whatever its kind; a handout has no state */
  theirs: boolean;
  /** the student is in two classes that have it, and gets it in the other one */
  inOther: string | null;
  /** being late costs this student nothing here */
  waived: boolean;
  /** what the first marker gave is kept from whoever looks: they are to score it a second time first */
  blind: boolean;
  record: PieceRecord | null;
  resolved: ResolvedWindow;
  piece: StateOfPiece;
  /** the state as the student is told it: without what is held */
  told: StateOfPiece;
  /** what both states follow from */
  facts: StateInput;
}

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

/** The same as a mark book and lists need it: without texts and what is worked on. */
export interface LeanSight extends Omit<Sight, 'team' | 'record'> {
  record: LeanRecord | null;
}

type Place = Pick<Sight, 'schoolClass' | 'assignment' | 'member' | 'exception' | 'groups' | 'groupDates' | 'standing' | 'inOther'>;
type Loaded = Place & Pick<Sight, 'record' | 'blind'>;

/** The window that holds for a student if the class's were `base`: their group dates, exceptions and standing ones on it. */
export function resolveFor(
  { schoolClass, assignment, exception, groups, groupDates, standing }: Place,
  base: WorkWindow,
  now: number,
): ResolvedWindow {
  const own = new Map(groupDates.length === 0 ? [] : groups.map((group) => [group.groupId, group.name]));
  return resolveWindow({
    calendar: schoolClass.calendar,
    issuedAt: assignment.issuedAt ?? now,
    base,
    roundTimes: schoolClass.roundTimes,
    // Without a reason of its own a group date is told by the group's name.
    groups: groupDates
      .filter((date) => own.has(date.groupId))
      .map(({ reason, ...date }) => ({ ...date, id: date.groupId, reason: reason || own.get(date.groupId)! })),
    standing: assignment.standingHolds ? toMovers(standing) : [],
    ...(exception ? { oneOff: exception } : {}),
  });
}

/** The group a student works with here: the one they have begun in, else the one they are in now. Who has begun alone stays alone. */
function teamOf({ assignment, groups, record }: Omit<Loaded, 'blind'>): Sight['team'] {
  if (!record?.begun) {
    const group = groups.find((one) => one.groupingId === assignment.groupingId && !one.dissolved);
    return group ? { groupId: group.groupId, name: group.name } : null;
  }
  const { groupId } = record.work;
  return groupId === null ? null : { groupId, name: groups.find((one) => one.groupId === groupId)?.name ?? '' };
}

/** What holds for one student, and how their piece stands: the one way from what was loaded to a state. */
function standOf(place: Place, record: Pick<PieceRecord, 'summary' | 'saidMissing'> | null, hasScore: boolean, now: number) {
  const { schoolClass, assignment, member, exception, groups, standing, inOther } = place;
  const resolved = resolveFor(place, { opens: assignment.opens, due: assignment.due, closes: assignment.closes }, now);
  const summary = record?.summary ?? NOTHING_YET;
  const hasWorkOrScore = summary.begunAt !== null || summary.scoredAt !== null || hasScore;
  const theirs =
    hasWorkOrScore ||
    (inOther === null &&
      isTheirs({
        zone: schoolClass.calendar.zone,
        due: resolved.window.due,
        issuedAt: assignment.issuedAt ?? now,
        joined: member.joined,
        left: member.left,
        audience: assignment.audience,
        studentId: member.student.id,
        groupIds: groups.map((group) => group.groupId),
        hasWorkOrScore,
      }));
  const inAudience = theirs && assignment.kind === 'assignment';
  const facts: StateInput = {
    inAudience,
    excused: exception?.excused ?? false,
    how: assignment.how,
    saidMissing: record?.saidMissing ?? false,
    window: resolved.window,
    graceMinutes: schoolClass.graceMinutes,
    summary,
    now,
  };
  const waived = (exception?.waivesLate ?? false) || waivesLateness(standing, schoolClass.calendar, assignment.due);
  return { theirs, waived, resolved, facts };
}

/** Resolves one student's window and state from what was loaded. */
export function sightOf(input: Loaded & { now: number }): Sight {
  const { now, ...loaded } = input;
  const stands = standOf(loaded, loaded.record, loaded.record?.score != null, now);
  return { ...loaded, ...stands, team: teamOf(loaded), piece: stateAt(stands.facts), told: stateForStudent(stands.facts) };
}

function listsOf<T>(pairs: readonly (readonly [string, T])[]): Map<string, T[]> {
  const lists = new Map<string, T[]>();
  for (const [key, one] of pairs) {
    const list = lists.get(key);
    if (list) list.push(one);
    else lists.set(key, [one]);
  }
  return lists;
}

/** By assignment, then by student. */
function byPlace<T extends { assignmentId: string; studentId: string }>(all: readonly T[]): Map<string, Map<string, T>> {
  const found = new Map<string, Map<string, T>>();
  for (const one of all) {
    const of = found.get(one.assignmentId);
    if (of) of.set(one.studentId, one);
    else found.set(one.assignmentId, new Map([[one.studentId, one]]));
  }
  return found;
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
      (place, record, blind) => sightOf({ ...place, record, blind, now: of.now }),
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
            const { theirs, waived, resolved, facts } = standOf(place, record, record?.score != null, of.now);
            // Onto the place itself: a book has thousands of them, and nobody else holds one.
            return Object.assign(place, {
              blind,
              theirs,
              waived,
              resolved,
              facts,
              record,
              piece: stateAt(facts),
              told: stateForStudent(facts),
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
