import { FIRST_BEARING, FIRST_SCHEME, JOIN_CODE_ALPHABET, type Category } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { CalendarEffects, ClassReply, CopyPreviewReply } from '../../contract';
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

describe('the school calendar', () => {
  const calendar = async () =>
    (await finch.get('/api/calendars')).body[0] as { id: string; version: number; terms: object[]; schoolDays: number[]; name: string };
  const closing = async (...days: string[]) => {
    const { id: _, version, terms, schoolDays, name } = await calendar();
    return { version, terms, schoolDays, name, closures: days.map((day) => ({ from: day, to: day, name: 'Storm' })) };
  };

  /** Rivers goes by a calendar that its teachers alone go by. */
  const apart = async () => {
    const { schoolDays, terms } = await calendar();
    return (await finch.post('/api/calendars', { name: 'Ours', schoolDays, terms, closures: [], classId: school.rivers })).body as {
      id: string;
    };
  };

  it('says which classes and teachers go by it', async () => {
    expect(await calendar()).toMatchObject({
      classes: [{ id: school.rivers, label: 'Rivers' }],
      others: [{ label: 'Maps', teachers: ['stranger Test'] }],
    });
  });

  describe('that others go by too', () => {
    const told = async (person: Person) =>
      ((await person.get('/api/news')).body.news as { kind: string; who: string; word: string }[]).map(({ kind, who, word }) =>
        [kind, who, word].filter(Boolean).join(' '),
      );

    it('is changed by nobody alone: it is proposed, agreed to by a teacher of each class, made, told, and undone', async () => {
      const stranger = await server.person('stranger');
      const { id } = await calendar();
      const refused = await finch.put(`/api/calendars/${id}`, await closing('2026-11-25'));
      expect([refused.status, refused.body.type, (await calendar()).version]).toEqual([409, 'calendar.shared', 1]);
      const proposed = await finch.post(`/api/calendars/${id}/proposals`, { ...(await closing('2026-11-25')), word: 'The storm' });
      expect(proposed.body).toMatchObject({
        version: 1,
        proposal: { by: 'finch Test', mine: true, word: 'The storm', waitsFor: [{ label: 'Maps', teachers: ['stranger Test'] }] },
      });
      expect((await stranger.post(`/api/calendars/${id}/proposals`, { ...(await closing('2026-11-26')), word: '' })).body.type).toBe(
        'calendar.proposalOpen',
      );
      expect([await told(stranger), await told(finch)]).toEqual([['calendarAsked finch Test'], []]);
      const [theirs] = (await stranger.get('/api/calendars')).body as { proposal: { id: string; mine: boolean; agreed: boolean } }[];
      expect(theirs!.proposal).toMatchObject({ mine: false, agreed: false });
      const change = theirs!.proposal.id;
      expect((await stranger.del(`/api/calendar-changes/${change}`)).status).toBe(404);
      const made = await stranger.post(`/api/calendar-changes/${change}/answer`, { yes: true, word: '' });
      expect(made.body).toMatchObject({ version: 2, proposal: null, closures: [{ from: '2026-11-25' }], undoable: { id: change } });
      expect(await told(await server.person('lund'))).toEqual(['calendarChanged finch Test']);
      expect((await stranger.post(`/api/calendar-changes/${change}/answer`, { yes: true, word: '' })).body.type).toBe('calendar.answered');
      expect((await finch.post(`/api/calendar-changes/${change}/undo`)).body).toMatchObject({ version: 3, closures: [], undoable: null });
      expect((await finch.post(`/api/calendar-changes/${change}/undo`)).body.type).toBe('calendar.notLast');
    });

    it('stays as it is when one says no, who proposed it hears why, and it can be taken back', async () => {
      const stranger = await server.person('stranger');
      const { id } = await calendar();
      const propose = async () =>
        (await finch.post(`/api/calendars/${id}/proposals`, { ...(await closing('2026-11-25')), word: '' })).body.proposal.id as string;
      expect(
        (await stranger.post(`/api/calendar-changes/${await propose()}/answer`, { yes: false, word: 'We have tests' })).body,
      ).toMatchObject({ version: 1, proposal: null });
      expect(await told(finch)).toEqual(['calendarDeclined stranger Test We have tests']);
      const again = await propose();
      expect((await finch.del(`/api/calendar-changes/${again}`)).body.proposal).toBeNull();
      expect((await stranger.post(`/api/calendar-changes/${again}/answer`, { yes: true, word: '' })).body.type).toBe('calendar.answered');
    });

    it('tells the students whose own dates a change moves', async () => {
      const { id } = await apart();
      const due = Date.parse('2026-11-24T15:30Z');
      await school.issued({ due, closes: null });
      const more = { validFrom: null, validTo: null, reason: '', quizTimePercent: null, waivesLate: false, classIds: [school.rivers] };
      await finch.post('/api/standing-exceptions', { studentIds: [school.hana.id], ...more, kind: 'schoolDays', amount: 1 });
      const hana = await server.person('hana');
      await hana.post('/api/news/seen');
      const before = (await told(hana)).length;
      expect((await finch.put(`/api/calendars/${id}`, await closing('2026-11-25'))).status).toBe(200);
      expect((await told(hana)).length).toBe(before + 1);
    });
  });

  it('says which dates a change touches before it is made: on days off, moved with a standing exception, or costing something else', async () => {
    const lateRule = { kind: 'perSchoolDay', percent: 10_000, of: 'max', maxPercentOff: 100_000, floorPercent: 0 };
    await apart();
    await finch.patch(rivers, { lateRule, version: 2 });
    const due = Date.parse('2026-11-19T15:30Z');
    const { id } = await school.issued({ due, closes: null });
    const bao = await server.person('bao');
    await bao.put(`/api/my/work/${id}/text`, { text: doc('x'), version: 0 });
    await bao.post(`/api/my/work/${id}/hand-in`);
    const desk = `/api/assignments/${id}/pieces/${school.bao.id}`;
    await finch.put(`${desk}/score`, { earned: 20_000, chosen: null, remark: doc(''), version: (await finch.get(desk)).body.row.version });
    const more = { validFrom: null, validTo: null, reason: '', quizTimePercent: null, waivesLate: false, classIds: [school.rivers] };
    await finch.post('/api/standing-exceptions', { studentIds: [school.hana.id], ...more, kind: 'schoolDays', amount: 1 });
    await school.issued({ title: 'Friday', due: Date.parse('2026-11-20T15:30Z'), closes: null });
    const { id: calendarId } = await calendar();
    const effects = (await finch.post(`/api/calendars/${calendarId}/preview`, await closing('2026-11-20'))).body as CalendarEffects;
    expect(effects).toMatchObject({ problems: [], costs: 1 });
    expect(effects.onDayOff).toEqual([expect.objectContaining({ title: 'Friday', field: 'due' })]);
    expect(effects.moved).toEqual([expect.objectContaining({ assignmentId: id, students: 1, before: due + DAY, after: due + 4 * DAY })]);
    expect((await calendar()).version).toBe(1);
    expect((await finch.put(`/api/calendars/${calendarId}`, await closing('2026-11-20'))).body).toMatchObject({
      version: 2,
      closures: [{ name: 'Storm' }],
    });
    const row = (await finch.get(`/api/assignments/${id}/pieces`)).body.rows.find(
      (one: { student: { id: string } }) => one.student.id === school.hana.id,
    );
    expect(row.window.due).toBe(due + 4 * DAY);
    const stale = await finch.put(`/api/calendars/${calendarId}`, { ...(await closing()), version: 1 });
    expect([stale.status, stale.body.current.version]).toEqual([409, 2]);
  });

  it('that is not in order is refused field by field', async () => {
    await apart();
    const { id, version } = await calendar();
    const wrong = { name: 'S', version, schoolDays: [], terms: [{ name: 'T', from: '2026-12-18', to: '2026-09-07' }], closures: [] };
    const reply = await finch.put(`/api/calendars/${id}`, wrong);
    expect([reply.status, reply.body.type, reply.body.errors.map((one: { path: string }) => one.path)]).toEqual([
      422,
      'calendar.wrong',
      ['schoolDays', 'terms.0.to'],
    ]);
  });

  it('that closes the school for years is refused, as nothing could be counted on it', async () => {
    await apart();
    const { id, version } = await calendar();
    const closed = { name: 'S', version, schoolDays: [1], terms: [], closures: [{ from: '2026-01-01', to: '2036-01-01' }] };
    for (const reply of [await finch.put(`/api/calendars/${id}`, closed), await finch.post(`/api/calendars/${id}/preview`, closed)])
      expect([reply.status, reply.body.type]).toEqual([422, 'calendar.noSchoolDays']);
  });

  it('can be a class’s own', async () => {
    const own = (
      await finch.post('/api/calendars', { name: 'Evening', schoolDays: [1, 3], closures: [], terms: [], classId: school.rivers })
    ).body;
    expect(own).toMatchObject({ name: 'Evening', classes: [{ id: school.rivers }], others: [] });
    expect((await look()).calendar.schoolDays).toEqual([1, 3]);
  });

  it('reads days off from a calendar file: whole days, spans and repeats, but no lessons', async () => {
    const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:1', ...lines, 'END:VEVENT'];
    const text = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      ...event('DTSTART;VALUE=DATE:20261224', 'DTEND;VALUE=DATE:20270105', 'SUMMARY:Winter break'),
      ...event('DTSTART;VALUE=DATE:20261005', 'SUMMARY:Founders’ day', 'RRULE:FREQ=YEARLY;COUNT=2'),
      ...event('DTSTART:20261123T080000Z', 'DTEND:20261123T090000Z', 'SUMMARY:Lesson'),
      'END:VCALENDAR',
    ].join('\r\n');
    expect((await finch.post('/api/calendars/closures', { text })).body).toEqual({
      passedOver: 1,
      closures: [
        { from: '2026-10-05', to: '2026-10-05', name: 'Founders’ day' },
        { from: '2026-12-24', to: '2027-01-04', name: 'Winter break' },
        { from: '2027-10-05', to: '2027-10-05', name: 'Founders’ day' },
      ],
    });
    expect((await finch.post('/api/calendars/closures', { text: 'BEGIN:VCARD' })).body.type).toBe('calendar.notReadable');
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
