import { parse } from 'csv-parse/sync';
import { buffer } from 'node:stream/consumers';
import type { RosterPreviewReply, RosterStudent } from '../../contract';
import { unzip } from '../../files/read-table';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';
import { saved } from '../../testing/spreadsheet';
import { zip } from '../../testing/zip';

let server: Server;
let school: School;
let finch: Person;
let roster: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  roster = `/api/classes/${school.rivers}/roster`;
});
afterEach(() => server.close());

const code = async () => (await finch.get(`/api/classes/${school.rivers}`)).body.joinCode as string;
const students = async () => (await finch.get(roster)).body as RosterStudent[];
const names = async () => (await students()).filter((one) => one.left === null).map((one) => `${one.givenName} ${one.familyName}`.trim());
const preview = async (table: string | Buffer, options = {}) =>
  (await finch.upload(`${roster}/preview`, Buffer.from(table), 'table', options)).body as RosterPreviewReply;
const short = ({ entries }: RosterPreviewReply) =>
  entries.map((entry) => [entry.row, entry.kind, entry.kind === 'problem' ? entry.why : entry.name.givenName]);
type Row = Record<string, string>;
const download = (path: string) =>
  finch.agent
    .get(path)
    .buffer(true)
    .parse((res, done) => void buffer(res as never).then((bytes) => done(null, bytes)));

