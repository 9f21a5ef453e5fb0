import { aSchool, aServer, PASSWORD, type Server } from '../../testing/school';

describe('signing in', () => {
  let server: Server;
  beforeAll(async () => {
    server = await aServer();
    await aSchool(server);
  });
  afterAll(() => server.close());

  it('says who is there and gives a new token', async () => {
    const person = await server.person();
    const before = (await person.get('/api/session')).body;
    const reply = await person.signIn('FINCH');
    expect(reply.body.me).toMatchObject({ userName: 'finch', role: 'teacher' });
    expect(before.me).toBeNull();
    expect(reply.body.csrf).not.toBe(before.csrf);
    expect(reply.headers['set-cookie']?.[0]).toMatch(/HttpOnly; SameSite=Lax/);
  });

  it('answers a wrong password and an unknown name alike', async () => {
    const person = await server.person();
    const wrong = await person.signIn('finch', 'wrong password');
    const unknown = await person.signIn('nobody', 'wrong password');
    expect([wrong.status, wrong.body.title]).toEqual([unknown.status, unknown.body.title]);
    expect(wrong.body.type).toBe('session.wrong');
  });

  it('keeps the password only as an argon2id hash', async () => {
    const [rows] = await server.sequelize.query("SELECT password_hash AS hash FROM users WHERE user_name = 'finch'");
    expect((rows[0] as { hash: string }).hash).toMatch(/^\$argon2id\$/);
    expect(JSON.stringify(rows)).not.toContain(PASSWORD);
  });

  it('ends when signed out', async () => {
    const person = await server.person('finch');
    expect((await person.del('/api/session')).status).toBe(204);
    expect((await person.get('/api/today')).body.type).toBe('session.needed');
  });
});

it('limits guesses for one name, but not a class that signs in at once', async () => {
  const server = await aServer({ signInTries: 3, joinTries: 2 });
  await aSchool(server);
  const person = await server.person();
  for (let i = 0; i < 3; i++) expect((await person.signIn('finch', 'guess')).status).toBe(401);
  expect((await person.signIn('finch', PASSWORD)).status).toBe(429);
  for (let i = 0; i < 5; i++) expect((await (await server.person()).signIn('bao')).status).toBe(200);
  await server.close();
});
