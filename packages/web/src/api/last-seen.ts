import { createStore, delMany, get, keys, set, update } from 'idb-keyval';
import { ref } from 'vue';

/** Older than that, what was seen last is not shown any more. */
const KEPT_FOR_MS = 14 * 86_400_000;

interface Seen {
  reply: unknown;
  /** when the server said so, by this device's clock */
  at: number;
}

/**
 * The server could not be reached when it was last asked, and from when the oldest of what is shown instead is; null while it
 * answers.
 */
export const lineAway = ref<{ since: number | null } | null>(null);

let store: ReturnType<typeof createStore> | null = null;
const shelf = () => (store ??= createStore('jolly-last-seen', 'replies'));
// A browser that keeps nothing (private windows, a full disk) shows nothing without a line, and works as ever with one.
const orNothing = (work: Promise<unknown>): Promise<void> =>
  work.then(
    () => undefined,
    () => undefined,
  );

// What pages hold is watched, and a browser keeps only what is plain; replies are JSON in any case.
const plain = <T>(reply: T): T => JSON.parse(JSON.stringify(reply)) as T;

/** Keeps what the server replied under a name, to be read while it cannot be reached. */
export const keepSeen = (name: string, reply: unknown): Promise<void> =>
  orNothing(Promise.resolve().then(() => set(name, { reply: plain(reply), at: Date.now() } satisfies Seen, shelf())));

/** What was seen last under this name, if it is not too old; the line that says so tells from when it is. */
export async function lastSeen(name: string): Promise<Seen | null> {
  const seen = await Promise.resolve()
    .then(() => get<Seen>(name, shelf()))
    .catch(() => undefined);
  if (!seen || Date.now() - seen.at > KEPT_FOR_MS) return null;
  if (lineAway.value) lineAway.value = { since: Math.min(lineAway.value.since ?? seen.at, seen.at) };
  return seen;
}

/** Brings what is kept under a name up to what has been sent since; where nothing is kept, nothing is made up. */
export const amendSeen = <T>(name: string, change: (reply: T) => T): Promise<void> =>
  orNothing(
    Promise.resolve().then(() =>
      update<Seen | undefined>(name, (seen) => seen && { reply: plain(change(seen.reply as T)), at: Date.now() }, shelf()),
    ),
  );

/**
 * Nothing of what somebody saw stays behind: they have signed out, or somebody else is here.
 * @param but the beginning of the names that stay; left out, none does
 */
export const forgetSeen = (but?: string): Promise<void> =>
  orNothing(
    Promise.resolve().then(async () => {
      const names = await keys<string>(shelf());
      await delMany(but === undefined ? names : names.filter((name) => !name.startsWith(but)), shelf());
    }),
  );
