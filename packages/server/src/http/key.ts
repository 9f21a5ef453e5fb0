import type { Instant } from '@jolly/core';
import type { Request, RequestHandler } from 'express';
import { Problem } from './problem';
import { UNSAFE, type Verb } from './route';
import type { KeyHolder } from './session-data';

// What is about signing in, and keys themselves, is for people alone: a key that got lost must not make another.
const FOR_PEOPLE = /^(session|account|invitation|practice|class\.join)\b/;

/**
 * Knows a program by the key it sends (`Authorization: Bearer …`). It has no session and no cookie, so that nothing of a browser's
 * is asked of it: neither the token of a form nor where the page came from.
 *
 * @throws Problem `key.unknown` for a key that is not, or no longer, one
 */
export const byKey =
  (holder: (secret: string, now: Instant) => Promise<KeyHolder | null>, now: () => Instant): RequestHandler =>
  (req, _res, next) => {
    // What else stands there (a proxy before this server may ask for a password of its own) is nothing to us.
    const [, secret] = /^Bearer +(\S+)$/i.exec(req.get('authorization') ?? '') ?? [];
    if (secret === undefined) return next();
    holder(secret, now())
      .then((found) => {
        if (!found) throw new Problem('key.unknown');
        req.keyHolder = found;
        next();
      })
      .catch(next);
  };

/** @throws Problem `key.forPeople` for what only people do, `key.readOnly` for a change with a key for reading */
export function requireKeyScope({ keyHolder }: Request, action: string, verb: Verb): void {
  if (!keyHolder) return;
  if (FOR_PEOPLE.test(action)) throw new Problem('key.forPeople');
  if (UNSAFE.has(verb) && keyHolder.scope === 'read') throw new Problem('key.readOnly');
}
