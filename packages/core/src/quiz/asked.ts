import { LANGUAGES, languageRead, type InLanguages, type Language } from '../languages';
import { isBlank } from '../richtext';
import { entryOrder, scrambledItems } from './draw';
import { TRUE_FALSE, type Entry, type Question, type QuestionKind, type QuestionPicture, type QuestionWords } from './question';

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
  /** where it can be read in several languages: which this is, and the same in the others */
  language?: Language;
  otherWords?: InLanguages<AskedWords>;
}
/** What is asked in another language. */
export type AskedWords = Omit<QuestionWords, 'explanation' | 'ofOptions'>;

const isWritten = (words: AskedWords | undefined) => words !== undefined && (!isBlank(words.text) || words.spoken !== null);

/** The other languages in which a question can be read. @example a question without them -> [] */
export const otherLanguagesOf = ({ otherWords }: { otherWords?: InLanguages<AskedWords> }): Language[] =>
  LANGUAGES.filter((one) => isWritten(otherWords?.[one]));

/** Nothing of what is said with the results: that would be told before them. */
function wordsAsked({ language, otherWords }: Question): Pick<AskedQuestion, 'language' | 'otherWords'> {
  if (language === undefined || otherWords === undefined) return {};
  const words = LANGUAGES.flatMap((one) => {
    const { text, spoken, entries } = otherWords[one] ?? {};
    return text === undefined || spoken === undefined || entries === undefined ? [] : [[one, { text, spoken, entries }] as const];
  });
  return { language, otherWords: Object.fromEntries(words) };
}

/**
 * A question as somebody reads it who wants it in these languages; what it came in stays beside the others. What is chosen,
 * matched or put in order is named by id, so an answer means the same in every language.
 * @param wanted languages from the dearest on; null: not known
 * @returns the question itself where nothing is to be turned
 */
export function askedIn(wanted: readonly (Language | null | undefined)[], asked: AskedQuestion): AskedQuestion {
  const { language, otherWords, text, spoken, entries, partners } = asked;
  if (language === undefined || otherWords === undefined) return asked;
  const to = languageRead(wanted, language, otherLanguagesOf(asked));
  if (to === language) return asked;
  const { [to]: words, ...others } = otherWords;
  const read = (entry: Entry): Entry => {
    const own = words!.entries[entry.id];
    return own === undefined || isBlank(own) ? entry : { ...entry, text: own };
  };
  const before = Object.fromEntries([...entries, ...partners].map((one) => [one.id, one.text]));
  return {
    ...asked,
    text: isBlank(words!.text) ? text : words!.text,
    spoken: words!.spoken,
    entries: entries.map(read),
    partners: partners.map(read),
    language: to,
    otherWords: { ...others, [language]: { text, spoken, entries: before } },
  };
}

/**
 * A question with what is said with its results in the dearest language in which it was written: of the question, and of each
 * option, each by itself.
 * @param wanted languages from the dearest on; null: not known
 * @returns the question itself where nothing is to be turned
 */
export function explainedIn(wanted: readonly (Language | null | undefined)[], question: Question): Question {
  const { language, otherWords } = question;
  if (language === undefined || otherWords === undefined) return question;
  const read = (first: string, said: (words: QuestionWords) => string | undefined): string => {
    const told = LANGUAGES.filter((one) => otherWords[one] !== undefined && (said(otherWords[one])?.trim() ?? '') !== '');
    const to = languageRead(wanted, language, told);
    return to === language ? first : said(otherWords[to]!)!;
  };
  const explanation = read(question.explanation, (words) => words.explanation);
  if (question.kind !== 'one' && question.kind !== 'several') return { ...question, explanation };
  const options = question.options.map((one) => ({ ...one, explanation: read(one.explanation, (words) => words.ofOptions?.[one.id]) }));
  return { ...question, explanation, options };
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
  const common = { ...blank, id, kind, text, spoken, points, ...wordsAsked(question) };
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
