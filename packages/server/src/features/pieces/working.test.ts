import { randomUUID } from 'node:crypto';
import type { RichText } from '@jolly/core';
import { aSchool, aServer, changed, DAY, doc, HOUR, type Person, type School, type Server } from '../../testing/school';
import { aWorksheet, p, sheetOf, space } from '../../testing/worksheets';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const MINUTE = 60_000;
const work = (id: string) => `/api/my/work/${id}`;
const textOn = (person: Person, id: string, text: string, version: number) => person.put(`${work(id)}/text`, { text: doc(text), version });

describe('looking at a piece', () => {
  it('is noted once, and is not yet beginning it', async () => {
    const { id } = await school.issued();
    const [bao, finch] = [await server.person('bao'), await server.person('finch')];
    await bao.post(`${work(id)}/look`);
    server.clock.now += HOUR;
    await bao.post(`${work(id)}/look`);
    const [row] = (await finch.get(`/api/assignments/${id}/pieces`)).body.rows;
    expect([row.state, row.collecting.seenAt, row.collecting.begunAt]).toEqual(['open', server.clock.now - HOUR, null]);
  });

  it('does not keep a teacher from taking the assignment back to a draft', async () => {
    const finch = await server.person('finch');
    const { id: briefId, version, classes } = await school.drafted(finch);
    const issued = await finch.post(`/api/briefs/${briefId}/issue`, { version, at: null });
    await (await server.person('bao')).post(`${work(classes[0]!.assignmentId)}/look`);
    expect((await finch.post(`/api/briefs/${briefId}/withdraw`, { version: issued.body.brief.version })).status).toBe(200);
    expect((await finch.del(`/api/briefs/${briefId}`)).status).toBe(204);
  });
});

