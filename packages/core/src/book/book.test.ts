import {
  aimResults,
  bookTotal,
  bookYear,
  cellText,
  effectiveOf,
  entryProblem,
  isEntered,
  placeBlock,
  rangeOf,
  readCell,
  termOfWork,
  type BookCell,
  type BookColumn,
  type CellScale,
} from '.';
import { ratio } from '../quantities';
import { FIRST_SCHEME } from '../totals';

const outOf = (points: number | null): CellScale => ({ by: 'points', points: points === null ? null : points * 1000, words: [] });
const words: CellScale = { by: 'words', points: 10_000, words: ['Mastered', 'Meets', 'Beginning'] };
const done: CellScale = { by: 'done', points: null, words: [] };

it.each<[string, CellScale, unknown]>([
  ['', outOf(20), { kind: 'empty' }],
  [' 7,5 ', outOf(20), { kind: 'points', earned: 7500 }],
  ['7.25', outOf(20), { kind: 'points', earned: 7250 }],
  ['80%', outOf(30), { kind: 'points', earned: 24_000 }],
  ['33.3 %', outOf(10), { kind: 'points', earned: 3330 }],
  ['25', outOf(20), { kind: 'points', earned: 25_000 }],
  ['x', outOf(20), { kind: 'excused' }],
  ['Missing', outOf(20), { kind: 'missing' }],
  ['m', words, { kind: 'missing' }],
  ['mastered', words, { kind: 'word', word: 'Mastered' }],
  ['b', words, { kind: 'word', word: 'Beginning' }],
  ['me', words, { kind: 'word', word: 'Meets' }],
  ['8', words, { kind: 'points', earned: 8000 }],
  ['m', { ...words, words: ['M', 'N'] }, { kind: 'word', word: 'M' }],
  ['D', done, { kind: 'done', done: true }],
  ['not done', done, { kind: 'done', done: false }],
  ['d', outOf(20), 'notRead'],
  ['seven', outOf(20), 'notRead'],
  ['-3', outOf(20), 'notRead'],
  ['1.2345', outOf(20), 'notRead'],
  ['=SUM(A1)', outOf(20), 'notRead'],
  ['5', done, 'noPoints'],
  ['50%', done, 'noPoints'],
  ['5', { by: 'none', points: null, words: [] }, 'noScores'],
  ['x', { by: 'none', points: null, words: [] }, { kind: 'excused' }],
  ['a', { ...outOf(20), inClass: true }, { kind: 'absent' }],
  ['Absent', { by: 'none', points: null, words: [], inClass: true }, { kind: 'absent' }],
  ['a', outOf(20), 'notInClass'],
  ['a', { ...words, words: ['Always', 'Never'] }, { kind: 'word', word: 'Always' }],
])('reads %j as it is meant', (text, scale, entry) => expect(readCell(text, scale)).toEqual(entry));

it('finds a beginning of several words ambiguous', () =>
  expect(readCell('me', { ...words, words: ['Meets', 'Meets well'] })).toBe('severalWords'));

const cell = (more: Partial<BookCell>): BookCell => ({ state: 'in', version: 1, ...more });
const score = (earned: number | null, more: object = {}) => ({ earned, effective: earned, at: 1, ...more });
it.each<[BookCell | null, string]>([
  [null, ''],
  [cell({ state: 'missing' }), ''],
  [cell({ score: score(7500) }), '7.5'],
  [cell({ score: score(8000, { word: 'Meets' }) }), 'Meets'],
  [cell({ score: score(null, { done: false }) }), 'n'],
  [cell({ excused: true, score: score(7500) }), 'x'],
  [cell({ state: 'inClass', absent: true }), 'a'],
  [cell({ absent: true, score: score(7500) }), '7.5'],
])('writes a cell so that it can be typed again: %#', (one, text) => expect(cellText(one)).toBe(text));

