/** What a student and their teachers write to each other about a piece. */
import type { Instant } from '@jolly/core';
import type { KeptFile } from './assignments';

export interface PieceMessage {
  id: string;
  at: Instant;
  by: string;
  /** written by the one who asks */
  mine: boolean;
  /** a teacher wrote it */
  teacher: boolean;
  text: string;
  files: KeptFile[];
}
export interface ConversationReply {
  messages: PieceMessage[];
  /** until when the one who asks had read before this */
  readAt: Instant | null;
}
export interface MessageRequest {
  text: string;
  /** files put up for this conversation before */
  fileIds: string[];
}
