/** One student's piece, as a teacher and as the student sees it. */
import type {
  AgendaPlace,
  Instant,
  LateRule,
  MilliPoints,
  Milliseconds,
  PieceState,
  RichText,
  RoundRule,
  RubricChoices,
  StudentName,
  TrailStep,
  WorkWindow,
} from '@jolly/core';
import type { AssignmentReply, Attachment, GroupDateReply, HandInKind, HandoutReply, KeptFile, Scoring } from './assignments';
import type { CollectingView } from './collecting';
import type { ExceptionReply, OwnRequest } from './exceptions';
import type { FeedbackFile, MarginNote, ScoreQuestion } from './marking';
import type { ReceivedReview } from './reviews';

export interface WorkFile {
  id: string;
  name: string;
  size: number;
  mediaType: string;
  fingerprint: string;
  /** of a picture: how many, for a picture too large to be drawn; null if not known */
  pixels: number | null;
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
/** What was chosen to score a piece by something else than points. */
export type Chosen = { by: 'rubric'; choices: RubricChoices } | { by: 'words'; word: string } | { by: 'done'; done: boolean };
/** What a teacher says to single criteria of the rubric, by criterion. */
export type CriterionWords = Record<string, string>;
/** Points given or taken beside what was chosen or typed, and why. */
export interface Adjustment {
  by: MilliPoints;
  reason: string;
}
export interface GivenView {
  /** of the last scored round, any adjustment in it */
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: RichText;
  words: CriterionWords;
  adjust: Adjustment | null;
  /** of earlier scored rounds, the first first */
  rounds: MilliPoints[];
  /** what counts of all rounds, before lateness */
  counted: MilliPoints | null;
  takenOff: MilliPoints;
  effective: MilliPoints | null;
}
export interface ScoreView extends GivenView {
  /** false while a criterion has no choice */
  complete: boolean;
  at: Instant;
  by: string;
}
export interface AssignmentPiecesReply {
  assignment: AssignmentReply;
  rows: PieceRow[];
  groupDates: GroupDateReply[];
  /** in two classes that have it: they get it in the other one */
  inOther: { student: StudentName & { id: string }; className: string }[];
  /** the same in this class and in others that this teacher teaches, by name of the class */
  sections: { assignmentId: string; classId: string }[];
  /** in the class now, and joined after its date: theirs only where the teacher gave it to everybody here on a day */
  joinedAfter: (StudentName & { id: string })[];
  /** scores given by a rubric that has changed since */
  rescorable: number;
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
}
export interface VersionReply extends VersionItem {
  text: RichText | null;
  sheets: { attachmentId: string; studentId: string | null; title: string; text: RichText }[];
  workFiles: WorkFile[];
}
export interface MyPiece {
  assignmentId: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  title: string;
  points: MilliPoints | null;
  how: 'handIn' | 'inClass';
  accepts: HandInKind[];
  issuedAt: Instant;
  window: WorkWindow;
  ownDates: boolean;
  place: AgendaPlace;
  state: PieceState;
  lateBy: Milliseconds;
  stillAccepted: boolean;
  overdue: boolean;
  /** after a send-back: by when it is wanted again */
  againBy: Instant | null;
  /** who works on it with them, where it is done in groups */
  group: string | null;
  /** of a missing piece that is still accepted: what handing it in now takes off full marks */
  lateNow: MilliPoints | null;
  /** have they begun on it, whatever its state? */
  begun: boolean;
  /** messages about it, and in a list answers to notes on it, that they have not read */
  unread: number;
  returned: ReturnedView | null;
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
export interface ReturnedView extends GivenView {
  at: Instant;
  readAt: Instant | null;
}
export interface MyWorkReply {
  pieces: MyPiece[];
  handouts: HandoutReply[];
}
export interface MyPieceReply {
  piece: MyPiece;
  instructions: RichText;
  spoken: KeptFile | null;
  attachments: Attachment[];
  scoring: Scoring;
  minutes: number | null;
  rounds: number | null;
  /** of several scored rounds, what counts */
  roundRule: RoundRule;
  /** their requests for more time, newest first */
  requests: OwnRequest[];
  /** the date that is proposed to whoever asks for more time; null without a date */
  proposedDue: Instant | null;
  mayAsk: boolean;
  trail: TrailStep[];
  teachers: string[];
  exceptionReason: string | null;
  team: { name: string; members: (StudentName & { id: string })[] } | null;
  draft: DraftView;
  sheets: SheetView[];
  went: WentView | null;
  /** how they see it by the rubric */
  selfCheck: RubricChoices | null;
  /** annotated files, and what the teacher said aloud, that came back with what was returned */
  feedbackFiles: FeedbackFile[];
  /** notes on what they handed in that they have not read an answer to */
  unreadNotes: number;
  notes: MarginNote[];
  /** the hand-in that the notes and the score are about, also after it was sent back */
  marked: HandInView | null;
  /** what they asked about the score, newest first */
  questions: ScoreQuestion[];
  /** they may ask about the score: it is returned, and nothing is waiting */
  mayQuestion: boolean;
  /** reviews by classmates, once the teacher shows them */
  reviews: ReceivedReview[];
  handIn: HandInView | null;
  sentBack: { at: Instant; reason: string; newDue: Instant | null } | null;
  mayHandIn: string | null;
  mayTakeBack: string | null;
  /** what it costs to hand in now, in points off full marks; null if nothing */
  lateNow: {
    lateBy: Milliseconds;
    takenOff: MilliPoints;
    rule: LateRule;
    /** false: it was so late before it was sent back, and stays so */ grows: boolean;
  } | null;
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
export interface SaveTextRequest {
  text: RichText;
  /** version of the draft that was changed */
  version: number;
  /** keep what is there now as a version of its own: another text was chosen instead of it */
  keepBefore?: boolean;
}
export interface SaveTextReply {
  savedAt: Instant;
  version: number;
}
