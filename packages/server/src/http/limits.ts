import type { Request } from 'express';
import { ipKeyGenerator } from 'express-rate-limit';
import { createHash } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import { Problem } from './problem';
import type { Limit } from './route';

const WINDOW_MS = 600_000;
/** A slow-down grows by this with every further wrong try from an address, up to the longest. */
const SLOWER_BY_MS = 100;
const LONGEST_PAUSE_MS = 3000;
/** Answers that one address may have waiting in this process; more are refused at once. */
const MOST_PAUSED = 20;

export interface LimitSettings {
  /** wrong passwords, cards and second codes for one account from one address */
  signInTries: number;
  /** wrong codes from an address before its answers slow down, and the same wrong code before it is refused */
  joinTries: number;
  /** mails asked for from one address */
  mailTries: number;
  /** lets time pass; tests only note it */
  pause: (ms: number) => Promise<void>;
}

interface Key {
  of: string;
  most: number;
  /** too many are refused, or only answered more slowly, so that one pupil's guesses keep nobody else out */
  then: 'refuse' | 'slow';
  /** what succeeds counts too: not guessing is limited here but flooding */
  all?: true;
}

/** One try that is under way. */
export interface Try {
  /** It was no guess: it does not count. */
  succeeded: () => Promise<void>;
}

/** Addresses as they are counted: an IPv6 address by the network it is handed out with, so that its owner cannot change it at will. */
const countedAddress = (ip: string | undefined): string => ipKeyGenerator(ip ?? '');

/** A user name as the database compares it: no case, no accents, no spaces around. What has no account is counted by it. */
const spelling = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/\s+/g, ' ').trim();

/**
 * Limits against guessing and flooding, counted in the database, so that they hold for all servers and survive a restart.
 * A try counts before it is made and is taken back when it succeeds: so many at once are no more than one after the other,
 * and a whole class behind one school address can sign in or join at the same moment.
 *
 * @param accountOf the account that a user name means, in whatever spelling; null if there is none
 */
export function guessLimits({
  sequelize,
  accountOf,
  ...settings
}: LimitSettings & { sequelize: Sequelize; accountOf: (userName: string) => Promise<string | null> }) {
  const { signInTries, joinTries, mailTries, pause } = settings;
  const paused = new Map<string, number>();

  /** Counts one more. @returns how many there are in this window */
  async function count(key: string, now: number): Promise<number> {
    const hash = createHash('sha256').update(key).digest('hex');
    await sequelize.query(
      `INSERT INTO tries (key_hash, n, ends_at) VALUES (?, 1, ?)
       ON DUPLICATE KEY UPDATE n = IF(ends_at <= ?, 1, n + 1), ends_at = IF(ends_at <= ?, VALUES(ends_at), ends_at)`,
      { replacements: [hash, new Date(now + WINDOW_MS), new Date(now), new Date(now)] },
    );
    const [row] = await sequelize.query<{ n: number }>('SELECT n FROM tries WHERE key_hash = ?', {
      replacements: [hash],
      type: QueryTypes.SELECT,
    });
    return Number(row?.n ?? 1);
  }
  const takeBack = (key: string) =>
    sequelize.query('UPDATE tries SET n = n - 1 WHERE key_hash = ? AND n > 0', {
      replacements: [createHash('sha256').update(key).digest('hex')],
    });

  async function ofAccount(kind: string, userName: string, address: string): Promise<Key[]> {
    const account = (await accountOf(userName)) ?? `nobody ${spelling(userName)}`;
    return forAccount(kind, account, address);
  }
  const forAccount = (kind: string, account: string, address: string): Key[] => [
    { of: `${kind} ${account} ${address}`, most: signInTries, then: 'refuse' },
    { of: `${kind} ${account}`, most: signInTries * 10, then: 'refuse' },
    { of: `${kind} at ${address}`, most: signInTries * 10, then: 'slow' },
  ];
  const forCode = (kind: string, code: unknown, address: string): Key[] => [
    { of: `${kind} ${spelling(String(code ?? ''))} ${address}`, most: joinTries, then: 'refuse' },
    { of: `${kind} at ${address}`, most: joinTries, then: 'slow' },
  ];

  async function keysOf(limit: Limit, req: Request): Promise<Key[]> {
    const address = countedAddress(req.ip);
    const body = (req.body ?? {}) as { userName?: unknown; code?: unknown; ticket?: unknown };
    switch (limit) {
      case 'signIn':
        return ofAccount('password', String(body.userName ?? ''), address);
      case 'card':
        return ofAccount('card', String(body.userName ?? ''), address);
      case 'ownPassword':
        return forAccount('password', req.session.userId ?? '', address);
      case 'secondStep':
        return forAccount('second step', req.session.secondStepFor ?? req.session.userId ?? '', address);
      case 'joinCode':
        return forCode('join', req.params.code, address);
      case 'join':
        return [
          ...forCode('join', req.params.code, address),
          { of: `joined at ${address}`, most: joinTries * 20, then: 'refuse', all: true },
        ];
      case 'familyCode':
        return forCode('family', body.code, address);
      case 'ticket':
        return forCode('ticket', body.ticket, address);
      case 'mail':
        return [{ of: `mail at ${address}`, most: mailTries, then: 'refuse', all: true }];
      case 'calendar':
        return [];
    }
  }

  /** Keeps an answer back. @throws Problem `session.tooMany` if this address has too many waiting already */
  async function slowDown(address: string, over: number): Promise<void> {
    const waiting = paused.get(address) ?? 0;
    if (waiting >= MOST_PAUSED) throw new Problem('session.tooMany');
    paused.set(address, waiting + 1);
    try {
      await pause(Math.min(over * SLOWER_BY_MS, LONGEST_PAUSE_MS));
    } finally {
      const left = (paused.get(address) ?? 1) - 1;
      if (left > 0) paused.set(address, left);
      else paused.delete(address);
    }
  }

  return {
    /** Before what may be a guess. @throws Problem `session.tooMany` */
    async begin(limit: Limit, req: Request, now: number): Promise<Try> {
      const keys = await keysOf(limit, req);
      const counted: Key[] = [];
      let over = 0;
      for (const key of keys) {
        const n = await count(key.of, now);
        counted.push(key);
        if (n <= key.most) continue;
        if (key.then === 'refuse') throw new Problem('session.tooMany');
        over = Math.max(over, n - key.most);
      }
      if (over > 0) await slowDown(countedAddress(req.ip), over);
      return {
        succeeded: async () => {
          for (const key of counted) if (!key.all) await takeBack(key.of);
        },
      };
    },

    /**
     * After a calendar address that is none: whoever goes on guessing is refused. One that is right is never counted.
     * @throws Problem `session.tooMany`
     */
    async failed(limit: Limit, req: Request, now: number): Promise<void> {
      if (limit !== 'calendar') return;
      if ((await count(`calendar at ${countedAddress(req.ip)}`, now)) > joinTries) throw new Problem('session.tooMany');
    },
  };
}

export type Limits = ReturnType<typeof guessLimits>;

/** Lets go of windows that are over. @returns how many */
export async function clearTries(sequelize: Sequelize, now: number): Promise<number> {
  return sequelize.query('DELETE FROM tries WHERE ends_at < ? LIMIT 5000', { replacements: [new Date(now)], type: QueryTypes.BULKDELETE });
}
