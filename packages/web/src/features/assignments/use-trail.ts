import type { TrailStep } from '@jolly/core';
import { useI18n } from 'vue-i18n';
import { whenText } from '../../time/format';

/** Why a date is what it is, in a sentence per field that differs from the class's. */
export function useTrail() {
  const { t } = useI18n();
  const day = (at: number | null, zone: string) => (at === null ? t('common.never') : whenText(at, zone));
  return (trail: readonly TrailStep[], zone: string): string[] =>
    trail.map((step) => `${t(`compose.${step.field}`)} ${day(step.from, zone)} → ${day(step.to, zone)}: ${step.reason || t(`exception.why.${step.layer}`)}`);
}
