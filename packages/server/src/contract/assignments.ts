/** Briefs and the classes they are set for; what goes with them, how they are scored, whom they are for. */
import type {
  Audience,
  BriefWords,
  HandInKind,
  InLanguages,
  Instant,
  Language,
  LateRule,
  MilliPercent,
  MilliPoints,
  PaperPlace,
  PieceState,
  PlannedDay,
  Quiz,
  QuizRun,
  RichText,
  RoundRule,
  Rubric,
  StudentName,
  WindowDates,
} from '@jolly/core';

export type { HandInKind } from '@jolly/core';
export type BriefKind = 'assignment' | 'handout';

/** A file that a teacher put up. */
export interface KeptFile {
  id: string;
  name: string;
  size: number;
  mediaType: string;
}
/** What goes with a file of which everybody has a copy to write on. */
export interface PaperSetting {
  places: PaperPlace[];
  /** pictures of the teacher's that can be put on it */
  stickers: KeptFile[];
}
/** Something that goes with a brief. A link's title is what the teacher typed; nobody fetches one. */
export type Attachment = {
  id: string;
  title: string;
  use: 'toRead' | 'oneEach' | 'onePerGroup';
  /** shows what good looks like */
  example: boolean;
} & (
  | { kind: 'file'; file: KeptFile; /** of one to write on: where, and with which stickers */ paper?: PaperSetting }
  | { kind: 'link'; url: string }
  | { kind: 'worksheet'; text: RichText }
  | { kind: 'handout'; briefId: string }
);

export interface ScaleWord {
  name: string;
  percent: MilliPercent;
}
/** How a piece is scored; the points it is out of stand beside it. */
export type Scoring =
  | { by: 'points' }
  | { by: 'rubric'; rubric: Rubric; shelfId: string | null }
  | { by: 'words'; words: ScaleWord[] }
  | { by: 'done' }
  | { by: 'none' };

/** What is read of a brief, in the language it was written in first and in others beside it. */
export interface WordedBody {
  title: string;
  instructions: RichText;
  /** the instructions spoken */
  spoken: KeptFile | null;
  /** of title, instructions and recording */
  language: Language;
  /** the same in other languages, where the teacher wrote it so */
  otherWords: InLanguages<BriefWords<KeptFile>>;
}
/** What an assignment or a handout says and asks, the same for every class it is set for. */
export interface BriefBody extends WordedBody {
  kind: BriefKind;
  attachments: Attachment[];
  how: 'handIn' | 'quiz' | 'inClass';
  /** the questions and how they are gone through, where it is handed in as a quiz */
  quiz: Quiz | null;
  accepts: HandInKind[];
  /** what is asked for in writing may be said aloud */
  voiceAnswers: boolean;
  scoring: Scoring;
  points: MilliPoints | null;
  aims: string[];
  /** estimated work, for the load */
  minutes: number | null;
  /** how often it can be handed in and sent back in all, of a quiz how often it can be taken; null: as often as wanted */
  rounds: number | null;
  /** of several scored rounds, what counts */
  roundRule: RoundRule;
  /** null: the class's own */
  lateRule: LateRule | null;
  /** standing exceptions hold here */
  standingHolds: boolean;
  /** families are asked to tick that they have seen what came back */
  familyTick: boolean;
}
/** A brief set for one class: its window, where it is filed, whom it is for. */
export interface SetFor {
  classId: string;
  opens: Instant | null;
  due: Instant | null;
  closes: Instant | null;
  unitId: string | null;
  categoryId: string | null;
  countsInTotals: boolean;
  /** counted on top of the rest */
  bonus: boolean;
  audience: Audience;
  /** the groups that work on it together; null: each student alone */
  groupingId: string | null;
}
export type BriefRequest = BriefBody & { classes: SetFor[]; fromShelf: string | null };
export interface BriefChange extends BriefBody {
  classes: SetFor[];
  version: number;
  /** students whose own dates this changes are told */
  tell: boolean;
  /** when the points change and there are scores: they stay as points, or keep their share of the whole */
  scores?: 'keep' | 'scale';
}
/** Why an edit asks: points would change under scores that are given. */
export interface PointsQuestion {
  pieces: number;
  from: MilliPoints;
  to: MilliPoints;
}
/** A brief and the classes it is set for, of those that the one who asks teaches. */
export interface BriefReply extends BriefBody {
  id: string;
  classes: (SetFor & {
    assignmentId: string;
    issuedAt: Instant | null;
    /** pieces that somebody has begun or that have a score */
    begun: number;
  })[];
  /** classes of other teachers that it is also set for */
  elsewhere: number;
  version: number;
}
/** What storing an edited brief would do to students who already have it. */
export interface BriefEffects {
  /** students who have it issued, per class */
  has: { classId: string; students: number }[];
  /** students whose own dates move, and how many keep theirs though their class's moves */
  moved: number;
  keep: number;
  /** students who would no longer get it */
  gone: number;
}

/** A brief as one class has it. */
export interface AssignmentReply extends Omit<BriefBody, 'quiz'>, SetFor {
  id: string;
  briefId: string;
  /** when it is or was made visible; a time to come: it is timed. null: a draft */
  issuedAt: Instant | null;
  /** how a quiz runs; its questions are not in lists */
  quizRun: QuizRun | null;
  position: number;
  /** marked without names until a piece is returned */
  namesHidden: boolean;
  /** the teacher who scores a second time without seeing the first score */
  secondMarker: string | null;
  version: number;
}
export type StateCounts = Partial<Record<PieceState, number>>;
export interface AssignmentListItem extends Pick<
  AssignmentReply,
  'id' | 'briefId' | 'kind' | 'classId' | 'title' | 'points' | 'opens' | 'due' | 'closes' | 'unitId' | 'issuedAt' | 'how'
> {
  counts: StateCounts;
  otherDates: number;
}
export interface IssueRequest {
  version: number;
  /** null: now */
  at: Instant | null;
}
export interface IssueReply {
  brief: BriefReply;
  students: number;
}
/** The load of the day a brief is due for one class, and the lighter day near it. */
export interface LoadRequest {
  classes: { classId: string; due: Instant; opens: Instant | null; audience: Audience }[];
  minutes: number | null;
  /** the brief itself, which is not counted twice */
  briefId: string | null;
}
export interface LoadReply {
  classes: {
    classId: string;
    students: number;
    planned: PlannedDay;
    lighter: PlannedDay | null;
    /** the class's due time on the lighter day */ lighterDue: Instant | null;
  }[];
}
/** A group's own dates on an assignment. */
export interface GroupDateRequest extends WindowDates {
  reason: string;
  tell: boolean;
}
export interface GroupDateReply extends WindowDates {
  groupId: string;
  groupName: string;
  students: number;
  /** the group is no longer there; who was in it keeps the date */
  dissolved: boolean;
  reason: string;
}
/** What changing a rubric would do to scores that were given by it before. */
export interface RescoringReply {
  pieces: { student: StudentName & { id: string }; before: MilliPoints; after: MilliPoints; complete: boolean; returned: boolean }[];
}
export interface HandoutReply extends WordedBody {
  id: string;
  briefId: string;
  classId: string;
  className: string;
  hue: number;
  attachments: Attachment[];
  unit: string | null;
  issuedAt: Instant;
}
export interface ReadRubricReply {
  rubric: Rubric;
  problems: { row: number; message: string }[];
}
export interface RubricTableRequest {
  rubric: Rubric;
  format: 'csv' | 'xlsx';
}
