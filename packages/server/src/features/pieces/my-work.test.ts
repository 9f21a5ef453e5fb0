import { createHash, randomUUID } from 'node:crypto';
import { anAssignment, aSchool, aServer, DAY, doc, HOUR, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let id: string;
let work: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued());
  work = `/api/my/work/${id}`;
});
afterEach(() => server.close());
const { due, closes } = anAssignment() as { due: number; closes: number };
const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
const bao = () => server.person('bao');
const facts = async () => {
  const [rows] = await server.sequelize.query('SELECT kind FROM piece_facts ORDER BY seq');
  return (rows as { kind: string }[]).map((row) => row.kind);
};

describe('writing', () => {
  it('is saved as a draft, and beginning is noted once', async () => {
    const student = await bao();
    const first = await student.put(`${work}/text`, { text: doc('The river'), version: 0 });
    expect(first.body).toEqual({ savedAt: server.clock.now, version: 1 });
    await student.put(`${work}/text`, { text: doc('The river bends'), version: 1 });
    expect((await student.get(work)).body).toMatchObject({
      piece: { state: 'started' },
      draft: { text: doc('The river bends'), version: 2 },
    });
    expect(await facts()).toEqual(['opened', 'saved']);
  });

  it('in two tabs shows the later one what the earlier stored', async () => {
    const [one, two] = [await bao(), await bao()];
    await one.put(`${work}/text`, { text: doc('from one tab'), version: 0 });
    const reply = await two.put(`${work}/text`, { text: doc('from the other'), version: 0 });
    expect([reply.status, reply.body.type]).toEqual([409, 'conflict.changedMeanwhile']);
    expect(reply.body.current).toMatchObject({ text: doc('from one tab'), version: 1 });
  });
});

describe('files', () => {
  it('keep their name and bytes, and are known by their fingerprint', async () => {
    const student = await bao();
    const reply = await student.upload(`${work}/files`, PNG, 'Ausflug – Ufer 🌊.png');
    expect(reply.status).toBe(201);
    expect(reply.body).toMatchObject({
      name: 'Ausflug – Ufer 🌊.png',
      size: PNG.length,
      mediaType: 'image/png',
      fingerprint: createHash('sha256').update(PNG).digest('hex'),
    });
    const bytes = await student.get(`/api/files/${reply.body.id}?as=inline`);
    expect(bytes.body).toEqual(PNG);
    expect(bytes.headers['content-type']).toBe('image/png');
    expect(bytes.headers['content-security-policy']).toBe("sandbox; default-src 'none'");
  });

  it.each([
    ['../../etc/passwd', 'passwd'],
    ['C:\\Users\\me\\notes.txt', 'notes.txt'],
    ['.htaccess', 'htaccess'],
    [`${'n'.repeat(300)}.pdf`, `${'n'.repeat(196)}.pdf`],
  ])('called %s are kept as a plain name', async (sent, kept) => {
    expect((await (await bao()).upload(`${work}/files`, Buffer.from('x'), sent)).body.name).toBe(kept);
  });

  it('that are pages or drawings with scripts are only ever downloaded', async () => {
    const student = await bao();
    for (const [bytes, name] of [
      ['<html><script>alert(1)</script>', 'page.html'],
      ['<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>', 'drawing.svg'],
    ] as const) {
      const { body } = await student.upload(`${work}/files`, Buffer.from(bytes), name);
      const fetched = await student.get(`/api/files/${body.id}?as=inline`);
      expect(fetched.headers['content-type']).toBe('application/octet-stream');
      expect(fetched.headers['content-disposition']).toMatch(/^attachment/);
    }
  });

  it('that are empty or over 50 MB are refused in a sentence, and nothing of them stays', async () => {
    const student = await bao();
    const empty = await student.upload(`${work}/files`, Buffer.alloc(0), 'nothing.txt');
    expect([empty.status, empty.body.title]).toEqual([422, '“nothing.txt” is empty (0 bytes). Save it again and attach it once more.']);
    const huge = await student.upload(`${work}/files`, Buffer.alloc(60 * 1024 * 1024), 'film.mov');
    expect([huge.status, huge.body.type]).toEqual([413, 'file.tooLarge']);
    expect((await student.get(work)).body.draft.files).toEqual([]);
  });

  it('are seen by the teacher, also while they are being put together, and by no other student', async () => {
    const [student, finch, hana] = [await bao(), await server.person('finch'), await server.person('hana')];
    const { body } = await student.upload(`${work}/files`, PNG, 'a.png');
    expect((await finch.get(`/api/files/${body.id}`)).status).toBe(200);
    expect((await (await server.person('stranger')).get(`/api/files/${body.id}`)).status).toBe(404);
    await student.post(`${work}/hand-in`);
    expect((await finch.get(`/api/files/${body.id}`)).status).toBe(200);
    expect((await hana.get(`/api/files/${body.id}`)).status).toBe(404);
    const gone = await student.del(`${work}/files/${body.id}`);
    expect(gone.body.type).toBe('piece.alreadyIn');
  });
});

