import { writtenNumber, writtenPercent, writtenPoints } from '.';

it.each([
  ['en', '10.4', '64.80\u00a0%', '12.125'],
  ['es', '10,4', '64,80\u00a0%', '12,125'],
  ['fr', '10,4', '64,80\u00a0%', '12,125'],
  ['ar', '10.4', '64.80\u00a0%', '12.125'],
] as const)('writes numbers in %s', (language, number, percent, points) => {
  expect([writtenNumber(language, '10.4'), writtenPercent(language, '64.80'), writtenPoints(language, 12_125)]).toEqual([
    number,
    percent,
    points,
  ]);
  expect([writtenNumber(language, -7), writtenPoints(language, 15_000)]).toEqual(['-7', '15']);
});
