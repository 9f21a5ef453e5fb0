import { QueryTypes } from 'sequelize';
import type { ChildReply, FamilyHomeReply, StudentFamilies } from '../../contract';
import { runScheduledJobs } from '../../scheduled-jobs';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, bytesOf, DAY, doc, HOUR, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const mailsTo = async (address: string) => {
  await runScheduledJobs(server.services, server.clock.now);
  return server.sequelize.query<{ subject: string; body: string }>(
    'SELECT subject, body FROM mails WHERE to_address = ? ORDER BY made_at',
    {
      replacements: [address],
      type: QueryTypes.SELECT,
    },
  );
};
/** A code as a mail brings it. */
async function invited(studentId: string, email = 'new@home.example', who = finch, classId = school.rivers): Promise<string> {
  expect((await who.post(`/api/classes/${classId}/families/mails`, { invitations: [{ studentId, email }], language: 'en' })).body).toEqual({
    sent: 1,
  });
  const [letter] = (await mailsTo(email)).slice(-1);
  return /#([0-9A-Z]{12})/.exec(letter!.body)![1]!;
}
const person = {
  givenName: 'Nora',
  familyName: 'Home',
  userName: 'nora.home',
  password: 'long enough',
  email: 'nora@home.example',
  language: 'en',
};
async function joined(code: string, more: object = {}): Promise<Person> {
  const nora = await server.person();
  const reply = await nora.post('/api/family/join', { ...person, ...more, code });
  expect(reply.status).toBe(201);
  nora.enter(reply.body);
  return nora;
}
async function scored(title: string, points: number) {
  const { id } = await school.issued({
    title,
    due: server.clock.now - DAY,
    closes: server.clock.now + 6 * DAY,
    how: 'inClass',
    accepts: [],
  });
  await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, {
    earned: points * 1000,
    chosen: null,
    remark: doc('Well seen.'),
    version: 0,
  });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
  return id;
}

