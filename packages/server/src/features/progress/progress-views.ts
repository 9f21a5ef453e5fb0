import {
  localDateAt,
  type DaySpan,
  aimResults,
  evidenceOf,
  lookingNow,
  NOTHING_YET,
  percentText,
  shownParts,
  termOfWork,
  type AimEvidence,
  type Instant,
  type Looking,
  type ProgressClass,
  type StateOfPiece,
  type StudentView,
  type ViewPiece,
} from '@jolly/core';
import type { AimView, NextPiece, ProgressCounts, ProgressPiece, ProgressQuery } from '../../contract';
import type { SchoolClass } from '../classes/classes.service';
import type { QuestionAims } from '../quizzes/question-aims.service';
import { isNameless } from '../pieces/nameless';
import { toLevels, toReturnedView } from '../pieces/piece-views';
import type { Given, LeanRecord, PieceRecord } from '../pieces/records';
import type { LeanSight, Sight } from '../pieces/sight';
import { worth, lateCostAt } from '../pieces/worth';

/** Who looks: a teacher counts every score, a student and their family only what was returned. */
export type Viewpoint = 'teacher' | 'student';

/** A piece from this viewpoint. */
export interface Seen<S extends LeanSight = LeanSight> {
  sight: S;
  piece: StateOfPiece;
  view: ViewPiece;
}

export const toProgressClass = ({ scheme, bearing, terms, calendar }: SchoolClass): ProgressClass => ({
  scheme,
  settings: bearing,
  terms,
  zone: calendar.zone,
});

// Boards of classes are kept (pieces/class-boards.service.ts), and with them how their pieces look: of thousands of pieces a
// class only those change by the hour that are late and not in.
const looked: Record<Viewpoint, WeakMap<LeanSight, Seen>> = { teacher: new WeakMap(), student: new WeakMap() };

/** A sight from this viewpoint, with what being late costs by now. */
export function see<S extends LeanSight>(sight: S, viewpoint: Viewpoint, now: Instant): Seen<S> {
  const known = looked[viewpoint].get(sight) as Seen<S> | undefined;
  const seen = known ?? lookAt(sight, viewpoint, now);
  if (!known) looked[viewpoint].set(sight, seen);
  const { due } = sight.resolved.window;
  const { handedInAt, roundDue, carriedLateFrom } = sight.record?.summary ?? NOTHING_YET;
  const inTime = (due === null || now <= due) && roundDue === null && carriedLateFrom.length === 0;
  if (handedInAt !== null || inTime) return seen;
  return { ...seen, view: { ...seen.view, lateCost: lateCostAt(sight, now).takenOff } };
}

function lookAt<S extends LeanSight>(sight: S, viewpoint: Viewpoint, now: Instant): Seen<S> {
  const { record, assignment, resolved, schoolClass } = sight;
  // A score beside a name would tell whose the nameless piece is.
  const mayKnow = viewpoint === 'teacher' && !isNameless(sight);
  const given = mayKnow ? record?.score : record?.returned;
  const piece = mayKnow ? sight.state : sight.toldState;
  const { effective } = worth(sight, given);
  const view: ViewPiece = {
    id: assignment.id,
    category: assignment.categoryId,
    points: assignment.points,
    counts: assignment.countsInTotals,
    bonus: assignment.bonus,
    effective,
    scoredAt: effective === null ? null : (record?.summary.scoredAt ?? null),
    state: piece.state,
    stillAccepted: piece.stillAccepted,
    due: record?.summary.roundDue ?? resolved.window.due,
    closes: resolved.window.closes,
    isIn: assignment.how === 'inClass' || record?.summary.handedInAt != null,
    lateCost: record?.summary.handedInAt == null ? 0 : lateCostAt(sight, record.summary.handedInAt).takenOff,
    belongs: assignment.due ?? assignment.issuedAt ?? now,
    term: termOfWork(schoolClass.terms, schoolClass.calendar.zone, { due: assignment.due, issuedAt: assignment.issuedAt ?? now }),
  };
  return { sight, piece, view };
}

/** The term that is asked for by its place, or the year; left out or beyond the terms there are, the term one is in. */
export function toLooking(schoolClass: SchoolClass, asked: ProgressQuery['term'], now: Instant): Looking {
  if (asked === 'year') return { kind: 'year' };
  return asked !== undefined && asked < schoolClass.terms.length
    ? { kind: 'term', term: asked }
    : lookingNow(toProgressClass(schoolClass), now);
}

/** The days of what is looked at, for what is counted by days; null: all there are. */
export function daysLookedAt(looking: Looking, { terms, zone }: Pick<ProgressClass, 'terms' | 'zone'>): DaySpan | null {
  if (looking.kind === 'dates') return { from: localDateAt(zone, looking.from), to: localDateAt(zone, looking.to) };
  return looking.kind === 'term' && looking.term !== null ? (terms[looking.term] ?? null) : null;
}

