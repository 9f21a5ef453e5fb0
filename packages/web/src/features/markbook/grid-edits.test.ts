import type { BookCell } from '@jolly/core';
import { computed, nextTick, ref } from 'vue';
import { cleared, clipboardText, filledDown, pasted, wishesIn } from './grid-edits';
import type { Spot, Wish } from './spot';
import { useGridTyping } from './use-grid-typing';

const scored = (points: number, more: Partial<BookCell> = {}): BookCell => ({
  state: 'scored',
  version: 3,
  score: { earned: points * 1000, effective: points * 1000 } as NonNullable<BookCell['score']>,
  ...more,
});
const empty: BookCell = { state: 'missing', version: 0 };
/** Three students, two assignments, and a column of results in which nothing can be typed. */
const cells: (BookCell | null)[][] = [
  [scored(15), empty],
  [scored(9, { locked: 'nameless' }), null],
  [scored(12.5), scored(4)],
];
const book = { cellAt: ({ row, column }: Spot) => cells[row]?.[column] ?? null };
const places = { spotOf: (row: number, column: number) => (row >= 0 && column < 2 ? { row, column } : null) };
const all = { top: 0, bottom: 2, left: 0, right: 2 };

describe('a range of the grid', () => {
  it('is read cell by cell, without the results', () =>
    expect(wishesIn(all, places, book).map(({ text }) => text)).toEqual(['15', '', '9', '', '12.5', '4']));

  it('is emptied where there is something, and where it can be changed', () =>
    expect(cleared(all, places, book)).toEqual([
      { row: 0, column: 0, text: '' },
      { row: 2, column: 0, text: '' },
      { row: 2, column: 1, text: '' },
    ]));

  it('is filled down from its first row, past what is locked and past who has no piece', () =>
    expect(filledDown(all, places, book)).toEqual([
      { row: 2, column: 0, text: '15' },
      { row: 2, column: 1, text: '' },
    ]));

  it('of one row is filled from the row above, and the first row from nothing', () => {
    expect(filledDown({ top: 2, bottom: 2, left: 0, right: 0 }, places, book)).toEqual([{ row: 2, column: 0, text: '9' }]);
    expect(filledDown({ top: 0, bottom: 0, left: 0, right: 0 }, places, book)).toEqual([]);
  });

  it('goes to the clipboard as any program reads it: lines quoted, formulas as text', () => {
    const texts = [
      ['15', '=1+1'],
      ['of "two"\nlines', '-3'],
    ];
    expect(clipboardText({ top: 0, bottom: 1, left: 0, right: 1 }, (row, column) => texts[row]![column]!)).toBe(
      '15\t\'=1+1\n"of ""two""\nlines"\t\'-3',
    );
  });
});

describe('a block that is pasted', () => {
  const view = { ...places, rows: { value: [1, 2, 3] }, columns: { value: { shown: ['a', 'b', 'total'] } } };
  it('goes into the cells from the chosen one on, past results, text that looked like a formula as it was', () =>
    expect(
      pasted(
        [
          ['15 ', '12', '70 %'],
          ["'-", 'x', ''],
        ],
        { top: 1, bottom: 1, left: 0, right: 0 },
        view,
      ),
    ).toMatchObject({
      wishes: [
        { row: 1, column: 0, text: '15' },
        { row: 1, column: 1, text: '12' },
        { row: 2, column: 0, text: '-' },
        { row: 2, column: 1, text: 'x' },
      ],
    }));
  it('says how much of it there is room for', () =>
    expect(pasted([['1'], ['2'], ['3']], { top: 1, bottom: 1, left: 0, right: 0 }, view)).toMatchObject({
      block: { rows: 3, columns: 1 },
      room: { rows: 2, columns: 3 },
    }));
});

describe('typing in a cell', () => {
  const began = async (text: string | null, spot: Spot | null = { row: 0, column: 0 }) => {
    const [entered, dropped, left]: [Wish[], Spot[][], number[][]] = [[], [], []];
    const kept = { cells: computed(() => new Map()), drop: (spots: readonly Spot[]) => void dropped.push([...spots]) };
    const typing = useGridTyping({ ...book, seenAt: () => 3, kept }, ref(null), {
      spot: () => spot,
      enter: (wish) => void entered.push(wish),
      leave: (rows, columns) => void left.push([rows, columns]),
    });
    await typing.begin(text);
    const press = (key: string, more: object = {}) => {
      const event = { key, shiftKey: false, isComposing: false, preventDefault: jest.fn(), stopPropagation: jest.fn(), ...more };
      typing.whileTyping(event as never);
      return event;
    };
    return { ...typing, kept, entered, dropped, left, press };
  };

  it.each([
    ['Enter', {}, [1, 0]],
    ['Enter', { shiftKey: true }, [-1, 0]],
    ['Tab', {}, [0, 1]],
    ['Tab', { shiftKey: true }, [0, -1]],
    ['ArrowDown', {}, [1, 0]],
  ])('stores what was typed with %s %o, against the version that was seen, and goes on', async (key, more, way) => {
    const { typing, entered, left, press } = await began(null);
    typing.value!.text = '17';
    // Begun with F2 the arrows stay in the text.
    typing.value!.all = key !== 'ArrowDown';
    press(key, more);
    expect(entered).toEqual([{ row: 0, column: 0, text: '17', seen: 3 }]);
    expect([left, typing.value]).toEqual([[way], null]);
  });

  it('leaves the cell as it was on Escape, and lets go of what was kept when it is typed back', async () => {
    const first = await began('99');
    first.press('Escape');
    expect([first.entered, first.dropped]).toEqual([[], []]);
    const second = await began(null);
    second.typing.value!.text = ' 15 ';
    second.press('Enter');
    expect([second.entered, second.dropped]).toEqual([[], [[{ row: 0, column: 0 }]]]);
  });

  it('leaves keys of the text to the text, and a word that is being composed too', async () => {
    const { press, typing } = await began(null);
    expect(press('ArrowUp').preventDefault).not.toHaveBeenCalled();
    press('Enter', { isComposing: true });
    await nextTick();
    expect(typing.value?.text).toBe('15');
  });

  it('begins nowhere where nothing can be typed', async () => expect((await began('1', null)).typing.value).toBeNull());
});
