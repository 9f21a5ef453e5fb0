import { aRealServer, until } from '../../testing/real-server';
import { doc } from '../../testing/school';
import { seedPeople } from '../accounts/accounts.seed';
import { seedMembers } from '../roster/roster.seed';

/** Two hundred pieces are returned while the server is killed: each student is told once, none twice. */
const PIECES = 200;
let real: Awaited<ReturnType<typeof aRealServer>>;
beforeEach(async () => {
  real = await aRealServer();
});
afterEach(() => real.close());

const count = async (sql: string) => Number(((await real.sequelize.query(`SELECT COUNT(*) AS n FROM ${sql}`))[0][0] as { n: number }).n);

it('killed in the middle, nothing is returned; asked again, everything is, once', async () => {
  const { school, services } = real;
  const { id } = await school.issued({ how: 'inClass' });
  const names = Array.from({ length: PIECES - 2 }, (_, index) => ({
    givenName: `S${index}`,
    familyName: 'T',
    role: 'student' as const,
    userName: `s${index}`,
  }));
  const seeded = (await seedPeople(services, names, 'correct horse', 0)) as { id: string }[];
  await seedMembers(
    services,
    school.rivers,
    seeded.map((one) => ({ userId: one.id, joined: '2026-09-07' })),
  );
  const finch = await real.person('finch');
  const scores = [...seeded.map((one) => one.id), school.bao.id, school.hana.id].map((studentId) => ({
    studentId,
    version: 0,
    earned: 15_000,
    chosen: null,
    remark: doc('Neat.'),
  }));
  expect((await finch.send('PUT', `/api/assignments/${id}/scores`, { scores })).status).toBe(200);

  await real.sequelize.query(
    `CREATE TRIGGER hold BEFORE INSERT ON piece_facts FOR EACH ROW IF (SELECT COUNT(*) FROM piece_facts WHERE kind = 'returned') >= 120 THEN SET @held = SLEEP(300); END IF`,
  );
  const giveBack = () => finch.send('POST', `/api/assignments/${id}/return`, { studentIds: 'allHeld' });
  const broken = giveBack().catch((error: unknown) => String(error));
  await until(
    async () =>
      ((await real.sequelize.query("SELECT id FROM information_schema.processlist WHERE state = 'User sleep'"))[0] as object[]).length > 0,
  );
  await real.kill();
  expect(await broken).toContain('fetch failed');
  await real.sequelize.query('DROP TRIGGER hold');
  await real.start();
  expect([
    await count("piece_facts WHERE kind = 'returned'"),
    await count("news WHERE kind = 'returned'"),
    await count('pieces WHERE held'),
  ]).toEqual([0, 0, PIECES]);

  expect(((await (await giveBack()).json()) as { returned: string[] }).returned).toHaveLength(PIECES);
  expect((await giveBack()).status).toBe(409);
  expect(await count("news WHERE kind = 'returned'")).toBe(PIECES);
  expect(await count("(SELECT DISTINCT user_id FROM news WHERE kind = 'returned') AS told")).toBe(PIECES);
});
