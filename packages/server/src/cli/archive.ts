import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { QueryTypes, type Sequelize } from 'sequelize';
import { readConfig } from '../config';
import { writeArchive } from '../features/archive/write-archive';
import { Problem } from '../http/problem';
import { openInstallation } from '../open';

const USAGE = 'Usage: ./jolly archive CLASS FILE.zip (CLASS: its id, or its name as it is called; --list names all)';

/** Every class with who owns it. */
const classesOf = (sequelize: Sequelize) =>
  sequelize.query<{ id: string; label: string; ownerId: string; owner: string }>(
    `SELECT c.id, TRIM(CONCAT(c.name, ' ', c.section)) AS label, u.id AS ownerId, TRIM(CONCAT(u.given_name, ' ', u.family_name)) AS owner
     FROM classes c JOIN class_teachers t ON t.class_id = c.id AND t.is_owner = 1 JOIN users u ON u.id = t.user_id ORDER BY label, c.id`,
    { type: QueryTypes.SELECT },
  );

/** `./jolly archive CLASS FILE`: a class in one file, as its owner sees it. */
async function main(): Promise<void> {
  const [wanted, file] = process.argv.slice(2);
  const { sequelize, services, fileStore } = await openInstallation(readConfig(process.env));
  try {
    const all = await classesOf(sequelize);
    if (wanted === '--list') return void all.forEach((one) => process.stdout.write(`${one.id}  ${one.label}  (${one.owner})\n`));
    if (!wanted || !file) throw new Error(USAGE);
    const found = all.filter((one) => one.id === wanted || one.label === wanted);
    if (found.length !== 1)
      throw new Error(
        found.length === 0 ? `There is no class ${wanted}. ${USAGE}` : `There are ${found.length} classes ${wanted}: name one by its id.`,
      );
    const teacher = { role: 'teacher' as const, userId: found[0]!.ownerId };
    const schoolClass = await services.classes.forTeacher(teacher, 'archive.make', found[0]!.id);
    const partial = `${resolve(file)}.partial`;
    const { takeOut, register, rosterExport } = services;
    const progress = (done: number, total: number) => {
      if (process.stderr.isTTY) process.stderr.write(`\r${done} of ${total}`);
    };
    try {
      await writeArchive(
        { sequelize, fileStore, takeOut, register, rosterExport },
        { teacher, schoolClass, now: Date.now(), progress },
        (zip) => pipeline(zip, createWriteStream(partial, { flags: 'wx', mode: 0o600 })),
      );
      // It has its name only once it is whole.
      await rename(partial, resolve(file));
    } catch (error) {
      await rm(partial, { force: true });
      throw error;
    }
    process.stdout.write(`${schoolClass.label} is in ${file}.\n`);
  } finally {
    await sequelize.close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Problem ? error.title : (error as Error).message}\n`);
  process.exit(1);
});
