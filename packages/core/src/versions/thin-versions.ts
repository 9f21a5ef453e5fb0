import type { Instant, Milliseconds } from '../quantities';
import { MINUTE_MS } from '../quantities';

/** How old a save is at most, and of how long a stretch of time one is kept. */
const SPANS: readonly { age: Milliseconds; span: Milliseconds }[] = [
  { age: 60 * MINUTE_MS, span: 5 * MINUTE_MS },
  { age: 24 * 60 * MINUTE_MS, span: 60 * MINUTE_MS },
  { age: Infinity, span: 24 * 60 * MINUTE_MS },
];

/**
 * Which saves are let go as time goes by: of the last hour the last of each five minutes stays, of the last
 * day the last of each hour, before that the last of each day. The newest always stays. Hand-ins are not
 * saves and are never let go.
 *
 * @returns ids of those to let go
 */
export function thinVersions(saves: readonly { id: string; at: Instant }[], now: Instant): string[] {
  const newest = [...saves].sort((a, b) => b.at - a.at || (a.id < b.id ? -1 : 1));
  const taken = new Set<string>();
  return newest
    .filter(({ at }, index) => {
      const { span } = SPANS.find(({ age }) => now - at <= age)!;
      const place = `${span} ${Math.floor(at / span)}`;
      const stays = index === 0 || !taken.has(place);
      taken.add(place);
      return !stays;
    })
    .map(({ id }) => id);
}
