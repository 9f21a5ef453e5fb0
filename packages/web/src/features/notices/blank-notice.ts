import { EMPTY_TEXT, EVERYONE, noticeIn, textOf, type NoticeAnswers } from '@jolly/core';
import type { EventReply, HandBody, NoticeBody, TeacherNotice } from '@jolly/server/contract';
import { language } from '../../time/format';

/** A notice as it is being written. */
export interface NoticeDraft extends NoticeBody {
  id: string;
  at: number | null;
}

export const blankHands = (newId: () => string): HandBody => ({
  choices: [
    { id: newId(), text: '' },
    { id: newId(), text: '' },
  ],
  several: false,
  names: false,
  countShown: 'chosen',
  endsAt: null,
  mayChange: false,
  picture: null,
});

/** A new notice of a class. */
export const blankNotice = (classId: string, answers: NoticeAnswers, newId: () => string): NoticeDraft => ({
  id: newId(),
  classes: [{ classId, audience: EVERYONE }],
  readers: 'students',
  answers,
  language: language(),
  words: { [language()]: { title: '', text: EMPTY_TEXT } },
  phrases: [],
  attachments: [],
  spoken: null,
  briefId: null,
  until: null,
  pinned: false,
  familyTick: false,
  hands: null,
  at: null,
});

/**
 * A new notice that tells of an event, for those of its classes that one teaches.
 * @param when its days and times, as they are read
 */
export function noticeOfEvent(blank: NoticeDraft, event: EventReply, when: string, taught: readonly string[]): NoticeDraft {
  const classIds = event.wholeSchool ? taught : event.classIds.filter((one) => taught.includes(one));
  const lines = [[when, event.place].filter(Boolean).join(' · '), event.text].filter(Boolean);
  return {
    ...blank,
    classes: classIds.map((classId) => ({ classId, audience: EVERYONE })),
    readers: event.families ? 'families' : 'students',
    words: { [blank.language]: { title: event.title, text: textOf(lines.join('\n')) } },
    attachments: JSON.parse(JSON.stringify(event.attachments)) as NoticeDraft['attachments'],
    until: event.repeat?.until ?? event.to,
  };
}

/** What of a notice is written in the form; it has words in its language, empty ones too. */
export function draftOf(notice: TeacherNotice): NoticeDraft {
  const {
    id,
    classes,
    readers,
    answers,
    language,
    words,
    phrases,
    attachments,
    spoken,
    briefId,
    until,
    pinned,
    familyTick,
    hands,
    stand,
    showAt,
  } = notice;
  const own = words[language] ?? { title: '', text: EMPTY_TEXT };
  const at = stand === 'timed' ? showAt : null;
  const body = {
    classes,
    readers,
    answers,
    language,
    words: { ...words, [language]: own },
    phrases,
    attachments,
    spoken,
    briefId,
    until,
    pinned,
    familyTick,
    hands,
  };
  return JSON.parse(JSON.stringify({ id, at, ...body })) as NoticeDraft;
}

export const titleOf = (notice: Pick<NoticeBody, 'language' | 'words' | 'phrases'>): string => noticeIn([notice.language], notice).title;
