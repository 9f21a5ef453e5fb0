import { bareState, type BookCell, type CellGiven, type CellScale } from '@jolly/core';
import type { AssignmentReply, BookClassReply, BookColumnReply, BookSet, BookStudent, Unit } from '../../contract';
import type { SchoolClass } from '../classes/classes.service';

import type { GroupMembership } from '../groups/groups.service';
import type { Member } from '../roster/roster.service';
import { isNameless } from '../pieces/nameless';
import type { LeanSight } from '../pieces/sight';
import { worth } from '../pieces/worth';

export const toScale = ({ scoring, points, how }: AssignmentReply): CellScale => ({
  by: scoring.by,
  points,
  words: scoring.by === 'words' ? scoring.words.map((word) => word.name) : [],
  ...(how === 'inClass' ? { inClass: true } : {}),
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
    const column = columns.get(briefId) ?? {
      briefId,
      title,
      how,
      points,
      scale: toScale(assignment),
      aims: aimsOf(assignment),
      lateRule,
      sets: classes.map(() => null),
    };
    column.sets[place.get(assignment.classId)!] = toBookSet(assignment);
    columns.set(briefId, column);
  }
  return [...columns.values()];
}

export const toBookClass = (
  { id, label, hue, calendar, terms, scheme, bearing, lateRule, putAwayAt }: SchoolClass,
  units: Unit[],
): BookClassReply => ({
  ...{ id, label, hue, calendar, terms, scheme, bearing, lateRule, units },
  away: putAwayAt !== null,
});

export function toBookStudent({ student, joined, left }: Member, of: number, memberships: readonly GroupMembership[]): BookStudent {
  const { id, givenName, familyName } = student;
  return {
    id,
    givenName,
    familyName,
    of,
    joined,
    left,
    groups: memberships.filter((one) => !one.dissolved && one.studentIds.includes(id)).map((one) => one.name),
  };
}

function toGiven(sight: LeanSight, score: NonNullable<NonNullable<LeanSight['record']>['score']>): CellGiven {
  const { earned, chosen, at } = score;
  const { counted, takenOff, effective } = worth(sight, score);
  const given: CellGiven = { earned, effective, at };
  if (chosen?.by === 'words') given.word = chosen.word;
  if (chosen?.by === 'done') given.done = chosen.done;
  if (chosen?.by === 'rubric') given.byRubric = true;
  if (takenOff !== 0) given.takenOff = takenOff;
  if (counted !== null && counted !== earned) given.counted = counted;
  return given;
}

/**
 * A cell of the book; null where the piece is not theirs. Of a piece that is marked without its name nothing that
 * scoring changes, and nothing of a first score for whoever is to give a second one. What is as it usually is is
 * left out: there are thousands of these in a reply.
 */
export function toBookCell(sight: LeanSight, { blind, absent, away }: { blind: boolean; absent: boolean; away: boolean }): BookCell | null {
  const { record, state, toldState, facts, resolved, assignment, waived } = sight;
  if (state.state === null) return null;
  const nameless = isNameless(sight);
  const cell: BookCell = { state: nameless ? toldState.state! : state.state, version: nameless ? 0 : (record?.version ?? 0) };
  if (resolved.window.due !== assignment.due) cell.due = resolved.window.due;
  if (absent) cell.absent = true;
  if (away) cell.away = true;
  if (nameless) {
    cell.locked = 'nameless';
    return cell;
  }
  const bare = bareState(facts).state!;
  if (toldState.state !== state.state) cell.told = toldState.state!;
  if (state.stillAccepted) cell.stillAccepted = true;
  if (record?.score && !blind) cell.score = toGiven(sight, record.score);
  if (record?.returned) {
    const returned = worth(sight, record.returned).effective;
    if (state.state !== 'returned' || record.held || returned !== (cell.score?.effective ?? null)) cell.returned = returned;
  }
  if (record?.held) cell.held = true;
  if (facts.excused) cell.excused = true;
  if (facts.saidMissing) cell.saidMissing = true;
  if (bare !== state.state) cell.bare = bare;
  if (state.lateBy > 0) cell.lateBy = state.lateBy;
  if (waived) cell.waived = true;
  if (blind) cell.locked = 'blind';
  return cell;
}
