import {
  answersOf,
  answersWithoutSpace,
  hasAnswerSpaces,
  plainText,
  richTextProblem,
  textOf,
  withAnswers,
  writtenOn,
  type RichNode,
  type RichText,
} from '.';

const p = (text: string): RichNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const space = (key: string, ...content: RichNode[]): RichNode => ({
  type: 'answerSpace',
  attrs: { key },
  content: content.length > 0 ? content : [{ type: 'paragraph' }],
});
const sheet = (...content: RichNode[]): RichText => ({ type: 'doc', content });
const cell = (node: RichNode): RichNode => ({
  type: 'table',
  content: [{ type: 'tableRow', content: [{ type: 'tableCell', content: [node] }] }],
});

const given = sheet(p('Name the bend'), space('a'), cell(space('b')));

it('a worksheet with spaces is in order, one whose space has no key is not', () => {
  expect(richTextProblem(given)).toBeNull();
  expect(richTextProblem(sheet({ type: 'answerSpace' }))?.problem).toBe('badShape');
  expect([hasAnswerSpaces(given), hasAnswerSpaces(textOf('all of it'))]).toEqual([true, false]);
});

it('takes from a copy only what is in its spaces', () => {
  const copy = sheet(p('Name the bend (it is the outer one)'), space('a', p('outer')), cell(space('b', p('inner'))), p('added'));
  expect(writtenOn(given, copy)).toEqual(sheet(p('Name the bend'), space('a', p('outer')), cell(space('b', p('inner')))));
  expect(writtenOn(textOf('free'), copy)).toBe(copy);
});

it('a corrected sheet keeps the answers whose spaces are still there, and names the others', () => {
  const answers = answersOf(sheet(space('a', p('outer')), space('b', p('inner'))));
  const corrected = sheet(p('Name the outer bend'), space('b'), space('c'));
  expect(plainText(withAnswers(corrected, answers))).toBe('Name the outer bend\ninner\n\n');
  expect(answersWithoutSpace(corrected, answers)).toEqual({ a: [p('outer')] });
});

it('a space that was copied by hand does not double the answer', () => {
  expect(plainText(withAnswers(sheet(space('a'), space('a')), { a: [p('once')] }))).toBe('once\n\n');
});
