import type { TrailStep } from '@jolly/core';
import { useT } from '../../i18n/use-t';
import { whenText } from '../../time/format';

/** Why a date is what it is: in a sentence per field that differs from the class's, or only for which reasons. */
export function useTrail() {
  const { t } = useT();
  const day = (at: number | null, zone: string) => (at === null ? t('common.never') : whenText(at, zone));
  const why = ({ layer, reason }: TrailStep) => (reason ? `${t(`exception.why.${layer}`)}, ${reason}` : t(`exception.why.${layer}`));
  return {
    sentences: (trail: readonly TrailStep[], zone: string): string[] =>
      trail.map((step) => `${t(`compose.${step.field}`)} ${day(step.from, zone)} → ${day(step.to, zone)}: ${why(step)}`),
    /** each reason once, in the order in which it came to bear */
    reasons: (trail: readonly TrailStep[]): string => [...new Set(trail.map(why))].join(' · '),
  };
}