describe('a table', () => {
  it('is shown first and stored only when confirmed, and the same again changes nothing', async () => {
    const table = 'Student ID,Surname,First name\n17,Reef,Ada\n,Lind,Bao\n18,Kelp,Ben\n';
    const shown = await preview(table);
    expect(short(shown)).toEqual([
      [2, 'new', 'Ada'],
      [3, 'unchanged', 'Bao'],
      [4, 'new', 'Ben'],
    ]);
    expect(shown).toMatchObject({
      format: 'table',
      encoding: 'UTF-8',
      header: true,
      columns: [{ name: 'Student ID', use: 'schoolNumber', sample: '17, 18' }, { use: 'familyName' }, { use: 'givenName' }],
    });
    expect(await names()).toEqual(['Bao Lind', 'Hana Lind']);
    expect((await school.bringIn(finch, table)).body).toEqual({ asked: 0, added: 2, changed: 0, returned: 0, left: 0, unchanged: 1 });
    expect(await names()).toEqual(['Ben Kelp', 'Bao Lind', 'Hana Lind', 'Ada Reef']);
    expect((await preview(table)).counts).toEqual({ new: 0, asked: 0, unchanged: 3, changed: 0, returns: 0, left: 0, problem: 0 });
    expect((await school.bringIn(finch, table)).body.type).toBe('roster.nothingToDo');
  });

  it('of the whole class says who has left; who has left can return with everything they did', async () => {
    expect((await school.bringIn(finch, 'Bao Lind', { whole: true })).body).toMatchObject({ left: 1, unchanged: 1 });
    expect((await students()).find((one) => one.givenName === 'Hana')?.left).toBe('2026-11-23');
    expect(short(await preview('Hana Lind'))).toEqual([[1, 'returns', 'Hana']]);
    expect((await school.bringIn(finch, 'Hana Lind')).body).toMatchObject({ returned: 1 });
    expect((await students()).find((one) => one.givenName === 'Hana')).toMatchObject({ id: school.hana.id, left: null });
  });

  it('changes what a number says of somebody, and names what changes', async () => {
    await school.bringIn(finch, 'Name,Number\nAda Reef,17');
    const shown = await preview('Name,Number,E-mail\nAda Reef-Moss,17,ada@tern.example');
    expect(shown.entries[0]).toMatchObject({
      kind: 'changed',
      changes: [
        { field: 'familyName', from: 'Reef', to: 'Reef-Moss' },
        { field: 'email', from: '', to: 'ada@tern.example' },
      ],
    });
    await school.bringIn(finch, 'Name,Number,E-mail\nAda Reef-Moss,17,ada@tern.example');
    expect((await students()).find((one) => one.givenName === 'Ada')).toMatchObject({ familyName: 'Reef-Moss', email: 'ada@tern.example' });
  });

  it('of the whole class with a mistake in somebody’s row does not take them for gone', async () => {
    const shown = await preview('Name,E-mail\nBao Lind,\nHana Lind,hana at home', { whole: true });
    expect(short(shown)).toEqual([
      [2, 'unchanged', 'Bao'],
      [3, 'problem', 'email'],
    ]);
    expect(shown.entries[1]!.name).toEqual({ givenName: 'Hana', familyName: 'Lind' });
  });

  it('names every row that cannot be taken, and takes the others', async () => {
    const shown = await preview('Name,E-mail\nBAO lind,\n=cmd|calc,\nAda Reef,nowhere\nBen Kelp,\nben kelp,\n');
    expect(short(shown)).toEqual([
      [2, 'changed', 'Bao'],
      [3, 'problem', 'formula'],
      [4, 'problem', 'email'],
      [5, 'new', 'Ben'],
      [6, 'problem', 'twice'],
    ]);
    expect(shown.entries[2]).toMatchObject({ column: 'E-mail', value: 'nowhere' });
    expect(short(await preview('Ben Kelp\nBen Kelp', { meant: [2] }))).toEqual([
      [1, 'new', 'Ben'],
      [2, 'new', 'Ben'],
    ]);
  });

  it('asks which column holds the names where it cannot tell, and takes the answer', async () => {
    const table = Array.from({ length: 3 }, (_, row) => Array.from({ length: 30 }, (__, column) => `r${row} c${column}`).join('\t')).join(
      '\n',
    );
    expect(short(await preview(table))).toEqual([[1, 'problem', 'noNameColumn']]);
    const uses = Array.from({ length: 30 }, (_, column) => (column === 4 ? 'wholeName' : 'unused'));
    expect((await preview(table, { uses })).counts.new).toBe(3);
  });

  it.each<[string, Buffer, string, string]>([
    ['UTF-8 with a mark', Buffer.from('\ufeffZoë;Núñez'), 'UTF-8', 'Zoë'],
    ['Windows-1252', Buffer.from('Zo\xeb;N\xfa\xf1ez', 'latin1'), 'Windows-1252', 'Zoë'],
    ['UTF-16 with a mark', Buffer.from('\ufeffZoë\tNúñez', 'utf16le'), 'UTF-16', 'Zoë'],
    ['UTF-16 without one', Buffer.from('Zoë\tNunez', 'utf16le'), 'UTF-16', 'Zoë'],
    ['lines with a comma: family, given', Buffer.from('Núñez, Zoë'), 'UTF-8', 'Zoë'],
  ])('is read in %s', async (_case, bytes, encoding, given) => {
    const shown = await preview(bytes);
    expect([shown.encoding, short(shown)]).toEqual([encoding, [[1, 'new', given]]]);
  });

  it('of a workbook is read with its row numbers; a formula is refused and named', async () => {
    const bytes = await saved([
      ['Given', 'Family', 'Since'],
      ['Ada', 'Reef', new Date('2026-09-07')],
      [],
      [{ formula: 'A2', result: 'Ada' }, 'Twice'],
      ...Array<[]>(9000).fill([]),
      ['Far', 'Down'],
    ]);
    expect(short(await preview(bytes))).toEqual([
      [2, 'new', 'Ada'],
      [4, 'problem', 'formula'],
    ]);
  });

  it.each<[string, () => Buffer | Promise<Buffer>, number, string]>([
    ['a header only', () => Buffer.from('Given name,Family name\n'), 200, ''],
    ['nothing at all', () => Buffer.from(''), 200, ''],
    ['a picture', () => Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 0, 0, 0, 1, 2]), 422, 'roster.notReadable'],
    ['half a zip', async () => (await zip({ 'a.csv': 'x'.repeat(500) })).subarray(0, 60), 422, 'roster.notReadable'],
    ['a zip without a table', () => zip({ 'readme.txt': 'hello' }), 422, 'roster.notReadable'],
    ['a zip that unpacks to more than any roster', () => zip({ 'users.csv': Buffer.alloc(61_000_000, 'a') }), 413, 'roster.tooLarge'],
    ['more than 8 MB', () => Buffer.alloc(8_100_000, 'a'), 413, 'roster.fileTooLarge'],
  ])('that is %s is answered plainly', async (_case, bytes, status, type) => {
    const reply = await finch.upload(`${roster}/preview`, await bytes(), 'f', {});
    expect([reply.status, reply.body.type ?? '']).toEqual([status, type]);
  });

  it('is planned again when confirmed: what changed meanwhile stores nothing', async () => {
    const { digest } = await preview('Ada Reef');
    await school.bringIn(await server.person('lund'), 'Ada Reef');
    const late = await finch.upload(`${roster}/import`, Buffer.from('Ada Reef'), 't', { digest });
    expect([late.status, late.body.type]).toEqual([409, 'roster.changedMeanwhile']);
    expect((await names()).filter((name) => name === 'Ada Reef')).toHaveLength(1);
  });

  it('meets somebody of one’s own other class by number and name, and tells nothing about anybody else', async () => {
    const other = (await finch.post('/api/classes', { name: 'Lakes' })).body.id as string;
    await school.bringIn(finch, 'Name,Number\nAda Reef,17', {}, other);
    const shown = await preview('Name,Number\nAda Reef,17\nEve Moss,17');
    expect(short(shown)).toEqual([
      [2, 'new', 'Ada'],
      [3, 'problem', 'numberElsewhere'],
    ]);
    await school.bringIn(finch, 'Name,Number\nAda Reef,17');
    const here = (await students()).find((one) => one.givenName === 'Ada')!;
    const there = ((await finch.get(`/api/classes/${other}/roster`)).body as RosterStudent[]).find((one) => one.givenName === 'Ada')!;
    expect(here.id).toBe(there.id);
  });

  it('of 2,000 students is taken whole', async () => {
    const table = `Given name,Family name,Number\n${Array.from({ length: 2000 }, (_, i) => `Given${i},Family${i},${10_000 + i}`).join('\n')}`;
    expect((await preview(table)).counts.new).toBe(2000);
    expect((await school.bringIn(finch, table)).body.added).toBe(2000);
    expect((await preview(table)).counts.unchanged).toBe(2000);
  });
});

