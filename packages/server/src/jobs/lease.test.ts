import { aDatabase } from '../testing/school';
import { LEASES_TABLE, LeaseLost, withLease } from './lease';

let database: Awaited<ReturnType<typeof aDatabase>>;
beforeAll(async () => {
  database = await aDatabase();
  await database.sequelize.query(LEASES_TABLE);
});
afterAll(() => database.drop());
const over = (name: string) => database.sequelize.query("UPDATE leases SET until = '1970-01-02' WHERE name = ?", { replacements: [name] });

it('is one’s at a time: of ten who ask at once one does the work', async () => {
  let doing = 0;
  let most = 0;
  const work = async () => {
    most = Math.max(most, ++doing);
    await database.sequelize.query('SELECT 1');
    doing -= 1;
    return 'done';
  };
  const all = await Promise.all(Array.from({ length: 10 }, () => withLease(database.sequelize, 'a', {}, work)));
  expect(all.filter((one) => one === 'done').length).toBeGreaterThanOrEqual(1);
  expect(most).toBe(1);
  expect(await withLease(database.sequelize, 'a', {}, async () => 'again')).toBe('again');
});

it('that ended is another’s, and who had it writes nothing any more', async () => {
  const wrote: string[] = [];
  const slow = withLease(database.sequelize, 'b', {}, async (lease) => {
    await lease.require();
    wrote.push('first');
    await over('b');
    expect(await withLease(database.sequelize, 'b', {}, async (other) => other.require().then(() => wrote.push('other')))).toBe(2);
    await lease.require();
    wrote.push('too late');
  });
  await expect(slow).rejects.toThrow(LeaseLost);
  expect(wrote).toEqual(['first', 'other']);
});

it('is given back when the work fails', async () => {
  await expect(withLease(database.sequelize, 'c', {}, async () => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect(await withLease(database.sequelize, 'c', {}, async () => 1)).toBe(1);
});
