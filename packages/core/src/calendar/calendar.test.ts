import fc from 'fast-check';
import { plusDays, weekdayOf } from '../quantities';
import {
  addDays,
  addSchoolDays,
  calendarYears,
  calendarProblems,
  dueInstantOf,
  instantOf,
  isSchoolDay,
  localDateAt,
  schoolDayAfter,
  schoolDaysBetween,
  termAt,
  wallClockAt,
  weeksOf,
  type SchoolCalendar,
  offsetAt,
  isTimeZone,
} from '.';

const lisbon: SchoolCalendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [{ from: '2026-10-26', to: '2026-10-30' }] };
const at = (iso: string) => Date.parse(iso);
const wall = (zone: string, date: string, time: string) => {
  const [h = 0, m = 0] = time.split(':').map(Number);
  return instantOf(zone, { date, msOfDay: (h * 60 + m) * 60_000 });
};

describe('a zone', () => {
  const ahead = (zone: string, at: string) => offsetAt(zone, Date.parse(at)) / 60_000;
  it.each([
    ['in winter', 'Europe/Lisbon', '2026-11-25T12:00:00.000Z', 0],
    ['in summer', 'Europe/Lisbon', '2026-07-01T12:00:00.000Z', 60],
    ['the second before its clocks go forward', 'Europe/Lisbon', '2026-03-29T00:59:59.999Z', 0],
    ['the second at which they do', 'Europe/Lisbon', '2026-03-29T01:00:00.000Z', 60],
    ['by quarters of an hour', 'Asia/Kathmandu', '2026-11-25T12:00:00.000Z', 345],
    ['behind, over midnight', 'America/St_Johns', '2026-11-25T02:00:00.000Z', -210],
    ['with seconds, long ago', 'Africa/Monrovia', '1960-01-01T00:00:00.000Z', -44.5],
  ])('is ahead of UTC %s', (_case, zone, at, minutes) => expect(ahead(zone, at)).toBe(minutes));

  it('is one that the platform knows', () => {
    expect(['Europe/Lisbon', 'UTC', 'Lisbon', '+01:00', '', 'Europe/Lisbon '].map(isTimeZone)).toEqual([
      true,
      true,
      false,
      false,
      false,
      false,
    ]);
    expect(() => offsetAt('Europe/Nowhere', 0)).toThrow('calendar.unknown-zone');
  });
});

describe('instantOf', () => {
  it.each([
    ['an ordinary winter reading', 'Europe/Lisbon', '2026-11-25', '15:30', '2026-11-25T15:30:00.000Z'],
    ['a reading in summer time', 'Europe/Lisbon', '2026-07-01', '15:30', '2026-07-01T14:30:00.000Z'],
    ['the first instant after the gap for a skipped reading', 'Europe/Lisbon', '2026-03-29', '01:30', '2026-03-29T01:00:00.000Z'],
    ['the earlier of two for a reading that occurs twice', 'Europe/Lisbon', '2026-10-25', '01:30', '2026-10-25T00:30:00.000Z'],
    ['the first instant after a half-hour gap', 'Australia/Lord_Howe', '2026-10-04', '02:10', '2026-10-03T15:30:00.000Z'],
    ['the end of a day the calendar skipped whole', 'Pacific/Apia', '2011-12-30', '12:00', '2011-12-30T10:00:00.000Z'],
  ])('gives %s', (_case, zone, date, time, expected) => {
    expect(new Date(wall(zone, date, time)).toISOString()).toBe(expected);
  });

  it('reads back what it wrote, wherever the reading exists', () => {
    const zones = fc.constantFrom('Europe/Lisbon', 'America/St_Johns', 'Asia/Kathmandu', 'Pacific/Chatham', 'America/Sao_Paulo', 'UTC');
    fc.assert(
      fc.property(zones, fc.integer({ min: at('2015-01-01T00:00Z'), max: at('2032-01-01T00:00Z') }), (zone, instant) => {
        const reading = wallClockAt(zone, instant);
        const again = instantOf(zone, reading);
        expect(wallClockAt(zone, again)).toEqual(reading);
        expect(again).toBeLessThanOrEqual(instant);
      }),
    );
  });
});