describe('a OneRoster bundle', () => {
  const manifest = (more: Record<string, string> = {}) => {
    const files = { users: 'bulk', enrollments: 'bulk', classes: 'bulk', courses: 'bulk', orgs: 'bulk', ...more };
    return [
      'propertyName,value',
      `oneroster.version,${more.version ?? '1.1'}`,
      ...Object.entries(files)
        .filter(([name]) => name !== 'version')
        .map(([name, mode]) => `file.${name},${mode}`),
    ].join('\n');
  };
  const classes = 'sourcedId,status,title,courseSourcedId,schoolSourcedId\nc1,active,Rivers,k1,o1\nc2,active,Maps,k9,o1';
  const users =
    'sourcedId,status,role,username,givenName,familyName,identifier,email\nu1,active,student,ada,Ada,Reef,17,ada@tern.example\nu2,active,student,,Ben,Kelp,18,\nu3,active,teacher,tt,Tia,Teach,,\n';
  const enrollments =
    'sourcedId,status,classSourcedId,userSourcedId,role,endDate\ne1,active,c1,u1,student,\ne2,active,c1,u2,student,\ne3,active,c1,u9,student,\ne4,active,c1,u3,student,\ne5,active,c2,u1,student,\ne6,active,c1,u3,teacher,';
  const bundle = (more: Record<string, string> = {}) =>
    zip({
      'manifest.csv': manifest(),
      'classes.csv': classes,
      'users.csv': users,
      'enrollments.csv': enrollments,
      'courses.csv': 'sourcedId,title\nk1,Geography',
      'orgs.csv': 'sourcedId,name\no1,School',
      ...more,
    });

  it('in bulk is the whole class; dangling references are named with file, row and column', async () => {
    const shown = await preview(await bundle());
    expect(shown.bundle).toMatchObject({
      version: '1.1',
      mode: 'bulk',
      chosen: 'c1',
      notes: ['classes.csv row 3: the course “k9” is not in the bundle.'],
    });
    expect(short(shown)).toEqual([
      [2, 'new', 'Ada'],
      [3, 'new', 'Ben'],
      [4, 'problem', 'danglingUser'],
      [4, 'problem', 'notAStudent'],
      [null, 'left', 'Bao'],
      [null, 'left', 'Hana'],
    ]);
    expect(shown.entries[2]).toMatchObject({ file: 'enrollments.csv', column: 'userSourcedId', value: 'u9' });
    expect((await school.bringIn(finch, await bundle())).body).toMatchObject({ added: 2, left: 2 });
    expect((await preview(await bundle())).counts).toMatchObject({ new: 0, changed: 0, left: 0, unchanged: 2 });
  });

  it('as a delta says only what changed: who is not in it stays, also users it does not repeat', async () => {
    await school.bringIn(finch, await bundle(), { whole: false });
    const delta = {
      'manifest.csv': manifest({
        version: '1.2',
        users: 'delta',
        enrollments: 'delta',
        classes: 'absent',
        courses: 'absent',
        orgs: 'absent',
      }),
      'users.csv': 'sourcedId,status,givenName,familyName\nu2,active,Benno,Kelp\n',
      'enrollments.csv':
        'sourcedId,status,classSourcedId,userSourcedId,role\ne1,tobedeleted,c1,u1,student\ne2,active,c1,u2,student\ne7,active,c1,u77,student',
    };
    const shown = await preview(await zip(delta));
    expect([shown.bundle?.mode, shown.bundle?.chosen, short(shown)]).toEqual([
      'delta',
      'c1',
      [
        [2, 'left', 'Ada'],
        [3, 'changed', 'Ben'],
        [4, 'problem', 'danglingUser'],
      ],
    ]);
    expect((await school.bringIn(finch, await zip(delta))).body).toMatchObject({ left: 1, changed: 1 });
    expect(await names()).toEqual(['Benno Kelp', 'Bao Lind', 'Hana Lind']);
  });

  describe('as a delta of some files alone', () => {
    const delta = (files: Record<string, string>) =>
      zip({
        'manifest.csv': [
          'propertyName,value',
          'oneroster.version,1.2',
          ...Object.keys(files).map((name) => `file.${name.replace('.csv', '')},delta`),
        ].join('\n'),
        ...files,
      });
    beforeEach(async () => {
      await school.bringIn(finch, await bundle(), { whole: false });
    });

    it.each([
      [
        'users: a preferred name, another id for a known number, one switched off, strangers passed over',
        {
          'users.csv':
            'sourcedId,status,enabledUser,givenName,preferredGivenName,familyName,preferredFamilyName,identifier\nu1,active,true,Ada,Adele,Reef,Riff,17\nnew-2,active,true,Ben,,Kelp,,18\nu50,active,true,No,,Body,,99',
        },
        [
          [2, 'changed', 'Ada'],
          [3, 'changed', 'Ben'],
        ],
      ],
      [
        'users: one taken out, one switched off',
        { 'users.csv': 'sourcedId,status,enabledUser,givenName,familyName\nu1,tobedeleted,true,,\nu2,active,false,Ben,Kelp' },
        [
          [2, 'left', 'Ada'],
          [3, 'left', 'Ben'],
        ],
      ],
      [
        'enrollments',
        { 'enrollments.csv': 'sourcedId,status,classSourcedId,userSourcedId,role\ne1,tobedeleted,c1,u1,student' },
        [[2, 'left', 'Ada']],
      ],
      [
        'roles: only the changed ones',
        {
          'roles.csv': 'sourcedId,status,userSourcedId,role\nr1,tobedeleted,u1,student\nr9,active,u77,teacher',
          'enrollments.csv': 'sourcedId,status,classSourcedId,userSourcedId,role\ne2,active,c1,u2,student',
        },
        [
          [2, 'left', 'Ada'],
          [2, 'unchanged', 'Ben'],
        ],
      ],
    ])('takes from %s', async (_case, files, expected) => {
      const shown = await preview(await delta(files as Record<string, string>));
      expect(short(shown).sort()).toEqual([...expected].sort());
    });

    it('remembers the changed id', async () => {
      await school.bringIn(
        finch,
        await delta({ 'users.csv': 'sourcedId,status,givenName,familyName,identifier\nnew-2,active,Ben,Kelp,18' }),
      );
      const later = await delta({ 'users.csv': 'sourcedId,status,givenName,familyName\nnew-2,active,Benno,Kelp' });
      expect(short(await preview(later))).toEqual([[2, 'changed', 'Ben']]);
    });
  });

  it.each(['1.1', '1.2'])(
    'of version %s that goes out has its people, teachers too, each id once, and names as they are',
    async (version) => {
      await school.bringIn(finch, "Given name,Family name\n'-Dash,Name");
      const bytes = (await download(`${roster}.zip?version=${version}`)).body as Buffer;
      const files = new Map(
        (await unzip(bytes)).map(({ name, bytes: part }) => [name, parse(part.toString(), { columns: true }) as Row[]]),
      );
      const [users, years] = [files.get('users.csv')!, files.get('academicSessions.csv')!];
      expect(users.map((one) => one.givenName)).toEqual(expect.arrayContaining(['finch', 'lund', 'Bao', 'Hana', '-Dash']));
      expect(years.filter((one) => one.type === 'schoolYear')).toMatchObject([{ title: '2026', startDate: '2026-09-07' }]);
      expect(years.filter((one) => one.type === 'term').every((one) => one.parentSourcedId === years[0]!.sourcedId)).toBe(true);
      expect(
        files
          .get('enrollments.csv')!
          .filter((one) => one.role === 'teacher')
          .map((one) => one.primary),
      ).toEqual(['true', 'false']);
      const roles = version === '1.2' ? files.get('roles.csv')! : users;
      expect(roles.filter((one) => one.role === 'teacher')).toHaveLength(2);
      const ids = [...files].flatMap(([name, rows]) => (name === 'manifest.csv' ? [] : rows.map((one) => one.sourcedId)));
      expect(new Set(ids).size).toBe(ids.length);
      expect(files.get('manifest.csv')).toContainEqual({ propertyName: 'oneroster.version', value: version });
    },
  );

  it.each([
    ['another version', { 'manifest.csv': manifest({ version: '2.0' }) }, 'version “2.0”'],
    ['a file it promises and lacks', { 'manifest.csv': manifest({ academicsessions: 'bulk' }) }, 'promises academicsessions.csv'],
    ['a file it says is absent', { 'manifest.csv': manifest({ courses: 'absent' }) }, 'courses.csv is in the bundle'],
    ['a word it does not know', { 'manifest.csv': manifest({ users: 'some' }) }, '“some”'],
    ['no manifest entry for users', { 'manifest.csv': 'propertyName,value\noneroster.version,1.1' }, 'is in the bundle, but'],
  ])('with a manifest of %s is refused and says so', async (_case, files, words) => {
    const reply = await finch.upload(`${roster}/preview`, await bundle(files as Record<string, string>), 'b.zip', {});
    expect([reply.status, reply.body.type]).toEqual([422, 'roster.bundle']);
    expect(reply.body.errors[0].message).toContain(words);
  });

  it('of several classes asks which, and remembers', async () => {
    const { body } = await finch.post('/api/classes', { name: 'Somewhere' });
    const path = `/api/classes/${body.id}/roster/preview`;
    const asked = (await finch.upload(path, await bundle(), 'b', {})).body as RosterPreviewReply;
    expect([asked.bundle?.chosen, asked.bundle?.classes.map((one) => one.students), asked.entries]).toEqual([null, [4, 1], []]);
    await school.bringIn(finch, await bundle(), { bundleClass: 'c2' }, body.id);
    expect(((await finch.upload(path, await bundle(), 'b', {})).body as RosterPreviewReply).bundle?.chosen).toBe('c2');
  });
});

