import type { DateEntry, EventReply } from '@jolly/server/contract';
import { localDayLong, localDayText, timeText } from '../../time/format';
import { useWords } from '../../ui/use-words';

/** How an entry of a calendar says its time: 10:10, or 09:40 to 12:30; nothing for whole days. */
export function useTimes() {
  const { t } = useWords();
  return ({ at, end }: Pick<DateEntry, 'at' | 'end'>, zone: string): string =>
    at === null ? '' : end === null ? timeText(at, zone) : t('twoWeeks.times', { from: timeText(at, zone), to: timeText(end, zone) });
}

/** How an event says when it is: Thu 26 Nov, 09:40 to 12:30; and when it comes again, nothing if it does not. */
export function useEventTimes() {
  const { t, count } = useWords();
  return {
    whenOf: ({ from, to, begins, ends, repeat }: EventReply): string =>
      localDayLong(from) +
      (to !== from && !repeat ? ` – ${localDayLong(to)}` : '') +
      (begins !== null && ends !== null ? `, ${t('twoWeeks.times', { from: begins, to: ends })}` : ''),
    againOf: ({ repeat }: EventReply): string =>
      repeat === null
        ? ''
        : [
            count('events.again', repeat.every, { day: localDayText(repeat.until) }),
            repeat.except.length > 0 && t('events.without', { days: repeat.except.map((day) => localDayText(day)).join(', ') }),
          ]
            .filter(Boolean)
            .join(', '),
  };
}
