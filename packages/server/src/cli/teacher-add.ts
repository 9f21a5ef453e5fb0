import { Problem } from '../http/problem';
import { askingLines, type Lines } from './asking-lines';
import { readConfig } from '../config';
import { openInstallation } from '../open';

const GIVEN = /^--(user|given|family|password|email)=(.*)$/s;

async function ask(lines: Lines | null, given: Map<string, string>, key: string, question: string, hidden = false): Promise<string> {
  const value = given.get(key) ?? (lines ? await lines.ask(question, { hidden }) : '');
  return value.trim();
}

/** `./jolly teacher add`: asks for what is not given as --user= --given= --family= --password= --email=. */
async function main(): Promise<void> {
  const given = new Map(
    process.argv.slice(2).flatMap((option) => (GIVEN.exec(option) ? [[GIVEN.exec(option)![1]!, GIVEN.exec(option)![2]!] as const] : [])),
  );
  const lines = process.stdin.isTTY ? askingLines(process.stdin, process.stdout) : null;
  const teacher = {
    givenName: await ask(lines, given, 'given', 'Given name: '),
    familyName: await ask(lines, given, 'family', 'Family name: '),
    userName: await ask(lines, given, 'user', 'User name: '),
    email: (await ask(lines, given, 'email', 'E-mail, for a forgotten password (may be empty): ')) || null,
    password: await ask(lines, given, 'password', 'Password (at least 8 characters; it is not shown): ', true),
  };
  lines?.close();
  if (!teacher.givenName || !/^[^\s@/\\]{2,64}$/.test(teacher.userName) || teacher.password.length < 8) {
    throw new Error(
      'A teacher needs a given name, a user name of 2 to 64 characters without spaces, @ or slashes, and a password of at least 8 characters.',
    );
  }
  const { sequelize, services } = await openInstallation(readConfig(process.env));
  try {
    await services.accounts.addTeacher(teacher, Date.now());
    process.stdout.write(`${teacher.userName} can sign in now.\n`);
  } finally {
    await sequelize.close();
  }
}

main().catch((error: unknown) => {
  const taken = error instanceof Error && error.name === 'SequelizeUniqueConstraintError';
  process.stderr.write(
    `${taken ? 'Someone already has this user name.' : error instanceof Problem ? error.title : (error as Error).message}\n`,
  );
  process.exit(1);
});
