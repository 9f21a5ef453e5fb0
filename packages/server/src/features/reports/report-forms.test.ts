import { SHIPPED_REPORTS } from '@jolly/core';
import type { ReportDocument, ReportSection } from './report-document';
import { PAGE_FONTS } from '../../files/page-fonts';
import { reportHtml } from './report-html';
import { laidOut, textWidth } from './report-layout';
import { reportCsv, reportWorkbook, sheetsOf } from './report-tables';
import { sectionText } from './report-text';
import { opened } from '../../testing/spreadsheet';

const work = (...rows: [string, number][]) => ({
  kind: 'table' as const,
  table: {
    id: 'work',
    caption: 'Work',
    columns: [
      { head: 'Title' },
      { head: 'Score', number: true as const },
      { head: 'Points', number: true as const, sheetOnly: true as const },
      { head: 'Sign', blank: true as const },
    ],
    rows: rows.map(([title, score]) => [{ text: title }, { text: `${score} / 20`, value: score }, { text: '20', value: 20 }, { text: '' }]),
    none: 'Nothing to list.',
  },
});
const facts = (total: string) => ({
  kind: 'facts' as const,
  facts: [{ name: 'Total so far', cell: { text: `${total} %`, value: Number(total) } }],
});
const section = (student: string, blocks: ReportSection['blocks'], className = 'Rivers'): ReportSection => ({
  heading: student,
  sub: className,
  student,
  className,
  blocks,
});
const report = (sections: ReportSection[], more: Partial<ReportDocument> = {}): ReportDocument => ({
  title: SHIPPED_REPORTS.progress.title,
  language: 'en',
  landscape: false,
  pageEach: true,
  shading: true,
  made: 'Made Wed 25 Nov 2026',
  sections,
  none: 'Nobody is in this report.',
  ...more,
});
const html = (document: ReportDocument) => reportHtml(document, { fontAt: (name) => `/fonts/${name}`, policy: "'self'" });

