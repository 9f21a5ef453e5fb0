import { createHash } from 'node:crypto';
import { unzip } from '../../files/read-table';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, anAssignment, DAY, doc, type School, type Server } from '../../testing/school';
import { seedAssignments } from '../assignments/assignments.seed';
import { seedMembers } from '../roster/roster.seed';

let server: Server;
let school: School;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued());
});
afterEach(() => server.close());

async function handIn(name: 'bao' | 'hana', files: [string, Buffer][] = [], text = 'The outside wears away.') {
  const student = await server.person(name);
  const { version } = (await student.get(`/api/my/work/${id}`)).body.draft;
  await student.put(`/api/my/work/${id}/text`, { text: doc(text), version });
  for (const [file, bytes] of files) {
    server.clock.now += 1;
    await student.upload(`/api/my/work/${id}/files`, bytes, file);
  }
  await student.post(`/api/my/work/${id}/hand-in`);
  return student;
}
async function takenHome(as = 'html') {
  const finch = await server.person('finch');
  const reply = await finch
    .get(`/api/take-home?of=${id}&as=${as}`)
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    });
  return { finch, reply, entries: new Map((await unzip(reply.body as Buffer)).map((entry) => [entry.name, entry.bytes])) };
}

it('is one zip of the latest hand-ins, named after class, student and piece, with a table of it all', async () => {
  const table = Buffer.from('a,b\n1,2\n');
  await handIn('bao', [
    ['My table.csv', table],
    ['second.csv', Buffer.from('x')],
  ]);
  await (await server.person('hana')).put(`/api/my/work/${id}/text`, { text: doc('not handed in'), version: 0 });
  const { reply, entries } = await takenHome();
  expect(reply.headers['content-disposition']).toContain('Rivers_Meander-notes.zip');
  expect([...entries.keys()]).toEqual([
    'Rivers_Lind_Bao_Meander-notes_v1.html',
    'Rivers_Lind_Bao_Meander-notes_v1_2.csv',
    'Rivers_Lind_Bao_Meander-notes_v1_3.csv',
    'manifest.csv',
  ]);
  expect(entries.get('Rivers_Lind_Bao_Meander-notes_v1_2.csv')).toEqual(table);
  const manifest = entries.get('manifest.csv')!.toString();
  expect(manifest).toContain(createHash('sha256').update(table).digest('hex'));
  expect(manifest).toContain(createHash('sha256').update(entries.get('Rivers_Lind_Bao_Meander-notes_v1.html')!).digest('hex'));
  expect(manifest).toContain('2026-11-23 10:00:00');
  expect(manifest).toContain('My table.csv');
});

it('holds texts as pages in which nothing runs, or as PDF', async () => {
  await handIn('bao', [], '<script>alert(1)</script> & "quotes"');
  const page = (await takenHome()).entries.get('Rivers_Lind_Bao_Meander-notes_v1.html')!.toString();
  expect(page).not.toContain('<script>');
  expect(page).toContain('&#60;script&#62;');
  expect(page).toContain("default-src 'none'");
  const pdf = (await takenHome('pdf')).entries.get('Rivers_Lind_Bao_Meander-notes_v1.pdf')!;
  const text = textOfPdf(pdf);
  expect(text).toContain('<script>alert(1)</script> & "quotes"');
  expect(text).toContain('Meander notes');
});

it.each(['docx', 'odt'])('holds texts as %s, for who goes on writing', async (as) => {
  await handIn('bao', [], 'The outside wears away.');
  const name = `Rivers_Lind_Bao_Meander-notes_v1.${as}`;
  const parts = new Map((await unzip((await takenHome(as)).entries.get(name)!)).map((entry) => [entry.name, entry.bytes.toString()]));
  expect(parts.get(as === 'docx' ? 'word/document.xml' : 'content.xml')).toContain('The outside wears away.');
});

it('is called as the class has it, and comes back under an earlier name too', async () => {
  await handIn('bao');
  const finch = await server.person('finch');
  const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body as { version: number };
  const wish = { fileClass: 'R8', fileStudents: 'givenFirst', version };
  expect((await finch.patch(`/api/classes/${school.rivers}`, { ...wish, fileStudents: 'byHeight' })).status).toBe(400);
  expect((await finch.patch(`/api/classes/${school.rivers}`, wish)).body).toMatchObject({ fileClass: 'R8', fileStudents: 'givenFirst' });
  const { reply, entries } = await takenHome();
  expect(reply.headers['content-disposition']).toContain('R8_Meander-notes.zip');
  expect([...entries.keys()][0]).toBe('R8_Bao_Lind_Meander-notes_v1.html');
  expect((await finch.get(`/api/classes/${school.rivers}/roster.xlsx`)).headers['content-disposition']).toContain('R8-roster.xlsx');
  expect((await finch.get(`/api/classes/${school.rivers}/book/file?as=csv&viewpoint=teacher`)).headers['content-disposition']).toContain(
    'R8-Year-mark-book.csv',
  );
  for (const name of ['R8_Bao_Lind_Meander-notes_v1.html', 'Rivers_Lind_Bao_Meander-notes_v1.html'])
    expect((await finch.upload(`/api/assignments/${id}/bring-back`, Buffer.from(name), name)).status).toBe(201);
});

