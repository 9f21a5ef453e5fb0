import { aWire } from '../testing';
import { addressOf, type ApiProblem, ask, askSession, now, whenSignedOut } from './client';

const session = (csrf: string, at = Date.now()) => ({ status: 200, body: { me: null, csrf, now: at } });
const problem = (status: number, type: string, more = {}) => ({ status, body: { type, title: `about ${type}`, status, ...more } });
const on = (...answers: Parameters<typeof aWire>) => {
  const wire = aWire(...answers);
  globalThis.fetch = wire.fetch as typeof fetch;
  return wire;
};
const failure = async (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: ApiProblem) => error,
  );

it('sends writes with the token of the session, reads without', async () => {
  const wire = on(session('token-1'), { status: 200, body: { ok: true } }, { status: 204 });
  await askSession();
  expect(await ask('GET /api/today')).toEqual({ ok: true });
  expect(
    await ask('POST /api/classes/:classId/away', { params: { classId: 'a/b' }, body: { away: true }, idempotencyKey: 'key-12345' }),
  ).toBeUndefined();
  expect(wire.sent[1]!.headers['X-CSRF-Token']).toBeUndefined();
  expect(wire.sent[2]).toMatchObject({
    path: '/api/classes/a%2Fb/away',
    body: { away: true },
    headers: { 'X-CSRF-Token': 'token-1', 'Idempotency-Key': 'key-12345' },
  });
});

it('gets a fresh token when the old one is refused, and sends the same again', async () => {
  const wire = on(problem(403, 'request.csrf'), session('token-2'), { status: 200, body: { stored: true } });
  expect(await ask('PUT /api/jottings/:jottingId/done', { params: { jottingId: 'one' }, body: { done: true } })).toEqual({ stored: true });
  expect(wire.sent[2]).toMatchObject({ verb: 'PUT', body: { done: true }, headers: { 'X-CSRF-Token': 'token-2' } });
});

it('asks to sign in again over the page when the session has ended, then goes on', async () => {
  const signIns: string[] = [];
  whenSignedOut(async () => void signIns.push('asked'));
  on(problem(401, 'session.needed'), { status: 200, body: { stored: true } });
  expect(await ask('PUT /api/jottings/:jottingId/done', { params: { jottingId: 'one' }, body: { done: true } })).toEqual({ stored: true });
  expect(signIns).toEqual(['asked']);
});

it('does not ask at the door, where a 401 is an answer', async () => {
  on(problem(401, 'session.wrong'));
  expect(await failure(ask('POST /api/session', { body: { userName: 'bao', password: 'wrong' }, anonymous: true }))).toMatchObject({
    code: 'session.wrong',
    status: 401,
  });
});

it('gives up mending after two tries', async () => {
  whenSignedOut(async () => undefined);
  const wire = on(problem(401, 'session.needed'), problem(401, 'session.needed'), problem(401, 'session.needed'));
  expect(await failure(ask('GET /api/today'))).toMatchObject({ code: 'session.needed' });
  expect(wire.left).toEqual([]);
});

it('hands on the code, the sentence, the fields and what is stored now', async () => {
  on(problem(409, 'conflict.changedMeanwhile', { current: { version: 7 }, errors: [{ path: 'title', message: 'changed' }] }));
  expect(await failure(ask('PUT /api/jottings/:jottingId/done', { params: { jottingId: 'one' }, body: { done: true } }))).toMatchObject({
    code: 'conflict.changedMeanwhile',
    title: 'about conflict.changedMeanwhile',
    current: { version: 7 },
    errors: [{ path: 'title', message: 'changed' }],
  });
});

it('says in a sentence that the line is broken, or that something else answered', async () => {
  on('broken line');
  expect(await failure(ask('GET /api/today'))).toMatchObject({ code: 'network', status: 0 });
  globalThis.fetch = (async () => new Response('<html>a proxy</html>', { status: 502 })) as typeof fetch;
  expect(await failure(ask('GET /api/today'))).toMatchObject({ code: 'network', status: 502 });
});

it('goes by the clock of the server, however wrong the device is', async () => {
  const server = Date.now() - 86_400_000;
  on(session('t', server));
  await askSession();
  expect(Math.abs(now() - server)).toBeLessThan(5000);
});

it('fills an address in, and leaves out what is not asked', () => {
  const params = { classId: 'c', assignmentId: 'a' };
  expect(addressOf('GET /api/classes/:classId/book/live', { params, query: { sections: 'together' } })).toBe(
    '/api/classes/c/book/live?sections=together',
  );
  expect(addressOf('GET /api/files/:fileId', { params: { fileId: 'é/1' }, query: {} })).toBe('/api/files/%C3%A9%2F1');
  expect(addressOf('GET /api/piles')).toBe('/api/piles');
});
