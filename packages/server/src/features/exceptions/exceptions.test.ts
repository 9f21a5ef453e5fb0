import { QueryTypes } from 'sequelize';
import { textOf } from '@jolly/core';
import type { AssignmentPiecesReply, ExtensionRequest } from '../../contract';
import { runScheduledJobs } from '../../scheduled-jobs';
import { anAssignment, aSchool, aServer, DAY, HOUR, toOne, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());
const { due, closes } = anAssignment() as { due: number; closes: number };
const rowsOf = async (id: string) =>
  ((await (await server.person('finch')).get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply).rows;

describe('one-off exceptions', () => {
  it('give one student a date of their own with its reason, and leak to nobody else', async () => {
    const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
    const { id } = await school.issued();
    const later = due + 2 * DAY;
    await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: later, excused: false, reason: 'Clay is drying' });
    const rows = await rowsOf(id);
    expect(rows.map((row) => [row.student.givenName, row.window.due])).toEqual([
      ['Bao', later],
      ['Hana', due],
    ]);
    expect(rows[0]!.trail).toEqual([
      expect.objectContaining({ field: 'due', layer: 'oneOff', from: due, to: later, reason: 'Clay is drying' }),
    ]);
    expect((await bao.get(`/api/my/work/${id}`)).body).toMatchObject({
      piece: { window: { due: later }, ownDates: true },
      exceptionReason: 'Clay is drying',
    });
    expect(JSON.stringify([(await hana.get(`/api/my/work/${id}`)).body, (await hana.get('/api/news')).body])).not.toContain('Clay');
    await finch.del(`/api/assignments/${id}/exceptions/${school.bao.id}`);
    expect((await bao.get(`/api/my/work/${id}`)).body.piece).toMatchObject({ window: { due }, ownDates: false });
    // Given and taken away before anybody looked: there is nothing to tell.
    expect((await bao.get('/api/news')).body.news).toEqual([]);
  });

  it('are given to many students at once, all of them or none', async () => {
    const finch = await server.person('finch');
    const { id } = await school.issued();
    const body = { ...toOne(school.bao.id), due: due + DAY, excused: false, reason: 'Field trip' };
    expect((await finch.put(`/api/assignments/${id}/exceptions`, { ...body, studentIds: [school.bao.id, school.otto.id] })).status).toBe(
      404,
    );
    expect((await rowsOf(id)).map((row) => row.exception)).toEqual([null, null]);
    await finch.put(`/api/assignments/${id}/exceptions`, { ...body, studentIds: [school.bao.id, school.hana.id] });
    expect((await rowsOf(id)).map((row) => row.window.due)).toEqual([due + DAY, due + DAY]);
  });

  it('excuse a student, who is told, hands in nothing and is not counted at issue', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const { id } = await school.issued();
    await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), excused: true, reason: 'Away' });
    expect((await bao.post(`/api/my/work/${id}/hand-in`)).body.type).toBe('piece.excused');
    expect((await bao.get('/api/news')).body.news).toMatchObject([{ kind: 'excused' }]);
    const draft = await school.drafted(finch);
    await finch.put(`/api/assignments/${draft.classes[0]!.assignmentId}/exceptions`, {
      ...toOne(school.bao.id),
      excused: true,
      reason: '',
    });
    expect((await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null })).body.students).toBe(1);
  });

  it('waive what being late costs', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const { id } = await school.issued({ due: server.clock.now - 3 * HOUR, closes: null });
    await bao.put(`/api/my/work/${id}/text`, { text: textOf('late'), version: 0 });
    expect((await bao.get(`/api/my/work/${id}`)).body.lateNow.takenOff).toBe(1_000);
    await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), waivesLate: true, excused: false, reason: 'Bus' });
    expect((await bao.get(`/api/my/work/${id}`)).body.lateNow.takenOff).toBe(0);
  });

  it('refuse dates that contradict each other', async () => {
    const { id } = await school.issued();
    const backwards = await (
      await server.person('finch')
    ).put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: due + DAY, closes: due, excused: false, reason: '' });
    expect(backwards.body.type).toBe('assignment.dates');
  });
});

