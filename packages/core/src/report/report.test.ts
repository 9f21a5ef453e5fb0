import { fillIn, listedPieces, orderOfStudents, SHIPPED_REPORTS, unknownPlaceholders, type ReportPiece, type ReportSettings } from '.';

const piece = (title: string, more: Partial<ReportPiece> = {}): ReportPiece => ({
  title,
  category: null,
  points: 20_000,
  effective: null,
  state: 'open',
  lateBy: 0,
  due: 100,
  belongs: 100,
  ...more,
});
const NONE: ReportSettings['only'] = { missing: false, late: false, sentBack: false, below: null };
const all = [
  piece('Open'),
  piece('Missing', { state: 'missing', belongs: 90 }),
  piece('Late', { state: 'inLate', lateBy: 5, belongs: 80 }),
  piece('Back', { state: 'sentBack', belongs: 70 }),
  piece('Low', { state: 'returned', effective: 9000, belongs: 60, category: 'b' }),
  piece('Half', { state: 'returned', effective: 10_000, belongs: 50, category: 'a' }),
  piece('Words', { state: 'returned', points: null, belongs: 40 }),
];
const listed = (more: Partial<ReportSettings>) =>
  listedPieces(all, { only: NONE, withoutData: true, sortWork: 'due', ...more }, ['a', 'b']).map(({ title }) => title);

describe('the pieces of a report', () => {
  it.each<[string, Partial<ReportSettings>, string[]]>([
    ['are all, by date', {}, ['Words', 'Half', 'Low', 'Back', 'Late', 'Missing', 'Open']],
    ['are those with data', { withoutData: false }, ['Words', 'Half', 'Low', 'Back', 'Late', 'Missing']],
    ['are only the missing', { only: { ...NONE, missing: true } }, ['Missing']],
    ['are the late and those sent back', { only: { ...NONE, late: true, sentBack: true } }, ['Back', 'Late']],
    ['are those below a half, not at it', { only: { ...NONE, below: 50_000 } }, ['Low']],
    [
      'stand by category, under none last',
      { sortWork: 'category', withoutData: false },
      ['Half', 'Low', 'Words', 'Back', 'Late', 'Missing'],
    ],
    [
      'stand by score, lowest first, without one last',
      { sortWork: 'score', withoutData: false },
      ['Low', 'Half', 'Words', 'Back', 'Late', 'Missing'],
    ],
  ])('%s', (_case, more, expected) => expect(listed(more)).toEqual(expected));
});

it('orders students by what is asked, then by name', () => {
  const student = (familyName: string, total: string | null, missing: number, bearing: 'onCourse' | 'offCourse') => ({
    student: { givenName: 'A', familyName },
    total,
    missing,
    bearing,
  });
  const students = [student('Quill', '70.0', 0, 'onCourse'), student('Ames', null, 3, 'offCourse'), student('Bell', '9.5', 3, 'onCourse')];
  const by = (sort: ReportSettings['sort']) => [...students].sort(orderOfStudents(sort)).map((one) => one.student.familyName);
  expect([by('name'), by('total'), by('missing'), by('bearing')]).toEqual([
    ['Ames', 'Bell', 'Quill'],
    ['Quill', 'Bell', 'Ames'],
    ['Ames', 'Bell', 'Quill'],
    ['Ames', 'Bell', 'Quill'],
  ]);
});

it('fills in what is known, once, and leaves the rest as written', () => {
  expect(fillIn('{student} {total} {nobody} {', { student: '{total}', total: '66 %' })).toBe('{total} 66 % {nobody} {');
  expect(unknownPlaceholders('{student} {Student} {foo} {foo}')).toEqual(['Student', 'foo']);
});

it('ships reports whose notes have no word that nothing is filled into', () => {
  for (const { above, below } of Object.values(SHIPPED_REPORTS)) expect(unknownPlaceholders(above + below)).toEqual([]);
});
