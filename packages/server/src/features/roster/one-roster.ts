import { isLocalDate, MOST_ROWS, tidyText, type RosterRow, type RowProblem } from '@jolly/core';
import { fieldProblem, type FieldProblemCode, type Values } from '../../http/field-problems';
import { Problem } from '../../http/problem';

/** A class of a bundle. */
export interface BundleClass {
  sourceId: string;
  title: string;
  students: number;
}

/** A bundle of the open standard OneRoster 1.1 or 1.2 in its CSV form, checked for what it promises. */
export interface Bundle {
  version: string;
  mode: 'bulk' | 'delta';
  classes: BundleClass[];
  /** what is not in order but keeps nobody from being read, such as a class of an unknown course */
  notes: string[];
  /**
   * The students of one class; of a delta also what it says of users alone.
   * @param known by which ids the records know those who are in the class already
   */
  studentsOf: (
    sourceId: string,
    today: string,
    known: ReadonlySet<string>,
  ) => { students: RosterRow[]; problems: (RowProblem & { file: string })[] };
}

type BundleRecord = { row: number; get: (column: string) => string };
const MODES = ['bulk', 'delta', 'absent'];
const READ = ['orgs', 'academicsessions', 'courses', 'classes', 'users', 'enrollments', 'roles'];

function recordsOf(rows: readonly string[][] | undefined): BundleRecord[] {
  if (!rows || rows.length === 0) return [];
  const header = rows[0]!.map((cell) => tidyText(cell).toLowerCase());
  return rows.slice(1).flatMap((cells, index) =>
    cells.every((cell) => cell.trim() === '')
      ? []
      : [
          {
            row: index + 2,
            get: (column: string) => tidyText(cells[header.indexOf(column.toLowerCase())] ?? '').replace(/^'(?=[=+\-@])/, ''),
          },
        ],
  );
}

const refuse = (code: Extract<FieldProblemCode, `bundle.${string}`>, values: Values = {}): never => {
  throw new Problem('roster.bundle', { errors: [fieldProblem('file', code, values)] });
};

/** The manifest says the version, and of each file whether it holds everything, only changes, or is absent. */
function readManifest(files: ReadonlyMap<string, string[][]>): { version: string; modeOf: Map<string, string> } {
  const manifest = files.get('manifest.csv');
  if (!manifest) return refuse('bundle.noManifest');
  const properties = new Map(manifest.map((row) => [tidyText(row[0] ?? '').toLowerCase(), tidyText(row[1] ?? '')]));
  const version = properties.get('oneroster.version') ?? '';
  if (version !== '1.1' && version !== '1.2') refuse('bundle.version', { version: version || 'none' });
  const modeOf = new Map<string, string>();
  for (const name of READ) {
    const mode = (properties.get(`file.${name}`) ?? 'absent').toLowerCase();
    const there = files.has(`${name}.csv`);
    if (!MODES.includes(mode)) refuse('bundle.mode', { mode, name });
    if (mode !== 'absent' && !there) refuse('bundle.promised', { name });
    if (mode === 'absent' && there) refuse('bundle.unannounced', { name });
    modeOf.set(name, mode);
  }
  return { version, modeOf };
}

/**
 * Reads a bundle. In bulk the files are everything there is; in a delta they are what changed, and users
 * that did not change may be missing from users.csv: they are then found by their id at this school.
 *
 * @throws Problem `roster.bundle` saying what of the manifest does not hold
 */
export function readOneRoster(files: ReadonlyMap<string, string[][]>): Bundle {
  const { version, modeOf } = readManifest(files);
  // A delta has the files in which something changed; in bulk the people and who is where must be there.
  const mode = ['users', 'enrollments', 'roles', 'classes'].some((name) => modeOf.get(name) === 'delta') ? 'delta' : 'bulk';
  for (const needed of ['users', 'enrollments'])
    if (mode === 'bulk' && modeOf.get(needed) === 'absent') refuse('bundle.lacks', { name: needed });
  const table = (name: string) => recordsOf(files.get(`${name}.csv`));
  const [users, enrollments, classes] = [table('users'), table('enrollments'), table('classes')];
  if (users.length > MOST_ROWS * 4 || enrollments.length > MOST_ROWS * 20) refuse('bundle.tooLarge');
  const isGone = (record: BundleRecord) => record.get('status').toLowerCase() === 'tobedeleted';
  const idsOf = (records: BundleRecord[]) => new Set(records.map((record) => record.get('sourcedId')));
  const userById = new Map(users.map((user) => [user.get('sourcedId'), user]));
  const rolesOf = new Map<string, Set<string>>();
  for (const role of table('roles')) {
    const id = role.get('userSourcedId');
    const own = rolesOf.get(id) ?? new Set();
    rolesOf.set(id, isGone(role) ? own : own.add(role.get('role').toLowerCase()));
  }
  /** Of a delta: who was a student and is none any more. */
  const lost = new Map<string, { row: number; user?: BundleRecord }>();
  for (const role of table('roles')) {
    const id = role.get('userSourcedId');
    if (isGone(role) && role.get('role').toLowerCase() === 'student' && !rolesOf.get(id)!.has('student')) lost.set(id, { row: role.row });
  }
  /** Is a user something else than a student? A delta says only what changed: who is not in it is what they were. */
  const isOther = (id: string, user: BundleRecord | undefined): boolean => {
    const own = rolesOf.get(id);
    if (own) return !own.has('student');
    if (modeOf.get('roles') === 'bulk') return true;
    const role = user?.get('role').toLowerCase() ?? '';
    return role !== '' && role !== 'student';
  };
  /** Has the records system taken a user out, or switched them off? */
  const isOff = (user: BundleRecord | undefined): boolean =>
    user !== undefined && (isGone(user) || user.get('enabledUser').toLowerCase() === 'false');

  const notes: string[] = [];
  const known = { orgs: idsOf(table('orgs')), courses: idsOf(table('courses')), academicsessions: idsOf(table('academicsessions')) };
  for (const one of classes) {
    const refer = (file: keyof typeof known, column: string, what: string) => {
      for (const id of one
        .get(column)
        .split(',')
        .map((part) => part.trim())
        .filter(Boolean)) {
        if (modeOf.get(file) === 'bulk' && !known[file].has(id))
          notes.push(`classes.csv row ${one.row}: ${what} “${id}” is not in the bundle.`);
      }
    };
    refer('courses', 'courseSourcedId', 'the course');
    refer('orgs', 'schoolSourcedId', 'the school');
    refer('academicsessions', 'termSourcedIds', 'the term');
  }

  const off = users.filter((user) => !isGone(user) && isOff(user)).length;
  if (off > 0)
    notes.push(
      `users.csv: ${off} ${off === 1 ? 'person is' : 'people are'} switched off there (enabledUser false) and taken as having left.`,
    );

  const studentEnrollments = enrollments.filter((one) => one.get('role').toLowerCase() === 'student');
  const classIds = new Map<string, string>();
  for (const one of classes) if (!isGone(one)) classIds.set(one.get('sourcedId'), one.get('title'));
  for (const one of studentEnrollments) {
    const id = one.get('classSourcedId');
    if (classIds.has(id)) continue;
    if (modeOf.get('classes') === 'bulk') notes.push(`enrollments.csv row ${one.row}: the class “${id}” is not in classes.csv.`);
    else classIds.set(id, id);
  }

  return {
    version,
    mode,
    notes: [...new Set(notes)].slice(0, 100),
    classes: [...classIds].map(([sourceId, title]) => ({
      sourceId,
      title,
      students: studentEnrollments.filter((one) => one.get('classSourcedId') === sourceId && !isGone(one)).length,
    })),
    studentsOf(sourceId, today, members) {
      const students: RosterRow[] = [];
      const problems: (RowProblem & { file: string })[] = [];
      const seen = new Set<string>();
      const said = (id: string, row: number, user: BundleRecord | undefined, left: string | null): RosterRow | null => {
        const name = (...columns: string[]) => columns.map((column) => user?.get(column) ?? '').find(Boolean) ?? '';
        const givenName = name('preferredGivenName', 'preferredFirstName', 'givenName');
        const familyName = name('preferredFamilyName', 'preferredLastName', 'familyName');
        if (user && left === null && givenName === '' && familyName === '') return null;
        const [number, userName, email] = [user?.get('identifier') ?? '', user?.get('username') ?? '', user?.get('email') ?? ''];
        return {
          row,
          givenName: givenName || familyName,
          familyName: givenName ? familyName : '',
          sourceId: id,
          ...(number ? { schoolNumber: number } : {}),
          ...(/^[^\s@/\\]{2,64}$/.test(userName) ? { userName: userName.toLowerCase() } : {}),
          ...(/^[^\s@]+@[^\s@]+\.[^\s@]{2,}$/.test(email) ? { email: email.toLowerCase() } : {}),
          ...(left === null ? {} : { left }),
        };
      };
      for (const enrollment of studentEnrollments.filter((one) => one.get('classSourcedId') === sourceId)) {
        const { row } = enrollment;
        const id = enrollment.get('userSourcedId');
        const add = (why: RowProblem['why'], column: string, value: string, at = { file: 'enrollments.csv', row }) =>
          problems.push({ row: at.row, column, why, value, file: at.file, ...(id ? { who: { sourceId: id } } : {}) });
        if (id === '') {
          add('noId', 'userSourcedId', '');
          continue;
        }
        const user = userById.get(id);
        const ended = isGone(enrollment) || isOff(user) || (isLocalDate(enrollment.get('endDate')) && enrollment.get('endDate') <= today);
        // In bulk what is to be deleted is as good as not there; in a delta it is the news.
        if (mode === 'bulk' && (isGone(enrollment) || isOff(user))) continue;
        const leftOn = isLocalDate(enrollment.get('endDate')) ? enrollment.get('endDate') : today;
        if (!user && modeOf.get('users') === 'bulk') {
          add('danglingUser', 'userSourcedId', id);
          continue;
        }
        if (isOther(id, user)) {
          add('notAStudent', 'role', user?.get('role') || id, user ? { file: 'users.csv', row: user.row } : undefined);
          continue;
        }
        if (seen.has(id)) continue;
        seen.add(id);
        const student = said(id, row, user, ended ? leftOn : null);
        if (student) students.push(student);
        else add('noName', 'givenName', '', { file: 'users.csv', row: user!.row });
      }
      // Of who is in the class already a delta may say something without repeating that they are in it.
      if (mode === 'delta')
        for (const [id, { row, user }] of new Map([
          ...lost,
          ...[...userById].map(([id, user]) => [id, { row: user.row, user }] as const),
        ])) {
          if (seen.has(id) || (!members.has(id) && !members.has(user?.get('identifier') ?? ''))) continue;
          const isLeft = isOff(user) || lost.has(id);
          const student = !isLeft && isOther(id, user) ? null : said(id, row, user, isLeft ? today : null);
          if (student) students.push(student);
        }
      return { students, problems };
    },
  };
}
