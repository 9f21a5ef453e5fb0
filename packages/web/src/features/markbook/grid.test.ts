/** @jest-environment @happy-dom/jest-environment */
import { FIRST_SCHEME, type BookCell, type BookColumn } from '@jolly/core';
import { nextTick, ref } from 'vue';
import { shownCell } from './cell-shown';
import { gridCommand } from './grid-keys';
import { useSelection } from './use-selection';

const key = (name: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}) => ({
  key: name,
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...held,
});

describe('a key in the grid', () => {
  it.each([
    ['moves on', key('ArrowDown'), { act: 'move', rows: 1, columns: 0, extend: false }],
    ['draws a range', key('ArrowRight', { shiftKey: true }), { act: 'move', rows: 0, columns: 1, extend: true }],
    ['goes as far as it goes', key('ArrowUp', { ctrlKey: true }), { act: 'jump', rows: -1, columns: 0, extend: false }],
    ['goes back', key('Enter', { shiftKey: true }), { act: 'move', rows: -1, columns: 0, extend: false }],
    ['begins typing', key('7'), { act: 'type', text: '7' }],
    ['begins typing with a letter', key('x'), { act: 'type', text: 'x' }],
    ['changes what is there', key('F2'), { act: 'edit' }],
    ['fills down', key('d', { ctrlKey: true }), { act: 'fillDown' }],
    ['undoes', key('z', { metaKey: true }), { act: 'undo' }],
    ['does again', key('Z', { ctrlKey: true, shiftKey: true }), { act: 'redo' }],
    ['opens the piece', key('Enter', { altKey: true }), { act: 'open' }],
    ['shows the legend', key('?', { shiftKey: true }), { act: 'legend' }],
    ['is the browser’s when it copies', key('c', { ctrlKey: true }), null],
    ['is the application’s when it searches', key('/'), null],
  ])('%s', (_case, pressed, command) => expect(gridCommand(pressed)).toEqual(command));
});

describe('the selection', () => {
  it('stays on the same student and assignment when rows and columns come and go', async () => {
    const [rows, columns] = [ref<number[]>([4, 7, 9]), ref(['a', 'b', 'c'])];
    const selection = useSelection(rows, columns);
    selection.go({ row: 1, column: 2 });
    [rows.value, columns.value] = [
      [9, 4, 7],
      ['c', 'a'],
    ];
    await nextTick();
    expect(selection.active.value).toEqual({ row: 2, column: 0 });
    rows.value = [4];
    await nextTick();
    expect(selection.active.value).toEqual({ row: 0, column: 0 });
  });
  it('draws a range both ways and never leaves the grid', () => {
    const selection = useSelection(ref([1, 2, 3]), ref(['a', 'b']));
    selection.go({ row: 2, column: 1 });
    selection.move(-1, -1, true);
    expect(selection.range.value).toEqual({ top: 1, bottom: 2, left: 0, right: 1 });
    selection.move(9, 9, false);
    expect([selection.active.value, selection.range.value]).toEqual([
      { row: 2, column: 1 },
      { top: 2, bottom: 2, left: 1, right: 1 },
    ]);
    selection.jump(-1, 0, true);
    expect(selection.range.value).toEqual({ top: 0, bottom: 2, left: 1, right: 1 });
  });
});

describe('a cell as it is drawn', () => {
  const column: BookColumn = {
    id: 'a',
    title: 'T',
    points: 20_000,
    categoryId: null,
    countsInTotals: true,
    bonus: false,
    due: 1,
    issuedAt: 0,
  };
  const cell = (more: Partial<BookCell>): BookCell => ({ state: 'in', version: 1, ...more });
  const score = { earned: 15_000, effective: 14_000, takenOff: 1000, at: 1 };
  const whenDue = { ...FIRST_SCHEME, missing: { kind: 'whenDue' as const, percent: 25_000 } };
  it.each<[string, BookCell | null, 'teacher' | 'student', object]>([
    ['is empty where the piece is not theirs', null, 'teacher', { flag: null, text: '' }],
    [
      'shows what was typed and what being late takes off',
      cell({ state: 'scored', score, held: true }),
      'teacher',
      { flag: 'scored', text: '15', off: '−1' },
    ],
    ['has no flag once it is returned', cell({ state: 'returned', score }), 'teacher', { flag: null, text: '15' }],
    ['marks a correction', cell({ state: 'returned', score, held: true, returned: 12_000 }), 'teacher', { text: '15', correction: true }],
    ['shows students what they have', cell({ state: 'returned', score, held: true, returned: 12_000 }), 'student', { text: '12' }],
    [
      'shows students nothing that is held',
      cell({ state: 'scored', told: 'in', score, held: true, returned: null }),
      'student',
      { flag: 'in', text: '' },
    ],
    ['says what a missing piece counts as', cell({ state: 'missing' }), 'teacher', { flag: 'missing', text: '5', counted: true }],
    ['says only that somebody is excused', cell({ state: 'excused', excused: true, score }), 'teacher', { flag: 'excused', text: '' }],
  ])('%s', (_case, one, viewpoint, drawn) => expect(shownCell(one, column, viewpoint, whenDue)).toMatchObject(drawn));
});