describe('addSchoolDays', () => {
  it.each([
    ['nothing for 0, even on a closure', '2026-10-28T15:30:00.000Z', 0, '2026-10-28T15:30:00.000Z'],
    ['the next day within a week', '2026-11-25T15:30:00.000Z', 1, '2026-11-26T15:30:00.000Z'],
    ['Monday after Friday', '2026-11-27T15:30:00.000Z', 1, '2026-11-30T15:30:00.000Z'],
    ['the next school day from a Saturday', '2026-11-28T15:30:00.000Z', 1, '2026-11-30T15:30:00.000Z'],
    ['across a closure and a clock change at the same wall time', '2026-10-23T14:30:00.000Z', 1, '2026-11-02T15:30:00.000Z'],
    ['backwards over a weekend', '2026-11-30T09:00:00.000Z', -1, '2026-11-27T09:00:00.000Z'],
  ])('gives %s', (_case, from, days, to) => {
    expect(new Date(addSchoolDays(lisbon, at(from), days)).toISOString()).toBe(to);
  });

  it('refuses a calendar that never has school', () => {
    expect(() => addSchoolDays({ ...lisbon, schoolDays: [] }, 0, 1)).toThrow('calendar.no-school-days');
  });

  it('comes back after the same number of days from any school day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 30 }), (shift, days) => {
        const start = addSchoolDays(lisbon, at('2026-09-07T12:00:00.000Z'), shift);
        expect(addSchoolDays(lisbon, addSchoolDays(lisbon, start, days), -days)).toBe(start);
      }),
    );
  });
});

describe('days and terms', () => {
  it('adds calendar days at the same wall time across a clock change', () => {
    expect(new Date(addDays(lisbon, at('2026-10-24T14:30:00.000Z'), 1)).toISOString()).toBe('2026-10-25T15:30:00.000Z');
  });

  it('takes a date without a time as the usual due time, or the last millisecond of the day', () => {
    expect(new Date(dueInstantOf('Europe/Lisbon', '2026-11-25', '15:30')).toISOString()).toBe('2026-11-25T15:30:00.000Z');
    expect(new Date(dueInstantOf('Europe/Lisbon', '2026-11-25', null)).toISOString()).toBe('2026-11-25T23:59:59.999Z');
  });

  it('numbers the weeks of a term from the Monday of its first day', () => {
    const weeks = weeksOf({ from: '2026-09-09', to: '2026-12-18' });
    expect(weeks[0]).toEqual({ number: 1, monday: '2026-09-07' });
    expect(weeks).toHaveLength(15);
  });

  it('shows the term of today, else the next, else the last', () => {
    const terms = [
      { name: 'spring', from: '2027-01-11', to: '2027-03-26' },
      { name: 'autumn', from: '2026-09-07', to: '2026-12-18' },
    ];
    expect(termAt(terms, '2026-10-01')?.name).toBe('autumn');
    expect(termAt(terms, '2026-12-25')?.name).toBe('spring');
    expect(termAt(terms, '2027-08-01')?.name).toBe('spring');
    expect(termAt([], '2027-08-01')).toBeNull();
  });

  it('knows the local day on both sides of midnight', () => {
    expect(localDateAt('Asia/Tokyo', at('2026-11-25T15:00:00.000Z'))).toBe('2026-11-26');
    expect(localDateAt('Asia/Tokyo', at('2026-11-25T14:59:59.999Z'))).toBe('2026-11-25');
  });
});

