import { EMPTY_TEXT, NOTHING_YET } from '@jolly/core';
import type { PieceRecordRow } from './pieces-rows';

/** A piece to which nothing has happened yet. */
export function blankPiece({
  id,
  assignmentId,
  studentId,
  workId,
}: Pick<PieceRecordRow, 'id' | 'assignmentId' | 'studentId' | 'workId'>): PieceRecordRow {
  return {
    id,
    assignmentId,
    studentId,
    workId,
    summary: NOTHING_YET,
    begun: false,
    seenAt: null,
    activeAt: null,
    earnedMilli: null,
    chosen: null,
    remark: EMPTY_TEXT,
    details: null,
    scoredAt: null,
    scoredBy: null,
    scoredRound: 0,
    held: false,
    returnedMilli: null,
    returnedChosen: null,
    returnedRemark: EMPTY_TEXT,
    returnedDetails: null,
    shownAt: null,
    went: null,
    wentLine: '',
    selfCheck: null,
    saidMissing: false,
    version: 0,
  };
}
