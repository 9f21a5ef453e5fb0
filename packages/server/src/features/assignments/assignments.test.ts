import type { AssignmentPiecesReply, BriefReply } from '../../contract';
import { aBrief, anAssignment, aSchool, aServer, changed, DAY, doc, HOUR, toOne, type School, type Server } from '../../testing/school';
import { runScheduledJobs } from '../../scheduled-jobs';
import { seedMembers } from '../roster/roster.seed';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());
const due = anAssignment().due!;
const next = () => runScheduledJobs(server.services, server.clock.now);

it('keeps a draft that no student sees, until it is issued', async () => {
  const [finch, bao] = [await server.person('finch'), await server.person('bao')];
  const draft = await school.drafted(finch);
  const { assignmentId } = draft.classes[0]!;
  expect(draft).toMatchObject({ title: 'Meander notes', version: 1, classes: [{ issuedAt: null, begun: 0 }] });
  expect((await bao.get('/api/my/work')).body.pieces).toEqual([]);
  expect((await bao.get(`/api/my/work/${assignmentId}`)).status).toBe(404);
  const issued = await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null });
  expect(issued.body).toMatchObject({ students: 2, brief: { version: 2, classes: [{ issuedAt: server.clock.now }] } });
  expect((await bao.get('/api/my/work')).body.pieces).toHaveLength(1);
  expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 2, at: null })).body.type).toBe('assignment.alreadyIssued');
  expect((await finch.del(`/api/briefs/${draft.id}`)).body.type).toBe('assignment.issuedStays');
});

it.each([
  ['closes before it is due', { closes: due - DAY }, 'closes'],
  ['opens after it is due', { opens: due + DAY }, 'opens'],
])('refuses an assignment that %s', async (_case, dates, field) => {
  const reply = await (await server.person('finch')).post('/api/briefs', aBrief([school.rivers], dates));
  expect([reply.status, reply.body.type, reply.body.errors[0].path]).toEqual([422, 'assignment.dates', field]);
});

it.each<[string, Parameters<typeof anAssignment>[0], string]>([
  ['without a title', { title: '' }, 'assignment.needsTitle'],
  ['without saying what it is out of', { points: null }, 'assignment.notReady'],
  [
    'with a rubric of one level',
    {
      scoring: {
        by: 'rubric',
        shelfId: null,
        rubric: { name: 'R', criteria: [{ id: 'c', name: 'Shape', weight: 1000, aims: [], levels: [] }] },
      },
    },
    'assignment.notReady',
  ],
  ['with a word scale of no words', { scoring: { by: 'words', words: [] } }, 'assignment.notReady'],
  ['when nobody is chosen', { audience: { kind: 'chosen', studentIds: [], groupIds: [] } }, 'assignment.toNobody'],
  ['when it was due before everybody joined', { due: Date.parse('2026-09-01T15:30Z'), closes: null }, 'assignment.toNobody'],
])('is kept as a draft, but not issued, %s', async (_case, more, problem) => {
  const finch = await server.person('finch');
  const draft = await school.drafted(finch, more);
  expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null })).body.type).toBe(problem);
  expect((await finch.del(`/api/briefs/${draft.id}`)).status).toBe(204);
});

it('goes to several classes at once, each with its own window, and a student in two of them gets it once', async () => {
  const [finch, hana] = [await server.person('finch'), await server.person('hana')];
  const other = (await finch.post('/api/classes', { name: 'Rivers B' })).body as { id: string };
  await seedMembers(server.services, other.id, [
    { userId: school.hana.id, joined: '2026-10-01' },
    { userId: school.otto.id, joined: '2026-10-01' },
  ]);
  const body = aBrief([school.rivers, other.id]);
  body.classes[1]!.due = due + DAY;
  const draft = (await finch.post('/api/briefs', body)).body as BriefReply;
  expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null })).body.students).toBe(3);
  expect((await hana.get('/api/my/work')).body.pieces).toMatchObject([{ classId: school.rivers, window: { due } }]);
  expect((await (await server.person('otto')).get('/api/my/work')).body.pieces).toMatchObject([
    { classId: other.id, window: { due: due + DAY } },
  ]);
  const second = draft.classes.find((one) => one.classId === other.id)!;
  const seen = (await finch.get(`/api/assignments/${second.assignmentId}/pieces`)).body as AssignmentPiecesReply;
  expect([seen.rows.map((row) => row.student.givenName), seen.inOther.map((one) => one.student.givenName)]).toEqual([['Otto'], ['Hana']]);
});

