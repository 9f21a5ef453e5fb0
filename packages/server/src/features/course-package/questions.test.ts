import { FIRST_RUN, plainText, textOf, type Question } from '@jolly/core';
import fc from 'fast-check';
import { gap, question } from '../../testing/quizzes';
import { readXml } from '../quizzes/interchange/xml';
import { readAssessment } from './read-questions';
import { isSaidBy, writeAssessment } from './write-questions';

const how = { pictureOf: () => null, interaction: () => null, missed: () => undefined };
/** Questions written as an assessment and read again by the standard alone. */
function again(questions: Question[], more = {}) {
  const run = { ...FIRST_RUN, ...more };
  const xml = writeAssessment({ title: 'Rivers', words: '', quiz: { run, sets: [], questions }, tries: 2 }, { pathOf: () => null });
  return readAssessment(readXml(xml!), how, 300);
}
/** What a question asks and takes, whatever its ids are. */
function saying(one: Question) {
  const common = { kind: one.kind, text: plainText(one.text), points: one.points, explanation: one.explanation };
  if (one.kind === 'one' || one.kind === 'several')
    return { ...common, options: one.options.map(({ id, text, explanation }) => [plainText(text), explanation, one.key.includes(id)]) };
  if (one.kind === 'trueFalse') return { ...common, key: one.key };
  return one.kind === 'short' ? { ...common, accepted: one.gaps[0]!.accepted, ignoreCase: one.gaps[0]!.ignoreCase } : common;
}

// Lines of words without white space at their ends or doubled, as texts have them; with every sign there is.
const words = fc
  .array(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 12 }), { minLength: 1, maxLength: 4 })
  .map((some) =>
    some
      .join(' ')
      .replace(/[\s\p{Cc}\p{Cs}\ufeff]+/gu, ' ')
      .trim(),
  )
  .filter((text) => text !== '');
const points = fc.integer({ min: 1, max: 100_000_000 });
const about = fc.record({ points, explanation: fc.oneof(fc.constant(''), words) });
const options = fc
  .array(fc.record({ text: words, explanation: fc.oneof(fc.constant(''), words) }), { minLength: 2, maxLength: 6 })
  .map((some) => some.map(({ text, explanation }, index) => ({ id: `o${index}`, text: textOf(text), explanation, staysLast: false })));
const aQuestion: fc.Arbitrary<Question> = fc.oneof(
  fc
    .tuple(words, options, fc.nat(5), about)
    .map(([text, some, at, more]) => question('q', text, { kind: 'one', options: some, key: [some[at % some.length]!.id] }, more)),
  fc.tuple(words, options, fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }), about).map(([text, some, right, more]) => {
    const key = some.filter((_, index) => right[index]).map((one) => one.id);
    return question('q', text, { kind: 'several', options: some, key: key.length > 0 ? key : [some[0]!.id], mode: 'all' }, more);
  }),
  fc
    .tuple(words, fc.boolean(), about)
    .map(([text, key, more]) => question('q', text, { kind: 'trueFalse', key: [key ? 'true' : 'false'] }, more)),
  fc
    .tuple(words, fc.uniqueArray(words, { minLength: 1, maxLength: 4 }), fc.boolean(), about)
    .map(([text, accepted, ignoreCase, more]) => question('q', text, { kind: 'short', gaps: [gap(accepted, { ignoreCase })] }, more)),
  fc.tuple(words, about).map(([text, more]) => question('q', text, { kind: 'own', rubric: null }, more)),
);

it('questions that the profile has words for are the same when they are read by it', () => {
  fc.assert(
    fc.property(fc.array(aQuestion, { minLength: 1, maxLength: 5 }), (some) => {
      const questions = some.map((one, index) => ({ ...one, id: `q${index}` }));
      const read = again(questions, { limitMinutes: 20 });
      expect(read).toMatchObject({ title: 'Rivers', minutes: 20, tries: 2, notTaken: [] });
      expect(read.questions.map(saying)).toEqual(questions.map(saying));
    }),
    { numRuns: 200 },
  );
});

it('what it has no words for is not said otherwise', () => {
  const short = (more: object) => question('q', 'Which?', { kind: 'short', gaps: [gap(['silt'], more)] });
  const half = { accepted: [{ text: 'silt', percent: 50_000 }] };
  expect([{}, { near: 1 }, { ignoreAccents: true }, half].map((more) => isSaidBy(short(more)))).toEqual([true, false, false, false]);
  const each = question('q', 'Which?', { kind: 'several', options: [], key: [], mode: 'each' });
  expect(isSaidBy(each)).toBe(false);
  expect(
    writeAssessment({ title: '', words: '', quiz: { run: FIRST_RUN, sets: [], questions: [each] }, tries: null }, { pathOf: () => null }),
  ).toBeNull();
});
