import { QueryTypes, type Sequelize } from 'sequelize';
import type { BookChanged } from '../../contract';

/**
 * What is watched: the pieces of an assignment, one work by those who share it, the book of a class, what is asked in a class
 * now, one question asked live, or one show of hands.
 */
export interface Topic {
  kind: 'assignment' | 'work' | 'class' | 'asked' | 'liveQuestion' | 'hands';
  id: string;
}
/** Ids of students whose pieces changed (of a book: of assignments), and of those about whose pieces something was written. */
export interface Changed {
  studentIds: string[];
  talked: string[];
}
/** In a book, what is more than cells: settings, roster, what is issued and how. */
const WHOLE = 'whole';

// Where names are hidden a score would tell by its moment whose nameless piece it is: until it was returned only
// what the student does counts.
const VERSION = `IF((SELECT names_hidden FROM assignments a WHERE a.id = pieces.assignment_id) AND JSON_VALUE(summary, '$.lastReturnAt') IS NULL,
  CONCAT_WS('-', active_at, seen_at, JSON_VALUE(summary, '$.handIns'), JSON_VALUE(summary, '$.handedInAt'), JSON_VALUE(summary, '$.sentBackAt')), version)`;
const MESSAGES =
  '(SELECT COUNT(*) FROM piece_messages m WHERE m.assignment_id = pieces.assignment_id AND m.student_id = pieces.student_id)';
// A piece counts up with every change of its work that anybody who shares it makes, and with every score.
const lookAt = (column: string, version: string) =>
  `SELECT ${column} AS topic, student_id AS who, CONCAT(REPLACE(${version}, ' ', 'T'), ' ', ${MESSAGES}) AS seen FROM pieces WHERE ${column} IN (:ids)`;
// Of a book one line for each assignment, not for each piece, and one for all that shapes it (db/class-changes.ts).
const BOOK = `SELECT a.class_id AS topic, a.id AS who, COALESCE(c.version, 0) AS seen
  FROM assignments a LEFT JOIN assignment_changes c ON c.assignment_id = a.id WHERE a.class_id IN (:ids)
  UNION ALL SELECT class_id, '${WHOLE}', shape FROM class_changes WHERE class_id IN (:ids)`;
// The student hears of what they and their group do and of what comes back, not of a score that is held.
// A work is saved with its text, its files, its worksheets and its papers; only the text counts its versions.
const OWN_WORK = `CONCAT_WS('-', (SELECT CONCAT_WS('-', w.version, REPLACE(w.saved_at, ' ', 'T')) FROM works w WHERE w.id = pieces.work_id), begun, JSON_VALUE(summary, '$.handIns'), JSON_VALUE(summary, '$.handedInAt'),
  JSON_VALUE(summary, '$.sentBackAt'), JSON_VALUE(summary, '$.lastReturnAt'), shown_at)`;
// Of what is asked in a lesson students hear that it is asked and what is shown of it, not of each other's answers; of notices
// that they are there or were changed.
const ASKED = `SELECT class_id AS topic, 'asked' AS who, CONCAT(COUNT(*), '-', SUM(version)) AS seen
  FROM live_questions WHERE class_id IN (:ids) GROUP BY class_id
  UNION ALL SELECT c.class_id, 'notices', CONCAT(COUNT(*), '-', SUM(n.version), '-', COALESCE(SUM(h.version), 0), '-', COALESCE(SUM(n.show_at <= UTC_TIMESTAMP(3)), 0))
  FROM notice_classes c JOIN notices n ON n.id = c.notice_id LEFT JOIN hands h ON h.notice_id = n.id
  WHERE c.class_id IN (:ids) GROUP BY c.class_id`;
// How many have chosen, and what of it was changed: never in which order, never who.
const HANDS = `SELECT h.notice_id AS topic, 'hands' AS who, CONCAT(h.version, '-',
  (SELECT COUNT(*) FROM hand_marks m WHERE m.notice_id = h.notice_id), '-',
  (SELECT CONCAT(COUNT(*), '-', COALESCE(SUM(v.version), 0)) FROM hand_votes v WHERE v.notice_id = h.notice_id)) AS seen
  FROM hands h WHERE h.notice_id IN (:ids)`;
