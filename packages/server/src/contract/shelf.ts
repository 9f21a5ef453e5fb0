/** The shelf: what a teacher keeps for use again. */
import type { Instant, LocalDate, RichText, Rubric, WorkWindow } from '@jolly/core';
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
  | { kind: 'file'; file: KeptFile };
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
