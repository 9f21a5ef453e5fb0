import { standingLateness } from './late-cost';
import type { Instant, Milliseconds } from '../quantities';
import type { WorkWindow } from '../window';
import type { PieceSummary } from './piece-facts';

/** Codes of docs/words.md, "States of a piece of work". */
export type PieceState =
  'notOpen' | 'open' | 'started' | 'in' | 'inLate' | 'missing' | 'inClass' | 'sentBack' | 'scored' | 'returned' | 'excused';

export const PIECE_STATES: readonly PieceState[] = [
  'notOpen',
  'open',
  'started',
  'in',
  'inLate',
  'missing',
  'inClass',
  'sentBack',
  'scored',
  'returned',
  'excused',
];

/** How work reaches the teacher: something is handed in, a quiz is answered, or it is done in class. */
export type HandInWay = 'handIn' | 'quiz' | 'inClass';

export interface StateInput {
  inAudience: boolean;
  excused: boolean;
  how: HandInWay;
  /** of what is done in class: the teacher has said that nothing came of it (docs/rules.md, choices) */
  saidMissing?: boolean;
  window: WorkWindow;
  graceMinutes: number;
  summary: PieceSummary;
  /** of a quiz: when the try that is under way ends by the clock */
  tryEndsAt?: Instant | null;
  now: Instant;
}

export interface StateOfPiece {
  /** null: this piece is not this student's */
  state: PieceState | null;
  /** of the hand-in that stands, in ms; else 0 */
  lateBy: Milliseconds;
  /** only for `missing`: can it still be handed in? */
  stillAccepted: boolean;
  /** only for `sentBack`: has its new date passed? */
  overdue: boolean;
}

/**
 * The state of a student's piece, the first rule that applies (docs/rules.md, 2). Derived from facts each
 * time and never stored, so that changing a date changes every state it touches.
 *
 * @param input summary of the facts up to now; window already resolved for this student
 * @example due 15:30, nothing in, now 15:30:00.001, closes never -> { state: 'missing', stillAccepted: true }
 */
export function stateAt(input: StateInput): StateOfPiece {
  const { scoredAt, returnedAt } = input.summary;
  return decide(input, input.excused, scoredAt, returnedAt);
}

// Three questions are asked of every cell of a mark book, so nothing is copied to ask them.
function decide(input: StateInput, excused: boolean, scoredAt: Instant | null, returnedAt: Instant | null): StateOfPiece {
  const { window, summary, now } = input;
  const late = standingLateness(input).lateBy;
  const is = (state: PieceState | null, stillAccepted = false, overdue = false): StateOfPiece => ({
    state,
    lateBy: late,
    stillAccepted,
    overdue,
  });
  if (!input.inAudience) return is(null);
  if (excused) return is('excused');
  if (returnedAt !== null) return is('returned');
  if (summary.sentBackAt !== null) return is('sentBack', false, summary.roundDue !== null && now > summary.roundDue);
  if (scoredAt !== null) return is('scored');
  if (summary.handedInAt !== null) return is(late > 0 ? 'inLate' : 'in');
  const duePassed = window.due !== null && now > window.due;
  if (input.how === 'inClass' && duePassed) return is(input.saidMissing ? 'missing' : 'inClass');
  if (window.opens !== null && now < window.opens) return is('notOpen');
  if (!duePassed) return is(input.how !== 'inClass' && summary.begunAt !== null ? 'started' : 'open');
  return is('missing', window.closes === null || now <= window.closes);
}

/** The state a piece would have without any score and without being excused: what is entered in a mark book is judged by it. */
export function bareState(input: StateInput): StateOfPiece {
  return decide(input, false, null, null);
}

/**
 * The state as the student is told it: a held score is the teacher's secret, so for them it is as if it had
 * not been recorded (docs/words.md). Without a hand-in they go on seeing Open, Started or Missing.
 */
export function stateForStudent(input: StateInput): StateOfPiece {
  const { scoredAt, returnedAt } = input.summary;
  return decide(input, input.excused, returnedAt === null ? null : scoredAt, returnedAt);
}