it('a group has a date of its own, told by its name, and keeps it when the group is dissolved', async () => {
  const finch = await server.person('finch');
  const { id } = await school.issued();
  const body = { name: 'Lab', seed: null, until: null, groups: [{ id: null, name: 'Tuesday lab', studentIds: [school.bao.id] }] };
  const grouping = (await finch.post(`/api/classes/${school.rivers}/groupings`, body)).body;
  const path = `/api/assignments/${id}/group-dates/${grouping.groups[0].id}`;
  expect((await finch.put(path, { due: due + 2 * DAY, closes: due, reason: '', tell: true })).body.type).toBe('assignment.dates');
  expect((await finch.put(path, { due: due + DAY, reason: '', tell: true })).status).toBe(204);
  const bao = async () => (await rowsOf(id)).find((row) => row.student.givenName === 'Bao')!;
  expect((await bao()).trail).toEqual([expect.objectContaining({ layer: 'group', to: due + DAY, reason: 'Tuesday lab' })]);
  await finch.del(`/api/classes/${school.rivers}/groupings/${grouping.id}`);
  expect((await finch.get(`/api/classes/${school.rivers}/groupings`)).body).toEqual([]);
  expect((await bao()).window.due).toBe(due + DAY);
  expect((await finch.get(`/api/assignments/${id}/pieces`)).body.groupDates).toMatchObject([
    { groupName: 'Tuesday lab', students: 1, dissolved: true },
  ]);
  await finch.del(path);
  expect((await bao()).window.due).toBe(due);
});

it('an assignment can opt out of standing exceptions', async () => {
  const finch = await server.person('finch');
  const standing = {
    kind: 'schoolDays',
    amount: 1,
    validFrom: null,
    validTo: null,
    reason: 'Reading support',
    quizTimePercent: null,
    waivesLate: false,
    classIds: [school.rivers],
  };
  await finch.post('/api/standing-exceptions', { ...standing, studentIds: [school.bao.id] });
  const dueOf = async (id: string) => (await rowsOf(id))[0]!.window.due;
  expect(await dueOf((await school.issued()).id)).toBe(due + DAY);
  expect(await dueOf((await school.issued({ standingHolds: false })).id)).toBe(due);
});

it('a standing exception and a change of who is in a group tell those whose dates they move', async () => {
  const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
  const { id } = await school.issued();
  const standing = {
    kind: 'schoolDays',
    amount: 1,
    validFrom: null,
    validTo: null,
    reason: 'private',
    quizTimePercent: null,
    waivesLate: false,
    classIds: [school.rivers],
  };
  await finch.post('/api/standing-exceptions', { ...standing, studentIds: [school.bao.id] });
  const seen = async (person: typeof bao) =>
    ((await person.get('/api/news')).body.news as { to: { due: number } }[]).map((one) => one.to.due);
  expect([await seen(bao), await seen(hana)]).toEqual([[due + DAY], []]);
  const group = (studentIds: string[], groupId: string | null = null) => ({
    name: 'Lab',
    seed: null,
    until: null,
    groups: [{ id: groupId, name: 'Lab', studentIds }],
  });
  const grouping = (await finch.post(`/api/classes/${school.rivers}/groupings`, group([]))).body;
  await finch.put(`/api/assignments/${id}/group-dates/${grouping.groups[0].id}`, { due: due + 3 * DAY, reason: '', tell: true });
  await finch.put(`/api/classes/${school.rivers}/groupings/${grouping.id}`, {
    ...group([school.hana.id], grouping.groups[0].id),
    version: 1,
  });
  expect(await seen(hana)).toEqual([due + 3 * DAY]);
  expect(JSON.stringify((await bao.get('/api/news')).body)).not.toContain('private');
});