it('of several classes is called after both, and after how many they are', async () => {
  await handIn('bao');
  const finch = await server.person('finch');
  const others: string[] = [];
  for (const name of ['Lakes', 'Seas']) {
    const { id: classId } = (await finch.post('/api/classes', { name })).body as { id: string };
    await seedMembers(server.services, classId, [{ userId: school.hana.id, joined: '2026-09-07' }]);
    const [other] = await seedAssignments(
      server.services,
      [{ ...anAssignment(), classId, issuedAt: server.clock.now - DAY, createdBy: school.finch.id }],
      server.clock.now,
    );
    const hana = await server.person('hana');
    await hana.put(`/api/my/work/${other!.id}/text`, { text: doc('Here'), version: 0 });
    await hana.post(`/api/my/work/${other!.id}/hand-in`);
    others.push(other!.id);
  }
  const called = async (...ids: string[]) => (await finch.get(`/api/take-home?of=${ids.join(',')}`)).headers['content-disposition'];
  expect(await called(id, others[0]!)).toContain('Rivers-Lakes_all.zip');
  expect(await called(id, ...others)).toContain('3-classes_all.zip');
});

it('as PDF says before it begins that this server cannot print', async () => {
  await handIn('bao');
  const bare = server.second({ program: 'no-such-program' });
  const finch = await server.person('finch', bare.http);
  const replies = [await finch.post('/api/take-home', { of: [id], as: 'pdf' }), await finch.get(`/api/take-home?of=${id}&as=pdf`)];
  expect(replies.map((reply) => reply.body.type)).toEqual(['report.noPrinter', 'report.noPrinter']);
});

it('is printed in every writing, each in its own direction', async () => {
  await handIn('bao', [], 'كتبت عن Rivers 8 في 120 كلمة');
  const text = textOfPdf((await takenHome('pdf')).entries.get('Rivers_Lind_Bao_Meander-notes_v1.pdf')!);
  expect(text).toMatch(/Rivers 8[^\n]*\b120\b|\b120\b[^\n]*Rivers 8/);
  expect(text.normalize('NFKC')).toContain('كلمة');
  await handIn('hana', [], '川は海へ流れる 😀');
  const hana = [...(await takenHome('pdf')).entries].find(([name]) => name.includes('Hana'))![1];
  expect(textOfPdf(hana)).toContain('川は海へ流れる');
});

it('of nothing is refused before it begins, and of somebody else’s class as if it were not there', async () => {
  const [finch, stranger] = [await server.person('finch'), await server.person('stranger')];
  expect((await finch.post('/api/take-home', { of: [id], as: 'html' })).body.type).toBe('takeHome.nothing');
  await handIn('bao');
  expect((await finch.post('/api/take-home', { of: [id], as: 'html' })).body).toEqual({ files: 1 });
  expect((await stranger.get(`/api/take-home?of=${id}`)).status).toBe(404);
  expect((await finch.get('/api/take-home?of=everything')).status).toBe(400);
});

it('leaves out what the student has taken back', async () => {
  const bao = await handIn('bao');
  await bao.post(`/api/my/work/${id}/take-back`);
  expect((await (await server.person('finch')).post('/api/take-home', { of: [id], as: 'html' })).body.type).toBe('takeHome.nothing');
});

it('comes back by its name, kept back until the piece is returned', async () => {
  const bao = await handIn('bao');
  const finch = await server.person('finch');
  const back = `/api/assignments/${id}/bring-back`;
  expect((await finch.upload(back, Buffer.from('x'), 'notes.pdf')).body.type).toBe('bringBack.unknownName');
  const taken = await finch.upload(back, Buffer.from('well done'), 'rivers_lind_bao_meander-notes_v1 (1).pdf');
  expect([taken.status, taken.body.students]).toEqual([201, [{ givenName: 'Bao', familyName: 'Lind' }]]);
  const file = `/api/files/${taken.body.file.id}`;
  expect([(await bao.get(file)).status, (await finch.get(file)).status, (await bao.get(`/api/my/work/${id}`)).body.feedbackFiles]).toEqual([
    404,
    200,
    [],
  ]);
  const at = `/api/assignments/${id}/pieces/${school.bao.id}`;
  await finch.put(`${at}/score`, { earned: 15_000, chosen: null, remark: doc(''), version: (await finch.get(at)).body.row.version });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
  expect((await bao.get(`/api/my/work/${id}`)).body.feedbackFiles).toMatchObject([{ id: taken.body.file.id }]);
  expect([(await bao.get(file)).status, (await (await server.person('hana')).get(file)).status]).toEqual([200, 404]);
  // Brought back after the return, it is something new to return.
  await finch.upload(back, Buffer.from('one more thing'), 'Rivers_Lind_Bao_Meander-notes_v1.pdf');
  expect((await finch.get(at)).body.row.held).toBe(true);
});

it('a file keeps its name when the student hands in again, so that the old one still finds its way', async () => {
  const bao = await handIn('bao');
  await bao.post(`/api/my/work/${id}/take-back`);
  await handIn('bao', [], 'Better.');
  const { finch, entries } = await takenHome();
  expect([...entries.keys()][0]).toBe('Rivers_Lind_Bao_Meander-notes_v2.html');
  expect((await finch.upload(`/api/assignments/${id}/bring-back`, Buffer.from('x'), 'Rivers_Lind_Bao_Meander-notes_v1.html')).status).toBe(
    201,
  );
});
