import { agendaEnd, agendaPlace, calendarDaysTo, type AgendaPlace } from '.';
import type { PieceState } from '../state';

const on = (day: string) => Date.parse(`2026-11-${day}T15:30:00.000Z`);
const place = (state: PieceState | null, due: number | null, { now = on('24') - 1, stillAccepted = false } = {}) =>
  agendaPlace({
    zone: 'Europe/Lisbon',
    piece: { state, lateBy: 0, stillAccepted, overdue: false },
    window: { opens: null, due, closes: null },
    now,
  });

it.each<[string, AgendaPlace, AgendaPlace]>([
  ['what is missing and still accepted', place('missing', on('20'), { stillAccepted: true }), 'doNow'],
  ['what was sent back', place('sentBack', on('20')), 'doNow'],
  ['what is due today', place('open', on('24')), 'doNow'],
  ['what is due this week', place('started', on('27')), 'next'],
  ['what is due next week', place('open', on('30')), 'later'],
  ['next week, asked on a Friday', place('open', on('30'), { now: on('27') }), 'next'],
  ['what has no date', place('open', null), 'later'],
  ['what is not open yet', place('notOpen', on('25')), 'later'],
  ['what is missing and closed', place('missing', on('20')), 'done'],
  ['what is handed in', place('in', on('27')), 'done'],
  ['what is not theirs', place(null, on('27')), 'done'],
])('%s is filed right', (_case, found, expected) => expect(found).toBe(expected));

it.each([
  ['24', { day: '2026-11-29', week: 'this' }],
  ['26', { day: '2026-11-29', week: 'this' }],
  ['27', { day: '2026-12-06', week: 'next' }],
  ['28', { day: '2026-12-06', week: 'next' }],
])('on the %sth of November "Next" reaches as far as it says', (day, end) => expect(agendaEnd('Europe/Lisbon', on(day))).toEqual(end));

it('counts days by the calendar, not by hours', () => {
  const days = (from: string, to: string) => calendarDaysTo('Europe/Lisbon', Date.parse(to), Date.parse(from));
  expect(days('2026-11-28T23:30:00.000Z', '2026-12-03T08:00:00.000Z')).toBe(5);
  expect([
    days('2026-11-28T00:10:00.000Z', '2026-11-28T23:50:00.000Z'),
    days('2026-11-28T23:50:00.000Z', '2026-11-29T00:10:00.000Z'),
  ]).toEqual([0, 1]);
  expect(days('2026-11-28T00:10:00.000Z', '2026-11-27T23:50:00.000Z')).toBe(-1);
});
