import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { MIGRATIONS } from './migrations';

const storageOf = (sequelize: Sequelize) => new SequelizeStorage({ sequelize, tableName: 'schema_steps' });

function umzugFor(sequelize: Sequelize) {
  const run = async (statements: string[]) => {
    for (const sql of statements) await sequelize.query(sql);
  };
  return new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({ name, up: () => run(up), down: () => run(down) })),
    storage: storageOf(sequelize),
    logger: undefined,
  });
}

/**
 * Applies the steps that are missing.
 * @throws when the database has steps in another order than this program knows: an older program must not
 *   work on a newer database
 */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = umzugFor(sequelize);
  // Asked of the storage: the library itself lists only the steps it knows.
  const applied = await storageOf(sequelize).executed();
  const known = MIGRATIONS.map((step) => step.name);
  if (applied.some((name, index) => known[index] !== name)) {
    throw new Error(`The database was made by another version: it has ${applied.at(-1)}, this program ends at ${known.at(-1)}.`);
  }
  return (await umzug.up()).map((step) => step.name);
}

/** Takes every step back; only tests do this. */
export async function unmigrate(sequelize: Sequelize): Promise<void> {
  await umzugFor(sequelize).down({ to: 0 });
}
