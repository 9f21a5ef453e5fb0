import type { Answer } from './answer-share';

/** An answer as the server received it. */
export interface GivenAnswer {
  id: string;
  questionId: string;
  answer: Answer;
  /** the answer it takes the place of, as the device knew; null: it knew of none */
  insteadOf: string | null;
}

/** The answers of a try that stand, and those that another device gave without knowing of them. */
export interface StandingAnswers {
  stands: Map<string, GivenAnswer>;
  /** by question: what was given beside what stands, the newest last; it becomes none when another answer is chosen */
  beside: Map<string, GivenAnswer[]>;
}

/**
 * Which of a try's answers stand (docs/rules.md, choices). One that takes the place of what stands, stands; one given by a
 * device that did not know what another had sent lies beside it until the student chooses. Nothing is thrown away.
 *
 * @param given in the order in which the server received them
 */
export function standingAnswers(given: readonly GivenAnswer[]): StandingAnswers {
  const stands = new Map<string, GivenAnswer>();
  const beside = new Map<string, GivenAnswer[]>();
  for (const one of given) {
    const before = stands.get(one.questionId);
    if ((before?.id ?? null) === one.insteadOf) {
      stands.set(one.questionId, one);
      beside.delete(one.questionId);
    } else {
      // Further answers of the same device follow the one that lies beside.
      const others = (beside.get(one.questionId) ?? []).filter((other) => other.id !== one.insteadOf);
      beside.set(one.questionId, [...others, one]);
    }
  }
  return { stands, beside };
}
