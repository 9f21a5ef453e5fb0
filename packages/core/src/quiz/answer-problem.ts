import type { Key } from './question';
import { numberRatio } from './read-number';
import { saidIn } from './said-answer';

/** Longer than anything that is asked for in a gap or a short answer. */
export const LONGEST_SHORT_ANSWER = 500;
/** Of an answer in own words. */
export const LONGEST_ANSWER = 20_000;
/** Of a question that asks for files. */
export const MOST_ANSWER_FILES = 5;

/** Why an answer cannot be taken. */
export type AnswerProblem = 'wrongForm' | 'noSuchOption' | 'stoodTwice' | 'notANumber' | 'tooLong' | 'outsidePicture';

const isText = (value: unknown): value is string => typeof value === 'string';
const isTexts = (value: unknown): value is string[] => Array.isArray(value) && value.every(isText);
const twice = (ids: readonly string[]) => new Set(ids).size < ids.length;

function idsProblem(answer: unknown, known: readonly string[]): AnswerProblem | null {
  if (!isTexts(answer)) return 'wrongForm';
  if (twice(answer)) return 'stoodTwice';
  return answer.every((id) => known.includes(id)) ? null : 'noSuchOption';
}

/**
 * Why an answer has not the form that its question asks for, or null. Checked while answering, so that nothing is scored 0 that
 * was only written otherwise.
 *
 * @param answer anything; it may come from outside
 * @param may `say`: what is answered in writing may be said aloud
 * @example answerProblem({ kind: 'number', accepted: [] }, 'ten') -> 'notANumber'
 */
export function answerProblem(key: Key, answer: unknown, may: { say: boolean } = { say: false }): AnswerProblem | null {
  if (answer === null) return null;
  if (saidIn(key.kind, answer) !== null) return may.say ? null : 'wrongForm';
  switch (key.kind) {
    case 'one':
    case 'trueFalse':
      if (!isText(answer)) return 'wrongForm';
      return key.options.includes(answer) ? null : 'noSuchOption';
    case 'several':
      return idsProblem(answer, key.options);
    case 'order':
      return idsProblem(answer, key.items);
    case 'short':
      if (!isText(answer)) return 'wrongForm';
      return answer.length > LONGEST_SHORT_ANSWER ? 'tooLong' : null;
    case 'gaps':
      if (!Array.isArray(answer) || answer.length > key.gaps.length || !answer.every((one) => one === null || isText(one)))
        return 'wrongForm';
      return answer.some((one) => isText(one) && one.length > LONGEST_SHORT_ANSWER) ? 'tooLong' : null;
    case 'number':
      return isText(answer) && numberRatio(answer) !== null ? null : 'notANumber';
    case 'match': {
      if (typeof answer !== 'object' || Array.isArray(answer)) return 'wrongForm';
      const given = Object.entries(answer as Record<string, unknown>);
      const right = new Set([...key.pairs.map(([, r]) => r), ...key.extra]);
      if (!given.every(([, r]) => isText(r))) return 'wrongForm';
      return given.every(([l, r]) => key.pairs.some(([left]) => left === l) && right.has(r as string)) ? null : 'noSuchOption';
    }
    case 'place':
      if (!Array.isArray(answer) || answer.length !== 2 || !answer.every((one) => Number.isInteger(one))) return 'wrongForm';
      return answer.every((one: number) => one >= 0 && one <= 10_000) ? null : 'outsidePicture';
    case 'own':
      if (!isText(answer)) return 'wrongForm';
      return answer.length > LONGEST_ANSWER ? 'tooLong' : null;
    default:
      return isTexts(answer) && answer.length <= MOST_ANSWER_FILES && !twice(answer) ? null : 'wrongForm';
  }
}
