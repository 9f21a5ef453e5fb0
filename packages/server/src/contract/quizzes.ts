/** Quizzes: going through one, what came of it, and what is settled about it afterwards. */
import type { WordedBody } from './assignments';
import type { WorkFile } from './work';
import type {
  Answer,
  AskedQuestion,
  CountedRight,
  DecimalMark,
  Instant,
  Language,
  LeftOut,
  MilliPercent,
  MilliPoints,
  PieceState,
  Question,
  QuestionPoints,
  QuestionSet,
  QuestionVerdict,
  QuizRun,
  RoundRule,
  RubricChoices,
  ShowWhen,
  StudentName,
  WorkWindow,
} from '@jolly/core';

/** An answer that stands, with the id by which the next one names it. */
export interface StandingAnswer {
  id: string;
  answer: Answer;
}
/** The answers of a try as the server has them. */
export interface TryAnswers {
  /** by question */
  stands: Record<string, StandingAnswer>;
  /** by question: given on another device that did not know of the one that stands; the student chooses */
  beside: Record<string, StandingAnswer[]>;
  /** how many came too late and are kept apart */
  late: number;
}
/** The try a student is in. */
export interface RunningTry extends TryAnswers {
  number: number;
  begunAt: Instant;
  /** by the school's clock; null: when it is handed in */
  endsAt: Instant | null;
  /** all of them in this try's order; without going back only the one that is open, and null for the others */
  questions: (AskedQuestion | null)[];
  /** of a quiz without going back: which one is open */
  position: number | null;
}
/** One question of a try that is over; what may not be shown is null. */
export interface AnsweredQuestion {
  asked: AskedQuestion;
  answer: Answer;
  /** shown with marks: did it earn all, part or nothing; null where it waits, too */
  mark: 'full' | 'part' | 'none' | 'notAnswered' | 'waits' | 'leftOut' | null;
  /** shown with marks once the score is shown */
  points: MilliPoints | null;
  /** what counts as right, in words */
  key: string[] | null;
  explanation: string | null;
  remark: string | null;
}
/** A try that is over. */
export interface FinishedTry {
  number: number;
  begunAt: Instant;
  endedAt: Instant;
  byClock: boolean;
  receipt: string | null;
  /** answers that came too late and do not count */
  late: number;
  /** null: not to be shown yet */
  score: MilliPoints | null;
  max: MilliPoints;
  questions: AnsweredQuestion[];
}
/** Tries of a quiz that are over, with what is shown of them and when. */
export interface TriedQuiz {
  /** what its score is out of, where that is not what the questions add up to */
  points: MilliPoints | null;
  finished: FinishedTry[];
  shows: Record<'score' | 'marks' | 'key' | 'explanations', ShowWhen>;
}
/** A quiz as one student has it. */
export interface MyQuizReply extends TriedQuiz {
  assignmentId: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  title: string;
  /** title and instructions, in the student's language and in the others beside it */
  words: WordedBody;
  state: PieceState;
  window: WorkWindow;
  /** the server's clock when it answered: what is left is counted by it */
  now: Instant;
  questions: number;
  /** how long this student has, the class's limit, and the factor that makes the difference; null: no limit */
  minutes: number | null;
  limitMinutes: number | null;
  factor: MilliPercent | null;
  oneWay: boolean;
  decimal: DecimalMark;
  /** what is answered in writing may be said aloud */
  voiceAnswers: boolean;
  /** null: as often as wanted */
  triesAllowed: number | null;
  tryRule: RoundRule;
  /** why another try cannot be begun now; null: it can */
  mayBegin: string | null;
  running: RunningTry | null;
}
/** Answers as they are given; several at once where the line was away. */
export interface AnswersRequest {
  number: number;
  answers: { id: string; questionId: string; answer: Answer; insteadOf: string | null }[];
}
export interface AnswersReply extends TryAnswers {
  now: Instant;
  endsAt: Instant | null;
  /** the try is over: what is sent now is kept apart */
  over: boolean;
  /** answers that have not the form of their question, by their ids, with why; they are not stored */
  refused: Record<string, string>;
}
export interface QuizReceipt {
  number: number;
  at: Instant;
  receipt: string;
  answered: number;
  questions: number;
}

/** A quiz on paper: in how many orders, and with its key at the end? */
export interface QuizPrintRequest {
  orders: number;
  key: boolean;
  /** as far as it was written in this language; left out: as it was written first */
  language?: Language;
}

