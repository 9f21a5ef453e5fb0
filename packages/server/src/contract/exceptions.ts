/** What is different for one student: on one assignment, or on everything. */
import type { Instant, LocalDate, MilliPercent, StudentName } from '@jolly/core';

export interface ExceptionRequest {
  /** an absent date is not set here, null sets "no limit" */
  opens?: Instant | null;
  due?: Instant | null;
  closes?: Instant | null;
  excused: boolean;
  reason: string;
}
export interface ExceptionReply extends ExceptionRequest {
  id: string;
  givenAt: Instant;
  givenBy: string;
}

export interface StandingBody {
  kind: 'none' | 'schoolDays' | 'days' | 'percent';
  /** days, or thousandths of a percent */
  amount: number;
  validFrom: LocalDate | null;
  validTo: LocalDate | null;
  reason: string;
  /** how much of the usual time a quiz takes them, in thousandths of a percent; null is the usual */
  quizTimePercent: MilliPercent | null;
  waivesLate: boolean;
  classIds: string[];
}
export interface StandingReply extends StandingBody {
  id: string;
  student: StudentName & { id: string };
  givenBy: string;
  givenAt: Instant;
  /** by the day it is now in the class that was asked about */
  holds: 'now' | 'coming' | 'ended';
  /** it also holds in classes of other teachers */
  elsewhere: boolean;
  version: number;
}
export interface StandingForClassReply {
  standing: StandingReply[];
}
export interface OwnStanding extends Omit<StandingBody, 'classIds'> {
  id: string;
  /** the classes by what they are called */
  classes: string[];
  holds: StandingReply['holds'];
}
