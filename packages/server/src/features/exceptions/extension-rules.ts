import { moreTime, type PieceState, type WorkWindow } from '@jolly/core';
import type { AssignmentReply, ExtensionRequest, OwnRequest } from '../../contract';
import type { LeanSight, Sight } from '../pieces/sight';
import type { ExtensionRow } from './exceptions.model';

/** More time can be asked for while there is something to hand in, by a date, and nothing is in. */
export const mayAskForTime = ({ how }: Pick<AssignmentReply, 'how'>, state: PieceState | null, { due }: WorkWindow): boolean =>
  how !== 'inClass' && due !== null && (state === 'notOpen' || state === 'open' || state === 'started' || state === 'missing');

/** What is proposed to somebody who asks, and to whoever answers: what was asked if that is later than the date they have and still to come, else the next school day. */
export function proposedDue(
  { schoolClass, resolved }: Pick<Sight, 'schoolClass' | 'resolved'>,
  wanted: number | null,
  now: number,
): number | null {
  const { due } = resolved.window;
  if (wanted !== null && wanted > now && (due === null || wanted > due)) return wanted;
  return moreTime(schoolClass.calendar, resolved.window, 1, now)?.due ?? null;
}

/** What granting would give: the date, and closing along with it. */
export function granted(sight: LeanSight, wanted: number | null, now: number): Pick<ExtensionRequest, 'proposedDue' | 'calendar'> {
  return { proposedDue: proposedDue(sight, wanted, now), calendar: sight.schoolClass.calendar };
}

/** A request as its student has it. @param names of families who asked */
export const toOwn = (row: ExtensionRow, names: ReadonlyMap<string, string>): OwnRequest => ({
  id: row.id,
  reason: row.reason,
  wantedDue: row.wantedDue?.getTime() ?? null,
  askedAt: row.askedAt.getTime(),
  state: row.state,
  word: row.word,
  answeredAt: row.answeredAt?.getTime() ?? null,
  askedBy: row.askedBy === null ? null : (names.get(row.askedBy) ?? ''),
});
