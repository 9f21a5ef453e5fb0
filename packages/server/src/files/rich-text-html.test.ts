import type { RichNode } from '@jolly/core';
import { handInPage, richTextHtml } from './rich-text-html';

const text = (words: string, ...marks: NonNullable<RichNode['marks']>): RichNode => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 ? { marks } : {}),
});
const p = (...content: RichNode[]): RichNode => ({ type: 'paragraph', content });
const doc = (...content: RichNode[]): RichNode => ({ type: 'doc', content });

it.each<[string, RichNode, string]>([
  ['words with signs of the language of pages', doc(p(text('a < b & "c"'))), '<p>a &#60; b &#38; &#34;c&#34;</p>'],
  ['marks within each other', doc(p(text('so', { type: 'bold' }, { type: 'italic' }))), '<p><em><strong>so</strong></em></p>'],
  [
    'a safe link',
    doc(p(text('here', { type: 'link', attrs: { href: 'https://tern.example/?a=1&b=2' } }))),
    '<p><a href="https://tern.example/?a=1&#38;b=2" rel="noopener noreferrer nofollow">here</a></p>',
  ],
  ['a link that would run', doc(p(text('here', { type: 'link', attrs: { href: 'javascript:alert(1)' } }))), '<p>here</p>'],
  [
    'a cell that reaches over two',
    doc({
      type: 'table',
      content: [{ type: 'tableRow', content: [{ type: 'tableCell', attrs: { colspan: 2, rowspan: 1 }, content: [p(text('x'))] }] }],
    }),
    '<table><tr><td colspan="2"><p>x</p></td></tr></table>',
  ],
  [
    'an answer space',
    doc({ type: 'answerSpace', attrs: { key: 'a' }, content: [p(text('1.20 m'))] }),
    '<div class="answer"><p>1.20 m</p></div>',
  ],
  ['a picture, by its words', doc({ type: 'image', attrs: { fileId: 'x', alt: '<b>ford</b>' } }), '<p>[&#60;b&#62;ford&#60;/b&#62;]</p>'],
  ['a formula', doc(p({ type: 'inlineMath', attrs: { latex: 'a<b' } })), '<p><code>a&#60;b</code></p>'],
  ['something unknown, by what is in it', doc({ type: 'script', content: [text('alert(1)')] }), 'alert(1)'],
])('shows %s', (_case, node, html) => expect(richTextHtml(node)).toBe(html));

it('a whole page lets nothing run and asks nothing of anybody', () => {
  const page = handInPage({
    title: '</title><script>alert(1)</script>',
    facts: ['<img src=x onerror=alert(1)>'],
    parts: [{ title: '', text: doc(p(text('ours'))) }],
  });
  expect(page).toContain("default-src 'none'");
  expect(page).not.toMatch(/<script|<img/);
  expect(page).toContain('<p>ours</p>');
});
