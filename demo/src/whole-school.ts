/**
 * Fills an empty installation with a believable whole school, for measuring: years of students, each in seven
 * classes, with a school year's assignments and everything that came of them. Pieces and their facts, the bulk of
 * it, go in by LOAD DATA as they are made; everything else as the application makes it.
 */
import {
  addSchoolDays,
  EVERYONE,
  instantOf,
  localDateAt,
  mondayOf,
  msOfWallTime,
  nameOfLine,
  plusDays,
  textOf,
  type SchoolCalendar,
  type Scheme,
} from '@jolly/core';
import { readConfig, type Config } from '@jolly/server/dist/config';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import { openInstallation } from '@jolly/server/dist/open';
import type { Services } from '@jolly/server/dist/wiring';
import { createConnection } from 'mysql2/promise';
import { parseArgs } from 'node:util';
import { chanceFrom } from './chance';
import { ROSTERS } from './people';
import { addPiece, storyFor, tables, uuid } from './school-pieces';
import { SENTENCES } from './work';
import { seedPeople } from '@jolly/server/dist/features/accounts/accounts.seed';
import { seedAssignments } from '@jolly/server/dist/features/assignments/assignments.seed';
import { seedClasses, seedUnits } from '@jolly/server/dist/features/classes/classes.seed';
import { seedExceptions } from '@jolly/server/dist/features/exceptions/exceptions.seed';
import { seedMembers } from '@jolly/server/dist/features/roster/roster.seed';

const ZONE = 'Europe/Lisbon';
const PASSWORD = 'compass-rose';
const CLASS_SIZE = 35;
const SUBJECTS = ['Rivers', 'Weather', 'Maps', 'Numbers', 'Letters', 'Matter', 'Music'];
const UNITS = ['Beginnings', 'Closer looks', 'Out of doors', 'Putting together'];
const KINDS = ['notes', 'sketch', 'table', 'model', 'quiz', 'report', 'survey', 'talk'];
/** Every so many classes have a very full year, some 200 of it issued by now: those that mark books are measured on. */
const FULL_EVERY = 20;
const FULL_YEAR = 204;
/** Pieces that are kept in memory before they go to the database. */
const AT_ONCE = 60_000;

const categoriesOf = (classIndex: number): Scheme['categories'] =>
  [
    { name: 'Field work', weight: 40_000, within: 'pooled' as const, leaveOut: 0 },
    { name: 'Notes', weight: 35_000, within: 'equal' as const, leaveOut: 1 },
    { name: 'Quizzes', weight: 25_000, within: 'pooled' as const, leaveOut: 2 },
  ].map((one, index) => ({ ...one, id: uuid(`c${classIndex}`, index), keepBest: null, bonus: false }));

/** The school year around a moment in its thirty-fourth week, in three terms. */
function yearAround(now: number) {
  const monday = plusDays(mondayOf(localDateAt(ZONE, now)), -33 * 7);
  const week = (from: number, to: number) => ({ from: plusDays(monday, from * 7), to: plusDays(monday, to * 7 - 3) });
  const closed = (from: number, to: number, name: string) => ({
    from: plusDays(monday, from * 7 - 2),
    to: plusDays(monday, to * 7 - 1),
    name,
  });
  return {
    monday,
    terms: [
      { name: 'Term 1', ...week(0, 13) },
      { name: 'Term 2', ...week(15, 26) },
      { name: 'Term 3', ...week(28, 40) },
    ],
    calendar: {
      zone: ZONE,
      schoolDays: [1, 2, 3, 4, 5],
      closures: [closed(13, 15, 'Winter break'), closed(26, 28, 'Spring break')],
    } satisfies SchoolCalendar,
  };
}

