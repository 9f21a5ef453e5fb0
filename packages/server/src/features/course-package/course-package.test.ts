import { plainText, type Question } from '@jolly/core';
import { DOMParser } from '@xmldom/xmldom';
import type { ArchiveJob, BriefReply, ClassReply, ShelfItemReply, ShelfReply, Unit } from '../../contract';
import { unzip } from '../../files/read-table';
import { courseIn, lookedAt, packaged, withoutIds } from '../../testing/archives';
import { aSchool, aServer, doc, type Person, type School, type Server } from '../../testing/school';
import { zip } from '../../testing/zip';
import { aForeignCourse, aPreparedClass, briefsOf, manifest, PNG } from '../../testing/courses';

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
/** What a brief says, apart from where it is set. */
const saying = ({ id: _, classes: __, version: ___, elsewhere: ____, ...brief }: BriefReply) => withoutIds(brief);
const table = async (name: string) => {
  const [rows] = await server.sequelize.query(`SELECT COUNT(*) AS n FROM ${name}`);
  return (rows as { n: number }[])[0]!.n;
};

describe('a course out', () => {
  it('is a package that any program finds its way in: no resource without its file, no reference without its target', async () => {
    await aPreparedClass(finch, school, server.clock.now);
    const all = await parts(await ofClass());
    const found: string[] = [];
    const parser = new DOMParser({ onError: (_level: string, message: string) => void found.push(message) } as never);
    const read = (name: string) => parser.parseFromString(all[name]!.toString(), 'text/xml');
    const list = read('imsmanifest.xml');
    const named = (name: string) => Array.from(list.getElementsByTagName(name));
    const ids = named('resource').map((one) => one.getAttribute('identifier'));
    expect(new Set(ids).size).toBe(ids.length);
    for (const one of [
      ...named('dependency'),
      ...named('cpx:variant'),
      ...named('item').filter((item) => item.getAttribute('identifierref')),
    ])
      expect(ids).toContain(one.getAttribute('identifierref'));
    const hrefs = named('file').map((one) => decodeURIComponent(one.getAttribute('href')!));
    expect([...hrefs, 'imsmanifest.xml'].sort()).toEqual(Object.keys(all).sort());
    expect(list.getElementsByTagName('schemaversion')[0]!.textContent).toBe('1.3.0');
    expect(named('title').map((one) => one.textContent)).toEqual([
      'Water & wear',
      'About fords',
      'Valley model',
      'Maps',
      'Where to look',
      'Next year',
      'Reading a river',
      'Reading a river',
    ]);
    for (const name of Object.keys(all).filter((one) => one.endsWith('.xml'))) read(name);
    expect(found).toEqual([]);

    const page = all['handouts/001.html']!.toString();
    expect(page).toContain('Look &amp; draw.');
    expect(page).toContain('<section lang="fr"><h2>Les gués</h2>');
    const assignment = read('assignments/002.xml');
    expect(assignment.getElementsByTagName('gradable')[0]!.getAttribute('points_possible')).toBe('8');
    const attached = Array.from(assignment.getElementsByTagName('attachment')).map((one) => decodeURIComponent(one.getAttribute('href')!));
    expect(attached.map((one) => one.replace(/[0-9a-f]{12}/, 'FILE'))).toEqual([
      '../files/FILE/map of the valley (50%).txt',
      '../assignments/002-3.html',
      '../assignments/002-rubric.html',
    ]);
    expect(all['assignments/002-rubric.html']!.toString()).toContain('<td>As in nature</td>');
    const quiz = read('quizzes/004.xml');
    const profiles = Array.from(quiz.getElementsByTagName('fieldentry')).map((one) => one.textContent);
    expect(profiles).toEqual(
      expect.arrayContaining([
        'cc.exam.v0p1',
        '20',
        'cc.multiple_choice.v0p1',
        'cc.multiple_response.v0p1',
        'cc.true_false.v0p1',
        'cc.fib.v0p1',
        'cc.essay.v0p1',
      ]),
    );
    expect(quiz.getElementsByTagName('item')).toHaveLength(5);
    // What the profile has no words for lies beside it in a newer standard.
    expect(Object.keys(await parts(all['quizzes/004-questions.zip']!)).filter((one) => one.startsWith('items/'))).toHaveLength(8);
    const text = Object.entries(all).map(([name, bytes]) => (name.endsWith('.zip') ? '' : bytes.toString())).join(''); // prettier-ignore
    expect(text).not.toMatch(/Bao|finch|2026-11/);
  });

  it('comes in again as it was, into another class as drafts without dates', async () => {
    await aPreparedClass(finch, school, server.clock.now);
    const job = await courseIn(server, finch, await ofClass(), { as: 'drafts', classId: fens });
    expect(job).toMatchObject({ state: 'done', holds: 'course', classId: fens });
    expect(job.course).toEqual({
      title: job.title,
      units: 3,
      assignments: 1,
      quizzes: 1,
      handouts: 2,
      others: 0,
      files: 2,
      bytes: PNG.length + 10,
      missed: [],
      missedMore: 0,
    });
    const [before, after] = [await briefsOf(finch, school.rivers), await briefsOf(finch, fens)];
    expect(Object.keys(after).sort()).toEqual(['About fords', 'Reading a river', 'Valley model', 'Where to look']);
    for (const title of Object.keys(after)) expect(saying(after[title]!)).toEqual(saying(before[title]!));
    const [set] = after['Valley model']!.classes;
    expect(set).toMatchObject({ due: null, issuedAt: null });
    const units = (await finch.get(`/api/classes/${fens}/units`)).body as Unit[];
    expect(units.find((one) => one.id === set!.unitId)!.name).toBe('Water & wear');
    // The handout it points at is the one that came along.
    const linked = after['Valley model']!.attachments.find((one) => one.kind === 'handout');
    expect(linked).toMatchObject({ briefId: after['About fords']!.id });
    // A second time it finds the units that are there, and the files.
    const files = await table('kept_files');
    await courseIn(server, finch, await ofClass(), { as: 'drafts', classId: fens });
    expect((await finch.get(`/api/classes/${fens}/units`)).body).toHaveLength(3);
    expect(await table('kept_files')).toBe(files);
  });

  it('goes onto the shelf, with a folder for each unit, and from there out and in again', async () => {
    await aPreparedClass(finch, school, server.clock.now);
    await courseIn(server, finch, await ofClass(), { as: 'shelf', folder: 'Rivers' });
    const shelf = async () => ((await finch.get('/api/shelf')).body as ShelfReply).items;
    expect((await shelf()).map((one) => [one.folder, one.title])).toEqual([
      ['Rivers', 'Reading a river'],
      ['Rivers – Maps', 'Where to look'],
      ['Rivers – Water & wear', 'About fords'],
      ['Rivers – Water & wear', 'Valley model'],
    ]);
    const rubric = { name: 'Speech', criteria: [] };
    await finch.post('/api/shelf', { title: 'Speech', folder: 'Rivers', tags: [], body: { kind: 'rubric', rubric } });
    await finch.post('/api/shelf', { title: 'Labels', folder: 'Rivers', tags: [], body: { kind: 'worksheet', text: doc('Name: ___') } });
    const bytes = await packaged(server, finch, '/api/shelf/course-packages', { folder: 'Rivers' });
    await courseIn(server, finch, bytes, { as: 'shelf', folder: 'Again' });
    const again = (await shelf()).filter((one) => one.folder === 'Again');
    expect(again.map((one) => [one.kind, one.title])).toEqual([
      ['worksheet', 'Labels'],
      ['assignment', 'Reading a river'],
      ['rubric', 'Speech'],
    ]);
    const one = async (folder: string, title: string) => {
      const { id } = (await shelf()).find((item) => item.folder === folder && item.title === title)!;
      return withoutIds(((await finch.get(`/api/shelf/${id}`)).body as ShelfItemReply).body);
    };
    for (const { title } of again) expect(await one('Again', title)).toEqual(await one('Rivers', title));
    // Into a class a worksheet goes as a handout, and a rubric onto the shelf.
    await courseIn(server, finch, bytes, { as: 'drafts', classId: fens });
    expect((await briefsOf(finch, fens)).Labels).toMatchObject({
      kind: 'handout',
      attachments: [{ kind: 'worksheet', text: doc('Name: ___') }],
    });
    expect((await shelf()).filter((item) => item.kind === 'rubric')).toHaveLength(3);
  });

  it('is read by the standard where somebody has changed it', async () => {
    await aPreparedClass(finch, school, server.clock.now);
    const all = await parts(await ofClass());
    const changed = {
      ...all,
      'handouts/001.html': all['handouts/001.html']!.toString().replace('Look &amp; draw.', 'Look twice.'),
      'assignments/002.xml': all['assignments/002.xml']!.toString().replace('Build a valley.', 'Build two.'),
    };
    await courseIn(server, finch, await zip(changed), { as: 'drafts', classId: fens });
    const after = await briefsOf(finch, fens);
    expect(JSON.stringify(after['About fords']!.instructions)).toContain('Look twice.');
    expect(JSON.stringify(after['About fords']!.instructions)).toContain('"alt":"The ford"');
    expect(after['Valley model']).toMatchObject({ points: 8_000, scoring: { by: 'points' } });
    expect(after['Valley model']!.attachments.map((one) => one.kind === 'file' && one.file.name)).toContain('map of the valley (50%).txt');
    expect(after['Reading a river']!.quiz!.questions).toHaveLength(8);
  });
});

