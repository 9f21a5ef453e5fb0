import { EVERYONE, textOf } from '@jolly/core';
import { randomBytes } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import type { Server as HttpServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { pino } from 'pino';
import type { Sequelize } from 'sequelize';
import request from 'supertest';
import { createApp } from '../app';
import type { BriefBody, BriefChange, BriefReply, BriefRequest, SetFor } from '../contract';
import { connect } from '../db/connect';
import { migrate } from '../db/migrate';
import type { MakeCache } from '../db/stamped-cache';
import { BLANK_BRIEF } from '../features/assignments/drafts';
import { standInServer } from '../features/mail/stand-in';
import { fileStore } from '../files/file-store';
import { wire, type Services } from '../wiring';
import type { Person as PersonRecord } from '../features/accounts/person';
import { described } from './described';
import { checkedCache } from './checked-cache';
import { seedPeople } from '../features/accounts/accounts.seed';
import { seedAssignments } from '../features/assignments/assignments.seed';
import { seedClasses } from '../features/classes/classes.seed';
import { seedFamilies } from '../features/families/families.seed';
import { seedMembers } from '../features/roster/roster.seed';

export const PASSWORD = 'correct horse';
/** Monday 23 November 2026, 10:00 school time. */
export const MONDAY = Date.parse('2026-11-23T10:00:00.000Z');
export const HOUR = 3_600_000;
export const DAY = 24 * HOUR;

const settings = (database: string) => ({
  host: '127.0.0.1',
  port: Number(process.env.JOLLY_DB_PORT),
  user: 'jolly',
  password: process.env.JOLLY_DB_PASSWORD ?? '',
  database,
});

/** The bytes of a file that is asked for. */
export const bytesOf = async (sent: request.Test): Promise<Buffer> =>
  (await sent.buffer(true).parse((res, done) => void buffer(res as never).then((bytes) => done(null, bytes)))).body as Buffer;

/** A database of its own, empty unless it was there, and how to be rid of it. */
export async function aDatabase(
  name = `jolly_test_${randomBytes(6).toString('hex')}`,
): Promise<{ sequelize: Sequelize; queries: string[]; drop: () => Promise<void> }> {
  const asRoot = async (sql: string) => {
    const root = connect(settings('jolly'));
    await root.query(sql);
    await root.close();
  };
  await asRoot(`CREATE DATABASE IF NOT EXISTS ${name}`);
  const queries: string[] = [];
  const sequelize = connect(settings(name), (sql) => queries.push(sql));
  return {
    sequelize,
    queries,
    drop: async () => {
      await sequelize.close();
      await asRoot(`DROP DATABASE ${name}`);
    },
  };
}

type Database = Awaited<ReturnType<typeof aDatabase>>;
// Making the schema takes seconds; emptying it takes none. A database that a test is done with is emptied and kept for the
// next test, of the same file and then of the next file of the same process of the runner.
const spare: Database[] = [];
let taken = 0;
afterAll(async () => {
  for (const database of spare.splice(0)) await database.sequelize.close();
});

async function aMigratedDatabase(): Promise<Database> {
  const kept = spare.pop();
  if (kept) return kept;
  const database = await aDatabase(`jolly_test_kept_${process.ppid}_${process.env.JEST_WORKER_ID ?? '0'}_${taken++}`);
  await migrate(database.sequelize);
  // A file that was broken off may have left something in it.
  await emptied(database);
  return definesOnce(database);
}

/** Each server that is started on a database says what its tables are. They are what they were, and saying it takes a while. */
function definesOnce(database: Database): Database {
  const { sequelize } = database;
  const define = sequelize.define.bind(sequelize) as (name: string, ...more: unknown[]) => unknown;
  const once = (name: string, ...more: unknown[]) => (sequelize.isDefined(name) ? sequelize.model(name) : define(name, ...more));
  return { ...database, sequelize: Object.assign(sequelize, { define: once }) };
}

async function emptied({ sequelize }: Database): Promise<void> {
  const tables = ((await sequelize.getQueryInterface().showAllTables()) as string[]).filter((name) => name !== 'schema_steps');
  const [filled] = (await sequelize.query(
    tables.map((table) => `SELECT '${table}' AS name FROM DUAL WHERE EXISTS (SELECT 1 FROM ${table})`).join(' UNION ALL '),
  )) as [{ name: string }[], unknown];
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const { name } of filled) await sequelize.query(`DELETE FROM ${name}`, { transaction });
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
}

