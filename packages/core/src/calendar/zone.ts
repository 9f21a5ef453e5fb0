import { dateOfDay, DAY_MS, dayNumberOf, RuleError, type DayNumber, type Instant, type LocalDate } from '../quantities';

/** Wall-clock reading: a day and the milliseconds since its midnight as the clock on the wall shows them. */
export interface WallClock {
  date: LocalDate;
  msOfDay: number;
}

interface OffsetSpan {
  from: Instant;
  until: Instant;
  offset: number;
}

// Asking the platform for an offset costs microseconds; a school's windows ask tens of thousands of times.
// The spans between clock changes never change, so they are remembered: same input, same answer.
const spansByZone = new Map<string, OffsetSpan[]>();

const clocks = new Map<string, Intl.DateTimeFormat | null>();

/** The platform's clock of a zone; null where it knows none of this name. */
function clockOf(zone: string): Intl.DateTimeFormat | null {
  let clock = clocks.get(zone);
  if (clock === undefined) {
    try {
      clock = new Intl.DateTimeFormat('en-US', {
        timeZone: zone,
        calendar: 'gregory',
        numberingSystem: 'latn',
        era: 'short',
        hourCycle: 'h23',
        ...{ year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit', second: '2-digit' },
      });
    } catch {
      clock = null;
    }
    clocks.set(zone, clock);
  }
  return clock;
}

/** Is this an IANA time zone that the platform knows, such as Europe/Lisbon? */
export function isTimeZone(zone: string): boolean {
  return /^[A-Za-z][A-Za-z0-9_+/-]*$/.test(zone) && clockOf(zone) !== null;
}

/** What the clock on the wall shows, read as if it were UTC, less what it is in UTC: in whole seconds. */
function askOffset(zone: string, at: Instant): number {
  const shown: Record<string, string> = {};
  for (const { type, value } of clockOf(zone)!.formatToParts(at)) shown[type] = value;
  const year = shown.era === 'BC' ? 1 - Number(shown.year) : Number(shown.year);
  const wall = new Date(0);
  wall.setUTCFullYear(year, Number(shown.month) - 1, Number(shown.day));
  wall.setUTCHours(Number(shown.hour), Number(shown.minute), Number(shown.second));
  return wall.getTime() - Math.floor(at / 1000) * 1000;
}

/** First instant in (low, high] with another offset than at low; both ends lie around exactly one change. */
function findChange(zone: string, low: Instant, high: Instant): Instant {
  const before = askOffset(zone, low);
  let [same, other] = [low, high];
  while (other - same > 1000) {
    const middle = Math.floor((same + other) / 2);
    if (askOffset(zone, middle) === before) same = middle;
    else other = middle;
  }
  return Math.floor(other / 1000) * 1000;
}

function spanAround(zone: string, at: Instant): OffsetSpan {
  const offset = askOffset(zone, at);
  const reach = 8 * DAY_MS;
  let [from, until] = [at, at];
  while (at - from < 400 * DAY_MS && askOffset(zone, from - reach) === offset) from -= reach;
  while (until - at < 400 * DAY_MS && askOffset(zone, until + reach) === offset) until += reach;
  if (askOffset(zone, from - reach) !== offset) from = findChange(zone, from - reach, from);
  if (askOffset(zone, until + reach) !== offset) until = findChange(zone, until, until + reach);
  return { from, until, offset };
}

/**
 * How far the zone's clocks are ahead of UTC at an instant, in milliseconds.
 * @throws RuleError `calendar.unknown-zone`
 */
export function offsetAt(zone: string, at: Instant): number {
  let spans = spansByZone.get(zone);
  if (!spans) {
    if (!isTimeZone(zone)) throw new RuleError('calendar.unknown-zone', { zone });
    spans = [];
    spansByZone.set(zone, spans);
  }
  const known = spans.find((span) => at >= span.from && at < span.until);
  if (known) return known.offset;
  const span = spanAround(zone, at);
  if (span.until > span.from) spans.unshift(span);
  return span.offset;
}

/** A wall-clock reading with its day as a number: what many days are counted in, as texts are slow. */
export interface DayClock {
  day: DayNumber;
  msOfDay: number;
}

/** The same as wallClockAt, the day as a number. */
export function dayClockAt(zone: string, at: Instant): DayClock {
  const shifted = at + offsetAt(zone, at);
  const day = Math.floor(shifted / DAY_MS);
  return { day, msOfDay: shifted - day * DAY_MS };
}

/** What the clock on the zone's wall shows at an instant. */
export function wallClockAt(zone: string, at: Instant): WallClock {
  const { day, msOfDay } = dayClockAt(zone, at);
  return { date: dateOfDay(day), msOfDay };
}

/** The zone's day at an instant. */
export function localDateAt(zone: string, at: Instant): LocalDate {
  return wallClockAt(zone, at).date;
}

/**
 * The instant at which the zone's clock shows this reading (docs/rules.md, 0).
 * A reading skipped by a clock change becomes the first instant after the gap; one that occurs twice is the earlier.
 * @example Europe/Lisbon 2026-03-29 01:30 (skipped) -> 2026-03-29T01:00Z
 */
export function instantOf(zone: string, { date, msOfDay }: WallClock): Instant {
  return instantOfDay(zone, { day: dayNumberOf(date), msOfDay });
}

/** The same as instantOf for a day as a number. */
export function instantOfDay(zone: string, { day, msOfDay }: DayClock): Instant {
  const reading = day * DAY_MS + msOfDay;
  const before = offsetAt(zone, reading - DAY_MS);
  const after = offsetAt(zone, reading + DAY_MS);
  // Far from a clock change, as nearly always, there is one answer.
  if (before === after) return reading - before;
  const candidates = [reading - before, reading - after].filter((at) => at + offsetAt(zone, at) === reading);
  if (candidates.length > 0) return Math.min(...candidates);
  return findChange(zone, reading - Math.max(before, after), reading - Math.min(before, after));
}
