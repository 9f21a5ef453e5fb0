import { randomUUID } from 'node:crypto';
import type { Attachment } from '../../contract';
import { aSchool, aServer, changed, DAY, doc, type Person, type School, type Server } from '../../testing/school';
import { aWorksheet, p, sheetOf, space } from '../../testing/worksheets';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const work = (id: string) => `/api/my/work/${id}`;
const textOn = (person: Person, id: string, text: string, version: number) => person.put(`${work(id)}/text`, { text: doc(text), version });

describe('a piece of a group', () => {
  /** Bao and Hana are one group; the assignment is theirs together. */
  async function together(attachments: Attachment[] = []) {
    const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
    const made = await finch.post(`/api/classes/${school.rivers}/groupings`, {
      name: 'Lab',
      seed: null,
      until: null,
      groups: [{ id: null, name: 'Ford', studentIds: [school.bao.id, school.hana.id] }],
    });
    const draft = await school.drafted(finch, { groupingId: made.body.id, attachments });
    await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
    return { finch, bao, hana, id: draft.classes[0]!.assignmentId, groupingId: made.body.id as string, briefId: draft.id };
  }

  it('is one text that each may write, from the version they saw', async () => {
    const { bao, hana, id } = await together();
    await textOn(bao, id, 'by Bao', 0);
    const seen = (await hana.get(work(id))).body;
    expect(seen).toMatchObject({
      piece: { state: 'started', group: 'Ford' },
      draft: { text: doc('by Bao'), version: 1, savedBy: 'Bao Lind' },
      team: { name: 'Ford', members: [{ givenName: 'Bao' }, { givenName: 'Hana' }] },
    });
    expect((await textOn(hana, id, 'blind', 0)).body.current).toEqual({ text: doc('by Bao'), version: 1 });
    expect((await textOn(hana, id, 'by both', 1)).status).toBe(200);
    expect((await bao.get(work(id))).body.draft.text).toEqual(doc('by both'));
  });

  it('is handed in by one for all: each has the receipt, the others hear of it, and each by their own dates', async () => {
    const { finch, bao, hana, id } = await together();
    await finch.put(`/api/assignments/${id}/exceptions`, {
      studentIds: [school.hana.id],
      excused: false,
      waivesLate: false,
      reason: 'ill',
      due: server.clock.now + 4 * DAY,
      tell: false,
    });
    await textOn(bao, id, 'ours', 0);
    server.clock.now += 3 * DAY;
    const receipt = (await bao.post(`${work(id)}/hand-in`)).body;
    const [mine, hers] = [(await bao.get(work(id))).body, (await hana.get(work(id))).body];
    expect([mine.handIn.receipt, hers.handIn.receipt, hers.handIn.by]).toEqual([receipt.receipt, receipt.receipt, 'Bao Lind']);
    expect([mine.piece.state, hers.piece.state]).toEqual(['inLate', 'in']);
    expect((await hana.get('/api/news')).body.news[0]).toMatchObject({ kind: 'groupIn', who: 'Bao Lind' });
    expect((await textOn(hana, id, 'too late', 1)).body.type).toBe('piece.alreadyIn');
    expect((await hana.post(`${work(id)}/take-back`)).status).toBe(204);
    expect((await bao.get(work(id))).body.handIn).toBeNull();
  });

  it('handed in by two at the same moment is handed in once', async () => {
    const { bao, hana, id } = await together();
    await textOn(bao, id, 'ours', 0);
    const both = await Promise.all([bao.post(`${work(id)}/hand-in`), hana.post(`${work(id)}/hand-in`)]);
    expect(both.map((reply) => reply.status).sort()).toEqual([201, 409]);
    expect((await hana.get(work(id))).body.handIn.version).toBe(1);
  });

  it('has one worksheet for the group and one for each, as the teacher said', async () => {
    const [shared, each] = [
      aWorksheet(sheetOf(p('Ours'), space('a')), 'onePerGroup'),
      aWorksheet(sheetOf(p('Mine'), space('b')), 'oneEach'),
    ];
    const { bao, hana, id } = await together([shared, each]);
    for (const student of [bao, hana]) await student.post(`${work(id)}/look`);
    await bao.put(`${work(id)}/sheets/${shared.id}`, { text: sheetOf(space('a', p('both'))), version: 0 });
    await bao.put(`${work(id)}/sheets/${each.id}`, { text: sheetOf(space('b', p('only Bao'))), version: 0 });
    const words = JSON.stringify((await hana.get(work(id))).body.sheets);
    expect([words.includes('both'), words.includes('only Bao')]).toEqual([true, false]);
  });

  it('is scored for all, with other points for one, and each sees only their own', async () => {
    const { finch, bao, hana, id } = await together();
    await textOn(bao, id, 'ours', 0);
    await bao.post(`${work(id)}/hand-in`);
    const at = `/api/assignments/${id}/pieces/${school.bao.id}`;
    const desk = (await finch.get(at)).body;
    expect(desk.team).toMatchObject([{ student: { givenName: 'Hana' } }]);
    const score = { earned: 16_000, chosen: null, remark: doc('Well measured'), version: desk.row.version };
    expect((await finch.put(`${at}/score`, { ...score, group: { differ: [{ studentId: school.otto.id, earned: 1000 }] } })).status).toBe(
      404,
    );
    const scored = await finch.put(`${at}/score`, { ...score, group: { differ: [{ studentId: school.hana.id, earned: 18_000 }] } });
    expect([scored.body.row.score.earned, scored.body.team[0].score.earned]).toEqual([16_000, 18_000]);
    await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
    expect([(await bao.get(work(id))).body.piece.returned.earned, (await hana.get(work(id))).body.piece.returned.earned]).toEqual([
      16_000, 18_000,
    ]);
    expect((await hana.post(`${work(id)}/take-back`)).body.type).toBe('piece.returned');
  });

  it('is that of the group one is in, until somebody of it begins', async () => {
    const { finch, bao, hana, id, groupingId } = await together();
    for (const student of [bao, hana]) await student.post(`${work(id)}/look`);
    const [grouping] = (await finch.get(`/api/classes/${school.rivers}/groupings`)).body;
    const [ford] = grouping.groups;
    const parted = [
      { id: ford.id, name: 'Ford', studentIds: [school.bao.id] },
      { id: null, name: 'Weir', studentIds: [school.hana.id] },
    ];
    await finch.put(`/api/classes/${school.rivers}/groupings/${groupingId}`, {
      name: 'Lab',
      seed: null,
      until: null,
      groups: parted,
      version: grouping.version,
    });
    await textOn(bao, id, 'at the ford', 0);
    expect((await hana.get(work(id))).body).toMatchObject({ piece: { state: 'open', group: 'Weir' }, draft: { text: null, version: 0 } });
    await hana.post(`${work(id)}/look`);
    expect((await textOn(hana, id, 'at the weir', 0)).status).toBe(200);
    expect((await bao.get(work(id))).body.draft.text).toEqual(doc('at the ford'));
    const file = (await bao.upload(`${work(id)}/files`, Buffer.from('a'), 'ford.txt')).body;
    expect([(await bao.get(`/api/files/${file.id}`)).status, (await hana.get(`/api/files/${file.id}`)).status]).toEqual([200, 404]);
  });

  it('keeps who works together once they have begun, and somebody who began alone stays alone', async () => {
    const { finch, bao, hana, id, briefId } = await together();
    await textOn(bao, id, 'ours', 0);
    const brief = (await finch.get(`/api/briefs/${briefId}`)).body;
    expect((await finch.put(`/api/briefs/${briefId}`, changed(brief, {}, { groupingId: null }))).body.type).toBe(
      'assignment.begunRegrouped',
    );
    expect((await finch.put(`/api/briefs/${briefId}`, changed(brief, {}, { groupingId: randomUUID() }))).body.type).toBe(
      'assignment.misfiled',
    );
    expect((await hana.get(work(id))).body.draft.text).toEqual(doc('ours'));
    const alone = (await school.issued({ title: 'Alone' })).id;
    await textOn(bao, alone, 'mine', 0);
    expect((await hana.get(work(alone))).body.draft.text).toBeNull();
  });
});