/** A whole server on a database of its own, with a clock that stands until it is moved. */
export async function aServer({
  signInTries = 1000,
  joinTries = 1000,
  mailTries = 1000,
  chromium = 'chromium-headless-shell',
  address = 'http://jolly.test',
  sessionDays = 10_000,
  cache = checkedCache as MakeCache,
} = {}) {
  const database = await aMigratedDatabase();
  const { sequelize, queries } = database;
  const folder = await mkdtemp(join(tmpdir(), 'jolly-'));
  const clock = { now: MONDAY };
  const standIn = standInServer(sequelize, () => clock.now);
  const standInPort = await standIn.listen(0);
  const mail = { url: null, standInPort, from: 'Test <post@jolly.test>', address };
  const pauses: number[] = [];
  const started: { http: HttpServer; services: Services; stop: () => void }[] = [];
  /** One more server on the same database and files, as if a second machine ran it. */
  const start = ({ program = chromium } = {}) => {
    const services = wire({
      sequelize,
      fileStore: fileStore(join(folder, 'files')),
      defaultZone: 'Europe/Lisbon',
      mail,
      chromium: program,
      cache,
    });
    const { app, stop } = createApp({
      services,
      now: () => clock.now,
      sessionSecret: 'a secret only for tests',
      secure: false,
      trustProxy: 0,
      signInTries,
      joinTries,
      mailTries,
      pause: async (ms) => void pauses.push(ms),
      address,
      sessionDays,
      hear: described,
      logger: pino({ level: 'silent' }),
    });
    const one = { http: app.listen(0, '127.0.0.1'), services, stop };
    started.push(one);
    return one;
  };
  const { http, services } = start();

  /** Somebody at a browser of their own. Writes carry the token of their session. */
  async function person(userName?: string, at: HttpServer = http) {
    const agent = request.agent(at);
    let csrf = ((await agent.get('/api/session')).body as { csrf: string }).csrf;
    const send = (
      verb: 'get' | 'head' | 'post' | 'put' | 'patch' | 'delete',
      path: string,
      body?: object,
      headers: Record<string, string> = {},
    ) => {
      const sent = agent[verb](path).set({ 'X-CSRF-Token': csrf, ...headers });
      return body === undefined ? sent : sent.send(body);
    };
    const signIn = async (name: string, password = PASSWORD) => {
      const reply = await send('post', '/api/session', { userName: name, password });
      if (reply.status === 200) csrf = (reply.body as { csrf: string }).csrf;
      return reply;
    };
    if (userName) await signIn(userName);
    return {
      agent,
      send,
      signIn,
      forgetCsrf: () => (csrf = 'forged'),
      get: (path: string) => send('get', path),
      post: (path: string, body?: object, headers?: Record<string, string>) => send('post', path, body, headers),
      put: (path: string, body?: object) => send('put', path, body),
      patch: (path: string, body?: object) => send('patch', path, body),
      del: (path: string) => send('delete', path),
      upload: (path: string, bytes: Buffer, name: string, options?: object) => {
        const sent = agent.post(path).set('X-CSRF-Token', csrf);
        return (options === undefined ? sent : sent.field('options', JSON.stringify(options))).attach('file', bytes, name);
      },
      /** takes the token that came with a session which this person has entered by another way */
      enter: (reply: { csrf: string }) => (csrf = reply.csrf),
    };
  }

  return {
    services,
    sequelize,
    queries,
    clock,
    http,
    pauses,
    second: start,
    standIn,
    person,
    close: async () => {
      await standIn.close();
      for (const one of started) {
        one.stop();
        const closed = new Promise((done) => one.http.close(done));
        one.http.closeAllConnections();
        await closed;
      }
      await emptied(database);
      spare.push(database);
      await rm(folder, { recursive: true, force: true });
    },
  };
}

export type Server = Awaited<ReturnType<typeof aServer>>;
export type Person = Awaited<ReturnType<Server['person']>>;
export type School = Awaited<ReturnType<typeof aSchool>>;

type OneClass = BriefBody & Omit<SetFor, 'classId'>;

/** An assignment worth 20 points, due on Wednesday at 15:30, that closes a week later. */
export const anAssignment = (more: Partial<OneClass> = {}): OneClass => ({
  ...BLANK_BRIEF,
  title: 'Meander notes',
  instructions: textOf('Why does the outside of a bend wear away?'),
  points: 20_000,
  opens: null,
  due: Date.parse('2026-11-25T15:30:00.000Z'),
  closes: Date.parse('2026-12-02T15:30:00.000Z'),
  unitId: null,
  categoryId: null,
  countsInTotals: true,
  bonus: false,
  audience: EVERYONE,
  groupingId: null,
  ...more,
});

/** The same as it is sent: what is asked, and the classes it is set for. */
export function aBrief(classIds: readonly string[], more: Partial<OneClass> = {}): BriefRequest {
  const { opens, due, closes, unitId, categoryId, countsInTotals, bonus, audience, groupingId, ...brief } = anAssignment(more);
  return {
    ...brief,
    classes: classIds.map((classId) => ({ classId, opens, due, closes, unitId, categoryId, countsInTotals, bonus, audience, groupingId })),
    fromShelf: null,
  };
}

