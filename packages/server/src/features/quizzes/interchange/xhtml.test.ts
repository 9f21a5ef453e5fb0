import type { RichNode } from '@jolly/core';
import { readHtml } from './html';
import { fromXhtml, toXhtml, type LeftBehind } from './xhtml';
import { readXml, xmlWriter } from './xml';

/** A node as one line: its kind, what it says or holds. */
const shown = ({ type, text, content, attrs }: RichNode): string =>
  type === 'text' ? text! : `${type}${attrs ? JSON.stringify(attrs) : ''}(${(content ?? []).map(shown).join(',')})`;
const missed: LeftBehind[] = [];
const read = (html: string) =>
  fromXhtml(readHtml(html).children, {
    pictureOf: (path) => (path === 'a.png' ? 'file' : null),
    interaction: () => null,
    missed: (what) => void missed.push(what),
  });
const lines = (html: string) => read(html).content!.map(shown);
const image = 'image{"fileId":"file","alt":""}()';

it.each([
  [
    '<ul>loose<li>one</li><ul><li>two</li></ul></ul>',
    ['bulletList(listItem(paragraph(loose)),listItem(paragraph(one)),listItem(paragraph(),bulletList(listItem(paragraph(two)))))'],
  ],
  ['<ol><li><img src="a.png"></li></ol>', [`orderedList(listItem(paragraph(),${image}))`]],
  ['<h1>Rivers <img src="a.png"></h1>', ['heading{"level":2}(Rivers)', image]],
  ['<h4></h4><p>x', ['paragraph(x)']],
  [
    '<table><tr>odd<td colspan="2" rowspan="900">a</td><th>b</table>',
    ['table(tableRow(tableCell{"colspan":2}(paragraph(a)),tableHeader(paragraph(b))))'],
  ],
  ['<p>10\u00a0% \n of</p><p>\u00a0</p>', ['paragraph(10\u00a0% of)']],
  ['<div>'.repeat(5000) + 'deep', ['paragraph(deep)']],
])('a page of any kind becomes what the editor can hold: %#', (html, expected) => expect(lines(html)).toEqual(expected));

it('says what of a page it left', () => {
  missed.length = 0;
  read('<script>x()</script><img src="b.png"><video></video><style>p{}</style>');
  expect(missed).toEqual(['script', 'picture', 'media']);
});

it('what it writes can be read again, whatever signs a text holds', () => {
  const w = xmlWriter('2.1');
  const text = {
    type: 'doc' as const,
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'a\u0000\u000b\ud800 <b> & \u{1f30a}' }] }],
  };
  const xml = w.h('body', {}, ...toXhtml(text.content, w, { pathOf: () => null })).html;
  const again = fromXhtml(readXml(xml).children, { pictureOf: () => null, interaction: () => null, missed: () => undefined });
  expect(again.content!.map(shown)).toEqual(['paragraph(a <b> & \u{1f30a})']);
});
