import type { PortfolioStand } from '../portfolio';
import type { StudentName } from '../roster';

/** Under what name a piece stands on a wall, for classmates and families; teachers see whose it is. */
export const WALL_NAMES = ['full', 'given', 'none'] as const;
export type WallNames = (typeof WALL_NAMES)[number];

/** May classmates leave remarks: no, each with a teacher's yes, or at once. A setting of the class. */
export const WALL_REMARKS = ['never', 'asked', 'atOnce'] as const;
export type WallRemarks = (typeof WALL_REMARKS)[number];

/** Up; closed, when it is looked at and takes nothing more; taken down, when only teachers see it. */
export const WALL_STANDS = ['open', 'closed', 'down'] as const;
export type WallStand = (typeof WALL_STANDS)[number];

/** What a remark is: something liked, a question, an idea. */
export const WALL_REMARK_KINDS = ['liked', 'question', 'idea'] as const;
export type WallRemarkKind = (typeof WALL_REMARK_KINDS)[number];

/** Why a piece cannot be shown now. */
export type WallRefusal = 'closed' | 'nothing' | 'nameless' | 'reviewed' | 'noYes';

/**
 * Why a student cannot show a piece on a wall; null: they can. A nameless piece beside a name would tell the one who marks it
 * whose it is, and one that others review would tell them.
 *
 * @param piece `handedIn`: lies with the teacher; `nameless`: names are hidden and it was not returned yet; `reviewed`: others
 *   review it, and its authors have not read what they said
 * @example wallRefusal('open', { handedIn: true, nameless: false, reviewed: false }) -> null
 */
export function wallRefusal(
  stand: WallStand,
  { handedIn, nameless, reviewed }: { handedIn: boolean; nameless: boolean; reviewed: boolean },
): WallRefusal | null {
  if (stand !== 'open') return 'closed';
  if (!handedIn) return 'nothing';
  if (nameless) return 'nameless';
  return reviewed ? 'reviewed' : null;
}

/** The same for a piece of a student's own: no classmate sees what no teacher has said yes to. */
export const ownWallRefusal = (stand: WallStand, piece: PortfolioStand): 'closed' | 'noYes' | null =>
  stand !== 'open' ? 'closed' : piece === 'yes' ? null : 'noYes';

/**
 * Who of those who made a piece together have not shown it: while there is one, nobody sees it.
 * @param makers who share it and are in the class now
 * @example wallWaitsFor(['ada', 'bao'], ['bao']) -> ['ada']
 */
export const wallWaitsFor = (makers: readonly string[], showing: readonly string[]): string[] =>
  makers.filter((id) => !showing.includes(id));

/** Does a classmate, or their family, read a remark? What waits or is hidden is read by its author alone, and by teachers. */
export const readsWallRemark = ({ by, waits, hidden }: { by: string; waits: boolean; hidden: boolean }, readerId: string): boolean =>
  by === readerId || (!waits && !hidden);

/**
 * What those on a wall are called: the whole name, the given name with as many letters of the family name as tell two of the
 * same name apart, or nothing at all.
 *
 * @returns the name by id
 * @example given, Ada Reef, Ada Lund and Bao Li -> Ada R., Ada L., Bao
 */
export function wallNames(names: WallNames, people: readonly (StudentName & { id: string })[]): Map<string, string> {
  const whole = ({ givenName, familyName }: StudentName) => [givenName, familyName].filter(Boolean).join(' ');
  const given = (one: StudentName & { id: string }) => {
    const same = people.filter((other) => other.id !== one.id && other.givenName === one.givenName);
    if (same.length === 0 || one.familyName === '') return one.givenName;
    const letters = [...one.familyName];
    for (let n = 1; n < letters.length; n++) {
      const start = letters.slice(0, n).join('');
      if (same.every((other) => !other.familyName.startsWith(start))) return `${one.givenName} ${start}.`;
    }
    return whole(one);
  };
  return new Map(people.map((one) => [one.id, names === 'none' ? '' : names === 'full' ? whole(one) : given(one)]));
}
