import { FIRST_BEARING, FIRST_SCHEME, JOIN_CODE_ALPHABET, type Category } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { ClassReply, CopyPreviewReply, YearShelfReply } from '../../contract';
import { aBrief, aSchool, aServer, DAY, doc, toOne, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let rivers: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  rivers = `/api/classes/${school.rivers}`;
});
afterEach(() => server.close());
const look = async () => (await finch.get(rivers)).body as ClassReply;

describe('a class', () => {
  it('needs only a name, and gets a hue of its own and a code', async () => {
    const { status, body } = await finch.post('/api/classes', { name: 'Ünïcode 🌊 class' });
    expect(status).toBe(201);
    expect(body).toMatchObject({
      name: 'Ünïcode 🌊 class',
      label: 'Ünïcode 🌊 class',
      hue: 1,
      students: 0,
      lateRule: { kind: 'none' },
      scheme: FIRST_SCHEME,
      bearing: FIRST_BEARING,
    });
    expect(body.joinCode).toMatch(new RegExp(`^[${JOIN_CODE_ALPHABET}]{7}$`));
    expect(body.terms).toEqual([{ name: 'Term 1', from: '2026-09-07', to: '2026-12-18' }]);
  });

  it('of a new teacher gets a term around today', async () => {
    await server.services.accounts.addTeacher(
      { givenName: 'New', familyName: '', userName: 'new.teacher', password: 'correct horse' },
      server.clock.now,
    );
    const { body } = await (await server.person('new.teacher')).post('/api/classes', { name: 'First' });
    expect(body.terms).toEqual([{ name: 'Term', from: '2026-11-23', to: '2027-03-05' }]);
  });

  it('takes every detail, is called by name and section, and shows a stale edit what is stored', async () => {
    const lund = await server.person('lund');
    const details = {
      section: 'B',
      subject: 'Geography',
      level: '8',
      room: '12',
      hue: 5,
      liveLink: 'https://calls.tern.example/rivers',
      liveMinutes: 5,
      graceMinutes: 5,
    };
    const edited = await lund.patch(rivers, { ...details, version: 1 });
    expect(edited.body).toMatchObject({ ...details, label: 'Rivers · B', version: 2 });
    const stale = await finch.patch(rivers, { name: 'Other', version: 1 });
    expect([stale.status, stale.body.type, stale.body.current.graceMinutes]).toEqual([409, 'conflict.changedMeanwhile', 5]);
  });

  it('renews the code, after which the old one leads nowhere', async () => {
    const before = (await look()).joinCode;
    const { joinCode } = (await finch.post(`${rivers}/join-code`)).body as ClassReply;
    expect(joinCode).not.toBe(before);
    const student = await server.person();
    expect((await student.get(`/api/join/${before}`)).status).toBe(404);
    expect((await student.get(`/api/join/${joinCode.toLowerCase()}`)).body).toEqual({
      className: 'Rivers',
      teachers: ['finch Test', 'lund Test'],
      asksNumber: false,
    });
  });

  it('put away is read-only for everybody and out of the daily lists, and comes back', async () => {
    const { id } = await school.issued();
    const [lund, bao] = [await server.person('lund'), await server.person('bao')];
    expect((await lund.post(`${rivers}/away`, { away: true })).status).toBe(404);
    expect((await finch.post(`${rivers}/away`, { away: true })).body.putAwayAt).toBe(server.clock.now);
    expect((await finch.get('/api/today')).body.piles).toEqual([]);
    expect((await bao.get('/api/my/work')).body.pieces).toEqual([]);
    expect((await bao.get('/api/my/progress')).body).toHaveLength(1);
    expect((await finch.get(`${rivers}/progress`)).body.rows).toHaveLength(2);
    for (const refused of [
      await finch.patch(rivers, { name: 'Other', version: 1 }),
      await finch.post('/api/briefs', aBrief([school.rivers])),
      await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), excused: true, reason: '' }),
      await school.bringIn(finch, 'Ada Reef'),
      await bao.put(`/api/my/work/${id}/text`, { text: doc('x'), version: 0 }),
    ])
      expect(refused.body.type).toBe('class.putAway');
    await finch.post(`${rivers}/away`, { away: false });
    expect((await bao.get('/api/my/work')).body.pieces).toHaveLength(1);
  });
});

const category = (name: string, weight: number, more: Partial<Category> = {}): Category => ({
  id: randomUUID(),
  name,
  weight: weight * 1000,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
  ...more,
});
const rules = { bearing: FIRST_BEARING, lateRule: { kind: 'none' as const }, graceMinutes: 0, refile: {} };

