import { EMPTY_TEXT, EVERYONE, noticeIn, type NoticeAnswers } from '@jolly/core';
import type { HandBody, NoticeBody, TeacherNotice } from '@jolly/server/contract';

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
  language: 'en',
  words: { en: { title: '', text: EMPTY_TEXT } },
  phrases: [],
  attachments: [],
  spoken: null,
  briefId: null,
  until: null,
  pinned: false,
  hands: null,
  at: null,
});

/** What of a notice is written in the form; it has words in its language, empty ones too. */
export function draftOf(notice: TeacherNotice): NoticeDraft {
  const { id, classes, readers, answers, language, words, phrases, attachments, spoken, briefId, until, pinned, hands, stand, showAt } =
    notice;
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
    hands,
  };
  return JSON.parse(JSON.stringify({ id, at, ...body })) as NoticeDraft;
}

export const titleOf = (notice: Pick<NoticeBody, 'language' | 'words' | 'phrases'>): string => noticeIn(notice.language, notice).title;
