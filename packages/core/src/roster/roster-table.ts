import { isLocalDate, type LocalDate } from '../quantities';
import { LONGEST_NAME, looseKey, nameOfLine, tidyText } from './roster-lines';
import { USER_NAME } from './user-name';

/** What a column of a roster holds. */
export type RosterField =
  'givenName' | 'familyName' | 'wholeName' | 'schoolNumber' | 'userName' | 'email' | 'shownAs' | 'joined' | 'left' | 'personId';
export type ColumnUse = RosterField | 'unused';

/** A student as a file names them; what the file does not say is absent. */
export interface RosterRow {
  /** line or row in the file, counted from 1 */
  row: number;
  givenName: string;
  familyName: string;
  /** our own id, from a roster that was taken out of here */
  personId?: string;
  /** the id of the school's records system */
  sourceId?: string;
  schoolNumber?: string;
  userName?: string;
  email?: string;
  /** the name for classmates */
  shownAs?: string;
  joined?: LocalDate;
  /** set if the file says that they have left */
  left?: LocalDate;
}

/** A row that cannot be taken, and why. `column` is its header, or its letter as in a spreadsheet. */
export interface RowProblem {
  row: number;
  column: string | null;
  why:
    | 'noName'
    | 'tooLong'
    | 'formula'
    | 'email'
    | 'userName'
    | 'date'
    | 'tooMany'
    | 'noNameColumn'
    | 'twice'
    | 'sameName'
    | 'ambiguous'
    | 'otherName'
    | 'keysDisagree'
    | 'numberElsewhere'
    | 'userNameTaken'
    | 'danglingUser'
    | 'notAStudent'
    | 'noId';
  /** what stands there, or who is meant */
  value: string;
  /** whom the row is about, as far as it could be read: they are in the file, whatever is wrong with the row */
  who?: Partial<RosterRow>;
}

export const MOST_ROWS = 5000;
export const MOST_COLUMNS = 60;
const LONGEST_KEY = 64;
const LONGEST_EMAIL = 200;

/** How each column is headed in the four languages, with the short forms that tables have, as `headerKey` leaves them. */
const HEADERS: Readonly<Record<RosterField, readonly string[]>> = {
  givenName: list(
    'given name|given names|given|first name|firstname|first|forename|forenames|givenname|fname|prénom|prénoms|nombre|nombres|nombre de pila',
    'vorname|الاسم الأول|الاسم الشخصي|الاسم الصغير',
  ),
  familyName: list(
    'family name|family|last name|lastname|last|surname|familyname|lname|nom|nom de famille|apellido|apellidos|primer apellido',
    'nachname|اسم العائلة|العائلة|اللقب|الكنية|الشهرة',
  ),
  wholeName: list(
    'name|full name|student|student name|name of student|pupil|pupil name|learner|nombre completo|nombre y apellidos|alumno|alumna|alumno a',
    'estudiante|nombre del alumno|nom complet|nom et prénom|nom prénom|prénom et nom|élève|nom de l’élève|الاسم|الاسم الكامل|اسم الطالب|الطالب',
    'اسم الطالبة|الطالبة|اسم التلميذ|التلميذ|apellidos y nombre|apellidos nombre',
  ),
  schoolNumber: list(
    'school number|school no|student number|student no|student nr|student num|stud no|student id|pupil number|pupil no|pupil id|number|num|no|nr',
    'id|id number|id no|identifier|admission number|admission no|roll number|roll no|register number|register no|#|número|número de alumno',
    'n.º de alumno|nº de alumno|nº alumno|n de alumno|n alumno|núm alumno|núm de alumno|matrícula|número de matrícula|nº de matrícula|expediente',
    'nº de expediente|numéro|numéro d’élève|numéro élève|n° d’élève|n° élève|no d’élève|no élève|n°|matricule|identifiant|رقم الطالب|الرقم|رقم',
    'الرقم المدرسي|رقم القيد|رقم التلميذ|رقم الطالبة',
  ),
  userName: list(
    'user name|username|user|signs in as|sign in|login|login name|usuario|nombre de usuario|utilisateur|nom d’utilisateur',
    'identifiant de connexion|اسم المستخدم',
  ),
  email: list(
    'e-mail|email|mail|e-mail address|email address|correo|correo electrónico|dirección de correo|courriel|adresse e-mail|adresse courriel|mél',
    'adresse mail|adresse électronique|البريد الإلكتروني|البريد|الإيميل',
  ),
  shownAs: list('name for classmates|display name|shown as|nombre para los compañeros|nom pour les camarades|الاسم للزملاء'),
  joined: list('joined|joined on|since|alta|fecha de alta|desde|entrée|arrivé|arrivée|date d’entrée|depuis|التحق|تاريخ الالتحاق|منذ'),
  left: list('left|left on|baja|fecha de baja|sortie|parti|départ|date de sortie|غادر|تاريخ المغادرة'),
  personId: list('jolly id'),
};

