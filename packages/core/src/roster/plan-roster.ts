import type { LocalDate } from '../quantities';
import { nameKey, type StudentName } from './roster-lines';
import type { RosterRow, RowProblem } from './roster-table';

/** A student as the school knows them. */
export interface KnownStudent extends StudentName {
  id: string;
  userName: string | null;
  email: string | null;
  schoolNumber: string | null;
  sourceId: string | null;
}

/** One who is, or was, in the class. */
export interface KnownMember extends KnownStudent {
  shownAs: string | null;
  left: LocalDate | null;
  /** name, number and address concern more than this class and are not for whoever imports to change */
  fixed?: boolean;
}

/** Somebody of the school outside the class who shares a key with a row. */
export interface KnownOther extends KnownStudent {
  /** whoever imports teaches this student in another class, or brought them in */
  taught: boolean;
}

export const CHANGEABLE = ['givenName', 'familyName', 'schoolNumber', 'sourceId', 'email', 'shownAs'] as const;
export interface RosterChange {
  field: (typeof CHANGEABLE)[number];
  from: string;
  to: string;
}

/** What would happen to one row of a file, or to one student who is not in it. */
export type RosterEntry =
  | {
      kind: 'new';
      row: number;
      student: RosterRow;
      /** somebody the school knows already, from another class */ id: string | null;
      namesake: boolean;
    }
  /** somebody of other teachers' classes: they are asked, and are in the class once they say yes */
  | { kind: 'asked'; row: number; student: RosterRow; id: string }
  | { kind: 'unchanged'; row: number; id: string; kept?: RosterChange[] }
  /** `kept`: what the file says otherwise but concerns other classes too, so that it stays */
  | { kind: 'changed'; row: number; id: string; changes: RosterChange[]; kept?: RosterChange[] }
  | { kind: 'returns'; row: number; id: string; changes: RosterChange[]; kept?: RosterChange[] }
  | { kind: 'left'; row: number | null; id: string; on: LocalDate | null }
  | ({ kind: 'problem' } & RowProblem);

export interface RosterPlan {
  entries: RosterEntry[];
  /** people of the file who have left and were never here: nothing to do */
  passedOver: number;
}

type Refusal = Pick<RowProblem, 'why' | 'value'>;
type Match =
  | {
      known: KnownMember | KnownOther;
      member: KnownMember | null;
      /** matched by what people type, not by an id */
      typed?: boolean;
      /** of other teachers' classes, and nothing proves that whoever imports may take them in */
      ask?: boolean;
    }
  | { problem: Refusal; about: string[] }
  | null;

const keysOf = (student: Partial<RosterRow> | KnownStudent): [string, string][] => {
  const id = 'personId' in student ? student.personId : 'id' in student ? student.id : undefined;
  const pairs: [string, string | null | undefined][] = [
    ['personId', id],
    ['sourceId', student.sourceId],
    ['schoolNumber', student.schoolNumber],
    ['userName', student.userName],
    ['email', student.email],
  ];
  return pairs.flatMap(([key, value]) => (value ? [[key, value.toLowerCase()] as [string, string]] : []));
};

const fullName = ({ givenName, familyName }: StudentName) => `${givenName} ${familyName}`.trim();

// A delta may name somebody by an id only; it then says nothing about the name.
const isNamed = (row: RosterRow) => row.givenName !== '';

const sharesNoName = (row: RosterRow, known: StudentName) => {
  const words = (name: StudentName) => nameKey(name).split(' ');
  return !words(row).some((word) => words(known).includes(word));
};

function changesOf(row: RosterRow, known: KnownMember | KnownOther): { changes: RosterChange[]; kept: RosterChange[] } {
  const all = CHANGEABLE.flatMap((field): RosterChange[] => {
    const to = (field === 'givenName' || field === 'familyName') && !isNamed(row) ? undefined : row[field];
    const from = (field in known ? (known as KnownMember)[field] : null) ?? '';
    return to === undefined || to === from ? [] : [{ field, from, to }];
  });
  const stays = ({ field }: RosterChange) => field !== 'shownAs' && 'fixed' in known && known.fixed === true;
  return { changes: all.filter((one) => !stays(one)), kept: all.filter(stays) };
}

