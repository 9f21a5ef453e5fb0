import { TOTP, Secret } from 'otpauth';
import { buffer } from 'node:stream/consumers';
import type { MailroomReply, RosterStudent } from '../../contract';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, PASSWORD, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let roster: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  roster = `/api/classes/${school.rivers}/roster`;
});
afterEach(() => server.close());
const student = async (given: string) => ((await finch.get(roster)).body as RosterStudent[]).find((one) => one.givenName === given)!;
const lastLink = async (who = finch) => /#([\w-]+)/.exec(((await who.get('/api/mailroom')).body as MailroomReply).mails[0]!.body)![1]!;

describe('a sign-in card', () => {
  const cards = async (...ids: string[]) => {
    const reply = await finch.agent
      .post(`/api/classes/${school.rivers}/cards`)
      .set('X-CSRF-Token', (await finch.get('/api/session')).body.csrf)
      .send({ studentIds: ids })
      .buffer(true)
      .parse((res, done) => void buffer(res as never).then((bytes) => done(null, bytes)));
    // What a student types from the paper: the user name and, in another line, the code.
    const paper = reply.status === 200 ? textOfPdf(reply.body as Buffer, '-raw') : '';
    const made = [...paper.matchAll(/User name\s+(\S+)\s+Code\s+(\S+)/g)].map(([, userName, code]) => ({
      userName: userName!,
      code: code!,
    }));
    return { reply, made, paper };
  };
  const scan = async (card: { userName: string; code: string }) =>
    (await server.person()).post('/api/session/card', { userName: card.userName, code: card.code.toLowerCase() });

  it('signs in a student who has nothing else, until it is replaced or revoked', async () => {
    await school.bringIn(finch, 'Ümit Yıldız');
    const { id } = await student('Ümit');
    const { reply, made, paper } = await cards(id);
    expect([reply.status, reply.headers['content-type']]).toEqual([200, 'application/pdf']);
    expect(made.map(({ userName }) => userName)).toEqual(['umit.yildiz']);
    expect(paper).toContain('Ümit Yıldız');
    expect((await scan(made[0]!)).body.me).toMatchObject({ id, userName: 'umit.yildiz' });
    const { made: newer } = await cards(id);
    expect((await scan(made[0]!)).body.type).toBe('session.wrongCard');
    const open = await server.person();
    open.enter((await open.post('/api/session/card', { userName: newer[0]!.userName, code: newer[0]!.code })).body);
    expect((await open.get('/api/my/work')).status).toBe(200);
    expect((await finch.del(`${roster}/${id}/card`)).status).toBe(204);
    expect((await scan(newer[0]!)).body.type).toBe('session.wrongCard');
    expect((await open.get('/api/my/work')).body.type).toBe('session.needed');
    expect((await student('Ümit')).cardMadeAt).toBeNull();
  });

  it('gives namesakes and names in another writing user names of their own, made from the name where that can be read', async () => {
    await school.bringIn(finch, 'Bao Lind\nيوسف الراشد\nO', { meant: [1] });
    const ids = ((await finch.get(roster)).body as RosterStudent[]).filter((one) => one.userName === null).map((one) => one.id);
    const { made } = await cards(...ids);
    expect(new Set(made.map((one) => one.userName)).size).toBe(made.length);
    expect(made.map((one) => one.userName)).toEqual(expect.arrayContaining(['ywsf.lrshd', 'student']));
  });

  it('that cannot be printed leaves the one before as it is', async () => {
    const { made } = await cards(school.bao.id);
    const bare = server.second({ program: 'no-such-program' });
    const again = await (
      await server.person('finch', bare.http)
    ).post(`/api/classes/${school.rivers}/cards`, { studentIds: [school.bao.id] });
    expect([again.status, again.body.type]).toEqual([503, 'report.noPrinter']);
    expect((await scan(made[0]!)).body.me).toMatchObject({ id: school.bao.id });
  });

  it('is printed for students of the class only', async () => {
    expect((await cards(school.otto.id)).reply.status).toBe(404);
  });
});