describe('a request for more time', () => {
  const ask = async (id: string) =>
    (await server.person('bao')).post(`/api/my/work/${id}/requests`, { reason: 'I was ill', wantedDue: due + 2 * DAY });
  const answer = { grant: true, due: due + 2 * DAY, closes: closes + 2 * DAY, word: 'Get well' };

  it('comes to the teachers of the class, is granted, and becomes an exception with its reason', async () => {
    const [finch, lund, bao] = [await server.person('finch'), await server.person('lund'), await server.person('bao')];
    const { id } = await school.issued();
    expect((await ask(id)).status).toBe(201);
    expect((await ask(id)).body.type).toBe('extension.waiting');
    const [request] = (await finch.get('/api/today')).body.requests as ExtensionRequest[];
    expect(request).toMatchObject({ reason: 'I was ill', title: 'Meander notes', student: { givenName: 'Bao' }, window: { due } });
    expect((await lund.get('/api/news')).body.news).toMatchObject([{ kind: 'asked', who: 'Bao Lind', word: 'I was ill' }]);
    expect((await finch.post(`/api/requests/${request!.id}/answer`, answer)).status).toBe(204);
    expect((await lund.post(`/api/requests/${request!.id}/answer`, { grant: false, word: '' })).body.type).toBe('extension.answered');
    const seen = (await bao.get(`/api/my/work/${id}`)).body;
    expect(seen).toMatchObject({
      piece: { window: { due: due + 2 * DAY, closes: closes + 2 * DAY } },
      exceptionReason: 'I was ill',
      requests: [{ state: 'granted', word: 'Get well' }],
    });
    expect((await bao.get('/api/news')).body.news).toMatchObject([{ kind: 'answered', to: { due: due + 2 * DAY } }]);
    expect((await finch.get('/api/requests')).body).toEqual([]);
  });

  it('is declined with a word, and can be withdrawn before', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const { id } = await school.issued();
    const { id: first } = (await ask(id)).body;
    expect((await bao.del(`/api/my/requests/${first}`)).status).toBe(204);
    server.clock.now += HOUR;
    const { id: second } = (await ask(id)).body;
    await finch.post(`/api/requests/${second}/answer`, { grant: false, word: 'We spoke about it' });
    expect((await bao.get(`/api/my/work/${id}`)).body).toMatchObject({
      piece: { window: { due } },
      requests: [{ state: 'declined', word: 'We spoke about it' }, { state: 'withdrawn' }],
    });
  });

  it('is for a later date; what is proposed never is the one they have', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const { id } = await school.issued();
    const asks = (wantedDue: number | null) => bao.post(`/api/my/work/${id}/requests`, { reason: 'I was ill', wantedDue });
    expect((await bao.get(`/api/my/work/${id}`)).body.proposedDue).toBe(due + DAY);
    expect((await asks(due)).body.type).toBe('extension.notLater');
    await asks(null);
    const [request] = (await finch.get('/api/today')).body.requests as ExtensionRequest[];
    expect([request!.wantedDue, request!.proposedDue]).toEqual([null, due + DAY]);
    // Once that has passed too, the next school day from now: Monday for whoever looks on a Saturday.
    server.clock.now = Date.parse('2026-11-28T10:00:00.000Z');
    expect(((await finch.get('/api/requests')).body as ExtensionRequest[])[0]!.proposedDue).toBe(Date.parse('2026-11-30T15:30:00.000Z'));
  });

  it('is not for what is done in class, where nothing is handed in', async () => {
    const { id } = await school.issued({ how: 'inClass' });
    expect((await (await server.person('bao')).get(`/api/my/work/${id}`)).body.mayAsk).toBe(false);
    expect((await ask(id)).body.type).toBe('extension.notNow');
  });

  it('is not for a piece that is in', async () => {
    const bao = await server.person('bao');
    const { id } = await school.issued();
    await bao.put(`/api/my/work/${id}/text`, { text: textOf('done'), version: 0 });
    await bao.post(`/api/my/work/${id}/hand-in`);
    expect((await bao.get(`/api/my/work/${id}`)).body.mayAsk).toBe(false);
    expect((await ask(id)).body.type).toBe('extension.notNow');
  });
});