const points = (earned: number) => ({ kind: 'points' as const, earned });
it.each<[string, BookCell | null, Parameters<typeof entryProblem>[1], string | null]>([
  ['a score', cell({}), points(20_000), null],
  ['a score for nobody', null, points(1000), 'notTheirs'],
  ['a score above the maximum', cell({}), points(20_001), 'aboveMaximum'],
  ['a score over an excused cell', cell({ state: 'excused', excused: true, bare: 'in' }), points(1000), 'excused'],
  ['emptying an excused cell', cell({ state: 'excused', excused: true, bare: 'in' }), { kind: 'empty' }, null],
  ['anything without the name', cell({ locked: 'nameless' }), { kind: 'excused' }, 'nameless'],
  ['anything before the second score', cell({ locked: 'blind' }), points(1000), 'blind'],
  ['missing past the date', cell({ state: 'scored', bare: 'missing', score: score(0) }), { kind: 'missing' }, null],
  ['missing of what is done in class', cell({ state: 'inClass' }), { kind: 'missing' }, null],
  ['missing before the date', cell({ state: 'open' }), { kind: 'missing' }, 'notDue'],
  ['missing though handed in', cell({ state: 'scored', bare: 'inLate', score: score(3) }), { kind: 'missing' }, 'isIn'],
  ['taking out a returned score', cell({ state: 'returned', bare: 'in', score: score(3) }), { kind: 'empty' }, 'returned'],
  ['absence of what is handed in', cell({}), { kind: 'absent' }, 'notInClass'],
  ['a remark on what was returned', cell({ state: 'returned', bare: 'in', score: score(3) }), { kind: 'remark' }, null],
  ['taking out a held score', cell({ state: 'scored', bare: 'in', score: score(3) }), { kind: 'empty' }, null],
])('%s', (_case, one, entry, problem) => expect(entryProblem(one, entry, outOf(20), false)).toBe(problem));

it('notes absence once, and empties it', () => {
  const inClass = { ...outOf(20), inClass: true };
  const absent = cell({ state: 'inClass', absent: true });
  expect(entryProblem(cell({ state: 'inClass' }), { kind: 'absent' }, inClass, false)).toBeNull();
  expect(entryProblem(cell({ state: 'excused', excused: true }), { kind: 'absent' }, inClass, false)).toBe('excused');
  expect([
    isEntered(absent, { kind: 'absent' }),
    isEntered(absent, { kind: 'empty' }),
    isEntered(cell({ state: 'inClass' }), { kind: 'absent' }),
  ]).toEqual([true, false, false]);
});

it('takes a confirmed bonus, and knows what is there already', () => {
  expect(entryProblem(cell({}), points(21_000), outOf(20), true)).toBeNull();
  const held = cell({ state: 'scored', bare: 'in', score: score(3000) });
  expect([
    isEntered(held, points(3000)),
    isEntered(held, points(4000)),
    isEntered(held, { kind: 'empty' }),
    isEntered(cell({}), { kind: 'empty' }),
  ]).toEqual([true, false, false, true]);
});

describe('a pasted block', () => {
  const size = { rows: 10, columns: 4 };
  const spots = (texts: string[][], range: Parameters<typeof placeBlock>[1]) =>
    placeBlock(texts, range, size).placed.map(({ row, column, text }) => `${row},${column}=${text}`);
  it('fills a range with one cell', () =>
    expect(spots([['5']], { top: 1, bottom: 2, left: 0, right: 1 })).toEqual(['1,0=5', '1,1=5', '2,0=5', '2,1=5']));
  it('is repeated where it divides the range', () =>
    expect(spots([['5'], ['6']], { top: 0, bottom: 3, left: 1, right: 1 })).toEqual(['0,1=5', '1,1=6', '2,1=5', '3,1=6']));
  it('else lies once at the top and left, gaps left alone', () =>
    expect(spots([['5', ''], ['6']], { top: 3, bottom: 5, left: 2, right: 2 })).toEqual(['3,2=5', '4,2=6']));
  it('says how much of it finds no room', () => {
    const block = Array.from({ length: 500 }, () => Array.from({ length: 400 }, () => '1'));
    const { placed, room, block: all } = placeBlock(block, { top: 8, bottom: 8, left: 3, right: 3 }, size);
    expect([placed.length, room, all]).toEqual([2, { rows: 2, columns: 1 }, { rows: 500, columns: 400 }]);
  });
  it('of nothing is nothing', () => expect(spots([], rangeOf({ row: 2, column: 3 }, { row: 0, column: 1 }))).toEqual([]));
});

