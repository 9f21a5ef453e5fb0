import type { Language, WorkWindow } from '@jolly/core';
import type { NewsKind } from '../../contract';
import { localDayIn, say, whenIn, wordsIn } from '../../words';
import type { WhatCameBack } from './what-came-back';

/** One thing that happened, as a line of a letter. */
export interface NewsLine {
  kind: NewsKind;
  title: string;
  className: string;
  zone: string;
  who?: string;
  word?: string;
  from?: WorkWindow;
  to?: WorkWindow | null;
  language?: string;
  /** of a return: what came back, as far as it may be said */
  back?: WhatCameBack | null;
}

type Key = keyof ReturnType<typeof wordsIn>['news'];

/** What became of a piece or a remark on a wall; it stands in `who`. */
const WALL_SETTLED: Readonly<Record<string, Key>> = {
  pieceShown: 'wallPieceShown',
  pieceHidden: 'wallPieceHidden',
  remarkHidden: 'wallRemarkHidden',
};
/** What a teacher decided about a student's notice or answer, or their right to put some up; it stands in `who`. */
const NOTICE_SETTLED: Readonly<Record<string, Key>> = {
  shown: 'noticeShown',
  refused: 'noticeRefused',
  hidden: 'noticeHidden',
  answerHidden: 'noticeAnswerHidden',
  paused: 'noticePaused',
  mayAgain: 'noticeMayAgain',
};

/** Which sentence tells it, where that is not simply the kind's own. */
function keyOf({ kind, who, word, from, to }: NewsLine): Key {
  switch (kind) {
    case 'issued':
      return to?.due == null ? 'issuedUndated' : 'issued';
    case 'dates':
      return from?.due !== to?.due ? 'due' : to?.closes == null ? 'dates' : 'datesClosing';
    case 'answered':
      return to ? 'answeredYes' : 'answeredNo';
    case 'noteAnswer':
      return who ? 'noteAnswer' : 'noteAnswerNameless';
    case 'review':
      return to?.due == null ? 'reviewUndated' : 'review';
    case 'sentBack':
      return to?.due == null ? 'sentBackUndated' : 'sentBack';
    case 'joinSettled':
      return word === 'in' ? 'joinedIn' : 'joinedNot';
    case 'familyUnlinked':
      return word ? 'familyUnlinked' : 'familyUnlinkedNameless';
    case 'noticeSettled':
      return NOTICE_SETTLED[who ?? ''] ?? 'noticeShown';
    case 'wallSettled':
      return WALL_SETTLED[who ?? ''] ?? 'wallPieceShown';
    default:
      return kind as Key;
  }
}

/** What happened in a sentence to a teacher or student; only what concerns the one it is told to. */
export function newsSentence(line: NewsLine, language: Language = 'en'): string {
  const { kind, title, className, zone, who = '', word = '', from, to } = line;
  const { news } = wordsIn(language);
  const when = (at: number | null | undefined) => (at == null ? news.undated : whenIn(language, zone, at));
  const key = keyOf(line);
  // What only families are told has its sentences among theirs.
  if (!(key in news)) return familySentence(line, language);
  // Of a pause the title is the day until which it lasts.
  const until = key === 'noticePaused' ? localDayIn(language, title) : '';
  const said = word && kind !== 'joinSettled' ? say(news.said, { word }) : '';
  const values = { title, className, who, word, said, until, from: when(from?.due), due: when(to?.due), closes: when(to?.closes) };
  return say(news[key], values).trim();
}

/** What happened, told to a family in their language. The child's name stands in `who`, of a message in `title`. */
export function familySentence({ kind, title, className, zone, who = '', word = '', to }: NewsLine, language: Language): string {
  const { letters } = wordsIn(language);
  switch (kind) {
    case 'childReturned':
      return say(word === 'corrected' ? letters.corrected : letters.returned, { title, className, name: who });
    case 'childPortfolio':
      return say(letters.inPortfolio, { title, name: who });
    case 'absenceNoted':
      return say(letters.absenceNoted, { className, name: who, word });
    case 'notice':
      return say(letters.notice, { title, className, word });
    case 'childAnswered':
      return to == null
        ? say(letters.moreTimeNot, { title, className, name: who, word })
        : say(letters.moreTime, { title, className, name: who, word, due: to.due === null ? '' : whenIn(language, zone, to.due) });
    case 'childMissing':
      return say(letters.isMissing, { title, className, name: who, due: to?.due == null ? '' : whenIn(language, zone, to.due) });
    default:
      return say(letters.message, { who, name: title, word });
  }
}
