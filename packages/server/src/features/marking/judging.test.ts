import type { Rubric } from '@jolly/core';
import type { DeskPieceReply, OutcomeReply, PileDeskReply, SecondReply } from '../../contract';
import { aSchool, aServer, doc, HOUR, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const at = (path: string) => `/api/assignments/${id}/${path}`;
const piece = (studentId: string) => at(`pieces/${studentId}`);
async function handIn(name: 'bao' | 'hana', file?: string) {
  const student = await server.person(name);
  await student.put(`/api/my/work/${id}/text`, { text: doc(`The words of ${name === 'bao' ? 'one' : 'another'}`), version: 0 });
  if (file) await student.upload(`/api/my/work/${id}/files`, Buffer.from('a,b'), file);
  expect((await student.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
  return student;
}

describe('with names hidden', () => {
  const PRIVATE = () => [school.bao.id, school.hana.id, 'Bao', 'Hana', 'Lind', 'bao.lind'];
  const leaks = (body: unknown, text = JSON.stringify(body)) => PRIVATE().filter((word) => text.includes(word));

  beforeEach(async () => {
    ({ id } = await school.issued({ due: server.clock.now - HOUR }));
    await handIn('bao', 'Bao Lind homework.csv');
    await handIn('hana');
    const finch = await server.person('finch');
    expect((await finch.put(at('marking'), { namesHidden: true })).status).toBe(204);
  });

  it('nothing that whoever marks is told says whose a piece is', async () => {
    const finch = await server.person('finch');
    const { rows } = (await finch.get(at('pile'))).body as PileDeskReply;
    expect(rows).toHaveLength(2);
    const replies: unknown[] = [rows];
    for (const [index, row] of rows.entries()) {
      const path = piece(row.student.id);
      const { version } = row;
      const look = (await finch.get(path)).body as DeskPieceReply;
      replies.push(look, (await finch.get(`${path}/rounds/1`)).body);
      replies.push(
        (await finch.put(`${path}/score`, { earned: 12_000, chosen: null, remark: doc(index === 0 ? 'Well done, {name}.' : ''), version }))
          .body,
      );
      replies.push((await finch.put(`${path}/score`, { earned: 13_000, chosen: null, remark: doc(''), version })).body);
      if (index === 0) replies.push((await finch.upload(`${path}/feedback-files?as=voice`, Buffer.from('RIFFx'), 'a.webm')).body);
      replies.push((await finch.put(`${path}/waiver`, { waives: true, reason: '' })).body);
      for (const file of look.handIn!.files) {
        const fetched = await finch.get(`/api/files/${file.id}`);
        expect(fetched.headers['content-disposition']).toContain('File 1.csv');
        replies.push(fetched.headers);
      }
    }
    for (const path of ['across', 'outcome', 'seconds', 'rescoring']) replies.push((await finch.get(at(path))).body);
    const half = (await finch.post(at('return'), { studentIds: 'allHeld' })).body;
    expect(half.type).toBe('return.doubtful');
    for (const reply of [...replies, half]) expect(leaks(reply)).toEqual([]);
    // Late is said, by how much is not: that stands beside the name elsewhere.
    expect(rows.map((row) => [row.state, row.lateBy, row.handedInAt])).toEqual([
      ['inLate', 0, null],
      ['inLate', 0, null],
    ]);
  });

  it('nothing beside a name says what it was given, nor when', async () => {
    const finch = await server.person('finch');
    const named = async () => [
      (await finch.get(at('pieces'))).body.rows,
      (await finch.get(at(`pieces/changed?of=${school.bao.id},${school.hana.id}`))).body,
      (await finch.get(at(`pieces/${school.bao.id}/draft`))).body.row,
      (await finch.get(`/api/classes/${school.rivers}/progress`)).body,
      (await finch.get(`/api/classes/${school.rivers}/progress/${school.bao.id}`)).body,
    ];
    const before = await named();
    const { live } = server.services;
    const heard: unknown[] = [];
    const stop = await live.listen({ kind: 'assignment', id }, (changed) => heard.push(changed));
    const [row] = ((await finch.get(at('pile'))).body as PileDeskReply).rows;
    await finch.put(`${piece(row!.student.id)}/score`, { earned: 12_000, chosen: null, remark: doc('x'), version: row!.version });
    await live.poll();
    stop();
    expect(heard).toEqual([]);
    expect(await named()).toEqual(before);
    expect((await finch.get(piece(school.bao.id))).status).toBe(404);
    expect(
      (await finch.put(at('scores'), { scores: [{ studentId: school.bao.id, version: 1, earned: 1000, chosen: null }] })).body.type,
    ).toBe('marking.nameless');
  });

  it('a returned piece has its name again, and the other still has none', async () => {
    const finch = await server.person('finch');
    const [first] = ((await finch.get(at('pile'))).body as PileDeskReply).rows;
    await finch.put(`${piece(first!.student.id)}/score`, {
      earned: 12_000,
      chosen: null,
      remark: doc('Well done, {name}.'),
      version: first!.version,
    });
    expect((await finch.post(at('return'), { studentIds: [first!.student.id] })).body.returned).toEqual([first!.student.id]);
    const { rows } = (await finch.get(at('pile'))).body as PileDeskReply;
    expect(rows.map((row) => [row.nameless, row.student.familyName]).sort()).toEqual([
      [false, 'Lind'],
      [true, ''],
    ]);
    expect((await finch.get(piece(first!.student.id))).status).toBe(404);
    await finch.put(at('marking'), { namesHidden: false });
    expect(((await finch.get(at('pile'))).body as PileDeskReply).rows.map((row) => row.student.givenName).sort()).toEqual(['Bao', 'Hana']);
  });
});

describe('a second marker', () => {
  it('scores without seeing the first, then both see both, and what they agree on is the score', async () => {
    ({ id } = await school.issued());
    await handIn('bao');
    const [finch, lund, bao] = [await server.person('finch'), await server.person('lund'), school.bao.id];
    const { version } = ((await finch.get(piece(bao))).body as DeskPieceReply).row;
    await finch.post(`${piece(bao)}/notes`, {
      version: 1,
      place: { kind: 'text', part: 'text', start: 0, end: 3, quote: 'The', before: '', after: ' words of one\n' },
      text: 'Fine',
    });
    await finch.put(`${piece(bao)}/score`, { earned: 12_000, chosen: null, remark: doc('Good'), version });
    expect((await finch.put(at('marking'), { secondMarker: school.stranger.id })).status).toBe(404);
    await finch.put(at('marking'), { secondMarker: school.lund.id });
    const blind = (await lund.get(piece(bao))).body as DeskPieceReply;
    expect(blind).toMatchObject({ blind: true, row: { score: null }, notes: [], before: [], second: null });
    for (const path of ['pile', 'pieces']) expect((await lund.get(at(path))).body.rows[0].score).toBeNull();
    expect(
      (await lund.put(`${piece(bao)}/score`, { earned: 1_000, chosen: null, remark: doc(''), version: blind.row.version })).body.type,
    ).toBe('score.blind');
    expect((await finch.put(`${piece(bao)}/second-score`, { earned: 1_000, chosen: null, remark: '' })).body.type).toBe('score.notSecond');
    expect((await finch.put(`${piece(bao)}/agreed-score`, { earned: 1_000, chosen: null, version: blind.row.version })).body.type).toBe(
      'score.noFirst',
    );
    const given = (await lund.put(`${piece(bao)}/second-score`, { earned: 15_000, chosen: null, remark: 'Better than that' }))
      .body as DeskPieceReply;
    expect(given).toMatchObject({ blind: false, row: { score: { earned: 12_000 } }, second: { earned: 15_000, by: 'lund Test' } });
    expect((await finch.get(at('seconds'))).body as SecondReply).toMatchObject({
      open: 0,
      pieces: [{ first: { earned: 12_000, by: 'finch Test' }, second: { earned: 15_000 }, differ: 3_000 }],
    });
    const agreed = (await lund.put(`${piece(bao)}/agreed-score`, { earned: 14_000, chosen: null, version: given.row.version }))
      .body as DeskPieceReply;
    expect(agreed).toMatchObject({
      row: { held: true, score: { earned: 14_000, remark: doc('Good') } },
      second: { agreedAt: server.clock.now },
    });
    expect(agreed.before).toMatchObject([{ kind: 'scored', earned: 12_000 }]);
  });
});

describe('how the marking went', () => {
  it('counts scores, criteria and remarks, and gives the drift of whoever asks', async () => {
    const level = (levelId: string, points: number) => ({ id: levelId, name: levelId, descriptor: '', points, upTo: null });
    const rubric: Rubric = {
      name: '',
      criteria: [{ id: 'c', name: 'Terms', weight: 1000, aims: [], levels: [level('low', 5_000), level('high', 20_000)] }],
    };
    ({ id } = await school.issued({ scoring: { by: 'rubric', rubric, shelfId: null } }));
    await handIn('bao');
    await handIn('hana');
    const finch = await server.person('finch');
    const remark = (
      await finch.post('/api/remarks', { text: 'Name it, {name}.', folder: 'Terms', aim: '', criterion: 'Terms', shared: true })
    ).body;
    for (const [student, levelId, points] of [[school.bao.id, 'low', 5_000] as const, [school.hana.id, 'high', 20_000] as const]) {
      const { version } = ((await finch.get(piece(student))).body as DeskPieceReply).row;
      const score = {
        earned: null,
        chosen: { by: 'rubric', choices: { c: { levelId, points } } },
        remark: doc('Name it, {name}.'),
        words: { c: 'See page 3' },
        remarks: [remark.id],
        version,
      };
      expect((await finch.put(`${piece(student)}/score`, score)).body.row.score.words).toEqual({ c: 'See page 3' });
    }
    expect((await finch.get(at('outcome'))).body as OutcomeReply).toMatchObject({
      students: 2,
      scored: 2,
      mean: 12_500,
      middle: 12_500,
      spread: [0, 0, 1, 0, 0, 0, 0, 0, 0, 1],
      criteria: [{ name: 'Terms', meanPercent: 62_500, levels: [{ count: 1 }, { count: 1 }] }],
      remarks: [{ text: 'Name it, {name}.', uses: 2 }],
      drift: null,
    });
    expect((await finch.get(at('across'))).body.pieces).toHaveLength(2);
    // A colleague uses what is shared, and cannot change it.
    const lund = await server.person('lund');
    expect((await lund.get('/api/remarks')).body).toMatchObject([{ text: 'Name it, {name}.', uses: 2, own: false, owner: 'finch Test' }]);
    expect((await lund.del(`/api/remarks/${remark.id}`)).status).toBe(404);
  });

  it('says how long a pile takes at one’s own pace, once there is one', async () => {
    ({ id } = await school.issued({ how: 'inClass' }));
    const finch = await server.person('finch');
    expect((await finch.get(at('pile'))).body.pace).toBeNull();
    for (const [index, earned] of [10_000, 11_000, 12_000, 13_000].entries()) {
      server.clock.now += (index + 1) * 60_000;
      const { version } = ((await finch.get(piece(school.bao.id))).body as DeskPieceReply).row;
      await finch.put(`${piece(school.bao.id)}/score`, { earned, chosen: null, remark: doc(''), version });
    }
    expect((await finch.get(at('pile'))).body.pace).toBe(3 * 60_000);
  });
});

describe('saved remarks', () => {
  it('are kept once, changed as they were seen, and gone when let go', async () => {
    const finch = await server.person('finch');
    const body = { text: 'Label both axes.', folder: 'Graphs', aim: '', criterion: '', shared: false };
    const { id: remarkId } = (await finch.post('/api/remarks', body)).body;
    expect((await finch.post('/api/remarks', { ...body, folder: 'Elsewhere' })).body.id).toBe(remarkId);
    expect((await (await server.person('lund')).get('/api/remarks')).body).toEqual([]);
    expect((await finch.put(`/api/remarks/${remarkId}`, { ...body, text: 'Label each axis.', version: 1 })).body).toMatchObject({
      text: 'Label each axis.',
      version: 2,
    });
    expect((await finch.put(`/api/remarks/${remarkId}`, { ...body, version: 1 })).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { text: 'Label each axis.' },
    });
    expect((await finch.post('/api/remarks', { ...body, text: ' ' })).status).toBe(400);
    expect((await finch.del(`/api/remarks/${remarkId}`)).status).toBe(204);
    expect((await finch.get('/api/remarks')).body).toEqual([]);
  });
});
