import type { PileOrder } from '@jolly/core';
import { ref, watch } from 'vue';

/** How somebody likes to work through piles; kept in this browser. */
export interface PileChoices {
  order: PileOrder;
  unscored: boolean;
  /** parallel sections as one pile */
  together: boolean;
}
const KEY = 'jolly-pile';
const USUAL: PileChoices = { order: 'name', unscored: false, together: false };

export function usePileChoices() {
  const choices = ref<PileChoices>({ ...USUAL, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<PileChoices>) });
  watch(choices, (now) => localStorage.setItem(KEY, JSON.stringify(now)));
  return choices;
}
