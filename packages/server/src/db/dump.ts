import { spawn, type ChildProcess } from 'node:child_process';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import type { DatabaseSettings } from './connect';

/** Dumps before a change of the schema that are kept. */
const KEPT = 3;
const SET_ASIDE = /^before-.*\.sql\.gz$/;

/** Runs a client of the database; the password goes by its surroundings, where no list of processes shows it. */
function client(
  program: string,
  { host, port, user, password }: DatabaseSettings,
  rest: string[],
  stdio: ['pipe' | 'ignore', 'pipe' | 'ignore', 'pipe'],
): ChildProcess {
  const env = { PATH: process.env.PATH ?? '/usr/bin:/bin', MYSQL_PWD: password };
  return spawn(program, ['--no-defaults', `--host=${host}`, `--port=${port}`, '--protocol=TCP', `--user=${user}`, ...rest], { env, stdio });
}

/** @throws Error with what the program said */
async function ended(child: ChildProcess, program: string): Promise<void> {
  let said = '';
  child.stderr!.on('data', (part: Buffer) => (said = (said + part.toString()).slice(-500)));
  await new Promise<void>((done, failed) => {
    child.once('error', () => failed(new Error(`${program} is missing. Install Debian's mariadb-client, then start again.`)));
    child.once('exit', (code) => (code === 0 ? done() : failed(new Error(`${program} failed: ${said.trim()}`))));
  });
}

/**
 * Writes the whole database into a packed file as it was at one moment, while others go on working with it. The file has its name
 * only once it is whole.
 */
export async function dumpDatabase(settings: DatabaseSettings, file: string): Promise<void> {
  const partial = `${file}.partial`;
  const child = client('mariadb-dump', settings, ['--single-transaction', '--quick', '--skip-lock-tables', '--no-tablespaces', '--hex-blob', '--default-character-set=utf8mb4', settings.database], ['ignore', 'pipe', 'pipe']); // prettier-ignore
  try {
    await Promise.all([
      ended(child, 'mariadb-dump'),
      pipeline(child.stdout!, createGzip(), createWriteStream(partial, { flush: true, mode: 0o600 })),
    ]);
    await rename(partial, file);
  } finally {
    await rm(partial, { force: true });
  }
}

/** Reads such a file into a database that is empty. */
export async function loadDatabase(settings: DatabaseSettings, file: string): Promise<void> {
  const child = client('mariadb', settings, ['--default-character-set=utf8mb4', settings.database], ['pipe', 'ignore', 'pipe']);
  await Promise.all([ended(child, 'mariadb'), pipeline(createReadStream(file), createGunzip(), child.stdin!)]);
}

/** Sets the database aside before its schema is changed; the last few are kept. */
export async function setAside(settings: DatabaseSettings, dataFolder: string, lastStep: string, now: number): Promise<void> {
  const folder = join(dataFolder, 'backups');
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const time = new Date(now).toISOString().replace(/[:.]/g, '-');
  await dumpDatabase(settings, join(folder, `before-${time}-after-${lastStep}.sql.gz`));
  const all = (await readdir(folder)).filter((name) => SET_ASIDE.test(name)).sort();
  for (const name of all.slice(0, -KEPT)) await rm(join(folder, name), { force: true });
}
