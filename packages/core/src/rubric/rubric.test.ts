import fc from 'fast-check';
import {
  choiceProblem,
  pointsOfRubric,
  readRubricTable,
  rescaledScore,
  RUBRIC_HEAD,
  rubricMax,
  rubricRemarks,
  rubricScore,
  rubricToTable,
  type Rubric,
  type RubricCriterion,
} from '.';

let made = 0;
const newId = () => `n${(made += 1)}`;
const criterion = (id: string, points: number[], more: Partial<RubricCriterion> = {}): RubricCriterion => ({
  id,
  name: id,
  weight: 1000,
  aims: [],
  levels: points.map((one, index) => ({ id: `${id}${index}`, name: '', descriptor: '', points: one * 1000, upTo: null })),
  ...more,
});
const rubric = (...criteria: RubricCriterion[]): Rubric => ({ name: 'Models', criteria });
const models = rubric(criterion('shape', [0, 4, 8]), criterion('labels', [0, 2, 4], { weight: 2000 }));

it('is out of the sum of weight times the highest level', () => expect(rubricMax(models)).toBe(16_000));

it.each([
  ['follow a rubric that is taken as a whole', { points: 20_000, taken: true }, 16_000],
  ['follow one that is begun', { points: 20_000, before: rubric() }, 16_000],
  ['follow one that they followed before', { points: 8_000, before: rubric(criterion('shape', [0, 8])) }, 16_000],
  ['stay where somebody typed them', { points: 20_000, said: true, taken: true }, 20_000],
  ['stay where they were another number before', { points: 20_000 }, 20_000],
  ['stay beside a rubric that gives nothing yet', { points: 20_000, after: rubric(), taken: true }, 20_000],
])('points %s', (_case, more, expected) =>
  expect(pointsOfRubric({ before: rubric(criterion('old', [0, 18])), after: models, said: false, taken: false, ...more })).toBe(expected),
);

it('scales what the chosen levels earn to what the assignment is out of', () => {
  const choices = { shape: { levelId: 'shape1', points: 4000 }, labels: { levelId: 'labels2', points: 4000 } };
  expect(rubricScore(models, 16_000, choices)).toEqual({ earned: 12_000, complete: true });
  expect(rubricScore(models, 30_000, choices)).toEqual({ earned: 22_500, complete: true });
  expect(rubricScore(models, 16_000, { shape: choices.shape })).toEqual({ earned: 4_000, complete: false });
});

it('keeps the share of every part of a score when the points change, and counts what a rubric gave from its levels', () => {
  const typed = { earned: 7_500, choices: null, adjust: 0, rounds: [3_333, 10_000] };
  expect(rescaledScore(typed, { from: 20_000, to: 25_000, rubric: null })).toEqual({ earned: 9_375, adjust: 0, rounds: [4_166, 12_500] });
  expect(rescaledScore({ ...typed, earned: null }, { from: 20_000, to: 25_000, rubric: null }).earned).toBeNull();
  const choices = { shape: { levelId: 'shape1', points: 4000 }, labels: { levelId: 'labels2', points: 4000 } };
  const byRubric = { earned: 13_000, choices, adjust: 1_000, rounds: [] };
  expect(rescaledScore(byRubric, { from: 16_000, to: 30_000, rubric: models })).toEqual({ earned: 24_375, adjust: 1_875, rounds: [] });
  // Out of 7 it was 5.25 and out of 3 it is 2.25, however often the points have changed since.
  expect(rescaledScore({ ...byRubric, earned: 5_249, adjust: 0 }, { from: 7_000, to: 3_000, rubric: models }).earned).toBe(2_250);
});

it('takes a choice of a level that is gone for none, and points as far as the level still reaches', () => {
  const levels = [
    { id: 'low', name: '', descriptor: '', points: 0, upTo: 3000 },
    { id: 'high', name: '', descriptor: '', points: 4000, upTo: 6000 },
  ];
  const changed = rubric({ ...criterion('shape', []), levels });
  expect(rubricScore(changed, 6_000, { shape: { levelId: 'high', points: 9_000 } }).earned).toBe(6_000);
  expect(rubricScore(changed, 6_000, { shape: { levelId: 'gone', points: 5_000 } })).toEqual({ earned: 0, complete: false });
  expect(choiceProblem(changed, { shape: { levelId: 'high', points: 9_000 } })?.why).toBe('outsideLevel');
  expect(choiceProblem(changed, { shape: { levelId: 'gone', points: 0 } })?.why).toBe('noSuchLevel');
  expect(choiceProblem(changed, { nothing: { levelId: 'high', points: 0 } })?.why).toBe('noSuchCriterion');
  expect(choiceProblem(changed, { shape: { levelId: 'low', points: 2_000 } })).toBeNull();
});

