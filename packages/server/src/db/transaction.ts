import { DatabaseError, type Sequelize, type Transaction, type TransactionOptions } from 'sequelize';
import { moveOn } from './class-changes';

const RETRY_CODES = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD']);
const MOST_TRIES = 5;
/** Half of the pool (connect.ts). Work inside a transaction may ask something outside it; were every connection a transaction's, all would wait for ever. */
const MOST_AT_ONCE = 6;

const lanes = new WeakMap<Sequelize, { running: number; waiting: (() => void)[] }>();

async function inTurn<T>(sequelize: Sequelize, work: () => Promise<T>): Promise<T> {
  const lane = lanes.get(sequelize) ?? { running: 0, waiting: [] };
  lanes.set(sequelize, lane);
  if (lane.running >= MOST_AT_ONCE) await new Promise<void>((turn) => lane.waiting.push(turn));
  else lane.running += 1;
  try {
    return await work();
  } finally {
    // The turn goes over to the next one who waits, in the order in which they came.
    const next = lane.waiting.shift();
    if (next) next();
    else lane.running -= 1;
  }
}

/**
 * Runs work in one transaction, the whole of it again if the database gave it up for another's sake.
 * Work must therefore do nothing outside the database that may not be done twice. The classes it has changed are moved on
 * as its last step (class-changes.ts).
 */
export async function inTransaction<T>(
  sequelize: Sequelize,
  work: (transaction: Transaction) => Promise<T>,
  options: TransactionOptions = {},
): Promise<T> {
  const whole = async (transaction: Transaction): Promise<T> => {
    const result = await work(transaction);
    await moveOn(sequelize, transaction);
    return result;
  };
  for (let tries = 1; ; tries++) {
    try {
      return await inTurn(sequelize, () => sequelize.transaction(options, whole));
    } catch (error) {
      const code = error instanceof DatabaseError ? (error.parent as { code?: string }).code : undefined;
      if (code === undefined || !RETRY_CODES.has(code) || tries >= MOST_TRIES) throw error;
    }
  }
}
