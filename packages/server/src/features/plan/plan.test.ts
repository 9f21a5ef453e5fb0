import type { AssignmentPiecesReply, LoadReply, MovePreview, MoveReply, PlanReply } from '../../contract';
import { anAssignment, aSchool, aServer, DAY, HOUR, toOne, type School, type Server } from '../../testing/school';
import { seedMembers } from '../roster/roster.seed';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());
const { due, closes } = anAssignment() as { due: number; closes: number };
const SPAN = 'from=2026-11-16&to=2026-11-27';
const planOf = async () => (await (await server.person('finch')).get(`/api/plan?${SPAN}`)).body as PlanReply;
const windows = async (id: string) => {
  const { rows } = (await (await server.person('finch')).get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply;
  return Object.fromEntries(rows.map((row) => [row.student.givenName, row.window.due]));
};

it('shows what is due, drafts and timed ones too, with the other dates of students and the load of days', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  const { id } = await school.issued();
  await school.issued({ title: 'Flow table' });
  await school.drafted(finch, { title: 'Draft', due: null, closes: null });
  await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: due + 2 * DAY, excused: false, reason: 'Away' });
  const { cards, load, classes } = await planOf();
  expect(cards.map(({ title, day, issuedAt }) => [title, day, issuedAt !== null])).toEqual([
    ['Flow table', '2026-11-25', true],
    ['Meander notes', '2026-11-25', true],
    ['Draft', null, false],
  ]);
  expect(cards[1]).toMatchObject({ students: 2, others: [{ day: '2026-11-27', due: due + 2 * DAY, students: 1, names: ['Bao Lind'] }] });
  expect(load).toEqual([
    { day: '2026-11-25', pieces: 3, students: 2, heavy: 0, most: 2 },
    { day: '2026-11-27', pieces: 1, students: 1, heavy: 0, most: 1 },
  ]);
  expect(classes).toMatchObject([{ classId: school.rivers, students: 2, schoolDays: [1, 2, 3, 4, 5] }]);
  expect(((await stranger.get(`/api/plan?${SPAN}`)).body as PlanReply).cards).toEqual([]);
});

it('orders what is filed under a unit', async () => {
  const finch = await server.person('finch');
  const [unit] = (await finch.put(`/api/classes/${school.rivers}/units`, { units: [{ id: null, name: 'Landforms' }] })).body as [
    { id: string },
  ];
  const [first, second] = [
    await school.issued({ due: null, closes: null }),
    await school.issued({ title: 'Second', due: null, closes: null }),
  ];
  expect((await finch.put(`/api/classes/${school.rivers}/order`, { unitId: unit.id, assignmentIds: [second.id, first.id] })).status).toBe(
    204,
  );
  expect((await planOf()).cards.map(({ title, unitId }) => [title, unitId])).toEqual([
    ['Second', unit.id],
    ['Meander notes', unit.id],
  ]);
});

