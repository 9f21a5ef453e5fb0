import { localDateAt, mondayOf } from '../calendar';
import { plusDays, type Instant } from '../quantities';
import type { StateOfPiece } from '../state';
import type { WorkWindow } from '../window';

/** Where a piece stands in My work. */
export type AgendaPlace = 'doNow' | 'next' | 'later' | 'done';

/**
 * Do now: past its date and still accepted, sent back, or due today. Next: due by the end of this week, or by
 * Sunday of next week when less than two school days of this one are left. Later: everything else to come.
 * Done: in, returned, excused, closed or not theirs.
 *
 * @param input zone of the class; window as resolved for this student
 */
export function agendaPlace(input: { zone: string; piece: StateOfPiece; window: WorkWindow; now: Instant }): AgendaPlace {
  const { zone, piece, window, now } = input;
  switch (piece.state) {
    case 'sentBack':
      return 'doNow';
    case 'missing':
      return piece.stillAccepted ? 'doNow' : 'done';
    case 'notOpen':
      return 'later';
    case 'open':
    case 'started': {
      if (window.due === null) return 'later';
      const [today, day] = [localDateAt(zone, now), localDateAt(zone, window.due)];
      if (day <= today) return 'doNow';
      const thursday = plusDays(mondayOf(today), 3);
      const horizon = plusDays(mondayOf(today), today > thursday ? 13 : 6);
      return day <= horizon ? 'next' : 'later';
    }
    default:
      return 'done';
  }
}
