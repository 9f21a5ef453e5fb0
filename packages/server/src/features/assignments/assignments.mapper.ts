import type { Audience, LateRule, Quiz, QuizRun, RichText } from '@jolly/core';
import type { AssignmentReply, Attachment, BriefBody, HandInKind, KeptFile, Scoring, SetFor } from '../../contract';
import { fromJson, jsonOrNull } from '../../db/json-column';
import type { AssignmentRow, BriefRow } from './assignments.model';

const instant = (date: Date | null) => (date === null ? null : date.getTime());
const date = (at: number | null) => (at === null ? null : new Date(at));

/** What a brief says beside the questions of its quiz. */
function toPlainBody(row: BriefRow): Omit<BriefBody, 'quiz'> {
  return {
    kind: row.kind,
    title: row.title,
    instructions: fromJson<RichText>(row.instructions),
    spoken: jsonOrNull<KeptFile>(row.spoken),
    language: row.language,
    otherWords: jsonOrNull<BriefBody['otherWords']>(row.otherWords) ?? {},
    attachments: fromJson<Attachment[]>(row.attachments),
    how: row.how,
    accepts: fromJson<HandInKind[]>(row.accepts),
    voiceAnswers: Boolean(row.voiceAnswers),
    scoring: fromJson<Scoring>(row.scoring),
    points: row.pointsMilli,
    aims: fromJson<string[]>(row.aims),
    minutes: row.minutes,
    rounds: row.rounds,
    roundRule: row.roundRule,
    lateRule: jsonOrNull<LateRule>(row.lateRule),
    standingHolds: Boolean(row.standingHolds),
    familyTick: Boolean(row.familyTick),
  };
}

const toRun = (row: BriefRow): QuizRun | null => (row.how === 'quiz' ? jsonOrNull<QuizRun>(row.quizRun) : null);

/** The questions of a quiz as they are stored. */
export type StoredQuestions = Pick<Quiz, 'sets' | 'questions'>;
const NO_QUESTIONS: StoredQuestions = { sets: [], questions: [] };

export function toBriefBody(row: BriefRow): BriefBody {
  const run = toRun(row);
  return { ...toPlainBody(row), quiz: run && { run, ...(jsonOrNull<StoredQuestions>(row.questions) ?? NO_QUESTIONS) } };
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
    ...toPlainBody(brief),
    ...toSetFor(row),
    quizRun: toRun(brief),
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
    language: body.language,
    otherWords: Object.keys(body.otherWords).length === 0 ? null : body.otherWords,
    attachments: body.attachments,
    how: body.how,
    quizRun: body.quiz?.run ?? null,
    questions: body.quiz && { sets: body.quiz.sets, questions: body.quiz.questions },
    accepts: asks && body.how !== 'quiz' ? body.accepts : [],
    voiceAnswers: asks && body.how !== 'inClass' && body.voiceAnswers,
    // Of a quiz the answers are scored, so the piece is scored by points.
    scoring: asks ? (body.how === 'quiz' ? { by: 'points' } : body.scoring) : { by: 'none' },
    pointsMilli: asks && body.scoring.by !== 'none' ? body.points : null,
    aims: body.aims,
    minutes: body.minutes,
    rounds: body.rounds,
    roundRule: body.roundRule,
    lateRule: body.lateRule,
    standingHolds: body.standingHolds,
    familyTick: asks && body.familyTick,
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
