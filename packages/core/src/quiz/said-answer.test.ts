import { ratioText } from '../quantities';
import { answerProblem, answerShare, answerSpread, answerWords, filesInAnswer, quizScore, saidAnswer, saidIn, type Key } from '.';
import { blankQuestion } from './blank';
import { gap } from './testing-questions';

const SHORT: Key = { kind: 'short', gaps: [gap(['estuary'])] };
const said = saidAnswer('f1');

it('is known by its form, and only where a question is answered in writing', () => {
  expect((['gaps', 'short', 'number', 'own'] as const).map((kind) => saidIn(kind, said))).toEqual(['f1', 'f1', 'f1', 'f1']);
  expect((['one', 'match', 'file', 'recording'] as const).map((kind) => saidIn(kind, said))).toEqual([null, null, null, null]);
  for (const other of ['f1', ['f1'], null, { said: '' }, { said: 1 }, { said: 'f1', more: 'x' }, { said: 'x'.repeat(37) }])
    expect(saidIn('short', other)).toBeNull();
  // Of a match `said` can be the id of an entry.
  expect(answerProblem({ kind: 'match', pairs: [['said', 'f1']], extra: [], mode: 'each' }, said)).toBeNull();
});

it('is taken only where it may be said', () => {
  expect(answerProblem(SHORT, said)).toBe('wrongForm');
  expect(answerProblem(SHORT, said, { say: true })).toBeNull();
  expect(answerProblem({ kind: 'one', options: ['a'], key: ['a'] }, said, { say: true })).toBe('wrongForm');
});

it('waits for the teacher, whose points go before; what is written beside it is scored by the key', () => {
  expect(answerShare(SHORT, said)).toBeNull();
  expect(ratioText(answerShare(SHORT, 'estuary')!)).toEqual({ num: '1', den: '1' });
  const questions = [
    { id: 'a', points: 2000, key: SHORT },
    { id: 'b', points: 1000, key: SHORT },
  ];
  const answers = { a: said, b: 'estuary' };
  expect(quizScore({ questions, answers })).toMatchObject({ score: null, waiting: ['a'] });
  expect(quizScore({ questions, answers, scores: { a: 1500 } })).toMatchObject({ score: 2500, max: 3000, waiting: [] });
});

it('stands in no spread, and is called by its recording', () => {
  const question = { ...blankQuestion('number', () => 'q'), accepted: [] };
  const spread = answerSpread(question, [said, '3', null])[0] as { lines: { label: string; count: number }[] };
  expect(spread.lines.map(({ label, count }) => [label, count])).toEqual([
    ['3', 1],
    ['', 1],
  ]);
  expect(answerWords(question, said, new Map([['f1', 'Answer.webm']]))).toBe('Answer.webm');
  expect([filesInAnswer('own', said), filesInAnswer('file', ['f2', 'f3']), filesInAnswer('own', 'words')]).toEqual([
    ['f1'],
    ['f2', 'f3'],
    [],
  ]);
});
