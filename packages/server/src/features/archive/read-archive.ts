import { isSafeLink } from '@jolly/core';
import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020';
import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { openZip, ZipError, type OpenZip } from '../../files/zip-file';
import { Problem } from '../../http/problem';
import {
  ARCHIVE_FORMAT,
  ARCHIVE_SCHEMA,
  ARCHIVE_VERSION,
  idsIn,
  isId,
  LARGEST_ARCHIVE,
  type ArchiveManifest,
  type ArchivePerson,
  type ArchiveRow,
} from './archive-format';
import type { TableSchema } from './archive-schema';
import { ARCHIVE_TABLES, type ArchiveTable } from './archive-tables';
import { pathOfFile } from './class-pages';

const MOST_ENTRIES = 2_000_000;
const LONGEST_LINE = 64 * 1024 ** 2;
const LARGEST_MANIFEST = 512 * 1024 ** 2;
const NOWHERE = '0'.repeat(64);

const ajv = new Ajv2020({ strict: false });
ajv.addFormat('uuid', isId);
ajv.addFormat('sha256', /^[0-9a-f]{64}$/);
ajv.addFormat('date', /^\d{4}-\d{2}-\d{2}$/);
ajv.addFormat('date-time', (text: string) => /^\d{4}-\d{2}-\d{2}T[\d:.]+Z$/.test(text) && !Number.isNaN(Date.parse(text)));
const NAME = { type: 'string', maxLength: 200 };
const SHORT = { type: ['string', 'null'], maxLength: 64 };
const SHA = { type: 'string', format: 'sha256' };
const COUNT = { type: 'integer', minimum: 0 };
const all = (properties: object) => ({ type: 'object', properties, required: Object.keys(properties) });
const isPerson = ajv.compile(
  all({
    id: { type: 'string', format: 'uuid' },
    role: { enum: ['teacher', 'student', 'family'] },
    givenName: { ...NAME, maxLength: 80 },
    familyName: { ...NAME, maxLength: 80 },
    schoolNumber: SHORT,
    sourceId: SHORT,
  }),
) as ValidateFunction<ArchivePerson>;
const isManifest = ajv.compile(
  all({
    format: { const: ARCHIVE_FORMAT },
    version: { type: 'integer', minimum: 1 },
    id: { type: 'string', format: 'uuid' },
    madeAt: COUNT,
    class: all({ id: { type: 'string', format: 'uuid' }, label: NAME, zone: NAME }),
    tables: { type: 'object', additionalProperties: all({ rows: COUNT, sha256: SHA }) },
    people: all({ count: COUNT, sha256: SHA }),
    files: { type: 'array', items: all({ sha256: SHA, size: COUNT, name: { ...NAME, maxLength: 255 } }) },
  }),
) as ValidateFunction<ArchiveManifest>;
const validators = new Map<string, ValidateFunction<ArchiveRow>>();
function validatorOf(table: string): ValidateFunction<ArchiveRow> {
  const made = validators.get(table) ?? (ajv.compile(ARCHIVE_SCHEMA.$defs[table]!) as ValidateFunction<ArchiveRow>);
  validators.set(table, made);
  return made;
}

const broken = (where = 'data') => new Problem('archive.broken', { values: { where } });
const REFUSED = {
  notReadable: 'archive.notReadable',
  tooLarge: 'archive.tooLarge',
  outside: 'archive.outside',
  doubled: 'archive.doubled',
  link: 'archive.link',
} as const;
/** A failure of a zip that was sent, as a sentence of ours. */
export function refused(error: unknown): unknown {
  if (error instanceof ZipError) return new Problem(REFUSED[error.why]);
  // Of JSON that is none, or nests without end; of a stream that is not what the zip says.
  if (error instanceof SyntaxError || error instanceof RangeError) return broken();
  return error instanceof Error && /zlib|inflate|uncompressed|deflate|block|distance|stored|bytes in the stream/i.test(error.message)
    ? broken()
    : error;
}

