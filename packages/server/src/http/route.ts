import type { Action, Actor, Instant } from '@jolly/core';
import type { Request, Response } from 'express';
import type { ObjectSchema } from 'joi';

/** A request that was checked for form and for the kind of action. */
export interface Ask<Params = Record<string, string>, Body = unknown, Query = Record<string, unknown>> {
  actor: Actor;
  params: Params;
  body: Body;
  query: Query;
  now: Instant;
  /** what the client calls this write, so that it can repeat it safely */
  idempotencyKey: string | null;
  /** of a route that takes a table */
  table: Buffer | null;
  req: Request;
  res: Response;
}

/** What is counted against guessing and flooding (limits.ts). */
export type Limit = 'signIn' | 'card' | 'ownPassword' | 'secondStep' | 'joinCode' | 'join' | 'familyCode' | 'ticket' | 'mail' | 'calendar';

/** One line of a route table: verb, path, permission, form, what it does. */
export interface Route {
  verb: 'get' | 'head' | 'post' | 'put' | 'patch' | 'delete';
  path: string;
  action: Action;
  /** one sentence for the API page */
  does: string;
  params?: ObjectSchema;
  query?: ObjectSchema;
  body?: ObjectSchema;
  /** takes one file as multipart/form-data instead of a body */
  takesFile?: true;
  /** takes one file of a table or a bundle, read in memory, and a field `options` with the body as JSON */
  takesTable?: true;
  /** limited against guessing, and against flooding somebody with mail */
  limit?: Limit;
  /** replies by itself (a file, a page) instead of returning JSON */
  repliesItself?: true;
  status?: number;
  // Each table entry narrows what its schema guarantees; the registrar only hands through what was validated.
  handle: (ask: Ask<any, any, any>) => unknown; // eslint-disable-line @typescript-eslint/no-explicit-any
}
