import fc from 'fast-check';
import { LANGUAGES, type Language } from '../languages';
import { EMPTY_TEXT, textOf } from '../richtext';
import { bandsIn, briefIn, rubricIn, writtenLanguages, type WordedBrief } from '.';

const ford: WordedBrief<string> = {
  title: 'The ford',
  instructions: textOf('Measure it.'),
  spoken: 'en.webm',
  language: 'en',
  otherWords: {
    fr: { title: 'Le gué', instructions: textOf('Mesurez-le.'), spoken: null },
    es: { title: 'El vado', instructions: EMPTY_TEXT, spoken: null },
    ar: { title: ' ', instructions: EMPTY_TEXT, spoken: null },
  },
};

describe('a brief in several languages', () => {
  it('is read in the dearest in which it was written', () => {
    expect(writtenLanguages(ford)).toEqual(['en', 'es', 'fr']);
    expect([[null, 'fr'], ['ar', 'fr'], ['ar'], ['en', 'fr'], []].map((wanted) => briefIn(wanted as Language[], ford).title)).toEqual([
      'Le gué',
      'Le gué',
      'The ford',
      'The ford',
      'The ford',
    ]);
  });

  it('keeps what is missing in a language as it was written, with its recording', () => {
    expect(briefIn(['es'], ford)).toMatchObject({ title: 'El vado', instructions: ford.instructions, spoken: 'en.webm', language: 'es' });
    expect(briefIn(['fr'], ford)).toMatchObject({ title: 'Le gué', spoken: null });
  });

  it('turned there and back is as it was, and is itself where nothing turns', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...LANGUAGES)), (wanted) => {
        const there = briefIn(wanted, ford);
        const { title, instructions, spoken, language } = briefIn(['en'], there);
        expect({ title, instructions, spoken, language }).toEqual({
          title: ford.title,
          instructions: ford.instructions,
          spoken: ford.spoken,
          language: 'en',
        });
        if (there.language === 'en') expect(there).toBe(ford);
      }),
    ));
});

it('names of criteria, levels and bands are read as far as they were written so; points stay', () => {
  const rubric = {
    name: 'Report',
    criteria: [
      {
        id: 'c',
        name: 'Facts',
        weight: 1000,
        aims: [],
        otherNames: { fr: 'Faits', es: ' ' },
        levels: [
          { id: 'l', name: 'Good', descriptor: 'All', points: 4000, upTo: null, otherWords: { fr: { name: 'Bien', descriptor: '' } } },
        ],
      },
    ],
  };
  const read = (wanted: Language[], language?: Language) =>
    rubricIn(wanted, language ? { ...rubric, language } : rubric).criteria.map(({ name, levels: [level] }) => [
      name,
      level!.name,
      level!.descriptor,
      level!.points,
    ]);
  expect([read(['fr']), read(['es']), read([])]).toEqual([
    [['Faits', 'Bien', 'All', 4000]],
    [['Facts', 'Good', 'All', 4000]],
    [['Facts', 'Good', 'All', 4000]],
  ]);
  // Someone whose dearest language is the first one reads it so, whatever else they read.
  expect([read(['en', 'fr'], 'en'), read(['ar', 'fr'], 'en')]).toEqual([
    [['Facts', 'Good', 'All', 4000]],
    [['Faits', 'Bien', 'All', 4000]],
  ]);
  const scheme = { bandsLanguage: 'en' as const, bands: [{ name: 'Good', from: 60_000, otherNames: { fr: 'Bien' } }] };
  expect(bandsIn(['ar', 'fr'], scheme)).toMatchObject([{ name: 'Bien', from: 60_000 }]);
  expect(bandsIn(['en', 'fr'], scheme)).toMatchObject([{ name: 'Good' }]);
  expect(bandsIn(['en', 'fr'], { bands: scheme.bands })).toMatchObject([{ name: 'Bien' }]);
});
