import fc from 'fast-check';
import { takeHomeNames, whichTakenHome, type TakenHome } from '.';

const aFile = (more: Partial<TakenHome> = {}): TakenHome => ({
  className: 'Rivers 8',
  familyName: 'Lindqvist',
  givenName: 'Bao',
  title: 'Meander notes',
  version: 1,
  ending: 'pdf',
  ...more,
});

it.each<[string, Partial<TakenHome>, string]>([
  ['the plain case', {}, 'Rivers-8_Lindqvist_Bao_Meander-notes_v1.pdf'],
  ['signs that some system refuses', { title: 'What is "flow"? a/b: c*|<d>\\e' }, 'Rivers-8_Lindqvist_Bao_What-is-flow-ab-cde_v1.pdf'],
  ['underscores, dots and dashes', { className: '8_b.', title: '..secret--plan..' }, '8-b_Lindqvist_Bao_secret-plan_v1.pdf'],
  ['a name of one letter and none', { familyName: '', givenName: 'O' }, 'Rivers-8_O_Meander-notes_v1.pdf'],
  ['another script', { givenName: 'نورة', title: 'Größe 東京' }, 'Rivers-8_Lindqvist_نورة_Größe-東京_v1.pdf'],
  ['nothing that can stand', { title: '???' }, 'Rivers-8_Lindqvist_Bao_x_v1.pdf'],
  ['an ending nobody knows', { ending: 'p df!' }, 'Rivers-8_Lindqvist_Bao_Meander-notes_v1.bin'],
])('names %s', (_case, more, expected) => expect(takeHomeNames([aFile(more)])).toEqual([expected]));

it('numbers what would be the same on a system that does not tell upper from lower case', () => {
  expect(takeHomeNames([aFile(), aFile({ ending: 'csv' }), aFile({ givenName: 'BAO' })])).toEqual([
    'Rivers-8_Lindqvist_Bao_Meander-notes_v1.pdf',
    'Rivers-8_Lindqvist_Bao_Meander-notes_v1_2.csv',
    'Rivers-8_Lindqvist_BAO_Meander-notes_v1_3.pdf',
  ]);
});

it.each([
  ['Rivers-8_Lindqvist_Bao_Meander-notes_v1.pdf', 0],
  ['rivers-8_lindqvist_bao_meander-notes_v1 (2).docx', 0],
  ['Rivers-8_Lindqvist_Bao_Meander-notes_v1 - Copy.pdf', 0],
  ['Rivers-8_Lindqvist_Bao_Meander-notes_v1_2.pdf', 1],
  ['Rivers-8_Lindqvist_Bao_Meander-notes_v12.pdf', null],
  ['notes.pdf', null],
])('knows %s again', (name, which) => expect(whichTakenHome(name, takeHomeNames([aFile(), aFile()]))).toBe(which));

it('is safe on every file system, and unique, whatever people are called', () => {
  const text = fc.string({ unit: 'grapheme', maxLength: 90 });
  const file = fc.record({
    className: text,
    familyName: text,
    givenName: text,
    title: text,
    version: fc.integer({ min: 1, max: 99 }),
    ending: fc.string({ maxLength: 10 }),
  });
  fc.assert(
    fc.property(fc.array(file, { maxLength: 8 }), (files) => {
      const names = takeHomeNames(files);
      expect(new Set(names.map((name) => name.normalize('NFKC').toLowerCase())).size).toBe(files.length);
      for (const [index, name] of names.entries()) {
        expect(new TextEncoder().encode(name).length).toBeLessThanOrEqual(255);
        expect(name).toMatch(/^[\p{L}\p{N}\p{M}][\p{L}\p{N}\p{M}._-]*\.[a-z0-9]{1,8}$/u);
        expect(whichTakenHome(name, names)).toBe(index);
      }
    }),
  );
});
