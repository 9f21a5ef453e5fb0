import { addedLast, yearFolders, type OnYearShelf } from '@jolly/core';
import type { MyHandout } from '@jolly/server/contract';

export type Shelved = MyHandout & OnYearShelf;

/** What stands on the shelves of a student's classes, each in its teacher's order. */
export function shelvesOf(handouts: readonly MyHandout[]) {
  const byClass = new Map<string, Shelved[]>();
  for (const one of handouts) if (one.shelved) byClass.set(one.classId, [...(byClass.get(one.classId) ?? []), { ...one, ...one.shelved }]);
  return [...byClass.values()].map((all) => {
    all.sort((a, b) => a.shelved!.position - b.shelved!.position);
    const { classId, className, hue } = all[0]!;
    return { classId, className, hue, folders: yearFolders(all), last: addedLast(all) };
  });
}
