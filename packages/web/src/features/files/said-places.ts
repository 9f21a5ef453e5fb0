import type { SaidPlace } from '@jolly/core';

/** Are these the same written part? */
export const isSamePlace = (a: SaidPlace | null, b: SaidPlace): boolean =>
  a !== null && a.attachmentId === b.attachmentId && a.placeId === b.placeId;

/** Recordings, kept or on their way, that answer this part. */
export const saidAt = <T extends { answers: SaidPlace | null }>(all: readonly T[], place: SaidPlace): T[] =>
  all.filter((one) => isSamePlace(one.answers, place));
