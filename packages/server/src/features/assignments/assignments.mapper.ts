import type { RichText } from '@jolly/core';
import type { AssignmentBody, AssignmentReply, HandInKind } from '../../contract';
import { fromJson } from '../../db/json-column';
import type { AssignmentRow } from './assignments.model';

const instant = (date: Date | null) => (date === null ? null : date.getTime());
const date = (at: number | null) => (at === null ? null : new Date(at));

export function toAssignment(row: AssignmentRow): AssignmentReply {
  return {
    id: row.id,
    classId: row.classId,
    title: row.title,
    instructions: fromJson<RichText>(row.instructions),
    how: row.how,
    accepts: fromJson<HandInKind[]>(row.accepts),
    points: row.pointsMilli,
    opens: instant(row.opensAt),
    due: instant(row.dueAt),
    closes: instant(row.closesAt),
    unitId: row.unitId,
    categoryId: row.categoryId,
    countsInTotals: Boolean(row.counts),
    bonus: Boolean(row.isBonus),
    issuedAt: instant(row.issuedAt),
    version: row.version,
  };
}

/** The columns that a body writes. */
export function toColumns(body: AssignmentBody) {
  return {
    title: body.title,
    instructions: body.instructions,
    how: body.how,
    accepts: body.accepts,
    pointsMilli: body.points,
    opensAt: date(body.opens),
    dueAt: date(body.due),
    closesAt: date(body.closes),
    unitId: body.unitId,
    categoryId: body.categoryId,
    counts: body.countsInTotals,
    isBonus: body.bonus,
  };
}
