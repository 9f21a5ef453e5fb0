import { noticeStand, readsAnswer, takesNoticeAnswers, type Instant } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { NoticeAnswer, NoticeAnswerRequest, NoticeVerdict } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { NewsService, Telling } from '../news/news.service';
import { beginningOf } from './notice-telling.service';
import { defineNotices, type NoticeAnswerRow } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';
import type { ReadingNoticesService } from './reading-notices.service';

const MOST_ANSWERS = 2000;
const LONGEST_TOLD = 300;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  notices: NoticesService;
  readingNotices: ReadingNoticesService;
  news: NewsService;
}

/**
 * Answers to notices, in each class by itself: for the teachers only, or for the class. Whatever a student writes, the teachers
 * of the class read it; what they hide, its author alone still sees, with why.
 */
export function noticeAnswersService({ sequelize, accounts, classes, notices, readingNotices, news }: Collaborators) {
  const { answers } = defineNotices(sequelize);

  async function toReplies(rows: readonly NoticeAnswerRow[], readerId: string): Promise<NoticeAnswer[]> {
    const people = await accounts.people([...new Set(rows.map((row) => row.authorId))]);
    return rows.map((row) => {
      const author = people.get(row.authorId);
      return {
        id: row.id,
        by: author ? fullName(author) : '',
        teacher: author?.role === 'teacher',
        own: row.authorId === readerId,
        studentId: row.studentId,
        below: row.below,
        text: row.text,
        at: row.at.getTime(),
        hidden: row.hiddenAt === null ? null : { word: row.hiddenWord },
      };
    });
  }
  const of = (noticeId: string, classId: string) =>
    rowsOf(answers, {
      where: { noticeId, classId },
      order: [
        ['at', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: MOST_ANSWERS,
    });
  const reads = (row: NoticeAnswerRow, studentId: string) =>
    readsAnswer({ by: row.authorId, of: row.studentId, hidden: row.hiddenAt !== null, forClass: Boolean(row.forClass) }, studentId);

  const telling = (notice: Notice, schoolClass: SchoolClass, row: NoticeAnswerRow, userId: string, who: string): Telling => ({
    userId,
    kind: 'noticeAnswered',
    onceKey: `noticeAnswered ${row.id}`,
    assignmentId: null,
    classId: schoolClass.id,
    zone: schoolClass.calendar.zone,
    data: { title: beginningOf(notice, []).title, className: schoolClass.label, who, word: row.text.slice(0, LONGEST_TOLD) },
  });

  /** Stores an answer and tells who is to hear of it. The same id again is the same answer. */
  async function put(
    { notice, schoolClass }: { notice: Notice; schoolClass: SchoolClass },
    row: NoticeAnswerRow,
    readerIds: readonly string[],
    now: Instant,
  ): Promise<void> {
    const people = await accounts.people([row.authorId]);
    const who = people.has(row.authorId) ? fullName(people.get(row.authorId)!) : '';
    const tellings = [...new Set(readerIds)].filter((id) => id !== row.authorId).map((id) => telling(notice, schoolClass, row, id, who));
    await inTransaction(sequelize, async (transaction) => {
      await answers.bulkCreate([row], { ignoreDuplicates: true, transaction });
      await news.tell(tellings, now, transaction);
    });
  }

  /** What an answer stands below, one level deep: below an answer to an answer it joins the same line. @throws Problem `thing.unknown` */
  async function above(noticeId: string, classId: string, below: string | null): Promise<NoticeAnswerRow | null> {
    if (below === null) return null;
    const found = await rowByKey(answers, below);
    const first = found?.below ? await rowByKey(answers, found.below) : found;
    if (first?.noticeId !== noticeId || first.classId !== classId) throw new Problem('thing.unknown');
    return first;
  }

  const row = (
    noticeId: string,
    classId: string,
    { id, text }: NoticeAnswerRequest,
    more: Pick<NoticeAnswerRow, 'authorId' | 'studentId' | 'below' | 'forClass'>,
    now: Instant,
  ): NoticeAnswerRow => ({ id, noticeId, classId, text, at: new Date(now), hiddenAt: null, hiddenWord: '', ...more });

  const service = {
    async forTeacher(teacher: Person, classId: string, noticeId: string): Promise<NoticeAnswer[]> {
      await notices.inClass(teacher, 'notice.look', classId, noticeId);
      return toReplies(await of(noticeId, classId), teacher.userId);
    },

    /** A teacher answers: below what a student wrote, or for the class where the class answers. */
    async writeAsTeacher(
      teacher: Person,
      classId: string,
      noticeId: string,
      request: NoticeAnswerRequest,
      now: Instant,
    ): Promise<NoticeAnswer[]> {
      const placed = await notices.inClass(teacher, 'notice.write', classId, noticeId);
      const first = await above(noticeId, classId, request.below);
      if (first === null && placed.notice.answers !== 'class') throw new Problem('notice.noAnswers');
      const more = {
        authorId: teacher.userId,
        studentId: first?.studentId ?? null,
        below: first?.id ?? null,
        forClass: first ? Boolean(first.forClass) : true,
      };
      await put(placed, row(noticeId, classId, request, more, now), first?.studentId ? [first.studentId] : [], now);
      return service.forTeacher(teacher, classId, noticeId);
    },

    /** Hides an answer with a word for its author, or lets it be seen again. */
    async judge(teacher: Person, answerId: string, { shown, word }: NoticeVerdict, now: Instant): Promise<NoticeAnswer[]> {
      const found = await rowByKey(answers, answerId);
      if (!found) throw new Problem('thing.unknown');
      const { schoolClass, notice } = await notices.inClass(teacher, 'notice.write', found.classId, found.noticeId);
      await inTransaction(sequelize, async (transaction) => {
        const [changed] = await answers.update(
          { hiddenAt: shown ? null : new Date(now), hiddenWord: shown ? '' : word },
          { where: { id: answerId, hiddenAt: found.hiddenAt }, transaction },
        );
        const [author] = [...(await accounts.people([found.authorId])).values()];
        if (shown || changed === 0 || author?.role !== 'student') return;
        await news.tell(
          [
            {
              userId: found.authorId,
              kind: 'noticeSettled',
              onceKey: `noticeSettled ${answerId} ${now}`,
              assignmentId: null,
              classId: schoolClass.id,
              zone: schoolClass.calendar.zone,
              data: { title: beginningOf(notice, []).title, className: schoolClass.label, who: 'answerHidden', word },
            },
          ],
          now,
          transaction,
        );
      });
      return service.forTeacher(teacher, found.classId, found.noticeId);
    },

    /** What a student reads: their own thread, and what was written for the class. */
    async forStudent(student: Person, noticeId: string, now: Instant): Promise<NoticeAnswer[]> {
      const { schoolClass } = await readingNotices.found(student, noticeId, now);
      return toReplies(
        (await of(noticeId, schoolClass.id)).filter((one) => reads(one, student.userId)),
        student.userId,
      );
    },

    /**
     * A student answers.
     * @throws Problem `notice.noAnswers` where none are taken any more
     */
    async writeAsStudent(student: Person, noticeId: string, request: NoticeAnswerRequest, now: Instant): Promise<NoticeAnswer[]> {
      const { notice, schoolClass } = await readingNotices.found(student, noticeId, now);
      const stand = noticeStand(schoolClass.calendar.zone, notice, now);
      if (!takesNoticeAnswers({ answers: notice.answers, closed: notice.closed, stand })) throw new Problem('notice.noAnswers');
      const first = await above(noticeId, schoolClass.id, request.below);
      if (first && !reads(first, student.userId)) throw new Problem('thing.unknown');
      const forClass = first ? Boolean(first.forClass) : notice.answers === 'class';
      const more = { authorId: student.userId, studentId: first ? first.studentId : student.userId, below: first?.id ?? null, forClass };
      const teachers = (await classes.teachersOf([schoolClass.id])).get(schoolClass.id) ?? [];
      await put(
        { notice, schoolClass },
        row(noticeId, schoolClass.id, request, more, now),
        [...teachers.map((one) => one.id), ...(first ? [first.authorId] : [])],
        now,
      );
      return service.forStudent(student, noticeId, now);
    },
  };
  return service;
}

export type NoticeAnswersService = ReturnType<typeof noticeAnswersService>;
