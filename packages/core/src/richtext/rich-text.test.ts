import { isBlank, plainText, richTextProblem, textOf, wordCount } from '.';

const doc = (...content: unknown[]) => ({ type: 'doc', content });
const p = (text: string, marks?: unknown[]) => ({ type: 'paragraph', content: [{ type: 'text', text, ...(marks ? { marks } : {}) }] });
const deep = (n: number): unknown => (n === 0 ? p('x') : { type: 'blockquote', content: [deep(n - 1)] });

it.each([
  ['plain paragraphs', textOf('one\n\ntwo'), null],
  ['a heading and a safe link', doc({ type: 'heading', attrs: { level: 2 }, content: [] }, p('x', [{ type: 'link', attrs: { href: 'https://tern.example/a' } }])), null],
  ['a script link', doc(p('x', [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }])), 'unsafeLink'],
  ['an unknown node', doc({ type: 'iframe' }), 'unknownNode'],
  ['a node named like an object method', doc({ type: 'constructor' }), 'unknownNode'],
  ['an unknown mark', doc(p('x', [{ type: 'onclick' }])), 'unknownMark'],
  ['a stray field', doc({ type: 'paragraph', html: '<b>' }), 'badShape'],
  ['a stray attribute', doc({ type: 'paragraph', attrs: { style: 'x' } }), 'badAttribute'],
  ['a document within a document', doc(doc()), 'unknownNode'],
  ['nesting without end', doc(deep(30)), 'tooDeep'],
  ['200,001 characters', doc(p('x'.repeat(200_001))), 'tooLong'],
  ['something else', 'text', 'badShape'],
])('richTextProblem of %s is %s at most', (_case, value, problem) => expect(richTextProblem(value)?.problem ?? null).toBe(problem));

it('gives the words in any script', () => {
  const text = textOf('The river bends.\nنهر طويل — it’s 40 cm');
  expect(plainText(text)).toBe('The river bends.\nنهر طويل — it’s 40 cm\n');
  expect(wordCount(text)).toBe(8);
  expect(isBlank(textOf('  \n'))).toBe(true);
});