async function fill(
  services: Services,
  config: Config,
  now: number,
  { students, seed }: { students: number; seed: number },
): Promise<void> {
  const chance = chanceFrom(seed);
  const { monday, terms, calendar } = yearAround(now);
  const names = Object.values(ROSTERS).flat().map(nameOfLine);
  const nameAt = (index: number) => ({
    givenName: names[index % names.length]!.givenName,
    familyName: names[(index * 7 + Math.floor(index / names.length)) % names.length]!.familyName || 'Reef',
  });
  const teachers = Math.max(2, Math.round(students * 0.06));
  const people = await seedPeople(
    services,
    [
      ...Array.from({ length: teachers }, (_, index) => ({
        ...nameAt(index * 3 + 1),
        role: 'teacher' as const,
        userName: `teacher.${index + 1}`,
      })),
      ...Array.from({ length: students }, (_, index) => ({
        ...nameAt(index),
        role: 'student' as const,
        userName: `student.${index + 1}`,
        schoolNumber: String(10_000 + index),
      })),
    ],
    PASSWORD,
    now,
  );
  const pupils = people.slice(teachers).map((one) => ({ id: one.id, diligence: 0.72 + chance.next() * 0.28, order: 0 }));

  // A class of each subject is a stretch of students of about one year, mixed anew for each subject.
  const rosters: { subject: string; members: typeof pupils }[] = [];
  for (const subject of SUBJECTS) {
    for (const [index, pupil] of pupils.entries()) pupil.order = Math.floor(index / 400) + chance.next() * 0.99;
    const mixed = [...pupils].sort((a, b) => a.order - b.order);
    for (let start = 0; start < mixed.length; start += CLASS_SIZE)
      rosters.push({ subject, members: mixed.slice(start, start + CLASS_SIZE) });
  }
  const lateRule = { kind: 'perDay' as const, percent: 5_000, of: 'max' as const, maxPercentOff: 50_000, floorPercent: 0 };
  const bands = [
    { name: 'A', from: 85_000 },
    { name: 'B', from: 70_000 },
    { name: 'C', from: 50_000 },
    { name: 'D', from: 0 },
  ];
  const classIds = await seedClasses(
    services,
    {
      calendar: { name: 'School', schoolDays: calendar.schoolDays, closures: calendar.closures, terms },
      zone: ZONE,
      classes: rosters.map(({ subject }, index) => ({
        name: `${subject} ${7 + (index % 5)}`,
        section: String.fromCharCode(65 + (Math.floor(index / 5) % 26)),
        subject,
        hue: index % 8,
        dueTime: '15:30',
        graceMinutes: 10,
        lateRule,
        scheme: {
          kind: 'weighted' as const,
          categories: categoriesOf(index),
          missing: { kind: 'whenClosed' as const, percent: 0 },
          decimals: 1 as const,
          bands,
          bandsBy: 'shown' as const,
        },
        owner: people[index % teachers]!.id,
        coTeachers: [],
      })),
    },
    now,
  );
  const texts = Object.values(SENTENCES)
    .flat()
    .map((sentence) => ({ text: JSON.stringify(textOf(sentence)), words: sentence.split(' ').length }));

  const connection = await createConnection({
    host: config.dbHost,
    port: config.dbPort,
    user: config.dbUser,
    password: config.dbPassword,
    database: config.dbName,
  });
  await connection.query('SET unique_checks = 0, foreign_key_checks = 0');
  const to = tables();
  const flush = async () => {
    for (const table of Object.values(to)) await table.flush(connection);
  };
  const count = { piece: 0, fact: 0, handIn: 0 };
  let assignmentCount = 0;
  for (const [index, { subject, members }] of rosters.entries()) {
    const [classId, teacherId] = [classIds[index]!, people[index % teachers]!.id];
    await seedMembers(
      services,
      classId,
      members.map(({ id }) => ({ userId: id, joined: plusDays(monday, -3) })),
    );
    const units = await seedUnits(services, classId, UNITS);
    const categories = categoriesOf(index);
    const number = index % FULL_EVERY === 0 ? FULL_YEAR : chance.between(64, 86);
    const plans = Array.from({ length: number }, (_, nth) => {
      // Over the weeks with lessons, the last of them some weeks ahead.
      const day = plusDays(monday, Math.floor((nth / number) * 33 * 7) + chance.between(0, 4));
      const due = addSchoolDays(calendar, instantOf(ZONE, { date: day, msOfDay: msOfWallTime('15:30') }), 1);
      const inClass = chance.happens(0.3);
      return {
        ...BLANK_BRIEF,
        title: `${subject} ${chance.pick(KINDS)} ${nth + 1}`,
        instructions: textOf(chance.pick(SENTENCES['Rivers 8']!)),
        how: inClass ? ('inClass' as const) : ('handIn' as const),
        accepts: inClass ? [] : (['text'] as const).slice(),
        points: chance.pick([10, 12, 20, 20, 24, 30, 40, 50]) * 1000,
        minutes: chance.pick([15, 20, 30, 45]),
        opens: null,
        due,
        closes: inClass ? null : addSchoolDays(calendar, due, 5),
        unitId: units[Math.floor((nth / number) * UNITS.length)]!.id,
        categoryId: categories[nth % 3]!.id,
        countsInTotals: true,
        bonus: nth % 40 === 39,
        audience: EVERYONE,
        groupingId: null,
        classId,
        issuedAt: addSchoolDays(calendar, due, -6),
        createdBy: teacherId,
      };
    });
    const assignments = await seedAssignments(services, plans, now);
    assignmentCount += assignments.length;
    const excused: Parameters<typeof seedExceptions>[1] = [];
    for (const assignment of assignments) {
      if (assignment.issuedAt! > now) continue;
      for (const { id: studentId, diligence } of members) {
        if (chance.happens(0.008)) {
          excused.push({
            assignmentId: assignment.id,
            studentId,
            excused: true,
            waivesLate: false,
            reason: 'Away',
            givenBy: teacherId,
            givenAt: assignment.issuedAt!,
          });
          continue;
        }
        const story = storyFor(chance, assignment, diligence, now);
        if (story) addPiece(to, count, { assignment, studentId, teacherId, ...chance.pick(texts) }, story);
      }
    }
    await seedExceptions(services, excused);
    if (to.pieces.lines.length >= AT_ONCE) {
      await flush();
      process.stderr.write(`${index + 1} of ${rosters.length} classes, ${count.piece.toLocaleString('en')} pieces\n`);
    }
  }
  await flush();
  await connection.query('ANALYZE TABLE pieces, piece_facts, works, hand_ins, assignments, briefs, one_off_exceptions');
  await connection.end();
  process.stderr.write(
    `${students} students, ${teachers} teachers, ${rosters.length} classes, ${assignmentCount.toLocaleString('en')} assignments, ${count.piece.toLocaleString('en')} pieces, ${count.fact.toLocaleString('en')} facts\n`,
  );
}

async function main(): Promise<void> {
  const { values } = parseArgs({ options: { students: { type: 'string', default: '2000' }, seed: { type: 'string', default: '1' } } });
  const [students, seed] = [Number(values.students), Number(values.seed)];
  if (!Number.isInteger(students) || students < 1 || students > 20_000) throw new Error('--students takes a whole number from 1 to 20000.');
  if (!Number.isInteger(seed)) throw new Error('--seed takes a whole number.');
  const config = readConfig(process.env);
  const { sequelize, services } = await openInstallation(config);
  try {
    if (await services.accounts.isEmpty()) await fill(services, config, config.now ?? Date.now(), { students, seed });
    else process.stderr.write('There is a school in this database already; it stays as it is. With --fresh it is made anew.\n');
  } finally {
    await sequelize.close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`The school could not be filled in: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