it.each(['xlsx', 'ods', 'zip'])('taken out as %s it comes in again without a change, those who left included', async (kind) => {
  await school.bringIn(finch, "Name,Number,E-mail\nAda Reef,0017,ada@tern.example\nيوسف الراشد,,\n'-Dash Name,18,");
  await finch.patch(`${roster}/${school.bao.id}`, { shownAs: 'Blue Heron' });
  await finch.del(`${roster}/${school.hana.id}`);
  const { body, headers } = await download(`${roster}.${kind}`);
  expect(headers['content-disposition']).toContain(`Rivers-roster.${kind}`);
  const shown = await preview(body as Buffer);
  expect(shown.counts).toMatchObject({ new: 0, changed: 0, returns: 0, left: 0, problem: 0, unchanged: 5 });
  expect((await finch.upload(`${roster}/import`, body as Buffer, 'r', { digest: shown.digest })).body.type).toBe('roster.nothingToDo');
});

describe('joining', () => {
  it('takes no user name that somebody has', async () => {
    const taken = await (
      await server.person()
    ).post(`/api/join/${await code()}`, { givenName: 'Someone', familyName: 'Else', userName: 'BAO', password: 'long enough' });
    expect([taken.status, taken.body.type, taken.body.errors[0].path]).toEqual([409, 'account.userNameTaken', 'userName']);
    expect(await names()).not.toContain('Someone Else');
  });

  it('a name that is not on the roster is added to it', async () => {
    const joined = await (
      await server.person()
    ).post(`/api/join/${await code()}`, { givenName: 'يوسف', familyName: '', userName: 'yusuf', password: 'long enough' });
    expect(joined.body.wasOnRoster).toBe(false);
    expect(await names()).toContain('يوسف');
  });

  it('a student with a sign-in joins one more class, not the same twice, and again after leaving', async () => {
    const otto = await server.person('otto');
    expect((await otto.post(`/api/my/classes/${await code()}`)).body).toEqual({ classId: school.rivers, waits: false });
    expect((await otto.post(`/api/my/classes/${await code()}`)).body.type).toBe('roster.alreadyIn');
    await finch.del(`${roster}/${school.otto.id}`);
    expect((await otto.post(`/api/my/classes/${await code()}`)).status).toBe(200);
  });

  it('is refused while the code is shut, past its time, or the class put away', async () => {
    const visitor = await server.person();
    const shut = async () => (await visitor.get(`/api/join/${await code()}`)).body.type as string | undefined;
    const set = (open: boolean, until: number | null) =>
      finch.put(`/api/classes/${school.rivers}/join-code`, { open, until, asksNumber: false });
    await set(false, null);
    expect(await shut()).toBe('join.shut');
    await set(true, server.clock.now - 1);
    expect(await shut()).toBe('join.shut');
    await set(true, server.clock.now);
    expect(await shut()).toBeUndefined();
    await finch.post(`/api/classes/${school.rivers}/away`, { away: true });
    expect(await shut()).toBe('join.shut');
  });
});

