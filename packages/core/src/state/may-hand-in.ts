import type { Instant } from '../quantities';
import type { WorkWindow } from '../window';
import type { HandInWay, StateOfPiece } from './piece-state';

/** Why a student cannot work on or hand in a piece now. */
export type HandInRefusal = 'notTheirs' | 'excused' | 'inClass' | 'notOpen' | 'closed' | 'alreadyIn' | 'returned';

interface Situation {
  piece: StateOfPiece;
  how: HandInWay;
  window: WorkWindow;
  handedInAt: Instant | null;
  now: Instant;
}

/**
 * May the student change and hand in this piece now? A piece that was sent back is accepted past the closing
 * time: the teacher asked for it again.
 * A held score does not keep them from it either: it would be known by that.
 *
 * @param piece as the student is told it (stateForStudent)
 * @returns null when they may, else the reason
 */
export function handInRefusal({ piece, how, window, handedInAt, now }: Situation): HandInRefusal | null {
  switch (piece.state) {
    case null:
      return 'notTheirs';
    case 'excused':
      return 'excused';
    case 'returned':
      return 'returned';
    case 'sentBack':
      return null;
  }
  if (handedInAt !== null) return 'alreadyIn';
  if (how === 'inClass') return 'inClass';
  if (piece.state === 'notOpen') return 'notOpen';
  if (window.closes !== null && now > window.closes) return 'closed';
  return null;
}

/**
 * May the student take the piece back to work on it again? Until it is scored, returned or closed.
 * @param piece as it is, a held score included: `scored` locks the work
 */
export function takeBackRefusal({ piece, window, handedInAt, now }: Situation): 'nothingIn' | 'scored' | 'returned' | 'excused' | 'closed' | null {
  if (piece.state === 'returned' || piece.state === 'scored' || piece.state === 'excused') return piece.state;
  if (handedInAt === null) return 'nothingIn';
  return window.closes !== null && now > window.closes ? 'closed' : null;
}
