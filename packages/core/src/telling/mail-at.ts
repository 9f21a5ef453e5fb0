import { instantOf, localDateAt, msOfWallTime, wallClockAt } from '../calendar';
import { plusDays, type Instant, type WallTime } from '../quantities';

/** How somebody wants mail about a kind of thing. In the application they see everything at once. */
export type TellingChoice = 'atOnce' | 'daily' | 'never';

/** Between these times of the day no mail goes out; from may be later than to, over midnight. Equal: never quiet. */
export interface QuietHours {
  from: WallTime;
  to: WallTime;
}

/** When the one mail of the day goes out to who wants it daily. */
export const DAILY_AT: WallTime = '16:00';

/** The first moment at or after `at` when the wall shows `time`. */
function nextTime(zone: string, at: Instant, time: WallTime): Instant {
  const today = localDateAt(zone, at);
  const here = instantOf(zone, { date: today, msOfDay: msOfWallTime(time) });
  return here >= at ? here : instantOf(zone, { date: plusDays(today, 1), msOfDay: msOfWallTime(time) });
}

function isQuiet(zone: string, at: Instant, { from, to }: QuietHours): boolean {
  const { msOfDay } = wallClockAt(zone, at);
  const [begin, end] = [msOfWallTime(from), msOfWallTime(to)];
  return begin <= end ? msOfDay >= begin && msOfDay < end : msOfDay >= begin || msOfDay < end;
}

/**
 * When a mail about something that happened at `at` may go out.
 * @returns null for never; at once, but after the quiet hours; or the next daily mail, after the quiet hours too
 * @example quiet 21:00 to 07:00, at once, 22:15 -> 07:00 next day
 */
export function mailAt(input: { zone: string; at: Instant; choice: TellingChoice; quiet: QuietHours }): Instant | null {
  const { zone, at, choice, quiet } = input;
  if (choice === 'never') return null;
  const wanted = choice === 'daily' ? nextTime(zone, at, DAILY_AT) : at;
  return isQuiet(zone, wanted, quiet) ? nextTime(zone, wanted, quiet.to) : wanted;
}
