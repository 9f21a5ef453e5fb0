import fc from 'fast-check';
import { cleanRichText, filesIn, isBlank, plainText, richTextProblem, textOf, textStarts, wordCount, type RichNode } from '.';

const doc = (...content: unknown[]) => ({ type: 'doc', content });
const p = (text: string, marks?: unknown[]) => ({ type: 'paragraph', content: [{ type: 'text', text, ...(marks ? { marks } : {}) }] });
const deep = (n: number): unknown => (n === 0 ? p('x') : { type: 'blockquote', content: [deep(n - 1)] });

it.each([
  ['plain paragraphs', textOf('one\n\ntwo'), null],
  [
    'a heading and a safe link',
    doc({ type: 'heading', attrs: { level: 2 }, content: [] }, p('x', [{ type: 'link', attrs: { href: 'https://tern.example/a' } }])),
    null,
  ],
  ['a script link', doc(p('x', [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }])), 'unsafeLink'],
  ['an unknown node', doc({ type: 'iframe' }), 'unknownNode'],
  ['a node named like an object method', doc({ type: 'constructor' }), 'unknownNode'],
  ['an unknown mark', doc(p('x', [{ type: 'onclick' }])), 'unknownMark'],
  ['a stray field', doc({ type: 'paragraph', html: '<b>' }), 'badShape'],
  ['a stray attribute', doc({ type: 'paragraph', attrs: { style: 'x' } }), 'badAttribute'],
  ['a document within a document', doc(doc()), 'unknownNode'],
  ['nesting without end', doc(deep(30)), 'tooDeep'],
  ['200,001 characters', doc(p('x'.repeat(200_001))), 'tooLong'],
  [
    'a table with a formula in it',
    doc({
      type: 'table',
      content: [
        {
          type: 'tableRow',
          content: [
            {
              type: 'tableCell',
              attrs: { colspan: 2, rowspan: 1, colwidth: null },
              content: [{ type: 'paragraph', content: [{ type: 'inlineMath', attrs: { latex: 'v=\\frac{s}{t}' } }] }],
            },
          ],
        },
      ],
    }),
    null,
  ],
  ['a picture of ours', doc({ type: 'image', attrs: { fileId: '0b9a4a0e-6c8e-4e8e-9a55-0c1d2e3f4a5b', alt: 'a bend' } }), null],
  ['a picture from elsewhere', doc({ type: 'image', attrs: { src: 'https://tern.example/spy.gif' } }), 'badAttribute'],
  ['a picture of nothing', doc({ type: 'image' }), 'badShape'],
  ['something else', 'text', 'badShape'],
])('richTextProblem of %s is %s at most', (_case, value, problem) => expect(richTextProblem(value)?.problem ?? null).toBe(problem));

it('gives the words in any script', () => {
  const text = textOf('The river bends.\nنهر طويل — it’s 40 cm');
  expect(plainText(text)).toBe('The river bends.\nنهر طويل — it’s 40 cm\n');
  expect(wordCount(text)).toBe(8);
  expect(isBlank(textOf('  \n'))).toBe(true);
});

it('knows where each text stands in the plain words, whatever it is nested in', () => {
  const { node } = fc.letrec<{ node: RichNode; text: RichNode }>((tie) => ({
    text: fc.record({ type: fc.constant('text'), text: fc.constantFrom('a', 'bend', 'x\n', 'é𝄞') }),
    node: fc.oneof(
      { maxDepth: 4 },
      tie('text'),
      fc.record({ type: fc.constant('inlineMath'), attrs: fc.constant({ latex: 'v=s' }) }),
      fc.record({
        type: fc.constantFrom('paragraph', 'listItem', 'bulletList', 'tableCell', 'hardBreak'),
        content: fc.array(tie('node'), { maxLength: 4 }),
      }),
    ),
  }));
  fc.assert(
    fc.property(fc.array(node, { maxLength: 5 }), (content) => {
      const text: RichNode = { type: 'doc', content: structuredClone(content) };
      const plain = plainText(text);
      for (const [one, at] of textStarts(text)) expect(plain.slice(at, at + one.text!.length)).toBe(one.text);
    }),
  );
});

describe('cleaned', () => {
  const clean = (value: unknown) => cleanRichText(value as Parameters<typeof cleanRichText>[0]);
  it('loses foreign styles, scripts and unsafe links, and keeps the words', () => {
    const pasted = doc(
      {
        type: 'paragraph',
        attrs: { style: 'color:red', textAlign: 'center' },
        content: [{ type: 'text', text: 'Rivers ', marks: [{ type: 'textStyle', attrs: { color: 'red' } }, { type: 'bold' }] }],
      },
      { type: 'iframe', attrs: { src: 'https://tern.example' }, content: [p('stay')] },
      { type: 'script', content: [{ type: 'text', text: 'alert(1)' }] },
      p('link', [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }]),
      { type: 'image', attrs: { src: 'data:image/svg+xml,<svg onload=alert(1)>' } },
    );
    expect(clean(pasted)).toEqual(
      doc(
        { type: 'paragraph', content: [{ type: 'text', text: 'Rivers ', marks: [{ type: 'bold' }] }] },
        p('stay'),
        p('alert(1)'),
        p('link'),
      ),
    );
  });
  it('holds nothing that would be refused, whatever was in it, and cleaned again stays as it is', () => {
    const { node } = fc.letrec((tie) => ({
      node: fc.record(
        {
          type: fc.constantFrom('paragraph', 'heading', 'text', 'image', 'table', 'weird', 'inlineMath'),
          text: fc.string(),
          attrs: fc.dictionary(fc.constantFrom('level', 'src', 'latex', 'onload'), fc.anything()),
          content: fc.array(tie('node'), { maxLength: 3 }),
        },
        { requiredKeys: ['type'] },
      ),
    }));
    fc.assert(
      fc.property(fc.array(node, { maxLength: 4 }), (content) => {
        const cleaned = clean(doc(...content));
        expect(richTextProblem(cleaned)).toBeNull();
        expect(clean(cleaned)).toEqual(cleaned);
      }),
    );
  });
  it('leaves what is ours, and finds the files it shows', () => {
    const ours = doc(
      { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'x' }] },
      { type: 'image', attrs: { fileId: '0b9a4a0e-6c8e-4e8e-9a55-0c1d2e3f4a5b', alt: '' } },
    );
    expect(clean(ours)).toEqual(ours);
    expect(filesIn(clean(ours))).toEqual(['0b9a4a0e-6c8e-4e8e-9a55-0c1d2e3f4a5b']);
  });
});
