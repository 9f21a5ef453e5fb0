import { FIRST_BEARING, FIRST_SCHEME, percentText, type Category, type Scheme } from '@jolly/core';
import { parse } from 'csv-parse/sync';
import { HyperFormula } from 'hyperformula';
import type { BookBringInReply } from '../../contract';
import { unzip } from '../../files/read-table';
import { aSchool, aServer, DAY, doc, type Person, type School, type Server } from '../../testing/school';
import { opened } from '../../testing/spreadsheet';
import { zip } from '../../testing/zip';

let server: Server;
let school: School;
let finch: Person;
let book: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  book = `/api/classes/${school.rivers}/book`;
});
afterEach(() => server.close());

const bytesOf = async (query: string): Promise<Buffer> => {
  const reply = await finch
    .get(`${book}/file?${query}`)
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    });
  expect(reply.status).toBe(200);
  return reply.body as Buffer;
};
const category = (id: string, more: Partial<Category>): Category => ({
  id,
  name: id,
  weight: 50_000,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
  ...more,
});
const [A, B, C] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222', '33333333-3333-4333-8333-333333333333'];

async function withScheme(scheme: Partial<Scheme>): Promise<void> {
  const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body;
  const body = {
    scheme: { ...FIRST_SCHEME, ...scheme },
    bearing: FIRST_BEARING,
    lateRule: { kind: 'none' },
    graceMinutes: 0,
    refile: {},
    version,
  };
  expect((await finch.put(`/api/classes/${school.rivers}/scheme`, body)).status).toBe(200);
}
/** Six pieces in three categories, one of them on top; Bao has five scores and lacks one, Hana is excused from one. */
async function sixPieces(): Promise<string[]> {
  const past = server.clock.now - 24 * 3_600_000;
  const pieces = [
    [A, 30, false],
    [A, 20, false],
    [B, 10, false],
    [B, 12, false],
    [B, 10, false],
    [C, 5, true],
  ] as const;
  const ids: string[] = [];
  for (const [index, [categoryId, points, bonus]] of pieces.entries())
    ids.push(
      (
        await school.issued({
          title: `Piece ${index + 1}`,
          categoryId,
          points: points * 1000,
          bonus,
          due: past + index,
          closes: past + index,
        })
      ).id,
    );
  const edit = (index: number, studentId: string, text: string) => ({ assignmentId: ids[index]!, studentId, version: 0, text });
  const bao = [25, 14, 6, 7, 3].map((points, index) => edit(index, school.bao.id, String(points)));
  const hana = ['21.5', '20', 'x', '11', '9', '4'].map((text, index) => edit(index, school.hana.id, text));
  expect((await finch.post(`${book}/edits`, { kind: 'pasted', edits: [...bao, ...hana] })).body.changed).toBe(11);
  return ids;
}
/** What a spreadsheet makes of the sheet of totals, by itself: the total of each student, by family and given name. */
async function recomputed(bytes: Buffer): Promise<{ totals: (number | string)[]; formulas: number; stored: (number | string)[] }> {
  const workbook = await opened(bytes);
  let formulas = 0;
  const sheets: Record<string, (string | number | null)[][]> = {};
  const stored: (number | string)[] = [];
  workbook.eachSheet((sheet) => {
    const rows: (string | number | null)[][] = [];
    sheet.eachRow({ includeEmpty: true }, (row, number) => {
      rows[number - 1] = Array.from({ length: sheet.columnCount }, (_, column) => {
        const { value } = row.getCell(column + 1);
        if (value !== null && typeof value === 'object' && 'formula' in value) {
          formulas += 1;
          if (sheet.name === 'Totals' && column === 2 && number > 4) stored.push(value.result as number);
          return `=${value.formula}`;
        }
        if (sheet.name === 'Totals' && column === 2 && number > 4) stored.push(value as number);
        return value as string | number | null;
      });
    });
    sheets[sheet.name] = rows.map((row) => row ?? []);
  });
  const engine = HyperFormula.buildFromSheets(sheets, { licenseKey: 'gpl-v3', useArrayArithmetic: true });
  const sheet = engine.getSheetId('Totals')!;
  const totals = Array.from({ length: 2 }, (_, student) => engine.getCellValue({ sheet, row: 4 + student, col: 2 }) as number);
  engine.destroy();
  return { totals, formulas, stored };
}

