import { textOf } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { placeOf } from '../http/route';
import { allRoutes } from '../routes';
import { putUp } from './notices';
import { aQuiz, asQuiz, gap, question } from './quizzes';
import { aSchool, aServer, DAY, HOUR, type Person, type School, type Server } from './school';

// Every reply that there is, of every route that looks: a new route is searched without being named here.
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

/** What `version` and the like say is that something changed, not what; a reply's own key and time say nothing. */
const NOT_SAID = /"(version|requestId|csrf|now|digest)":("[^"]*"|\d+)/g;

/** Everything that somebody is answered by routes that look, by route; of pages and files their bytes as text. */
async function everythingOf(person: Person, ids: Record<string, string>): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (const { verb, path } of allRoutes(server.services).map(placeOf)) {
    if (verb !== 'get' || /\/live$|openapi|\/api\/docs|\/metrics$|\/health$|roster\.(xlsx|ods|zip)$/.test(path)) continue;
    const at = path.replace(/:(\w+)/g, (_, name: string) => ids[name] ?? '00000000-0000-4000-8000-000000000000');
    const asked =
      path === '/api/plan'
        ? `${at}?from=2026-11-16&to=2026-11-27`
        : path === '/api/dates'
          ? `${at}?from=2026-11-16&to=2026-12-27`
          : path === '/api/find'
            ? `${at}?q=a`
            : path.endsWith('/changed')
              ? `${at}?of=${ids.studentId}`
              : at;
    const reply = await person.agent
      .get(asked)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => done(null, Buffer.concat(parts)));
      });
    if (reply.status >= 500) throw new Error(`${path}: ${reply.status}`);
    found.set(path, (reply.body as Buffer).toString('utf8').replace(NOT_SAID, ''));
  }
  return found;
}
/** The routes that answer something else than before; an archive has the second in it at which it was packed. */
const differing = (before: Map<string, string>, after: Map<string, string>) =>
  [...after].filter(([path, text]) => !path.endsWith('/zip') && before.get(path) !== text).map(([path]) => path);

const rowOf = async (assignmentId: string, studentId: string) =>
  (await finch.get(`/api/assignments/${assignmentId}/pieces/${studentId}`)).body.row as { version: number };
