import { simpleParser } from 'mailparser';
import { once } from 'node:events';
import { createServer, type AddressInfo, type Socket } from 'node:net';
import { text } from 'node:stream/consumers';
import { SMTPServer } from 'smtp-server';
import type { MailroomReply } from '../../contract';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';
import { wire } from '../../wiring';

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
  expect(sent).toMatchObject({
    state: 'sent',
    tries: 1,
    sentAt: server.clock.now,
    caughtAt: server.clock.now,
    subject: 'Teach Rivers together with finch Test',
  });
  const [caught] = (await server.sequelize.query('SELECT sender, recipients, body FROM caught_mails'))[0] as [
    { sender: string; recipients: string; body: string },
  ];
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
  const [one] = await mailroom();
  await server.sequelize.query(
    "INSERT INTO leases (name, token, until) VALUES (?, 'of a server that died', UTC_TIMESTAMP(3) + INTERVAL 1 HOUR)",
    {
      replacements: [`mail ${one!.id}`],
    },
  );
  expect(await server.services.mail.sendDue(server.clock.now)).toBe(0);
  await server.sequelize.query('UPDATE leases SET until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND');
  expect(await server.services.mail.sendDue(server.clock.now)).toBe(1);
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

it('carries what mail programs ask for: who made it, in which language, where less is chosen, and the same as a page', async () => {
  const { mail } = server.services;
  const letter = {
    subject: 'Noticias',
    body: 'Hola:\n\n- uno <b>\n- http://jolly.test/family\n\nJolly Compass\n',
    language: 'ar' as const,
    settingsAt: 'http://jolly.test/family',
  };
  await server.sequelize.transaction((transaction) =>
    mail.post(letter, { address: 'a@home.example', name: 'A', userId: null }, null, server.clock.now, transaction),
  );
  const [row] = (await server.sequelize.query('SELECT id FROM mails'))[0] as [{ id: string }];
  const raw = await new Promise<string>((done) => {
    const other = new SMTPServer({
      authOptional: true,
      disabledCommands: ['AUTH', 'STARTTLS'],
      onData: (stream, _session, over) => void text(stream).then((whole) => (over(), done(whole))),
    });
    other.listen(0, '127.0.0.1', () => {
      const port = (other.server.address() as AddressInfo).port;
      const services = wire({
        sequelize: server.sequelize,
        fileStore: server.services.fileStore,
        defaultZone: 'UTC',
        chromium: '',
        mail: { url: `smtp://127.0.0.1:${port}`, standInPort: 0, from: 'Test <post@jolly.test>', address: 'https://school.example' },
      });
      void services.mail.sendDue(server.clock.now).then(() => other.close());
    });
  });
  expect(raw).toMatch(new RegExp(`^Message-ID: <${row.id}@school\\.example>`, 'im'));
  expect(raw).toMatch(/^Auto-Submitted: auto-generated/im);
  expect(raw).toMatch(/^Content-Language: ar/im);
  expect(raw).toMatch(/^List-Unsubscribe: <http:\/\/jolly\.test\/family>/im);
  const { html } = await simpleParser(raw);
  expect(html).toContain('<html lang="ar" dir="rtl">');
  expect(html).toContain('<li dir="auto">uno &#60;b&#62;</li>');
});

/** A mail server that answers the message with one line, or with nothing; counts what it was given. */
async function aMailServer(answer: string | null) {
  const given: string[] = [];
  const sockets = new Set<Socket>();
  const other = createServer((socket) => {
    sockets.add(socket);
    let data = false;
    socket.on('error', () => undefined);
    socket.write('220 here\r\n');
    socket.on('data', (part) => {
      const said = part.toString();
      if (data) {
        if (!said.endsWith('\r\n.\r\n')) return;
        [data] = [false];
        given.push('message');
        if (answer !== null) socket.write(`${answer}\r\n`);
        return;
      }
      for (const line of said.split('\r\n').filter(Boolean)) {
        if (/^DATA/i.test(line)) [data] = [true];
        socket.write(
          /^DATA/i.test(line) ? '354 go on\r\n' : /^RCPT/i.test(line) && answer?.startsWith('550') ? `${answer}\r\n` : '250 ok\r\n',
        );
      }
    });
  }).listen(0, '127.0.0.1');
  await once(other, 'listening');
  const url = `smtp://127.0.0.1:${(other.address() as AddressInfo).port}`;
  const services = wire({
    sequelize: server.sequelize,
    fileStore: server.services.fileStore,
    defaultZone: 'UTC',
    chromium: '',
    mail: { url, standInPort: 0, from: 'Test <post@jolly.test>', address: 'http://jolly.test' },
  });
  const close = async () => {
    for (const socket of sockets) socket.destroy();
    await new Promise((done) => other.close(done));
  };
  return { given, services, close };
}
const round = (services: Server['services']) =>
  services.mail.sendDue(server.clock.now, (failed, transaction) => services.news.tellMailFailed(failed, server.clock.now, transaction));

it('that the other side refuses for good is not tried again, and whoever sent it hears of it, once', async () => {
  const refusing = await aMailServer('550 no such mailbox');
  await invite();
  await round(refusing.services);
  expect((await mailroom())[0]).toMatchObject({ state: 'failed', tries: 1, problem: expect.stringContaining('550') });
  server.clock.now += 60 * MINUTE;
  expect(await round(refusing.services)).toBe(0);
  const { news } = (await finch.get('/api/news')).body as { news: { kind: string; who: string }[] };
  expect(news).toMatchObject([{ kind: 'mailFailed', who: 'new@tern.example' }]);
  await refusing.close();
});

it('that the other side cannot take now is tried again after a minute', async () => {
  const busy = await aMailServer('451 later');
  await invite();
  await round(busy.services);
  expect((await mailroom())[0]).toMatchObject({ state: 'waiting', nextTryAt: server.clock.now + MINUTE });
  await busy.close();
});

it('that was taken by a server that then said nothing is not sent again at once', async () => {
  const silent = await aMailServer(null);
  await invite();
  const sending = round(silent.services);
  for (;;) {
    if (silent.given.length > 0) break;
    await new Promise((again) => setImmediate(again));
  }
  // The line breaks without an answer; whether it was delivered nobody can know.
  await silent.close();
  await sending;
  expect((await mailroom())[0]).toMatchObject({ state: 'waiting', nextTryAt: server.clock.now + 30 * MINUTE });
});
