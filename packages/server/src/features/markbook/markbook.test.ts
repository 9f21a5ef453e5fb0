import { FIRST_BEARING, FIRST_SCHEME, type BookCell } from '@jolly/core';
import type { BookEdit, BookReply } from '../../contract';
import { aSchool, aServer, changed, doc, HOUR, type Person, type School, type Server } from '../../testing/school';
import { described } from '../../testing/described';

let server: Server;
let school: School;
let finch: Person;
let book: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  book = `/api/classes/${school.rivers}/book`;
});
afterEach(() => server.close());

const look = async (who = finch, query = ''): Promise<BookReply> => (await who.get(`${book}${query}`)).body as BookReply;
/** The cell of a student in the column of an assignment. */
const cellIn = (reply: BookReply, assignmentId: string, studentId: string): BookCell | null =>
  reply.cells[reply.students.findIndex((one) => one.id === studentId)]![
    reply.columns.findIndex((one) => one.sets.some((set) => set?.assignmentId === assignmentId))
  ]!;
const cell = async (assignmentId: string, name: 'bao' | 'hana') => cellIn(await look(), assignmentId, school[name].id);
const edit = (assignmentId: string, name: 'bao' | 'hana', text: string, version = 0): BookEdit => ({
  assignmentId,
  studentId: school[name].id,
  version,
  text,
});
const enter = (edits: BookEdit[], more: object = {}, who = finch) => who.post(`${book}/edits`, { kind: 'typed', edits, ...more });
const many = async (count: number) =>
  expect(
    (await school.bringIn(finch, ['Given name,Family name', ...Array.from({ length: count }, (_, i) => `Given${i},Family`)].join('\n')))
      .body.added,
  ).toBe(count);
