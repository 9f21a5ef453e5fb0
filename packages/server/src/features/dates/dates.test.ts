import { randomUUID } from 'node:crypto';
import type {
  CalendarAddressReply,
  DatesReply,
  EventReply,
  MailroomReply,
  MyRoom,
  ReadTimetableReply,
  Reminder,
  TimetableReply,
} from '../../contract';
import { aSchool, aServer, DAY, doc, HOUR, MONDAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let bao: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao] = [await server.person('finch'), await server.person('bao')];
});
afterEach(() => server.close());

const rule = (more: object = {}) => ({
  id: randomUUID(),
  weekday: 3,
  from: '10:10',
  to: '10:55',
  room: '12',
  weeks: 'every',
  validFrom: null,
  validTo: null,
  except: [],
  link: null,
  ...more,
});
const setTimetable = (rules: object[], version = 0, more: object = {}) =>
  finch.put(`/api/classes/${school.rivers}/timetable`, { rules, weekA: null, countsClosedWeeks: false, version, ...more });
const event = (more: object = {}) => ({
  classIds: [school.rivers],
  wholeSchool: false,
  title: 'Field day at the ford',
  text: 'Bring boots.',
  place: 'The ford',
  from: '2026-11-26',
  to: '2026-11-26',
  begins: '09:40',
  ends: '12:30',
  repeat: null,
  families: true,
  attachments: [],
  version: 0,
  ...more,
});
const put = (more: object = {}, id = randomUUID() as string, who = finch) => who.put(`/api/events/${id}`, event(more));
const dates = async (who: Person, from = '2026-11-23', to = '2026-12-06') =>
  ((await who.get(`/api/dates?from=${from}&to=${to}`)).body as DatesReply).entries
    .filter((one) => ['lesson', 'event', 'reminder'].includes(one.kind))
    .map((one) => [one.kind, one.from, one.title, one.place]);

/** What an independent reader finds in somebody's calendar: of each event its uid, summary, and when it comes within some weeks. */
async function feedOf(who: Person) {
  const { address } = (await who.post('/api/my/calendar-address')).body as CalendarAddressReply;
  const text = (await who.get(new URL(address!).pathname)).text;
  return { text, ...(await readFeed(text)) };
}
async function readFeed(text: string) {
  const { default: ICAL } = await import('ical.js');
  const root = new ICAL.Component(ICAL.parse(text));
  for (const zone of root.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zone);
  const found = root.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
  const when = (name: string) => {
    const one = found.find((other) => other.summary.startsWith(name))!;
    const times: string[] = [];
    const all = one.iterator();
    for (let next = all.next(); next && times.length < 20; next = all.next()) {
      times.push(one.startDate.isDate ? next.toString() : next.toJSDate().toISOString());
      if (!one.isRecurring()) break;
    }
    return times;
  };
  return { summaries: found.map((one) => one.summary).sort(), when, found };
}

describe('lessons', () => {
  it('stand in calendars of teacher, student and family, none on days without school, and open the live room', async () => {
    const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body as { version: number };
    await finch.patch(`/api/classes/${school.rivers}`, { liveLink: 'https://call.example/rivers', liveMinutes: 5, version });
    const stored = (await setTimetable([rule(), rule({ weekday: 6 })])).body as TimetableReply;
    expect(stored).toMatchObject({ version: 1, openUntil: null });
    expect(stored.lessons[0]).toMatchObject({ date: '2026-11-25', room: '12' });
    const frida = await server.person('frida');
    for (const who of [finch, bao, frida])
      expect(await dates(who)).toEqual([
        ['lesson', '2026-11-25', 'Rivers', '12'],
        ['lesson', '2026-12-02', 'Rivers', '12'],
      ]);
    expect(await dates(await server.person('otto'))).toEqual([]);
    const rooms = async () => (await bao.get('/api/my/rooms')).body as MyRoom[];
    expect(await rooms()).toMatchObject([{ open: false, link: null, opensAt: stored.lessons[0]!.begin - 5 * 60_000 }]);
    server.clock.now = stored.lessons[0]!.begin - 5 * 60_000;
    expect(await rooms()).toMatchObject([{ open: true, link: 'https://call.example/rivers' }]);
    server.clock.now = stored.lessons[0]!.end;
    expect(await rooms()).toMatchObject([{ open: false, link: null }]);
    expect(((await finch.put(`/api/classes/${school.rivers}/room`, { open: true })).body as TimetableReply).openUntil).not.toBeNull();
    expect(await rooms()).toMatchObject([{ open: true }]);
    await finch.put(`/api/classes/${school.rivers}/room`, { open: false });
    expect(await rooms()).toMatchObject([{ open: false }]);
    expect((await setTimetable([])).body).toMatchObject({ type: 'conflict.changedMeanwhile', current: { version: 1 } });
    expect((await setTimetable([rule({ to: '09:00' }), rule({ weeks: 'B' })], 1)).body).toMatchObject({
      type: 'timetable.notReady',
      errors: [{ path: 'rules.0' }, { path: 'rules.1' }],
    });
  });

  it('are read from a calendar file, in A and B weeks too, with what is left out', async () => {
    const line = (start: string, more: string) =>
      `BEGIN:VEVENT\r\nUID:${start}\r\nDTSTART;TZID=Europe/Lisbon:${start}\r\nDURATION:PT45M\r\nSUMMARY:Rivers\r\nLOCATION:12\r\n${more}END:VEVENT\r\n`;
    const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n${line('20260909T101000', 'RRULE:FREQ=WEEKLY;COUNT=6\r\nEXDATE;TZID=Europe/Lisbon:20260923T101000\r\n')}${line('20260911T082000', 'RRULE:FREQ=WEEKLY;INTERVAL=2;COUNT=5\r\n')}${line('20261001T140000', '')}BEGIN:VEVENT\r\nUID:d\r\nDTSTART;VALUE=DATE:20260914\r\nSUMMARY:Fair\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
    const read = (of: string) => finch.post(`/api/classes/${school.rivers}/timetable/read`, { text: of });
    const { timetable, passedOver } = (await read(text)).body as ReadTimetableReply;
    expect(passedOver).toBe(2);
    expect(timetable).toMatchObject({
      weekA: '2026-09-07',
      rules: [
        { weekday: 3, from: '10:10', to: '10:55', room: '12', weeks: 'every', except: ['2026-09-23'] },
        { weekday: 5, from: '08:20', weeks: 'A' },
      ],
    });
    expect((await read('no calendar')).body.type).toBe('timetable.notReadable');
  });
});

