/**
 * Fills an empty installation with a believable whole school, for measuring: years of students, each in seven
 * classes, with a school year's assignments and everything that came of them. Pieces and their facts, the bulk of
 * it, go in by LOAD DATA as they are made; everything else as the application makes it.
 */
import {
  addSchoolDays,
  afterFact,
  EVERYONE,
  instantOf,
  localDateAt,
  mondayOf,
  msOfWallTime,
  nameOfLine,
  NOTHING_YET,
  plusDays,
  textOf,
  type PieceFact,
  type SchoolCalendar,
  type Scheme,
} from '@jolly/core';
import { readConfig, type Config } from '@jolly/server/dist/config';
import type { AssignmentReply } from '@jolly/server/dist/contract';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import { openInstallation } from '@jolly/server/dist/open';
import type { Services } from '@jolly/server/dist/wiring';
import { createConnection, type Connection } from 'mysql2/promise';
import { Readable } from 'node:stream';
import { parseArgs } from 'node:util';
import { chanceFrom, type Chance } from './chance';
import { ROSTERS } from './people';
import { SENTENCES } from './work';
import { seedPeople } from '@jolly/server/dist/features/accounts/accounts.seed';
import { seedAssignments } from '@jolly/server/dist/features/assignments/assignments.seed';
import { seedClasses, seedUnits } from '@jolly/server/dist/features/classes/classes.seed';
import { seedExceptions } from '@jolly/server/dist/features/exceptions/exceptions.seed';
import { seedMembers } from '@jolly/server/dist/features/roster/roster.seed';

const ZONE = 'Europe/Lisbon';
const PASSWORD = 'compass-rose';
const HOUR = 3_600_000;
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

/** An id that looks made at random and follows from where it is used; ids of one kind rise, so that rows go in in their order. */
function uuid(kind: string, count: number): string {
  let mixed = 0x811c9dc5;
  for (const character of `${kind} ${count}`) mixed = Math.imul(mixed ^ character.charCodeAt(0), 0x01000193) >>> 0;
  const hex = (value: number, digits: number) => (value >>> 0).toString(16).padStart(digits, '0').slice(-digits);
  const second = Math.imul(mixed ^ (mixed >>> 15), 0x2c1b3c6d) >>> 0;
  return `${hex(count, 8)}-${hex(mixed, 4)}-4${hex(mixed >>> 16, 3)}-a${hex(second, 3)}-${hex(second >>> 12, 4)}${hex(Math.imul(second, 0x297a2d39), 8)}`;
}
/** An id of a piece: nowhere near those of its class, as in a school that has grown. */
function scattered(count: number): string {
  const id = uuid('piece', count);
  return `${id.slice(28, 36)}${id.slice(8)}`;
}

const column = (value: string | number | null): string =>
  value === null ? '\\N' : typeof value === 'number' ? String(value) : value.replace(/\\/g, '\\\\');
const when = (at: number): string => new Date(at).toISOString().slice(0, 23).replace('T', ' ');

/** Rows on their way to a table. */
class Load {
  lines: string[] = [];
  constructor(
    readonly table: string,
    readonly columns: readonly string[],
  ) {}
  add(...values: (string | number | null)[]): void {
    this.lines.push(`${values.map(column).join('\t')}\n`);
  }
  async flush(connection: Connection): Promise<void> {
    const lines = this.lines.splice(0);
    if (lines.length === 0) return;
    const chunks = function* () {
      for (let start = 0; start < lines.length; start += 500) yield Buffer.from(lines.slice(start, start + 500).join(''));
    };
    await connection.query({
      sql: `LOAD DATA LOCAL INFILE 'rows' INTO TABLE ${this.table} CHARACTER SET utf8mb4 (${this.columns.join(', ')})`,
      infileStreamFactory: () => Readable.from(chunks(), { objectMode: false }),
    });
  }
}

const NO_WORDS = '{"words":{},"adjust":null,"rounds":[]}';
const SAID = JSON.stringify(textOf(''));

function tables() {
  return {
    works: new Load('works', ['id', 'assignment_id', 'group_id', 'text', 'saved_at', 'saved_by', 'version', 'words']),
    pieces: new Load('pieces', [
      ...[
        'id',
        'assignment_id',
        'student_id',
        'work_id',
        'summary',
        'begun',
        'seen_at',
        'active_at',
        'earned_milli',
        'remark',
        'details',
        'scored_at',
        'scored_by',
        'scored_round',
      ],
      ...['held', 'returned_milli', 'returned_remark', 'returned_details', 'shown_at', 'went', 'went_line', 'said_missing', 'version'],
    ]),
    facts: new Load('piece_facts', ['id', 'piece_id', 'seq', 'kind', 'at', 'by_user', 'data']),
    handIns: new Load('hand_ins', [
      'id',
      'work_id',
      'version_no',
      'at',
      'text',
      'words',
      'receipt',
      'by_user',
      'text_fingerprint',
      'sheets',
    ]),
  };
}
type Tables = ReturnType<typeof tables>;

