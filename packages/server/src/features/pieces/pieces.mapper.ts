import {
  applyLateRule,
  EMPTY_TEXT,
  fillRemark,
  fillRichRemark,
  lateCostOffFull,
  NOTHING_YET,
  roundScore,
  rubricScore,
  standingLateness,
  type Instant,
  type LateRule,
  type MilliPoints,
  type PieceSummary,
  type RichText,
  type RubricChoices,
} from '@jolly/core';
import type {
  AssignmentReply,
  Chosen,
  CriterionLevel,
  ExceptionReply,
  GivenView,
  HandedSheet,
  HandInView,
  PieceRow,
  ReturnedView,
  ScoreView,
  Went,
  WorkFile,
} from '../../contract';
import { fromJson } from '../../db/json-column';
import type { GivenException } from '../exceptions/exceptions.service';
import type { Sight } from './board.service';
import type { HandInRow, PieceFileRow, PieceRecordRow } from './pieces.model';
import type { WorkRecord } from './works.service';

/** What a piece was given, without what follows from it. */
export type Given = Omit<GivenView, 'counted' | 'takenOff' | 'effective'>;
/** What stands beside the score in one column. */
export type GivenDetails = Pick<Given, 'words' | 'adjust' | 'rounds'>;

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
  score: (Given & { at: number; by: string; /** how often it had been sent back then */ round: number }) | null;
  held: boolean;
  returned: Given | null;
  /** until when notes on the work are shown to the student */
  shownAt: number | null;
  went: { how: Went; line: string } | null;
  selfCheck: RubricChoices | null;
  saidMissing: boolean;
  version: number;
}

const orNull = (value: unknown): Chosen | null => (value === null || value === undefined ? null : fromJson<Chosen | null>(value));

