import { entryOrder, scrambledItems } from './draw';
import { TRUE_FALSE, type Entry, type Question, type QuestionKind, type QuestionPicture } from './question';

/** A question as a student is asked it: nothing of its key, no explanation, and lists in the try's own order. */
export interface AskedQuestion {
  id: string;
  kind: QuestionKind;
  text: Question['text'];
  spoken: Question['spoken'];
  points: number;
  /** to choose from; the left side of a match; what is to be put in order */
  entries: Entry[];
  /** the right side of a match */
  partners: Entry[];
  gaps: number;
  unit: string;
  picture: QuestionPicture | null;
}

const bare = ({ id, text }: Entry): Entry => ({ id, text });
const blank = { entries: [], partners: [], gaps: 0, unit: '', picture: null };
const plainEntry = (id: string): Entry => ({ id, text: { type: 'doc', content: [] } });

/**
 * What a student sees of a question before any result (docs/rules.md, 11).
 *
 * @param seed of the try; null: lists in their written order, which for what is to be put in order would give it away
 * @param ownOptions options in an order of the try's own
 */
export function askedQuestion(question: Question, { seed, ownOptions }: { seed: string; ownOptions: boolean }): AskedQuestion {
  const { id, kind, text, spoken, points } = question;
  const common = { ...blank, id, kind, text, spoken, points };
  switch (question.kind) {
    case 'one':
    case 'several':
      return { ...common, entries: (ownOptions ? entryOrder(seed, id, question.options) : question.options).map(bare) };
    case 'trueFalse':
      return { ...common, entries: TRUE_FALSE.map(plainEntry) };
    case 'gaps':
    case 'short':
      return { ...common, gaps: question.gaps.length };
    case 'number':
      return { ...common, unit: question.unit };
    case 'match':
      return { ...common, entries: question.left.map(bare), partners: entryOrder(seed, id, question.right).map(bare) };
    case 'order':
      return { ...common, entries: scrambledItems(seed, id, question.items).map(bare) };
    case 'place':
      return { ...common, picture: question.picture };
    default:
      return common;
  }
}
