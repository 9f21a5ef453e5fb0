import type { HandoutOpenedReply, MyWorkReply, YearShelfReply } from '../../contract';
import { aSchool, aServer, DAY, MONDAY, type Person, type School, type Server } from '../../testing/school';

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

async function handout(title: string, more: object = {}, issued = true): Promise<string> {
  const draft = await school.drafted(finch, { kind: 'handout', title, due: null, closes: null, ...more });
  if (issued) await finch.post(`/api/briefs/${draft.id}/issue`, { version: 1, at: null });
  return draft.classes[0]!.assignmentId;
}
const at = () => `/api/classes/${school.rivers}/year-shelf`;
const put = (all: [id: string, folder?: string][], version = 0, who = finch) =>
  who.put(at(), { version, handouts: all.map(([assignmentId, folder = '']) => ({ assignmentId, folder })) });
const shelf = async () => (await finch.get(at())).body as YearShelfReply;
const mine = async (who = bao) => ((await who.get('/api/my/work')).body as MyWorkReply).handouts;

it('keeps handouts in the teacher’s order and folders, since when they were pinned, and says who has opened them', async () => {
  const [legend, scale, rules] = [await handout('Legend'), await handout('Scale'), await handout('Rules')];
  expect(await shelf()).toMatchObject({ version: 0, handouts: [] });
  expect((await shelf()).others.map((one) => one.title).sort()).toEqual(['Legend', 'Rules', 'Scale']);
  await put([[legend, 'Maps'], [rules]]);
  server.clock.now += DAY;
  const { body } = await put([[rules], [legend, 'Maps'], [scale, 'Maps']], 1);
  expect((body as YearShelfReply).handouts.map((one) => [one.title, one.folder, one.pinnedAt, one.opened])).toEqual([
    ['Rules', '', MONDAY, 0],
    ['Legend', 'Maps', MONDAY, 0],
    ['Scale', 'Maps', MONDAY + DAY, 0],
  ]);
  expect((await mine()).find((one) => one.id === legend)).toMatchObject({ shelved: { folder: 'Maps', position: 1 }, openedAt: null });
  for (const days of [0, 1]) {
    server.clock.now = MONDAY + (days + 2) * DAY;
    expect((await bao.post(`/api/my/handouts/${legend}/opened`)).status).toBe(204);
  }
  expect((await mine()).find((one) => one.id === legend)!.openedAt).toBe(MONDAY + 2 * DAY);
  const { of, opened } = (await shelf()).handouts[1]!;
  expect(opened).toBe(1);
  const { students } = (await finch.get(`/api/classes/${school.rivers}/handouts/${legend}/opened`)).body as HandoutOpenedReply;
  expect(students).toHaveLength(of);
  expect(students.at(-1)).toMatchObject({ student: { givenName: 'Bao' }, openedAt: MONDAY + 2 * DAY });
  expect(students.slice(0, -1).every((one) => one.openedAt === null)).toBe(true);
});

it('shows students only what is given out to them', async () => {
  const hidden = await handout('Answers to come', {}, false);
  await put([[hidden, 'Later']]);
  expect(await mine()).toEqual([]);
  expect((await bao.post(`/api/my/handouts/${hidden}/opened`)).status).toBe(404);
  expect((await shelf()).handouts).toMatchObject([{ title: 'Answers to come', issuedAt: null, opened: 0, of: 0 }]);
});

it('refuses what is no handout of this class, the same twice, and a shelf that a colleague has changed, with theirs', async () => {
  const [legend, work] = [await handout('Legend'), (await school.issued({ title: 'Sketch' })).id];
  expect((await put([[work]])).status).toBe(404);
  expect((await put([[legend], [legend]])).status).toBe(400);
  expect((await put([[legend, 'x'.repeat(61)]])).status).toBe(400);
  expect((await shelf()).version).toBe(0);
  await put([[legend, 'Maps']]);
  const late = await put([]);
  expect([late.status, late.body.type]).toEqual([409, 'conflict.changedMeanwhile']);
  expect(late.body.current.handouts).toMatchObject([{ title: 'Legend', folder: 'Maps' }]);
  expect((await shelf()).handouts).toHaveLength(1);
});