describe('the scheme', () => {
  it('changes totals, bearings and late costs at once, by computing them anew', async () => {
    const [notes, drills] = [category('Notes', 60), category('Drills', 30)];
    const filed = await school.issued({ due: server.clock.now - DAY, closes: server.clock.now, categoryId: notes.id });
    await school.issued({ title: 'Drill', due: server.clock.now - DAY, closes: server.clock.now - 1000, categoryId: drills.id });
    const bao = await server.person('bao');
    await bao.put(`/api/my/work/${filed.id}/text`, { text: doc('x'), version: 0 });
    await bao.post(`/api/my/work/${filed.id}/hand-in`);
    const desk = `/api/assignments/${filed.id}/pieces/${school.bao.id}`;
    await finch.put(`${desk}/score`, { earned: 20_000, chosen: null, remark: doc(''), version: (await finch.get(desk)).body.row.version });
    const row = async () =>
      (await finch.get(`${rivers}/progress`)).body.rows.find((one: { student: { id: string } }) => one.student.id === school.bao.id)
        .standing;
    expect(await row()).toMatchObject({ total: '95.0', bearing: 'onCourse' });
    const scheme = {
      ...FIRST_SCHEME,
      kind: 'weighted',
      categories: [notes, drills],
      missing: { kind: 'whenClosed', percent: 0 },
      bands: [
        { name: 'Well', from: 60_000 },
        { name: 'Begun', from: 0 },
      ],
    };
    const set = await finch.put(`${rivers}/scheme`, { ...rules, scheme, version: 1 });
    expect([set.status, set.body.filed]).toEqual([200, { [notes.id]: 1, [drills.id]: 1 }]);
    // 60 : 30 with nothing for the drill; the weights need not come to 100.
    expect(await row()).toMatchObject({ total: '66.7', band: 'Well', bearing: 'onCourse' });
    await finch.put(`${rivers}/scheme`, { ...rules, scheme, bearing: { ...FIRST_BEARING, passLine: 70_000 }, version: 2 });
    expect(await row()).toMatchObject({ bearing: 'offCourse', reasons: [{ why: 'belowPassLine', number: '66.7', limit: '70' }] });
  });

  it('that cannot be used is refused field by field', async () => {
    const scheme = {
      ...FIRST_SCHEME,
      kind: 'weighted',
      categories: [category('A', 0), category('a', -1)],
      bands: [
        { name: 'A', from: 80_000 },
        { name: 'B', from: 80_000 },
      ],
    };
    const { status, body } = await finch.put(`${rivers}/scheme`, { ...rules, scheme, version: 1 });
    expect([status, body.type]).toEqual([422, 'scheme.wrong']);
    expect(body.errors.map((one: { path: string }) => one.path)).toEqual([
      'scheme.categories.0.weight',
      'scheme.categories.1.name',
      'scheme.categories.1.weight',
      'scheme.bands.1.from',
      'scheme.bands',
    ]);
    expect((await look()).scheme).toEqual(FIRST_SCHEME);
  });

  it('asks where the assignments of a category go that is taken out, and stores nothing before it knows', async () => {
    const [notes, drills] = [category('Notes', 60), category('Drills', 30)];
    const both = { ...FIRST_SCHEME, categories: [notes, drills] };
    await finch.put(`${rivers}/scheme`, { ...rules, scheme: both, version: 1 });
    const draft = await school.drafted(finch, { categoryId: drills.id });
    const one = { ...FIRST_SCHEME, categories: [notes] };
    const refused = await finch.put(`${rivers}/scheme`, { ...rules, scheme: one, version: 2 });
    expect([refused.status, refused.body.type, (await look()).scheme.categories]).toEqual([409, 'scheme.filed', [notes, drills]]);
    await finch.put(`${rivers}/scheme`, { ...rules, scheme: one, refile: { [drills.id]: notes.id }, version: 2 });
    expect((await finch.get(`/api/briefs/${draft.id}`)).body).toMatchObject({ classes: [{ categoryId: notes.id }], version: 2 });
    expect((await finch.post('/api/briefs', aBrief([school.rivers], { categoryId: drills.id }))).body.type).toBe('assignment.misfiled');
  });
});

it('units are kept in the order given; one that is left out leaves its assignments filed under none', async () => {
  const set = async (units: { id: string | null; name: string }[]) =>
    (await finch.put(`${rivers}/units`, { units })).body as { id: string; name: string }[];
  const [source, mouth] = await set([
    { id: null, name: 'Source' },
    { id: null, name: 'Mouth' },
  ]);
  const draft = await school.drafted(finch, { unitId: source!.id });
  expect((await set([mouth!, source!])).map((unit) => unit.name)).toEqual(['Mouth', 'Source']);
  await set([mouth!]);
  expect((await finch.get(`/api/briefs/${draft.id}`)).body.classes[0].unitId).toBeNull();
  expect((await finch.put(`${rivers}/units`, { units: [{ id: randomUUID(), name: 'Stolen' }] })).status).toBe(404);
});

