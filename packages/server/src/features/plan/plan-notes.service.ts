import type { Actor, Instant, LocalDate } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { PlanNote, PlanNoteChange, PlanNoteRequest } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import { definePlan, type PlanNoteRow } from './plan.model';

type Teacher = Actor & { userId: string };
const MOST_NOTES = 500;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
}

/** Notes in the plan of a class: its teachers share them, students and families never see them. */
export function planNotesService({ sequelize, accounts, classes, assignments }: Collaborators) {
  const { notes } = definePlan(sequelize);

  async function toNotes(rows: readonly PlanNoteRow[]): Promise<PlanNote[]> {
    const people = await accounts.people(rows.map((row) => row.byUser));
    return rows.map(({ id, classId, day, text, assignmentId, questionId, byUser, doneAt, version }) => {
      const by = people.get(byUser);
      return { id, classId, day, text, assignmentId, questionId, by: by ? fullName(by) : '', done: doneAt !== null, version };
    });
  }

  /** The note, if its class is this teacher's to plan. */
  async function find(teacher: Teacher, id: string): Promise<PlanNoteRow> {
    const row = await rowByKey(notes, id);
    if (!row) throw new Problem('thing.unknown');
    await classes.forTeacher(teacher, 'assignment.write', row.classId);
    return row;
  }

  return {
    /** Of some classes: what is not done yet, and what is noted in these days. Those without a day come last. */
    async of(classIds: readonly string[], { from, to }: { from: LocalDate; to: LocalDate }): Promise<PlanNote[]> {
      if (classIds.length === 0) return [];
      const rows = await rowsOf(notes, {
        where: { classId: { [Op.in]: [...classIds] }, [Op.or]: [{ doneAt: null }, { day: { [Op.between]: [from, to] } }] },
        order: [
          [sequelize.literal('day IS NULL'), 'ASC'],
          ['day', 'ASC'],
          ['madeAt', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_NOTES,
      });
      return toNotes(rows);
    },

    /** @throws Problem `thing.unknown` for an assignment that the class does not have */
    async write(teacher: Teacher, classId: string, request: PlanNoteRequest, now: Instant): Promise<PlanNote> {
      await classes.forTeacher(teacher, 'assignment.write', classId);
      if (request.assignmentId !== null) {
        const about = await assignments.forTeacher(teacher, 'assignment.look', request.assignmentId);
        if (about.classId !== classId) throw new Problem('thing.unknown');
      }
      const row: PlanNoteRow = {
        id: randomUUID(),
        classId,
        ...request,
        byUser: teacher.userId,
        madeAt: new Date(now),
        doneAt: null,
        version: 1,
      };
      await notes.create(row);
      return (await toNotes([row]))[0]!;
    },

    /** @throws Problem `conflict.changedMeanwhile` with the note as it is now */
    async change(teacher: Teacher, id: string, { version, done, ...change }: PlanNoteChange, now: Instant): Promise<PlanNote> {
      const row = await find(teacher, id);
      const doneAt = done ? (row.doneAt ?? new Date(now)) : null;
      const [changed] = await notes.update({ ...change, doneAt, version: version + 1 }, { where: { id, version } });
      const [current] = await toNotes([(await rowByKey(notes, id)) ?? row]);
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current });
      return current!;
    },

    async remove(teacher: Teacher, id: string): Promise<void> {
      await find(teacher, id);
      await notes.destroy({ where: { id } });
    },
  };
}

export type PlanNotesService = ReturnType<typeof planNotesService>;
