import { textPlace, type Place } from '@jolly/core';
import type { DeskPieceReply, HeldPile, MarginNote } from '../../contract';
import { anAssignment, aSchool, aServer, DAY, doc, HOUR, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued());
});
afterEach(() => server.close());

const WORDS = 'The outside of the bend wears away. The water is fast there.';
const piece = (studentId = school.bao.id) => `/api/assignments/${id}/pieces/${studentId}`;
const own = () => `/api/my/work/${id}`;
const place = (quote: string, text = `${WORDS}\n`) => textPlace('text', text, text.indexOf(quote), text.indexOf(quote) + quote.length);
const look = async (name = 'finch', path = piece()) => (await (await server.person(name)).get(path)).body as DeskPieceReply;

async function handIn(name: 'bao' | 'hana' = 'bao', text = WORDS) {
  const student = await server.person(name);
  const { version } = (await student.get(own())).body.draft;
  await student.put(`${own()}/text`, { text: doc(text), version });
  await student.post(`${own()}/hand-in`);
  return student;
}
async function note(quote = 'wears away', more: object = {}): Promise<MarginNote> {
  const reply = await (
    await server.person('finch')
  ).post(`${piece()}/notes`, { version: 1, place: place(quote), text: 'How do you know, {name}?', ...more });
  expect(reply.status).toBe(201);
  server.clock.now += 1;
  return (reply.body as MarginNote[]).at(-1)!;
}
async function score(more: object = {}, path = piece()) {
  return (await server.person('finch')).put(`${path}/score`, {
    earned: 15_000,
    chosen: null,
    remark: doc('Well seen, {name}.'),
    version: (await look('finch', path)).row.version,
    ...more,
  });
}
const giveBack = async (more: object = {}) =>
  (await server.person('finch')).post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true, ...more });

