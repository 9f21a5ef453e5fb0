import { mailAt, sameWindow, type Actor, type TellingChoice, type WorkWindow } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { LetterShows, MailroomReply, NewsItem, NewsKind, NewsReply, TellingSettings } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { familyNewsLetter, newsLetter } from '../mail/letters';
import type { NewsLine } from '../mail/news-sentence';
import type { FailedMail, MailService } from '../mail/mail.service';
import { allowed, leastOf, type WhatCameBack } from '../mail/what-came-back';
import { inReadersWords } from './titles-read';
import { NEWS, newsKindsFor } from './news-kinds';
import { defineNews, type NewsRow } from './news.model';

const MOST_LISTED = 100;
const PEOPLE_A_ROUND = 50;
const LATELY_MS = 14 * 86_400_000;

const USUAL_QUIET = { from: '21:00', to: '07:00' };

/** What a row says besides whom and when. */
export interface NewsData {
  title: string;
  className: string;
  who?: string;
  word?: string;
  from?: WorkWindow;
  to?: WorkWindow | null;
  studentId?: string;
  /** of a return: what came back, as far as the class lets letters say it */
  back?: WhatCameBack | null;
  /** what its reader wants of that at most; students have it among their settings */
  shows?: LetterShows;
  /** of whom it is told to, where the mail is not in English */
  language?: string;
}

/** Something to tell one person, once: the same key again is not told again. */
export interface Telling {
  userId: string;
  kind: NewsKind;
  onceKey: string;
  /** null for what is about no piece of work */
  assignmentId: string | null;
  classId: string | null;
  /** of the class, for quiet hours and the times in the mail */
  zone: string;
  data: NewsData;
}

/**
 * Whatever a person is to be told is a row first, in the transaction of what it is about; what they see in the
 * application and the mail they get are made from it. A server that stops in between forgets nothing and a
 * second one tells nobody twice.
 */
