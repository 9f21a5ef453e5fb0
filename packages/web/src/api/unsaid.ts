import { ref, type App } from 'vue';
import { ApiProblem } from './client';

/** What was refused and no page has said itself; the frame around the pages says it, so that no press goes unanswered. */
export const unsaid = ref<ApiProblem | null>(null);

/** Hears of everything that was refused and that nobody took. */
export function hearUnsaid(app: Pick<App, 'config'>, page: Pick<Window, 'addEventListener'> = window): void {
  const takes = (error: unknown): boolean => {
    // An ended session is asked for again by a sheet of its own.
    if (!(error instanceof ApiProblem) || error.code === 'session.needed') return false;
    unsaid.value = error;
    return true;
  };
  app.config.errorHandler = (error) => void (takes(error) || reportError(error));
  page.addEventListener('unhandledrejection', (event) => takes(event.reason) && event.preventDefault());
}
