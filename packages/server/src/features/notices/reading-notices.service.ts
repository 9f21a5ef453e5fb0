import { localDateAt, noticeIn, noticeInOthers, noticeStand, takesNoticeAnswers, type Instant, type Language } from '@jolly/core';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import type { MyHands, MyNoticesReply, ReadNotice } from '../../contract';
import { countsBy, rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService, Family } from '../families/families.service';
import type { FamilyTicksService } from '../families/family-ticks.service';
import type { HandsService } from '../hands/hands.service';
import type { BoardService } from '../pieces/board.service';
import { familyReader, readsOf, STUDENT_READER, type Viewer } from '../pieces/sight';
import type { RosterService } from '../roster/roster.service';
import { defineNotices } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
  families: FamiliesService;
  notices: NoticesService;
  hands: HandsService;
  familyTicks: FamilyTicksService;
}

type Placed = { notice: Notice; schoolClass: SchoolClass };
export interface Reader {
  /** whose read marks count */
  readerId: string;
  /** the student whose class it is */
  studentId: string;
  /** a family, and the language it reads in; null: the student */
  family: { language: Language } | null;
}

/** Notices as students and their families read them. */
export function readingNoticesService({
  sequelize,
  accounts,
  classes,
  roster,
  assignments,
  board,
  families,
  notices,
  hands,
  familyTicks,
}: Collaborators) {
  const { reads, answers, pauses } = defineNotices(sequelize);

  /** What notices point at, where it is out and this student's. */
  async function pointedAt(
    placed: readonly Placed[],
    studentId: string,
    reader: Viewer,
    now: Instant,
  ): Promise<Map<string, ReadNotice['about']>> {
    const briefIds = [...new Set(placed.flatMap((one) => one.notice.briefId ?? []))];
    const issued = (await assignments.ofBriefs(briefIds)).filter((one) => isIssued(one, now));
    const sights = await board.as(reader).ofAssignments(issued, now, [studentId]);
    return new Map(
      sights.flatMap(({ theirs, assignment: { id, title, kind, briefId } }) =>
        theirs ? [[briefId, { title, kind, assignmentId: id, briefId }] as const] : [],
      ),
    );
  }

  async function toRead(placed: readonly Placed[], { readerId, studentId, family }: Reader, now: Instant): Promise<ReadNotice[]> {
    const ids = placed.map((one) => one.notice.id);
    const asked = placed.flatMap(({ notice }) => (notice.hands && family === null ? [notice] : []));
    const of = await classes.load([...new Set(asked.flatMap((one) => one.classes.map((set) => set.classId)))]);
    const placeIds = [...new Set(placed.map((one) => one.schoolClass.id))];
    const [people, read, about, answered, audience, memberships] = await Promise.all([
      accounts.people([...new Set(placed.map((one) => one.notice.authorId))]),
      rowsOf(reads, { where: { readerId, noticeId: { [Op.in]: ids } } }),
      pointedAt(placed, studentId, family ? familyReader(family.language) : STUDENT_READER, now),
      countsBy(answers, 'noticeId', {
        where: {
          noticeId: { [Op.in]: ids },
          classId: { [Op.in]: placed.map((one) => one.schoolClass.id) },
          hiddenAt: null,
          [Op.or]: [{ forClass: true }, { studentId }],
        },
      }),
      notices.audienceOf(of),
      family ? [] : roster.membersOf(placeIds, [studentId]),
    ]);
    const ticked = family
      ? await familyTicks.ofFamily(
          readerId,
          studentId,
          placed.flatMap(({ notice }) => (notice.familyTick ? [notice.id] : [])),
        )
      : new Map<string, Instant>();
    const wantedIn = new Map(memberships.map((member) => [member.classId, readsOf(member)]));
    const counts = await hands.countsOf(asked, (notice) => of.flatMap((one) => audience(notice, one).map((member) => member.student.id)));
    const raised = new Map<string, MyHands>();
    for (const notice of asked)
      if (notice.hands)
        raised.set(notice.id, await hands.toMine({ ...notice, hands: notice.hands }, counts.get(notice.id)!, studentId, now));
    const isFamily = family !== null;
    return placed.map(({ notice, schoolClass }): ReadNotice => {
      const author = people.get(notice.authorId);
      const stand = noticeStand(schoolClass.calendar.zone, notice, now);
      const wording = read.find((row) => row.noticeId === notice.id)?.wording ?? 0;
      const wanted = family ? [family.language] : (wantedIn.get(schoolClass.id) ?? []);
      return {
        id: notice.id,
        classId: schoolClass.id,
        className: schoolClass.label,
        hue: schoolClass.hue,
        zone: schoolClass.calendar.zone,
        by: author ? fullName(author) : '',
        byStudent: notice.byStudent,
        own: notice.authorId === studentId && !isFamily,
        showAt: notice.showAt,
        until: notice.until,
        pinned: notice.pinned,
        ...noticeIn(wanted, notice),
        inOthers: noticeInOthers(wanted, notice),
        tick: isFamily && notice.familyTick ? { at: ticked.get(notice.id) ?? null } : null,
        attachments: notice.attachments,
        spoken: notice.spoken,
        about: notice.briefId === null ? null : (about.get(notice.briefId) ?? null),
        // A change of which nobody is told again does not make it new.
        read: wording >= notice.tellWording || (notice.authorId === readerId && !isFamily),
        answers: isFamily ? 'nobody' : notice.answers,
        takesAnswers: !isFamily && !notice.hidden && takesNoticeAnswers({ answers: notice.answers, closed: notice.closed, stand }),
        answerCount: isFamily ? 0 : (answered.get(notice.id) ?? 0),
        hands: raised.get(notice.id) ?? null,
        waits: notice.waits,
        hidden: notice.hidden,
      };
    });
  }

  const inOrder = (all: readonly ReadNotice[]) =>
    [...all].sort(
      (a, b) => Number(b.pinned) - Number(a.pinned) || (b.showAt ?? Infinity) - (a.showAt ?? Infinity) || (a.id < b.id ? -1 : 1),
    );

  const up = async (studentId: string, isFamily: boolean, now: Instant): Promise<Placed[]> =>
    (await notices.readBy(studentId, { forFamily: isFamily, now })).filter((one) => !one.over);

  /** Notes what somebody has read of what is there for them; anything else in the list is passed over. */
  async function noteRead(
    reader: Pick<Reader, 'readerId' | 'studentId'> & { isFamily: boolean },
    noticeIds: readonly string[],
    now: Instant,
  ): Promise<void> {
    const found = (await up(reader.studentId, reader.isFamily, now)).filter((one) => noticeIds.includes(one.notice.id));
    for (const { notice } of found)
      await sequelize.query(
        `INSERT INTO notice_reads (notice_id, reader_id, wording, read_at) VALUES (:noticeId, :readerId, :wording, :at)
         ON DUPLICATE KEY UPDATE wording = GREATEST(wording, VALUES(wording))`,
        {
          type: QueryTypes.INSERT,
          replacements: { noticeId: notice.id, readerId: reader.readerId, wording: notice.wording, at: new Date(now) },
        },
      );
  }

  const service = {
    toRead,

    /** What is up for a student, their own that wait or were taken down, and where they may put up some. */
    async mine(student: Person, now: Instant): Promise<MyNoticesReply> {
      const { userId } = student;
      const mine = (await classes.load(await roster.classesOf(userId))).filter((one) => one.putAwayAt === null);
      const present = new Set(
        (
          await roster.membersOf(
            mine.map((one) => one.id),
            [userId],
          )
        )
          .filter((one) => one.left === null)
          .map((one) => one.classId),
      );
      const here = mine.filter((one) => present.has(one.id));
      const own = await notices.ofClasses(
        here.map((one) => one.id),
        { authorId: userId, [Op.or]: [{ waits: true }, { hiddenAt: { [Op.ne]: null } }] },
      );
      const placed = [
        ...(await up(userId, false, now)),
        ...own.flatMap((notice) => {
          const schoolClass = here.find((one) => one.id === notice.classes[0]?.classId);
          return schoolClass ? [{ notice, schoolClass }] : [];
        }),
      ];
      const paused = await rowsOf(pauses, { where: { studentId: userId } });
      return {
        notices: inOrder(await toRead(placed, { readerId: userId, studentId: userId, family: null }, now)),
        writes: here
          .filter((one) => one.studentNotices !== 'never')
          .map((one) => {
            const today = localDateAt(one.calendar.zone, now);
            const pause = paused.find((row) => row.classId === one.id && row.untilDay >= today);
            return {
              classId: one.id,
              className: one.label,
              waits: one.studentNotices === 'asked',
              pausedUntil: pause?.untilDay ?? null,
              word: pause?.word ?? '',
            };
          }),
      };
    },

    /** One notice that is up for a student. @throws Problem `thing.unknown` */
    async found(student: Person, noticeId: string, now: Instant): Promise<Placed> {
      const placed = (await up(student.userId, false, now)).find((one) => one.notice.id === noticeId);
      if (!placed) throw new Problem('thing.unknown');
      return placed;
    },

    noteReadByStudent: (student: Person, noticeIds: readonly string[], now: Instant): Promise<void> =>
      noteRead({ readerId: student.userId, studentId: student.userId, isFamily: false }, noticeIds, now),

    /** What a family reads about one child, in its language. */
    async ofChild(family: Family, studentId: string, now: Instant): Promise<ReadNotice[]> {
      await families.child(family, 'child.look', studentId);
      const { language } = await families.home(family);
      return service.forFamily({ familyId: family.userId, studentId, language }, now);
    },

    /** The same for a letter, in the language of the family. */
    async forFamily(
      { familyId, studentId, language }: { familyId: string; studentId: string; language: Language },
      now: Instant,
    ): Promise<ReadNotice[]> {
      return inOrder(await toRead(await up(studentId, true, now), { readerId: familyId, studentId, family: { language } }, now));
    },

    /** Ticks that a family has seen a notice, where it is asked to, or takes the tick back. @throws Problem `tick.notAsked` */
    async tick(family: Family, studentId: string, noticeId: string, seen: boolean, now: Instant): Promise<ReadNotice[]> {
      await families.child(family, 'child.tick', studentId);
      const placed = (await up(studentId, true, now)).find((one) => one.notice.id === noticeId);
      if (!placed) throw new Problem('thing.unknown');
      if (!placed.notice.familyTick) throw new Problem('tick.notAsked');
      await familyTicks.set({ familyId: family.userId, studentId, subjectId: noticeId }, seen, now);
      return service.ofChild(family, studentId, now);
    },

    async noteReadByFamily(family: Family, studentId: string, noticeIds: readonly string[], now: Instant): Promise<void> {
      await families.child(family, 'child.look', studentId);
      await noteRead({ readerId: family.userId, studentId, isFamily: true }, noticeIds, now);
    },

    /** A student raises their hand. */
    async choose(student: Person, noticeId: string, chosen: readonly string[], now: Instant): Promise<MyHands> {
      const { notice, schoolClass } = await service.found(student, noticeId, now);
      if (notice.hands === null) throw new Problem('thing.unknown');
      const counting = { ...notice, hands: notice.hands };
      if ((await notices.audienceOf([schoolClass]))(notice, schoolClass).every((one) => one.student.id !== student.userId))
        throw new Problem('hands.practice');
      await hands.choose(counting, student.userId, chosen, now);
      const of = await classes.load(notice.classes.map((one) => one.classId));
      const audience = await notices.audienceOf(of);
      const students = of.flatMap((one) => audience(notice, one).map((member) => member.student.id));
      const counts = await hands.countsOf([notice], () => students);
      return hands.toMine(counting, counts.get(noticeId)!, student.userId, now);
    },
  };
  return service;
}

export type ReadingNoticesService = ReturnType<typeof readingNoticesService>;