describe('a worksheet, one each', () => {
  const source = sheetOf(p('Depth in the middle:'), space('a'), p('At the bank:'), space('b'));
  async function anIssuedSheet(text = source) {
    const finch = await server.person('finch');
    const worksheet = aWorksheet(text);
    const draft = await school.drafted(finch, { attachments: [worksheet], accepts: ['files'] });
    const { body } = await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
    const id = draft.classes[0]!.assignmentId;
    const correct = async (to: RichText) => {
      const now = (await finch.get(`/api/briefs/${draft.id}`)).body;
      return finch.put(`/api/briefs/${draft.id}`, changed(now, { attachments: [{ ...worksheet, text: to }] }));
    };
    return { id, at: `${work(id)}/sheets/${worksheet.id}`, finch, correct, issued: body };
  }

  it('is copied when first opened, and of what is sent only the answers are taken', async () => {
    const { id, at } = await anIssuedSheet();
    const bao = await server.person('bao');
    await bao.post(`${work(id)}/look`);
    expect((await bao.get(work(id))).body.sheets).toMatchObject([{ title: 'Depths', begun: false, version: 0, corrected: null }]);
    const sent = sheetOf(p('Depth in the middle: 3 m says the teacher'), space('a', p('1.20 m')), space('b'), p('more'));
    const saved = await bao.put(at, { text: sent, version: 0 });
    expect(saved.body).toMatchObject({
      begun: true,
      version: 1,
      text: sheetOf(p('Depth in the middle:'), space('a', p('1.20 m')), p('At the bank:'), space('b')),
    });
  });

  it('refuses an older version with the newer one, another student’s sheet, and what is no text', async () => {
    const { id, at } = await anIssuedSheet();
    const [bao, hana] = [await server.person('bao'), await server.person('hana')];
    for (const student of [bao, hana]) await student.post(`${work(id)}/look`);
    await bao.put(at, { text: sheetOf(space('a', p('mine'))), version: 0 });
    expect((await bao.put(at, { text: source, version: 0 })).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { version: 1 },
    });
    expect((await hana.get(work(id))).body.sheets[0]).toMatchObject({ begun: false, version: 0 });
    expect((await bao.put(`${work(id)}/sheets/${randomUUID()}`, { text: source, version: 0 })).status).toBe(404);
    expect((await bao.put(at, { text: { type: 'page' }, version: 1 })).status).toBe(400);
  });

  it('corrected by the teacher is new for who has not begun, and offered to who has, with their answers', async () => {
    const { id, at, correct } = await anIssuedSheet();
    const [bao, hana] = [await server.person('bao'), await server.person('hana')];
    for (const student of [bao, hana]) await student.post(`${work(id)}/look`);
    await bao.put(at, { text: sheetOf(space('a', p('1.20 m'))), version: 0 });
    const corrected = sheetOf(p('Depth in the deepest place:'), space('a'), space('c'));
    expect((await correct(corrected)).status).toBe(200);
    await hana.post(`${work(id)}/look`);
    expect((await hana.get(work(id))).body.sheets[0]).toMatchObject({ begun: false, text: corrected, corrected: null });
    const mine = (await bao.get(work(id))).body.sheets[0];
    expect([mine.text.content[0], mine.corrected]).toEqual([p('Depth in the middle:'), corrected]);
    const taken = await bao.post(`${at}/correction`, { version: mine.version });
    expect(taken.body).toMatchObject({
      corrected: null,
      text: sheetOf(p('Depth in the deepest place:'), space('a', p('1.20 m')), space('c')),
    });
    // The sheet as it was is a version.
    const versions = (await bao.get(`${work(id)}/versions`)).body;
    const before = versions.find((one: { kind: string }) => one.kind === 'kept');
    expect((await bao.get(`${work(id)}/versions/${before.id}`)).body.sheets[0].text.content[0]).toEqual(p('Depth in the middle:'));
  });

  it('without marked spaces can be written on anywhere, and a correction that touches the same words loses nothing', async () => {
    const { id, at, correct } = await anIssuedSheet(doc('Name:\nDepth:'));
    const bao = await server.person('bao');
    await bao.post(`${work(id)}/look`);
    await bao.put(at, { text: doc('Name: Bao\nDepth: 1.20 m'), version: 0 });
    await correct(doc('Name and class:\nDepth:'));
    const taken = await bao.post(`${at}/correction`, { version: 1 });
    expect(JSON.stringify(taken.body.text)).toContain('Name and class:');
    expect(JSON.stringify(taken.body.text)).toContain('1.20 m');
  });

  it('is handed in as it stands, with a fingerprint, and nothing else is needed', async () => {
    const { id, at, finch } = await anIssuedSheet();
    const bao = await server.person('bao');
    await bao.post(`${work(id)}/look`);
    expect((await bao.post(`${work(id)}/hand-in`)).body.type).toBe('piece.empty');
    await bao.put(at, { text: sheetOf(space('a', p('1.20 m'))), version: 0 });
    const receipt = (await bao.post(`${work(id)}/hand-in`)).body;
    expect(receipt.sheets).toMatchObject([{ title: 'Depths', fingerprint: expect.stringMatching(/^[0-9a-f]{64}$/) }]);
    const desk = (await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body;
    expect(JSON.stringify(desk.handIn.sheets)).toContain('1.20 m');
  });
});

