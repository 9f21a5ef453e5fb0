import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { createTransport } from 'nodemailer';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { MailroomReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { inTransaction } from '../../db/transaction';
import { withLease } from '../../jobs/lease';
import { letterHtml } from './letter-html';
import type { Letter } from './letters';
import { defineCaughtMails, defineMails, type MailRow } from './mail.model';

const MINUTE_MS = 60_000;
/** How long after each failed try the next one follows; after the last it is given up. */
const BACK_OFF_MS = [1, 5, 30, 120, 720].map((minutes) => minutes * MINUTE_MS);
/** What the other side may have taken in although it said nothing is not sent again before this. */
const UNCERTAIN_MS = 30 * MINUTE_MS;
/** However slowly a mail server answers, after this it is as if it had not. */
const LONGEST_MS = 60_000;
const LEASE_MS = 30_000;
const AT_ONCE = 20;
/** Mails sent beside each other, so that one that hangs holds nobody else's up. */
const LANES = 5;
const MOST_LISTED = 200;

export interface MailSettings {
  /** smtp://… of the school's server; null: our own stand-in on loopback */
  url: string | null;
  standInPort: number;
  from: string;
  /** where people reach this server, for the links in mails */
  address: string;
}

/** How a sending failed: for good, perhaps not at all (the mail server took it and was silent), or so that it is tried again. */
function howFailed(error: unknown): 'forGood' | 'uncertain' | 'again' {
  const { code, responseCode } = (error ?? {}) as { code?: string; responseCode?: number };
  // An answer of 5xx to the address or the message: it will be the same tomorrow. To our sign-in it is the school's setting.
  if (responseCode !== undefined && responseCode >= 500 && (code === 'EENVELOPE' || code === 'EMESSAGE')) return 'forGood';
  if (code === 'ESILENT') return 'uncertain';
  return 'again';
}

/** A letter that could not be delivered, for whoever sent it. */
export type FailedMail = Pick<MailRow, 'id' | 'toName' | 'toAddress' | 'subject' | 'byUser'> & { problem: string };

/**
 * Mail: a row first, then the sending, under a lease of the mail, so that of several servers one sends it. What could not be
 * sent is tried again, later each time; what fails for good is told to whoever sent it. A server that dies between sending and
 * noting it leads to a second sending under the same message id, which mail servers know as the same.
 */
export function mailService({
  sequelize,
  accounts,
  settings,
}: {
  sequelize: Sequelize;
  accounts: AccountsService;
  settings: MailSettings;
}) {
  const mails = defineMails(sequelize);
  const caught = defineCaughtMails(sequelize);
  const quick = { connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 15_000 };
  const where =
    settings.url === null
      ? { host: '127.0.0.1', port: settings.standInPort, secure: false, ignoreTLS: true, ...quick }
      : { url: settings.url, ...quick };
  // The installation's own name, so that no two installations use one message id.
  const domain = URL.canParse(settings.address) ? new URL(settings.address).hostname : 'jolly.localhost';

  /** @throws after a minute as if the other side had been silent */
  async function deliver(row: MailRow): Promise<void> {
    // What the other side has said of the message itself: "go on with it" (354) and then nothing leaves open whether it has it.
    let began = false;
    const hears = (_entry: unknown, said: unknown) => void (began ||= typeof said === 'string' && said.startsWith('354'));
    const logger = { level: () => undefined, trace: hears, debug: hears, info: hears, warn: hears, error: hears, fatal: hears };
    const sending = createTransport({ ...where, logger, transactionLog: true }).sendMail({
      messageId: `<${row.id}@${domain}>`,
      from: settings.from,
      to: { name: row.toName, address: row.toAddress },
      subject: row.subject,
      text: row.body,
      html: letterHtml(row.body, row.language),
      headers: {
        'Auto-Submitted': 'auto-generated',
        'Content-Language': row.language,
        ...(row.settingsAt === null ? {} : { 'List-Unsubscribe': `<${row.settingsAt}>` }),
      },
    });
    let timer: NodeJS.Timeout | undefined;
    const silent = new Promise<never>((_, failed) => {
      timer = setTimeout(() => failed(Object.assign(new Error('The mail server does not answer.'), { code: 'ESILENT' })), LONGEST_MS);
    });
    sending.catch(() => undefined);
    try {
      await Promise.race([sending, silent]);
    } catch (error) {
      const answered = (error as { responseCode?: number }).responseCode !== undefined;
      throw began && !answered ? Object.assign(error as Error, { code: 'ESILENT' }) : error;
    } finally {
      clearTimeout(timer);
    }
  }

  /** Sends one under its lease. @returns what is over for good; null if it was sent, waits, or is another server's */
  async function sendOne(
    { id }: Pick<MailRow, 'id'>,
    now: number,
    onFailed: (mail: FailedMail, transaction: Transaction) => Promise<void>,
  ): Promise<boolean> {
    const taken = await withLease(sequelize, `mail ${id}`, { ms: LEASE_MS }, async (lease) => {
      // As it is now: another server may have sent it since it was listed.
      const row = await rowOf(mails, {
        where: { id, state: 'waiting', nextTryAt: { [Op.lte]: new Date(now) } },
      });
      if (!row) return false;
      const note = (columns: Partial<MailRow>, andThen: (transaction: Transaction) => Promise<void> = async () => undefined) =>
        inTransaction(sequelize, async (transaction) => {
          await lease.require(transaction);
          await mails.update({ tries: row.tries + 1, ...columns }, { where: { id }, transaction });
          await andThen(transaction);
        });
      try {
        await deliver(row);
      } catch (error) {
        const problem = (error instanceof Error ? error.message : String(error)).slice(0, 500);
        const how = howFailed(error);
        const wait = how === 'forGood' ? undefined : BACK_OFF_MS[row.tries];
        if (wait === undefined) await note({ state: 'failed', problem }, (transaction) => onFailed({ ...row, problem }, transaction));
        else await note({ problem, nextTryAt: new Date(now + (how === 'uncertain' ? Math.max(wait, UNCERTAIN_MS) : wait)) });
        return true;
      }
      await note({ state: 'sent', sentAt: new Date(now), problem: null });
      return true;
    });
    return taken ?? false;
  }

  const service = {
    linkTo: (path: string) => `${settings.address}${path}`,

    /** Puts a letter into the queue, in the transaction of what it tells about. */
    async post(
      letter: Letter,
      to: { address: string; name: string; userId: string | null; id?: string; isPrivate?: boolean; notBefore?: number },
      by: string | null,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
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
        nextTryAt: new Date(to.notBefore ?? now),
        language: letter.language ?? 'en',
        settingsAt: letter.settingsAt ?? null,
        sentAt: null,
        problem: null,
        isPrivate: to.isPrivate ?? false,
      };
      await mails.bulkCreate([row], { ignoreDuplicates: true, transaction });
    },

    /** Sends what is due. @param onFailed hears of what failed for good, in the transaction that notes it @returns how many mails were taken up */
    async sendDue(
      now: number,
      onFailed: (mail: FailedMail, transaction: Transaction) => Promise<void> = async () => undefined,
    ): Promise<number> {
      const due = await rowsOf(mails, {
        attributes: ['id'],
        where: { state: 'waiting', nextTryAt: { [Op.lte]: new Date(now) } },
        order: [
          ['nextTryAt', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: AT_ONCE,
      });
      let taken = 0;
      const lane = async () => {
        for (let row = due.shift(); row; row = due.shift()) if (await sendOne(row, now, onFailed)) taken += 1;
      };
      await Promise.all(Array.from({ length: LANES }, lane));
      return taken;
    },

    /** What this teacher sent or was sent, newest first; whoever looks after the mailroom sees all. */
    async mailroom(teacher: Actor & { userId: string }): Promise<Pick<MailroomReply, 'mails' | 'standIn'>> {
      const me = await accounts.me(teacher);
      const own = { [Op.or]: [{ byUser: teacher.userId }, { toUser: teacher.userId }] };
      const mine = me?.keeper ? { [Op.or]: [{ isPrivate: false }, own] } : own;
      const rows = await rowsOf(mails, {
        where: mine,
        order: [
          ['madeAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      const [people, arrived] = await Promise.all([
        accounts.people(rows.flatMap((row) => row.byUser ?? [])),
        rowsOf(caught, {
          attributes: ['mailId', 'caughtAt'],
          where: { mailId: { [Op.in]: rows.map((row) => row.id) } },
        }),
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
