import type { DateEntry } from '@jolly/server/contract';
import { timeText } from '../../time/format';
import { useWords } from '../../ui/use-words';

/** How an entry of a calendar says its time: 10:10, or 09:40 to 12:30; nothing for whole days. */
export function useTimes() {
  const { t } = useWords();
  return ({ at, end }: Pick<DateEntry, 'at' | 'end'>, zone: string): string =>
    at === null ? '' : end === null ? timeText(at, zone) : t('twoWeeks.times', { from: timeText(at, zone), to: timeText(end, zone) });
}
