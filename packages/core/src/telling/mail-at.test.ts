import { mailAt, type QuietHours, type TellingChoice } from '.';

const zone = 'Europe/Lisbon';
const on = (time: string, day = '23') => Date.parse(`2026-11-${day}T${time}:00.000Z`);
const night: QuietHours = { from: '21:00', to: '07:00' };

it.each<[string, TellingChoice, QuietHours, number, number | null]>([
  ['at once in the day', 'atOnce', night, on('10:00'), on('10:00')],
  ['at once at the first quiet minute', 'atOnce', night, on('21:00'), on('07:00', '24')],
  ['at once after midnight', 'atOnce', night, on('03:00'), on('07:00')],
  ['at once when the quiet hours end', 'atOnce', night, on('07:00'), on('07:00')],
  ['at once in quiet hours of a day', 'atOnce', { from: '08:00', to: '15:00' }, on('10:00'), on('15:00')],
  ['at once without quiet hours', 'atOnce', { from: '00:00', to: '00:00' }, on('03:00'), on('03:00')],
  ['daily before four', 'daily', night, on('10:00'), on('16:00')],
  ['daily after four', 'daily', night, on('16:01'), on('16:00', '24')],
  ['daily with quiet hours at four', 'daily', { from: '15:00', to: '18:00' }, on('10:00'), on('18:00')],
  ['never', 'never', night, on('10:00'), null],
])('a mail goes out %s', (_case, choice, quiet, at, expected) => expect(mailAt({ zone, at, choice, quiet })).toBe(expected));