function list(...parts: string[]): string[] {
  return parts.flatMap((part) => part.split('|')).map(headerKey);
}

/** A heading as compared: no case, no accents, and of its signs only those that are all of it. @example 'Student no.' -> 'student no' */
function headerKey(text: string): string {
  return looseKey(tidyText(text).normalize('NFKD'));
}
const useOf = (header: string): ColumnUse =>
  (Object.keys(HEADERS) as RosterField[]).find((field) => HEADERS[field].includes(headerKey(header))) ?? 'unused';

/** Does a column of this heading say who somebody is? In any of the four languages. */
export const isPersonHeader = (header: string): boolean => useOf(header) !== 'unused';

const isNameUse = (use: ColumnUse) => use === 'givenName' || use === 'familyName' || use === 'wholeName';
export const EMAIL = /^[^\s@<>()[\],;:\\"]+@[^\s@<>()[\],;:\\"]+\.[^\s@<>()[\],;:\\"]{2,}$/;

/** A column's letter as in a spreadsheet. @example 0 -> A, 27 -> AB */
export function columnLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : columnLetter(Math.floor(index / 26) - 1) + letter;
}

// Without a header only what is plain can be guessed: one column of names, given and family beside each
// other, an address by its @. Anything more is asked.
function guessWithoutHeader(rows: readonly string[][], width: number): ColumnUse[] {
  const uses = Array.from({ length: width }, (): ColumnUse => 'unused');
  const cells = (column: number) => rows.map((row) => tidyText(row[column] ?? '')).filter(Boolean);
  const all = (column: number, test: RegExp) => cells(column).length > 0 && cells(column).every((cell) => test.test(cell));
  const free = () => uses.flatMap((use, column) => (use === 'unused' && cells(column).length > 0 ? [column] : []));
  for (const column of free()) {
    if (all(column, EMAIL) && !uses.includes('email')) uses[column] = 'email';
    else if (all(column, /^\d{3,}$/) && !uses.includes('schoolNumber')) uses[column] = 'schoolNumber';
  }
  const names = free().filter((column) => !all(column, /\d/));
  if (names.length === 1) uses[names[0]!] = 'wholeName';
  if (names.length === 2) [uses[names[0]!], uses[names[1]!]] = ['givenName', 'familyName'];
  return uses;
}

/**
 * Which row is the header, if any, and what each column holds. A header is recognised by a name column,
 * in any order of columns; without one only the plain cases are guessed.
 */
export function guessColumns(rows: readonly string[][]): { header: boolean; uses: ColumnUse[] } {
  const width = Math.min(MOST_COLUMNS, Math.max(0, ...rows.slice(0, 200).map((row) => row.length)));
  const first = rows.find((row) => row.some((cell) => tidyText(cell) !== '')) ?? [];
  const uses: ColumnUse[] = [];
  for (let column = 0; column < width; column++) {
    const use = useOf(first[column] ?? '');
    uses.push(use !== 'unused' && uses.includes(use) ? 'unused' : use);
  }
  if (uses.some(isNameUse)) return { header: true, uses };
  return { header: false, uses: guessWithoutHeader(rows, width) };
}

/**
 * Lines of names as people type them, some `Given Family`, some `Family, Given`: parted at their commas they
 * look like a table of two columns, but each line is one name.
 *
 * @param rows parted at commas @returns a table of one column, or null if it is more than names
 */
export function asNameLines(rows: readonly string[][]): string[][] | null {
  const lines = rows.map((row) => row.map(tidyText));
  const isNames = lines.every((cells) => cells.length <= 2 && cells.every((cell) => !/[@\d]/.test(cell) && useOf(cell) === 'unused'));
  return isNames ? lines.map((cells) => [cells.filter(Boolean).join(', ')]) : null;
}

type Given = Partial<Record<RosterField, string>>;

