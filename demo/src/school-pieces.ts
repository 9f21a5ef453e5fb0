import { afterFact, NOTHING_YET, textOf, type PieceFact } from '@jolly/core';
import type { AssignmentReply } from '@jolly/server/dist/contract';
import type { Connection } from 'mysql2/promise';
import { Readable } from 'node:stream';
import type { Chance } from './chance';

/** Pieces of a whole school as rows of their tables, which go in by LOAD DATA as they are made. */
const HOUR = 3_600_000;

/** An id that looks made at random and follows from where it is used; ids of one kind rise, so that rows go in in their order. */
export function uuid(kind: string, count: number): string {
  let mixed = 0x811c9dc5;
  for (const character of `${kind} ${count}`) mixed = Math.imul(mixed ^ character.charCodeAt(0), 0x01000193) >>> 0;
  const hex = (value: number, digits: number) => (value >>> 0).toString(16).padStart(digits, '0').slice(-digits);
  const second = Math.imul(mixed ^ (mixed >>> 15), 0x2c1b3c6d) >>> 0;
  return `${hex(count, 8)}-${hex(mixed, 4)}-4${hex(mixed >>> 16, 3)}-a${hex(second, 3)}-${hex(second >>> 12, 4)}${hex(Math.imul(second, 0x297a2d39), 8)}`;
}
/** An id of a piece: nowhere near those of its class, as in a school that has grown. */
function scattered(count: number): string {
  const id = uuid('piece', count);
  return `${id.slice(28, 36)}${id.slice(8)}`;
}

const column = (value: string | number | null): string =>
  value === null ? '\\N' : typeof value === 'number' ? String(value) : value.replace(/\\/g, '\\\\');
const when = (at: number): string => new Date(at).toISOString().slice(0, 23).replace('T', ' ');

/** Rows on their way to a table. */
class Load {
  lines: string[] = [];
  constructor(
    readonly table: string,
    readonly columns: readonly string[],
  ) {}
  add(...values: (string | number | null)[]): void {
    this.lines.push(`${values.map(column).join('\t')}\n`);
  }
  async flush(connection: Connection): Promise<void> {
    const lines = this.lines.splice(0);
    if (lines.length === 0) return;
    const chunks = function* () {
      for (let start = 0; start < lines.length; start += 500) yield Buffer.from(lines.slice(start, start + 500).join(''));
    };
    await connection.query({
      sql: `LOAD DATA LOCAL INFILE 'rows' INTO TABLE ${this.table} CHARACTER SET utf8mb4 (${this.columns.join(', ')})`,
      infileStreamFactory: () => Readable.from(chunks(), { objectMode: false }),
    });
  }
}

const NO_WORDS = '{"words":{},"adjust":null,"rounds":[]}';
const SAID = JSON.stringify(textOf(''));

export function tables() {
  return {
    works: new Load('works', ['id', 'assignment_id', 'group_id', 'text', 'saved_at', 'saved_by', 'version', 'words']),
    pieces: new Load('pieces', [
      ...[
        'id',
        'assignment_id',
        'student_id',
        'work_id',
        'summary',
        'begun',
        'seen_at',
        'active_at',
        'earned_milli',
        'remark',
        'details',
        'scored_at',
        'scored_by',
        'scored_round',
      ],
      ...['held', 'returned_milli', 'returned_remark', 'returned_details', 'shown_at', 'went', 'went_line', 'said_missing', 'version'],
    ]),
    facts: new Load('piece_facts', ['id', 'piece_id', 'seq', 'kind', 'at', 'by_user', 'data']),
    handIns: new Load('hand_ins', [
      'id',
      'work_id',
      'version_no',
      'at',
      'text',
      'words',
      'receipt',
      'by_user',
      'text_fingerprint',
      'sheets',
    ]),
  };
}
export type Tables = ReturnType<typeof tables>;

