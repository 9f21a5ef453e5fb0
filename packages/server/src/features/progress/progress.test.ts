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
  expect(rowOf(reply, 'Bao')).toMatchObject({
    missing: 2,
    missingStillAccepted: 1,
    coming: 0,
    waiting: 2,
    standing: { total: null, bearing: 'drifting' },
  });
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
  expect([left.left, left.counts.missing]).toEqual(['2026-11-23', 1]);
});

it('an empty class, and one without work, have nothing to show and fail nowhere', async () => {
  const { rows, ...reply } = await ofClass();
  expect(rows.map((row) => [row.student.givenName, row.standing.bearing, row.atPace, row.next])).toEqual([
    ['Bao', 'noBearing', null, []],
    ['Hana', 'noBearing', null, []],
  ]);
  expect(reply).toMatchObject({
    className: 'Rivers',
    middle: null,
    tenths: [0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    between: null,
    looking: { kind: 'term', term: 0 },
  });
  const bao = (await (await server.person('finch')).get(`/api/classes/${school.rivers}/progress/${school.bao.id}`))
    .body as StudentProgressReply;
  expect([bao.pieces, bao.view.forecast.steps, bao.view.standing.total]).toEqual([[], [], null]);
  const stranger = await server.person('stranger');
  const { body } = await stranger.post('/api/classes', { name: 'Empty' });
  expect((await stranger.get(`/api/classes/${body.id}/progress`)).body.rows).toEqual([]);
  expect((await stranger.get('/api/today')).body).toEqual({
    anyIssued: false,
    portfolios: [],
    piles: [],
    waitingOn: [],
    coming: [],
    feedback: [],
    drafts: [],
    requests: [],
    joinings: [],
  });
});

it('a student is not shown the other students, nor compared with them', async () => {
  await school.issued();
  const bao = await server.person('bao');
  for (const path of ['/api/my/progress', '/api/my/work', '/api/term-line'])
    expect(JSON.stringify((await bao.get(path)).body)).not.toContain('Hana');
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
  await finch.put(`/api/assignments/${soon.id}/exceptions`, {
    ...toOne(school.bao.id),
    due: soon.due! + DAY,
    excused: false,
    reason: 'Away',
  });
  const today = (await finch.get('/api/today')).body as TodayReply;
  expect(today.coming).toEqual([expect.objectContaining({ title: 'Soon', otherDates: 1, latestOther: soon.due! + DAY })]);
});

describe('the same numbers for everybody', () => {
  /** Two pieces scored and returned, one scored and held, one open. */
  async function scored() {
    const finch = await server.person('finch');
    const give = async (title: string, due: number, points: number, returned: boolean) => {
      const { id } = await school.issued({ title, due, closes: due + 7 * DAY, how: 'inClass', accepts: [] });
      await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, {
        earned: points * 1000,
        chosen: null,
        remark: doc('Well seen.'),
        version: 0,
      });
      if (returned) await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
      return id;
    };
    await give('Old', now() - 20 * DAY, 18, true);
    await give('New', now() - DAY, 12, true);
    await give('Held', now() - HOUR, 20, false);
    const open = await school.issued({ title: 'Open', due: now() + DAY, closes: null });
    return { finch, open };
  }

  it('a total, how far it can move and what would help most', async () => {
    const { open, finch } = await scored();
    const [own] = (await (await server.person('bao')).get('/api/my/progress')).body as StudentProgressReply[];
    expect(own!.view.standing).toMatchObject({ total: '75.0', earned: 30_000, possible: 40_000 });
    // What is held waits for the student: at the usual 15 in the first two. (30 + 15) / 80, (30 + 2 × 15) / 80, 70 / 80.
    expect(own!.view.forecast).toMatchObject({
      atLeast: '56.3',
      atPace: '75.0',
      atMost: '87.5',
      steps: [{ id: open.id, gain: '25.0', done: '75.0', undone: '50.0', atPace: 15_000 }],
    });
    const teachers = (await finch.get(`/api/classes/${school.rivers}/progress/${school.bao.id}`)).body as StudentProgressReply;
    expect(teachers.view.standing.total).toBe('83.3');
    expect(JSON.stringify(own)).not.toContain('"scored"');
  });

  it('between two moments says who rose and who fell, and as of a moment what it was then', async () => {
    const { finch } = await scored();
    server.clock.now += HOUR;
    const reply = (await finch.get(`/api/classes/${school.rivers}/progress?fromAt=${now() - 2 * DAY}&toAt=${now()}`))
      .body as ClassProgressReply;
    expect(rowOf(reply, 'Bao').change).toEqual({ from: null, to: '83.3', by: null, trend: null });
    expect(reply.course.at(-1)).toEqual({ at: now(), middle: '83.3' });
    const bad = await finch.get(`/api/classes/${school.rivers}/progress?fromAt=soon`);
    expect(bad.status).toBe(400);
  });

  it('term by term: a term to come has nothing yet, and the year is that of the terms that have something', async () => {
    const { finch } = await scored();
    const [calendar] = (await finch.get('/api/calendars')).body as {
      id: string;
      name: string;
      schoolDays: number[];
      closures: [];
      terms: object[];
      version: number;
    }[];
    const { name, schoolDays, closures, terms } = calendar!;
    const later = { name: 'Term 2', from: '2027-01-04', to: '2027-04-02' };
    expect(
      (await finch.post('/api/calendars', { name, schoolDays, closures, terms: [...terms, later], classId: school.rivers })).status,
    ).toBe(201);
    const address = `/api/classes/${school.rivers}/progress/${school.bao.id}`;
    const spring = (await finch.get(`${address}?term=1`)).body as StudentProgressReply;
    expect([spring.pieces, spring.view.standing.total, spring.view.course.length, spring.counts.missing]).toEqual([[], null, 1, 0]);
    const year = (await finch.get(`${address}?term=year`)).body as StudentProgressReply;
    expect([year.view.standing.total, year.view.year, year.view.terms.map((term) => term.total)]).toEqual(['83.3', '83.3', ['83.3', null]]);
    expect((await finch.get(`${address}?term=7`)).body.looking).toEqual({ kind: 'term', term: 0 });
    const change = (await finch.get(`/api/classes/${school.rivers}/progress?fromTerm=0&toTerm=1`)).body as ClassProgressReply;
    expect(rowOf(change, 'Bao').change).toEqual({ from: '83.3', to: null, by: null, trend: null });
  });

  it('somebody without a score goes by the middle of the class', async () => {
    await scored();
    const [own] = (await (await server.person('hana')).get('/api/my/progress')).body as StudentProgressReply[];
    expect(own!.view.forecast).toMatchObject({ atLeast: '56.3', atPace: '75.0', atMost: '100.0' });
    expect(JSON.stringify(own)).not.toContain('Bao');
  });
});

describe('private notes', () => {
  it('are the teacher’s alone: not even a co-teacher reads them', async () => {
    const [finch, lund] = [await server.person('finch'), await server.person('lund')];
    const address = `/api/classes/${school.rivers}/progress/${school.bao.id}/jottings`;
    const note = { id: '3c1d4f0e-5c1b-4e0a-8a44-3f1f6f1c2b10', kind: 'toSpeak', text: 'Ask about the group.' };
    expect((await finch.post(address, note)).status).toBe(201);
    await finch.post(address, note);
    expect((await finch.get(address)).body).toEqual([{ ...note, at: now(), doneAt: null }]);
    expect((await lund.get(address)).body).toEqual([]);
    expect((await lund.put(`/api/jottings/${note.id}/done`, { done: true })).status).toBe(404);
    expect(rowOf(await ofClass(), 'Bao').toSpeak).toBe(true);
    await finch.put(`/api/jottings/${note.id}/done`, { done: true });
    expect(rowOf(await ofClass(), 'Bao').toSpeak).toBe(false);
    expect((await finch.del(`/api/jottings/${note.id}`)).status).toBe(204);
    expect((await finch.get(address)).body).toEqual([]);
  });
});
