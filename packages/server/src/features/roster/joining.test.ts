import type { HelperReply, JoiningsReply, MyJoining, NewsItem, RosterStudent, TodayReply } from '../../contract';
import { aSchool, aServer, anAssignment, PASSWORD, toOne, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let stranger: Person;
let roster: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  roster = `/api/classes/${school.rivers}/roster`;
});
afterEach(() => server.close());

const codeOf = async (teacher: Person, classId: string) => (await teacher.get(`/api/classes/${classId}`)).body.joinCode as string;
const studentsOf = async (teacher: Person, classId: string) =>
  (await teacher.get(`/api/classes/${classId}/roster`)).body as RosterStudent[];
const joinings = async () => (await finch.get(`/api/classes/${school.rivers}/joinings`)).body as JoiningsReply;
const told = async (person: Person) =>
  ((await person.get('/api/news')).body.news as NewsItem[]).map(({ kind, who }) => `${kind} ${who}`.trim());
const settle = (id: string, body: object) => finch.post(`/api/classes/${school.rivers}/joinings/${id}`, body);
const named = { familyName: 'Reef', givenName: 'Ada', password: 'long enough' };
const join = async (more: object) => (await server.person()).post(`/api/join/${await codeOf(finch, school.rivers)}`, { ...named, ...more });

