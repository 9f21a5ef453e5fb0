import { textOf } from '../richtext';
import { blankGap, blankQuestion } from './blank';
import type { Choice, Entry, Gap, Question, QuestionForm } from './question';

/** Questions for tests, with telling defaults. */
export const words = textOf;
export const entry = (id: string, text = id): Entry => ({ id, text: words(text) });
export const choice = (id: string, text = id): Choice => ({ ...entry(id, text), staysLast: false, explanation: '' });
export const gap = (texts: string[], more: Partial<Gap> = {}): Gap => ({
  ...blankGap(),
  accepted: texts.map((text) => ({ text, percent: 100_000 })),
  ...more,
});
export const question = (form: QuestionForm, more: Partial<Question> = {}): Question =>
  ({ ...blankQuestion(form.kind, () => 'q'), text: words('What?'), ...form, ...more }) as Question;
