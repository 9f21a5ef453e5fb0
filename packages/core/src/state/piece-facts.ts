import type { Instant } from '../quantities';

/**
 * What happened to one student's piece of one assignment. Appended, never changed.
 * `opened` is the first time the student began on it; `read` is when they opened returned feedback;
 * `unscored` is when a score that nobody had been shown was taken out again; `rescaled` when the assignment's points
 * were changed and the score with them, which makes it no newer; `tryBegun` when a student began to go through a quiz.
 */
export type PieceFact =
  | {
      kind: 'opened' | 'tryBegun' | 'saved' | 'handedIn' | 'takenBack' | 'scored' | 'unscored' | 'rescaled' | 'returned' | 'read';
      at: Instant;
    }
  | { kind: 'sentBack'; at: Instant; newDue?: Instant };

export type FactKind = PieceFact['kind'];

/** The facts a state needs, without the rest of the story; kept beside the piece so that lists are quick. */
export interface PieceSummary {
  begunAt: Instant | null;
  /** the hand-in that stands: made and not taken back since */
  handedInAt: Instant | null;
  /** lateness is counted against this date instead of the window's, after a send-back with a new date */
  roundDue: Instant | null;
  /** the hand-ins that were sent back, with the round date each was held to; their lateness is kept */
  carriedLateFrom: { due: Instant | null; handedInAt: Instant }[];
  /** sent back, and nothing handed in since */
  sentBackAt: Instant | null;
  /** last score, if it still speaks about what is in: nothing was handed in since, nor taken back from under it */
  scoredAt: Instant | null;
  /** last return, with nothing handed in or sent back since */
  returnedAt: Instant | null;
  /** the last time something was returned, whatever came after */
  lastReturnAt: Instant | null;
  readAt: Instant | null;
  handIns: number;
  roundsSentBack: number;
  /** of a quiz: when the try that is not handed in was begun */
  tryBegunAt?: Instant | null;
}

export const NOTHING_YET: PieceSummary = {
  begunAt: null,
  handedInAt: null,
  roundDue: null,
  carriedLateFrom: [],
  sentBackAt: null,
  scoredAt: null,
  returnedAt: null,
  lastReturnAt: null,
  readAt: null,
  handIns: 0,
  roundsSentBack: 0,
};

/**
 * The summary after one more fact. Folding all facts from NOTHING_YET gives the whole summary, so the row
 * that keeps it can always be rebuilt.
 */
export function afterFact(before: PieceSummary, fact: PieceFact): PieceSummary {
  const { at } = fact;
  switch (fact.kind) {
    case 'opened':
    case 'saved':
      return { ...before, begunAt: before.begunAt ?? at };
    case 'tryBegun':
      return { ...before, begunAt: before.begunAt ?? at, tryBegunAt: at };
    case 'handedIn':
      return {
        ...before,
        ...(before.tryBegunAt == null ? {} : { tryBegunAt: null }),
        begunAt: before.begunAt ?? at,
        handedInAt: at,
        handIns: before.handIns + 1,
        sentBackAt: null,
        scoredAt: null,
        returnedAt: null,
      };
    case 'takenBack':
      // A score that was given for the hand-in goes with it; one recorded while nothing was in stays.
      return { ...before, handedInAt: null, scoredAt: before.handedInAt === null ? before.scoredAt : null };
    case 'sentBack': {
      const carried =
        before.handedInAt === null
          ? before.carriedLateFrom
          : [...before.carriedLateFrom, { due: before.roundDue, handedInAt: before.handedInAt }];
      return {
        ...before,
        handedInAt: null,
        carriedLateFrom: carried,
        roundDue: fact.newDue ?? null,
        sentBackAt: at,
        returnedAt: null,
        roundsSentBack: before.roundsSentBack + 1,
      };
    }
    case 'scored':
      return { ...before, scoredAt: at };
    case 'unscored':
      return { ...before, scoredAt: null };
    case 'rescaled':
      return before;
    case 'returned':
      return { ...before, returnedAt: at, lastReturnAt: at, readAt: null };
    case 'read':
      return { ...before, readAt: before.readAt ?? at };
  }
}

/** The facts as the student may know them: a score counts for them once it is returned (docs/words.md). */
export const summaryForStudent = (summary: PieceSummary): PieceSummary =>
  summary.returnedAt === null && summary.scoredAt !== null ? { ...summary, scoredAt: null } : summary;

/** The summary of a whole story, facts in order of time. */
export function summarise(facts: readonly PieceFact[]): PieceSummary {
  return facts.reduce(afterFact, NOTHING_YET);
}