describe('events', () => {
  it('are seen by their classes, by families where they may, and changed by who teaches them', async () => {
    const id = randomUUID();
    expect((await put({}, id)).body).toMatchObject({ classNames: ['Rivers'], mine: true, version: 1 });
    const hidden = (await put({ title: 'Staff only', families: false })).body as EventReply;
    const [frida, otto, lund] = [await server.person('frida'), await server.person('otto'), await server.person('lund')];
    expect((await dates(bao)).map(([, , title]) => title).sort()).toEqual(['Field day at the ford', 'Staff only']);
    expect((await dates(frida)).map(([, , title]) => title)).toEqual(['Field day at the ford']);
    expect((await frida.get(`/api/events/${id}`)).body).toMatchObject({ text: 'Bring boots.', mine: false });
    expect((await frida.get(`/api/events/${hidden.id}`)).status).toBe(404);
    for (const who of [otto, await server.person('stranger')]) expect((await who.get(`/api/events/${id}`)).status).toBe(404);
    expect((await put({ title: 'Stolen', version: 1 }, id, await server.person('stranger'))).status).toBe(404);
    expect((await put({ title: 'Field day', version: 1 }, id, lund)).body).toMatchObject({ title: 'Field day', version: 2 });
    expect((await put({ version: 1 }, id)).body).toMatchObject({ type: 'conflict.changedMeanwhile', current: { title: 'Field day' } });
    expect((await finch.del(`/api/events/${id}`)).status).toBe(204);
    expect((await bao.get(`/api/events/${id}`)).status).toBe(404);
  });

  it('of the whole school are put in by who looks after it, and seen by everybody', async () => {
    expect((await put({ wholeSchool: true, classIds: [] }, randomUUID(), await server.person('lund'))).body.type).toBe('event.wholeSchool');
    const id = randomUUID();
    expect((await put({ wholeSchool: true, classIds: [], title: 'Fair' }, id)).status).toBe(200);
    for (const who of ['otto', 'felix', 'stranger']) expect((await dates(await server.person(who))).map((one) => one[2])).toEqual(['Fair']);
    expect((await (await server.person('stranger')).del(`/api/events/${id}`)).body.type).toBe('event.notYours');
  });

  it('are refused with a reason at their times', async () => {
    const messages = async (more: object) => ((await put(more)).body as { errors: { message: string }[] }).errors.map((one) => one.message);
    expect(await messages({ to: '2026-11-25' })).toEqual(['It would end before it begins.']);
    expect(await messages({ repeat: { weekdays: [4], every: 1, until: '2099-12-31', except: [] } })).toEqual([
      'Say until when it comes again: for two years at most, not before it begins.',
    ]);
    expect(await messages({ classIds: [] })).toEqual(['Choose at least one class.']);
  });

  it('are read by an independent reader with their rule, what is left out and the change of the clocks, in a file too', async () => {
    const repeat = { weekdays: [1, 4], every: 2, until: '2027-04-08', except: ['2026-12-10'] };
    const { id } = (await put({ repeat })).body as EventReply;
    await put({ title: 'Camp', from: '2026-12-01', to: '2026-12-02', begins: null, ends: null });
    await setTimetable([rule()]);
    await bao.put(`/api/my/reminders/${randomUUID()}`, { text: 'Floats', at: MONDAY + DAY, byMail: false, done: false, version: 0 });
    for (const who of [finch, bao, await server.person('frida')]) {
      const { summaries, when, text, found } = await feedOf(who);
      expect(summaries.filter((one) => one === 'Rivers').length).toBeGreaterThanOrEqual(3);
      expect(summaries.includes('Floats')).toBe(who === bao);
      expect(when('Camp')).toEqual(['2026-12-01']);
      expect(text).toMatch(/EXDATE;TZID=Europe\/Lisbon:20261210T094000/);
      const times = when('Field day');
      // Every other week on Monday and Thursday, from Thursday 26 November, without 10 December, the same hour in winter and in summer.
      expect(times.slice(0, 3)).toEqual(['2026-11-26T09:40:00.000Z', '2026-12-07T09:40:00.000Z', '2026-12-21T09:40:00.000Z']);
      expect(times.at(-1)).toBe('2027-04-01T08:40:00.000Z');
      expect(found.map((one) => one.startDate.toJSDate().toISOString())).toContain('2026-11-25T10:10:00.000Z');
    }
    const file = await bao.get(`/api/events/${id}/event.ics`);
    expect(file.headers['content-disposition']).toContain('event.ics');
    expect((await readFeed(file.text)).when('Field day')[0]).toBe('2026-11-26T09:40:00.000Z');
    const whole = await finch.get(`/api/classes/${school.rivers}/dates.ics`);
    expect((await readFeed(whole.text)).summaries).toEqual(expect.arrayContaining(['Rivers', 'Camp (Rivers)']));
    expect((await bao.get(`/api/classes/${school.rivers}/dates.ics`)).status).toBe(403);
  });

  it('show what is due as a moment that takes no time, or as a task that is done once it is handed in', async () => {
    const due = Date.parse('2026-11-27T23:59Z');
    const { id } = await school.issued({ due, closes: null });
    const frida = await server.person('frida');
    for (const [who, path] of [
      [finch, `/assignments/${id}`],
      [bao, `/work/${id}`],
      [frida, '/family'],
    ] as const) {
      const one = (await feedOf(who)).found.find((event) => event.summary.startsWith('Due: '))!;
      expect([one.startDate.toString(), one.endDate.toString()]).toEqual(['2026-11-27T23:59:00Z', '2026-11-27T23:59:00Z']);
      const said = (name: string) => String(one.component.getFirstPropertyValue(name));
      expect([said('transp'), said('categories'), said('url')]).toEqual(['TRANSPARENT', 'Due', expect.stringMatching(`${path}$`)]);
      expect(said('description')).toContain(path);
    }
    await setTimetable([rule()]);
    const lesson = (await feedOf(finch)).found.find((event) => event.summary === 'Rivers')!;
    expect(lesson.component.getFirstPropertyValue('url')).toMatch(new RegExp(`/class/${school.rivers}$`));
    const wish = { dueAs: 'task', alarmMinutes: 90 };
    expect((await bao.patch('/api/my/calendar-address', { ...wish, alarmMinutes: -1 })).status).toBe(400);
    expect((await bao.patch('/api/my/calendar-address', { alarmMinutes: 90 })).body).toMatchObject({ dueAs: 'moment', alarmMinutes: 90 });
    expect((await feedOf(bao)).text).toContain('TRIGGER:-PT1H30M');
    const wished = (await bao.patch('/api/my/calendar-address', { dueAs: 'task' })).body as CalendarAddressReply;
    expect(wished).toMatchObject(wish);
    const served = async () => {
      const { default: ICAL } = await import('ical.js');
      const all = new ICAL.Component(ICAL.parse((await bao.get(new URL(wished.address!).pathname)).text));
      return { todo: all.getFirstSubcomponent('vtodo')!, events: all.getAllSubcomponents('vevent') };
    };
    const { todo, events } = await served();
    expect(String(todo.getFirstPropertyValue('due'))).toBe('2026-11-27T23:59:00Z');
    expect(todo.getFirstPropertyValue('status')).toBe('NEEDS-ACTION');
    expect(String(todo.getFirstSubcomponent('valarm')!.getFirstPropertyValue('trigger'))).toBe('-PT1H30M');
    // The moment that was there before is called off.
    expect(events.map((one) => one.getFirstPropertyValue('summary')).filter((text) => String(text).startsWith('Due'))).toHaveLength(1);
    expect(events.map((one) => one.getFirstPropertyValue('status'))).toContain('CANCELLED');
    await bao.put(`/api/my/work/${id}/text`, { text: doc('Along the river'), version: 0 });
    expect((await bao.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
    expect((await served()).todo.getFirstPropertyValue('status')).toBe('COMPLETED');
    // Nobody is reminded of what is handed in, as a task or as a moment.
    await bao.patch('/api/my/calendar-address', { dueAs: 'moment' });
    expect((await feedOf(bao)).text).not.toContain('VALARM');
    await bao.patch('/api/my/calendar-address', { dueAs: 'task' });
    expect((await bao.post('/api/my/calendar-address')).body).toMatchObject(wish);
    const file = await bao.get(`/api/assignments/${id}/due.ics`);
    expect((await readFeed(file.text)).summaries).toEqual([expect.stringMatching(/^Due: .*\(Rivers\)$/)]);
    expect((await (await server.person('otto')).get(`/api/assignments/${id}/due.ics`)).status).toBe(404);
  });

  it('keep their place in calendars when they change, and are called off when they go', async () => {
    const { id } = (await put()).body as EventReply;
    const { address } = (await bao.post('/api/my/calendar-address')).body as CalendarAddressReply;
    const fetched = async () =>
      (await readFeed((await bao.get(new URL(address!).pathname)).text)).found.find((one) => one.summary.startsWith('Field'))!;
    const first = await fetched();
    await put({ begins: '10:00', version: 1 }, id);
    const second = await fetched();
    expect([second.uid, second.sequence]).toEqual([first.uid, first.sequence + 1]);
    await finch.del(`/api/events/${id}`);
    expect((await fetched()).component.getFirstPropertyValue('status')).toBe('CANCELLED');
  });
});

describe('a reminder', () => {
  it('is kept, moved, ticked off and thrown away by its owner, and by nobody else', async () => {
    const id = randomUUID();
    const set = (who: Person, more: object = {}) =>
      who.put(`/api/my/reminders/${id}`, { text: 'Fetch the floats', at: MONDAY + HOUR, byMail: true, done: false, version: 0, ...more });
    expect((await set(finch)).body).toMatchObject({ text: 'Fetch the floats', version: 1 });
    // Another's id says nothing, changes nothing.
    for (const more of [{}, { version: 1 }]) expect((await set(bao, { text: 'Mine', ...more })).status).toBe(404);
    expect((await set(finch, { version: 7 })).body.type).toBe('conflict.changedMeanwhile');
    expect((await bao.del(`/api/my/reminders/${id}`)).status).toBe(404);
    const list = async (who = finch) => (await who.get('/api/my/reminders')).body as Reminder[];
    expect(await list()).toHaveLength(1);
    await set(finch, { version: 1, done: true });
    expect(await list()).toMatchObject([{ done: true, text: 'Fetch the floats' }]);
    server.clock.now += 8 * DAY;
    expect(await list()).toEqual([]);
    expect((await finch.del(`/api/my/reminders/${id}`)).status).toBe(204);
  });

  it('comes by mail once with two servers, after the quiet hours, and the mailroom shows the letter to nobody else', async () => {
    await server.sequelize.query("UPDATE users SET email = 'lund@school.example' WHERE user_name = 'lund'");
    const lund = await server.person('lund');
    // 22:30 school time: within the quiet hours.
    const at = MONDAY + 12.5 * HOUR;
    await lund.put(`/api/my/reminders/${randomUUID()}`, { text: 'Ring the boathouse', at, byMail: true, done: false, version: 0 });
    server.clock.now = at;
    await Promise.all([server.services.reminders.mailDue(at), server.second().services.reminders.mailDue(at)]);
    await server.services.reminders.mailDue(at + 1);
    const mails = async (who: Person) =>
      ((await who.get('/api/mailroom')).body as MailroomReply).mails.filter((one) => one.subject.includes('boathouse'));
    expect(await mails(lund)).toMatchObject([{ to: 'lund@school.example', nextTryAt: Date.parse('2026-11-24T07:00:00Z') }]);
    // Finch looks after the mailroom.
    expect(await mails(finch)).toEqual([]);
    expect((await finch.post(`/api/mailroom/${(await mails(lund))[0]!.id}/again`)).status).toBe(404);
    // A family reads it in the language it has chosen.
    const frida = await server.person('frida');
    await frida.put('/api/family/settings', { language: 'fr', telling: 'never', letterShows: 'score' });
    await frida.put(`/api/my/reminders/${randomUUID()}`, { text: 'Les bottes', at: at + 2, byMail: true, done: false, version: 0 });
    await server.services.reminders.mailDue(at + 2);
    const [[letter]] = (await server.sequelize.query("SELECT subject FROM mails WHERE subject LIKE '%bottes'")) as [
      { subject: string }[],
      unknown,
    ];
    expect(letter!.subject).toBe('Rappel : Les bottes');
  });
});
