import {
  cellText,
  columnFor,
  entryProblem,
  parsePoints,
  readCell,
  termOfWork,
  unmilli,
  type BookCell,
  type BookColumn,
  type EntryProblem,
} from '@jolly/core';
import type {
  BookActsReply,
  BookCellAt,
  BookCellsReply,
  BookChanged,
  BookEdit,
  BookEditsRequest,
  BookRefusal,
} from '@jolly/server/contract';
import { computed, markRaw, reactive, ref, shallowReactive, watch, type Ref } from 'vue';
import { addressOf, ApiProblem, ask } from '../../api/client';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import { spotKey, type Spot, type Wish } from './spot';
import { useKeptCells, type KeptCell } from './use-kept-cells';

export type ActKind = BookEditsRequest['kind'];

/** Why an act was not stored, with every cell it is about. What was typed is not lost: it can be sent again. */
export type Trouble =
  | { kind: 'refused'; act: ActKind; wishes: Wish[]; problems: { wish: Wish; why: KeptCell['why'] }[] }
  | { kind: 'conflict'; act: ActKind; wishes: Wish[]; theirs: { wish: Wish; cell: BookCell | null }[]; bonusConfirmed: boolean }
  | { kind: 'changedSince'; cells: BookCellAt[] }
  | { kind: 'failed'; act: ActKind; wishes: Wish[]; title: string; bonusConfirmed: boolean };

const NOTHING: BookActsReply = { undo: null, redo: null };

