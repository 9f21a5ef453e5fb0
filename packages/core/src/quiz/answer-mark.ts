import { compare, ratio, ZERO } from '../quantities';
import { answerShare, isNoAnswer, type Answer, type CountedRight } from './answer-share';
import { keyOf, type Question } from './question';

/** How an answer counts, without a number: all of its question, a part, nothing; or it waits for a teacher. */
export type AnswerMark = 'full' | 'part' | 'none' | 'notAnswered' | 'waits';

/**
 * What an answer earns, in a word (docs/rules.md, 10).
 * @param also what was counted as right afterwards
 * @example an order with 5 of 6 pairs right, scored by pairs -> 'part'
 */
export function answerMark(question: Question, answer: Answer, also: readonly CountedRight[] = []): AnswerMark {
  if (isNoAnswer(answer)) return 'notAnswered';
  const share = answerShare(keyOf(question), answer, also);
  if (share === null) return 'waits';
  return compare(share, ratio(1)) === 0 ? 'full' : compare(share, ZERO) > 0 ? 'part' : 'none';
}

/** What is said to whoever gave this answer: of the options chosen, then of the question; empty: nothing. */
export function explanationOf(question: Question, answer: Answer): string {
  const chosen = Array.isArray(answer) ? (answer as readonly unknown[]) : [answer];
  const options = question.kind === 'one' || question.kind === 'several' ? question.options : [];
  const ofOptions = options.filter((one) => one.explanation !== '' && chosen.includes(one.id)).map((one) => one.explanation);
  return [...ofOptions, question.explanation].filter((one) => one !== '').join('\n');
}
