import { localDateAt, type Instant, type LocalDate, type SchoolCalendar, type StandingException } from '@jolly/core';
import type { StandingBody, StandingReply } from '../../contract';
import { fieldProblem, type FieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { StandingRow } from './standing.model';

/** What holds for all of a student's work in a class. */
export interface StandingGiven {
  id: string;
  studentId: string;
  classIds: string[];
  kind: StandingRow['kind'];
  amount: number;
  validFrom: LocalDate | null;
  validTo: LocalDate | null;
  reason: string;
  quizTimePercent: number | null;
  waivesLate: boolean;
  givenBy: string;
  givenAt: Instant;
  version: number;
}

/** As the rule of windows takes them: only those that move dates. */
export const toMovers = (given: readonly StandingGiven[]): StandingException[] =>
  given.flatMap(({ id, kind, amount, validFrom, validTo, reason }) =>
    kind === 'none'
      ? []
      : [{ id, kind, amount, ...(reason ? { reason } : {}), ...(validFrom ? { validFrom } : {}), ...(validTo ? { validTo } : {}) }],
  );

const covers = ({ validFrom, validTo }: Pick<StandingGiven, 'validFrom' | 'validTo'>, day: LocalDate) =>
  (validFrom === null || validFrom <= day) && (validTo === null || day <= validTo);

/** The time factors of quizzes that hold on a day, in thousandths of a percent. */
export const timeFactors = (given: readonly StandingGiven[], day: LocalDate): number[] =>
  given.flatMap((one) => (one.quizTimePercent !== null && covers(one, day) ? [one.quizTimePercent] : []));

/** Is what being late costs waived for a piece with this due date? */
export const waivesLateness = (given: readonly StandingGiven[], calendar: SchoolCalendar, due: Instant | null): boolean =>
  due !== null && given.some((one) => one.waivesLate && covers(one, localDateAt(calendar.zone, due)));

/** Does it hold on this day, not yet, or no more? */
export const holds = (given: Pick<StandingGiven, 'validFrom' | 'validTo'>, today: LocalDate): StandingReply['holds'] =>
  given.validTo !== null && given.validTo < today ? 'ended' : given.validFrom !== null && given.validFrom > today ? 'coming' : 'now';

/** @throws Problem `standing.wrong` naming each field */
export function refuseWrong(body: StandingBody): void {
  const errors: FieldProblem[] = [];
  if (body.validFrom !== null && body.validTo !== null && body.validTo < body.validFrom)
    errors.push(fieldProblem('validTo', 'standing.endsBeforeItBegins'));
  if (body.kind !== 'none' && body.amount < 1) errors.push(fieldProblem('amount', 'standing.noAmount'));
  if ((body.kind === 'schoolDays' || body.kind === 'days') && body.amount > 60) errors.push(fieldProblem('amount', 'standing.tooManyDays'));
  if (body.kind === 'percent' && body.amount > 300_000) errors.push(fieldProblem('amount', 'standing.tooMuch'));
  if (body.kind === 'none' && !body.waivesLate && body.quizTimePercent === null) errors.push(fieldProblem('kind', 'standing.givesNothing'));
  if (errors.length > 0) throw new Problem('standing.wrong', { errors });
}
