import { aSchool, aServer, doc, HOUR, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let id: string;
let own: string;
let theirs: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued());
  own = `/api/my/work/${id}/messages`;
  theirs = `/api/assignments/${id}/pieces/${school.bao.id}/messages`;
});
afterEach(() => server.close());
const say = (text: string, fileIds: string[] = []) => ({ text, fileIds });

it('is between a student and all teachers of the class, and nobody else', async () => {
  const [bao, hana, finch, lund, stranger] = await Promise.all(
    ['bao', 'hana', 'finch', 'lund', 'stranger'].map((name) => server.person(name)),
  );
  expect((await bao!.post(own, say('May I use ink?'))).status).toBe(201);
  server.clock.now += HOUR;
  await lund!.post(theirs, say('Yes.'));
  const seen = (await finch!.get(theirs)).body.messages;
  expect(
    seen.map((one: { by: string; text: string; teacher: boolean; mine: boolean }) => [one.by, one.text, one.teacher, one.mine]),
  ).toEqual([
    ['Bao Lind', 'May I use ink?', false, false],
    ['lund Test', 'Yes.', true, false],
  ]);
  expect((await hana!.get(own)).body.messages).toEqual([]);
  expect((await stranger!.get(theirs)).status).toBe(404);
});

it('refuses nothing at all, too much, and files of somebody else', async () => {
  const [bao, hana, finch] = [await server.person('bao'), await server.person('hana'), await server.person('finch')];
  expect((await bao.post(own, say('   '))).body.type).toBe('message.empty');
  expect((await bao.post(own, say('x'.repeat(4001)))).status).toBe(400);
  const hers = (await hana.upload(`${own}/files`, Buffer.from('a'), 'hers.txt')).body;
  expect((await bao.post(own, say('', [hers.id]))).body.type).toBe('file.notYours');
  expect((await finch.get(theirs)).body.messages).toEqual([]);
});

it('carries files, which the other side has once they are sent', async () => {
  const [bao, hana, finch] = [await server.person('bao'), await server.person('hana'), await server.person('finch')];
  const file = (await bao.upload(`${own}/files`, Buffer.from('depths'), 'depths.txt')).body;
  const fetchIt = async (who: typeof bao) => (await who.get(`/api/files/${file.id}`)).status;
  expect([await fetchIt(bao), await fetchIt(finch)]).toEqual([200, 404]);
  await bao.post(own, say('', [file.id]));
  expect([await fetchIt(finch), await fetchIt(hana)]).toEqual([200, 404]);
  expect((await finch.get(theirs)).body.messages[0].files).toMatchObject([{ name: 'depths.txt' }]);
  const back = (await finch.upload(`${theirs}/files`, Buffer.from('corrected'), 'corrected.txt')).body;
  await finch.post(theirs, say('', [back.id]));
  expect((await bao.get(`/api/files/${back.id}`)).status).toBe(200);
});

it('counts what was not read, on both sides, and tells once a message', async () => {
  const [bao, finch, lund] = [await server.person('bao'), await server.person('finch'), await server.person('lund')];
  const unread = async (who: typeof finch) => (await who.get(`/api/assignments/${id}/pieces`)).body.rows[0].collecting.unread;
  for (const text of ['one', 'two']) await bao.post(own, say(text));
  expect([await unread(finch), await unread(lund)]).toEqual([2, 2]);
  await finch.post(`${theirs}/read`);
  expect([await unread(finch), await unread(lund)]).toEqual([0, 2]);
  server.clock.now += HOUR;
  await finch.post(theirs, say('three'));
  expect((await bao.get('/api/my/work')).body.pieces[0].unread).toBe(1);
  await bao.post(`${own}/read`);
  expect((await bao.get(`/api/my/work/${id}`)).body.piece.unread).toBe(0);
  const news = async (who: typeof finch) =>
    (await who.get('/api/news')).body.news
      .filter((one: { kind: string }) => one.kind === 'message')
      .map((one: { word: string }) => one.word);
  expect([(await news(lund)).sort(), await news(bao)]).toEqual([['one', 'two'], ['three']]);
});

it('keeps an assignment from going back to a draft, for it would be lost', async () => {
  const [bao, finch] = [await server.person('bao'), await server.person('finch')];
  await bao.post(own, say('a question'));
  const { briefId } = (await finch.get(`/api/assignments/${id}`)).body;
  const { version } = (await finch.get(`/api/briefs/${briefId}`)).body;
  expect((await finch.post(`/api/briefs/${briefId}/withdraw`, { version })).body.type).toBe('assignment.begun');
});

it('goes on after the piece is closed, for then it is needed most', async () => {
  const bao = await server.person('bao');
  server.clock.now += 30 * 24 * HOUR;
  expect((await bao.put(`/api/my/work/${id}/text`, { text: doc('late'), version: 0 })).body.type).toBe('piece.closed');
  expect((await bao.post(own, say('I was ill'))).status).toBe(201);
});
