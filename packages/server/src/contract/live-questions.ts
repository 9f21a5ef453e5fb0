/** Questions asked in the lesson: answers as they come, their spread on the board, then the key. */
import type { Answer, AnswerMark, AskedQuestion, BoardSpread, DecimalMark, Instant, Question, StudentName } from '@jolly/core';

/** What everybody may see on the board. Names are never in it, and nothing of the key before it is shown. */
export interface LiveBoardReply {
  id: string;
  classId: string;
  className: string;
  asked: AskedQuestion;
  askedAt: Instant;
  /** it takes answers */
  open: boolean;
  /** teachers see who answered what */
  names: boolean;
  answered: number;
  /** students of the class */
  of: number;
  /** null: not shown */
  spread: BoardSpread[] | null;
  /** in words; null: not shown */
  key: string[] | null;
  explanation: string | null;
}
/** A question as it is asked: with names or without, and whether an answer may be changed; without names none can. */
export interface LiveAsk {
  question: Question;
  names: boolean;
  mayChange: boolean;
}
/** What is to be shown or hidden, ended or let go on; what is left out stays as it is. The key ends it. */
export interface LiveStep {
  spread?: boolean;
  key?: boolean;
  ended?: boolean;
}
/** One that was asked, in the list of a class. */
export interface LiveQuestionItem {
  id: string;
  title: string;
  askedAt: Instant;
  open: boolean;
  names: boolean;
  answered: number;
}
/** Who answered what, for the class's teachers alone. */
export interface LiveAnswersReply {
  id: string;
  classId: string;
  className: string;
  question: Question;
  askedAt: Instant;
  open: boolean;
  names: boolean;
  mayChange: boolean;
  /** the assignment that it counts as in the mark book */
  assignmentId: string | null;
  /** nothing where names are not recorded */
  rows: { student: StudentName & { id: string }; answer: Answer; mark: AnswerMark }[];
}
/** One as a student has it. */
export interface MyLiveQuestion {
  id: string;
  classId: string;
  className: string;
  hue: number;
  asked: AskedQuestion;
  decimal: DecimalMark;
  open: boolean;
  names: boolean;
  mayChange: boolean;
  /** they have answered; what, is not known where names are not recorded */
  has: boolean;
  answer: Answer;
  spread: BoardSpread[] | null;
  key: string[] | null;
  mark: AnswerMark | null;
  explanation: string | null;
}
