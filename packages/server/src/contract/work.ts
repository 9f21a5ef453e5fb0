/** What a student works on and hands in, what is said about it, and a row of it in a list. */
import type {
  Instant,
  Milliseconds,
  PieceState,
  Place,
  RichText,
  RubricChoices,
  SaidPlace,
  StudentName,
  TrailStep,
  WorkWindow,
} from '@jolly/core';
import type { KeptFile } from './assignments';
import type { ExceptionReply } from './exceptions';
import type { ScoreView } from './scores';

/** Noted by the teacher of a piece that is done in class. */
export type ClassMark = 'did' | 'absent';
/** What collecting adds to a student's row. */
export interface CollectingView {
  /** the group they work with on this */
  team: string | null;
  /** first looked at, begun, last worked on */
  seenAt: Instant | null;
  begunAt: Instant | null;
  activeAt: Instant | null;
  /** written so far; null if not counted */
  words: number | null;
  /** messages of theirs that the one who asks has not read */
  unread: number;
  /** answers below notes that the one who asks has not read */
  unreadNotes: number;
  went: { how: Went; line: string } | null;
  selfCheck: RubricChoices | null;
  mark: ClassMark | null;
  /** the register has them away on the day it was due */
  away: boolean;
  /** nudged about this today, in the class's time */
  nudgedAt: Instant | null;
  /** annotated files that were brought back for them, and voice remarks */
  feedbackFiles: (FeedbackFile & { returned: boolean })[];
}
export interface FeedbackFile extends KeptFile {
  kind: 'file' | 'voice';
}
/** A note pinned to a place in a hand-in, with what was written below it. */
export interface MarginNote {
  id: string;
  /** of the hand-in that it was written on */
  version: number;
  place: Place;
  /** where it stands in the hand-in at hand: itself, or carried to the same words; null: they do not stand there any more */
  here: Place | null;
  text: string;
  spoken: KeptFile | null;
  /** a name; empty where names are hidden */
  by: string;
  mine: boolean;
  at: Instant;
  shown: boolean;
  settledAt: Instant | null;
  answers: { id: string; by: string; mine: boolean; at: Instant; text: string; unread: boolean }[];
  /** counts up with every change of its words or its place */
  edition: number;
}
export interface WorkFile {
  id: string;
  name: string;
  size: number;
  mediaType: string;
  fingerprint: string;
  /** of a picture: how many, for a picture too large to be drawn; null if not known */
  pixels: number | null;
  /** of a recording: the written part that it answers; null: it is a file of its own */
  answers: SaidPlace | null;
}
/** What a file says, for showing it where it cannot be shown as it is. */
export type FileWords =
  | { kind: 'text'; text: string; cut: boolean }
  | { kind: 'table'; rows: string[][]; cut: boolean }
  | { kind: 'none'; why: 'notReadable' | 'tooLarge' };
/** How a piece went, in the student's view. */
export type Went = 'flowed' | 'hardGoing' | 'stuck';
export interface WentView {
  how: Went;
  line: string;
}
/** A worksheet as it was handed in. */
export interface HandedSheet {
  attachmentId: string;
  /** whose copy it is, where each of a group has one; null: of whoever worked on this */
  studentId: string | null;
  title: string;
  text: RichText;
  fingerprint: string | null;
}
/** One student beside one assignment, as a teacher sees it. */
export interface PieceRow {
  student: StudentName & { id: string };
  /** the groups they are in, by name */
  groups: string[];
  state: PieceState | null;
  lateBy: Milliseconds;
  stillAccepted: boolean;
  overdue: boolean;
  window: WorkWindow;
  /** of a quiz: how long this student has; null: as long as it is open, or it is none */
  quizMinutes: number | null;
  trail: TrailStep[];
  exception: ExceptionReply | null;
  handedInAt: Instant | null;
  version: number;
  score: ScoreView | null;
  /** a score or correction the student cannot see yet */
  held: boolean;
  returnedAt: Instant | null;
  readAt: Instant | null;
  /** it is marked without its student's name: on the desk the name is missing, beside the name what was given */
  nameless: boolean;
  collecting: CollectingView;
}
export interface HandInView {
  version: number;
  at: Instant;
  receivedFor: string;
  /** the name of whoever handed it in; of a group it is one for all */
  by: string;
  text: RichText | null;
  /** SHA-256 of the words, hex; null where there are none */
  textFingerprint: string | null;
  words: number;
  sheets: HandedSheet[];
  files: WorkFile[];
  receipt: string;
}
/** A saved state of a student's work. `kept` is what was there before an older one was restored or a worksheet corrected. */
export interface VersionItem {
  id: string;
  kind: 'handedIn' | 'saved' | 'kept' | 'restored';
  /** of a hand-in: which */
  number: number | null;
  at: Instant;
  by: string;
  words: number;
  files: number;
  /** papers that something stands on */
  paperCount: number;
}
/** A student's copy of a worksheet. */
export interface SheetView {
  attachmentId: string;
  title: string;
  text: RichText;
  /** something was written on it */
  begun: boolean;
  version: number;
  /** the worksheet as the teacher corrected it since, if it differs */
  corrected: RichText | null;
}
/** What is being written, not handed in. */
export interface DraftView {
  text: RichText | null;
  files: WorkFile[];
  savedAt: Instant | null;
  /** the name of whoever saved it last */
  savedBy: string;
  version: number;
}