it('goes to chosen students and groups, and who comes into the group gets it too', async () => {
  const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
  const group = {
    name: 'Lab',
    seed: null,
    until: null,
    groups: [{ id: null as string | null, name: 'Tuesday', studentIds: [school.bao.id] }],
  };
  const grouping = (await finch.post(`/api/classes/${school.rivers}/groupings`, group)).body;
  const groupId = grouping.groups[0].id as string;
  const draft = await school.drafted(finch, { audience: { kind: 'chosen', studentIds: [], groupIds: [groupId] } });
  expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null })).body.students).toBe(1);
  const count = async () => [(await bao.get('/api/my/work')).body.pieces.length, (await hana.get('/api/my/work')).body.pieces.length];
  expect(await count()).toEqual([1, 0]);
  await finch.put(`/api/classes/${school.rivers}/groupings/${grouping.id}`, {
    ...group,
    groups: [{ id: groupId, name: 'Tuesday', studentIds: [school.bao.id, school.hana.id] }],
    version: 1,
  });
  expect(await count()).toEqual([1, 1]);
});

describe('a timed issue', () => {
  it('comes to students on the minute without anything having to run, and they are told once, by whichever server', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const draft = await school.drafted(finch);
    const at = server.clock.now + 2 * HOUR;
    expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: server.clock.now })).body.type).toBe(
      'assignment.issuePast',
    );
    await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at });
    server.clock.now = at - 1;
    await next();
    expect([(await bao.get('/api/my/work')).body.pieces, (await bao.get('/api/news')).body.news]).toEqual([[], []]);
    server.clock.now = at;
    expect((await bao.get('/api/my/work')).body.pieces).toMatchObject([{ issuedAt: at }]);
    // Stopped over the time and started again late, twice at once: told all the same, and once.
    server.clock.now = at + 3 * HOUR;
    const tell = () => server.services.issuing.tellIssued(server.clock.now);
    await Promise.all([tell(), tell()]);
    await next();
    expect((await bao.get('/api/news')).body.news).toMatchObject([{ kind: 'issued', title: 'Meander notes', to: { due } }]);
  });

  it('can be put back, or go out now', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const draft = await school.drafted(finch);
    await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: server.clock.now + DAY });
    expect((await finch.get('/api/today')).body.drafts).toMatchObject([{ title: 'Meander notes', issuedAt: server.clock.now + DAY }]);
    expect((await finch.post(`/api/briefs/${draft.id}/withdraw`, { version: 2 })).body.classes[0].issuedAt).toBeNull();
    expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 3, at: null })).body.brief.classes[0].issuedAt).toBe(
      server.clock.now,
    );
    expect((await bao.get('/api/my/work')).body.pieces).toHaveLength(1);
  });
});

it('goes back to draft while nobody has begun, and not after', async () => {
  const [finch, bao] = [await server.person('finch'), await server.person('bao')];
  const { id, briefId } = await school.issued();
  expect((await finch.post(`/api/briefs/${briefId}/withdraw`, { version: 1 })).status).toBe(200);
  expect((await bao.get(`/api/my/work/${id}`)).status).toBe(404);
  await finch.post(`/api/briefs/${briefId}/issue`, { version: 2, at: null });
  await bao.put(`/api/my/work/${id}/text`, { text: doc('begun'), version: 0 });
  expect((await finch.post(`/api/briefs/${briefId}/withdraw`, { version: 3 })).body.type).toBe('assignment.begun');
});

it('two teachers do not overwrite each other silently', async () => {
  const [finch, lund] = [await server.person('finch'), await server.person('lund')];
  const { briefId } = await school.issued();
  const brief = (await finch.get(`/api/briefs/${briefId}`)).body as BriefReply;
  const first = await finch.put(`/api/briefs/${briefId}`, changed(brief, { title: 'Bends' }));
  expect(first.body).toMatchObject({ title: 'Bends', version: 2 });
  const second = await lund.put(`/api/briefs/${briefId}`, changed(brief, { points: 30_000 }));
  expect([second.status, second.body.type, second.body.current.title]).toEqual([409, 'conflict.changedMeanwhile', 'Bends']);
});

