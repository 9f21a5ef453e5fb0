import type { AssignmentReply, PieceRow } from '../../contract';
import { isWithTeacher, type PieceRecord } from './records';
import type { Sight } from './sight';

/** Hidden names: whose piece it is must not be known to whoever marks it, in any list, letter or file. */

/**
 * Are the names hidden of whoever marks this? Only while it lies with the teacher and has never been returned:
 * then it is known by the id of its piece, which is told nowhere else, and beside its name nothing is told that
 * would give away which of the nameless ones it is.
 */
export const isNameless = ({ assignment, record }: Pick<Sight, 'assignment'> & { record: Pick<PieceRecord, 'summary'> | null }): boolean =>
  assignment.namesHidden && isWithTeacher(record) && record.summary.lastReturnAt === null;

/** Who a row on the desk is of: the student, or of a nameless piece nobody that can be told. */
export function whoOf(sight: Sight): PieceRow['student'] {
  const { id, givenName, familyName } = sight.member.student;
  return isNameless(sight) ? { id: sight.record!.id, givenName: '', familyName: '' } : { id, givenName, familyName };
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
