import fc from 'fast-check';
import {
  applyChange,
  bringTogether,
  EMPTIED,
  fieldId,
  fieldName,
  inDrawingOrder,
  isPaper,
  onPage,
  SIGN_OUTLINES,
  STICKERS,
  erasedAt,
  thinStroke,
  together,
  undoing,
  wordsOnPaper,
  type PaperChange,
  type PaperObject,
  type StoredObject,
} from '.';

const box = (id: string, text: string, more: Partial<Extract<PaperObject, { kind: 'text' }>> = {}): PaperObject => ({
  id,
  page: 1,
  kind: 'text',
  x: 1000,
  y: 2000,
  width: 3000,
  size: 200,
  ink: 'ink',
  text,
  ...more,
});
const answer = (id: string, value: string, { page = 1, tick = false } = {}): PaperObject => ({
  id,
  page,
  kind: 'answer',
  x: 0,
  y: 0,
  width: 100,
  height: 100,
  tick,
  value,
});
const stroke = (id: string, points: number[], page = 1): PaperObject => ({
  id,
  page,
  kind: 'stroke',
  tool: 'pen',
  ink: 'blue',
  width: 40,
  points,
});
const stored = (...all: [PaperObject, number][]) =>
  new Map<string, StoredObject>(all.map(([object, since]) => [object.id, { object, since, writer: 'other' }]));

describe('changes of a paper', () => {
  const [a, b] = [box('a', 'one'), box('b', 'two')];

  it('put what is new on top, replace what was there in its place, and leave no empty box', () => {
    expect(applyChange([a, b], { put: [box('c', 'three'), box('a', 'ONE')], drop: ['b'] })).toEqual([box('a', 'ONE'), box('c', 'three')]);
    expect(applyChange([a], { put: [box('a', '  ')], drop: [] })).toEqual([]);
  });

  const ids = fc.constantFrom('a', 'b', 'c', 'd');
  const objects = fc.uniqueArray(
    fc.tuple(ids, fc.constantFrom('x', 'y', 'z')).map(([id, text]) => box(id, text)),
    { selector: (one) => one.id },
  );
  const changes = fc.record({ put: objects, drop: fc.uniqueArray(ids) }).map(({ put, drop }): PaperChange => ({
    put,
    drop: drop.filter((id) => !put.some((one) => one.id === id)),
  }));
  const byId = (all: readonly PaperObject[]) => [...all].sort((one, other) => (one.id < other.id ? -1 : 1));

  it('are taken back whole', () => {
    fc.assert(
      fc.property(objects, changes, (before, change) => {
        expect(byId(applyChange(applyChange(before, change), undoing(before, change)))).toEqual(byId(before));
      }),
    );
  });

  it('come to the same one after the other and as one', () => {
    fc.assert(
      fc.property(objects, changes, changes, (before, first, then) => {
        expect(byId(applyChange(before, together(first, then)))).toEqual(byId(applyChange(applyChange(before, first), then)));
      }),
    );
  });
});

const ME = { seen: 5, writer: 'me' };
describe('changes from two devices', () => {
  it.each<[string, [PaperObject, number][], PaperChange, PaperChange]>([
    ['new on one side', [], { put: [box('a', 'x')], drop: [] }, { put: [box('a', 'x')], drop: [] }],
    ['sent a second time', [[box('a', 'x'), 8]], { put: [box('a', 'x')], drop: [] }, { put: [], drop: [] }],
    ['the other one was seen', [[box('a', '5'), 3]], { put: [box('a', '6')], drop: [] }, { put: [box('a', '6')], drop: [] }],
    ['both wrote into one box', [[box('a', '5'), 8]], { put: [box('a', '6')], drop: [] }, { put: [box('a', '5\n6')], drop: [] }],
    ['one wrote on where the other stopped', [[box('a', 'The tide'), 8]], { put: [box('a', 'The tide turns')], drop: [] }, { put: [box('a', 'The tide turns')], drop: [] }], // prettier-ignore
    ['both went on with what was there', [[box('a', 'The tide\nturns'), 8]], { put: [box('a', 'The tide comes')], drop: [] }, { put: [box('a', 'turns\nThe tide comes')], drop: [] }], // prettier-ignore
    ['both answered in one place', [[answer('p', 'salt'), 8]], { put: [answer('p', 'sand')], drop: [] }, { put: [answer('p', 'salt\nsand')], drop: [] }], // prettier-ignore
    ['moved here, words there', [[box('a', 'new words'), 8]], { put: [box('a', 'new', { x: 9 })], drop: [] }, { put: [box('a', 'new words', { x: 9 })], drop: [] }], // prettier-ignore
    ['taken away here, changed there', [[box('a', 'y'), 8]], { put: [], drop: ['a'] }, { put: [], drop: [] }],
    ['emptied here, changed there', [[box('a', 'y'), 8]], { put: [box('a', '')], drop: [] }, { put: [], drop: [] }],
    ['emptied and nothing else', [[box('a', 'y'), 3]], { put: [box('a', ' ')], drop: [] }, { put: [], drop: ['a'] }],
    ['taken away there, changed here', [], { put: [box('a', 'y')], drop: [] }, { put: [box('a', 'y')], drop: [] }],
    ['taken away on both sides', [], { put: [], drop: ['a'] }, { put: [], drop: [] }],
  ])('%s', (_, there, change, expected) => {
    expect(bringTogether(stored(...there), change, ME)).toEqual(expected);
  });

  it('are no two where a writer did not hear what became of the first', () => {
    const there = new Map([['a', { object: box('a', 'The tide'), since: 8, writer: 'me' }]]);
    expect(bringTogether(there, { put: [box('a', 'A rock')], drop: [] }, ME).put).toEqual([box('a', 'A rock')]);
  });

  it('lose no word that either wrote', () => {
    const words = fc.stringMatching(/^[a-z]{1,6}$/);
    fc.assert(
      fc.property(words, words, fc.boolean(), (theirs, mine, isBox) => {
        const make = (text: string) => (isBox ? box('a', text) : answer('a', text));
        const there = stored([make(theirs), 9]);
        const after = applyChange([make(theirs)], bringTogether(there, { put: [make(mine)], drop: [] }, ME));
        expect(wordsOnPaper(after).join(' ')).toContain(theirs);
        expect(wordsOnPaper(after).join(' ')).toContain(mine);
      }),
    );
  });
});