async function handsIn(name: 'bao' | 'hana', id: string): Promise<void> {
  const student = await server.person(name);
  await student.put(`/api/my/work/${id}/text`, { text: doc('work'), version: 0 });
  expect((await student.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
}

describe('the book', () => {
  it('has everybody beside everything issued, each cell with its state and what counts', async () => {
    const { id } = await school.issued();
    const { id: old } = await school.issued({ title: 'Bank survey', due: server.clock.now - 26 * HOUR, closes: null });
    await handsIn('bao', old);
    await enter([edit(old, 'bao', '15', (await cell(old, 'bao'))!.version)]);
    const reply = await look();
    described({ route: 'GET /api/classes/:classId/book' }, reply);
    expect(reply.students.map((one) => one.givenName)).toEqual(['Bao', 'Hana']);
    expect(reply.columns.map((one) => one.title)).toEqual(['Bank survey', 'Meander notes']);
    expect(cellIn(reply, old, school.bao.id)).toMatchObject({
      state: 'scored',
      told: 'inLate',
      held: true,
      bare: 'inLate',
      lateBy: 26 * HOUR,
      score: { earned: 15_000, takenOff: 2000, effective: 13_000 },
    });
    expect(cellIn(reply, old, school.hana.id)).toMatchObject({ state: 'missing', stillAccepted: true, version: 0 });
    expect(cellIn(reply, id, school.hana.id)).toEqual({ state: 'open', version: 0 });
  });

  it('is composed anew after any change and when time alone changes a state', async () => {
    const { id } = await school.issued();
    server.clock.now = Date.parse('2026-11-25T15:30:00.001Z');
    expect((await cell(id, 'bao'))!.state).toBe('missing');
    await finch.put(`/api/assignments/${id}/exceptions`, {
      studentIds: [school.bao.id],
      excused: true,
      waivesLate: false,
      reason: 'Ill',
      tell: false,
    });
    expect((await cell(id, 'bao'))!.state).toBe('excused');
    await finch.patch(`/api/classes/${school.rivers}/roster/${school.bao.id}`, { givenName: 'Bea' });
    expect((await look()).students.map((one) => one.givenName)).toContain('Bea');
    await school.issued({ title: 'One more' });
    expect((await look()).columns).toHaveLength(2);
  });

  it('asks as many queries for one assignment as for many', async () => {
    const ask = async () => {
      await school.issued({ title: 'More' });
      server.queries.length = 0;
      await look();
      return server.queries.length;
    };
    const few = await ask();
    for (let i = 0; i < 5; i++) await school.issued();
    await many(20);
    expect(await ask()).toBe(few);
  });

  it('shows parallel sections together, a piece that both have as one column', async () => {
    const second = (await finch.post('/api/classes', { name: 'Rivers', section: 'B' })).body as { id: string };
    await school.bringIn(finch, 'Ada Reef', {}, second.id);
    const brief = await school.drafted(finch, { title: 'Shared' }, [school.rivers, second.id]);
    await finch.post(`/api/briefs/${brief.id}/issue`, { version: brief.version, at: null });
    await school.issued({ title: 'Own', due: server.clock.now });
    const together = await look(finch, '?sections=together');
    expect(together.classes.map((one) => one.label).sort()).toEqual(['Rivers', 'Rivers · B']);
    expect(together.students).toHaveLength(3);
    expect(together.columns.map((one) => [one.title, one.sets.filter(Boolean).length])).toEqual([
      ['Own', 1],
      ['Shared', 2],
    ]);
    expect((await look()).sections).toBe(2);
  });

  it('keeps a student who moved to another section in both, each with what was theirs there', async () => {
    const second = (await finch.post('/api/classes', { name: 'Rivers', section: 'B' })).body as { id: string };
    const { id } = await school.issued({ due: server.clock.now - 24 * HOUR });
    await enter([edit(id, 'bao', '12')]);
    await finch.del(`/api/classes/${school.rivers}/roster/${school.bao.id}`);
    await school.bringIn(finch, `Given name,Family name,Jolly ID\nBao,Lind,${school.bao.id}`, {}, second.id);
    const together = await look(finch, '?sections=together');
    const rows = together.students.flatMap((one, index) =>
      one.id === school.bao.id ? [{ left: one.left, cells: together.cells[index]! }] : [],
    );
    // Both sections were made at the same moment, so either may come first.
    rows.sort((x, y) => Number(y.left !== null) - Number(x.left !== null));
    expect(rows.map((row) => [row.left !== null, row.cells.filter((one) => one?.score).length])).toEqual([
      [true, 1],
      [false, 0],
    ]);
  });
});

describe('entering', () => {
  it('records numbers, percentages, words, excused and missing, held, and tells what counts', async () => {
    const past = server.clock.now - 24 * HOUR;
    const { id } = await school.issued({ due: past });
    const words = await school.issued({ title: 'Words', due: past, scoring: { by: 'words', words: [{ name: 'Meets', percent: 80_000 }] } });
    const lab = await school.issued({ title: 'Lab', due: past, how: 'inClass' });
    const reply = await enter([
      edit(id, 'bao', '7,5'),
      edit(id, 'hana', '80 %'),
      edit(words.id, 'bao', 'me'),
      edit(words.id, 'hana', 'x'),
      edit(lab.id, 'bao', 'm'),
    ]);
    expect([reply.status, reply.body.changed, reply.body.undo]).toMatchObject([200, 5, { kind: 'typed', cells: 5 }]);
    expect(await cell(id, 'bao')).toMatchObject({ state: 'scored', held: true, score: { earned: 7500 } });
    expect(await cell(id, 'hana')).toMatchObject({ score: { earned: 16_000 } });
    expect(await cell(words.id, 'bao')).toMatchObject({ score: { word: 'Meets', earned: 16_000 } });
    expect(await cell(words.id, 'hana')).toMatchObject({ state: 'excused', excused: true, bare: 'missing' });
    expect(await cell(lab.id, 'bao')).toMatchObject({ state: 'missing', saidMissing: true });
    expect((await (await server.person('bao')).get(`/api/my/work/${id}`)).body.piece).toMatchObject({ state: 'missing', returned: null });
  });

  it('stores nothing of an act of which a cell is wrong, and names every one', async () => {
    const { id } = await school.issued({ due: server.clock.now - 24 * HOUR });
    const open = await school.issued({ title: 'Open' });
    await finch.put(`/api/assignments/${open.id}/exceptions`, {
      studentIds: [school.hana.id],
      excused: true,
      waivesLate: false,
      reason: '',
      tell: false,
    });
    const reply = await enter([edit(id, 'bao', '7'), edit(id, 'hana', 'seven'), edit(open.id, 'bao', 'm'), edit(open.id, 'hana', '3')], {
      kind: 'pasted',
    });
    expect([reply.status, reply.body.type]).toEqual([422, 'book.refused']);
    expect(reply.body.current.problems).toEqual([
      { index: 1, why: 'notRead' },
      { index: 2, why: 'notDue' },
      { index: 3, why: 'excused' },
    ]);
    expect(reply.body.errors[0]).toEqual({
      path: 'edits.1',
      code: 'book.notRead',
      message: 'Hana Lind, Meander notes: “seven” is neither a score nor one of the letters and words that can stand here.',
    });
    expect(await cell(id, 'bao')).toEqual({ state: 'missing', version: 0, stillAccepted: true });
  });

  it('asks before a score above the maximum, and takes it once confirmed', async () => {
    const { id } = await school.issued();
    expect((await enter([edit(id, 'bao', '21')])).body.type).toBe('book.aboveMaximum');
    expect((await enter([edit(id, 'bao', '21')], { bonusConfirmed: true })).body.changed).toBe(1);
  });

  it('gives the newer cells to whoever typed over an older one, and stores nothing of theirs', async () => {
    const { id } = await school.issued();
    await enter([edit(id, 'bao', '12')]);
    const lund = await server.person('lund');
    const late = await enter([edit(id, 'hana', '9'), edit(id, 'bao', '13')], { kind: 'pasted' }, lund);
    expect([late.status, late.body.type]).toEqual([409, 'conflict.changedMeanwhile']);
    expect(late.body.current.cells).toMatchObject([{ studentId: school.bao.id, cell: { score: { earned: 12_000 } } }]);
    expect(await cell(id, 'hana')).toMatchObject({ state: 'open', version: 0 });
  });

  it('of two who paste over the same block at once lets one through whole', async () => {
    const ids = [(await school.issued()).id, (await school.issued()).id];
    const lund = await server.person('lund');
    const block = (text: string) => ids.flatMap((id) => [edit(id, 'bao', text), edit(id, 'hana', text)]);
    const both = await Promise.all([enter(block('11')), enter(block('12'), {}, lund)]);
    expect(both.map((one) => one.status).sort()).toEqual([200, 409]);
    const { cells } = await look();
    expect(new Set(cells.flat().map((one) => one!.score!.earned)).size).toBe(1);
  });

  it('takes in a large block in one act and leaves unchanged cells alone', async () => {
    await many(30);
    const ids: string[] = [];
    for (let i = 0; i < 6; i++) ids.push((await school.issued({ title: `T${i}` })).id);
    const { students } = await look();
    const edits = ids.flatMap((assignmentId) =>
      students.map((student) => ({ assignmentId, studentId: student.id, version: 0, text: '10' })),
    );
    expect((await enter(edits, { kind: 'pasted' })).body.changed).toBe(192);
    const { cells } = await look();
    expect(cells.flat().every((one) => one!.score?.earned === 10_000 && one!.version === 1)).toBe(true);
    expect(
      (
        await enter(
          edits.map((one) => ({ ...one, version: 1 })),
          { kind: 'pasted' },
        )
      ).body.changed,
    ).toBe(0);
  });

  it('refuses a cell that stands in it twice, one of another class, and one marked without names', async () => {
    const { id } = await school.issued();
    expect((await enter([edit(id, 'bao', '1'), edit(id, 'bao', '2')])).status).toBe(400);
    expect((await enter([{ ...edit(id, 'bao', '1'), studentId: school.otto.id }])).status).toBe(404);
    await handsIn('bao', id);
    await finch.put(`/api/assignments/${id}/marking`, { namesHidden: true });
    expect((await enter([edit(id, 'bao', '1')])).body.current.problems).toEqual([{ index: 0, why: 'nameless' }]);
    expect(await cell(id, 'bao')).toEqual({ state: 'in', version: 0, locked: 'nameless' });
    expect((await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}/history`)).status).toBe(404);
  });

  it('hides a first score from whoever is to give a second one', async () => {
    const { id } = await school.issued();
    await enter([edit(id, 'bao', '12')]);
    await finch.put(`/api/assignments/${id}/marking`, { secondMarker: school.lund.id });
    const lund = await server.person('lund');
    expect(cellIn(await look(lund), id, school.bao.id)).toMatchObject({ state: 'scored', locked: 'blind' });
    expect(cellIn(await look(lund), id, school.bao.id)!.score).toBeUndefined();
    expect((await enter([edit(id, 'bao', '13', 1)], {}, lund)).body.current.problems).toEqual([{ index: 0, why: 'blind' }]);
  });

  it('takes nothing in a class that is put away', async () => {
    const { id } = await school.issued();
    await finch.post(`/api/classes/${school.rivers}/away`, { away: true });
    expect((await look()).classes[0]!.away).toBe(true);
    expect((await enter([edit(id, 'bao', '1')])).body.type).toBe('class.putAway');
  });
});

it('tells the history of a cell, and puts an earlier score back', async () => {
  const { id } = await school.issued();
  await enter([edit(id, 'bao', '12')]);
  await enter([edit(id, 'bao', '14', 1)], { kind: 'filled' });
  await enter([edit(id, 'bao', 'x', 2)]);
  const history = `/api/assignments/${id}/pieces/${school.bao.id}/history`;
  const { entries } = (await finch.get(history)).body;
  expect(
    entries.map((one: { kind: string; why: string; given: { earned: number } | null; restores: boolean }) => [
      one.kind,
      one.why,
      one.given?.earned ?? null,
      one.restores,
    ]),
  ).toEqual([
    ['scored', 'filled', 14_000, false],
    ['scored', 'typed', 12_000, true],
    ['excused', 'typed', null, false],
  ]);
  expect(entries[0].by).toBe('finch Test');
  await enter([edit(id, 'bao', '', 3)]);
  const { text: _, ...at } = edit(id, 'bao', '', 4);
  expect((await enter([{ ...at, restore: entries[1].id }], { kind: 'restored' })).body.changed).toBe(1);
  expect(await cell(id, 'bao')).toMatchObject({ score: { earned: 12_000 } });
  expect((await enter([{ ...at, version: 5, restore: at.studentId }], { kind: 'restored' })).status).toBe(404);
});

it('asks whether scores are kept or scaled when the points change, and scales what students were shown too', async () => {
  const draft = await school.drafted(finch, { title: 'Poster' });
  const { brief } = (await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null })).body;
  const { assignmentId } = brief.classes[0];
  await enter([edit(assignmentId, 'bao', '12'), edit(assignmentId, 'hana', '7.5')]);
  await finch.post(`/api/assignments/${assignmentId}/return`, { studentIds: [school.bao.id], confirmed: true });
  await finch.put(`/api/assignments/${assignmentId}/marking`, { secondMarker: school.lund.id });
  const second = `/api/assignments/${assignmentId}/pieces/${school.bao.id}/second-score`;
  expect((await (await server.person('lund')).put(second, { earned: 14_000, chosen: null, remark: '' })).status).toBe(200);
  const to25 = (more: object) => finch.put(`/api/briefs/${brief.id}`, { ...changed(brief, { points: 25_000 }), ...more });
  const asked = await to25({});
  expect([asked.status, asked.body.type, asked.body.current]).toEqual([
    409,
    'assignment.pointsAsked',
    { pieces: 2, from: 20_000, to: 25_000 },
  ]);
  const scaled = (await to25({ scores: 'scale' })).body;
  expect(await cell(assignmentId, 'bao')).toMatchObject({ state: 'returned', score: { earned: 15_000 } });
  expect(await cell(assignmentId, 'hana')).toMatchObject({ held: true, score: { earned: 9375 } });
  expect((await (await server.person('bao')).get(`/api/my/work/${assignmentId}`)).body.piece.returned.earned).toBe(15_000);
  expect((await finch.get(`/api/assignments/${assignmentId}/seconds`)).body.pieces).toMatchObject([
    { first: { earned: 15_000 }, second: { earned: 17_500 } },
  ]);
  expect((await finch.get('/api/news')).body.items ?? []).toEqual([]);
  await finch.put(`/api/briefs/${brief.id}`, { ...changed(scaled, { points: 50_000 }), scores: 'keep' });
  expect(await cell(assignmentId, 'bao')).toMatchObject({ score: { earned: 15_000 } });
});

it('says of aims what whole pieces and criteria say', async () => {
  const level = (name: string, points: number) => ({ id: name, name, descriptor: '', points, upTo: null });
  const rubric = {
    name: 'R',
    criteria: [{ id: 'c', name: 'Terms', weight: 1000, aims: ['Naming'], levels: [level('Some', 1000), level('All', 4000)] }],
  };
  const { id } = await school.issued({ aims: ['Explaining'], scoring: { by: 'rubric', rubric, shelfId: null }, points: 4000 });
  await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, {
    earned: null,
    chosen: { by: 'rubric', choices: { c: { levelId: 'Some', points: 1000 } } },
    remark: doc(''),
    version: 0,
  });
  const { students } = (await finch.get(`${book}/aims`)).body;
  expect(students).toHaveLength(1);
  expect(students[0].evidence).toMatchObject([
    { aim: 'Explaining', criterion: null, share: { num: '1', den: '4' } },
    { aim: 'Naming', criterion: 'Terms', level: 'Some', share: { num: '1', den: '4' } },
  ]);
});

it('weighs terms as the class says, and refuses weights that are none', async () => {
  const put = async (termWeights: object) => {
    const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body;
    return finch.put(`/api/classes/${school.rivers}/scheme`, {
      scheme: { ...FIRST_SCHEME, termWeights },
      bearing: FIRST_BEARING,
      lateRule: { kind: 'none' },
      graceMinutes: 0,
      refile: {},
      version,
    });
  };
  expect((await put({ 'Term 1': 2 })).body.class.scheme.termWeights).toEqual({ 'Term 1': 2 });
  expect((await put({ 'Term 1': -1 })).status).toBe(400);
});

it('says on its stream which assignments changed, and when more than cells did', async () => {
  const { id } = await school.issued();
  const heard: unknown[] = [];
  const { live } = server.services;
  const stop = await live.listenToBooks([school.rivers], (said) => heard.push(said));
  await live.poll();
  await enter([edit(id, 'bao', '12')]);
  await live.poll();
  await finch.put(`/api/assignments/${id}/exceptions`, {
    studentIds: [school.hana.id],
    excused: true,
    waivesLate: false,
    reason: '',
    tell: false,
  });
  await live.poll();
  await school.issued({ title: 'New' });
  await live.poll();
  stop();
  expect(heard).toEqual([{ assignmentIds: [id] }, { assignmentIds: [id] }, { assignmentIds: null }]);
  expect((await finch.post(`${book}/cells`, { assignmentIds: [id] })).body.cells).toHaveLength(2);
});
