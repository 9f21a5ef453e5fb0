import type { EntryProblem } from '@jolly/core';
import { computed, reactive, watch, type ComputedRef } from 'vue';
import { spotKey, type Spot, type Wish } from './spot';

/** What was entered in a cell and is not stored: refused with why, or not taken for another reason. */
export interface KeptCell {
  text: string;
  why: EntryProblem | 'notStored';
}

/**
 * Entries that were not stored stay in their cells, marked, until they are mended or dropped, also over a reload of
 * the page. They are known by assignment and student, so that they stay with them whatever is sorted or added.
 *
 * @param key under which this browser keeps them; none where no book is open
 * @param idsOf a cell's assignment and student; @param spotOf where they stand now, null where they do not
 * @param isStored whether the cell holds this by now: stored, but the reply never came
 */
export function useKeptCells({
  key,
  idsOf,
  spotOf,
  isStored,
}: {
  key: ComputedRef<string | null>;
  idsOf: (spot: Spot) => string | null;
  spotOf: (ids: string) => Spot | null;
  isStored: (spot: Spot, text: string) => boolean;
}) {
  const kept = reactive(new Map<string, KeptCell>());
  watch(
    key,
    (at) => {
      kept.clear();
      const here = at === null ? [] : (JSON.parse(localStorage.getItem(at) ?? '[]') as [string, KeptCell][]);
      for (const [ids, cell] of here) kept.set(ids, cell);
    },
    { immediate: true },
  );
  function store(): void {
    if (key.value === null) return;
    if (kept.size === 0) localStorage.removeItem(key.value);
    else localStorage.setItem(key.value, JSON.stringify([...kept]));
  }
  return {
    /** every kept entry that has a place in the book as it is shown, by place */
    cells: computed(
      () =>
        new Map(
          [...kept].flatMap(([ids, cell]) => {
            const spot = spotOf(ids);
            return spot ? [[spotKey(spot), { ...spot, ...cell }] as const] : [];
          }),
        ),
    ),
    keep(wishes: readonly Wish[], whyOf: ReadonlyMap<string, EntryProblem> = new Map()): void {
      for (const wish of wishes) {
        const ids = wish.restore === undefined ? idsOf(wish) : null;
        if (ids) kept.set(ids, { text: wish.text, why: whyOf.get(spotKey(wish)) ?? 'notStored' });
      }
      store();
    },
    /** Lets go of what the book holds by now. */
    settle(): void {
      for (const [ids, { text }] of kept) {
        const spot = spotOf(ids);
        if (spot && isStored(spot, text)) kept.delete(ids);
      }
      store();
    },
    drop(spots: readonly Spot[]): void {
      for (const spot of spots) kept.delete(idsOf(spot) ?? '');
      store();
    },
  };
}
