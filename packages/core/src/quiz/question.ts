import { plainText, type RichText } from '../richtext';
import type { InLanguages, Language } from '../languages';
import type { MilliPercent, MilliPoints } from '../quantities';
import type { Rubric } from '../rubric';
import type { Region } from './region';

/** A text that counts in a gap, with how much of the gap it earns. */
export interface AcceptedText {
  text: string;
  percent: MilliPercent;
}

/** A place where students write a word or a few, and which spellings count (docs/rules.md, 10). */
export interface Gap {
  accepted: AcceptedText[];
  /** in thousandths; a gap of weight 2 000 earns twice as much as one of 1 000 */
  weight: number;
  ignoreCase: boolean;
  ignoreAccents: boolean;
  ignorePunctuation: boolean;
  /** how many letters may be wrong */
  near: 0 | 1 | 2;
  /** what a text with wrong letters earns of what the right one does */
  nearPercent: MilliPercent;
}

/** A number that counts; its tolerance is absolute or a percentage of its size, and neither means exactly. */
export interface AcceptedNumber {
  /** decimal digits with a point, or a fraction: "0.625", "-3", "3/8" */
  value: string;
  tolerance: string | null;
  tolerancePercent: string | null;
  percent: MilliPercent;
}

/** What an answer is compared with: all that scoring needs of a question, without a word of what students read. */
export type Key =
  | { kind: 'one' | 'trueFalse'; options: readonly string[]; key: readonly string[] }
  | { kind: 'several'; options: readonly string[]; key: readonly string[]; mode: 'all' | 'each' }
  | { kind: 'gaps' | 'short'; gaps: readonly Gap[] }
  | { kind: 'number'; accepted: readonly AcceptedNumber[] }
  | { kind: 'match'; pairs: readonly (readonly [string, string])[]; extra: readonly string[]; mode: 'all' | 'each' }
  | { kind: 'order'; items: readonly string[]; mode: 'all' | 'pairs' }
  | { kind: 'place'; regions: readonly Region[] }
  | { kind: TeacherScored };

/** Kinds that only a teacher can score. */
export type TeacherScored = 'own' | 'file' | 'drawing' | 'recording';
export type QuestionKind = Key['kind'];

export const QUESTION_KINDS: readonly QuestionKind[] = [
  'one',
  'several',
  'trueFalse',
  'gaps',
  'short',
  'number',
  'match',
  'order',
  'place',
  'own',
  'file',
  'drawing',
  'recording',
];

/** Something to choose, to match or to put in order. */
export interface Entry {
  id: string;
  text: RichText;
}
/** An option of a choice. */
export interface Choice extends Entry {
  /** stays below the others however they are ordered: "none of these" */
  staysLast: boolean;
  /** what is said to who chose it */
  explanation: string;
}
/** A picture that a place is looked for on: one of our own files, and its size in pixels. */
export interface QuestionPicture {
  id: string;
  name: string;
  size: number;
  mediaType: string;
  alt: string;
}

/** What a question asks for, as its author writes it, key and all. */
export type QuestionForm =
  | { kind: 'one'; options: Choice[]; key: string[] }
  | { kind: 'several'; options: Choice[]; key: string[]; mode: 'all' | 'each' }
  | { kind: 'trueFalse'; key: ('true' | 'false')[] }
  | { kind: 'gaps' | 'short'; gaps: Gap[] }
  | { kind: 'number'; accepted: AcceptedNumber[]; unit: string }
  | { kind: 'match'; left: Entry[]; right: Entry[]; pairs: [string, string][]; mode: 'all' | 'each' }
  | { kind: 'order'; items: Entry[]; mode: 'all' | 'pairs' }
  | { kind: 'place'; picture: QuestionPicture | null; regions: Region[] }
  | { kind: TeacherScored; rubric: Rubric | null };

/** What a question asks in another language: its text, its entries by id, and what is said with the results. */
export interface QuestionWords {
  text: RichText;
  spoken: Question['spoken'];
  entries: Record<string, RichText>;
  explanation: string;
  /** what is said to who chose an option, by the option's id; left out where nothing is */
  ofOptions?: Record<string, string>;
}

/** A question of a quiz or of the question store. */
export type Question = {
  id: string;
  /** what is asked; in `gaps` three low lines or more stand for each gap */
  text: RichText;
  /** the question spoken: the id of one of our own files */
  spoken: { id: string; name: string; size: number; mediaType: string } | null;
  points: MilliPoints;
  /** said to students with the results, as the quiz has it */
  explanation: string;
  aims: string[];
  /** the language it was written in, and what it asks in others; left out where it was written in one alone */
  language?: Language;
  otherWords?: InLanguages<QuestionWords>;
  /** a set of the quiz that it is drawn from; null: everybody gets it */
  setId: string | null;
  /** the kept question it was copied from; null: written here */
  storeId: string | null;
} & QuestionForm;

export const TRUE_FALSE = ['true', 'false'] as const;

/** The key of a question without its words. */
export function keyOf(question: QuestionForm): Key {
  const ids = (entries: readonly Entry[]) => entries.map((one) => one.id);
  switch (question.kind) {
    case 'one':
      return { kind: 'one', options: ids(question.options), key: question.key };
    case 'trueFalse':
      return { kind: 'trueFalse', options: TRUE_FALSE, key: question.key };
    case 'several':
      return { kind: 'several', options: ids(question.options), key: question.key, mode: question.mode };
    case 'match': {
      const paired = new Set(question.pairs.map(([, right]) => right));
      return { kind: 'match', pairs: question.pairs, extra: ids(question.right).filter((id) => !paired.has(id)), mode: question.mode };
    }
    case 'order':
      return { kind: 'order', items: ids(question.items), mode: question.mode };
    default:
      return question;
  }
}

/** Does only a teacher score it? */
export const isTeacherScored = (kind: QuestionKind): kind is TeacherScored =>
  kind === 'own' || kind === 'file' || kind === 'drawing' || kind === 'recording';

const GAP = /_{3,}/g;

/** How many gaps stand in the words of a question. @example a text "A ___ and a ____" -> 2 */
export const gapsIn = (text: RichText): number => (plainText(text).match(GAP) ?? []).length;

/**
 * The plain stretches of a text around its gaps, one more than there are gaps.
 * @example aroundGaps('A ___ and more') -> ['A ', ' and more']
 */
export const aroundGaps = (text: string): string[] => text.split(GAP);
