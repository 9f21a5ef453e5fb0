import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type {
  FamilyPortfolioPiece,
  LookBack,
  NewsReply,
  OwnPortfolioRequest,
  PortfolioPiece,
  PortfolioReply,
  PortfolioWaiting,
  TodayReply,
} from '../../contract';
import { runScheduledJobs } from '../../scheduled-jobs';
import { unzip } from '../../files/read-table';
import { aSchool, aServer, bytesOf, DAY, doc, MONDAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let bao: Person;
let frida: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao, frida] = [await server.person('finch'), await server.person('bao'), await server.person('frida')];
});
afterEach(() => server.close());

const keep = (id: string, more: Partial<OwnPortfolioRequest> = {}, who = bao) =>
  who.put(`/api/my/portfolio/own/${id}`, {
    ...{ classId: school.rivers, title: 'My kite', text: 'It flew over the ford.', termFrom: null, version: 0, done: true },
    ...more,
  });
const addTo = (id: string, name = 'kite.txt', text = 'a kite') => bao.upload(`/api/my/portfolio/own/${id}/files`, Buffer.from(text), name);
const waiting = async (who = finch) => (await who.get('/api/portfolio/waiting')).body as PortfolioWaiting[];
const say = (piece: Pick<PortfolioPiece, 'id' | 'version'>, yes: boolean, word = '', who = finch) =>
  who.put(`/api/portfolio/${piece.id}/word`, { yes, word, version: piece.version });
const atHome = async (who = frida) => (await who.get(`/api/family/children/${school.bao.id}/portfolio`)).body as FamilyPortfolioPiece[];
const own = async () => (await bao.get('/api/my/portfolio')).body as PortfolioReply;
const told = async (who: Person) =>
  ((await who.get('/api/news')).body as NewsReply).news
    .filter((one) => one.kind.startsWith('portfolio'))
    .map((one) => [one.kind, one.title, one.word]);
async function handedIn(more: Parameters<School['issued']>[0] = {}): Promise<string> {
  const { id } = await school.issued({ accepts: ['text', 'files'], ...more });
  await bao.put(`/api/my/work/${id}/text`, { text: doc('The river slows.'), version: 0 });
  await bao.upload(`/api/my/work/${id}/files`, Buffer.from('a,b\n'), 'times.csv');
  await bao.post(`/api/my/work/${id}/hand-in`);
  return id;
}

it('with a yes is told at home as the family wants it: at once, the first time, or in the letter on Friday', async () => {
  const choose = (telling: string) => frida.put('/api/family/settings', { telling, language: 'en' });
  const letters = async () => {
    await runScheduledJobs(server.services, server.clock.now);
    return server.sequelize.query<{ body: string }>('SELECT body FROM mails WHERE to_address LIKE ? ORDER BY made_at', {
      replacements: ['frida%'],
      type: QueryTypes.SELECT,
    });
  };
  await choose('atOnce');
  await keep(randomUUID());
  const [{ piece }] = (await waiting()) as [PortfolioWaiting];
  await say(piece, false, 'Say where.');
  expect(await letters()).toEqual([]);
  await say({ ...piece, version: piece.version + 1 }, true);
  await say({ ...piece, version: piece.version + 2 }, true, 'I would fly it.');
  expect(await letters()).toEqual([{ body: expect.stringContaining('“My kite” of Bao Lind is in the portfolio now') }]);
  await choose('weekly');
  server.clock.now = Date.parse('2026-11-27T16:00:00.000Z');
  expect((await letters()).at(-1)!.body).toContain('New in the portfolio\n- My kite');
});

