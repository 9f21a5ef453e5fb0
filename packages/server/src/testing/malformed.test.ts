import { pino } from 'pino';
import { loggedError } from '../http/log';
import { FIRST_BEARING, FIRST_SCHEME, SHIPPED_REPORTS } from '@jolly/core';
import { aBrief, aSchool, aServer, doc, type Server } from './school';

let server: Server;
let ids: Record<string, string>;
beforeAll(async () => {
  server = await aServer();
  const school = await aSchool(server);
  const assignment = await school.issued();
  ids = { classId: school.rivers, assignmentId: assignment.id, studentId: school.bao.id };
});
afterAll(() => server.close());

const briefs = '/api/briefs';
const CLASS = '7a1d4f0e-5c1b-4e0a-8a44-3f1f6f1c2b10';
const attached = { id: '7a1d4f0e-5c1b-4e0a-8a44-3f1f6f1c2b11', title: 'A link', use: 'toRead' as const, example: false };
const score = '/api/assignments/:assignmentId/pieces/:studentId/score';
const CALENDAR = '0c6f8f5e-0d8c-4a53-9d3f-0a6c3f6f2b11';
const report = (more: object) => ({ settings: { ...SHIPPED_REPORTS.progress, classIds: [CLASS], ...more } });
const schemeBody = { bearing: FIRST_BEARING, lateRule: { kind: 'none' }, graceMinutes: 0, refile: {}, version: 1 };
it.each<['post' | 'put' | 'patch', string, string, object, string]>([
  ['post', 'a class without a name', '/api/classes', { name: ' ' }, 'name'],
  ['post', 'a class in a zone that is none', '/api/classes', { name: 'A', zone: 'Mars/Olympus' }, 'zone'],
  ['post', 'a due time of 25:00', '/api/classes', { name: 'A', dueTime: '25:00' }, 'dueTime'],
  ['post', 'an unknown field', '/api/classes', { name: 'A', owner: 'me' }, 'owner'],
  ['patch', 'a late rule of 101 %', '/api/classes/:classId', { lateRule: { kind: 'cap', percent: 101_000 }, version: 1 }, 'lateRule'],
  ['patch', 'a student without a name', '/api/classes/:classId/roster/:studentId', { givenName: ' ' }, 'givenName'],
  ['patch', 'an address that is none', '/api/classes/:classId/roster/:studentId', { email: 'bao at tern' }, 'email'],
  [
    'post',
    'a report between two days that end before they begin',
    '/api/reports/preview',
    report({ time: { kind: 'dates', from: '2026-11-02', to: '2026-11-01' } }),
    'settings.time',
  ],
  ['post', 'a report with a part that there is none of', '/api/reports/preview', report({ parts: ['ranking'] }), 'settings.parts.0'],
  ['post', 'a note of more than 60,000 letters', '/api/reports/preview', report({ above: 'x'.repeat(60_001) }), 'settings.above'],
  ['post', 'a report as a picture', '/api/reports/jobs', { ...report({}), format: 'png' }, 'format'],
  ['put', 'settings without a name', '/api/reports/presets', { ...report({}), name: ' ' }, 'name'],
  ['post', 'a private note without words', '/api/classes/:classId/progress/:studentId/jottings', { kind: 'talk', text: ' ' }, 'text'],
  [
    'post',
    'a family invited at no address',
    '/api/classes/:classId/families/mails',
    { invitations: [{ studentId: CALENDAR, email: 'mira' }], language: 'en' },
    'invitations.0.email',
  ],
  [
    'post',
    'a letter in a language that there is none of',
    '/api/classes/:classId/families/letters',
    { studentIds: [CALENDAR], language: 'xx' },
    'language',
  ],
  ['post', 'cards for nobody', '/api/classes/:classId/cards', { studentIds: [] }, 'studentIds'],
  ['patch', 'a live room that is no address', '/api/classes/:classId', { liveLink: 'javascript:alert(1)', version: 1 }, 'liveLink'],
  ['put', 'a unit without a name', '/api/classes/:classId/units', { units: [{ id: null, name: '' }] }, 'units.0.name'],
  [
    'put',
    'a scheme of another kind',
    '/api/classes/:classId/scheme',
    { ...schemeBody, scheme: { ...FIRST_SCHEME, kind: 'best' } },
    'scheme.kind',
  ],
  [
    'post',
    'a copy that begins on 31 February',
    '/api/classes/:classId/copy',
    { name: 'A', section: '', from: '2026-02-31', to: '2026-03-01', calendarId: CALENDAR, assignments: true, version: 1 },
    'from',
  ],
  ['post', 'groups without a group', '/api/classes/:classId/groupings', { name: 'A', seed: null, until: null, groups: [] }, 'groups'],
  [
    'post',
    'a standing exception for no class',
    '/api/standing-exceptions',
    {
      kind: 'days',
      amount: 1,
      validFrom: null,
      validTo: null,
      reason: '',
      quizTimePercent: null,
      waivesLate: false,
      classIds: [],
      studentIds: ['1b9d6bcd-bbfd-4b2d-9b5d-ab8dfbbd4bed'],
    },
    'classIds',
  ],
  ['post', 'an invitation to nowhere', '/api/classes/:classId/teachers', { email: 'marek' }, 'email'],
  ['post', 'a title of 201 characters', briefs, aBrief([CLASS], { title: 'x'.repeat(201) }), 'title'],
  ['post', 'a due date after 2100', briefs, aBrief([CLASS], { due: Date.parse('2206-11-25T00:00Z') }), 'classes.0.due'],
  ['post', 'half a thousandth of a point', briefs, aBrief([CLASS], { points: 0.5 }), 'points'],
  ['post', 'points as text, which is not converted', briefs, { ...aBrief([CLASS]), points: '20000' }, 'points'],
  ['post', 'instructions that are no document', briefs, { ...aBrief([CLASS]), instructions: { html: '<script>' } }, 'instructions'],
  ['post', 'a kind of hand-in that nobody knows', briefs, { ...aBrief([CLASS]), accepts: ['telepathy'] }, 'accepts.0'],
  [
    'post',
    'a script as a link that goes with it',
    briefs,
    aBrief([CLASS], { attachments: [{ ...attached, kind: 'link', url: 'javascript:alert(1)' }] }),
    'attachments.0.url',
  ],
  ['post', 'an assignment for no class', briefs, aBrief([]), 'classes'],
  ['post', 'the same class twice', briefs, aBrief([CLASS, CLASS]), 'classes.1'],
  ['post', 'a load of nothing', '/api/load', { classes: [], minutes: null, briefId: null }, 'classes'],
  [
    'post',
    'a move by no day',
    '/api/plan/preview',
    { assignmentIds: [CLASS], shift: { kind: 'days', days: 0 }, oneOffs: false },
    'shift.days',
  ],
  [
    'post',
    'a move to a day that does not exist',
    '/api/plan/preview',
    { assignmentIds: [CLASS], shift: { kind: 'toDay', day: '2026-02-30' }, oneOffs: false },
    'shift.day',
  ],
  [
    'put',
    'an exception without saying whether excused',
    '/api/assignments/:assignmentId/exceptions',
    { studentIds: [CLASS], waivesLate: false, reason: '', tell: true },
    'excused',
  ],
  [
    'put',
    'an exception for nobody',
    '/api/assignments/:assignmentId/exceptions',
    { studentIds: [], excused: true, waivesLate: false, reason: '', tell: true },
    'studentIds',
  ],
  [
    'post',
    'something without a name on the shelf',
    '/api/shelf',
    { title: ' ', folder: '', tags: [], body: { kind: 'worksheet', text: doc('x') } },
    'title',
  ],
  ['put', 'quiet hours that are no times', '/api/news/settings', { choices: {}, quiet: { from: '25:00', to: '07:00' } }, 'quiet.from'],
  ['put', 'a negative score', score, { earned: -1, chosen: null, remark: doc(''), version: 0 }, 'earned'],
  ['put', 'a score of ten in words', score, { earned: 'ten', chosen: null, remark: doc(''), version: 0 }, 'earned'],
  [
    'post',
    'a send-back without a reason',
    '/api/assignments/:assignmentId/pieces/:studentId/send-back',
    { reason: ' ', newDue: null, version: 0 },
    'reason',
  ],
  [
    'post',
    'a mark book entry of no known kind',
    '/api/classes/:classId/book/edits',
    { kind: 'guessed', edits: [{ assignmentId: CLASS, studentId: CLASS, version: 0, text: '1' }] },
    'kind',
  ],
  ['post', 'a mark book entry without cells', '/api/classes/:classId/book/edits', { kind: 'typed', edits: [] }, 'edits'],
  [
    'post',
    'a block of more cells than it takes',
    '/api/classes/:classId/book/edits',
    { kind: 'pasted', edits: Array.from({ length: 20_001 }, () => ({ assignmentId: CLASS, studentId: CLASS, version: 0, text: '1' })) },
    'edits',
  ],
  [
    'post',
    'a cell that says both what to enter and what to put back',
    '/api/classes/:classId/book/edits',
    { kind: 'typed', edits: [{ assignmentId: CLASS, studentId: CLASS, version: 0, text: '1', restore: CLASS }] },
    'edits.0',
  ],
  ['post', 'cells of no assignment', '/api/classes/:classId/book/cells', { assignmentIds: [] }, 'assignmentIds'],
  ['post', 'returning to nobody', '/api/assignments/:assignmentId/return', { studentIds: [] }, 'studentIds'],
])('%s refuses %s and names the field', async (verb, _case, path, body, field) => {
  const finch = await server.person('finch');
  const reply = await finch.send(
    verb,
    path.replace(/:(\w+)/g, (_, name: string) => ids[name]!),
    body,
  );
  expect(reply.status).toBe(400);
  expect(reply.headers['content-type']).toContain('application/problem+json');
  expect(reply.body.errors.map((one: { path: string }) => one.path)).toContain(field);
  // Every sentence is one of ours, by its code: none of the checker's own words.
  for (const { code, message } of reply.body.errors)
    expect([code, message]).toEqual([
      expect.any(String),
      expect.not.stringMatching(
        /is required|is not allowed|length must|fails to match|must be one of|must be a valid|must be of type|must contain|invalid value|required value|contains a duplicate|must be (?:less|greater|larger)/,
      ),
    ]);
});

