import { eventFaults, occurrencesOf, type EventTimes } from '.';

const ZONE = 'Europe/Lisbon';
const event = (more: Partial<EventTimes> = {}): EventTimes => ({
  from: '2026-11-26',
  to: '2026-11-26',
  begins: '09:40',
  ends: '12:30',
  repeat: null,
  ...more,
});
const repeat = (more: Partial<NonNullable<EventTimes['repeat']>> = {}) => ({
  weekdays: [4],
  every: 1,
  until: '2026-12-17',
  except: [],
  ...more,
});
const days = (times: EventTimes, from = '2026-11-01', to = '2026-12-31') => occurrencesOf(times, ZONE, { from, to }).map((one) => one.from);

it.each([
  ['once', event(), ['2026-11-26']],
  ['every week until a day', event({ repeat: repeat() }), ['2026-11-26', '2026-12-03', '2026-12-10', '2026-12-17']],
  ['every other week, without one of them', event({ repeat: repeat({ every: 2, except: ['2026-12-10'] }) }), ['2026-11-26']],
  [
    'on two days of the week',
    event({ repeat: repeat({ weekdays: [2, 4], until: '2026-12-03' }) }),
    ['2026-11-26', '2026-12-01', '2026-12-03'],
  ],
])('comes %s', (_case, times, expected) => expect(days(times)).toEqual(expected));

it('is there on each of its days, also when it began before', () => {
  const camp = event({ to: '2026-11-28', begins: null, ends: null });
  expect(occurrencesOf(camp, ZONE, { from: '2026-11-28', to: '2026-11-28' })).toEqual([
    { from: '2026-11-26', to: '2026-11-28', begin: null, end: null },
  ]);
  expect(occurrencesOf(camp, ZONE, { from: '2026-11-29', to: '2026-11-30' })).toEqual([]);
});

it('keeps its wall time over a change of the clocks', () => {
  const over = event({ from: '2026-10-22', to: '2026-10-22', repeat: repeat({ until: '2026-10-29' }) });
  expect(occurrencesOf(over, ZONE, { from: '2026-10-01', to: '2026-11-01' }).map((one) => one.begin)).toEqual([
    Date.parse('2026-10-22T08:40:00Z'),
    Date.parse('2026-10-29T09:40:00Z'),
  ]);
});

it.each([
  ['ends before it begins', event({ to: '2026-11-25' }), ['endsBeforeItBegins']],
  ['ends when it begins', event({ ends: '09:40' }), ['endsBeforeItBegins']],
  ['over midnight is no fault', event({ to: '2026-11-27', ends: '01:00' }), []],
  ['only one of its times', event({ ends: null }), ['halfTimed']],
  ['a whole season', event({ to: '2027-02-26' }), ['tooLong']],
  ['on no weekday', event({ repeat: repeat({ weekdays: [] }) }), ['noWeekday']],
  ['for ever', event({ repeat: repeat({ until: '2099-12-31' }) }), ['repeatsForEver']],
  ['again while it lasts', event({ to: '2026-11-28', repeat: repeat() }), ['overlapsItself']],
])('%s', (_case, times, faults) => expect(eventFaults(times)).toEqual(faults));
