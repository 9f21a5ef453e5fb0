import type { GroupingReply } from '../../contract';
import { aSchool, aServer, DAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let path: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  path = `/api/classes/${school.rivers}/groupings`;
});
afterEach(() => server.close());
const lab = (more = {}) => ({
  name: 'Lab',
  seed: 'K7M3',
  until: null,
  groups: [
    { id: null, name: 'North', studentIds: [school.bao.id] },
    { id: null, name: 'South', studentIds: [school.hana.id, school.bao.id] },
  ],
  ...more,
});

it('are made, changed as a whole and dissolved; a student may be in several', async () => {
  const { status, body } = await finch.post(path, lab());
  expect([status, body]).toEqual([
    201,
    expect.objectContaining({
      name: 'Lab',
      seed: 'K7M3',
      version: 1,
      groups: [
        expect.objectContaining({ name: 'North', studentIds: [school.bao.id] }),
        expect.objectContaining({ studentIds: [school.hana.id, school.bao.id] }),
      ],
    }),
  ]);
  const [north] = (body as GroupingReply).groups;
  const changed = await finch.put(
    `${path}/${body.id}`,
    lab({ version: 1, groups: [{ ...north!, name: 'Upstream', studentIds: [school.hana.id] }] }),
  );
  expect(changed.body).toMatchObject({ version: 2, groups: [{ id: north!.id, name: 'Upstream', studentIds: [school.hana.id] }] });
  const stale = await (await server.person('lund')).put(`${path}/${body.id}`, lab({ version: 1 }));
  expect([stale.status, stale.body.current.version]).toEqual([409, 2]);
  expect((await finch.del(`${path}/${body.id}`)).status).toBe(204);
  expect((await finch.get(path)).body).toEqual([]);
});

it('for one use are gone after their day', async () => {
  await finch.post(path, lab({ until: '2026-11-23' }));
  expect((await finch.get(path)).body).toHaveLength(1);
  server.clock.now += DAY;
  expect((await finch.get(path)).body).toEqual([]);
});

it.each([
  [
    'two groups of one name',
    () => ({
      groups: [
        { id: null, name: 'A', studentIds: [] },
        { id: null, name: 'a', studentIds: [] },
      ],
    }),
    'groups.1.name',
  ],
  ['somebody of another class', () => ({ groups: [{ id: null, name: 'A', studentIds: [school.otto.id] }] }), 'groups.0.studentIds'],
])('refuses %s', async (_case, more, field) => {
  const reply = await finch.post(path, lab(more()));
  expect([reply.status, reply.body.type, reply.body.errors[0].path]).toEqual([422, 'group.wrong', field]);
  expect((await finch.get(path)).body).toEqual([]);
});
