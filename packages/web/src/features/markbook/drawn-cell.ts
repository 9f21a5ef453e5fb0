import type { PieceState } from '@jolly/core';

/** A cell as it is drawn. */
export interface Drawn {
  index: number;
  key: string;
  style: string;
  classes: string;
  picked: boolean;
  flag: PieceState | null;
  absent: boolean;
  text: string;
  off: string;
}

/** Is it drawn as it was before? */
export const same = (a: Drawn, b: Drawn) =>
  a.index === b.index &&
  a.style === b.style &&
  a.classes === b.classes &&
  a.text === b.text &&
  a.flag === b.flag &&
  a.off === b.off &&
  a.absent === b.absent;
