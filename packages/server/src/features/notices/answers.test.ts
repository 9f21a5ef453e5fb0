import { randomUUID } from 'node:crypto';
import type { MyNoticesReply, NewsReply, NoticeAnswer, NoticeboardReply, NoticePause, ReadNotice } from '../../contract';
import { aNotice, putUp } from '../../testing/notices';
import { aSchool, aServer, DAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let bao: Person;
let hana: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
});
afterEach(() => server.close());

const answer = (who: Person, noticeId: string, text: string, below: string | null = null, id: string = randomUUID()) =>
  who.post(`/api/my/notices/${noticeId}/answers`, { id, text, below });
const read = async (who: Person, noticeId: string) =>
  ((await who.get(`/api/my/notices/${noticeId}/answers`)).body as NoticeAnswer[]).map((one) => one.text);
const kinds = async (who: Person) =>
  ((await who.get('/api/news')).body as NewsReply).news
    .filter((one) => one.kind.startsWith('notice'))
    .map((one) => [one.kind, one.who, one.word]);
const mine = async (who = bao) => (await who.get('/api/my/notices')).body as MyNoticesReply;

describe('answers to a notice', () => {
  it('to the teacher only are read by nobody else, also when the class may answer later', async () => {
    const put = await putUp(finch, [school.rivers], { answers: 'teacher' });
    const at = `/api/classes/${school.rivers}/notices/${put.id}/answers`;
    const id = randomUUID();
    // A line that broke: sent twice it is there once, and told once.
    for (const _ of [1, 2]) expect((await answer(bao, put.id, 'I have no boots.', null, id)).status).toBe(201);
    server.clock.now += 1000;
    await answer(hana, put.id, 'I am ill.');
    expect(await kinds(finch)).toHaveLength(2);
    expect((await finch.post(at, { id: randomUUID(), text: 'To all.', below: null })).body.type).toBe('notice.noAnswers');
    server.clock.now += 1000;
    const said = (await finch.post(at, { id: randomUUID(), text: 'Take mine.', below: id })).body as NoticeAnswer[];
    expect(said.map((one) => [one.text, one.below !== null, one.teacher])).toEqual([
      ['I have no boots.', false, false],
      ['I am ill.', false, false],
      ['Take mine.', true, true],
    ]);
    expect(await read(bao, put.id)).toEqual(['I have no boots.', 'Take mine.']);
    expect(await read(hana, put.id)).toEqual(['I am ill.']);
    expect(await kinds(bao)).toEqual([['noticeAnswered', 'finch Test', 'Take mine.']]);
    // Below another's they cannot see there is nothing to stand.
    expect((await answer(hana, put.id, 'Me too.', id)).status).toBe(404);
    await finch.put(`/api/notices/${put.id}`, aNotice([school.rivers], { answers: 'class', version: 1 }));
    expect(await read(hana, put.id)).toEqual(['I am ill.']);
    expect(((await finch.get(`/api/classes/${school.rivers}/notices`)).body as NoticeboardReply).notices[0]).toMatchObject({
      answerCount: 3,
    });
  });

  it('for the class are one level deep, can be hidden with why, and closed in the server', async () => {
    const put = await putUp(finch, [school.rivers], { answers: 'class' });
    const first = randomUUID();
    await answer(bao, put.id, 'The ford is deep.', null, first);
    const second = randomUUID();
    server.clock.now += 1000;
    await answer(hana, put.id, 'Not at noon.', first, second);
    server.clock.now += 1000;
    await answer(bao, put.id, 'At ten it is.', second);
    const all = (await hana.get(`/api/my/notices/${put.id}/answers`)).body as NoticeAnswer[];
    expect(all.map((one) => one.below)).toEqual([null, first, first]);
    const hidden = (await finch.put(`/api/notice-answers/${second}/verdict`, { shown: false, word: 'Be kind.' })).body as NoticeAnswer[];
    expect(hidden.find((one) => one.id === second)!.hidden).toEqual({ word: 'Be kind.' });
    expect(await read(bao, put.id)).toEqual(['The ford is deep.', 'At ten it is.']);
    expect((await hana.get(`/api/my/notices/${put.id}/answers`)).body as NoticeAnswer[]).toContainEqual(
      expect.objectContaining({ id: second, own: true, hidden: { word: 'Be kind.' } }),
    );
    expect(await kinds(hana)).toContainEqual(['noticeSettled', 'answerHidden', 'Be kind.']);
    expect((await finch.put(`/api/notice-answers/${second}/verdict`, { shown: true, word: '' })).status).toBe(200);
    await finch.put(`/api/notices/${put.id}/closed`, { closed: true });
    expect((await answer(bao, put.id, 'Late.')).body.type).toBe('notice.noAnswers');
    expect((await mine()).notices).toMatchObject([{ takesAnswers: false, answerCount: 3 }]);
    // Nobody of another class reads or writes; nor what a class of the same notice wrote.
    expect((await answer(await server.person('otto'), put.id, 'x')).status).toBe(404);
    expect((await finch.get(`/api/classes/${school.maps}/notices/${put.id}/answers`)).status).toBe(404);
  });
});

