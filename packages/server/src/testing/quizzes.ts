import {
  blankGap,
  blankQuestion,
  FIRST_RUN,
  textOf,
  type Answer,
  type Gap,
  type Question,
  type QuestionForm,
  type Quiz,
  type QuizRun,
} from '@jolly/core';

import { randomUUID } from 'node:crypto';
import type { Person } from './school';

/** Quizzes for tests, with telling defaults. */

export const gap = (texts: string[], more: Partial<Gap> = {}): Gap => ({
  ...blankGap(),
  accepted: texts.map((text) => ({ text, percent: 100_000 })),
  ...more,
});
const entries = (...words: string[]) => words.map((text) => ({ id: text.toLowerCase(), text: textOf(text) }));

export const question = (id: string, text: string, form: QuestionForm, more: Partial<Question> = {}): Question =>
  ({ ...blankQuestion(form.kind, () => id), text: textOf(text), ...form, ...more }) as Question;

/** Where does a river drop what it carries? Inside, outside, at its mouth; the inside is right. */
export const bend = (more: Partial<Question> = {}): Question =>
  question(
    'bend',
    'Where does a river drop what it carries?',
    {
      kind: 'one',
      options: entries('Inside', 'Outside', 'Mouth').map((one) => ({
        ...one,
        staysLast: false,
        explanation: one.id === 'outside' ? 'There it is fast.' : '',
      })),
      key: ['inside'],
    },
    { explanation: 'Slow water drops its load.', ...more },
  );
export const wear = (): Question =>
  question(
    'wear',
    'This is called ___, and the grit is the ___.',
    { kind: 'gaps', gaps: [gap(['abrasion'], { near: 1 }), gap(['load'])] },
    { points: 2000 },
  );
export const speed = (): Question =>
  question(
    'speed',
    'How fast, in metres a second?',
    { kind: 'number', unit: 'm/s', accepted: [{ value: '0.625', tolerance: '0.01', tolerancePercent: null, percent: 100_000 }] },
    { points: 2000 },
  );
export const course = (): Question =>
  question(
    'course',
    'Put them in order.',
    { kind: 'order', items: entries('Spring', 'Waterfall', 'Meander', 'Delta'), mode: 'pairs' },
    { points: 3000 },
  );
export const why = (): Question => question('why', 'Why does a meander move?', { kind: 'own', rubric: null }, { points: 6000 });

export const aQuiz = (questions: Question[] = [bend(), wear(), speed(), course(), why()], run: Partial<QuizRun> = {}): Quiz => ({
  run: { ...FIRST_RUN, ...run },
  sets: [],
  questions,
});
/** A brief that is handed in as this quiz. */
export const asQuiz = (quiz: Quiz = aQuiz()) => ({
  how: 'quiz' as const,
  accepts: [],
  quiz,
  title: 'Reading a river',
  points: quiz.questions.reduce((sum, one) => sum + one.points, 0),
  rounds: 1,
});
/** Somebody goes through the quiz and hands it in. */
export async function takes(person: Person, id: string, answers: Record<string, Answer>): Promise<void> {
  const { number } = (await person.post(`/api/my/quizzes/${id}/tries`)).body.running;
  const given = Object.entries(answers).map(([questionId, answer]) => ({ id: randomUUID(), questionId, answer, insteadOf: null }));
  if (given.length > 0) await person.post(`/api/my/quizzes/${id}/answers`, { number, answers: given });
  await person.post(`/api/my/quizzes/${id}/hand-in`, { number });
}
