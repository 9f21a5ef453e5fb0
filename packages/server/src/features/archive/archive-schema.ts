import { QueryTypes, type Sequelize } from 'sequelize';
import { ARCHIVE_TABLES } from './archive-tables';

/** A column as JSON Schema says it, with what it points at: a table, `users`, a row of `any` table, or nothing that has one. */
export interface ColumnSchema {
  type: string | string[];
  format?: 'uuid' | 'date-time' | 'date' | 'sha256';
  pattern?: string;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  enum?: (string | null)[];
  /** any JSON, in the column of a table */
  json?: true;
  pointsAt?: string;
}
export interface TableSchema {
  type: 'object';
  properties: Record<string, ColumnSchema>;
  required: string[];
  additionalProperties: false;
  /** by which its rows are told apart, and ordered */
  key: string[];
}
export interface ArchiveSchema {
  $schema: string;
  title: string;
  /** a row of each table, one in a line of `data/<table>.jsonl` */
  $defs: Record<string, TableSchema>;
}

interface Column {
  tbl: string;
  col: string;
  type: string;
  nullable: 'YES' | 'NO';
  target: string | null;
  json: boolean;
  position: number;
}

const ID_OR_NOBODY = '^([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})?$';

// Where the database itself keeps no watch, because what is pointed at may be gone or is of several kinds.
const POINTS: readonly [RegExp, string][] = [
  [
    /^(by_user|scored_by|created_by|owner_id|given_by|answered_by|asked_by|saved_by|changed_by|added_by|settled_by|writer|begun_by|second_marker|student_id|user_id|author_id|reader_id|reviewer_id|family_id)$/,
    'users',
  ],
  [/^unit_id$/, 'units'],
  [/^grouping_id$/, 'groupings'],
  [/^group_id$/, 'class_groups'],
  [/^brief_id$/, 'briefs'],
  [/^class_id$/, 'classes'],
  [/^assignment_id$/, 'assignments'],
  [/^(kept_)?file_id$/, 'kept_files'],
  [/^instead_of$/, 'quiz_answers'],
  [/^work_id$/, 'works'],
  [/^notice_id$/, 'notices'],
  [/^holder_id$/, 'any'],
];
const FILE_OF: Record<string, string> = { 'work_papers.file_id': 'piece_files', 'hand_in_files.file_id': 'piece_files' };

// Older columns that hold JSON as text.
const JSON_TEXT = ['pieces.remark', 'pieces.returned_remark'];

/** A column of the database as JSON Schema. */
function schemaOf({ type, nullable, json, tbl, col, target }: Column): ColumnSchema {
  const may = <T extends string>(one: T): T | T[] => (nullable === 'YES' ? [one, 'null' as T] : one);
  if (json || JSON_TEXT.includes(`${tbl}.${col}`)) return { type: ['object', 'array', 'string', 'number', 'boolean', 'null'], json: true };
  const whole = /^(tinyint|smallint|int|bigint)\(\d+\)( unsigned)?$/.exec(type);
  if (type === 'tinyint(1)') return { type: may('boolean') };
  if (whole) {
    const bits = { tinyint: 8, smallint: 16, int: 32, bigint: 53 }[whole[1] as 'int']!;
    return whole[2]
      ? { type: may('integer'), minimum: 0, maximum: Math.min(2 ** bits - 1, Number.MAX_SAFE_INTEGER) }
      : { type: may('integer'), minimum: -(2 ** (bits - 1)), maximum: 2 ** (bits - 1) - 1 };
  }
  if (type === 'char(36)') {
    const pointsAt = target ?? FILE_OF[`${tbl}.${col}`] ?? POINTS.find(([pattern]) => pattern.test(col))?.[1];
    const points = pointsAt === undefined ? {} : { pointsAt };
    // Where the database keeps no watch, an empty text stands for nobody.
    if (target === null && nullable === 'NO' && col !== 'id') return { type: 'string', pattern: ID_OR_NOBODY, ...points };
    return { type: may('string'), format: 'uuid', ...points };
  }
  if (type.startsWith('datetime')) return { type: may('string'), format: 'date-time' };
  if (type === 'date') return { type: may('string'), format: 'date' };
  if (type === 'char(64)') return { type: may('string'), format: 'sha256' };
  const choice = /^enum\((.*)\)$/.exec(type);
  if (choice) {
    const values = choice[1]!.split(',').map((one) => one.slice(1, -1));
    return { type: may('string'), enum: nullable === 'YES' ? [...values, null] : values };
  }
  const length = /^(?:var)?char\((\d+)\)$/.exec(type)?.[1];
  const LONGEST: Record<string, number> = { text: 65_535, mediumtext: 16_777_215, longtext: 16_777_215 };
  return { type: may('string'), maxLength: length === undefined ? LONGEST[type]! : Number(length) };
}

/**
 * What an archive says of each table, from the database as it is. The file of the version that is written now
 * (`archive-1.schema.json`) was made by this; a test compares them, so that a change of a table makes a new version.
 */
export async function describeTables(sequelize: Sequelize, version: number): Promise<ArchiveSchema> {
  const names = ARCHIVE_TABLES.map((one) => one.name);
  // Each question by itself: joined, the database looks through everything of every other database it has.
  const ask = async <Row extends object>(sql: string): Promise<Row[]> =>
    sequelize.query<Row>(sql, { replacements: { names }, type: QueryTypes.SELECT });
  const listed = await ask<Omit<Column, 'target' | 'json'>>(
    `SELECT table_name AS tbl, column_name AS col, column_type AS type, is_nullable AS nullable, ordinal_position AS position
     FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name IN (:names) ORDER BY table_name, ordinal_position`,
  );
  const targets = await ask<{ tbl: string; col: string; target: string }>(
    `SELECT table_name AS tbl, column_name AS col, referenced_table_name AS target FROM information_schema.key_column_usage
     WHERE table_schema = DATABASE() AND table_name IN (:names) AND referenced_column_name = 'id'`,
  );
  const checks = await ask<{ tbl: string; clause: string }>(
    `SELECT table_name AS tbl, check_clause AS clause FROM information_schema.check_constraints
     WHERE constraint_schema = DATABASE() AND table_name IN (:names)`,
  );
  const columns = listed.map((one): Column => ({
    ...one,
    target: targets.find(({ tbl, col }) => tbl === one.tbl && col === one.col)?.target ?? null,
    json: checks.some(({ tbl, clause }) => tbl === one.tbl && clause === `json_valid(\`${one.col}\`)`),
  }));
  const keys = await ask<{ tbl: string; col: string }>(
    `SELECT table_name AS tbl, column_name AS col FROM information_schema.key_column_usage
     WHERE table_schema = DATABASE() AND constraint_name = 'PRIMARY' AND table_name IN (:names) ORDER BY table_name, ordinal_position`,
  );
  const defs = ARCHIVE_TABLES.map(({ name, leftOut = [] }) => {
    const own = columns.filter((one) => one.tbl === name && !leftOut.includes(one.col));
    const table: TableSchema = {
      type: 'object',
      properties: Object.fromEntries(own.map((one) => [one.col, schemaOf(one)])),
      required: own.map((one) => one.col),
      additionalProperties: false,
      key: keys.filter((one) => one.tbl === name).map((one) => one.col),
    };
    return [name, table] as const;
  });
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Archive of a class, version ${version}`,
    $defs: Object.fromEntries(defs),
  };
}
