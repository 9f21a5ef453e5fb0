import { QueryTypes, type Sequelize } from 'sequelize';

/** What is watched: the pieces of an assignment, or one work by those who share it. */
export type Topic = { kind: 'assignment'; id: string } | { kind: 'work'; id: string };
/** Ids of students whose pieces changed; of a work, nothing but that it did. */
export type Changed = { studentIds: string[] };

const MESSAGES = '(SELECT COUNT(*) FROM piece_messages m WHERE m.assignment_id = pieces.assignment_id AND m.student_id = pieces.student_id)';
// A piece counts up with every change of its work that anybody who shares it makes, and with every score.
const QUERIES = {
  assignment: `SELECT student_id AS who, CONCAT(version, ' ', ${MESSAGES}) AS seen FROM pieces WHERE assignment_id = :id`,
  work: `SELECT student_id AS who, CONCAT(version, ' ', ${MESSAGES}) AS seen FROM pieces WHERE work_id = :id`,
};

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

  async function look({ kind, id }: Topic): Promise<Map<string, string>> {
    const rows = await sequelize.query<{ who: string; seen: string | number }>(QUERIES[kind], { type: QueryTypes.SELECT, replacements: { id } });
    return new Map(rows.map((row) => [row.who, String(row.seen)]));
  }

  return {
    /**
     * Listens from now on. Null is said now and then when nothing changed, so that a line that broke is noticed.
     * @returns stops listening
     */
    async listen(topic: Topic, listener: (changed: Changed | null) => void): Promise<() => void> {
      const key = `${topic.kind} ${topic.id}`;
      const one = watched.get(key) ?? { topic, listeners: new Set(), seen: await look(topic) };
      // Somebody else may have come while the first look was under way.
      const there = watched.get(key) ?? one;
      watched.set(key, there);
      there.listeners.add(listener);
      return () => {
        there.listeners.delete(listener);
        if (there.listeners.size === 0) watched.delete(key);
      };
    },

    /** Looks once at everything that is watched and tells what changed. */
    async poll(): Promise<void> {
      for (const one of [...watched.values()]) {
        const now = await look(one.topic);
        const studentIds = [...now].filter(([who, seen]) => one.seen.get(who) !== seen).map(([who]) => who);
        one.seen = now;
        if (studentIds.length > 0) for (const listener of one.listeners) listener({ studentIds });
      }
    },

    /** Says to everybody that the line is alive. */
    beat(): void {
      for (const { listeners } of watched.values()) for (const listener of listeners) listener(null);
    },
  };
}

export type LiveService = ReturnType<typeof liveService>;