/**
 * What an import would do, before anything is stored. A row is matched to somebody by our own id, the
 * records system's id, school number, user name or e-mail, in that order; without any of these by name
 * among the members, as many of a name as there are. The same file again plans nothing but `unchanged`.
 *
 * Somebody of other teachers' classes is taken in only on what the school's records say: their id, in a bundle. A row of a
 * table that names such a person, however exactly, asks them instead (docs/decisions/0013).
 *
 * @param members everybody who is or was in the class
 * @param others people of the school outside the class who share a key with some row
 * @param records the rows come from a bundle of the school's records
 * @param whole the file is the whole class: members who are not in it have left
 * @param unread whom the rows are about that could not be taken: whatever is wrong with a row, it says that
 *   somebody is in the class, so nobody has left for it
 * @param meant rows that the teacher has looked at: a namesake who is another person, or a known number under a
 *   wholly other name who is the same
 */
export function planRoster({
  students,
  members,
  others,
  whole,
  records = false,
  unread = [],
  meant = [],
}: {
  students: readonly RosterRow[];
  members: readonly KnownMember[];
  others: readonly KnownOther[];
  whole: boolean;
  records?: boolean;
  unread?: readonly Partial<RosterRow>[];
  meant?: readonly number[];
}): RosterPlan {
  const memberById = new Map(members.map((member) => [member.id, member]));
  const byKey = new Map<string, KnownMember | KnownOther>();
  for (const known of [...others, ...members]) for (const [key, value] of keysOf(known)) byKey.set(`${key} ${value}`, known);
  const taken = new Map<string, number>();
  const entries: RosterEntry[] = [];
  /** in the file, though with a problem */
  const mentioned = new Set<string>();
  let passedOver = 0;

  const refuse = (row: RosterRow, problem: Refusal, about: readonly string[] = []) => {
    for (const id of about) mentioned.add(id);
    entries.push({
      kind: 'problem',
      row: row.row,
      column: null,
      ...problem,
      ...(isNamed(row) ? { who: { givenName: row.givenName, familyName: row.familyName } } : {}),
    });
  };

  function matchByKeys(row: RosterRow): Match {
    let match: KnownMember | KnownOther | undefined;
    let typed = false;
    let byRecords = false;
    for (const [key, value] of keysOf(row)) {
      const known = byKey.get(`${key} ${value}`);
      if (!known) continue;
      if (match && match.id !== known.id)
        return { problem: { why: 'keysDisagree', value: `${fullName(match)}, ${fullName(known)}` }, about: [match.id, known.id] };
      if (!match) typed = key !== 'personId' && key !== 'sourceId';
      byRecords ||= records && key === 'sourceId';
      match = known;
    }
    if (!match) return null;
    const member = memberById.get(match.id) ?? null;
    // Outside one's own class only a person of that name may be meant by a number; whose it is stays untold.
    if (!member && isNamed(row) && nameKey(match) !== nameKey(row)) {
      const byName = row.userName !== undefined && match.userName === row.userName;
      return {
        problem: {
          why: byName ? 'userNameTaken' : 'numberElsewhere',
          value: byName ? row.userName! : (row.schoolNumber ?? row.sourceId ?? row.email ?? ''),
        },
        about: [],
      };
    }
    const ask = !member && 'taught' in match && !match.taught && !byRecords;
    return { known: match, member, typed, ask };
  }

  function place(row: RosterRow, { known, member, typed, ask }: Extract<Match, { known: unknown }>): void {
    const earlier = taken.get(known.id);
    if (earlier !== undefined) {
      refuse(row, { why: 'twice', value: String(earlier) });
      return;
    }
    // A number that was typed wrong would give one student another's name.
    if (typed && isNamed(row) && sharesNoName(row, known) && !meant.includes(row.row)) {
      refuse(row, { why: 'otherName', value: fullName(known) }, [known.id]);
      return;
    }
    taken.set(known.id, row.row);
    const { changes, kept } = changesOf(row, known);
    const said = kept.length > 0 ? { kept } : {};
    if (row.left !== undefined) {
      if (!member) passedOver += 1;
      else if (member.left === null) entries.push({ kind: 'left', row: row.row, id: known.id, on: row.left });
      else entries.push({ kind: 'unchanged', row: row.row, id: known.id });
    } else if (!member && ask && isNamed(row)) entries.push({ kind: 'asked', row: row.row, student: row, id: known.id });
    else if (!member && ask) refuse(row, { why: 'danglingUser', value: row.sourceId ?? '' });
    else if (!member) entries.push({ kind: 'new', row: row.row, student: row, id: known.id, namesake: false });
    else if (member.left !== null) entries.push({ kind: 'returns', row: row.row, id: known.id, changes, ...said });
    else
      entries.push(
        changes.length > 0
          ? { kind: 'changed', row: row.row, id: known.id, changes, ...said }
          : { kind: 'unchanged', row: row.row, id: known.id, ...said },
      );
  }

  // Rows with a key first, so that a row with a name only cannot take the place of one that is certain.
  const byName: RosterRow[] = [];
  const seenKeys = new Map<string, number>();
  for (const row of students) {
    const match = matchByKeys(row);
    const repeated = keysOf(row)
      .map(([key, value]) => seenKeys.get(`${key} ${value}`))
      .find((earlier) => earlier !== undefined);
    for (const [key, value] of keysOf(row)) seenKeys.set(`${key} ${value}`, row.row);
    if (match && 'problem' in match) refuse(row, match.problem, match.about);
    else if (match) place(row, match);
    else if (repeated !== undefined) refuse(row, { why: 'twice', value: String(repeated) });
    else if (!isNamed(row)) refuse(row, { why: 'danglingUser', value: row.sourceId ?? '' });
    else byName.push(row);
  }

  const free = new Map<string, KnownMember[]>();
  const here = new Set<string>();
  for (const member of members) {
    here.add(nameKey(member));
    if (taken.has(member.id)) continue;
    free.set(nameKey(member), [...(free.get(nameKey(member)) ?? []), member]);
  }
  // Members whose keys the row contradicts are somebody else of that name.
  const fits = (row: RosterRow, member: KnownMember) =>
    (row.schoolNumber === undefined || member.schoolNumber === null) &&
    (row.sourceId === undefined || member.sourceId === null) &&
    (row.userName === undefined || member.userName === null);
  const rowsOf = new Map<string, RosterRow[]>();
  for (const row of byName) rowsOf.set(nameKey(row), [...(rowsOf.get(nameKey(row)) ?? []), row]);
  for (const [key, rows] of rowsOf) {
    const waiting = (free.get(key) ?? []).sort((a, b) => Number(a.left !== null) - Number(b.left !== null));
    for (const [index, row] of rows.entries()) {
      const fitting = waiting.filter((member) => fits(row, member));
      const at = waiting.indexOf(fitting[0]!);
      const keyed = keysOf(row).length > 0;
      // More of this name are here than the file has: which of them is meant matters as soon as something hangs on it.
      if (fitting.length > rows.length - index && (keyed || whole)) {
        refuse(
          row,
          { why: 'ambiguous', value: fullName(row) },
          fitting.map((member) => member.id),
        );
      } else if (at >= 0) {
        const [member] = waiting.splice(at, 1);
        place(row, { known: member!, member: member! });
      } else if (row.left !== undefined) passedOver += 1;
      else if (!keyed && (here.has(key) || index > 0) && !meant.includes(row.row)) {
        const first = index > 0 ? rows[0]!.row : null;
        refuse(row, first === null ? { why: 'sameName', value: fullName(row) } : { why: 'twice', value: String(first) });
      } else entries.push({ kind: 'new', row: row.row, student: row, id: null, namesake: here.has(key) || rows.length > 1 });
    }
  }

  const isMentioned = (member: KnownMember) =>
    mentioned.has(member.id) ||
    unread.some(
      (row) =>
        keysOf(row).some((key) => byKey.get(key.join(' '))?.id === member.id) ||
        (row.givenName !== undefined && nameKey({ givenName: row.givenName, familyName: row.familyName ?? '' }) === nameKey(member)),
    );
  if (whole) {
    for (const member of members)
      if (member.left === null && !taken.has(member.id) && !isMentioned(member))
        entries.push({ kind: 'left', row: null, id: member.id, on: null });
  }
  return { entries: entries.sort((a, b) => (a.row ?? Infinity) - (b.row ?? Infinity)), passedOver };
}
