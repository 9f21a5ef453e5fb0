import { resolve } from 'node:path';
import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { readConfig } from '../config';
import { bringIn, lookOf } from '../features/archive/bring-in';
import { openArchive, openSent } from '../features/archive/read-archive';
import { isCourse } from '../features/course-package/read-course';
import { Problem } from '../http/problem';
import { openInstallation } from '../open';

const USAGE = 'Usage: ./jolly bring-in FILE.zip --for=USER [--as=past|new] (without --as it is looked at only)';

/** `./jolly bring-in FILE --for=USER --as=past|new`: an archive becomes a class of this teacher. */
async function main(): Promise<void> {
  const [file, ...options] = process.argv.slice(2);
  const given = new Map(
    options.map((one) => /^--(for|as)=(.+)$/.exec(one)?.slice(1, 3) as [string, string] | undefined).filter((one) => one !== undefined),
  );
  const as = given.get('as');
  if (!file || !given.has('for') || given.size !== options.length || (as !== undefined && as !== 'past' && as !== 'new'))
    throw new Error(USAGE);
  const { sequelize, services, fileStore } = await openInstallation(readConfig(process.env));
  try {
    const [teacher] = await sequelize.query<{ id: string }>("SELECT id FROM users WHERE user_name = ? AND role = 'teacher'", {
      replacements: [given.get('for')!.toLowerCase()],
      type: QueryTypes.SELECT,
    });
    if (!teacher) throw new Error(`No teacher signs in as ${given.get('for')}.`);
    const progress = (done: number, total: number) => {
      if (process.stderr.isTTY) process.stderr.write(`\r${done} of ${total}`);
    };
    const zip = await openSent(resolve(file));
    const course = isCourse(zip);
    zip.close();
    if (course) throw new Error('This is a package of a course. It is brought in on a page: Shelf, Bring in a course.');
    const archive = await openArchive(resolve(file), progress);
    try {
      const look = await lookOf(sequelize, teacher.id, archive);
      process.stdout.write(
        `${look.className}, written ${new Date(look.madeAt).toISOString()}: ${look.students} students (${look.known} known here), ${look.assignments} assignments, ${look.handIns} hand-ins, ${look.files} files.\n`,
      );
      if (as === undefined) return;
      const space = as === 'past' ? archive.manifest.id : randomUUID();
      const { accounts } = services;
      const classId = await bringIn({ sequelize, fileStore, accounts }, archive, {
        teacherId: teacher.id,
        as,
        space,
        now: Date.now(),
        progress,
      });
      process.stdout.write(`It is here as class ${classId}.\n`);
    } finally {
      archive.close();
    }
  } finally {
    await sequelize.close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Problem ? error.title : (error as Error).message}\n`);
  process.exit(1);
});
