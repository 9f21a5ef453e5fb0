import { addSchoolDays, localDateAt, mondayOf, nameOfLine, plusDays, randomGroups, textOf, type SchoolCalendar } from '@jolly/core';
import { readConfig } from '@jolly/server/dist/config';
import { openInstallation } from '@jolly/server/dist/open';
import type { AssignmentReply, BriefBody, SetFor } from '@jolly/server/dist/contract';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import { seedPieces, type SeededStory } from '@jolly/server/dist/features/pieces/pieces.seed';
import type { Services } from '@jolly/server/dist/wiring';
import { Readable } from 'node:stream';
import { chanceFrom, type Chance } from './chance';
import { HAS_LEFT, NOT_JOINED, ROSTERS, SENT_BACK, TEACHERS } from './people';
import { categoryId, EMAILS, LAB_GROUPS, LAST_YEAR, READING_GROUP, SETUP, SHOWN_AS, STANDING } from './setup';
import { extrasOf, seedPlanning } from './planning';
import { seedEarlier } from './earlier';
import { seedClassLife } from './class-life';
import { seedHome } from './home';
import { seedQuizzes } from './quizzes';
import { seedMarking } from './marking';
import { seedWorking } from './working';
import { DUE_TIME, dueAt, lastSchoolMoment } from './school-days';
import { setFor } from './set-for';
import { storyOf } from './stories';
import { landscape, measurements, report } from './things';
import { seedPortfolios } from './portfolios';
import { seedWalls } from './walls';
import { SENTENCES, WORK, type PlannedWork } from './work';
import { seedPeople } from '@jolly/server/dist/features/accounts/accounts.seed';
import { seedAssignments } from '@jolly/server/dist/features/assignments/assignments.seed';
import { seedClasses, seedUnits } from '@jolly/server/dist/features/classes/classes.seed';
import { seedExceptions, seedStanding } from '@jolly/server/dist/features/exceptions/exceptions.seed';
import { seedGroupings } from '@jolly/server/dist/features/groups/groups.seed';
import { seedMembers } from '@jolly/server/dist/features/roster/roster.seed';

const ZONE = 'Europe/Lisbon';
const PASSWORD = 'compass-rose';
const CLASSES = [
  { name: 'Rivers 8', hue: 0, joinCode: 'R4KM7TX' },
  { name: 'Weather 9', hue: 1, joinCode: 'W9FC3HN' },
  { name: 'Maps 10', hue: 2, joinCode: 'M7PR4XK' },
];
const SHORT_NAMES = new Map([['يوسف الراشد', 'yusuf.alrashid']]);

const userNameOf = (name: string) =>
  SHORT_NAMES.get(name) ??
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/ø/gi, 'o')
    .replace(/ı/g, 'i')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '.');

/** Weeks and days of the demo year: today lies in the ninth week of its second term, a shorter one lies behind. */
function termAround(now: number) {
  const monday = plusDays(mondayOf(localDateAt(ZONE, now)), -8 * 7);
  const calendar: SchoolCalendar = {
    zone: ZONE,
    schoolDays: [1, 2, 3, 4, 5],
    closures: [{ from: plusDays(monday, 32), to: plusDays(monday, 32), name: 'Harbour day' }],
  };
  const winter = { from: plusDays(monday, 14 * 7 - 2), to: plusDays(monday, 16 * 7 - 1), name: 'Winter break' };
  const terms = [
    { name: 'Term 1', from: plusDays(monday, -9 * 7), to: plusDays(monday, -2 * 7 - 3) },
    { name: 'Term 2', from: monday, to: plusDays(monday, 14 * 7 - 3) },
    { name: 'Term 3', from: plusDays(monday, 16 * 7), to: plusDays(monday, 27 * 7 - 3) },
  ];
  return { calendar: { ...calendar, closures: [...calendar.closures, winter] }, terms, monday };
}

