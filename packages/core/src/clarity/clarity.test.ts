import fc from 'fast-check';
import { compare, ratio, ratioText } from '../quantities';
import { textOf, type RichText } from '../richtext';
import { lixBand, readability, unsaid, type ToldOf } from '.';

describe('readability', () => {
  it.each<[string, string, number, number, number, [number, number] | null, string | null]>([
    // 7 words in 2 sentences, 2 of them long (Explain, meanders): 7/2 + 200/7 = 449/14, about 32.
    ['two sentences', 'Draw the river. Explain why it meanders.', 7, 2, 2, [449, 14], 'Explain why it meanders.'],
    // 10/1 + 100 × 4/10 = 50.
    ['one long one', 'Compare the pictures and describe what has happened to us', 10, 1, 4, [50, 1], 'Compare the pictures and describe what has happened to us'], // prettier-ignore
    ['a point inside a number, before a small letter and at a name', 'It is 3.5 m wide, e.g. at noon. See it!', 12, 2, 0, [6, 1], 'It is 3.5 m wide, e.g. at noon.'], // prettier-ignore
    ['lines without marks', 'Read it\nDraw it\n\nSay why', 6, 3, 0, [2, 1], 'Read it'],
    ['a quotation that ends one', 'He said “Stop!” Then it rained.', 6, 2, 0, [3, 1], 'He said “Stop!”'],
    ['another writing', 'اقرأ النص. لماذا يتعرج النهر؟ ارسمه', 6, 3, 0, [2, 1], 'لماذا يتعرج النهر؟'],
    ['nothing', ' … ', 0, 0, 0, null, null],
  ])('of %s', (_, text, words, sentences, longWords, lix, longest) => {
    const found = readability(textOf(text));
    expect([found.words, found.sentences, found.longWords, found.longest?.text ?? null]).toEqual([words, sentences, longWords, longest]);
    expect(found.lix && ratioText(found.lix)).toEqual(lix && { num: String(lix[0]), den: String(lix[1]) });
  });

  it('ends a sentence with each point of a list and cell of a table', () => {
    const p = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
    const list = { type: 'bulletList', content: ['Measure it', 'Draw it'].map((text) => ({ type: 'listItem', content: [p(text)] })) };
    expect(readability({ type: 'doc', content: [p('Do this:'), list] } as RichText)).toMatchObject({ words: 6, sentences: 3 });
  });

  it('grows with long words, and never counts more sentences or long words than words', () => {
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z]{1,9}[.?]?$/), { minLength: 1, maxLength: 30 }), (words) => {
        const found = readability(textOf(words.join(' ')));
        expect(found.sentences).toBeLessThanOrEqual(found.words);
        expect(found.longWords).toBeLessThanOrEqual(found.words);
        expect(found.longest!.words).toBeLessThanOrEqual(found.words);
        expect(compare(found.lix!, ratio(1))).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it.each([
    [29, 'veryEasy'],
    [30, 'easy'],
    [40, 'middling'],
    [59, 'hard'],
    [60, 'veryHard'],
  ])('a LIX of %d is %s', (lix, band) => {
    expect(lixBand(ratio(lix))).toBe(band);
  });
});

describe('what is not said', () => {
  const told: ToldOf = {
    instructions: textOf('Explain what the tide does.'),
    how: 'handIn',
    accepts: ['text', 'files'],
    minutes: null,
    scoredBy: 'points',
    examples: 0,
    dues: [1, null],
  };
  const of = (more: Partial<ToldOf>) => unsaid({ ...told, ...more });
  const say = (text: string) => of({ instructions: textOf(text) });

  it('is asked in the order in which students would, and nothing before there is a word', () => {
    expect(of({})).toEqual(['when', 'form', 'howLong', 'good']);
    expect(of({ instructions: textOf('') })).toEqual([]);
  });

  it('is said by what is set', () => {
    expect(of({ dues: [1], accepts: ['text'], minutes: 20, examples: 1 })).toEqual([]);
    expect(of({ dues: [1], accepts: ['text'], minutes: 20, scoredBy: 'rubric' })).toEqual([]);
    expect(of({ dues: [1], accepts: ['text'], minutes: 20, scoredBy: 'done' })).toEqual([]);
    expect(of({ how: 'quiz', dues: [1] })).toEqual([]);
    expect(of({ how: 'inClass', dues: [] })).toEqual([]);
  });

  it.each([
    ['howLong', 'Explain it in 150 words.'],
    ['howLong', 'Write two pages about it.'],
    ['howLong', 'Explica en 5 líneas.'],
    ['howLong', 'Écris une page.'],
    ['howLong', 'اكتب 5 جمل'],
    ['form', 'Photograph your drawing.'],
    ['form', 'Sube una foto.'],
    ['form', 'Déposez un fichier.'],
    ['form', 'ارسم الوادي'],
    ['good', 'A good answer names both sides.'],
    ['good', 'It must show the scale.'],
    ['good', 'Debe incluir una escala.'],
    ['good', 'Critères : clarté.'],
    ['good', 'يجب أن يظهر المقياس'],
  ] as const)('%s is said by “%s”', (what, text) => {
    expect(say(text)).not.toContain(what);
  });

  it('is not said by a number of something else', () => {
    expect(say('The ford is 12 m wide.')).toContain('howLong');
  });
});
