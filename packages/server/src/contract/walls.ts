/** Display walls: work that students show their class, and remarks on it. */
import type { Instant, RichText, StudentName, WallNames, WallRefusal, WallRemarkKind, WallRemarks, WallStand } from '@jolly/core';
import type { HandedSheet, WorkFile } from './work';

/** What a wall is called, asks for, and says of whose it is. */
export interface WallWords {
  title: string;
  /** what is to be shown, and what to look for */
  prompt: string;
  names: WallNames;
}
export interface NewWallRequest extends WallWords {
  /** chosen by whoever asks, so that asking twice makes one wall */
  id: string;
  /** the assignment whose pieces it shows; null: whatever was handed in in this class, and pieces of one's own with a yes */
  assignmentId: string | null;
}
export interface WallRequest extends WallWords {
  stand: WallStand;
  version: number;
}
/** A wall as whoever looks at it knows it. */
export interface Wall extends WallWords {
  id: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  assignmentId: string | null;
  /** what the assignment is called; null for a free wall */
  assignment: string | null;
  stand: WallStand;
  madeAt: Instant;
  /** may classmates leave remarks, and does a teacher say yes first? */
  remarks: WallRemarks;
  families: boolean;
  version: number;
}
/** A wall on which a piece can be shown, beside the piece. */
export interface WallOfPiece {
  id: string;
  title: string;
  shown: boolean;
}
export interface WallItem extends Wall {
  /** seen there now */
  pieces: number;
  /** remarks that wait for a teacher's yes; for teachers */
  waiting: number;
}
/** A student's own list says too how many of their pieces they show on it. */
export interface MyWallItem extends Wall {
  mine: number;
}
export interface WallRemark {
  id: string;
  kind: WallRemarkKind;
  text: string;
  /** as the wall names people; empty: nobody is named */
  by: string;
  own: boolean;
  at: Instant;
  waits: boolean;
  /** for its author and teachers: with why */
  hidden: { word: string } | null;
}
/** A piece on a wall. */
export interface WallPiece {
  id: string;
  /** of what it is */
  title: string;
  /** whose, as the wall names people, to teachers by their whole names; empty where it names nobody */
  by: string[];
  /** whose, as the class reads it: what goes onto paper */
  shownAs: string[];
  own: boolean;
  shownAt: Instant;
  /** how its words begin */
  excerpt: string;
  /** is there more to read than that? */
  more: boolean;
  files: WorkFile[];
  remarks: WallRemark[];
  /** hidden by a teacher: for them and its makers, with why */
  hidden: { word: string } | null;
}
/** What of a student's can hang on a wall: work of an assignment, or on a free wall a piece of their own. */
export type Showable = { assignmentId: string; pieceId: null } | { assignmentId: null; pieceId: string };

/** One of a student's own pieces, with whether it can be shown. */
export interface OwnOnWall {
  of: Showable;
  title: string;
  shown: boolean;
  /** why it cannot be; null: it can */
  refusal: WallRefusal | null;
  /** who made it too and does not show it yet */
  waitsFor: StudentName[];
  /** seen by the class now, with what a teacher has hidden left out */
  seen: boolean;
}
export interface WallReply {
  wall: Wall;
  pieces: WallPiece[];
  /** for students: what they may show here */
  own: OwnOnWall[];
  /** may whoever asks leave remarks now? */
  mayRemark: boolean;
}
/** The whole of a piece. */
export interface WallPieceReply {
  text: RichText | null;
  sheets: Pick<HandedSheet, 'title' | 'text'>[];
}
export interface WallShowRequest {
  of: Showable;
  shown: boolean;
}
export interface WallRemarkRequest {
  id: string;
  kind: WallRemarkKind;
  text: string;
}
/** Remarks are seen, or hidden with a word. */
export interface WallRemarksVerdict {
  remarkIds: string[];
  shown: boolean;
  word: string;
}
