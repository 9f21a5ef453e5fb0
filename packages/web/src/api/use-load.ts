import { onScopeDispose, ref, watch, type Ref, type WatchSource } from 'vue';
import { ApiProblem } from './client';
import { lineAway } from './last-seen';
import { useWake } from './use-wake';

/** Tried again after so long when a fresh look failed; the last holds from there on. */
const AGAIN_AFTER_MS = [2_000, 5_000, 15_000, 60_000] as const;

/** `stale`: what is shown is what was loaded before; a fresh look has failed. */
export type LoadState = 'loading' | 'ready' | 'stale' | 'failed';
/** What a page shows of something that is loaded: each case is a named state, not a missing value. */
export interface Load<T> {
  state: Ref<LoadState>;
  value: Ref<T | null>;
  why: Ref<string>;
  reload: () => Promise<void>;
}

/**
 * Loads now and whenever one of the sources changes; an answer that comes too late is dropped. Where a fresh look
 * at the same thing fails, what was there stays, so that nobody's page is taken from under their hands, and it is
 * tried again until the line is back. What the server refuses is not asked for again of its own accord.
 */
export function useLoad<T>(load: () => Promise<T>, sources: WatchSource[] = []): Load<T> {
  const state = ref<LoadState>('loading');
  const value = ref<T | null>(null) as Ref<T | null>;
  const why = ref('');
  let round = 0;
  let failures = 0;
  /** the value is of the sources as they are now, not of those before */
  let isOfNow = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** it is to be asked for again: it failed, or what is shown is what was seen last */
  let waits = false;
  async function reload(): Promise<void> {
    const mine = ++round;
    clearTimeout(timer);
    waits = false;
    if (value.value === null) state.value = 'loading';
    try {
      const loaded = await load();
      if (mine !== round) return;
      value.value = loaded;
      isOfNow = true;
      state.value = 'ready';
      // What was seen last is asked for again like what has failed.
      if (lineAway.value) again();
      else failures = 0;
    } catch (error) {
      if (mine !== round) return;
      why.value = error instanceof ApiProblem ? error.title : String(error);
      state.value = isOfNow ? 'stale' : 'failed';
      const refused = error instanceof ApiProblem && error.status >= 400 && error.status < 500 && error.status !== 429;
      if (!refused) again();
    }
  }
  function again(): void {
    waits = true;
    timer = setTimeout(() => void reload(), AGAIN_AFTER_MS[Math.min(failures, AGAIN_AFTER_MS.length - 1)]);
    failures += 1;
  }
  function turn(): Promise<void> {
    [isOfNow, failures] = [false, 0];
    return reload();
  }
  if (sources.length > 0) watch(sources, turn);
  const onward = () => waits && reload();
  // Whatever got through first brings the others with it.
  watch(lineAway, (away) => away === null && onward());
  useWake({ awake: onward });
  onScopeDispose(() => {
    round += 1;
    clearTimeout(timer);
  });
  void reload();
  return { state, value, why, reload };
}
