import type { Request } from 'express';
import { randomBytes, timingSafeEqual } from 'node:crypto';
import { Problem } from './problem';
import type {} from './session-data';

/** The token that proves a write comes from our own page: of the session, or of a browser in which nobody is signed in. */
export function csrfOf(req: Request): string {
  if (!req.session.userId && !req.session.secondStepFor) return req.formToken!.make();
  req.session.csrf ??= randomBytes(24).toString('base64url');
  return req.session.csrf;
}

/** @throws Problem `request.csrf` unless the header carries the token */
export function requireCsrf(req: Request): void {
  const [sent, kept] = [Buffer.from(req.get('x-csrf-token') ?? ''), Buffer.from(req.session.csrf ?? req.formToken?.read() ?? '')];
  if (kept.length === 0 || sent.length !== kept.length || !timingSafeEqual(sent, kept)) throw new Problem('request.csrf');
}

const originOf = (address: string): string | null => {
  try {
    return new URL(address).origin;
  } catch {
    return null;
  }
};

/**
 * Writes come from pages of this server, whatever cookies a browser sends along. A program that is no browser names no origin.
 *
 * @param address where people reach this server, when a proxy calls it by another name
 * @throws Problem `request.origin`
 */
export const ownOriginOnly =
  (address: string) =>
  (req: Request): void => {
    const origin = req.get('origin');
    if (origin === undefined) {
      if (req.get('sec-fetch-site') === 'cross-site') throw new Problem('request.origin');
      return;
    }
    const sent = originOf(origin);
    if (sent === null || (sent !== originOf(address) && new URL(sent).host !== req.get('host'))) throw new Problem('request.origin');
  };