const LIVE_QUESTION = `SELECT q.id AS topic, 'answers' AS who, CONCAT(q.version, '-', COUNT(a.id), '-', COALESCE(SUM(a.version), 0)) AS seen
  FROM live_questions q LEFT JOIN live_answers a ON a.live_question_id = q.id WHERE q.id IN (:ids) GROUP BY q.id, q.version`;
const QUERIES: Record<Topic['kind'], string> = {
  assignment: lookAt('assignment_id', VERSION),
  work: lookAt('work_id', OWN_WORK),
  class: BOOK,
  asked: ASKED,
  liveQuestion: LIVE_QUESTION,
  hands: HANDS,
};
const KINDS = Object.keys(QUERIES) as Topic['kind'][];

interface Watched {
  topic: Topic;
  listeners: Set<(changed: Changed | null) => void>;
  /** version of each student's piece as it was last seen */
  seen: Map<string, string>;
}

/**
 * Tells pages that look on what has changed. It compares versions in the database, once for however many look
 * at the same, so that it does not matter which server a student writes to; nothing is read while nobody looks.
 */
export function liveService({ sequelize }: { sequelize: Sequelize }) {
  const watched = new Map<string, Watched>();

  /** Versions of each student's piece, by topic: one question however many are watched. */
  async function look(kind: Topic['kind'], ids: readonly string[]): Promise<Map<string, Map<string, string>>> {
    const found = new Map(ids.map((id) => [id, new Map<string, string>()]));
    if (ids.length === 0) return found;
    const rows = await sequelize.query<{ topic: string; who: string; seen: string }>(QUERIES[kind], {
      type: QueryTypes.SELECT,
      replacements: { ids: [...ids] },
    });
    for (const { topic, who, seen } of rows) found.get(topic)!.set(who, String(seen));
    return found;
  }

  const service = {
    /**
     * Listens from now on. Null is said now and then when nothing changed, so that a line that broke is noticed.
     * @returns stops listening
     */
    async listen(topic: Topic, listener: (changed: Changed | null) => void): Promise<() => void> {
      const key = `${topic.kind} ${topic.id}`;
      const one = watched.get(key) ?? { topic, listeners: new Set(), seen: (await look(topic.kind, [topic.id])).get(topic.id)! };
      // Somebody else may have come while the first look was under way.
      const there = watched.get(key) ?? one;
      watched.set(key, there);
      there.listeners.add(listener);
      return () => {
        there.listeners.delete(listener);
        if (there.listeners.size === 0) watched.delete(key);
      };
    },

    /** Listens to several of one kind at once. */
    async listenToAll(kind: Topic['kind'], ids: readonly string[], listener: (changed: Changed | null) => void): Promise<() => void> {
      const stops = await Promise.all(ids.map((id) => service.listen({ kind, id }, listener)));
      return () => stops.forEach((stop) => stop());
    },

    /** Listens to the books of some classes: to which assignments' cells changed, or that more than cells did. */
    async listenToBooks(classIds: readonly string[], say: (changed: BookChanged | null) => void): Promise<() => void> {
      const tell = (changed: Changed | null) =>
        say(changed && { assignmentIds: changed.studentIds.includes(WHOLE) ? null : changed.studentIds });
      return service.listenToAll('class', classIds, tell);
    },

    /** Looks once at everything that is watched and tells what changed. */
    async poll(): Promise<void> {
      const all = [...watched.values()];
      for (const kind of KINDS) {
        const these = all.filter((one) => one.topic.kind === kind);
        const found = await look(
          kind,
          these.map((one) => one.topic.id),
        );
        for (const one of these) {
          const now = found.get(one.topic.id)!;
          const studentIds = [...now].filter(([who, seen]) => one.seen.get(who) !== seen).map(([who]) => who);
          const messages = (seen: string | undefined) => seen?.split(' ')[1] ?? '0';
          const talked = studentIds.filter((who) => messages(one.seen.get(who)) !== messages(now.get(who)));
          one.seen = now;
          if (studentIds.length > 0) for (const listener of one.listeners) listener({ studentIds, talked });
        }
      }
    },

    /** Says to everybody that the line is alive. */
    beat(): void {
      for (const { listeners } of watched.values()) for (const listener of listeners) listener(null);
    },
  };
  return service;
}

export type LiveService = ReturnType<typeof liveService>;
