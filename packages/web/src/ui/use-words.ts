import {
  calendarDaysTo,
  writtenNumber,
  writtenPercent,
  writtenPoints,
  type Instant,
  type MilliPoints,
  type StudentName,
} from '@jolly/core';
import { useT, type WordKey } from '../i18n/use-t';
import { dayText, language, lengthParts, weekdayLong, whenText } from '../time/format';

/** Small phrases that many pages write the same way. */
export function useWords() {
  const { t } = useT();
  const length = (ms: number): string => {
    const { unit, count } = lengthParts(ms);
    return t(`common.length.${unit}`, { n: count }, count);
  };
  return {
    t,
    /** 2 days, 21 h, 40 min */
    length,
    /** How far off something to come is, as one says it: today in 3 h, tomorrow, in 2 days, Thursday in 5 days. */
    soon: (at: Instant, zone: string, now: Instant): string => {
      const days = calendarDaysTo(zone, at, now);
      if (days <= 0) return t('common.soon.today', { length: length(at - now) });
      if (days === 1) return t('common.soon.tomorrow');
      return t(days === 2 || days > 6 ? 'common.soon.inDays' : 'common.soon.weekday', { n: days, weekday: weekdayLong(at, zone) });
    },
    count: (key: WordKey, n: number, more: Record<string, unknown> = {}): string => t(key, { n, ...more }, n),
    points: (milli: MilliPoints): string => writtenPoints(language(), milli),
    /** 64.8 %, or 64,8 %; a dash where there is none */
    percent: (digits: string | number | null): string => (digits === null ? '–' : writtenPercent(language(), digits)),
    /** how much a percentage has changed: +2.4 %, −1 % */
    signedPercent: (digits: string): string =>
      `${digits.startsWith('-') ? '−' : Number(digits) > 0 ? '+' : ''}${writtenPercent(language(), digits.replace('-', ''))}`,
    /** a number with its decimals as they are */
    number: (digits: string | number): string => writtenNumber(language(), digits),
    name: ({ givenName, familyName }: StudentName): string => `${givenName} ${familyName}`.trim(),
    when: whenText,
    day: dayText,
  };
}
