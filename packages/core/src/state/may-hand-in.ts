import type { Instant } from '../quantities';
import type { WorkWindow } from '../window';
import type { HandInWay, StateOfPiece } from './piece-state';

/** Why a student cannot work on or hand in a piece now. */
export type HandInRefusal = 'notTheirs' | 'excused' | 'isQuiz' | 'inClass' | 'notOpen' | 'closed' | 'alreadyIn' | 'returned';

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
  if (piece.state === null) return 'notTheirs';
  if (piece.state === 'excused') return 'excused';
  // A quiz is handed in by going through it (quiz-try.ts).
  if (how === 'quiz') return 'isQuiz';
  switch (piece.state) {
    case 'returned':
      return 'returned';
    case 'sentBack':
      return null;
    default:
      break;
  }
  if (handedInAt !== null) return 'alreadyIn';
  if (how === 'inClass') return 'inClass';
  if (piece.state === 'notOpen') return 'notOpen';
  if (window.closes !== null && now > window.closes) return 'closed';
  return null;
}

/**
 * May the student take the piece back to work on it again? Until it is returned or closed, or marking has gone on since it
 * was handed in. That is asked of the whole class's pieces, not of this one: a held score of one's own is not to be known by
 * finding just that piece locked.
 *
 * @param piece as the student is told it
 * @param lastScoredAt when a piece of this assignment was scored last, in this class; null: none was
 */
export function takeBackRefusal({
  piece,
  how,
  window,
  handedInAt,
  lastScoredAt,
  now,
}: Situation & { lastScoredAt: Instant | null }): 'nothingIn' | 'marking' | 'returned' | 'excused' | 'isQuiz' | 'closed' | null {
  if (how === 'quiz') return 'isQuiz';
  if (piece.state === 'returned' || piece.state === 'excused') return piece.state;
  if (handedInAt === null) return 'nothingIn';
  if (lastScoredAt !== null && lastScoredAt >= handedInAt) return 'marking';
  return window.closes !== null && now > window.closes ? 'closed' : null;
}
