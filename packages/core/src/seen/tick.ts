import type { Instant } from '../quantities';

/** How a family's tick stands: not asked for, to come once there is something to see, asked for, given. */
export interface TickStand {
  stand: 'none' | 'toCome' | 'asked' | 'given';
  at: Instant | null;
}

/**
 * Whether a family is asked to tick that it has seen what came back (docs/rules.md, Families). What came back again since the
 * tick is to be seen again.
 *
 * @param asked the teacher asks for it
 * @param returnedAt when it came back last; null: not yet
 * @param tickedAt when this family ticked it; null: it did not
 * @example tickStand({ asked: true, returnedAt: 200, tickedAt: 100 }) -> { stand: 'asked', at: null }
 */
export function tickStand({
  asked,
  returnedAt,
  tickedAt,
}: {
  asked: boolean;
  returnedAt: Instant | null;
  tickedAt: Instant | null;
}): TickStand {
  if (!asked) return { stand: 'none', at: null };
  if (returnedAt === null) return { stand: 'toCome', at: null };
  return tickedAt !== null && tickedAt >= returnedAt ? { stand: 'given', at: tickedAt } : { stand: 'asked', at: null };
}
