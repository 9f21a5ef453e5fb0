import { EVERYONE, type Instant } from '@jolly/core';
import { DatabaseError, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import type { ArchiveLook, BroughtAs } from '../../contract';
import type { FileStore } from '../../files/file-store';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { newJoinCode } from '../classes/classes.service';
import { ARCHIVE_SCHEMA, idsIn, isId, renamed, type ArchiveRow } from './archive-format';
import { stored } from './archive-rows';
import { ARCHIVE_TABLES, type ArchiveTable } from './archive-tables';
import { byNameAlone, givenKeys, idFrom, recognised } from './people-here';
import type { CheckedArchive } from './read-archive';

export interface BringingIn {
  sequelize: Sequelize;
  fileStore: FileStore;
  accounts: AccountsService;
}
const ROWS_AT_ONCE = 500;
const IDS_AT_ONCE = 1000;

/** Which class an archive becomes. @param space as for `bringIn` */
export const classIn = ({ manifest }: CheckedArchive, space: string): string => idFrom(space, manifest.class.id);
const labelOf = ({ name, section }: ArchiveRow) => `${String(name)} ${String(section)}`.trim();
/** The class of an id, if it is here. */
export const classHere = async (sequelize: Sequelize, id: string): Promise<{ classId: string; className: string } | null> => {
  const [found] = await sequelize.query<{ id: string; name: string; section: string }>(
    'SELECT id, name, section FROM classes WHERE id = ?',
    {
      replacements: [id],
      type: QueryTypes.SELECT,
    },
  );
  return found ? { classId: found.id, className: labelOf({ ...found }) } : null;
};

/** What a teacher is told of an archive before it is brought in. */
export async function lookOf(sequelize: Sequelize, teacherId: string, archive: CheckedArchive): Promise<ArchiveLook> {
  const { manifest, people } = archive;
  const students = people.filter((one) => one.role === 'student');
  const known = await recognised(sequelize, teacherId, students);
  const rows = (table: string) => manifest.tables[table]?.rows ?? 0;
  return {
    className: labelOf(archive.class),
    madeAt: manifest.madeAt,
    students: students.length,
    known: known.size,
    assignments: rows('assignments'),
    handIns: rows('hand_ins'),
    files: manifest.files.length,
    bytes: manifest.files.reduce((sum, one) => sum + one.size, 0),
    here: await classHere(sequelize, classIn(archive, manifest.id)),
  };
}

/** Ids inside JSON must not lead to files of somebody else here. @throws Problem `archive.broken` */
async function refuseOthersFiles(sequelize: Sequelize, inside: ReadonlySet<string>): Promise<void> {
  const ids = [...inside];
  for (let at = 0; at < ids.length; at += IDS_AT_ONCE) {
    const [found] = await sequelize.query('SELECT id FROM kept_files WHERE id IN (?) LIMIT 1', {
      replacements: [ids.slice(at, at + IDS_AT_ONCE)],
      type: QueryTypes.SELECT,
    });
    if (found) throw new Problem('archive.broken', { values: { where: 'data' } });
  }
}

/** A calendar that says the same and is gone by already by this teacher. */
async function sameCalendar(sequelize: Sequelize, teacherId: string, row: ArchiveRow): Promise<string | null> {
  const own = await sequelize.query<{ id: string; name: string; school_days: unknown; closures: unknown; terms: unknown }>(
    `SELECT DISTINCT c.id, c.name, c.school_days, c.closures, c.terms FROM calendars c JOIN classes k ON k.calendar_id = c.id
     JOIN class_teachers t ON t.class_id = k.id WHERE t.user_id = ?`,
    { replacements: [teacherId], type: QueryTypes.SELECT },
  );
  const said = (one: object) => JSON.stringify(one);
  const parts = (one: ArchiveRow) =>
    [one.name, one.school_days, one.closures, one.terms].map((part) =>
      said(typeof part === 'string' && /^[[{]/.test(part) ? (JSON.parse(part) as object) : (part as object)),
    );
  return own.find((one) => said(parts({ ...one })) === said(parts(row)))?.id ?? null;
}

/** Where the rows of an archive go, and what has become of the ids they name. */
interface Place {
  as: BroughtAs;
  teacherId: string;
  now: Instant;
  /** of people, by their id in the archive */
  ids: ReadonlyMap<string, string>;
  to: (id: string) => string;
  /** of somebody who was gone when the archive was made: an id that leads to nobody here either */
  goneTo: (id: string) => string;
  /** one that is here already and says the same */
  calendarId: string | null;
  /** ids that are named in what comes along, so that no file of a student comes with a plan */
  named: Set<string>;
}

/** What of a class is not brought in with it: its door is shut, and it belongs to whoever brings it in. */
function classPlaced({ as, now, calendarId }: Place, row: ArchiveRow): ArchiveRow {
  const door = { join_code: newJoinCode(), join_open: false, join_until: null, join_asks_number: false, source_id: null };
  const calendar_id = calendarId ?? row.calendar_id;
  const today = new Date(now).toISOString();
  if (as === 'past') return { ...row, ...door, calendar_id, put_away_at: row.put_away_at ?? today };
  // A new class has not earned what this one has.
  const unearned = { student_notices: 'never', wall_remarks: 'asked', walls_for_families: false };
  return { ...row, ...door, ...unearned, calendar_id, put_away_at: null, created_at: today, version: 1 };
}

function assignmentPlaced({ as, now }: Place, row: ArchiveRow): ArchiveRow {
  if (as === 'past') {
    // Nobody hears of a class that is over: what had not gone out stays a draft.
    const out = row.issued_at !== null && Date.parse(String(row.issued_at)) <= now;
    return { ...row, issued_at: out ? row.issued_at : null, told_at: out ? (row.told_at ?? new Date(now).toISOString()) : null };
  }
  const undated = { opens_at: null, due_at: null, closes_at: null, issued_at: null, told_at: null };
  return { ...row, ...undated, audience: EVERYONE, grouping_id: null, second_marker: null };
}

/** A row as it is stored here, or null for one that does not come along. */
function placed(place: Place, table: string, row: ArchiveRow): ArchiveRow | null {
  const { as, teacherId, ids, to, goneTo, named } = place;
  const { properties } = ARCHIVE_SCHEMA.$defs[table]!;
  const moved = Object.fromEntries(
    Object.entries(row).map(([column, value]) => {
      const { pointsAt, type } = properties[column]!;
      if (pointsAt !== 'users' || !isId(value)) return [column, renamed(value, to)];
      if (as === 'new') return [column, Array.isArray(type) ? null : teacherId];
      return [column, ids.get(value) ?? goneTo(value)];
    }),
  );
  switch (table) {
    case 'classes':
      return classPlaced(place, moved);
    case 'class_teachers':
      return null;
    case 'assignments':
      return assignmentPlaced(place, moved);
    case 'file_uses':
      return as === 'past' || row.holder_kind === 'brief' ? moved : null;
    case 'kept_files':
      return as === 'past' || named.has(String(row.id)) ? { ...moved, owner_id: teacherId } : null;
    default:
      return moved;
  }
}

/**
 * Brings a checked archive in: all of it in one transaction, under ids that follow from the archive's own, so that it is there once.
 *
 * @param space past: the archive's id, so that the same archive is recognised; new: another each time
 * @returns the id of the class
 * @throws Problem `archive.here` for a past class that is here already, `archive.broken` for rows that the database refuses
 */
export async function bringIn(
  { sequelize, fileStore, accounts }: BringingIn,
  archive: CheckedArchive,
  {
    teacherId,
    as,
    space,
    now,
    progress,
  }: { teacherId: string; as: BroughtAs; space: string; now: Instant; progress: (done: number, total: number) => Promise<void> | void },
): Promise<string> {
  const { manifest, own } = archive;
  const classId = classIn(archive, space);
  if (await classHere(sequelize, classId)) throw new Problem('archive.here');
  await refuseOthersFiles(sequelize, archive.inside);
  const tables = ARCHIVE_TABLES.filter((one) => as === 'past' || one.plan);
  const total = tables.length + manifest.files.length + 1;
  let done = 0;
  const step = async () => void (await progress((done += 1), total));
  // Files first: what nothing points at in the end is cleared away like any other.
  for (const { sha256 } of manifest.files) {
    if ((await fileStore.at(sha256)) === null) {
      const kept = await fileStore.keep(await archive.file(sha256), { most: Number.MAX_SAFE_INTEGER });
      if (kept.fingerprint !== sha256) throw new Problem('archive.broken', { values: { where: 'data' } });
    } else await fileStore.touch(sha256, Date.now());
    await step();
  }
  const known = as === 'past' ? await recognised(sequelize, teacherId, archive.people) : new Map<string, string>();
  const strangers = as === 'past' ? archive.people.filter((one) => !known.has(one.id)) : [];
  const added = byNameAlone(strangers, await givenKeys(sequelize, strangers), space);
  const ids = new Map([...known, ...added.map(({ from, id }) => [from, id] as const)]);
  const rowIds = new Set([...own.values()].flatMap((some) => [...some]));
  const to = (id: string): string => ids.get(id) ?? (rowIds.has(id) ? idFrom(space, id) : id);

  const place: Place = { as, teacherId, now, ids, to, goneTo: (id) => idFrom(space, id), calendarId: null, named: new Set() };

  async function insert(table: ArchiveTable, rows: ArchiveRow[], transaction: Transaction): Promise<void> {
    const schema = ARCHIVE_SCHEMA.$defs[table.name]!;
    // Codes of the door are columns that no archive has.
    const columns = { ...schema, properties: { ...schema.properties, ...DOOR } };
    if (rows.length > 0)
      await sequelize.getQueryInterface().bulkInsert(
        table.name,
        rows.map((row) => stored(row, columns)),
        { transaction },
      );
  }

  await inTransaction(sequelize, async (transaction) => {
    await accounts.addNames(added, now, transaction);
    for (const table of tables) {
      let batch: ArchiveRow[] = [];
      for await (const row of ordered(table, archive.rows(table.name))) {
        if (table.name === 'calendars') {
          place.calendarId = await sameCalendar(sequelize, teacherId, row);
          if (place.calendarId !== null) continue;
        }
        const moved = placed(place, table.name, row);
        if (!moved) continue;
        if (as === 'new' && table.name !== 'kept_files') for (const id of idsIn(row)) place.named.add(id);
        batch.push(moved);
        if (batch.length < ROWS_AT_ONCE) continue;
        await insert(table, batch, transaction);
        batch = [];
      }
      await insert(table, batch, transaction);
      if (table.name === 'classes')
        await sequelize
          .getQueryInterface()
          .bulkInsert('class_teachers', [{ class_id: classId, user_id: teacherId, is_owner: true }], { transaction });
      await progress(Math.min(total, done + 1 + tables.indexOf(table)), total);
    }
    noteChange(transaction, { classes: [classId] });
  }).catch((error: unknown) => {
    // Two rows with one key, or one that points at nothing: no archive of ours has them.
    if (error instanceof DatabaseError || (error instanceof Error && /^Sequelize(Unique|Foreign|Validation)/.test(error.name)))
      throw new Problem('archive.broken', { values: { where: 'data' } });
    throw error;
  });
  return classId;
}

const DOOR = {
  join_code: { type: 'string' },
  join_open: { type: 'boolean' },
  join_until: { type: 'null' },
  join_asks_number: { type: 'boolean' },
  source_id: { type: 'null' },
} as const;

/** Rows in an order in which each comes after the one it points at: answers after what they answer. */
async function* ordered({ name }: ArchiveTable, rows: AsyncIterable<ArchiveRow>): AsyncGenerator<ArchiveRow> {
  if (name !== 'notice_answers') return void (yield* rows);
  const all: ArchiveRow[] = [];
  for await (const row of rows) all.push(row);
  const placed = new Set<unknown>([null]);
  while (all.length > 0) {
    const next = all.findIndex((row) => placed.has(row.below));
    const [row] = all.splice(Math.max(0, next), 1);
    placed.add(row!.id);
    yield row!;
  }
}
