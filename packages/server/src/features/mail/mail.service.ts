import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { createTransport } from 'nodemailer';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { MailroomReply } from '../../contract';
import { Problem } from '../../http/problem';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import type { Letter } from './letters';
import { defineCaughtMails, defineMails, type CaughtMailRow, type MailRow } from './mail.model';

const MINUTE_MS = 60_000;
/** How long after each failed try the next one follows; after the last it is given up. */
const BACK_OFF_MS = [1, 5, 30, 120, 720].map((minutes) => minutes * MINUTE_MS);
const LEASE_MS = 2 * MINUTE_MS;
const AT_ONCE = 20;
const MOST_LISTED = 200;

export interface MailSettings {
  /** smtp://… of the school's server; null: our own stand-in on loopback */
  url: string | null;
  standInPort: number;
  from: string;
  /** where people reach this server, for the links in mails */
  address: string;
}

/**
 * Mail: a row first, then the sending. A mail is taken for sending by a lease, so that of several server
 * processes one sends it; what could not be sent is tried again, later each time. If a process dies between
 * sending and noting it, the mail goes out again under the same message id, which mail servers know as the same.
 */
export function mailService({ sequelize, accounts, settings }: { sequelize: Sequelize; accounts: AccountsService; settings: MailSettings }) {
  const mails = defineMails(sequelize);
  const caught = defineCaughtMails(sequelize);
  const quick = { connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 15_000 };
  const transport =
    settings.url === null
      ? createTransport({ host: '127.0.0.1', port: settings.standInPort, secure: false, ignoreTLS: true, ...quick })
      : createTransport(settings.url, quick as object);

  async function sendOne(row: MailRow, now: number): Promise<void> {
    try {
      await transport.sendMail({ messageId: `<${row.id}@jolly>`, from: settings.from, to: { name: row.toName, address: row.toAddress }, subject: row.subject, text: row.body });
      await mails.update({ state: 'sent', sentAt: new Date(now), leasedUntil: null, tries: row.tries + 1, problem: null }, { where: { id: row.id } });
    } catch (error) {
      const wait = BACK_OFF_MS[row.tries];
      const problem = (error instanceof Error ? error.message : String(error)).slice(0, 500);
      await mails.update(
        { tries: row.tries + 1, leasedUntil: null, problem, ...(wait === undefined ? { state: 'failed' } : { nextTryAt: new Date(now + wait) }) },
        { where: { id: row.id } },
      );
    }
  }

  const service = {
    linkTo: (path: string) => `${settings.address}${path}`,

    /** Puts a letter into the queue, in the transaction of what it tells about. */
    async post(letter: Letter, to: { address: string; name: string; userId: string | null; id?: string }, by: string | null, now: number, transaction: Transaction): Promise<void> {
      const row: MailRow = {
        // Whoever may post the same letter twice gives it an id that follows from what it is.
        id: to.id ?? randomUUID(),
        toAddress: to.address,
        toName: to.name,
        subject: letter.subject.slice(0, 300),
        body: letter.body,
        byUser: by,
        toUser: to.userId,
        madeAt: new Date(now),
        state: 'waiting',
        tries: 0,
        nextTryAt: new Date(now),
        leasedUntil: null,
        sentAt: null,
        problem: null,
      };
      await mails.bulkCreate([row], { ignoreDuplicates: true, transaction });
    },

    /** Sends what is due. @returns how many mails were taken up */
    async sendDue(now: number): Promise<number> {
      const free = { state: 'waiting', nextTryAt: { [Op.lte]: new Date(now) }, leasedUntil: { [Op.or]: [{ [Op.is]: null }, { [Op.lt]: new Date(now) }] } as never };
      const due = (await mails.findAll({ where: free, order: [['nextTryAt', 'ASC']], limit: AT_ONCE, raw: true })) as unknown as MailRow[];
      let taken = 0;
      for (const row of due) {
        const [mine] = await mails.update({ leasedUntil: new Date(now + LEASE_MS) }, { where: { ...free, id: row.id } });
        if (mine === 0) continue;
        taken += 1;
        await sendOne(row, now);
      }
      return taken;
    },

    /** What this teacher sent or was sent, newest first; whoever looks after the mailroom sees all. */
    async mailroom(teacher: Actor & { userId: string }): Promise<MailroomReply> {
      const me = await accounts.me(teacher);
      const mine = me?.keeper ? {} : { [Op.or]: [{ byUser: teacher.userId }, { toUser: teacher.userId }] };
      const rows = (await mails.findAll({
        where: mine,
        order: [
          ['madeAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
        raw: true,
      })) as unknown as MailRow[];
      const [people, arrived] = await Promise.all([
        accounts.people(rows.flatMap((row) => row.byUser ?? [])),
        caught.findAll({ attributes: ['mailId', 'caughtAt'], where: { mailId: { [Op.in]: rows.map((row) => row.id) } }, raw: true }) as unknown as Promise<CaughtMailRow[]>,
      ]);
      const caughtAt = new Map(arrived.map((row) => [row.mailId, row.caughtAt.getTime()]));
      return {
        standIn: settings.url === null,
        mails: rows.map((row) => {
          const by = row.byUser === null ? null : people.get(row.byUser);
          return {
            id: row.id,
            to: row.toAddress,
            toName: row.toName,
            subject: row.subject,
            body: row.body,
            by: by ? fullName(by) : null,
            madeAt: row.madeAt.getTime(),
            state: row.state,
            tries: row.tries,
            nextTryAt: row.nextTryAt.getTime(),
            sentAt: row.sentAt?.getTime() ?? null,
            problem: row.problem,
            caughtAt: caughtAt.get(row.id) ?? null,
          };
        }),
      };
    },

    /** Tries a mail again at once that waits or was given up. @throws Problem `thing.unknown` if it is not theirs */
    async again(teacher: Actor & { userId: string }, id: string, now: number): Promise<void> {
      const { mails: visible } = await service.mailroom(teacher);
      if (!visible.some((mail) => mail.id === id)) throw new Problem('thing.unknown');
      await mails.update({ state: 'waiting', tries: 0, nextTryAt: new Date(now) }, { where: { id, state: { [Op.ne]: 'sent' } } });
    },
  };
  return service;
}

export type MailService = ReturnType<typeof mailService>;
