import type { MailroomReply } from '../../contract';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());
const invite = () => finch.post(`/api/classes/${school.rivers}/teachers`, { email: 'new@tern.example' });
const mailroom = async (who = finch) => ((await who.get('/api/mailroom')).body as MailroomReply).mails;
const MINUTE = 60_000;

it('is a row first, goes out over SMTP once, and is read in the mailroom as it arrived', async () => {
  await invite();
  expect((await mailroom())[0]).toMatchObject({ to: 'new@tern.example', state: 'waiting', by: 'finch Test', caughtAt: null });
  const { mail } = server.services;
  expect(await Promise.all([mail.sendDue(server.clock.now), mail.sendDue(server.clock.now)])).toEqual(expect.arrayContaining([0, 1]));
  const [sent] = await mailroom();
  expect(sent).toMatchObject({ state: 'sent', tries: 1, sentAt: server.clock.now, caughtAt: server.clock.now, subject: 'Teach Rivers together with finch Test' });
  const [caught] = (await server.sequelize.query('SELECT sender, recipients, body FROM caught_mails'))[0] as [{ sender: string; recipients: string; body: string }];
  expect(caught).toMatchObject({ recipients: 'new@tern.example', sender: '"Test" <post@jolly.test>' });
  expect(caught.body).toContain('http://jolly.test/invited#');
  expect(await mail.sendDue(server.clock.now)).toBe(0);
});

it('that cannot be sent waits longer each time, is given up after the sixth try, and can be tried again', async () => {
  const port = await server.standIn.close();
  expect(port).toBeUndefined();
  await invite();
  const { mail } = server.services;
  const waits: number[] = [];
  for (let tries = 0; tries < 6; tries++) {
    await mail.sendDue(server.clock.now);
    const [one] = await mailroom();
    waits.push((one!.nextTryAt - server.clock.now) / MINUTE);
    expect(await mail.sendDue(server.clock.now)).toBe(0);
    server.clock.now = one!.nextTryAt;
  }
  const [given] = await mailroom();
  expect([waits.slice(0, 5), given!.state, given!.tries]).toEqual([[1, 5, 30, 120, 720], 'failed', 6]);
  expect(given!.problem).toMatch(/ECONNREFUSED/);
  await finch.post(`/api/mailroom/${given!.id}/again`);
  expect((await mailroom())[0]).toMatchObject({ state: 'waiting', tries: 0 });
});

it('whose sender died while sending is taken up again when the lease is over', async () => {
  await invite();
  await server.sequelize.query('UPDATE mails SET leased_until = ?', { replacements: [new Date(server.clock.now + MINUTE)] });
  expect(await server.services.mail.sendDue(server.clock.now)).toBe(0);
  expect(await server.services.mail.sendDue(server.clock.now + 2 * MINUTE)).toBe(1);
});

it('is seen by who sent it, by whom it went to, and by whoever keeps the mailroom; nobody else', async () => {
  const lund = await server.person('lund');
  await lund.post(`/api/classes/${school.rivers}/teachers`, { email: 'other@tern.example' });
  const stranger = await server.person('stranger');
  // finch was the first teacher of this school, and keeps its mailroom.
  expect([(await mailroom(finch)).length, (await mailroom(lund)).length, (await mailroom(stranger)).length]).toEqual([1, 1, 0]);
  const [one] = await mailroom(lund);
  expect((await stranger.post(`/api/mailroom/${one!.id}/again`)).status).toBe(404);
});
