/** What belongs to the same key, as lists in the order in which it came. */
export function listsOf<T>(pairs: readonly (readonly [string, T])[]): Map<string, T[]> {
  const lists = new Map<string, T[]>();
  for (const [key, one] of pairs) {
    const list = lists.get(key);
    if (list) list.push(one);
    else lists.set(key, [one]);
  }
  return lists;
}

/** By assignment, then by student. */
export function byPlace<T extends { assignmentId: string; studentId: string }>(all: readonly T[]): Map<string, Map<string, T>> {
  const found = new Map<string, Map<string, T>>();
  for (const one of all) {
    const of = found.get(one.assignmentId);
    if (of) of.set(one.studentId, one);
    else found.set(one.assignmentId, new Map([[one.studentId, one]]));
  }
  return found;
}
