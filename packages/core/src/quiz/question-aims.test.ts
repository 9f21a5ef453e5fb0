import { questionAims } from '.';
import { evidenceOf } from '../book';
import { ratioText } from '../quantities';

const row = (id: string, points: number | null, max: number) => ({ id, points, max, notAnswered: false });
const aims = new Map([
  ['a', ['Naming']],
  ['b', ['Naming', 'Explaining']],
  ['c', ['Explaining']],
  ['d', ['Measuring']],
]);

it('takes the questions of an aim together, and nothing from what waits, was dropped or is about no aim', () => {
  const said = questionAims([row('a', 1000, 1000), row('b', 1000, 3000), row('c', null, 5000), row('d', 0, 0), row('x', 0, 1000)], aims);
  expect(said).toEqual([
    { aim: 'Naming', earned: 2000, max: 4000, questions: 2 },
    { aim: 'Explaining', earned: 1000, max: 3000, questions: 1 },
  ]);
});

it('stands beside what the whole piece says', () => {
  const piece = {
    effective: 15_000,
    choices: {},
    word: null,
    at: 3,
    questions: [{ aim: 'Naming', earned: 2000, max: 4000, questions: 2 }],
  };
  const said = evidenceOf({ id: 'q', aims: ['Naming'], points: 20_000, rubric: null }, piece);
  expect(said.map((one) => [one.aim, one.questions, ratioText(one.share)])).toEqual([
    ['Naming', null, { num: '3', den: '4' }],
    ['Naming', 2, { num: '1', den: '2' }],
  ]);
});
