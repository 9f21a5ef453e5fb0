import { plusDays, type Closure } from '@jolly/core';
import type { ReadClosuresReply } from '../../contract';
import { readEvents } from '../../files/read-events';
import { Problem } from '../../http/problem';

const MOST_CLOSURES = 400;
const MOST_REPEATS = 60;

const dayOf = ({ year, month, day }: { year: number; month: number; day: number }): string =>
  `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;

/**
 * Days off from a calendar file (iCalendar, RFC 5545): every event of whole days, repeated ones included.
 * An event with a time of day is a lesson or a meeting and says nothing about days off.
 *
 * @throws Problem `calendar.notReadable`
 */
export async function readClosures(text: string): Promise<ReadClosuresReply> {
  const events = await readEvents(text);
  if (!events) throw new Problem('calendar.notReadable');
  const closures: Closure[] = [];
  let passedOver = 0;
  for (const event of events) {
    if (!event.startDate?.isDate) {
      passedOver += 1;
      continue;
    }
    const name = (event.summary ?? '').trim().slice(0, 80);
    const days = Math.max(1, event.duration.toSeconds() / 86_400);
    const add = (start: { year: number; month: number; day: number }) => {
      const from = dayOf(start);
      closures.push({ from, to: plusDays(from, days - 1), ...(name ? { name } : {}) });
    };
    if (!event.isRecurring()) add(event.startDate);
    else {
      const repeats = event.iterator();
      for (let count = 0, next = repeats.next(); next && count < MOST_REPEATS; count++, next = repeats.next()) add(next);
    }
  }
  return { closures: closures.sort((a, b) => (a.from < b.from ? -1 : 1)).slice(0, MOST_CLOSURES), passedOver };
}
