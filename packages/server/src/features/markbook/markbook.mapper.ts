import { bareState, type BookCell, type CellGiven, type CellScale } from '@jolly/core';
import type { AssignmentReply, BookClassReply, BookColumnReply, BookSet, BookStudent, Unit } from '../../contract';
import type { SchoolClass } from '../classes/classes.service';
import type { LeanSight } from '../pieces/board.service';
import { afterLateness, countedOf, isNameless } from '../pieces/pieces.mapper';
import type { GroupMembership } from '../groups/groups.service';
import type { Member } from '../roster/roster.service';

export const toScale = ({ scoring, points }: AssignmentReply): CellScale => ({
  by: scoring.by,
  points,
  words: scoring.by === 'words' ? scoring.words.map((word) => word.name) : [],
});

const aimsOf = ({ aims, scoring }: AssignmentReply): string[] => [
  ...new Set([...aims, ...(scoring.by === 'rubric' ? scoring.rubric.criteria.flatMap((criterion) => criterion.aims) : [])]),
];

export const toBookSet = ({ id, due, issuedAt, unitId, categoryId, countsInTotals, bonus }: AssignmentReply): BookSet => ({
  assignmentId: id,
  due,
  issuedAt: issuedAt!,
  unitId,
  categoryId,
  countsInTotals,
  bonus,
});

/** Columns of some classes: what several of them have is one. In order of the first class's dates. */
export function toColumns(classes: readonly SchoolClass[], assignments: readonly AssignmentReply[]): BookColumnReply[] {
  const columns = new Map<string, BookColumnReply>();
  const place = new Map(classes.map((one, index) => [one.id, index]));
  for (const assignment of assignments) {
    const { briefId, title, how, points, lateRule } = assignment;
    const column = columns.get(briefId) ?? { briefId, title, how, points, scale: toScale(assignment), aims: aimsOf(assignment), lateRule, sets: classes.map(() => null) };
    column.sets[place.get(assignment.classId)!] = toBookSet(assignment);
    columns.set(briefId, column);
  }
  return [...columns.values()];
}

export const toBookClass = ({ id, label, hue, calendar, terms, scheme, bearing, lateRule, putAwayAt }: SchoolClass, units: Unit[]): BookClassReply => ({
  ...{ id, label, hue, calendar, terms, scheme, bearing, lateRule, units },
  away: putAwayAt !== null,
});

export function toBookStudent({ student, joined, left }: Member, of: number, memberships: readonly GroupMembership[]): BookStudent {
  const { id, givenName, familyName } = student;
  return { id, givenName, familyName, of, joined, left, groups: memberships.filter((one) => !one.dissolved && one.studentIds.includes(id)).map((one) => one.name) };
}

function toGiven(sight: LeanSight, score: NonNullable<NonNullable<LeanSight['record']>['score']>): CellGiven {
  const { earned, chosen, at } = score;
  const counted = countedOf(sight, score);
  const { takenOff, effective } = afterLateness(sight, score);
  return {
    earned,
    effective,
    at,
    ...(chosen?.by === 'words' ? { word: chosen.word } : {}),
    ...(chosen?.by === 'done' ? { done: chosen.done } : {}),
    ...(chosen?.by === 'rubric' ? { byRubric: true } : {}),
    ...(takenOff === 0 ? {} : { takenOff }),
    ...(counted === null || counted === earned ? {} : { counted }),
  };
}

/**
 * A cell of the book; null where the piece is not theirs. Of a piece that is marked without its name nothing that
 * scoring changes, and nothing of a first score for whoever is to give a second one.
 */
export function toBookCell(sight: LeanSight, { blind, absent }: { blind: boolean; absent: boolean }): BookCell | null {
  const { record, piece, told, facts, resolved, assignment, waived } = sight;
  if (piece.state === null) return null;
  const own = { ...(resolved.window.due === assignment.due ? {} : { due: resolved.window.due }), ...(absent ? { absent: true as const } : {}) };
  if (isNameless(sight)) return { state: told.state!, version: 0, locked: 'nameless', ...own };
  const bare = bareState(facts).state!;
  const score = record?.score && !blind ? toGiven(sight, record.score) : null;
  const returned = record?.returned ? afterLateness(sight, record.returned).effective : null;
  const asScored = piece.state === 'returned' && !record?.held && returned === (score?.effective ?? null);
  return {
    state: piece.state,
    version: record?.version ?? 0,
    ...own,
    ...(told.state === piece.state ? {} : { told: told.state! }),
    ...(piece.stillAccepted ? { stillAccepted: true } : {}),
    ...(score ? { score } : {}),
    ...(record?.returned && !asScored ? { returned } : {}),
    ...(record?.held ? { held: true } : {}),
    ...(facts.excused ? { excused: true } : {}),
    ...(facts.saidMissing ? { saidMissing: true } : {}),
    ...(bare === piece.state ? {} : { bare }),
    ...(piece.lateBy > 0 ? { lateBy: piece.lateBy } : {}),
    ...(waived ? { waived: true } : {}),
    ...(blind ? { locked: 'blind' as const } : {}),
  };
}
