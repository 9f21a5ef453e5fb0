import type { Action, Actor, Instant } from '@jolly/core';
import type { Request, Response } from 'express';
import type { ObjectSchema, Schema } from 'joi';
import type { ApiKey, BodyOf, ParamsOf, QueryOf, ReplyOf } from '../contract';

/** A request that was checked for form and for the kind of action; `Key` is its line of the contract's `Api`. */
export interface Ask<Key extends ApiKey = ApiKey> {
  actor: Actor;
  params: ParamsOf<Key>;
  body: BodyOf<Key>;
  query: QueryOf<Key>;
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

/** What every route says of itself; `RouteFor` binds it to what is sent and what comes back. */
interface Said {
  action: Action;
  /** one sentence for the API page */
  does: string;
  /** takes one file as multipart/form-data instead of a body; `archive`: one as large as an archive of a class may be */
  takesFile?: true | 'archive';
  /** takes one file of a table or a bundle, read in memory, and a field `options` with the body as JSON */
  takesTable?: true;
  /** limited against guessing, and against flooding somebody with mail */
  limit?: Limit;
  status?: number;
  /** sent once more under the same Idempotency-Key, it is answered as before and done once */
  repeatable?: true;
}

/** One line of a route table: what is asked as the contract's `Api` has it, permission, form, what it does. */
export type RouteFor<Key extends ApiKey> = Said & {
  route: Key;
  params?: ObjectSchema<ParamsOf<Key>>;
  query?: ObjectSchema<QueryOf<Key>>;
  body?: Schema<BodyOf<Key>>;
} & (
    | { repliesItself?: never; handle: (ask: Ask<Key>) => ReplyOf<Key> | Promise<ReplyOf<Key>> }
    /** replies by itself (a file, a page, bytes that were ready) instead of returning JSON */
    | { repliesItself: true; handle: (ask: Ask<Key>) => void | Promise<void> }
  );
export type Route = { [Key in ApiKey]: RouteFor<Key> }[ApiKey];

/** A route as the edge runs it, whatever it is about: the forms were bound to their types where it was written. */
export interface AnyRoute extends Said {
  route: ApiKey;
  params?: ObjectSchema;
  query?: ObjectSchema;
  body?: Schema;
  repliesItself?: true;
  handle(ask: unknown): unknown;
}

const VERBS = ['get', 'head', 'post', 'put', 'patch', 'delete'] as const;
export type Verb = (typeof VERBS)[number];
/** The verbs that may change something. */
export const UNSAFE: ReadonlySet<Verb> = new Set(['post', 'put', 'patch', 'delete']);

/** A route's verb, as Express and OpenAPI write it, and its address. @example placeOf({ route: 'GET /health' }) */
export function placeOf({ route }: Pick<AnyRoute, 'route'>): { verb: Verb; path: string } {
  const space = route.indexOf(' ');
  const verb = VERBS.find((one) => one === route.slice(0, space).toLowerCase());
  if (!verb) throw new Error(`${route} begins with no verb.`);
  return { verb, path: route.slice(space + 1) };
}
