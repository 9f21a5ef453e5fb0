import type { Instant } from '../quantities';
import type { QuestionSet } from './draw';
import type { Question } from './question';

/** When students are shown a part of their results. */
export type ShowWhen = 'never' | 'atOnce' | 'afterClosing' | 'whenReturned';

/** What students are shown of their results, and when, each by itself. */
export interface Shows {
  /** their score; shown by returning the piece */
  score: Exclude<ShowWhen, 'never'>;
  /** right or wrong for each question */
  marks: ShowWhen;
  key: ShowWhen;
  explanations: ShowWhen;
}

/** How a quiz runs. How often it can be taken, and which try counts, are the assignment's rounds. */
export interface QuizRun {
  limitMinutes: number | null;
  /** questions in an order of each student's own */
  ownOrder: boolean;
  /** with an own order: sets are mixed in instead of keeping their place */
  mixSets: boolean;
  /** options in an order of each student's own */
  ownOptions: boolean;
  /** one question at a time, without going back */
  oneWay: boolean;
  shows: Shows;
}

/** A quiz: how it runs, and its questions in their order. */
export interface Quiz {
  run: QuizRun;
  sets: QuestionSet[];
  questions: Question[];
}

export const FIRST_RUN: QuizRun = {
  limitMinutes: null,
  ownOrder: false,
  mixSets: false,
  ownOptions: true,
  oneWay: false,
  shows: { score: 'whenReturned', marks: 'whenReturned', key: 'afterClosing', explanations: 'whenReturned' },
};
export const EMPTY_QUIZ: Quiz = { run: FIRST_RUN, sets: [], questions: [] };

/** What decides what may be shown of a try that is over. */
export interface ShowInput {
  /** when it has closed for everybody it is set for, longer times included; null: it never closes */
  closedForAllAt: Instant | null;
  /** the piece is returned, and nothing was handed in since */
  returned: boolean;
  now: Instant;
}

/** Which parts of their results students may be shown of a try that is over. */
export interface ShownParts {
  score: boolean;
  marks: boolean;
  key: boolean;
  explanations: boolean;
}

/**
 * What a student is shown of a try of theirs that is over (docs/rules.md, choices). The score is there with the return alone;
 * what is for "after it closes" of a quiz that never closes comes with it too.
 */
export function shownParts(shows: Shows, { closedForAllAt, returned, now }: ShowInput): ShownParts {
  const closed = closedForAllAt !== null && now > closedForAllAt;
  const may = (when: ShowWhen): boolean => {
    if (when === 'never') return false;
    return when === 'atOnce' || returned || (when === 'afterClosing' && closed);
  };
  return { score: returned, marks: may(shows.marks), key: may(shows.key), explanations: may(shows.explanations) };
}

/** What is doubtful about how a quiz runs; it is said before it goes out. */
export type RunDoubt = 'keyWithTriesLeft' | 'neverCloses';

/** @param tries how often it can be taken; null: as often as wanted */
export function runDoubts({ shows }: QuizRun, { tries, closes }: { tries: number | null; closes: boolean }): RunDoubt[] {
  const doubts: RunDoubt[] = [];
  if (tries !== 1 && (shows.key === 'atOnce' || shows.explanations === 'atOnce')) doubts.push('keyWithTriesLeft');
  if (!closes && Object.values(shows).includes('afterClosing')) doubts.push('neverCloses');
  return doubts;
}
