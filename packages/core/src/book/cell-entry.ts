import { parsePoints, ratio, roundToMilli, unmilli, type MilliPoints } from '../quantities';
import type { PieceState } from '../state';
import type { BookCell } from './book';

/** How a column is scored, as far as typing into it goes. */
export interface CellScale {
  by: 'points' | 'rubric' | 'words' | 'done' | 'none';
  points: MilliPoints | null;
  /** of a word scale, from most to least as the teacher ordered them */
  words: readonly string[];
  /** it is done in class, so that somebody can have been absent */
  inClass?: boolean;
}

/** What is entered in a cell. */
export type CellEntry =
  | { kind: 'points'; earned: MilliPoints }
  | { kind: 'word'; word: string }
  | { kind: 'done'; done: boolean }
  | { kind: 'excused' }
  /** nothing came in and no score is to stand there */
  | { kind: 'missing' }
  /** noted as absent on the day; a score that is there stays */
  | { kind: 'absent' }
  /** only what is said of it in words; everything else stays */
  | { kind: 'remark' }
  /** no score, and not excused */
  | { kind: 'empty' };

/** Why something cannot be entered. */
export type EntryProblem =
  /** neither a number nor one of the letters and words */
  | 'notRead'
  /** begins several words of the scale */
  | 'severalWords'
  | 'noScores'
  | 'noPoints'
  | 'notTheirs'
  | 'nameless'
  | 'blind'
  /** excused: empty it first */
  | 'excused'
  /** not past its date */
  | 'notDue'
  /** something is handed in */
  | 'isIn'
  /** absence is noted of what is done in class */
  | 'notInClass'
  /** the student has this score */
  | 'returned'
  /** above the maximum: to be confirmed as a bonus */
  | 'aboveMaximum';

/** The letters and words that mean something in every column; a word of the scale of the same spelling wins. */
const OWN: Record<string, CellEntry> = {
  x: { kind: 'excused' },
  excused: { kind: 'excused' },
  m: { kind: 'missing' },
  missing: { kind: 'missing' },
  a: { kind: 'absent' },
  absent: { kind: 'absent' },
};
const DONE: Record<string, CellEntry> = {
  d: { kind: 'done', done: true },
  done: { kind: 'done', done: true },
  n: { kind: 'done', done: false },
  'not done': { kind: 'done', done: false },
};
const PERCENT = /^(\d{1,3}(?:[.,]\d{1,3})?)\s*%$/;

/**
 * What a typed text means in a column: a number with a decimal comma or point, a percentage of the points, a
 * word of the scale or the beginning of one, d or n where done counts, x excused, m missing, a absent from what is done
 * in class, nothing for empty.
 *
 * @returns the entry, or why it cannot be read
 * @example readCell('80 %', out of 30) -> 24 points; readCell('x', anything) -> excused
 */
export function readCell(text: string, scale: CellScale): CellEntry | EntryProblem {
  const typed = text.replace(/\s+/g, ' ').trim();
  if (typed === '') return { kind: 'empty' };
  const plain = typed.toLowerCase();
  if (scale.by === 'words') {
    const same = scale.words.find((word) => word.toLowerCase() === plain);
    if (same !== undefined) return { kind: 'word', word: same };
  }
  const own = Object.hasOwn(OWN, plain) ? OWN[plain]! : null;
  if (own && (own.kind !== 'absent' || scale.inClass)) return own;
  if (scale.by === 'none') return own ? 'notInClass' : 'noScores';
  if (scale.by === 'done' && Object.hasOwn(DONE, plain)) return DONE[plain]!;
  if (scale.by === 'words') {
    const begin = scale.words.filter((word) => word.toLowerCase().startsWith(plain));
    if (begin.length === 1) return { kind: 'word', word: begin[0]! };
    if (begin.length > 1) return 'severalWords';
  }
  if (own) return 'notInClass';
  const percent = PERCENT.exec(typed);
  const share = percent ? parsePoints(percent[1]!) : null;
  const earned =
    share === null || scale.points === null ? parsePoints(typed) : roundToMilli(ratio(BigInt(share) * BigInt(scale.points), 100_000_000n));
  if (earned === null && !(percent && scale.points === null)) return 'notRead';
  return scale.points === null || earned === null ? 'noPoints' : { kind: 'points', earned };
}

/** A cell as text, such as it is typed and copied; what follows from dates alone is nothing. */
export function cellText(cell: BookCell | null): string {
  if (cell === null) return '';
  if (cell.excused) return 'x';
  const { score } = cell;
  if (!score) return cell.absent ? 'a' : '';
  if (score.word !== undefined) return score.word;
  if (score.done !== undefined) return score.done ? 'd' : 'n';
  return score.earned === null ? '' : String(unmilli(score.earned));
}

/** Does the student have the score that stands? It can be corrected, not taken out. */
const isWithStudent = ({ state, returned }: BookCell) => state === 'returned' || (state === 'sentBack' && returned !== undefined);

const WITH_TEACHER: ReadonlySet<PieceState> = new Set(['in', 'inLate', 'sentBack']);

/**
 * Why this cannot be entered in this cell; null if it can.
 * @param cell null where the piece is not this student's @param confirmed scores above the maximum are meant
 */
export function entryProblem(cell: BookCell | null, entry: CellEntry, scale: CellScale, confirmed: boolean): EntryProblem | null {
  if (cell === null) return 'notTheirs';
  if (cell.locked) return cell.locked;
  const bare = cell.bare ?? cell.state;
  switch (entry.kind) {
    case 'excused':
    case 'remark':
      return null;
    case 'absent':
      return !scale.inClass ? 'notInClass' : cell.excused ? 'excused' : null;
    case 'empty':
      return !cell.excused && isWithStudent(cell) ? 'returned' : null;
    case 'missing':
      if (cell.excused) return 'excused';
      if (isWithStudent(cell)) return 'returned';
      if (bare === 'missing' || bare === 'inClass') return null;
      return WITH_TEACHER.has(bare) ? 'isIn' : 'notDue';
    default:
      if (cell.excused) return 'excused';
      return entry.kind === 'points' && scale.points !== null && entry.earned > scale.points && !confirmed ? 'aboveMaximum' : null;
  }
}

/** Does the cell hold this already? Entering it again would be a score given anew for nothing. */
export function isEntered(cell: BookCell, entry: CellEntry): boolean {
  const { score } = cell;
  if (entry.kind === 'excused') return cell.excused === true;
  if (entry.kind === 'remark') return false;
  if (cell.excused) return false;
  if (entry.kind === 'absent') return cell.absent === true;
  if (entry.kind === 'empty')
    return (score === undefined || cell.state === 'in' || cell.state === 'inLate') && !cell.saidMissing && !cell.absent;
  if (entry.kind === 'missing') return score === undefined && cell.state === 'missing';
  // Handed in since: the score that is there is that of a round before.
  if (score === undefined || cell.state === 'in' || cell.state === 'inLate') return false;
  if (entry.kind === 'word') return score.word === entry.word;
  if (entry.kind === 'done') return score.done === entry.done;
  return score.word === undefined && score.done === undefined && score.earned === entry.earned;
}
