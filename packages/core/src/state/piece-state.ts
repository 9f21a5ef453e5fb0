import { lateBy } from '../lateness';
import type { Instant, Milliseconds } from '../quantities';
import type { WorkWindow } from '../window';
import type { PieceSummary } from './piece-facts';

/** Codes of docs/words.md, "States of a piece of work". */
export type PieceState = 'notOpen' | 'open' | 'started' | 'in' | 'inLate' | 'missing' | 'inClass' | 'sentBack' | 'scored' | 'returned' | 'excused';

export const PIECE_STATES: readonly PieceState[] = ['notOpen', 'open', 'started', 'in', 'inLate', 'missing', 'inClass', 'sentBack', 'scored', 'returned', 'excused'];

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
 * How late the hand-in that stands is (docs/rules.md, 3). After a send-back it keeps the lateness of the
 * hand-in before; if a new date was set and missed, the greater of the two counts.
 */
export function lateByOfStanding(input: { summary: PieceSummary; window: WorkWindow; graceMinutes: number }): Milliseconds {
  const { summary, window, graceMinutes } = input;
  if (summary.handedInAt === null) return 0;
  const { due } = window;
  const carried = summary.carriedLateFrom.map((earlier, round) =>
    round === 0 ? lateBy({ due: earlier.due ?? due, handedInAt: earlier.handedInAt, graceMinutes }) : lateBy({ due: earlier.due, handedInAt: earlier.handedInAt, graceMinutes }),
  );
  const first = carried.length === 0;
  const own = lateBy({ due: summary.roundDue ?? (first ? due : null), handedInAt: summary.handedInAt, graceMinutes });
  return Math.max(own, ...carried);
}

/**
 * The state of a student's piece, the first rule that applies (docs/rules.md, 2). Derived from facts each
 * time and never stored, so that changing a date changes every state it touches.
 *
 * @param input summary of the facts up to now; window already resolved for this student
 * @example due 15:30, nothing in, now 15:30:00.001, closes never -> { state: 'missing', stillAccepted: true }
 */
export function stateAt(input: StateInput): StateOfPiece {
  const { window, summary, now } = input;
  const is = (state: PieceState | null, more: Partial<StateOfPiece> = {}): StateOfPiece => ({
    state,
    lateBy: lateByOfStanding(input),
    stillAccepted: false,
    overdue: false,
    ...more,
  });
  if (!input.inAudience) return is(null);
  if (input.excused) return is('excused');
  if (summary.returnedAt !== null) return is('returned');
  if (summary.sentBackAt !== null) {
    return is('sentBack', { overdue: summary.roundDue !== null && now > summary.roundDue });
  }
  if (summary.scoredAt !== null) return is('scored');
  if (summary.handedInAt !== null) return is(lateByOfStanding(input) > 0 ? 'inLate' : 'in');
  const duePassed = window.due !== null && now > window.due;
  if (input.how === 'inClass' && duePassed) return is(input.saidMissing ? 'missing' : 'inClass');
  if (window.opens !== null && now < window.opens) return is('notOpen');
  if (!duePassed) return is(input.how !== 'inClass' && summary.begunAt !== null ? 'started' : 'open');
  return is('missing', { stillAccepted: window.closes === null || now <= window.closes });
}

/** The state a piece would have without any score and without being excused: what is entered in a mark book is judged by it. */
export function bareState(input: StateInput): StateOfPiece {
  return stateAt({ ...input, excused: false, summary: { ...input.summary, scoredAt: null, returnedAt: null } });
}

/**
 * The state as the student is told it: a held score is the teacher's secret, so for them it is as if it had
 * not been recorded (docs/words.md). Without a hand-in they go on seeing Open, Started or Missing.
 */
export function stateForStudent(input: StateInput): StateOfPiece {
  const { summary } = input;
  return stateAt(summary.returnedAt === null ? { ...input, summary: { ...summary, scoredAt: null } } : input);
}
