import { EVERYONE } from '@jolly/core';
import type { NoticeRequest } from '../../contract';

/** A notice to everybody of some classes, up now, that nobody answers; what it says is still to come. */
export const blankNotice = (classIds: readonly string[]): Omit<NoticeRequest, 'words'> => ({
  classes: classIds.map((classId) => ({ classId, audience: EVERYONE })),
  readers: 'students',
  answers: 'nobody',
  language: 'en',
  phrases: [],
  attachments: [],
  spoken: null,
  briefId: null,
  until: null,
  pinned: false,
  familyTick: false,
  hands: null,
  goesOut: 'now',
  at: null,
  tell: false,
  version: 0,
});
