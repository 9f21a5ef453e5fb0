import { DAY_MS, HOUR_MS, type Language } from '@jolly/core';
import type { FamilyTelling } from '@jolly/server/dist/contract';
import type { Services } from '@jolly/server/dist/wiring';
import { randomUUID } from 'node:crypto';
import { seedPeople } from '@jolly/server/dist/features/accounts/accounts.seed';
import { seedFamilies } from '@jolly/server/dist/features/families/families.seed';

/** Made-up families: two households of one student, one household of two students. */
const FAMILIES: {
  given: string;
  family: string;
  userName: string;
  email: string | null;
  language: Language;
  telling: FamilyTelling;
  of: string[];
}[] = [
  {
    given: 'Linnea',
    family: 'Lindqvist',
    userName: 'linnea.lindqvist',
    email: 'linnea@lindqvist.example',
    language: 'en',
    telling: 'atOnce',
    of: ['Bao Lindqvist'],
  },
  { given: 'Duc', family: 'Tran', userName: 'duc.tran', email: null, language: 'fr', telling: 'never', of: ['Bao Lindqvist'] },
  {
    given: 'Graciela',
    family: 'Quiroga',
    userName: 'graciela.quiroga',
    email: 'graciela@quiroga.example',
    language: 'es',
    telling: 'weekly',
    of: ['Pía Quiroga'],
  },
  {
    given: 'سلمى',
    family: 'الراشد',
    userName: 'salma.alrashid',
    email: 'salma@alrashid.example',
    language: 'ar',
    telling: 'weekly',
    of: ['يوسف الراشد'],
  },
  {
    given: 'Bruno',
    family: 'Haldane',
    userName: 'bruno.haldane',
    email: 'bruno@haldane.example',
    language: 'en',
    telling: 'weekly',
    of: ['Noor Haldane', 'Anouk Brandt'],
  },
];

interface Setting {
  services: Services;
  now: number;
  teacherId: string;
  classIds: Record<string, string>;
  idOf: Map<string, string>;
  password: string;
}

/** What lies between school and home: families, what was written, talks noted, pieces kept in sight. */
export async function seedHome({ services, now, teacherId, classIds, idOf, password }: Setting): Promise<Map<string, string>> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const rivers = classIds['Rivers 8']!;
  const people = await seedPeople(
    services,
    FAMILIES.map((one) => ({
      givenName: one.given,
      familyName: one.family,
      role: 'family' as const,
      userName: one.userName,
      email: one.email,
    })),
    password,
    now - 30 * DAY_MS,
  );
  await seedFamilies(
    services,
    FAMILIES.map(({ language, telling, of }, index) => ({
      familyId: people[index]!.id,
      language,
      telling,
      studentIds: of.map((who) => idOf.get(who)!),
    })),
    now,
  );
  const found = (await services.classes.load([rivers]))[0]!;
  await services.classes.edit(teacher, rivers, { familyFeedback: true, familyWork: true, familyAsks: true, version: found.version });
  const bao = idOf.get('Bao Lindqvist')!;
  const linnea = { role: 'family' as const, userId: people[0]!.id };
  await services.talks.writeToTeachers(
    linnea,
    bao,
    rivers,
    { id: randomUUID(), text: 'Bao was at his grandmother’s last week. Can the flow rate table still come in?' },
    now - 3 * DAY_MS,
  );
  await services.talks.writeHome(
    teacher,
    rivers,
    bao,
    { id: randomUUID(), familyIds: [linnea.userId], text: 'It can, until the day it closes. He knows which columns are missing.' },
    now - 3 * DAY_MS + 2 * HOUR_MS,
  );
  const note = (who: string, kind: 'talk' | 'toSpeak', text: string, ago: number) =>
    services.jottings.write(teacher, rivers, idOf.get(who)!, { kind, text }, null, now - ago * DAY_MS);
  await note('Bao Lindqvist', 'talk', 'Says the table is half done at home. We agreed on Friday.', 4);
  await note('Kiri Tamatea', 'toSpeak', 'Ask how the group is going.', 1);
  const student = { role: 'student' as const, userId: bao };
  const kept = new Set(['Source to mouth poster', 'Rain to river', 'Stream order quiz']);
  const [first, second] = (await services.portfolio.own(student, now)).candidates
    .filter((one) => kept.has(one.title))
    .sort((a, b) => (a.title < b.title ? -1 : 1));
  if (first)
    await services.portfolio.chooseOwn(
      student,
      { assignmentId: first.assignmentId, why: 'The first time my drawing and my numbers said the same thing.' },
      now - 6 * DAY_MS,
    );
  if (second)
    await services.portfolio.chooseFor(
      teacher,
      rivers,
      bao,
      { assignmentId: second.assignmentId, why: 'Look how much you saw from one bend of the river.' },
      now - 5 * DAY_MS,
    );
  return new Map(FAMILIES.map(({ userName }, index) => [userName, people[index]!.id]));
}