it.each([
  ['text that is no document', 'bao', '/api/my/work/:assignmentId/text', { text: 'plain', version: 0 }, 'text'],
  [
    'a password of 7 characters',
    '',
    '/api/join/R4KM7TX',
    { givenName: 'A', familyName: '', userName: 'abc', password: '1234567' },
    'password',
  ],
  [
    'a user name with a space',
    '',
    '/api/join/R4KM7TX',
    { givenName: 'A', familyName: '', userName: 'a b', password: '12345678' },
    'userName',
  ],
])('students: %s is refused', async (_case, who, path, body, field) => {
  const person = await server.person(who || undefined);
  const reply = await person.send(path.includes('text') ? 'put' : 'post', path.replace(':assignmentId', ids.assignmentId!), body);
  expect([reply.status, reply.body.errors[0].path]).toEqual([400, field]);
});

it('answers an id that cannot be one, an unknown route and broken JSON as plain problems', async () => {
  const finch = await server.person('finch');
  expect((await finch.get('/api/classes/not-an-id')).body).toMatchObject({ type: 'thing.unknown', status: 404 });
  expect((await finch.get('/api/nothing')).body).toMatchObject({ type: 'route.unknown', status: 404 });
  const { csrf } = (await finch.get('/api/session')).body as { csrf: string };
  const broken = await finch.agent
    .post('/api/session')
    .set({ 'Content-Type': 'application/json', 'X-CSRF-Token': csrf })
    .send('{"userName":');
  expect([broken.status, broken.body.type]).toEqual([400, 'request.malformed']);
  const key = await finch.post('/api/classes', { name: 'A' }, { 'Idempotency-Key': 'short' });
  expect(key.status).toBe(400);
});