function bodyOf(plan: PlannedWork, calendar: SchoolCalendar, now: number, classId: string): BriefBody & SetFor {
  const due = plan.due === null ? null : dueAt(calendar, now, plan.due);
  const accepts: BriefBody['accepts'] = plan.how === 'inClass' ? [] : plan.files ? ['text', 'files'] : ['text'];
  return {
    ...BLANK_BRIEF,
    title: plan.title,
    instructions: textOf(plan.task),
    how: plan.how ?? 'handIn',
    accepts,
    ...extrasOf(plan.title, plan.points),
    points: plan.points === null ? null : plan.points * 1000,
    ...setFor(classId, {
      opens: plan.opens === undefined ? null : dueAt(calendar, now, plan.opens) - 7 * 3_600_000,
      due,
      closes: due === null || plan.closes === undefined ? null : addSchoolDays(calendar, due, plan.closes),
    }),
  };
}

/** Files are made once and handed in under the students' own names for them. */
async function makeFiles(services: Services, chance: Chance, now: number) {
  const keep = async (bytes: Buffer, name: string) => ({ ...(await services.fileStore.keep(Readable.from([bytes]))), name });
  const photos = [];
  for (let i = 1; i <= 6; i++) photos.push(await keep(landscape(chance), `station-${i}.png`));
  const reports = [];
  for (const [title, className] of [
    ['A sky of six clouds', 'Weather 9'],
    ['The way to school', 'Maps 10'],
  ] as const) {
    reports.push(await keep(await report(title, SENTENCES[className]!, chance, now), `${userNameOf(title)}.pdf`));
  }
  const tables = [];
  for (let i = 1; i <= 4; i++) tables.push(await keep(measurements(chance), `float-times-${i}.csv`));
  return { photo: photos, pdf: reports, table: tables };
}