describe('a report as a page', () => {
  it('has heads for rows and columns, empty columns to write in, and no script', () => {
    const page = html(report([section('Bao', [facts('70.0'), work(['Delta', 14])])]));
    for (const part of [
      '<th scope="col" dir="auto">Title</th>',
      '<th scope="row" dir="auto">Delta</th>',
      '<td class="blank"></td>',
      '<dt>Total so far</dt><dd dir="auto">70.0 %</dd>',
    ])
      expect(page).toContain(part);
    expect(page).toContain("default-src 'none'");
    expect(page).not.toMatch(/<script|Points/);
  });

  it('breaks no code at its hyphens, however wide its letters are', () => {
    const cell = (text: string) => html(report([section('Bao', [{ kind: 'facts', facts: [{ name: 'Code', cell: { text } }] }])]));
    expect(cell('WMWM-WWWW-MMMM')).toContain('<dd dir="auto" class="whole">WMWM-WWWW-MMMM</dd>');
    expect(cell('82.5 % of all')).toContain('<dd dir="auto">82.5 % of all</dd>');
  });

  it('takes no markup from a title, in the head, the foot of the page or anywhere', () => {
    const page = html(report([section('<img src=x>', [])], { title: '</style><b>"\\' }));
    expect(page).not.toMatch(/<img|<b>|<\/style><b/);
    expect(page.match(/<\/style>/g)).toHaveLength(1);
  });

  it('turns with its language, and is a page of its own with nobody in it', () => {
    const page = html(report([], { language: 'ar' }));
    expect(page).toContain('lang="ar" dir="rtl"');
    expect(page).toContain('th,td{text-align:right}');
    expect(page).toContain('Nobody is in this report.');
  });

  it('is printed as it was chosen', () => {
    const [upright, wide] = [html(report([])), html(report([], { landscape: true, pageEach: false, shading: false }))];
    expect(
      [upright, wide].map((page) => [
        page.includes('A4 portrait'),
        page.includes('break-after:page;'),
        page.includes('nth-child(even)'),
        /@media screen\{html\{zoom/.test(page),
      ]),
    ).toEqual([
      [true, true, true, false],
      [false, false, false, true],
    ]);
  });

  it('is turned where a table is too wide for upright paper, and split with the names again where it is too wide for that', () => {
    const wide = (columns: number) => {
      const heads = Array.from({ length: columns }, (_, at) => ({ head: `Category ${at}`, number: true as const }));
      const rows = ['Annelise Featherstone', 'Bao Lind'].map((name) => [{ text: name }, ...heads.map(() => ({ text: '88.8 %' }))]);
      return report([
        section('', [{ kind: 'table', table: { id: 't', caption: '', columns: [{ head: 'Student' }, ...heads], rows, none: '' } }]),
      ]);
    };
    const tables = (columns: number) =>
      laidOut(wide(columns)).document.sections[0]!.blocks.flatMap((block) => (block.kind === 'table' ? [block.table] : []));
    expect([4, 8, 14].map((columns) => [laidOut(wide(columns)).turned, tables(columns).length])).toEqual([
      [false, 1],
      [true, 1],
      [true, 2],
    ]);
    const [first, second] = tables(14);
    expect([first!.rows, second!.rows].map((rows) => rows.map((row) => row[0]!.text))).toEqual([
      ['Annelise Featherstone', 'Bao Lind'],
      ['Annelise Featherstone', 'Bao Lind'],
    ]);
    expect([first!, second!].flatMap((table) => table.columns.slice(1)).map((column) => column.head)).toEqual(
      wide(14).sections[0]!.blocks.flatMap((block) => (block.kind === 'table' ? block.table.columns.slice(1).map((one) => one.head) : [])),
    );
    expect(second!.caption).toBe('further columns');
    expect(laidOut({ ...wide(4), landscape: true }).turned).toBe(false);
    expect(textWidth('MMMM', 10)).toBeGreaterThan(textWidth('iiii', 10));
  });

  it('breaks lines at words, and within a word only where it is longer than any', () => {
    const page = html(report([section('Bao', [work([`Delta ${'x'.repeat(40)}`, 14])])]));
    expect(page).toContain('overflow-wrap:break-word');
    expect(page).toContain(`Delta <span class="long">${'x'.repeat(40)}</span>`);
  });

  it('finds each of its fonts among the packages', () => {
    for (const path of Object.values(PAGE_FONTS)) expect(() => require.resolve(path)).not.toThrow();
  });
});

describe('a report as sheets', () => {
  const both = [
    report([section('Bao', [facts('70.0'), work(['Delta', 14], ['Oxbow', 9])])]),
    report([section('Hana', [facts('55.5'), work(['Delta', 11])], 'Maps')]),
  ];

  it('has a sheet for each kind of table, whom it is of in front, over all its parts', () => {
    expect(
      sheetsOf(both).map(({ name, columns, rows }) => [
        name,
        columns.map((column) => column.head),
        rows.map((row) => row.map((cell) => cell.text)),
      ]),
    ).toEqual([
      [
        'Summary',
        ['Student', 'Class', 'Total so far'],
        [
          ['Bao', 'Rivers', '70.0 %'],
          ['Hana', 'Maps', '55.5 %'],
        ],
      ],
      [
        'Work',
        ['Student', 'Class', 'Title', 'Score', 'Points', 'Sign'],
        [
          ['Bao', 'Rivers', 'Delta', '14 / 20', '20', ''],
          ['Bao', 'Rivers', 'Oxbow', '9 / 20', '20', ''],
          ['Hana', 'Maps', 'Delta', '11 / 20', '20', ''],
        ],
      ],
    ]);
  });

  it('gives each class of a student a row of its own, with all its facts', () => {
    const heading = (className: string) => ({ kind: 'heading' as const, text: className, className });
    const over = report([
      section(
        'Bao',
        [heading('Rivers'), facts('70.0'), { kind: 'heading', text: 'Forecast' }, facts('60.0'), heading('Maps'), facts('55.5')],
        'Rivers, Maps',
      ),
    ]);
    expect(sheetsOf([over])[0]!.rows.map((row) => [row[1]!.text, row[2]!.text])).toEqual([
      ['Rivers', '60.0 %'],
      ['Maps', '55.5 %'],
    ]);
  });

  it('fills what a class does not have with nothing, and is empty with nobody', async () => {
    const other = report([section('Otto', [{ kind: 'facts', facts: [{ name: 'Band', cell: { text: 'Afloat' } }] }])]);
    expect(sheetsOf([both[0]!, other])[0]!.rows.map((row) => row.map((cell) => cell.text))).toEqual([
      ['Bao', 'Rivers', '70.0 %', ''],
      ['Otto', 'Rivers', '', 'Afloat'],
    ]);
    expect(reportCsv([report([])])).toBe('');
    const book = await opened(await reportWorkbook([report([], { language: 'ar' })], 'xlsx'));
    expect(book.worksheets[0]!.getCell('A1').value).toBe('Nobody is in this report.');
  });

  it('writes percentages as numbers that are shown as before', async () => {
    const book = await opened(await reportWorkbook(both, 'xlsx'));
    const total = book.getWorksheet('Summary')!.getCell('C3');
    expect([total.value, total.numFmt]).toEqual([55.5, '0.0" %"']);
  });
});

it('a section as words of a letter has what the page has, and nothing to sign', () => {
  const note = { kind: 'note' as const, text: 'Dear family,' };
  expect(sectionText(section('Bao', [note, facts('70.0'), work(['Delta', 14]), work(), { kind: 'sign', text: 'Signature' }]))).toBe(
    'Bao\nRivers\n\nDear family,\n\nTotal so far: 70.0 %\n\nWORK\n- Delta · 14 / 20\n\nWORK\nNothing to list.',
  );
});
