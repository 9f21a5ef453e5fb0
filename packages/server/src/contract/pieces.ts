/** One student's piece, as a teacher and as the student sees it. */
import type {
  AgendaPlace,
  HandInKind,
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
import type { AssignmentReply, Attachment, GroupDateReply, HandoutReply, Scoring, WordedBody } from './assignments';
import type { OwnRequest } from './exceptions';
import type { ScoreQuestion } from './marking';
import type { PaperReply, PaperSheet } from './papers';
import type { ReceivedReview } from './reviews';
import type { GivenView } from './scores';
import type { WallOfPiece } from './walls';
import type { DraftView, FeedbackFile, HandInView, MarginNote, PieceRow, SheetView, VersionItem, WentView, WorkFile } from './work';

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
  /** where families are asked to tick what came back: who did since it came back last */
  seenAtHome: { studentId: string; by: string; at: Instant }[];
  /** scores given by a rubric that has changed since */
  rescorable: number;
}
export interface VersionReply extends VersionItem {
  text: RichText | null;
  sheets: { attachmentId: string; studentId: string | null; title: string; text: RichText }[];
  workFiles: WorkFile[];
  papers: PaperReply[];
}
export interface MyPiece {
  assignmentId: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  title: string;
  points: MilliPoints | null;
  how: 'handIn' | 'quiz' | 'inClass';
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
export interface ReturnedView extends GivenView {
  at: Instant;
  readAt: Instant | null;
}
/** A handout as its student has it. */
export interface MyHandout extends HandoutReply {
  /** on the year's shelf of its class: where, in the teacher's order, and since when */
  shelved: { folder: string; position: number; pinnedAt: Instant } | null;
  openedAt: Instant | null;
}
export interface MyWorkReply {
  pieces: MyPiece[];
  handouts: MyHandout[];
}
export interface MyPieceReply {
  piece: MyPiece;
  /** in which title and instructions are, for this reader, and in which others they can be read */
  words: WordedBody;
  attachments: Attachment[];
  scoring: Scoring;
  /** what is asked for in writing may be said aloud */
  voiceAnswers: boolean;
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
  /** papers of which they have a copy to write on */
  papers: PaperSheet[];
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
  scoreQuestions: ScoreQuestion[];
  /** they may ask about the score: it is returned, and nothing is waiting */
  mayQuestion: boolean;
  /** reviews by classmates, once the teacher shows them */
  reviews: ReceivedReview[];
  handIn: HandInView | null;
  sentBack: { at: Instant; reason: string; newDue: Instant | null } | null;
  mayHandIn: string | null;
  mayTakeBack: string | null;
  /** where it can be shown to the class, or is */
  walls: WallOfPiece[];
  /** what it costs to hand in now, in points off full marks; null if nothing */
  lateNow: {
    lateBy: Milliseconds;
    takenOff: MilliPoints;
    rule: LateRule;
    /** false: it was so late before it was sent back, and stays so */ grows: boolean;
  } | null;
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