describe('handing in', () => {
  const write = async (student: Awaited<ReturnType<typeof bao>>, text = 'It moves faster there.') =>
    student.put(`${work}/text`, { text: doc(text), version: 0 });

  it('gives a receipt with time, version and fingerprints', async () => {
    const student = await bao();
    await write(student);
    const { body: file } = await student.upload(`${work}/files`, PNG, 'a.png');
    const receipt = await student.post(`${work}/hand-in`);
    expect(receipt.status).toBe(201);
    expect(receipt.body).toMatchObject({
      version: 1,
      at: server.clock.now,
      words: 4,
      receivedFor: 'Meander notes',
      files: [{ id: file.id, fingerprint: file.fingerprint }],
    });
    expect(receipt.body.receipt).toMatch(/^[0-9A-F]{4}-[0-9A-F]{4}-[0-9A-F]{4}$/);
    expect((await student.get(work)).body).toMatchObject({ piece: { state: 'in' }, mayHandIn: 'alreadyIn', mayTakeBack: null });
  });

  it('twice with one key is one hand-in and one receipt; the key cannot serve another piece', async () => {
    const student = await bao();
    await write(student);
    const key = { 'Idempotency-Key': randomUUID() };
    const [one, two] = await Promise.all([
      student.post(`${work}/hand-in`, undefined, key),
      student.post(`${work}/hand-in`, undefined, key),
    ]);
    expect([one.status, two.status]).toEqual([201, 201]);
    expect(two.body).toEqual(one.body);
    expect((await facts()).filter((kind) => kind === 'handedIn')).toHaveLength(1);
    const other = await school.issued({ title: 'Another' });
    expect((await student.post(`/api/my/work/${other.id}/hand-in`, undefined, key)).body.type).toBe('conflict.keyReused');
  });

  it('from two tabs at once is one hand-in; the other tab is told', async () => {
    const [one, two] = [await bao(), await bao()];
    await write(one);
    const replies = await Promise.all([one.post(`${work}/hand-in`), two.post(`${work}/hand-in`)]);
    expect(replies.map((reply) => reply.status).sort()).toEqual([201, 409]);
    expect(replies.find((reply) => reply.status === 409)!.body.type).toBe('piece.alreadyIn');
  });

  it('needs something to hand in', async () => {
    expect((await (await bao()).post(`${work}/hand-in`)).body.type).toBe('piece.empty');
  });

  it('is late a moment after due, with what it costs said before', async () => {
    const student = await bao();
    await write(student);
    server.clock.now = due + 21 * HOUR;
    expect((await student.get(work)).body.lateNow).toMatchObject({ lateBy: 21 * HOUR, takenOff: 1000 });
    await student.post(`${work}/hand-in`);
    expect((await student.get(work)).body.piece).toMatchObject({ state: 'inLate', lateBy: 21 * HOUR });
  });

  it('is possible at the closing time and not a millisecond later, and what was written stays', async () => {
    const [student, hana] = [await bao(), await server.person('hana')];
    await write(student);
    await hana.put(`${work}/text`, { text: doc('mine'), version: 0 });
    server.clock.now = closes;
    expect((await student.post(`${work}/hand-in`)).status).toBe(201);
    server.clock.now = closes + 1;
    const late = await hana.post(`${work}/hand-in`);
    expect([late.status, late.body.type, late.body.title]).toEqual([
      409,
      'piece.closed',
      'This closed on Wed 2 Dec 15:30. Nothing was handed in; what you wrote is kept.',
    ]);
    expect((await hana.get(work)).body).toMatchObject({ draft: { text: doc('mine') }, mayHandIn: 'closed' });
  });

  it('waits until it opens, and takes only the kinds that are accepted', async () => {
    const student = await bao();
    const later = await school.issued({ title: 'Later', opens: server.clock.now + DAY, accepts: ['text'] });
    expect((await student.put(`/api/my/work/${later.id}/text`, { text: doc('x'), version: 0 })).body.type).toBe('piece.notOpen');
    server.clock.now += DAY;
    expect((await student.upload(`/api/my/work/${later.id}/files`, PNG, 'a.png')).body.type).toBe('piece.kindNotAccepted');
  });
});

describe('taking back', () => {
  it('opens the piece again with everything in it, and the next hand-in is the next version', async () => {
    const student = await bao();
    await student.put(`${work}/text`, { text: doc('first'), version: 0 });
    await student.post(`${work}/hand-in`);
    expect((await student.post(`${work}/take-back`)).status).toBe(204);
    expect((await student.get(work)).body).toMatchObject({ piece: { state: 'started' }, draft: { text: doc('first') }, handIn: null });
    expect((await student.post(`${work}/hand-in`)).body.version).toBe(2);
    expect(await facts()).toEqual(['opened', 'saved', 'handedIn', 'takenBack', 'handedIn']);
  });

  it('is refused when nothing is in, after closing, and once it is scored', async () => {
    const [student, finch] = [await bao(), await server.person('finch')];
    expect((await student.post(`${work}/take-back`)).body.type).toBe('piece.nothingIn');
    await student.put(`${work}/text`, { text: doc('first'), version: 0 });
    await student.post(`${work}/hand-in`);
    const { version } = (await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row;
    await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, { earned: 15_000, chosen: null, remark: doc(''), version });
    expect((await student.post(`${work}/take-back`)).body.type).toBe('piece.marking');
    const other = await school.issued({ title: 'Other' });
    await student.put(`/api/my/work/${other.id}/text`, { text: doc('x'), version: 0 });
    await student.post(`/api/my/work/${other.id}/hand-in`);
    server.clock.now = closes + 1;
    expect((await student.post(`/api/my/work/${other.id}/take-back`)).body.type).toBe('piece.closedIn');
  });
});
