import { dayText, lengthParts, whenText } from './format';

const ZONE = 'Europe/Lisbon';

it.each([
  ['2026-11-25T15:30:00.000Z', 'Wed 25 Nov 15:30'],
  ['2026-07-01T14:30:00.000Z', 'Wed 1 Jul 15:30'],
  ['2026-11-25T23:59:59.999Z', 'Wed 25 Nov'],
  ['2026-11-26T00:00:00.000Z', 'Thu 26 Nov 00:00'],
])('writes %s in school time as %s', (at, text) => expect(whenText(Date.parse(at), ZONE).replace('Sept', 'Sep')).toBe(text));

it('writes the day of the zone, not of the reader', () => {
  expect(dayText(Date.parse('2026-11-25T23:30:00.000Z'), 'Asia/Tokyo')).toBe('Thu 26 Nov');
});

it.each([
  [20_000, 'minutes', 1],
  [89 * 60_000, 'minutes', 89],
  [21 * 3_600_000, 'hours', 21],
  [47.4 * 3_600_000, 'hours', 47],
  [49 * 3_600_000, 'days', 2],
])('%s ms are %s of %s', (ms, unit, count) => expect(lengthParts(ms)).toEqual({ unit, count }));
