import { localDateAt } from '../calendar';
import type { Instant, LocalDate } from '../quantities';

/** Whom an assignment is for, of a class. */
/** `hereOn`: who was in the class on that day gets it, also what was due before they joined. */
export type Audience =
  | { kind: 'everyone'; laterJoiners: boolean; hereOn?: LocalDate }
  | { kind: 'chosen'; studentIds: readonly string[]; groupIds: readonly string[] };

export const EVERYONE: Audience = { kind: 'everyone', laterJoiners: true };

/**
 * Is this student among those an assignment is for? Groups count as they are now, so who comes into a chosen
 * group gets its work. Without later joiners, who joined after the day of issue does not get it.
 */
export function isChosen(
  audience: Audience,
  student: { id: string; groupIds: readonly string[]; joined: LocalDate },
  issued: LocalDate,
): boolean {
  if (audience.kind === 'everyone') return audience.laterJoiners || student.joined <= issued;
  return audience.studentIds.includes(student.id) || student.groupIds.some((id) => audience.groupIds.includes(id));
}

/**
 * Is this assignment this student's? It must be meant for them. Pieces due before they joined or after they
 * left are not theirs, unless work or a score exists (docs/rules.md, 2). Without a due date the day of issue
 * decides for who has left, and who joins later gets it. What was due before they joined is theirs all the same where
 * they are chosen by name, or were there on the day that the teacher gave it to everybody there. What somebody has worked on stays theirs, also when
 * they are no longer among the chosen.
 *
 * @param input due as resolved for this student; joined and left are local days of the class, both included
 */
export function isTheirs(input: {
  zone: string;
  due: Instant | null;
  issuedAt: Instant;
  joined: LocalDate;
  left: LocalDate | null;
  audience: Audience;
  studentId: string;
  groupIds: readonly string[];
  hasWorkOrScore: boolean;
}): boolean {
  if (input.hasWorkOrScore) return true;
  const issued = localDateAt(input.zone, input.issuedAt);
  if (!isChosen(input.audience, { id: input.studentId, groupIds: input.groupIds, joined: input.joined }, issued)) return false;
  if (input.due !== null) {
    const day = localDateAt(input.zone, input.due);
    return (day >= input.joined || isMeantAllTheSame(input)) && (input.left === null || day <= input.left);
  }
  return input.left === null || issued <= input.left;
}

/** Is it theirs though it was due before they joined: who was here on the day that is named, or is named themselves? */
function isMeantAllTheSame({ audience, studentId, joined }: { audience: Audience; studentId: string; joined: LocalDate }): boolean {
  return audience.kind === 'everyone'
    ? audience.hereOn !== undefined && joined <= audience.hereOn
    : audience.studentIds.includes(studentId);
}

/**
 * Which class a student gets an assignment in who is in several that have it: the one they have been in longest
 * of those they have not left, so that joining another never moves work that has begun.
 *
 * @returns null for no membership at all
 */
export function classOf(memberships: readonly { classId: string; joined: LocalDate; left: LocalDate | null }[]): string | null {
  const present = memberships.filter((one) => one.left === null);
  const [first] = [...(present.length > 0 ? present : memberships)].sort((a, b) =>
    a.joined === b.joined ? (a.classId < b.classId ? -1 : 1) : a.joined < b.joined ? -1 : 1,
  );
  return first?.classId ?? null;
}
