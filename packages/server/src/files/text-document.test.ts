import type { RichNode } from '@jolly/core';
import mammoth from 'mammoth';
import { unzip } from './read-table';
import { DOCX, ODT, textDocument } from './text-document';

const words = (text: string, ...marks: string[]): RichNode => ({ type: 'text', text, marks: marks.map((type) => ({ type })) });
const paragraph = (...content: RichNode[]): RichNode => ({ type: 'paragraph', content });
const item = (...content: RichNode[]): RichNode => ({ type: 'listItem', content });
const text: RichNode = {
  type: 'doc',
  content: [
    { type: 'heading', attrs: { level: 2 }, content: [words('Where rivers bend')] },
    paragraph(words('Fast '), words('outside', 'bold'), words(' & <slow>'), { type: 'hardBreak' }, words('inside', 'italic')),
    { type: 'orderedList', content: [item(paragraph(words('One')), { type: 'bulletList', content: [item(paragraph(words('Under one')))] }), item(paragraph(words('Two')))] },
    { type: 'table', content: [{ type: 'tableRow', content: [{ type: 'tableHeader', content: [paragraph(words('Depth'))] }, { type: 'tableCell', content: [paragraph(words('2 m'))] }] }] },
    paragraph({ type: 'text', text: 'A map', marks: [{ type: 'link', attrs: { href: 'https://maps.example/a?b=1&c=2' } }] }),
    paragraph({ type: 'text', text: 'A trap', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] }),
    paragraph(words('النهر يجري')),
    paragraph(words('two  spaces\u0000')),
  ],
}; // prettier-ignore
const page = { title: 'Meanders', facts: ['Bao Lind', 'Rivers'], parts: [{ title: '', text }] };

it('as DOCX is read by a program that nobody here wrote, with its structure', async () => {
  const bytes = await textDocument(page, 'docx');
  const { value } = await mammoth.convertToHtml({ buffer: bytes });
  for (const part of [
    '<h1>Meanders</h1>',
    '<h2>Where rivers bend</h2>',
    'Fast <strong>outside</strong> &amp; &lt;slow&gt;<br /><em>inside</em>',
    '<ol><li>One<ul><li>Under one</li></ul></li><li>Two</li></ol>',
    '<td><p>Depth</p></td><td><p>2 m</p></td>',
    'href="https://maps.example/a?b=1&amp;c=2"',
    'النهر يجري',
    'two  spaces',
  ])
    expect(value).toContain(part);
  expect(value).not.toContain('javascript');
  const entries = new Map((await unzip(bytes)).map((entry) => [entry.name, entry.bytes.toString()]));
  expect(entries.get('word/document.xml')).toContain('<w:bidi/>');
  expect(entries.get('[Content_Types].xml')).toContain(DOCX);
});

it('as ODT is a zip that says first what it is, with the same structure', async () => {
  const bytes = await textDocument(page, 'odt');
  // The first entry is not packed, so that what it is stands at a known place.
  expect(bytes.subarray(30, 38).toString()).toBe('mimetype');
  expect(bytes.subarray(38, 38 + ODT.length).toString()).toBe(ODT);
  const content = new Map((await unzip(bytes)).map((entry) => [entry.name, entry.bytes.toString()])).get('content.xml')!;
  for (const part of [
    '<text:h text:outline-level="1" text:style-name="title">Meanders</text:h>',
    '<text:span text:style-name="T-bold">outside</text:span>',
    '&#60;slow&#62;<text:line-break/>',
    '<text:list text:style-name="numbers"><text:list-item><text:p text:style-name="text">One</text:p><text:list text:style-name="dots">',
    'xlink:href="https://maps.example/a?b=1&#38;c=2"',
    '<text:p text:style-name="text-rtl">النهر يجري</text:p>',
    'two<text:s text:c="2"/>spaces',
  ])
    expect(content).toContain(part);
  expect(content).not.toMatch(/javascript|\u0000/);
});