describe('margin notes', () => {
  it('are the teacher’s until the piece is returned, then the student’s, by name', async () => {
    const bao = await handIn();
    await note();
    await score();
    expect((await bao.get(own())).body).toMatchObject({ notes: [], marked: null });
    await giveBack();
    expect((await bao.get(own())).body).toMatchObject({
      notes: [{ text: 'How do you know, Bao?', place: { quote: 'wears away' }, here: { start: 24 }, shown: true }],
      piece: { returned: { remark: doc('Well seen, Bao.') } },
      marked: { version: 1 },
    });
  });

  it('can be said aloud, and are heard by whoever may read them', async () => {
    const bao = await handIn();
    const [finch, hana] = [await server.person('finch'), await server.person('hana')];
    const spoken = (await finch.upload('/api/files', Buffer.from('OggS said'), 'said.ogg')).body;
    const added = await note('bend', { text: '', spoken });
    expect([added.text, added.spoken]).toEqual(['', spoken]);
    const hears = async (who: typeof bao) => (await who.get(`/api/files/${spoken.id}`)).status;
    expect([await hears(finch), await hears(bao)]).toEqual([200, 404]);
    await score();
    await giveBack();
    expect([await hears(bao), await hears(hana)]).toEqual([200, 404]);
    expect((await bao.get(own())).body.notes[0].spoken).toEqual(spoken);
    // Somebody else's file is not to be heard by being put into a note.
    const foreign = (await bao.upload(`/api/my/work/${id}/messages/files`, Buffer.from('OggS mine'), 'mine.ogg')).body;
    const stolen = await finch.post(`${piece()}/notes`, {
      version: 1,
      place: place('bend'),
      text: '',
      spoken: { ...spoken, id: foreign.id },
    });
    expect(stolen.body.type).toBe('file.notYours');
  });

  it('are pinned to what is there, and only to that', async () => {
    await handIn();
    const finch = await server.person('finch');
    const put = (place: Place, version = 1, text = 'x') => finch.post(`${piece()}/notes`, { version, place, text });
    expect((await put({ ...place('bend'), quote: 'band' })).body.type).toBe('note.noSuchPlace');
    expect((await put({ kind: 'area', fileId: school.bao.id, page: 1, x: 1, y: 1, width: 0, height: 0 })).body.type).toBe(
      'note.noSuchPlace',
    );
    expect((await put(place('bend'), 2)).body.type).toBe('note.noSuchPlace');
    expect((await put(place('bend'), 1, ' ')).body.type).toBe('note.empty');
    expect((await put({ kind: 'area', fileId: 'x', page: 0, x: 2000, y: 1, width: 0, height: 0 })).status).toBe(400);
  });

  it('can be changed until they are read, by whoever wrote them', async () => {
    await handIn();
    const { id: noteId, edition, place: at } = await note();
    const [finch, lund] = [await server.person('finch'), await server.person('lund')];
    const change = { text: 'Say how.', place: at, edition };
    expect((await lund.put(`${piece()}/notes/${noteId}`, change)).body.type).toBe('note.notYours');
    expect((await finch.put(`${piece()}/notes/${noteId}`, change)).body).toMatchObject([{ text: 'Say how.', edition: 2 }]);
    expect((await finch.put(`${piece()}/notes/${noteId}`, change)).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { text: 'Say how.' },
    });
    await score();
    await giveBack();
    expect((await finch.put(`${piece()}/notes/${noteId}`, { ...change, edition: 2 })).body.type).toBe('note.shown');
    expect((await finch.del(`${piece()}/notes/${noteId}`)).body.type).toBe('note.shown');
    const { id: other } = await note('fast');
    expect((await finch.del(`${piece()}/notes/${other}`)).body).toHaveLength(1);
  });

  it('one that is added after the return is held until the next, and tells the student once more', async () => {
    const bao = await handIn();
    await score();
    await giveBack();
    await note();
    expect((await look()).row.held).toBe(true);
    expect((await bao.get(own())).body.notes).toEqual([]);
    await giveBack();
    expect((await bao.get(own())).body.notes).toHaveLength(1);
    expect((await bao.get('/api/news')).body.news.map((one: { kind: string }) => one.kind).sort()).toEqual(['corrected', 'returned']);
  });

  it('are answered from both sides, each told once, with what is unread', async () => {
    const bao = await handIn();
    const { id: noteId } = await note();
    expect((await bao.post(`${own()}/notes/${noteId}/answers`, { text: 'too early' })).status).toBe(404);
    await score();
    await giveBack();
    server.clock.now += 1000;
    expect((await bao.post(`${own()}/notes/${noteId}/answers`, { text: 'We measured it.' })).status).toBe(204);
    const finch = await server.person('finch');
    expect((await look()).row.collecting.unreadNotes).toBe(1);
    expect((await look()).notes[0]!.answers).toMatchObject([{ by: 'Bao Lind', text: 'We measured it.', unread: true }]);
    expect((await finch.get('/api/news')).body.news).toMatchObject([{ kind: 'noteAnswer', who: 'Bao Lind', studentId: school.bao.id }]);
    server.clock.now += 1000;
    await finch.post(`${piece()}/notes/read`);
    expect((await look()).row.collecting.unreadNotes).toBe(0);
    await finch.post(`${piece()}/notes/${noteId}/answers`, { text: 'Then write that, {name}.' });
    expect((await bao.get('/api/my/work')).body.pieces).toMatchObject([{ unread: 1 }]);
    expect((await bao.get(own())).body).toMatchObject({
      unreadNotes: 1,
      notes: [{ answers: [{ mine: true }, { text: 'Then write that, Bao.', unread: true }] }],
    });
    await bao.post(`${own()}/notes/read`);
    expect((await bao.get(own())).body.unreadNotes).toBe(0);
    await bao.put(`${own()}/notes/${noteId}/settled`, { settled: true });
    expect((await look()).notes[0]!.settledAt).not.toBeNull();
    expect((await finch.put(`${piece()}/notes/${noteId}/settled`, { settled: false })).body).toMatchObject([{ settledAt: null }]);
    const otto = await server.person('otto');
    expect((await otto.post(`${own()}/notes/${noteId}/answers`, { text: 'x' })).status).toBe(404);
  });

  it('stay in their version, and stand at the same words of a later one where these still are', async () => {
    const bao = await handIn();
    await note('wears away');
    await note('The water is fast there.');
    const finch = await server.person('finch');
    await finch.post(`${piece()}/send-back`, { reason: 'Say how fast', newDue: null, version: (await look()).row.version });
    // Sent back, the notes are there to work by.
    expect((await bao.get(own())).body).toMatchObject({ notes: [{}, {}], marked: { version: 1 }, handIn: null });
    await handIn('bao', 'First: the outside of the bend wears away. It ran at 0.4 m/s.');
    const { notes, handIn: now } = await look();
    expect(now!.version).toBe(2);
    expect(notes.map((one) => [one.version, one.here && 'start' in one.here ? one.here.start : null])).toEqual([
      [1, 31],
      [1, null],
    ]);
    const before = (await finch.get(`${piece()}/rounds/1`)).body;
    expect([before.handIn.text, before.notes.length]).toEqual([doc(WORDS), 2]);
    expect((await finch.get(`${piece()}/rounds/9`)).status).toBe(404);
  });

  it('three hundred of them are there in one answer and a fixed number of queries; the five hundred and first is refused', async () => {
    await handIn();
    const finch = await server.person('finch');
    await note();
    const queriesOf = async () => {
      server.queries.length = 0;
      await finch.get(piece());
      return server.queries.length;
    };
    const few = await queriesOf();
    const [row] = (await server.sequelize.query('SELECT * FROM margin_notes'))[0] as { id: string }[];
    const more = (count: number) =>
      server.sequelize.query(
        `INSERT INTO margin_notes SELECT UUID(), work_id, version_no, place, text, by_user, at, shown_at, settled_at, settled_by, version, spoken FROM margin_notes, seq_1_to_${count} WHERE id = '${row!.id}'`,
      );
    await more(299);
    expect((await look()).notes).toHaveLength(300);
    expect(await queriesOf()).toBe(few);
    await more(200);
    expect((await finch.post(`${piece()}/notes`, { version: 1, place: place('bend'), text: 'x' })).body.type).toBe('note.tooMany');
  });
});

