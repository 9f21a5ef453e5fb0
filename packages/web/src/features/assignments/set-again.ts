import { carryOver, EMPTY_QUIZ, EMPTY_TEXT, localDateAt, termAt, type Instant } from '@jolly/core';
import type { BriefBody, ClassReply, SetFor, ShelfItemReply } from '@jolly/server/contract';
import { blankBrief, blankQuiz, blankSet } from './use-brief';

/**
 * Something from the shelf as a new brief for a class: an assignment or handout as it was kept, its dates carried
 * over by school days from the first day of its term to that of the term now or next; a rubric, worksheet, question or file
 * as the beginning of an assignment.
 */
export function setAgain(
  { body: kept, title }: Pick<ShelfItemReply, 'body' | 'title'>,
  schoolClass: ClassReply | null,
  now: Instant,
): { body: BriefBody; sets: SetFor[] } {
  const set = schoolClass ? blankSet(schoolClass.id) : null;
  const one = (body: BriefBody) => ({ body, sets: set ? [set] : [] });
  const blank = blankBrief('assignment');
  const attached = { id: crypto.randomUUID(), title, use: 'oneEach' as const, example: false };
  switch (kept.kind) {
    case 'rubric':
      return one({ ...blank, scoring: { by: 'rubric', rubric: kept.rubric, shelfId: null } });
    case 'worksheet':
      return one({ ...blank, title, attachments: [{ ...attached, kind: 'worksheet', text: kept.text ?? EMPTY_TEXT }] });
    case 'question':
      return one({ ...blankQuiz(), title, points: kept.question.points, quiz: { ...EMPTY_QUIZ, questions: [kept.question] } });
    case 'file':
      return one({ ...blank, title, attachments: [{ ...attached, use: 'toRead', kind: 'file', file: kept.file }] });
    default: {
      const { window, termStart, brief } = kept;
      const term = schoolClass && termAt(schoolClass.terms, localDateAt(schoolClass.calendar.zone, now));
      if (!set || !schoolClass || !window || termStart === null || !term) return one(brief);
      const moved = (at: Instant | null) =>
        at === null
          ? null
          : carryOver(at, { calendar: schoolClass.calendar, start: termStart }, { calendar: schoolClass.calendar, start: term.from });
      return { body: brief, sets: [{ ...set, opens: moved(window.opens), due: moved(window.due), closes: moved(window.closes) }] };
    }
  }
}
