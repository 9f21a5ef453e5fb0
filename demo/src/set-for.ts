import { EVERYONE } from '@jolly/core';
import type { SetFor } from '@jolly/server/dist/contract';

/** How something is set for a class where nothing else is said: for everybody, counted, filed nowhere, without dates. */
export const setFor = (classId: string, more: Partial<SetFor> = {}): SetFor => ({
  classId,
  opens: null,
  due: null,
  closes: null,
  unitId: null,
  categoryId: null,
  countsInTotals: true,
  bonus: false,
  audience: EVERYONE,
  groupingId: null,
  ...more,
});
