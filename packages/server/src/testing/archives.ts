import { createHash } from 'node:crypto';
import type { ArchiveJob, BringRequest } from '../contract';
import { unzip } from '../files/read-table';
import { bytesOf, type Person, type Server } from './school';
import { zip } from './zip';

type Parts = Record<string, string | Buffer>;
const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** Anything with its ids numbered in the order in which they come: two things are the same when only their ids differ. */
export function withoutIds(value: unknown): unknown {
  const numbers = new Map<string, number>();
  const numbered = JSON.stringify(value).replace(ID, (id) => {
    if (!numbers.has(id)) numbers.set(id, numbers.size);
    return `id ${numbers.get(id)}`;
  });
  return JSON.parse(numbered) as unknown;
}

/** The archive of a class, made by a server of the school. */
export async function archived(server: Server, teacher: Person, classId: string): Promise<Buffer> {
  const { id } = (await teacher.post(`/api/classes/${classId}/archives`)).body as ArchiveJob;
  await server.services.archiveJobs.work(server.clock.now);
  const job = (await teacher.get(`/api/archives/${id}`)).body as ArchiveJob;
  if (job.state !== 'done') throw new Error(job.problem ?? job.state);
  return bytesOf(teacher.get(`/api/archives/${id}/file`));
}

/** An archive that was sent and looked at. */
export async function lookedAt(server: Server, teacher: Person, bytes: Buffer): Promise<ArchiveJob> {
  const { id } = (await teacher.upload('/api/archives', bytes, 'class.zip')).body as ArchiveJob;
  await server.services.archiveJobs.work(server.clock.now);
  return (await teacher.get(`/api/archives/${id}`)).body as ArchiveJob;
}

/** The same, brought in. @returns the job as it ended */
export async function broughtIn(server: Server, teacher: Person, bytes: Buffer, as: 'past' | 'new' = 'past'): Promise<ArchiveJob> {
  const { id, state } = await lookedAt(server, teacher, bytes);
  if (state === 'looked') {
    await teacher.post(`/api/archives/${id}/bring`, { as });
    await server.services.archiveJobs.work(server.clock.now);
  }
  return (await teacher.get(`/api/archives/${id}`)).body as ArchiveJob;
}

/** A course as a package, made by a server of the school. @param path what begins it @param body of the folder, where it is one */
export async function packaged(server: Server, teacher: Person, path: string, body = {}): Promise<Buffer> {
  const { id } = (await teacher.post(path, body)).body as ArchiveJob;
  await server.services.archiveJobs.work(server.clock.now);
  return bytesOf(teacher.get(`/api/archives/${id}/file`));
}

/** A course brought in. @returns the job as it ended */
export async function courseIn(server: Server, teacher: Person, bytes: Buffer, request: BringRequest): Promise<ArchiveJob> {
  const { id } = await lookedAt(server, teacher, bytes);
  await teacher.post(`/api/archives/${id}/bring`, request);
  await server.services.archiveJobs.work(server.clock.now);
  return (await teacher.get(`/api/archives/${id}`)).body as ArchiveJob;
}

/** An archive with something changed by somebody who also sets its counts and fingerprints right again. */
export async function forged(bytes: Buffer, change: (rows: (table: string) => Record<string, unknown>[]) => void): Promise<Buffer> {
  const parts: Parts = Object.fromEntries((await unzip(bytes)).map((one) => [one.name, one.bytes]));
  const manifest = JSON.parse(String(parts['manifest.json'])) as {
    tables: Record<string, { rows: number; sha256: string }>;
    people: { count: number; sha256: string };
  };
  const tables = new Map<string, Record<string, unknown>[]>();
  change((table) => {
    const read = () =>
      String(parts[`data/${table}.jsonl`])
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line) as Record<string, unknown>);
    if (!tables.has(table)) tables.set(table, read());
    return tables.get(table)!;
  });
  for (const [table, rows] of tables) {
    const text = rows.map((row) => `${JSON.stringify(row)}\n`).join('');
    const sha256 = createHash('sha256').update(text).digest('hex');
    parts[`data/${table}.jsonl`] = text;
    if (table === 'people') manifest.people = { count: rows.length, sha256 };
    else manifest.tables[table] = { rows: rows.length, sha256 };
  }
  return zip({ ...parts, 'manifest.json': JSON.stringify(manifest) });
}
