import { anAssignment, aSchool, aServer, DAY, doc, HOUR, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued());
});
afterEach(() => server.close());
const due = anAssignment().due!;
const desk = (who = school.bao.id) => `/api/assignments/${id}/pieces/${who}`;
async function handedIn(name: 'bao' | 'hana', at = server.clock.now) {
  const student = await server.person(name);
  await student.put(`/api/my/work/${id}/text`, { text: doc('My work'), version: 0 });
  server.clock.now = at;
  await student.post(`/api/my/work/${id}/hand-in`);
  return student;
}

it('holds a score that the student cannot find anywhere until it is returned', async () => {
  const [finch, bao] = [await server.person('finch'), await handedIn('bao', due + 21 * HOUR)];
  const { row } = (await finch.get(desk())).body;
  expect(row).toMatchObject({ state: 'inLate', lateBy: 21 * HOUR });
  const scored = await finch.put(`${desk()}/score`, { earned: 15_000, chosen: null, remark: doc('Prove the speed'), version: row.version });
  expect(scored.body.row).toMatchObject({
    state: 'scored',
    held: true,
    score: { earned: 15_000, takenOff: 1_000, effective: 14_000, by: 'finch Test' },
  });
  for (const path of [`/api/my/work/${id}`, '/api/my/work', '/api/my/progress', '/api/term-line']) {
    const seen = JSON.stringify((await bao.get(path)).body);
    expect(seen).not.toMatch(/Prove|15000|14000|"scored"/);
  }
  expect((await bao.get(`/api/my/work/${id}`)).body.piece.state).toBe('inLate');

  expect((await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true })).body).toEqual({
    returned: [school.bao.id],
    timed: null,
  });
  expect((await bao.get(`/api/my/work/${id}`)).body.piece).toMatchObject({
    state: 'returned',
    returned: { effective: 14_000, remark: doc('Prove the speed'), readAt: null },
  });
});

it('returns only the chosen, each once', async () => {
  const finch = await server.person('finch');
  for (const name of ['bao', 'hana'] as const) {
    await handedIn(name);
    const { version } = (await finch.get(desk(school[name].id))).body.row;
    await finch.put(`${desk(school[name].id)}/score`, { earned: 10_000, chosen: null, remark: doc(''), version });
  }
  const give = (studentIds: unknown) => finch.post(`/api/assignments/${id}/return`, { studentIds, confirmed: true });
  expect((await give([school.bao.id])).body.returned).toEqual([school.bao.id]);
  expect((await give([school.bao.id])).body.type).toBe('return.nothingHeld');
  const both = await Promise.all([give('allHeld'), give('allHeld')]);
  expect(both.flatMap((reply) => reply.body.returned ?? [])).toEqual([school.hana.id]);
});

it('a correction is held too, and told apart from what was returned', async () => {
  const [finch, bao] = [await server.person('finch'), await handedIn('bao')];
  const put = async (earned: number) =>
    finch.put(`${desk()}/score`, { earned, chosen: null, remark: doc('r'), version: (await finch.get(desk())).body.row.version });
  await put(12_000);
  await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
  await bao.post(`/api/my/work/${id}/read`);
  await put(13_000);
  expect((await finch.get(desk())).body.row).toMatchObject({ state: 'returned', held: true, score: { earned: 13_000 } });
  expect((await bao.get(`/api/my/work/${id}`)).body.piece.returned).toMatchObject({ earned: 12_000, readAt: server.clock.now });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
  expect((await bao.get(`/api/my/work/${id}`)).body.piece.returned).toMatchObject({ earned: 13_000, readAt: null });
});

it('two teachers scoring at the same second: one is stored, the other is shown it', async () => {
  const [finch, lund] = [await server.person('finch'), await server.person('lund')];
  await handedIn('bao');
  const { version } = (await finch.get(desk())).body.row;
  const replies = await Promise.all([
    finch.put(`${desk()}/score`, { earned: 10_000, chosen: null, remark: doc(''), version }),
    lund.put(`${desk()}/score`, { earned: 18_000, chosen: null, remark: doc(''), version }),
  ]);
  expect(replies.map((reply) => reply.status).sort()).toEqual([200, 409]);
  const [stored, refused] = replies[0]!.status === 200 ? replies : [replies[1]!, replies[0]!];
  expect(refused!.body.current.row.score.earned).toBe(stored!.body.row.score.earned);
});

