import type { StandingBody } from '@jolly/server/contract';
import { localDayText } from '../../time/format';
import { useWords } from '../../ui/use-words';

/** What a standing exception gives, and when, for whoever reads of it. */
export function useStandingWords() {
  const { t, count } = useWords();
  return {
    gives: ({
      kind,
      amount,
      waivesLate,
      quizTimePercent,
    }: Pick<StandingBody, 'kind' | 'amount' | 'waivesLate' | 'quizTimePercent'>): string[] => [
      ...(kind === 'none'
        ? []
        : kind === 'percent'
          ? [t('standing.gives.percent', { n: amount / 1000 })]
          : [count(`standing.gives.${kind}`, amount)]),
      ...(waivesLate ? [t('standing.gives.waives')] : []),
      ...(quizTimePercent === null ? [] : [t('standing.gives.quiz', { n: quizTimePercent / 1000 })]),
    ],
    spanOf: ({ validFrom, validTo }: Pick<StandingBody, 'validFrom' | 'validTo'>): string => {
      if (validFrom === null && validTo === null) return t('standing.always');
      if (validTo === null) return t('standing.since', { day: localDayText(validFrom!) });
      if (validFrom === null) return t('standing.until', { day: localDayText(validTo) });
      return t('standing.between', { from: localDayText(validFrom), to: localDayText(validTo) });
    },
  };
}
