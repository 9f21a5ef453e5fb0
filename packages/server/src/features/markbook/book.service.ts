import { compareNames, type BookCell } from '@jolly/core';
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { AssignmentReply, BookCellAt, BookReply } from '../../contract';
import { Problem } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { RowsService } from '../collecting/rows.service';
import type { GroupsService } from '../groups/groups.service';
import type { Teacher } from '../marking/desk.service';
import type { BoardService, LeanSight } from '../pieces/board.service';
import type { RosterService } from '../roster/roster.service';
import { toBookCell, toBookClass, toBookStudent, toColumns } from './markbook.mapper';
import { teacherEyes } from '../pieces/viewing';

const compress = promisify(gzip);

/** Books that are kept ready; the one that was not asked for longest makes room. */
const MOST_KEPT = 60;

/**
 * Everything a book follows from, summed up so that any change shows, and the next time at which something is
 * issued. Versions only rise and ids of what is replaced are new, so no two states have the same sums in practice.
 */
const STAMP = `SELECT
  (SELECT GROUP_CONCAT(CONCAT_WS(' ', c.id, c.version, k.version, c.put_away_at) ORDER BY c.id) FROM classes c JOIN calendars k ON k.id = c.calendar_id WHERE c.id IN (:ids)) AS settings,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', a.id, a.issued_at, a.names_hidden, a.second_marker, b.version)))) FROM assignments a JOIN briefs b ON b.id = a.brief_id
    WHERE a.brief_id IN (SELECT brief_id FROM assignments WHERE class_id IN (:ids))) AS work,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(p.version)) FROM assignments a JOIN pieces p ON p.assignment_id = a.id WHERE a.class_id IN (:ids)) AS pieces,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', e.id, e.opens_at, e.due_at, e.closes_at)))) FROM assignments a JOIN one_off_exceptions e ON e.assignment_id = a.id WHERE a.class_id IN (:ids)) AS exceptions,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', g.id, g.opens_at, g.due_at, g.closes_at)))) FROM assignments a JOIN group_dates g ON g.assignment_id = a.id WHERE a.class_id IN (:ids)) AS dates,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', s.group_id, s.student_id, g.dissolved_at, g.name)))) FROM groupings q JOIN class_groups g ON g.grouping_id = q.id
    JOIN group_students s ON s.group_id = g.id WHERE q.class_id IN (:ids)) AS groupings,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', t.id, t.version)))) FROM standing_exception_classes x JOIN standing_exceptions t ON t.id = x.exception_id WHERE x.class_id IN (:ids)) AS standing,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', m.class_id, m.user_id, m.joined_on, m.left_on, u.name_key, u.given_name))))
    FROM (SELECT id FROM classes WHERE id IN (:ids) UNION SELECT twin.class_id FROM assignments a JOIN assignments twin ON twin.brief_id = a.brief_id WHERE a.class_id IN (:ids)) AS there
    JOIN class_students m ON m.class_id = there.id JOIN users u ON u.id = m.user_id) AS members,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', s.student_id, s.at, s.agreed_at)))) FROM assignments a JOIN second_scores s ON s.assignment_id = a.id WHERE a.class_id IN (:ids)) AS seconds,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', s.student_id, s.mark)))) FROM assignments a JOIN class_marks s ON s.assignment_id = a.id WHERE a.class_id IN (:ids)) AS marks,
  (SELECT CONCAT_WS(' ', COUNT(*), SUM(CRC32(CONCAT_WS(' ', u.id, u.position, u.name)))) FROM units u WHERE u.class_id IN (:ids)) AS units,
  (SELECT GROUP_CONCAT(DISTINCT second_marker) FROM assignments WHERE class_id IN (:ids)) AS markers,
  (SELECT MIN(a.issued_at) FROM assignments a WHERE a.issued_at > :now AND a.brief_id IN (SELECT brief_id FROM assignments WHERE class_id IN (:ids))) AS nextIssue`;

/** A book as it is sent, ready. */
export interface ReadyBook {
  plain: Buffer;
  gzipped: Buffer;
}
/** What a book follows from, at one moment. */
interface Stamp {
  stamp: string;
  nextIssue: number;
  /** who is to score something here a second time */
  markers: string;
}
interface Kept {
  stamp: string;
  /** from then on a state may be another although nothing was changed */
  until: number;
  ready: Promise<ReadyBook>;
}

/** What happens next in a book by time alone. */
function nextBoundary(sights: readonly LeanSight[], nextIssue: number, now: number): number {
  let next = nextIssue;
  for (const { resolved } of sights) {
    const { opens, due, closes } = resolved.window;
    if (opens !== null && opens > now && opens < next) next = opens;
    // A piece is missing in the millisecond after it was due.
    if (due !== null && due >= now && due + 1 < next) next = due + 1;
    if (closes !== null && closes >= now && closes + 1 < next) next = closes + 1;
  }
  return next;
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  groups: GroupsService;
  assignments: AssignmentsService;
  board: BoardService;
  rows: RowsService;
}