describe('a piece of one’s own', () => {
  it('is put together with its files, seen by nobody, then put in: teachers hear of it once and family sees it with a yes', async () => {
    const id = randomUUID();
    expect((await keep(id, { done: false })).body).toMatchObject({ kind: 'own', stand: 'draft', version: 1, className: 'Rivers' });
    // Sent again because the answer was lost, a file is there once.
    await addTo(id);
    const withFile = (await addTo(id)).body as PortfolioPiece;
    expect(withFile).toMatchObject({ files: [{ name: 'kite.txt' }], stand: 'draft', version: 2 });
    const file = `/api/files/${withFile.files[0]!.id}`;
    expect([await waiting(), await atHome()]).toEqual([[], []]);
    for (const who of [finch, frida]) expect((await who.get(file)).status).toBe(404);
    // Sent again because the answer was lost, it is put in once.
    for (const _ of [1, 2]) expect((await keep(id, { version: 2 })).body).toMatchObject({ stand: 'waits', version: 3 });
    expect(await told(finch)).toEqual([['portfolioNew', 'My kite', '']]);
    expect(((await finch.get('/api/today')).body as TodayReply).portfolios).toEqual([{ classId: school.rivers, waiting: 1 }]);
    const [one] = await waiting();
    expect(one).toMatchObject({
      student: { givenName: 'Bao' },
      work: null,
      piece: { text: 'It flew over the ford.', files: [{ name: 'kite.txt' }] },
    });
    expect((await finch.get(file)).status).toBe(200);
    expect([await atHome(), (await frida.get(file)).status]).toEqual([[], 404]);
    expect((await say(one!.piece, true, 'I would fly it.')).status).toBe(204);
    expect((await say(one!.piece, false)).body.type).toBe('conflict.changedMeanwhile');
    expect(await told(bao)).toEqual([['portfolioYes', 'My kite', 'I would fly it.']]);
    expect(await atHome()).toMatchObject([
      { title: 'My kite', text: 'It flew over the ford.', word: 'I would fly it.', saidBy: 'finch Test' },
    ]);
    const fetched = await frida.get(file);
    expect([fetched.status, fetched.headers['cache-control']]).toEqual([200, 'private, no-cache']);
    expect(await waiting()).toEqual([]);
  });

  it('loses its yes with whatever changes in it, and waits again when it is put in again', async () => {
    const id = randomUUID();
    await keep(id);
    await say((await waiting())[0]!.piece, true);
    expect(await atHome()).toHaveLength(1);
    const { files } = (await addTo(id)).body as PortfolioPiece;
    expect([await atHome(), await waiting()]).toEqual([[], []]);
    const gone = (await bao.del(`/api/my/portfolio/own/${id}/files/${files[0]!.id}`)).body as PortfolioPiece;
    expect(gone).toMatchObject({ files: [], stand: 'draft' });
    await keep(id, { version: gone.version, text: 'It flew over the mill.' });
    expect(await waiting()).toMatchObject([{ piece: { text: 'It flew over the mill.' } }]);
    const late = await keep(id, { version: 1, text: 'From the other tab.' });
    expect(late.body).toMatchObject({ type: 'conflict.changedMeanwhile', current: { text: 'It flew over the mill.' } });
  });

  it('comes back with a word, is mended and put in again; each word is told once', async () => {
    const id = randomUUID();
    await keep(id);
    await say((await waiting())[0]!.piece, false, 'Say who helped you.');
    expect((await own()).pieces).toMatchObject([{ stand: 'back', word: 'Say who helped you.' }]);
    await keep(id, { version: 2, text: 'With my uncle.' });
    await say((await waiting())[0]!.piece, true);
    expect((await told(bao)).map(([kind]) => kind).sort()).toEqual(['portfolioBack', 'portfolioYes']);
  });

  it('needs a title and something in it, a class of one’s own, and not without end', async () => {
    const id = randomUUID();
    expect((await keep(id, { text: ' ' })).body.type).toBe('portfolio.empty');
    expect((await keep(id, { title: '' })).body.type).toBe('portfolio.empty');
    expect((await keep(id, { classId: school.maps })).status).toBe(404);
    expect((await keep(id, { text: 'x'.repeat(20_001) })).status).toBe(400);
    expect((await keep(id, { done: false })).status).toBe(200);
    expect((await keep(id, { version: 1 }, await server.person('hana'))).status).toBe(404);
    for (let n = 1; n <= 10; n++) expect((await addTo(id, `${n}.txt`, `${n}`)).status).toBe(201);
    expect((await addTo(id, '11.txt', 'eleven')).body.type).toBe('portfolio.files');
    expect((await (await server.person('hana')).upload(`/api/my/portfolio/own/${id}/files`, Buffer.from('x'), 'x.txt')).status).toBe(404);
    expect((await bao.del(`/api/my/portfolio/${id}`)).status).toBe(204);
    expect((await own()).pieces).toEqual([]);
  });

  it('goes home with its words and files', async () => {
    const id = randomUUID();
    await keep(id, { done: false });
    await addTo(id);
    const files = new Map((await unzip(await bytesOf(bao.get('/api/my/portfolio/zip')))).map((one) => [one.name, one.bytes.toString()]));
    expect([...files.keys()].sort()).toEqual(['01 My-kite/index.html', '01 My-kite/kite.txt', 'index.html', 'index.json']);
    expect(files.get('01 My-kite/index.html')).toContain('It flew over the ford.');
  });
});

