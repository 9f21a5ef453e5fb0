import {
  columnLetter,
  guessColumns,
  localDateAt,
  planRoster,
  readRosterTable,
  tidyText,
  type Actor,
  type ColumnUse,
  type KnownMember,
  type KnownOther,
  type KnownStudent,
  type RosterEntry,
  type RosterPlan,
  type RosterRow,
  type RowProblem,
} from '@jolly/core';
import { createHash } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { RosterImportReply, RosterPreviewEntry, RosterPreviewReply, RosterReading } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName, type NewStudent, type PersonDetails } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { JoiningService } from './joining.service';
import { readOneRoster, type Bundle } from './one-roster';
import type { PersonsService } from './persons.service';
import { readRosterFile } from './read-roster-file';
import { MOST_STUDENTS, type Member, type RosterService } from './roster.service';

type Details = Member & { student: PersonDetails };

/** What was read from a file, before it is compared with anything. */
interface Read {
  students: RosterRow[];
  problems: (RowProblem & { file?: string })[];
  whole: boolean;
  rows: number;
  about: Pick<RosterPreviewReply, 'format' | 'encoding' | 'header' | 'columns' | 'bundle'>;
  /** the class of the bundle, to be remembered */
  sourceId: string | null;
}

const known = ({ id, givenName, familyName, userName, email, schoolNumber, sourceId }: PersonDetails): KnownStudent => ({
  id,
  givenName,
  familyName,
  userName,
  email,
  schoolNumber,
  sourceId,
});

function sampleOf(rows: readonly string[][], column: number, header: boolean): string {
  return rows
    .slice(header ? 1 : 0, 30)
    .map((row) => tidyText(row[column] ?? ''))
    .filter(Boolean)
    .slice(0, 3)
    .join(', ');
}

function readTable(rows: string[][], encoding: string | null, reading: RosterReading): Read {
  const guess = guessColumns(rows);
  const header = reading.header ?? guess.header;
  const uses: ColumnUse[] = reading.uses ?? (header === guess.header ? guess.uses : guess.uses.map(() => 'unused' as const));
  const { students, problems } = readRosterTable(rows, { header, uses });
  const first = rows.find((row) => row.some((cell) => tidyText(cell) !== '')) ?? [];
  const columns = uses.map((use, column) => ({
    name: (header && tidyText(first[column] ?? '')) || columnLetter(column),
    sample: sampleOf(rows, column, header),
    use,
  }));
  return {
    students,
    problems,
    whole: reading.whole ?? false,
    rows: rows.length,
    about: { format: 'table', encoding, header, columns, bundle: null },
    sourceId: null,
  };
}

/** Which class of the bundle this one is: as chosen, as last time, the only one, or the one of the same name. */
function chooseClass(bundle: Bundle, found: SchoolClass, asked: string | undefined): string | null {
  const { classes } = bundle;
  const has = (id: string | null | undefined) => classes.some((one) => one.sourceId === id);
  if (asked !== undefined) return has(asked) ? asked : null;
  if (has(found.sourceId)) return found.sourceId;
  if (classes.length === 1) return classes[0]!.sourceId;
  const title = (text: string) =>
    text
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim();
  const same = classes.filter((one) => [found.name, found.label].some((name) => title(name) === title(one.title)));
  return same.length === 1 ? same[0]!.sourceId : null;
}

function readBundle(
  bundle: Bundle,
  found: SchoolClass,
  members: readonly Details[],
  encoding: string | null,
  reading: RosterReading,
  today: string,
): Read {
  // A delta of people alone names no class: it is read for those who are in this one.
  const ofPeople = bundle.mode === 'delta' && bundle.classes.length === 0;
  const chosen = ofPeople ? (found.sourceId ?? found.id) : chooseClass(bundle, found, reading.bundleClass);
  const here = new Set(
    members.flatMap(({ student }) => [student.id, student.sourceId, student.schoolNumber].filter((key) => key !== null)),
  );
  const { students, problems } = chosen === null ? { students: [], problems: [] } : bundle.studentsOf(chosen, today, here);
  return {
    students,
    problems,
    // A delta says only what changed; who is not in it has not left.
    whole: bundle.mode === 'bulk' && chosen !== null && (reading.whole ?? true),
    rows: students.length + problems.length,
    about: {
      format: 'oneRoster',
      encoding,
      header: true,
      columns: [],
      bundle: { version: bundle.version, mode: bundle.mode, classes: bundle.classes, chosen, notes: bundle.notes },
    },
    sourceId: ofPeople ? null : chosen,
  };
}

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  persons: PersonsService;
  joining: JoiningService;
}