describe('moving dates', () => {
  const toThursday = (id: string, more = {}) => ({
    assignmentIds: [id],
    shift: { kind: 'toDay', day: '2026-11-26' },
    oneOffs: false,
    ...more,
  });

  it('says before what it does, does just that, tells those it moves, and is undone as one act', async () => {
    const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
    const { id } = await school.issued();
    for (let i = 0; i < 2; i++) await school.issued({ title: `Other ${i}`, minutes: 10 });
    await finch.put(`/api/assignments/${id}/exceptions`, {
      ...toOne(school.hana.id),
      tell: false,
      due: due + 5 * DAY,
      closes: closes + 5 * DAY,
      excused: false,
      reason: 'Away',
    });
    const preview = (await finch.post('/api/plan/preview', toThursday(id))).body as MovePreview;
    expect(preview).toMatchObject({ moved: 1, keep: 1, untouched: 0, said: [], heavy: [{ day: '2026-11-25', before: 1, after: 0 }] });
    expect(preview.changes.map(({ field, before, after }) => [field, before, after])).toEqual([
      ['due', due, due + DAY],
      ['closes', closes, closes + DAY],
    ]);
    expect(await windows(id)).toEqual({ Bao: due, Hana: due + 5 * DAY });
    const moved = (await finch.post('/api/plan/moves', { ...toThursday(id), digest: preview.digest, tell: true })).body as MoveReply;
    expect(await windows(id)).toEqual({ Bao: due + DAY, Hana: due + 5 * DAY });
    expect([(await bao.get('/api/news')).body.news, (await hana.get('/api/news')).body.news]).toMatchObject([
      [{ kind: 'dates', from: { due }, to: { due: due + DAY } }],
      [],
    ]);
    expect((await planOf()).lastMove).toMatchObject({ moveId: moved.moveId, dates: 2 });
    expect((await (await server.person('lund')).post(`/api/plan/moves/${moved.moveId}/undo`)).status).toBe(404);
    expect((await finch.post(`/api/plan/moves/${moved.moveId}/undo`)).status).toBe(204);
    expect(await windows(id)).toEqual({ Bao: due, Hana: due + 5 * DAY });
    // Nobody had looked yet, and it is as it was: there is nothing left to tell.
    expect((await bao.get('/api/news')).body.news).toEqual([]);
    expect((await finch.post(`/api/plan/moves/${moved.moveId}/undo`)).status).toBe(404);
  });

  it('moves nothing if it would now be something else, nor undoes over a later change', async () => {
    const finch = await server.person('finch');
    const { id } = await school.issued();
    const { digest } = (await finch.post('/api/plan/preview', toThursday(id))).body as MovePreview;
    const move = (await finch.post('/api/plan/moves', { ...toThursday(id), digest, tell: false })).body as MoveReply;
    expect((await finch.post('/api/plan/moves', { ...toThursday(id), digest, tell: false })).body.type).toBe('move.changedMeanwhile');
    const again = { assignmentIds: [id], shift: { kind: 'schoolDays', days: 1 }, oneOffs: false };
    const next = (await finch.post('/api/plan/preview', again)).body as MovePreview;
    await finch.post('/api/plan/moves', { ...again, digest: next.digest, tell: false });
    expect((await finch.post(`/api/plan/moves/${move.moveId}/undo`)).body.type).toBe('move.changedMeanwhile');
    expect(await windows(id)).toEqual({ Bao: due + 2 * DAY, Hana: due + 2 * DAY });
  });

  it('moves many past a closure, one-off dates along if wanted, and says what falls on a day without school', async () => {
    const finch = await server.person('finch');
    const [soon, later] = [await school.issued(), await school.issued({ title: 'Later', due: due + 9 * DAY, closes: null })];
    await finch.put(`/api/assignments/${soon.id}/exceptions`, { ...toOne(school.hana.id), due: due + DAY, excused: false, reason: '' });
    const past = { assignmentIds: [soon.id, later.id], shift: { kind: 'past', from: '2026-11-25', to: '2026-11-27' }, oneOffs: true };
    const preview = (await finch.post('/api/plan/preview', past)).body as MovePreview;
    expect(preview.untouched).toBe(1);
    expect(preview.changes.map(({ what, who, after }) => [what, who, after])).toEqual([
      ['class', '', due + 5 * DAY],
      ['class', '', closes + 5 * DAY],
      ['oneOff', 'Hana Lind', due + 6 * DAY],
    ]);
    const weekend = (
      await finch.post('/api/plan/preview', { assignmentIds: [soon.id], shift: { kind: 'toWeekday', weekday: 6 }, oneOffs: false })
    ).body as MovePreview;
    expect(weekend.said).toMatchObject([{ why: 'noSchool' }]);
    const yesterday = (
      await finch.post('/api/plan/preview', { assignmentIds: [soon.id], shift: { kind: 'days', days: -5 }, oneOffs: false })
    ).body as MovePreview;
    expect(yesterday.said).toMatchObject([{ why: 'past' }]);
  });

  it('refuses to move what is somebody else’s', async () => {
    const { id } = await school.issued();
    expect((await (await server.person('stranger')).post('/api/plan/preview', toThursday(id))).status).toBe(404);
  });
});

it('counts the load over all classes of the students and proposes a lighter day, saying nothing of what it is', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  await seedMembers(server.services, school.maps, [{ userId: school.bao.id, joined: '2026-09-07' }]);
  for (const title of ['Secret one', 'Secret two']) {
    const brief = await school.drafted(stranger, { title, minutes: 20 }, [school.maps]);
    await stranger.post(`/api/briefs/${brief.id}/issue`, { version: 1, at: null });
  }
  const asked = {
    classes: [{ classId: school.rivers, due, opens: null, audience: { kind: 'everyone', laterJoiners: true } }],
    minutes: 30,
    briefId: null,
  };
  const reply = await finch.post('/api/load', asked);
  expect((reply.body as LoadReply).classes[0]).toMatchObject({
    students: 2,
    planned: { day: '2026-11-25', over: 1, mostPieces: 3, minutes: 100 },
    lighter: { day: '2026-11-26', over: 0 },
    lighterDue: due + DAY,
  });
  expect(JSON.stringify(reply.body)).not.toContain('Secret');
});

