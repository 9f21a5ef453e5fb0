import type { Sequelize } from 'sequelize';
import { LeaseLost, withLease } from './lease';

/** Something that a server does by itself, again and again. */
export interface Job {
  name: string;
  run: (now: number) => Promise<unknown>;
}

/** As long as the lease lasts without being prolonged: how long a server that died keeps the others waiting. */
const LEASE_MS = 10_000;

/**
 * Runs jobs once, in their order, under one lease: of several servers one does it, the others pass it over. A job that
 * fails keeps none of the others from running. What a job must do once is besides made so by its own rows, since a server
 * that was only slow may find its lease lost in the middle of one.
 *
 * @returns whether this server did it
 * @throws AggregateError what failed, once all have run
 */
export async function runJobs(sequelize: Sequelize, jobs: readonly Job[], now: number): Promise<boolean> {
  const failed: unknown[] = [];
  const done = await withLease(sequelize, 'round', { ms: LEASE_MS }, async (lease) => {
    for (const { name, run } of jobs) {
      try {
        await lease.require();
        await run(now);
      } catch (error) {
        if (error instanceof LeaseLost) return;
        failed.push(new Error(`${name} failed`, { cause: error }));
      }
    }
  });
  if (failed.length > 0) throw new AggregateError(failed, 'Scheduled jobs failed.');
  return done !== null;
}
