import fc from 'fast-check';
import { compare, ratio, ZERO } from '../quantities';
import {
  answerShare,
  drawnQuestions,
  gapShare,
  inHashOrder,
  lettersApart,
  quizScore,
  scrambledItems,
  type Answer,
  type CountedRight,
  type Key,
  type ScoredQuestion,
} from '.';
import { entry, gap } from './testing-questions';

const OPTIONS = ['a', 'b', 'c', 'd', 'e'];
const some = fc.subarray(OPTIONS, { minLength: 1 });
const anyShape = fc.oneof(
  fc.record({
    shape: fc.constant('rect' as const),
    x: fc.nat(9000),
    y: fc.nat(9000),
    w: fc.nat(1000),
    h: fc.nat(1000),
    percent: fc.nat(100_000),
  }),
  fc.record({
    shape: fc.constant('ellipse' as const),
    cx: fc.nat(10_000),
    cy: fc.nat(10_000),
    rx: fc.nat(5000),
    ry: fc.nat(5000),
    percent: fc.nat(100_000),
  }),
);
const asked: fc.Arbitrary<{ key: Key; answer: Answer }> = fc.oneof(
  fc.record({ key: some.map((key): Key => ({ kind: 'one', options: OPTIONS, key })), answer: fc.constantFrom(...OPTIONS, null) }),
  fc.record({
    key: fc.record({
      kind: fc.constant('several' as const),
      options: fc.constant(OPTIONS),
      key: some,
      mode: fc.constantFrom('all' as const, 'each' as const),
    }),
    answer: fc.subarray(OPTIONS),
  }),
  fc.record({
    key: fc.record({
      kind: fc.constant('gaps' as const),
      gaps: fc.array(fc.constantFrom(gap(['load']), gap(['abrasion'], { near: 1, nearPercent: 40_000 })), { minLength: 1, maxLength: 3 }),
    }),
    answer: fc.array(fc.option(fc.constantFrom('load', 'laod', 'abrasoin', 'silt', '')), { maxLength: 3 }),
  }),
  fc.record({
    key: fc.record({
      kind: fc.constant('order' as const),
      items: fc.constant(OPTIONS),
      mode: fc.constantFrom('all' as const, 'pairs' as const),
    }),
    answer: fc.shuffledSubarray(OPTIONS),
  }),
  fc.record({
    key: fc.array(anyShape, { minLength: 1, maxLength: 3 }).map((regions): Key => ({ kind: 'place', regions })),
    answer: fc.tuple(fc.nat(10_000), fc.nat(10_000)),
  }),
);
const counted: fc.Arbitrary<CountedRight> = fc.oneof(
  fc.constantFrom(...OPTIONS).map((optionId): CountedRight => ({ kind: 'option', optionId })),
  fc.constantFrom('silt', 'laod').map((text): CountedRight => ({ kind: 'text', gap: 0, text })),
  fc.shuffledSubarray(OPTIONS).map((items): CountedRight => ({ kind: 'order', items })),
  anyShape.map((region): CountedRight => ({ kind: 'region', region })),
);

it('gives every answer a share from nothing to all', () =>
  fc.assert(
    fc.property(asked, fc.array(counted, { maxLength: 4 }), ({ key, answer }, also) => {
      const share = answerShare(key, answer, also)!;
      return compare(share, ZERO) >= 0 && compare(share, ratio(1)) <= 0;
    }),
  ));

it('never lowers anybody when something more is counted as right', () =>
  fc.assert(
    fc.property(
      asked,
      fc.array(counted, { maxLength: 3 }),
      counted,
      ({ key, answer }, also, more) => compare(answerShare(key, answer, [...also, more])!, answerShare(key, answer, also)!) >= 0,
    ),
  ));

it('draws a permutation that depends on nothing but the seed', () =>
  fc.assert(
    fc.property(fc.uniqueArray(fc.string({ minLength: 1 }), { maxLength: 20 }), fc.string(), fc.string(), (ids, seed, other) => {
      const order = inHashOrder(seed, ids);
      expect([...order].sort()).toEqual([...ids].sort());
      expect(inHashOrder(seed, [...ids].reverse())).toEqual(order);
      expect(inHashOrder(other, ids).length).toBe(ids.length);
    }),
  ));

it('draws so many of each set, nobody twice, and each alone once', () =>
  fc.assert(
    fc.property(fc.string(), fc.nat(6), fc.nat(6), fc.boolean(), fc.boolean(), (seed, size, take, ownOrder, mixSets) => {
      const within = Array.from({ length: size }, (_, index) => ({ id: `s${index}`, setId: 'set' }));
      const questions = [{ id: 'x', setId: null }, ...within, { id: 'y', setId: null }];
      const drawn = drawnQuestions({ seed, questions, sets: [{ id: 'set', name: '', take }], ownOrder, mixSets });
      expect(new Set(drawn).size).toBe(drawn.length);
      expect(drawn.length).toBe(2 + Math.min(take, size));
      expect(drawn).toEqual(expect.arrayContaining(['x', 'y']));
    }),
  ));

it('never shows an order that is solved already', () =>
  fc.assert(
    fc.property(fc.string(), fc.uniqueArray(fc.string({ minLength: 1 }), { minLength: 2, maxLength: 5 }), (seed, ids) => {
      const shown = scrambledItems(
        seed,
        'q',
        ids.map((id) => entry(id)),
      ).map((one) => one.id);
      expect(shown).not.toEqual(ids);
      expect([...shown].sort()).toEqual([...ids].sort());
    }),
  ));

it('keeps the order of students on the other questions when one is left out', () => {
  const questions: ScoredQuestion[] = ['q1', 'q2', 'q3'].map((id, index) => ({
    id,
    points: (index + 1) * 700,
    key: { kind: 'several', options: OPTIONS, key: ['a', 'b', 'c'], mode: 'each' },
  }));
  const answers = fc.record({ q1: fc.subarray(OPTIONS), q2: fc.subarray(OPTIONS), q3: fc.subarray(OPTIONS) });
  const others = (of: Record<string, Answer>) => {
    const score = quizScore({ questions, answers: of });
    return score.questions.filter((one) => one.id !== 'q2').reduce((sum, one) => sum + one.points!, 0);
  };
  fc.assert(
    fc.property(answers, answers, fc.constantFrom('dropped' as const, 'everyone' as const), (one, two, how) => {
      const left = (of: Record<string, Answer>) =>
        quizScore({ questions, answers: of, corrections: { alsoRight: {}, leftOut: { q2: how } } }).score!;
      return Math.sign(left(one) - left(two)) === Math.sign(others(one) - others(two));
    }),
  );
});

it('takes nothing as near that differs in more letters', () =>
  fc.assert(
    fc.property(
      fc.string({ minLength: 4, maxLength: 12 }),
      fc.string({ maxLength: 12 }),
      fc.constantFrom(0 as const, 1 as const, 2 as const),
      (right, written, near) => {
        const accepted = gap([right], { near, ignoreCase: false });
        const [a, b] = [written, right].map((text) =>
          text
            .normalize('NFC')
            .replace(/[\s\u0085]+/gu, ' ')
            .trim(),
        );
        if (lettersApart(a!, b!, 5) > near) expect(gapShare(accepted, written)).toEqual(ZERO);
      },
    ),
  ));
