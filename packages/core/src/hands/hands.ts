import type { Instant } from '../quantities';

/** When students see the count of a show of hands. */
export const COUNT_SHOWN = ['atOnce', 'chosen', 'ended', 'never'] as const;
export type CountShown = (typeof COUNT_SHOWN)[number];

export const FEWEST_CHOICES = 2;
export const MOST_CHOICES = 10;

/** What is asked in a show of hands, and how. */
export interface HandRules {
  choices: readonly { id: string; text: string }[];
  /** may more than one be chosen? */
  several: boolean;
  /** is it recorded who chose what? */
  names: boolean;
  countShown: CountShown;
  /** until when; null: until it is ended */
  endsAt: Instant | null;
  /** may a choice be changed while it is open? Only where names are recorded: without them nobody knows what it was */
  mayChange: boolean;
}

/** What keeps a show of hands from being asked. */
export type HandFault = 'fewChoices' | 'manyChoices' | 'emptyChoice' | 'sameChoice' | 'changeNeedsNames';

/**
 * What is wrong with a show of hands, in the order of its form.
 * @example handFaults({ choices: [{ id: 'a', text: 'Yes' }, { id: 'b', text: 'yes ' }], … }) -> ['sameChoice']
 */
export function handFaults({ choices, names, mayChange }: Pick<HandRules, 'choices' | 'names' | 'mayChange'>): HandFault[] {
  const words = choices.map((one) => one.text.trim().toLowerCase());
  const written = words.filter(Boolean);
  return [
    ...(choices.length < FEWEST_CHOICES ? (['fewChoices'] as const) : []),
    ...(choices.length > MOST_CHOICES ? (['manyChoices'] as const) : []),
    ...(written.length < words.length ? (['emptyChoice'] as const) : []),
    ...(new Set(written).size < written.length ? (['sameChoice'] as const) : []),
    ...(mayChange && !names ? (['changeNeedsNames'] as const) : []),
  ];
}

/** Does it take hands? A time that is compared, not an act that must run. */
export const takesHands = ({ endsAt, endedAt }: { endsAt: Instant | null; endedAt: Instant | null }, now: Instant): boolean =>
  endedAt === null && (endsAt === null || now < endsAt);

/** Is this a choice that can be made: of what there is, at least one, one only where only one may be chosen? */
export const isChoice = ({ choices, several }: Pick<HandRules, 'choices' | 'several'>, chosen: readonly string[]): boolean =>
  chosen.length > 0 &&
  (several || chosen.length === 1) &&
  new Set(chosen).size === chosen.length &&
  chosen.every((id) => choices.some((one) => one.id === id));

/**
 * Does a student see the count now?
 * @param has they have chosen
 */
export const seesCount = (countShown: CountShown, { has, open }: { has: boolean; open: boolean }): boolean =>
  countShown === 'atOnce' || (countShown === 'chosen' && (has || !open)) || (countShown === 'ended' && !open);
