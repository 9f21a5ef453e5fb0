import { Op, type Model, type ModelStatic, type Sequelize } from 'sequelize';
import { rowOf, rowsOf } from '../db/rows';
import { Problem } from '../http/problem';
import { LeaseLost, withLease, type Lease } from './lease';

/** States in which there is something to do. */
export const TO_DO = ['waiting', 'running'] as const;
const LEASE_MS = 60_000;
const MOST_TRIES = 3;

/** What a row of jobs has, whatever it is a job of. */
export interface JobRow {
  id: string;
  state: string;
  problem: string | null;
  tries: number;
  madeAt: Date;
}

/** Somebody has stopped the job meanwhile; what was begun of it is left. */
export class JobStopped extends Error {}

/**
 * Takes up jobs that wait, or that a server which stopped has left, the oldest first. Each is worked on under a lease: by one of several
 * servers, and nothing is noted by one that has lost it. A job that fails by a `Problem` has failed; by anything else it is tried again.
 *
 * @param name of its lease, before the id
 * @param most so many at a time
 * @param work does a job and notes that it is done
 * @param said what is kept of a failure; null: one that has no sentence
 * @returns how many jobs were worked on
 */
export async function workOnWaiting<Row extends JobRow>(
  { sequelize, jobs, name, most }: { sequelize: Sequelize; jobs: ModelStatic<Model<Row>>; name: string; most: number },
  work: (row: Row, lease: Lease) => Promise<void>,
  said: (problem: Problem | null) => string,
): Promise<number> {
  const model = jobs as unknown as ModelStatic<Model<JobRow>>;
  const due = await rowsOf(model, {
    attributes: ['id'],
    where: { state: { [Op.in]: TO_DO } },
    order: [
      ['madeAt', 'ASC'],
      ['id', 'ASC'],
    ],
    limit: most,
  });
  let worked = 0;
  for (const { id } of due) {
    const done = await withLease(sequelize, `${name} ${id}`, { ms: LEASE_MS }, async (lease) => {
      // As it is now: another server may have finished it since it was listed.
      const row = await rowOf(model, { where: { id, state: { [Op.in]: TO_DO } } });
      if (!row) return false;
      await model.update({ state: 'running', tries: row.tries + 1 }, { where: { id, state: row.state } });
      try {
        await work(row as Row, lease);
      } catch (error) {
        // Another server has gone on with it meanwhile, and it is that server's now; or it was stopped.
        if (error instanceof LeaseLost || error instanceof JobStopped) return true;
        const problem = error instanceof Problem ? error : null;
        if (problem || row.tries + 1 >= MOST_TRIES)
          await model.update({ state: 'failed', problem: said(problem) }, { where: { id, state: 'running' } });
        if (!problem) throw error;
      }
      return true;
    });
    if (done) worked += 1;
  }
  return worked;
}
