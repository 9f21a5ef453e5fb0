import { SHIPPED_REPORTS } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { BookReply, NewsReply, RegisterReply, StudentProgressReply, ToldAbsence } from '../../contract';
import { aSchool, aServer, DAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let frida: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, frida] = [await server.person('finch'), await server.person('frida')];
});
afterEach(() => server.close());

const TODAY = '2026-11-23';
const at = (day = TODAY) => `/api/classes/${school.rivers}/register/${day}`;
const look = async (day = TODAY, more = '') =>
  (await finch.get(`/api/classes/${school.rivers}/register?day=${day}${more}`)).body as RegisterReply;
const entry = (mark: string, more: object = {}) => ({ mark, minutes: null, reason: '', ...more });
const set = (studentId: string, one: object, { day = TODAY, lesson = '', taken = false } = {}) =>
  finch.put(at(day), { lesson, entries: [{ studentId, entry: one }], taken });
const said = ({ students }: RegisterReply) =>
  students.map((one) => [one.student.givenName, Object.values(one.entries).map((of) => of.mark)]);
const lessonsOnMonday = async () => {
  const rule = (id: string, from: string, to: string) => ({
    ...{ id, weekday: 1, from, to, room: '12', weeks: 'every', validFrom: null, validTo: null, except: [], link: null },
  });
  const rules = [rule(randomUUID(), '08:20', '09:05'), rule(randomUUID(), '11:10', '11:55')];
  await finch.put(`/api/classes/${school.rivers}/timetable`, { rules, weekA: null, countsClosedWeeks: false, version: 0 });
  return rules.map((one) => one.id) as [string, string];
};

describe('a register', () => {
  it('is of the day where there is no timetable: there unless said, the last word holds, and nothing is lost of what was said before', async () => {
    expect(await look()).toMatchObject({ lessons: [{ lesson: '', takenAt: null }], isSchoolDay: true });
    await set(school.bao.id, entry('late', { minutes: 10 }));
    expect(said((await set(school.bao.id, entry('absent', { reason: 'bus' }), { taken: true })).body as RegisterReply)).toEqual([
      ['Bao', ['absent']],
      ['Hana', []],
    ]);
    expect((await look()).lessons[0]!.takenAt).toBe(server.clock.now);
    await set(school.bao.id, entry('present'));
    expect(said(await look())[0]).toEqual(['Bao', []]);
    const [[{ n }]] = (await server.sequelize.query('SELECT COUNT(*) AS n FROM register_facts')) as unknown as [[{ n: number }]];
    expect(Number(n)).toBe(3);
  });

  it('is of each lesson where there are some, in the seating order if one is set', async () => {
    const [first, second] = await lessonsOnMonday();
    await set(school.hana.id, entry('absent'), { lesson: first });
    await set(school.hana.id, entry('left', { minutes: 15 }), { lesson: second });
    expect(said(await look())).toEqual([
      ['Bao', []],
      ['Hana', expect.arrayContaining(['absent', 'left'])],
    ]);
    expect((await set(school.bao.id, entry('absent'))).body.type).toBe('register.noLesson');
    await finch.put(`/api/classes/${school.rivers}/seats`, { studentIds: [school.hana.id, school.bao.id] });
    expect((await look()).students.map((one) => one.student.givenName)).toEqual(['Hana', 'Bao']);
    expect((await look(TODAY, '&order=name')).students.map((one) => one.student.givenName)).toEqual(['Bao', 'Hana']);
  });

  it('takes nobody of another class, no whole class of a day to come, and says so of a day without school', async () => {
    expect((await set(school.otto.id, entry('absent'))).status).toBe(404);
    expect((await set(school.bao.id, entry('absent'), { day: '2026-11-24', taken: true })).body.type).toBe('register.notYet');
    expect((await set(school.bao.id, entry('excused'), { day: '2026-11-24' })).status).toBe(200);
    expect((await look('2026-11-28')).isSchoolDay).toBe(false);
  });

  it('stands beside what was due that day, in progress, in a file, and changes no score; one more school day is one press', async () => {
    const due = Date.parse('2026-11-23T15:30:00.000Z');
    const { id } = await school.issued({ due, closes: due + DAY });
    await finch
      .put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, { version: 0, points: 12_000, chosen: null })
      .catch(() => undefined);
    const cell = async () => {
      const book = (await finch.get(`/api/classes/${school.rivers}/book`)).body as BookReply;
      return book.cells[0]![0]!;
    };
    const before = await cell();
    await set(school.bao.id, entry('absent'));
    expect(await cell()).toEqual({ ...before, away: true });
    const rows = ((await finch.get(`/api/assignments/${id}/pieces`)).body as { rows: { collecting: { away: boolean } }[] }).rows;
    expect(rows.map((row) => row.collecting.away)).toEqual([true, false]);
    const progress = (await finch.get(`/api/classes/${school.rivers}/progress/${school.bao.id}`)).body as StudentProgressReply;
    expect(progress.register).toEqual({ absent: 1, excused: 0, late: 0, left: 0 });
    const [bao] = (await look()).students;
    expect(bao!.due).toMatchObject([{ assignmentId: id, due, moved: due + DAY }]);
    const more = { assignmentId: id, studentId: school.bao.id };
    for (const _ of [1, 2])
      expect(((await finch.post(`${at()}/more-time`, more)).body as RegisterReply).students[0]!.due).toMatchObject([
        { due: due + DAY, moved: null },
      ]);
    expect((await finch.post(`${at()}/more-time`, { ...more, studentId: school.otto.id })).status).toBe(404);
    const file = (await finch.get(`/api/classes/${school.rivers}/register.csv`)).text;
    expect(file).toContain('2026-11-23,Bao Lind,absent');
    const settings = { ...SHIPPED_REPORTS.progress, classIds: [school.rivers], parts: ['absences'] };
    const report = (await finch.post('/api/reports/preview', { settings, whole: true })).body as object;
    expect(JSON.stringify(report)).toContain('Register, in lessons');
    expect(JSON.stringify(report)).toMatch(/Mon 23 Nov 2026.{1,60}Absent/);
    expect((await (await server.person('bao')).get('/api/news')).body.news.map((one: { kind: string }) => one.kind)).toContain('dates');
  });
});

