import type { BearingSettings, Category, LateRule, Scheme } from '@jolly/core';

/** What a teacher changes on the page of a scheme. Percentages are in thousandths of a percent. */
export interface SchemeForm {
  scheme: {
    kind: Scheme['kind'];
    categories: Category[];
    missing: Scheme['missing'];
    decimals: 0 | 1 | 2;
    bands: { name: string; from: number }[];
    bandsBy: Scheme['bandsBy'];
    termWeights?: Record<string, number>;
  };
  bearing: BearingSettings;
  lateRule: LateRule;
  graceMinutes: number;
}

const typedNumber = (event: Event): number => Number((event.target as HTMLInputElement).value);

/** The percentage that was typed, in thousandths; 0 for what is no number. */
export const percentIn = (event: Event): number => Math.round(typedNumber(event) * 1000) || 0;

/** The whole number that was typed, at least 0. */
export const wholeIn = (event: Event): number => Math.max(0, Math.round(typedNumber(event)) || 0);
