import { compareNames, type Actor, type Instant } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { HandoutOpenedReply, MyHandout, YearShelfReply, YearShelfRequest } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { BoardService } from '../pieces/board.service';
import { STUDENT_VIEWER } from '../pieces/sight';
import type { RosterService } from '../roster/roster.service';
import { defineYearShelf } from './year-shelf.model';

type Person = Actor & { userId: string };

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
}

/** The year's shelf of a class, and who has opened which of its handouts. */
export function yearShelfService({ sequelize, classes, roster, assignments, board }: Collaborators) {
  const { shelves, shelved, opens } = defineYearShelf(sequelize);

  const shelvedIn = (classIds: readonly string[], transaction?: Transaction) =>
    rowsOf(shelved, {
      where: { classId: { [Op.in]: [...classIds] } },
      order: [['position', 'ASC']],
      ...(transaction ? { transaction } : {}),
    });

  /** Of a class: every handout that is given out beside every student who has it. */
  const given = async (of: SchoolClass, now: Instant) =>
    (await board.as(STUDENT_VIEWER).sights({ classes: [of], kind: 'handout', now })).filter(
      ({ theirs, member }) => theirs && member.left === null,
    );

  async function toReply(found: SchoolClass, now: Instant): Promise<YearShelfReply> {
    const [shelf, rows, all, sights] = await Promise.all([
      rowByKey(shelves, found.id),
      shelvedIn([found.id]),
      assignments.ofClasses([found.id], { drafts: true, kind: 'handout', now }),
      given(found, now),
    ]);
    const opened = await rowsOf(opens, { where: { assignmentId: { [Op.in]: all.map((one) => one.id) } } });
    const has = new Set(opened.map((one) => `${one.assignmentId} ${one.studentId}`));
    const byId = new Map(all.map((one) => [one.id, one]));
    const onIt = new Set(rows.map((row) => row.assignmentId));
    return {
      version: shelf?.version ?? 0,
      handouts: rows.flatMap(({ assignmentId, folder, pinnedAt }) => {
        const one = byId.get(assignmentId);
        if (!one) return [];
        const theirs = sights.filter(({ assignment }) => assignment.id === assignmentId);
        return [
          {
            ...{ assignmentId, briefId: one.briefId, title: one.title, folder },
            pinnedAt: pinnedAt.getTime(),
            issuedAt: one.issuedAt,
            opened: theirs.filter(({ member }) => has.has(`${assignmentId} ${member.student.id}`)).length,
            of: theirs.length,
          },
        ];
      }),
      others: all
        .filter((one) => !onIt.has(one.id))
        .map(({ id, briefId, title, issuedAt }) => ({ assignmentId: id, briefId, title, issuedAt }))
        .sort((a, b) => (b.issuedAt ?? Infinity) - (a.issuedAt ?? Infinity) || a.title.localeCompare(b.title)),
    };
  }

  return {
    async of(teacher: Person, classId: string, now: Instant): Promise<YearShelfReply> {
      return toReply(await classes.forTeacher(teacher, 'class.look', classId), now);
    },

    /**
     * Stores the shelf whole. What was on it keeps the time at which it was pinned.
     * @throws Problem `conflict.changedMeanwhile` with the shelf as it is now, `thing.unknown` for what is no handout of this class
     */
    async set(teacher: Person, classId: string, { version, handouts }: YearShelfRequest, now: Instant): Promise<YearShelfReply> {
      const found = await classes.forTeacher(teacher, 'class.edit', classId);
      const known = new Set((await assignments.ofClasses([classId], { drafts: true, kind: 'handout', now })).map((one) => one.id));
      if (handouts.some((one) => !known.has(one.assignmentId))) throw new Problem('thing.unknown');
      const stored = await inTransaction(sequelize, async (transaction) => {
        // The first shelf of a class and the next ones go the same way, so that two teachers cannot both be the first.
        await shelves.bulkCreate([{ classId, version: 0 }], { ignoreDuplicates: true, transaction });
        const [moved] = await shelves.update({ version: version + 1 }, { where: { classId, version }, transaction });
        if (moved === 0) return false;
        const since = new Map((await shelvedIn([classId], transaction)).map((row) => [row.assignmentId, row.pinnedAt]));
        await shelved.destroy({ where: { classId }, transaction });
        await shelved.bulkCreate(
          handouts.map(({ assignmentId, folder }, position) => ({
            ...{ assignmentId, classId, folder, position },
            pinnedAt: since.get(assignmentId) ?? new Date(now),
          })),
          { transaction },
        );
        return true;
      });
      const current = await toReply(found, now);
      if (!stored) throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    /** Who has a handout, those first who have not opened it. */
    async openedBy(teacher: Person, classId: string, assignmentId: string, now: Instant): Promise<HandoutOpenedReply> {
      const found = await classes.forTeacher(teacher, 'class.look', classId);
      const known = await assignments.ofClasses([classId], { drafts: true, kind: 'handout', now });
      if (!known.some((one) => one.id === assignmentId)) throw new Problem('thing.unknown');
      const [sights, rows] = await Promise.all([given(found, now), rowsOf(opens, { where: { assignmentId } })]);
      const at = new Map(rows.map((row) => [row.studentId, row.at.getTime()]));
      return {
        students: sights
          .filter(({ assignment }) => assignment.id === assignmentId)
          .map(({ member: { student } }) => ({
            student: { id: student.id, givenName: student.givenName, familyName: student.familyName },
            openedAt: at.get(student.id) ?? null,
          }))
          .sort((a, b) => Number(a.openedAt !== null) - Number(b.openedAt !== null) || compareNames(a.student, b.student)),
      };
    },

    /** A student opens a handout. @throws Problem `thing.unknown` where it is not theirs */
    async open(student: Person, assignmentId: string, now: Instant): Promise<void> {
      const of = await classes.load(await roster.classesOf(student.userId));
      const sights = await board.as(STUDENT_VIEWER).sights({ classes: of, studentIds: [student.userId], kind: 'handout', now });
      if (!sights.some(({ assignment, theirs }) => theirs && assignment.id === assignmentId)) throw new Problem('thing.unknown');
      await opens.bulkCreate([{ assignmentId, studentId: student.userId, at: new Date(now) }], { ignoreDuplicates: true });
    },

    /** What a student's handouts have beside them: where they stand on the shelf, and since when they are opened. */
    async beside(
      studentId: string,
      assignmentIds: readonly string[],
    ): Promise<(assignmentId: string) => Pick<MyHandout, 'shelved' | 'openedAt'>> {
      const assignmentId = { [Op.in]: [...assignmentIds] };
      const [rows, opened] =
        assignmentIds.length === 0
          ? [[], []]
          : await Promise.all([rowsOf(shelved, { where: { assignmentId } }), rowsOf(opens, { where: { assignmentId, studentId } })]);
      const places = new Map(
        rows.map(({ assignmentId: of, folder, position, pinnedAt }) => [of, { folder, position, pinnedAt: pinnedAt.getTime() }]),
      );
      const since = new Map(opened.map((row) => [row.assignmentId, row.at.getTime()]));
      return (id) => ({ shelved: places.get(id) ?? null, openedAt: since.get(id) ?? null });
    },

    /** The shelf again in a copy of its class. @param copies the handout of the copy, by that of the class */
    async copyTo(classId: string, copies: ReadonlyMap<string, string>, now: Instant, transaction: Transaction): Promise<void> {
      const rows = await rowsOf(shelved, {
        where: { assignmentId: { [Op.in]: [...copies.keys()] } },
        order: [['position', 'ASC']],
        transaction,
      });
      if (rows.length === 0) return;
      await shelves.create({ classId, version: 1 }, { transaction });
      await shelved.bulkCreate(
        rows.map(({ assignmentId, folder }, position) => ({
          ...{ assignmentId: copies.get(assignmentId)!, classId, folder, position },
          pinnedAt: new Date(now),
        })),
        { transaction },
      );
    },
  };
}

export type YearShelfService = ReturnType<typeof yearShelfService>;