it('asks before a score above the maximum, and refuses an empty one', async () => {
  const finch = await server.person('finch');
  await handedIn('bao');
  const { version } = (await finch.get(desk())).body.row;
  expect((await finch.put(`${desk()}/score`, { earned: 21_000, chosen: null, remark: doc(''), version })).body.type).toBe(
    'score.aboveMaximum',
  );
  expect(
    (await finch.put(`${desk()}/score`, { earned: 21_000, chosen: null, remark: doc(''), bonusConfirmed: true, version })).body.row.score
      .effective,
  ).toBe(21_000);
  expect((await finch.put(`${desk()}/score`, { earned: null, chosen: null, remark: doc(' '), version: version + 1 })).body.type).toBe(
    'score.nothing',
  );
});

it('a piece taken back while it is marked is not scored unseen, and its words are the student’s again', async () => {
  const [finch, bao] = [await server.person('finch'), await handedIn('bao')];
  const { version } = (await finch.get(desk())).body.row;
  await bao.post(`/api/my/work/${id}/take-back`);
  const reply = await finch.put(`${desk()}/score`, { earned: 15_000, chosen: null, remark: doc(''), version });
  expect([reply.status, reply.body.current.row.state]).toEqual([409, 'started']);
  expect(reply.body.current).toMatchObject({ handIn: null, handIns: [{ version: 1 }] });
});

it('sends back with a reason and a new date, past closing too', async () => {
  const [finch, bao] = [await server.person('finch'), await handedIn('bao')];
  server.clock.now = anAssignment().closes! + DAY;
  const { version } = (await finch.get(desk())).body.row;
  const newDue = server.clock.now + 2 * DAY;
  expect((await finch.post(`${desk()}/send-back`, { reason: 'Label both axes', newDue, version })).body.row.state).toBe('sentBack');
  expect((await bao.get(`/api/my/work/${id}`)).body).toMatchObject({
    piece: { state: 'sentBack' },
    sentBack: { reason: 'Label both axes', newDue },
    mayHandIn: null,
  });
  expect((await bao.post(`/api/my/work/${id}/hand-in`)).body.version).toBe(2);
  expect((await bao.get(`/api/my/work/${id}`)).body.piece).toMatchObject({ state: 'in', lateBy: 0 });
});

it('the piles, Today, progress and the student agree', async () => {
  const [finch, bao] = [await server.person('finch'), await handedIn('bao', due + HOUR)];
  const today = (await finch.get('/api/today')).body;
  expect(today.piles).toEqual((await finch.get('/api/piles')).body.piles);
  expect(today.piles[0]).toMatchObject({ waiting: 1, late: 1, students: 2, scored: 0 });
  expect(today.waitingOn).toEqual([expect.objectContaining({ student: expect.objectContaining({ givenName: 'Hana' }) })]);
  expect((await finch.get('/api/term-line')).body.waiting).toBe(1);
  const { version } = (await finch.get(desk())).body.row;
  await finch.put(`${desk()}/score`, { earned: 16_000, chosen: null, remark: doc(''), version });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
  const ofClass = (await finch.get(`/api/classes/${school.rivers}/progress`)).body.rows.find(
    (row: { student: { givenName: string } }) => row.student.givenName === 'Bao',
  );
  const ofStudent = (await finch.get(`/api/classes/${school.rivers}/progress/${school.bao.id}`)).body;
  const [own] = (await bao.get('/api/my/progress')).body;
  expect(ofClass).toMatchObject({ returned: 1, unread: 1, missing: 0, standing: { earned: 15_000, possible: 20_000, total: '75.0' } });
  for (const one of [ofStudent, own]) {
    expect(one.view.standing).toEqual(ofClass.standing);
    expect(ofClass).toMatchObject(one.counts);
  }
  expect((await finch.get('/api/find?q=hána')).body.found).toEqual([
    expect.objectContaining({ kind: 'student', label: 'Hana Lind', detail: 'Rivers' }),
  ]);
  expect((await bao.get('/api/find?q=hana')).body.found).toEqual([]);
});