describe('work that was handed in', () => {
  it('waits for a yes when its student chose it, also when they say anew why; what a teacher chose has it', async () => {
    const id = await handedIn({ title: 'Delta' });
    await bao.put('/api/my/portfolio', { assignmentId: id, why: 'My best' });
    const [one] = await waiting();
    expect(one).toMatchObject({ piece: { kind: 'work', title: 'Delta', why: 'My best' }, work: { text: doc('The river slows.') } });
    const file = `/api/files/${one!.piece.files[0]!.id}`;
    expect((await frida.get(file)).status).toBe(404);
    await say(one!.piece, true);
    expect(await atHome()).toMatchObject([
      { title: 'Delta', why: 'My best', work: { text: doc('The river slows.') }, files: [{ name: 'times.csv' }] },
    ]);
    expect((await frida.get(file)).status).toBe(200);
    await bao.put('/api/my/portfolio', { assignmentId: id, why: 'My best' });
    expect(await atHome()).toHaveLength(1);
    await bao.put('/api/my/portfolio', { assignmentId: id, why: 'Something else' });
    expect([await atHome(), (await frida.get(file)).status]).toEqual([[], 404]);
    await bao.del(`/api/my/portfolio/${one!.piece.id}`);
    await finch.put(`/api/classes/${school.rivers}/progress/${school.bao.id}/portfolio`, { assignmentId: id, why: 'Look what you saw' });
    expect(await atHome()).toMatchObject([{ why: 'Look what you saw' }]);
    expect(await waiting()).toEqual([]);
  });

  it('without a name is before no teacher until it is returned, nor can it be named by a yes', async () => {
    const id = await handedIn();
    await finch.put(`/api/assignments/${id}/marking`, { namesHidden: true });
    const { pieces } = (await bao.put('/api/my/portfolio', { assignmentId: id, why: '' })).body as PortfolioReply;
    expect([await waiting(), ((await finch.get('/api/today')).body as TodayReply).portfolios]).toEqual([[], []]);
    expect((await say(pieces[0]!, true)).status).toBe(404);
  });
});

it('one looks back on a term when it ends, once for each class, and it is read like any piece', async () => {
  const lookBack = async () => (await bao.get('/api/my/look-back')).body as LookBack[];
  const reflection = { title: '', text: 'I would begin earlier.', termFrom: '2026-09-07' };
  expect(await lookBack()).toEqual([]);
  expect((await keep(randomUUID(), reflection)).body.type).toBe('portfolio.noTerm');
  server.clock.now = MONDAY + 14 * DAY;
  expect(await lookBack()).toEqual([
    { classId: school.rivers, className: 'Rivers', termFrom: '2026-09-07', term: 'Term 1', ends: '2026-12-18' },
  ]);
  expect((await keep(randomUUID(), { ...reflection, termFrom: '2026-09-08' })).body.type).toBe('portfolio.noTerm');
  const id = randomUUID();
  expect((await keep(id, reflection)).body).toMatchObject({ kind: 'reflection', title: 'Term 1', stand: 'waits' });
  expect((await keep(randomUUID(), reflection)).body.type).toBe('portfolio.lookedBack');
  expect(await lookBack()).toEqual([]);
  const [one] = await waiting();
  expect(one!.piece).toMatchObject({ kind: 'reflection', text: 'I would begin earlier.' });
  // The term is long over, what was given back is mended all the same.
  await say(one!.piece, false, 'And what worked?');
  server.clock.now += 60 * DAY;
  expect((await keep(id, { ...reflection, version: 2 })).status).toBe(200);
});

it('is judged by teachers of its class alone, and read by its own family alone', async () => {
  const id = randomUUID();
  await keep(id);
  const stranger = await server.person('stranger');
  expect(await waiting(stranger)).toEqual([]);
  expect((await say({ id, version: 1 }, true, '', stranger)).status).toBe(404);
  await say({ id, version: 1 }, true);
  expect((await (await server.person('felix')).get(`/api/family/children/${school.bao.id}/portfolio`)).status).toBe(404);
});