/** The book of a class as the page has it: its cells, what is on its way to the server, and what came of it. */
export function useBook(classId: Ref<string | null>, together: Ref<boolean>, me: string) {
  const query = computed(() => (together.value ? { sections: 'together' as const } : {}));
  const acts = ref<BookActsReply>(NOTHING);
  /** counts up with every change of a cell of the row, or of the column */
  const rowTicks = shallowReactive<number[]>([]);
  const columnTicks = shallowReactive<number[]>([]);
  const trouble = ref<Trouble | null>(null);
  /** what was entered and is not stored yet, by place */
  const pending = reactive(new Map<string, string>());
  const busy = ref(0);
  const listeners: ((spot: Spot) => void)[] = [];

  const { state, value, why, reload } = useLoad(async () => {
    if (classId.value === null) return null;
    const params = { classId: classId.value };
    const [reply, next] = await Promise.all([
      ask('GET /api/classes/:classId/book', { params, query: query.value }),
      ask('GET /api/classes/:classId/book/acts', { params }),
    ]);
    acts.value = next;
    // Thousands of cells: what changes of them is told by the ticks, not by watching each.
    return markRaw(reply);
  }, [classId, together]);

  watch(
    value,
    (reply) => {
      rowTicks.splice(0, rowTicks.length, ...(reply?.students ?? []).map(() => 0));
      columnTicks.splice(0, columnTicks.length, ...(reply?.columns ?? []).map(() => 0));
    },
    { flush: 'sync' },
  );

  /** Everything that follows from who and what is in the book, but not from what the cells hold. */
  const shape = computed(() => {
    const reply = value.value;
    if (!reply) return null;
    const columns = reply.classes.map((_, of) => reply.columns.map((column) => columnFor(column, of)));
    const terms = reply.classes.map(({ terms: own, calendar }, of) =>
      columns[of]!.map((column) => column && termOfWork(own, calendar.zone, column)),
    );
    const columnOf = new Map(
      reply.columns.flatMap(({ sets }, index) => sets.flatMap((set) => (set ? [[set.assignmentId, index] as const] : []))),
    );
    const rowOf = new Map(reply.students.map((student, index) => [`${student.of} ${student.id}`, index]));
    const classOf = new Map(reply.columns.flatMap(({ sets }) => sets.flatMap((set, of) => (set ? [[set.assignmentId, of] as const] : []))));
    return { reply, columns, terms, columnOf, rowOf, classOf };
  });

  const cellAt = ({ row, column }: Spot): BookCell | null => value.value?.cells[row]?.[column] ?? null;
  /** The column of a cell as its student's class has it. */
  const columnAt = ({ row, column }: Spot): BookColumn | null => {
    const of = value.value?.students[row]?.of;
    return of === undefined ? null : (shape.value?.columns[of]?.[column] ?? null);
  };

  const spotOf = (assignmentId: string, studentId: string): Spot | null => {
    const [column, of] = [shape.value?.columnOf.get(assignmentId), shape.value?.classOf.get(assignmentId)];
    const row = of === undefined ? undefined : shape.value!.rowOf.get(`${of} ${studentId}`);
    return column === undefined || row === undefined ? null : { row, column };
  };
  /** What was entered and not stored, in the cells it was entered in. */
  const kept = useKeptCells({
    key: computed(() => (classId.value === null ? null : `jolly-book ${me} ${classId.value}`)),
    idsOf: (spot) => {
      const [column, student] = [columnAt(spot), value.value?.students[spot.row]];
      return column && student ? `${column.id} ${student.id}` : null;
    },
    spotOf: (ids) => spotOf(...(ids.split(' ') as [string, string])),
    isStored: (spot, text) => {
      const milli = parsePoints(text);
      return [text.trim(), milli === null ? null : unmilli(milli)].includes(cellText(cellAt(spot)));
    },
  });

  watch(value, (reply) => reply && kept.settle());
  function take(cells: readonly BookCellAt[]): void {
    const known = shape.value;
    if (!known) return;
    for (const { assignmentId, studentId, cell } of cells) {
      const spot = spotOf(assignmentId, studentId);
      if (!spot) continue;
      const { row, column } = spot;
      const before = known.reply.cells[row]![column] ?? null;
      if (JSON.stringify(before) === JSON.stringify(cell)) continue;
      known.reply.cells[row]![column] = cell;
      rowTicks[row]! += 1;
      columnTicks[column]! += 1;
      for (const listener of listeners) listener(spot);
    }
    kept.settle();
  }

  /* What happens elsewhere: in another tab, on the desk, by a co-teacher, by a student who hands in. */
  async function refresh(assignmentIds: string[] | null): Promise<void> {
    if (assignmentIds === null || classId.value === null) return reload();
    const params = { classId: classId.value };
    for (let start = 0; start < assignmentIds.length; start += 100) {
      const { cells } = await ask('POST /api/classes/:classId/book/cells', {
        params,
        body: { assignmentIds: assignmentIds.slice(start, start + 100) },
      });
      take(cells);
    }
  }
  useLive<BookChanged>(
    () =>
      classId.value === null
        ? null
        : addressOf('GET /api/classes/:classId/book/live', { params: { classId: classId.value }, query: query.value }),
    // What cannot be fetched now is heard of again, or comes with the next look at the whole.
    (changed) => void refresh(changed?.assignmentIds ?? null).catch(() => undefined),
  );

  /** The version of a cell as it is looked at; none while something of one's own is on its way there. */
  const seenAt = (spot: Spot): number | undefined => (pending.has(spotKey(spot)) ? undefined : (cellAt(spot)?.version ?? 0));
  const editOf = (wish: Wish): BookEdit => ({
    assignmentId: columnAt(wish)!.id,
    studentId: value.value!.students[wish.row]!.id,
    version: wish.seen ?? cellAt(wish)?.version ?? 0,
    ...(wish.remark !== undefined ? { remark: wish.remark } : wish.restore === undefined ? { text: wish.text } : { restore: wish.restore }),
  });

  /** What is wrong with some wishes before anybody else is asked; the server asks the same again. */
  function problemsOf(wishes: readonly Wish[], bonusConfirmed: boolean): { wish: Wish; why: EntryProblem }[] {
    return wishes.flatMap((wish) => {
      const scale = value.value?.columns[wish.column]?.scale;
      if (!scale || columnAt(wish) === null) return [{ wish, why: 'notTheirs' as const }];
      if (wish.restore !== undefined) return [];
      const entry = wish.remark !== undefined ? ({ kind: 'remark' } as const) : readCell(wish.text, scale);
      const found = typeof entry === 'string' ? entry : entryProblem(cellAt(wish), entry, scale, bonusConfirmed);
      return found === null ? [] : [{ wish, why: found }];
    });
  }

  // One act after the other, so that each goes by the versions that the one before has left.
  let last: Promise<unknown> = Promise.resolve();
  function inTurn<T>(work: () => Promise<T>): Promise<T> {
    busy.value += 1;
    const mine = last.then(work, work).finally(() => (busy.value -= 1));
    last = mine.catch(() => undefined);
    return mine;
  }

  async function send(act: ActKind, wishes: Wish[], bonusConfirmed: boolean): Promise<boolean> {
    try {
      const body: BookEditsRequest = { kind: act, edits: wishes.map(editOf), bonusConfirmed };
      const { cells, undo, redo } = await ask('POST /api/classes/:classId/book/edits', { params: { classId: classId.value! }, body });
      take(cells);
      kept.drop(wishes);
      acts.value = { undo, redo };
      return true;
    } catch (error) {
      const problem = error instanceof ApiProblem ? error : null;
      // A remark stays in its own field until it is stored.
      if (act !== 'remarked') kept.keep(wishes);
      if (problem?.code === 'book.refused' || problem?.code === 'book.aboveMaximum') {
        const { problems } = problem.current as BookRefusal;
        trouble.value = {
          kind: 'refused',
          act,
          wishes,
          problems: problems.map(({ index, why: reason }) => ({ wish: wishes[index]!, why: reason })),
        };
        if (act !== 'remarked') kept.keep(wishes, new Map(problems.map(({ index, why: reason }) => [spotKey(wishes[index]!), reason])));
      } else if (problem?.code === 'conflict.changedMeanwhile' && problem.current) {
        const { cells } = problem.current as BookCellsReply;
        const changed = new Map(cells.map((one) => [`${one.assignmentId} ${one.studentId}`, one.cell]));
        const theirs = wishes.flatMap((wish) => {
          const key = `${columnAt(wish)!.id} ${value.value!.students[wish.row]!.id}`;
          return changed.has(key) ? [{ wish, cell: changed.get(key)! }] : [];
        });
        take(cells);
        // Whoever enters theirs over it has seen what is there now.
        trouble.value = { kind: 'conflict', act, wishes: wishes.map(({ seen: _, ...wish }) => wish), theirs, bonusConfirmed };
      } else trouble.value = { kind: 'failed', act, wishes, title: problem?.title ?? String(error), bonusConfirmed };
      return false;
    }
  }

  /** Enters cells as one act. What cannot be so is shown instead, and nothing of the act is stored. */
  async function enter(act: ActKind, wishes: Wish[], { bonusConfirmed = false } = {}): Promise<boolean> {
    if (wishes.length === 0) return true;
    trouble.value = null;
    const problems = problemsOf(wishes, bonusConfirmed);
    if (problems.length > 0) {
      trouble.value = { kind: 'refused', act, wishes, problems };
      if (act !== 'remarked') kept.keep(wishes, new Map(problems.map(({ wish, why: reason }) => [spotKey(wish), reason])));
      return false;
    }
    for (const wish of wishes) if (wish.restore === undefined && wish.remark === undefined) pending.set(spotKey(wish), wish.text);
    return inTurn(() => send(act, wishes, bonusConfirmed)).finally(() => wishes.forEach((wish) => pending.delete(spotKey(wish))));
  }

  /** Undoes the last act, or does again the last that was undone. */
  const turn = (way: 'undo' | 'redo'): Promise<boolean> =>
    inTurn(async () => {
      const act = acts.value[way];
      if (!act) return false;
      const params = { classId: classId.value! };
      trouble.value = null;
      try {
        const { cells, undo, redo } = await (way === 'undo'
          ? ask('POST /api/classes/:classId/book/acts/:actId/undo', { params: { ...params, actId: act.id } })
          : ask('POST /api/classes/:classId/book/acts/:actId/redo', { params: { ...params, actId: act.id } }));
        take(cells);
        acts.value = { undo, redo };
        return true;
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : null;
        if (problem?.code === 'book.changedSince') {
          const { cells } = problem.current as BookCellsReply;
          take(cells);
          trouble.value = { kind: 'changedSince', cells };
        } else {
          trouble.value = { kind: 'failed', act: 'typed', wishes: [], title: problem?.title ?? String(error), bonusConfirmed: false };
          acts.value = await ask('GET /api/classes/:classId/book/acts', { params }).catch(() => acts.value);
        }
        return false;
      }
    });

  return {
    ...{ state, value, why, reload, shape, acts, rowTicks, columnTicks, trouble, pending, busy },
    ...{ cellAt, columnAt, seenAt, enter, turn, take, refresh, kept },
    /** hears of every cell that has changed */
    onCell: (listener: (spot: Spot) => void) => void listeners.push(listener),
  };
}
export type Book = ReturnType<typeof useBook>;
