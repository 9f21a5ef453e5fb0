import { DatabaseError, type Sequelize, type Transaction } from 'sequelize';

const RETRY_CODES = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD']);
const MOST_TRIES = 5;

/**
 * Runs work in one transaction, the whole of it again if the database gave it up for another's sake.
 * Work must therefore do nothing outside the database that may not be done twice.
 */
export async function inTransaction<T>(sequelize: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await sequelize.transaction(work);
    } catch (error) {
      const code = error instanceof DatabaseError ? (error.parent as { code?: string }).code : undefined;
      if (code === undefined || !RETRY_CODES.has(code) || tries >= MOST_TRIES) throw error;
    }
  }
}
