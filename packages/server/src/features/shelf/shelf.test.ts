import type { BriefReply, ShelfItem, ShelfItemReply, ShelfReply } from '../../contract';
import { aBrief, aSchool, aServer, doc, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const sheet = { title: 'Label sheet', folder: 'Rivers', tags: ['labels'], body: { kind: 'worksheet' as const, text: doc('Name: ___') } };
const kept = async () => (await (await server.person('finch')).post('/api/shelf', sheet)).body as ShelfItem;
const listOf = async (who: string) =>
  ((await (await server.person(who)).get('/api/shelf')).body as ShelfReply).items.map((one) => one.title);

it('keeps things for their owner, and for colleagues they are shared with', async () => {
  const [finch, lund] = [await server.person('finch'), await server.person('lund')];
  const item = await kept();
  expect([await listOf('finch'), await listOf('lund')]).toEqual([['Label sheet'], []]);
  const changed = await finch.put(`/api/shelf/${item.id}`, { ...sheet, folder: 'Landforms', sharedWith: [school.lund.id], version: 1 });
  expect(changed.body).toMatchObject({ folder: 'Landforms', sharedWith: [school.lund.id], version: 2 });
  expect([await listOf('lund'), await listOf('stranger')]).toEqual([['Label sheet'], []]);
  expect((await lund.get(`/api/shelf/${item.id}`)).body).toMatchObject({
    own: false,
    owner: 'finch Test',
    sharedWith: [],
    body: sheet.body,
  });
  expect((await lund.put(`/api/shelf/${item.id}`, { ...sheet, sharedWith: [], version: 2 })).status).toBe(404);
  expect((await finch.put(`/api/shelf/${item.id}`, { ...sheet, sharedWith: [], version: 1 })).body).toMatchObject({
    type: 'conflict.changedMeanwhile',
    current: { folder: 'Landforms' },
  });
  expect((await finch.del(`/api/shelf/${item.id}`)).status).toBe(204);
  expect(await listOf('lund')).toEqual([]);
});

it('is another thing only as another item', async () => {
  const finch = await server.person('finch');
  const { id } = await kept();
  const rubric = { ...sheet, body: { kind: 'rubric', rubric: { name: '', criteria: [] } } };
  expect((await finch.put(`/api/shelf/${id}`, { ...rubric, sharedWith: [], version: 1 })).body.type).toBe('shelf.otherKind');
});

it('a shared assignment is set again with its files, and the shelf says where', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  const file = (await finch.upload('/api/files', Buffer.from('the valley'), 'map.txt')).body;
  const {
    classes: _,
    fromShelf: __,
    ...brief
  } = aBrief([], {
    attachments: [{ id: '7a1d4f0e-5c1b-4e0a-8a44-3f1f6f1c2b11', title: 'Map', use: 'toRead', example: false, kind: 'file', file }],
  });
  const item = (
    await finch.post('/api/shelf', {
      title: 'Valley model',
      folder: '',
      tags: [],
      body: { kind: 'assignment', brief, window: null, termStart: null },
    })
  ).body as ShelfItem;
  const again = { ...aBrief([school.maps], { attachments: brief.attachments }), fromShelf: item.id };
  expect((await stranger.post('/api/briefs', again)).status).toBe(404);
  const body = ((await finch.get(`/api/shelf/${item.id}`)).body as ShelfItemReply).body;
  await finch.put(`/api/shelf/${item.id}`, {
    title: 'Valley model',
    folder: '',
    tags: [],
    body,
    sharedWith: [school.stranger.id],
    version: 1,
  });
  const draft = (await stranger.post('/api/briefs', again)).body as BriefReply;
  expect(draft.attachments).toMatchObject([{ file: { name: 'map.txt' } }]);
  expect(String((await stranger.get(`/api/files/${file.id}`)).body)).toBe('the valley');
  expect((await stranger.get(`/api/shelf/${item.id}`)).body.usedIn).toMatchObject([{ className: 'Maps' }]);
  expect((await finch.get(`/api/shelf/${item.id}`)).body).toMatchObject({ used: 1, usedIn: [] });
});

it('what was kept by an earlier release is set again with what briefs have learnt to say since', async () => {
  const finch = await server.person('finch');
  const { classes, fromShelf: _, ...brief } = aBrief([school.rivers]);
  const body = { kind: 'assignment', brief, window: null, termStart: null };
  const { id } = (await finch.post('/api/shelf', { ...sheet, body })).body as ShelfItem;
  await server.sequelize.query(
    `UPDATE shelf_items SET body = JSON_REMOVE(body, '$.brief.language', '$.brief.otherWords', '$.brief.familyTick') WHERE id = ?`,
    { replacements: [id] },
  );
  const item = (await finch.get(`/api/shelf/${id}`)).body as ShelfItemReply;
  expect(item.body).toMatchObject({ brief: { language: 'en', otherWords: {}, familyTick: false } });
  expect((await finch.put(`/api/shelf/${id}`, { ...sheet, body: item.body, sharedWith: [], version: 1 })).status).toBe(200);
  const again = { ...(item.body as { brief: object }).brief, classes, fromShelf: id };
  expect((await finch.post('/api/briefs', again)).status).toBe(201);
});
