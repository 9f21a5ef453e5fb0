import type { ReasonText } from '@jolly/core';
import { useWords } from '../../ui/use-words';

/** The reasons of a bearing as sentences. */
export function useBearingWords() {
  const { t, count } = useWords();
  return {
    reasonText: (reason: ReasonText): string =>
      reason.why === 'missing'
        ? count('bearing.why.missing', reason.number, { limit: reason.limit })
        : t(`bearing.why.${reason.why}`, { number: reason.number, limit: reason.limit }),
  };
}