const COMING = new Set(['notOpen', 'open', 'started', 'sentBack']);
const WAITING = new Set(['in', 'inLate', 'inClass']);

export function toCounts(seen: readonly Seen[]): ProgressCounts {
  const count = (test: (one: Seen) => boolean) => seen.filter(test).length;
  return {
    missing: count(({ piece }) => piece.state === 'missing'),
    missingStillAccepted: count(({ piece }) => piece.stillAccepted),
    coming: count(({ piece }) => COMING.has(piece.state ?? '')),
    waiting: count(({ piece }) => WAITING.has(piece.state ?? '')),
    returned: count(({ piece }) => piece.state === 'returned'),
    unread: count(({ piece, sight }) => piece.state === 'returned' && sight.record?.summary.readAt == null),
    late: count(({ piece }) => piece.lateBy > 0),
    sentBack: count(({ piece }) => piece.state === 'sentBack'),
  };
}

const MOST_NEXT = 4;
/** What could be done something about first: what adds most, then what is missing for good. */
export function toNext(seen: readonly Seen[], { steps }: StudentView['forecast']): NextPiece[] {
  const place = new Map(steps.map(({ id }, index) => [id, index]));
  return seen
    .filter(({ piece }) => piece.state === 'missing' || piece.state === 'sentBack')
    .sort((a, b) => (place.get(a.view.id) ?? Infinity) - (place.get(b.view.id) ?? Infinity) || (a.view.due ?? 0) - (b.view.due ?? 0))
    .slice(0, MOST_NEXT)
    .map(({ sight, piece, view }) => ({
      id: view.id,
      title: sight.assignment.title,
      state: piece.state as NextPiece['state'],
      stillAccepted: piece.stillAccepted,
      due: view.due,
    }));
}

/** What was given and when, as it is known from this viewpoint: what is held, a correction too, is the teacher's alone. */
function givenTo(
  viewpoint: Viewpoint,
  { score, returned, summary }: PieceRecord | LeanRecord,
): (Pick<Given, 'chosen'> & { at: Instant }) | null {
  if (viewpoint === 'teacher') return score;
  return returned && 'chosen' in returned && summary.lastReturnAt !== null ? { chosen: returned.chosen, at: summary.lastReturnAt } : null;
}

/** What the pieces say about aims, from this viewpoint. Nothing of what is marked without names. */
export function toAims(seen: readonly Seen[], viewpoint: Viewpoint, questionAims: QuestionAims): AimView[] {
  const titles = new Map(seen.map(({ sight }) => [sight.assignment.id, sight.assignment.title]));
  const evidence = seen.flatMap(({ sight, view }): AimEvidence[] => {
    const { assignment, record, member } = sight;
    const score = record && givenTo(viewpoint, record);
    if (!score || isNameless(sight) || (viewpoint === 'student' && view.effective === null)) return [];
    const { id, aims, points, scoring, quizRun } = assignment;
    // A single question of an aim would say whether it was right, where that is never shown.
    const { returnedAt = null } = record?.summary ?? {};
    const mayTell =
      viewpoint === 'teacher' ||
      (quizRun !== null && shownParts(quizRun.shows, { closedForAllAt: null, returned: returnedAt !== null, now: score.at }).marks);
    const ofQuestions = score.chosen?.by === 'quiz' && mayTell;
    return evidenceOf(
      { id, aims, points, rubric: scoring.by === 'rubric' ? scoring.rubric : null },
      {
        effective: view.effective,
        choices: score.chosen?.by === 'rubric' ? score.chosen.choices : {},
        word: score.chosen?.by === 'words' ? score.chosen.word : null,
        at: score.at,
        questions: ofQuestions ? questionAims(id, member.student.id) : [],
      },
    );
  });
  return aimResults(evidence).map(({ aim, latest, typical, evidence: all }) => ({
    aim,
    latest: percentText(latest.share, 0),
    typical: percentText(typical, 0),
    level: latest.level,
    title: titles.get(latest.assignmentId) ?? '',
    pieces: all.length,
  }));
}

export function toPiece({ sight, piece, view }: Seen<Sight>): ProgressPiece {
  const { assignment, resolved, exception, record } = sight;
  const returned = toReturnedView(sight);
  return {
    ...view,
    title: assignment.title,
    familyTick: assignment.familyTick,
    lateBy: piece.lateBy,
    overdue: piece.overdue,
    window: resolved.window,
    trail: resolved.trail,
    exceptionReason: exception?.reason || null,
    returnedAt: record?.summary.lastReturnAt ?? null,
    readAt: record?.summary.readAt ?? null,
    remark: returned?.remark ?? null,
    levels: returned ? toLevels(assignment, returned) : [],
    takenOff: returned?.takenOff ?? 0,
    activeAt: record?.activeAt ?? null,
    againBy: piece.state === 'sentBack' ? (record?.summary.roundDue ?? null) : null,
  };
}