describe('strokes', () => {
  it.each([
    ['a point in line goes', [0, 0, 5, 1, 10, 0], 2, [0, 0, 10, 0]],
    ['one that is off stays', [0, 0, 5, 3, 10, 0], 2, [0, 0, 5, 3, 10, 0]],
    ['a dot is as it is', [7, 7, 7, 7], 2, [7, 7, 7, 7]],
    ['a way there and back keeps its turn', [0, 0, 100, 0, 0, 0], 2, [0, 0, 100, 0, 0, 0]],
  ])('are thinned: %s', (_, points, off, expected) => {
    expect(thinStroke(points, off)).toEqual(expected);
  });

  it('keep their ends and never move farther than allowed', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 10_000 }), fc.integer({ min: 0, max: 10_000 }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 60 }), fc.integer({ min: 1, max: 500 }), (pairs, off) => {
        const points = pairs.flat();
        const thin = thinStroke(points, off);
        expect([thin.slice(0, 2), thin.slice(-2)]).toEqual([points.slice(0, 2), points.slice(-2)]);
        for (const [x, y] of pairs) expect(erasedAt([stroke('s', thin)], { page: 1, x, y }, { radius: off + 1, ratio: 1 })).toHaveLength(1);
      }),
    );
  });

  it('are found by what they pass, on their page, with their width, across and down alike', () => {
    const line = stroke('s', [1000, 1000, 3000, 1000]);
    const at = (x: number, y: number, page = 1, ratio = 1) =>
      erasedAt([line, box('t', 'x')], { page, x, y }, { radius: 100, ratio }).length;
    expect([at(2000, 1110), at(2000, 1130), at(900, 1000), at(870, 1000), at(2000, 1000, 2)]).toEqual([1, 0, 1, 0, 0]);
    // On a page twice as high as wide, the same number down is twice as far.
    expect([at(2000, 1055, 1, 0.5), at(2000, 1065, 1, 0.5)]).toEqual([1, 0]);
  });

  it('go with signs and stickers under the eraser, and leave words', () => {
    const sign: PaperObject = { id: 'm', page: 1, kind: 'sign', sign: 'tick', x: 2000, y: 1000, size: 400, ink: 'red' };
    const found = erasedAt([sign, box('t', 'x', { x: 2000, y: 1000 })], { page: 1, x: 2250, y: 1000 }, { radius: 100, ratio: 1 });
    expect(found).toEqual([sign]);
  });

  it('are drawn below what stands in boxes, markers lowest', () => {
    const marker = { ...stroke('m', [1, 1, 2, 2]), tool: 'marker' } as PaperObject;
    expect(inDrawingOrder([box('t', 'x'), stroke('s', [1, 1, 2, 2]), marker]).map((one) => one.id)).toEqual(['m', 's', 't']);
  });

  it('stay on the page', () => {
    expect([onPage(-3), onPage(1.6), onPage(12_000)]).toEqual([0, 2, 10_000]);
  });
});

describe('papers', () => {
  it('are PDFs and pictures that a PDF can hold', () => {
    expect(['application/pdf', 'image/jpeg', 'image/png', 'image/webp', 'text/plain'].map(isPaper)).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
  });

  it('say their words page by page, top to bottom, without ticks', () => {
    expect(wordsOnPaper([box('a', 'below', { y: 9000 }), answer('q', 'last', { page: 2 }), answer('t', 'on', { tick: true }), answer('e', EMPTIED), box('b', ' above '), stroke('s', [1, 1, 2, 2])])).toEqual(['above', 'below', 'last']); // prettier-ignore
  });

  it('know form fields of a PDF from places that a teacher marked', () => {
    expect([fieldName(fieldId('Name: x')), fieldName('0f3a')]).toEqual(['Name: x', null]);
  });

  it('have stickers and signs that lie in their square', () => {
    const outlines = [...Object.values(SIGN_OUTLINES), ...Object.values(STICKERS).flatMap((parts) => parts.map(([, outline]) => outline))];
    for (const outline of outlines)
      for (const number of outline.match(/(?<=[ML])[\d.]+ [\d.]+/g) ?? [])
        for (const value of number.split(' ').map(Number)) expect(value).toBeLessThanOrEqual(100);
  });
});
