import fc from 'fast-check';
import { namesInFile, takeHomeNames, whichTakenHome, type TakenHome } from '.';

const aFile = (more: Partial<TakenHome> = {}): TakenHome => ({
  className: 'Rivers 8',
  student: ['Lindqvist', 'Bao'],
  title: 'Meander notes',
  version: 1,
  ending: 'pdf',
  ...more,
});

it.each<[string, Partial<TakenHome>, string]>([
  ['the plain case', {}, 'Rivers-8_Lindqvist_Bao_Meander-notes_v1.pdf'],
  ['signs that some system refuses', { title: 'What is "flow"? a/b: c*|<d>\\e' }, 'Rivers-8_Lindqvist_Bao_What-is-flow-ab-cde_v1.pdf'],
  ['underscores, dots and dashes', { className: '8_b.', title: '..secret--plan..' }, '8-b_Lindqvist_Bao_secret-plan_v1.pdf'],
  ['a name of one letter and none', { student: ['', 'O'] }, 'Rivers-8_O_Meander-notes_v1.pdf'],
  ['another script', { student: ['Lindqvist', 'نورة'], title: 'Größe 東京' }, 'Rivers-8_Lindqvist_نورة_Größe-東京_v1.pdf'],
  ['pictures of characters, of which nothing unseen stays', { title: 'Sea ☔️ 1️⃣ 👩‍🏫\u3164' }, 'Rivers-8_Lindqvist_Bao_Sea-1_v1.pdf'],
  ['nothing that can stand', { title: '???' }, 'Rivers-8_Lindqvist_Bao_x_v1.pdf'],
  ['an ending nobody knows', { ending: 'p df!' }, 'Rivers-8_Lindqvist_Bao_Meander-notes_v1.bin'],
])('names %s', (_case, more, expected) => expect(takeHomeNames([aFile(more)])).toEqual([expected]));

it('numbers what would be the same on a system that does not tell upper from lower case', () => {
  expect(takeHomeNames([aFile(), aFile({ ending: 'csv' }), aFile({ student: ['Lindqvist', 'BAO'] })])).toEqual([
    'Rivers-8_Lindqvist_Bao_Meander-notes_v1.pdf',
    'Rivers-8_Lindqvist_Bao_Meander-notes_v1_2.csv',
    'Rivers-8_Lindqvist_BAO_Meander-notes_v1_3.pdf',
  ]);
});

it('counts so that names sort as they are counted', () => {
  const names = takeHomeNames(Array.from({ length: 11 }, () => aFile()));
  expect(names[9]).toBe('Rivers-8_Lindqvist_Bao_Meander-notes_v1_10.pdf');
  expect(names.slice(1).sort()).toEqual(names.slice(1));
  expect(whichTakenHome('Rivers-8_Lindqvist_Bao_Meander-notes_v1_2.pdf', names)).toBe(1);
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
    student: fc.array(text, { maxLength: 2 }),
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

it('has a student’s names in the order of the class', () => {
  const bao = { givenName: 'Bao', familyName: 'Lindqvist' };
  expect([namesInFile(bao, 'familyFirst'), namesInFile(bao, 'givenFirst')]).toEqual([
    ['Lindqvist', 'Bao'],
    ['Bao', 'Lindqvist'],
  ]);
});
