import { pino, type Logger } from 'pino';
import { BaseError } from 'sequelize';

/** Kinds of failures whose message is ours or the language's own, about code and not about what somebody wrote. */
const PLAIN = new Set(['TypeError', 'ReferenceError', 'RangeError', 'RuleError', 'Problem']);

/** Where in the code, without the message, which may repeat values. */
const placesOf = (error: Error): string[] =>
  (error.stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .map((line) => line.trim())
    .slice(0, 30);

/** The tables that a statement names, without its values. */
const tablesOf = (sql: string): string[] =>
  [...new Set([...sql.matchAll(/\b(?:FROM|INTO|UPDATE|JOIN)\s+`?(\w+)`?/gi)].map((found) => found[1]!))].slice(0, 5);

/**
 * A failure as it is logged: what kind, its code, where in the code, of the database which tables. Never a message that may hold
 * values: the database repeats whole statements with students' words in them.
 */
export function loggedError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error, of: (error as object | null | undefined)?.constructor?.name };
  const { code, errno } = error as Error & { code?: string; errno?: number };
  if (error instanceof BaseError) {
    const { parent, sql } = error as BaseError & { parent?: { code?: string; errno?: number }; sql?: string };
    return { type: error.name, code: parent?.code, errno: parent?.errno, tables: tablesOf(sql ?? ''), stack: placesOf(error) };
  }
  return { type: error.name, code, errno, ...(PLAIN.has(error.name) ? { message: error.message } : {}), stack: placesOf(error) };
}

/** JSON lines. */
export const makeLogger = (level: string): Logger => pino({ level, serializers: { err: loggedError } });
