import type { DeskPieceReply } from '@jolly/server/contract';
import { fileAddress, kindOf } from '../files';

/** Asks for pieces before they are wanted, so that going on waits for nothing. What was asked for is used once. */
export function useAhead(fetchPiece: (key: string) => Promise<DeskPieceReply>) {
  const asked = new Map<string, Promise<DeskPieceReply>>();
  return {
    /** The piece, from what was asked for ahead if it is there. */
    take(key: string): Promise<DeskPieceReply> {
      const ready = asked.get(key);
      asked.delete(key);
      return ready ?? fetchPiece(key);
    },
    has: (key: string) => asked.has(key),
    /** Asks for these now and lets go of all others; pictures of theirs are loaded too. */
    want(keys: readonly string[]): void {
      for (const key of asked.keys()) if (!keys.includes(key)) asked.delete(key);
      for (const key of keys) {
        if (asked.has(key)) continue;
        const piece = fetchPiece(key);
        asked.set(key, piece);
        piece.then(
          ({ handIn }) =>
            handIn?.files
              .filter((file) => kindOf(file) === 'picture')
              .forEach((file) => (new Image().src = fileAddress(file.id, 'inline'))),
          () => asked.delete(key),
        );
      }
    },
    /** What was asked for of it is old now. */
    drop: (key: string) => asked.delete(key),
  };
}
