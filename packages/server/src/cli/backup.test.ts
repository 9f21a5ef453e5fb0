import { execFile } from 'node:child_process';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { dumpDatabase, setAside } from '../db/dump';
import { aRealServer } from '../testing/real-server';
import { aDatabase, MONDAY } from '../testing/school';

const run = promisify(execFile);
const CLI = (name: string) => join(__dirname, `../../dist/cli/${name}.js`);
const settingsOf = (sequelize: Awaited<ReturnType<typeof aDatabase>>['sequelize']) => ({
  host: '127.0.0.1',
  port: Number(process.env.JOLLY_DB_PORT),
  user: 'jolly',
  password: process.env.JOLLY_DB_PASSWORD ?? '',
  database: (sequelize.config as { database: string }).database,
});

it('a running installation is backed up and restored onto an empty one, with every file and every hand-in', async () => {
  const real = await aRealServer();
  const copy = await aDatabase();
  const folder = await mkdtemp(join(tmpdir(), 'jolly-backup-'));
  const { id } = await real.school.issued();
  const bao = await real.person('bao');
  const form = new FormData();
  form.append('file', new Blob([Buffer.from('tide,height\n1,2\n')]), 'tides.csv');
  const attached = (await (
    await fetch(`${real.base}/api/my/work/${id}/files`, { method: 'POST', headers: bao.headers(), body: form })
  ).json()) as { id: string };
  const { receipt } = (await (await bao.send('POST', `/api/my/work/${id}/hand-in`)).json()) as { receipt: string };
  const env = (database: string, data: string) => ({
    ...process.env,
    JOLLY_DB_NAME: database,
    JOLLY_DATA: data,
    JOLLY_SESSION_SECRET: 'only for tests, this one',
  });
  const from = settingsOf(real.sequelize).database;
  const to = settingsOf(copy.sequelize).database;
  const [backup, restored] = [join(folder, 'backup'), join(folder, 'restored')];
  expect((await run(process.execPath, [CLI('backup'), backup], { env: env(from, real.folder) })).stdout).toMatch(
    /the database and 1 files/,
  );
  // A backup is never written over another, nor restored over anything.
  await expect(run(process.execPath, [CLI('backup'), backup], { env: env(from, real.folder) })).rejects.toThrow(/not empty/);
  await expect(run(process.execPath, [CLI('restore'), backup], { env: env(from, real.folder) })).rejects.toThrow(/something in it already/);
  await expect(run(process.execPath, [CLI('restore'), folder], { env: env(to, restored) })).rejects.toThrow(/no backup/);
  await run(process.execPath, [CLI('restore'), backup], { env: env(to, restored) });
  const again = await aRealServer({ sequelize: copy.sequelize, folder: restored });
  const there = await again.person('bao');
  const piece = (await (await there.send('GET', `/api/my/work/${id}`)).json()) as { handIn: { receipt: string } };
  expect(piece.handIn.receipt).toBe(receipt);
  expect(await (await there.send('GET', `/api/files/${attached.id}`)).text()).toBe('tide,height\n1,2\n');
  await again.close();
  await real.close();
  await copy.drop().catch(() => undefined);
  await rm(folder, { recursive: true, force: true });
});

it('of the databases set aside before a change of the schema the last three are kept', async () => {
  const { sequelize, drop } = await aDatabase();
  await sequelize.query('CREATE TABLE kept (id INT PRIMARY KEY)');
  const folder = await mkdtemp(join(tmpdir(), 'jolly-aside-'));
  for (let n = 0; n < 4; n++) await setAside(settingsOf(sequelize), folder, `step-${n}`, MONDAY + n);
  const names = await readdir(join(folder, 'backups'));
  expect(names.map((name) => name.slice(-17)).sort()).toEqual(
    ['after-step-1.sql.gz', 'after-step-2.sql.gz', 'after-step-3.sql.gz'].map((name) => name.slice(-17)),
  );
  await expect(dumpDatabase({ ...settingsOf(sequelize), password: 'wrong' }, join(folder, 'x.sql.gz'))).rejects.toThrow(/Access denied/);
  expect(await readdir(folder)).toEqual(['backups']);
  await drop();
  await rm(folder, { recursive: true, force: true });
});
