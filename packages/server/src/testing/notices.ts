import { textOf } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { HandBody, NoticeRequest, TeacherNotice } from '../contract';
import { blankNotice } from '../features/notices/blank-notice';
import type { Person } from './school';

/** A notice to some classes, put up now, that nobody answers. */
export const aNotice = (classIds: readonly string[], more: Partial<NoticeRequest> = {}): NoticeRequest => ({
  ...blankNotice(classIds),
  words: { en: { title: 'Boots on Thursday', text: textOf('We measure the ford at ten.') } },
  ...more,
});

export const someHands = (more: Partial<HandBody> = {}): HandBody => ({
  choices: ['The old bridge', 'The ford', 'Below the weir'].map((text, place) => ({ id: `c${place}`, text })),
  several: false,
  names: false,
  countShown: 'chosen',
  endsAt: null,
  mayChange: false,
  picture: null,
  ...more,
});

/** Stores it under a new id. */
export async function putUp(teacher: Person, classIds: readonly string[], more: Partial<NoticeRequest> = {}): Promise<TeacherNotice> {
  const reply = await teacher.put(`/api/notices/${randomUUID()}`, aNotice(classIds, more));
  if (reply.status !== 200) throw new Error(JSON.stringify(reply.body));
  return reply.body as TeacherNotice;
}
