import type { Band, BearingSettings, Category, Language, LateRule, Scheme } from '@jolly/core';

/** What a teacher changes on the page of a scheme. Percentages are in thousandths of a percent. */
export interface SchemeForm {
  scheme: {
    kind: Scheme['kind'];
    categories: Category[];
    missing: Scheme['missing'];
    decimals: 0 | 1 | 2;
    bands: Band[];
    bandsLanguage?: Language;
    bandsBy: Scheme['bandsBy'];
    termWeights?: Record<string, number>;
  };
  bearing: BearingSettings;
  lateRule: LateRule;
  graceMinutes: number;
}

/** The percentage that was typed, in thousandths; 0 for what is no number. */
export const percentIn = (typed: number | null): number => Math.round((typed ?? 0) * 1000);

/** The whole number that was typed, at least 0. */
export const wholeIn = (typed: number | null): number => Math.max(0, Math.round(typed ?? 0));
