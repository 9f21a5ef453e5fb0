import { randomUUID } from 'node:crypto';
import { allRoutes } from '../wiring';
import { anAssignment, aSchool, aServer, doc, type Server } from './school';

/** What each route answers to who may not: nobody, the wrong role, and the right role but somebody else's things. */
type Row = { nobody: number; wrong: ['teacher' | 'student', number] | null; other: number | null; body?: object };
const MATRIX: Record<string, Row> = {
  'get /api/session': { nobody: 200, wrong: null, other: 200 },
  'post /api/session': { nobody: 401, wrong: null, other: null, body: { userName: 'nobody', password: 'wrong' } },
  'delete /api/session': { nobody: 401, wrong: null, other: null },
  'get /api/classes': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/classes': { nobody: 401, wrong: ['student', 403], other: 201, body: { name: 'Another' } },
  'get /api/classes/:classId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'patch /api/classes/:classId': { nobody: 401, wrong: ['student', 403], other: 404, body: { name: 'Stolen', version: 1 } },
  'post /api/classes/:classId/join-code': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/roster': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/roster': { nobody: 401, wrong: ['student', 403], other: 404, body: { students: [{ givenName: 'A', familyName: 'B' }] } },
  'delete /api/classes/:classId/roster/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/join/:code': { nobody: 404, wrong: ['teacher', 403], other: null },
  'post /api/join/:code': { nobody: 404, wrong: ['teacher', 403], other: null, body: { givenName: 'A', familyName: 'B', userName: 'new.one', password: 'long enough' } },
  'post /api/my/classes/:code': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/assignments': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/classes/:classId/assignments': { nobody: 401, wrong: ['student', 403], other: 404, body: anAssignment() },
  'get /api/assignments/:assignmentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId': { nobody: 401, wrong: ['student', 403], other: 404, body: { ...anAssignment(), version: 1 } },
  'delete /api/assignments/:assignmentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/issue': { nobody: 401, wrong: ['student', 403], other: 404, body: { version: 1 } },
  'get /api/assignments/:assignmentId/pieces': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/exceptions/:studentId': { nobody: 401, wrong: ['student', 403], other: 404, body: { excused: true, reason: '' } },
  'delete /api/assignments/:assignmentId/exceptions/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/my/work': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'get /api/my/work/:assignmentId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'put /api/my/work/:assignmentId/text': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: doc('mine'), version: 0 } },
  'post /api/my/work/:assignmentId/files': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'delete /api/my/work/:assignmentId/files/:fileId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/hand-in': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/take-back': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/files/:fileId': { nobody: 401, wrong: null, other: 404 },
  'get /api/piles': { nobody: 401, wrong: ['student', 403], other: 200 },
  'get /api/assignments/:assignmentId/pieces/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/pieces/:studentId/score': { nobody: 401, wrong: ['student', 403], other: 404, body: { earned: 1000, remark: '', version: 0 } },
  'post /api/assignments/:assignmentId/pieces/:studentId/send-back': { nobody: 401, wrong: ['student', 403], other: 404, body: { reason: 'again', newDue: null, version: 0 } },
  'post /api/assignments/:assignmentId/return': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: 'allHeld' } },
  'get /api/classes/:classId/progress': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/progress/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/my/progress': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'get /api/today': { nobody: 401, wrong: ['student', 403], other: 200 },
  'get /api/term-line': { nobody: 401, wrong: null, other: 200 },
  'get /api/find?q=a': { nobody: 401, wrong: null, other: 200 },
  'get /api/openapi.json': { nobody: 200, wrong: null, other: 200 },
  'get /api/docs': { nobody: 200, wrong: null, other: 200 },
  'get /health': { nobody: 200, wrong: null, other: 200 },
  'get /metrics': { nobody: 200, wrong: null, other: 200 },
};

let server: Server;
let ids: Record<string, string>;
beforeAll(async () => {
  server = await aServer();
  const school = await aSchool(server);
  const assignment = await school.issued();
  ids = { classId: school.rivers, assignmentId: assignment.id, studentId: school.bao.id, fileId: randomUUID(), code: 'XXXXXXX' };
});
afterAll(() => server.close());

const isStudentsOwn = (key: string) => key.includes('/api/my/');

it('has a row for every route there is, and no row too many', () => {
  const routes = allRoutes(server.services).map(({ verb, path }) => `${verb} ${path}`);
  expect(
    Object.keys(MATRIX)
      .map((key) => key.split('?')[0])
      .sort(),
  ).toEqual(routes.sort());
});

describe.each(Object.entries(MATRIX))('%s', (key, { nobody, wrong, other, body }) => {
  const [verb, path] = key.split(' ') as ['get' | 'post' | 'put' | 'patch' | 'delete', string];
  const address = () => path.replace(/:(\w+)/g, (_, name: string) => ids[name]!);
  const ask = async (who: string | undefined) => (await (await server.person(who)).send(verb, address(), body)).status;

  it(`answers ${nobody} to who is not signed in`, async () => expect(await ask(undefined)).toBe(nobody));
  if (wrong) it(`answers ${wrong[1]} to a ${wrong[0]}`, async () => expect(await ask(wrong[0] === 'teacher' ? 'finch' : 'bao')).toBe(wrong[1]));
  if (other !== null) it(`answers ${other} to the right role in somebody else's class`, async () => expect(await ask(isStudentsOwn(key) ? 'otto' : 'stranger')).toBe(other));
});

it('refuses every write without the token of the session', async () => {
  const finch = await server.person('finch');
  finch.forgetCsrf();
  const reply = await finch.post('/api/classes', { name: 'Forged' });
  expect([reply.status, reply.body.type]).toEqual([403, 'request.csrf']);
});

it('sends a policy under which nothing from elsewhere can run', async () => {
  const { headers } = await (await server.person()).get('/health');
  expect(headers['content-security-policy']).toContain("script-src 'self';");
  expect(headers['content-security-policy']).toContain("default-src 'none'");
  expect(headers['x-content-type-options']).toBe('nosniff');
});
