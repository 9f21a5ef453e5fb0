import { EVERYONE, localDateAt, may, textOf, type Instant } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { NoticePause, NoticePauseRequest, NoticeVerdict, ReadNotice, StudentNoticeRequest } from '../../contract';
import { rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { localDayIn, spokenLanguage } from '../../words';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { refuseIfAway, type ClassesService, type SchoolClass } from '../classes/classes.service';
import type { NewsService, Telling } from '../news/news.service';
import type { RosterService } from '../roster/roster.service';
import { beginningOf } from './notice-telling.service';
import { defineNotices, type NoticePauseRow } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';
import type { ReadingNoticesService } from './reading-notices.service';
import type { WritingNoticesService } from './writing-notices.service';

const MOST_OF_ONE = 50;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  notices: NoticesService;
  readingNotices: ReadingNoticesService;
  writingNotices: WritingNoticesService;
  news: NewsService;
}

/** Notices of students, where the class lets them: with a teacher's yes, or at once. Teachers see every one. */
export function studentNoticesService({
  sequelize,
  accounts,
  classes,
  roster,
  notices,
  readingNotices,
  writingNotices,
  news,
}: Collaborators) {
  const { notices: table, noticeClasses, pauses } = defineNotices(sequelize);

  async function telling(
    notice: Notice,
    schoolClass: SchoolClass,
    userId: string,
    kind: Telling['kind'],
    onceKey: string,
    who: string,
    word: string,
  ): Promise<Telling> {
    const { title } = beginningOf(notice, []);
    const data = { title, className: schoolClass.label, who, word };
    return { userId, kind, onceKey, assignmentId: null, classId: schoolClass.id, zone: schoolClass.calendar.zone, data };
  }

  /** The class, if this student is in it and may put something up there. */
  async function mayWrite(student: Person, classId: string, now: Instant): Promise<SchoolClass> {
    const [member] = (await roster.membersOf([classId], [student.userId])).filter((one) => one.left === null);
    if (may(student, 'ownNotice.write', { relation: member ? 'student' : 'none', own: true }) !== 'allowed')
      throw new Problem('thing.unknown');
    const [schoolClass] = await classes.load([classId]);
    refuseIfAway(schoolClass!, 'ownNotice.write');
    if (schoolClass!.studentNotices === 'never') throw new Problem('notice.studentsCannot');
    const pause = (await rowsOf(pauses, { where: { classId, studentId: student.userId } }))[0];
    if (pause && pause.untilDay >= localDateAt(schoolClass!.calendar.zone, now))
      throw new Problem('notice.paused', { values: { day: localDayIn(spokenLanguage(), pause.untilDay), word: pause.word || '–' } });
    return schoolClass!;
  }

  async function tell(
    userId: string,
    notice: Notice,
    what: 'shown' | 'hidden' | 'refused',
    word: string,
    now: Instant,
    transaction: Transaction,
  ): Promise<void> {
    const [schoolClass] = await classes.load(notice.classes.map((one) => one.classId));
    if (schoolClass)
      await news.tell(
        [await telling(notice, schoolClass, userId, 'noticeSettled', `noticeSettled ${notice.id} ${notice.version}`, what, word)],
        now,
        transaction,
      );
  }

  return {
    /** Puts up a student's notice, or has it wait for a teacher's yes. The same id again is the same notice. */
    async put(student: Person, classId: string, { id, title, text }: StudentNoticeRequest, now: Instant): Promise<ReadNotice> {
      const schoolClass = await mayWrite(student, classId, now);
      const waits = schoolClass.studentNotices === 'asked';
      const there = await notices.byId(id);
      if (there && there.authorId !== student.userId) throw new Problem('thing.unknown');
      if (!there) {
        const mine = await notices.ofClasses([classId], { authorId: student.userId, hiddenAt: null });
        if (mine.length >= MOST_OF_ONE) throw new Problem('notice.tooMany');
        const teachers = (await classes.teachersOf([classId])).get(classId) ?? [];
        const language = await accounts.languageOf(student.userId);
        const [who] = [...(await accounts.people([student.userId])).values()];
        await inTransaction(sequelize, async (transaction) => {
          await table.create(
            {
              id,
              authorId: student.userId,
              byStudent: true,
              readers: 'students',
              familyTick: false,
              answers: schoolClass.noticeAnswers,
              language,
              words: { [language]: { title, text: textOf(text) } },
              phrases: [],
              attachments: [],
              spoken: null,
              briefId: null,
              showAt: waits ? null : new Date(now),
              untilDay: null,
              pinned: false,
              closedAt: null,
              waits,
              hiddenAt: null,
              hiddenWord: '',
              wording: 1,
              tellWording: 1,
              toldWording: 0,
              madeAt: new Date(now),
              version: 1,
            },
            { transaction },
          );
          await noticeClasses.create({ noticeId: id, classId, audience: EVERYONE }, { transaction });
          if (!waits) return;
          const notice = (await notices.byId(id, transaction))!;
          const tellings = teachers.map((one) =>
            telling(notice, schoolClass, one.id, 'noticeWaits', `noticeWaits ${id}`, who ? fullName(who) : '', text.slice(0, 300)),
          );
          await news.tell(await Promise.all(tellings), now, transaction);
        });
      }
      const placed = { notice: (await notices.byId(id))!, schoolClass };
      const [reply] = await readingNotices.toRead([placed], { readerId: student.userId, studentId: student.userId, family: null }, now);
      return reply!;
    },

    /** A student takes down what they put up themselves. Teachers still find it. */
    async takeDown(student: Person, noticeId: string, now: Instant): Promise<void> {
      const [taken] = await table.update(
        { hiddenAt: new Date(now), waits: false, hiddenWord: '', version: sequelize.literal('version + 1') },
        { where: { id: noticeId, authorId: student.userId, byStudent: true, hiddenAt: null } },
      );
      if (taken === 0) throw new Problem('thing.unknown');
    },

    /** A teacher's word on a notice: a student's goes up or is hidden, with why; one's own is taken down or put up again. */
    async judge(teacher: Person, noticeId: string, verdict: NoticeVerdict, now: Instant): Promise<void> {
      const { notice } = await notices.toChange(teacher, noticeId);
      if (!notice.byStudent) return writingNotices.show(teacher, noticeId, verdict, now);
      const { shown, word } = verdict;
      const what = shown ? 'shown' : notice.waits ? 'refused' : 'hidden';
      await inTransaction(sequelize, async (transaction) => {
        const columns = shown
          ? { hiddenAt: null, hiddenWord: '', waits: false, showAt: new Date(notice.showAt ?? now) }
          : { hiddenAt: new Date(now), hiddenWord: word, waits: false };
        const [changed] = await table.update(
          { ...columns, version: notice.version + 1 },
          { where: { id: noticeId, version: notice.version }, transaction },
        );
        if (changed === 0) throw new Problem('conflict.changedMeanwhile');
        if (notice.waits || notice.hidden === null) await tell(notice.authorId, notice, what, word, now, transaction);
      });
    },

    /** Who puts up nothing for a time. */
    async pausesOf(teacher: Person, classId: string, now: Instant): Promise<NoticePause[]> {
      const schoolClass = await classes.forTeacher(teacher, 'notice.look', classId);
      const rows = await rowsOf(pauses, {
        where: { classId, untilDay: { [Op.gte]: localDateAt(schoolClass.calendar.zone, now) } },
      });
      const people = await accounts.people(rows.map((row) => row.studentId));
      return rows.flatMap(({ studentId, untilDay, word }) => {
        const person = people.get(studentId);
        return person
          ? [{ student: { id: person.id, givenName: person.givenName, familyName: person.familyName }, until: untilDay, word }]
          : [];
      });
    },

    /** Takes the right to put up notices from one student until a day, with a word; or gives it back. */
    async pause(teacher: Person, classId: string, studentId: string, { until, word }: NoticePauseRequest, now: Instant): Promise<void> {
      const schoolClass = await classes.forTeacher(teacher, 'notice.write', classId);
      const [member] = await roster.membersOf([classId], [studentId]);
      if (!member) throw new Problem('thing.unknown');
      const row: NoticePauseRow = { classId, studentId, untilDay: until ?? '', word };
      await inTransaction(sequelize, async (transaction) => {
        if (until === null) await pauses.destroy({ where: { classId, studentId }, transaction });
        else await pauses.upsert(row, { transaction });
        await news.tell(
          [
            {
              userId: studentId,
              kind: 'noticeSettled',
              onceKey: `noticePause ${classId} ${until ?? 'over'} ${now}`,
              assignmentId: null,
              classId,
              zone: schoolClass.calendar.zone,
              data: { title: until ?? '', className: schoolClass.label, who: until === null ? 'mayAgain' : 'paused', word },
            },
          ],
          now,
          transaction,
        );
      });
    },
  };
}

export type StudentNoticesService = ReturnType<typeof studentNoticesService>;
