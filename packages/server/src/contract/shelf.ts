/** The shelf: what a teacher keeps for use again. */
import type { Instant, LocalDate, Question, QuestionKind, RichText, Rubric, WorkWindow } from '@jolly/core';
import type { BriefBody, KeptFile } from './assignments';

export type ShelfBody =
  | {
      kind: 'assignment' | 'handout';
      brief: BriefBody;
      /** the window it had, to carry over */ window: WorkWindow | null;
      /** first day of the term it was set in */ termStart: LocalDate | null;
    }
  | { kind: 'rubric'; rubric: Rubric }
  | { kind: 'worksheet'; text: RichText }
  | { kind: 'file'; file: KeptFile }
  | { kind: 'question'; question: Question };
export type ShelfKind = ShelfBody['kind'];
export interface ShelfRequest {
  title: string;
  folder: string;
  tags: string[];
  body: ShelfBody;
}
export interface ShelfChange extends ShelfRequest {
  /** teachers who see and use it */
  sharedWith: string[];
  version: number;
}
export interface ShelfItem {
  id: string;
  kind: ShelfKind;
  title: string;
  folder: string;
  tags: string[];
  own: boolean;
  owner: string;
  sharedWith: string[];
  keptAt: Instant;
  changedAt: Instant;
  /** how often it was set again */
  used: number;
  version: number;
}
export interface ShelfReply {
  items: ShelfItem[];
  /** teachers it can be shared with */
  colleagues: { id: string; name: string }[];
}
export interface ShelfItemReply extends ShelfItem {
  body: ShelfBody;
  usedIn: { assignmentId: string; title: string; className: string; due: Instant | null }[];
}

/** A question kept for use again, with what it is found by. */
export interface KeptQuestion extends Pick<
  ShelfItem,
  'id' | 'tags' | 'own' | 'owner' | 'sharedWith' | 'keptAt' | 'changedAt' | 'used' | 'version'
> {
  question: Question;
}
/** What is looked for in the question store; what is left out does not narrow. */
export interface QuestionSearch {
  /** words that must all be in it */
  text?: string;
  tag?: string;
  aim?: string;
  kind?: QuestionKind;
  /** one's own, or what colleagues share */
  whose?: 'own' | 'shared';
  /** these alone, separated by commas: all of them on one page */
  ids?: string;
  page?: number;
}
export interface QuestionStoreReply {
  found: KeptQuestion[];
  /** how many were found in all, of how many there are */
  total: number;
  kept: number;
  page: number;
  pages: number;
  /** all there are to choose from, with how many have them */
  tags: { name: string; count: number }[];
  aims: { name: string; count: number }[];
  colleagues: ShelfReply['colleagues'];
}
/** Questions of a quiz to be kept; what is kept already is not kept twice. */
export interface KeepQuestions {
  questions: Question[];
  tags: string[];
  sharedWith: string[];
  /** the quiz they come from, whose pictures may be a colleague's */
  from: string | null;
}
export interface KeptQuestions {
  /** in the order asked: where each lies, and whether it did before */
  kept: { questionId: string; itemId: string; already: boolean }[];
}
/** The same done to several kept questions of one's own. */
export interface QuestionsChange {
  itemIds: string[];
  addTags: string[];
  shareWith: string[];
}
/** A quiz in which a kept question was asked, and what came of it there; figures are null before anybody was done. */
export interface QuestionUse {
  assignmentId: string;
  title: string;
  className: string;
  due: Instant | null;
  /** its words or its key were changed there */
  changed: boolean;
  n: number;
  /** ten-thousandths */
  difficulty: number | null;
  discrimination: number | null;
}
export interface QuestionUsesReply {
  uses: QuestionUse[];
  /** in quizzes of colleagues, or in drafts that are set for no class of one's own */
  elsewhere: number;
}
