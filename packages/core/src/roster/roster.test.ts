import fc from 'fast-check';
import {
  asNameLines,
  compareNames,
  freeUserName,
  guessColumns,
  joinCodeFrom,
  JOIN_CODE_ALPHABET,
  nameKey,
  nameOfLine,
  planRoster,
  readRosterTable,
  tidyJoinCode,
  userNameFrom,
  type KnownMember,
  type KnownStudent,
  type RosterEntry,
  type RosterRow,
} from '.';

it.each([
  ['Bao Lindqvist', 'Bao', 'Lindqvist'],
  ['Lindqvist, Bao', 'Bao', 'Lindqvist'],
  ['  Ana   Maria  Silva ', 'Ana', 'Maria Silva'],
  ['O', 'O', ''],
  ['Cher,', 'Cher', ''],
  ['نور الحسن', 'نور', 'الحسن'],
  ['🦊 Fox', '🦊', 'Fox'],
])('reads %j as given %j, family %j', (line, givenName, familyName) => {
  expect(nameOfLine(line)).toEqual({ givenName, familyName });
});

it('takes names as the same without case and accents, and sorts by family name', () => {
  expect(nameKey({ givenName: 'José', familyName: 'NÚÑEZ' })).toBe('jose nunez');
  const names = ['Zoë Adams', 'Adam Ørsted', 'Cher', 'Bo Adams'].map(nameOfLine);
  expect(names.sort(compareNames).map((n) => n.givenName)).toEqual(['Bo', 'Zoë', 'Cher', 'Adam']);
});

it('draws join codes without look-alikes, every character equally likely', () => {
  expect(JOIN_CODE_ALPHABET).not.toMatch(/[01258AEILOQSZBDGJUVWY6]/);
  expect(joinCodeFrom(Uint8Array.from([0, 1, 2, 255, 13, 14, 15, 16]))).toBe('347X347');
  expect(joinCodeFrom(Uint8Array.from([255, 254, 253]))).toBeNull();
  expect(tidyJoinCode(' 34k-7nr t')).toBe('34K7NRT');
});

it.each([
  ['Ümit', 'Yıldız', 'umit.yildiz'],
  ['Ottoline', 'Barrington-Szymańska', 'ottoline.barrington.szymanska'],
  ['Saoirse', "O'Brien", 'saoirse.obrien'],
  ['يوسف', 'الراشد', 'student'],
  ['O', '', 'student'],
])('makes of %s %s the user name %s', (givenName, familyName, expected) => {
  expect(userNameFrom({ givenName, familyName })).toBe(expected);
});

it('counts up until a user name is free', () => {
  expect(freeUserName('bao', new Set())).toBe('bao');
  expect(freeUserName('bao', new Set(['bao', 'bao2']))).toBe('bao3');
});

const table = (text: string) => text.split('\n').map((line) => line.split('|'));
const read = (text: string) => {
  const rows = table(text);
  return readRosterTable(rows, guessColumns(rows));
};

describe('columns of a table', () => {
  it.each([
    ['a header in any order', 'E-mail|Surname|Student ID|First name', ['email', 'familyName', 'schoolNumber', 'givenName']],
    ['a header with unknown columns', 'House|Name|Bus', ['unused', 'wholeName', 'unused']],
    ['short forms', 'Student no.|Last|First|E-Mail', ['schoolNumber', 'familyName', 'givenName', 'email']],
    ['Spanish', 'N.º de alumno|Apellidos|Nombre|Correo electrónico', ['schoolNumber', 'familyName', 'givenName', 'email']],
    ['French', 'N° d’élève|NOM|Prénom|Courriel|Date d’entrée', ['schoolNumber', 'familyName', 'givenName', 'email', 'joined']],
    ['Arabic', 'رقم الطالب|اسم العائلة|الاسم الأول|البريد الإلكتروني', ['schoolNumber', 'familyName', 'givenName', 'email']],
    ['the same header twice', 'Name|Name', ['wholeName', 'unused']],
  ])('recognises %s', (_case, header, uses) => {
    expect(guessColumns(table(`${header}\na|b|c|d`))).toMatchObject({ header: true, uses: expect.arrayContaining(uses) });
    expect(guessColumns(table(header)).uses).toEqual(uses);
  });
  it.each([
    ['one column of names', 'Bao Lindqvist\nAda Reef', ['wholeName']],
    ['given and family', 'Bao|Lindqvist\nAda|Reef', ['givenName', 'familyName']],
    ['a number, two names and an address', '1001|Bao|Lindqvist|bao@tern.example', ['schoolNumber', 'givenName', 'familyName', 'email']],
    [
      'thirty columns, of which nothing is plain',
      Array.from({ length: 30 }, (_, i) => `word${String.fromCharCode(97 + (i % 26))}`).join('|'),
      Array(30).fill('unused'),
    ],
  ])('guesses without a header %s', (_case, text, uses) => {
    expect(guessColumns(table(text))).toEqual({ header: false, uses });
  });
  it('takes lines of names, with a comma or without, for one name each, but nothing that is more', () => {
    expect(asNameLines(table('Ada Reef\nKelp|Ben\n\nCher|'))).toEqual([['Ada Reef'], ['Kelp, Ben'], [''], ['Cher']]);
    for (const more of ['Ada Reef|ada@tern.example', 'Ada|17', 'Surname|Given name', 'A|B|C']) expect(asNameLines(table(more))).toBeNull();
  });
  it('asks for the column of names when it cannot tell', () => {
    expect(read('1|2|3').problems).toEqual([{ row: 1, column: null, why: 'noNameColumn', value: '' }]);
  });
});

