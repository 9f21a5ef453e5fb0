import type { Instant } from '../quantities';

/** A handout where it stands on the year's shelf; given in the teacher's order. */
export interface OnYearShelf {
  /** empty: in no folder */
  folder: string;
  /** when it was pinned */
  pinnedAt: Instant;
  /** when it was given out; null: not yet */
  issuedAt: Instant | null;
}

/**
 * When something came to the shelf for those who read it: it must be both pinned and given out.
 * @returns null while it is not given out
 * @example addedAt({ folder: '', pinnedAt: 20, issuedAt: 10 }) // 20
 */
export const addedAt = ({ pinnedAt, issuedAt }: OnYearShelf): Instant | null => (issuedAt === null ? null : Math.max(pinnedAt, issuedAt));

/**
 * The folders of a shelf in the teacher's order: a folder stands where the first of it does, what is in no folder before all.
 * Two spellings that differ by case alone are one folder, named as it stands first.
 * @param all in the teacher's order
 * @example yearFolders([{ folder: 'Maps', … }, { folder: '', … }, { folder: 'maps', … }]) // '' with one, 'Maps' with two
 */
export function yearFolders<T extends OnYearShelf>(all: readonly T[]): { folder: string; handouts: T[] }[] {
  const folders = new Map<string, { folder: string; handouts: T[] }>();
  for (const one of all) {
    const key = one.folder.trim().toLowerCase();
    const found = folders.get(key) ?? { folder: one.folder.trim(), handouts: [] };
    found.handouts.push(one);
    folders.set(key, found);
  }
  return [...folders.values()].sort((a, b) => Number(a.folder !== '') - Number(b.folder !== ''));
}

/** What was added last, of what is given out: of two added at once the one further down. Undefined where nothing is given out. */
export const addedLast = <T extends OnYearShelf>(all: readonly T[]): T | undefined =>
  all.reduce<T | undefined>(
    (last, one) => (addedAt(one) !== null && (last === undefined || addedAt(one)! >= addedAt(last)!) ? one : last),
    undefined,
  );
