import type { InLanguages, Language } from '../languages';
import type { Rubric, RubricLevel } from '../rubric';
import type { Band } from '../totals';

type Wanted = readonly (Language | null | undefined)[];
/** What was written in the dearest language in which there is something. */
const read = <T>(wanted: Wanted, words: InLanguages<T> | undefined, isWritten: (one: T) => boolean): T | undefined =>
  wanted.flatMap((one) => (one && words?.[one] !== undefined && isWritten(words[one]) ? [words[one]] : []))[0];

/**
 * Bands with their names in a language, as far as the teacher wrote them so; where each begins is the same in every language.
 * @param wanted languages from the dearest on; null: not known
 * @example bandsIn(['fr'], [{ name: 'Good', from: 60_000, otherNames: { fr: 'Bien' } }])[0].name -> 'Bien'
 */
export const bandsIn = (wanted: Wanted, bands: readonly Band[]): Band[] =>
  bands.map((band) => ({ ...band, name: read(wanted, band.otherNames, (one) => one.trim() !== '')?.trim() ?? band.name }));

/**
 * A rubric with what its criteria and levels are called in a language, as far as its author wrote them so; points and ids are
 * the same in every language.
 * @param wanted languages from the dearest on; null: not known
 */
export function rubricIn(wanted: Wanted, rubric: Rubric): Rubric {
  const levelIn = (level: RubricLevel): RubricLevel => {
    const words = read(wanted, level.otherWords, (one) => one.name.trim() !== '' || one.descriptor.trim() !== '');
    return words ? { ...level, name: words.name.trim() || level.name, descriptor: words.descriptor.trim() || level.descriptor } : level;
  };
  return {
    ...rubric,
    criteria: rubric.criteria.map((criterion) => ({
      ...criterion,
      name: read(wanted, criterion.otherNames, (one) => one.trim() !== '')?.trim() ?? criterion.name,
      levels: criterion.levels.map(levelIn),
    })),
  };
}