/** A quiz as a file: a package of the open standard QTI, or a table. */
export interface QuizFileRequest {
  format: 'qti3' | 'qti21' | 'csv' | 'xlsx';
}
/** Questions read from a file, with what was not taken; nothing is stored but pictures. */
export interface ReadQuizReply {
  title: string;
  /** how it runs, where the file says it as we do */
  run: QuizRun | null;
  sets: QuestionSet[];
  questions: Question[];
  /** item by item, or by the number of a row */
  notTaken: { item: string; why: string }[];
  missed: { item: string; what: 'picture' | 'formula' | 'media' | 'styles' | 'script' }[];
}

/** One answer of one student, as a teacher sees it. */
export interface OutcomeCell extends Omit<QuestionPoints, 'id'> {
  answer: Answer;
}
export interface OutcomeRow {
  /** nameless where names are hidden: known by the piece */
  student: StudentName & { id: string };
  state: PieceState | null;
  /** the try that counts for the figures: the best, or the latest; null: none is over */
  tryId: string | null;
  number: number | null;
  endedAt: Instant | null;
  byClock: boolean;
  tries: number;
  /** by question; what the student did not get is not there */
  cells: Record<string, OutcomeCell>;
  score: MilliPoints | null;
  /** of what does not wait */
  soFar: MilliPoints;
  max: MilliPoints;
  waiting: number;
  /** answers that came too late, and whether they are counted */
  late: number;
  lateCounts: boolean;
  /** a try is under way: how many questions have an answer */
  answeredNow: number | null;
}
export interface SpreadLine {
  /** how it is shown: the words of an option, a text as it was written */
  label: string;
  count: number;
  /** key: counts in full; part: earns some; near: taken with wrong letters; counted: counted as right afterwards; wrong; none: not answered */
  as: 'key' | 'part' | 'near' | 'counted' | 'wrong' | 'none';
  /** how many letters were wrong */
  lettersOff: number;
  /** what counting it as right would store; null where that says nothing */
  countRight: CountedRight | null;
}
export interface QuestionOutcome {
  question: Question;
  n: number;
  right: number;
  answered: number;
  waiting: number;
  /** ten-thousandths; null: it has none */
  difficulty: number | null;
  discrimination: number | null;
  verdicts: QuestionVerdict[];
  leftOut: LeftOut | null;
  counted: CountedRight[];
  /** by gap, else one */
  spreads: { gap: number | null; lines: SpreadLine[] }[];
}
export interface QuizOutcomeReply {
  assignmentId: string;
  briefId: string;
  classId: string;
  title: string;
  points: MilliPoints | null;
  max: MilliPoints;
  namesHidden: boolean;
  questions: QuestionOutcome[];
  rows: OutcomeRow[];
  handedIn: number;
  middle: MilliPoints | null;
  waiting: number;
  alpha: number | null;
  /** acts that can be undone, the newest first */
  acts: CorrectionAct[];
}
export type Correction = { kind: 'countRight'; right: CountedRight } | { kind: 'leaveOut'; how: LeftOut };
export interface CorrectionRequest {
  questionId: string;
  correction: Correction;
  /** those who have theirs back are told of the corrected score now; else it is held until returned */
  giveBack: boolean;
}
export interface CorrectionAct {
  id: string;
  questionId: string;
  correction: Correction;
  by: string;
  at: Instant;
}
/** Who would move, before anything changes. */
export interface CorrectionEffects {
  moves: {
    student: StudentName & { id: string };
    className: string;
    before: MilliPoints;
    after: MilliPoints;
    /** an answer of theirs waits still: these are their points so far */
    waits: boolean;
  }[];
  /** who comes to the pass line or falls below it */
  passing: number;
  failing: number;
  /** of those who move, who has it back already */
  returned: number;
  classes: number;
}
/** An answer that waits for a teacher, or waited. */
export interface AnswerToScore {
  tryId: string;
  student: StudentName & { id: string };
  answer: Answer;
  files: WorkFile[];
  mark: { points: MilliPoints | null; choices: RubricChoices | null; remark: string; version: number; by: string } | null;
}
export interface AcrossAnswersReply {
  assignmentId: string;
  title: string;
  question: Question;
  /** the questions that a teacher scores, with how many answers wait */
  questions: { id: string; number: number; waiting: number }[];
  answers: AnswerToScore[];
  namesHidden: boolean;
}
export interface MarkRequest {
  points: MilliPoints | null;
  choices: RubricChoices | null;
  remark: string;
  /** saved remarks that were used in it, to be counted */
  remarks: string[];
  /** of the mark as it was seen; 0: there was none */
  version: number;
}