it('a student is corrected, has left, and comes back', async () => {
  await finch.patch(`${roster}/${school.bao.id}`, { familyName: 'Lindqvist', schoolNumber: '5', shownAs: 'Blue Heron' });
  expect((await students()).find((one) => one.id === school.bao.id)).toMatchObject({
    familyName: 'Lindqvist',
    schoolNumber: '5',
    shownAs: 'Blue Heron',
  });
  expect((await finch.patch(`${roster}/${school.hana.id}`, { schoolNumber: '5' })).body.type).toBe('roster.numberTaken');
  expect((await finch.del(`${roster}/${school.hana.id}`)).status).toBe(204);
  expect(await names()).toEqual(['Bao Lindqvist']);
  await finch.post(`${roster}/${school.hana.id}/back`);
  expect(await names()).toEqual(['Hana Lind', 'Bao Lindqvist']);
  expect((await finch.del(`${roster}/${school.stranger.id}`)).status).toBe(404);
});

describe('the practice student', () => {
  it('sees what students see, is in no list, and is left by one act', async () => {
    await school.issued();
    const entered = await finch.post(`/api/classes/${school.rivers}/practice`);
    finch.enter(entered.body);
    expect(entered.body.me).toMatchObject({ role: 'student', practice: { classId: school.rivers, className: 'Rivers' } });
    const [piece] = (await finch.get('/api/my/work')).body.pieces;
    expect(piece.title).toBe('Meander notes');
    await finch.post(`/api/my/work/${piece.assignmentId}/hand-in`);
    expect((await finch.get('/api/today')).body.type).toBe('session.practice');
    expect((await finch.put('/api/account/password', { current: 'x', password: 'long enough' })).status).toBe(403);
    expect((await finch.post('/api/my/classes/XXXXXXX')).body.type).toBe('session.practice');
    finch.enter((await finch.del('/api/session/practice')).body);
    expect(await names()).toEqual(['Bao Lind', 'Hana Lind']);
    expect((await finch.get(`/api/classes/${school.rivers}`)).body.students).toBe(2);
    expect((await finch.get(`/api/classes/${school.rivers}/progress`)).body.rows).toHaveLength(2);
    expect(JSON.stringify((await finch.get('/api/today')).body)).not.toContain('Practice');
  });

  it('is one, however many ask at once', async () => {
    const people = await Promise.all([1, 2, 3].map(() => server.person('finch')));
    const replies = await Promise.all(people.map((person) => person.post(`/api/classes/${school.rivers}/practice`)));
    expect(new Set(replies.map((reply) => reply.body.me.id)).size).toBe(1);
    expect((await (await server.person('bao')).del('/api/session/practice')).status).toBe(403);
  });
});
