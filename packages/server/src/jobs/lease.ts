import { randomUUID } from 'node:crypto';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** The lease has ended or is somebody else's: whatever hung on it must not be written. */
export class LeaseLost extends Error {
  constructor(name: string) {
    super(`the lease ${name} is lost`);
    this.name = 'LeaseLost';
  }
}

/** The right to do something that only one server does at a time, for as long as it is prolonged. */
export interface Lease {
  /**
   * Asked before each thing that is written under it; in a transaction the lease stays as it is until that ends.
   * @throws LeaseLost
   */
  require: (transaction?: Transaction) => Promise<void>;
}

const HOLDS = 'SELECT token FROM leases WHERE name = ? AND token = ? AND until > UTC_TIMESTAMP(3)';
const microseconds = (ms: number) => Math.round(ms * 1000);

/** The table that leases are rows of; made before any migration, which itself runs under one. */
export const LEASES_TABLE = `CREATE TABLE IF NOT EXISTS leases (
  name VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  token CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  until DATETIME(3) NOT NULL
)`;

/**
 * Does something that only one server may do at a time, or nothing if another does it. The lease is a row with a token; it
 * ends by the database's clock, which all servers share, and is prolonged while the work goes on, by the real clock. A server
 * that dies loses it `ms` later; one that was only slow finds out before its next write.
 *
 * @param ms how long it lasts without being prolonged
 * @returns what the work gave, or null if somebody else has the lease
 */
export async function withLease<T>(
  sequelize: Sequelize,
  name: string,
  { ms = 30_000 }: { ms?: number },
  work: (lease: Lease) => Promise<T>,
): Promise<T | null> {
  const token = randomUUID();
  // A committed update decides who has it, so that it holds on a cluster too; no lock of the server is held meanwhile.
  await sequelize.query('INSERT IGNORE INTO leases (name, token, until) VALUES (?, ?, ?)', {
    replacements: [name, token, '1970-01-02 00:00:00'],
  });
  await sequelize.query(
    'UPDATE leases SET token = ?, until = UTC_TIMESTAMP(3) + INTERVAL ? MICROSECOND WHERE name = ? AND until <= UTC_TIMESTAMP(3)',
    {
      replacements: [token, microseconds(ms), name],
    },
  );
  const holds = async (transaction?: Transaction) =>
    (
      await sequelize.query(transaction ? `${HOLDS} FOR UPDATE` : HOLDS, {
        replacements: [name, token],
        type: QueryTypes.SELECT,
        ...(transaction ? { transaction } : {}),
      })
    ).length > 0;
  if (!(await holds())) return null;
  const prolong = setInterval(() => {
    sequelize
      .query(
        'UPDATE leases SET until = UTC_TIMESTAMP(3) + INTERVAL ? MICROSECOND WHERE name = ? AND token = ? AND until > UTC_TIMESTAMP(3)',
        {
          replacements: [microseconds(ms), name, token],
        },
      )
      .catch(() => undefined);
  }, ms / 3);
  prolong.unref();
  try {
    return await work({
      require: async (transaction) => {
        if (!(await holds(transaction))) throw new LeaseLost(name);
      },
    });
  } finally {
    clearInterval(prolong);
    await sequelize.query('DELETE FROM leases WHERE name = ? AND token = ?', { replacements: [name, token] }).catch(() => undefined);
  }
}