describe('a password', () => {
  it('given by a teacher ends other sessions and must be replaced before anything else', async () => {
    const elsewhere = await server.person('bao');
    const { userName, password } = (await finch.post(`${roster}/${school.bao.id}/password`)).body;
    expect(userName).toBe('bao');
    expect((await elsewhere.get('/api/my/work')).body.type).toBe('session.needed');
    const bao = await server.person();
    expect((await bao.signIn('bao', password)).body.me.newPasswordNeeded).toBe(true);
    expect((await bao.get('/api/my/work')).body.type).toBe('account.newPasswordNeeded');
    expect((await bao.put('/api/account/password', { password: 'my own words' })).status).toBe(204);
    expect((await bao.get('/api/my/work')).status).toBe(200);
    expect((await (await server.person()).signIn('bao', 'my own words')).body.me.newPasswordNeeded).toBe(false);
  });

  it('is replaced with the present one, which signs out every other place', async () => {
    const other = await server.person('finch');
    expect((await finch.put('/api/account/password', { current: 'wrong', password: 'a new password' })).body.type).toBe(
      'account.wrongPassword',
    );
    expect((await finch.put('/api/account/password', { current: PASSWORD, password: 'a new password' })).status).toBe(204);
    expect((await finch.get('/api/today')).status).toBe(200);
    expect((await other.get('/api/today')).status).toBe(401);
  });

  it('of a teacher is replaced by a mailed link, once, within an hour; an unknown address is answered alike', async () => {
    await finch.put('/api/account/email', { email: 'Finch@tern.example', current: PASSWORD });
    const visitor = await server.person();
    for (const email of ['finch@tern.example', 'nobody@tern.example'])
      expect((await visitor.post('/api/account/recover', { email })).status).toBe(204);
    expect(((await finch.get('/api/mailroom')).body as MailroomReply).mails).toHaveLength(1);
    const ticket = await lastLink();
    expect((await visitor.post('/api/tickets/look', { ticket })).body).toMatchObject({ kind: 'password', email: 'finch@tern.example' });
    expect((await visitor.post('/api/tickets/take', { ticket, password: 'a new password' })).body.me).toBeNull();
    expect((await finch.get('/api/today')).status).toBe(401);
    expect((await visitor.post('/api/tickets/take', { ticket, password: 'another one' })).body.type).toBe('ticket.unknown');
    expect((await visitor.signIn('finch', 'a new password')).status).toBe(200);
    server.clock.now += 1000;
    await visitor.post('/api/account/recover', { email: 'finch@tern.example' });
    const late = await lastLink(visitor);
    server.clock.now += 3_600_001;
    expect((await visitor.post('/api/tickets/look', { ticket: late })).status).toBe(404);
  });

  it('is not mailed without end', async () => {
    const small = await aServer({ mailTries: 2 });
    const visitor = await small.person();
    const ask = async () => (await visitor.post('/api/account/recover', { email: 'a@tern.example' })).status;
    expect([await ask(), await ask(), await ask()]).toEqual([204, 204, 429]);
    await small.close();
  });
});

describe('two-step sign-in', () => {
  const begin = async () => {
    const { secret } = (await finch.post('/api/account/two-step/start')).body as { secret: string };
    const code = (at = server.clock.now) => new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: at });
    const { recoveryCodes } = (await finch.post('/api/account/two-step', { secret, code: code(), current: PASSWORD })).body as {
      recoveryCodes: string[];
    };
    return { code, recoveryCodes };
  };

  it('asks for a code after the password; each code works once, and so does each recovery code', async () => {
    const { code, recoveryCodes } = await begin();
    expect(recoveryCodes).toHaveLength(8);
    const again = await server.person();
    const first = await again.signIn('finch');
    expect([first.status, first.body.me, first.body.secondStep]).toEqual([200, null, true]);
    expect((await again.get('/api/today')).body.type).toBe('session.needed');
    // The code that turned it on has been used already.
    expect((await again.post('/api/session/second-step', { code: code() })).body.type).toBe('session.wrongCode');
    server.clock.now += 30_000;
    expect((await again.post('/api/session/second-step', { code: code() })).body.me.userName).toBe('finch');
    const lost = async (typed: string) => {
      const person = await server.person();
      await person.signIn('finch');
      return (await person.post('/api/session/second-step', { code: typed })).status;
    };
    expect([await lost(recoveryCodes[0]!.toLowerCase()), await lost(recoveryCodes[0]!), await lost(code())]).toEqual([200, 401, 401]);
  });

  it('does not begin with a code that does not fit, waits five minutes for one, and ends or moves only with password and a present code', async () => {
    const { secret } = (await finch.post('/api/account/two-step/start')).body;
    expect((await finch.post('/api/account/two-step', { secret, code: '000000', current: PASSWORD })).status).toBe(401);
    const { code } = await begin();
    const slow = await server.person();
    await slow.signIn('finch');
    server.clock.now += 5 * 60_000 + 1;
    expect((await slow.post('/api/session/second-step', { code: code() })).body.type).toBe('session.needed');
    const other = (await finch.post('/api/account/two-step/start')).body.secret as string;
    const fresh = () => new TOTP({ secret: Secret.fromBase32(other) }).generate({ timestamp: server.clock.now });
    const move = (proof: object) => finch.post('/api/account/two-step', { secret: other, code: fresh(), ...proof });
    expect((await move({ current: PASSWORD })).body.type).toBe('session.wrongCode');
    expect((await move({ current: 'wrong one', presentCode: code() })).body.type).toBe('account.wrongPassword');
    expect((await finch.post('/api/account/two-step/end', { current: PASSWORD })).body.type).toBe('session.wrongCode');
    expect((await move({ current: PASSWORD, presentCode: code() })).status).toBe(200);
    server.clock.now += 30_000;
    expect((await finch.post('/api/account/two-step/end', { current: PASSWORD, presentCode: code() })).body.type).toBe('session.wrongCode');
    expect((await finch.post('/api/account/two-step/end', { current: PASSWORD, presentCode: fresh() })).status).toBe(204);
    expect((await (await server.person()).signIn('finch')).body.me.twoStep).toBe(false);
  });
});