describe('telling', () => {
  const addressed = async () => server.services.accounts.setEmail(school.bao.id, 'bao@tern.example');
  const news = async (who: string) =>
    (await (await server.person(who)).get('/api/news')).body as { news: { kind: string }[]; unseen: number };

  it('makes one mail of what may go out, after the quiet hours, and never a second', async () => {
    await addressed();
    const finch = await server.person('finch');
    const { id } = await school.issued();
    server.clock.now = Date.parse('2026-11-23T22:15:00.000Z');
    await finch.put(`/api/assignments/${id}/exceptions`, {
      ...toOne(school.bao.id),
      due: due + DAY,
      excused: false,
      reason: 'private matter',
    });
    const sent = async () => Number(((await server.sequelize.query('SELECT COUNT(*) AS n FROM mails'))[0] as { n: number }[])[0]!.n);
    await runScheduledJobs(server.services, server.clock.now);
    expect(await sent()).toBe(0);
    server.clock.now = Date.parse('2026-11-24T07:00:00.000Z');
    await Promise.all([server.services.news.mailDue(server.clock.now), server.services.news.mailDue(server.clock.now)]);
    await runScheduledJobs(server.services, server.clock.now);
    expect(await sent()).toBe(1);
    const [mail] = await server.sequelize.query<{ subject: string; body: string }>('SELECT subject, body FROM mails', {
      type: QueryTypes.SELECT,
    });
    expect(mail!.subject).toBe('Your due date for “Meander notes” (Rivers) has changed from Wed 25 Nov 15:30 to Thu 26 Nov 15:30.');
    expect(mail!.body).not.toContain('private matter');
  });

  it('goes by what a person chose, and is unseen until they looked', async () => {
    await addressed();
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    await bao.put('/api/news/settings', { choices: { dates: 'never' }, quiet: { from: '00:00', to: '00:00' } });
    expect((await bao.get('/api/news/settings')).body).toMatchObject({
      choices: { dates: 'never', returned: 'atOnce' },
      quiet: { from: '00:00' },
    });
    const { id } = await school.issued();
    await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: due + DAY, excused: false, reason: '' });
    await runScheduledJobs(server.services, server.clock.now + 2 * DAY);
    expect((await server.sequelize.query('SELECT * FROM mails'))[0]).toEqual([]);
    expect(await news('bao')).toMatchObject({ news: [{ kind: 'dates' }], unseen: 1 });
    await bao.post('/api/news/seen');
    expect((await news('bao')).unseen).toBe(0);
  });

  it('tells of late hand-ins only the teacher who wants it, and once', async () => {
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    await finch.put('/api/news/settings', { choices: { inLate: 'daily' }, quiet: { from: '21:00', to: '07:00' } });
    const { id } = await school.issued({ due: server.clock.now - HOUR, closes: null });
    await bao.put(`/api/my/work/${id}/text`, { text: textOf('late'), version: 0 });
    await bao.post(`/api/my/work/${id}/hand-in`, undefined, { 'Idempotency-Key': 'hand-in-once' });
    await bao.post(`/api/my/work/${id}/hand-in`, undefined, { 'Idempotency-Key': 'hand-in-once' });
    expect([(await news('finch')).news.map((one) => one.kind), (await news('lund')).news]).toEqual([['inLate'], []]);
  });

  it('of a change whose server died in between is done by the next', async () => {
    const { id } = await school.issued();
    const windows = [{ assignmentId: id, studentId: school.bao.id, window: { opens: null, due: due - DAY, closes }, excused: false }];
    await server.sequelize.query('INSERT INTO date_changes (id, by_user, at, before_windows) VALUES (UUID(), ?, ?, ?)', {
      replacements: [school.finch.id, new Date(server.clock.now - HOUR), JSON.stringify(windows)],
    });
    const { dateChanges } = server.services;
    await Promise.all([dateChanges.finishAbandoned(server.clock.now), dateChanges.finishAbandoned(server.clock.now)]);
    expect((await news('bao')).news).toMatchObject([{ kind: 'dates' }]);
  });
});
