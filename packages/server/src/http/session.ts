import type { Actor } from '@jolly/core';
import connectSessionSequelize from 'connect-session-sequelize';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import { randomBytes, timingSafeEqual } from 'node:crypto';
import { DataTypes, type Sequelize } from 'sequelize';
import { Problem } from './problem';

declare module 'express-session' {
  interface SessionData {
    userId: string;
    role: 'teacher' | 'student' | 'family';
    csrf: string;
    /** the password was right; who waits for the second step, and until when */
    secondStepFor?: string;
    secondStepUntil?: number;
    /** a password that somebody else gave must be replaced before anything else */
    mustChange?: boolean;
    /** a teacher who looks at a class as its practice student */
    practice?: { teacherId: string; classId: string; className: string };
  }
}

const TWELVE_HOURS_MS = 12 * 3_600_000;

// A teacher who looks at a class as its practice student is still that teacher.
const ownerOf = ({ practice, userId }: Partial<session.SessionData>): string | null => practice?.teacherId ?? userId ?? null;

/** Sessions in the database, so that a restart signs nobody out and several servers share them. */
export function sessions(sequelize: Sequelize, { secret, secure }: { secret: string; secure: boolean }) {
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
  const middleware: RequestHandler = session({
    name: 'jolly',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure, maxAge: TWELVE_HOURS_MS },
  });
  return { middleware, stop: () => store.stopExpiringSessions() };
}

export function actorOf(req: Request): Actor {
  const { userId, role } = req.session ?? {};
  return userId && role ? { role, userId } : { role: 'anonymous' };
}

/** The token that proves a write comes from our own page; made with the session. */
export function csrfOf(req: Request): string {
  req.session.csrf ??= randomBytes(24).toString('base64url');
  return req.session.csrf;
}

/** @throws Problem `request.csrf` unless the header carries the session's token */
export function requireCsrf(req: Request): void {
  const [sent, kept] = [Buffer.from(req.get('x-csrf-token') ?? ''), Buffer.from(req.session.csrf ?? '')];
  if (kept.length === 0 || sent.length !== kept.length || !timingSafeEqual(sent, kept)) throw new Problem('request.csrf');
}

const SECOND_STEP_MS = 5 * 60_000;

async function freshSession(req: Request, data: object): Promise<string> {
  await new Promise<void>((done, failed) => req.session.regenerate((error) => (error ? failed(error) : done())));
  Object.assign(req.session, data);
  return csrfOf(req);
}

/** Begins a fresh session for somebody, with a new id and token. */
export const beginSession = (req: Request, who: { userId: string; role: 'teacher' | 'student' | 'family'; mustChange?: boolean }): Promise<string> => freshSession(req, who);

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
