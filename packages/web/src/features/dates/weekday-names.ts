import { plusDays } from '@jolly/core';
import { weekdayText } from '../../time/format';

/** Mon … Sun, in the reader's language. */
export const weekdayNames = (): string[] =>
  Array.from({ length: 7 }, (_, day) => weekdayText(Date.parse(`${plusDays('2026-11-23', day)}T12:00:00Z`), 'UTC'));
