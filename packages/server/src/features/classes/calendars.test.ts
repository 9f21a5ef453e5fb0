import { plusDays, type Term } from '@jolly/core';
import type { CalendarEffects, ClassReply } from '../../contract';
import { aSchool, aServer, DAY, doc, type Person, type School, type Server } from '../../testing/school';

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

describe('the school calendar', () => {
  const calendar = async () =>
    (await finch.get('/api/calendars')).body[0] as { id: string; version: number; terms: Term[]; schoolDays: number[]; name: string };
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
      ...event('DTSTART;VALUE=DATE:19701005', 'SUMMARY:Founders’ day', 'RRULE:FREQ=YEARLY'),
      ...event('DTSTART:20270201', 'SUMMARY:Half term'),
      ...event('DTSTART:20270202', 'SUMMARY:Half term'),
      ...event('DTSTART:20261399', 'SUMMARY:Fair'),
      ...event('DTSTART:20261123T080000Z', 'DTEND:20261123T090000Z', 'SUMMARY:Lesson'),
      'END:VCALENDAR',
    ].join('\r\n');
    const { terms } = await calendar();
    const read = (of: string, more = {}) => finch.post('/api/calendars/closures', { text: of, terms, zone: 'Europe/Lisbon', ...more });
    expect((await read(text)).body).toEqual({
      years: { from: terms[0]!.from, to: plusDays(terms[0]!.from, 364) },
      passedOver: 1,
      calledOff: 0,
      outside: 0,
      unreadable: [{ name: 'Fair', value: '20261399' }],
      closures: [
        { from: '2026-10-05', to: '2026-10-05', name: 'Founders’ day' },
        { from: '2026-12-24', to: '2027-01-04', name: 'Winter break' },
        { from: '2027-02-01', to: '2027-02-02', name: 'Half term' },
      ],
    });
    expect((await read('BEGIN:VCARD')).body.type).toBe('calendar.notReadable');
    expect((await read(text, { zone: 'Nowhere' })).status).toBe(400);
    const days = Array.from({ length: 401 }, (_, n) => event('DTSTART;VALUE=DATE:20261001', `SUMMARY:Day ${n}`)).flat();
    const many = await read(['BEGIN:VCALENDAR', ...days, 'END:VCALENDAR'].join('\r\n'));
    expect([many.body.type, many.body.title]).toEqual(['calendar.tooManyClosures', expect.stringContaining('401 days off')]);
  });
});