describe('a notice of a student', () => {
  const allow = async (studentNotices: string) => {
    const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body as { version: number };
    await finch.patch(`/api/classes/${school.rivers}`, { studentNotices, version });
  };
  const put = (who: Person, id: string = randomUUID(), title = 'Lost scarf') =>
    who.put(`/api/my/classes/${school.rivers}/notices`, { id, title, text: 'A blue one.' });

  it('is not possible at first, waits for a yes, and is never unseen by the teacher', async () => {
    expect((await put(bao)).body.type).toBe('notice.studentsCannot');
    await allow('asked');
    const id = randomUUID();
    for (const _ of [1, 2]) expect((await put(bao, id)).body).toMatchObject({ own: true, waits: true });
    // Another's id is not theirs to write under.
    expect((await put(hana, id)).status).toBe(404);
    expect((await mine(hana)).notices).toEqual([]);
    expect(await kinds(finch)).toEqual([['noticeWaits', 'Bao Lind', 'A blue one.']]);
    const board = async () => ((await finch.get(`/api/classes/${school.rivers}/notices`)).body as NoticeboardReply).notices;
    expect(await board()).toMatchObject([{ waits: true, student: { givenName: 'Bao' }, mine: false }]);
    expect((await finch.put(`/api/notices/${id}`, aNotice([school.rivers], { version: 1 }))).body.type).toBe('notice.notYours');
    await finch.put(`/api/notices/${id}/verdict`, { shown: true, word: '' });
    expect((await mine(hana)).notices).toMatchObject([{ title: 'Lost scarf', byStudent: true, by: 'Bao Lind' }]);
    server.clock.now += 1000;
    await finch.put(`/api/notices/${id}/verdict`, { shown: false, word: 'Found it.' });
    expect((await mine(hana)).notices).toEqual([]);
    expect((await mine()).notices).toMatchObject([{ hidden: { word: 'Found it.' } }]);
    expect((await kinds(bao)).map(([, who]) => who)).toEqual(['hidden', 'shown']);
  });

  it('goes up at once where the class has earned it; the right can be taken for a time', async () => {
    await allow('atOnce');
    const { id } = (await put(bao)).body as ReadNotice;
    await server.services.noticeTelling.tellShown(server.clock.now);
    expect((await kinds(finch)).map(([kind]) => kind)).toEqual(['notice']);
    expect((await mine(hana)).notices).toHaveLength(1);
    expect((await bao.del(`/api/my/notices/${id}`)).status).toBe(204);
    expect((await hana.del(`/api/my/notices/${id}`)).status).toBe(404);
    expect((await mine(hana)).notices).toEqual([]);
    const pause = (until: string | null) =>
      finch.put(`/api/classes/${school.rivers}/notice-pauses/${school.bao.id}`, { until, word: 'Not for jokes.' });
    expect((await pause('2026-11-27')).status).toBe(204);
    expect((await put(bao)).body).toMatchObject({ type: 'notice.paused', title: expect.stringMatching('27 Nov.*Not for jokes') });
    expect((await mine()).writes).toMatchObject([{ pausedUntil: '2026-11-27' }]);
    expect((await finch.get(`/api/classes/${school.rivers}/notice-pauses`)).body as NoticePause[]).toMatchObject([{ until: '2026-11-27' }]);
    server.clock.now += 5 * DAY;
    expect((await put(bao)).status).toBe(200);
    await pause('2026-12-18');
    await pause(null);
    expect((await put(bao)).status).toBe(200);
  });
});
