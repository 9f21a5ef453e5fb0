import { HOUR_MS, type Instant } from '../quantities';
import { answerMark } from './answer-mark';
import type { Answer } from './answer-share';
import { answerSpread, entryWords } from './answer-spread';
import { isTeacherScored, TRUE_FALSE, type Question } from './question';

/** When things happened to a question that is asked in the lesson. */
export interface LiveTimes {
  askedAt: Instant;
  /** ended by whoever asked it; null: not yet */
  endedAt: Instant | null;
  /** since when everybody sees how it was answered, and the key; null: not yet */
  spreadAt: Instant | null;
  keyAt: Instant | null;
}

/** A question that somebody forgot to end takes no answers after so long. */
export const LONGEST_LIVE_MS = 3 * HOUR_MS;

/**
 * Does it take answers? Until it is ended, its key is shown, or a lesson is long over: a time that is compared, not an act
 * that must run (docs/rules.md, choices).
 */
export const takesAnswers = ({ askedAt, endedAt, keyAt }: Pick<LiveTimes, 'askedAt' | 'endedAt' | 'keyAt'>, now: Instant): boolean =>
  endedAt === null && keyAt === null && now < askedAt + LONGEST_LIVE_MS;

/** May it be asked in the lesson? What only a teacher can score gathers nothing that a board could show. */
export const canBeAskedLive = ({ kind }: Pick<Question, 'kind'>): boolean => !isTeacherScored(kind);

/** One way of answering on the board. */
export interface BoardLine {
  /** an option's words, `true` or `false`, a text as it was first written; empty: nothing was answered */
  label: string;
  count: number;
  /** null until the key is shown */
  right: boolean | null;
  /** of a place on a picture: where, in ten-thousandths of its width and height */
  at: readonly [number, number] | null;
}
export interface BoardSpread {
  /** of a question with gaps: which one */
  gap: number | null;
  lines: BoardLine[];
}

const isPlace = (answer: Answer): answer is readonly [number, number] =>
  Array.isArray(answer) && answer.length === 2 && answer.every((one) => typeof one === 'number');

/**
 * How a question was answered, for everybody to see: without names, and before the key is shown without a word or an order
 * that would tell it. Options stand as they were written, anything else by how many answered so.
 */
export function boardSpread(question: Question, answers: readonly Answer[], { withKey }: { withKey: boolean }): BoardSpread[] {
  if (question.kind === 'one' || question.kind === 'several' || question.kind === 'trueFalse') {
    const chose = (id: string) =>
      answers.filter((one) => (Array.isArray(one) ? (one as readonly unknown[]).includes(id) : one === id)).length;
    const options =
      question.kind === 'trueFalse'
        ? TRUE_FALSE.map((id) => ({ id, label: id }))
        : question.options.map((one) => ({ id: one.id, label: entryWords(one) }));
    const isRight = (id: string) => (question.key as readonly string[]).includes(id);
    return [
      { gap: null, lines: options.map(({ id, label }) => ({ label, count: chose(id), right: withKey ? isRight(id) : null, at: null })) },
    ];
  }
  if (question.kind === 'place')
    return [
      {
        gap: null,
        lines: answers
          .filter(isPlace)
          .map((at) => ({ label: '', count: 1, right: withKey ? answerMark(question, at) === 'full' : null, at })),
      },
    ];
  return answerSpread(question, answers).map(({ gap, lines }) => ({
    gap,
    lines: lines
      .map(({ label, count, as }): BoardLine => ({ label, count, right: withKey ? as === 'key' || as === 'near' : null, at: null }))
      .sort((a, b) => Number(a.label === '') - Number(b.label === '') || b.count - a.count || (a.label < b.label ? -1 : 1)),
  }));
}
