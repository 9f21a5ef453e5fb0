import { bookTotal, FIRST_SCHEME, type BookCell, type BookColumn, type Scheme } from '@jolly/core';
import { defineComponent, h } from 'vue';
import { shown } from '../../testing';
import { useBookWords } from './use-book-words';

type Words = ReturnType<typeof useBookWords>;
/** The words as a component has them. */
async function words(): Promise<Words> {
  let found: Words | null = null;
  await shown(defineComponent({ setup: () => ((found = useBookWords()), () => h('i')) }));
  return found!;
}
const column = (id: string, points: number, categoryId: string | null, more: Partial<BookColumn> = {}): BookColumn => ({
  id,
  title: id,
  points: points * 1000,
  categoryId,
  countsInTotals: true,
  bonus: false,
  due: Number(id.slice(1)),
  issuedAt: 0,
  ...more,
});
const given = (earned: number, more: Partial<BookCell> = {}): BookCell => ({
  state: 'returned',
  version: 1,
  score: { earned: earned * 1000, effective: earned * 1000, at: 1 },
  ...more,
});
const scheme: Scheme = {
  ...FIRST_SCHEME,
  kind: 'weighted',
  categories: [
    { id: 'f', name: 'Field work', weight: 40_000, within: 'pooled', leaveOut: 0, keepBest: null, bonus: false },
    { id: 'n', name: 'Notes', weight: 35_000, within: 'pooled', leaveOut: 0, keepBest: null, bonus: false },
    { id: 'q', name: 'Quizzes', weight: 25_000, within: 'pooled', leaveOut: 1, keepBest: null, bonus: false },
  ],
};
const columns = [
  column('i1', 30, 'f'),
  column('i2', 20, 'f'),
  column('i3', 60, 'n'),
  column('i4', 10, 'q'),
  column('i5', 12, 'q'),
  column('i6', 10, 'q'),
];
const cells = [25, 14, 35, 6, 7, 3].map((earned) => given(earned));

it('says how a weighted total comes about, as one would by hand', async () => {
  const { totalSentence } = await words();
  expect(totalSentence(bookTotal(columns, cells, 'teacher', scheme), scheme)).toEqual({
    sum: 'Field work 78.0 × 40\u00a0% + Notes 58.3 × 35\u00a0% + Quizzes 59.1 × 25\u00a0% = 66.4',
    notes: ['1 lowest left out of Quizzes'],
  });
});

it('says what weighs more while a category has nothing yet, what is missing and what does not count', async () => {
  const { totalSentence } = await words();
  const lenient: Scheme = { ...scheme, missing: { kind: 'whenDue', percent: 10_000 } };
  const few = bookTotal(
    [...columns.slice(0, 2), column('i9', 10, null)],
    [given(25), { state: 'missing', version: 0 }, given(5)],
    'teacher',
    lenient,
  );
  const { sum, notes } = totalSentence(few, lenient);
  expect(sum).toBe('Field work 54.0 × 100\u00a0% = 54.0');
  expect(notes).toEqual([
    '1 missing counted as 10\u00a0%',
    '1 piece under no category does not count',
    'Notes counts once it has a score',
    'Quizzes counts once it has a score',
  ]);
  expect(totalSentence(bookTotal([], [], 'teacher', scheme), scheme).sum).toBe(
    'Nothing counts yet: the total begins with the first score.',
  );
});

it('says how a pool of points and a year come about', async () => {
  const { totalSentence, yearSentence } = await words();
  const pool: Scheme = { ...scheme, kind: 'points' };
  expect(totalSentence(bookTotal(columns, cells, 'teacher', pool), pool).sum).toBe('87 of 132 points = 65.9');
  const terms = [
    { name: 'Term 1', from: '', to: '' },
    { name: 'Term 2', from: '', to: '' },
  ];
  const half = { num: 1n, den: 2n };
  expect(yearSentence(half, terms, [half, half], { ...pool, termWeights: { 'Term 2': 2 } })).toBe(
    '(Term 1 50.0 × 1 + Term 2 50.0 × 2) / 3 = 50.0',
  );
});

it.each<[string, BookCell | null, string[]]>([
  [
    'nothing of a piece that is not theirs',
    null,
    ['Not theirs: it was due before they joined or after they left, or was not meant for them.'],
  ],
  [
    'what being late took off, and that it is held',
    given(15, { state: 'scored', held: true, lateBy: 21 * 3_600_000, score: { earned: 15_000, effective: 14_000, takenOff: 1000, at: 1 } }),
    ['15 − 1 late (21 h, 5\u00a0% a day of 30) = 14', 'held, not returned yet', 'counts under Field work'],
  ],
  [
    'a correction beside what the student has',
    given(15, { held: true, returned: 12_000 }),
    ['15 of 30', 'a correction; the student has 12', 'counts under Field work'],
  ],
  [
    'that somebody is excused',
    { state: 'excused', version: 1, excused: true, absent: true },
    ['absent on the day', 'excused, so it does not count'],
  ],
  ['that a missing piece is left out', { state: 'missing', version: 0 }, ['missing, and left out of the total']],
  [
    'nothing of what is marked without names',
    { state: 'in', version: 0, locked: 'nameless' },
    ['Marked without names: nothing is told here before it is returned.'],
  ],
])('tells of a cell %s', async (_case, cell, parts) => {
  const { cellSentence } = await words();
  const total = bookTotal([columns[0]!], [cell], 'teacher', scheme);
  expect(
    cellSentence(cell, columns[0]!, {
      total,
      scheme,
      rule: { kind: 'perDay', percent: 5000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 },
    }),
  ).toEqual(parts);
});
