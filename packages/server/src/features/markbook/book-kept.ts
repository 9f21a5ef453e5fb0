import { isBlank, textOf, type CellEntry } from '@jolly/core';
import { isDeepStrictEqual } from 'node:util';
import type { AssignmentReply, BookKept, Chosen, WhyScored } from '../../contract';
import { fromJson } from '../../db/json-column';
import { Problem } from '../../http/problem';
import { earnedByChoice, record } from '../marking/scoring.service';
import type { OpenPiece } from '../pieces/open-pieces';
import type { PieceRecord } from '../pieces/records';
import type { LeanSight } from '../pieces/sight';

const NO_REMARK: NonNullable<BookKept['score']>['remark'] = { type: 'doc', content: [{ type: 'paragraph' }] };

/** A cell as one text, to find it by. */
export const keyOf = ({ assignmentId, studentId }: { assignmentId: string; studentId: string }) => `${assignmentId} ${studentId}`;

/** What a piece holds now. A score that was given before the work came in again is another round's and not touched here. */
export const keptOf = ({ score, summary, saidMissing }: PieceRecord, { excused, mark }: Pick<BookKept, 'excused' | 'mark'>): BookKept => ({
  excused,
  saidMissing,
  mark,
  score:
    score === null || summary.scoredAt === null
      ? null
      : { earned: score.earned, chosen: score.chosen, remark: score.remark, words: score.words, adjust: score.adjust },
});

/** What a cell once held, as it was stored; acts of before absence was known here say nothing of it. */
export const fromKept = (value: unknown, mark: BookKept['mark']): BookKept => ({ mark, ...fromJson<Omit<BookKept, 'mark'>>(value) });

/** What a cell is to hold after an entry. A remark stays when only its number is taken out, and a note of absence while there is a score. */
export function wanted(kept: BookKept, entry: CellEntry, assignment: AssignmentReply): BookKept {
  const said = { remark: kept.score?.remark ?? NO_REMARK, words: kept.score?.words ?? {}, adjust: null };
  const hasWords = !isBlank(said.remark) || Object.values(said.words).some((text) => text.trim() !== '');
  const { mark } = kept;
  const scored = (earned: number | null, chosen: Chosen | null): BookKept => ({
    excused: false,
    saidMissing: false,
    mark,
    score: { earned, chosen, ...said },
  });
  // Emptied once, a score goes; with none there, the note of absence.
  const clearsMark = !kept.saidMissing && (kept.score === null || (kept.score.earned === null && kept.score.chosen === null));
  switch (entry.kind) {
    case 'excused':
      return { ...kept, excused: true };
    case 'empty':
      if (kept.excused) return { ...kept, excused: false };
      return {
        ...(hasWords ? scored(null, null) : { excused: false, saidMissing: false, score: null }),
        mark: clearsMark && mark === 'absent' ? null : mark,
      };
    case 'absent':
      return { ...kept, mark: 'absent' };
    case 'remark':
      return kept;
    case 'missing':
      return { excused: false, saidMissing: assignment.how === 'inClass', mark, score: null };
    case 'points':
      return scored(entry.earned, null);
    default: {
      const chosen: Chosen = entry.kind === 'word' ? { by: 'words', word: entry.word } : { by: 'done', done: entry.done };
      return scored(earnedByChoice(assignment, chosen), chosen);
    }
  }
}
/** What a piece once was given, by an entry of its history. @throws Problem `thing.unknown` */
export function onceGiven(sight: LeanSight, entry: { pieceId: string; data: object } | undefined): NonNullable<BookKept['score']> {
  if (!entry || entry.pieceId !== sight.record?.id) throw new Problem('thing.unknown');
  const { earned = null, chosen = null, remark, words = {}, adjust = null } = entry.data as Partial<NonNullable<BookKept['score']>>;
  return { earned, chosen, remark: typeof remark === 'object' ? remark : NO_REMARK, words, adjust };
}
/** The same with another remark; a score of nothing but a remark goes with it. */
export function withRemark(kept: BookKept, text: string): BookKept {
  const remark = textOf(text.trim());
  const { earned = null, chosen = null, words = {}, adjust = null } = kept.score ?? {};
  const saysMore = earned !== null || chosen !== null || Object.values(words).some((one) => one.trim() !== '');
  return {
    ...kept,
    score: text.trim() === '' && !saysMore ? null : { earned, chosen, remark: text.trim() === '' ? NO_REMARK : remark, words, adjust },
  };
}

/** Takes the score of this round out; the score of a round before, if there was one, is the piece's again. */
function unscore(piece: OpenPiece, by: string, now: number, why: WhyScored): void {
  const { score, summary, returned } = piece.record;
  if (!score) return;
  piece.append({ kind: 'unscored', at: now }, by, { why });
  const earlier = score.round === summary.roundsSentBack ? score.rounds.at(-1) : undefined;
  if (earlier === undefined) {
    piece.set({
      earnedMilli: null,
      chosen: null,
      remark: NO_REMARK,
      details: null,
      scoredAt: null,
      scoredBy: null,
      scoredRound: 0,
      held: false,
    });
    return;
  }
  const { chosen = null, remark = NO_REMARK, words = {} } = returned ?? {};
  piece.set({
    earnedMilli: earlier,
    chosen,
    remark,
    details: { words, adjust: null, rounds: score.rounds.slice(0, -1) },
    scoredRound: score.round - 1,
    held: false,
  });
}

/** Makes a piece hold this. What is the same as what the student has is not held back from them. */
export function put(piece: OpenPiece, assignment: AssignmentReply, target: BookKept, by: string, now: number, why: WhyScored): void {
  const before = keptOf(piece.record, target);
  // Said even where it is nothing new, so that the version of the piece counts up with every act.
  piece.set({ saidMissing: target.saidMissing });
  if (isDeepStrictEqual(before.score, target.score)) return;
  if (target.score === null) return unscore(piece, by, now, why);
  record(piece, assignment, target.score, by, now, why);
  const { returned, summary } = piece.record;
  const same = (a: unknown, b: unknown) => isDeepStrictEqual(a, b);
  const { earned, chosen, remark, words, adjust } = target.score;
  if (
    summary.returnedAt !== null &&
    returned &&
    same([earned, chosen, remark, words, adjust], [returned.earned, returned.chosen, returned.remark, returned.words, returned.adjust])
  )
    piece.set({ held: false });
}
