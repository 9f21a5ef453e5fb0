import { applyLateRule, rubricScore, type LateRule, type PieceSummary, type RichText, type RubricChoices } from '@jolly/core';
import type { Chosen, ExceptionReply, HandedSheet, HandInView, PieceRow, ReturnedView, ScoreView, Went, WorkFile } from '../../contract';
import { fromJson } from '../../db/json-column';
import type { GivenException } from '../exceptions/exceptions.service';
import type { Sight } from './board.service';
import type { HandInRow, PieceFileRow, PieceRecordRow } from './pieces.model';
import type { WorkRecord } from './works.service';

/** One student's piece as stored: the summary of its facts, what is worked on, and the score as it now stands. */
export interface PieceRecord {
  id: string;
  assignmentId: string;
  studentId: string;
  summary: PieceSummary;
  work: WorkRecord;
  begun: boolean;
  seenAt: number | null;
  activeAt: number | null;
  score: { earned: number | null; chosen: Chosen | null; remark: string; at: number; by: string } | null;
  held: boolean;
  returned: { earned: number | null; chosen: Chosen | null; remark: string } | null;
  went: { how: Went; line: string } | null;
  selfCheck: RubricChoices | null;
  version: number;
}

const orNull = (value: unknown): Chosen | null => (value === null || value === undefined ? null : fromJson<Chosen | null>(value));

export function toPieceRecord(row: PieceRecordRow, work: WorkRecord): PieceRecord {
  const summary = fromJson<PieceSummary>(row.summary);
  return {
    id: row.id,
    assignmentId: row.assignmentId,
    studentId: row.studentId,
    summary,
    work,
    begun: Boolean(row.begun),
    seenAt: row.seenAt?.getTime() ?? null,
    activeAt: row.activeAt?.getTime() ?? null,
    score: row.scoredAt === null ? null : { earned: row.earnedMilli, chosen: orNull(row.chosen), remark: row.remark, at: row.scoredAt.getTime(), by: row.scoredBy ?? '' },
    held: Boolean(row.held),
    returned: summary.lastReturnAt === null ? null : { earned: row.returnedMilli, chosen: orNull(row.returnedChosen), remark: row.returnedRemark },
    went: row.went === null ? null : { how: row.went, line: row.wentLine },
    selfCheck: row.selfCheck == null ? null : fromJson<RubricChoices>(row.selfCheck),
    version: row.version,
  };
}

/** Does a hand-in of it lie with the teacher? One that was taken back is the student's again; one that was sent back was seen. */
export const isWithTeacher = (record: PieceRecord | null): record is PieceRecord => record !== null && (record.summary.handedInAt !== null || record.summary.sentBackAt !== null);

/** What being late costs here: the assignment's own rule, else the class's. */
export const lateRuleOf = ({ assignment, schoolClass }: Pick<Sight, 'assignment' | 'schoolClass'>): LateRule => assignment.lateRule ?? schoolClass.lateRule;

/** What a score is worth after lateness, for this student and this window. */
export function afterLateness(
  sight: Pick<Sight, 'schoolClass' | 'assignment' | 'resolved' | 'piece' | 'waived'>,
  earned: number | null,
): { takenOff: number; effective: number | null } {
  const { schoolClass, assignment, resolved, piece, waived } = sight;
  const { due } = resolved.window;
  if (earned === null || assignment.points === null) return { takenOff: 0, effective: earned };
  return applyLateRule({
    earned,
    max: assignment.points,
    late: due === null ? null : { calendar: schoolClass.calendar, due, lateBy: piece.lateBy },
    rule: lateRuleOf(sight),
    waived,
  });
}

export function toScoreView(sight: Sight, names: Map<string, string>): ScoreView | null {
  const score = sight.record?.score;
  if (!score) return null;
  const { takenOff, effective } = afterLateness(sight, score.earned);
  const { scoring, points } = sight.assignment;
  const complete = score.chosen?.by !== 'rubric' || scoring.by !== 'rubric' || points === null || rubricScore(scoring.rubric, points, score.chosen.choices).complete;
  return { ...score, complete, takenOff, effective, by: names.get(score.by) ?? '' };
}

/** What the student is shown of a return; a held correction is not in it. */
export function toReturnedView(sight: Sight): ReturnedView | null {
  const { record } = sight;
  if (!record?.returned || record.summary.lastReturnAt === null) return null;
  const { takenOff, effective } = afterLateness(sight, record.returned.earned);
  return { ...record.returned, takenOff, effective, at: record.summary.lastReturnAt, readAt: record.summary.readAt };
}

export function toExceptionReply(given: GivenException, names: Map<string, string>): ExceptionReply {
  const { assignmentId: _, studentId: __, ...rest } = given;
  return { ...rest, givenBy: names.get(given.givenBy) ?? '' };
}

export function toPieceRow(sight: Sight, names: Map<string, string>): Omit<PieceRow, 'collecting'> {
  const { record, piece, resolved, exception, member } = sight;
  const { id, givenName, familyName } = member.student;
  return {
    student: { id, givenName, familyName },
    groups: sight.groups.filter((group) => !group.dissolved).map((group) => group.name),
    ...piece,
    window: resolved.window,
    trail: resolved.trail,
    exception: exception ? toExceptionReply(exception, names) : null,
    handedInAt: record?.summary.handedInAt ?? null,
    version: record?.version ?? 0,
    score: toScoreView(sight, names),
    held: record?.held ?? false,
    returnedAt: record?.summary.lastReturnAt ?? null,
    readAt: record?.summary.readAt ?? null,
  };
}

export const toWorkFile = ({ id, name, size, mediaType, fingerprint, pixels }: PieceFileRow): WorkFile => ({
  id,
  name,
  size: Number(size),
  mediaType,
  fingerprint,
  pixels: pixels === null ? null : Number(pixels),
});

/** A hand-in as stored, with `by` still an id. */
export type HandInRecord = Omit<HandInView, 'receivedFor'>;

export function toHandInRecord(row: HandInRow, files: WorkFile[]): HandInRecord {
  return {
    version: row.versionNo,
    at: row.at.getTime(),
    by: row.byUser ?? '',
    text: row.text == null ? null : fromJson<RichText>(row.text),
    textFingerprint: row.textFingerprint,
    words: row.words,
    sheets: row.sheets == null ? [] : fromJson<HandedSheet[]>(row.sheets),
    files,
    receipt: row.receipt,
  };
}
