import { randomUUID } from 'node:crypto';
import type { ClassReply, MyWallItem, NewsReply, NewWallRequest, Wall, WallItem, WallPieceReply, WallReply } from '../../contract';
import { unzip } from '../../files/read-table';
import { aSchool, aServer, bytesOf, doc, HOUR, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let bao: Person;
let hana: Person;
let sketch: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
  sketch = (await school.issued({ title: 'Delta', accepts: ['text', 'files'] })).id;
});
afterEach(() => server.close());

async function wall(more: Partial<NewWallRequest> = {}): Promise<string> {
  const body = { id: randomUUID(), assignmentId: sketch, title: 'Our deltas', prompt: 'Look for the arms.', names: 'given', ...more };
  const reply = await finch.post(`/api/classes/${school.rivers}/walls`, body);
  expect(reply.status).toBe(201);
  return body.id;
}
async function handIn(who: Person, id = sketch, text = 'The river slows down here.') {
  await who.put(`/api/my/work/${id}/text`, { text: doc(text), version: 0 });
  await who.upload(`/api/my/work/${id}/files`, Buffer.from('width,depth\n1,2\n'), 'Bao Lind.csv');
  expect((await who.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
}
const show = (who: Person, id: string, shown = true, assignmentId = sketch) =>
  who.put(`/api/my/walls/${id}/shown`, { of: { assignmentId, pieceId: null }, shown });
const seen = async (who: Person, id: string) => (await who.get(`/api/walls/${id}`)).body as WallReply;
const say = (who: Person, id: string, piece: string, text: string, kind = 'idea', remarkId: string = randomUUID()) =>
  who.post(`/api/my/walls/${id}/pieces/${piece}/remarks`, { id: remarkId, kind, text });
const told = async (who: Person) =>
  ((await who.get('/api/news')).body as NewsReply).news
    .filter((one) => one.kind.startsWith('wall'))
    .map((one) => [one.kind, one.who, one.word]);
const set = async (change: Partial<ClassReply>) => {
  const { version } = ((await finch.get('/api/classes')).body as ClassReply[]).find((one) => one.id === school.rivers)!;
  expect((await finch.patch(`/api/classes/${school.rivers}`, { ...change, version })).status).toBe(200);
};

describe('showing', () => {
  it('is the student’s own choice, and what is taken back is nowhere, also not by an old address', async () => {
    const id = await wall();
    await handIn(bao);
    expect((await seen(hana, id)).pieces).toEqual([]);
    expect((await seen(bao, id)).own).toMatchObject([{ title: 'Delta', shown: false, refusal: null }]);
    for (const _ of [1, 2]) expect((await show(bao, id)).status).toBe(204);
    const [piece] = (await seen(hana, id)).pieces;
    expect(piece).toMatchObject({ by: ['Bao'], own: false, excerpt: 'The river slows down here.', more: false });
    // A file's own name would say more than the wall does.
    expect(piece!.files.map((file) => file.name)).toEqual(['File 1.csv']);
    expect((await seen(finch, id)).pieces[0]).toMatchObject({ by: ['Bao Lind'], shownAs: ['Bao'], files: [{ name: 'Bao Lind.csv' }] });
    const addresses = [
      `/api/walls/${id}/pieces/${piece!.id}`,
      `/api/files/${piece!.files[0]!.id}`,
      `/api/files/${piece!.files[0]!.id}/words`,
    ];
    for (const at of addresses) expect((await hana.get(at)).status).toBe(200);
    const file = await hana.get(addresses[1]!);
    expect([file.headers['cache-control'], file.headers['content-disposition']]).toEqual([
      'private, no-cache',
      'attachment; filename="File 1.csv"',
    ]);
    expect((await hana.get(addresses[0]!)).body as WallPieceReply).toEqual({ text: doc('The river slows down here.'), sheets: [] });
    await show(bao, id, false);
    // At another server process it is gone just as soon.
    const other = await server.person('hana', server.second().http);
    for (const who of [hana, other]) for (const at of addresses) expect((await who.get(at)).status).toBe(404);
    expect((await seen(hana, id)).pieces).toEqual([]);
    expect((await bao.get(addresses[1]!)).status).toBe(200);
  });

  it('what is taken back from the teacher, or whose student has left, is gone from the wall too', async () => {
    const id = await wall();
    await handIn(bao);
    await show(bao, id);
    await bao.post(`/api/my/work/${sketch}/take-back`);
    expect((await seen(hana, id)).pieces).toEqual([]);
    await bao.post(`/api/my/work/${sketch}/hand-in`);
    expect((await seen(hana, id)).pieces).toHaveLength(1);
    await finch.del(`/api/classes/${school.rivers}/roster/${school.bao.id}`);
    expect((await seen(hana, id)).pieces).toEqual([]);
    // Taking back goes even then.
    expect((await show(bao, id, false)).status).toBe(204);
    expect((await bao.get(`/api/walls/${id}`)).status).toBe(404);
  });

  it('work of a group waits until each who made it shows it', async () => {
    const grouping = await finch.post(`/api/classes/${school.rivers}/groupings`, {
      ...{ name: 'Lab', seed: null, until: null },
      groups: [{ id: null, name: 'Ford', studentIds: [school.bao.id, school.hana.id] }],
    });
    const draft = await school.drafted(finch, { title: 'Model', groupingId: grouping.body.id });
    await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
    const { assignmentId } = draft.classes[0]!;
    await bao.put(`/api/my/work/${assignmentId}/text`, { text: doc('Ours'), version: 0 });
    await bao.post(`/api/my/work/${assignmentId}/hand-in`);
    const id = await wall({ assignmentId });
    await show(bao, id, true, assignmentId);
    expect((await seen(finch, id)).pieces).toEqual([]);
    expect((await seen(bao, id)).own).toMatchObject([{ shown: true, seen: false, waitsFor: [{ givenName: 'Hana' }] }]);
    await show(hana, id, true, assignmentId);
    expect((await seen(finch, id)).pieces).toMatchObject([{ by: ['Bao Lind', 'Hana Lind'] }]);
    await show(bao, id, false, assignmentId);
    expect((await seen(hana, id)).pieces).toEqual([]);
  });

  it('is refused where there is nothing to show, where it would give a name away, and on a closed wall', async () => {
    const id = await wall();
    expect((await show(bao, id)).body.type).toBe('wall.nothing');
    await handIn(bao);
    const nameless = (await school.issued({ title: 'Blind' })).id;
    await finch.put(`/api/assignments/${nameless}/marking`, { namesHidden: true });
    await bao.put(`/api/my/work/${nameless}/text`, { text: doc('x'), version: 0 });
    await bao.post(`/api/my/work/${nameless}/hand-in`);
    const free = await wall({ assignmentId: null, title: 'Anything' });
    expect((await seen(bao, free)).own.map((one) => [one.title, one.refusal])).toEqual(expect.arrayContaining([['Delta', null], ['Blind', 'nameless']])); // prettier-ignore
    expect((await show(bao, free, true, nameless)).body.type).toBe('wall.nameless');
    expect((await show(bao, id, true, nameless)).status).toBe(404);
    await show(bao, id);
    const words = { title: 'Our deltas', prompt: '', names: 'none' };
    expect((await finch.put(`/api/walls/${id}`, { ...words, stand: 'closed', version: 1 })).status).toBe(200);
    expect((await finch.put(`/api/walls/${id}`, { ...words, stand: 'open', version: 1 })).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { wall: { stand: 'closed' } },
    });
    await handIn(hana);
    expect((await show(hana, id)).body.type).toBe('wall.closed');
    expect((await seen(hana, id)).pieces).toMatchObject([{ by: [], title: 'Delta' }]);
    await finch.put(`/api/walls/${id}`, { ...words, stand: 'down', version: 2 });
    expect((await hana.get(`/api/walls/${id}`)).status).toBe(404);
    expect(((await hana.get('/api/my/walls')).body as MyWallItem[]).map((one) => one.title)).toEqual(['Anything']);
    expect((await show(bao, id, false)).status).toBe(204);
    expect((await seen(finch, id)).pieces).toEqual([]);
  });

  it('on a free wall a piece of one’s own can hang, with the yes it has; without it, it is gone from the wall too', async () => {
    const id = await wall({ assignmentId: null });
    const pieceId = randomUUID();
    const keep = (version: number, text: string) =>
      bao.put(`/api/my/portfolio/own/${pieceId}`, { classId: school.rivers, title: 'My kite', text, termFrom: null, version, done: true });
    const up = (shown = true) => bao.put(`/api/my/walls/${id}/shown`, { of: { assignmentId: null, pieceId }, shown });
    await keep(0, 'It flew.');
    await bao.upload(`/api/my/portfolio/own/${pieceId}/files`, Buffer.from('a kite'), 'Bao Lind.txt');
    await keep(2, 'It flew.');
    expect((await seen(bao, id)).own).toMatchObject([{ title: 'My kite', refusal: 'noYes' }]);
    expect((await up()).body.type).toBe('wall.noYes');
    await finch.put(`/api/portfolio/${pieceId}/word`, { yes: true, word: '', version: 3 });
    expect((await up()).status).toBe(204);
    const [piece] = (await seen(hana, id)).pieces;
    expect(piece).toMatchObject({ title: 'My kite', by: ['Bao'], excerpt: 'It flew.', files: [{ name: 'File 1.txt' }] });
    const file = `/api/files/${piece!.files[0]!.id}`;
    expect((await hana.get(file)).status).toBe(200);
    await keep(4, 'It fell.');
    expect([(await seen(hana, id)).pieces, (await hana.get(file)).status]).toEqual([[], 404]);
    await finch.put(`/api/portfolio/${pieceId}/word`, { yes: true, word: '', version: 5 });
    expect((await seen(hana, id)).pieces).toMatchObject([{ excerpt: 'It fell.' }]);
    await up(false);
    expect([(await seen(hana, id)).pieces, (await hana.get(file)).status]).toEqual([[], 404]);
    await up();
    await bao.del(`/api/my/portfolio/${pieceId}`);
    expect((await seen(hana, id)).pieces).toEqual([]);
    // On the wall of an assignment it has no place.
    expect((await bao.put(`/api/my/walls/${await wall()}/shown`, { of: { assignmentId: null, pieceId }, shown: true })).status).toBe(404);
  });

  it('a teacher hides a piece with a word, which its maker reads and the class does not', async () => {
    const id = await wall();
    await handIn(bao);
    await show(bao, id);
    const piece = (await seen(finch, id)).pieces[0]!.id;
    server.clock.now += HOUR;
    const at = `/api/walls/${id}/pieces/${piece}/verdict`;
    for (const _ of [1, 2]) expect((await finch.put(at, { shown: false, word: 'A name is on the map.' })).status).toBe(200);
    expect((await seen(hana, id)).pieces).toEqual([]);
    expect((await seen(bao, id)).pieces).toMatchObject([{ hidden: { word: 'A name is on the map.' } }]);
    expect((await told(bao))[0]).toEqual(['wallSettled', 'pieceHidden', 'A name is on the map.']);
    expect((await told(bao)).filter(([kind]) => kind === 'wallSettled')).toHaveLength(1);
    await finch.put(at, { shown: true, word: '' });
    expect((await seen(hana, id)).pieces).toHaveLength(1);
  });
});

describe('a remark', () => {
  let id: string;
  let piece: string;
  beforeEach(async () => {
    id = await wall();
    await handIn(bao);
    await show(bao, id);
    piece = (await seen(hana, id)).pieces[0]!.id;
  });
  const remarks = async (who: Person) => (await seen(who, id)).pieces[0]!.remarks.map((one) => [one.text, one.by, one.waits]);

  it('waits for a teacher’s yes: until then its author and teachers alone read it, and each hears of it once', async () => {
    const remarkId = randomUUID();
    for (const _ of [1, 2]) expect((await say(hana, id, piece, 'Label the arms.', 'idea', remarkId)).status).toBe(201);
    expect(await remarks(bao)).toEqual([]);
    expect(await remarks(hana)).toEqual([['Label the arms.', 'Hana', true]]);
    expect(await told(finch)).toEqual([['wallWaits', 'Hana Lind', 'Label the arms.']]);
    expect(((await finch.get(`/api/classes/${school.rivers}/walls`)).body as WallItem[])[0]).toMatchObject({ pieces: 1, waiting: 1 });
    const yes = { remarkIds: [remarkId], shown: true, word: '' };
    for (const _ of [1, 2]) expect((await finch.put(`/api/walls/${id}/remarks`, yes)).status).toBe(200);
    expect(await remarks(bao)).toEqual([['Label the arms.', 'Hana', false]]);
    expect((await told(bao)).filter(([kind]) => kind === 'wallRemark')).toEqual([['wallRemark', '', 'Label the arms.']]);
    server.clock.now += HOUR;
    await finch.put(`/api/walls/${id}/remarks`, { remarkIds: [remarkId], shown: false, word: 'Say it kindly.' });
    expect(await remarks(bao)).toEqual([]);
    expect((await seen(hana, id)).pieces[0]!.remarks[0]!.hidden).toEqual({ word: 'Say it kindly.' });
    expect((await told(hana))[0]).toEqual(['wallSettled', 'remarkHidden', 'Say it kindly.']);
    expect((await hana.del(`/api/my/walls/${id}/remarks/${remarkId}`)).status).toBe(204);
    expect(await remarks(finch)).toEqual([]);
  });

  it('is for pieces of others, of a kind that there is, on an open wall of a class that takes them, and not without end', async () => {
    expect((await say(bao, id, piece, 'Nice.')).body.type).toBe('wall.ownPiece');
    expect((await say(hana, id, piece, 'Nice.', 'bad')).status).toBe(400);
    expect((await say(hana, id, piece, ' ')).status).toBe(400);
    expect((await say(hana, id, randomUUID(), 'Nice.')).status).toBe(404);
    await set({ wallRemarks: 'atOnce' });
    for (let n = 1; n <= 10; n++) await say(hana, id, piece, `Nice ${n}.`);
    expect(await remarks(bao)).toHaveLength(10);
    expect((await told(bao)).filter(([kind]) => kind === 'wallRemark')).toHaveLength(10);
    expect((await say(hana, id, piece, 'Nice 11.')).body.type).toBe('wall.enoughSaid');
    await set({ wallRemarks: 'never' });
    expect((await say(hana, id, piece, 'More.')).body.type).toBe('wall.noRemarks');
    expect((await seen(hana, id)).mayRemark).toBe(false);
    const [one] = (await seen(bao, id)).pieces[0]!.remarks;
    expect((await bao.del(`/api/my/walls/${id}/remarks/${one!.id}`)).status).toBe(404);
  });

  it('of another wall is not judged here', async () => {
    const remarkId = randomUUID();
    await say(hana, id, piece, 'Label it.', 'idea', remarkId);
    const other = await wall({ assignmentId: null });
    expect((await finch.put(`/api/walls/${other}/remarks`, { remarkIds: [remarkId], shown: true, word: '' })).status).toBe(404);
    expect(await remarks(bao)).toEqual([]);
  });
});

it('families see a wall only where the class lets them, under the same names, and say nothing', async () => {
  const frida = await server.person('frida');
  const id = await wall();
  await handIn(hana);
  await show(hana, id);
  const list = async () => (await frida.get(`/api/family/children/${school.bao.id}/walls`)).body as Wall[];
  expect(await list()).toEqual([]);
  expect((await frida.get(`/api/walls/${id}`)).status).toBe(404);
  await set({ wallsForFamilies: true });
  expect(await list()).toMatchObject([{ id, title: 'Our deltas' }]);
  const { pieces, mayRemark, own } = await seen(frida, id);
  expect([pieces[0]!.by, mayRemark, own]).toEqual([['Hana'], false, []]);
  expect((await frida.get(`/api/files/${pieces[0]!.files[0]!.id}`)).status).toBe(200);
  expect((await (await server.person('felix')).get(`/api/walls/${id}`)).status).toBe(404);
});

it('goes home as a page with the files beside it: what the class sees, in which nothing that was written becomes markup', async () => {
  const id = await wall({ title: '<b>Deltas</b>' });
  await handIn(bao, sketch, '<script>alert(1)</script>');
  await handIn(hana);
  for (const who of [bao, hana]) await show(who, id);
  const piece = (await seen(hana, id)).pieces.find((one) => !one.own)!.id;
  await say(hana, id, piece, 'It waits.');
  const zip = await unzip(await bytesOf(finch.get(`/api/walls/${id}/zip`)));
  const files = new Map(zip.map((entry) => [entry.name, entry.bytes.toString()]));
  expect([...files.keys()].sort()).toEqual(['files/2 File 1.csv', 'files/File 1.csv', 'index.html']);
  const page = files.get('index.html')!;
  expect(page).toContain('href="files/2%20File%201.csv"');
  for (const not of ['<script', '<b>', 'It waits.', 'Lind']) expect(page).not.toContain(not);
});

it('is put up once, of what can be shown, and its students hear of it once', async () => {
  const body = { id: randomUUID(), assignmentId: sketch, title: 'Our deltas', prompt: 'Look.', names: 'given' };
  const put = (more: object = {}) => finch.post(`/api/classes/${school.rivers}/walls`, { ...body, ...more });
  for (const _ of [1, 2]) expect((await put()).status).toBe(201);
  expect(await told(bao)).toEqual([['wall', 'finch Test', 'Look.']]);
  const quiz = (await school.issued({ title: 'In class', how: 'inClass' })).id;
  expect((await put({ id: randomUUID(), assignmentId: quiz })).body.type).toBe('wall.nothingToShow');
  expect((await put({ id: randomUUID(), assignmentId: randomUUID() })).status).toBe(404);
  expect((await put({ id: randomUUID(), title: ' ' })).status).toBe(400);
  expect((await put({ id: randomUUID(), names: 'nick' })).status).toBe(400);
});
