/** Keys by which a program of somebody's reads or writes in their name. */
import type { Instant } from '@jolly/core';

/** What a program may do with a key: look, or change things too. */
export type KeyScope = 'read' | 'write';
export interface KeyRequest {
  /** what it is for, as its owner calls it */
  name: string;
  scope: KeyScope;
  /** until when it works; null: until it is ended */
  endsAt: Instant | null;
}
export interface AccessKey extends KeyRequest {
  id: string;
  madeAt: Instant;
  /** to the hour */
  usedAt: Instant | null;
}
export interface NewKeyReply {
  key: AccessKey;
  /** shown this once */
  secret: string;
}
