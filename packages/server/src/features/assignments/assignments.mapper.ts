import type { Audience, LateRule, RichText } from '@jolly/core';
import type { AssignmentReply, Attachment, BriefBody, HandInKind, KeptFile, Scoring, SetFor } from '../../contract';
import { fromJson } from '../../db/json-column';
import type { AssignmentRow, BriefRow } from './assignments.model';

const instant = (date: Date | null) => (date === null ? null : date.getTime());
const date = (at: number | null) => (at === null ? null : new Date(at));
const orNull = <T>(value: unknown): T | null => (value === null || value === undefined ? null : fromJson<T | null>(value));

export function toBriefBody(row: BriefRow): BriefBody {
  return {
    kind: row.kind,
    title: row.title,
    instructions: fromJson<RichText>(row.instructions),
    spoken: orNull<KeptFile>(row.spoken),
    attachments: fromJson<Attachment[]>(row.attachments),
    how: row.how,
    accepts: fromJson<HandInKind[]>(row.accepts),
    scoring: fromJson<Scoring>(row.scoring),
    points: row.pointsMilli,
    aims: fromJson<string[]>(row.aims),
    minutes: row.minutes,
    rounds: row.rounds,
    roundRule: row.roundRule,
    lateRule: orNull<LateRule>(row.lateRule),
    standingHolds: Boolean(row.standingHolds),
  };
}

export function toSetFor(row: AssignmentRow): SetFor {
  return {
    classId: row.classId,
    opens: instant(row.opensAt),
    due: instant(row.dueAt),
    closes: instant(row.closesAt),
    unitId: row.unitId,
    categoryId: row.categoryId,
    countsInTotals: Boolean(row.counts),
    bonus: Boolean(row.isBonus),
    audience: fromJson<Audience>(row.audience),
    groupingId: row.groupingId,
  };
}

export function toAssignment(row: AssignmentRow, brief: BriefRow): AssignmentReply {
  return {
    ...toBriefBody(brief),
    ...toSetFor(row),
    id: row.id,
    briefId: brief.id,
    issuedAt: instant(row.issuedAt),
    position: row.position,
    namesHidden: Boolean(row.namesHidden),
    secondMarker: row.secondMarker,
    version: brief.version,
  };
}

/** The columns that a brief writes. A handout asks for nothing back, whatever came with it. */
export function toBriefColumns(body: BriefBody) {
  const asks = body.kind === 'assignment';
  return {
    kind: body.kind,
    title: body.title,
    instructions: body.instructions,
    spoken: body.spoken,
    attachments: body.attachments,
    how: body.how,
    accepts: asks ? body.accepts : [],
    scoring: asks ? body.scoring : { by: 'none' },
    pointsMilli: asks && body.scoring.by !== 'none' ? body.points : null,
    aims: body.aims,
    minutes: body.minutes,
    rounds: body.rounds,
    roundRule: body.roundRule,
    lateRule: body.lateRule,
    standingHolds: body.standingHolds,
  };
}

/** The columns that setting it for a class writes. */
export function toSetColumns(set: SetFor) {
  return {
    opensAt: date(set.opens),
    dueAt: date(set.due),
    closesAt: date(set.closes),
    unitId: set.unitId,
    categoryId: set.categoryId,
    counts: set.countsInTotals,
    isBonus: set.bonus,
    audience: set.audience,
    groupingId: set.groupingId,
  };
}
