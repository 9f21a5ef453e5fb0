/** What the server knows of whoever asks: what lies in their session, and what is laid beside each request. */
import type {} from 'express-session';
import type {} from 'express-serve-static-core';
import type { Actor } from '@jolly/core';
import type { KeyScope } from '../contract';

/** Whose program asks, and what it may do. */
export interface KeyHolder {
  actor: Actor;
  scope: KeyScope;
}

declare module 'express-session' {
  interface SessionData {
    userId: string;
    role: 'teacher' | 'student' | 'family';
    csrf: string;
    /** when somebody signed in; a session ends a set time after, however much it is used */
    startedAt: number;
    /** the password was right; who waits for the second step, and until when */
    secondStepFor?: string;
    secondStepUntil?: number;
    /** a password that somebody else gave must be replaced before anything else */
    mustChange?: boolean;
    /** a teacher who looks at a class as its practice student */
    practice?: { teacherId: string; classId: string; className: string };
  }
}
declare module 'express-serve-static-core' {
  interface Request {
    /** the token of a browser in which nobody is signed in, from a cookie of its own; null before it has one */
    formToken?: { read: () => string | null; make: () => string };
    /** a program that asks with a key, instead of a browser with a session */
    keyHolder?: KeyHolder;
    /** the server's clock */
    clock?: () => number;
    /** ends the oldest sessions of a person who has begun very many */
    keepNewestSessions?: (userId: string) => Promise<void>;
  }
}
