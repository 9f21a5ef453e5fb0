import { plainText } from '../richtext';
import { otherLanguagesOf } from './asked';
import { keyWords } from './answer-spread';
import { copiedQuestion } from './blank';
import { entriesOf } from './doubts';
import type { Question } from './question';

/** The same value whatever the order of its fields. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== 'object' || value === null) return value;
  const fields = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return Object.fromEntries(fields.map(([name, one]) => [name, ordered(one)]));
}

/**
 * What a question asks and what counts, as one text: equal for two copies of a question whatever their ids, their points,
 * their aims and the set they are drawn from.
 * @example questionContent(q) === questionContent(copiedQuestion(q, newId)) -> true
 */
export function questionContent(question: Question): string {
  let next = 0;
  const { id: _, points: __, aims: ___, setId: ____, storeId: _____, ...content } = copiedQuestion(question, () => `e${(next += 1)}`);
  return JSON.stringify(ordered(content));
}

/** All words of a question that it may be looked for by: what is asked, its entries, its key, its explanation. */
export function questionWords(question: Question): string {
  const texts = [plainText(question.text), ...entriesOf(question).map((one) => plainText(one.text)), ...keyWords(question)];
  const others = otherLanguagesOf(question).flatMap((one) => {
    const { text, entries } = question.otherWords![one]!;
    return [text, ...Object.values(entries)].map((said) => plainText(said));
  });
  return [...new Set([...texts, ...others, question.explanation].map((text) => text.replace(/\s+/g, ' ').trim()))]
    .filter(Boolean)
    .join('\n');
}

/** The first words of what a question asks: what it is called in a list. @param most letters */
export function questionTitle(question: Pick<Question, 'text'>, most = 120): string {
  const text = plainText(question.text).replace(/\s+/g, ' ').trim();
  return text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`;
}

/**
 * A kept question as a new one of a quiz, which remembers where it comes from.
 * @param newId as for blankQuestion
 */
export function fromStore(kept: Question, storeId: string, newId: () => string): Question {
  return { ...copiedQuestion(kept, newId), setId: null, storeId };
}
