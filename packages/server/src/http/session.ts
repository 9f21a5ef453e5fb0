import type { Actor } from '@jolly/core';
import connectSessionSequelize from 'connect-session-sequelize';
import type { Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import { createHmac, randomBytes } from 'node:crypto';
import { DataTypes, QueryTypes, type Sequelize } from 'sequelize';
import { csrfOf } from './csrf';
import type {} from './session-data';

const HOUR_MS = 3_600_000;
const TWELVE_HOURS_MS = 12 * HOUR_MS;
/** More places than one person is signed in at; beginning another ends the one used least lately. */
const MOST_SESSIONS = 30;
const FORM_COOKIE = 'jolly-form';

// A teacher who looks at a class as its practice student is still that teacher.
const ownerOf = ({ practice, userId }: Partial<session.SessionData>): string | null => practice?.teacherId ?? userId ?? null;

const cookieOf = (req: Request, name: string): string | null => {
  const found = (req.headers.cookie ?? '').split(';').find((pair) => pair.trim().startsWith(`${name}=`));
  return found ? found.trim().slice(name.length + 1) : null;
};

interface SessionSettings {
  secret: string;
  secure: boolean;
  now: () => number;
  /** however much a session is used, one signs in again after so many days */
  sessionDays: number;
}

/**
 * Sessions in the database, so that a restart signs nobody out and several servers share them. A browser in which nobody is
 * signed in has none: its token follows from a cookie, so that asking without end fills no table.
 */
export function sessions(sequelize: Sequelize, { secret, secure, now, sessionDays }: SessionSettings) {
  const Store = connectSessionSequelize(session.Store);
  sequelize.define(
    'Session',
    {
      sid: { type: DataTypes.STRING(64), primaryKey: true },
      expires: DataTypes.DATE(3),
      data: DataTypes.TEXT,
      userId: { type: DataTypes.STRING(36), field: 'user_id' },
      createdAt: { type: DataTypes.DATE(3), field: 'created_at' },
      updatedAt: { type: DataTypes.DATE(3), field: 'updated_at' },
    },
    { tableName: 'sessions', timestamps: true },
  );
  const store = new Store({
    db: sequelize,
    table: 'Session',
    expiration: TWELVE_HOURS_MS,
    checkExpirationInterval: 15 * 60_000,
    // Whose it is, as a column: so that all of a person's sessions can be ended at once.
    extendDefaultFields: (defaults, data) => ({ ...defaults, userId: ownerOf(data as Partial<session.SessionData>) }),
  });
  const load: RequestHandler = session({
    name: 'jolly',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure, maxAge: TWELVE_HOURS_MS },
  });

  const tokenOf = (value: string) => createHmac('sha256', secret).update(`form ${value}`).digest('base64url');
  const known = (req: Request) => {
    const value = cookieOf(req, FORM_COOKIE);
    return value !== null && /^[\w-]{32}$/.test(value) ? value : null;
  };
  const formToken = (req: Request, res: Response) => ({
    read: () => {
      const value = known(req);
      return value === null ? null : tokenOf(value);
    },
    make: () => {
      const value = known(req) ?? randomBytes(24).toString('base64url');
      res.cookie(FORM_COOKIE, value, { httpOnly: true, sameSite: 'lax', secure, maxAge: TWELVE_HOURS_MS });
      return tokenOf(value);
    },
  });
  async function keepNewestSessions(userId: string): Promise<void> {
    const old = await sequelize.query<{ sid: string }>(
      'SELECT sid FROM sessions WHERE user_id = ? ORDER BY updated_at DESC, sid LIMIT 1000 OFFSET ?',
      {
        replacements: [userId, MOST_SESSIONS - 1],
        type: QueryTypes.SELECT,
      },
    );
    if (old.length > 0) await sequelize.query('DELETE FROM sessions WHERE sid IN (?)', { replacements: [old.map((row) => row.sid)] });
  }

  const middleware: RequestHandler = (req, res, next) => {
    req.formToken = formToken(req, res);
    req.keepNewestSessions = keepNewestSessions;
    req.clock = now;
    void load(req, res, (error?: unknown) => {
      if (error) return next(error as Error);
      const { userId, startedAt } = req.session;
      if (userId && startedAt === undefined) req.session.startedAt = now();
      if (!userId || now() - (startedAt ?? now()) <= sessionDays * 24 * HOUR_MS) return next();
      req.session.regenerate((failed) => next(failed ? (failed as Error) : undefined));
    });
  };
  return { middleware, stop: () => store.stopExpiringSessions() };
}

export function actorOf(req: Request): Actor {
  if (req.keyHolder) return req.keyHolder.actor;
  const { userId, role } = req.session ?? {};
  return userId && role ? { role, userId } : { role: 'anonymous' };
}

const SECOND_STEP_MS = 5 * 60_000;

async function freshSession(req: Request, data: object): Promise<string> {
  await new Promise<void>((done, failed) => req.session.regenerate((error) => (error ? failed(error) : done())));
  Object.assign(req.session, { startedAt: req.clock?.(), ...data });
  return csrfOf(req);
}

/** Begins a fresh session for somebody, with a new id and token. */
export async function beginSession(
  req: Request,
  who: { userId: string; role: 'teacher' | 'student' | 'family'; mustChange?: boolean },
): Promise<string> {
  await req.keepNewestSessions?.(who.userId);
  return freshSession(req, who);
}

/**
 * Lets a teacher look at a class as its practice student, and back. It is the same person in the same session:
 * a new id would leave requests that are under way with a cookie of a session that is gone.
 */
export function enterPractice(req: Request, practiceId: string, practice: { teacherId: string; classId: string; className: string }): void {
  Object.assign(req.session, { userId: practiceId, role: 'student', practice });
}

/** @returns the teacher; null if nobody was practising */
export function leavePractice(req: Request): string | null {
  const { practice } = req.session;
  if (!practice) return null;
  Object.assign(req.session, { userId: practice.teacherId, role: 'teacher' });
  delete req.session.practice;
  return practice.teacherId;
}

/** A session in which nobody is signed in yet, but the password was right. */
export const waitForSecondStep = (req: Request, userId: string, now: number): Promise<string> =>
  freshSession(req, { secondStepFor: userId, secondStepUntil: now + SECOND_STEP_MS });

/** The class a teacher looks at as its practice student; null in every other session. */
export function practiceOf(req: Request): { classId: string; className: string } | null {
  const practice = req.session?.practice;
  return practice ? { classId: practice.classId, className: practice.className } : null;
}

export function endSession(req: Request): Promise<void> {
  return new Promise((done, failed) => req.session.destroy((error) => (error ? failed(error) : done())));
}
