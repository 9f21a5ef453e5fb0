import { writtenNumber, writtenPercent, writtenPoints, type MilliPoints, type StudentName } from '@jolly/core';
import { useI18n } from 'vue-i18n';
import { dayText, language, lengthParts, whenText } from '../time/format';

/** Small phrases that many pages write the same way. */
export function useWords() {
  const { t } = useI18n();
  return {
    t,
    /** 2 days, 21 h, 40 min */
    length: (ms: number): string => {
      const { unit, count } = lengthParts(ms);
      return t(`common.length.${unit}`, { n: count }, count);
    },
    count: (key: string, n: number, more: Record<string, unknown> = {}): string => t(key, { n, ...more }, n),
    points: (milli: MilliPoints): string => writtenPoints(language(), milli),
    /** 64.8 %, or 64,8 %; a dash where there is none */
    percent: (digits: string | number | null): string => (digits === null ? '–' : writtenPercent(language(), digits)),
    /** a number with its decimals as they are */
    number: (digits: string | number): string => writtenNumber(language(), digits),
    name: ({ givenName, familyName }: StudentName): string => `${givenName} ${familyName}`.trim(),
    when: whenText,
    day: dayText,
  };
}