/** What one student did with one assignment, and what was given for it; null: nothing at all. */
function storyFor(
  chance: Chance,
  assignment: AssignmentReply,
  diligence: number,
  now: number,
): { facts: PieceFact[]; earned: number | null } | null {
  const { due, how, points } = assignment;
  const at = due ?? assignment.issuedAt! + 72 * HOUR;
  const facts: PieceFact[] = [];
  const begun = at - chance.between(4, 90) * HOUR;
  if (how === 'handIn') {
    if (begun > now || !chance.happens(diligence + 0.04)) return null;
    facts.push({ kind: 'opened', at: begun });
    const handed = at - chance.between(-20, 30) * HOUR * (chance.happens(0.08) ? -1 : 1) * 0.3;
    if (handed > now) return { facts, earned: null };
    facts.push({ kind: 'handedIn', at: Math.max(begun + 60_000, Math.round(handed)) });
  } else if (at > now) return null;
  const scored = at + chance.between(30, 160) * HOUR;
  if (scored > now || chance.happens(0.02)) return facts.length > 0 ? { facts, earned: null } : null;
  facts.push({ kind: 'scored', at: scored });
  const share = Math.min(1, Math.max(0.1, diligence * (0.72 + chance.next() * 0.4)));
  const earned = Math.round(((points ?? 0) / 500) * share) * 500;
  const back = scored + chance.between(1, 40) * HOUR;
  if (back > now || chance.happens(0.01)) return { facts, earned };
  facts.push({ kind: 'returned', at: back });
  if (chance.happens(0.7)) facts.push({ kind: 'read', at: back + chance.between(1, 60) * HOUR });
  return { facts, earned };
}

/** One piece as rows of its tables. */
function addPiece(
  to: Tables,
  count: { piece: number; fact: number; handIn: number },
  at: { assignment: AssignmentReply; studentId: string; teacherId: string; text: string; words: number },
  story: NonNullable<ReturnType<typeof storyFor>>,
): void {
  const { assignment, studentId, teacherId, text, words } = at;
  const { facts, earned } = story;
  const id = scattered(count.piece++);
  let summary = NOTHING_YET;
  for (const [index, fact] of facts.entries()) {
    summary = afterFact(summary, fact);
    const given = `{"earned":${earned},"chosen":null,"remark":${SAID},"words":{},"adjust":null,"points":${assignment.points}}`;
    const data = fact.kind === 'scored' ? given : fact.kind === 'returned' ? given.replace(/,"points":\d+/, ',"rounds":[]') : '{}';
    to.facts.add(
      uuid('fact', count.fact++),
      id,
      index + 1,
      fact.kind,
      when(fact.at),
      fact.kind === 'scored' || fact.kind === 'returned' ? teacherId : studentId,
      data,
    );
  }
  const { begunAt, handedInAt, scoredAt, returnedAt } = summary;
  const written = begunAt === null ? null : text;
  to.works.add(
    id,
    assignment.id,
    null,
    written,
    begunAt === null ? null : when(begunAt),
    begunAt === null ? null : studentId,
    1,
    written === null ? 0 : words,
  );
  if (handedInAt !== null)
    to.handIns.add(uuid('hand-in', count.handIn++), id, 1, when(handedInAt), text, words, 'AAAA-BBBB-CCCC', studentId, null, '[]');
  const [given, shown] = [scoredAt === null ? null : earned, returnedAt === null ? null : earned];
  to.pieces.add(
    ...([
      id,
      assignment.id,
      studentId,
      id,
      JSON.stringify(summary),
      Number(begunAt !== null),
      begunAt && when(begunAt),
      begunAt && when(begunAt),
    ] as const),
    ...([
      given,
      SAID,
      given === null ? null : NO_WORDS,
      scoredAt && when(scoredAt),
      scoredAt && teacherId,
      0,
      Number(scoredAt !== null && returnedAt === null),
    ] as const),
    ...([shown, SAID, shown === null ? null : NO_WORDS, returnedAt && when(returnedAt), null, '', 0, facts.length] as const),
  );
}

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