describe('an invitation', () => {
  it('by mail lets a student choose a sign-in, once; who has no address is named', async () => {
    await school.bringIn(finch, 'Name,E-mail\nAda Reef,ada@tern.example\nBen Kelp,');
    const [ada, ben] = [await student('Ada'), await student('Ben')];
    const reply = await finch.post(`/api/classes/${school.rivers}/invitations`, { studentIds: [ada.id, ben.id, school.bao.id] });
    expect(reply.body).toEqual({ invited: 1, withoutAddress: [ben.id] });
    expect((await student('Ada')).invitedAt).toBe(server.clock.now);
    const ticket = await lastLink();
    const visitor = await server.person();
    expect((await visitor.post('/api/tickets/look', { ticket })).body).toMatchObject({
      kind: 'student',
      className: 'Rivers',
      invitedBy: 'finch Test',
      student: { givenName: 'Ada' },
    });
    expect((await visitor.post('/api/tickets/take', { ticket })).body.errors.map((one: { path: string }) => one.path)).toEqual([
      'userName',
      'password',
    ]);
    expect((await visitor.post('/api/tickets/take', { ticket, userName: 'bao', password: 'long enough' })).body.type).toBe(
      'account.userNameTaken',
    );
    expect((await visitor.post('/api/tickets/take', { ticket, userName: 'ada', password: 'long enough' })).body.me).toMatchObject({
      id: ada.id,
    });
    expect((await (await server.person()).post('/api/tickets/look', { ticket })).status).toBe(404);
  });

  it('makes a teacher a co-teacher, with a sign-in that is there or is made', async () => {
    const invite = () => finch.post(`/api/classes/${school.rivers}/teachers`, { email: 'colleague@tern.example' });
    await invite();
    const first = await lastLink();
    server.clock.now += 1000;
    await invite();
    const ticket = await lastLink();
    const stranger = await server.person('stranger');
    expect((await stranger.post('/api/tickets/take', { ticket: first })).body.type).toBe('ticket.unknown');
    expect((await (await server.person('bao')).post('/api/tickets/take', { ticket })).status).toBe(403);
    expect((await stranger.post('/api/tickets/take', { ticket })).body.me.userName).toBe('stranger');
    expect((await stranger.get(`/api/classes/${school.rivers}`)).status).toBe(200);
    server.clock.now += 1000;
    await invite();
    const fresh = await server.person();
    const made = await fresh.post('/api/tickets/take', {
      ticket: await lastLink(),
      givenName: 'Tia',
      familyName: 'Teach',
      userName: 'tia',
      password: 'long enough',
    });
    expect(made.body.me).toMatchObject({ role: 'teacher', email: 'colleague@tern.example', keeper: false });
    expect((await finch.get(`/api/classes/${school.rivers}/teachers`)).body.teachers).toHaveLength(4);
  });

  it('can be withdrawn', async () => {
    await finch.post(`/api/classes/${school.rivers}/teachers`, { email: 'colleague@tern.example' });
    const [open] = (await finch.get(`/api/classes/${school.rivers}/teachers`)).body.invitations;
    await finch.del(`/api/classes/${school.rivers}/invitations/${open.id}`);
    expect((await finch.get(`/api/classes/${school.rivers}/teachers`)).body.invitations).toEqual([]);
    expect((await (await server.person('stranger')).post('/api/tickets/take', { ticket: await lastLink() })).status).toBe(404);
  });
});
