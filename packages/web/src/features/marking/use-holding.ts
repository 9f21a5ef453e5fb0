import type { DeskPieceReply } from '@jolly/server/contract';
import { onBeforeUnmount, shallowReactive } from 'vue';
import { ApiProblem, ask } from '../../api/client';

/**
 * Holds scores behind one's back, so that the next piece is there at once. What could not be held is kept, with
 * why, until one comes back to the piece; nothing is forgotten.
 */
export function useHolding(onHeld: (address: string, reply: DeskPieceReply) => void) {
  const going = shallowReactive(new Map<string, Promise<DeskPieceReply>>());
  const failed = shallowReactive(new Map<string, { problem: ApiProblem; name: string }>());

  // A tab that is closed while a score is on its way is asked about; what was typed stays in the browser in any case.
  const leaving = (event: BeforeUnloadEvent) => going.size > 0 && event.preventDefault();
  window.addEventListener('beforeunload', leaving);
  onBeforeUnmount(() => window.removeEventListener('beforeunload', leaving));

  async function hold(address: string, name: string, path: string, body: object): Promise<DeskPieceReply> {
    // One after the other: the second is about what the first made of it.
    await going.get(address)?.catch(() => undefined);
    const sent = ask<DeskPieceReply>('PUT', `${address}/${path}`, { body });
    going.set(address, sent);
    try {
      const reply = await sent;
      failed.delete(address);
      onHeld(address, reply);
      return reply;
    } catch (error) {
      failed.set(address, { problem: error instanceof ApiProblem ? error : new ApiProblem('network', String(error), 0), name });
      throw error;
    } finally {
      if (going.get(address) === sent) going.delete(address);
    }
  }
  return { going, failed, hold };
}