const terms = [
  { name: 'Term 1', from: '2026-09-07', to: '2026-12-18' },
  { name: 'Term 2', from: '2027-01-05', to: '2027-03-26' },
];
it.each<[string, string | null, number]>([
  ['2026-09-01T09:00:00Z', null, 0],
  ['2026-09-01T09:00:00Z', '2026-12-18T23:59:59Z', 0],
  ['2026-09-01T09:00:00Z', '2026-12-28T12:00:00Z', 1],
  ['2026-12-01T09:00:00Z', '2027-01-05T00:00:00Z', 1],
  ['2027-05-01T09:00:00Z', null, 1],
])('issued %s and due %s counts in term %#', (issued, due, term) =>
  expect(termOfWork(terms, 'Europe/Lisbon', { issuedAt: Date.parse(issued), due: due === null ? null : Date.parse(due) })).toBe(term),
);

it('weighs the terms of a year, without those that have no total or weigh nothing', () => {
  const [a, b] = [ratio(80, 100), ratio(50, 100)];
  expect(bookYear({ termWeights: { 'Term 2': 2 } }, terms, [a, b])).toEqual(ratio(60, 100));
  expect(bookYear({}, terms, [a, null])).toEqual(a);
  expect(bookYear({ termWeights: { 'Term 2': 0 } }, terms, [a, b])).toEqual(a);
});

it('counts held scores for the teacher and returned ones for the student', () => {
  const column = (id: string): BookColumn => ({
    id,
    title: id,
    points: 20_000,
    categoryId: null,
    countsInTotals: true,
    bonus: false,
    due: 5,
    issuedAt: 0,
  });
  const held = cell({ state: 'scored', told: 'in', held: true, score: score(10_000), returned: null });
  const corrected = cell({ state: 'returned', held: true, score: score(20_000), returned: 15_000 });
  const given = cell({ state: 'returned', score: score(18_000) });
  expect([held, corrected, given].map((one) => [effectiveOf(one, 'teacher'), effectiveOf(one, 'student')])).toEqual([
    [10_000, null],
    [20_000, 15_000],
    [18_000, 18_000],
  ]);
  const columns = ['a', 'b', 'c', 'd'].map(column);
  expect(bookTotal(columns, [held, corrected, given, null], 'teacher', FIRST_SCHEME).result).toEqual(ratio(48, 60));
  expect(bookTotal(columns, [held, corrected, given, null], 'student', FIRST_SCHEME).result).toEqual(ratio(33, 40));
});

it('tells the latest and the typical level of each aim', () => {
  const said = (aim: string, percent: number, at: number) => ({
    aim,
    assignmentId: `a${at}`,
    criterion: null,
    questions: null,
    level: null,
    share: ratio(percent, 100),
    at,
  });
  const results = aimResults([
    said('Explaining', 90, 3),
    said('Explaining', 50, 1),
    said('Explaining', 60, 2),
    said('Explaining', 40, 4),
    said('Drawing', 70, 1),
  ]);
  expect(results.map(({ aim, latest, typical }) => [aim, latest.assignmentId, typical])).toEqual([
    ['Drawing', 'a1', ratio(70, 100)],
    ['Explaining', 'a4', ratio(55, 100)],
  ]);
});
