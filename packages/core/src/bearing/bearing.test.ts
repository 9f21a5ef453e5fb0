import fc from 'fast-check';
import { bearingOf, FIRST_BEARING, trendOf } from '.';
import { ratio, subtract } from '../quantities';

const percent = (value: number | null) => (value === null ? null : ratio(Math.round(value * 10), 1000));
it.each<[string, number | null, number | null, number, string, string[]]>([
  ['on course', 80, 80, 0, 'onCourse', []],
  ['off course below the pass line', 59.9, null, 0, 'offCourse', ['belowPassLine']],
  ['drifting exactly on the pass line', 60, null, 0, 'drifting', ['nearPassLine']],
  ['on course with the whole margin', 65, null, 0, 'onCourse', []],
  ['on course with one missing', 80, null, 1, 'onCourse', []],
  ['drifting with two missing', 80, null, 2, 'drifting', ['missing']],
  ['off course with four missing', 80, null, 4, 'offCourse', ['missing']],
  ['drifting after a fall of five points', 75, 80, 0, 'drifting', ['fell']],
  ['on course after a fall of less', 75.1, 80, 0, 'onCourse', []],
  ['off course for several reasons, all of them named', 50, 60, 2, 'offCourse', ['belowPassLine', 'missing', 'fell']],
  ['no bearing without a total', null, null, 1, 'noBearing', []],
  ['drifting without a total when work is missing', null, null, 2, 'drifting', ['missing']],
])('%s', (_case, total, before, missing, bearing, reasons) => {
  const [now, then] = [percent(total), percent(before)];
  const found = bearingOf({ total: now, change: now && then ? subtract(now, then) : null, missing, settings: FIRST_BEARING });
  expect([found.bearing, found.reasons.map((reason) => reason.why)]).toEqual([bearing, reasons]);
});

it('always has its reasons, and none on course', () => {
  const share = fc.option(fc.integer({ min: 0, max: 1100 }));
  fc.assert(
    fc.property(share, fc.option(fc.integer({ min: -500, max: 500 })), fc.nat(6), (total, change, missing) => {
      const { bearing, reasons } = bearingOf({
        total: total === null ? null : ratio(total, 1000),
        change: change === null ? null : ratio(change, 1000),
        missing,
        settings: FIRST_BEARING,
      });
      expect(reasons.length > 0).toBe(bearing === 'offCourse' || bearing === 'drifting');
      expect(reasons.some((reason) => reason.off)).toBe(bearing === 'offCourse');
    }),
  );
});

it.each([
  [20, 'up'],
  [19, 'level'],
  [0, 'level'],
  [-19, 'level'],
  [-20, 'down'],
] as const)('a change of %d thousandths is %s', (change, trend) => expect(trendOf(ratio(change, 1000))).toBe(trend));
