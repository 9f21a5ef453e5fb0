import type { Term } from '../calendar';
import { plusDays, type LocalDate } from '../quantities';

/** Being put together; waiting for a teacher's word; with a yes; given back with a word. */
export const PORTFOLIO_STANDS = ['draft', 'waits', 'yes', 'back'] as const;
export type PortfolioStand = (typeof PORTFOLIO_STANDS)[number];

/** So many days before the end of a term one begins to look back on it, and so many after it one still can. */
export const LOOK_BACK_DAYS = 14;

/** Do families see a piece? Only what has a teacher's yes as it stands: whatever changes in it takes the yes away again. */
export const familiesSee = (stand: PortfolioStand): boolean => stand === 'yes';

/**
 * The term to look back on: the one that ends within two weeks, or ended within the last two. Of two the one that has ended.
 * @example lookBackTerm([{ name: 'Term 1', from: '2026-09-07', to: '2026-12-18' }], '2026-12-04') -> Term 1
 */
export function lookBackTerm(terms: readonly Term[], today: LocalDate): Term | null {
  const near = terms.filter(({ to }) => plusDays(to, -LOOK_BACK_DAYS) <= today && today <= plusDays(to, LOOK_BACK_DAYS));
  return near.reduce<Term | null>((first, one) => (first === null || one.to < first.to ? one : first), null);
}
