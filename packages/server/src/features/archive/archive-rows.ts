import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { fromJson } from '../../db/json-column';
import type { ArchiveRow } from './archive-format';
import type { TableSchema } from './archive-schema';
import type { ArchiveTable } from './archive-tables';

const PAGE = 1000;

/** A row of the database as it stands in an archive: instants by ISO 8601, JSON as itself. */
function written(row: ArchiveRow, { properties }: TableSchema): ArchiveRow {
  return Object.fromEntries(
    Object.entries(properties).map(([column, { type, json }]) => {
      const value = row[column];
      if (value === null || value === undefined) return [column, null];
      if (json) return [column, fromJson(value)];
      if (value instanceof Date) return [column, value.toISOString()];
      return [column, type === 'boolean' || (Array.isArray(type) && type.includes('boolean')) ? Boolean(value) : value];
    }),
  );
}

/** A row of an archive as the database takes it. */
export function stored(row: ArchiveRow, { properties }: TableSchema): ArchiveRow {
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => {
      const { json, format } = properties[column]!;
      if (value === null) return [column, null];
      if (json) return [column, JSON.stringify(value)];
      // As text, since a date that is handed to no column in particular loses its thousandths.
      return [column, format === 'date-time' ? new Date(value as string).toISOString().slice(0, -1).replace('T', ' ') : value];
    }),
  );
}

const NAMED_AT_ONCE = 1000;

/** All rows of a table that are of a class, a page at a time however many there are. @param seen ids that rows before have named */
export async function* rowsOf(
  sequelize: Sequelize,
  transaction: Transaction,
  table: ArchiveTable,
  schema: TableSchema,
  { classId, seen }: { classId: string; seen: ReadonlySet<string> },
): AsyncGenerator<ArchiveRow> {
  if (!table.of.includes(':named')) return void (yield* pages(sequelize, transaction, table, schema, { id: classId }));
  const ids = [...seen];
  for (let at = 0; at < ids.length; at += NAMED_AT_ONCE)
    yield* pages(sequelize, transaction, table, schema, { id: classId, named: ids.slice(at, at + NAMED_AT_ONCE) });
}

/** Rows in the order of their key. */
async function* pages(
  sequelize: Sequelize,
  transaction: Transaction,
  { name, of, as = {} }: ArchiveTable,
  schema: TableSchema,
  asked: { id: string; named?: string[] },
): AsyncGenerator<ArchiveRow> {
  const columns = Object.keys(schema.properties).map((one) => (as[one] === undefined ? `\`${one}\`` : `${as[one]} AS \`${one}\``));
  const key = schema.key.map((one) => `\`${one}\``).join(', ');
  // A key that an archive does not have still orders its rows.
  const hidden = schema.key.filter((one) => !(one in schema.properties)).map((one) => `\`${one}\``);
  let after: unknown[] | null = null;
  for (;;) {
    const page: ArchiveRow[] = await sequelize.query<ArchiveRow>(
      `SELECT ${[...columns, ...hidden].join(', ')} FROM \`${name}\` WHERE (${of}) ${after ? `AND (${key}) > (:after)` : ''} ORDER BY ${key} LIMIT ${PAGE}`,
      { replacements: { ...asked, ...(after ? { after } : {}) }, type: QueryTypes.SELECT, transaction },
    );
    for (const row of page) yield written(row, schema);
    const last = page.at(-1);
    if (page.length < PAGE || !last) return;
    after = schema.key.map((one) => last[one]);
  }
}
