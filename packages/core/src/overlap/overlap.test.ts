import fc from 'fast-check';
import { overlapOf, readForOverlap } from '.';

const of = (a: string, b: string, given: string[] = []) => overlapOf(readForOverlap('a', a, given), readForOverlap('b', b, given));
const RUN = 'the outside of every bend wears away because the water runs faster there';

it('finds a shared run wherever it stands, and says its places in both', () => {
  const [a, b] = [`We measured twice. ${RUN}.`, `Ours is short: ${RUN.toUpperCase()}!`];
  const found = of(a, b)!;
  expect([found.sharedA, found.wordsA, found.sharedB, found.wordsB]).toEqual([13, 16, 13, 16]);
  expect(found.passages.map((one) => [one.words, a.slice(one.a.from, one.a.to), b.slice(one.b.from, one.b.to)])).toEqual([
    [13, RUN, RUN.toUpperCase()],
  ]);
});

it.each<[string, string, string, number | null]>([
  ['nothing shared', 'the river runs north to the cold sea', 'a storm came over the hills at night', null],
  ['four words are chance', 'we saw the tide', 'we saw the tide', null],
  ['eight words are always found', 'one two three four five six seven eight', 'x one two three four five six seven eight y', 8],
  ['another apostrophe is the same word', 'it doesn’t flow here any more at all today', "it doesn't flow here any more at all today", 9],
  ['words in another script', 'النهر طويل جدا ويصب في البحر البعيد هنا', 'النهر طويل جدا ويصب في البحر البعيد هنا', 8],
  ['an empty text', '', RUN, null],
])('%s', (_case, a, b, shared) => expect(of(a, b)?.sharedA ?? null).toBe(shared));

it('leaves out what stood in the task, and counts the rest by itself', () => {
  const task = 'explain in your own words why the outside of a bend wears away over time';
  const own = 'the sand on our inner bank was soft and warm under the hand';
  expect(of(`${task} nothing else`, `${task} other things`, [task])).toBeNull();
  const found = of(`${task}. ${own}`, `${own}. ${task}`, [task])!;
  expect([found.sharedA, found.wordsA]).toEqual([13, 13]);
});

it('two runs in another order are two passages', () => {
  const [one, two] = ['a b c d e f g h i j', 'k l m n o p q r s t'];
  expect(of(`${one} xx ${two}`, `${two} yy ${one}`)!.passages.map((passage) => passage.words)).toEqual([10, 10]);
});

it('a text repeated within itself counts each word once', () => {
  const found = of(`${RUN} ${RUN} ${RUN}`, RUN)!;
  expect([found.sharedB, found.wordsB]).toEqual([13, 13]);
  expect(found.sharedA).toBeLessThanOrEqual(found.wordsA);
});

it('finds every planted run of eight words or more, is the same from both sides, and never counts more than there is', () => {
  const word = (prefix: string) => (n: number) => `${prefix}${n}`;
  const filler = (prefix: string) => fc.array(fc.nat(500).map(word(prefix)), { maxLength: 40 });
  fc.assert(
    fc.property(
      fc.array(fc.nat(500).map(word('s')), { minLength: 8, maxLength: 30 }),
      filler('a'),
      filler('a'),
      filler('b'),
      filler('b'),
      (run, a1, a2, b1, b2) => {
        const [a, b] = [[...a1, ...run, ...a2].join(' '), [...b1, ...run, ...b2].join(' ')];
        const [there, back] = [of(a, b)!, of(b, a)!];
        expect(there.sharedA).toBeGreaterThanOrEqual(run.length);
        expect([there.sharedA, there.sharedB]).toEqual([back.sharedB, back.sharedA]);
        expect(there.sharedA).toBeLessThanOrEqual(there.wordsA);
      },
    ),
  );
});
