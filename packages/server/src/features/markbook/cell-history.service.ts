import { isBlank, NOTHING_YET } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type { BookKept, CellHistoryEntry, CellHistoryReply, Chosen, WhyScored } from '../../contract';
import { fromJson } from '../../db/json-column';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { Teacher } from '../marking/desk.service';
import type { BoardService } from '../pieces/board.service';
import type { PiecesService } from '../pieces/pieces.service';
import type { BookService } from './book.service';
import { defineMarkBook } from './markbook.model';
import { type LeanSight, teacherViewer } from '../pieces/sight';

const MOST_ENTRIES = 300;
const TOLD: ReadonlySet<string> = new Set(['scored', 'unscored', 'rescaled', 'returned', 'sentBack', 'handedIn', 'takenBack']);

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  book: BookService;
}

/** What happened to the cells of mark books. */
export function cellHistoryService({ sequelize, accounts, classes, assignments, board, pieces, book }: Collaborators) {
  const { acts, changes } = defineMarkBook(sequelize);
  return {
    /**
     * Everything that happened to a cell, newest first. Of what is marked without names there is none, nor for
     * whoever has to give a second score first.
     */
    async history(teacher: Teacher, at: { assignmentId: string; studentId: string }, now: number): Promise<CellHistoryReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', at.assignmentId);
      const found = isIssued(assignment, now)
        ? await board
            .as(teacherViewer(teacher))
            .lean({ classes: await classes.load([assignment.classId]), assignments: [assignment], studentIds: [at.studentId], now })
        : [];
      const [cell] = await book.toCells(found, [assignment]);
      if (!cell || cell.locked) throw new Problem('thing.unknown');
      const [sight] = found as [LeanSight];
      const facts = sight.record === null ? [] : await pieces.factsOf(sight.record.id, MOST_ENTRIES);
      const rows = await rowsOf(changes, { where: at, limit: MOST_ENTRIES });
      const done = rows.length === 0 ? [] : await rowsOf(acts, { where: { id: { [Op.in]: rows.map((row) => row.actId) } } });
      const actOf = new Map(done.map((act) => [act.id, act]));
      const people = await accounts.people([...facts.map((one) => one.by), ...done.map((act) => act.byUser)]);
      const nameOf = (id: string) => (people.get(id) ? fullName(people.get(id)!) : '');
      const { scoredAt } = sight.record?.summary ?? NOTHING_YET;
      const standing = scoredAt === null ? undefined : facts.find((one) => one.kind === 'scored')?.id;
      const entries = facts.flatMap((fact): CellHistoryEntry[] => {
        if (!TOLD.has(fact.kind)) return [];
        const {
          earned = null,
          chosen = null,
          remark,
          why = null,
        } = fact.data as { earned?: number | null; chosen?: Chosen | null; remark?: unknown; why?: WhyScored | null };
        const isScore = fact.kind === 'scored' || fact.kind === 'returned' || fact.kind === 'rescaled';
        const words = typeof remark === 'string' ? remark !== '' : remark != null && !isBlank(remark as never);
        const given = isScore ? { earned, chosen, words } : null;
        return [
          {
            id: fact.id,
            at: fact.at,
            by: nameOf(fact.by),
            kind: fact.kind as CellHistoryEntry['kind'],
            given,
            why,
            restores: fact.kind === 'scored' && fact.id !== standing,
          },
        ];
      });
      const beside = rows.flatMap((row): CellHistoryEntry[] => {
        const act = actOf.get(row.actId)!;
        const [before, after] = [fromJson<BookKept>(row.valueBefore), fromJson<BookKept>(row.valueAfter)];
        const entry = (kind: CellHistoryEntry['kind']) => ({
          id: `${row.actId} ${kind}`,
          at: act.at.getTime(),
          by: nameOf(act.byUser),
          kind,
          given: null,
          why: act.undone ? ('undone' as const) : act.kind,
          restores: false,
        });
        return [
          ...(before.excused === after.excused ? [] : [entry(after.excused ? 'excused' : 'notExcused')]),
          ...((before.mark === 'absent') === (after.mark === 'absent') ? [] : [entry(after.mark === 'absent' ? 'absent' : 'notAbsent')]),
          ...(before.saidMissing === after.saidMissing ? [] : [entry(after.saidMissing ? 'saidMissing' : 'notSaidMissing')]),
        ];
      });
      return { entries: [...entries, ...beside].sort((a, b) => b.at - a.at), lateBy: sight.state.lateBy };
    },
  };
}

export type CellHistoryService = ReturnType<typeof cellHistoryService>;
