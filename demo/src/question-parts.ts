import { blankGap, blankQuestion, textOf, type Answer, type Question, type QuestionForm, type SchoolCalendar } from '@jolly/core';
import type { Services } from '@jolly/server/dist/wiring';
import { createHash } from 'node:crypto';
import { chanceFrom, type Chance } from './chance';

export interface Setting {
  services: Services;
  chance: Chance;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  colleagueId: string;
  classId: string;
  categoryId: string | null;
  unitIds: string[];
  /** students of the class by name, with how diligent they are, from 0 to 1 */
  students: { id: string; diligence: number }[];
}

/** Ids of what a question is made of follow from their words, so that the same seed gives the same draw. */
export const idOf = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 12);
export const entries = (...words: string[]) => words.map((text) => ({ id: idOf(text), text: textOf(text) }));
export const options = (...words: string[]) => entries(...words).map((one) => ({ ...one, staysLast: false, explanation: '' }));
export const ask = (text: string, points: number, form: QuestionForm, more: Partial<Question> = {}): Question =>
  ({
    ...blankQuestion(form.kind, () => idOf(`question ${text}`)),
    text: textOf(text),
    points: points * 1000,
    ...form,
    ...more,
  }) as Question;
export const choice = (text: string, words: string[], right = 0, points = 1, more: Partial<Question> = {}): Question =>
  ask(text, points, { kind: 'one', options: options(...words), key: [idOf(words[right]!)] }, more);
export const gap = (texts: string[], near: 0 | 1 = 1) => ({
  ...blankGap(),
  near,
  accepted: texts.map((text) => ({ text, percent: 100_000 })),
});

export const WHY = [
  'The outside of the bend is faster, so it wears away, and the inside fills up.',
  'Because the water pushes against the outer bank all the time.',
  'Fast water outside takes the bank away. Slow water inside drops sand. So the whole bend moves.',
  'It looks for the easiest way.',
  'The river is stronger after rain and breaks the bank.',
];
const WRONG_WORDS = [
  ['erosion', 'attrition', 'abrassion', 'scraping'],
  ['sediment', 'stones', 'laod', 'mud'],
];

/** Chance of one student at one thing, the same whatever came before it. */
export const chanceOf = (what: string) => chanceFrom(Number.parseInt(createHash('sha256').update(what).digest('hex').slice(0, 8), 16));

/**
 * What a student answers: who knows more is right more often. A wrong key is answered rightly by who knows, wrongly by the key.
 * @param chance of this student and this question, so that it is the same in whatever order questions were drawn
 */
export function answerTo(question: Question, chance: Chance, knows: number): Answer {
  if (chance.happens(0.05)) return null;
  const right = chance.happens(0.12 + knows * 0.85);
  const other = <T>(list: readonly T[], not: readonly T[]): T => chance.pick(list.filter((one) => !not.includes(one)));
  switch (question.kind) {
    case 'one': {
      const ids = question.options.map((one) => one.id);
      if (question.id === idOf('question Which one carries most mud?')) return chance.happens(0.1 + knows * 0.9) ? ids[1]! : ids[0]!;
      return right ? question.key[0]! : other(ids, question.key);
    }
    case 'several': {
      const ids = question.options.map((one) => one.id);
      return right ? question.key : ids.filter(() => chance.happens(0.6));
    }
    case 'trueFalse':
      return right ? question.key[0]! : question.key[0] === 'true' ? 'false' : 'true';
    case 'gaps':
    case 'short': {
      const texts = question.gaps.map((one, index) =>
        chance.happens(0.12 + knows * 0.85) ? one.accepted[0]!.text : chance.happens(0.15) ? null : chance.pick(WRONG_WORDS[index % 2]!),
      );
      return question.kind === 'gaps' ? texts : texts[0]!;
    }
    case 'number':
      return right ? chance.pick(['0.625', '0.63', '5/8']) : chance.pick(['1.6', '6.25', '160']);
    case 'match': {
      const pairs = question.pairs.map(([left, matched]) => [
        left,
        chance.happens(0.12 + knows * 0.85) ? matched : chance.pick(question.right).id,
      ]);
      return Object.fromEntries(pairs) as Record<string, string>;
    }
    case 'order': {
      const ids = question.items.map((one) => one.id);
      if (!right) [ids[1], ids[2]] = [ids[2]!, ids[1]!];
      return ids;
    }
    case 'place':
      return right ? [chance.between(3600, 6400), chance.between(7600, 9600)] : [chance.between(500, 9500), chance.between(500, 5000)];
    default:
      return chance.pick(WHY);
  }
}
