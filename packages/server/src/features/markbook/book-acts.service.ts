import { entryProblem, isEntered, readCell, type BookCell, type CellEntry, type EntryProblem } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type {
  AssignmentReply,
  BookAct,
  BookActKind,
  BookActsReply,
  BookCellAt,
  BookEdit,
  BookEditsReply,
  BookKept,
  BookRefusal,
  WhyScored,
} from '../../contract';
import { batches } from '../../db/batches';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import type { Teacher } from '../marking/desk.service';
import { requireScore } from '../marking/scoring.service';
import type { BoardService } from '../pieces/board.service';
import type { OpenPiece } from '../pieces/open-pieces';

import type { PiecesService } from '../pieces/pieces.service';
import type { RowsService } from '../collecting/rows.service';
import type { BookService } from './book.service';
import { fromKept, keptOf, keyOf, onceGiven, put, wanted, withRemark } from './book-kept';
import { defineMarkBook, type BookActRow } from './markbook.model';
import { toScale } from './markbook.mapper';
import { type LeanSight, teacherViewer } from '../pieces/sight';

/** So far back one's acts can be undone. */
const MOST_ACTS = 200;

const toAct = ({ id, kind, cells, at }: BookActRow): BookAct => ({ id, kind, cells, at: at.getTime() });

/** A cell that is to be changed, with all that is known of it. */
interface Planned {
  edit: BookEdit;
  sight: LeanSight;
  cell: BookCell;
  entry: CellEntry | { kind: 'restore'; score: NonNullable<BookKept['score']> };
  /** where only the remark is changed: the new one */
  remark: string;
}

/** What an act is about: assignments by their ids, and the classes they are of. */
interface Mine {
  all: ReadonlyMap<string, AssignmentReply>;
  classes: SchoolClass[];
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  exceptions: ExceptionsService;
  board: BoardService;
  pieces: PiecesService;
  book: BookService;
  rows: RowsService;
}