it('says whom an edit touches, and changes states and tells at once when it is stored', async () => {
  const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
  const { id, briefId } = await school.issued({ due: server.clock.now - DAY, closes: null });
  await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.hana.id), tell: false, due, excused: false, reason: 'Away' });
  const brief = (await finch.get(`/api/briefs/${briefId}`)).body as BriefReply;
  const later = changed(brief, {}, { due: server.clock.now + DAY }, true);
  expect((await finch.post(`/api/briefs/${briefId}/effects`, later)).body).toEqual({
    has: [{ classId: school.rivers, students: 2 }],
    moved: 1,
    keep: 1,
    gone: 0,
  });
  const states = async () =>
    ((await finch.get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply).rows.map((row) => row.state);
  expect(await states()).toEqual(['missing', 'open']);
  await finch.put(`/api/briefs/${briefId}`, later);
  expect(await states()).toEqual(['open', 'open']);
  expect((await bao.get('/api/news')).body.news).toMatchObject([
    { kind: 'dates', from: { due: server.clock.now - DAY }, to: { due: server.clock.now + DAY } },
  ]);
  expect((await hana.get('/api/news')).body.news).toEqual([]);
  const gone = changed(brief, {}, { audience: { kind: 'chosen', studentIds: [school.bao.id], groupIds: [] } });
  expect((await finch.post(`/api/briefs/${briefId}/effects`, gone)).body).toMatchObject({ gone: 1 });
});

it('leaves the words alone that classes of another teacher share, but not the dates of one’s own', async () => {
  const [finch, lund] = [await server.person('finch'), await server.person('lund')];
  const own = (await finch.post('/api/classes', { name: 'Rivers B' })).body as { id: string };
  await school.drafted(finch, {}, [school.rivers, own.id]);
  const brief = (await lund.get('/api/assignments')).body[0] as { briefId: string };
  const seen = (await lund.get(`/api/briefs/${brief.briefId}`)).body as BriefReply;
  expect([seen.classes.map((one) => one.classId), seen.elsewhere]).toEqual([[school.rivers], 1]);
  expect((await lund.put(`/api/briefs/${brief.briefId}`, changed(seen, { title: 'Mine' }))).body.type).toBe('assignment.shared');
  expect((await lund.put(`/api/briefs/${brief.briefId}`, changed(seen, {}, { due: due + HOUR }))).body.classes[0].due).toBe(due + HOUR);
});

describe('what goes with it', () => {
  const upload = async (name = 'map.txt') =>
    (await (await server.person('finch')).upload('/api/files', Buffer.from('the valley'), name)).body as {
      id: string;
      name: string;
      size: number;
      mediaType: string;
    };
  const withFile = (file: Awaited<ReturnType<typeof upload>>) => ({
    attachments: [
      { id: '7a1d4f0e-5c1b-4e0a-8a44-3f1f6f1c2b11', title: 'Map', use: 'toRead' as const, example: false, kind: 'file' as const, file },
    ],
  });

  it('can be fetched by those who have the assignment, once they have it, and by nobody else', async () => {
    const [finch, bao, otto, lund] = [
      await server.person('finch'),
      await server.person('bao'),
      await server.person('otto'),
      await server.person('lund'),
    ];
    const file = await upload();
    const draft = await school.drafted(finch, withFile(file));
    const path = `/api/files/${file.id}`;
    expect([(await bao.get(path)).status, (await lund.get(path)).status]).toEqual([404, 200]);
    await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null });
    expect([
      (await bao.get(path)).status,
      (await otto.get(path)).status,
      (await (await server.person('stranger')).get(path)).status,
    ]).toEqual([200, 404, 404]);
    expect((await bao.get(`/api/my/work/${draft.classes[0]!.assignmentId}`)).body.attachments).toMatchObject([
      { title: 'Map', file: { name: 'map.txt' } },
    ]);
  });

  it('is never a file of somebody who did not give it', async () => {
    const file = await upload();
    const reply = await (await server.person('stranger')).post('/api/briefs', aBrief([school.maps], withFile(file)));
    expect([reply.status, reply.body.type]).toEqual([422, 'file.notYours']);
  });
});