describe('what goes beside a score', () => {
  it('an adjustment has its reason, is never more than was earned, and the student reads both', async () => {
    const bao = await handIn();
    expect((await score({ adjust: { by: -1_000, reason: ' ' } })).body.type).toBe('score.noReason');
    expect((await score({ adjust: { by: -16_000, reason: 'Copied' } })).body.type).toBe('score.negative');
    expect((await score({ adjust: { by: 6_000, reason: 'Extra' } })).body.type).toBe('score.aboveMaximum');
    expect((await score({ adjust: { by: -1_000, reason: 'No units' } })).body.row.score).toMatchObject({
      earned: 14_000,
      adjust: { by: -1_000, reason: 'No units' },
    });
    await giveBack();
    expect((await bao.get(own())).body.piece.returned).toMatchObject({ earned: 14_000, adjust: { reason: 'No units' } });
  });

  it('a voice remark goes with the return, and a new one replaces it until then', async () => {
    const bao = await handIn();
    const finch = await server.person('finch');
    const speak = (name: string) => finch.upload(`${piece()}/feedback-files?as=voice`, Buffer.from(`RIFF${name}`), name);
    await speak('first.webm');
    const { row } = (await speak('second.webm')).body as DeskPieceReply;
    expect(row.collecting.feedbackFiles).toMatchObject([{ name: 'second.webm', kind: 'voice', returned: false }]);
    const wrong = (await finch.upload(`${piece()}/feedback-files?as=file`, Buffer.from('of somebody else'), 'wrong.txt'))
      .body as DeskPieceReply;
    const { id: wrongId } = wrong.row.collecting.feedbackFiles.find((one) => one.kind === 'file')!;
    expect((await finch.del(`${piece()}/feedback-files/${wrongId}`)).body.row.collecting.feedbackFiles).toMatchObject([{ kind: 'voice' }]);
    const fileId = row.collecting.feedbackFiles[0]!.id;
    expect((await bao.get(`/api/files/${fileId}`)).status).toBe(404);
    expect((await score({ earned: null, remark: doc('') })).status).toBe(200);
    expect((await giveBack({ confirmed: false })).status).toBe(200);
    expect((await bao.get(`/api/files/${fileId}`)).status).toBe(200);
    expect((await bao.get(own())).body.feedbackFiles).toMatchObject([{ kind: 'voice' }]);
    expect((await finch.del(`${piece()}/feedback-files/${fileId}`)).status).toBe(404);
  });

  it('waives what being late costs, and takes that back', async () => {
    server.clock.now = anAssignment().due! + HOUR;
    await handIn();
    expect((await look()).late).toMatchObject({ lateBy: HOUR, rule: { kind: 'perDay' }, waived: false });
    expect((await score()).body.row.score).toMatchObject({ takenOff: 1_000, effective: 14_000 });
    const finch = await server.person('finch');
    const waive = async (waives: boolean) => (await finch.put(`${piece()}/waiver`, { waives, reason: 'The bus broke down' })).body.row;
    expect(await waive(true)).toMatchObject({
      score: { takenOff: 0, effective: 15_000 },
      exception: { waivesLate: true, reason: 'The bus broke down' },
    });
    expect(await waive(false)).toMatchObject({ score: { takenOff: 1_000 }, exception: null });
  });

  it.each([
    ['latest', 12_000, 11_000],
    ['best', 16_000, 15_000],
    ['mean', 14_000, 13_000],
  ] as const)('of two scored rounds the %s counts', async (roundRule, counted, effective) => {
    ({ id } = await school.issued({ roundRule }));
    server.clock.now = anAssignment().due! + HOUR;
    const bao = await handIn();
    const finch = await server.person('finch');
    const first = (await score({ earned: 16_000 })).body as DeskPieceReply;
    await finch.post(`${piece()}/send-back`, { reason: 'Again', newDue: null, version: first.row.version });
    await handIn('bao', 'Once more.');
    expect((await look()).row.state).toBe('inLate');
    expect((await score({ earned: 12_000 })).body.row.score).toMatchObject({
      earned: 12_000,
      rounds: [16_000],
      counted,
      takenOff: 1_000,
      effective,
    });
    // Scored again in the same round, the round still has one score.
    expect((await score({ earned: 12_000 })).body.row.score.rounds).toEqual([16_000]);
    await giveBack();
    expect((await bao.get(own())).body.piece.returned).toMatchObject({ earned: 12_000, rounds: [16_000], counted, effective });
    expect((await bao.get('/api/my/progress')).body[0].view.standing).toMatchObject({ earned: effective });
  });
});

