import { randomUUID } from 'node:crypto';
import { plainText, SHIPPED_REPORTS } from '@jolly/core';
import { QueryTypes } from 'sequelize';
import type { AssignmentPiecesReply, ChildPieceReply, ChildReply, ExtensionRequest, FamilyReport, OwnRequest } from '../../contract';
import { aSchool, aServer, bytesOf, DAY, doc, type Person, type School, type Server } from '../../testing/school';
import { putUp } from '../../testing/notices';
import { aQuiz, asQuiz, bend, speed, takes } from '../../testing/quizzes';
import { textOfPdf } from '../../testing/pdf-text';

let server: Server;
let school: School;
let [finch, bao, frida, felix]: Person[] = [];
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao, frida, felix] = await Promise.all(['finch', 'bao', 'frida', 'felix'].map((name) => server.person(name)));
});
afterEach(() => server.close());

async function shows(change: object): Promise<void> {
  const { version } = (await finch!.get('/api/classes')).body.find((one: { id: string }) => one.id === school.rivers);
  expect((await finch!.patch(`/api/classes/${school.rivers}`, { ...change, version })).status).toBe(200);
}
const at = (id: string) => `/api/family/children/${school.bao.id}/work/${id}`;
const look = async (id: string) => (await frida!.get(at(id))).body as ChildPieceReply;
async function handedIn(id: string): Promise<string> {
  const file = (await bao!.upload(`/api/my/work/${id}/files`, Buffer.from('a map'), 'map.txt')).body as { id: string };
  await bao!.put(`/api/my/work/${id}/text`, { text: doc('The outside is faster.'), version: 0 });
  expect((await bao!.post(`/api/my/work/${id}/hand-in`, {})).status).toBe(201);
  return file.id;
}
async function returned(id: string, remark: string): Promise<void> {
  const path = `/api/assignments/${id}/pieces/${school.bao.id}`;
  const rows = ((await finch!.get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply).rows;
  const { version } = rows.find((row) => row.student.id === school.bao.id)!;
  expect((await finch!.put(`${path}/score`, { earned: 15_000, chosen: null, remark: doc(remark), version })).status).toBe(200);
  const back = { studentIds: [school.bao.id], confirmed: true };
  expect((await finch!.post(`/api/assignments/${id}/return`, back)).status).toBeLessThan(300);
}

it('shows no more than the class lets families see, and nobody else’s child', async () => {
  const { id } = await school.issued();
  const fileId = await handedIn(id);
  await returned(id, 'Good eye.');
  expect((await felix!.get(at(id))).status).toBe(404);
  const closed = await look(id);
  expect([closed.words.title, plainText(closed.words.instructions).trim(), closed.handIn, closed.shows]).toEqual([
    'Meander notes',
    '',
    null,
    { work: false, feedback: false },
  ]);
  expect([closed.returned?.effective, plainText(closed.returned!.remark).trim(), closed.returns]).toEqual([15_000, '', [server.clock.now]]);
  expect((await frida!.get(`/api/files/${fileId}`)).status).toBe(404);

  await shows({ familyWork: true, familyFeedback: true });
  const open = await look(id);
  expect([plainText(open.words.instructions).trim(), plainText(open.handIn!.text!).trim()]).toEqual([
    'Why does the outside of a bend wear away?',
    'The outside is faster.',
  ]);
  expect(plainText(open.returned!.remark).trim()).toBe('Good eye.');
  expect((await bytesOf(frida!.get(`/api/files/${fileId}`))).toString()).toBe('a map');
  expect((await felix!.get(`/api/files/${fileId}`)).status).toBe(404);
});

it('shows what was answered in a quiz, and of the results what the child is shown and the class shows families', async () => {
  const shown = { score: 'atOnce', marks: 'atOnce', key: 'atOnce', explanations: 'never' } as const;
  const { id } = await school.issued({ ...asQuiz(aQuiz([bend(), speed()], { shows: shown })), closes: null });
  expect((await look(id)).quiz).toBeNull();
  await shows({ familyWork: true });
  expect((await look(id)).quiz).toMatchObject({ finished: [] });
  await takes(bao!, id, { bend: 'inside', speed: '0.7' });
  const [answers] = (await look(id)).quiz!.finished;
  expect(answers).toMatchObject({
    number: 1,
    score: 1000,
    questions: [
      { answer: 'inside', mark: null, key: null },
      { answer: '0.7', points: null },
    ],
  });
  await shows({ familyFeedback: true });
  const [whole] = (await look(id)).quiz!.finished;
  expect(whole!.questions).toMatchObject([
    { mark: 'full', points: 1000, key: [expect.any(String)], explanation: null },
    { mark: 'none', points: 0 },
  ]);
});

it('lets a family ask for more time where the class does, and both hear what came of it', async () => {
  const { id } = await school.issued();
  const ask = () => frida!.post(`${at(id)}/requests`, { reason: 'A cold', wantedDue: server.clock.now + 4 * DAY });
  expect((await ask()).body.type).toBe('extension.notByFamily');
  await shows({ familyAsks: true });
  expect((await look(id)).mayAsk).toBe(true);
  const reply = await ask();
  expect([reply.status, (reply.body as ChildPieceReply).requests.map((one) => [one.state, one.askedBy])]).toEqual([
    201,
    [['waiting', 'Frida Lind']],
  ]);
  expect((await ask()).body.type).toBe('extension.waiting');
  const own = ((await bao!.get(`/api/my/work/${id}`)).body as { requests: OwnRequest[] }).requests;
  expect(own).toMatchObject([{ reason: 'A cold', askedBy: 'Frida Lind' }]);
  const [waiting] = (await finch!.get('/api/requests')).body as ExtensionRequest[];
  expect(waiting).toMatchObject({ student: { id: school.bao.id }, askedBy: 'Frida Lind' });
  await finch!.post(`/api/requests/${waiting!.id}/answer`, {
    grant: true,
    due: server.clock.now + 4 * DAY,
    closes: null,
    word: 'Get well',
  });
  const told = await server.sequelize.query<{ kind: string; who: string }>(
    "SELECT kind, JSON_VALUE(data, '$.who') AS who FROM news WHERE kind IN ('answered', 'childAnswered', 'asked') ORDER BY kind, who",
    { type: QueryTypes.SELECT },
  );
  expect(told.map(({ kind, who }) => [kind, who])).toEqual([
    ['answered', 'finch Test'],
    ['asked', 'Frida Lind (Bao Lind)'],
    ['asked', 'Frida Lind (Bao Lind)'],
    ['childAnswered', 'Bao Lind'],
  ]);
});

it('a tick that was asked for reaches the teacher, and is asked for again when it comes back again', async () => {
  const { id } = await school.issued({ familyTick: true });
  const tick = (seen: boolean) => frida!.put(`${at(id)}/tick`, { seen });
  expect([(await look(id)).tick.stand, (await tick(true)).body.type]).toEqual(['toCome', 'tick.notAsked']);
  await handedIn(id);
  await returned(id, 'Well.');
  const listed = async () =>
    ((await frida!.get(`/api/family/children/${school.bao.id}`)).body as ChildReply).classes[0]!.returned[0]!.tick.stand;
  expect([(await look(id)).tick.stand, await listed()]).toEqual(['asked', 'asked']);
  expect(((await tick(true)).body as ChildPieceReply).tick).toEqual({ stand: 'given', at: server.clock.now });
  const home = async () => ((await finch!.get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply).seenAtHome;
  expect([await home(), await listed()]).toEqual([[{ studentId: school.bao.id, by: 'Frida Lind', at: server.clock.now }], 'given']);
  server.clock.now += DAY;
  await returned(id, 'One more word.');
  expect([(await look(id)).tick.stand, await home()]).toEqual(['asked', []]);
  expect((await look(id)).returns).toHaveLength(2);
});

it('a notice can ask for a tick, once a child, and says who gave it', async () => {
  const notice = await putUp(finch!, [school.rivers], { readers: 'families', familyTick: true });
  const plain = await putUp(finch!, [school.rivers], { readers: 'families' });
  const path = (noticeId: string) => `/api/family/children/${school.bao.id}/notices/${noticeId}/tick`;
  expect((await frida!.put(path(plain.id), { seen: true })).status).toBe(409);
  expect((await frida!.put(path(randomUUID()), { seen: true })).status).toBe(404);
  expect((await felix!.put(path(notice.id), { seen: true })).status).toBe(404);
  const reply = await frida!.put(path(notice.id), { seen: true });
  expect(reply.body.find((one: { id: string }) => one.id === notice.id).tick).toEqual({ at: server.clock.now });
  const board = (await finch!.get(`/api/classes/${school.rivers}/notices`)).body.notices as { id: string; ticked: number }[];
  expect(board.find((one) => one.id === notice.id)!.ticked).toBe(1);
  const { students } = (await finch!.get(`/api/classes/${school.rivers}/notices/${notice.id}/readers`)).body;
  expect(students.map((one: { tickedBy: string[] }) => one.tickedBy)).toEqual([['Frida Lind'], []]);
});

it('a report that was given stands in the family’s page as PDF, also where there is no address', async () => {
  await server.services.accounts.setEmail(school.frida.id, null);
  await school.issued();
  const settings = { ...SHIPPED_REPORTS.progress, classIds: [school.rivers] };
  const { letters, digest } = (await finch!.post('/api/reports/letters', { settings })).body;
  const [letter] = letters.filter((one: { familyId: string | null }) => one.familyId === school.frida.id);
  expect(letter).toMatchObject({ problem: null, byMail: false });
  const send = { settings, digest, chosen: [{ key: letter.key, familyId: school.frida.id }] };
  expect((await finch!.post('/api/reports/letters/send', send)).body).toEqual({ sent: 1 });
  const list = (await frida!.get(`/api/family/children/${school.bao.id}/reports`)).body as FamilyReport[];
  expect(list).toMatchObject([{ title: settings.title, className: 'Rivers' }]);
  const file = await frida!.get(`/api/family/reports/${list[0]!.id}/file`);
  expect([file.status, file.headers['content-type']]).toEqual([200, 'application/pdf']);
  expect(await textOfPdf(await bytesOf(frida!.get(`/api/family/reports/${list[0]!.id}/file`)))).toContain('Bao');
  expect((await felix!.get(`/api/family/reports/${list[0]!.id}/file`)).status).toBe(404);
});