describe('a student of another teacher’s class', () => {
  const otto = 'User name,Given name,Family name\notto,Otto,Lind';

  it('is asked by a roster that names them exactly, is told, and is in the class only on saying yes', async () => {
    const shown = await finch.upload(`${roster}/preview`, Buffer.from(otto), 'table');
    expect(shown.body.entries).toEqual([{ kind: 'asked', row: 2, name: { givenName: 'Otto', familyName: 'Lind' } }]);
    expect((await school.bringIn(finch, otto)).body).toMatchObject({ asked: 1, added: 0 });
    await school.bringIn(finch, otto);
    expect((await studentsOf(finch, school.rivers)).map((one) => one.givenName)).toEqual(['Bao', 'Hana']);
    for (const act of ['password', 'card']) expect((await finch.post(`${roster}/${school.otto.id}/${act}`)).status).toBe(404);
    const person = await server.person('otto');
    const mine = (await person.get('/api/my/joinings')).body as MyJoining[];
    expect(mine).toEqual([expect.objectContaining({ kind: 'asked', className: 'Rivers', by: 'finch Test' })]);
    expect(await told(person)).toEqual(['askedToJoin finch Test']);
    expect((await person.post(`/api/my/joinings/${mine[0]!.id}`, { yes: true })).status).toBe(204);
    expect((await person.post(`/api/my/joinings/${mine[0]!.id}`, { yes: true })).status).toBe(404);
    expect((await studentsOf(finch, school.rivers)).map((one) => one.givenName)).toContain('Otto');
    expect(await told(finch)).toEqual(['joined Otto Lind']);
  });

  it('says no, and the teacher hears it; what was asked can be taken back', async () => {
    await school.bringIn(finch, otto);
    const person = await server.person('otto');
    const [mine] = (await person.get('/api/my/joinings')).body as MyJoining[];
    expect((await person.post(`/api/my/joinings/${mine!.id}`, { yes: false })).status).toBe(204);
    expect(await told(finch)).toEqual(['joinAnswered Otto Lind']);
    await school.bringIn(finch, otto);
    const [asked] = (await joinings()).asked;
    expect((await settle(asked!.id, { how: 'same', listedId: school.bao.id })).status).toBe(404);
    expect((await settle(asked!.id, { how: 'refuse' })).status).toBe(204);
    expect((await person.get('/api/my/joinings')).body).toEqual([]);
  });

  it('keeps name, number and sign-in from teachers of one class of several, unless the student lets them', async () => {
    const person = await server.person('otto');
    await person.post(`/api/my/classes/${await codeOf(finch, school.rivers)}`);
    const at = `${roster}/${school.otto.id}`;
    const acts = {
      password: () => finch.post(`${at}/password`),
      card: () => finch.post(`/api/classes/${school.rivers}/cards`, { studentIds: [school.otto.id] }),
      revoke: () => finch.del(`${at}/card`),
      name: () => finch.patch(at, { givenName: 'Stolen' }),
      mail: () => finch.patch(at, { email: 'mine@tern.example' }),
      invitation: () => finch.post(`/api/classes/${school.rivers}/invitations`, { studentIds: [school.otto.id] }),
      letters: () => finch.post(`/api/classes/${school.rivers}/families/letters`, { studentIds: [school.otto.id], language: 'en' }),
      mails: () =>
        finch.post(`/api/classes/${school.rivers}/families/mails`, {
          invitations: [{ studentId: school.otto.id, email: 'mine@tern.example' }],
          language: 'en',
        }),
      unlink: () => finch.del(`/api/classes/${school.rivers}/progress/${school.otto.id}/families/${school.felix.id}`),
    };
    for (const [act, ask] of Object.entries(acts)) {
      const reply = await ask();
      expect([act, reply.status, reply.body.type]).toEqual([act, 409, 'student.elsewhere']);
    }
    // The name for classmates is the class's own; a roster changes nothing else of them.
    expect((await finch.patch(at, { shownAs: 'Blue Heron' })).status).toBe(204);
    expect((await school.bringIn(finch, 'User name,Given name,Family name\notto,Otto,Stolen')).body.type).toBe('roster.nothingToDo');
    expect((await studentsOf(finch, school.rivers)).find((one) => one.id === school.otto.id)).toMatchObject({
      familyName: 'Lind',
      elsewhere: true,
      shownAs: 'Blue Heron',
    });
    expect(await told(person)).toEqual([]);
    const [helper] = ((await person.get('/api/my/helpers')).body as HelperReply[]).filter((one) => one.name === 'finch Test');
    expect(helper).toMatchObject({ always: false, allowed: false, classes: ['Rivers'] });
    await person.put(`/api/my/helpers/${helper!.id}`, { allowed: true });
    expect((await acts.password()).status).toBe(200);
    const again = await server.person();
    expect((await again.signIn('otto')).status).toBe(401);
    const [row] = (await server.sequelize.query('SELECT kind FROM news WHERE user_id = ?', { replacements: [school.otto.id] })) as [
      { kind: string }[],
      unknown,
    ];
    expect(row.map((one) => one.kind)).toEqual(['passwordGiven']);
    expect((await person.put(`/api/my/helpers/${school.bao.id}`, { allowed: true })).body.type).toBe('session.needed');
  });

  it('can always be helped by who brought them in, wherever else they are by now', async () => {
    await school.bringIn(stranger, 'Name\nEve Moss', {}, school.maps);
    const eve = (await studentsOf(stranger, school.maps)).find((one) => one.givenName === 'Eve')!;
    const { userName, password } = (await stranger.post(`/api/classes/${school.maps}/roster/${eve.id}/password`)).body as {
      userName: string;
      password: string;
    };
    const person = await server.person();
    person.enter((await person.signIn(userName, password)).body);
    await person.put('/api/account/password', { password: PASSWORD });
    await person.post(`/api/my/classes/${await codeOf(finch, school.rivers)}`);
    expect((await finch.post(`${roster}/${eve.id}/password`)).body.title).toContain('Who brought them in can do it (stranger Test)');
    expect((await stranger.patch(`/api/classes/${school.maps}/roster/${eve.id}`, { familyName: 'Moss-Kelp' })).status).toBe(204);
    expect(await told(person)).toEqual(expect.arrayContaining(['nameChanged stranger Test', 'passwordGiven stranger Test']));
  });
});

