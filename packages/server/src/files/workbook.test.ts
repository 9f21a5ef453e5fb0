import { readOds, writeOds } from './open-document';
import { unzip } from './read-table';
import { readSheet, writeWorkbook, type Sheet } from './workbook';

const BOUNDS = { rows: 100, columns: 20 };
const parts = async (bytes: Buffer) => new Map((await unzip(bytes)).map(({ name, bytes: part }) => [name, part.toString()]));
const written = async (...sheets: Sheet[]) => parts(await writeWorkbook(sheets));

it('what is written is read again as texts, row by row', async () => {
  const bytes = await writeWorkbook([
    { name: 'Empty', rows: [] },
    { name: 'Names', rows: [['Name', 'Number'], ['Bao', { content: '0042', format: '@' }], [], ['Zoë – Ω', 12.5]], head: 1 },
  ]);
  expect(await readSheet(bytes, BOUNDS)).toEqual([['Name', 'Number'], ['Bao', '0042'], [], ['Zoë – Ω', '12.5']]);
  expect(await readSheet(bytes, { rows: 2, columns: 1 })).toEqual([['Name'], ['Bao']]);
});

it('a text that looks like a formula stays text, and a formula counts by what it came to, or is shown as one', async () => {
  const bytes = await writeWorkbook([{ name: 'S', rows: [['=1+1', { formula: 'A1*2', result: 4 }, null, '-5', '@home']] }]);
  expect(await readSheet(bytes, BOUNDS, 'text')).toEqual([["'=1+1", '=A1*2', '', "'-5", "'@home"]]);
  expect(await readSheet(bytes, BOUNDS)).toEqual([["'=1+1", '4', '', "'-5", "'@home"]]);
  const sheet = (await parts(bytes)).get('xl/worksheets/sheet1.xml')!;
  expect(sheet.match(/<f>[^<]*<\/f>/g)).toEqual(['<f>A1*2</f>']);
  expect(sheet).toContain('<v>4</v>');
});

it('a head is bold and stays in sight, columns are as wide as asked or hidden, a sheet can be hidden', async () => {
  const all = await written(
    {
      name: 'Scores',
      rows: [
        ['Name', 'Id'],
        ['Bao', 'x'],
      ],
      head: 1,
      frozen: { rows: 1, columns: 1 },
      columns: [{ width: 18 }, { hidden: true }],
    },
    { name: 'Shares', rows: [[{ content: 0.5, format: '0.0%' }]], hidden: true },
  );
  const scores = all.get('xl/worksheets/sheet1.xml')!;
  expect(scores).toMatch(/<pane [^>]*xSplit="1"[^>]*ySplit="1"[^>]*state="frozen"/);
  expect(scores).toMatch(/<col min="1" max="1" width="18"/);
  expect(scores).toMatch(/<col min="2" max="2"[^>]*hidden="1"/);
  expect(all.get('xl/styles.xml')).toContain('<b/>');
  expect(all.get('xl/styles.xml')).toContain('0.0%');
  expect(all.get('xl/workbook.xml')).toMatch(/name="Shares"[^>]*state="hidden"/);
});

it('is read from right to left where its words are', async () => {
  const all = await written({ name: 'S', rows: [['الاسم']], rightToLeft: true });
  expect(all.get('xl/worksheets/sheet1.xml')).toMatch(/<sheetView [^>]*rightToLeft="1"/);
});

it('a sheet of the open document format has the same cells, formulas and formats', async () => {
  const bytes = await writeOds([
    { name: 'Empty', rows: [] },
    {
      name: 'Scores',
      head: 1,
      rows: [
        ['Name', 'Share', 'Twice'],
        [
          { content: '0042', format: '@' },
          { content: 0.125, format: '0.0%' },
          { formula: 'IF(B2="",",",B2*2)', result: 0.25 },
        ],
        ['=1+1', 0.1 + 0.2, null],
      ],
    },
  ]);
  expect(await readOds(bytes, BOUNDS)).toEqual([
    ['Name', 'Share', 'Twice'],
    ['0042', '0.125', '0.25'],
    ["'=1+1", '0.3'],
  ]);
  expect((await readOds(bytes, { rows: 2, columns: 3 }, 'text'))![1]).toEqual(['0042', '0.125', '=IF(B2="";",";B2*2)']);
  const content = (await parts(bytes)).get('content.xml')!;
  expect(content).toContain('of:=IF([.B2]=&quot;&quot;;&quot;,&quot;;[.B2]*2)');
  expect(content).toMatch(/number:percentage-style/);
  expect(content).toMatch(/fo:font-weight="bold"/);
  expect(await readOds(Buffer.from([0x50, 0x4b, 3, 4, 0, 0]), BOUNDS)).toBeNull();
});

it('what is no workbook is none', async () => {
  expect(await readSheet(Buffer.from('Name,Number'), BOUNDS)).toBeNull();
  expect(await readSheet(Buffer.from([0x50, 0x4b, 3, 4, 0, 0]), BOUNDS)).toBeNull();
});
