import { lateCostOffFull, NOTHING_YET, standingLateness, worthOf, type Instant, type LateRule } from '@jolly/core';
import type { Given, PieceRecord } from './records';
import type { Sight } from './sight';

type Placed = Pick<Sight, 'schoolClass' | 'assignment' | 'resolved' | 'waived'> & { record: Pick<PieceRecord, 'summary'> | null };

/** What being late costs here: the assignment's own rule, else the class's. */
export const lateRuleOf = ({ assignment, schoolClass }: Pick<Sight, 'assignment' | 'schoolClass'>): LateRule =>
  assignment.lateRule ?? schoolClass.lateRule;

/** What was given is worth, for this student and this window (core, `worthOf`). */
export function worth(sight: Placed, given: Pick<Given, 'earned' | 'rounds'> | null | undefined): ReturnType<typeof worthOf> {
  const { assignment, schoolClass, resolved, record, waived } = sight;
  return worthOf({
    summary: record?.summary ?? NOTHING_YET,
    window: resolved.window,
    graceMinutes: schoolClass.graceMinutes,
    earned: given?.earned ?? null,
    rounds: given?.rounds ?? [],
    roundRule: assignment.roundRule,
    points: assignment.points,
    calendar: schoolClass.calendar,
    rule: lateRuleOf(sight),
    waived,
  });
}

/** How late what stands is, as the late rule asks it; null where it is not late. */
export function lateOf({
  schoolClass,
  resolved,
  record,
}: Pick<Sight, 'schoolClass' | 'resolved'> & { record: Pick<PieceRecord, 'summary'> | null }) {
  if (record === null) return null;
  const { due, lateBy } = standingLateness({ summary: record.summary, window: resolved.window, graceMinutes: schoolClass.graceMinutes });
  return due === null ? null : { calendar: schoolClass.calendar, due, lateBy };
}

/**
 * What handing the piece in at a moment takes off full points for being late; a piece that was sent back keeps the
 * lateness it had. What is done in class is never late.
 */
export function lateCostAt(sight: Placed, handedInAt: Instant): ReturnType<typeof lateCostOffFull> {
  const { schoolClass, assignment, resolved, record, waived } = sight;
  if (assignment.how === 'inClass') return { lateBy: 0, takenOff: 0 };
  const { calendar, graceMinutes } = schoolClass;
  const of = { summary: record?.summary ?? NOTHING_YET, window: resolved.window, graceMinutes, calendar };
  return lateCostOffFull({ ...of, handedInAt, points: assignment.points ?? 0, rule: lateRuleOf(sight), waived });
}