describe('versions', () => {
  it('keep one of each five minutes of typing, every hand-in, and what was there before a restore', async () => {
    const { id } = await school.issued();
    const bao = await server.person('bao');
    for (const [index, text] of ['one', 'one two', 'one two three'].entries()) {
      await textOn(bao, id, text, index);
      server.clock.now += MINUTE;
    }
    server.clock.now += 5 * MINUTE;
    await textOn(bao, id, 'something else', 3);
    const listed = (await bao.get(`${work(id)}/versions`)).body as { id: string; kind: string; words: number; by: string }[];
    expect(listed.map((one) => [one.kind, one.words, one.by])).toEqual([
      ['saved', 2, 'Bao Lind'],
      ['saved', 3, 'Bao Lind'],
    ]);
    server.clock.now += MINUTE;
    expect((await bao.post(`${work(id)}/versions/${listed[1]!.id}/restore`)).status).toBe(204);
    expect((await bao.get(work(id))).body.draft.text).toEqual(doc('one two three'));
    await bao.post(`${work(id)}/hand-in`);
    const kinds = ((await bao.get(`${work(id)}/versions`)).body as { kind: string }[]).map((one) => one.kind);
    expect(kinds).toEqual(['handedIn', 'restored', 'kept', 'saved', 'saved']);
  });

  it('bring back files that were taken off since', async () => {
    const { id } = await school.issued();
    const bao = await server.person('bao');
    const file = (await bao.upload(`${work(id)}/files`, Buffer.from('a,b'), 'a.csv')).body;
    server.clock.now += 6 * MINUTE;
    await bao.del(`${work(id)}/files/${file.id}`);
    const versions = (await bao.get(`${work(id)}/versions`)).body as { id: string; files: number }[];
    expect(versions.map((one) => one.files)).toEqual([0, 1]);
    await bao.post(`${work(id)}/versions/${versions[1]!.id}/restore`);
    expect((await bao.get(work(id))).body.draft.files).toMatchObject([{ id: file.id }]);
  });

  it('keep the receipt of every hand-in, also of one that was taken back', async () => {
    const { id } = await school.issued();
    const bao = await server.person('bao');
    await textOn(bao, id, 'one', 0);
    const first = (await bao.post(`${work(id)}/hand-in`)).body;
    await bao.post(`${work(id)}/take-back`);
    await textOn(bao, id, 'two', 1);
    const second = (await bao.post(`${work(id)}/hand-in`)).body;
    expect([(await bao.get(`${work(id)}/receipts/1`)).body, (await bao.get(`${work(id)}/receipts/2`)).body]).toEqual([first, second]);
    expect([(await bao.get(`${work(id)}/receipts/3`)).status, (await bao.get(`${work(id)}/receipts/none`)).status]).toEqual([404, 404]);
    expect((await (await server.person('hana')).get(`${work(id)}/receipts/1`)).status).toBe(404);
  });

  it('of somebody else, or of nothing, are not there; nor can one be restored once it is handed in', async () => {
    const { id } = await school.issued();
    const [bao, hana] = [await server.person('bao'), await server.person('hana')];
    await textOn(bao, id, 'mine', 0);
    const [version] = (await bao.get(`${work(id)}/versions`)).body as [{ id: string }];
    await textOn(hana, id, 'hers', 0);
    expect((await hana.get(`${work(id)}/versions/${version.id}`)).status).toBe(404);
    expect((await hana.post(`${work(id)}/versions/${version.id}/restore`)).status).toBe(404);
    await bao.post(`${work(id)}/hand-in`);
    expect((await bao.post(`${work(id)}/versions/${version.id}/restore`)).body.type).toBe('piece.alreadyIn');
  });

  it('keep both where one text was chosen instead of another', async () => {
    const { id } = await school.issued();
    const bao = await server.person('bao');
    await textOn(bao, id, 'by phone', 0);
    await bao.put(`${work(id)}/text`, { text: doc('at the desk'), version: 1, keepBefore: true });
    const versions = (await bao.get(`${work(id)}/versions`)).body as { id: string; kind: string }[];
    const kept = versions.find((one) => one.kind === 'kept')!;
    expect((await bao.get(`${work(id)}/versions/${kept.id}`)).body.text).toEqual(doc('by phone'));
  });

  it('are seen by the teacher with their times, the draft as it is written too', async () => {
    const { id } = await school.issued();
    const [bao, finch] = [await server.person('bao'), await server.person('finch')];
    await textOn(bao, id, 'so far', 0);
    const at = `/api/assignments/${id}/pieces/${school.bao.id}`;
    const followed = (await finch.get(`${at}/draft`)).body;
    expect(followed).toMatchObject({
      draft: { text: doc('so far') },
      row: { state: 'started', collecting: { words: 2, activeAt: server.clock.now } },
      versions: [{ kind: 'saved' }],
    });
    expect((await finch.get(`${at}/versions/${followed.versions[0].id}`)).body.text).toEqual(doc('so far'));
  });
});