describe('taking out a workbook', () => {
  it.each<[string, Partial<Scheme>]>([
    [
      'weighted categories',
      { kind: 'weighted', categories: [category(A, { weight: 40_000 }), category(B, { weight: 35_000 }), category(C, { weight: 25_000 })] },
    ],
    [
      'shares that weigh the same, the lowest left out',
      { kind: 'weighted', categories: [category(A, {}), category(B, { within: 'equal', leaveOut: 1 }), category(C, {})] },
    ],
    [
      'a category on top and missing work as nothing',
      {
        kind: 'weighted',
        categories: [category(A, {}), category(B, { within: 'equal' }), category(C, { bonus: true, weight: 10_000 })],
        missing: { kind: 'whenDue', percent: 0 },
      },
    ],
    ['one pool of points', { kind: 'points', categories: [category(A, {}), category(B, {}), category(C, {})] }],
    [
      'the best of a pool that is cut, where no formula can choose it',
      { kind: 'points', categories: [category(A, { leaveOut: 1 }), category(B, { leaveOut: 1 }), category(C, {})] },
    ],
  ])('%s: a spreadsheet comes to the same totals by itself', async (_case, scheme) => {
    await sixPieces();
    await withScheme({
      decimals: 2,
      bands: [
        { name: 'Pass', from: 50_000 },
        { name: 'Not yet', from: 0 },
      ],
      ...scheme,
    });
    const { totals, stored, formulas } = await recomputed(await bytesOf('as=xlsx'));
    expect(formulas).toBeGreaterThan(5);
    for (const [index, total] of totals.entries()) expect(total).toBeCloseTo(Number(stored[index]), 9);
    const progress = (await finch.get(`/api/classes/${school.rivers}/progress`)).body.rows as {
      student: { givenName: string };
      standing: { total: string };
    }[];
    const shown = ['Bao', 'Hana'].map((name) => progress.find((row) => row.student.givenName === name)!.standing.total);
    expect(totals.map((total) => percentText({ num: BigInt(Math.round(Number(total) * 1e12)), den: 10n ** 12n }, 2))).toEqual(shown);
  });

  it('leaves out what students do not have yet for their eyes, and is of one term if asked', async () => {
    await sixPieces();
    const scores = async (query: string) => (await bytesOf(query)).toString('utf8').split('\r\n')[1];
    expect(await scores('as=csv')).toContain(',25,14,6,7,3,');
    expect(await scores('as=csv&viewpoint=student')).toMatch(/,,,,,,,$/);
    expect((await finch.get(`${book}/file?as=csv&term=Term%201`)).status).toBe(200);
    expect((await finch.get(`${book}/file?as=csv&term=Nowhere`)).status).toBe(404);
  });

  it('makes nothing a formula that only looks like one', async () => {
    await school.issued({ title: '=HYPERLINK("x")' });
    await finch.patch(`/api/classes/${school.rivers}/roster/${school.bao.id}`, { givenName: '@Bao', familyName: '-Lind' });
    const text = (await bytesOf('as=csv')).toString('utf8');
    expect(text).toContain(`"'=HYPERLINK(""x"")"`);
    expect(text).toContain("'-Lind,'@Bao");
    const workbook = await opened(await bytesOf('as=xlsx'));
    expect(workbook.getWorksheet('Scores')!.getCell('D1').value).toBe('=HYPERLINK("x")');
  });
});

it('gives OneRoster categories, line items and results that fit together', async () => {
  await sixPieces();
  await withScheme({ kind: 'weighted', categories: [category(A, { name: 'Field work' }), category(B, {}), category(C, {})] });
  const files = new Map(
    (await unzip(await bytesOf('as=oneroster'))).map(({ name, bytes }) => [name, bytes.toString('utf8').trim().split('\r\n')]),
  );
  expect([...files.keys()].sort()).toEqual(
    ['academicSessions', 'categories', 'classes', 'courses', 'enrollments', 'lineItems', 'manifest', 'orgs', 'results', 'users'].map(
      (name) => `${name}.csv`,
    ),
  );
  expect(files.get('manifest.csv')).toContain('file.results,bulk');
  const items = files
    .get('lineItems.csv')!
    .slice(1)
    .map((line) => line.split(','));
  const known = new Set(
    files
      .get('categories.csv')!
      .slice(1)
      .map((line) => line.split(',')[0]),
  );
  expect(items).toHaveLength(6);
  expect(items.every((item) => known.has(item[8]!))).toBe(true);
  const results = files
    .get('results.csv')!
    .slice(1)
    .map((line) => line.split(','));
  expect(results.filter((row) => row[5] === 'fully graded')).toHaveLength(10);
  expect(results.filter((row) => row[5] === 'exempt')).toHaveLength(1);
  expect(results.find((row) => row[4] === school.bao.id && row[6] === '25')).toBeDefined();
});

