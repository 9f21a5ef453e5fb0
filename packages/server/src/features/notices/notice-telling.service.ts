import { noticeIn, plainText, type Instant, type Language } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import { readsOf } from '../pieces/sight';
import type { FamiliesService } from '../families/families.service';
import type { NewsService, Telling } from '../news/news.service';
import { defineNotices } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';

const TOLD_A_ROUND = 20;
const LONGEST_TOLD = 300;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  families: FamiliesService;
  notices: NoticesService;
  news: NewsService;
}

/** How a notice begins, for a line of news or a letter. */
export function beginningOf(notice: Notice, wanted: readonly (Language | null)[]): { title: string; word: string } {
  const { title, phrases, text } = noticeIn(wanted, notice);
  const words = [...phrases, plainText(text).replace(/\s+/g, ' ').trim()].filter(Boolean).join(' ');
  return { title, word: words.length > LONGEST_TOLD ? `${words.slice(0, LONGEST_TOLD - 1)}…` : words };
}

/** Who hears of a notice: its readers, each once for each wording they are to be told of, in their language. */
export function noticeTellingService({ sequelize, accounts, classes, families, notices, news }: Collaborators) {
  const { notices: table, reads } = defineNotices(sequelize);

  type Wanted = readonly (Language | null)[];
  const line = (notice: Notice, schoolClass: SchoolClass, userId: string, onceKey: string, wanted: Wanted, who: string): Telling => ({
    userId,
    kind: 'notice',
    onceKey,
    assignmentId: null,
    classId: schoolClass.id,
    zone: schoolClass.calendar.zone,
    data: { ...beginningOf(notice, wanted), className: schoolClass.label, who, language: wanted.find((one) => one !== null) ?? 'en' },
  });

  /**
   * Lines for everybody a notice is for; the one who wrote it hears nothing.
   * @param keyOf under which key somebody is told; null: not at all
   */
  async function linesOf(
    notice: Notice,
    of: readonly SchoolClass[],
    keyOf: (readerId: string) => string | null,
    familyTelling: readonly string[],
  ): Promise<Telling[]> {
    const audience = await notices.audienceOf(of);
    const teachers = await classes.teachersOf(of.map((one) => one.id));
    const teacherIds = [...teachers.values()].flat().map((one) => one.id);
    const [people, languages] = await Promise.all([accounts.people([notice.authorId]), accounts.languagesOf(teacherIds)]);
    const by = people.has(notice.authorId) ? fullName(people.get(notice.authorId)!) : '';
    const lines: Telling[] = [];
    const put = (schoolClass: SchoolClass, userId: string, wanted: Wanted, who: string) => {
      const key = userId === notice.authorId ? null : keyOf(userId);
      if (key !== null) lines.push(line(notice, schoolClass, userId, key, wanted, who));
    };
    for (const schoolClass of of) {
      if (notice.readers === 'teachers' || notice.byStudent)
        for (const { id } of teachers.get(schoolClass.id) ?? []) put(schoolClass, id, [languages.get(id) ?? null], by);
      if (notice.readers === 'teachers') continue;
      const members = audience(notice, schoolClass);
      const students = members.map((one) => one.student);
      for (const member of members) put(schoolClass, member.student.id, readsOf(member), by);
      if (notice.readers !== 'families') continue;
      const linked = await families.toldOf(
        students.map((one) => one.id),
        familyTelling,
      );
      // A family with two children in it is told once, of the first.
      for (const student of students)
        for (const one of linked.get(student.id) ?? []) put(schoolClass, one.familyId, [one.language], fullName(student));
    }
    return lines;
  }

  return {
    /** Tells of what has gone up since the last round; each wording once, whichever server does it. */
    async tellShown(now: Instant): Promise<void> {
      for (const notice of await notices.untold(now, TOLD_A_ROUND)) {
        const of = (await classes.load(notice.classes.map((one) => one.classId))).filter((one) => one.putAwayAt === null);
        const rows =
          notice.tellWording > 1 ? await rowsOf(reads, { where: { noticeId: notice.id, wording: { [Op.lt]: notice.tellWording } } }) : [];
        const hadRead = new Set(rows.map((row) => row.readerId));
        // Who had read an earlier wording hears of the new one; anybody else of the notice, once.
        const keyOf = (readerId: string) => (hadRead.has(readerId) ? `notice ${notice.id} ${notice.tellWording}` : `notice ${notice.id}`);
        const lines = await linesOf(notice, of, keyOf, ['atOnce']);
        await inTransaction(sequelize, async (transaction) => {
          const [mine] = await table.update(
            { toldWording: notice.tellWording },
            { where: { id: notice.id, toldWording: notice.toldWording }, transaction },
          );
          if (mine > 0) await news.tell(lines, now, transaction);
        });
      }
    },

    /** Reminds those of one class who have not read it, families too, those also who want only the weekly letter. @returns how many */
    async remind(teacher: Person, classId: string, noticeId: string, now: Instant): Promise<{ reminded: number }> {
      const { notice, schoolClass } = await notices.inClass(teacher, 'notice.write', classId, noticeId);
      const read = new Set(
        (await rowsOf(reads, { where: { noticeId, wording: { [Op.gte]: notice.tellWording } } })).map((row) => row.readerId),
      );
      // Pressed twice within an hour, it reminds once.
      const hour = Math.floor(now / 3_600_000);
      const keyOf = (readerId: string) => (read.has(readerId) ? null : `notice ${noticeId} reminded ${hour}`);
      const lines = await linesOf(notice, [schoolClass], keyOf, ['atOnce', 'weekly']);
      await inTransaction(sequelize, (transaction) => news.tell(lines, now, transaction));
      return { reminded: new Set(lines.map((one) => one.userId)).size };
    },
  };
}

export type NoticeTellingService = ReturnType<typeof noticeTellingService>;