/** Fills an empty installation with Tern Bay School. The same seed and clock give the same school. */
async function seedSchool(services: Services, startedAt: number, seed: number): Promise<void> {
  const chance = chanceFrom(seed);
  const { calendar, terms, monday } = termAround(startedAt);
  const now = lastSchoolMoment(calendar, startedAt);
  const names = [...new Set(Object.values(ROSTERS).flat())];
  const people = await seedPeople(
    services,
    [
      ...TEACHERS.map((teacher) => ({ ...teacher, role: 'teacher' as const })),
      ...names.map((name, index) => ({
        ...nameOfLine(name),
        schoolNumber: String(4100 + index),
        email: EMAILS[name] ?? null,
        role: 'student' as const,
        userName: NOT_JOINED.includes(name) ? null : userNameOf(name),
      })),
    ],
    PASSWORD,
    now,
  );
  const [odile, marek] = people as [(typeof people)[0], (typeof people)[0]];
  const idOf = new Map(names.map((name, index) => [name, people[TEACHERS.length + index]!.id]));
  const diligence = new Map(names.map((name) => [name, name === 'Bao Lindqvist' ? 0.62 : 0.58 + chance.next() * 0.42]));
  const files = await makeFiles(services, chance, now);

  const lateRule = { kind: 'perDay' as const, percent: 5_000, of: 'max' as const, maxPercentOff: 50_000, floorPercent: 0 };
  const classIds = await seedClasses(
    services,
    {
      calendar: { name: 'Tern Bay School', schoolDays: calendar.schoolDays, closures: calendar.closures, terms },
      zone: ZONE,
      classes: [
        ...CLASSES.map((one) => {
          const { subject, level, room, scheme } = SETUP[one.name]!;
          return {
            ...one,
            subject,
            level,
            room,
            scheme,
            dueTime: DUE_TIME,
            graceMinutes: 10,
            lateRule,
            owner: odile.id,
            coTeachers: one.name === 'Rivers 8' ? [marek.id] : [],
          };
        }),
        { name: LAST_YEAR.name, hue: LAST_YEAR.hue, owner: odile.id, coTeachers: [] },
      ],
    },
    now,
  );
  const seeded: AssignmentReply[] = [];
  const filedIn: Record<string, { unitIds: string[] }> = {};
  for (const [index, { name }] of CLASSES.entries()) {
    await seedMembers(
      services,
      classIds[index]!,
      ROSTERS[name]!.map((who) => ({
        userId: idOf.get(who)!,
        joined: NOT_JOINED.includes(who) ? plusDays(monday, -3) : plusDays(terms[0]!.from, -3),
        ...(who === HAS_LEFT ? { left: plusDays(monday, 40) } : {}),
        ...(SHOWN_AS[who] ? { shownAs: SHOWN_AS[who] } : {}),
      })),
    );
    const plans = WORK[name]!;
    const units = await seedUnits(services, classIds[index]!, SETUP[name]!.units);
    const assignments = await seedAssignments(
      services,
      plans.map((plan) => {
        const { category, unit } = SETUP[name]!.filed[plan.title] ?? {};
        const body = {
          ...bodyOf(plan, calendar, now, classIds[index]!),
          categoryId: categoryId(name, category),
          unitId: unit === undefined ? null : units[unit]!.id,
        };
        const issuedAt = plan.kind === 'draft' ? null : Math.min(now - 30 * 3_600_000, addSchoolDays(calendar, body.due ?? now, -8));
        return { ...body, issuedAt, createdBy: odile.id };
      }),
      now,
    );
    seeded.push(...assignments);
    filedIn[name] = { unitIds: units.map((one) => one.id) };
    const titled = (title: string) => assignments.find((one) => one.title === title);
    const stories: SeededStory[] = [];
    const excused = new Map<string, string>();
    for (const [nth, who] of ROSTERS[name]!.entries()) {
      for (const [at, assignment] of assignments.entries()) {
        if (NOT_JOINED.includes(who) && (plans[at]!.due ?? 0) > -20 && assignment.how !== 'inClass') continue;
        if (who === HAS_LEFT && (plans[at]!.due ?? 0) > -22) continue;
        const isSentBack = SENT_BACK.some(([title, name]) => title === assignment.title && name === who);
        if (!isSentBack && chance.happens(0.012)) {
          excused.set(
            `${assignment.id} ${idOf.get(who)!}`,
            chance.pick(['Away at the regatta', 'In hospital', 'Joined the class this week']),
          );
          continue;
        }
        const story = await storyOf({
          nth,
          chance,
          calendar,
          now,
          teacherId: odile.id,
          className: name,
          assignment,
          plan: plans[at]!,
          studentId: idOf.get(who)!,
          diligence: diligence.get(who)!,
          isSentBack,
          attached: async () =>
            plans[at]!.files === 'photo'
              ? [chance.pick(files.photo), chance.pick(files.photo)].filter(
                  (file, i, all) => all.findIndex((other) => other.fingerprint === file.fingerprint) === i,
                )
              : [chance.pick(files[plans[at]!.files!])],
        });
        if (story) stories.push(story);
      }
    }
    await seedPieces(services.sequelize, stories);
    const given = { givenBy: odile.id, givenAt: now - 50 * 3_600_000, excused: false, waivesLate: false };
    const own: Parameters<typeof seedExceptions>[1] = [];
    const model = titled('Valley model');
    if (model?.due && model.closes) {
      const later = addSchoolDays(calendar, model.due, 2);
      own.push({
        ...given,
        assignmentId: model.id,
        studentId: idOf.get('Bao Lindqvist')!,
        due: later,
        closes: addSchoolDays(calendar, model.closes, 2),
        reason: 'Clay is still drying',
      });
      own.push({
        ...given,
        assignmentId: model.id,
        studentId: idOf.get('Hana Petrov')!,
        due: addSchoolDays(calendar, model.due, 1),
        reason: 'Reading support, agreed in September',
      });
      own.push({
        ...given,
        assignmentId: model.id,
        studentId: idOf.get('Greta Moss')!,
        excused: true,
        reason: 'Away until the end of the month',
      });
    }
    await seedExceptions(services, [
      ...own,
      ...[...excused]
        .filter(([at]) => !own.some((one) => `${one.assignmentId} ${one.studentId}` === at))
        .map(([at, reason]) => ({ ...given, assignmentId: at.split(' ')[0]!, studentId: at.split(' ')[1]!, excused: true, reason })),
    ]);
  }
  await seedEarlier({
    services,
    chance: chanceFrom(seed + 1),
    calendar,
    term: terms[0]!,
    teacherId: odile.id,
    classIds,
    classNames: CLASSES.map((one) => one.name),
    idOf,
    diligence,
  });
  await seedSetup(services, { now, monday, classIds, idOf, odileId: odile.id });
  const named = Object.fromEntries(CLASSES.map(({ name }, index) => [name, classIds[index]!]));
  await seedPlanning({
    services,
    calendar,
    now,
    teacherId: odile.id,
    colleagueId: marek.id,
    classIds: named,
    idOf,
    assignments: seeded,
    filedIn,
  });
  await seedWorking({ services, calendar, now, teacherId: odile.id, classIds: named, idOf, assignments: seeded });
  await seedMarking({ services, calendar, now, teacherId: odile.id, idOf, assignments: seeded });
  await seedQuizzes({
    services,
    chance: chanceFrom(seed + 2),
    calendar,
    now,
    teacherId: odile.id,
    colleagueId: marek.id,
    classId: named['Rivers 8']!,
    categoryId: categoryId('Rivers 8', 'In class'),
    unitIds: filedIn['Rivers 8']!.unitIds,
    students: ROSTERS['Rivers 8']!.filter((who) => !NOT_JOINED.includes(who) && who !== HAS_LEFT).map((who) => ({
      id: idOf.get(who)!,
      diligence: diligence.get(who)!,
    })),
  });
  const families = await seedHome({ services, now, teacherId: odile.id, classIds: named, idOf, password: PASSWORD });
  await seedPortfolios(services, { now, teacherId: odile.id, classId: named['Rivers 8']!, idOf });
  await seedWalls(services, { now, teacherId: odile.id, classId: named['Rivers 8']!, assignments: seeded });
  await seedClassLife({ services, calendar, now, teacherId: odile.id, classIds: named, idOf, families });
}

