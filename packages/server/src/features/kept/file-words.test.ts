import { aSchool, aServer, type Server } from '../../testing/school';
import { zip } from '../../testing/zip';
import { writeWorkbook } from '../../files/workbook';

let server: Server;
let files: string;
beforeAll(async () => {
  server = await aServer();
  files = `/api/my/work/${(await (await aSchool(server)).issued()).id}/files`;
});
afterAll(() => server.close());

async function words(bytes: Buffer, name: string) {
  const bao = await server.person('bao');
  const file = (await bao.upload(files, bytes, name)).body;
  const said = await bao.get(`/api/files/${file.id}/words`);
  await bao.del(`${files}/${file.id}`);
  return said.body;
}
const docx = (text: string) =>
  zip({
    '[Content_Types].xml':
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    '_rels/.rels':
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
    'word/document.xml': `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${text
      .split('\n')
      .map((line) => `<w:p><w:r><w:t>${line}</w:t></w:r></w:p>`)
      .join('')}</w:body></w:document>`,
  });

it('are read from text and code in any encoding, a page with a script among them', async () => {
  expect(await words(Buffer.from('Größe: 3 m'), 'a.txt')).toEqual({ kind: 'text', text: 'Größe: 3 m', cut: false });
  expect(await words(Buffer.from('Gr\u00f6\u00dfe', 'latin1'), 'b.txt')).toMatchObject({ text: 'Größe' });
  expect(await words(Buffer.from('<script>alert(1)</script>'), 'page.html')).toMatchObject({
    kind: 'text',
    text: '<script>alert(1)</script>',
  });
  expect(await words(Buffer.from('x'.repeat(200_001)), 'long.txt')).toMatchObject({ cut: true });
});

it('are read from word-processor files', async () => {
  expect(await words(await docx('The tide\nturns twice.'), 'a.docx')).toMatchObject({ kind: 'text', text: 'The tide\n\nturns twice.' });
  const odt = await zip({ 'content.xml': '<o xmlns:text="t"><text:h>Tides</text:h><text:p>twice<text:tab/>a day</text:p></o>' });
  expect(await words(odt, 'a.odt')).toMatchObject({ kind: 'text', text: 'Tides\ntwice\ta day\n' });
});

it('are read from a spreadsheet as a table', async () => {
  const book = await writeWorkbook([
    {
      name: 'Depths',
      rows: [
        ['place', 'depth'],
        ['ford', 1.2],
      ],
    },
  ]);
  expect(await words(book, 'a.xlsx')).toEqual({
    kind: 'table',
    rows: [
      ['place', 'depth'],
      ['ford', '1.2'],
    ],
    cut: false,
  });
});

it('a word-processor file that unpacks to more than any text is refused before it is read, and the next one is read', async () => {
  const bomb = await zip({ 'word/document.xml': Buffer.alloc(80_000_000, 'a') });
  expect(bomb.length).toBeLessThan(500_000);
  expect(await words(bomb, 'bomb.docx')).toEqual({ kind: 'none', why: 'tooLarge' });
  expect(await words(await docx('still here'), 'a.docx')).toMatchObject({ text: 'still here' });
});

it.each([
  ['a zip that is none', Buffer.from('PK\u0003\u0004 and then nothing')],
  ['bytes of a machine', Buffer.from([0, 1, 2, 3, 0, 0, 9])],
  ['a zip with something else in it', 'zip'],
])('%s has no words, and says so', async (_case, bytes) => {
  expect(await words(bytes === 'zip' ? await zip({ 'a.bin': 'x' }) : (bytes as Buffer), 'x.docx')).toEqual({
    kind: 'none',
    why: 'notReadable',
  });
});

it('a picture of 300 million pixels is kept with its size, so that no page tries to draw it', async () => {
  const head = Buffer.from('89504e470d0a1a0a0000000d49484452' + '00004e20' + '00003a98' + '0802000000', 'hex');
  const file = (await (await server.person('bao')).upload(files, Buffer.concat([head, Buffer.alloc(40)]), 'huge.png')).body;
  expect([file.mediaType, file.pixels]).toEqual(['image/png', 300_000_000]);
});

it('a file is given from any byte on, so that sound and film can be heard from any moment', async () => {
  const bao = await server.person('bao');
  const { id } = (await bao.upload(files, Buffer.from('0123456789'), 'a.txt')).body;
  const part = await bao.send('get', `/api/files/${id}`, undefined, { Range: 'bytes=4-6' }).buffer(true);
  expect([part.status, part.body.toString()]).toEqual([206, '456']);
});

it('a second file of the same name gets a number', async () => {
  const bao = await server.person('bao');
  const names = [];
  for (let i = 0; i < 3; i++) names.push((await bao.upload(files, Buffer.from(String(i)), 'Same.csv')).body.name);
  expect(names).toEqual(['Same.csv', 'Same (2).csv', 'Same (3).csv']);
});
