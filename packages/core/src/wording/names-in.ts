import { LANGUAGES, languageRead, type InLanguages, type Language } from '../languages';
import type { Rubric, RubricLevel } from '../rubric';
import type { Band, Scheme } from '../totals';

type Wanted = readonly (Language | null | undefined)[];

/** What was written in the dearest language in which there is something; undefined: as it was written first. */
function read<T>(
  wanted: Wanted,
  own: Language | undefined,
  words: InLanguages<T> | undefined,
  isWritten: (one: T) => boolean,
): T | undefined {
  const written = LANGUAGES.filter((one) => one !== own && words?.[one] !== undefined && isWritten(words[one]));
  const to = own === undefined ? wanted.find((one) => one != null && written.includes(one)) : languageRead(wanted, own, written);
  return to == null || to === own ? undefined : words?.[to];
}
const isText = (text: string) => text.trim() !== '';

/**
 * Bands with their names in a language, as far as the teacher wrote them so; where each begins is the same in every language.
 * @param wanted languages from the dearest on; null: not known
 * @example bandsIn(['fr'], { bandsLanguage: 'en', bands: [{ name: 'Good', from: 60_000, otherNames: { fr: 'Bien' } }] })[0].name
 *   -> 'Bien'; for someone who wants ['en', 'fr'] -> 'Good'
 */
export const bandsIn = (wanted: Wanted, { bands, bandsLanguage }: Pick<Scheme, 'bands' | 'bandsLanguage'>): Band[] =>
  bands.map((band) => ({ ...band, name: read(wanted, bandsLanguage, band.otherNames, isText)?.trim() ?? band.name }));

/**
 * A rubric with what its criteria and levels are called in a language, as far as its author wrote them so; points and ids are
 * the same in every language. Each is read by itself: what has no name in that language keeps its first.
 * @param wanted languages from the dearest on; null: not known
 */
export function rubricIn(wanted: Wanted, rubric: Rubric): Rubric {
  const { language, criteria } = rubric;
  const levelIn = (level: RubricLevel): RubricLevel => {
    const words = read(wanted, language, level.otherWords, (one) => isText(one.name) || isText(one.descriptor));
    return words ? { ...level, name: words.name.trim() || level.name, descriptor: words.descriptor.trim() || level.descriptor } : level;
  };
  return {
    ...rubric,
    criteria: criteria.map((criterion) => ({
      ...criterion,
      name: read(wanted, language, criterion.otherNames, isText)?.trim() ?? criterion.name,
      levels: criterion.levels.map(levelIn),
    })),
  };
}