describe('a course of another program', () => {
  it('is taken as far as it can be, and says of all else why not', async () => {
    const { state, course: look, id } = await lookedAt(server, finch, await aForeignCourse());
    expect(state).toBe('looked');
    expect(look).toMatchObject({ title: 'Streams', units: 2, assignments: 1, quizzes: 1, handouts: 7, files: 4 });
    expect(look!.missed.map((one) => `${one.title}: ${one.why}`).sort()).toEqual([
      'Broken: unreadable',
      'Forms: doctype',
      'Gone: notThere',
      'Ground: elsewhere',
      'Ground: picture',
      'Ground: script',
      'Nowhere: noAddress',
      'Odd one: unknownKind',
      'Quiz – keyless: questionKey',
      'Quiz – parts: questionScoring',
      'Quiz – pattern: questionKind',
      'Talk: discussion',
      'Task: forTeachers',
      'Tool: outsideTool',
      'extra/spare.css: notNamed',
    ]);
    await finch.post(`/api/archives/${id}/bring`, { as: 'drafts', classId: fens });
    await server.services.archiveJobs.work(server.clock.now);
    const after = await briefsOf(finch, fens);
    const text = (title: string) => `${plainText(after[title]!.instructions)} ${JSON.stringify(after[title]!.instructions)}`;
    expect(text('Ground')).toContain('Sand lets water through.');
    expect(text('Ground')).not.toContain('steal');
    expect(text('Ground')).toContain('"alt":"Layers"');
    expect(after.Ground!.attachments).toMatchObject([{ kind: 'file', file: { name: 'table of soils.csv', mediaType: 'text/plain' } }]);
    expect(after['A page on streams']!.attachments).toMatchObject([{ kind: 'link', url: 'https://example.org/streams?a=1&b=2' }]);
    // What is called a picture and is none is seen once its bytes are here.
    expect(text('Fake')).toContain('Voilà\nA map');
    const { course: ended } = (await finch.get(`/api/archives/${id}`)).body as ArchiveJob;
    expect(ended!.missed).toContainEqual({ title: 'Fake', why: 'picture' });
    // Where what is richer cannot be read, the page beside it is.
    expect(text('Half')).toContain('Task');
    expect(after.Surely!.attachments).toMatchObject([{ file: { name: '100% sure.txt' } }]);
    expect(after.Task).toMatchObject({ kind: 'assignment', how: 'handIn', points: 12_500, accepts: ['files', 'link'] });
    expect(text('Task')).toContain('"type":"image"');
    expect(text('Task')).not.toContain('Only you');
    const quiz = after.Quiz!;
    expect(quiz).toMatchObject({ how: 'quiz', rounds: 2, points: 7_000, quiz: { run: { limitMinutes: 15 } } });
    expect(quiz.quiz!.questions.map((one) => one.kind)).toEqual(['one', 'several', 'trueFalse', 'short', 'own']);
    expect(quiz.quiz!.questions[0]).toMatchObject({
      points: 3_000,
      explanation: 'It is slow there.',
      options: [{ explanation: 'Too fast.' }, { explanation: '' }],
    });
    const [one, several, , short] = quiz.quiz!.questions as [Question, Question, Question, Question];
    expect(one.kind === 'one' && one.key).toEqual([one.kind === 'one' && one.options[1]!.id]);
    expect(several.kind === 'several' && several.key).toHaveLength(2);
    expect(short).toMatchObject({ gaps: [{ accepted: [{ text: 'silt' }, { text: 'mud' }], ignoreCase: true }] });
  });

  it('with nothing but questions is a course too, whose quiz no unit lists', async () => {
    const { 'imsmanifest.xml': _, ...rest } = await parts(await aForeignCourse());
    const bare = manifest(
      '',
      '<resource identifier="q" type="imsqti_xmlv1p2/imscc_xmlv1p1/assessment" href="quiz/quiz.xml"><file href="quiz/quiz.xml"/></resource>',
    );
    const { course: look } = await lookedAt(server, finch, await zip({ ...rest, 'imsmanifest.xml': bare }));
    expect(look).toMatchObject({ units: 0, quizzes: 1, handouts: 0 });
  });
});