it.each<[string, Partial<Parameters<typeof calendarProblems>[0]>, string[]]>([
  [
    'a calendar that is well',
    { terms: [{ name: 'Term 1', from: '2026-09-07', to: '2026-12-18' }], closures: [{ from: '2026-10-26', to: '2026-10-30' }] },
    [],
  ],
  ['no school days', { schoolDays: [] }, ['schoolDays noSchoolDays']],
  [
    'a term that ends before it begins',
    { terms: [{ name: 'T', from: '2026-12-18', to: '2026-09-07' }] },
    ['terms.0.to endsBeforeItBegins'],
  ],
  [
    'terms that overlap',
    {
      terms: [
        { name: 'A', from: '2026-09-07', to: '2026-12-18' },
        { name: 'B', from: '2026-12-18', to: '2027-02-01' },
      ],
    },
    ['terms.1.from termsOverlap'],
  ],
  ['a term without a name', { terms: [{ name: ' ', from: '2026-09-07', to: '2026-12-18' }] }, ['terms.0.name noName']],
  ['a closure on a day that is none', { closures: [{ from: '2026-02-30', to: '2026-03-01' }] }, ['closures.0.from noSuchDay']],
  [
    'a closure over a whole term',
    { terms: [{ name: 'T', from: '2026-09-07', to: '2026-09-11' }], closures: [{ from: '2026-09-01', to: '2026-09-30' }] },
    ['terms.0 closesTerm'],
  ],
])('names what is wrong with %s', (_case, more, expected) => {
  const problems = calendarProblems({ schoolDays: [1], terms: [], closures: [], ...more });
  expect(problems.map(({ path, why }) => `${path} ${why}`)).toEqual(expected);
});

describe('counting in day numbers', () => {
  const closures = fc.array(
    fc
      .tuple(fc.nat(120), fc.nat(9))
      .map(([from, length]) => ({ from: plusDays('2026-09-01', from), to: plusDays('2026-09-01', from + length) })),
    { maxLength: 4 },
  );
  const calendars = fc
    .record({ schoolDays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }), closures })
    .map((one): SchoolCalendar => ({ zone: 'Europe/Lisbon', ...one }));
  const days = fc.nat(150).map((n) => plusDays('2026-09-01', n));

  it('is what a walk over dates comes to', () => {
    const walked = (calendar: SchoolCalendar, from: string, count: number) => {
      let [left, day] = [Math.abs(count), from];
      while (left > 0) {
        day = plusDays(day, Math.sign(count));
        const open =
          calendar.schoolDays.includes(weekdayOf(day)) && !calendar.closures.some((closure) => closure.from <= day && day <= closure.to);
        if (open) left -= 1;
      }
      return day;
    };
    fc.assert(
      fc.property(calendars, days, fc.integer({ min: -15, max: 15 }), (calendar, day, count) =>
        expect(schoolDayAfter(calendar, day, count)).toBe(walked(calendar, day, count)),
      ),
    );
  });

  it('says between two days as many as it takes to get there', () => {
    fc.assert(
      fc.property(calendars, days, fc.integer({ min: -15, max: 15 }), (calendar, day, count) => {
        const start = isSchoolDay(calendar, day) ? day : schoolDayAfter(calendar, day, 1);
        expect(schoolDaysBetween(calendar, start, schoolDayAfter(calendar, start, count))).toBe(count);
      }),
    );
  });

  it('reads a calendar anew when it says something else', () => {
    const calendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [{ from: '2026-11-24', to: '2026-11-24' }] };
    expect(schoolDayAfter(calendar, '2026-11-23', 1)).toBe('2026-11-25');
    calendar.closures[0]!.to = '2026-11-25';
    expect(schoolDayAfter(calendar, '2026-11-23', 1)).toBe('2026-11-26');
    calendar.schoolDays.splice(3, 1);
    expect(schoolDayAfter(calendar, '2026-11-23', 1)).toBe('2026-11-27');
  });
});

describe('the years of a calendar', () => {
  it('run a whole year from its first term, to the end of its last', () => {
    expect(calendarYears([{ from: '2026-09-07', to: '2026-12-18' }], '2026-11-01')).toEqual({ from: '2026-09-07', to: '2027-09-06' });
    const terms = [
      { from: '2027-01-04', to: '2027-10-01' },
      { from: '2026-09-07', to: '2026-12-18' },
    ];
    expect(calendarYears(terms, '2026-11-01')).toEqual({ from: '2026-09-07', to: '2027-10-01' });
    expect(calendarYears([{ from: '', to: '' }], '2026-11-01')).toEqual({ from: '2026-05-03', to: '2027-05-02' });
  });
});