/** Entering in a mark book, undoing and doing again. */
export function bookActsService({ sequelize, classes, assignments, exceptions, board, pieces, book, rows: notes }: Collaborators) {
  const { acts, changes } = defineMarkBook(sequelize);

  /** Assignments of classes in which this teacher may score, all issued, with these classes. @throws Problem `thing.unknown` */
  async function mine(teacher: Teacher, classId: string, ids: readonly string[], now: number): Promise<Mine> {
    const own = await classes.forTeacher(teacher, 'score.write', classId);
    const list = (await assignments.byIds([...new Set(ids)])).filter((one) => isIssued(one, now));
    const others = [...new Set(list.map((one) => one.classId))].filter((id) => id !== classId);
    const found = [own, ...(await Promise.all(others.map((id) => classes.forTeacher(teacher, 'score.write', id))))];
    if (list.length < new Set(ids).size) throw new Problem('thing.unknown');
    return { all: new Map(list.map((one) => [one.id, one])), classes: found };
  }

  /** The sights and cells of some places. */
  async function lookAt(teacher: Teacher, { all, classes: found }: Mine, studentIds: string[], now: number) {
    const list = [...all.values()];
    const sights = await board
      .as(teacherViewer(teacher))
      .lean({ classes: found, assignments: list, studentIds: [...new Set(studentIds)], now });
    const cells = await book.toCells(sights, list);
    return new Map(
      sights.map((sight, index) => [
        keyOf({ assignmentId: sight.assignment.id, studentId: sight.member.student.id }),
        { sight, cell: cells[index]! },
      ]),
    );
  }

  /** Next to be undone: the last act not undone. Next to be done again: the first of those undone since. */
  async function nextActs(
    teacher: Teacher,
    classId: string,
    transaction?: Transaction,
  ): Promise<{ undo: BookActRow | null; redo: BookActRow | null; last: number }> {
    const rows = await rowsOf(acts, {
      where: { classId, byUser: teacher.userId },
      order: [['place', 'DESC']],
      limit: MOST_ACTS,
      ...(transaction ? { transaction, lock: true } : {}),
    });
    const undo = rows.find((row) => !row.undone) ?? null;
    const redo = rows.filter((row) => row.undone && !row.gone && row.place > (undo?.place ?? -1)).at(-1) ?? null;
    return { undo, redo, last: rows[0]?.place ?? 0 };
  }
  const told = async (teacher: Teacher, classId: string): Promise<BookActsReply> => {
    const { undo, redo } = await nextActs(teacher, classId);
    return { undo: undo && toAct(undo), redo: redo && toAct(redo) };
  };
  async function fresh(
    teacher: Teacher,
    known: Mine,
    ats: readonly { assignmentId: string; studentId: string }[],
    now: number,
  ): Promise<BookCellAt[]> {
    const cells = await lookAt(
      teacher,
      known,
      ats.map((one) => one.studentId),
      now,
    );
    return ats.map(({ assignmentId, studentId }) => ({
      assignmentId,
      studentId,
      cell: cells.get(keyOf({ assignmentId, studentId }))?.cell ?? null,
    }));
  }

  /**
   * Puts cells in order in one transaction, exceptions too; all of them or none.
   * @param decide what each is to hold, from what it holds; null: somebody else has changed it
   * @returns places that somebody else has changed, nothing having been stored, or what each held before and holds now
   */
  async function putAll(
    teacher: Teacher,
    ats: readonly { assignmentId: string; studentId: string }[],
    all: ReadonlyMap<string, AssignmentReply>,
    { why, now }: { why: WhyScored; now: number },
    decide: (piece: OpenPiece, kept: BookKept) => BookKept | null,
    andThen: (
      rows: { assignmentId: string; studentId: string; before: BookKept; after: BookKept }[],
      transaction: Transaction,
    ) => Promise<void>,
  ): Promise<{ assignmentId: string; studentId: string }[]> {
    return pieces.changeAll([...ats], async (opened) => {
      const { transaction } = opened[0]!;
      const [excused, marks] = [
        await exceptions.excusedOn([...all.keys()], transaction),
        await notes.marksOn([...all.keys()], transaction),
      ];
      const done: Parameters<typeof andThen>[0] = [];
      const stale: { assignmentId: string; studentId: string }[] = [];
      for (const piece of opened) {
        const { assignmentId, studentId } = piece.record;
        const key = keyOf(piece.record);
        const before = keptOf(piece.record, { excused: excused.has(key), mark: marks.get(key) ?? null });
        const after = decide(piece, before);
        if (after === null) stale.push({ assignmentId, studentId });
        else done.push({ assignmentId, studentId, before, after });
      }
      if (stale.length > 0) return stale;
      const byKey = new Map(done.map((one) => [keyOf(one), one]));
      for (const piece of opened)
        put(piece, all.get(piece.record.assignmentId)!, byKey.get(keyOf(piece.record))!.after, teacher.userId, now, why);
      await exceptions.setExcused(
        done
          .filter(({ before, after }) => before.excused !== after.excused)
          .map(({ assignmentId, studentId, after }) => ({ assignmentId, studentId, excused: after.excused })),
        teacher.userId,
        now,
        transaction,
      );
      await notes.setMarks(
        done
          .filter(({ before, after }) => before.mark !== after.mark)
          .map(({ assignmentId, studentId, after }) => ({ assignmentId, studentId, mark: after.mark })),
        teacher.userId,
        now,
        transaction,
      );
      await andThen(done, transaction);
      return [];
    });
  }

  /** Undoes an act or does it again, where every cell still holds what the act, or its undoing, left there. */
  async function turn(teacher: Teacher, classId: string, way: 'undo' | 'redo', actId: string, now: number): Promise<BookEditsReply> {
    await classes.forTeacher(teacher, 'score.write', classId);
    const act = (await nextActs(teacher, classId))[way];
    if (!act || act.id !== actId) throw new Problem('book.notNext');
    const rows = await rowsOf(changes, { where: { actId } });
    const known = await mine(
      teacher,
      classId,
      rows.map((row) => row.assignmentId),
      now,
    );
    const byKey = new Map(rows.map((row) => [keyOf(row), { before: row.valueBefore, after: row.valueAfter }]));
    const stale = await putAll(
      teacher,
      rows,
      known.all,
      { why: way === 'undo' ? 'undone' : 'redone', now },
      (piece, kept) => {
        const stored = byKey.get(keyOf(piece.record))!;
        const [before, after] = [fromKept(stored.before, kept.mark), fromKept(stored.after, kept.mark)];
        const [from, to] = way === 'undo' ? [after, before] : [before, after];
        // A score that the student has by now is corrected, not taken out.
        const shown = to.score === null && kept.score !== null && piece.record.summary.returnedAt !== null;
        return isDeepStrictEqual(kept, from) && !shown ? to : null;
      },
      async (_, transaction) => {
        const [changed] = await acts.update({ undone: way === 'undo' }, { where: { id: actId, undone: way === 'redo' }, transaction });
        if (changed === 0) throw new Problem('book.notNext');
      },
    );
    if (stale.length > 0) throw new Problem('book.changedSince', { current: { cells: await fresh(teacher, known, stale, now) } });
    return { cells: await fresh(teacher, known, rows, now), changed: rows.length, ...(await told(teacher, classId)) };
  }

  const service = {
    /** What could be undone and done again. */
    async acts(teacher: Teacher, classId: string): Promise<BookActsReply> {
      await classes.forTeacher(teacher, 'book.look', classId);
      return told(teacher, classId);
    },

    /**
     * Enters many cells as one act, checked before anything is stored: all of them or none.
     * @throws Problem `book.refused` naming each cell that cannot be so, `book.aboveMaximum` to be confirmed,
     *   `conflict.changedMeanwhile` with the cells that somebody else changed
     */
    async enter(
      teacher: Teacher,
      classId: string,
      act: { kind: BookActKind; edits: readonly BookEdit[]; bonusConfirmed?: boolean },
      now: number,
    ): Promise<BookEditsReply> {
      const { kind, edits, bonusConfirmed = false } = act;
      const about = await mine(
        teacher,
        classId,
        edits.map((edit) => edit.assignmentId),
        now,
      );
      const known = await lookAt(
        teacher,
        about,
        edits.map((edit) => edit.studentId),
        now,
      );
      if (new Set(edits.map(keyOf)).size < edits.length)
        throw new Problem('request.malformed', { errors: [fieldProblem('edits', 'book.twice')] });
      const given = await pieces.givenIn(edits.flatMap((edit) => edit.restore ?? []));
      const planned: Planned[] = [];
      const problems: { index: number; why: EntryProblem; edit: BookEdit }[] = [];
      for (const [index, edit] of edits.entries()) {
        const at = known.get(keyOf(edit));
        if (!at) throw new Problem('thing.unknown');
        const { sight, cell } = at;
        const scale = toScale(sight.assignment);
        const read =
          edit.remark !== undefined
            ? { kind: 'remark' as const }
            : edit.restore === undefined
              ? readCell(edit.text ?? '', scale)
              : { kind: 'restore' as const, score: onceGiven(sight, given.get(edit.restore)) };
        const asEntry: CellEntry | EntryProblem =
          typeof read === 'string' || read.kind !== 'restore'
            ? read
            : read.score.earned === null
              ? { kind: 'empty' }
              : { kind: 'points', earned: read.score.earned };
        const why =
          typeof asEntry === 'string' ? asEntry : entryProblem(cell, asEntry, scale, bonusConfirmed || edit.restore !== undefined);
        if (why !== null) problems.push({ index, why, edit });
        else if (typeof read !== 'string' && (read.kind === 'restore' || !isEntered(cell!, read)))
          planned.push({ edit, sight, cell: cell!, entry: read, remark: edit.remark ?? '' });
      }
      if (problems.length > 0) {
        const onlyAbove = problems.every(({ why }) => why === 'aboveMaximum');
        const errors = problems.slice(0, 100).map(({ index, why, edit }) => {
          const { sight } = known.get(keyOf(edit))!;
          const cell = `${fullName(sight.member.student)}, ${sight.assignment.title}: “${edit.text ?? edit.remark ?? ''}”`;
          return fieldProblem(`edits.${index}`, `book.${why}`, { cell });
        });
        const current: BookRefusal = { problems: problems.map(({ index, why }) => ({ index, why })) };
        throw new Problem(onlyAbove ? 'book.aboveMaximum' : 'book.refused', { errors, current });
      }
      if (planned.length === 0) return { cells: await fresh(teacher, about, edits, now), changed: 0, ...(await told(teacher, classId)) };
      const byKey = new Map(planned.map((one) => [keyOf(one.edit), one]));
      let done: BookAct | null = null;
      const stale = await putAll(
        teacher,
        planned.map(({ edit }) => edit),
        about.all,
        { why: kind, now },
        (piece, kept) => {
          const { edit, entry, sight, remark } = byKey.get(keyOf(piece.record))!;
          if (piece.record.version !== edit.version) return null;
          if (entry.kind === 'remark') return withRemark(kept, remark);
          const after =
            entry.kind === 'restore' ? { ...kept, saidMissing: false, score: entry.score } : wanted(kept, entry, sight.assignment);
          if (after.score?.earned != null) requireScore(sight.assignment, after.score.earned, true);
          return after;
        },
        async (rows, transaction) => {
          const { undo, last } = await nextActs(teacher, classId, transaction);
          // What was undone before this cannot be done again after it.
          await acts.update(
            { gone: true },
            { where: { classId, byUser: teacher.userId, undone: true, gone: false, place: { [Op.gt]: undo?.place ?? -1 } }, transaction },
          );
          const row: BookActRow = {
            id: randomUUID(),
            classId,
            byUser: teacher.userId,
            place: last + 1,
            at: new Date(now),
            kind,
            cells: rows.length,
            undone: false,
            gone: false,
          };
          await acts.create(row, { transaction });
          done = toAct(row);
          for (const some of batches(rows))
            await changes.bulkCreate(
              some.map(({ assignmentId, studentId, before, after }) => ({
                actId: row.id,
                assignmentId,
                studentId,
                valueBefore: before,
                valueAfter: after,
              })),
              { transaction },
            );
        },
      );
      if (stale.length > 0) throw new Problem('conflict.changedMeanwhile', { current: { cells: await fresh(teacher, about, stale, now) } });
      return { cells: await fresh(teacher, about, edits, now), changed: planned.length, undo: done!, redo: null };
    },

    undo: (teacher: Teacher, classId: string, actId: string, now: number) => turn(teacher, classId, 'undo', actId, now),
    redo: (teacher: Teacher, classId: string, actId: string, now: number) => turn(teacher, classId, 'redo', actId, now),
  };
  return service;
}
export type BookActsService = ReturnType<typeof bookActsService>;
