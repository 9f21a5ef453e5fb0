import { aDatabase } from '../testing/school';
import { LEASES_TABLE, withLease } from './lease';
import { runJobs, type Job } from './run-jobs';

let database: Awaited<ReturnType<typeof aDatabase>>;
beforeAll(async () => {
  database = await aDatabase();
  await database.sequelize.query(LEASES_TABLE);
});
afterAll(() => database.drop());

it('runs its jobs in their order; one that fails keeps none of the others from running', async () => {
  const ran: string[] = [];
  const job = (name: string, work: () => void = () => undefined): Job => ({
    name,
    run: async () => {
      ran.push(name);
      work();
    },
  });
  const broken = job('broken', () => {
    throw new Error('no line');
  });
  const all = runJobs(database.sequelize, [job('first'), broken, job('last')], 0);
  await expect(all).rejects.toMatchObject({ errors: [{ message: 'broken failed', cause: { message: 'no line' } }] });
  expect(ran).toEqual(['first', 'broken', 'last']);
});

it('is passed over while another server is at it, and goes on when that one is done', async () => {
  let ran = 0;
  const jobs = [{ name: 'count', run: async () => void (ran += 1) }];
  await withLease(database.sequelize, 'round', {}, async () => {
    expect(await runJobs(database.sequelize, jobs, 0)).toBe(false);
  });
  expect(await runJobs(database.sequelize, jobs, 0)).toBe(true);
  expect(ran).toBe(1);
});

it('stops before the next job once another server has taken its lease', async () => {
  const ran: string[] = [];
  const steal = "UPDATE leases SET token = UUID() WHERE name = 'round'";
  const jobs: Job[] = [
    { name: 'slow', run: async () => void (ran.push('slow'), await database.sequelize.query(steal)) },
    { name: 'next', run: async () => void ran.push('next') },
  ];
  await runJobs(database.sequelize, jobs, 0);
  expect(ran).toEqual(['slow']);
});