describe('a code', () => {
  it('makes a sign-in and shows one child; with another code a second one', async () => {
    const code = await invited(school.hana.id);
    const nobody = await server.person();
    expect((await nobody.post('/api/family/codes/look', { code: `${code.slice(0, 4)}-${code.slice(4).toLowerCase()}` })).body).toEqual({
      firstName: 'Hana',
      className: 'Rivers',
    });
    const nora = await joined(code);
    expect((await nora.get('/api/family')).body).toMatchObject({ language: 'en', telling: 'weekly', children: [{ givenName: 'Hana' }] });
    await nora.post('/api/family/children', {
      code: await invited(school.otto.id, 'other@home.example', await server.person('stranger'), school.maps),
    });
    const home = (await nora.get('/api/family')).body as FamilyHomeReply;
    expect(home.children.map((one) => one.givenName).sort()).toEqual(['Hana', 'Otto']);
    expect((await nora.get(`/api/family/children/${school.bao.id}`)).status).toBe(404);
  });

  it('works once, not when it was made up, taken back, or too old, nor for a student who has left', async () => {
    const nobody = await server.person();
    const look = async (code: string) => (await nobody.post('/api/family/codes/look', { code })).body.type as string | undefined;
    const code = await invited(school.hana.id);
    await joined(code);
    expect(await look(code)).toBe('family.codeUsed');
    expect((await nobody.post('/api/family/join', { ...person, userName: 'second.one', code })).body.type).toBe('family.codeUsed');
    expect(await look('CCCCHHHHKKKK')).toBe('family.unknownCode');
    const second = await invited(school.hana.id, 'second@home.example');
    const [, hana] = (await finch.get(`/api/classes/${school.rivers}/families`)).body as StudentFamilies[];
    await finch.del(`/api/classes/${school.rivers}/families/codes/${hana!.codes[0]!.id}`);
    expect(await look(second)).toBe('family.unknownCode');
    const third = await invited(school.hana.id, 'third@home.example');
    await finch.del(`/api/classes/${school.rivers}/roster/${school.hana.id}`);
    expect(await look(third)).toBe('family.studentLeft');
    const fourth = await invited(school.bao.id, 'fourth@home.example');
    server.clock.now += 61 * DAY;
    expect(await look(fourth)).toBe('family.codeOld');
  });

  it('can be used by one of two at once, and the other gets no account', async () => {
    const code = await invited(school.hana.id);
    const [a, b] = await Promise.all([server.person(), server.person()]);
    const replies = await Promise.all([
      a.post('/api/family/join', { ...person, code }),
      b.post('/api/family/join', { ...person, userName: 'other.home', code }),
    ]);
    expect(replies.map((reply) => reply.status).sort()).toEqual([201, 409]);
    const [rows] = await server.sequelize.query("SELECT COUNT(*) AS n FROM users WHERE role = 'family'");
    expect(rows).toEqual([{ n: 3 }]);
  });

  it('is printed on a letter of its own for each student, in the language that was chosen', async () => {
    const letter = await bytesOf(
      finch.post(`/api/classes/${school.rivers}/families/letters`, { studentIds: [school.bao.id, school.hana.id], language: 'ar' }),
    );
    const text = textOfPdf(letter);
    const codes = text.match(/[0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{4}/g)!;
    expect(new Set(codes).size).toBe(2);
    const looks = await Promise.all(
      codes.map(async (code) => (await (await server.person()).post('/api/family/codes/look', { code })).body.firstName as string),
    );
    expect(looks.sort()).toEqual(['Bao', 'Hana']);
  });
});

describe('what a family sees', () => {
  it('is what the student has, with totals and words only where the class shows them', async () => {
    await scored('Delta', 14);
    const held = await school.issued({ title: 'Held', due: server.clock.now - DAY, closes: null, how: 'inClass', accepts: [] });
    await finch.put(`/api/assignments/${held.id}/pieces/${school.bao.id}/score`, {
      earned: 1000,
      chosen: null,
      remark: doc('Secret'),
      version: 0,
    });
    await school.issued({ title: 'Not there', due: server.clock.now - DAY, closes: server.clock.now + DAY });
    await school.issued({ title: 'To come', due: server.clock.now + 2 * DAY, closes: null });
    const frida = await server.person('frida');
    const child = async () => (await frida.get(`/api/family/children/${school.bao.id}`)).body as ChildReply;
    const [first] = (await child()).classes;
    expect(first).toMatchObject({ className: 'Rivers', teachers: ['finch Test', 'lund Test'], view: { standing: { total: '70.0' } } });
    expect([first!.missing, first!.coming, first!.waiting, first!.returned].map((list) => list.map((piece) => piece.title))).toEqual([
      ['Not there'],
      ['To come'],
      ['Held'],
      ['Delta'],
    ]);
    expect(first!.returned[0]).toMatchObject({ effective: 14_000, remark: null });
    // 13 of 20: the usual 14, less a point for the day it is late; 27 of 40 against 14 of 40
    expect(first!.missing[0]!.worth).toEqual({ gain: '32.5', done: '67.5', undone: '35.0' });
    const own = (await (await server.person('bao')).get('/api/my/progress')).body;
    expect(first!.view).toEqual(own[0].view);
    await finch.patch(`/api/classes/${school.rivers}`, { familyTotals: false, familyFeedback: true, version: 1 });
    const reply = await child();
    expect(reply.classes[0]).toMatchObject({ view: null, missing: [{ worth: null }], returned: [{ remark: 'Well seen.' }] });
    expect(JSON.stringify(reply)).not.toMatch(/Secret|"scored"|Hana/);
  });

  it('ends with the link, and has nothing of classes that were left or put away', async () => {
    const frida = await server.person('frida');
    await finch.del(`/api/classes/${school.rivers}/roster/${school.bao.id}`);
    expect((await frida.get(`/api/family/children/${school.bao.id}`)).body.classes).toEqual([]);
    await finch.post(`/api/classes/${school.rivers}/roster/${school.bao.id}/back`);
    expect((await finch.del(`/api/classes/${school.rivers}/progress/${school.bao.id}/families/${school.frida.id}`)).status).toBe(204);
    expect((await frida.get(`/api/family/children/${school.bao.id}`)).status).toBe(404);
  });
});

describe('what is written', () => {
  const id = () => crypto.randomUUID();
  it('is between one family and the teachers: another family of the same student reads nothing of it', async () => {
    const [frida, nora] = [await server.person('frida'), await joined(await invited(school.bao.id))];
    const [fridas, teachers] = [
      `/api/family/children/${school.bao.id}/classes/${school.rivers}/messages`,
      `/api/classes/${school.rivers}/progress/${school.bao.id}/families/messages`,
    ];
    const message = { id: id(), text: 'Can it still come in?' };
    await frida.post(fridas, message);
    await frida.post(fridas, message);
    expect((await nora.get(fridas)).body).toEqual([]);
    const news = (await finch.get('/api/news')).body.news as { kind: string }[];
    expect(news.filter((one) => one.kind === 'familyMessage')).toMatchObject([
      { who: 'Frida Lind', title: 'Bao Lind', word: 'Can it still come in?' },
    ]);
    expect(news.filter((one) => one.kind === 'familyLinked')).toMatchObject([{ who: 'Nora Home', title: 'Bao Lind' }]);
    const threads = (await finch.get(teachers)).body;
    expect(threads.map((one: { family: { name: string }; messages: unknown[] }) => [one.family.name, one.messages.length])).toEqual([
      ['Frida Lind', 1],
      ['Nora Home', 0],
    ]);
    server.clock.now += HOUR;
    const answer = { id: id(), familyIds: [school.frida.id], text: 'It can, until Friday.' };
    expect((await finch.post(teachers, answer)).status).toBe(204);
    await finch.post(teachers, answer);
    expect((await frida.get(`/api/family/children/${school.bao.id}`)).body.classes[0].unread).toBe(1);
    expect((await frida.get(fridas)).body.map((one: { text: string; fromFamily: boolean }) => [one.text, one.fromFamily])).toEqual([
      ['Can it still come in?', true],
      ['It can, until Friday.', false],
    ]);
    expect((await frida.get(`/api/family/children/${school.bao.id}`)).body.classes[0].unread).toBe(0);
    expect((await nora.get(fridas)).body).toEqual([]);
    expect(await mailsTo('frida@lind.example')).toMatchObject([
      { subject: 'News about Bao Lind', body: expect.stringContaining('It can, until Friday.') },
    ]);
    expect((await finch.post(teachers, { ...answer, id: id(), familyIds: [school.felix.id] })).status).toBe(404);
  });
});

describe('being told', () => {
  const choose = async (telling: string, language = 'en') =>
    (await server.person('frida')).put('/api/family/settings', { telling, language });

  it('at once tells of what came back and what is missing, each thing once, and nothing from before', async () => {
    await scored('Before', 10);
    await school.issued({ title: 'Long gone', due: server.clock.now - DAY, closes: null });
    await choose('atOnce');
    await school.issued({ title: 'Soon', due: server.clock.now + HOUR, closes: server.clock.now + 2 * DAY });
    server.clock.now += 2 * HOUR;
    await scored('After', 12);
    for (let n = 0; n < 3; n++) {
      await mailsTo('frida@lind.example');
      server.clock.now += HOUR;
    }
    const body = (await mailsTo('frida@lind.example')).map((mail) => mail.body).join('\n');
    expect(body.match(/“Soon” \(Rivers\) of Bao Lind is missing/g)).toHaveLength(1);
    expect(body.match(/“After” \(Rivers\) of Bao Lind is back/g)).toHaveLength(1);
    expect(body).not.toMatch(/Before|Long gone/);
  });

  it('weekly writes on Friday at four, once, in the language of the family, from both servers at once', async () => {
    await choose('weekly', 'es');
    await scored('Delta', 14);
    await school.issued({ title: 'Not there', due: server.clock.now - HOUR, closes: null });
    await school.issued({ title: 'To come', due: server.clock.now + 7 * DAY, closes: null });
    expect(await mailsTo('frida@lind.example')).toEqual([]);
    server.clock.now = Date.parse('2026-11-27T16:00:00.000Z');
    await Promise.all([
      server.services.tellingFamilies.writeWeekly(server.clock.now),
      server.services.tellingFamilies.writeWeekly(server.clock.now),
    ]);
    const mails = await mailsTo('frida@lind.example');
    expect(mails.map((mail) => mail.subject)).toEqual(['La semana de Bao Lind']);
    const { body } = mails[0]!;
    for (const said of [
      'Devuelto esta semana\n- Delta: 14 / 20',
      'Falta\n- Not there',
      'Llega en los próximos días\n- To come',
      'Total hasta ahora: 70,0\u00a0%',
    ])
      expect(body).toContain(said);
    server.clock.now += 3 * DAY;
    expect(await mailsTo('frida@lind.example')).toHaveLength(1);
  });

  it('never is never', async () => {
    await school.issued({ title: 'Soon', due: server.clock.now + HOUR, closes: null });
    server.clock.now = Date.parse('2026-11-27T17:00:00.000Z');
    expect(await mailsTo('frida@lind.example')).toEqual([]);
  });
});
