import { mkdtemp, readdir, rm, writeFile, utimes } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough, Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { fileStore, isShownInline, safeFileName } from './file-store';

let folder: string;
let store: ReturnType<typeof fileStore>;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'jolly-store-'));
  store = fileStore(folder);
});
afterEach(() => rm(folder, { recursive: true, force: true }));
const from = (bytes: string | Buffer) => Readable.from([Buffer.from(bytes)]);
const arriving = () => readdir(join(folder, 'arriving'));

it('keeps the same bytes once, under their fingerprint', async () => {
  const [one, two] = [await store.keep(from('tide')), await store.keep(from('tide'))];
  expect(two).toEqual(one);
  expect(one).toMatchObject({ size: 4, mediaType: 'text/plain' });
  expect(one.fingerprint).toMatch(/^[0-9a-f]{64}$/);
  expect(await text((await store.read(one.fingerprint))!.stream)).toBe('tide');
  expect(await arriving()).toEqual([]);
});

it('says that bytes are not there instead of failing', async () => expect(await store.read('0'.repeat(64))).toBeNull());

it('leaves nothing of an upload whose line breaks', async () => {
  const broken = Readable.from(
    (async function* () {
      yield Buffer.from('half');
      throw new Error('line broke');
    })(),
  );
  await expect(store.keep(broken)).rejects.toThrow('line broke');
  expect(await arriving()).toEqual([]);
});

it('hears of what broke before anybody read it', async () => {
  const broken = new PassThrough();
  const keeping = store.keep(broken);
  broken.destroy(new Error('broke at once'));
  await expect(keeping).rejects.toThrow('broke at once');
  expect(await arriving()).toEqual([]);
});

it('clears away at start what a killed server left half written, not what another is writing', async () => {
  await store.prepare();
  for (const name of ['orphan', 'growing']) await writeFile(join(folder, 'arriving', name), 'half');
  const longAgo = new Date(Date.now() - 2 * 3_600_000);
  await utimes(join(folder, 'arriving', 'orphan'), longAgo, longAgo);
  await store.prepare();
  expect(await arriving()).toEqual(['growing']);
});

it.each([
  ['a PDF', '%PDF-1.7\n%âãÏÓ\n', 'application/pdf', true],
  ['plain text', 'The tide turns twice a day.', 'text/plain', true],
  ['a table', 'station,seconds\r\n1,14', 'text/plain', true],
  ['a page', '  <!DOCTYPE html><p>hello', 'application/octet-stream', false],
  ['a drawing that can carry scripts', '<svg xmlns="http://www.w3.org/2000/svg"/>', 'application/octet-stream', false],
  ['something with zeros in it', Buffer.from([1, 0, 2]), 'application/octet-stream', false],
])('knows %s by its bytes, not its name', async (_case, bytes, mediaType, inline) => {
  const kept = await store.keep(from(bytes));
  expect([kept.mediaType, isShownInline(kept.mediaType)]).toEqual([mediaType, inline]);
});

it.each([
  ['notes.txt', 'notes.txt'],
  ['../../../etc/shadow', 'shadow'],
  ['a\u0000b\u202egnp.exe', 'abgnp.exe'],
  ['...', 'file'],
  ['', 'file'],
  ['Карта “залива”.pdf', 'Карта “залива”.pdf'],
  [`${'m'.repeat(250)}.tar.gz`, `${'m'.repeat(197)}.gz`],
])('keeps the name %j as %j', (sent, kept) => expect(safeFileName(sent)).toBe(kept));