it('gives results only of what is due, scored or missing, as what they are, in either version', async () => {
  await sixPieces();
  const { id: later } = await school.issued({ title: 'Later', due: server.clock.now + DAY, closes: null });
  const { id: missed } = await school.issued({ title: 'Missed', due: server.clock.now - DAY, closes: null });
  // Work that words alone were said of has no number, and is there all the same.
  const { id: worded } = await school.issued({
    title: 'Worded',
    due: server.clock.now - DAY,
    closes: null,
    how: 'inClass',
    accepts: [],
    points: null,
  });
  const remark = doc('Well observed');
  expect(
    (await finch.put(`/api/assignments/${worded}/pieces/${school.bao.id}/score`, { earned: null, chosen: null, remark, version: 0 }))
      .status,
  ).toBe(200);
  await finch.post(`/api/assignments/${worded}/return`, { studentIds: [school.bao.id], confirmed: true });
  const resultsIn = async (as: string) => {
    const files = new Map((await unzip(await bytesOf(`as=${as}`))).map(({ name, bytes }) => [name, bytes.toString()]));
    return parse(files.get('results.csv')!, { columns: true }) as Record<string, string>[];
  };
  for (const as of ['oneroster', 'oneroster12']) {
    const results = await resultsIn(as);
    expect(results.filter((row) => row.lineItemSourcedId === later)).toEqual([]);
    expect(results.find((row) => row.lineItemSourcedId === worded && row.studentSourcedId === school.bao.id)).toMatchObject({
      scoreStatus: 'submitted',
      score: '',
    });
    const away = results.filter((row) => row.lineItemSourcedId === missed);
    expect(away.map((row) => [row.scoreStatus, row.score, row.scoreDate, row.missing])).toEqual(
      [0, 1].map(() => ['not submitted', '', '2026-11-22', as === 'oneroster12' ? 'true' : undefined]),
    );
  }
});

describe('bringing scores in', () => {
  const preview = async (table: string | Buffer) =>
    (await finch.upload(`${book}/bring-in/preview`, Buffer.from(table), 'scores.csv', {})) as { status: number; body: BookBringInReply };
  const confirm = (table: string | Buffer, digest: string) =>
    finch.upload(`${book}/bring-in`, Buffer.from(table), 'scores.csv', { digest });

  it('changes nothing with what was taken out', async () => {
    await sixPieces();
    for (const as of ['csv', 'xlsx', 'ods', 'oneroster', 'oneroster12']) {
      const { body } = await preview(await bytesOf(`as=${as}`));
      expect([as, body.changes, body.problems, body.same]).toEqual([as, [], [], 11]);
    }
  });

  it('takes the results of a records system, known by its ids or by their titles', async () => {
    await sixPieces();
    const results = await zip({
      'manifest.csv': 'propertyName,value\noneroster.version,1.1',
      'lineItems.csv': 'sourcedId,title\nli-1,Piece 1\nli-2,Somewhere else',
      'results.csv': [
        'sourcedId,status,lineItemSourcedId,studentSourcedId,scoreStatus,score',
        `r1,active,li-1,${school.bao.id},fully graded,7`,
        `r2,active,li-1,nobody,fully graded,7`,
        `r3,active,li-2,${school.bao.id},fully graded,7`,
        `r4,active,li-1,${school.hana.id},not submitted,`,
        `r5,tobedeleted,li-1,${school.hana.id},fully graded,3`,
      ].join('\n'),
    });
    const { body } = await preview(results);
    expect(body.changes).toMatchObject([{ title: 'Piece 1', from: '25', to: '7' }]);
    expect(body.problems.map(({ why }) => why).sort()).toEqual(['noSuchStudent', 'noSuchTitle']);
    expect((await confirm(results, body.digest)).body.changed).toBe(1);
    expect((await preview(await zip({ 'users.csv': 'sourcedId' }))).status).toBe(422);
  });

  it('shows every change and everything unclear first, then does it as one act that can be undone', async () => {
    await sixPieces();
    const table = 'Name;Piece 1;Piece 6;Nowhere\nLind, Bao;26;6;1\nHana Lind;;seven;\nNobody Here;1;2;3\n';
    const { body } = await preview(table);
    expect(body.changes).toMatchObject([
      { title: 'Piece 1', from: '25', to: '26', above: false },
      { title: 'Piece 6', from: '', to: '6', above: true },
    ]);
    expect(body.problems.map(({ row, why, value }) => [row, why, value])).toEqual([
      [1, 'noSuchTitle', ''],
      [4, 'noSuchStudent', 'Nobody Here'],
      [3, 'notRead', 'seven'],
    ]);
    const done = await confirm(table, body.digest);
    expect([done.status, done.body.changed, done.body.undo.kind]).toEqual([200, 2, 'broughtIn']);
    // The same again is nothing to do, and what was shown is not what it would do now.
    expect((await confirm(table, body.digest)).body.type).toBe('book.changedMeanwhile');
    expect((await confirm(table, (await preview(table)).body.digest)).body.type).toBe('book.nothingToDo');
    expect((await finch.post(`${book}/acts/${done.body.undo.id}/undo`)).body.changed).toBe(2);
  });

  it('says of a file without a known title, and of what is no table, that it cannot be read', async () => {
    await sixPieces();
    expect((await preview('Name,Other\nBao Lind,1')).body).toMatchObject({ type: 'book.noTitles' });
    expect((await preview(Buffer.from([0x50, 0x4b, 3, 4, 0, 0]))).body).toMatchObject({ type: 'book.notReadable' });
  });
});
