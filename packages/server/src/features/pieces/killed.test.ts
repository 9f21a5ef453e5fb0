import { randomUUID } from 'node:crypto';
import { aSchool, aServer, doc, type School, type Server } from '../../testing/school';

/** What is left when the server or the database stops half way: all of an act, or nothing of it. */
let server: Server;
let school: School;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued());
});
afterEach(() => server.close());
const count = async (table: string) =>
  Number(((await server.sequelize.query(`SELECT COUNT(*) AS n FROM ${table}`))[0][0] as { n: number }).n);
/** From now on writing to the table fails, as it would when the server is cut off there. */
const breaks = (table: string) => server.sequelize.query(`RENAME TABLE ${table} TO ${table}_away`);
const mends = (table: string) => server.sequelize.query(`RENAME TABLE ${table}_away TO ${table}`);

it.each(['hand_ins', 'hand_in_files', 'piece_facts', 'kept_replies'])(
  'a hand-in that breaks at %s leaves nothing, and goes through whole with the same key',
  async (table) => {
    const bao = await server.person('bao');
    await bao.put(`/api/my/work/${id}/text`, { text: doc('whole'), version: 0 });
    await bao.upload(`/api/my/work/${id}/files`, Buffer.from('table'), 'a.csv');
    const factsBefore = await count('piece_facts');
    const key = { 'Idempotency-Key': randomUUID() };
    await breaks(table);
    const broken = await bao.post(`/api/my/work/${id}/hand-in`, undefined, key);
    await mends(table);
    expect([broken.status, broken.body.type]).toEqual([500, 'internal']);
    expect([await count('hand_ins'), await count('hand_in_files'), await count('piece_facts')]).toEqual([0, 0, factsBefore]);
    expect((await bao.get(`/api/my/work/${id}`)).body).toMatchObject({
      piece: { state: 'started' },
      handIn: null,
      draft: { text: doc('whole'), files: [{ name: 'a.csv' }] },
    });
    const whole = await bao.post(`/api/my/work/${id}/hand-in`, undefined, key);
    expect([whole.status, whole.body.version, whole.body.files.length]).toEqual([201, 1, 1]);
    expect((await bao.post(`/api/my/work/${id}/hand-in`, undefined, key)).body).toEqual(whole.body);
  },
);

it('bringing in a roster that breaks leaves nobody behind', async () => {
  const finch = await server.person('finch');
  const before = await count('users');
  // The plan reads the roster, so it is the writing alone that must fail here.
  await server.sequelize.query("CREATE TRIGGER cut_off BEFORE INSERT ON class_students FOR EACH ROW SIGNAL SQLSTATE '45000'");
  expect((await school.bringIn(finch, 'Half Done')).status).toBe(500);
  await server.sequelize.query('DROP TRIGGER cut_off');
  expect(await count('users')).toBe(before);
});

it('returning several pieces that breaks returns none of them', async () => {
  const finch = await server.person('finch');
  for (const name of ['bao', 'hana'] as const) {
    const student = await server.person(name);
    await student.put(`/api/my/work/${id}/text`, { text: doc('x'), version: 0 });
    await student.post(`/api/my/work/${id}/hand-in`);
    const desk = `/api/assignments/${id}/pieces/${school[name].id}`;
    await finch.put(`${desk}/score`, { earned: 10_000, chosen: null, remark: doc('r'), version: (await finch.get(desk)).body.row.version });
  }
  await breaks('piece_facts');
  expect((await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true })).status).toBe(500);
  await mends('piece_facts');
  expect((await (await server.person('bao')).get(`/api/my/work/${id}`)).body.piece.returned).toBeNull();
  expect((await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true })).body.returned).toHaveLength(2);
});

it('the row of a piece can be rebuilt from its facts', async () => {
  const { summarise } = jest.requireActual<typeof import('@jolly/core')>('@jolly/core');
  const [bao, finch] = [await server.person('bao'), await server.person('finch')];
  await bao.put(`/api/my/work/${id}/text`, { text: doc('one'), version: 0 });
  await bao.post(`/api/my/work/${id}/hand-in`);
  await bao.post(`/api/my/work/${id}/take-back`);
  await bao.post(`/api/my/work/${id}/hand-in`);
  const desk = `/api/assignments/${id}/pieces/${school.bao.id}`;
  await finch.post(`${desk}/send-back`, {
    reason: 'again',
    newDue: server.clock.now + 1000,
    version: (await finch.get(desk)).body.row.version,
  });
  const [rows] = (await server.sequelize.query('SELECT summary FROM pieces')) as [{ summary: string | object }[], unknown];
  const [facts] = (await server.sequelize.query('SELECT kind, at, data FROM piece_facts ORDER BY seq')) as [
    { kind: never; at: string | Date; data: string | object }[],
    unknown,
  ];
  const parsed = (value: string | object) => (typeof value === 'string' ? JSON.parse(value) : value) as { newDue?: number };
  const story = facts.map(({ kind, at, data }) => ({
    kind,
    at: new Date(at).getTime(),
    ...(parsed(data).newDue === undefined ? {} : { newDue: parsed(data).newDue }),
  }));
  expect(parsed(rows[0]!.summary)).toEqual(summarise(story as never));
});
