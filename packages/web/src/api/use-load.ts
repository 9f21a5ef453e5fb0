import { onScopeDispose, ref, watch, type Ref, type WatchSource } from 'vue';
import { ApiProblem } from './client';

/** What a page shows of something that is loaded: each case is a named state, not a missing value. */
export interface Load<T> {
  state: Ref<'loading' | 'ready' | 'failed'>;
  value: Ref<T | null>;
  why: Ref<string>;
  reload: () => Promise<void>;
}

/** Loads now and whenever one of the sources changes; an answer that comes too late is dropped. */
export function useLoad<T>(load: () => Promise<T>, sources: WatchSource[] = []): Load<T> {
  const state = ref<'loading' | 'ready' | 'failed'>('loading');
  const value = ref<T | null>(null) as Ref<T | null>;
  const why = ref('');
  let round = 0;
  async function reload(): Promise<void> {
    const mine = ++round;
    if (value.value === null) state.value = 'loading';
    try {
      const loaded = await load();
      if (mine !== round) return;
      value.value = loaded;
      state.value = 'ready';
    } catch (error) {
      if (mine !== round) return;
      why.value = error instanceof ApiProblem ? error.title : String(error);
      state.value = 'failed';
    }
  }
  if (sources.length > 0) watch(sources, reload);
  onScopeDispose(() => (round += 1));
  void reload();
  return { state, value, why, reload };
}
