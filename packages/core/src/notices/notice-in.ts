import { LANGUAGES, languageRead, type Language } from '../languages';
import { phraseIn, topicIn, type FilledPhrase } from '../phrases';
import { EMPTY_TEXT, isBlank, type RichText } from '../richtext';

/** What a teacher wrote, in one language. */
export interface WrittenNotice {
  title: string;
  text: RichText;
}
/** A notice as it reads in one language. */
export interface NoticeInLanguage extends WrittenNotice {
  phrases: string[];
  /** of the sentences of the stock */
  language: Language;
  /** in which language title and text are; null: the teacher wrote none */
  wordsLanguage: Language | null;
}

interface Worded {
  language: Language;
  words: { [L in Language]?: WrittenNotice };
  phrases: readonly FilledPhrase[];
}
const isWritten = (words: WrittenNotice | undefined) => words !== undefined && (words.title.trim() !== '' || !isBlank(words.text));

/** The languages that a teacher wrote a notice in. */
const writtenIn = ({ words }: Worded): Language[] => LANGUAGES.filter((one) => isWritten(words[one]));

/**
 * A notice as somebody reads it: sentences of the phrase stock in the dearest of their languages, the teacher's own words in
 * the dearest in which they wrote them, else as they were written first. Nothing is ever translated by a machine.
 *
 * @param wanted languages from the dearest on; null: not known
 * @example noticeIn([null, 'fr'], notice).phrases -> ['À apporter le jeudi 26 novembre : boots.']
 */
export function noticeIn(wanted: readonly (Language | null)[], notice: Worded): NoticeInLanguage {
  const read = languageRead(wanted, notice.language, writtenIn(notice));
  const wordsLanguage = isWritten(notice.words[read]) ? read : null;
  const words = wordsLanguage === null ? undefined : notice.words[wordsLanguage];
  const language = wanted.find((one) => one !== null) ?? notice.language;
  const [first] = notice.phrases;
  return {
    title: words?.title.trim() || (first ? topicIn(language, first.id) : ''),
    text: words?.text ?? EMPTY_TEXT,
    phrases: notice.phrases.map((phrase) => phraseIn(language, phrase)),
    language,
    wordsLanguage,
  };
}

/** The same in the other languages that it was written in, each a press away. @param wanted as for `noticeIn` */
export function noticeInOthers(wanted: readonly (Language | null)[], notice: Worded): NoticeInLanguage[] {
  const { wordsLanguage } = noticeIn(wanted, notice);
  return writtenIn(notice)
    .filter((one) => one !== wordsLanguage)
    .map((one) => noticeIn([one], notice));
}
