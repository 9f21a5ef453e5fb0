import { EMPTY_TEXT } from '@jolly/core';
import type { AssignmentReply, BriefBody, SetFor } from '../../contract';
import type { LeanSight } from '../pieces/sight';

/** What a brief says that says nothing yet. */
export const BLANK_BRIEF: BriefBody = {
  kind: 'assignment',
  title: '',
  instructions: EMPTY_TEXT,
  spoken: null,
  language: 'en',
  otherWords: {},
  attachments: [],
  how: 'handIn',
  quiz: null,
  accepts: ['text', 'files'],
  voiceAnswers: false,
  scoring: { by: 'points' },
  points: null,
  aims: [],
  minutes: null,
  rounds: null,
  roundRule: 'latest',
  lateRule: null,
  standingHolds: true,
  familyTick: false,
};

/** A draft as one of its classes would have it, stored or not. */
export function asAssignment(
  body: BriefBody | AssignmentReply,
  set: SetFor,
  of: { id: string; briefId: string; issuedAt: number | null },
): AssignmentReply {
  const quizRun = 'quiz' in body ? (body.quiz?.run ?? null) : body.quizRun;
  const { quiz: _, ...plain } = { quiz: null, ...body };
  return { ...plain, ...set, ...of, quizRun, position: 0, namesHidden: false, secondMarker: null, version: 0 };
}

/** Is the student given it: meant for them, still in the class and not excused? */
export const isGiven = ({ theirs, exception, member }: Pick<LeanSight, 'theirs' | 'exception' | 'member'>): boolean =>
  theirs && member.left === null && !(exception?.excused ?? false);