describe('joining by code under a name of the roster', () => {
  const adaOf = async () => (await studentsOf(finch, school.rivers)).find((one) => one.givenName === 'Ada');

  it('makes nobody that student: they wait, the teacher hears it, and says who they are in one act', async () => {
    await school.bringIn(finch, 'Name,Number\nAda Reef,17');
    const ada = (await adaOf())!;
    const person = await server.person();
    const reply = await person.post(`/api/join/${await codeOf(finch, school.rivers)}`, { ...named, userName: 'ada.r' });
    expect([reply.status, reply.body.waits, reply.body.wasOnRoster]).toEqual([201, true, false]);
    person.enter(reply.body);
    expect(reply.body.me.id).not.toBe(ada.id);
    expect((await person.get('/api/my/work')).body.pieces).toEqual([]);
    expect((await person.get('/api/my/joinings')).body).toEqual([expect.objectContaining({ kind: 'waits', className: 'Rivers' })]);
    expect((await person.post(`/api/my/classes/${await codeOf(stranger, school.maps)}`)).body.type).toBe('join.waiting');
    expect(await told(finch)).toEqual(['joinWaits Ada Reef']);
    const { joinings: waiting } = (await finch.get('/api/today')).body as TodayReply;
    expect(waiting).toEqual([
      expect.objectContaining({
        elsewhere: false,
        listed: [expect.objectContaining({ id: ada.id, schoolNumber: '17', hasPassword: false })],
      }),
    ]);
    expect((await settle(waiting[0]!.id, { how: 'same', listedId: school.bao.id })).status).toBe(404);
    expect(
      (
        await (
          await server.person('lund')
        ).post(`/api/classes/${school.rivers}/joinings/${waiting[0]!.id}`, { how: 'same', listedId: ada.id })
      ).status,
    ).toBe(204);
    expect((await settle(waiting[0]!.id, { how: 'other' })).status).toBe(404);
    // The browser in which they wait goes on as the student of the roster.
    expect((await person.get('/api/session')).body.me).toMatchObject({ id: ada.id, userName: 'ada.r' });
    expect((await (await server.person()).signIn('ada.r', 'long enough')).status).toBe(200);
    expect(await told(person)).toEqual(['joinSettled']);
    expect((await studentsOf(finch, school.rivers)).filter((one) => one.familyName === 'Reef')).toHaveLength(1);
  });

  it('leaves a card valid, before and after the teacher has said that it is the same', async () => {
    await school.bringIn(finch, 'Name\nAda Reef');
    const ada = (await adaOf())!;
    await server.services.signIn.makeCards(
      [{ ...ada, role: 'student', language: null }],
      server.clock.now,
      async () => undefined,
      async (cards) => cards,
    );
    const [card] = await server.services.signIn.makeCards(
      [{ ...ada, role: 'student', language: null, userName: (await adaOf())!.userName }],
      server.clock.now,
      async () => undefined,
      async (cards) => cards,
    );
    const byCard = async () =>
      (await (await server.person()).post('/api/session/card', { userName: card!.userName, code: card!.code })).status;
    const waiting = await join({ userName: 'thief' });
    expect([waiting.body.waits, await byCard()]).toEqual([true, 200]);
    await settle((await joinings()).waiting[0]!.id, { how: 'same', listedId: ada.id });
    expect(await byCard()).toBe(200);
    // With the code of the card nobody needs to be asked; a wrong one is refused and lets nobody in.
    await school.bringIn(finch, 'Name\nBen Kelp');
    const ben = (await studentsOf(finch, school.rivers)).find((one) => one.givenName === 'Ben')!;
    const [bens] = await server.services.signIn.makeCards(
      [{ ...ben, role: 'student', language: null }],
      server.clock.now,
      async () => undefined,
      async (cards) => cards,
    );
    const kelp = { givenName: 'Ben', familyName: 'Kelp', userName: 'kelp' };
    expect((await join({ ...kelp, card: card!.code })).body.type).toBe('join.wrongProof');
    expect((await join({ ...kelp, card: bens!.code })).body).toMatchObject({ wasOnRoster: true, waits: false, me: { id: ben.id } });
    expect(await told(finch)).toContain('joined Ben Kelp');
  });

  it('is proved by the school number where the class asks for it, and nowhere else', async () => {
    await school.bringIn(finch, 'Name,Number\nAda Reef,17');
    expect((await join({ userName: 'a', number: '17' })).status).toBe(400);
    expect((await join({ userName: 'ada.one', number: '17' })).body.waits).toBe(true);
    await finch.put(`/api/classes/${school.rivers}/join-code`, { open: true, until: null, asksNumber: true });
    expect((await join({ userName: 'ada.two', number: '18' })).body.type).toBe('join.wrongProof');
    expect((await join({ userName: 'ada.three', number: '17' })).body).toMatchObject({ wasOnRoster: true, waits: false });
    // Who has a sign-in by now is taken over by nobody who knows the number.
    expect((await join({ userName: 'ada.four', number: '17' })).body.type).toBe('join.wrongProof');
  });

  it('lets in another of the name, or turns away, as the teacher says', async () => {
    await school.bringIn(finch, 'Name\nAda Reef');
    await join({ userName: 'ada.one' });
    await join({ userName: 'ada.two' });
    const [one, two] = (await joinings()).waiting;
    expect([(await settle(one!.id, { how: 'other' })).status, (await settle(two!.id, { how: 'refuse' })).status]).toEqual([204, 204]);
    expect((await studentsOf(finch, school.rivers)).filter((student) => student.familyName === 'Reef')).toHaveLength(2);
    const refused = await server.person();
    refused.enter((await refused.signIn('ada.two', 'long enough')).body);
    expect([(await refused.get('/api/my/work')).body.pieces, await told(refused)]).toEqual([[], ['joinSettled']]);
  });

  it('with an account of another class gives that account everything the roster’s student had', async () => {
    await school.bringIn(finch, 'Name\nOtto Lind');
    const listed = (await studentsOf(finch, school.rivers)).find((one) => one.givenName === 'Otto')!;
    const { id: assignmentId } = await school.issued(
      anAssignment({ how: 'inClass', audience: { kind: 'chosen', studentIds: [listed.id], lateJoiners: false } as never }),
    );
    await finch.put(`/api/assignments/${assignmentId}/exceptions`, {
      ...toOne(listed.id),
      due: server.clock.now,
      excused: false,
      reason: 'Away',
    });
    const person = await server.person('otto');
    expect((await person.post(`/api/my/classes/${await codeOf(finch, school.rivers)}`)).body).toEqual({
      classId: school.rivers,
      waits: true,
    });
    const [waiting] = (await joinings()).waiting;
    expect(waiting).toMatchObject({ elsewhere: true, student: { id: school.otto.id }, listed: [{ id: listed.id }] });
    expect((await settle(waiting!.id, { how: 'same', listedId: listed.id })).status).toBe(204);
    expect((await studentsOf(finch, school.rivers)).filter((one) => one.givenName === 'Otto').map((one) => one.id)).toEqual([
      school.otto.id,
    ]);
    const pieces = (await person.get('/api/my/work')).body.pieces as { assignmentId: string; window: { due: number } }[];
    expect(pieces).toEqual([expect.objectContaining({ assignmentId, window: expect.objectContaining({ due: server.clock.now }) })]);
    // Who has an account of their own in both places stays two people.
    await school.bringIn(stranger, 'Name\nBao Lind', {}, school.maps);
    const bao = await server.person('bao');
    await bao.post(`/api/my/classes/${await codeOf(stranger, school.maps)}`);
    const [his] = ((await stranger.get(`/api/classes/${school.maps}/joinings`)).body as JoiningsReply).waiting;
    await stranger.post(`/api/classes/${school.maps}/roster/${his!.listed[0]!.id}/password`);
    const both = await stranger.post(`/api/classes/${school.maps}/joinings/${his!.id}`, { how: 'same', listedId: his!.listed[0]!.id });
    expect([both.status, both.body.type]).toEqual([409, 'joining.twoAccounts']);
  });
});
