import fc from 'fast-check';
import { instantOf, isSchoolDay } from '../calendar';
import { plusDays } from '../quantities';
import { isRoomOpen, lessonFaults, lessonsBetween, weekLetter, type LessonRule, type Timetable } from '.';

const calendar = {
  zone: 'Europe/Lisbon',
  schoolDays: [1, 2, 3, 4, 5],
  closures: [
    { from: '2026-11-16', to: '2026-11-20', name: 'Break' },
    { from: '2026-11-25', to: '2026-11-25' },
  ],
};
const of = { calendar, terms: [{ name: 'Term', from: '2026-09-07', to: '2026-12-18' }] };
const rule = (more: Partial<LessonRule> = {}): LessonRule => ({
  id: 'wed',
  weekday: 3,
  from: '10:10',
  to: '10:55',
  room: '12',
  weeks: 'every',
  validFrom: null,
  validTo: null,
  except: [],
  link: null,
  ...more,
});
const table = (rules: LessonRule[], more: Partial<Timetable> = {}): Timetable => ({
  rules,
  weekA: null,
  countsClosedWeeks: false,
  ...more,
});
const days = (timetable: Timetable, from = '2026-11-02', to = '2026-12-31') =>
  lessonsBetween(timetable, of, from, to).map((one) => one.date);

it.each([
  [
    'every week, but none on days without school and none after the term',
    table([rule()]),
    ['2026-11-04', '2026-11-11', '2026-12-02', '2026-12-09', '2026-12-16'],
  ],
  ['none on a day that is left out', table([rule({ except: ['2026-12-02'] })]), ['2026-11-04', '2026-11-11', '2026-12-09', '2026-12-16']],
  ['only from and until', table([rule({ validFrom: '2026-11-05', validTo: '2026-12-09' })]), ['2026-11-11', '2026-12-02', '2026-12-09']],
  [
    'A weeks, a week without school between them not counted',
    table([rule({ weeks: 'A' })], { weekA: '2026-11-02' }),
    ['2026-11-04', '2026-12-09'],
  ],
  ['B weeks of the same', table([rule({ weeks: 'B' })], { weekA: '2026-11-02' }), ['2026-11-11', '2026-12-02', '2026-12-16']],
  [
    'A weeks where it counts',
    table([rule({ weeks: 'A' })], { weekA: '2026-11-02', countsClosedWeeks: true }),
    ['2026-11-04', '2026-12-02', '2026-12-16'],
  ],
])('%s', (_case, timetable, expected) => expect(days(timetable)).toEqual(expected));

it('knows the letter of any week, before the first A too, by both ways of counting', () => {
  const way = (countsClosedWeeks: boolean, date: string) => weekLetter({ weekA: '2026-11-04', countsClosedWeeks }, of, date);
  // The week of 16 November is closed.
  expect(['2026-11-02', '2026-11-09', '2026-11-16', '2026-11-23', '2026-11-30'].map((date) => way(false, date))).toEqual([
    'A',
    'B',
    'B',
    'A',
    'B',
  ]);
  expect(['2026-11-02', '2026-11-09', '2026-11-16', '2026-11-23', '2026-11-30'].map((date) => way(true, date))).toEqual([
    'A',
    'B',
    'A',
    'B',
    'A',
  ]);
  expect(way(false, '2026-10-26')).toBe('B');
  expect(weekLetter({ weekA: null, countsClosedWeeks: true }, of, '2026-10-26')).toBe('A');
});

it('keeps the wall time over a change of the clocks', () => {
  const [before, after] = lessonsBetween(table([rule()]), of, '2026-10-19', '2026-10-30');
  expect([before!.begin, after!.begin]).toEqual([Date.parse('2026-10-21T09:10:00Z'), Date.parse('2026-10-28T10:10:00Z')]);
});

it('never has a lesson on a day without school, in order, each within its bounds', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          weekday: fc.integer({ min: 1, max: 7 }),
          weeks: fc.constantFrom('every' as const, 'A' as const, 'B' as const),
          late: fc.boolean(),
        }),
        { maxLength: 6 },
      ),
      fc.integer({ min: 0, max: 120 }),
      (lines, offset) => {
        const rules = lines.map(({ weekday, weeks, late }, n) =>
          rule({ id: String(n), weekday, weeks, from: late ? '13:00' : '08:20', to: late ? '13:45' : '09:05' }),
        );
        const from = plusDays('2026-09-01', offset);
        const found = lessonsBetween(table(rules, { weekA: '2026-09-07' }), of, from, plusDays(from, 30));
        for (const [at, one] of found.entries()) {
          expect(isSchoolDay(calendar, one.date)).toBe(true);
          expect(one.end).toBeGreaterThan(one.begin);
          if (at > 0) expect(one.begin).toBeGreaterThanOrEqual(found[at - 1]!.begin);
        }
      },
    ),
    { numRuns: 60 },
  );
});

it('says what is wrong with a line', () => {
  expect(
    lessonFaults(table([rule({ from: '11:00' }), rule({ validFrom: '2026-12-01', validTo: '2026-11-01' }), rule({ weeks: 'B' })])),
  ).toEqual([
    { at: 0, fault: 'endsBeforeItBegins' },
    { at: 1, fault: 'validBackwards' },
    { at: 2, fault: 'noWeekA' },
  ]);
});

it('opens the room some minutes before a lesson, until its end, or when a teacher does', () => {
  const [lesson] = lessonsBetween(table([rule()]), of, '2026-11-04', '2026-11-04');
  const at = (time: number) => instantOf(calendar.zone, { date: '2026-11-04', msOfDay: time * 60_000 });
  const open = (minute: number, openUntil: number | null = null) => isRoomOpen({ minutes: 5, openUntil }, [lesson!], at(minute));
  expect([open(604), open(605), open(654), open(655)]).toEqual([false, true, true, false]);
  expect([open(60, at(61)), open(61, at(61))]).toEqual([true, false]);
});