/** What one student did with one assignment, and what was given for it; null: nothing at all. */
export function storyFor(
  chance: Chance,
  assignment: AssignmentReply,
  diligence: number,
  now: number,
): { facts: PieceFact[]; earned: number | null } | null {
  const { due, how, points } = assignment;
  const at = due ?? assignment.issuedAt! + 72 * HOUR;
  const facts: PieceFact[] = [];
  const begun = at - chance.between(4, 90) * HOUR;
  if (how === 'handIn') {
    if (begun > now || !chance.happens(diligence + 0.04)) return null;
    facts.push({ kind: 'opened', at: begun });
    const handed = at - chance.between(-20, 30) * HOUR * (chance.happens(0.08) ? -1 : 1) * 0.3;
    if (handed > now) return { facts, earned: null };
    facts.push({ kind: 'handedIn', at: Math.max(begun + 60_000, Math.round(handed)) });
  } else if (at > now) return null;
  const scored = at + chance.between(30, 160) * HOUR;
  if (scored > now || chance.happens(0.02)) return facts.length > 0 ? { facts, earned: null } : null;
  facts.push({ kind: 'scored', at: scored });
  const share = Math.min(1, Math.max(0.1, diligence * (0.72 + chance.next() * 0.4)));
  const earned = Math.round(((points ?? 0) / 500) * share) * 500;
  const back = scored + chance.between(1, 40) * HOUR;
  if (back > now || chance.happens(0.01)) return { facts, earned };
  facts.push({ kind: 'returned', at: back });
  if (chance.happens(0.7)) facts.push({ kind: 'read', at: back + chance.between(1, 60) * HOUR });
  return { facts, earned };
}

/** One piece as rows of its tables. */
export function addPiece(
  to: Tables,
  count: { piece: number; fact: number; handIn: number },
  at: { assignment: AssignmentReply; studentId: string; teacherId: string; text: string; words: number },
  story: NonNullable<ReturnType<typeof storyFor>>,
): void {
  const { assignment, studentId, teacherId, text, words } = at;
  const { facts, earned } = story;
  const id = scattered(count.piece++);
  let summary = NOTHING_YET;
  for (const [index, fact] of facts.entries()) {
    summary = afterFact(summary, fact);
    const given = `{"earned":${earned},"chosen":null,"remark":${SAID},"words":{},"adjust":null,"points":${assignment.points}}`;
    const data = fact.kind === 'scored' ? given : fact.kind === 'returned' ? given.replace(/,"points":\d+/, ',"rounds":[]') : '{}';
    to.facts.add(
      uuid('fact', count.fact++),
      id,
      index + 1,
      fact.kind,
      when(fact.at),
      fact.kind === 'scored' || fact.kind === 'returned' ? teacherId : studentId,
      data,
    );
  }
  const { begunAt, handedInAt, scoredAt, returnedAt } = summary;
  const written = begunAt === null ? null : text;
  to.works.add(
    id,
    assignment.id,
    null,
    written,
    begunAt === null ? null : when(begunAt),
    begunAt === null ? null : studentId,
    1,
    written === null ? 0 : words,
  );
  if (handedInAt !== null)
    to.handIns.add(uuid('hand-in', count.handIn++), id, 1, when(handedInAt), text, words, 'AAAA-BBBB-CCCC', studentId, null, '[]');
  const [given, shown] = [scoredAt === null ? null : earned, returnedAt === null ? null : earned];
  to.pieces.add(
    ...([
      id,
      assignment.id,
      studentId,
      id,
      JSON.stringify(summary),
      Number(begunAt !== null),
      begunAt && when(begunAt),
      begunAt && when(begunAt),
    ] as const),
    ...([
      given,
      SAID,
      given === null ? null : NO_WORDS,
      scoredAt && when(scoredAt),
      scoredAt && teacherId,
      0,
      Number(scoredAt !== null && returnedAt === null),
    ] as const),
    ...([shown, SAID, shown === null ? null : NO_WORDS, returnedAt && when(returnedAt), null, '', 0, facts.length] as const),
  );
}
