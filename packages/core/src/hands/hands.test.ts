import { handFaults, isChoice, seesCount, takesHands } from '.';

const choices = (...texts: string[]) => texts.map((text, place) => ({ id: `c${place}`, text }));

it.each([
  ['two that differ', choices('Bridge', 'Ford'), true, false, []],
  ['one alone', choices('Bridge'), true, false, ['fewChoices']],
  ['eleven', choices(...Array.from({ length: 11 }, (_, n) => `Place ${n}`)), true, false, ['manyChoices']],
  ['one left empty', choices('Bridge', ' '), true, false, ['emptyChoice']],
  ['the same twice', choices('Bridge', 'bridge '), true, false, ['sameChoice']],
  ['changing what nobody knows', choices('Bridge', 'Ford'), false, true, ['changeNeedsNames']],
] as const)('%s', (_case, given, names, mayChange, faults) => expect(handFaults({ choices: given, names, mayChange })).toEqual(faults));

it('takes hands until it is ended, or until its very moment', () => {
  expect(takesHands({ endsAt: null, endedAt: null }, 100)).toBe(true);
  expect(takesHands({ endsAt: 100, endedAt: null }, 99)).toBe(true);
  expect(takesHands({ endsAt: 100, endedAt: null }, 100)).toBe(false);
  expect(takesHands({ endsAt: null, endedAt: 90 }, 100)).toBe(false);
});

it('takes what can be chosen and nothing else', () => {
  const one = { choices: choices('Bridge', 'Ford'), several: false };
  expect(isChoice(one, ['c1'])).toBe(true);
  for (const wrong of [[], ['c0', 'c1'], ['c9']]) expect(isChoice(one, wrong)).toBe(false);
  expect(isChoice({ ...one, several: true }, ['c0', 'c1'])).toBe(true);
  expect(isChoice({ ...one, several: true }, ['c0', 'c0'])).toBe(false);
});

it.each([
  ['atOnce', false, true, true],
  ['chosen', false, true, false],
  ['chosen', true, true, true],
  ['chosen', false, false, true],
  ['ended', true, true, false],
  ['ended', false, false, true],
  ['never', true, false, false],
] as const)('%s: has chosen %s, open %s, sees it %s', (shown, has, open, sees) => expect(seesCount(shown, { has, open })).toBe(sees));
