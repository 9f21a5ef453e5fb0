import type { Rubric } from '@jolly/core';
import type { BriefReply, DeskPieceReply, RescoringReply } from '../../contract';
import { aSchool, aServer, changed, doc, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const level = (id: string, points: number) => ({ id, name: '', descriptor: `${id} words`, points, upTo: null });
const rubric: Rubric = {
  name: 'Models',
  criteria: [
    { id: 'shape', name: 'Shape', weight: 1000, aims: [], levels: [level('flat', 0), level('built', 4_000), level('true', 8_000)] },
    { id: 'labels', name: 'Labels', weight: 1000, aims: [], levels: [level('none', 0), level('own', 2_000)] },
  ],
};
const byRubric = { scoring: { by: 'rubric' as const, rubric, shelfId: null }, points: 20_000 };

async function desk(id: string) {
  const finch = await server.person('finch');
  const path = `/api/assignments/${id}/pieces/${school.bao.id}`;
  const look = async () => (await finch.get(path)).body as DeskPieceReply;
  const score = async (chosen: object, earned: number | null = null) =>
    finch.put(`${path}/score`, { earned, chosen, remark: doc(''), version: (await look()).row.version });
  return { finch, look, score };
}

it('adds up what the chosen levels of a rubric earn, and says while a criterion is open', async () => {
  const { id } = await school.issued(byRubric);
  const { score } = await desk(id);
  const half = await score({ by: 'rubric', choices: { shape: { levelId: 'built', points: 4_000 } } }, 999);
  expect(half.body.row.score).toMatchObject({ earned: 8_000, complete: false });
  const whole = await score({
    by: 'rubric',
    choices: { shape: { levelId: 'true', points: 8_000 }, labels: { levelId: 'own', points: 2_000 } },
  });
  expect(whole.body.row.score).toMatchObject({ earned: 20_000, complete: true });
  expect((await score({ by: 'rubric', choices: { shape: { levelId: 'gone', points: 0 } } })).body.type).toBe('score.noSuchChoice');
  expect((await score({ by: 'done', done: true })).body.type).toBe('score.noSuchChoice');
});

it.each<[string, object, object, number | null]>([
  [
    'a word of the scale',
    { scoring: { by: 'words', words: [{ name: 'Secure', percent: 80_000 }] }, points: 20_000 },
    { by: 'words', word: 'Secure' },
    16_000,
  ],
  ['done', { scoring: { by: 'done' }, points: 5_000 }, { by: 'done', done: true }, 5_000],
  ['not done', { scoring: { by: 'done' }, points: 5_000 }, { by: 'done', done: false }, 0],
  ['done without points', { scoring: { by: 'done' }, points: null }, { by: 'done', done: true }, null],
])('scores by %s, and the student is shown what was chosen', async (_case, more, chosen, earned) => {
  const { id } = await school.issued(more);
  const { finch, score } = await desk(id);
  expect((await score(chosen)).body.row.score).toMatchObject({ earned, chosen });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
  const bao = await server.person('bao');
  expect((await bao.get(`/api/my/work/${id}`)).body.piece.returned).toMatchObject({ earned, chosen });
  expect((await bao.get('/api/news')).body.news).toMatchObject([{ kind: 'returned' }]);
});

it('keeps scores when the rubric changes, says which would change, and counts them again when told to', async () => {
  const { id, briefId } = await school.issued(byRubric);
  const { finch, look, score } = await desk(id);
  await score({ by: 'rubric', choices: { shape: { levelId: 'built', points: 4_000 }, labels: { levelId: 'own', points: 2_000 } } });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
  const brief = (await finch.get(`/api/briefs/${briefId}`)).body as BriefReply;
  const stricter = structuredClone(rubric);
  stricter.criteria[0]!.levels[1]!.points = 3_000;
  await finch.put(`/api/briefs/${briefId}`, changed(brief, { scoring: { by: 'rubric', rubric: stricter, shelfId: null } }));
  expect((await look()).row.score).toMatchObject({ earned: 12_000 });
  const path = `/api/assignments/${id}/rescoring`;
  expect((await finch.get(path)).body as RescoringReply).toMatchObject({
    pieces: [{ student: { givenName: 'Bao' }, before: 12_000, after: 10_000, complete: true, returned: true }],
  });
  expect((await finch.get(`/api/assignments/${id}/pieces`)).body.rescorable).toBe(1);
  expect((await finch.post(path, { studentIds: [school.bao.id] })).body).toEqual({ rescored: 1 });
  expect((await look()).row).toMatchObject({ held: true, score: { earned: 10_000 } });
  // What the student has read stays until it is returned anew.
  expect((await (await server.person('bao')).get(`/api/my/work/${id}`)).body.piece.returned.earned).toBe(12_000);
  expect((await finch.get(path)).body).toEqual({ pieces: [] });
});

it('takes back to be done again only as often as the assignment allows, and goes by its own late rule', async () => {
  const { id } = await school.issued({ rounds: 1, due: server.clock.now - 1, closes: null, lateRule: { kind: 'cap', percent: 50_000 } });
  const { finch, look } = await desk(id);
  const bao = await server.person('bao');
  await bao.put(`/api/my/work/${id}/text`, {
    text: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'late' }] }] },
    version: 0,
  });
  expect((await bao.get(`/api/my/work/${id}`)).body.lateNow).toMatchObject({ takenOff: 10_000, rule: { kind: 'cap' } });
  await bao.post(`/api/my/work/${id}/hand-in`);
  const back = await finch.post(`/api/assignments/${id}/pieces/${school.bao.id}/send-back`, {
    reason: 'Again',
    newDue: null,
    version: (await look()).row.version,
  });
  expect(back.body.type).toBe('piece.lastRound');
});

describe('a rubric as a table', () => {
  it('is taken out and read in again, as CSV and as a workbook', async () => {
    const finch = await server.person('finch');
    const tricky = structuredClone(rubric);
    tricky.criteria[0]!.levels[0]!.descriptor = '=HYPERLINK("x"), says who?';
    for (const format of ['csv', 'xlsx']) {
      const file = await finch
        .post('/api/rubrics/table', { rubric: tricky, format })
        .buffer()
        .parse((res, done) => {
          const parts: Buffer[] = [];
          res.on('data', (part: Buffer) => parts.push(part));
          res.on('end', () => done(null, Buffer.concat(parts)));
        });
      const read = (await finch.upload('/api/rubrics/read', file.body as Buffer, `rubric.${format}`, { name: 'Models' })).body as {
        rubric: Rubric;
        problems: object[];
      };
      expect(read.problems).toEqual([]);
      expect(read.rubric.criteria.map(({ name, levels }) => [name, levels.map(({ descriptor, points }) => [descriptor, points])])).toEqual(
        tricky.criteria.map(({ name, levels }) => [name, levels.map(({ descriptor, points }) => [descriptor, points])]),
      );
    }
  });
  it('that is none is refused', async () => {
    const finch = await server.person('finch');
    expect((await finch.upload('/api/rubrics/read', Buffer.from([0x89, 0x50, 0, 0, 0, 1]), 'x.png', { name: '' })).body.type).toBe(
      'rubric.notReadable',
    );
  });
});
