import { cp, mkdir, readdir, rename, writeFile } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { databaseOf, readConfig } from '../config';
import { connect } from '../db/connect';
import { dumpDatabase } from '../db/dump';
import { ABOUT, DATABASE, FILES, type About } from './backup-form';

/** Backs an installation up into a folder while it runs: the database as it is at one moment, then every file it may refer to. */
async function main(): Promise<void> {
  const [to] = process.argv.slice(2);
  if (!to) throw new Error('Usage: ./jolly backup FOLDER');
  const config = readConfig(process.env);
  const folder = resolve(to);
  if (existsSync(folder) && (await readdir(folder)).length > 0)
    throw new Error(`${to} is not empty. Name a new folder, so that no backup is written over.`);
  const partial = `${folder}.partial`;
  await mkdir(partial, { recursive: true, mode: 0o700 });
  const database = databaseOf(config);
  await dumpDatabase(database, join(partial, DATABASE));
  // Files come after the database: what it refers to is there, and stays for days after nobody refers to it any more.
  const files = join(config.dataFolder, 'files');
  let count = 0;
  if (existsSync(files))
    await cp(files, join(partial, FILES), {
      recursive: true,
      preserveTimestamps: true,
      filter: (source) => {
        if (basename(source) === 'arriving') return false;
        count += /^[0-9a-f]{64}$/.test(basename(source)) ? 1 : 0;
        return true;
      },
    });
  const sequelize = connect(database);
  const [[last]] = (await sequelize.query('SELECT name FROM schema_steps ORDER BY name DESC LIMIT 1')) as [{ name: string }[], unknown];
  await sequelize.close();
  const about: About = { what: 'Jolly Compass backup', made: new Date().toISOString(), lastStep: last?.name ?? '', files: count };
  // Last: a folder without it is not a whole backup.
  await writeFile(join(partial, ABOUT), `${JSON.stringify(about, null, 2)}\n`, { flush: true });
  if (existsSync(folder)) await cp(partial, folder, { recursive: true, preserveTimestamps: true });
  else await rename(partial, folder);
  process.stdout.write(`Backed up into ${to}: the database and ${count} files.\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
