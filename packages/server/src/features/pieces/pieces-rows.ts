import type { FactKind } from '@jolly/core';
import type { Went } from '../../contract';

export interface PieceRecordRow {
  id: string;
  assignmentId: string;
  studentId: string;
  /** what is worked on; the members of a group share one */
  workId: string;
  summary: unknown;
  /** there is work of this student's, so that the piece is theirs whatever changes around it */
  begun: boolean;
  /** first looked at */
  seenAt: Date | null;
  /** last worked on */
  activeAt: Date | null;
  earnedMilli: number | null;
  chosen: unknown;
  remark: unknown;
  /** what stands beside the score: words per criterion, an adjustment, scores of earlier rounds */
  details: unknown;
  scoredAt: Date | null;
  scoredBy: string | null;
  /** how often it had been sent back when it was scored */
  scoredRound: number;
  held: boolean;
  returnedMilli: number | null;
  returnedChosen: unknown;
  returnedRemark: unknown;
  returnedDetails: unknown;
  /** until when notes on the work are shown: the last return or send-back */
  shownAt: Date | null;
  went: Went | null;
  wentLine: string;
  /** how the student sees it by the rubric, before handing in */
  selfCheck: unknown;
  /** of what is done in class: the teacher has said that nothing came of it */
  saidMissing: boolean;
  version: number;
}
/** What one student, or a group, writes and attaches. */
export interface WorkRow {
  id: string;
  assignmentId: string;
  groupId: string | null;
  text: unknown;
  savedAt: Date | null;
  savedBy: string | null;
  version: number;
  /** null: not counted since it was brought over */
  words: number | null;
}
export interface WorkSheetRow {
  workId: string;
  attachmentId: string;
  /** whose copy it is; empty for one that the whole work shares */
  studentId: string;
  /** the teacher's worksheet as it was copied */
  source: unknown;
  text: unknown;
  begun: boolean;
  version: number;
}
/** A copy of a paper that somebody has written on. */
export interface WorkPaperRow {
  workId: string;
  attachmentId: string;
  /** whose copy it is; empty for one that the whole work shares */
  studentId: string;
  /** the teacher's file that it is a copy of */
  keptFileId: string;
  /** the same among the files of the work, as it was when it was first written on */
  fileId: string;
  version: number;
  /** up to this version nothing is forgotten: some version of the work may hold it */
  frozen: number;
  objects: number;
  words: number;
  changedAt: Date;
  changedBy: string;
}
/** One object on a paper, from the version of the paper in which it came to be so to the one in which it ended. */
export interface PaperObjectRow {
  workId: string;
  attachmentId: string;
  studentId: string;
  objectId: string;
  born: number;
  gone: number | null;
  /** its place among the others, the lowest first */
  place: number;
  writer: string;
  object: unknown;
}
export interface WorkVersionRow {
  id: string;
  workId: string;
  kind: 'saved' | 'kept' | 'restored';
  at: Date;
  byUser: string;
  text: unknown;
  sheets: unknown;
  fileIds: unknown;
  words: number;
  papers: unknown;
}
export interface FactRow {
  id: string;
  pieceId: string;
  seq: number;
  kind: FactKind;
  at: Date;
  byUser: string;
  data: unknown;
}
export interface HandInRow {
  id: string;
  workId: string;
  versionNo: number;
  at: Date;
  text: unknown;
  words: number;
  receipt: string;
  byUser: string | null;
  textFingerprint: string | null;
  sheets: unknown;
  papers: unknown;
}
export interface PieceFileRow {
  id: string;
  workId: string;
  fingerprint: string;
  name: string;
  size: number;
  mediaType: string;
  addedAt: Date;
  inDraft: boolean;
  addedBy: string | null;
  /** of a picture: how many, for a picture too large to be drawn */
  pixels: number | null;
  /** made of a paper, or the blank one: it comes and goes with the paper, not by the student's hand */
  attachmentId: string | null;
  /** of a recording: the written part that it answers */
  answers: unknown;
}
export interface HandInFileRow {
  handInId: string;
  fileId: string;
  position: number;
}
export interface KeptReplyRow {
  userId: string;
  idempotencyKey: string;
  about: string;
  reply: unknown;
  at: Date;
}
