import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { promisify } from 'node:util';
import request from 'supertest';
import type { AccessKey, NewKeyReply } from '../../contract';
import { aSchool, aServer, DAY, PASSWORD, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const make = async (more: object = {}) =>
  finch.post('/api/account/keys', { name: 'Timetable', scope: 'read', endsAt: null, current: PASSWORD, ...more });
const secretOf = async (more: object = {}) => ((await make(more)).body as NewKeyReply).secret;
/** A program: it has no cookies, and sends its key alone. */
const program = (secret: string) => request.agent(server.http).set('Authorization', `Bearer ${secret}`);

it('is made with a password, shown once, listed without what it is, and ended at once', async () => {
  expect((await make({ current: 'wrong' })).body.type).toBe('account.wrongPassword');
  expect((await make({ scope: 'everything' })).status).toBe(400);
  expect((await make({ endsAt: server.clock.now })).body.type).toBe('key.endsBefore');
  expect((await (await server.person('bao')).get('/api/account/keys')).body.type).toBe('access.role');
  const { key, secret } = (await make()).body as NewKeyReply;
  expect(secret).toMatch(/^jolly_[\w-]{43}$/);
  expect(key).toMatchObject({ name: 'Timetable', scope: 'read', usedAt: null });
  const listed = async () => (await finch.get('/api/account/keys')).body as AccessKey[];
  expect(JSON.stringify(await listed())).not.toContain(secret.slice(6));
  const asks = async () => (await program(secret).get('/api/classes')).status;
  expect(await asks()).toBe(200);
  expect(await listed()).toMatchObject([{ id: key.id, usedAt: server.clock.now }]);
  expect((await (await server.person('lund')).del(`/api/account/keys/${key.id}`)).status).toBe(404);
  expect((await finch.del(`/api/account/keys/${key.id}`)).status).toBe(204);
  expect(await asks()).toBe(401);
});

it('is no way to what people do, nor to change anything with a key for reading', async () => {
  const { key, secret } = (await make()).body as NewKeyReply;
  const asking = program(secret);
  expect((await asking.get('/api/account/keys')).body.type).toBe('key.forPeople');
  expect((await asking.delete(`/api/account/keys/${key.id}`)).body.type).toBe('key.forPeople');
  expect((await asking.post('/api/classes').send({ name: 'Lakes' })).body.type).toBe('key.readOnly');
  const writing = program(await secretOf({ scope: 'write' }));
  // No token of a form is asked of a program, and it gets no cookie.
  const made = await writing.post('/api/classes').send({ name: 'Lakes' });
  expect([made.status, made.headers['set-cookie']]).toEqual([201, undefined]);
  expect((await writing.get(`/api/classes/${school.maps}`)).status).toBe(404);
});

it('ends by itself when it was made so, and with the password', async () => {
  const until = await secretOf({ endsAt: server.clock.now + DAY });
  const lasting = await secretOf();
  const status = async (secret: string) => (await program(secret).get('/api/classes')).status;
  server.clock.now += 2 * DAY;
  expect([await status(until), await status(lasting), await status('jolly_nothing-of-ours')]).toEqual([401, 200, 401]);
  finch = await server.person('finch');
  expect((await finch.put('/api/account/password', { current: PASSWORD, password: 'another long one' })).status).toBe(204);
  expect(await status(lasting)).toBe(401);
});

it('lets a stranger write a client: the examples of docs/api.md do what they say', async () => {
  const guide = readFileSync(join(__dirname, '../../../../../docs/api.md'), 'utf8');
  const examples = [...guide.matchAll(/```sh\n([\s\S]*?)```/g)].map(([, script]) => script!);
  const { port } = server.http.address() as AddressInfo;
  const env = { ...process.env, KEY: await secretOf({ scope: 'write' }), SERVER: `http://127.0.0.1:${port}`, CLASS: school.rivers };
  const said: unknown[] = [];
  for (const script of examples) said.push(JSON.parse((await promisify(execFile)('bash', ['-c', script], { env })).stdout || 'null'));
  expect(said[0]).toMatchObject([{ name: 'Rivers' }]);
  expect(JSON.stringify(said[1])).toContain('missing');
  expect(said[2]).toMatchObject({ text: 'Fetch the floats' });
});
