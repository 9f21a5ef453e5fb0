import { textOf } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { MyNoticesReply, NewsReply, NoticeboardReply, NoticeReadersReply, ReadNotice, TeacherNotice } from '../../contract';
import { aNotice, putUp } from '../../testing/notices';
import { aSchool, aServer, DAY, HOUR, MONDAY, type Person, type School, type Server } from '../../testing/school';

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

const board = async () => ((await finch.get(`/api/classes/${school.rivers}/notices`)).body as NoticeboardReply).notices;
const mine = async (who = bao) => ((await who.get('/api/my/notices')).body as MyNoticesReply).notices;
const newsOf = async (who: Person) =>
  ((await who.get('/api/news')).body as NewsReply).news.filter((one) => one.kind.startsWith('notice')).map((one) => [one.kind, one.title]);
const tick = () => server.services.noticeTelling.tellShown(server.clock.now);

describe('a notice', () => {
  it('is read by its class, counted, and changed under their eyes: who had read it is told if wanted', async () => {
    const put = await putUp(finch, [school.rivers]);
    expect(put).toMatchObject({ stand: 'up', read: 0, of: 2, mine: true, classNames: ['Rivers'], version: 1 });
    // A line that broke: the same is sent once more.
    expect((await finch.put(`/api/notices/${put.id}`, aNotice([school.rivers]))).body).toEqual(put);
    await tick();
    expect(await newsOf(bao)).toEqual([['notice', 'Boots on Thursday']]);
    expect(await mine()).toMatchObject([{ title: 'Boots on Thursday', read: false, by: 'finch Test', takesAnswers: false }]);
    expect((await bao.post('/api/my/notices/read', { noticeIds: [put.id, randomUUID()] })).status).toBe(204);
    expect(await mine()).toMatchObject([{ read: true }]);
    expect(await board()).toMatchObject([{ read: 1, of: 2, readEarlier: 0 }]);
    const change = (more: object) =>
      finch.put(
        `/api/notices/${put.id}`,
        aNotice([school.rivers], { words: { en: { title: 'Boots on Friday', text: textOf('At ten.') } }, version: 1, ...more }),
      );
    expect((await change({ version: 7 })).body).toMatchObject({ type: 'conflict.changedMeanwhile', current: { version: 1 } });
    expect((await change({ tell: true })).body).toMatchObject({ version: 2, read: 1, readEarlier: 1 });
    expect(await mine()).toMatchObject([{ title: 'Boots on Friday', read: false }]);
    server.clock.now += HOUR;
    await Promise.all([tick(), server.second().services.noticeTelling.tellShown(server.clock.now)]);
    expect(await newsOf(bao)).toEqual([
      ['notice', 'Boots on Friday'],
      ['notice', 'Boots on Thursday'],
    ]);
    const readers = (await finch.get(`/api/classes/${school.rivers}/notices/${put.id}/readers`)).body as NoticeReadersReply;
    expect(readers.students.map((one) => [one.student.givenName, one.readAt !== null, one.earlierWording])).toEqual([
      ['Bao', true, true],
      ['Hana', false, false],
    ]);
    expect((await finch.post(`/api/classes/${school.rivers}/notices/${put.id}/remind`)).body).toEqual({ reminded: 2 });
  });

  it('goes up at its time, once with two servers and after one that stopped, and comes down after its last day', async () => {
    const put = await putUp(finch, [school.rivers], { goesOut: 'at', at: MONDAY + HOUR, until: '2026-11-24' });
    expect(put.stand).toBe('timed');
    await tick();
    expect([await mine(), await newsOf(bao)]).toEqual([[], []]);
    expect((await finch.put(`/api/notices/${put.id}`, aNotice([school.rivers], { version: 1, goesOut: 'draft' }))).body.stand).toBe(
      'draft',
    );
    const again = { version: 2, goesOut: 'at' as const, at: MONDAY + HOUR, until: '2026-11-24' };
    await finch.put(`/api/notices/${put.id}`, aNotice([school.rivers], again));
    // It is up though no job has run: what is compared with the clock needs none.
    server.clock.now = MONDAY + HOUR;
    expect(await mine()).toHaveLength(1);
    const other = server.second().services.noticeTelling;
    await Promise.all([tick(), other.tellShown(server.clock.now), tick()]);
    await other.tellShown(server.clock.now);
    expect(await newsOf(bao)).toHaveLength(1);
    server.clock.now = MONDAY + 2 * DAY;
    expect(await mine()).toEqual([]);
    expect(await board()).toMatchObject([{ stand: 'over' }]);
  });

  it('is refused with its reason, and nothing of it is stored', async () => {
    const refused = async (more: object, status = 422) => {
      const reply = await finch.put(`/api/notices/${randomUUID()}`, { ...aNotice([school.rivers]), ...more });
      expect(reply.status).toBe(status);
      return (reply.body as { type: string }).type;
    };
    expect(await refused({ words: { en: { title: 'All', text: textOf('x'.repeat(50_000)) } } })).toBe('notice.tooLong');
    expect(await refused({ classes: [] })).toBe('notice.toNobody');
    expect(
      await refused({ classes: [{ classId: school.rivers, audience: { kind: 'chosen', studentIds: [school.otto.id], groupIds: [] } }] }),
    ).toBe('notice.toNobody');
    expect(await refused({ words: {} })).toBe('notice.notReady');
    expect(await refused({ phrases: [{ id: 'tripOn', places: { day: '2026-13-01', where: 'weir' } }] })).toBe('notice.notReady');
    expect(await refused({ goesOut: 'at', at: MONDAY })).toBe('notice.past');
    expect(await refused({ until: '2026-11-20' })).toBe('notice.overBefore');
    expect(await refused({ classes: [{ classId: school.maps, audience: { kind: 'everyone', laterJoiners: true } }] }, 404)).toBe(
      'thing.unknown',
    );
    expect(await refused({ briefId: randomUUID() }, 404)).toBe('thing.unknown');
    expect(await board()).toEqual([]);
    // A draft may be anything yet.
    expect((await putUp(finch, [school.rivers], { goesOut: 'draft', words: {} })).stand).toBe('draft');
  });

  it('goes to chosen students only, to teachers only, and is nobody else’s to see', async () => {
    const chosen = { kind: 'chosen' as const, studentIds: [school.hana.id], groupIds: [] };
    await putUp(finch, [school.rivers], { classes: [{ classId: school.rivers, audience: chosen }] });
    await putUp(finch, [school.rivers], { readers: 'teachers', words: { en: { title: 'For us', text: textOf('') } } });
    expect(await mine()).toEqual([]);
    expect((await mine(await server.person('hana'))).map((one) => one.title)).toEqual(['Boots on Thursday']);
    await tick();
    expect(await newsOf(await server.person('lund'))).toEqual([['notice', 'For us']]);
    expect(await newsOf(finch)).toEqual([]);
  });

  it('shows its files to whom it is for, families too, and is taken down with them', async () => {
    const file = (await finch.upload('/api/files', Buffer.from('slip'), 'slip-for-home.pdf')).body;
    const frida = await server.person('frida');
    const [aFile, aLink] = [
      { id: randomUUID(), kind: 'file' as const, title: 'Slip', file },
      { id: randomUUID(), kind: 'link' as const, title: '', url: 'https://river.example/' },
    ];
    const put = await putUp(finch, [school.rivers], { readers: 'families', attachments: [aFile, aLink] });
    expect(put).toMatchObject({ families: 1, familiesRead: 0 });
    for (const who of [bao, frida, await server.person('lund')]) expect((await who.get(`/api/files/${file.id}`)).status).toBe(200);
    for (const who of ['otto', 'felix', 'stranger'])
      expect((await (await server.person(who)).get(`/api/files/${file.id}`)).status).toBe(404);
    expect((await frida.post(`/api/family/children/${school.bao.id}/notices/read`, { noticeIds: [put.id] })).status).toBe(204);
    expect(await board()).toMatchObject([{ families: 1, familiesRead: 1, read: 0 }]);
    // Another's file is not theirs to show.
    expect(
      (await (await server.person('stranger')).put(`/api/notices/${randomUUID()}`, aNotice([school.maps], { attachments: [aFile] }))).body
        .type,
    ).toBe('file.notYours');
    expect((await finch.del(`/api/notices/${put.id}`)).body.type).toBe('notice.isUp');
    expect((await finch.put(`/api/notices/${put.id}/verdict`, { shown: false, word: '' })).status).toBe(204);
    for (const who of [bao, frida]) expect((await who.get(`/api/files/${file.id}`)).status).toBe(404);
    expect((await board())[0]).toMatchObject({ hidden: { word: '' }, familiesRead: 1 });
    await finch.put(`/api/notices/${put.id}/verdict`, { shown: true, word: '' });
    expect(await mine()).toHaveLength(1);
    const draft = await putUp(finch, [school.rivers], { goesOut: 'draft' });
    expect((await finch.del(`/api/notices/${draft.id}`)).status).toBe(204);
  });

  it('reaches each family in its language, as it wants to be told, and says in which language the words are', async () => {
    const frida = await server.person('frida');
    const settle = (telling: string) => frida.put('/api/family/settings', { language: 'fr', telling, letterShows: 'score' });
    await settle('weekly');
    const phrases = [{ id: 'bringThing' as const, places: { what: 'boots', day: '2026-11-26' } }];
    const put = await putUp(finch, [school.rivers], { readers: 'families', phrases });
    await tick();
    const read = async () => (await frida.get(`/api/family/children/${school.bao.id}/notices`)).body as ReadNotice[];
    expect(await read()).toMatchObject([
      { phrases: ['À apporter le jeudi 26 novembre : boots.'], wordsLanguage: 'en', language: 'fr', answers: 'nobody' },
    ]);
    const told = async () =>
      (
        await server.sequelize.query('SELECT mailed_at FROM news WHERE user_id = ? AND kind = ?', {
          replacements: [school.frida.id, 'notice'],
        })
      )[0];
    expect(await told()).toHaveLength(0);
    // Pressed twice, it reminds once; who reads the weekly letter is reminded too.
    for (const _ of [1, 2]) await finch.post(`/api/classes/${school.rivers}/notices/${put.id}/remind`);
    expect(await told()).toHaveLength(1);
    await settle('atOnce');
    const both = { en: { title: 'Trip', text: textOf('To the weir.') }, fr: { title: 'Sortie', text: textOf('Au barrage.') } };
    server.clock.now += 60_000;
    await putUp(finch, [school.rivers], { readers: 'families', words: both });
    await tick();
    expect(await told()).toHaveLength(2);
    // The newest stands first.
    expect((await read())[0]).toMatchObject({ title: 'Sortie', wordsLanguage: 'fr' });
    await server.services.news.mailDue(server.clock.now);
    const [[letter]] = (await server.sequelize.query('SELECT subject, body FROM mails ORDER BY made_at DESC LIMIT 1')) as unknown as [
      { subject: string; body: string }[],
    ];
    expect(letter!.body).toContain('Avis aux familles de Rivers : « Sortie ». Au barrage.');
  });

  it('points at work that is theirs, and only when it is out', async () => {
    const draft = await school.drafted(finch, { title: 'Estuary reading' });
    const put = await putUp(finch, [school.rivers], { briefId: draft.id });
    expect(put.about).toBe('Estuary reading');
    expect(await mine()).toMatchObject([{ about: null }]);
    await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
    expect(await mine()).toMatchObject([{ about: { title: 'Estuary reading', kind: 'assignment' } }]);
  });

  it('of several classes is its author’s to change, and a colleague’s of one to look at', async () => {
    const both = (await finch.post('/api/classes', { name: 'Weirs' })).body as { id: string };
    const put = await putUp(finch, [school.rivers, both.id]);
    const lund = await server.person('lund');
    const seen = ((await lund.get(`/api/classes/${school.rivers}/notices`)).body as NoticeboardReply).notices[0] as TeacherNotice;
    expect(seen).toMatchObject({ mine: false, classNames: ['Rivers', 'Weirs'] });
    for (const reply of [
      await lund.put(`/api/notices/${put.id}`, aNotice([school.rivers], { version: 1 })),
      await lund.put(`/api/notices/${put.id}/verdict`, { shown: false, word: '' }),
      await lund.put(`/api/notices/${put.id}/closed`, { closed: true }),
      await lund.del(`/api/notices/${put.id}`),
    ])
      expect(reply.body.type).toBe('notice.notYours');
  });
});
