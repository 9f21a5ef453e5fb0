import { EMPTY_TEXT, type PieceSummary, type RichText, type RubricChoices, type SaidPlace } from '@jolly/core';
import type { Chosen, HandedSheet, WorkFile } from '../../contract';
import { fromJson, jsonOrNull } from '../../db/json-column';
import type { HandInRow, PieceFileRow, PieceRecordRow, WorkRow } from './pieces-rows';
import type { Given, GivenDetails, HandInRecord, LeanRecord, PieceRecord, WorkRecord } from './records';

/** Rows of pieces, works and hand-ins as records. */

const NO_DETAILS: GivenDetails = { words: {}, adjust: null, rounds: [] };
const toGiven = (earned: number | null, chosen: unknown, remark: unknown, details: unknown): Given => ({
  earned,
  chosen: jsonOrNull<Chosen>(chosen),
  remark: remark == null ? EMPTY_TEXT : fromJson<RichText>(remark),
  ...NO_DETAILS,
  ...(details == null ? {} : fromJson<GivenDetails>(details)),
});

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
    score:
      row.scoredAt === null
        ? null
        : {
            ...toGiven(row.earnedMilli, row.chosen, row.remark, row.details),
            at: row.scoredAt.getTime(),
            by: row.scoredBy ?? '',
            round: row.scoredRound,
          },
    held: Boolean(row.held),
    returned:
      summary.lastReturnAt === null ? null : toGiven(row.returnedMilli, row.returnedChosen, row.returnedRemark, row.returnedDetails),
    shownAt: row.shownAt?.getTime() ?? null,
    went: row.went === null ? null : { how: row.went, line: row.wentLine },
    selfCheck: row.selfCheck == null ? null : fromJson<RubricChoices>(row.selfCheck),
    saidMissing: Boolean(row.saidMissing),
    version: row.version,
  };
}

/** A row of a lean record: documents as texts, the moment in milliseconds. */
export interface LeanRow extends Pick<
  PieceRecordRow,
  'id' | 'assignmentId' | 'studentId' | 'earnedMilli' | 'scoredBy' | 'held' | 'returnedMilli' | 'saidMissing' | 'version'
> {
  summary: string;
  chosen: string | null;
  details: string | null;
  scoredAt: number | null;
  returnedDetails: string | null;
}

/** Reads many rows. What many of them say beside their points is read once. */
export function leanReader(): (row: LeanRow) => LeanRecord {
  const read = new Map<string, unknown>();
  const once = <T>(text: string | null): T | null => {
    if (text === null) return null;
    const known = read.get(text);
    if (known !== undefined) return known as T;
    const value = JSON.parse(text) as T;
    read.set(text, value);
    return value;
  };
  return ({
    id,
    assignmentId,
    studentId,
    summary: facts,
    earnedMilli,
    chosen,
    details,
    scoredAt,
    scoredBy,
    held,
    returnedMilli,
    returnedDetails,
    saidMissing,
    version,
  }) => {
    const summary = JSON.parse(facts) as PieceSummary;
    const { adjust, rounds } = once<GivenDetails>(details) ?? NO_DETAILS;
    return {
      id,
      assignmentId,
      studentId,
      summary,
      score:
        scoredAt === null
          ? null
          : { earned: earnedMilli, chosen: once<Chosen>(chosen), adjust, rounds, at: Number(scoredAt), by: scoredBy ?? '' },
      returned: summary.lastReturnAt === null ? null : { earned: returnedMilli, rounds: once<GivenDetails>(returnedDetails)?.rounds ?? [] },
      held: Boolean(held),
      saidMissing: Boolean(saidMissing),
      version,
    };
  };
}

export const toWorkFile = ({ id, name, size, mediaType, fingerprint, pixels, answers }: PieceFileRow): WorkFile => ({
  id,
  name,
  size: Number(size),
  mediaType,
  fingerprint,
  pixels: pixels === null ? null : Number(pixels),
  answers: jsonOrNull<SaidPlace>(answers),
});

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

export function toWorkRecord(row: WorkRow): WorkRecord {
  const { id, groupId, savedBy, version, words } = row;
  return {
    id,
    groupId,
    text: row.text == null ? null : fromJson<RichText>(row.text),
    savedAt: row.savedAt?.getTime() ?? null,
    savedBy,
    version,
    words,
  };
}
