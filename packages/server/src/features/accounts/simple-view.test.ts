import type { RosterStudent } from '../../contract';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let bao: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao] = [await server.person('finch'), await server.person('bao')];
});
afterEach(() => server.close());

const seen = async (who: Person) => (await who.get('/api/session')).body.me as { simple: boolean; ownView: boolean | null };
const forClass = async (simpleView: boolean) => {
  const at = `/api/classes/${school.rivers}`;
  return finch.patch(at, { simpleView, version: (await finch.get(at)).body.version });
};
const forBao = (simpleView: boolean | null) => finch.patch(`/api/classes/${school.rivers}/roster/${school.bao.id}`, { simpleView });
const onRoster = async () =>
  ((await finch.get(`/api/classes/${school.rivers}/roster`)).body as RosterStudent[]).find((one) => one.id === school.bao.id)!;

it('is for whom a teacher chose it, the class or one student, and what the student chose goes before that', async () => {
  expect(await seen(bao)).toMatchObject({ simple: false, ownView: null });
  expect((await forClass(true)).body.simpleView).toBe(true);
  expect([(await seen(bao)).simple, (await seen(finch)).simple]).toEqual([true, false]);
  await forBao(false);
  expect([(await seen(bao)).simple, (await onRoster()).simpleView]).toEqual([false, false]);
  const chosen = await bao.put('/api/my/view', { simple: true });
  expect([chosen.status, chosen.body.me.simple, (await onRoster()).ownView]).toEqual([200, true, true]);
  // What a teacher chooses takes the place of what the student chose.
  await forBao(null);
  await forClass(false);
  expect(await seen(bao)).toMatchObject({ simple: false, ownView: null });
});

it('is nobody’s choice but a student’s and their teachers’', async () => {
  expect((await finch.put('/api/my/view', { simple: true })).status).toBe(403);
  expect((await (await server.person()).put('/api/my/view', { simple: true })).body.type).toBe('session.needed');
  expect((await bao.put('/api/my/view', { simple: 'yes' })).status).toBe(400);
  const other = await server.person('stranger');
  expect((await other.patch(`/api/classes/${school.rivers}/roster/${school.bao.id}`, { simpleView: true })).status).toBe(404);
  expect((await seen(bao)).simple).toBe(false);
});

it('the practice student sees a class as its students do, and who has left it is not bound by it', async () => {
  await forClass(true);
  await finch.post(`/api/classes/${school.rivers}/practice`);
  expect((await seen(finch)).simple).toBe(true);
  await finch.del('/api/session/practice');
  await finch.del(`/api/classes/${school.rivers}/roster/${school.bao.id}`);
  expect((await seen(bao)).simple).toBe(false);
});