const NO_DETAILS: GivenDetails = { words: {}, adjust: null, rounds: [] };
const toGiven = (earned: number | null, chosen: unknown, remark: unknown, details: unknown): Given => ({
  earned,
  chosen: orNull(chosen),
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

/** What a mark book needs of a piece: its facts and its scores, without texts and what is worked on. */
export type LeanRecord = Pick<PieceRecord, 'id' | 'assignmentId' | 'studentId' | 'summary' | 'held' | 'saidMissing' | 'version'> & {
  score: (Pick<Given, 'earned' | 'chosen' | 'adjust' | 'rounds'> & { at: number; by: string }) | null;
  returned: Pick<Given, 'earned' | 'rounds'> | null;
};
/** A row of it: documents as texts, the moment in milliseconds. */
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

/** Does a hand-in of it lie with the teacher? One that was taken back is the student's again; one that was sent back was seen. */
export const isWithTeacher = <R extends Pick<PieceRecord, 'summary'>>(record: R | null): record is R =>
  record !== null && (record.summary.handedInAt !== null || record.summary.sentBackAt !== null);

/** What being late costs here: the assignment's own rule, else the class's. */
export const lateRuleOf = ({ assignment, schoolClass }: Pick<Sight, 'assignment' | 'schoolClass'>): LateRule =>
  assignment.lateRule ?? schoolClass.lateRule;

/** What counts of the scored rounds, before lateness (docs/rules.md, 4). */
export const countedOf = (
  { assignment }: Pick<Sight, 'assignment'>,
  { earned, rounds }: Pick<Given, 'earned' | 'rounds'>,
): MilliPoints | null => roundScore(assignment.roundRule, earned === null ? rounds : [...rounds, earned]);

/** What was given is worth after lateness, for this student and this window; of several rounds by the assignment's rule. */
export function afterLateness(
  sight: Placed & { record: Pick<PieceRecord, 'summary'> | null },
  given: Pick<Given, 'earned' | 'rounds'> | null | undefined,
): { takenOff: number; effective: number | null } {
  const { assignment, waived } = sight;
  const earned = given ? countedOf(sight, given) : null;
  if (earned === null || assignment.points === null) return { takenOff: 0, effective: earned };
  return applyLateRule({ earned, max: assignment.points, late: lateOf(sight), rule: lateRuleOf(sight), waived });
}

type Placed = Pick<Sight, 'schoolClass' | 'assignment' | 'resolved' | 'waived'>;

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
export function lateCostAt(
  sight: Placed & { record: Pick<PieceRecord, 'summary'> | null },
  handedInAt: Instant,
): ReturnType<typeof lateCostOffFull> {
  const { schoolClass, assignment, resolved, record, waived } = sight;
  if (assignment.how === 'inClass') return { lateBy: 0, takenOff: 0 };
  const { calendar, graceMinutes } = schoolClass;
  const of = { summary: record?.summary ?? NOTHING_YET, window: resolved.window, graceMinutes, calendar };
  return lateCostOffFull({ ...of, handedInAt, points: assignment.points ?? 0, rule: lateRuleOf(sight), waived });
}

export function toScoreView(sight: Sight, names: Map<string, string>): ScoreView | null {
  const score = sight.record?.score;
  if (!score) return null;
  const { scoring, points } = sight.assignment;
  const complete =
    score.chosen?.by !== 'rubric' ||
    scoring.by !== 'rubric' ||
    points === null ||
    rubricScore(scoring.rubric, points, score.chosen.choices).complete;
  const { round: _, ...rest } = score;
  return { ...rest, complete, counted: countedOf(sight, score), ...afterLateness(sight, score), by: names.get(score.by) ?? '' };
}

/** What the student is shown of a return, with their name where a remark speaks to them; a held correction is not in it. */
export function toReturnedView(sight: Sight): ReturnedView | null {
  const { record, member } = sight;
  if (!record?.returned || record.summary.lastReturnAt === null) return null;
  const { returned, summary } = record;
  const words = Object.fromEntries(
    Object.entries(returned.words).map(([criterionId, text]) => [criterionId, fillRemark(text, member.student)]),
  );
  return {
    ...returned,
    remark: fillRichRemark(returned.remark, member.student),
    words,
    counted: countedOf(sight, returned),
    ...afterLateness(sight, returned),
    at: summary.lastReturnAt!,
    readAt: summary.readAt,
  };
}

/** What each criterion's level says, of what was returned. */
export function toLevels(
  { scoring }: Pick<AssignmentReply, 'scoring'>,
  { chosen, words }: Pick<Given, 'chosen' | 'words'>,
): CriterionLevel[] {
  if (scoring.by !== 'rubric' || chosen?.by !== 'rubric') return [];
  return scoring.rubric.criteria.flatMap((criterion) => {
    const level = criterion.levels.find((one) => one.id === chosen.choices[criterion.id]?.levelId);
    const said = words[criterion.id];
    return level || said
      ? [{ criterion: criterion.name, level: level?.name ?? null, descriptor: level?.descriptor ?? '', words: said ?? '' }]
      : [];
  });
}

/**
 * Are the names hidden of whoever marks this? Only while it lies with the teacher and has never been returned:
 * then it is known by the id of its piece, which is told nowhere else, and beside its name nothing is told that
 * would give away which of the nameless ones it is.
 */
export const isNameless = ({ assignment, record }: Pick<Sight, 'assignment'> & { record: Pick<PieceRecord, 'summary'> | null }): boolean =>
  assignment.namesHidden && isWithTeacher(record) && record.summary.lastReturnAt === null;

/** Who a row on the desk is of: the student, or of a nameless piece nobody that can be told. */
export function whoOf(sight: Sight): PieceRow['student'] {
  const { id, givenName, familyName } = sight.member.student;
  return isNameless(sight) ? { id: sight.record!.id, givenName: '', familyName: '' } : { id, givenName, familyName };
}

export function toExceptionReply(given: GivenException, names: Map<string, string>): ExceptionReply {
  const { assignmentId: _, studentId: __, ...rest } = given;
  return { ...rest, givenBy: names.get(given.givenBy) ?? '' };
}

type BareRow = Omit<PieceRow, 'collecting'>;

/** A student's row beside an assignment. Of a piece that is marked without its name, nothing of what was given. */
export function toPieceRow(sight: Sight, names: Map<string, string>): BareRow {
  const { record, resolved, exception, member } = sight;
  const { id, givenName, familyName } = member.student;
  const nameless = isNameless(sight);
  return {
    student: { id, givenName, familyName },
    groups: sight.groups.filter((group) => !group.dissolved).map((group) => group.name),
    ...(nameless ? sight.told : sight.piece),
    window: resolved.window,
    trail: resolved.trail,
    exception: exception ? toExceptionReply(exception, names) : null,
    handedInAt: record?.summary.handedInAt ?? null,
    version: nameless ? 0 : (record?.version ?? 0),
    score: nameless ? null : toScoreView(sight, names),
    held: !nameless && (record?.held ?? false),
    returnedAt: record?.summary.lastReturnAt ?? null,
    readAt: record?.summary.readAt ?? null,
    nameless,
  };
}

/** The same as it lies on the desk: of a nameless piece what was given, and nothing by which its student is known. */
export function toDeskRow(sight: Sight, names: Map<string, string>): BareRow {
  const row = toPieceRow(sight, names);
  if (!row.nameless) return row;
  const { record, piece, assignment } = sight;
  return {
    ...row,
    student: whoOf(sight),
    groups: [],
    state: piece.state,
    // How late to the minute would tell who it is; what it costs stands beside the score.
    lateBy: 0,
    window: { opens: null, due: assignment.due, closes: null },
    trail: [],
    exception: null,
    handedInAt: null,
    version: record!.version,
    score: toScoreView(sight, names),
    held: record!.held,
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
