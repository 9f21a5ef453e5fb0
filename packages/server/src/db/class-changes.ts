import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/**
 * What the pages of a class follow from, as one number a class: each transaction that changes any of it moves the number on
 * in the same commit. Mark books, boards and live pages compare the number instead of looking through the tables.
 *
 * `version` counts every change, `shape` those that are more than cells of a mark book: settings, roster, groups, what is set.
 */
export interface Change {
  /** assignments of which something in the rows of students changed: pieces, scores, dates of their own, notes of absence */
  cellsOf?: readonly string[];
  /** classes of which anything else changed */
  classes?: readonly string[];
  /** the same, by an assignment of theirs: how it is marked */
  assignments?: readonly string[];
  /** the same, by a brief that they have */
  briefs?: readonly string[];
  /** the same, by the school calendar they go by */
  calendars?: readonly string[];
  /** the same, by a student in them: their name */
  students?: readonly string[];
}

const KINDS = ['cellsOf', 'classes', 'assignments', 'briefs', 'calendars', 'students'] as const;
type Noted = Record<(typeof KINDS)[number], Set<string>>;
const noted = new WeakMap<Transaction, Noted>();

/**
 * Notes in a transaction what it changes. The numbers themselves are moved on last, just before the commit
 * (`inTransaction` does it): many students hand in at once, and nobody is to wait for a class's row longer than for that.
 */
export function noteChange(transaction: Transaction, change: Change): void {
  const all = noted.get(transaction) ?? (Object.fromEntries(KINDS.map((kind) => [kind, new Set()])) as Noted);
  noted.set(transaction, all);
  for (const kind of KINDS) for (const id of change[kind] ?? []) all[kind].add(id);
}

const CLASSES: Record<(typeof KINDS)[number], string> = {
  cellsOf: 'SELECT class_id AS id, 0 AS shaped FROM assignments WHERE id IN (:cellsOf)',
  classes: 'SELECT id, 1 FROM classes WHERE id IN (:classes)',
  assignments: 'SELECT class_id, 1 FROM assignments WHERE id IN (:assignments)',
  briefs: 'SELECT class_id, 1 FROM assignments WHERE brief_id IN (:briefs)',
  calendars: 'SELECT id, 1 FROM classes WHERE calendar_id IN (:calendars)',
  students: 'SELECT class_id, 1 FROM class_students WHERE user_id IN (:students)',
};

/** Moves on the numbers of whatever was noted. Rows are taken in the order of their ids, so that two transactions cannot lock each other out. */
export async function moveOn(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const all = noted.get(transaction);
  if (!all) return;
  noted.delete(transaction);
  const kinds = KINDS.filter((kind) => all[kind].size > 0);
  if (kinds.length === 0) return;
  const replacements = Object.fromEntries(kinds.map((kind) => [kind, [...all[kind]]]));
  const moved = kinds.map((kind) => CLASSES[kind]).join(' UNION ALL ');
  await sequelize.query(
    `INSERT INTO class_changes (class_id, version, shape)
     SELECT id, 1, MAX(shaped) FROM (SELECT NULL AS id, 0 AS shaped FROM DUAL WHERE FALSE UNION ALL ${moved}) AS moved GROUP BY id ORDER BY id
     ON DUPLICATE KEY UPDATE version = version + 1, shape = shape + VALUES(shape)`,
    { replacements, transaction },
  );
  if (all.cellsOf.size === 0) return;
  await sequelize.query(
    `INSERT INTO assignment_changes (assignment_id, version) SELECT id, 1 FROM assignments WHERE id IN (:cellsOf) ORDER BY id
     ON DUPLICATE KEY UPDATE version = version + 1`,
    { replacements, transaction },
  );
}

// A student who is in two classes that have a brief gets it in one of them, so a class follows from its twins too.
const STAMPS = `SELECT follows.class_id AS id, GROUP_CONCAT(follows.twin_id, ' ', COALESCE(c.version, 0) ORDER BY follows.twin_id) AS stamp
  FROM (SELECT id AS class_id, id AS twin_id FROM classes WHERE id IN (:ids)
    UNION SELECT a.class_id, twin.class_id FROM assignments a JOIN assignments twin ON twin.brief_id = a.brief_id WHERE a.class_id IN (:ids)) AS follows
  JOIN classes k ON k.id = follows.class_id LEFT JOIN class_changes c ON c.class_id = follows.twin_id
  GROUP BY follows.class_id ORDER BY k.name, k.id`;

/**
 * Of each class a stamp that is another one as soon as anything its pages follow from has changed. Read it before what it
 * stamps: what is loaded later is at least as new, and is then loaded once too often, never once too seldom.
 * @returns by id of class, in the order of their names
 */
export async function stampsOf(sequelize: Sequelize, classIds: readonly string[]): Promise<Map<string, string>> {
  if (classIds.length === 0) return new Map();
  const rows = await sequelize.query<{ id: string; stamp: string }>(STAMPS, {
    type: QueryTypes.SELECT,
    replacements: { ids: [...classIds] },
  });
  return new Map(rows.map((row) => [row.id, row.stamp]));
}
