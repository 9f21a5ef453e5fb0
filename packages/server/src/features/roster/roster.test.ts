import { aSchool, aServer, type Server } from '../../testing/school';

let server: Server;
let school: Awaited<ReturnType<typeof aSchool>>;
let roster: string;
beforeAll(async () => {
  server = await aServer();
  school = await aSchool(server);
  roster = `/api/classes/${school.rivers}/roster`;
});
afterAll(() => server.close());
const code = async () => (await (await server.person('finch')).get(`/api/classes/${school.rivers}`)).body.joinCode as string;
const names = async () => ((await (await server.person('finch')).get(roster)).body as { givenName: string }[]).map((one) => one.givenName);

it('adds all or none: a namesake stops the whole list until it is meant', async () => {
  const finch = await server.person('finch');
  const students = [
    { givenName: 'Noor', familyName: 'Haldane' },
    { givenName: 'BAO', familyName: 'Lind' },
  ];
  const refused = await finch.post(roster, { students });
  expect([refused.status, refused.body.type]).toEqual([409, 'roster.sameName']);
  expect(refused.body.errors).toEqual([{ path: 'students.1', message: 'BAO Lind is already here as Bao Lind.' }]);
  expect(await names()).not.toContain('Noor');
  const added = await finch.post(roster, { students, sameNamesMeant: true });
  expect(added.body.added).toHaveLength(2);
  expect(added.body.added[0]).toMatchObject({ joined: '2026-11-23', left: null, userName: null });
});

it('a student who types the name on the roster becomes that student, once', async () => {
  const finch = await server.person('finch');
  const { added } = (await finch.post(roster, { students: [{ givenName: 'Zoë', familyName: 'Núñez' }] })).body;
  const [zoe, second] = [await server.person(), await server.person()];
  const joined = await zoe.post(`/api/join/${await code()}`, { givenName: 'zoe', familyName: 'nunez', userName: 'Zoe.N', password: 'long enough' });
  expect([joined.status, joined.body.wasOnRoster, joined.body.me.id]).toEqual([201, true, added[0].id]);
  expect((await zoe.get('/api/my/work')).status).toBe(200);
  const taken = await second.post(`/api/join/${await code()}`, { givenName: 'Someone', familyName: 'Else', userName: 'zoe.n', password: 'long enough' });
  expect([taken.status, taken.body.type, taken.body.errors[0].path]).toEqual([409, 'account.userNameTaken', 'userName']);
  expect(await names()).not.toContain('Someone');
});

it('a name that is not on the roster is added to it', async () => {
  const joined = await (await server.person()).post(`/api/join/${await code()}`, { givenName: 'يوسف', familyName: '', userName: 'yusuf', password: 'long enough' });
  expect(joined.body.wasOnRoster).toBe(false);
  expect(await names()).toContain('يوسف');
});

it('a student with a sign-in joins one more class, but not the same twice', async () => {
  const otto = await server.person('otto');
  expect((await otto.post(`/api/my/classes/${await code()}`)).body).toEqual({ classId: school.rivers });
  expect((await otto.post(`/api/my/classes/${await code()}`)).body.type).toBe('roster.alreadyIn');
});

it('whoever has left keeps their record and is marked', async () => {
  const finch = await server.person('finch');
  expect((await finch.del(`${roster}/${school.hana.id}`)).status).toBe(204);
  const hana = ((await finch.get(roster)).body as { givenName: string; left: string }[]).find((one) => one.givenName === 'Hana');
  expect(hana?.left).toBe('2026-11-23');
  expect((await finch.del(`${roster}/${school.stranger.id}`)).status).toBe(404);
});
