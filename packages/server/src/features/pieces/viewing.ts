import { EMPTY_TEXT, summaryForStudent } from '@jolly/core';
import type { SecondRecord } from '../marking/second-scores.service';
import type { AssignmentReply } from '../../contract';
import type { LeanRecord, PieceRecord } from './pieces.mapper';

/**
 * For whose eyes pieces are looked up. The board gives nobody a piece without being told, and gives each what they may know:
 * - a teacher everything, but nothing of what the first marker said where they are to give a second score and have not;
 * - a student (and a family) their own piece as if nothing that is held had been recorded;
 * - the server itself, when it issues, moves dates or tells, everything; nothing of that goes into a reply.
 * Names that are hidden are another question, of what stands beside what: `isNameless` and `isApartFromName`.
 */
export type Viewer = { as: 'teacher'; id: string } | { as: 'student' } | { as: 'server' };

export const teacherEyes = (teacher: { userId: string }): Viewer => ({ as: 'teacher', id: teacher.userId });
export const STUDENT_EYES: Viewer = { as: 'student' };
export const SERVER_EYES: Viewer = { as: 'server' };

/** Is the first score of a piece kept from this viewer: they are to give a second one and have not, and did not give the first? */
export function isBlind(
  viewer: Viewer,
  { secondMarker }: Pick<AssignmentReply, 'secondMarker'>,
  record: { score: { by: string } | null } | null,
  second: SecondRecord | undefined,
): boolean {
  return viewer.as === 'teacher' && secondMarker === viewer.id && record?.score?.by !== viewer.id && second === undefined;
}

const NOTHING_SAID = { earned: null, chosen: null, remark: EMPTY_TEXT, words: {}, adjust: null, rounds: [] };

/** A record as this viewer may know it. That a piece is scored is no secret of the first marker's; how is. */
export function recordFor<R extends PieceRecord | LeanRecord>(viewer: Viewer, record: R | null, { blind }: { blind: boolean }): R | null {
  if (record === null) return null;
  if (viewer.as === 'student') return { ...record, summary: summaryForStudent(record.summary), score: null, held: false };
  if (!blind) return record;
  return {
    ...record,
    score: record.score && { ...record.score, ...NOTHING_SAID },
    returned: record.returned && { ...record.returned, ...NOTHING_SAID },
  };
}

/**
 * Must what somebody wrote stay apart from their name? While names are hidden and the piece has not been returned, whoever
 * marks it must not have read it beside its name: no draft, no file under its own name, no comparison by name.
 */
export const isApartFromName = ({
  assignment,
  record,
}: {
  assignment: Pick<AssignmentReply, 'namesHidden'>;
  record: Pick<PieceRecord, 'summary'> | null;
}): boolean => assignment.namesHidden && (record?.summary.lastReturnAt ?? null) === null;

/** What a piece is called that stands apart from its name. */
export const pieceName = ({ id }: Pick<PieceRecord, 'id'>): string => `Piece ${id.slice(0, 8)}`;
