import type { ArchiveJob, ClassReply, KeptFile } from '../../contract';
import { unzip } from '../../files/read-table';
import { courseIn, lookedAt, packaged } from '../../testing/archives';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';
import { zip } from '../../testing/zip';
import { aForeignCourse, aPreparedClass, briefsOf } from '../../testing/courses';

let server: Server;
let school: School;
let finch: Person;
/** another class of the same teacher, with nothing in it */
let fens: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  fens = ((await finch.post('/api/classes', { name: 'Fens' })).body as ClassReply).id;
});
afterEach(() => server.close());

const parts = async (bytes: Buffer) => Object.fromEntries((await unzip(bytes)).map((one) => [one.name, one.bytes]));
const ofClass = () => packaged(server, finch, `/api/classes/${school.rivers}/course-packages`);
const table = async (name: string) => {
  const [rows] = await server.sequelize.query(`SELECT COUNT(*) AS n FROM ${name}`);
  return (rows as { n: number }[])[0]!.n;
};

const TABLES = ['briefs', 'assignments', 'units', 'shelf_items', 'kept_files', 'file_uses'];
const stored = () => Promise.all(TABLES.map(table));

describe('what is wrong with a course', () => {
  it.each([
    [
      'whose list declares a document type',
      { 'imsmanifest.xml': '<!DOCTYPE m [<!ENTITY a "b">]><manifest>&a;</manifest>' },
      'declares a document type',
    ],
    ['whose list cannot be read', { 'imsmanifest.xml': '<manifest><resources>' }, 'cannot be read'],
    ['that is none', { 'notes.txt': 'hello' }, 'neither an archive'],
  ])('one %s is refused in a sentence, and nothing is stored', async (_, files, says) => {
    const before = await stored();
    const job = await lookedAt(server, finch, await zip(files));
    expect(job.state).toBe('failed');
    expect(job.problem).toContain(says);
    expect(await stored()).toEqual(before);
  });

  it('a file that is not as large as the zip says ends all of it, and nothing is stored', async () => {
    await aPreparedClass(finch, school, server.clock.now);
    const bytes = await ofClass();
    // The size of the text file in the zip's own list, four bytes little-endian after its packed size.
    const at = bytes.lastIndexOf(Buffer.from('map of the valley (50%).txt')) - 'files/000000000000/'.length - 46;
    bytes.writeUInt32LE(9, at + 24);
    const { id } = await lookedAt(server, finch, bytes);
    const before = await stored();
    await finch.post(`/api/archives/${id}/bring`, { as: 'drafts', classId: fens });
    await server.services.archiveJobs.work(server.clock.now);
    expect((await finch.get(`/api/archives/${id}`)).body).toMatchObject({ state: 'failed' });
    expect(await stored()).toEqual(before);
  });

  it('a part of ours that was tampered with counts for nothing: the standard is read in its place', async () => {
    await aPreparedClass(finch, school, server.clock.now);
    const all = await parts(await ofClass());
    const ours = JSON.parse(all['jolly-course.json']!.toString()) as {
      things: Record<string, { thing: { body: { brief: { points: unknown } } } }>;
    };
    ours.things['assignments/002.xml']!.thing.body.brief.points = -5;
    const other = (await (await server.person('lund')).upload('/api/files', Buffer.from('secret'), 'secret.txt')).body as KeptFile;
    const text = JSON.stringify(ours).replace(/"fileId":"[0-9a-f-]{36}"/, `"fileId":"${other.id}"`);
    await courseIn(server, finch, await zip({ ...all, 'jolly-course.json': text }), { as: 'drafts', classId: fens });
    const after = await briefsOf(finch, fens);
    expect(after['Valley model']).toMatchObject({ points: 8_000, scoring: { by: 'points' } });
    expect(JSON.stringify(after)).not.toContain(other.id);
  });

  it('goes only where its teacher may write, and only as what it is', async () => {
    const stranger = await server.person('stranger');
    const { id } = await lookedAt(server, stranger, await aForeignCourse());
    const bring = (body: object, who = stranger) => who.post(`/api/archives/${id}/bring`, body);
    expect((await bring({ as: 'drafts', classId: school.rivers })).status).toBe(404);
    expect((await bring({ as: 'shelf', folder: '' }, finch)).status).toBe(404);
    expect((await bring({ as: 'past' })).body).toMatchObject({ type: 'archive.otherKind' });
    expect((await bring({ as: 'drafts' })).status).toBe(400);
    expect((await finch.post('/api/shelf/course-packages', { folder: 'Nothing here' })).body).toMatchObject({ type: 'course.emptyFolder' });
    expect((await stranger.post(`/api/classes/${school.rivers}/course-packages`)).status).toBe(404);
  });

  it('is there once, though the server that brought it in stopped right then', async () => {
    const { id } = await lookedAt(server, finch, await aForeignCourse());
    await finch.post(`/api/archives/${id}/bring`, { as: 'drafts', classId: fens });
    await server.services.archiveJobs.work(server.clock.now);
    const before = await stored();
    await server.services.archiveJobs.work(server.clock.now + 120_000);
    expect(await stored()).toEqual(before);
    expect(((await finch.get(`/api/archives/${id}`)).body as ArchiveJob).state).toBe('done');
  });
});
