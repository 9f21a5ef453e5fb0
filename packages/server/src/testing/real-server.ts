import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileStore } from '../files/file-store';
import { wire } from '../wiring';
import type { Sequelize } from 'sequelize';
import { aDatabase, aSchool, MONDAY, PASSWORD } from './school';

const MAIN = join(__dirname, '../../dist/main.js');

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as { port: number };
  probe.close();
  await once(probe, 'close');
  return port;
}

/** Waits for something that a process of its own does; it is asked again and again, as nothing tells. */
export async function until<T>(what: () => Promise<T | null | false>): Promise<T> {
  for (;;) {
    const found = await what();
    if (found) return found;
    await new Promise((again) => setTimeout(again, 20));
  }
}

/**
 * The server as it is run, in a process of its own that can be killed at any moment and started again.
 * @param there a database and folder that have something in them already; left out, both are new and have the usual school
 */
export async function aRealServer(there: { sequelize: Sequelize; folder: string } | null = null) {
  const database = there ? { sequelize: there.sequelize, drop: async () => undefined } : await aDatabase();
  const { sequelize } = database;
  const { database: name, port: dbPort, password } = sequelize.config as { database: string; port: string; password: string };
  const folder = there?.folder ?? (await mkdtemp(join(tmpdir(), 'jolly-real-')));
  const [port, smtpPort] = [await freePort(), await freePort()];
  const base = `http://127.0.0.1:${port}`;
  let child: ChildProcess | null = null;

  /** @param most kilobytes that any file may have: more is refused by the system, as when the disk is full */
  const start = async ({ most = null as number | null } = {}) => {
    const env = {
      ...process.env,
      JOLLY_PORT: String(port),
      JOLLY_SMTP_PORT: String(smtpPort),
      JOLLY_DATA: folder,
      JOLLY_DB_NAME: name,
      JOLLY_DB_PORT: String(dbPort),
      JOLLY_DB_PASSWORD: password ?? '',
      JOLLY_SESSION_SECRET: 'only for tests, this one',
      JOLLY_NOW: new Date(MONDAY).toISOString(),
      JOLLY_LOG: 'silent',
      JOLLY_ZONE: 'Europe/Lisbon',
    };
    const limited = most === null ? 'exec "$0" "$1"' : `ulimit -f ${most}; exec "$0" "$1"`;
    child = spawn('bash', ['-c', limited, process.execPath, MAIN], { env, stdio: ['ignore', 'ignore', 'ignore', 'ipc'] });
    await once(child, 'message');
  };
  /** As when the power goes: nothing gets to finish anything. What the database still does for it is ended too. */
  const kill = async () => {
    const gone = once(child!, 'exit');
    child!.kill('SIGKILL');
    await gone;
    const [threads] = (await sequelize.query("SELECT id FROM information_schema.processlist WHERE db = ? AND state = 'User sleep'", {
      replacements: [name],
    })) as [{ id: number }[], unknown];
    for (const { id } of threads) await sequelize.query(`KILL ${id}`).catch(() => undefined);
  };
  await start();
  const services = wire({
    sequelize,
    fileStore: fileStore(join(folder, 'files')),
    defaultZone: 'Europe/Lisbon',
    mail: { url: null, standInPort: smtpPort, from: '', address: base },
    chromium: 'chromium-headless-shell',
  });
  const school = there ? (null as never) : await aSchool({ services, clock: { now: MONDAY } });

  /** Somebody at a browser; their session outlives the server. */
  async function person(userName: string) {
    const first = await fetch(`${base}/api/session`);
    let cookie = first.headers.get('set-cookie')!.split(';')[0]!;
    let { csrf } = (await first.json()) as { csrf: string };
    const send = (verb: string, path: string, body?: BodyInit | object, headers: Record<string, string> = {}) => {
      const plain = body !== undefined && !(body instanceof Uint8Array || body instanceof ReadableStream);
      return fetch(base + path, {
        method: verb,
        headers: { cookie, 'x-csrf-token': csrf, ...(plain ? { 'content-type': 'application/json' } : {}), ...headers },
        ...(body === undefined ? {} : { body: plain ? JSON.stringify(body) : (body as BodyInit) }),
        ...(body instanceof ReadableStream ? { duplex: 'half' } : {}),
      } as RequestInit);
    };
    const signed = await send('POST', '/api/session', { userName, password: PASSWORD });
    cookie = signed.headers.get('set-cookie')!.split(';')[0]!;
    ({ csrf } = (await signed.json()) as { csrf: string });
    return { send, headers: () => ({ cookie, 'x-csrf-token': csrf }) };
  }
  return {
    base,
    services,
    port,
    folder,
    school,
    sequelize,
    start,
    kill,
    person,
    close: async () => {
      if (child && child.exitCode === null && child.signalCode === null) {
        const gone = once(child, 'exit');
        child.kill('SIGTERM');
        await gone;
      }
      await database.drop();
      await rm(folder, { recursive: true, force: true });
    },
  };
}
