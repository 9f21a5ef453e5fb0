import { textOf } from '@jolly/core';
import type { HandsBoardReply, HandVotesReply, MyHands, MyNoticesReply } from '../../contract';
import { aNotice, putUp, someHands } from '../../testing/notices';
import { aSchool, aServer, HOUR, MONDAY, type Person, type School, type Server } from '../../testing/school';

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

const ask = (more: Parameters<typeof someHands>[0] = {}) => putUp(finch, [school.rivers], { hands: someHands(more) });
const choose = (who: Person, id: string, ...chosen: string[]) => who.put(`/api/my/notices/${id}/hand`, { chosen });
const board = async (id: string) => (await finch.get(`/api/classes/${school.rivers}/hands/${id}`)).body as HandsBoardReply;
const mine = async (who: Person) => ((await who.get('/api/my/notices')).body as MyNoticesReply).notices[0]!.hands as MyHands;

describe('a show of hands', () => {
  it('without names: nothing in the database says who chose what, and a choice stays', async () => {
    const { id } = await ask();
    expect(await mine(bao)).toMatchObject({ has: false, counts: null, open: true, names: false });
    expect((await choose(bao, id, 'c1')).body).toMatchObject({ has: true, mine: null, counts: [0, 1, 0] });
    await choose(hana, id, 'c0');
    expect((await choose(bao, id, 'c0')).body.type).toBe('hands.chosen');
    expect(await board(id)).toMatchObject({ chosen: 2, of: 2, counts: [1, 1, 0], title: 'Boots on Thursday' });
    expect((await finch.get(`/api/classes/${school.rivers}/hands/${id}/votes`)).status).toBe(404);
    // Every column of every table that knows of it: that they have chosen, and how often, and nothing between.
    const [columns] = (await server.sequelize.query(
      "SELECT table_name AS t, column_name AS c FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name LIKE 'hand\\_%'",
    )) as unknown as [{ t: string; c: string }[]];
    expect(columns.filter((one) => one.t === 'hand_marks').map((one) => one.c)).toEqual(['notice_id', 'student_id']);
    expect(columns.filter((one) => one.t === 'hand_counts').map((one) => one.c)).toEqual(['notice_id', 'choice_id', 'n']);
    const [votes] = await server.sequelize.query('SELECT * FROM hand_votes');
    expect(votes).toEqual([]);
    // Counts lie in the order of the choices, marks in that of their students: neither in the order in which hands were raised.
    const [counts] = (await server.sequelize.query('SELECT choice_id AS id FROM hand_counts')) as unknown as [{ id: string }[]];
    expect(counts.map((one) => one.id)).toEqual(['c0', 'c1', 'c2']);
  });

  it('with names: the latest choice counts where it may be changed, and teachers see whose', async () => {
    const { id } = await ask({ names: true, mayChange: true, several: true, countShown: 'atOnce' });
    await choose(bao, id, 'c2', 'c0');
    expect((await choose(bao, id, 'c1')).body).toMatchObject({ mine: ['c1'], counts: [0, 1, 0] });
    const { rows } = (await finch.get(`/api/classes/${school.rivers}/hands/${id}/votes`)).body as HandVotesReply;
    expect(rows.map((row) => [row.student.givenName, row.chosen])).toEqual([
      ['Bao', ['c1']],
      ['Hana', null],
    ]);
    expect(JSON.stringify(await board(id))).not.toMatch(/Bao|Lind/);
    // Begun, it asks what it asked.
    const change = aNotice([school.rivers], { version: 1, hands: someHands({ names: false }) });
    expect((await finch.put(`/api/notices/${id}`, change)).body.type).toBe('hands.begun');
    const stays = await ask({ names: true });
    await choose(bao, stays.id, 'c0');
    expect((await choose(bao, stays.id, 'c1')).body.type).toBe('hands.stays');
    // An impatient thumb: the same once more is what is stored.
    expect((await choose(bao, stays.id, 'c0')).status).toBe(200);
  });

  it('takes as many hands as there are students, each once, however often and wherever they are raised', async () => {
    const { id } = await ask({ countShown: 'never' });
    const other = await server.person('bao', server.second().http);
    const replies = await Promise.all([bao, other, bao, other, hana, hana].map((who) => choose(who, id, 'c0')));
    expect(replies.map((one) => one.status).sort()).toEqual([200, 200, 409, 409, 409, 409]);
    expect(await board(id)).toMatchObject({ chosen: 2, counts: [2, 0, 0] });
    expect((await mine(bao)).counts).toBeNull();
  });

  it('takes none after its end, from a sleeping phone either, nor of who is not asked', async () => {
    const { id } = await ask({ endsAt: MONDAY + HOUR, countShown: 'ended' });
    for (const wrong of [[], ['c9'], ['c0', 'c1']]) expect((await choose(bao, id, ...wrong)).body.type).toBe('hands.noChoice');
    expect((await choose(await server.person('otto'), id, 'c0')).status).toBe(404);
    await choose(hana, id, 'c2');
    expect((await mine(hana)).counts).toBeNull();
    server.clock.now = MONDAY + HOUR;
    expect((await choose(bao, id, 'c0')).body.type).toBe('hands.over');
    expect(await mine(bao)).toMatchObject({ open: false, counts: [0, 0, 1] });
    const [live, ended] = [await ask(), { ended: true }];
    await finch.put(`/api/notices/${live.id}/hands`, ended);
    expect((await choose(bao, live.id, 'c0')).body.type).toBe('hands.over');
    await finch.put(`/api/notices/${live.id}/hands`, { ended: false });
    expect((await choose(bao, live.id, 'c0')).status).toBe(200);
  });

  it('is refused where it asks nothing or too much, and of the practice student no hand is counted', async () => {
    const refused = async (hands: object, more: object = {}) =>
      (
        await finch.put('/api/notices/6f2d1c1e-0000-4000-8000-000000000000', {
          ...aNotice([school.rivers]),
          hands: someHands(hands),
          ...more,
        })
      ).body as {
        type: string;
        errors?: { message: string }[];
      };
    expect((await refused({ choices: [{ id: 'a', text: 'Yes' }] })).errors![0]!.message).toBe('Give at least two choices.');
    expect((await refused({ mayChange: true })).type).toBe('notice.notReady');
    expect((await refused({}, { words: { en: { title: '', text: textOf('') } } })).type).toBe('notice.notReady');
    expect((await refused({ endsAt: MONDAY })).type).toBe('hands.endsBefore');
    const { id } = await ask();
    await finch.post(`/api/classes/${school.rivers}/practice`);
    expect((await choose(finch, id, 'c0')).body.type).toBe('hands.practice');
  });

  it('is heard of on the board and by those who are asked', async () => {
    const { live } = server.services;
    const [asked, counted] = [jest.fn(), jest.fn()];
    await live.listenToAll('asked', [school.rivers], asked);
    const { id } = await ask();
    await live.listen({ kind: 'hands', id }, counted);
    await live.poll();
    await choose(bao, id, 'c0');
    await live.poll();
    await live.poll();
    expect([asked.mock.calls.length, counted.mock.calls.length]).toEqual([1, 1]);
  });
});
