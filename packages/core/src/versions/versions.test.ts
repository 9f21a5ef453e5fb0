import fc from 'fast-check';
import { MINUTE_MS } from '../quantities';
import { plainText, textOf, type RichText } from '../richtext';
import { compareTexts, mergeTexts, thinVersions } from '.';

const merged = (base: string, mine: string, theirs: string) => {
  const text = mergeTexts({ base: textOf(base), mine: textOf(mine), theirs: textOf(theirs) });
  return text === null ? null : plainText(text).trimEnd();
};

describe('mergeTexts', () => {
  it.each<[string, string, string, string, string | null]>([
    ['only I wrote', 'one\ntwo', 'one\ntwo\nthree', 'one\ntwo', 'one\ntwo\nthree'],
    ['only the other wrote', 'one\ntwo', 'one\ntwo', 'zero\none\ntwo', 'zero\none\ntwo'],
    ['each wrote in a paragraph of its own', 'one\ntwo\nthree', 'ONE\ntwo\nthree', 'one\ntwo\nTHREE', 'ONE\ntwo\nTHREE'],
    ['both wrote the same', 'one', 'one two', 'one two', 'one two'],
    [
      'both wrote in one paragraph, at different words',
      'the river bends to the sea',
      'the wide river bends to the sea',
      'the river bends to the northern sea',
      'the wide river bends to the northern sea',
    ],
    [
      'one changed a paragraph and the other wrote the next',
      'The tide turns.',
      'The tide turns.\nAt the desk.',
      'By phone: The tide turns.',
      'By phone: The tide turns.\nAt the desk.',
    ],
    ['both wrote a paragraph at the end', 'one', 'one\nmine', 'one\nAnd theirs', 'one\nAnd theirs\nmine'],
    ['both changed the same word', 'the river bends', 'the stream bends', 'the brook bends', null],
    ['one deleted what the other changed', 'one\ntwo', 'one', 'one\nTWO and more', null],
    ['both began from nothing with something else', '', 'mine', 'theirs', null],
  ])('%s', (_case, base, mine, theirs, expected) => expect(merged(base, mine, theirs)).toBe(expected));

  it('does not merge bold words within a paragraph, for the place of the mark would be a guess', () => {
    const bold = (a: string, b: string): RichText => ({
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: a, marks: [{ type: 'bold' }] },
            { type: 'text', text: b },
          ],
        },
      ],
    });
    expect(mergeTexts({ base: bold('one', ' two'), mine: bold('one', ' two three'), theirs: bold('zero one', ' two') })).toBeNull();
  });

  it('gives the one side where the other changed nothing, and the same whichever way round', () => {
    const text = fc
      .array(fc.constantFrom('river', 'tide', 'delta wide', 'sea and shore'), { maxLength: 6 })
      .map((lines) => textOf(lines.join('\n')));
    fc.assert(
      fc.property(text, text, text, (base, mine, theirs) => {
        expect(mergeTexts({ base, mine, theirs: base })).toEqual(mine);
        expect(mergeTexts({ base, mine: base, theirs })).toEqual(theirs);
        expect(mergeTexts({ base, mine, theirs })).toEqual(mergeTexts({ base, mine: theirs, theirs: mine }));
      }),
    );
  });
});

describe('compareTexts', () => {
  it.each([
    ['nothing', 'the tide', 'the tide', [['same', 'the tide\n']]],
    [
      'a word',
      'the tide turns',
      'the tide rises',
      [
        ['same', 'the tide '],
        ['removed', 'turns'],
        ['added', 'rises'],
        ['same', '\n'],
      ],
    ],
    [
      'a new paragraph',
      'one',
      'one\ntwo',
      [
        ['same', 'one\n'],
        ['added', 'two\n'],
      ],
    ],
    [
      'everything',
      'one',
      '',
      [
        ['removed', 'one'],
        ['same', '\n'],
      ],
    ],
  ] as const)('marks what differs: %s', (_case, before, after, expected) =>
    expect(compareTexts(textOf(before), textOf(after)).map(({ kind, text }) => [kind, text])).toEqual(expected),
  );

  it('holds the whole of both', () => {
    const text = fc
      .array(fc.constantFrom('river', 'tide', 'the', 'delta', '\n'), { maxLength: 30 })
      .map((words) => textOf(words.join(' ')));
    fc.assert(
      fc.property(text, text, (before, after) => {
        const all = compareTexts(before, after);
        const of = (kind: 'added' | 'removed') =>
          all
            .filter((one) => one.kind === 'same' || one.kind === kind)
            .map((one) => one.text)
            .join('');
        expect(of('removed').trimEnd()).toBe(plainText(before).trimEnd());
        expect(of('added').trimEnd()).toBe(plainText(after).trimEnd());
      }),
    );
  });
});

describe('thinVersions', () => {
  const now = Date.parse('2026-11-23T12:00:00.000Z');
  const ago = (minutes: number) => ({ id: String(minutes), at: now - minutes * MINUTE_MS });
  it.each<[string, number[], number[]]>([
    ['keeps one of each five minutes within the hour', [0, 1, 2, 6, 11], [2]],
    ['keeps one of each hour within the day', [65, 70, 110, 130], [70, 110]],
    ['keeps one of each day before', [60 * 25, 60 * 26, 60 * 60], [60 * 26]],
    ['keeps the only one, however old', [60 * 24 * 300], []],
  ])('%s', (_case, minutes, gone) => expect(thinVersions(minutes.map(ago), now).sort()).toEqual(gone.map(String).sort()));

  it('never lets the newest go, and lets nothing more go when asked again', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 60 * 24 * 10 }), { minLength: 1, maxLength: 60 }), (minutes) => {
        const gone = new Set(thinVersions(minutes.map(ago), now));
        expect(gone.has(String(Math.min(...minutes)))).toBe(false);
        expect(thinVersions(minutes.filter((one) => !gone.has(String(one))).map(ago), now)).toEqual([]);
      }),
    );
  });
});