describe('copying a class', () => {
  const ask = async (more = {}) => ({
    name: 'Rivers',
    section: 'C',
    from: '2026-09-07',
    to: '2027-01-11',
    calendarId: (await look()).calendarId,
    assignments: true,
    version: (await look()).version,
    ...more,
  });

  it('copies what was prepared, its dates moved by school days, and nothing that belongs to students', async () => {
    const notes = category('Notes', 60);
    await finch.put(`${rivers}/scheme`, { ...rules, scheme: { ...FIRST_SCHEME, categories: [notes] }, version: 1 });
    const [unit] = (await finch.put(`${rivers}/units`, { units: [{ id: null, name: 'Source' }] })).body as [{ id: string }];
    await school.issued({ due: Date.parse('2026-09-09T14:30Z'), closes: null, unitId: unit.id, categoryId: notes.id });
    const shown = (await finch.post(`${rivers}/copy/preview`, await ask())).body as CopyPreviewReply;
    expect(shown).toMatchObject({
      assignments: 1,
      units: 1,
      categories: 1,
      dates: [{ field: 'due', after: Date.parse('2027-01-13T15:30Z') }],
    });
    const { status, body } = await finch.post(`${rivers}/copy`, await ask());
    expect(status).toBe(201);
    expect(body).toMatchObject({ label: 'Rivers · C', students: 0, hue: 1, teachers: [{ owner: true }], scheme: { categories: [notes] } });
    expect(body.joinCode).not.toBe((await look()).joinCode);
    const copies = (
      (await finch.get('/api/assignments')).body as {
        id: string;
        classId: string;
        issuedAt: number | null;
        due: number;
        unitId: string;
        categoryId: string;
      }[]
    ).filter((one) => one.classId === body.id);
    expect(copies).toEqual([expect.objectContaining({ issuedAt: null, due: Date.parse('2027-01-13T15:30Z') })]);
    expect((await finch.get(`/api/assignments/${copies[0]!.id}`)).body.categoryId).toBe(notes.id);
    const units = (await finch.get(`/api/classes/${body.id}/units`)).body as { id: string; name: string }[];
    expect(units).toEqual([{ id: copies[0]!.unitId, name: 'Source' }]);
    expect(units[0]!.id).not.toBe(unit.id);
  });

  it('copies the year’s shelf with its folders, of the copied handouts', async () => {
    const draft = await school.drafted(finch, { kind: 'handout', title: 'Legend', due: null, closes: null });
    await finch.put(`${rivers}/year-shelf`, { version: 0, handouts: [{ assignmentId: draft.classes[0]!.assignmentId, folder: 'Maps' }] });
    const { body } = await finch.post(`${rivers}/copy`, await ask());
    const { handouts, others } = (await finch.get(`/api/classes/${body.id}/year-shelf`)).body as YearShelfReply;
    expect(handouts).toMatchObject([{ title: 'Legend', folder: 'Maps', issuedAt: null }]);
    expect(handouts[0]!.assignmentId).not.toBe(draft.classes[0]!.assignmentId);
    expect(others).toEqual([]);
  });

  it('that a colleague edited meanwhile is refused, and shown as it is now', async () => {
    const seen = await ask();
    await (await server.person('lund')).patch(rivers, { graceMinutes: 9, version: 1 });
    const refused = await finch.post(`${rivers}/copy`, seen);
    expect([refused.status, refused.body.type, refused.body.current.graceMinutes]).toEqual([409, 'conflict.changedMeanwhile', 9]);
    expect((await finch.get('/api/classes')).body).toHaveLength(1);
  });

  it('is refused for dates years away, whose school days nobody would want counted', async () => {
    expect((await finch.post(`${rivers}/copy`, await ask({ from: '1900-01-01' }))).body.type).toBe('class.copyTooFar');
  });

  it('goes by a calendar of one’s own classes only', async () => {
    expect((await finch.post(`${rivers}/copy`, await ask({ calendarId: randomUUID() }))).status).toBe(404);
  });
});

describe('teachers of a class', () => {
  it('the owner hands over, then can leave; a co-teacher cannot put the owner out', async () => {
    const lund = await server.person('lund');
    expect((await lund.del(`${rivers}/teachers/${school.finch.id}`)).body.type).toBe('teachers.ownerStays');
    expect((await lund.post(`${rivers}/teachers/${school.lund.id}/owner`)).status).toBe(404);
    expect((await finch.post(`${rivers}/teachers/${school.stranger.id}/owner`)).status).toBe(404);
    expect((await finch.post(`${rivers}/teachers/${school.lund.id}/owner`)).status).toBe(204);
    expect((await look()).teachers).toEqual([
      { id: school.lund.id, name: 'lund Test', owner: true },
      { id: school.finch.id, name: 'finch Test', owner: false },
    ]);
    expect((await finch.del(`${rivers}/teachers/${school.finch.id}`)).status).toBe(204);
    expect((await finch.get(rivers)).status).toBe(404);
  });
});
