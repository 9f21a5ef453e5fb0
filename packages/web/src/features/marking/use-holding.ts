import type { BodyOf, DeskPieceReply } from '@jolly/server/contract';
import { onBeforeUnmount, shallowReactive } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { pieceAt } from './piece-at';

const SCORE = 'PUT /api/assignments/:assignmentId/pieces/:studentId/score';
const SECOND_SCORE = 'PUT /api/assignments/:assignmentId/pieces/:studentId/second-score';
/** What is held: a score, or a second marker's. */
export type Held = { score: BodyOf<typeof SCORE> } | { secondScore: BodyOf<typeof SECOND_SCORE> };

/**
 * Holds scores behind one's back, so that the next piece is there at once. What could not be held is kept, with
 * why, until one comes back to the piece; nothing is forgotten.
 */
export function useHolding(onHeld: (key: string, reply: DeskPieceReply) => void) {
  const going = shallowReactive(new Map<string, Promise<DeskPieceReply>>());
  const failed = shallowReactive(new Map<string, { problem: ApiProblem; name: string }>());

  // A tab that is closed while a score is on its way is asked about; what was typed stays in the browser in any case.
  const leaving = (event: BeforeUnloadEvent) => going.size > 0 && event.preventDefault();
  window.addEventListener('beforeunload', leaving);
  onBeforeUnmount(() => window.removeEventListener('beforeunload', leaving));

  async function hold(key: string, name: string, held: Held): Promise<DeskPieceReply> {
    // One after the other: the second is about what the first made of it.
    await going.get(key)?.catch(() => undefined);
    const params = pieceAt(key);
    const sent = 'score' in held ? ask(SCORE, { params, body: held.score }) : ask(SECOND_SCORE, { params, body: held.secondScore });
    going.set(key, sent);
    try {
      const reply = await sent;
      failed.delete(key);
      onHeld(key, reply);
      return reply;
    } catch (error) {
      failed.set(key, { problem: error instanceof ApiProblem ? error : new ApiProblem('network', String(error), 0), name });
      throw error;
    } finally {
      if (going.get(key) === sent) going.delete(key);
    }
  }
  return { going, failed, hold };
}