describe('rows of a table', () => {
  it('takes every row or names it with row, column and reason', () => {
    const { students, problems } = read(
      `Given name|Family name|E-mail|Left\nBao|Lindqvist|bao@tern.example|\n|||\n|Reef|no address|\n||x@y.example|\n=1+1|B||\nAda|${'x'.repeat(81)}||\nEve|Moss||31 Dec`,
    );
    expect(students).toEqual([{ row: 2, givenName: 'Bao', familyName: 'Lindqvist', email: 'bao@tern.example' }]);
    expect(problems).toEqual([
      { row: 4, column: 'E-mail', why: 'email', value: 'no address', who: { givenName: 'Reef', familyName: '' } },
      { row: 5, column: 'Given name', why: 'noName', value: '', who: { givenName: '', familyName: '' } },
      { row: 6, column: 'Given name', why: 'formula', value: '=1+1', who: { givenName: 'B', familyName: '' } },
      { row: 7, column: 'Family name', why: 'tooLong', value: 'x'.repeat(60), who: expect.objectContaining({ givenName: 'Ada' }) },
      { row: 8, column: 'Left', why: 'date', value: '31 Dec', who: { givenName: 'Eve', familyName: 'Moss' } },
    ]);
  });
  it('has nobody in a file with a header only', () => expect(read('Given name|Family name')).toEqual({ students: [], problems: [] }));
  it('takes text that a spreadsheet marked as harmless', () =>
    expect(read("Name\n'-Bao Lindqvist").students[0]).toMatchObject({ givenName: '-Bao' }));
  it('stops at the most rows a roster has', () => {
    const { students, problems } = readRosterTable(Array(5002).fill(['A B']), { header: false, uses: ['wholeName'] });
    expect([students.length, problems]).toEqual([5000, [{ row: 5001, column: null, why: 'tooMany', value: '5000' }]]);
  });
});

const member = (id: string, name: string, more: Partial<KnownMember> = {}): KnownMember => ({
  id,
  ...nameOfLine(name),
  userName: null,
  email: null,
  schoolNumber: null,
  sourceId: null,
  shownAs: null,
  left: null,
  ...more,
});
const row = (number: number, name: string, more: Partial<RosterRow> = {}): RosterRow => ({ row: number, ...nameOfLine(name), ...more });
const plan = (
  students: RosterRow[],
  members: KnownMember[],
  more: { others?: KnownStudent[]; taught?: boolean; records?: boolean; whole?: boolean; meant?: number[] } = {},
) =>
  planRoster({
    students,
    members,
    others: (more.others ?? []).map((one) => ({ ...one, taught: more.taught ?? true })),
    whole: more.whole ?? false,
    records: more.records ?? false,
    ...(more.meant ? { meant: more.meant } : {}),
  }).entries;
const short = (entries: RosterEntry[]) =>
  entries.map((entry) => [entry.row, entry.kind, 'id' in entry ? entry.id : 'why' in entry ? entry.why : null]);