describe('what a student says of their own work', () => {
  it('how it went is said after handing in, for the teacher and nobody else', async () => {
    const { id } = await school.issued();
    const [bao, finch, hana] = [await server.person('bao'), await server.person('finch'), await server.person('hana')];
    const say = () => bao.put(`${work(id)}/went`, { how: 'hardGoing', line: 'the scale' });
    expect((await say()).body.type).toBe('piece.notHandedIn');
    expect((await bao.put(`${work(id)}/went`, { how: 'splendid', line: '' })).status).toBe(400);
    await textOn(bao, id, 'done', 0);
    await bao.post(`${work(id)}/hand-in`);
    expect((await say()).status).toBe(204);
    expect((await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row.collecting.went).toEqual({
      how: 'hardGoing',
      line: 'the scale',
    });
    expect((await hana.get(work(id))).body.went).toBeNull();
  });

  it('a check of oneself takes only levels that the rubric has', async () => {
    const level = (id: string, points: number) => ({ id, name: id, descriptor: '', points, upTo: null });
    const rubric = {
      name: 'Notes',
      criteria: [{ id: 'c1', name: 'Evidence', weight: 1000, aims: [], levels: [level('l1', 0), level('l2', 4000)] }],
    };
    const { id } = await school.issued({ scoring: { by: 'rubric', rubric, shelfId: null } });
    const [bao, finch] = [await server.person('bao'), await server.person('finch')];
    const check = (levelId: string) => bao.put(`${work(id)}/self-check`, { choices: { c1: { levelId, points: 4000 } } });
    expect((await check('l9')).body.type).toBe('score.noSuchChoice');
    expect((await check('l2')).status).toBe(204);
    const [row] = (await finch.get(`/api/assignments/${id}/pieces`)).body.rows;
    expect([row.collecting.selfCheck, row.score]).toEqual([{ c1: { levelId: 'l2', points: 4000 } }, null]);
  });

  it('late, sent back with a new date and late again costs the same on the page, in progress and in the result', async () => {
    const { id, due } = await school.issued({ title: 'Twice late' });
    const [bao, finch] = [await server.person('bao'), await server.person('finch')];
    const [work, at] = [`/api/my/work/${id}`, `/api/assignments/${id}/pieces/${school.bao.id}`];
    const handIn = async () => {
      await bao.put(`${work}/text`, { text: doc(String(server.clock.now)), version: (await bao.get(work)).body.draft.version });
      expect((await bao.post(`${work}/hand-in`)).status).toBe(201);
    };
    const version = async () => (await finch.get(at)).body.row.version;
    server.clock.now = due! + 25 * HOUR;
    await handIn();
    const newDue = due! + 2 * DAY;
    expect((await finch.post(`${at}/send-back`, { reason: 'again', newDue, version: await version() })).status).toBe(200);
    server.clock.now = newDue + HOUR;
    // Two days begun before it was sent back; of the new date it is an hour late.
    expect((await bao.get(work)).body.lateNow).toMatchObject({ lateBy: 25 * HOUR, takenOff: 2000, grows: false });
    expect((await bao.get('/api/my/progress')).body[0].pieces.find((one: { id: string }) => one.id === id).lateCost).toBe(2000);
    await handIn();
    await finch.put(`${at}/score`, { earned: 15_000, chosen: null, remark: doc(''), version: await version() });
    expect((await finch.get(at)).body.row.score).toMatchObject({ earned: 15_000, takenOff: 2000, effective: 13_000 });
  });

  it('after a send-back the new date is the one that counts on My work', async () => {
    const { id } = await school.issued();
    const [bao, finch] = [await server.person('bao'), await server.person('finch')];
    await textOn(bao, id, 'half', 0);
    await bao.post(`${work(id)}/hand-in`);
    const at = `/api/assignments/${id}/pieces/${school.bao.id}`;
    const newDue = server.clock.now + 20 * DAY;
    await finch.post(`${at}/send-back`, { reason: 'label it', newDue, version: (await finch.get(at)).body.row.version });
    const [piece] = (await bao.get('/api/my/work')).body.pieces;
    expect([piece.state, piece.againBy, piece.place]).toEqual(['sentBack', newDue, 'doNow']);
  });
});