/** Reading mark books. */
export function bookService({ sequelize, classes, roster, groups, assignments, board, rows }: Collaborators) {
  const kept = new Map<string, Kept>();
  const stamps = new Map<string, { running: Promise<Stamp>; next: Promise<Stamp> | null }>();

  async function askStamp(ids: readonly string[], now: number): Promise<Stamp> {
    const [sums] = await sequelize.query<Record<string, unknown> & { markers: string | null; nextIssue: Date | null }>(STAMP, {
      type: QueryTypes.SELECT,
      replacements: { ids: [...ids], now: new Date(now) },
    });
    const { nextIssue, markers, ...rest } = sums!;
    return {
      stamp: createHash('sha256').update(JSON.stringify(rest)).digest('hex'),
      nextIssue: nextIssue?.getTime() ?? Infinity,
      markers: markers ?? '',
    };
  }

  /**
   * The stamp as it is now. Whoever asks while it is being asked for gets the next one, which all those share: one
   * that was begun before they asked might not know of what they have just done.
   */
  function stampOf(ids: readonly string[], now: number): Promise<Stamp> {
    const key = ids.join(' ');
    const there = stamps.get(key);
    if (there?.next) return there.next;
    const begin = (): Promise<Stamp> => {
      const running = askStamp(ids, now);
      const entry = { running, next: null };
      stamps.set(key, entry);
      const done = () => void (stamps.get(key) === entry && entry.next === null && stamps.delete(key));
      running.then(done, done);
      return running;
    };
    if (!there) return begin();
    there.next = there.running.then(begin, begin);
    return there.next;
  }

  /** Cells of some assignments as the one they were looked up for may see them, in the order of the sights. */
  async function toCells(sights: readonly LeanSight[], all: readonly AssignmentReply[]): Promise<(BookCell | null)[]> {
    const absent = await rows.absentOn(all.filter((one) => one.how === 'inClass').map((one) => one.id));
    return sights.map((sight) => {
      const { assignment, member, record } = sight;
      return toBookCell(sight, {
        blind: sight.blind && record?.score != null,
        absent: absent.size > 0 && absent.has(`${assignment.id} ${member.student.id}`),
      });
    });
  }

  async function compose(
    teacher: Teacher,
    ids: string[],
    sections: number,
    nextIssue: number,
    now: number,
  ): Promise<{ book: BookReply; until: number }> {
    const [found, all, members, memberships, units] = await Promise.all([
      classes.load(ids),
      assignments.ofClasses(ids, { drafts: false, now }),
      roster.membersOf(ids),
      groups.membershipsOf(ids),
      classes.unitsOfAll(ids),
    ]);
    // Who has moved from one section to another stands in both, in the order of the sections.
    const place = new Map(found.map((one, index) => [one.id, index]));
    members.sort(
      (a, b) =>
        compareNames(a.student, b.student) ||
        (a.student.id < b.student.id ? -1 : a.student.id > b.student.id ? 1 : place.get(a.classId)! - place.get(b.classId)!),
    );
    const columns = toColumns(found, all);
    const sights = await board.as(teacherEyes(teacher)).lean({ classes: found, assignments: all, now });
    const cells = await toCells(sights, all);
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
    const book: BookReply = {
      classes: found.map((one) => toBookClass(one, units.get(one.id) ?? [])),
      columns,
      students,
      cells: grid,
      sections,
    };
    return { book, until: nextBoundary(sights, nextIssue, now) };
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
      return (await compose(teacher, ids, sections, Infinity, now)).book;
    },

    /**
     * The whole book, ready to be sent. It is composed once however many ask for it, and kept until something it
     * follows from has changed, which one question tells, or a time has come at which a state may change by itself.
     */
    async ready(teacher: Teacher, classId: string, together: boolean, now: number): Promise<ReadyBook> {
      const { ids, sections } = await service.opened(teacher, classId, together);
      const { stamp, nextIssue, markers } = await stampOf(ids, now);
      // Whoever is to score something a second time sees another book than the others.
      const key = `${ids.join(' ')} ${sections} ${markers.includes(teacher.userId) ? teacher.userId : ''}`;
      const before = kept.get(key);
      kept.delete(key);
      if (before && before.stamp === stamp && now < before.until) {
        kept.set(key, before);
        return before.ready;
      }
      const entry: Kept = { stamp, until: Infinity, ready: Promise.resolve() as never };
      entry.ready = (async () => {
        const { book, until } = await compose(teacher, ids, sections, nextIssue, now);
        entry.until = until;
        const plain = Buffer.from(JSON.stringify(book));
        return { plain, gzipped: await compress(plain, { level: 3 }) };
      })();
      kept.set(key, entry);
      for (const oldest of kept.keys()) {
        if (kept.size <= MOST_KEPT) break;
        kept.delete(oldest);
      }
      entry.ready.catch(() => kept.get(key) === entry && kept.delete(key));
      return entry.ready;
    },

    /** Cells of some assignments as they are now, of all students or of some. @throws Problem `thing.unknown` if one is not this teacher's */
    async cells(teacher: Teacher, assignmentIds: readonly string[], now: number, studentIds?: string[]): Promise<BookCellAt[]> {
      const all = (await assignments.byIds(assignmentIds)).filter((one) => isIssued(one, now));
      const found = await Promise.all(
        [...new Set(all.map((one) => one.classId))].map((id) => classes.forTeacher(teacher, 'book.look', id)),
      );
      if (all.length < new Set(assignmentIds).size) throw new Problem('thing.unknown');
      const sights = await board
        .as(teacherEyes(teacher))
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
