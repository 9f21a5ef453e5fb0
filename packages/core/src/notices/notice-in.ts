import type { Language } from '../languages';
import { phraseIn, topicIn, type FilledPhrase } from '../phrases';
import { EMPTY_TEXT, isBlank, type RichText } from '../richtext';

/** What a teacher wrote, in one language. */
export interface WrittenNotice {
  title: string;
  text: RichText;
}

/**
 * A notice as somebody reads it in a language: sentences of the phrase stock in that language, the teacher's own words in it if
 * they wrote them, else as they were written. Nothing is ever translated by a machine.
 *
 * @returns `wordsLanguage`: in which language title and text are where the teacher wrote them; null: they wrote none
 */
export function noticeIn(
  language: Language,
  notice: { language: Language; words: { [L in Language]?: WrittenNotice }; phrases: readonly FilledPhrase[] },
): WrittenNotice & { phrases: string[]; wordsLanguage: Language | null } {
  const isWritten = (words: WrittenNotice | undefined) => words !== undefined && (words.title.trim() !== '' || !isBlank(words.text));
  const wordsLanguage = [language, notice.language].find((one) => isWritten(notice.words[one])) ?? null;
  const words = wordsLanguage === null ? undefined : notice.words[wordsLanguage];
  const [first] = notice.phrases;
  return {
    title: words?.title.trim() || (first ? topicIn(language, first.id) : ''),
    text: words?.text ?? EMPTY_TEXT,
    phrases: notice.phrases.map((phrase) => phraseIn(language, phrase)),
    wordsLanguage,
  };
}
