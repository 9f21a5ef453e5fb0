import type { Sequelize } from 'sequelize';
import { aDatabase, aSchool, aServer, doc } from '../testing/school';
import { connect } from './connect';
import { migrate, unmigrate } from './migrate';
import { stampedCache } from './stamped-cache';
import { MIGRATIONS } from './migrations';
import { inTransaction } from './transaction';

it('goes up, down and up again, with rows in the tables', async () => {
  const server = await aServer();
  const school = await aSchool(server);
  // Work of one student, and of a group, handed in: the way back has to find each a piece again.
  const [bao, finch] = [await server.person('bao'), await server.person('finch')];
  const groups = [{ id: null, name: 'Ford', studentIds: [school.bao.id, school.hana.id] }];
  const lab = await finch.post(`/api/classes/${school.rivers}/groupings`, { name: 'Lab', seed: null, until: null, groups });
  for (const groupingId of [null, lab.body.id as string]) {
    const { id } = await school.issued({ groupingId });
    await bao.put(`/api/my/work/${id}/text`, { text: doc('kept'), version: 0 });
    await bao.upload(`/api/my/work/${id}/files`, Buffer.from('a,b'), 'a.csv');
    expect((await bao.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
  }
  await unmigrate(server.sequelize);
  const [left] = await server.sequelize.query('SHOW TABLES');
  expect(left.map((row) => Object.values(row as object)[0])).toEqual(['leases', 'schema_progress', 'schema_steps']);
  expect(await migrate(server.sequelize)).toEqual(MIGRATIONS.map((step) => step.name));
  await aSchool(server);
  await server.close();
});

it('turns remarks of the first versions into documents with every word and line, and back', async () => {
  const server = await aServer();
  const school = await aSchool(server);
  const { id } = await school.issued();
  const [bao, finch] = [await server.person('bao'), await server.person('finch')];
  await bao.put(`/api/my/work/${id}/text`, { text: doc('kept'), version: 0 });
  await bao.post(`/api/my/work/${id}/hand-in`);
  const feedback = MIGRATIONS.find((step) => step.name === '0027-add-feedback')!;
  const run = async (statements: string[]) => {
    for (const sql of statements) await server.sequelize.query(sql);
  };
  const remark = 'Say “why”.\r\n\nC:\\new "x"\n';
  await run(feedback.down);
  await server.sequelize.query('UPDATE pieces SET remark = ?, scored_at = NOW(3), held = TRUE', { replacements: [remark] });
  await run(feedback.up);
  const { row } = (await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body;
  const line = (text: string) => ({ type: 'text', text });
  const end = { type: 'hardBreak' };
  expect(row.score.remark).toEqual({
    type: 'doc',
    content: [{ type: 'paragraph', content: [line('Say “why”.'), end, end, line('C:\\new "x"'), end] }],
  });
  await run(feedback.down);
  expect((await server.sequelize.query('SELECT remark, returned_remark FROM pieces'))[0]).toEqual([
    { remark: 'Say “why”.\nC:\\new "x"', returned_remark: '' },
  ]);
  await run(feedback.up);
  await server.close();
});

/** The tables as they are, without what counts on by itself. */
async function schemaOf(sequelize: Sequelize): Promise<string[]> {
  const [tables] = (await sequelize.query('SHOW TABLES')) as [object[], unknown];
  const names = tables.map((row) => String(Object.values(row)[0]));
  const made = await Promise.all(
    names.map(
      async (name) =>
        ((await sequelize.query(`SHOW CREATE TABLE \`${name}\``)) as [Record<string, string>[], unknown])[0][0]!['Create Table']!,
    ),
  );
  return made.map((text) => text.replace(/ AUTO_INCREMENT=\d+/, ''));
}

it('goes on from where it was killed, after any statement, with rows as they would be', async () => {
  // The database library says so each time a connection dies under it.
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  const [whole, killed] = [await aDatabase(), await aDatabase()];
  await migrate(whole.sequelize);
  const real = killed.sequelize.query.bind(killed.sequelize);
  const statements = new Set(MIGRATIONS.flatMap((step) => step.up));
  const killedAfter = new Set<string>();
  let kills = 0;
  for (;;) {
    let lives = true;
    // Dies right after a statement was carried out, before anything could be noted: the worst moment. What hung on a transaction is gone.
    killed.sequelize.query = (async (sql: string, ...rest: unknown[]) => {
      if (!lives) throw new Error('killed');
      const answer = await (real as (...all: unknown[]) => Promise<unknown>)(sql, ...rest);
      if (statements.has(sql) && !killedAfter.has(sql)) {
        killedAfter.add(sql);
        kills += 1;
        lives = false;
        throw new Error('killed');
      }
      return answer;
    }) as never;
    const done = await migrate(killed.sequelize).catch((error: Error) => (error.message.includes('killed') ? null : Promise.reject(error)));
    if (done) break;
    killed.sequelize.query = real as never;
    await killed.sequelize.query("UPDATE leases SET until = '1970-01-02'");
  }
  killed.sequelize.query = real as never;
  expect(kills).toBe(statements.size);
  expect(await schemaOf(killed.sequelize)).toEqual(await schemaOf(whole.sequelize));
  await whole.drop();
  await killed.drop();
});

it('of two servers that start at once one changes the schema, the other waits and starts too', async () => {
  const one = await aDatabase();
  const other = connect({
    ...(one.sequelize.config as { database: string }),
    host: '127.0.0.1',
    port: Number(process.env.JOLLY_DB_PORT),
    user: 'jolly',
    password: process.env.JOLLY_DB_PASSWORD ?? '',
  });
  const [first, second] = await Promise.all([migrate(one.sequelize), migrate(other)]);
  expect([first.length, second.length].sort((a, b) => a - b)).toEqual([0, MIGRATIONS.length]);
  await other.close();
  await one.drop();
});

it('sets a database aside before it changes one that has something in it', async () => {
  const { sequelize, drop } = await aDatabase();
  await migrate(sequelize);
  const last = MIGRATIONS.at(-1)!;
  for (const sql of last.down) await sequelize.query(sql);
  await sequelize.query('DELETE FROM schema_steps WHERE name = ?', { replacements: [last.name] });
  const asides: string[] = [];
  await migrate(sequelize, { setAside: async (step) => void asides.push(step) });
  await migrate(sequelize, { setAside: async (step) => void asides.push(step) });
  expect(asides).toEqual([MIGRATIONS.at(-2)!.name]);
  await drop();
});

it('refuses a database that a newer program made', async () => {
  const { sequelize, drop } = await aDatabase();
  await migrate(sequelize);
  await sequelize.query("INSERT INTO schema_steps (name) VALUES ('9999-from-the-future')");
  await expect(migrate(sequelize)).rejects.toThrow('9999-from-the-future');
  await drop();
});

it('does a transaction again when the database gave it up for another', async () => {
  const { sequelize, drop } = await aDatabase();
  await sequelize.query('CREATE TABLE pair (id INT PRIMARY KEY, n INT NOT NULL)');
  await sequelize.query('INSERT INTO pair VALUES (1, 0), (2, 0)');
  let tries = 0;
  let arrived = 0;
  let meet: () => void = () => undefined;
  const bothHere = new Promise<void>((done) => (meet = done));
  const cross = (first: number, second: number) =>
    inTransaction(sequelize, async (transaction) => {
      tries += 1;
      await sequelize.query('UPDATE pair SET n = n + 1 WHERE id = ?', { replacements: [first], transaction });
      if (++arrived === 2) meet();
      await bothHere;
      await sequelize.query('UPDATE pair SET n = n + 1 WHERE id = ?', { replacements: [second], transaction });
    });
  await Promise.all([cross(1, 2), cross(2, 1)]);
  const [rows] = await sequelize.query('SELECT n FROM pair');
  expect(rows).toEqual([{ n: 2 }, { n: 2 }]);
  expect(tries).toBe(3);
  await drop();
});

it('forty transactions at once that each ask something beside them all come through', async () => {
  const { sequelize, drop } = await aDatabase();
  await sequelize.query('CREATE TABLE counted (id INT PRIMARY KEY, n INT NOT NULL)');
  await sequelize.query('INSERT INTO counted VALUES (1, 0)');
  const one = () =>
    inTransaction(sequelize, async (transaction) => {
      await sequelize.query('UPDATE counted SET n = n + 1 WHERE id = 1', { transaction });
      await sequelize.query('SELECT 1');
    });
  await Promise.all(Array.from({ length: 40 }, one));
  expect((await sequelize.query('SELECT n FROM counted'))[0]).toEqual([{ n: 40 }]);
  await drop();
});

it('asks the same number of queries however many students and assignments there are', async () => {
  // Counted without what the tests compose besides, to compare it with what is kept.
  const server = await aServer({ cache: stampedCache });
  const school = await aSchool(server);
  const finch = await server.person('finch');
  const queries = async (path: string) => {
    server.queries.length = 0;
    expect((await finch.get(path)).status).toBe(200);
    return server.queries.length;
  };
  const paths = [
    '/api/today',
    '/api/piles',
    '/api/assignments',
    '/api/term-line',
    `/api/classes/${school.rivers}/progress`,
    '/api/plan?from=2026-11-16&to=2026-12-04',
  ];
  await school.issued();
  const few: number[] = [];
  for (const path of paths) few.push(await queries(path));
  for (let i = 0; i < 5; i++) await school.issued({ title: `More ${i}` });
  await school.bringIn(finch, Array.from({ length: 30 }, (_, i) => `S${i} T`).join('\n'));
  const many: number[] = [];
  for (const path of paths) many.push(await queries(path));
  expect(many).toEqual(few);
  expect(Math.max(...few)).toBeLessThanOrEqual(40);
  await server.close();
});
