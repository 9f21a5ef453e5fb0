import { partedBy, readTable, workbookKind } from './read-table';

const BOUNDS = { rows: 100, columns: 20 };
const rows = (text: string) => readTable(Buffer.from(text), BOUNDS);

it.each([
  ['a comma', 'Name,Score\nBao,7.5\n', ',', ['Bao', '7.5']],
  [
    'a semicolon, with decimal commas and commas in titles',
    'Name;Rivers, lakes;Seas, coasts\nBao;7,5;8,5\nHana;9;10\n',
    ';',
    ['Bao', '7,5', '8,5'],
  ],
  ['a tab', 'Name\tLast, first\tScore\nBao\tLind, Bao\t7,5\n', '\t', ['Bao', 'Lind, Bao', '7,5']],
  ['a stroke', 'Name|Score\nBao|7,5\n', '|', ['Bao', '7,5']],
  ['quoted cells with the others in them', '"Name";"Words"\n"Bao";"one, two; three"\n', ';', ['Bao', 'one, two; three']],
  ['what most rows say, one torn', 'A,B,C\n1,2,3\n4,5\n6,7,8\n', ',', ['1', '2', '3']],
])('is parted by %s', async (_, text, separator, second) => {
  expect(partedBy(text).separator).toBe(separator);
  expect((await rows(text))[1]).toEqual(second);
});

it('is parted by what its first line says, and rows keep their numbers', async () => {
  expect(await rows('\uFEFFsep=|\r\nName|Score\r\nBao|7,5;8\r\n')).toEqual([[''], ['Name', 'Score'], ['Bao', '7,5;8']]);
});

it('names without anything that parts them are one column', async () => {
  expect(await rows('Bao\nHana\n')).toEqual([['Bao'], ['Hana']]);
});

it('a zip is a workbook by what is in it', () => {
  const entry = (name: string, text = '') => ({ name, bytes: Buffer.from(text) });
  expect(workbookKind([entry('xl/workbook.xml')])).toBe('xlsx');
  expect(workbookKind([entry('mimetype', 'application/vnd.oasis.opendocument.spreadsheet'), entry('content.xml')])).toBe('ods');
  expect(workbookKind([entry('mimetype', 'application/vnd.oasis.opendocument.text'), entry('content.xml')])).toBeNull();
});
