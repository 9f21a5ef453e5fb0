import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { FIRST_SCHEME } from '@jolly/core';
import type { ArchiveJob, AssignmentListItem, BookReply, ClassReply, NewsReply } from '../../contract';
import { unzip } from '../../files/read-table';
import { archived, broughtIn, forged, lookedAt, withoutIds } from '../../testing/archives';
import { runScheduledJobs } from '../../scheduled-jobs';
import { putUp } from '../../testing/notices';
import { asQuiz, aQuiz, bend, speed, takes, wear } from '../../testing/quizzes';
import { aSchool, aServer, anAssignment, bytesOf, DAY, doc, HOUR, type Person, type School, type Server } from '../../testing/school';
import { zip } from '../../testing/zip';
import { seedAssignments } from '../assignments/assignments.seed';
import { seedClasses } from '../classes/classes.seed';
import { seedMembers } from '../roster/roster.seed';
import { ARCHIVE_SCHEMA, ARCHIVE_VERSION } from './archive-format';
import { describeTables } from './archive-schema';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const book = async (classId: string, who = finch) => (await who.get(`/api/classes/${classId}/book`)).body as BookReply;
/** An archive as it was written when its version was new: of `aFullClass`. */
const stored = (version: number) => readFile(join(__dirname, `../../../stored-archives/version-${version}.zip`));
/** Everything in a zip, by name. */
const parts = async (bytes: Buffer) => Object.fromEntries((await unzip(bytes)).map((one) => [one.name, one.bytes]));

/** A class with something of everything: hand-ins with files, scores, an exception, a quiz, a notice, the register. */
async function aFullClass(): Promise<{ essay: string; quiz: string }> {
  // Not on a whole second, as nothing is.
  server.clock.now += 123;
  const { id: essay } = await school.issued({ points: 7_500 });
  const bao = await server.person('bao');
  await bao.put(`/api/my/work/${essay}/text`, { text: doc('The outside wears away.'), version: 0 });
  await bao.upload(`/api/my/work/${essay}/files`, Buffer.from('depth;0.4\n'), 'depths.csv');
  await bao.post(`/api/my/work/${essay}/hand-in`);
  const quiz = asQuiz({ ...aQuiz([bend(), speed(), wear()]), sets: [], run: { ...aQuiz().run, ownOrder: true, ownOptions: true } });
  const { id: quizId } = await school.issued(quiz);
  await takes(bao, quizId, { bend: 'outside' });
  await takes(await server.person('hana'), quizId, { bend: 'inside', speed: '0.625' });
  await finch.post(`/api/classes/${school.rivers}/book/edits`, {
    kind: 'typed',
    edits: [
      { assignmentId: essay, studentId: school.bao.id, version: (await cellOf(essay, school.bao.id))!.version, text: '6.333' },
      { assignmentId: essay, studentId: school.hana.id, version: 0, text: 'x' },
    ],
  });
  await putUp(finch, [school.rivers], { readers: 'families' });
  await finch.put(`/api/classes/${school.rivers}/register/2026-11-23`, {
    lesson: '',
    entries: [{ studentId: school.bao.id, entry: { mark: 'late', minutes: 5, reason: 'Bus' } }],
    taken: true,
  });
  return { essay, quiz: quizId };
}
async function cellOf(assignmentId: string, studentId: string) {
  const { columns, students, cells } = await book(school.rivers);
  const column = columns.findIndex((one) => one.sets[0]?.assignmentId === assignmentId);
  return cells[students.findIndex((one) => one.id === studentId)]![column];
}
const receipts = async (classId: string) => {
  const [rows] = await server.sequelize.query(
    `SELECT h.receipt, h.version_no, h.at, h.words FROM hand_ins h JOIN works w ON w.id = h.work_id JOIN assignments a ON a.id = w.assignment_id
     WHERE a.class_id = ? ORDER BY h.receipt`,
    { replacements: [classId] },
  );
  return rows;
};

