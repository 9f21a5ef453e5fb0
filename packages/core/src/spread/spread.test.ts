import fc from 'fast-check';
import { criterionResults, driftOf, meanOf, readPastedScores, spreadOf, type GivenScore } from '.';

it('counts scores in tenths of the points; the most and what is above in the last', () => {
  expect(spreadOf([0, 1_999, 2_000, 19_999, 20_000, 25_000], 20_000)).toEqual([2, 1, 0, 0, 0, 0, 0, 0, 0, 3]);
});
it.each([
  [[], null],
  [[1, 2], 2],
  [[15_000, 14_000, 14_000], 14_333],
])('the mean of %j is %s', (values, mean) => expect(meanOf(values)).toBe(mean));

it('gives each criterion its mean and how many reached each level', () => {
  const level = (id: string, points: number) => ({ id, name: id, descriptor: '', points, upTo: null });
  const rubric = {
    name: '',
    criteria: [{ id: 'c', name: 'Terms', weight: 1000, aims: [], levels: [level('low', 1000), level('high', 3000)] }],
  };
  expect(
    criterionResults(rubric, [
      { c: { levelId: 'low', points: 1000 } },
      { c: { levelId: 'high', points: 3000 } },
      {},
      { c: { levelId: 'gone', points: 0 } },
    ]),
  ).toEqual([
    {
      criterionId: 'c',
      name: 'Terms',
      scored: 2,
      meanPercent: 66_667,
      levels: [
        { levelId: 'low', name: 'low', count: 1 },
        { levelId: 'high', name: 'high', count: 1 },
      ],
    },
  ]);
});

describe('drift', () => {
  const given = (...points: number[]): GivenScore[] => points.map((one, at) => ({ studentId: `s${at}`, at, earned: one * 1000 }));
  it('compares the halves in the order the scores were given', () => {
    const [a, b, c, d, e] = given(10, 12, 14, 17, 19) as [GivenScore, GivenScore, GivenScore, GivenScore, GivenScore];
    expect(driftOf([e, a, d, b, c], 20_000)).toMatchObject({ firstMiddle: 12_000, secondMiddle: 18_000 });
  });
  it('names what lies far from its half, and nothing where all are alike', () => {
    expect(driftOf(given(14, 15, 14, 3, 15, 14, 15, 14), 20_000)!.lookAgain).toEqual(['s3']);
    expect(driftOf(given(14, 15, 14, 15), 20_000)!.lookAgain).toEqual([]);
    expect(driftOf(given(1, 2, 3), 20_000)).toBeNull();
  });
});

describe('scores pasted from a spreadsheet', () => {
  const students = [
    { id: 'bao', givenName: 'Bao', familyName: 'Lindqvist' },
    { id: 'eve', givenName: 'Ève', familyName: 'Moss' },
    { id: 'ann', givenName: 'Ann', familyName: 'Weil' },
  ];
  const cellsOf = (text: string) => text.split('\n').map((line) => line.split('\t'));
  const read = (text: string, decimal: ',' | '.' = '.', from = 0) =>
    readPastedScores(cellsOf(text), students, decimal, from).map(({ studentId, earned, remark, problem }) => [
      studentId,
      earned,
      remark,
      problem,
    ]);

  it.each([
    ['7,5', ',', 7_500],
    ['7.5', ',', null],
    ['7.5', '.', 7_500],
    ['7,5', '.', null],
    ['1.250', ',', 1_250_000],
    ['1,250', '.', 1_250_000],
    ['ten', '.', null],
    ['1000000', '.', 1_000_000_000],
    ['1000001', '.', null],
    ['-3', '.', null],
  ] as const)('“%s” with a decimal “%s” is %s', (written, decimal, earned) => {
    expect(readPastedScores(cellsOf(written), students, decimal)).toMatchObject([
      { studentId: 'bao', earned, problem: earned === null ? 'notANumber' : null },
    ]);
  });

  it('finds whose row it is by name, in either order and without accents, below a head', () => {
    expect(read('Name\tScore\tRemark\nMoss, Eve\t14\tLabel both axes\nBao Lindqvist\t\tAway\nNobody\t3')).toEqual([
      ['eve', 14_000, 'Label both axes', null],
      ['bao', null, 'Away', null],
      [null, 3_000, null, 'noSuchName'],
    ]);
    expect(read('Lindqvist\tBao\t12\nLindqvist\tBao\t13')).toEqual([
      ['bao', 12_000, null, null],
      ['bao', 13_000, null, 'twice'],
    ]);
  });

  it('takes a column without names in the order of the list, from where it was pasted', () => {
    expect(read('12\n\n14\n3', '.', 1)).toEqual([
      ['eve', 12_000, null, null],
      ['ann', null, null, null],
      [null, 14_000, null, 'tooMany'],
      [null, 3_000, null, 'tooMany'],
    ]);
  });

  it('takes a remark of two lines as one cell, so that no score moves to the next student', () => {
    const rows = [['12', 'Clear.\r\nLabel both axes.'], ['14', ''], ['9']];
    expect(readPastedScores(rows, students, '.').map((one) => [one.studentId, one.earned, one.remark])).toEqual([
      ['bao', 12_000, 'Clear.\nLabel both axes.'],
      ['eve', 14_000, null],
      ['ann', 9_000, null],
    ]);
  });

  it('reads every column of whole numbers as it is written, by either mark', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 999 }), { minLength: 1, maxLength: 3 }),
        fc.constantFrom('.' as const, ',' as const),
        (numbers, decimal) => {
          expect(read(numbers.join('\n'), decimal).map(([, earned]) => earned)).toEqual(numbers.map((one) => one * 1000));
        },
      ),
    );
  });
});
