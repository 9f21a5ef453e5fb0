import type { CountOptions, FindOptions, Identifier, Model, ModelStatic } from 'sequelize';

/** Rows as plain objects, as their model says them: the one place that tells the compiler so. */

/** All rows that are asked for. */
export async function rowsOf<Row extends object>(model: ModelStatic<Model<Row>>, options: FindOptions<Row> = {}): Promise<Row[]> {
  return (await model.findAll({ ...options, raw: true })) as unknown as Row[];
}

/** The first of them; null: there is none. */
export async function rowOf<Row extends object>(model: ModelStatic<Model<Row>>, options: FindOptions<Row>): Promise<Row | null> {
  return (await model.findOne({ ...options, raw: true })) as unknown as Row | null;
}

/** The row with this key; null: there is none. */
export async function rowByKey<Row extends object>(
  model: ModelStatic<Model<Row>>,
  key: Identifier,
  options: Omit<FindOptions<Row>, 'where'> = {},
): Promise<Row | null> {
  return (await model.findByPk(key, { ...options, raw: true })) as unknown as Row | null;
}

/** How many rows there are of each value of a column that has rows. */
export async function countsBy<Row extends object>(
  model: ModelStatic<Model<Row>>,
  column: keyof Row & string,
  options: Omit<CountOptions<Row>, 'group'>,
): Promise<Map<string, number>> {
  const rows = (await model.count({ ...options, group: [column] })) as unknown as (Record<string, string> & { count: number })[];
  return new Map(rows.map((row) => [row[column]!, Number(row.count)]));
}
