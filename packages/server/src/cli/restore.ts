import { cp, mkdir, readdir, readFile } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { databaseOf, readConfig } from '../config';
import { connect } from '../db/connect';
import { loadDatabase } from '../db/dump';
import { MIGRATIONS } from '../db/migrations';
import { ABOUT, DATABASE, FILES, type About } from './backup-form';

/** Restores a backup into an installation that has nothing in it yet. */
async function main(): Promise<void> {
  const [from] = process.argv.slice(2);
  if (!from) throw new Error('Usage: ./jolly restore FOLDER');
  const folder = resolve(from);
  const about = JSON.parse(await readFile(join(folder, ABOUT), 'utf8').catch(() => 'null')) as About | null;
  if (about?.what !== 'Jolly Compass backup') throw new Error(`${from} is no backup, or not a whole one: ${ABOUT} is missing in it.`);
  if (about.lastStep !== '' && !MIGRATIONS.some((step) => step.name === about.lastStep))
    throw new Error('This backup was made by a newer version. Restore it with that one.');
  const config = readConfig(process.env);
  const files = join(config.dataFolder, 'files');
  const database = databaseOf(config);
  const sequelize = connect(database);
  const [tables] = (await sequelize.query('SHOW TABLES')) as [unknown[], unknown];
  await sequelize.close();
  const there = existsSync(files) ? (await readdir(files)).filter((name) => /^[0-9a-f]{2}$/.test(name)) : [];
  if (tables.length > 0 || there.length > 0)
    throw new Error('This installation has something in it already. Set JOLLY_DATA to an empty folder; nothing was changed.');
  await mkdir(files, { recursive: true });
  // Files first: what the database refers to is there when it is.
  if (existsSync(join(folder, FILES))) await cp(join(folder, FILES), files, { recursive: true, preserveTimestamps: true });
  await loadDatabase(database, join(folder, DATABASE));
  process.stdout.write(`Restored the backup of ${about.made}: the database and ${about.files} files.\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
