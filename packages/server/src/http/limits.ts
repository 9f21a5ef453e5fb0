import type { Request } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { Problem } from './problem';

const TEN_MINUTES_MS = 600_000;

/**
 * Limits against guessing. Only failures count, so that a whole class behind one school address can sign
 * in or join at once.
 */
export function guessLimits({ signInTries, joinTries }: { signInTries: number; joinTries: number }) {
  const limit = (tries: number, key: (req: Request) => string) =>
    rateLimit({
      windowMs: TEN_MINUTES_MS,
      limit: tries,
      skipSuccessfulRequests: true,
      standardHeaders: true,
      legacyHeaders: false,
      keyGenerator: key,
      handler: () => {
        throw new Problem('session.tooMany');
      },
    });
  const address = (req: Request) => ipKeyGenerator(req.ip ?? '');
  const userName = (req: Request) => String((req.body as { userName?: unknown } | undefined)?.userName ?? '').toLowerCase();
  return {
    signIn: limit(signInTries, (req) => `${address(req)} ${userName(req)}`),
    joinCode: limit(joinTries, address),
  };
}
