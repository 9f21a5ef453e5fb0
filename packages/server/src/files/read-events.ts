import { join } from 'node:path';
import type { CalendarEvents, CalendarQuestion } from './events-in-calendar';
import { askThread } from './thread';

const WORKER = join(__dirname, 'events-worker');
const LONGEST_MS = 5_000;

/**
 * The events of a calendar file that touch the days asked for; see {@link CalendarEvents}. Read in a thread with bounds on its time and
 * memory: a rule can be written that no day ever meets, and a reader looks for it until the end of all days.
 *
 * @returns null where it is no such file, `tooMuch` where reading it takes too long
 */
export const readEvents = (question: CalendarQuestion, longestMs = LONGEST_MS): Promise<CalendarEvents | null | 'tooMuch'> =>
  askThread<CalendarEvents | null, 'tooMuch'>(WORKER, question, { longestMs, memoryMb: 256, tooMuch: 'tooMuch' });
