import { wordCount, type RichNode, type RichText } from './rich-text';

/** What was written into each space of a worksheet, by the space's key. */
export type Answers = Record<string, RichNode[]>;

const EMPTY: RichNode[] = [{ type: 'paragraph' }];

/** What stands in the answer spaces of a worksheet; empty if it has none. A space within a space is part of that. */
export function answersOf(text: RichNode): Answers {
  const answers: Answers = {};
  const visit = (node: RichNode): void => {
    if (node.type === 'answerSpace') answers[String(node.attrs?.key)] ??= node.content ?? EMPTY;
    else node.content?.forEach(visit);
  };
  visit(text);
  return answers;
}

/** Are only parts of this worksheet for writing in? Without any answer space the whole of it is. */
export const hasAnswerSpaces = (text: RichNode): boolean => Object.keys(answersOf(text)).length > 0;

/**
 * The worksheet with these answers in its spaces. Whatever else was changed on the way is as the teacher
 * wrote it: of a student's copy only the answers are taken.
 */
export function withAnswers(sheet: RichText, answers: Answers): RichText {
  const seen = new Set<string>();
  const visit = (node: RichNode): RichNode => {
    if (node.type === 'answerSpace') {
      const key = String(node.attrs?.key);
      // A space that was copied has the key of the first; the answer stands in that one.
      const answer = seen.has(key) ? undefined : answers[key];
      seen.add(key);
      return { ...node, content: answer && answer.length > 0 ? answer : (node.content ?? EMPTY) };
    }
    return node.content ? { ...node, content: node.content.map(visit) } : node;
  };
  return visit(sheet) as RichText;
}

/** What a student's copy is after they wrote on it: on a sheet with answer spaces only what is in them. */
export const writtenOn = (sheet: RichText, copy: RichText): RichText =>
  hasAnswerSpaces(sheet) ? withAnswers(sheet, answersOf(copy)) : copy;

/** Answers for which the sheet, as it was corrected, has no space any more. */
export function answersWithoutSpace(sheet: RichText, answers: Answers): Answers {
  const spaces = answersOf(sheet);
  return Object.fromEntries(Object.entries(answers).filter(([key]) => !Object.hasOwn(spaces, key)));
}

/**
 * How many words a student wrote on their copy of a worksheet: those in its answer spaces; without any the whole copy is theirs.
 * @example a task of 12 words with "salt and sand" in its space -> 3
 */
export const writtenWords = (copy: RichText): number =>
  hasAnswerSpaces(copy)
    ? Object.values(answersOf(copy)).reduce((sum, content) => sum + wordCount({ type: 'doc', content }), 0)
    : wordCount(copy);