export function newsService({ sequelize, accounts, mail }: { sequelize: Sequelize; accounts: AccountsService; mail: MailService }) {
  const { news, settings } = defineNews(sequelize);

  async function settingsOf(userIds: readonly string[], transaction?: Transaction): Promise<Map<string, TellingSettings>> {
    const rows = await rowsOf(settings, {
      where: { userId: { [Op.in]: [...userIds] } },
      ...(transaction ? { transaction } : {}),
    });
    return new Map(
      rows.map((row) => [
        row.userId,
        {
          choices: fromJson<TellingSettings['choices']>(row.choices),
          quiet: { from: row.quietFrom, to: row.quietTo },
          letterShows: row.letterShows,
        },
      ]),
    );
  }

  const choiceOf = (chosen: TellingSettings | undefined, kind: NewsKind): TellingChoice => chosen?.choices[kind] ?? NEWS[kind].usual;

  /** Dates that changed again before anybody was told are told once, and not at all if they are as they were. */
  async function takeIn(telling: Telling, transaction: Transaction): Promise<Telling | null> {
    const { userId, assignmentId, kind, data } = telling;
    if (kind !== 'dates' || !data.from || !data.to) return telling;
    const where = { userId, assignmentId, kind: 'dates', seenAt: null, mailedAt: null };
    const earlier = await rowOf(news, { where, order: [['madeAt', 'DESC']], transaction });
    if (!earlier) return telling;
    await news.destroy({ where: { id: earlier.id }, transaction });
    const from = fromJson<NewsData>(earlier.data).from ?? data.from;
    return sameWindow(from, data.to) ? null : { ...telling, data: { ...data, from } };
  }

  const service = {
    async tell(all: readonly Telling[], now: number, transaction: Transaction): Promise<void> {
      if (all.length === 0) return;
      const chosen = await settingsOf(
        all.map((one) => one.userId),
        transaction,
      );
      const rows: NewsRow[] = [];
      for (const one of await inReadersWords(sequelize, all, transaction)) {
        const own = chosen.get(one.userId);
        const choice = choiceOf(own, one.kind);
        // Late hand-ins are many; who has not asked to hear of them sees them on the pile.
        if (one.kind === 'inLate' && choice === 'never') continue;
        const telling = await takeIn(one, transaction);
        if (!telling) continue;
        const { zone, data, ...rest } = telling;
        const at = mailAt({ zone, at: now, choice, quiet: own?.quiet ?? USUAL_QUIET });
        rows.push({
          id: randomUUID(),
          ...rest,
          data: { ...data, zone },
          madeAt: new Date(now),
          seenAt: null,
          mailAt: at === null ? null : new Date(at),
          mailedAt: null,
        });
      }
      await news.bulkCreate(rows, { ignoreDuplicates: true, transaction });
    },

    /** Whoever sent a letter hears that it could not be delivered; of one that nobody sent, who looks after the mailroom. */
    async tellMailFailed(
      { id, toName, toAddress, subject, byUser, problem }: FailedMail,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      const readers = byUser === null ? await accounts.keepers() : [byUser];
      await service.tell(
        readers.map((userId): Telling => ({
          userId,
          kind: 'mailFailed',
          onceKey: `mailFailed:${id}`,
          assignmentId: null,
          classId: null,
          zone: 'UTC',
          data: { title: subject, className: '', who: toName || toAddress, word: problem },
        })),
        now,
        transaction,
      );
    },

    async list(person: Actor & { userId: string }): Promise<NewsReply> {
      const rows = await rowsOf(news, {
        where: { userId: person.userId },
        order: [
          ['madeAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      const items = rows.map((row): NewsItem => {
        const data = fromJson<NewsData>(row.data);
        return {
          id: row.id,
          kind: row.kind as NewsKind,
          assignmentId: row.assignmentId,
          classId: row.classId,
          className: data.className,
          title: data.title,
          who: data.who ?? '',
          from: data.from ?? null,
          to: data.to ?? null,
          word: data.word ?? '',
          studentId: data.studentId ?? null,
          madeAt: row.madeAt.getTime(),
          seen: row.seenAt !== null,
        };
      });
      return { news: items, unseen: await news.count({ where: { userId: person.userId, seenAt: null } }) };
    },

    async seen(person: Actor & { userId: string }, now: number): Promise<void> {
      await news.update({ seenAt: new Date(now) }, { where: { userId: person.userId, seenAt: null, madeAt: { [Op.lte]: new Date(now) } } });
    },

    async settings(person: Actor & { userId: string }): Promise<TellingSettings> {
      const own = (await settingsOf([person.userId])).get(person.userId);
      return {
        choices: Object.fromEntries(newsKindsFor(person.role).map((kind) => [kind, choiceOf(own, kind)])),
        quiet: own?.quiet ?? USUAL_QUIET,
        letterShows: own?.letterShows ?? 'score',
      };
    },

    async choose(person: Actor & { userId: string }, { choices, quiet, letterShows }: TellingSettings): Promise<void> {
      await settings.upsert({ userId: person.userId, choices, quietFrom: quiet.from, quietTo: quiet.to, letterShows });
    },

    /** News that waits to be mailed, and who had some lately and has no address; of the classes one teaches, or of all. */
    async notMailed(classIds: readonly string[] | null, now: number): Promise<Pick<MailroomReply, 'held' | 'withoutAddress'>> {
      if (classIds?.length === 0) return { held: [], withoutAddress: [] };
      const where = classIds ? 'AND n.class_id IN (:classIds)' : '';
      const replacements = { now: new Date(now), lately: new Date(now - LATELY_MS), ...(classIds ? { classIds: [...classIds] } : {}) };
      const [waiting, lacking] = await Promise.all([
        sequelize.query<{ id: string; n: number; until: Date }>(
          `SELECT n.user_id AS id, COUNT(*) AS n, MIN(n.mail_at) AS until FROM news n JOIN users u ON u.id = n.user_id
           WHERE n.mailed_at IS NULL AND n.mail_at > :now AND u.email IS NOT NULL ${where} GROUP BY n.user_id ORDER BY until, id LIMIT 200`,
          { replacements, type: QueryTypes.SELECT },
        ),
        sequelize.query<{ id: string; n: number }>(
          `SELECT n.user_id AS id, COUNT(*) AS n FROM news n JOIN users u ON u.id = n.user_id
           WHERE n.mail_at IS NOT NULL AND n.made_at > :lately AND u.email IS NULL ${where} GROUP BY n.user_id LIMIT 400`,
          { replacements, type: QueryTypes.SELECT },
        ),
      ]);
      const people = await accounts.people([...waiting, ...lacking].map((row) => row.id));
      const nameOf = (id: string) => (people.get(id) ? fullName(people.get(id)!) : '');
      return {
        held: waiting.map((row) => ({ id: row.id, toName: nameOf(row.id), news: Number(row.n), until: row.until.getTime() })),
        withoutAddress: lacking
          .map((row) => ({ id: row.id, name: nameOf(row.id), news: Number(row.n) }))
          .sort((a, b) => a.name.localeCompare(b.name, 'en')),
      };
    },

    /** Makes mails of what may go out: one letter a person, however much there is. @returns how many letters */
    async mailDue(now: number): Promise<number> {
      const due = { mailedAt: null, mailAt: { [Op.lte]: new Date(now) } };
      const who = await rowsOf(news, {
        attributes: ['userId'],
        where: due,
        group: ['userId'],
        limit: PEOPLE_A_ROUND,
      });
      if (who.length === 0) return 0;
      const ids = who.map((row) => row.userId);
      const [people, languages] = await Promise.all([accounts.details(ids), accounts.languagesOf(ids)]);
      let letters = 0;
      for (const { userId } of who) {
        await inTransaction(sequelize, async (transaction) => {
          // Locked: a second server waits here and then finds nothing left to send.
          const rows = await rowsOf(news, {
            where: { ...due, userId },
            order: [['madeAt', 'ASC']],
            lock: true,
            transaction,
          });
          if (rows.length === 0) return;
          await news.update({ mailedAt: new Date(now) }, { where: { id: { [Op.in]: rows.map((row) => row.id) } }, transaction });
          const person = people.get(userId);
          if (!person?.email) return;
          const wants = (await settingsOf([userId], transaction)).get(userId)?.letterShows ?? 'score';
          const lines = rows.map((row): NewsLine => {
            const { back, shows = 'score', ...data } = fromJson<NewsData & { zone: string }>(row.data);
            return { kind: row.kind as NewsKind, ...data, back: allowed(back, leastOf(wants, shows)) };
          });
          await mail.post(
            person.role === 'family'
              ? familyNewsLetter({ name: person.givenName, lines, link: mail.linkTo('/family') })
              : newsLetter({ language: languages.get(userId) ?? 'en', name: person.givenName, lines, link: mail.linkTo('/news') }),
            { address: person.email, name: `${person.givenName} ${person.familyName}`.trim(), userId },
            null,
            now,
            transaction,
          );
          letters += 1;
        });
      }
      return letters;
    },
  };
  return service;
}

export type NewsService = ReturnType<typeof newsService>;
