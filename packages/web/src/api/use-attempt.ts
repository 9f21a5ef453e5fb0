import { ref } from 'vue';
import { i18n } from '../i18n';
import { ApiProblem } from './client';

/** Doing something that may fail: busy while it runs, and what went wrong in a sentence, until the next try. */
export function useAttempt() {
  const problem = ref<ApiProblem | null>(null);
  const busy = ref(false);
  /** @returns whether it was done */
  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    busy.value = true;
    problem.value = null;
    try {
      await work();
      return true;
    } catch (error) {
      problem.value = error instanceof ApiProblem ? error : new ApiProblem('network', i18n.global.t('common.unreachable'), 0);
      return false;
    } finally {
      busy.value = false;
    }
  }
  return { problem, busy, attempt };
}