describe('an archive of a class', () => {
  it('opens in a browser, holds every file by its fingerprint, tables for people, and what describes it', async () => {
    await aFullClass();
    const all = await parts(await archived(server, finch, school.rivers));
    expect(JSON.parse(all['schema.json']!.toString())).toEqual(ARCHIVE_SCHEMA);
    const file = Object.keys(all).find((name) => /^files\/[0-9a-f]{64}\.csv$/.test(name))!;
    expect(all[file]!.toString()).toBe('depth;0.4\n');
    expect(all['index.html']!.toString()).toContain('Boots on Thursday');
    const page = all['students/001.html']!.toString();
    expect(page).toContain('The outside wears away.');
    expect(page).toContain(`href="../${file}"`);
    expect(all['tables/mark-book.csv']!.toString()).toContain('6.333');
    expect(all['tables/register.csv']!.toString()).toContain('Bus');
    // Nothing by which anybody signs in, and nothing of a class next door.
    const whole = Object.values(all).join('\n');
    expect(whole).not.toMatch(/argon2|finch@|"password/);
    expect(whole).not.toContain('Otto');
  });

  it('brought in as a past class is the same class: book, totals, receipts, quizzes and files', async () => {
    await aFullClass();
    const [before, were] = [await book(school.rivers), await receipts(school.rivers)];
    const bytes = await archived(server, finch, school.rivers);
    // Somebody who is in both reads and hears what they did before: a class that is over says nothing.
    const bao = await server.person('bao');
    const hears = async () => {
      await runScheduledJobs(server.services, (server.clock.now += HOUR));
      return withoutIds([
        (await bao.get('/api/my/work')).body,
        ((await bao.get('/api/news')).body as NewsReply).news.map((one) => one.kind),
      ]);
    };
    const heard = await hears();
    server.clock.now -= HOUR;
    const { state, classId } = await broughtIn(server, finch, bytes);
    expect(state).toBe('done');
    expect(await hears()).toEqual(heard);
    server.clock.now -= HOUR;
    const after = await book(classId!);
    expect(withoutIds([after.columns, after.students, after.cells])).toEqual(withoutIds([before.columns, before.students, before.cells]));
    expect(after.students.map((one) => one.id)).toEqual([school.bao.id, school.hana.id]);
    expect(await receipts(classId!)).toEqual(were);
    const past = (await finch.get('/api/classes?away=true')).body as ClassReply[];
    expect(past.find((one) => one.id === classId)).toMatchObject({ name: 'Rivers', putAwayAt: server.clock.now });
    // It is known again, and another teacher of the old class is not thereby one of the new.
    const again = await lookedAt(server, finch, await archived(server, finch, school.rivers));
    expect(again.look).toMatchObject({ students: 2, known: 2, here: null });
    expect((await (await server.person('lund')).get(`/api/classes/${classId}`)).status).toBe(404);
  });

  it('is recognised when it comes again, in two tabs too', async () => {
    const bytes = await archived(server, finch, school.rivers);
    const [one, two] = [await lookedAt(server, finch, bytes), await lookedAt(server, finch, bytes)];
    for (const { id } of [one, two]) await finch.post(`/api/archives/${id}/bring`, { as: 'past' });
    await Promise.all([server, server.second()].map(({ services }) => services.archiveJobs.work(server.clock.now)));
    await server.services.archiveJobs.work(server.clock.now);
    const ended = (await finch.get('/api/archives')).body as ArchiveJob[];
    expect(
      ended
        .filter((job) => job.kind === 'in')
        .map((job) => job.state)
        .sort(),
    ).toEqual(['done', 'failed']);
    const look = await lookedAt(server, finch, bytes);
    expect(look.look!.here).toMatchObject({ className: 'Rivers' });
    expect((await finch.post(`/api/archives/${look.id}/bring`, { as: 'past' })).body.type).toBe('archive.here');
  });

  it('is done where the server stopped after all of it was there, before it could say so', async () => {
    const { id, classId } = await broughtIn(server, finch, await archived(server, finch, school.rivers));
    await server.sequelize.query("UPDATE archive_jobs SET state = 'running', tries = 1, class_id = NULL WHERE id = ?", {
      replacements: [id],
    });
    await server.second().services.archiveJobs.work(server.clock.now);
    expect((await finch.get(`/api/archives/${id}`)).body).toMatchObject({ state: 'done', classId, problem: null });
  });

  it('opens in another school, where people are names until they are somebody', async () => {
    await aFullClass();
    const before = await book(school.rivers);
    const bytes = await archived(server, finch, school.rivers);
    const other = await aServer();
    const wren = { givenName: 'Wren', familyName: 'Test', userName: 'wren', password: 'correct horse' };
    await other.services.accounts.addTeacher(wren, other.clock.now);
    const teacher = await other.person('wren');
    const looked = await lookedAt(other, teacher, bytes);
    expect(looked.look).toMatchObject({ className: 'Rivers', students: 2, known: 0, files: 1 });
    const { classId } = await broughtIn(other, teacher, bytes);
    const after = await book(classId!, teacher);
    const bare = ({ columns, students, cells }: BookReply) => withoutIds([columns, students, cells]);
    expect(bare(after)).toEqual(bare(before));
    // Nobody of it can sign in or be shared with, and its files are there.
    expect((await teacher.get('/api/shelf')).body.colleagues).toEqual([]);
    const [[file]] = (await other.sequelize.query('SELECT fingerprint FROM piece_files')) as unknown as [{ fingerprint: string }[]];
    expect(file!.fingerprint).toMatch(/^[0-9a-f]{64}$/);
    await other.close();
  });

  it('brought in as a new class is what was prepared: no students, no dates, drafts', async () => {
    await aFullClass();
    const { classId } = await broughtIn(server, finch, await archived(server, finch, school.rivers), 'new');
    expect(await finch.get(`/api/classes/${classId}`)).toMatchObject({ body: { name: 'Rivers', students: 0, putAwayAt: null } });
    const drafts = ((await finch.get('/api/assignments')).body as AssignmentListItem[]).filter((one) => one.classId === classId);
    expect(drafts.map(({ title, issuedAt, due }) => [title, issuedAt, due]).sort()).toEqual([
      ['Meander notes', null, null],
      ['Reading a river', null, null],
    ]);
  });

  it('is begun, stopped and finished by whichever server is there; nobody else fetches it', async () => {
    const begin = async () => (await finch.post(`/api/classes/${school.rivers}/archives`)).body as ArchiveJob;
    const stopped = await begin();
    expect((await finch.get(`/api/archives/${stopped.id}/file`)).body.type).toBe('archive.notReady');
    expect((await finch.post(`/api/archives/${stopped.id}/stop`)).status).toBe(204);
    const { id } = await begin();
    const worked = await Promise.all([server, server.second()].map(({ services }) => services.archiveJobs.work(server.clock.now)));
    expect(worked.reduce((a, b) => a + b)).toBe(1);
    const states = ((await finch.get('/api/archives')).body as ArchiveJob[]).map((job) => [job.id, job.state]);
    expect(states).toEqual(expect.arrayContaining([[stopped.id, 'stopped'], [id, 'done']])); // prettier-ignore
    for (const name of ['lund', 'stranger', 'bao']) {
      const status = (await (await server.person(name)).get(`/api/archives/${id}/file`)).status;
      expect([name, status]).toEqual([name, name === 'bao' ? 403 : 404]);
    }
    server.clock.now += 15 * DAY;
    await server.services.archiveJobs.work(server.clock.now);
    expect((await finch.get('/api/archives')).body).toEqual([]);
  });
});

describe('what is no honest archive', () => {
  const told = async (bytes: Buffer) => (await broughtIn(server, finch, bytes)).problem;
  const raw = async (change: (all: Record<string, Buffer>) => void) => {
    const all = await parts(await stored(ARCHIVE_VERSION));
    change(all);
    return zip(all);
  };
  const manifest = (all: Record<string, Buffer>, change: (said: Record<string, unknown>) => void) => {
    const said = JSON.parse(all['manifest.json']!.toString()) as Record<string, unknown>;
    change(said);
    all['manifest.json'] = Buffer.from(JSON.stringify(said));
  };
  const first = (all: Record<string, Buffer>) => Object.keys(all).find((name) => name.startsWith('files/'))!;
  const count = async () => ((await finch.get('/api/classes?away=true')).body as ClassReply[]).length;

  it.each<[string, RegExp, (all: Record<string, Buffer>) => void]>([
    ['another file in place of one', /is not the one that was put in/, (all) => (all[first(all)] = Buffer.from('depth;9.9\n'))],
    ['a file taken out', /is not the one that was put in/, (all) => delete all[first(all)]],
    ['a manifest that counts wrong', /does not hold/, (all) => manifest(all, (said) => ((said.people as { count: number }).count = 1))],
    [
      'a score changed',
      /does not hold/,
      (all) => (all['data/pieces.jsonl'] = Buffer.from(all['data/pieces.jsonl']!.toString().replace('6333', '7333'))),
    ],
    ['a newer version', /newer Jolly Compass/, (all) => manifest(all, (said) => (said.version = ARCHIVE_VERSION + 1))],
    ['no manifest', /neither an archive of a class/, (all) => delete all['manifest.json']],
    ['JSON that is none', /does not hold/, (all) => (all['manifest.json'] = Buffer.from('{"format":'))],
  ])('%s is refused in words, and nothing is stored', async (_case, says, change) => {
    const before = await count();
    expect(await told(await raw(change))).toMatch(says);
    expect(await count()).toBe(before);
  });

  it('cannot reach anything of somebody else, however well it is forged', async () => {
    await aFullClass();
    const honest = await archived(server, finch, school.rivers);
    const stranger = await server.person('stranger');
    const theirs = (await stranger.upload('/api/files', Buffer.from('secret'), 'secret.txt')).body as { id: string };
    const refused = /does not hold/;
    // A row that points at a class next door; an attachment that is a stranger's file; a link that runs.
    expect(await told(await forged(honest, (rows) => (rows('assignments')[0]!.class_id = school.maps)))).toMatch(refused);
    expect(await told(await forged(honest, (rows) => (rows('briefs')[0]!.spoken = { id: theirs.id })))).toMatch(refused);
    const link = [{ id: randomUUID(), kind: 'link', title: 'x', url: 'javascript:alert(1)' }];
    expect(await told(await forged(honest, (rows) => (rows('briefs')[0]!.attachments = link)))).toMatch(refused);
    expect(await told(await forged(honest, (rows) => (rows('pieces')[0]!.earned_milli = 'many')))).toMatch(refused);
    // A stranger's student written into the list of people comes as a name, not as that student; bytes that did not come along do not appear.
    const bytes = await forged(honest, (rows) => {
      rows('people')[0]!.id = school.otto.id;
      rows('class_students').push({ ...rows('class_students')[0]!, id: randomUUID(), user_id: school.otto.id });
      rows('piece_files')[0]!.fingerprint = 'ab'.repeat(32);
    });
    const { classId } = await broughtIn(server, finch, bytes);
    const [members] = await server.sequelize.query('SELECT user_id AS id FROM class_students WHERE class_id = ?', {
      replacements: [classId],
    });
    expect(members).not.toContainEqual({ id: school.otto.id });
    const [prints] = await server.sequelize.query("SELECT fingerprint FROM piece_files WHERE fingerprint LIKE 'abab%'");
    expect(prints).toEqual([]);
  });

  it('half an upload leaves nothing', async () => {
    const bytes = await archived(server, finch, school.rivers);
    const reply = await finch.upload('/api/archives', bytes.subarray(0, bytes.length / 2), 'class.zip');
    await server.services.archiveJobs.work(server.clock.now);
    expect(((await finch.get(`/api/archives/${reply.body.id}`)).body as ArchiveJob).problem).toMatch(/neither an archive of a class/);
  });
});

describe('the form of an archive', () => {
  it('is described as the tables are; where one changes, so does the version', async () => {
    expect(await describeTables(server.sequelize, ARCHIVE_VERSION)).toEqual(ARCHIVE_SCHEMA);
  });

  it.each([1])('of version %i is still read', async (version) => {
    const bytes = await stored(version);
    const { state, problem, classId } = await broughtIn(server, finch, bytes);
    expect([state, problem]).toEqual(['done', null]);
    const { columns, students, cells } = await book(classId!);
    expect(columns.map((one) => one.title)).toEqual(['Meander notes', 'Reading a river']);
    expect(students.map((one) => one.givenName)).toEqual(['Bao', 'Hana']);
    expect(cells.map((row) => row.map((cell) => [cell?.state, cell?.score?.earned]))).toEqual([
      [['scored', 6_333], ['scored', 0]], // prettier-ignore
      [['excused', undefined], ['scored', 3_000]], // prettier-ignore
    ]);
  });
});

it('holds for fifty classes drawn by chance: totals, states and cells are the same to the last thousandth', async () => {
  const due = server.clock.now;
  const drawn = fc.record({
    scheme: fc.constantFrom('points' as const, 'weighted' as const),
    late: fc.constantFrom(
      { kind: 'none' as const },
      { kind: 'perDay' as const, percent: 7_000, of: 'max' as const, maxPercentOff: 60_000, floorPercent: 0 },
    ),
    works: fc.array(
      fc.record({
        points: fc.integer({ min: 1, max: 99_999 }),
        bonus: fc.boolean(),
        due: fc.integer({ min: -20, max: 20 }),
        texts: fc.tuple(...['bao', 'hana'].map(() => fc.constantFrom('', '1', '0.5', '0', 'x', 'm'))),
      }),
      { minLength: 1, maxLength: 4 },
    ),
  });
  for (const { scheme, late, works } of fc.sample(drawn, { numRuns: 50, seed: 24 })) {
    const [classId] = (await seedClasses(
      server.services,
      {
        calendar: {
          name: 'Drawn',
          schoolDays: [1, 2, 3, 4, 5],
          closures: [],
          terms: [{ name: 'Term', from: '2026-09-07', to: '2026-12-18' }],
        },
        zone: 'Europe/Lisbon',
        classes: [{ name: 'Drawn', owner: school.finch.id, coTeachers: [], dueTime: '15:30', graceMinutes: 0, lateRule: late }],
      },
      server.clock.now,
    )) as [string];
    await seedMembers(
      server.services,
      classId,
      [school.bao, school.hana].map(({ id }) => ({ userId: id, joined: '2026-09-07' })),
    );
    const { version } = (await finch.get(`/api/classes/${classId}`)).body as ClassReply;
    const weighted = { ...FIRST_SCHEME, kind: scheme };
    await finch.put(`/api/classes/${classId}/scheme`, { scheme: weighted, lateRule: late, version });
    const rows = works.map((one, index) => ({
      ...anAssignment({ title: `Work ${index}`, points: one.points, bonus: one.bonus, due: due + one.due * DAY, closes: null }),
      classId,
      issuedAt: due - 30 * DAY,
      createdBy: school.finch.id,
    }));
    const made = await seedAssignments(server.services, rows, server.clock.now);
    const edits = made.flatMap((assignment, index) =>
      [school.bao, school.hana].map(({ id }, who) => ({
        assignmentId: assignment.id,
        studentId: id,
        version: 0,
        text: works[index]!.texts[who]!,
      })),
    );
    const typed = edits.filter((one) => one.text !== '');
    if (typed.length > 0) await finch.post(`/api/classes/${classId}/book/edits`, { kind: 'typed', edits: typed, bonusConfirmed: true });
    const total = async (id: string) => bytesOf(finch.get(`/api/classes/${id}/book/file?as=csv&viewpoint=teacher`));
    const { classId: past } = await broughtIn(server, finch, await archived(server, finch, classId));
    const [before, after] = [await book(classId), await book(past!)];
    expect(withoutIds([after.columns, after.students, after.cells])).toEqual(withoutIds([before.columns, before.students, before.cells]));
    expect((await total(past!)).toString()).toBe((await total(classId)).toString());
  }
}, 240_000);
