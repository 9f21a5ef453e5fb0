import { anAssignment, aSchool, aServer, DAY, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());
const due = anAssignment().due!;

it('keeps a draft that no student sees, until it is issued', async () => {
  const [finch, bao] = [await server.person('finch'), await server.person('bao')];
  const draft = (await finch.post(`/api/classes/${school.rivers}/assignments`, anAssignment())).body;
  expect(draft).toMatchObject({ title: 'Meander notes', issuedAt: null, version: 1 });
  expect((await bao.get('/api/my/work')).body.pieces).toEqual([]);
  expect((await bao.get(`/api/my/work/${draft.id}`)).status).toBe(404);
  const issued = await finch.post(`/api/assignments/${draft.id}/issue`, { version: 1 });
  expect(issued.body).toMatchObject({ students: 2, assignment: { issuedAt: server.clock.now, version: 2 } });
  expect((await bao.get('/api/my/work')).body.pieces).toHaveLength(1);
  expect((await finch.post(`/api/assignments/${draft.id}/issue`, { version: 2 })).body.type).toBe('assignment.alreadyIssued');
  expect((await finch.del(`/api/assignments/${draft.id}`)).body.type).toBe('assignment.issuedStays');
});

it.each([
  ['closes before it is due', { closes: due - DAY }, 'closes'],
  ['opens after it is due', { opens: due + DAY }, 'opens'],
])('refuses an assignment that %s', async (_case, dates, field) => {
  const reply = await (await server.person('finch')).post(`/api/classes/${school.rivers}/assignments`, anAssignment(dates));
  expect([reply.status, reply.body.type, reply.body.errors[0].path]).toEqual([422, 'assignment.dates', field]);
});

it('is issued neither without a title nor to nobody', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  const untitled = (await finch.post(`/api/classes/${school.rivers}/assignments`, anAssignment({ title: '' }))).body;
  expect((await finch.post(`/api/assignments/${untitled.id}/issue`, { version: 1 })).body.type).toBe('assignment.needsTitle');
  const early = (await stranger.post(`/api/classes/${school.maps}/assignments`, anAssignment({ due: Date.parse('2026-09-01T15:30Z'), closes: null }))).body;
  expect((await stranger.post(`/api/assignments/${early.id}/issue`, { version: 1 })).body.type).toBe('assignment.toNobody');
  expect((await finch.del(`/api/assignments/${untitled.id}`)).status).toBe(204);
});

it('two teachers do not overwrite each other silently', async () => {
  const [finch, lund] = [await server.person('finch'), await server.person('lund')];
  const { id } = await school.issued();
  const first = await finch.put(`/api/assignments/${id}`, { ...anAssignment({ title: 'Bends' }), version: 1 });
  expect(first.body).toMatchObject({ title: 'Bends', version: 2 });
  const second = await lund.put(`/api/assignments/${id}`, { ...anAssignment({ points: 30_000 }), version: 1 });
  expect([second.status, second.body.type, second.body.current.title]).toEqual([409, 'conflict.changedMeanwhile', 'Bends']);
});

describe('exceptions', () => {
  it('give one student a date of their own with its reason, and leak to nobody else', async () => {
    const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
    const { id } = await school.issued();
    const later = due + 2 * DAY;
    await finch.put(`/api/assignments/${id}/exceptions/${school.bao.id}`, { due: later, excused: false, reason: 'Clay is drying' });
    const rows = (await finch.get(`/api/assignments/${id}/pieces`)).body.rows as { student: { givenName: string }; window: { due: number }; trail: object[] }[];
    expect(rows.map((row) => [row.student.givenName, row.window.due])).toEqual([
      ['Bao', later],
      ['Hana', due],
    ]);
    expect(rows[0]!.trail).toEqual([expect.objectContaining({ field: 'due', layer: 'oneOff', from: due, to: later, reason: 'Clay is drying' })]);
    expect((await bao.get(`/api/my/work/${id}`)).body).toMatchObject({ piece: { window: { due: later }, ownDates: true }, exceptionReason: 'Clay is drying' });
    expect(JSON.stringify((await hana.get(`/api/my/work/${id}`)).body)).not.toContain('Clay');
    await finch.del(`/api/assignments/${id}/exceptions/${school.bao.id}`);
    expect((await bao.get(`/api/my/work/${id}`)).body.piece).toMatchObject({ window: { due }, ownDates: false });
  });

  it('excuse a student, after which nothing can be handed in and it is not issued to them', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const draft = (await finch.post(`/api/classes/${school.rivers}/assignments`, anAssignment())).body;
    await finch.put(`/api/assignments/${draft.id}/exceptions/${school.bao.id}`, { excused: true, reason: 'Away' });
    expect((await finch.post(`/api/assignments/${draft.id}/issue`, { version: 1 })).body.students).toBe(1);
    expect((await bao.post(`/api/my/work/${draft.id}/hand-in`)).body.type).toBe('piece.excused');
  });

  it('refuse dates that contradict each other, and students of other classes', async () => {
    const finch = await server.person('finch');
    const { id } = await school.issued();
    const backwards = await finch.put(`/api/assignments/${id}/exceptions/${school.bao.id}`, { due: due + DAY, closes: due, excused: false, reason: '' });
    expect(backwards.body.type).toBe('assignment.dates');
    expect((await finch.put(`/api/assignments/${id}/exceptions/${school.otto.id}`, { excused: true, reason: '' })).status).toBe(404);
  });
});

it('moving the due date changes every state at once', async () => {
  const finch = await server.person('finch');
  const { id } = await school.issued({ due: server.clock.now - DAY, closes: null });
  const states = async () => ((await finch.get(`/api/assignments/${id}/pieces`)).body.rows as { state: string }[]).map((row) => row.state);
  expect(await states()).toEqual(['missing', 'missing']);
  await finch.put(`/api/assignments/${id}`, { ...anAssignment({ due: server.clock.now + DAY, closes: null }), version: 1 });
  expect(await states()).toEqual(['open', 'open']);
});
