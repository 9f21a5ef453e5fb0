import { onScopeDispose } from 'vue';

/**
 * Tells when a page may stop, and when it goes on: a phone that sleeps, or goes to another page, stops timers and drops the line.
 *
 * @param asleep what must not wait any longer is done now; it may be the last that happens here
 * @param awake the page is seen again, or the line is back: what was left waiting goes on
 */
export function useWake({ asleep = () => undefined, awake = () => undefined }: { asleep?: () => unknown; awake?: () => unknown }): void {
  const seen = () => void (document.visibilityState === 'hidden' ? asleep() : awake());
  const hidden = () => void asleep();
  const online = () => void awake();
  const [page, view] = [globalThis.document, globalThis.window] as [Document | undefined, Window | undefined];
  page?.addEventListener('visibilitychange', seen);
  view?.addEventListener('pagehide', hidden);
  view?.addEventListener('online', online);
  onScopeDispose(() => {
    page?.removeEventListener('visibilitychange', seen);
    view?.removeEventListener('pagehide', hidden);
    view?.removeEventListener('online', online);
  });
}
