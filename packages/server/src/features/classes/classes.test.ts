import { JOIN_CODE_ALPHABET } from '@jolly/core';
import { aSchool, aServer, type Server } from '../../testing/school';

let server: Server;
let school: Awaited<ReturnType<typeof aSchool>>;
beforeAll(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterAll(() => server.close());

it('needs only a name for a class, and gives it a hue of its own and a code', async () => {
  const finch = await server.person('finch');
  const { status, body } = await finch.post('/api/classes', { name: 'Ünïcode 🌊 class' });
  expect(status).toBe(201);
  expect(body).toMatchObject({ name: 'Ünïcode 🌊 class', hue: 1, students: 0, lateRule: { kind: 'none' } });
  expect(body.joinCode).toMatch(new RegExp(`^[${JOIN_CODE_ALPHABET}]{7}$`));
  expect(body.terms).toEqual([{ name: 'Term 1', from: '2026-09-07', to: '2026-12-18' }]);
});

it('gives the first class of a new teacher a term around today', async () => {
  await server.services.accounts.addTeacher({ givenName: 'New', familyName: '', userName: 'new.teacher', password: 'correct horse' }, server.clock.now);
  const { body } = await (await server.person('new.teacher')).post('/api/classes', { name: 'First' });
  expect(body.terms).toEqual([{ name: 'Term', from: '2026-11-23', to: '2027-03-05' }]);
});

it('lets the co-teacher edit, and shows a stale edit what is stored', async () => {
  const [finch, lund] = [await server.person('finch'), await server.person('lund')];
  const edited = await lund.patch(`/api/classes/${school.rivers}`, { graceMinutes: 5, version: 1 });
  expect(edited.body).toMatchObject({ graceMinutes: 5, version: 2 });
  const stale = await finch.patch(`/api/classes/${school.rivers}`, { name: 'Other', version: 1 });
  expect([stale.status, stale.body.type, stale.body.current.graceMinutes]).toEqual([409, 'conflict.changedMeanwhile', 5]);
});

it('renews the code, after which the old one leads nowhere', async () => {
  const finch = await server.person('finch');
  const before = (await finch.get(`/api/classes/${school.rivers}`)).body.joinCode;
  const { joinCode } = (await finch.post(`/api/classes/${school.rivers}/join-code`)).body;
  expect(joinCode).not.toBe(before);
  const student = await server.person();
  expect((await student.get(`/api/join/${before}`)).status).toBe(404);
  expect((await student.get(`/api/join/${joinCode.toLowerCase()}`)).body).toEqual({ className: 'Rivers', teachers: ['finch Test', 'lund Test'] });
});
