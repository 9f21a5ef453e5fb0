import { aSchool, aServer, type Person, type Server } from '../../testing/school';

const TUS = { 'Tus-Resumable': '1.0.0' };
const base64 = (text: string) => Buffer.from(text).toString('base64');
let server: Server;
let bao: Person;
let id: string;
beforeEach(async () => {
  server = await aServer();
  ({ id } = await (await aSchool(server)).issued());
  bao = await server.person('bao');
});
afterEach(() => server.close());

async function begin(size: number): Promise<string> {
  const reply = await bao.send('post', '/api/my/uploads', undefined, {
    ...TUS,
    'Upload-Length': String(size),
    'Upload-Metadata': `assignmentId ${base64(id)},name ${base64('depths.txt')}`,
  });
  expect(reply.status).toBe(201);
  return new URL(String(reply.headers.location), 'http://here').pathname;
}
const more = (upload: string, offset: number, bytes: string) =>
  bao
    .send('patch', upload, undefined, { ...TUS, 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream' })
    .send(bytes);
const offsetOf = async (upload: string) => (await bao.send('head', upload, undefined, TUS)).headers['upload-offset'];

it('a file that comes in parts is attached once it is here whole, and once only', async () => {
  const upload = await begin(12);
  expect((await more(upload, 0, 'three ')).status).toBe(204);
  expect(await offsetOf(upload)).toBe('6');
  expect((await bao.post(`${upload}/finish`)).body.type).toBe('upload.incomplete');
  await more(upload, 6, 'metres');
  const file = (await bao.post(`${upload}/finish`)).body;
  expect(file).toMatchObject({ name: 'depths.txt', size: 12 });
  expect((await bao.post(`${upload}/finish`)).body).toEqual(file);
  expect((await bao.get(`/api/my/work/${id}`)).body.draft.files).toEqual([file]);
});

it('what is given up is gone', async () => {
  const upload = await begin(12);
  expect((await bao.del(upload)).status).toBe(204);
  expect((await bao.post(`${upload}/finish`)).body.type).toBe('upload.gone');
});