/** The lines of a stream, none longer than an honest one. */
async function* linesOf(stream: Readable): AsyncGenerator<string> {
  let rest = '';
  stream.setEncoding('utf8');
  for await (const part of stream as AsyncIterable<string>) {
    const lines = (rest + part).split('\n');
    rest = lines.pop()!;
    if (rest.length > LONGEST_LINE) throw new Problem('archive.tooLarge');
    yield* lines;
  }
  if (rest !== '') throw broken();
}

/** Is there an address anywhere in a value that a page must not follow? */
function leadsAstray(value: unknown): boolean {
  if (Array.isArray(value)) return value.some(leadsAstray);
  if (value === null || typeof value !== 'object') return false;
  return Object.entries(value).some(
    ([key, one]) => (/^(url|href|live_link)$/.test(key) && typeof one === 'string' && one !== '' && !isSafeLink(one)) || leadsAstray(one),
  );
}

/** An archive that was read through and holds what it says. */
export interface CheckedArchive {
  manifest: ArchiveManifest;
  people: ArchivePerson[];
  /** the ids of the rows of each table */
  own: ReadonlyMap<string, ReadonlySet<string>>;
  /** what looks like an id inside JSON and is no row of the archive: of questions, criteria, categories */
  inside: ReadonlySet<string>;
  /** what is in the class, for whoever is to say yes */
  class: ArchiveRow;
  /** rows again, once they were checked; a file that did not come along leads nowhere */
  rows: (table: string) => AsyncGenerator<ArchiveRow>;
  file: (sha256: string) => Promise<Readable>;
  close: () => void;
}

/**
 * Opens an archive and reads it through before anything of it is stored: its form, the count and fingerprint of every table and file,
 * the type of every value, and that every row points at rows that are there.
 *
 * @param path of the zip
 * @param progress of how many things how many are read; what it throws ends the reading
 * @throws Problem `archive.…`
 */
export async function openArchive(path: string, progress: (done: number, total: number) => Promise<void> | void): Promise<CheckedArchive> {
  const zip = await openSent(path);
  try {
    return await checked(zip, progress);
  } catch (error) {
    zip.close();
    throw refused(error);
  }
}

/** Opens a zip that was sent, whatever is in it. @throws Problem `archive.…` */
export async function openSent(path: string): Promise<OpenZip> {
  return openZip(path, { entries: MOST_ENTRIES, unpacked: LARGEST_ARCHIVE }).catch((error: unknown) => {
    throw refused(error);
  });
}

