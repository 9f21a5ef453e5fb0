import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { readdir, stat } from 'node:fs/promises';
import { connect } from 'node:net';
import { join } from 'node:path';
import { doc } from '../../testing/school';
import { aRealServer, until } from '../../testing/real-server';

/** The server is killed for real, at each point at which something could be lost, and runs out of room. */
let real: Awaited<ReturnType<typeof aRealServer>>;
let id: string;
let bao: Awaited<ReturnType<(typeof real)['person']>>;
beforeEach(async () => {
  real = await aRealServer();
  ({ id } = await real.school.issued());
  bao = await real.person('bao');
});
afterEach(() => real.close());

const MB = 1024 * 1024;
const TUS = { 'Tus-Resumable': '1.0.0' };
const part = (offset: number) => ({ ...TUS, 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream' });
const count = async (table: string) =>
  Number(((await real.sequelize.query(`SELECT COUNT(*) AS n FROM ${table}`))[0][0] as { n: number }).n);
const piece = async () =>
  (await (await bao.send('GET', `/api/my/work/${id}`)).json()) as {
    piece: { state: string };
    draft: { text: unknown; files: { fingerprint: string; name: string }[] };
    handIn: { receipt: string } | null;
  };
/** From now on a write to the table waits in the database, so that the server can be killed while it does. */
const holdAt = (table: string) => real.sequelize.query(`CREATE TRIGGER hold BEFORE INSERT ON ${table} FOR EACH ROW SET @held = SLEEP(300)`);
const held = () =>
  until(
    async () =>
      ((await real.sequelize.query("SELECT id FROM information_schema.processlist WHERE state = 'User sleep'"))[0] as object[]).length > 0,
  );
const letGo = () => real.sequelize.query('DROP TRIGGER hold');

async function begin(bytes: Buffer, name: string): Promise<string> {
  const metadata = `assignmentId ${Buffer.from(id).toString('base64')},name ${Buffer.from(name).toString('base64')}`;
  const reply = await bao.send('POST', '/api/my/uploads', undefined, {
    ...TUS,
    'Upload-Length': String(bytes.length),
    'Upload-Metadata': metadata,
  });
  expect(reply.status).toBe(201);
  return new URL(reply.headers.get('location')!, real.base).pathname;
}
const offsetOf = async (upload: string) => Number((await bao.send('HEAD', upload, undefined, TUS)).headers.get('upload-offset'));

it('in the middle of 40 MB: what had come is still there, and only the rest is sent', async () => {
  const bytes = randomBytes(40 * MB);
  const upload = await begin(bytes, 'valley.mp4');
  // A line that gives 15 MB and then nothing more.
  const half = new ReadableStream<Uint8Array>({ start: (out) => out.enqueue(bytes.subarray(0, 15 * MB)) });
  const broken = bao
    .send('PATCH', upload, half, { ...part(0), 'Content-Length': String(bytes.length) })
    .catch((error: unknown) => String(error));
  // Asking the server would end the upload: whoever asks is about to go on with it.
  await until(async () => (await stat(join(real.folder, 'files/uploads', upload.split('/').pop()!))).size > 5 * MB);
  await real.kill();
  expect(await broken).toContain('fetch failed');
  await real.start();
  const offset = await offsetOf(upload);
  expect(offset).toBeGreaterThan(5 * MB);
  expect((await piece()).draft.files).toEqual([]);
  expect((await bao.send('POST', `${upload}/finish`)).status).toBe(409);
  expect((await bao.send('PATCH', upload, bytes.subarray(offset), part(offset))).status).toBe(204);
  const file = (await (await bao.send('POST', `${upload}/finish`)).json()) as { fingerprint: string; name: string };
  expect(file).toMatchObject({ name: 'valley.mp4', fingerprint: createHash('sha256').update(bytes).digest('hex') });
  expect((await piece()).draft.files).toHaveLength(1);
});

it('while a whole upload is being attached: it is attached once, when asked again', async () => {
  const bytes = randomBytes(MB);
  const upload = await begin(bytes, 'photo.jpg');
  await bao.send('PATCH', upload, bytes, part(0));
  await holdAt('piece_files');
  const broken = bao.send('POST', `${upload}/finish`).catch((error: unknown) => String(error));
  await held();
  await real.kill();
  expect(await broken).toContain('fetch failed');
  await letGo();
  await real.start();
  expect((await piece()).draft.files).toEqual([]);
  const [first, again] = [await bao.send('POST', `${upload}/finish`), await bao.send('POST', `${upload}/finish`)];
  expect(await again.json()).toEqual(await first.json());
  expect([await count('piece_files'), await readdir(join(real.folder, 'files/arriving'))]).toEqual([1, []]);
});

it('at the moment of handing in: nothing of it is there, the work is, and the same request hands it in', async () => {
  await bao.send('PUT', `/api/my/work/${id}/text`, { text: doc('whole'), version: 0 });
  await holdAt('kept_replies');
  const key = { 'Idempotency-Key': randomUUID() };
  const broken = bao.send('POST', `/api/my/work/${id}/hand-in`, undefined, key).catch((error: unknown) => String(error));
  await held();
  await real.kill();
  expect(await broken).toContain('fetch failed');
  await letGo();
  await real.start();
  expect(await piece()).toMatchObject({ piece: { state: 'started' }, handIn: null, draft: { text: doc('whole') } });
  expect([await count('hand_ins'), await count('kept_replies')]).toEqual([0, 0]);
  expect((await bao.send('POST', `/api/my/work/${id}/hand-in`, undefined, key)).status).toBe(201);
});

it('between hand-in and receipt: it is in, and asking again gives the same receipt', async () => {
  await bao.send('PUT', `/api/my/work/${id}/text`, { text: doc('whole'), version: 0 });
  const key = randomUUID();
  // A browser that sends its request and never hears the answer.
  const deaf = connect(real.port, '127.0.0.1').on('error', () => undefined);
  const headers = Object.entries({ ...bao.headers(), host: 'jolly', 'idempotency-key': key, 'content-length': '0' }).map(
    ([name, value]) => `${name}: ${value}`,
  );
  deaf.pause();
  deaf.write(`POST /api/my/work/${id}/hand-in HTTP/1.1\r\n${headers.join('\r\n')}\r\n\r\n`);
  await until(async () => (await count('hand_ins')) === 1);
  await real.kill();
  deaf.destroy();
  await real.start();
  const stood = await piece();
  expect(stood).toMatchObject({ piece: { state: 'in' }, handIn: { version: 1 } });
  const again = await bao.send('POST', `/api/my/work/${id}/hand-in`, undefined, { 'Idempotency-Key': key });
  expect([again.status, ((await again.json()) as { receipt: string }).receipt, await count('hand_ins')]).toEqual([
    201,
    stood.handIn!.receipt,
    1,
  ]);
});

it('with no room left: it is said, nothing is left behind, and what had come goes on once there is room', async () => {
  await real.kill();
  await real.start({ most: 8 * 1024 });
  const bytes = randomBytes(12 * MB);
  const form = new FormData();
  form.append('file', new Blob([bytes]), 'valley.mp4');
  const refused = await fetch(`${real.base}/api/my/work/${id}/files`, { method: 'POST', headers: bao.headers(), body: form });
  expect([refused.status, ((await refused.json()) as { type: string }).type]).toEqual([507, 'server.diskFull']);
  expect(await readdir(join(real.folder, 'files/arriving'))).toEqual([]);
  const upload = await begin(bytes, 'valley.mp4');
  const full = await bao.send('PATCH', upload, bytes, part(0));
  expect([full.status, ((await full.json()) as { type: string }).type]).toEqual([507, 'server.diskFull']);
  await real.kill();
  await real.start();
  const offset = await offsetOf(upload);
  expect(offset).toBeLessThanOrEqual(8 * MB);
  await bao.send('PATCH', upload, bytes.subarray(offset), part(offset));
  expect(await (await bao.send('POST', `${upload}/finish`)).json()).toMatchObject({
    fingerprint: createHash('sha256').update(bytes).digest('hex'),
  });
});
