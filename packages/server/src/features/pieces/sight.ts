import {
  briefIn,
  EMPTY_TEXT,
  isTheirs,
  rubricIn,
  NOTHING_YET,
  resolveWindow,
  runningTryEnd,
  settledSummary,
  localDateAt,
  tryMinutes,
  stateAt,
  stateForStudent,
  summaryForStudent,
  type ResolvedWindow,
  type StateInput,
  type StateOfPiece,
  type Language,
  type WorkWindow,
} from '@jolly/core';
import type { AssignmentReply } from '../../contract';
import type { SchoolClass } from '../classes/classes.service';
import type { GivenException, GivenGroupDate } from '../exceptions/exceptions.service';
import { timeFactors, toMovers, waivesLateness, type StandingGiven } from '../exceptions/standing-rules';
import type { GroupMembership } from '../groups/groups.service';
import type { Member } from '../roster/roster.service';
import type { LeanRecord, PieceRecord, SecondRecord } from './records';

/**
 * For whom pieces are looked up. The board gives nobody a piece without being told, and gives each what they may know:
 * - a teacher everything, but nothing of what the first marker said where they are to give a second score and have not;
 * - a student (and a family) their own piece as if nothing that is held had been recorded, and what the teacher wrote in
 *   several languages in theirs, where it is known who reads it (`reads`: the student, or a family or report in its language);
 * - the server itself, when it issues, moves dates or tells, everything; nothing of that goes into a reply.
 * Names that are hidden are another question, of what stands beside what: `isNameless` and `isApartFromName`.
 */
export type Viewer = ({ as: 'teacher'; id: string } | { as: 'student' } | { as: 'server' }) & { reads?: 'own' | Language };

export const teacherViewer = (teacher: { userId: string }): Viewer => ({ as: 'teacher', id: teacher.userId });
/** What a student may know, for somebody else to read: the words as they were written. */
export const STUDENT_VIEWER: Viewer = { as: 'student' };
/** The same for the student to read. */
export const STUDENT_READER: Viewer = { as: 'student', reads: 'own' };
/** The same for a family to read. */
export const familyReader = (language: Language): Viewer => ({ as: 'student', reads: language });
export const SERVER_VIEWER: Viewer = { as: 'server' };

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
  state: StateOfPiece;
  /** the state as the student is told it: without what is held */
  toldState: StateOfPiece;
  /** what both states follow from */
  facts: StateInput;
  /** of a quiz: when the try that is not handed in ends or ended by the clock; null: none is under way, or it has no end */
  tryEnd: number | null;
}

/** The same as a mark book and lists need it: without texts and what is worked on. */
export interface LeanSight extends Omit<Sight, 'team' | 'record'> {
  record: LeanRecord | null;
}

export type Place = Pick<Sight, 'schoolClass' | 'assignment' | 'member' | 'exception' | 'groups' | 'groupDates' | 'standing' | 'inOther'>;
/** A place with what was loaded of its piece. */
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

/** How many minutes this student has for a quiz, by the time factors that hold for them on that day; null: no limit. */
export function quizMinutesFor(
  { assignment, schoolClass, standing }: Pick<Place, 'assignment' | 'schoolClass' | 'standing'>,
  at: number,
): number | null {
  const limit = assignment.quizRun?.limitMinutes ?? null;
  return tryMinutes(limit, assignment.standingHolds ? timeFactors(standing, localDateAt(schoolClass.calendar.zone, at)) : []);
}

/** The languages in which a member reads what their teachers write, from the dearest on: what the teachers chose, then their own. */
export const readsOf = ({ wordsLanguage, student }: Pick<Member, 'wordsLanguage' | 'student'>): (Language | null)[] => [
  wordsLanguage,
  student.language,
];

/** The languages in which a viewer reads what is about a member. */
export const wantedBy = ({ reads }: Viewer, member: Member): readonly (Language | null)[] =>
  reads === undefined ? [] : reads === 'own' ? readsOf(member) : [reads];

/** An assignment in the words of whoever reads it. Without other languages it is the one that everybody has. */
export function assignmentFor(viewer: Viewer, assignment: AssignmentReply, member: Member): AssignmentReply {
  const wanted = wantedBy(viewer, member);
  if (wanted.length === 0) return assignment;
  const { scoring, language } = assignment;
  return briefIn(
    wanted,
    scoring.by === 'rubric'
      ? { ...assignment, scoring: { ...scoring, rubric: rubricIn(wanted, { language, ...scoring.rubric }) } }
      : assignment,
  );
}

/** What holds for one student, and how their piece stands: the one way from what was loaded to a state. */
export function standOf<R extends Pick<PieceRecord, 'summary' | 'saidMissing'>>(
  place: Place,
  stored: R | null,
  hasScore: boolean,
  now: number,
) {
  const { schoolClass, assignment, member, exception, groups, standing, inOther } = place;
  const resolved = resolveFor(place, { opens: assignment.opens, due: assignment.due, closes: assignment.closes }, now);
  const limits = { minutes: quizMinutesFor(place, stored?.summary.tryBegunAt ?? now), closes: resolved.window.closes };
  // A try that has ended by the clock is handed in, whether or not that is noted yet.
  const tryEnd = stored ? runningTryEnd(stored.summary, limits) : null;
  const summary = stored ? settledSummary(stored.summary, limits, now) : NOTHING_YET;
  const record = stored && summary !== stored.summary ? { ...stored, summary } : stored;
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
    ...(tryEnd === null ? {} : { tryEndsAt: tryEnd }),
    now,
  };
  const waived = (exception?.waivesLate ?? false) || waivesLateness(standing, schoolClass.calendar, assignment.due);
  return { theirs, waived, resolved, facts, record, tryEnd };
}

/** Resolves one student's window and state from what was loaded. */
export function sightOf(input: Loaded & { now: number }): Sight {
  const { now, ...loaded } = input;
  const stands = standOf(loaded, loaded.record, loaded.record?.score != null, now);
  return { ...loaded, ...stands, team: teamOf(loaded), state: stateAt(stands.facts), toldState: stateForStudent(stands.facts) };
}

/** Is the first score of a piece kept from this viewer: they are to give a second one and have not, and did not give the first? */
export function isBlind(
  viewer: Viewer,
  { secondMarker }: Pick<AssignmentReply, 'secondMarker'>,
  record: { score: { by: string } | null } | null,
  second: SecondRecord | undefined,
): boolean {
  return viewer.as === 'teacher' && secondMarker === viewer.id && record?.score?.by !== viewer.id && second === undefined;
}

const NOTHING_SAID = { earned: null, chosen: null, remark: EMPTY_TEXT, words: {}, adjust: null, rounds: [] };

/** A record as this viewer may know it. That a piece is scored is no secret of the first marker's; how is. */
export function recordFor<R extends PieceRecord | LeanRecord>(viewer: Viewer, record: R | null, { blind }: { blind: boolean }): R | null {
  if (record === null) return null;
  if (viewer.as === 'student') return { ...record, summary: summaryForStudent(record.summary), score: null, held: false };
  if (!blind) return record;
  return {
    ...record,
    score: record.score && { ...record.score, ...NOTHING_SAID },
    returned: record.returned && { ...record.returned, ...NOTHING_SAID },
  };
}
