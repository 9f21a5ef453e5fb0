import fc from 'fast-check';
import { isLocalDate, plusDays, weekdayOf, type Language } from '@jolly/core';
import { localDayLong, speak } from './format';
import { isDayFault, readDay, readTime } from './read-day';

// A Wednesday.
const today = '2026-11-25';
const read = (typed: string, language: Language = 'en') => readDay(typed, { today, language });
const day = (date: string) => ({ date, time: null });

describe('a day that is typed', () => {
  it.each([
    ['fri', '2026-11-27'],
    ['Friday', '2026-11-27'],
    ['wed', '2026-12-02'],
    ['tod', '2026-11-25'],
    ['tomorrow', '2026-11-26'],
    ['+2', '2026-11-27'],
    ['+ 2w', '2026-12-09'],
    ['3 dec', '2026-12-03'],
    ['Dec 3', '2026-12-03'],
    ['3rd of December 2027', '2027-12-03'],
    ['3.12.', '2026-12-03'],
    ['3/12', '2026-12-03'],
    ['3/12/27', '2027-12-03'],
    ['2026-12-3', '2026-12-03'],
    ['13 jan', '2027-01-13'],
    ['20 jun', '2026-06-20'],
    ['Wed 25 Nov', '2026-11-25'],
    ['29 feb 2028', '2028-02-29'],
  ])('%s is %s', (typed, date) => expect(read(typed)).toEqual(day(date)));

  it.each([
    ['3 dec 10:20', { date: '2026-12-03', time: '10:20' }],
    ['fri 9.05', { date: '2026-11-27', time: '09:05' }],
    ['Wed 25 Nov 15:30', { date: '2026-11-25', time: '15:30' }],
    ['+1 3pm', { date: '2026-11-26', time: '15:00' }],
    ['12 am', { date: null, time: '00:00' }],
    ['10:20', { date: null, time: '10:20' }],
  ])('%s has its time', (typed, said) => expect(read(typed)).toEqual(said));

  it.each([
    ['soonish', 'unreadable'],
    ['', 'unreadable'],
    ['m', 'unreadable'],
    ['ju 3', 'unreadable'],
    ['3', 'unreadable'],
    ['31 nov', 'noSuchDay'],
    ['29.2.2027', 'noSuchDay'],
    ['Fri 25 Nov 2026', 'otherWeekday'],
    ['fri 25:00', 'unreadable'],
  ])('%s is refused: %s', (typed, fault) => expect(read(typed)).toBe(fault));

  it('speaks the languages of the readers', () => {
    expect(read('viernes', 'es')).toEqual(day('2026-11-27'));
    expect(read('3 de diciembre', 'es')).toEqual(day('2026-12-03'));
    expect(read('mañana', 'es')).toEqual(day('2026-11-26'));
    expect(read('3 déc. 10h20', 'fr')).toEqual({ date: '2026-12-03', time: '10:20' });
    expect(read('demain', 'fr')).toEqual(day('2026-11-26'));
    expect(read('٣ ديسمبر', 'ar')).toEqual(day('2026-12-03'));
  });

  it('reads back every day as we write it, in every language', () => {
    const days = fc.integer({ min: -150, max: 150 }).map((far) => plusDays(today, far));
    fc.assert(
      fc.property(days, fc.constantFrom<Language>('en', 'es', 'fr', 'ar'), (date, language) => {
        speak(language);
        const written = localDayLong(date);
        speak('en');
        expect(readDay(written, { today, language })).toEqual(day(date));
      }),
    );
  });

  it('is a day that exists, whatever is typed, and a weekday is one of the seven days to come', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 20 }), (typed) => {
        const said = read(typed);
        expect(isDayFault(said) || said.date === null || isLocalDate(said.date)).toBe(true);
      }),
    );
    const said = read('monday');
    expect(!isDayFault(said) && said.date !== null && weekdayOf(said.date)).toBe(1);
  });
});

it.each([
  ['1530', '15:30'],
  ['9', '09:00'],
  ['15.30', '15:30'],
  ['3pm', '15:00'],
  ['3:15 pm', '15:15'],
  ['24', null],
  ['fri', null],
  ['12:60', null],
])('the time %s is %s', (typed, time) => expect(readTime(typed)).toBe(time));
