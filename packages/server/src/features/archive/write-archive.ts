import type { Instant } from '@jolly/core';
import { createHash, randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { QueryTypes, Transaction, type Sequelize } from 'sequelize';
import type { FileStore } from '../../files/file-store';
import { csv } from '../../files/write-table';
import { writeZip, type AddToZip } from '../../files/write-zip';
import type { TakeOutService } from '../markbook/take-out.service';
import type { RegisterService } from '../register/register.service';
import type { RosterExportService } from '../roster/roster-export.service';
import {
  ARCHIVE_FORMAT,
  ARCHIVE_SCHEMA,
  ARCHIVE_VERSION,
  idsIn,
  LEFT_OUT,
  type ArchiveManifest,
  type ArchivePerson,
  type ArchiveRow,
} from './archive-format';
import { rowsOf } from './archive-rows';
import { ARCHIVE_TABLES } from './archive-tables';
import { classPages, pathOfFile } from './class-pages';

type Teacher = Parameters<TakeOutService['file']>[0];
export interface ArchiveSources {
  sequelize: Sequelize;
  fileStore: FileStore;
  takeOut: TakeOutService;
  register: RegisterService;
  rosterExport: RosterExportService;
}
export interface ArchiveAsked {
  teacher: Teacher;
  schoolClass: { id: string; label: string; calendar: { zone: string } };
  now: Instant;
  /** how many of how many things are in it; asked often. What it throws ends the archive. */
  progress: (done: number, total: number) => Promise<void> | void;
}
const PEOPLE_AT_ONCE = 1000;

/** Everything that bears the fingerprint of a file, in rows of any table. */
function filesIn(row: ArchiveRow, found: Map<string, string>): void {
  if (typeof row.fingerprint === 'string' && typeof row.name === 'string' && !found.has(row.fingerprint))
    found.set(row.fingerprint, row.name);
}

/**
 * Writes a class into one zip, as it is at one moment: all is read in one snapshot, a page at a time, and goes straight out, so that
 * the size of the class does not matter.
 *
 * @param into takes the zip as a stream and says when it is there
 * @returns what `into` says
 */
export async function writeArchive<T>(
  { sequelize, fileStore, takeOut, register, rosterExport }: ArchiveSources,
  { teacher, schoolClass, now, progress }: ArchiveAsked,
  into: (zip: Readable) => Promise<T>,
): Promise<T> {
  const snapshot = await sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ });
  const seen = new Set<string>();
  const files = new Map<string, string>();
  const tables: ArchiveManifest['tables'] = {};
  let [done, total] = [0, ARCHIVE_TABLES.length + 4];
  const step = async () => void (await progress((done += 1), total));
  async function* lines(rows: AsyncIterable<object> | Iterable<object>, about: { rows: number; sha256: string }): AsyncGenerator<string> {
    const hash = createHash('sha256');
    for await (const row of rows) {
      const line = `${JSON.stringify(row)}\n`;
      hash.update(line);
      about.rows += 1;
      yield line;
    }
    about.sha256 = hash.digest('hex');
  }
  async function* noted(rows: AsyncIterable<ArchiveRow>): AsyncGenerator<ArchiveRow> {
    for await (const row of rows) {
      for (const id of idsIn(row)) seen.add(id);
      filesIn(row, files);
      yield row;
    }
  }
  const fill = async (add: AddToZip) => {
    for (const table of ARCHIVE_TABLES) {
      const about = { rows: 0, sha256: '' };
      const rows = noted(rowsOf(sequelize, snapshot, table, ARCHIVE_SCHEMA.$defs[table.name]!, { classId: schoolClass.id, seen }));
      await add(Readable.from(lines(rows, about)), `data/${table.name}.jsonl`);
      tables[table.name] = about;
      await step();
    }
    const people: ArchivePerson[] = [];
    const ids = [...seen];
    for (let at = 0; at < ids.length; at += PEOPLE_AT_ONCE)
      people.push(
        ...(await sequelize.query<ArchivePerson>(
          `SELECT id, role, given_name AS givenName, family_name AS familyName, school_number AS schoolNumber, source_id AS sourceId
           FROM users WHERE id IN (:ids) ORDER BY id`,
          { replacements: { ids: ids.slice(at, at + PEOPLE_AT_ONCE) }, type: QueryTypes.SELECT, transaction: snapshot },
        )),
      );
    const aboutPeople = { rows: 0, sha256: '' };
    await add(Readable.from(lines(people, aboutPeople)), 'data/people.jsonl');
    await step();
    total += files.size;
    const kept: ArchiveManifest['files'] = [];
    for (const [sha256, name] of [...files].sort(([a], [b]) => (a < b ? -1 : 1))) {
      const file = await fileStore.read(sha256);
      // A file that is gone from the disk is not pretended to be there.
      if (file) {
        await add(file.stream, pathOfFile(sha256, name));
        kept.push({ sha256, size: file.size, name });
      }
      await step();
    }
    const paths = new Map(kept.map((one) => [one.sha256, pathOfFile(one.sha256, one.name)]));
    const { id: classId, label } = schoolClass;
    const pages = classPages({ sequelize, takeOut, teacher, classId, zone: schoolClass.calendar.zone, label, now, paths }, snapshot);
    let page = await pages.next();
    for (; !page.done; page = await pages.next()) await add(page.value.text, page.value.name);
    await step();
    const roster = await rosterExport.table(teacher, classId);
    const asCsv = (text: string) => `\ufeff${text}`;
    await add(asCsv(csv(roster.header, roster.rows)), 'tables/roster.csv');
    await add(asCsv(csv(page.value.header, page.value.rows)), 'tables/mark-book.csv');
    await add(asCsv(await register.file(teacher, classId)), 'tables/register.csv');
    await step();
    await add(JSON.stringify(ARCHIVE_SCHEMA), 'schema.json');
    const manifest: ArchiveManifest = {
      format: ARCHIVE_FORMAT,
      version: ARCHIVE_VERSION,
      id: randomUUID(),
      madeAt: now,
      class: { id: classId, label, zone: schoolClass.calendar.zone },
      tables,
      people: { count: aboutPeople.rows, sha256: aboutPeople.sha256 },
      files: kept,
      leftOut: LEFT_OUT,
    };
    await add(JSON.stringify(manifest, null, 1), 'manifest.json');
    await step();
  };
  try {
    return await writeZip(into, fill);
  } finally {
    await snapshot.rollback();
  }
}