const handIn = async (who: Person, id: string, text: string) => {
  await who.put(`/api/my/work/${id}/text`, { text: textOf(text), version: 0 });
  expect((await who.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
};
const score = async (id: string, studentId: string, earned: number, remark: string) =>
  expect(
    (
      await finch.put(`/api/assignments/${id}/pieces/${studentId}/score`, {
        earned,
        chosen: null,
        remark: textOf(remark),
        version: (await rowOf(id, studentId)).version,
      })
    ).status,
  ).toBe(200);

it('a held score is in no reply to its student and family, and changes none, also while it is found out by looking again', async () => {
  const { id } = await school.issued();
  const inClass = await school.issued({ title: 'In class', how: 'inClass', due: server.clock.now - HOUR });
  await handIn(bao, id, 'Bends wear away');
  // Somebody else is scored first: from then on the class is being marked.
  const hana = await server.person('hana');
  await handIn(hana, id, 'Stones');
  await score(id, school.hana.id, 9_000, 'For Hana');
  const ids = { assignmentId: id, studentId: school.bao.id, classId: school.rivers };
  const frida = await server.person('frida');
  const [ofBao, ofFrida] = [await everythingOf(bao, ids), await everythingOf(frida, ids)];
  await score(id, school.bao.id, 13_700, 'QUITE SECRET');
  await score(inClass.id, school.bao.id, 11_300, 'QUITE SECRET');
  expect(differing(ofBao, await everythingOf(bao, ids))).toEqual([]);
  expect(differing(ofFrida, await everythingOf(frida, ids))).toEqual([]);
  // Trying to take it back is refused as it was before.
  expect((await bao.post(`/api/my/work/${id}/take-back`)).body.type).toBe('piece.marking');
});

it('a held score is not told to its student by a live event either', async () => {
  const { id } = await school.issued();
  await handIn(bao, id, 'Bends wear away');
  const [piece] = await server.services.pieces.records([id], [school.bao.id]);
  const heard: unknown[] = [];
  const stop = await server.services.live.listen({ kind: 'work', id: piece!.work.id }, (changed) => heard.push(changed));
  await score(id, school.bao.id, 13_700, 'QUITE SECRET');
  await server.services.live.poll();
  expect(heard).toEqual([]);
  await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
  await server.services.live.poll();
  expect(heard).toHaveLength(1);
  stop();
});

it('what a first marker gave is in no reply to the second until theirs is given, and whatever it is they are answered the same', async () => {
  const { id } = await school.issued({ due: server.clock.now - DAY, closes: null });
  const inTotals = await school.issued({ title: 'Other', due: server.clock.now - DAY });
  await handIn(bao, id, 'Bends wear away');
  expect((await finch.put(`/api/assignments/${id}/marking`, { secondMarker: school.lund.id })).status).toBe(204);
  await score(inTotals.id, school.bao.id, 15_000, 'Seen by both');
  await score(id, school.bao.id, 7_000, 'FIRST SAYS LITTLE');
  const lund = await server.person('lund');
  const ids = { assignmentId: id, studentId: school.bao.id, classId: school.rivers };
  const before = await everythingOf(lund, ids);
  await score(id, school.bao.id, 18_000, 'FIRST SAYS MUCH');
  const after = await everythingOf(lund, ids);
  expect(differing(before, after)).toEqual([]);
  expect([...after].filter(([, text]) => /FIRST SAYS/.test(text)).map(([path]) => path)).toEqual([]);
  // Returned meanwhile it is still not the second marker's to know.
  await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
  expect([...(await everythingOf(lund, ids))].filter(([, text]) => /FIRST SAYS/.test(text)).map(([path]) => path)).toEqual([]);
  // A report made by the second marker has nothing of it either.
  const { version } = (await lund.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row as { version: number };
  expect(
    (await lund.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, { earned: 1000, chosen: null, remark: textOf('x'), version }))
      .body.type,
  ).toBe('score.blind');
  expect(
    (await lund.put(`/api/assignments/${id}/pieces/${school.bao.id}/second-score`, { earned: 12_000, chosen: null, remark: '' })).status,
  ).toBe(200);
  expect([...(await everythingOf(lund, ids))].some(([, text]) => /FIRST SAYS MUCH/.test(text))).toBe(true);
});

it('where names are hidden what somebody wrote stands beside no name, in no reply, take-home or comparison', async () => {
  const { id } = await school.issued();
  const hana = await server.person('hana');
  await handIn(bao, id, 'WORDS OF ONE about how bends wear away in a river valley');
  await handIn(hana, id, 'WORDS OF TWO about stones');
  expect((await finch.put(`/api/assignments/${id}/marking`, { namesHidden: true })).status).toBe(204);
  const [piece] = await server.services.pieces.records([id], [school.bao.id]);
  // By the id of the student as by that of the piece.
  for (const studentId of [school.bao.id, piece!.id]) {
    const all = await everythingOf(finch, { assignmentId: id, studentId, classId: school.rivers });
    const telling = [...all].filter(([, text]) => text.includes('WORDS OF ONE') && (text.includes(school.bao.id) || /Bao/.test(text)));
    expect(telling.map(([path]) => path)).toEqual([]);
  }
  expect((await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}/draft`)).body.type).toBe('marking.nameless');
  const begun = (await finch.post(`/api/assignments/${id}/overlap`, { withEarlier: false })).body as { id: string };
  for (;;) {
    const { result } = (await finch.get(`/api/overlap/${begun.id}`)).body as {
      result: { texts: { name: string; studentId: string; handedInAt: number }[] } | null;
    };
    if (!result) continue;
    expect(result.texts.map((one) => [/^Piece [0-9a-f]{8}$/.test(one.name), one.handedInAt])).toEqual([
      [true, 0],
      [true, 0],
    ]);
    expect(result.texts.map((one) => one.studentId)).not.toContain(school.bao.id);
    break;
  }
  const going = await server.services.takeHome.plan({ role: 'teacher', userId: school.finch.id }, [id], 'html', server.clock.now);
  expect(going.map((one) => /Bao|Hana|Lind/.test(one.name))).toEqual([false, false]);
  // It comes back by the name it went home with, and reaches the right one.
  const mine = going.find((one) => one.sight.member.student.id === school.bao.id)!;
  expect((await finch.upload(`/api/assignments/${id}/bring-back`, Buffer.from('annotated'), mine.name)).status).toBe(201);
  expect((await server.services.pieces.records([id], [school.bao.id])).length).toBe(1);
});

it('of a quiz no reply to its student and family holds a key, what an answer earned or an explanation before it is to be shown', async () => {
  const secret = question('q', 'The ___', { kind: 'gaps', gaps: [gap(['VERY RIGHT'])] }, { points: 7_300, explanation: 'IT IS EXPLAINED' });
  const open = question('own', 'Why?', { kind: 'own', rubric: null }, { points: 1_000 });
  const { id } = await school.issued({ ...asQuiz(aQuiz([secret, open])), closes: null, rounds: 1 });
  const ids = { assignmentId: id, studentId: school.bao.id, classId: school.rivers };
  const frida = await server.person('frida');
  const said = async () => [...(await everythingOf(bao, ids)), ...(await everythingOf(frida, ids))];
  const telling = /VERY RIGHT|IT IS EXPLAINED|"earned":7300|"score":\d|"mark":"/;
  const tells = async () => (await said()).filter(([, text]) => telling.test(text)).map(([path]) => path);
  expect(await tells()).toEqual([]);
  await bao.post(`/api/my/quizzes/${id}/tries`);
  await bao.post(`/api/my/quizzes/${id}/answers`, {
    number: 1,
    answers: [{ id: randomUUID(), questionId: 'q', answer: ['very right'], insteadOf: null }],
  });
  expect(await tells()).toEqual([]);
  await bao.post(`/api/my/quizzes/${id}/hand-in`, { number: 1 });
  expect((await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row.score.earned).toBe(7_300);
  expect(await tells()).toEqual([]);
  await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
  expect(await tells()).toContain('/api/my/quizzes/:assignmentId');
});

it('a reminder, a jotting and what is written to the teacher alone are in no other person’s page, reply, feed or letter', async () => {
  const assignment = await school.issued();
  await server.services.jottings.write(
    { role: 'teacher', userId: school.finch.id },
    school.rivers,
    school.bao.id,
    { kind: 'toSpeak', text: 'JOTTED' },
    null,
    server.clock.now,
  );
  await finch.put(`/api/my/reminders/${randomUUID()}`, { text: 'FLOATS', at: server.clock.now, byMail: true, done: false, version: 0 });
  await bao.put(`/api/my/reminders/${randomUUID()}`, { text: 'OARS', at: server.clock.now, byMail: true, done: false, version: 0 });
  const notice = await putUp(finch, [school.rivers], { answers: 'teacher' });
  await bao.post(`/api/my/notices/${notice.id}/answers`, { id: randomUUID(), text: 'WHISPERED', below: null });
  await server.services.reminders.mailDue(server.clock.now);
  const ids = { classId: school.rivers, studentId: school.bao.id, assignmentId: assignment.id, noticeId: notice.id };
  /** Where each of the words is in all that somebody is answered, their calendar feed too. */
  const heard = async (name: string, who: Person): Promise<Record<string, string[]>> => {
    const { address } = (await who.post('/api/my/calendar-address')).body as { address: string };
    const feed = (await who.get(new URL(address).pathname)).text;
    const all = [...(await everythingOf(who, ids)), ['feed', feed] as const];
    const found = ['FLOATS', 'OARS', 'WHISPERED', 'JOTTED'].map((word) => [
      word,
      all.filter(([, text]) => text.includes(word)).map(([path]) => path),
    ]);
    return { name: [name], ...(Object.fromEntries(found) as Record<string, string[]>) };
  };
  const nothing = { FLOATS: [], OARS: [], WHISPERED: [], JOTTED: [] };
  const own = await heard('finch', finch);
  expect(own).toMatchObject({ OARS: [], FLOATS: expect.arrayContaining(['/api/my/reminders', '/api/dates', 'feed']) as string[] });
  for (const name of ['stranger', 'hana', 'frida', 'felix'])
    expect(await heard(name, await server.person(name))).toEqual({ name: [name], ...nothing });
  expect(await heard('bao', bao)).toMatchObject({ FLOATS: [], JOTTED: [] });
  // A colleague of the class reads what its students answer, and nothing else of this.
  expect(await heard('lund', await server.person('lund'))).toMatchObject({ FLOATS: [], OARS: [], JOTTED: [] });
});
