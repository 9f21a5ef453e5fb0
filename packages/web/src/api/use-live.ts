import { onScopeDispose, watch } from 'vue';

const POLL_EVERY_MS = 8000;
const TRY_STREAM_AGAIN_MS = 60_000;

/**
 * Hears of changes as they happen, by server-sent events; where no stream gets through (an old proxy, a server
 * that restarts) it asks again and again instead.
 *
 * @param address of the stream; null: nothing to listen to
 * @param onChange what was said, or null when it is only time to look again
 * @param lookAgain once it listens: what happened between the page's first look and then was not said to it
 */
export function useLive<T>(address: () => string | null, onChange: (event: T | null) => void, { lookAgain = false } = {}): void {
  let stream: EventSource | null = null;
  let polling: ReturnType<typeof setInterval> | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  /** something may have happened that was not said to us */
  let unsure = lookAgain;

  function close(): void {
    stream?.close();
    stream = null;
    clearInterval(polling);
    clearTimeout(again);
    polling = undefined;
  }
  function poll(): void {
    polling ??= setInterval(() => onChange(null), POLL_EVERY_MS);
  }
  function open(at: string): void {
    stream?.close();
    stream = new EventSource(at);
    stream.onopen = () => {
      clearInterval(polling);
      polling = undefined;
      if (unsure) onChange(null);
      unsure = false;
    };
    stream.onmessage = ({ data }: MessageEvent<string>) => onChange(JSON.parse(data) as T);
    stream.onerror = () => {
      unsure = true;
      poll();
      if (stream?.readyState !== EventSource.CLOSED) return;
      clearTimeout(again);
      again = setTimeout(() => open(at), TRY_STREAM_AGAIN_MS);
    };
  }
  watch(
    address,
    (at) => {
      close();
      if (at === null) return;
      if (typeof EventSource === 'undefined') poll();
      else open(at);
    },
    { immediate: true },
  );
  onScopeDispose(close);
}

/**
 * Looks again when something changes, once for all that comes within a moment: a whole class acts within seconds.
 *
 * @param address of the stream; null: nothing to listen to
 * @param moment milliseconds
 */
export function useLiveLook(address: () => string | null, look: () => unknown, moment: number): void {
  let soon: ReturnType<typeof setTimeout> | undefined;
  useLive(address, () => {
    soon ??= setTimeout(() => {
      soon = undefined;
      void look();
    }, moment);
  });
  onScopeDispose(() => clearTimeout(soon));
}
