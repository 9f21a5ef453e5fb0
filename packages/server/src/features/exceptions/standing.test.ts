import type { StandingBody, StandingForClassReply } from '../../contract';
import { aSchool, aServer, DAY, doc, type Person, type School, type Server } from '../../testing/school';
import { seedMembers } from '../roster/roster.seed';

let server: Server;
let school: School;
let finch: Person;
let path: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  path = `/api/classes/${school.rivers}/standing-exceptions`;
});
afterEach(() => server.close());
const body = (more: Partial<StandingBody> = {}): StandingBody => ({
  kind: 'schoolDays',
  amount: 1,
  validFrom: null,
  validTo: null,
  reason: 'Reads slowly',
  quizTimePercent: null,
  waivesLate: false,
  classIds: [school.rivers],
  ...more,
});
const give = (more: Partial<StandingBody> = {}, studentIds = [school.bao.id]) =>
  finch.post('/api/standing-exceptions', { ...body(more), studentIds });
const list = async () => ((await finch.get(path)).body as StandingForClassReply).standing;

it('moves the dates of one student at once, with its reason, and is seen by nobody else', async () => {
  const { id, due } = await school.issued();
  const given = await give();
  expect(given.status).toBe(201);
  const [bao, hana] = [await server.person('bao'), await server.person('hana')];
  const own = (await bao.get(`/api/my/work/${id}`)).body;
  expect([own.piece.window.due, own.trail[0]]).toEqual([
    due! + DAY,
    expect.objectContaining({ layer: 'standing', reason: 'Reads slowly' }),
  ]);
  expect((await bao.get('/api/my/standing-exceptions')).body).toEqual([
    expect.objectContaining({ reason: 'Reads slowly', classes: ['Rivers'], holds: 'now' }),
  ]);
  expect((await hana.get(`/api/my/work/${id}`)).body.piece.window.due).toBe(due);
  expect((await hana.get('/api/my/standing-exceptions')).body).toEqual([]);
  expect((await finch.get('/api/today')).body.coming[0]).toMatchObject({ otherDates: 1, latestOther: due! + DAY });
});

it('waives what being late costs, for work due within its validity', async () => {
  const { id, due } = await school.issued({ due: server.clock.now - DAY, closes: null });
  const bao = await server.person('bao');
  await bao.put(`/api/my/work/${id}/text`, { text: doc('x'), version: 0 });
  expect((await bao.get(`/api/my/work/${id}`)).body.lateNow.takenOff).toBe(1000);
  await give({ kind: 'none', amount: 0, waivesLate: true, validTo: '2026-11-22' });
  expect((await bao.get(`/api/my/work/${id}`)).body.lateNow.takenOff).toBe(0);
  const [one] = await list();
  await finch.put(`${path}/${one!.id}`, { ...body({ kind: 'none', amount: 0, waivesLate: true, validTo: '2026-11-21' }), version: 1 });
  expect((await bao.get(`/api/my/work/${id}`)).body.lateNow.takenOff).toBe(1000);
  expect(due).toBe(server.clock.now - DAY);
});

it('lists what holds now, is coming and has ended', async () => {
  await give({ validTo: '2026-10-01', reason: 'ended' });
  await give({ validFrom: '2027-01-01', reason: 'coming' });
  await give({ kind: 'percent', amount: 50_000, quizTimePercent: 125_000, reason: 'now' });
  expect((await list()).map((one) => [one.reason, one.holds])).toEqual([
    ['now', 'now'],
    ['coming', 'coming'],
    ['ended', 'ended'],
  ]);
  expect((await list())[0]).toMatchObject({
    student: { givenName: 'Bao' },
    givenBy: 'finch Test',
    quizTimePercent: 125_000,
    elsewhere: false,
  });
});

it('in another teacher’s class too is hidden there, cannot be changed from here, but taken out of here', async () => {
  await (await server.person('stranger')).post('/api/my/classes/none');
  await seedMembers(server.services, school.maps, [{ userId: school.bao.id, joined: '2026-09-07' }]);
  const {
    body: {
      ids: [made],
    },
  } = await give();
  await server.sequelize.query('INSERT INTO standing_exception_classes VALUES (?, ?)', { replacements: [made, school.maps] });
  expect((await list())[0]).toMatchObject({ classIds: [school.rivers], elsewhere: true });
  expect((await finch.put(`${path}/${made}`, { ...body(), version: 1 })).body.type).toBe('standing.elsewhere');
  expect((await finch.del(`${path}/${made}`)).status).toBe(204);
  expect(await list()).toEqual([]);
  expect(
    ((await (await server.person('stranger')).get(`/api/classes/${school.maps}/standing-exceptions`)).body as StandingForClassReply)
      .standing,
  ).toHaveLength(1);
});

it.each<[string, Partial<StandingBody>, string]>([
  ['it ends before it begins', { validFrom: '2026-12-01', validTo: '2026-11-01' }, 'validTo'],
  ['it gives nothing', { kind: 'none', amount: 0 }, 'kind'],
  ['it gives no days', { amount: 0 }, 'amount'],
  ['it gives a hundred days', { amount: 100 }, 'amount'],
  ['it gives 400 %', { kind: 'percent', amount: 400_000 }, 'amount'],
])('is refused when %s', async (_case, more, field) => {
  const reply = await give(more);
  expect([reply.status, reply.body.type, reply.body.errors[0].path]).toEqual([422, 'standing.wrong', field]);
});

it('is refused for somebody who is not in the class, and when changed meanwhile', async () => {
  expect((await give({}, [school.bao.id, school.otto.id])).status).toBe(404);
  expect(await list()).toEqual([]);
  const {
    body: {
      ids: [made],
    },
  } = await give();
  await (await server.person('lund')).put(`${path}/${made}`, { ...body({ amount: 2 }), version: 1 });
  const stale = await finch.put(`${path}/${made}`, { ...body({ amount: 3 }), version: 1 });
  expect([stale.status, stale.body.current.amount]).toEqual([409, 2]);
});

it('is given to several at once, each with their own from then on', async () => {
  const { id, due } = await school.issued();
  expect((await give({}, [school.bao.id, school.hana.id])).body.ids).toHaveLength(2);
  const dueOf = async (name: string) => (await (await server.person(name)).get(`/api/my/work/${id}`)).body.piece.window.due;
  expect([await dueOf('bao'), await dueOf('hana')]).toEqual([due! + DAY, due! + DAY]);
  const [one] = await list();
  await finch.del(`${path}/${one!.id}`);
  expect(await list()).toHaveLength(1);
});

it('by a percentage comes to round times on school days where the class has it so, and nothing moves in a class that does not', async () => {
  // Issued Sunday 10:00, due Wednesday 15:30: 33 % of 77.5 hours past Wednesday is Thursday 17:04:30, in whole minutes 17:05.
  const { id } = await school.issued();
  await give({ kind: 'percent', amount: 33_000 });
  const due = async () => (await (await server.person('bao')).get(`/api/my/work/${id}`)).body.piece.window.due;
  const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body;
  await finch.patch(`/api/classes/${school.rivers}`, { roundTimes: false, version });
  expect(await due()).toBe(Date.parse('2026-11-26T17:05:00.000Z'));
  await finch.patch(`/api/classes/${school.rivers}`, { roundTimes: true, version: version + 1 });
  expect(await due()).toBe(Date.parse('2026-11-26T17:15:00.000Z'));
});
