import type { DeskPieceReply } from '@jolly/server/contract';
import { kindOf } from '../files';

/** Asks for pieces before they are wanted, so that going on waits for nothing. What was asked for is used once. */
export function useAhead(fetchPiece: (address: string) => Promise<DeskPieceReply>) {
  const asked = new Map<string, Promise<DeskPieceReply>>();
  return {
    /** The piece, from what was asked for ahead if it is there. */
    take(address: string): Promise<DeskPieceReply> {
      const ready = asked.get(address);
      asked.delete(address);
      return ready ?? fetchPiece(address);
    },
    has: (address: string) => asked.has(address),
    /** Asks for these now and lets go of all others; pictures of theirs are loaded too. */
    want(addresses: readonly string[]): void {
      for (const address of asked.keys()) if (!addresses.includes(address)) asked.delete(address);
      for (const address of addresses) {
        if (asked.has(address)) continue;
        const piece = fetchPiece(address);
        asked.set(address, piece);
        piece.then(
          ({ handIn }) =>
            handIn?.files
              .filter((file) => kindOf(file) === 'picture')
              .forEach((file) => (new Image().src = `/api/files/${file.id}?as=inline`)),
          () => asked.delete(address),
        );
      }
    },
    /** What was asked for of it is old now. */
    drop: (address: string) => asked.delete(address),
  };
}
