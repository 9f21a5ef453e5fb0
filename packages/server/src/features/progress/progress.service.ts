import {
  bandsIn,
  countRegister,
  classMedians,
  changeBetween,
  compareNames,
  courseMoments,
  lookedAt,
  middleRatio,
  reckoningOf,
  isLookedAt,
  itemsOf,
  studentView,
  tenthsOf,
  totalAt,
  totalText,
  type Actor,
  type Between,
  type ClassMedians,
  type Looking,
  type Ratio,
} from '@jolly/core';
import type { ClassProgressReply, ProgressQuery, ProgressRow, StudentProgressReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { QuestionAims, QuestionAimsService } from '../quizzes/question-aims.service';
import type { JottingsService } from '../jottings/jottings.service';
import type { BoardService } from '../pieces/board.service';
import type { ClassBoardsService } from '../pieces/class-boards.service';
import type { RegisterFactsService, RegisterSaid } from '../register/register-facts.service';
import type { Member, RosterService } from '../roster/roster.service';

import {
  see,
  toAims,
  toCounts,
  toLooking,
  daysLookedAt,
  toNext,
  toPiece,
  toProgressClass,
  type Viewpoint,
  type Seen,
} from './progress-views';
import { STUDENT_READER, wantedBy, type Sight, type Viewer, teacherViewer } from '../pieces/sight';

interface Collaborators {
  classes: ClassesService;
  board: BoardService;
  classBoards: ClassBoardsService;
  roster: RosterService;
  jottings: JottingsService;
  quizAims: QuestionAimsService;
  registerFacts: RegisterFactsService;
}

function groupedBy<T>(all: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const group = groups.get(keyOf(one));
    if (group) group.push(one);
    else groups.set(keyOf(one), [one]);
  }
  return groups;
}

const theirs = ({ state }: { state: { state: unknown } }) => state.state !== null;
const ofSeen = (seen: readonly Seen[]) => seen.map(({ view }) => view);

/** Two moments or two terms, if both are asked for and there. */
function betweenOf({ fromAt, toAt, fromTerm, toTerm }: ProgressQuery, { terms }: SchoolClass): Between | null {
  if (fromTerm !== undefined && toTerm !== undefined && fromTerm < terms.length && toTerm < terms.length)
    return { kind: 'terms', from: fromTerm, to: toTerm };
  return fromAt !== undefined && toAt !== undefined ? { kind: 'moments', from: fromAt, to: toAt } : null;
}

