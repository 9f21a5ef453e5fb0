import { onScopeDispose } from 'vue';

/**
 * Asks for what follows from a form, a pause after its last change. An answer that a newer question has overtaken, or that
 * comes after the page was left, is dropped.
 *
 * @param pauseMs how long the form must rest before the question is asked
 * @example const effects = useLatest(500, (found: Effects | null) => (shown.value = found));
 *          watch(form, () => effects.ask(() => ask('POST', …)));
 */
export function useLatest<Answer>(pauseMs: number, take: (answer: Answer) => void) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let round = 0;
  const drop = (): void => {
    clearTimeout(timer);
    round += 1;
  };
  onScopeDispose(drop);
  return {
    drop,
    /** @param question must not fail: what a failure means is said in the answer */
    ask(question: () => Promise<Answer>): void {
      drop();
      const mine = round;
      timer = setTimeout(() => {
        void question().then((answer) => {
          if (mine === round) take(answer);
        });
      }, pauseMs);
    },
  };
}