/** What an exception for one student says besides. */
export const toOne = (studentId: string) => ({ studentIds: [studentId], waivesLate: false, tell: true });

/** A brief as it was replied, changed in some places, as it is sent back. */
export function changed(
  { id: _, elsewhere: __, classes, ...brief }: BriefReply,
  more: Partial<BriefBody> = {},
  set: Partial<SetFor> = {},
  tell = false,
): BriefChange {
  return {
    ...brief,
    ...more,
    classes: classes.map(({ assignmentId: ___, issuedAt: ____, begun: _____, ...one }) => ({ ...one, ...set })),
    tell,
  };
}

/** Finch teaches Rivers with Lund; Bao and Hana are in it. Stranger teaches Maps; Otto is in that. Frida is of Bao's family, Felix of Otto's. */
export async function aSchool(server: Pick<Server, 'services' | 'clock'>) {
  const { services, clock } = server;
  const teacher = (userName: string) =>
    services.accounts.addTeacher({ givenName: userName, familyName: 'Test', userName, password: PASSWORD }, clock.now);
  const [finch, lund, stranger] = [await teacher('finch'), await teacher('lund'), await teacher('stranger')];
  const [bao, hana, otto] = (await seedPeople(
    services,
    ['Bao', 'Hana', 'Otto'].map((givenName) => ({
      givenName,
      familyName: 'Lind',
      role: 'student' as const,
      userName: givenName.toLowerCase(),
    })),
    PASSWORD,
    clock.now,
  )) as [PersonRecord, PersonRecord, PersonRecord];
  const term = { name: 'Term 1', from: '2026-09-07', to: '2026-12-18' };
  const lateRule = { kind: 'perDay' as const, percent: 5_000, of: 'max' as const, maxPercentOff: 50_000, floorPercent: 0 };
  const common = { dueTime: '15:30', graceMinutes: 0, lateRule };
  const [rivers, maps] = (await seedClasses(
    services,
    {
      calendar: { name: 'Test', schoolDays: [1, 2, 3, 4, 5], closures: [], terms: [term] },
      zone: 'Europe/Lisbon',
      classes: [
        { ...common, name: 'Rivers', owner: finch.id, coTeachers: [lund.id] },
        { ...common, name: 'Maps', owner: stranger.id, coTeachers: [] },
      ],
    },
    clock.now,
  )) as [string, string];
  await seedMembers(services, rivers, [
    { userId: bao.id, joined: '2026-09-07' },
    { userId: hana.id, joined: '2026-09-07' },
  ]);
  await seedMembers(services, maps, [{ userId: otto.id, joined: '2026-09-07' }]);
  const families = await seedPeople(
    services,
    ['Frida', 'Felix'].map((givenName) => ({
      givenName,
      familyName: 'Lind',
      role: 'family' as const,
      userName: givenName.toLowerCase(),
      email: `${givenName.toLowerCase()}@lind.example`,
    })),
    PASSWORD,
    clock.now,
  );
  const [frida, felix] = families as [PersonRecord, PersonRecord];
  const told = { language: 'en' as const, telling: 'never' as const };
  await seedFamilies(
    services,
    [
      { ...told, familyId: frida.id, studentIds: [bao.id] },
      { ...told, familyId: felix.id, studentIds: [otto.id] },
    ],
    clock.now,
  );
  const issued = async (more: Partial<OneClass> = {}) =>
    (
      await seedAssignments(
        services,
        [{ ...anAssignment(more), classId: rivers, issuedAt: clock.now - DAY, createdBy: finch.id }],
        clock.now,
      )
    )[0]!;
  /** A draft of a teacher, for one or several classes. */
  const drafted = async (teacher: Person, more: Partial<OneClass> = {}, classIds = [rivers]) => {
    const reply = await teacher.post('/api/briefs', aBrief(classIds, more));
    if (reply.status !== 201) throw new Error(JSON.stringify(reply.body));
    return reply.body as BriefReply;
  };
  /** A table into a class, looked at and confirmed. */
  const bringIn = async (teacher: Person, table: string | Buffer, options: object = {}, classId = rivers) => {
    const bytes = Buffer.from(table);
    const path = `/api/classes/${classId}/roster`;
    const { digest } = (await teacher.upload(`${path}/preview`, bytes, 'table', options)).body as { digest: string };
    return teacher.upload(`${path}/import`, bytes, 'table', { ...options, digest });
  };
  return { finch, lund, stranger, bao, hana, otto, frida, felix, rivers, maps, issued, drafted, bringIn };
}

export const doc = textOf;
