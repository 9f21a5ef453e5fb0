import { localDateAt } from '../calendar';
import type { Instant, LocalDate } from '../quantities';

/**
 * Is this assignment this student's? Pieces due before they joined or after they left are not theirs,
 * unless work or a score exists (docs/rules.md, 2). Without a due date the day of issue decides for who
 * has left, and who joins later gets it.
 *
 * @param input due as resolved for this student; joined and left are local days of the class, both included
 */
export function isTheirs(input: { zone: string; due: Instant | null; issuedAt: Instant; joined: LocalDate; left: LocalDate | null; hasWorkOrScore: boolean }): boolean {
  if (input.hasWorkOrScore) return true;
  if (input.due !== null) {
    const day = localDateAt(input.zone, input.due);
    return day >= input.joined && (input.left === null || day <= input.left);
  }
  return input.left === null || localDateAt(input.zone, input.issuedAt) <= input.left;
}