describe('planning an import', () => {
  it('leaves what concerns other classes as it is, and says so', () => {
    const fixed = member('b', 'Bao Lindqvist', { schoolNumber: '17', fixed: true });
    expect(plan([row(1, 'Bao Lind', { schoolNumber: '17', shownAs: 'B.' })], [fixed])).toEqual([
      {
        kind: 'changed',
        row: 1,
        id: 'b',
        changes: [{ field: 'shownAs', from: '', to: 'B.' }],
        kept: [{ field: 'familyName', from: 'Lindqvist', to: 'Lind' }],
      },
    ]);
  });

  const bao = member('b', 'Bao Lindqvist', { schoolNumber: '17', userName: 'bao' });
  it.each<[string, RosterRow[], KnownMember[], Parameters<typeof plan>[2], unknown[]]>([
    ['is new who is unknown', [row(1, 'Ada Reef')], [bao], {}, [[1, 'new', null]]],
    ['is unchanged by name, without case and accents', [row(1, 'BAO Lindqvist', { givenName: 'Bao' })], [bao], {}, [[1, 'unchanged', 'b']]],
    ['is changed by number under another name', [row(1, 'Bao Lind', { schoolNumber: '17' })], [bao], {}, [[1, 'changed', 'b']]],
    [
      'is a problem by number under a wholly other name',
      [row(1, 'Ada Reef', { schoolNumber: '17' })],
      [bao],
      {},
      [[1, 'problem', 'otherName']],
    ],
    [
      'is the same person all the same, if that is meant',
      [row(1, 'Ada Reef', { schoolNumber: '17' })],
      [bao],
      { meant: [1] },
      [[1, 'changed', 'b']],
    ],
    ['returns who had left', [row(1, 'Bao Lindqvist')], [{ ...bao, left: '2026-10-01' }], {}, [[1, 'returns', 'b']]],
    [
      'has left who is not in a file of the whole class',
      [row(1, 'Ada Reef')],
      [bao],
      { whole: true },
      [
        [1, 'new', null],
        [null, 'left', 'b'],
      ],
    ],
    ['has left whom the file says so', [row(1, 'Bao Lindqvist', { left: '2026-11-01' })], [bao], {}, [[1, 'left', 'b']]],
    ['stays left', [row(1, 'Bao Lindqvist', { left: '2026-11-01' })], [{ ...bao, left: '2026-10-01' }], {}, [[1, 'unchanged', 'b']]],
    ['is no one new who left elsewhere', [row(1, 'Ada Reef', { left: '2026-11-01' })], [bao], {}, []],
    [
      'is somebody of the school by number and name',
      [row(1, 'Ada Reef', { schoolNumber: '5' })],
      [],
      { others: [member('a', 'Ada Reef', { schoolNumber: '5' })] },
      [[1, 'new', 'a']],
    ],
    [
      'is only asked to come in who is in other teachers’ classes, however exactly a table names them',
      [row(1, 'Ada Reef', { schoolNumber: '5', userName: 'ada' }), row(2, 'Eve Moss', { personId: 'e' })],
      [],
      { others: [member('a', 'Ada Reef', { schoolNumber: '5', userName: 'ada' }), member('e', 'Eve Moss')], taught: false },
      [
        [1, 'asked', 'a'],
        [2, 'asked', 'e'],
      ],
    ],
    [
      'is in by the id of the school’s records, in a bundle only',
      [row(1, 'Ada Reef', { sourceId: 's1' })],
      [],
      { others: [member('a', 'Ada Reef', { sourceId: 's1' })], taught: false, records: true },
      [[1, 'new', 'a']],
    ],
    [
      'is asked by the same id in a table, which anybody can type',
      [row(1, 'Ada Reef', { sourceId: 's1' })],
      [],
      { others: [member('a', 'Ada Reef', { sourceId: 's1' })], taught: false },
      [[1, 'asked', 'a']],
    ],
    [
      'is a problem by a number of somebody else’s',
      [row(1, 'Eve Moss', { schoolNumber: '5' })],
      [],
      { others: [member('a', 'Ada Reef', { schoolNumber: '5' })] },
      [[1, 'problem', 'numberElsewhere']],
    ],
    [
      'is a problem by a user name of somebody else’s',
      [row(1, 'Eve Moss', { userName: 'ada' })],
      [],
      { others: [member('a', 'Ada Reef', { userName: 'ada' })] },
      [[1, 'problem', 'userNameTaken']],
    ],
    [
      'is a problem when its keys disagree',
      [row(1, 'Bao Lindqvist', { schoolNumber: '17', userName: 'ada' })],
      [bao, member('a', 'Ada Reef', { userName: 'ada' })],
      {},
      [[1, 'problem', 'keysDisagree']],
    ],
    [
      'is a problem the second time by number',
      [row(1, 'Bao Lindqvist', { schoolNumber: '17' }), row(2, 'Bao Lindqvist', { schoolNumber: '17' })],
      [bao],
      {},
      [
        [1, 'unchanged', 'b'],
        [2, 'problem', 'twice'],
      ],
    ],
    [
      'is a problem the second time by an unknown number',
      [row(1, 'Ada Reef', { schoolNumber: '5' }), row(2, 'Ada Reef', { schoolNumber: '5' })],
      [],
      {},
      [
        [1, 'new', null],
        [2, 'problem', 'twice'],
      ],
    ],
    [
      'is a problem the second time by name',
      [row(1, 'Ada Reef'), row(2, 'ADA REEF')],
      [],
      {},
      [
        [1, 'new', null],
        [2, 'problem', 'twice'],
      ],
    ],
    [
      'is two people if that is meant',
      [row(1, 'Ada Reef'), row(2, 'Ada Reef')],
      [],
      { meant: [2] },
      [
        [1, 'new', null],
        [2, 'new', null],
      ],
    ],
    [
      'is two people with two numbers',
      [row(1, 'Ada Reef', { schoolNumber: '1' }), row(2, 'Ada Reef', { schoolNumber: '2' })],
      [],
      {},
      [
        [1, 'new', null],
        [2, 'new', null],
      ],
    ],
    ['is a namesake with a number of their own', [row(1, 'Bao Lindqvist', { schoolNumber: '99' })], [bao], {}, [[1, 'new', null]]],
    [
      'gives a number to the one of that name',
      [row(1, 'Ada Reef', { schoolNumber: '5' })],
      [member('a', 'Ada Reef')],
      {},
      [[1, 'changed', 'a']],
    ],
    [
      'cannot say which of two gets it',
      [row(1, 'Ada Reef', { schoolNumber: '5' })],
      [member('a', 'Ada Reef'), member('c', 'Ada Reef')],
      {},
      [[1, 'problem', 'ambiguous']],
    ],
    [
      'pairs as many of a name as there are',
      [row(1, 'Ada Reef'), row(2, 'Ada Reef')],
      [member('a', 'Ada Reef'), member('c', 'Ada Reef')],
      { whole: true },
      [
        [1, 'unchanged', 'a'],
        [2, 'unchanged', 'c'],
      ],
    ],
  ])('%s', (_case, students, members, more, expected) => expect(short(plan(students, members, more))).toEqual(expected));

  it('has nobody left whom a row with a problem is about', () => {
    const others = {
      ada: member('a', 'Ada Reef'),
      ben: member('x', 'Ben Kelp', { schoolNumber: '9' }),
      cy: member('c', 'Cy Moss', { sourceId: 'u3' }),
    };
    const unread = [{ givenName: 'ada', familyName: 'REEF' }, { givenName: '', familyName: '', schoolNumber: '9' }, { sourceId: 'u3' }];
    const { entries } = planRoster({
      students: [row(1, 'Eve Wrong', { schoolNumber: '17' })],
      members: [bao, ...Object.values(others), member('d', 'Dag Gone')],
      others: [],
      whole: true,
      unread,
    });
    expect(short(entries)).toEqual([
      [1, 'problem', 'otherName'],
      [null, 'left', 'd'],
    ]);
  });

  it('says what changes, from and to', () => {
    expect(plan([row(1, 'Bao Lind', { schoolNumber: '17', email: 'b@tern.example' })], [bao])[0]).toMatchObject({
      changes: [
        { field: 'familyName', from: 'Lindqvist', to: 'Lind' },
        { field: 'email', from: '', to: 'b@tern.example' },
      ],
    });
  });

  it('plans nothing but unchanged for what it has just planned', () => {
    const name = fc.constantFrom('Ada Reef', 'Ben Kelp', 'Cy Moss', 'Ada Reef ', 'ben KELP');
    const rows = fc.array(fc.record({ name, number: fc.option(fc.constantFrom('1', '2', '3'), { nil: undefined }) }), { maxLength: 6 });
    fc.assert(
      fc.property(rows, (given) => {
        const students = given.map(({ name: text, number }, index) => row(index + 1, text, number ? { schoolNumber: number } : {}));
        const taken = planRoster({ students, members: [], others: [], whole: true }).entries.flatMap((entry) =>
          entry.kind === 'new' ? [entry.student] : [],
        );
        const members = taken.map((one, index) =>
          member(`m${index}`, `${one.familyName}, ${one.givenName}`, { schoolNumber: one.schoolNumber ?? null }),
        );
        const again = planRoster({ students: taken, members, others: [], whole: true });
        expect(again.entries.map((entry) => entry.kind)).toEqual(taken.map(() => 'unchanged'));
      }),
    );
  });
});