/** What a teacher set up around the classes: groups, standing exceptions, last year's class, a letter in the mailroom. */
async function seedSetup(
  services: Services,
  at: { now: number; monday: string; classIds: string[]; idOf: Map<string, string>; odileId: string },
): Promise<void> {
  const { now, monday, classIds, idOf, odileId } = at;
  const rivers = ROSTERS['Rivers 8']!.map((who) => idOf.get(who)!);
  const dealt = randomGroups(rivers, LAB_GROUPS.count, LAB_GROUPS.seed);
  await seedGroupings(
    services,
    classIds[0]!,
    [
      {
        name: LAB_GROUPS.name,
        seed: LAB_GROUPS.seed,
        until: null,
        groups: dealt.map((studentIds, index) => ({ id: null, name: `Group ${index + 1}`, studentIds })),
      },
      {
        name: READING_GROUP.name,
        seed: null,
        until: null,
        groups: [{ id: null, name: READING_GROUP.group, studentIds: READING_GROUP.members.map((who) => idOf.get(who)!) }],
      },
    ],
    now,
  );
  const day = (offset: number | null) => (offset === null ? null : plusDays(localDateAt(ZONE, now), offset));
  const classOf = (name: string) => classIds[CLASSES.findIndex((one) => one.name === name)]!;
  await seedStanding(
    services,
    STANDING.map(({ who, classes, from, to, ...given }) => ({
      ...given,
      validFrom: day(from),
      validTo: day(to),
      classIds: classes.map(classOf),
      studentId: idOf.get(who)!,
      givenBy: odileId,
    })),
    now - 40 * 86_400_000,
  );
  const lastYear = classIds.at(-1)!;
  await seedMembers(
    services,
    lastYear,
    LAST_YEAR.members.map((who) => ({ userId: idOf.get(who)!, joined: plusDays(monday, -364) })),
  );
  const teacher = { role: 'teacher' as const, userId: odileId };
  await services.classes.putAway(teacher, lastYear, true, now - 100 * 86_400_000);
  await services.tickets.inviteTeacher(teacher, classIds[1]!, 'ines.marlow@tern-bay.example', now - 3_600_000);
}

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const { sequelize, services } = await openInstallation(config);
  try {
    if (await services.accounts.isEmpty()) await seedSchool(services, config.now ?? Date.now(), Number(process.env.JOLLY_SEED ?? 1));
    const line = (who: string, userName: string) => `  ${who.padEnd(34)}${userName.padEnd(20)}${PASSWORD}`;
    process.stdout.write(
      [
        line('Teacher, three classes', 'odile.finch'),
        line('Co-teacher, Rivers 8', 'marek.lund'),
        line('Student in all three classes', 'bao.lindqvist'),
        line('Student, Rivers 8', 'anouk.brandt'),
        line('Family of Bao, at /family', 'linnea.lindqvist'),
        line('Family that reads Arabic', 'salma.alrashid'),
        `  To join a class as a new student: /join/${CLASSES[0]!.joinCode}`,
      ].join('\n'),
    );
  } finally {
    await sequelize.close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`The demo school could not be filled in: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