describe('returning', () => {
  it('says first what has no words, and then does as it is told', async () => {
    await handIn();
    await score({ remark: doc('') });
    const refused = await giveBack({ confirmed: false });
    expect([refused.status, refused.body.type, refused.body.current]).toEqual([
      409,
      'return.doubtful',
      { incomplete: [], wordless: [school.bao.id] },
    ]);
    await note();
    expect((await giveBack({ confirmed: false })).body.returned).toEqual([school.bao.id]);
  });

  it('over several assignments is one act: looked at before, all of it or nothing, each told once', async () => {
    await handIn();
    await score();
    const finch = await server.person('finch');
    const { id: second } = await school.issued({ title: 'Second', how: 'inClass' });
    const scores = [{ studentId: school.hana.id, version: 0, earned: 9_000, chosen: null }];
    await finch.put(`/api/assignments/${second}/scores`, { scores });
    const look = async (who = finch) => (await who.get('/api/held')).body as HeldPile[];
    const piles = await look();
    expect(piles.map((one) => [one.title, one.pieces.map((piece) => [piece.givenName, piece.counted]), one.doubts.wordless])).toEqual([
      ['Meander notes', [['Bao', 15_000]], []],
      ['Second', [['Hana', 9_000]], [school.hana.id]],
    ]);
    expect(await look(await server.person('stranger'))).toEqual([]);
    const returns = piles.map(({ assignmentId, pieces }) => ({ assignmentId, studentIds: pieces.map((piece) => piece.id) }));
    const asked = await finch.post('/api/returns', { returns });
    expect([asked.status, asked.body.type, asked.body.current]).toEqual([
      409,
      'return.doubtful',
      { incomplete: [], wordless: [school.hana.id] },
    ]);
    expect((await finch.post('/api/returns', { returns, at: server.clock.now })).body.type).toBe('return.past');
    expect((await look()).length).toBe(2);
    // With an assignment of somebody else among them nothing goes back.
    const theirs = (await (await server.person('stranger')).post('/api/returns', { returns, confirmed: true })).status;
    expect([theirs, (await look()).length]).toEqual([404, 2]);
    expect((await finch.post('/api/returns', { returns, confirmed: true })).body).toEqual({ returned: 2, timed: [] });
    expect((await finch.post('/api/returns', { returns, confirmed: true })).body.type).toBe('return.nothingHeld');
    for (const name of ['bao', 'hana'])
      expect(
        (await (await server.person(name)).get('/api/news')).body.news.filter((one: { kind: string }) => one.kind === 'returned'),
      ).toHaveLength(1);
  });

  it('waits for its time, can be called off, and happens once whoever does it', async () => {
    const bao = await handIn();
    await score();
    const finch = await server.person('finch');
    expect((await giveBack({ at: server.clock.now })).body.type).toBe('return.past');
    const at = server.clock.now + DAY;
    const first = (await giveBack({ at })).body;
    expect(first).toMatchObject({ returned: [], timed: { at, students: null } });
    await finch.del(`/api/assignments/${id}/timed-returns/${first.timed.id}`);
    await giveBack({ at, studentIds: [school.bao.id] });
    expect((await finch.get('/api/piles')).body.timed).toMatchObject([{ assignmentId: id, at, students: 1 }]);
    const { returning } = server.services;
    await returning.doTimed(server.clock.now);
    expect((await bao.get(own())).body.piece.state).toBe('in');
    server.clock.now = at;
    await Promise.all([returning.doTimed(at), returning.doTimed(at)]);
    expect((await bao.get(own())).body.piece.state).toBe('returned');
    expect((await bao.get('/api/news')).body.news).toHaveLength(1);
    expect((await finch.get('/api/piles')).body.timed).toEqual([]);
  });

  it('correcting a returned score tells that student alone, and keeps what was before', async () => {
    const [bao, hana] = [await handIn('bao'), await handIn('hana')];
    await score();
    await score({}, piece(school.hana.id));
    await giveBack();
    await score({ earned: 17_000 });
    await giveBack();
    const told = async (person: typeof bao) => (await person.get('/api/news')).body.news.length;
    expect([await told(bao), await told(hana)]).toEqual([2, 1]);
    expect((await look()).before).toMatchObject([
      { kind: 'returned', earned: 17_000 },
      { kind: 'returned', earned: 15_000 },
      { kind: 'scored', earned: 15_000, by: 'finch Test' },
    ]);
  });

  it('a student asks about a score once at a time, and reads the answer with the piece', async () => {
    const bao = await handIn();
    expect((await bao.post(`${own()}/score-questions`, { text: 'Why 15?' })).body.type).toBe('question.notNow');
    await score();
    await giveBack();
    server.clock.now += 1000;
    expect((await bao.get(own())).body.mayQuestion).toBe(true);
    await bao.post(`${own()}/score-questions`, { text: 'Why 15?' });
    expect((await bao.post(`${own()}/score-questions`, { text: 'And?' })).body.type).toBe('question.notNow');
    const finch = await server.person('finch');
    const [asked] = (await finch.get('/api/piles')).body.scoreQuestions;
    expect(asked).toMatchObject({ text: 'Why 15?', student: 'Bao Lind', title: 'Meander notes' });
    const answer = () => finch.post(`${piece()}/score-questions/${asked.id}/answer`, { text: 'The speed is missing.' });
    expect((await answer()).status).toBe(200);
    expect((await answer()).body.type).toBe('question.answered');
    expect((await bao.get(own())).body).toMatchObject({
      mayQuestion: true,
      scoreQuestions: [{ answer: 'The speed is missing.', answeredBy: 'finch Test' }],
    });
    expect((await bao.get('/api/news')).body.news[0]).toMatchObject({ kind: 'scoreAnswered' });
  });
});

