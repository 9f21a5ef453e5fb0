import { DatabaseError, QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { LEASES_TABLE, withLease, type Lease } from '../jobs/lease';
import { MIGRATIONS } from './migrations';

const LEASE_MS = 15_000;
const ASK_AGAIN_MS = 300;

/** How far a step of the schema has come; gone once the step is noted as a whole. */
const PROGRESS_TABLE = `CREATE TABLE IF NOT EXISTS schema_progress (
  step VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  done INT UNSIGNED NOT NULL,
  began INT UNSIGNED NOT NULL
)`;

/** What the database answers to a change of a table that is made already. */
const IS_MADE = new Set([
  'ER_TABLE_EXISTS_ERROR',
  'ER_BAD_TABLE_ERROR',
  'ER_DUP_FIELDNAME',
  'ER_DUP_KEYNAME',
  'ER_CANT_DROP_FIELD_OR_KEY',
  'ER_BAD_FIELD_ERROR',
  'ER_KEY_COLUMN_DOES_NOT_EXITS',
  'ER_DUP_CONSTRAINT_NAME',
  'ER_FK_DUP_NAME',
  'ER_CANT_CREATE_TABLE',
]);

const changesRows = (sql: string) => /^\s*(INSERT|UPDATE|DELETE|REPLACE)\b/i.test(sql);

const storageOf = (sequelize: Sequelize) => new SequelizeStorage({ sequelize, tableName: 'schema_steps' });

/**
 * The statements of a step, from where they ended. Rows are changed together with the note that they are; a change of a table
 * cannot be, but the database makes it whole or not at all: of one that was begun and not noted it is tried again, and that it
 * is made already is as good.
 */
async function runFrom(sequelize: Sequelize, step: string, statements: readonly string[], lease: Lease | null): Promise<void> {
  await sequelize.query('INSERT IGNORE INTO schema_progress (step, done, began) VALUES (?, 0, 0)', { replacements: [step] });
  const [at] = await sequelize.query<{ done: number; began: number }>('SELECT done, began FROM schema_progress WHERE step = ?', {
    replacements: [step],
    type: QueryTypes.SELECT,
  });
  const { done, began } = at!;
  for (const [index, sql] of statements.entries()) {
    const number = index + 1;
    if (number <= done) continue;
    await lease?.require();
    if (changesRows(sql)) {
      await sequelize.transaction(async (transaction) => {
        await sequelize.query(sql, { transaction });
        await sequelize.query('UPDATE schema_progress SET done = ?, began = ? WHERE step = ?', {
          replacements: [number, number, step],
          transaction,
        });
      });
      continue;
    }
    await sequelize.query('UPDATE schema_progress SET began = ? WHERE step = ?', { replacements: [number, step] });
    await sequelize.query(sql).catch((error: unknown) => {
      const code = error instanceof DatabaseError ? (error.parent as { code?: string }).code : undefined;
      if (number !== began || code === undefined || !IS_MADE.has(code)) throw error;
    });
    await sequelize.query('UPDATE schema_progress SET done = ? WHERE step = ?', { replacements: [number, step] });
  }
}

function umzugFor(sequelize: Sequelize, lease: Lease | null) {
  return new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: () => runFrom(sequelize, name, up, lease),
      down: () => runFrom(sequelize, `${name} back`, down, lease),
    })),
    storage: storageOf(sequelize),
    logger: undefined,
  });
}

export interface MigrateSettings {
  /** sets the database aside; called before anything is changed in one that has something in it */
  setAside?: (lastStep: string) => Promise<void>;
  leaseMs?: number;
}

/**
 * Applies the steps that are missing: one server at a time, the others wait; and from where a server that was killed has come to.
 * @throws when the database has steps in another order than this program knows: an older program must not
 *   work on a newer database
 */
export async function migrate(sequelize: Sequelize, { setAside, leaseMs = LEASE_MS }: MigrateSettings = {}): Promise<string[]> {
  await sequelize.query(LEASES_TABLE);
  for (;;) {
    const made = await withLease(sequelize, 'migrations', { ms: leaseMs }, async (lease) => {
      await sequelize.query(PROGRESS_TABLE);
      // Asked of the storage: the library itself lists only the steps it knows.
      const applied = await storageOf(sequelize).executed();
      const known = MIGRATIONS.map((step) => step.name);
      if (applied.some((name, index) => known[index] !== name)) {
        throw new Error(`The database was made by another version: it has ${applied.at(-1)}, this program ends at ${known.at(-1)}.`);
      }
      if (applied.length < known.length && applied.length > 0) await setAside?.(applied.at(-1)!);
      const steps = (await umzugFor(sequelize, lease).up()).map((step) => step.name);
      await sequelize.query('DELETE FROM schema_progress');
      return steps;
    });
    if (made !== null) return made;
    await new Promise((again) => setTimeout(again, ASK_AGAIN_MS));
  }
}

/** Takes every step back; only tests do this. */
export async function unmigrate(sequelize: Sequelize): Promise<void> {
  await sequelize.query(PROGRESS_TABLE);
  await umzugFor(sequelize, null).down({ to: 0 });
  await sequelize.query('DELETE FROM schema_progress');
}