it('takes foreign styles and scripts out of pasted words and keeps the words', async () => {
  const finch = await server.person('finch');
  const pasted = {
    type: 'doc' as const,
    content: [
      {
        type: 'paragraph',
        attrs: { style: 'color:red' },
        content: [{ type: 'text', text: 'Rivers', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] }],
      },
    ],
  };
  expect((await school.drafted(finch, { instructions: pasted })).instructions).toEqual({
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Rivers' }] }],
  });
});

it('gives a handout to read and asks for nothing back', async () => {
  const [finch, bao] = [await server.person('finch'), await server.person('bao')];
  const draft = await school.drafted(finch, { kind: 'handout', title: 'Estuary sheet', due: null, closes: null });
  expect(draft).toMatchObject({ accepts: [], scoring: { by: 'none' }, points: null });
  expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null })).body.students).toBe(2);
  expect((await bao.get('/api/my/work')).body).toMatchObject({ pieces: [], handouts: [{ title: 'Estuary sheet' }] });
  expect((await bao.get(`/api/my/work/${draft.classes[0]!.assignmentId}`)).status).toBe(404);
  expect((await finch.get('/api/piles')).body.piles).toEqual([]);
});

describe('a brief that is out', () => {
  const setFor = (classId: string) => aBrief([classId]).classes[0]!;
  const another = async () => ((await (await server.person('finch')).post('/api/classes', { name: 'Rivers B' })).body as { id: string }).id;

  it('is issued to a class that is added, and not a second time to the first', async () => {
    const [finch, otto] = [await server.person('finch'), await server.person('otto')];
    const classId = await another();
    await seedMembers(server.services, classId, [{ userId: school.otto.id, joined: '2026-10-01' }]);
    const { briefId } = await school.issued();
    const brief = (await finch.get(`/api/briefs/${briefId}`)).body as BriefReply;
    const change = changed(brief);
    const added = (await finch.put(`/api/briefs/${briefId}`, { ...change, classes: [...change.classes, setFor(classId)] }))
      .body as BriefReply;
    const issuedAt = (brief: BriefReply) => [school.rivers, classId].map((id) => brief.classes.find((one) => one.classId === id)!.issuedAt);
    expect(issuedAt(added)).toEqual([server.clock.now - DAY, null]);
    expect((await otto.get('/api/my/work')).body.pieces).toEqual([]);
    const issued = (await finch.post(`/api/briefs/${briefId}/issue`, { version: added.version, at: null })).body.brief as BriefReply;
    expect(issuedAt(issued)).toEqual([server.clock.now - DAY, server.clock.now]);
    expect((await otto.get('/api/my/work')).body.pieces).toHaveLength(1);
  });

  it('can leave a class out while nobody there has begun, and not after', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const classId = await another();
    const { id, briefId } = await school.issued();
    const change = changed((await finch.get(`/api/briefs/${briefId}`)).body as BriefReply);
    await bao.put(`/api/my/work/${id}/text`, { text: doc('begun'), version: 0 });
    expect((await finch.put(`/api/briefs/${briefId}`, { ...change, classes: [setFor(classId)] })).body.type).toBe(
      'assignment.begunLeftOut',
    );
    const both = (await finch.put(`/api/briefs/${briefId}`, { ...change, classes: [...change.classes, setFor(classId)] }))
      .body as BriefReply;
    const only = changed(both);
    expect(
      (await finch.put(`/api/briefs/${briefId}`, { ...only, classes: only.classes.filter((one) => one.classId !== classId) })).body.classes,
    ).toHaveLength(1);
  });

  it('cannot lose what it needs, nor be set for a class of somebody else', async () => {
    const finch = await server.person('finch');
    const { briefId } = await school.issued();
    const brief = (await finch.get(`/api/briefs/${briefId}`)).body as BriefReply;
    expect((await finch.put(`/api/briefs/${briefId}`, changed(brief, { title: '' }))).body.type).toBe('assignment.needsTitle');
    expect((await finch.put(`/api/briefs/${briefId}`, changed(brief, { accepts: [] }))).body.type).toBe('assignment.notReady');
    const change = changed(brief);
    expect((await finch.put(`/api/briefs/${briefId}`, { ...change, classes: [...change.classes, setFor(school.maps)] })).status).toBe(404);
    expect((await finch.get(`/api/briefs/${briefId}`)).body).toEqual(brief);
  });

  it('is withdrawn or issued only as it was seen', async () => {
    const finch = await server.person('finch');
    const draft = await school.drafted(finch);
    expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 9, at: null })).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { version: 1 },
    });
    const { briefId } = await school.issued();
    expect((await finch.post(`/api/briefs/${briefId}/withdraw`, { version: 9 })).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { version: 1 },
    });
  });
});

