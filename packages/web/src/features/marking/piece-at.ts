/** A piece as an address names it: whose, of which assignment. */
export interface PieceAt {
  assignmentId: string;
  studentId: string;
}

/** A piece as one text, to keep things by. @example pieceAt(pieceKey(piece)) equals piece */
export const pieceKey = ({ assignmentId, studentId }: PieceAt): string => `${assignmentId} ${studentId}`;

/** The piece of a key made by `pieceKey`. */
export function pieceAt(key: string): PieceAt {
  const [assignmentId = '', studentId = ''] = key.split(' ');
  return { assignmentId, studentId };
}