async function checked(zip: OpenZip, progress: (done: number, total: number) => Promise<void> | void): Promise<CheckedArchive> {
  const head = zip.entries.get('manifest.json');
  if (!head) throw new Problem('archive.notReadable');
  if (head.size > LARGEST_MANIFEST) throw new Problem('archive.tooLarge');
  const manifest: unknown = JSON.parse((await buffer(await zip.read('manifest.json'))).toString());
  const { format, version } = (manifest ?? {}) as { format?: unknown; version?: unknown };
  if (format !== ARCHIVE_FORMAT) throw new Problem('archive.notReadable');
  if (typeof version === 'number' && version > ARCHIVE_VERSION) throw new Problem('archive.newer');
  if (!isManifest(manifest)) throw broken('manifest.json');
  const total = ARCHIVE_TABLES.length * 2 + manifest.files.length + 1;
  let done = 0;
  const step = async () => void (await progress((done += 1), total));
  const fileNames = new Map(manifest.files.map((one) => [one.sha256, pathOfFile(one.sha256, one.name)]));

  async function* parsed(name: string, rows: number, sha256: string): AsyncGenerator<unknown> {
    const hash = createHash('sha256');
    let count = 0;
    for await (const line of linesOf(await zip.read(name))) {
      hash.update(`${line}\n`);
      count += 1;
      yield JSON.parse(line);
    }
    if (count !== rows || hash.digest('hex') !== sha256) throw broken(name);
  }
  async function* tableRows({ name }: Pick<ArchiveTable, 'name'>): AsyncGenerator<ArchiveRow> {
    const said = manifestTables[name];
    // A table that there was not when an older archive was made.
    if (!said) return;
    yield* parsed(`data/${name}.jsonl`, said.rows, said.sha256) as AsyncGenerator<ArchiveRow>;
  }
  const manifestTables = manifest.tables;

  const people: ArchivePerson[] = [];
  for await (const one of parsed('data/people.jsonl', manifest.people.count, manifest.people.sha256)) {
    if (!isPerson(one)) throw broken('data/people.jsonl');
    people.push(one);
  }
  await step();
  const persons = new Set(people.map((one) => one.id));
  if (persons.size !== people.length) throw broken('data/people.jsonl');

  const own = new Map<string, Set<string>>();
  const inside = new Set<string>();
  let schoolClass: ArchiveRow | null = null;
  for (const table of ARCHIVE_TABLES) {
    const ids = new Set<string>();
    const isRow = validatorOf(table.name);
    for await (const row of tableRows(table)) {
      const where = `data/${table.name}.jsonl`;
      if (!isRow(row) || leadsAstray(row)) throw broken(where);
      if (typeof row.id === 'string') {
        if (ids.has(row.id) || persons.has(row.id)) throw broken(where);
        ids.add(row.id);
      }
      for (const id of idsIn(row)) inside.add(id);
      if (table.name === 'classes') {
        if (schoolClass !== null) throw broken(where);
        schoolClass = row;
      }
    }
    own.set(table.name, ids);
    await step();
  }
  if (schoolClass === null || schoolClass.id !== manifest.class.id) throw broken('data/classes.jsonl');
  for (const ids of own.values()) for (const id of ids) inside.delete(id);
  for (const id of persons) inside.delete(id);

  const anywhere = (id: string) => [...own.values()].some((ids) => ids.has(id));
  // Somebody who was gone when the archive was made is in no list of people, and stays gone.
  const pointsWell = (target: string, id: string) =>
    target === 'users' ? true : target === 'any' ? anywhere(id) : (own.get(target)?.has(id) ?? false);
  for (const table of ARCHIVE_TABLES) {
    const points = pointersOf(ARCHIVE_SCHEMA.$defs[table.name]!);
    if (points.length > 0)
      for await (const row of tableRows(table))
        for (const [column, target, nullable] of points) {
          const id = row[column] as string | null;
          if (id !== null && id !== '' && !nullable && !pointsWell(target, id)) throw broken(`data/${table.name}.jsonl`);
        }
    await step();
  }

  for (const { sha256, size, name } of manifest.files) {
    const entry = zip.entries.get(pathOfFile(sha256, name));
    if (entry?.size !== size) throw new Problem('archive.fileWrong', { values: { name } });
    const hash = createHash('sha256');
    for await (const part of await zip.read(pathOfFile(sha256, name))) hash.update(part as Buffer);
    if (hash.digest('hex') !== sha256) throw new Problem('archive.fileWrong', { values: { name } });
    await step();
  }

  return {
    manifest,
    people,
    own,
    inside,
    class: schoolClass,
    async *rows(name) {
      const points = pointersOf(ARCHIVE_SCHEMA.$defs[name]!).filter(([, , nullable]) => nullable);
      for await (const row of tableRows({ name })) {
        // What may point at nothing does where its target did not come along: a question of a quiz that was taken out, a person who is gone.
        for (const [column, target] of points) if (isId(row[column]) && !pointsWell(target, row[column] as string)) row[column] = null;
        if (typeof row.fingerprint === 'string' && 'media_type' in row && !fileNames.has(row.fingerprint)) row.fingerprint = NOWHERE;
        yield row;
      }
    },
    async file(sha256) {
      return zip.read(fileNames.get(sha256) ?? '');
    },
    close: () => zip.close(),
  };
}

/** The columns of a table that point at rows: which, at what, and whether they may point at nothing. */
function pointersOf({ properties }: TableSchema): [string, string, boolean][] {
  return Object.entries(properties).flatMap(([column, { pointsAt, type }]) =>
    pointsAt === undefined ? [] : [[column, pointsAt, Array.isArray(type)] as [string, string, boolean]],
  );
}