it('suggests the aims that a teacher’s own assignments and rubrics have, and nobody else’s', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  const level = (points: number) => ({ id: `l${points}`, name: '', descriptor: '', points, upTo: null });
  const rubric = {
    name: 'Models',
    criteria: [{ id: 'c', name: 'Shape', weight: 1000, aims: ['use evidence'], levels: [level(0), level(1000)] }],
  };
  await school.drafted(finch, { aims: ['explain a process'], scoring: { by: 'rubric', rubric, shelfId: null } });
  expect((await finch.get('/api/aims')).body).toEqual(['explain a process', 'use evidence']);
  expect((await stranger.get('/api/aims')).body).toEqual([]);
});

it.each<[string, string, Buffer, number]>([
  [
    'photos',
    'a picture',
    Buffer.from('89504e470d0a1a0a0000000d49484452000000010000000108060000001f15c4890000000a49444154789c6300010000050001', 'hex'),
    201,
  ],
  ['photos', 'a text', Buffer.from('no picture'), 422],
  ['recording', 'a text', Buffer.from('no sound'), 422],
  ['files', 'a text', Buffer.from('anything'), 201],
])('where %s are asked for, %s is taken or refused', async (kind, _what, bytes, status) => {
  const bao = await server.person('bao');
  const { id } = await school.issued({ accepts: [kind as 'photos'] });
  const reply = await bao.upload(`/api/my/work/${id}/files`, bytes, 'work');
  expect([reply.status, reply.body.type]).toEqual([status, status === 201 ? undefined : 'piece.kindNotAccepted']);
  expect((await bao.put(`/api/my/work/${id}/text`, { text: doc('words'), version: 0 })).body.type).toBe('piece.kindNotAccepted');
});

it('where a link is asked for, one address is taken and words are not', async () => {
  const bao = await server.person('bao');
  const { id } = await school.issued({ accepts: ['link'] });
  expect((await bao.put(`/api/my/work/${id}/text`, { text: doc('see my page'), version: 0 })).body.type).toBe('piece.kindNotAccepted');
  expect((await bao.put(`/api/my/work/${id}/text`, { text: doc('https://tern.example/model'), version: 0 })).status).toBe(200);
  expect((await bao.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
});

it('an exam of last Friday reaches whoever is here today, where the teacher says so, and nobody who comes later', async () => {
  const finch = await server.person('finch');
  const due = Date.parse('2026-11-20T15:30:00.000Z');
  await school.bringIn(finch, 'Given name,Family name\nNew,Comer');
  const draft = await school.drafted(finch, { due, how: 'inClass' }, [school.rivers]);
  const path = `/api/assignments/${draft.classes[0]!.assignmentId}/pieces`;
  const look = async () => (await finch.get(path)).body as AssignmentPiecesReply;
  const before = await look();
  expect([before.rows.map((row) => row.student.givenName), before.joinedAfter.map((one) => one.givenName)]).toEqual([
    ['Bao', 'Hana'],
    ['New'],
  ]);
  expect(before.sections).toEqual([{ assignmentId: draft.classes[0]!.assignmentId, classId: school.rivers }]);
  const audience = { kind: 'everyone' as const, laterJoiners: true, hereOn: '2026-11-23' };
  expect((await finch.put(`/api/briefs/${draft.id}`, changed(draft, {}, { audience }))).status).toBe(200);
  expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version + 1, at: null })).body.students).toBe(3);
  server.clock.now += DAY;
  await school.bringIn(finch, 'Given name,Family name\nStill,Later');
  expect((await look()).rows.map((row) => row.student.givenName).sort()).toEqual(['Bao', 'Hana', 'New']);
  expect((await finch.put(`/api/briefs/${draft.id}`, changed(draft, {}, { audience: { ...audience, hereOn: 'soon' } }))).status).toBe(400);
});
