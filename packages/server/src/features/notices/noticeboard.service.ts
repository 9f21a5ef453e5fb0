import { compareNames, noticeStand, type Instant } from '@jolly/core';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { NoticeboardReply, NoticeReadersReply, TeacherNotice } from '../../contract';
import { countsBy, rowsOf } from '../../db/rows';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import type { FamilyTicksService } from '../families/family-ticks.service';
import type { HandsService } from '../hands/hands.service';
import { defineNotices } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  families: FamiliesService;
  notices: NoticesService;
  hands: HandsService;
  familyTicks: FamilyTicksService;
}

/** The noticeboard of a class as its teachers see it: what is up, waits or is over, who has read it, and how hands stand. */
export function noticeboardService({ sequelize, accounts, classes, assignments, families, notices, hands, familyTicks }: Collaborators) {
  const { answers, reads } = defineNotices(sequelize);

  /** How many of a class have read each notice; of those who have, how many an earlier wording. */
  async function readIn(classId: string, ids: readonly string[]) {
    const replacements = { classId, ids: [...ids] };
    const type = QueryTypes.SELECT as const;
    const [students, homes] = await Promise.all([
      sequelize.query<{ id: string; n: number; earlier: number }>(
        `SELECT r.notice_id AS id, COUNT(*) AS n, SUM(r.wording < n.wording) AS earlier
         FROM notice_reads r JOIN notices n ON n.id = r.notice_id
         JOIN class_students m ON m.user_id = r.reader_id AND m.class_id = :classId AND m.left_on IS NULL AND m.is_practice = 0
         WHERE r.notice_id IN (:ids) GROUP BY r.notice_id`,
        { replacements, type },
      ),
      sequelize.query<{ id: string; n: number }>(
        `SELECT r.notice_id AS id, COUNT(DISTINCT r.reader_id) AS n
         FROM notice_reads r JOIN family_links l ON l.family_id = r.reader_id
         JOIN class_students m ON m.user_id = l.student_id AND m.class_id = :classId AND m.left_on IS NULL
         WHERE r.notice_id IN (:ids) GROUP BY r.notice_id`,
        { replacements, type },
      ),
    ]);
    return { students: new Map(students.map((row) => [row.id, row])), homes: new Map(homes.map((row) => [row.id, Number(row.n)])) };
  }

  async function toReplies(teacher: Person, schoolClass: SchoolClass, all: readonly Notice[], now: Instant): Promise<TeacherNotice[]> {
    if (all.length === 0) return [];
    const ids = all.map((one) => one.id);
    const elsewhere = [...new Set(all.flatMap((one) => one.classes.map((set) => set.classId)))];
    const of = await classes.load(elsewhere);
    const taught = new Set(await classes.taughtBy(teacher.userId, { away: true }));
    const [audience, people, about, read, answered] = await Promise.all([
      notices.audienceOf(
        of.filter(
          (one) => one.id === schoolClass.id || all.some((notice) => notice.hands && notice.classes.some((set) => set.classId === one.id)),
        ),
      ),
      accounts.people([...new Set(all.map((one) => one.authorId))]),
      assignments.ofBriefs([...new Set(all.flatMap((one) => one.briefId ?? []))]),
      readIn(schoolClass.id, ids),
      countsBy(answers, 'noticeId', { where: { noticeId: ids, classId: schoolClass.id, hiddenAt: null } }),
    ]);
    const [ticks, linked, counts] = await Promise.all([
      familyTicks.on(all.flatMap((one) => (one.familyTick ? [one.id] : []))),
      families.idsOf([
        ...new Set(
          audience(
            { ...all[0]!, classes: [{ classId: schoolClass.id, audience: { kind: 'everyone', laterJoiners: true } }] },
            schoolClass,
          ).map((one) => one.student.id),
        ),
      ]),
      hands.countsOf(
        all.filter((one) => one.hands !== null),
        (notice) => of.flatMap((one) => audience(notice, one).map((member) => member.student.id)),
      ),
    ]);
    return all.map((notice): TeacherNotice => {
      const { authorId, byStudent, closed, wording: _w, toldWording: _t, tellWording: _l, madeAt: _m, handsEndedAt, ...body } = notice;
      const author = people.get(authorId);
      const students = audience(notice, schoolClass);
      const homes = new Set(notice.readers === 'families' ? students.flatMap((one) => linked.get(one.student.id) ?? []) : []);
      const seen = read.students.get(notice.id);
      const count = counts.get(notice.id);
      return {
        ...body,
        by: author ? fullName(author) : '',
        student: byStudent && author ? { id: author.id, givenName: author.givenName, familyName: author.familyName } : null,
        stand: noticeStand(schoolClass.calendar.zone, notice, now),
        answersClosed: closed,
        mine: !byStudent && notice.classes.every((one) => taught.has(one.classId)),
        classNames: of.filter((one) => notice.classes.some((set) => set.classId === one.id)).map((one) => one.label),
        read: Number(seen?.n ?? 0),
        of: notice.readers === 'teachers' ? 0 : students.length,
        familiesRead: read.homes.get(notice.id) ?? 0,
        ticked: students.filter(({ student }) => ticks.some((one) => one.subjectId === notice.id && one.studentId === student.id)).length,
        families: homes.size,
        readEarlier: Number(seen?.earlier ?? 0),
        answerCount: answered.get(notice.id) ?? 0,
        handCount: notice.hands && count ? hands.toCount(notice.hands, handsEndedAt, count, now) : null,
        about:
          about.find((one) => one.briefId === notice.briefId && one.classId === schoolClass.id)?.title ??
          about.find((one) => one.briefId === notice.briefId)?.title ??
          null,
      };
    });
  }

  const RANK = { draft: 2, timed: 1, up: 0, over: 3 } as const;

  return {
    /** What is up comes first, pinned before all; then what waits for its time, drafts, and what is over. */
    async of(teacher: Person, classId: string, now: Instant): Promise<NoticeboardReply> {
      const schoolClass = await classes.forTeacher(teacher, 'notice.look', classId);
      const found = await toReplies(teacher, schoolClass, await notices.ofClasses([classId]), now);
      const rank = (one: TeacherNotice) => (one.hidden ? 4 : one.waits ? -1 : RANK[one.stand]);
      return {
        notices: found.sort(
          (a, b) =>
            rank(a) - rank(b) ||
            Number(b.pinned) - Number(a.pinned) ||
            (b.showAt ?? Infinity) - (a.showAt ?? Infinity) ||
            (a.id < b.id ? -1 : 1),
        ),
      };
    },

    /** One of them, as it stands in the first of its classes that this teacher has. */
    async one(teacher: Person, notice: Notice, now: Instant): Promise<TeacherNotice> {
      const taught = await classes.taughtBy(teacher.userId, { away: true });
      const [schoolClass] = await classes.load(
        notice.classes
          .map((one) => one.classId)
          .filter((id) => taught.includes(id))
          .slice(0, 1),
      );
      return (await toReplies(teacher, schoolClass!, [notice], now))[0]!;
    },

    /** Who has read it, and who has not. */
    async readers(teacher: Person, classId: string, noticeId: string): Promise<NoticeReadersReply> {
      const { notice, schoolClass } = await notices.inClass(teacher, 'notice.look', classId, noticeId);
      const students = notice.readers === 'teachers' ? [] : (await notices.audienceOf([schoolClass]))(notice, schoolClass);
      const [ticks, rows, linked] = await Promise.all([
        familyTicks.on(notice.familyTick ? [noticeId] : []),
        rowsOf(reads, { where: { noticeId } }),
        families.idsOf(notice.readers === 'families' ? students.map((one) => one.student.id) : []),
      ]);
      const byReader = new Map(rows.map((row) => [row.readerId, row]));
      return {
        students: students
          .map(({ student: { id, givenName, familyName } }) => {
            const row = byReader.get(id);
            const homes = linked.get(id) ?? [];
            return {
              student: { id, givenName, familyName },
              readAt: row?.readAt.getTime() ?? null,
              earlierWording: row !== undefined && row.wording < notice.wording,
              families: homes.length,
              familiesRead: homes.filter((one) => byReader.has(one)).length,
              tickedBy: ticks.filter((one) => one.studentId === id).map((one) => one.by),
            };
          })
          .sort((a, b) => compareNames(a.student, b.student)),
      };
    },
  };
}

export type NoticeboardService = ReturnType<typeof noticeboardService>;
