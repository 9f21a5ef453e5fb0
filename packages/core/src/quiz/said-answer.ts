import type { QuestionKind } from './question';

/** Kinds that are answered in writing. Where the teacher allows it, their answers may be said aloud instead. */
export const WRITTEN_KINDS: readonly QuestionKind[] = ['gaps', 'short', 'number', 'own'];

/** Is a question of this kind answered in writing? */
export const isWritten = (kind: QuestionKind): boolean => WRITTEN_KINDS.includes(kind);

/** Longest id of a file. */
const LONGEST_ID = 36;

/** An answer that was said aloud. @param fileId the recording's, among the files of the student's work */
export const saidAnswer = (fileId: string): { said: string } => ({ said: fileId });

/**
 * The recording by which a written question was answered, or null if it was answered otherwise. Only a teacher can score it
 * (docs/rules.md, 10).
 *
 * @param answer anything; it may come from outside
 * @example saidIn('short', { said: 'f1' }) -> 'f1'; saidIn('match', { said: 'f1' }) -> null, for there `said` is an entry's id
 */
export function saidIn(kind: QuestionKind, answer: unknown): string | null {
  if (!isWritten(kind) || typeof answer !== 'object' || answer === null || Array.isArray(answer)) return null;
  const { said, ...rest } = answer as Record<string, unknown>;
  return typeof said === 'string' && said !== '' && said.length <= LONGEST_ID && Object.keys(rest).length === 0 ? said : null;
}

/** Ids of the files that an answer names: what was said, or what was put up. */
export function filesInAnswer(kind: QuestionKind, answer: unknown): string[] {
  const said = saidIn(kind, answer);
  if (said !== null) return [said];
  if (kind !== 'file' && kind !== 'drawing' && kind !== 'recording') return [];
  return Array.isArray(answer) ? answer.filter((one: unknown): one is string => typeof one === 'string') : [];
}
