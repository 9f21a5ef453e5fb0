import { randomUUID } from 'node:crypto';
import type { ApiKey } from '../contract';
import { placeOf } from '../http/route';
import { allRoutes } from '../routes';
import { ASSIGNMENT, CLASS, STUDENT } from './access-bodies';
import { MATRIX } from './access-matrix';
import type { Row } from './access-rows';
import { aSchool, aServer, type Person, type Server } from './school';

let server: Server;
let ids: Record<string, string>;
beforeAll(async () => {
  server = await aServer();
  const school = await aSchool(server);
  const assignment = await school.issued();
  // The school's calendar is also the stranger's; this one is not.
  const calendar = (
    await (
      await server.person('finch')
    ).post('/api/calendars', { name: 'Own', schoolDays: [1], closures: [], terms: [], classId: school.rivers })
  ).body as {
    id: string;
  };
  const unknown = {
    fileId: randomUUID(),
    ticketId: randomUUID(),
    groupingId: randomUUID(),
    exceptionId: randomUUID(),
    mailId: randomUUID(),
    groupId: randomUUID(),
    requestId: randomUUID(),
    itemId: randomUUID(),
    moveId: randomUUID(),
    attachmentId: randomUUID(),
    versionId: randomUUID(),
    uploadId: randomUUID(),
    overlapId: randomUUID(),
    timedId: randomUUID(),
    noteId: randomUUID(),
    noticeId: randomUUID(),
    wallId: randomUUID(),
    wallPieceId: randomUUID(),
    absenceId: randomUUID(),
    day: '2026-11-23',
    eventId: randomUUID(),
    reminderId: randomUUID(),
    answerId: randomUUID(),
    questionId: randomUUID(),
    remarkId: randomUUID(),
    reviewId: randomUUID(),
    actId: randomUUID(),
    tryId: randomUUID(),
    jottingId: randomUUID(),
    pieceId: randomUUID(),
    presetId: randomUUID(),
    jobId: randomUUID(),
    codeId: randomUUID(),
    familyId: school.frida.id,
    ticket: randomUUID(),
    version: '1',
    file: `${'x'.repeat(43)}.ics`,
  };
  ids = {
    classId: school.rivers,
    assignmentId: assignment.id,
    briefId: assignment.briefId,
    studentId: school.bao.id,
    teacherId: school.lund.id,
    calendarId: calendar.id,
    code: 'XXXXXXX',
    ...unknown,
  };
});
afterAll(() => server.close());

const isStudentsOwn = (key: string) => key.includes('/api/my/');
const isFamilys = (key: string) => key.includes('/api/family');
const strangerOf = (key: string) => (isStudentsOwn(key) ? 'otto' : isFamilys(key) ? 'felix' : 'stranger');

it('has a route, and by its type a row, for every line of the API', () => {
  expect(Object.keys(MATRIX).sort()).toEqual(
    allRoutes(server.services)
      .map(({ route }) => route)
      .sort(),
  );
});

/** Somebody at one browser for all of it: nothing here signs anybody out. */
const browsers = new Map<string | undefined, Promise<Person>>();
const at = (who: string | undefined) => {
  if (!browsers.has(who)) browsers.set(who, server.person(who));
  return browsers.get(who)!;
};
const ROWS = Object.entries(MATRIX) as [ApiKey, Row][];
const placed = (route: ApiKey, query: string | undefined) => {
  const { verb, path } = placeOf({ route });
  return { verb, address: path.replace(/:(\w+)/g, (_, name: string) => ids[name]!) + (query ? `?${query}` : '') };
};

describe.each(ROWS)('%s', (key, { nobody, wrong, other, query, body }) => {
  const filled = () =>
    body &&
    (JSON.parse(
      JSON.stringify(body).replaceAll(CLASS, ids.classId!).replaceAll(STUDENT, ids.studentId!).replaceAll(ASSIGNMENT, ids.assignmentId!),
    ) as object);
  const ask = async (who: string | undefined) => {
    const { verb, address } = placed(key, query);
    return (await (await at(who)).send(verb, address, filled())).status;
  };

  it(`answers ${nobody} to who is not signed in`, async () => expect(await ask(undefined)).toBe(nobody));
  if (wrong)
    it(`answers ${wrong[1]} to a ${wrong[0]}`, async () => expect(await ask(wrong[0] === 'teacher' ? 'finch' : 'bao')).toBe(wrong[1]));
  if (other !== null)
    it(`answers ${other} to the right role in somebody else's class`, async () => expect(await ask(strangerOf(key))).toBe(other));
});

it('lets a family into nothing that is not for families', async () => {
  const frida = await server.person('frida');
  const open: string[] = [];
  for (const [key, { wrong, query, body }] of ROWS) {
    if (wrong === null || isFamilys(key)) continue;
    const { verb, address } = placed(key, query);
    const { status } = await frida.send(verb, address, body);
    if (status !== 403) open.push(`${status} ${key}`);
  }
  for (const path of ['/api/news', '/api/term-line', '/api/find?q=a']) expect([path, (await frida.get(path)).status]).toEqual([path, 403]);
  expect(open).toEqual([]);
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
