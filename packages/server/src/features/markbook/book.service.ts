import { compareNames, type BookCell } from '@jolly/core';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { AssignmentReply, BookCellAt, BookReply } from '../../contract';
import type { MakeCache } from '../../db/stamped-cache';
import { Problem } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { RowsService } from '../collecting/rows.service';
import type { GroupsService } from '../groups/groups.service';
import type { Teacher } from '../marking/desk.service';
import type { BoardService } from '../pieces/board.service';
import type { Boards, ClassBoardsService } from '../pieces/class-boards.service';
import { isAwayOn, type RegisterFactsService } from '../register/register-facts.service';
import type { RosterService } from '../roster/roster.service';
import { toBookCell, toBookClass, toBookStudent, toColumns } from './markbook.mapper';
import { type LeanSight, teacherViewer } from '../pieces/sight';

const compress = promisify(gzip);

/** Books that are kept ready; the one that was not asked for longest makes room. */
const MOST_KEPT = 60;

/** A book as it is sent, ready. */
export interface ReadyBook {
  plain: Buffer;
  gzipped: Buffer;
}
interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  groups: GroupsService;
  assignments: AssignmentsService;
  board: BoardService;
  classBoards: ClassBoardsService;
  rows: RowsService;
  registerFacts: RegisterFactsService;
  cache: MakeCache;
}

/** Reading mark books. */
export function bookService({ classes, roster, groups, assignments, board, classBoards, rows, registerFacts, cache }: Collaborators) {
  const ready = cache<ReadyBook>(MOST_KEPT);

  /** Cells of some assignments as the one they were looked up for may see them, in the order of the sights. */
  async function toCells(sights: readonly LeanSight[], all: readonly AssignmentReply[]): Promise<(BookCell | null)[]> {
    const [absent, away] = await Promise.all([
      rows.absentOn(all.filter((one) => one.how === 'inClass').map((one) => one.id)),
      registerFacts.awayOn([...new Set(all.map((one) => one.classId))]),
    ]);
    return sights.map((sight) => {
      const { assignment, member, record } = sight;
      return toBookCell(sight, {
        blind: sight.blind && record?.score != null,
        absent: absent.size > 0 && absent.has(`${assignment.id} ${member.student.id}`),
        away: isAwayOn(away, sight),
      });
    });
  }

  async function compose(boards: Boards, sections: number): Promise<BookReply> {
    const { classes: found, issued } = boards;
    const ids = found.map((one) => one.id);
    const [members, memberships, units] = await Promise.all([roster.membersOf(ids), groups.membershipsOf(ids), classes.unitsOfAll(ids)]);
    // Who has moved from one section to another stands in both, in the order of the sections.
    const place = new Map(found.map((one, index) => [one.id, index]));
    members.sort(
      (a, b) =>
        compareNames(a.student, b.student) ||
        (a.student.id < b.student.id ? -1 : a.student.id > b.student.id ? 1 : place.get(a.classId)! - place.get(b.classId)!),
    );
    const columns = toColumns(found, issued);
    const sights = boards.sightsOf(issued);
    const cells = await toCells(sights, issued);
    const students = members.map((member) =>
      toBookStudent(
        member,
        place.get(member.classId)!,
        memberships.filter((one) => one.classId === member.classId),
      ),
    );
    const rowOf = new Map(members.map((member, index) => [`${member.classId} ${member.student.id}`, index]));
    const columnOf = new Map(columns.map((column, index) => [column.briefId, index]));
    const grid = students.map((): (BookCell | null)[] => new Array<BookCell | null>(columns.length).fill(null));
    for (const [index, { assignment, member }] of sights.entries()) {
      const row = rowOf.get(`${assignment.classId} ${member.student.id}`);
      if (row !== undefined) grid[row]![columnOf.get(assignment.briefId)!] = cells[index]!;
    }
    return {
      classes: found.map((one) => toBookClass(one, units.get(one.id) ?? [])),
      columns,
      students,
      cells: grid,
      sections,
    };
  }

  const service = {
    toCells,

    /** The class, if this teacher may look at its book, or together with it its parallel sections; and how many of these there are. */
    async opened(teacher: Teacher, classId: string, together: boolean): Promise<{ ids: string[]; sections: number }> {
      const alike = await classes.sectionsOf(teacher, 'book.look', classId);
      return { ids: together ? alike : [classId], sections: alike.length };
    },

    /** The whole book, as values. */
    async read(teacher: Teacher, classId: string, together: boolean, now: number): Promise<BookReply> {
      const { ids, sections } = await service.opened(teacher, classId, together);
      return compose(await classBoards.of(teacherViewer(teacher), ids, now), sections);
    },

    /**
     * The whole book, ready to be sent. It is composed once however many ask for it, and kept until something it
     * follows from has changed or a time has come at which a state may change by itself.
     */
    async ready(teacher: Teacher, classId: string, together: boolean, now: number): Promise<ReadyBook> {
      const { ids, sections } = await service.opened(teacher, classId, together);
      const boards = await classBoards.of(teacherViewer(teacher), ids, now);
      return ready.get(`${teacher.userId} ${ids.join(' ')} ${sections}`, boards.stamp, now, async () => {
        const plain = Buffer.from(JSON.stringify(await compose(boards, sections)));
        return { value: { plain, gzipped: await compress(plain, { level: 3 }) }, until: boards.until };
      });
    },

    /** Cells of some assignments as they are now, of all students or of some. @throws Problem `thing.unknown` if one is not this teacher's */
    async cells(teacher: Teacher, assignmentIds: readonly string[], now: number, studentIds?: string[]): Promise<BookCellAt[]> {
      const all = (await assignments.byIds(assignmentIds)).filter((one) => isIssued(one, now));
      const found = await Promise.all(
        [...new Set(all.map((one) => one.classId))].map((id) => classes.forTeacher(teacher, 'book.look', id)),
      );
      if (all.length < new Set(assignmentIds).size) throw new Problem('thing.unknown');
      const sights = await board
        .as(teacherViewer(teacher))
        .lean({ classes: found, assignments: all, now, ...(studentIds ? { studentIds } : {}) });
      const cells = await toCells(sights, all);
      return sights.map(({ assignment, member }, index) => ({
        assignmentId: assignment.id,
        studentId: member.student.id,
        cell: cells[index]!,
      }));
    },
  };
  return service;
}

export type BookService = ReturnType<typeof bookService>;
