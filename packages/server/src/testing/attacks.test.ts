import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { get as openGet, type IncomingMessage, type Server as HttpServer } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { aSchool, aServer, DAY, HOUR, PASSWORD, type Person, type School, type Server } from './school';

// Attacks that were made on a running installation of two servers, each with what it must not reach.
let server: Server;
let other: HttpServer;
let school: School;
beforeEach(async () => {
  server = await aServer({ signInTries: 3, joinTries: 3, sessionDays: 7 });
  other = server.second().http;
  school = await aSchool(server);
});
afterEach(() => server.close());

const cookiesOf = async (person: Person): Promise<string> => {
  const reply = await person.get('/api/session');
  return String(Reflect.get(reply.request as object, 'cookies'));
};
/** Listens to server-sent events; ends when the server ends them. */
async function listens(http: HttpServer, path: string, cookies: string): Promise<{ status: number; over: Promise<unknown> }> {
  const asked = openGet({ port: (http.address() as AddressInfo).port, path, headers: { cookie: cookies } });
  const [reply] = (await once(asked, 'response')) as [IncomingMessage];
  reply.resume();
  for (const end of [asked, reply]) end.on('error', () => undefined);
  return { status: reply.statusCode!, over: new Promise((over) => reply.on('close', over)) };
}

describe('guessing', () => {
  it('a password in ever new spellings of the name, at two servers in turn, is one guess after the other of one account', async () => {
    const spellings = ['finch', 'FINCH', 'Finch ', ' finch', 'fínch', 'finch\u0301'];
    const tries = [];
    for (const [index, name] of spellings.entries())
      tries.push((await (await server.person(undefined, index % 2 ? other : server.http)).signIn(name, 'guess')).status);
    expect(tries).toEqual([401, 401, 401, 429, 429, 429]);
    expect((await (await server.person()).signIn('bao')).status).toBe(200);
    // A while later one's own password opens again.
    server.clock.now += 10 * 60_000 + 1;
    expect((await (await server.person()).signIn('finch')).status).toBe(200);
  });

  it('a hundred passwords at the same moment is no more than a few', async () => {
    const guesser = await server.person();
    const replies = await Promise.all(
      Array.from({ length: 100 }, (_, n) => guesser.post('/api/session', { userName: 'finch', password: `guess ${n}` })),
    );
    expect(replies.filter((reply) => reply.status === 401).length).toBeLessThanOrEqual(3);
    expect(replies.filter((reply) => reply.status >= 500)).toEqual([]);
  });

  it('cards and second codes is counted by account, apart from passwords', async () => {
    const card = async (name: string) =>
      (await (await server.person()).post('/api/session/card', { userName: name, code: 'AAAAA-BBBBB' })).status;
    expect([await card('bao'), await card('BAO'), await card('bao '), await card('báo')]).toEqual([401, 401, 401, 429]);
    expect((await (await server.person()).signIn('bao')).status).toBe(200);
  });

  it('codes of classes, families and links only slows down the answers to that address, and shuts nobody out', async () => {
    const code = (await (await server.person('finch')).get(`/api/classes/${school.rivers}`)).body.joinCode as string;
    const pupil = await server.person();
    for (let n = 0; n < 8; n++) expect((await pupil.get(`/api/join/WRONG${n}`)).status).toBe(404);
    expect(server.pauses).toEqual([100, 200, 300, 400, 500]);
    expect((await (await server.person(undefined, other)).get(`/api/join/${code}`)).status).toBe(200);
    for (let n = 0; n < 3; n++) expect((await pupil.post('/api/family/codes/look', { code: `CCCCHHHHKKK${n}` })).status).toBe(404);
    for (let n = 0; n < 3; n++) expect((await pupil.post('/api/tickets/look', { ticket: `made-up-${n}` })).status).toBe(404);
    // Only the class codes were too many so far: each kind of code is counted by itself, the same code again is refused.
    expect(server.pauses).toHaveLength(6);
    for (let n = 0; n < 4; n++) await pupil.get('/api/join/SAMEONE');
    expect((await pupil.get('/api/join/SAMEONE')).body.type).toBe('session.tooMany');
  });

  it('calendar addresses is refused after a few, while one that is right always opens', async () => {
    const finch = await server.person('finch');
    const { address } = (await finch.post('/api/my/calendar-address')).body as { address: string };
    const path = new URL(address).pathname;
    const visitor = await server.person();
    const wrong = async () => (await visitor.get(`/calendar/${randomBytes(32).toString('base64url')}.ics`)).status;
    expect([await wrong(), await wrong(), await wrong(), await wrong(), await wrong()]).toEqual([404, 404, 404, 429, 429]);
    expect((await visitor.get(path)).status).toBe(200);
    expect(await wrong()).toBe(429);
  });

  it('an address for a new password floods nobody’s mail, wherever it is asked from', async () => {
    await server.services.accounts.setEmail(school.finch.id, 'finch@tern.example');
    for (let n = 0; n < 6; n++)
      expect(
        (await (await server.person(undefined, n % 2 ? other : server.http)).post('/api/account/recover', { email: 'finch@tern.example' }))
          .status,
      ).toBe(204);
    const [rows] = (await server.sequelize.query("SELECT COUNT(*) AS n FROM mails WHERE to_address = 'finch@tern.example'")) as [
      { n: number }[],
      unknown,
    ];
    expect(Number(rows[0]!.n)).toBe(3);
  });
});