it.each<[string, Rubric, [string, string][]]>([
  ['nothing in it', rubric(), [['noCriteria', 'refused']]],
  ['one level', rubric(criterion('a', [3])), [['oneLevel', 'refused']]],
  ['equal points', rubric(criterion('a', [0, 2, 2])), [['equalPoints', 'said']]],
  ['points that fall', rubric(criterion('a', [4, 2])), [['notRising', 'said']]],
  [
    'no points at all',
    rubric(criterion('a', [0, 0])),
    [
      ['noPoints', 'refused'],
      ['equalPoints', 'said'],
    ],
  ],
  ['forty criteria', rubric(...Array.from({ length: 40 }, (_, i) => criterion(`c${i}`, [0, 1]))), []],
  ['sixty-one criteria', rubric(...Array.from({ length: 61 }, (_, i) => criterion(`c${i}`, [0, 1]))), [['tooManyCriteria', 'refused']]],
  ['no name', rubric(criterion('a', [0, 1], { name: ' ' })), [['noName', 'refused']]],
])('says what is wrong with a rubric with %s', (_case, given, remarks) =>
  expect(rubricRemarks(given).map(({ why, only }) => [why, only])).toEqual(remarks),
);

describe('from a table', () => {
  it('reads a grid with points in the heads and in cells', () => {
    const { criteria, problems } = readRubricTable(
      [
        ['', 'Secure (4-6)', 'Beginning (1)', 'Weight'],
        ['Evidence', 'uses several sources', 'names one', '2'],
        ['Labels', '5: in own words', 'copied', ''],
      ],
      newId,
    );
    expect(problems).toEqual([]);
    expect(
      criteria.map(({ name, weight, levels }) => [
        name,
        weight,
        levels.map(({ name: level, points, upTo, descriptor }) => [level, points, upTo, descriptor]),
      ]),
    ).toEqual([
      [
        'Evidence',
        2000,
        [
          ['Beginning', 1000, null, 'names one'],
          ['Secure', 4000, 6000, 'uses several sources'],
        ],
      ],
      [
        'Labels',
        1000,
        [
          ['Beginning', 1000, null, 'copied'],
          ['Secure', 5000, null, 'in own words'],
        ],
      ],
    ]);
  });
  it('counts levels up where the table has no points', () => {
    const { criteria } = readRubricTable(
      [
        ['Criterion', 'Not yet', 'Nearly', 'There'],
        ['Voice', 'a', 'b', 'c'],
      ],
      newId,
    );
    expect(criteria[0]!.levels.map((level) => level.points)).toEqual([0, 1000, 2000]);
  });
  it('names the rows it could not read and keeps the others', () => {
    const { criteria, problems } = readRubricTable(
      [
        ['criterion', 'level', 'points'],
        ['Voice', 'low', 'some'],
        ['', 'high', '3'],
        ['Pace', 'low', ''],
      ],
      newId,
    );
    expect(criteria.map(({ name, levels }) => [name, levels.length])).toEqual([
      ['Voice', 2],
      ['Pace', 1],
    ]);
    expect(problems).toEqual([
      { row: 2, why: 'notPoints' },
      { row: 4, why: 'noPoints' },
    ]);
  });
  it('reads its own table back, whatever is in it', () => {
    const word = fc.string({ maxLength: 12 }).map((one) => one.replace(/[\s;']+/g, 'x') || 'x');
    const level = fc.record({ id: word, name: word, descriptor: word, points: fc.nat(9000), upTo: fc.option(fc.nat(9000), { nil: null }) });
    const one = fc.record({
      id: word,
      name: word,
      weight: fc.integer({ min: 1, max: 9000 }),
      aims: fc.array(word, { maxLength: 2 }),
      levels: fc.array(level, { minLength: 1, maxLength: 5 }),
    });
    const bare = (criteria: RubricCriterion[]) =>
      criteria.map(({ id: _, levels, ...rest }) => ({ ...rest, levels: levels.map(({ id: __, ...more }) => more) }));
    fc.assert(
      fc.property(fc.uniqueArray(one, { selector: ({ name }) => name, minLength: 1, maxLength: 6 }), (criteria) => {
        const read = readRubricTable([[...RUBRIC_HEAD], ...rubricToTable({ name: '', criteria })], newId);
        expect(bare(read.criteria)).toEqual(bare(criteria));
        expect(read.problems).toEqual([]);
      }),
    );
  });
});
