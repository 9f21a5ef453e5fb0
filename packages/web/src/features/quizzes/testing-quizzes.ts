import { blankQuestion, EMPTY_TEXT, textOf, type AskedQuestion, type Question, type QuestionForm } from '@jolly/core';
import type { AnsweredQuestion, MyQuizReply, OutcomeCell, OutcomeRow, QuestionOutcome, RunningTry } from '@jolly/server/contract';

/** Quizzes as the server has them, for tests of their pages; a test says what matters to it. */

export const QUIZ_AT = Date.UTC(2026, 10, 25, 10);
export const entry = (text: string) => ({ id: text.toLowerCase(), text: textOf(text) });
export const aQuestion = (id: string, text: string, form: QuestionForm, more: Partial<Question> = {}): Question =>
  ({ ...blankQuestion(form.kind, () => id), text: textOf(text), points: 2000, ...form, ...more }) as Question;
export const asked = (id: string, kind: AskedQuestion['kind'], more: Partial<AskedQuestion> = {}): AskedQuestion => ({
  id,
  kind,
  text: textOf(`What of ${id}?`),
  spoken: null,
  points: 2000,
  entries: [],
  partners: [],
  gaps: 0,
  unit: '',
  picture: null,
  ...more,
});
export const answered = (one: AskedQuestion, more: Partial<AnsweredQuestion> = {}): AnsweredQuestion => ({
  asked: one,
  answer: null,
  mark: null,
  points: null,
  key: null,
  explanation: null,
  remark: null,
  ...more,
});
export const aTry = (questions: (AskedQuestion | null)[], more: Partial<RunningTry> = {}): RunningTry => ({
  stands: {},
  beside: {},
  late: 0,
  number: 1,
  begunAt: QUIZ_AT,
  endsAt: QUIZ_AT + 20 * 60_000,
  questions,
  position: null,
  ...more,
});
export const myQuiz = (more: Partial<MyQuizReply> = {}): MyQuizReply => ({
  assignmentId: 'check',
  classId: 'rivers',
  className: 'Rivers 8',
  hue: 3,
  zone: 'UTC',
  title: 'Streams, a check',
  words: { title: 'Streams, a check', instructions: EMPTY_TEXT, spoken: null, language: 'en', otherWords: {} },
  state: 'open',
  window: { opens: null, due: null, closes: null },
  now: QUIZ_AT,
  questions: 3,
  points: 6000,
  minutes: 20,
  limitMinutes: 20,
  factor: null,
  oneWay: false,
  decimal: '.',
  voiceAnswers: false,
  triesAllowed: 1,
  tryRule: 'latest',
  mayBegin: null,
  running: null,
  finished: [],
  shows: { score: 'atOnce', marks: 'atOnce', key: 'whenReturned', explanations: 'never' },
  ...more,
});
export const aCell = (answer: OutcomeCell['answer'], points: number | null): OutcomeCell => ({
  answer,
  points,
  max: 2000,
  notAnswered: answer === null,
});
export const aRowOf = (givenName: string, cells: OutcomeRow['cells'], score: number): OutcomeRow => ({
  student: { id: givenName.toLowerCase(), givenName, familyName: 'Lind' },
  state: 'in',
  tryId: `try ${givenName}`,
  number: 1,
  endedAt: QUIZ_AT,
  byClock: false,
  tries: 1,
  cells,
  score,
  soFar: score,
  max: 4000,
  waiting: 0,
  late: 0,
  lateCounts: false,
  answeredNow: null,
});
export const anOutcome = (question: Question, more: Partial<QuestionOutcome> = {}): QuestionOutcome => ({
  question,
  n: 3,
  right: 1,
  answered: 3,
  waiting: 0,
  difficulty: 5000,
  discrimination: 4000,
  verdicts: [],
  leftOut: null,
  counted: [],
  spreads: [{ gap: null, lines: [] }],
  ...more,
});
