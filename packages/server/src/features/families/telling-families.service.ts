import { instantOf, localDateAt, plusDays, weekdayOf, DAY_MS, type LocalDate } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { FamilyClass, FamilyPiece, ReadNotice } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { fullName } from '../accounts/person';
import { weeklyLetter, type WeekOfClass } from '../mail/letters';
import type { MailService } from '../mail/mail.service';
import type { NewsService, Telling } from '../news/news.service';
import type { ReadingNoticesService } from '../notices/reading-notices.service';
import type { PortfolioWordsService } from '../portfolio/portfolio-words.service';
import type { ChildrenService } from './children.service';
import type { FamiliesService } from './families.service';

const FRIDAY = 5;
const FOUR_O_CLOCK_MS = 16 * 3_600_000;
const LOOK_EVERY_MS = 15 * 60_000;
const AT_ONCE = 20;
const AHEAD_MS = 7 * DAY_MS;

/** The last Friday on which the weekly letters are due: four in the afternoon, school time. */
export function lastLetterDay(zone: string, now: number): LocalDate {
  const today = localDateAt(zone, now);
  const friday = plusDays(today, -((weekdayOf(today) - FRIDAY + 7) % 7));
  return instantOf(zone, { date: friday, msOfDay: FOUR_O_CLOCK_MS }) <= now ? friday : plusDays(friday, -7);
}

interface Collaborators {
  sequelize: Sequelize;
  families: FamiliesService;
  children: ChildrenService;
  readingNotices: ReadingNoticesService;
  portfolioWords: PortfolioWordsService;
  news: NewsService;
  mail: MailService;
  zone: string;
}

/**
 * Telling families, by their choice. What becomes missing is nothing that anybody does, so for those who are told at
 * once it is looked every quarter of an hour; each thing is told once, by its key. The weekly letter goes out on Fridays.
 */
export function tellingFamiliesService({ sequelize, families, children, readingNotices, portfolioWords, news, mail, zone }: Collaborators) {
  const NOTHING_UNREAD = new Map<string, number>();

  /** What a week was for a class: what came back and was handed in, what is missing, what comes, what else is to be seen. */
  function weekOf(
    { classId, className, zone: own, view, missing, coming, waiting, returned }: FamilyClass,
    { notices, portfolio }: { notices: readonly ReadNotice[]; portfolio: readonly { classId: string; title: string }[] },
    since: number,
    now: number,
  ): WeekOfClass {
    return {
      className,
      zone: own,
      total: view?.standing.total ?? null,
      returned: returned.filter((piece) => (piece.returnedAt ?? 0) > since),
      handedIn: waiting.filter((piece) => piece.state === 'in' || piece.state === 'inLate'),
      missing,
      notices: notices.filter((one) => one.classId === classId && (one.showAt ?? 0) > since).map((one) => one.title),
      portfolio: portfolio.filter((one) => one.classId === classId).map((one) => one.title),
      coming: coming.filter((piece) => piece.due !== null && piece.due <= now + AHEAD_MS),
    };
  }

  return {
    /** Writes the weekly letters that are due. @returns how many families got theirs */
    async writeWeekly(now: number): Promise<number> {
      const day = lastLetterDay(zone, now);
      const due = await families.toTell({ telling: 'weekly', weeklyFor: { [Op.or]: [{ [Op.is]: null }, { [Op.lt]: day }] } }, AT_ONCE);
      let letters = 0;
      for (const { familyId, language, weeklyFor, lookedAt, person } of due) {
        const kids = await families.childrenOf(familyId);
        const since = instantOf(zone, { date: plusDays(day, -7), msOfDay: FOUR_O_CLOCK_MS });
        const weeks = await Promise.all(
          kids.map(async (kid) => ({
            kid,
            classes: await children.classesOf(kid.id, { familyId, unread: NOTHING_UNREAD, language }, now),
            said: {
              notices: await readingNotices.forFamily({ familyId, studentId: kid.id, language }, now),
              portfolio: await portfolioWords.newWithYes(kid.id, since, now),
            },
          })),
        );
        await inTransaction(sequelize, async (transaction) => {
          if (!(await families.takeTurn(familyId, { weeklyFor }, { weeklyFor: day }, transaction))) return;
          // Who has just come is told from the next Friday on.
          if (weeklyFor === null && lookedAt.getTime() > instantOf(zone, { date: day, msOfDay: FOUR_O_CLOCK_MS })) return;
          if (person.email === null) return;
          for (const { kid, classes, said } of weeks) {
            if (classes.length === 0) continue;
            const letter = weeklyLetter({
              language,
              name: person.givenName,
              child: fullName(kid),
              weeks: classes.map((one) => weekOf(one, said, since, now)),
              link: mail.linkTo('/family'),
            });
            await mail.post(letter, { address: person.email, name: fullName(person), userId: familyId }, null, now, transaction);
          }
          letters += 1;
        });
      }
      return letters;
    },

    /** Looks for what is missing by time alone and families who are told at once do not know yet. @returns how many were looked at */
    async look(now: number): Promise<number> {
      const due = await families.toTell({ telling: 'atOnce', lookedAt: { [Op.lte]: new Date(now - LOOK_EVERY_MS) } }, AT_ONCE);
      for (const { familyId, language, lookedAt } of due) {
        const since = lookedAt.getTime();
        const tellings: Telling[] = [];
        for (const kid of await families.childrenOf(familyId))
          for (const one of await children.classesOf(kid.id, { familyId, unread: NOTHING_UNREAD, language }, now)) {
            const tell = (kind: 'childMissing', piece: FamilyPiece, at: number) =>
              tellings.push({
                userId: familyId,
                kind,
                onceKey: `${kind} ${kid.id} ${piece.id} ${at}`,
                assignmentId: piece.id,
                classId: one.classId,
                zone: one.zone,
                data: {
                  title: piece.title,
                  className: one.className,
                  who: fullName(kid),
                  studentId: kid.id,
                  language,
                  to: { opens: null, due: piece.due, closes: piece.closes },
                },
              });
            for (const piece of one.missing) if (piece.due !== null && piece.due >= since) tell('childMissing', piece, piece.due);
          }
        await inTransaction(sequelize, async (transaction) => {
          if (!(await families.takeTurn(familyId, { lookedAt }, { lookedAt: new Date(now) }, transaction))) return;
          await news.tell(tellings, now, transaction);
        });
      }
      return due.length;
    },
  };
}

export type TellingFamiliesService = ReturnType<typeof tellingFamiliesService>;
