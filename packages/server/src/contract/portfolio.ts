/** Portfolios: pieces kept in sight over the years, assigned or of one's own, each with a line why and a teacher's word. */
import type { Instant, LocalDate, MilliPoints, PortfolioStand, RichText, StudentName } from '@jolly/core';
import type { HandedSheet, WorkFile } from './work';

/** What was handed in, a piece of one's own, or what one says looking back on a term. */
export type PortfolioKind = 'work' | 'own' | 'reflection';

export interface PortfolioPiece {
  id: string;
  kind: PortfolioKind;
  /** of work: which */
  assignmentId: string | null;
  /** whose teachers say yes */
  classId: string;
  title: string;
  className: string;
  why: string;
  /** what one wrote for it; empty for work */
  text: string;
  /** of a reflection: the first day of the term */
  termFrom: LocalDate | null;
  /** who chose it */
  by: string;
  own: boolean;
  at: Instant;
  handedInAt: Instant | null;
  points: MilliPoints | null;
  /** once returned */
  effective: MilliPoints | null;
  /** the first words of it */
  excerpt: string;
  /** what goes with it: its own, or those of the last hand-in */
  files: WorkFile[];
  stand: PortfolioStand;
  /** a teacher's word with their yes, or with which it came back */
  word: string;
  saidBy: string;
  /** may the one who asks take it out again? */
  removable: boolean;
  version: number;
}
export interface PortfolioReply {
  pieces: PortfolioPiece[];
  /** what was handed in and is not in it yet, newest first */
  candidates: { assignmentId: string; title: string; className: string }[];
  /** of a student's own: the classes whose teachers a piece can go to */
  classes: { classId: string; className: string }[];
  /** terms to look back on now, of classes in which one has not yet */
  lookBack: LookBack[];
}
export interface LookBack {
  classId: string;
  className: string;
  termFrom: LocalDate;
  term: string;
  /** when the term ends */
  ends: LocalDate;
}
export interface PortfolioChoice {
  assignmentId: string;
  why: string;
}
/** A piece of one's own as it is being put together, or put in. */
export interface OwnPortfolioRequest {
  classId: string;
  title: string;
  text: string;
  /** of a reflection: the first day of the term it is about */
  termFrom: LocalDate | null;
  /** 0: it is new */
  version: number;
  /** put it in: the teachers hear of it */
  done: boolean;
}
/** What waits for a teacher's word, whole. */
export interface PortfolioWaiting {
  student: StudentName & { id: string };
  hue: number;
  zone: string;
  piece: PortfolioPiece;
  /** of work: what was handed in */
  work: { text: RichText | null; sheets: Pick<HandedSheet, 'title' | 'text'>[] } | null;
}
export interface PortfolioWord {
  yes: boolean;
  word: string;
  version: number;
}
/** What has a yes, as a family sees it. */
export interface FamilyPortfolioPiece {
  id: string;
  kind: PortfolioKind;
  title: string;
  className: string;
  why: string;
  text: string;
  /** of work: what was handed in */
  work: PortfolioWaiting['work'];
  word: string;
  saidBy: string;
  at: Instant;
  zone: string;
  files: WorkFile[];
}