describe('an absence that a family tells of', () => {
  const tell = (who: Person, more: object = {}, studentId = school.bao.id) =>
    who.post(`/api/family/children/${studentId}/absences`, {
      id: randomUUID(),
      from: '2026-11-26',
      to: '2026-11-27',
      reason: 'ill',
      ...more,
    });

  it('is heard by each teacher once, noted by one act, and the family hears that', async () => {
    await frida.put('/api/family/settings', { language: 'fr', telling: 'atOnce', letterShows: 'score' });
    const id = randomUUID();
    for (const _ of [1, 2]) expect((await tell(frida, { id })).status).toBe(201);
    const told = async (who: Person) =>
      ((await who.get('/api/news')).body as NewsReply).news
        .filter((one) => one.kind === 'absenceTold')
        .map((one) => [one.who, one.title, one.word]);
    for (const who of [finch, await server.person('lund')])
      expect(await told(who)).toEqual([['Frida Lind', 'Bao Lind', '2026-11-26 – 2026-11-27: ill']]);
    expect((await look('2026-11-26')).students[0]!.told).toMatchObject({ reason: 'ill', by: 'Frida Lind', answered: false });
    for (const _ of [1, 2]) await finch.post(`/api/classes/${school.rivers}/absences/${id}`, { day: '2026-11-26' });
    const noted = await look('2026-11-27');
    expect(noted.students[0]).toMatchObject({ entries: { '': { mark: 'excused', reason: 'ill' } }, told: { answered: true } });
    expect(((await frida.get(`/api/family/children/${school.bao.id}/absences`)).body as ToldAbsence[])[0]).toMatchObject({
      notedBy: ['Rivers'],
    });
    await server.services.news.mailDue(server.clock.now);
    const [[letter]] = (await server.sequelize.query('SELECT body FROM mails WHERE to_user = ? ORDER BY made_at DESC LIMIT 1', {
      replacements: [school.frida.id],
    })) as unknown as [{ body: string }[]];
    expect(letter!.body).toContain('a noté que Bao Lind ne sera pas là : 2026-11-26 – 2026-11-27: ill');
    const [[{ n }]] = (await server.sequelize.query('SELECT COUNT(*) AS n FROM register_facts')) as unknown as [[{ n: number }]];
    expect(Number(n)).toBe(2);
  });

  it('is refused for days that are over or turned around, for another’s child, and noted by nobody else', async () => {
    for (const wrong of [{ from: '2026-11-20' }, { to: '2026-11-25' }, { to: '2027-03-01' }].map((more) => ({ ...more })))
      expect((await tell(frida, { ...wrong, ...(wrong.from ? { to: '2026-11-20' } : {}) })).body.type).toBe('absence.wrongDays');
    expect((await tell(frida, {}, school.hana.id)).status).toBe(404);
    const id = randomUUID();
    await tell(frida, { id });
    const stranger = await server.person('stranger');
    expect((await stranger.post(`/api/classes/${school.maps}/absences/${id}`, { day: '2026-11-26' })).status).toBe(404);
  });
});
