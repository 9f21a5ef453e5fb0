import { LANGUAGES, languageRead, type InLanguages, type Language } from '../languages';
import { isBlank, type RichText } from '../richtext';

/** What a brief says in one language. @typeParam Spoken the recording of its instructions */
export interface BriefWords<Spoken> {
  title: string;
  instructions: RichText;
  spoken: Spoken | null;
}

/** What a brief says, in the language it was written in first and in others beside it. */
export interface WordedBrief<Spoken> extends BriefWords<Spoken> {
  language: Language;
  otherWords: InLanguages<BriefWords<Spoken>>;
}

/** Was anything written here? What is empty was begun and left. */
const isWritten = (words: BriefWords<unknown> | undefined): boolean =>
  words !== undefined && (words.title.trim() !== '' || !isBlank(words.instructions) || words.spoken !== null);

/**
 * The languages in which a brief can be read, its first one in front.
 * @example writtenLanguages({ language: 'en', …, otherWords: { fr: … } }) -> ['en', 'fr']
 */
export const writtenLanguages = ({ language, otherWords }: Pick<WordedBrief<unknown>, 'language' | 'otherWords'>): Language[] => [
  language,
  ...LANGUAGES.filter((one) => one !== language && isWritten(otherWords[one])),
];

/**
 * A brief as somebody reads it: in the dearest of their languages in which it was written, the one it came in beside the
 * others, so that turning it again leads back. A title or instructions that are missing in a language stay as they were
 * written. Nothing is ever translated by a machine.
 *
 * @param wanted languages from the dearest on; null: not known
 * @returns the brief itself where nothing is to be turned
 * @example briefIn(['fr'], { language: 'en', title: 'Ford', otherWords: { fr: { title: 'Gué', … } }, … }).title -> 'Gué'
 */
export function briefIn<Spoken, T extends WordedBrief<Spoken>>(wanted: readonly (Language | null | undefined)[], brief: T): T {
  const { language, otherWords, title, instructions, spoken } = brief;
  const to = languageRead(wanted, language, writtenLanguages(brief).slice(1));
  if (to === language) return brief;
  const { [to]: words, ...others } = otherWords;
  const says = isBlank(words!.instructions) && words!.spoken === null ? { instructions, spoken } : words!;
  return {
    ...brief,
    language: to,
    title: words!.title.trim() || title,
    instructions: says.instructions,
    spoken: says.spoken,
    otherWords: { ...others, [language]: { title, instructions, spoken } },
  };
}