function problemOf(given: Given): { field: RosterField; why: RowProblem['why'] } | null {
  const long = (field: RosterField, most: number) => ((given[field] ?? '').length > most ? field : null);
  const tooLong =
    long('givenName', LONGEST_NAME) ??
    long('familyName', LONGEST_NAME) ??
    long('shownAs', LONGEST_NAME) ??
    long('schoolNumber', LONGEST_KEY) ??
    long('email', LONGEST_EMAIL);
  if (tooLong) return { field: tooLong, why: 'tooLong' };
  if (given.email && !EMAIL.test(given.email)) return { field: 'email', why: 'email' };
  if (given.userName && !USER_NAME.test(given.userName)) return { field: 'userName', why: 'userName' };
  for (const field of ['joined', 'left'] as const) if (given[field] && !isLocalDate(given[field])) return { field, why: 'date' };
  return null;
}

/**
 * Students from the rows of a table. Every row is taken or named with its reason; a row without anything
 * in it is skipped. Text that begins like a formula is refused, because it would be one in the next program.
 *
 * @param rows cells as text, as many rows as the file has, header included
 * @returns students, problems by row, and the columns that are not used
 */
export function readRosterTable(
  rows: readonly string[][],
  { header, uses }: { header: boolean; uses: readonly ColumnUse[] },
): { students: RosterRow[]; problems: RowProblem[] } {
  const students: RosterRow[] = [];
  const problems: RowProblem[] = [];
  const headerRow = header ? rows.findIndex((row) => row.some((cell) => tidyText(cell) !== '')) : -1;
  const columnName = (column: number) => (header && tidyText(rows[headerRow]?.[column] ?? '')) || columnLetter(column);
  const columnOf = (field: RosterField) => {
    const column = uses.findIndex((use) => use === field || (use === 'wholeName' && (field === 'givenName' || field === 'familyName')));
    return column < 0 ? null : columnName(column);
  };
  if (!uses.some(isNameUse)) return { students, problems: [{ row: 1, column: null, why: 'noNameColumn', value: '' }] };
  for (const [index, cells] of rows.entries()) {
    const row = index + 1;
    if (index <= headerRow || cells.every((cell) => tidyText(cell) === '')) continue;
    if (students.length >= MOST_ROWS) {
      problems.push({ row, column: null, why: 'tooMany', value: String(MOST_ROWS) });
      break;
    }
    const given: Given = {};
    let formula: { column: string; value: string } | null = null;
    for (const [column, use] of uses.entries()) {
      if (use === 'unused') continue;
      // An apostrophe in front is how a spreadsheet marks text that begins like a formula.
      const value = tidyText(cells[column] ?? '').replace(/^'(?=[=+\-@])/, '');
      if (/^[=+@]|^-\S/.test(value) && (cells[column] ?? '').trim().startsWith(value)) {
        formula ??= { column: columnName(column), value };
        continue;
      }
      if (value !== '') given[use] = value;
    }
    const whole = given.wholeName ? nameOfLine(given.wholeName) : null;
    const givenName = given.givenName ?? whole?.givenName ?? '';
    const familyName = given.familyName ?? whole?.familyName ?? '';
    const name = givenName ? { givenName, familyName } : { givenName: familyName, familyName: '' };
    const who = {
      ...name,
      ...(given.schoolNumber ? { schoolNumber: given.schoolNumber } : {}),
      ...(given.personId ? { personId: given.personId } : {}),
    };
    if (formula) {
      problems.push({ row, column: formula.column, why: 'formula', value: formula.value.slice(0, 60), who });
      continue;
    }
    const problem = name.givenName === '' ? { field: 'givenName' as const, why: 'noName' as const } : problemOf({ ...given, ...name });
    if (problem) {
      problems.push({ row, column: columnOf(problem.field), why: problem.why, value: (given[problem.field] ?? '').slice(0, 60), who });
      continue;
    }
    const { personId, schoolNumber, userName, email, shownAs, joined, left } = given;
    students.push({
      row,
      ...name,
      ...(personId ? { personId } : {}),
      ...(schoolNumber ? { schoolNumber } : {}),
      ...(userName ? { userName: userName.toLowerCase() } : {}),
      ...(email ? { email: email.toLowerCase() } : {}),
      ...(shownAs ? { shownAs } : {}),
      ...(joined ? { joined } : {}),
      ...(left ? { left } : {}),
    });
  }
  return { students, problems };
}
