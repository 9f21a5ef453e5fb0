import { blankQuestion, copiedQuestion, fromStore, questionContent, questionTitle, questionWords } from '.';
import { QUESTION_KINDS } from './question';
import { choice, gap, question, words } from './testing-questions';

let n = 0;
const newId = () => `n${(n += 1)}`;

it.each(QUESTION_KINDS)('a copy of a question of kind %s asks the same, whatever its ids and points', (kind) => {
  const one = blankQuestion(kind, newId);
  const copy = copiedQuestion(one, newId);
  expect(copy.id).not.toBe(one.id);
  expect(questionContent({ ...copy, points: 7000, aims: ['a'], setId: 's', storeId: 'k' })).toBe(questionContent(one));
  expect(questionContent({ ...one, explanation: 'Because.' })).not.toBe(questionContent(one));
});

it('another key is another question', () => {
  const options = [choice('a'), choice('b')];
  const of = (key: string[]) => questionContent(question({ kind: 'one', options, key }));
  expect(of(['a'])).not.toBe(of(['b']));
});

it('is found by its words, its entries, its key and its explanation', () => {
  const text = question(
    { kind: 'short', gaps: [gap(['abrasion', 'wearing'])] },
    { text: words('What wears\n a bed?'), explanation: 'Grit.' },
  );
  expect(questionWords(text).split('\n')).toEqual(expect.arrayContaining(['What wears a bed?', 'abrasion / wearing', 'Grit.']));
  expect(questionTitle(text, 8)).toBe('What we…');
});

it('from the store it is a new question that remembers where it lies, in no set', () => {
  const one = question({ kind: 'one', options: [choice('a'), choice('b')], key: ['a'] }, { setId: 's' });
  expect(fromStore(one, 'kept', newId)).toMatchObject({ storeId: 'kept', setId: null, key: [expect.stringMatching(/^n/)] });
});
