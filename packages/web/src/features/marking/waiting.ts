import type { PieceState } from '@jolly/core';

/** States of a piece that waits for its score. */
export const WAITING: ReadonlySet<PieceState | null> = new Set<PieceState>(['in', 'inLate', 'inClass']);
