import type { ClassProgressReply, StudentProgressReply, TermLineReply, TodayReply } from '../../contract';
import { aSchool, aServer, DAY, doc, HOUR, toOne, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());
const now = () => server.clock.now;
const rowOf = (reply: ClassProgressReply, name: string) => reply.rows.find((row) => row.student.givenName === name)!;
const ofClass = async () => (await (await server.person('finch')).get(`/api/classes/${school.rivers}/progress`)).body as ClassProgressReply;

it('counts what is missing, still accepted, coming and waiting', async () => {
  await school.issued({ title: 'Closed', due: now() - 2 * DAY, closes: now() - DAY });
  await school.issued({ title: 'Accepted', due: now() - DAY, closes: now() + DAY });
  const coming = await school.issued({ title: 'Coming', due: now() + DAY, closes: null });
  await school.issued({ title: 'Drill', how: 'inClass', accepts: [], due: now() - HOUR, closes: null });
  const bao = await server.person('bao');
  await bao.put(`/api/my/work/${coming.id}/text`, { text: doc('in'), version: 0 });
  await bao.post(`/api/my/work/${coming.id}/hand-in`);
  const reply = await ofClass();
  expect(rowOf(reply, 'Bao')).toMatchObject({ missing: 2, missingStillAccepted: 1, coming: 0, waiting: 2, standing: { total: null, bearing: 'drifting' } });
  expect(rowOf(reply, 'Hana')).toMatchObject({ missing: 2, coming: 1, waiting: 1 });
});

it('work due before somebody joined is not theirs, and who has left is not in the list', async () => {
  const finch = await server.person('finch');
  await school.issued({ title: 'Before', due: now() - DAY, closes: null });
  await school.bringIn(finch, 'Late Joiner');
  await finch.del(`/api/classes/${school.rivers}/roster/${school.hana.id}`);
  const reply = await ofClass();
  expect(rowOf(reply, 'Late').missing).toBe(0);
  expect(reply.rows.map((row) => row.student.givenName)).not.toContain('Hana');
  const left = (await finch.get(`/api/classes/${school.rivers}/progress/${school.hana.id}`)).body as StudentProgressReply;
  expect([left.left, left.row.missing]).toEqual(['2026-11-23', 1]);
});

it('an empty class, and one without work, have nothing to show and fail nowhere', async () => {
  expect(await ofClass()).toEqual({ classId: school.rivers, className: 'Rivers', hue: 0, rows: [] });
  const stranger = await server.person('stranger');
  const { body } = await stranger.post('/api/classes', { name: 'Empty' });
  expect((await stranger.get(`/api/classes/${body.id}/progress`)).body.rows).toEqual([]);
  expect((await stranger.get('/api/today')).body).toEqual({ piles: [], waitingOn: [], coming: [], feedback: [], drafts: [], requests: [] });
});

it('a student is not shown the other students, nor compared with them', async () => {
  await school.issued();
  const bao = await server.person('bao');
  for (const path of ['/api/my/progress', '/api/my/work', '/api/term-line']) expect(JSON.stringify((await bao.get(path)).body)).not.toContain('Hana');
});

it('the line of a teacher has the dates of the class and drafts, that of a student their own', async () => {
  const [finch, bao] = [await server.person('finch'), await server.person('bao')];
  const { id, due } = await school.issued();
  await school.drafted(finch, { title: 'Draft', due: due! + DAY, closes: null });
  await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: due! + 2 * DAY, excused: false, reason: '' });
  const teachers = (await finch.get('/api/term-line')).body as TermLineReply;
  expect(teachers.squares.map((square) => [square.due, square.issued])).toEqual([
    [due, true],
    [due! + DAY, false],
  ]);
  const own = (await bao.get('/api/term-line')).body as TermLineReply;
  expect(own.squares.map((square) => square.due)).toEqual([due! + 2 * DAY]);
  expect(own.classes).toEqual([expect.objectContaining({ name: 'Rivers', zone: 'Europe/Lisbon' })]);
});

it('Today lists what is coming within ten school days, with other dates, and drafts', async () => {
  const finch = await server.person('finch');
  const soon = await school.issued({ title: 'Soon' });
  await school.issued({ title: 'Far', due: now() + 20 * DAY, closes: null });
  await finch.put(`/api/assignments/${soon.id}/exceptions`, { ...toOne(school.bao.id), due: soon.due! + DAY, excused: false, reason: 'Away' });
  const today = (await finch.get('/api/today')).body as TodayReply;
  expect(today.coming).toEqual([expect.objectContaining({ title: 'Soon', otherDates: 1, latestOther: soon.due! + DAY })]);
});
