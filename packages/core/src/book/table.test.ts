import { columnFor, countsAs, evidenceOf, readBookTable, tableHeads, type TableStudent } from '.';
import { ratio } from '../quantities';

const student = (id: string, givenName: string, familyName: string, more: Partial<TableStudent> = {}): TableStudent => ({
  id,
  givenName,
  familyName,
  userName: null,
  schoolNumber: null,
  ...more,
});
const STUDENTS = [
  student('s1', 'Bao', 'Lindqvist', { userName: 'bao.l' }),
  student('s2', 'Ana', 'Šimić', { schoolNumber: '0042' }),
  student('s3', 'Ana', 'Simic'),
];
const HEADS = ['Meander notes', 'Bank survey'];
const cellsOf = (text: string) =>
  readBookTable(
    text.split('\n').map((line) => line.split(';')),
    STUDENTS,
    HEADS,
  );

describe('heads of a table', () => {
  it.each<[string, [string, string | null][], string[]]>([
    ['are titles', [['Notes', '2026-11-09']], ['Notes']],
    [
      'have their day where a title stands twice',
      [
        ['Quiz', '2026-11-09'],
        ['quiz', '2026-11-16'],
      ],
      ['Quiz (2026-11-09)', 'quiz (2026-11-16)'],
    ],
    [
      'are counted where even that is the same',
      [
        ['Quiz', null],
        ['Quiz', null],
      ],
      ['Quiz #1', 'Quiz #2'],
    ],
  ])('%s', (_case, columns, heads) => expect(tableHeads(columns.map(([title, day]) => ({ title, day })))).toEqual(heads));
});

describe('a table of scores', () => {
  it.each<[string, string, string[]]>([
    ['a name in one column', 'Student;Meander notes\nLindqvist, Bao;14', ['s1 0 14']],
    ['a name in two columns, whichever comes first', 'Family;Given;bank SURVEY\nLindqvist;Bao;x', ['s1 1 x']],
    ['a user name, a school number and our id', 'Who;Meander notes\nBAO.L;1\n0042;2\ns3;3', ['s1 0 1', 's2 0 2', 's3 0 3']],
    ['a note above the head, and empty cells', 'Rivers 8\nStudent;Meander notes;Bank survey\nBao Lindqvist;;9', ['s1 1 9']],
    ['an apostrophe that only says "text"', "Student;Meander notes\nBao Lindqvist;'-", ['s1 0 -']],
  ])('is read with %s', (_case, text, cells) => {
    const read = cellsOf(text);
    expect(read.cells.map(({ studentId, column, text: said }) => `${studentId} ${column} ${said}`)).toEqual(cells);
    expect(read.problems).toEqual([]);
  });
  it.each<[string, string, string[]]>([
    ['nobody of that name', 'Student;Meander notes\nCato Verhoef;3', ['2 noSuchStudent Cato Verhoef']],
    ['two of that name', 'Student;Meander notes\nAna Simic;3', ['2 severalOfName Ana Simic']],
    ['somebody twice', 'Student;Meander notes\nBao Lindqvist;3\nbao.l;4', ['3 studentTwice bao.l']],
    [
      'a title twice and one that nobody knows',
      'Student;Meander notes;Meander notes;Other;Total\nBao Lindqvist;3;4;5;6',
      ['1 titleTwice ', '1 noSuchTitle '],
    ],
  ])('says that there is %s', (_case, text, problems) =>
    expect(cellsOf(text).problems.map(({ row, why, value }) => `${row} ${why} ${value}`)).toEqual(problems),
  );
  it('has nothing where no head is a title', () => expect(cellsOf('Name;Score\nBao Lindqvist;3')).toMatchObject({ columns: 0, cells: [] }));
});

it('a column is what the class that is asked about has', () => {
  const set = { assignmentId: 'a', categoryId: 'k', countsInTotals: true, bonus: false, due: 5, issuedAt: 1 };
  const column = { title: 'T', points: 10_000, sets: [null, set] };
  expect(columnFor(column, 0)).toBeNull();
  expect(columnFor(column, 1)).toMatchObject({ id: 'a', title: 'T', due: 5 });
  expect([countsAs({ categoryId: 'k' }, new Set(['k'])), countsAs({ categoryId: 'gone' }, new Set(['k']))]).toEqual(['k', null]);
});

it('a scored piece says something about the aims of the whole and of each chosen criterion', () => {
  const level = (id: string, points: number) => ({ id, name: id, descriptor: '', points, upTo: null });
  const rubric = {
    name: '',
    criteria: [{ id: 'c', name: 'Terms', weight: 1000, aims: ['Naming'], levels: [level('low', 1000), level('high', 4000)] }],
  };
  const said = evidenceOf(
    { id: 'a', aims: ['Explaining'], points: 20_000, rubric },
    { effective: 15_000, choices: { c: { levelId: 'low', points: 1000 } }, word: null, at: 3 },
  );
  expect(said).toEqual([
    { aim: 'Explaining', assignmentId: 'a', criterion: null, questions: null, level: null, share: ratio(3, 4), at: 3 },
    { aim: 'Naming', assignmentId: 'a', criterion: 'Terms', questions: null, level: 'low', share: ratio(1, 4), at: 3 },
  ]);
  expect(
    evidenceOf({ id: 'a', aims: ['Explaining'], points: 20_000, rubric }, { effective: null, choices: {}, word: null, at: 3 }),
  ).toEqual([]);
});
