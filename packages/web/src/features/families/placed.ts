import type { FamilyClass, FamilyPiece } from '@jolly/server/contract';

/** A piece with the class it is of. */
export interface PlacedPiece {
  piece: FamilyPiece;
  of: FamilyClass;
}

type Part = 'missing' | 'coming' | 'waiting' | 'returned';
const ORDER: Record<Part, (a: PlacedPiece, b: PlacedPiece) => number> = {
  // What is worth most comes first, then what is due first; what can no longer be handed in last.
  missing: (a, b) =>
    Number(b.piece.stillAccepted) - Number(a.piece.stillAccepted) ||
    Number(b.piece.worth?.gain ?? 0) - Number(a.piece.worth?.gain ?? 0) ||
    (a.piece.due ?? 0) - (b.piece.due ?? 0),
  coming: (a, b) => (a.piece.due ?? Infinity) - (b.piece.due ?? Infinity),
  waiting: () => 0,
  // What a family is asked to tick comes first, then the newest.
  returned: (a, b) =>
    Number(b.piece.tick.stand === 'asked') - Number(a.piece.tick.stand === 'asked') ||
    (b.piece.returnedAt ?? 0) - (a.piece.returnedAt ?? 0),
};

/** All pieces of one kind over all classes, in the order in which a family looks at them. */
export const placedIn = (classes: readonly FamilyClass[], part: Part): PlacedPiece[] =>
  classes.flatMap((of) => of[part].map((piece) => ({ piece, of }))).sort(ORDER[part]);