describe('the class sheet', () => {
  it('records all scores or none, and says who was changed meanwhile', async () => {
    ({ id } = await school.issued({ how: 'inClass' }));
    const finch = await server.person('finch');
    const put = (scores: object[], more: object = {}) => finch.put(`/api/assignments/${id}/scores`, { scores, ...more });
    const one = (studentId: string, earned: number | null, version = 0) => ({ studentId, version, earned, chosen: null });
    expect((await put([one(school.bao.id, 7_500), one(school.hana.id, 1_000_000_000)])).body.type).toBe('score.aboveMaximum');
    expect((await put([one(school.bao.id, 7_500), one(school.otto.id, 1)])).status).toBe(404);
    const both = await put([{ ...one(school.bao.id, 7_500), remark: doc('Neat') }, one(school.hana.id, null)]);
    expect(both.body.rows.map((row: DeskPieceReply['row']) => [row.score?.earned, row.held])).toEqual([
      [7_500, true],
      [null, true],
    ]);
    await (
      await server.person('lund')
    ).put(`${piece(school.hana.id)}/score`, { earned: 3_000, chosen: null, remark: doc(''), version: both.body.rows[1].version });
    const stale = await put([one(school.bao.id, 8_000, both.body.rows[0].version), one(school.hana.id, 9_000, both.body.rows[1].version)]);
    expect([stale.status, stale.body.current.rows]).toEqual([
      409,
      [expect.objectContaining({ student: expect.objectContaining({ givenName: 'Hana' }) })],
    ]);
    expect((await look()).row.score).toMatchObject({ earned: 7_500, remark: doc('Neat') });
  });
});
