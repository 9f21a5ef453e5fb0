import type { Instant } from '@jolly/core';
import type { PlanCard } from '@jolly/server/contract';

/** A draft, one that goes out at a time to come, or one that is out. */
export const stageOf = ({ issuedAt }: Pick<PlanCard, 'issuedAt'>, now: Instant): 'draft' | 'timed' | 'out' =>
  issuedAt === null ? 'draft' : issuedAt > now ? 'timed' : 'out';

/** Where a card leads: to its pieces once it is out, before that and for a handout to where it is written. */
export const cardPath = (card: PlanCard, now: Instant): string =>
  stageOf(card, now) === 'out' && card.kind === 'assignment' ? `/assignments/${card.assignmentId}` : `/compose/${card.briefId}`;
