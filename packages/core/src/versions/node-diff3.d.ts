// The package's own types are declared for its ES module alone.
declare module 'node-diff3' {
  export function diff3Merge<T>(
    a: readonly T[],
    o: readonly T[],
    b: readonly T[],
    options?: { excludeFalseConflicts?: boolean },
  ): { ok?: T[]; conflict?: { a: T[]; o: T[]; b: T[] } }[];
}
