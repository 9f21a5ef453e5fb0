import type { RichText } from '../richtext';
import type { Choice, Entry, Gap, Question, QuestionForm } from './question';

/** Questions for tests, with telling defaults. */
export const words = (text: string): RichText => ({
  type: 'doc',
  content: [{ type: 'paragraph', ...(text === '' ? {} : { content: [{ type: 'text', text }] }) }],
});
export const entry = (id: string, text = id): Entry => ({ id, text: words(text) });
export const choice = (id: string, text = id): Choice => ({ ...entry(id, text), staysLast: false, explanation: '' });
export const gap = (texts: string[], more: Partial<Gap> = {}): Gap => ({
  accepted: texts.map((text) => ({ text, percent: 100_000 })),
  weight: 1000,
  ignoreCase: true,
  ignoreAccents: false,
  ignorePunctuation: false,
  near: 0,
  nearPercent: 100_000,
  ...more,
});
export const question = (form: QuestionForm, more: Partial<Question> = {}): Question =>
  ({
    id: 'q',
    text: words('What?'),
    spoken: null,
    points: 1000,
    explanation: '',
    aims: [],
    setId: null,
    storeId: null,
    ...form,
    ...more,
  }) as Question;