describe('the calendar address', () => {
  // Read by a parser that has nothing to do with what wrote it.
  const fetchCalendar = async (address: string) => {
    const { default: ICAL } = await import('ical.js');
    const reply = await (await server.person()).get(new URL(address).pathname);
    const events =
      reply.status === 200
        ? new ICAL.Component(ICAL.parse(reply.text)).getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
        : [];
    return { status: reply.status, type: reply.headers['content-type'], events };
  };
  const seen = (events: Awaited<ReturnType<typeof fetchCalendar>>['events']) =>
    events
      .filter((event) => event.uid.startsWith('due-'))
      .map((event) => ({
        summary: event.summary,
        at: event.startDate.toJSDate().getTime(),
        sequence: event.sequence,
        status: event.component.getFirstPropertyValue('status'),
      }));

  it('serves a person’s own dates with lasting UIDs, changes counted and what is gone called off', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const { id, briefId } = await school.issued();
    await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: due + DAY, excused: false, reason: 'private' });
    expect((await bao.get('/api/my/calendar-address')).body).toEqual({ address: null, dueAs: 'moment', alarmMinutes: null });
    const { address } = (await bao.post('/api/my/calendar-address')).body as { address: string };
    const first = await fetchCalendar(address);
    expect(first.type).toBe('text/calendar; charset=utf-8');
    expect(seen(first.events)).toEqual([{ summary: 'Due: Meander notes (Rivers)', at: due + DAY, sequence: 0, status: 'CONFIRMED' }]);
    server.clock.now += HOUR;
    await finch.put(`/api/assignments/${id}/exceptions`, {
      ...toOne(school.bao.id),
      due: due + 2 * DAY,
      excused: false,
      reason: 'private',
    });
    const second = await fetchCalendar(address);
    expect(seen(second.events)).toEqual([{ summary: 'Due: Meander notes (Rivers)', at: due + 2 * DAY, sequence: 1, status: 'CONFIRMED' }]);
    expect(second.events.map((event) => event.uid)).toEqual(first.events.map((event) => event.uid));
    await finch.post(`/api/briefs/${briefId}/withdraw`, { version: 1 });
    expect(seen((await fetchCalendar(address)).events)).toEqual([expect.objectContaining({ sequence: 2, status: 'CANCELLED' })]);
    expect(seen((await fetchCalendar(address)).events)).toEqual([expect.objectContaining({ sequence: 2, status: 'CANCELLED' })]);
  });

  it('is secret, and dead once renewed', async () => {
    const bao = await server.person('bao');
    const { address: old } = (await bao.post('/api/my/calendar-address')).body as { address: string };
    const { address } = (await bao.post('/api/my/calendar-address')).body as { address: string };
    expect([(await fetchCalendar(old)).status, (await fetchCalendar(address)).status]).toEqual([404, 200]);
  });

  it('gives a teacher due dates, issue times to come and closures', async () => {
    const finch = await server.person('finch');
    const brief = await school.drafted(finch);
    await finch.post(`/api/briefs/${brief.id}/issue`, { version: 1, at: server.clock.now + DAY });
    const entries = (await finch.get('/api/dates?from=2026-11-16&to=2026-11-27')).body.entries as {
      kind: string;
      title: string;
      from: string;
    }[];
    expect(entries.map(({ kind, title, from }) => [kind, title, from])).toEqual([
      ['issue', 'Meander notes', '2026-11-24'],
      ['due', 'Meander notes', '2026-11-25'],
    ]);
  });
});

it('orders nothing of another class, nor under another class’s unit', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  const { id } = await school.issued();
  const [unit] = (await stranger.put(`/api/classes/${school.maps}/units`, { units: [{ id: null, name: 'Theirs' }] })).body as [
    { id: string },
  ];
  expect((await finch.put(`/api/classes/${school.rivers}/order`, { unitId: unit.id, assignmentIds: [id] })).status).toBe(404);
  expect((await stranger.put(`/api/classes/${school.maps}/order`, { unitId: null, assignmentIds: [id] })).status).toBe(404);
});

it('moves a group’s date along with its class, and both back', async () => {
  const finch = await server.person('finch');
  const { id } = await school.issued();
  const grouping = (
    await finch.post(`/api/classes/${school.rivers}/groupings`, {
      name: 'Lab',
      seed: null,
      until: null,
      groups: [{ id: null, name: 'Lab', studentIds: [school.bao.id] }],
    })
  ).body;
  await finch.put(`/api/assignments/${id}/group-dates/${grouping.groups[0].id}`, { due: due + DAY, reason: '', tell: false });
  const move = { assignmentIds: [id], shift: { kind: 'schoolDays', days: 1 }, oneOffs: false };
  const { digest, changes } = (await finch.post('/api/plan/preview', move)).body as MovePreview;
  expect(changes.filter((one) => one.field === 'due').map(({ what, who }) => [what, who])).toEqual([
    ['class', ''],
    ['group', 'Lab'],
  ]);
  const { moveId } = (await finch.post('/api/plan/moves', { ...move, digest, tell: false })).body as MoveReply;
  expect(await windows(id)).toEqual({ Bao: due + 2 * DAY, Hana: due + DAY });
  await finch.post(`/api/plan/moves/${moveId}/undo`);
  expect(await windows(id)).toEqual({ Bao: due + DAY, Hana: due });
});

it('an empty class is on the plan, with what is planned for it', async () => {
  const finch = await server.person('finch');
  const { id: classId } = (await finch.post('/api/classes', { name: 'Empty' })).body as { id: string };
  await school.drafted(finch, { title: 'Prepared' }, [classId]);
  const { classes, cards } = await planOf();
  expect(classes.find((one) => one.classId === classId)).toMatchObject({ students: 0 });
  expect(cards).toMatchObject([{ title: 'Prepared', students: 0, others: [] }]);
});
