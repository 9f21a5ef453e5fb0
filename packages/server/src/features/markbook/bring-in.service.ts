import { cellText, entryProblem, isEntered, readBookTable, readCell, tableHeads, unmilli, type CellEntry } from '@jolly/core';
import { createHash } from 'node:crypto';
import type { BookBringInReply, BookEdit, BookEditsReply } from '../../contract';
import { decodeTable, isZip, readCsv, readTable, TableError, unzip, workbookKind } from '../../files/read-table';
import { Problem } from '../../http/problem';
import type { Teacher } from '../marking/desk.service';
import type { RosterService } from '../roster/roster.service';
import type { BookActsService } from './book-acts.service';
import { resultsAsTable, type ResultsFor } from './read-results';
import type { TakeOutService } from './take-out.service';

/** More than a class and a year, and not more than can be read at once. */
const BOUNDS = { rows: 1500, columns: 420 };
const MOST_RESULTS = 200_000;

/** An entry as it will stand in the cell. */
function written(entry: CellEntry): string {
  switch (entry.kind) {
    case 'points':
      return String(unmilli(entry.earned));
    case 'word':
      return entry.word;
    case 'done':
      return entry.done ? 'd' : 'n';
    case 'excused':
      return 'x';
    case 'missing':
      return 'm';
    default:
      return '';
  }
}

/** A table of scores: text, a workbook, or the results of a OneRoster bundle. @throws TableError */
async function readScores(bytes: Buffer, against: ResultsFor): Promise<string[][]> {
  if (isZip(bytes)) {
    const entries = await unzip(bytes);
    if (workbookKind(entries) === null) {
      const files = new Map(entries.map(({ name, bytes: part }) => [name.split('/').pop()!.toLowerCase(), part]));
      const parsed = new Map(
        [...files]
          .filter(([name]) => name.endsWith('.csv'))
          .map(([name, part]) => [name, readCsv(decodeTable(part).text, ',', { rows: MOST_RESULTS, columns: 60 })]),
      );
      const table = resultsAsTable(parsed, against);
      if (table === null) throw new TableError('notReadable');
      return table;
    }
  }
  return readTable(bytes, BOUNDS);
}

/**
 * Bringing scores in from a table. Nothing is kept between looking and confirming: the same file comes again with
 * the digest of what was shown, and is taken in only if it would still do the same.
 */
export function bringInService({
  takeOut,
  bookActs,
  roster,
}: {
  takeOut: TakeOutService;
  bookActs: BookActsService;
  roster: RosterService;
}) {
  async function plan(
    teacher: Teacher,
    classId: string,
    bytes: Buffer,
    now: number,
  ): Promise<{ reply: BookBringInReply; edits: BookEdit[] }> {
    const [{ out, reply: book }, members] = await Promise.all([
      takeOut.outOf(teacher, classId, { viewpoint: 'teacher' }, now),
      roster.detailsOf(classId),
    ]);
    const heads = tableHeads(out.columns);
    const bySource = new Map(members.flatMap(({ student }) => [student.id, student.sourceId].map((key) => [key, student.id])));
    const rows = await readScores(bytes, {
      studentOf: (sourcedId) => bySource.get(sourcedId),
      columns: out.columns.map(({ id, title }, at) => ({ id, title, head: heads[at]! })),
    }).catch((error: unknown) => {
      throw error instanceof TableError ? new Problem(error.why === 'tooLarge' ? 'book.tooLarge' : 'book.notReadable') : error;
    });
    const read = readBookTable(
      rows,
      members.map(({ student }) => student),
      heads,
    );
    if (read.columns === 0) throw new Problem('book.noTitles');
    const scaleOf = new Map(book.columns.map((column) => [column.sets[0]?.assignmentId, column.scale]));
    const rowOf = new Map(out.students.map((student, index) => [student.id, index]));
    const reply: BookBringInReply = {
      digest: '',
      students: read.students,
      columns: read.columns,
      changes: [],
      same: 0,
      problems: [...read.problems],
    };
    const edits: BookEdit[] = [];
    for (const { row, studentId, column, text } of read.cells) {
      const { id: assignmentId, title } = out.columns[column]!;
      const place = rowOf.get(studentId)!;
      const cell = out.cells[place]![column] ?? null;
      const scale = scaleOf.get(assignmentId)!;
      const entry = readCell(text, scale);
      const why = typeof entry === 'string' ? entry : entryProblem(cell, entry, scale, true);
      if (why !== null || typeof entry === 'string') reply.problems.push({ row, column: title, value: text, why: why ?? 'notRead' });
      else if (isEntered(cell!, entry)) reply.same += 1;
      else {
        const { givenName, familyName } = out.students[place]!;
        const above = entry.kind === 'points' && scale.points !== null && entry.earned > scale.points;
        reply.changes.push({
          studentId,
          student: { givenName, familyName },
          assignmentId,
          title,
          from: cellText(cell),
          to: written(entry),
          above,
        });
        edits.push({ assignmentId, studentId, version: cell!.version, text });
      }
    }
    reply.digest = createHash('sha256')
      .update(JSON.stringify([reply.changes, edits]))
      .digest('hex')
      .slice(0, 32);
    return { reply, edits };
  }

  return {
    /** What a table would change, cell by cell. */
    preview: async (teacher: Teacher, classId: string, bytes: Buffer, now: number): Promise<BookBringInReply> =>
      (await plan(teacher, classId, bytes, now)).reply,

    /**
     * Takes in what the preview showed, as one act that can be undone; what could not be read is left out, as shown.
     * @throws Problem `book.changedMeanwhile` if it would do something else by now, `book.nothingToDo`
     */
    async confirm(teacher: Teacher, classId: string, bytes: Buffer, digest: string, now: number): Promise<BookEditsReply> {
      const { reply, edits } = await plan(teacher, classId, bytes, now);
      if (reply.digest !== digest) throw new Problem('book.changedMeanwhile');
      if (edits.length === 0) throw new Problem('book.nothingToDo');
      return bookActs.enter(teacher, classId, { kind: 'broughtIn', edits, bonusConfirmed: true }, now);
    },
  };
}

export type BringInService = ReturnType<typeof bringInService>;
