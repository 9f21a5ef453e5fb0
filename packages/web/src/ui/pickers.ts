import { isLocalDate, plusDays, weekdayOf, type LocalDate } from '@jolly/core';
import dayjs, { type Dayjs } from 'dayjs';
import generatePicker from 'ant-design-vue/es/date-picker/generatePicker';
import dayjsDates from 'ant-design-vue/es/vc-picker/generate/dayjs';
import { language, localDayLong } from '../time/format';
import { schoolToday } from './school-day';
import { isDayFault, readDay, readTime, type ReadDay, type DayFault } from '../time/read-day';

// The library's pickers, reading and writing days as the rest of the application does: never in the machine's order of numbers,
// and "today" is the school's day.
const DAY = 'day';
const TIME = 'time';
/** What days and times in the pickers are written as. */
export const WRITTEN = { day: DAY, time: TIME } as const;

// Noon, because there are days whose midnight does not exist.
export const pickerDay = (date: LocalDate): Dayjs => dayjs(`${date}T12:00:00`);
export const dateOfPicker = (day: Dayjs): LocalDate => day.format('YYYY-MM-DD');
export const pickerTime = (time: string): Dayjs => dayjs(`2026-01-15T${time}:00`);
export const timeOfPicker = (time: Dayjs): string => time.format('HH:mm');

export const isDay = (value: unknown): value is Dayjs => dayjs.isDayjs(value);

/** Wed 25 Nov; with its year where that is not this one. */
export function dayInField(date: LocalDate): string {
  const year = date.slice(0, 4);
  return year === schoolToday().slice(0, 4) ? localDayLong(date) : `${localDayLong(date)} ${year}`;
}
/** Reads what was typed as a day, seen from today in the school. */
export const typedDay = (typed: string): ReadDay | DayFault => readDay(typed, { today: schoolToday(), language: language() });

export const { DatePicker, TimePicker } = generatePicker<Dayjs>({
  ...dayjsDates,
  getNow: () => pickerDay(schoolToday()),
  locale: {
    ...dayjsDates.locale,
    // Weeks begin on Monday, in every language.
    getWeekFirstDay: () => 1,
    getWeekFirstDate: (_, value) => pickerDay(plusDays(dateOfPicker(value), 1 - weekdayOf(dateOfPicker(value)))),
    format: (locale, date, format) => {
      if (format === DAY) return dayInField(dateOfPicker(date));
      return format === TIME ? timeOfPicker(date) : dayjsDates.locale.format(locale, date, format);
    },
    parse: (locale, text, formats) => {
      if (formats[0] === TIME) {
        const time = readTime(text);
        return time === null ? null : pickerTime(time);
      }
      if (formats[0] !== DAY) return dayjsDates.locale.parse(locale, text, formats);
      const read = typedDay(text);
      return isDayFault(read) || read.date === null || !isLocalDate(read.date) ? null : pickerDay(read.date);
    },
  },
});
