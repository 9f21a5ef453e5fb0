/** Students reviewing each other's work. */
import type { Instant, RichText, RubricChoices, StudentName } from '@jolly/core';
import type { Scoring } from './assignments';
import type { HandedSheet, WorkFile } from './work';

export interface ReviewRound {
  byRubric: boolean;
  /** how many each gives and gets */
  each: number;
  guidance: string;
  due: Instant | null;
  seed: string;
  /** authors read their reviews since then; null: not yet */
  shownAt: Instant | null;
  version: number;
}
export interface ReviewRoundRequest {
  byRubric: boolean;
  each: number;
  guidance: string;
  due: Instant | null;
  seed: string;
}
/** A round of reviews as the teacher sees it: who reviews whom, and what they said. */
export interface ReviewsReply {
  round: ReviewRound | null;
  /** who could take part: everybody whose work is in */
  peers: number;
  reviews: {
    id: string;
    reviewer: StudentName & { id: string };
    author: StudentName & { id: string };
    begunAt: Instant | null;
    givenAt: Instant | null;
    choices: RubricChoices;
    text: string;
    hidden: boolean;
  }[];
}
/** A review that a student is to give. Whose work it is stays untold. */
export interface ReviewToGive {
  id: string;
  assignmentId: string;
  title: string;
  className: string;
  due: Instant | null;
  givenAt: Instant | null;
  begunAt: Instant | null;
  /** which of theirs, from 1 */
  number: number;
}
export interface ReviewReply extends ReviewToGive {
  zone: string;
  guidance: string;
  scoring: Scoring;
  byRubric: boolean;
  work: { text: RichText | null; sheets: HandedSheet[]; files: WorkFile[] };
  choices: RubricChoices;
  text: string;
  /** reviews can be changed until their authors read them */
  open: boolean;
  version: number;
}
export interface ReviewRequest {
  choices: RubricChoices;
  text: string;
  /** hand it over; else it is kept as begun */
  give: boolean;
  version: number;
}
export interface ReceivedReview {
  /** from 1; who wrote it stays untold */
  number: number;
  choices: RubricChoices;
  text: string;
}