describe('a right that ended', () => {
  it('ends the practice student of a co-teacher who was taken out', async () => {
    const [finch, lund] = [await server.person('finch'), await server.person('lund')];
    await lund.post(`/api/classes/${school.rivers}/practice`);
    expect((await lund.get('/api/my/work')).status).toBe(200);
    await finch.del(`/api/classes/${school.rivers}/teachers/${school.lund.id}`);
    expect((await lund.get('/api/my/work')).body.type).toBe('session.practiceOver');
    expect((await lund.get('/api/session')).body.me).toMatchObject({ role: 'teacher', practice: null });
    expect((await lund.get(`/api/classes/${school.rivers}/roster`)).status).toBe(404);
    expect((await lund.del('/api/session/practice')).status).toBe(200);
  });

  it('ends live pages: of who signed out at another server, and of who was taken out of the class', async () => {
    const { id } = await school.issued();
    const [finch, lund] = [await server.person('finch'), await server.person('lund')];
    const path = `/api/assignments/${id}/live`;
    const [ofFinch, ofLund] = [
      await listens(server.http, path, await cookiesOf(finch)),
      await listens(server.http, path, await cookiesOf(lund)),
    ];
    expect([ofFinch.status, ofLund.status, await server.services.streams.check()]).toEqual([200, 200, 0]);
    await finch.del(`/api/classes/${school.rivers}/teachers/${school.lund.id}`);
    expect(await server.services.streams.check()).toBe(1);
    await ofLund.over;
    await (await server.person(undefined, other)).agent.delete('/api/session');
    await finch.del('/api/session');
    expect(await server.services.streams.check()).toBe(1);
    await ofFinch.over;
  });

  it('ends a session after a week, however much it was used, and the oldest of very many', async () => {
    const finch = await server.person('finch');
    await finch.get('/api/classes');
    server.clock.now += 6 * DAY;
    expect((await finch.get('/api/classes')).status).toBe(200);
    server.clock.now += DAY + HOUR;
    expect((await finch.get('/api/classes')).body.type).toBe('session.needed');
    for (let n = 0; n < 40; n++) await server.person('bao');
    const [rows] = (await server.sequelize.query('SELECT COUNT(*) AS n FROM sessions WHERE user_id = ?', {
      replacements: [school.bao.id],
    })) as [{ n: number }[], unknown];
    expect(Number(rows[0]!.n)).toBe(30);
  });
});

describe('taking the house down', () => {
  it('with live pages of one person is bounded', async () => {
    const { id } = await school.issued();
    const cookies = await cookiesOf(await server.person('bao'));
    const streams = [];
    for (let n = 0; n < 14; n++) streams.push(await listens(server.http, `/api/my/work/${id}/live`, cookies));
    expect(streams.map((one) => one.status)).toEqual([...Array<number>(12).fill(200), 429, 429]);
  });

  it('with uploads that are begun and never finished is bounded in number and bytes', async () => {
    const { id } = await school.issued();
    const bao = await server.person('bao');
    const metadata = `assignmentId ${Buffer.from(id).toString('base64')},name ${Buffer.from('a.bin').toString('base64')}`;
    const begin = async (bytes: number) =>
      (
        await bao.post('/api/my/uploads', undefined, {
          'Tus-Resumable': '1.0.0',
          'Upload-Length': String(bytes),
          'Upload-Metadata': metadata,
        })
      ).status;
    const large = [];
    for (let n = 0; n < 12; n++) large.push(await begin(50 * 1024 * 1024));
    expect(large).toEqual([...Array<number>(10).fill(201), 429, 429]);
  });

  it('with sessions of a browser in which nobody is signed in: there are none', async () => {
    for (let n = 0; n < 20; n++) await server.person();
    const [rows] = (await server.sequelize.query('SELECT COUNT(*) AS n FROM sessions')) as [{ n: number }[], unknown];
    expect(Number(rows[0]!.n)).toBe(0);
  });

  it('with a body that never comes is refused before it is waited for', async () => {
    const socket = connect((server.http.address() as AddressInfo).port, '127.0.0.1');
    socket.write('POST /api/briefs HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 1000000\r\n\r\n{"a":');
    const [reply] = (await once(socket, 'data')) as [Buffer];
    expect(reply.toString()).toMatch(/^HTTP\/1\.1 401[\s\S]*connection: close/i);
    socket.destroy();
    const nobody = await server.person();
    expect((await nobody.post('/api/session', { userName: 'finch', password: 'x'.repeat(100_000) })).body.type).toBe('request.tooLarge');
  });
});

it('a page of another address writes nothing, even with the right token', async () => {
  const finch = await server.person('finch');
  const make = async (headers: Record<string, string>) =>
    (await finch.post('/api/classes', { name: 'Stolen' }, headers)).body.type as string | undefined;
  expect(await make({ Origin: 'https://elsewhere.example' })).toBe('request.origin');
  expect(await make({ Origin: 'null' })).toBe('request.origin');
  expect(await make({ 'Sec-Fetch-Site': 'cross-site' })).toBe('request.origin');
  expect(await make({ Origin: 'http://jolly.test' })).toBeUndefined();
  expect((await finch.signIn('finch', PASSWORD)).status).toBe(200);
});