type Teacher = Actor & { userId: string };

/**
 * Bringing a roster in. Nothing is kept between looking and confirming: the same file comes again with the
 * digest of what was shown, is planned again, and is stored only if the plan is still the same.
 */
export function rosterImportService({ sequelize, accounts, classes, roster, persons, joining }: Collaborators) {
  /** People of the school who share a key with a row, and the rows with our own ids recognised. */
  async function meet(students: RosterRow[], members: readonly Details[]): Promise<{ students: RosterRow[]; others: PersonDetails[] }> {
    const all = <K extends keyof RosterRow>(field: K) => students.flatMap((row) => (row[field] === undefined ? [] : [String(row[field])]));
    const found = await accounts.studentsByKeys({
      ids: [...all('personId'), ...all('sourceId')],
      sourceIds: all('sourceId'),
      schoolNumbers: all('schoolNumber'),
      userNames: all('userName'),
      emails: all('email'),
    });
    const here = new Set(members.map((member) => member.student.id));
    const ours = new Set([...here, ...found.map((one) => one.id)]);
    // A roster that was taken out of here bears our own ids where the records system had given none.
    const recognised = students.map((row) => {
      if (row.sourceId === undefined || !ours.has(row.sourceId)) return row;
      const { sourceId, ...rest } = row;
      return { ...rest, personId: sourceId };
    });
    return { students: recognised, others: found.filter((one) => !here.has(one.id)) };
  }

  async function plan(
    actor: Teacher,
    action: 'roster.look' | 'roster.edit',
    classId: string,
    bytes: Buffer,
    reading: RosterReading,
    now: number,
  ) {
    const found = await classes.forTeacher(actor, action, classId);
    const file = await readRosterFile(bytes);
    const today = localDateAt(found.calendar.zone, now);
    const members = await roster.detailsOf(classId);
    const read =
      file.kind === 'table'
        ? readTable(file.rows, file.encoding, reading)
        : readBundle(readOneRoster(file.files), found, members, file.encoding, reading, today);
    const { students, others } = await meet(read.students, members);
    const [mayHelp, knownTo] = await Promise.all([
      persons.mayHelp(
        actor.userId,
        members.map((member) => member.student.id),
      ),
      persons.knownTo(
        actor.userId,
        others.map((one) => one.id),
      ),
    ]);
    const planned: RosterPlan = planRoster({
      students,
      members: members.map(({ student, shownAs, left }): KnownMember => ({
        ...known(student),
        shownAs,
        left,
        fixed: !mayHelp.has(student.id),
      })),
      others: others.map((one): KnownOther => ({ ...known(one), taught: knownTo.has(one.id) })),
      whole: read.whole,
      records: read.about.format === 'oneRoster',
      unread: read.problems.flatMap((problem) => problem.who ?? []),
      meant: reading.meant ?? [],
    });
    const entries = [...read.problems.map((problem) => ({ kind: 'problem' as const, ...problem })), ...planned.entries].sort(
      (a, b) => (a.row ?? Infinity) - (b.row ?? Infinity),
    );
    const digest = createHash('sha256')
      .update(JSON.stringify([entries, read.sourceId]))
      .digest('hex')
      .slice(0, 32);
    return { found, read, members, others, entries, digest, passedOver: planned.passedOver };
  }

  return {
    /** What a file would do to the roster. */
    async preview(actor: Teacher, classId: string, bytes: Buffer, reading: RosterReading, now: number): Promise<RosterPreviewReply> {
      const { read, members, others, entries, digest, passedOver } = await plan(actor, 'roster.look', classId, bytes, reading, now);
      const people = new Map(
        [...members.map((member) => member.student), ...others].map((one) => [
          one.id,
          { givenName: one.givenName, familyName: one.familyName },
        ]),
      );
      const counts: RosterPreviewReply['counts'] = { new: 0, asked: 0, unchanged: 0, changed: 0, returns: 0, left: 0, problem: 0 };
      const shown = entries.map((entry): RosterPreviewEntry => {
        counts[entry.kind] += 1;
        if (entry.kind === 'problem') {
          const { who, ...problem } = entry;
          return { ...problem, name: who?.givenName ? { givenName: who.givenName, familyName: who.familyName ?? '' } : null };
        }
        if (entry.kind === 'new')
          return {
            ...entry,
            name: {
              givenName: entry.student.givenName || people.get(entry.id ?? '')?.givenName || '',
              familyName: entry.student.familyName || people.get(entry.id ?? '')?.familyName || '',
            },
          };
        // Of somebody of other classes nothing is told but what the row says itself.
        if (entry.kind === 'asked')
          return { kind: entry.kind, row: entry.row, name: { givenName: entry.student.givenName, familyName: entry.student.familyName } };
        return { ...entry, name: people.get(entry.id)! };
      });
      return { ...read.about, digest, whole: read.whole, rows: read.rows, entries: shown, counts, passedOver };
    },

    /**
     * Does what the preview showed, all of it or nothing. Rows with a problem are left out, as shown.
     * @throws Problem `roster.changedMeanwhile` if file, reading or roster are not as they were
     */
    async confirm(
      actor: Teacher,
      classId: string,
      bytes: Buffer,
      { digest, ...reading }: RosterReading & { digest: string },
      now: number,
    ): Promise<RosterImportReply> {
      const planned = await plan(actor, 'roster.edit', classId, bytes, reading, now);
      if (planned.digest !== digest) throw new Problem('roster.changedMeanwhile');
      const { found, entries, members } = planned;
      const of = <K extends RosterEntry['kind']>(kind: K) =>
        entries.filter((entry): entry is Extract<typeof entry, { kind: K }> => entry.kind === kind);
      const [added, asked, changed, back, left] = [of('new'), of('asked'), of('changed'), of('returns'), of('left')];
      if (added.length + asked.length + changed.length + back.length + left.length === 0) throw new Problem('roster.nothingToDo');
      if (members.length + added.length > MOST_STUDENTS) throw new Problem('roster.full');
      const toStudent = ({ student, id }: (typeof added)[number]): NewStudent & { shownAs?: string; id: string | null } => {
        const { givenName, familyName, userName, email, schoolNumber, sourceId, shownAs } = student;
        return {
          id,
          givenName,
          familyName,
          ...(userName ? { userName } : {}),
          ...(email ? { email } : {}),
          ...(schoolNumber ? { schoolNumber } : {}),
          ...(sourceId ? { sourceId } : {}),
          ...(shownAs ? { shownAs } : {}),
        };
      };
      const changes = [...changed, ...back].map(({ id, changes: list }) => ({
        id,
        to: Object.fromEntries(list.map(({ field, to }) => [field, to])) as Record<string, string>,
      }));
      await inTransaction(sequelize, async (transaction) => {
        // Of two imports that were planned from the same roster, the version lets only one through.
        await classes.change(classId, found.version, { sourceId: planned.read.sourceId ?? found.sourceId }, transaction);
        await roster.apply(
          found,
          {
            add: added.map(toStudent),
            back: back.map((entry) => entry.id),
            left: left.map(({ id, on }) => ({ id, on })),
            shownAs: changes.flatMap(({ id, to }) => (to.shownAs === undefined ? [] : [{ id, shownAs: to.shownAs }])),
          },
          now,
          actor.userId,
          transaction,
        );
        const changedPeople: { id: string; word: string }[] = [];
        for (const { id, to } of changes) {
          const { shownAs: _, ...person } = to;
          if (Object.keys(person).length === 0) continue;
          await accounts.changePerson(id, person, transaction);
          changedPeople.push({ id, word: fullName({ ...members.find((one) => one.student.id === id)!.student, ...person }) });
        }
        await persons.tell('nameChanged', actor.userId, found, changedPeople, `${digest}:${found.version}`, now, transaction);
        await joining.ask(
          found,
          actor.userId,
          asked.map(({ id, student }) => ({ id, shownAs: student.shownAs ?? null })),
          now,
          transaction,
        );
      });
      return {
        asked: asked.length,
        added: added.length,
        changed: changed.length,
        returned: back.length,
        left: left.length,
        unchanged: of('unchanged').length,
      };
    },
  };
}

export type RosterImportService = ReturnType<typeof rosterImportService>;
