import type { PortfolioReply } from '../../contract';
import { unzip } from '../../files/read-table';
import { aSchool, aServer, bytesOf, doc, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let bao: Person;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  bao = await server.person('bao');
  id = (await school.issued({ title: 'Delta & <sea>', accepts: ['text', 'files'] })).id;
});
afterEach(() => server.close());

async function handIn() {
  await bao.put(`/api/my/work/${id}/text`, { text: doc('The river slows down here.'), version: 0 });
  await bao.upload(`/api/my/work/${id}/files`, Buffer.from('width,depth\n1,2\n'), 'float times.csv');
  await bao.post(`/api/my/work/${id}/hand-in`);
}
it('takes what was handed in, once, with a line why that can be said anew', async () => {
  expect((await bao.put('/api/my/portfolio', { assignmentId: id, why: 'Early' })).body.type).toBe('portfolio.nothing');
  await handIn();
  expect((await bao.get('/api/my/portfolio')).body.candidates).toEqual([{ assignmentId: id, title: 'Delta & <sea>', className: 'Rivers' }]);
  await bao.put('/api/my/portfolio', { assignmentId: id, why: 'First' });
  const { pieces, candidates } = (await bao.put('/api/my/portfolio', { assignmentId: id, why: 'My best sketch' })).body as PortfolioReply;
  expect(pieces).toMatchObject([
    {
      title: 'Delta & <sea>',
      why: 'My best sketch',
      own: true,
      excerpt: 'The river slows down here.',
      files: [{ name: 'float times.csv' }],
      effective: null,
      removable: true,
    },
  ]);
  expect(candidates).toEqual([]);
  expect((await bao.del(`/api/my/portfolio/${pieces[0]!.id}`)).status).toBe(204);
  expect((await bao.get('/api/my/portfolio')).body.pieces).toEqual([]);
});

it('a teacher chooses too, takes out only what they chose, and sees only what is of their class', async () => {
  await handIn();
  const finch = await server.person('finch');
  const address = `/api/classes/${school.rivers}/progress/${school.bao.id}/portfolio`;
  await bao.put('/api/my/portfolio', { assignmentId: id, why: 'Mine' });
  const [own] = ((await finch.get(address)).body as PortfolioReply).pieces;
  expect(own).toMatchObject({ why: 'Mine', removable: false });
  expect((await finch.del(`${address}/${own!.id}`)).status).toBe(404);
  await bao.del(`/api/my/portfolio/${own!.id}`);
  const [chosen] = ((await finch.put(address, { assignmentId: id, why: 'Look what you saw' })).body as PortfolioReply).pieces;
  expect((await bao.get('/api/my/portfolio')).body.pieces).toMatchObject([{ why: 'Look what you saw', by: 'finch Test', own: false }]);
  expect((await finch.del(`${address}/${chosen!.id}`)).status).toBe(204);
});

it('goes home as pages with every file, in which nothing that was written becomes markup', async () => {
  await handIn();
  await bao.put('/api/my/portfolio', { assignmentId: id, why: '<script>alert(1)</script>' });
  const files = new Map(
    (await unzip(await bytesOf(bao.get('/api/my/portfolio/zip')))).map((entry) => [entry.name, entry.bytes.toString()]),
  );
  expect([...files.keys()].sort()).toEqual(['01 Delta-sea/float times.csv', '01 Delta-sea/index.html', 'index.html', 'index.json']);
  expect(JSON.parse(files.get('index.json')!)).toMatchObject({
    format: 'jolly-compass-portfolio',
    version: 1,
    pieces: [
      {
        folder: '01 Delta-sea',
        words: 'The river slows down here.',
        files: [{ name: 'float times.csv', sha256: expect.stringMatching(/^[0-9a-f]{64}$/) }],
      },
    ],
  });
  expect(files.get('index.html')).toContain('href="01%20Delta-sea/index.html"');
  const page = files.get('01 Delta-sea/index.html')!;
  expect(page).toContain('The river slows down here.');
  expect(page).toContain('href="float%20times.csv"');
  expect(page + files.get('index.html')!).not.toContain('<script');
});

it('an empty one is a zip all the same', async () => {
  const reply = await bao.get('/api/my/portfolio/zip').buffer();
  expect([reply.status, reply.headers['content-type']]).toEqual([200, 'application/zip']);
});