it('masks what it did not expect', async () => {
  const finch = await server.person('finch');
  const spy = jest.spyOn(server.services.today, 'of').mockRejectedValueOnce(new Error('secret detail'));
  const reply = await finch.get('/api/today');
  spy.mockRestore();
  expect([reply.status, reply.body.type]).toEqual([500, 'internal']);
  expect(JSON.stringify(reply.body)).not.toContain('secret');
});

it('answers what is no text, no form and no name with a sentence, never with a fault of ours', async () => {
  const finch = await server.person('finch');
  for (const path of [
    '/api/classes/%ff',
    '/api/join/%ff',
    '/api/join/%F0%9F%98%80',
    '/%ff',
    '/assets/%ff',
    '/calendar/%ff.ics',
    '/api/classes/%E0%A4%A',
  ])
    expect((await finch.get(path)).status).toBeLessThan(500);
  const { csrf } = (await finch.get('/api/session')).body as { csrf: string };
  const form = `--x\r\nContent-Disposition: form-data; name="file"; filename="a\r\nb.csv"\r\n\r\nName\r\n--x--\r\n`;
  const sent = await finch.agent
    .post(`/api/classes/${ids.classId}/roster/preview`)
    .set({ 'Content-Type': 'multipart/form-data; boundary=x', 'X-CSRF-Token': csrf })
    .send(form);
  expect([sent.status, sent.body.type]).toEqual([400, 'request.malformed']);
  const student = `/api/classes/${ids.classId}/roster/${ids.studentId}`;
  for (const givenName of ['a\u0000b', 'line\nbreak', '\u202egnp']) {
    const reply = await finch.patch(student, { givenName });
    expect([reply.status, reply.body.errors[0].message]).toEqual([400, expect.stringContaining('cannot be seen')]);
  }
  for (const email of ['<evil@x.example>', 'a"b@x.example', 'a@x.example,b@x.example'])
    expect((await finch.patch(student, { email })).status).toBe(400);
});

it('logs a failure of the database with its code and tables, and no value', async () => {
  const failed = await server.sequelize
    .query('INSERT INTO users (id, role, given_name, family_name, name_key, created_at) VALUES (?, ?, ?, ?, ?, NOW())', {
      replacements: [ids.studentId, 'student', 'WORDS OF A STUDENT', '', ''],
    })
    .catch((error: unknown) => error);
  const lines: string[] = [];
  pino({ serializers: { err: loggedError } }, { write: (line: string) => void lines.push(line) }).error({ err: failed }, 'unexpected');
  expect(lines[0]).toMatch(/"code":"ER_DUP_ENTRY".*"tables":\["users"\]/);
  expect(lines[0]).not.toMatch(/WORDS|VALUES/);
});
