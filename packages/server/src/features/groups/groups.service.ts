import { localDateAt, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { GroupingBody, GroupingReply } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { fieldProblem, type FieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import type { RosterService } from '../roster/roster.service';
import { defineGroups, type GroupingRow } from './groups.model';

const MOST_GROUPINGS = 100;

/** A group and those in it, of the students asked about. */
export interface GroupMembership {
  groupId: string;
  groupingId: string;
  classId: string;
  name: string;
  dissolved: boolean;
  studentIds: string[];
}

/** Groups of a class. What is made in one act is one grouping; a student may be in several groups. */
export function groupsService({ sequelize, classes, roster }: { sequelize: Sequelize; classes: ClassesService; roster: RosterService }) {
  const { groupings, groups, students } = defineGroups(sequelize);

  async function load(where: WhereOptions<GroupingRow>): Promise<GroupingReply[]> {
    const rows = await rowsOf(groupings, {
      where: { [Op.and]: [where, { dissolvedAt: null }] },
      order: [
        ['name', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: MOST_GROUPINGS,
    });
    const parts = await rowsOf(groups, {
      where: { groupingId: { [Op.in]: rows.map((row) => row.id) }, dissolvedAt: null },
      order: [['position', 'ASC']],
    });
    const members = await rowsOf(students, {
      where: { groupId: { [Op.in]: parts.map((part) => part.id) } },
      order: [['position', 'ASC']],
    });
    return rows.map((row) => ({
      id: row.id,
      name: row.name,
      seed: row.seed,
      until: row.untilDay,
      madeAt: row.madeAt.getTime(),
      version: row.version,
      groups: parts
        .filter((part) => part.groupingId === row.id)
        .map(({ id, name }) => ({
          id,
          name,
          studentIds: members.filter((member) => member.groupId === id).map((member) => member.studentId),
        })),
    }));
  }

  /** @throws Problem `group.wrong` for two groups of one name or somebody who is not in the class */
  async function refuseWrong(classId: string, body: GroupingBody): Promise<void> {
    const errors: FieldProblem[] = [];
    const names = new Set<string>();
    const here = new Set((await roster.membersOf([classId])).map((member) => member.student.id));
    for (const [index, group] of body.groups.entries()) {
      const name = group.name.toLowerCase();
      if (names.has(name)) errors.push(fieldProblem(`groups.${index}.name`, 'group.sameName'));
      names.add(name);
      if (group.studentIds.some((id) => !here.has(id))) errors.push(fieldProblem(`groups.${index}.studentIds`, 'group.notInClass'));
    }
    if (errors.length > 0) throw new Problem('group.wrong', { errors });
  }

  async function write(groupingId: string, body: GroupingBody, now: number, transaction: Transaction): Promise<void> {
    const before = new Set(
      (
        await rowsOf(groups, {
          attributes: ['id'],
          where: { groupingId, dissolvedAt: null },
          transaction,
        })
      ).map((row) => row.id),
    );
    // A group keeps its id as long as it is there: dates of assignments may hang on it.
    const rows = body.groups.map((group, position) => ({
      ...group,
      id: group.id !== null && before.has(group.id) ? group.id : randomUUID(),
      position,
    }));
    const kept = new Set(rows.map((row) => row.id));
    await groups.update(
      { dissolvedAt: new Date(now) },
      { where: { id: { [Op.in]: [...before].filter((id) => !kept.has(id)) } }, transaction },
    );
    for (const { id, name, position } of rows) {
      if (before.has(id)) await groups.update({ name, position }, { where: { id }, transaction });
      else await groups.create({ id, groupingId, name, position, dissolvedAt: null }, { transaction });
    }
    await students.destroy({ where: { groupId: { [Op.in]: [...kept] } }, transaction });
    await students.bulkCreate(
      rows.flatMap(({ id, studentIds }) => studentIds.map((studentId, position) => ({ groupId: id, studentId, position }))),
      { transaction },
    );
  }

  const one = async (id: string): Promise<GroupingReply> => (await load({ id }))[0]!;

  return {
    /** The groupings of a class; what was for one use is gone after its day. */
    async list(actor: Actor, classId: string, now: number): Promise<GroupingReply[]> {
      const { calendar } = await classes.forTeacher(actor, 'group.look', classId);
      const today = localDateAt(calendar.zone, now);
      return load({ classId, untilDay: { [Op.or]: [{ [Op.is]: null }, { [Op.gte]: today }] } });
    },

    async make(actor: Actor, classId: string, body: GroupingBody, now: number): Promise<GroupingReply> {
      const { calendar } = await classes.forTeacher(actor, 'group.edit', classId);
      await refuseWrong(classId, body);
      const row: GroupingRow = {
        id: randomUUID(),
        classId,
        name: body.name,
        seed: body.seed,
        untilDay: body.until,
        madeAt: new Date(now),
        dissolvedAt: null,
        version: 1,
      };
      await inTransaction(sequelize, async (transaction) => {
        noteChange(transaction, { classes: [classId] });
        const past = { classId, dissolvedAt: null, untilDay: { [Op.lt]: localDateAt(calendar.zone, now) } };
        await groupings.update({ dissolvedAt: new Date(now) }, { where: past, transaction });
        await groupings.create(row, { transaction });
        await write(row.id, body, now, transaction);
      });
      return one(row.id);
    },

    /** @throws Problem `conflict.changedMeanwhile` with the grouping as it is now */
    async change(
      actor: Actor,
      classId: string,
      groupingId: string,
      { version, ...body }: GroupingBody & { version: number },
      now: number,
    ): Promise<GroupingReply> {
      await classes.forTeacher(actor, 'group.edit', classId);
      if ((await load({ id: groupingId, classId })).length === 0) throw new Problem('thing.unknown');
      await refuseWrong(classId, body);
      await inTransaction(sequelize, async (transaction) => {
        noteChange(transaction, { classes: [classId] });
        const [changed] = await groupings.update(
          { name: body.name, seed: body.seed, untilDay: body.until, version: version + 1 },
          { where: { id: groupingId, version }, transaction },
        );
        if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: await one(groupingId) });
        await write(groupingId, body, now, transaction);
      });
      return one(groupingId);
    },

    async remove(actor: Actor, classId: string, groupingId: string, now: number): Promise<void> {
      await classes.forTeacher(actor, 'group.edit', classId);
      await inTransaction(sequelize, async (transaction) => {
        const where = { id: groupingId, classId, dissolvedAt: null };
        const [gone] = await groupings.update({ dissolvedAt: new Date(now) }, { where, transaction });
        if (gone === 0) throw new Problem('thing.unknown');
        noteChange(transaction, { classes: [classId] });
      });
    },

    /** Who is in which group of these classes; dissolved ones too, as dates may hang on them. */
    async membershipsOf(classIds: readonly string[], studentIds?: readonly string[]): Promise<GroupMembership[]> {
      if (classIds.length === 0) return [];
      // In an order of their own, not of their ids: somebody's groups are named alike wherever and whenever they are listed.
      const whole = await rowsOf(groupings, { where: { classId: { [Op.in]: [...classIds] } }, order: ['madeAt', 'name', 'id'] });
      const placeOf = new Map(whole.map((row, place) => [row.id, place]));
      const parts = await rowsOf(groups, {
        where: { groupingId: { [Op.in]: whole.map((row) => row.id) } },
        order: ['position', 'name', 'id'],
      });
      parts.sort((a, b) => placeOf.get(a.groupingId)! - placeOf.get(b.groupingId)!);
      const who = studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {};
      const members = await rowsOf(students, {
        where: { groupId: { [Op.in]: parts.map((part) => part.id) }, ...who },
      });
      const wholeById = new Map(whole.map((row) => [row.id, row]));
      return parts.map((part) => {
        const grouping = wholeById.get(part.groupingId)!;
        return {
          groupId: part.id,
          groupingId: grouping.id,
          classId: grouping.classId,
          name: part.name,
          dissolved: part.dissolvedAt !== null || grouping.dissolvedAt !== null,
          studentIds: members.filter((member) => member.groupId === part.id).map((member) => member.studentId),
        };
      });
    },

    /** Who is in one group, dissolved or not, in its order. */
    async membersOf(groupId: string): Promise<string[]> {
      const rows = await rowsOf(students, {
        where: { groupId },
        order: [['position', 'ASC']],
      });
      return rows.map((row) => row.studentId);
    },

    /** Is this a grouping of that class? Dissolved ones too: work may hang on them. */
    async belongs(groupingId: string, classId: string): Promise<boolean> {
      return (await groupings.count({ where: { id: groupingId, classId } })) > 0;
    },
  };
}

export type GroupsService = ReturnType<typeof groupsService>;