/** Where each student stands: the same facts and the same rules for the teacher, the student and the family. */
export function progressService({ classes, board, classBoards, roster, jottings, quizAims, registerFacts }: Collaborators) {
  type How = {
    /** which scores are counted */ viewpoint: Viewpoint;
    /** for whom they are looked up */ viewer: Viewer;
    now: number;
    lookingOf: (schoolClass: SchoolClass) => Looking;
    withCourse?: boolean;
    medians?: Map<string, Promise<ClassMedians>>;
    questionAims: QuestionAims;
    /** what the registers say of them */ said: readonly RegisterSaid[];
  };

  /** What everybody in a class has, each from this viewpoint; those too who have no work yet. */
  async function everybody(schoolClass: SchoolClass, { viewpoint, viewer, now }: Pick<How, 'viewpoint' | 'viewer' | 'now'>) {
    const [members, boards] = await Promise.all([roster.membersOf([schoolClass.id]), classBoards.of(viewer, [schoolClass.id], now)]);
    const by = groupedBy(boards.sightsOf(boards.issued).filter(theirs), ({ member }) => member.student.id);
    return members
      .filter((member) => member.left === null)
      .map((member) => ({ member, all: (by.get(member.student.id) ?? []).map((sight) => see(sight, viewpoint, now)) }));
  }
  /** What these are pieces of, each once. */
  const issuedIn = (sights: readonly Seen['sight'][]) => [...new Map(sights.map(({ assignment }) => [assignment.id, assignment])).values()];
  const looked = (all: readonly Seen[], looking: Looking) => all.filter(({ view }) => isLookedAt(view, looking));
  const mediansOf = (students: readonly { all: readonly Seen[] }[], { scheme }: SchoolClass, looking: Looking): ClassMedians =>
    classMedians(
      students.map(({ all }) => ofSeen(looked(all, looking))),
      scheme,
    );

  const hasScore = (seen: readonly Seen[]) =>
    seen.some(({ view }) => view.effective !== null && view.points !== null && view.counts && !view.bonus && view.state !== 'excused');

  type Place = { schoolClass: SchoolClass; member: Member; sights: readonly Sight[] };

  async function toStudent(
    { schoolClass, member, sights }: Place,
    { viewpoint, viewer, now, lookingOf, withCourse = true, medians: known = new Map(), questionAims, said }: How,
  ): Promise<StudentProgressReply> {
    const { scheme } = schoolClass;
    const of = toProgressClass({ ...schoolClass, scheme: { ...scheme, bands: bandsIn(wantedBy(viewer, member), scheme) } });
    const looking = lookingOf(schoolClass);
    const all = sights.filter(theirs).map((sight) => see(sight, viewpoint, now));
    const shown = all.filter(({ view }) => isLookedAt(view, looking));
    // The class is looked at only for somebody who has no score of their own to go by, and then once.
    if (!hasScore(shown) && !known.has(schoolClass.id))
      known.set(
        schoolClass.id,
        everybody(schoolClass, { viewpoint, viewer, now }).then((all) => mediansOf(all, schoolClass, looking)),
      );
    const medians = hasScore(shown) ? undefined : await known.get(schoolClass.id);
    const { id, givenName, familyName } = member.student;
    return {
      student: { id, givenName, familyName },
      classId: schoolClass.id,
      className: schoolClass.label,
      hue: schoolClass.hue,
      of,
      looking,
      joined: member.joined,
      left: member.left,
      away: schoolClass.putAwayAt !== null,
      register: countRegister(
        said.filter((one) => one.classId === schoolClass.id && one.studentId === id),
        daysLookedAt(looking, of),
      ),
      counts: toCounts(shown),
      view: studentView({ pieces: ofSeen(all), of, looking, now, withCourse, ...(medians ? { medians } : {}) }),
      aims: toAims(shown, viewpoint, questionAims),
      pieces: shown.map(toPiece),
    };
  }

  const service = {
    async ofClass(teacher: Actor & { userId: string }, classId: string, query: ProgressQuery, now: number): Promise<ClassProgressReply> {
      const found = await classes.forTeacher(teacher, 'progress.look', classId);
      const of = toProgressClass(found);
      const { scheme, settings, terms, zone } = of;
      const looking = toLooking(found, query.term, now);
      const between = betweenOf(query, found);
      const students = await everybody(found, { viewpoint: 'teacher', viewer: teacherViewer(teacher), now });
      const medians = mediansOf(students, found, looking);
      const toSpeak = await jottings.toSpeakWith(teacher.userId, classId);
      const ofQuestions = await quizAims.of(issuedIn(students.flatMap(({ all }) => all.map(({ sight }) => sight))));
      const rows = students.map(({ member, all }): ProgressRow => {
        const { id, givenName, familyName } = member.student;
        const shown = looked(all, looking);
        const pieces = ofSeen(all);
        const {
          standing,
          forecast,
          categories,
          terms: byTerm,
          year,
        } = studentView({ pieces, of, looking, now, medians, withCourse: false });
        const { atLeast, atPace, atMost } = forecast;
        return {
          student: { id, givenName, familyName },
          ...toCounts(shown),
          ...{ standing, categories, terms: byTerm, year, atLeast, atPace, atMost },
          change: between && changeBetween(pieces, of, looking, between),
          aims: toAims(shown, 'teacher', ofQuestions),
          next: toNext(shown, forecast),
          toSpeak: toSpeak.has(id),
        };
      });
      const overs = students.map(({ all }) => lookedAt(ofSeen(all), of, looking));
      const totals = overs.flatMap(({ pieces, over }) => reckoningOf(scheme, over)(itemsOf(pieces, scheme)) ?? []);
      const text = (value: Ratio | null) => (value === null ? null : totalText(value, scheme));
      return {
        classId,
        className: found.label,
        hue: found.hue,
        away: found.putAwayAt !== null,
        zone,
        terms: [...terms],
        looking,
        between,
        scheme: { kind: scheme.kind, decimals: scheme.decimals, bands: scheme.bands },
        settings,
        rows: rows.sort((a, b) => compareNames(a.student, b.student)),
        tenths: tenthsOf(totals),
        middle: text(middleRatio(totals)),
        categoryMiddles: scheme.categories.map(({ id, name }) => ({ id, name, middle: text(medians.get(id) ?? null) })),
        course: courseMoments(of, looking, now).map((at) => {
          const then = overs.flatMap((one) => totalAt({ ...one, scheme, at }) ?? []);
          // While fewer than half have a total its middle says nothing about the class.
          return { at, middle: then.length * 2 < students.length ? null : text(middleRatio(then)) };
        }),
      };
    },

    async ofStudent(
      teacher: Actor & { userId: string },
      classId: string,
      studentId: string,
      { term }: Pick<ProgressQuery, 'term'>,
      now: number,
    ): Promise<StudentProgressReply> {
      const found = await classes.forTeacher(teacher, 'progress.look', classId);
      const [reply] = await service.ofMany([found], [studentId], {
        viewpoint: 'teacher',
        viewer: teacherViewer(teacher),
        lookingOf: (one) => toLooking(one, term, now),
        now,
      });
      if (!reply) throw new Problem('thing.unknown');
      return reply;
    },

    /** Of some students, or of all, in some classes: a reply for each in each, those too who have left or have no work yet. */
    async ofMany(
      found: readonly SchoolClass[],
      studentIds: readonly string[] | null,
      how: Omit<How, 'medians' | 'questionAims' | 'said'>,
    ): Promise<StudentProgressReply[]> {
      const ids = studentIds ? [...studentIds] : undefined;
      const [members, sights] = await Promise.all([
        roster.membersOf(
          found.map((one) => one.id),
          ids,
        ),
        board.as(how.viewer).sights({ classes: [...found], now: how.now, ...(ids ? { studentIds: ids } : {}) }),
      ]);
      const classBy = new Map(found.map((one) => [one.id, one]));
      const keyOf = (classId: string, studentId: string) => `${classId} ${studentId}`;
      const by = groupedBy(sights, ({ schoolClass, member }) => keyOf(schoolClass.id, member.student.id));
      const medians = new Map<string, Promise<ClassMedians>>();
      const places = members.map((member) => ({
        schoolClass: classBy.get(member.classId)!,
        member,
        sights: by.get(keyOf(member.classId, member.student.id)) ?? [],
      }));
      const [questionAims, said] = await Promise.all([
        quizAims.of(issuedIn(sights), ids),
        registerFacts.said(
          found.map((one) => one.id),
          ids,
        ),
      ]);
      return Promise.all(places.map((place) => toStudent(place, { ...how, medians, questionAims, said })));
    },

    /** The student's own, a reply for each of their classes. */
    async own(student: Actor & { userId: string }, { term }: Pick<ProgressQuery, 'term'>, now: number): Promise<StudentProgressReply[]> {
      const mine = await classes.load(await roster.classesOf(student.userId));
      return service.ofMany(mine, [student.userId], {
        viewpoint: 'student',
        viewer: STUDENT_READER,
        lookingOf: (one) => toLooking(one, term, now),
        now,
      });
    },
  };
  return service;
}

export type ProgressService = ReturnType<typeof progressService>;
